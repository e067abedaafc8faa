using System.Globalization;
using System.IO.Compression;
using System.Text;
using YieldingLoop.Core;
using YieldingLoop.Store.Exchange;

namespace YieldingLoop.Store.Tests;

/// <summary>Files that somebody sends by mistake or on purpose: each is refused with a reason, nothing is written. MUTATED=10000 damages ten thousand.</summary>
public class ExchangeHostileTests
{
    private const string Head = """{"format":"yielding-loop","version":1,"holds":"workroom" """;

    private static readonly int Mutated = int.Parse(Environment.GetEnvironmentVariable("MUTATED") ?? "120", CultureInfo.InvariantCulture);

    public static TheoryData<string, string, string> Refused { get; } = new()
    {
        { "", "file", "empty" },
        { "hello", "file", "no whole JSON" },
        { "[]", "file", "holds no object" },
        { "{}", "format", "no file of Yielding Loop" },
        { """{"a":1,"b":2}""", "format", "no file of Yielding Loop" },
        { Head, "file", "line 1" },
        { Head + ",\n\"cloths\":[\n{\"id\":", "file", "line 3" },
        { Head + "}}", "file", "no whole JSON" },
        { Head + "} 1", "file", "no whole JSON" },
        { """{"format":"yielding-loop","version":2,"holds":"workroom"}""", "version", "newer program" },
        { """{"format":"yielding-loop","version":0,"holds":"workroom"}""", "version", "does not say which version" },
        { """{"format":"yielding-loop","version":"1","holds":"workroom"}""", "version", "not known" },
        { """{"format":"yielding-loop","version":1,"holds":"house"}""", "holds", "What a file holds" },
        { """{"format":"yielding-loop","version":1,"holds":"cloth","machines":[]}""", "machines", "has no such list" },
        { Head + ",\"cloths\":[],\"cloths\":[]}", "cloths", "more than once" },
        { Head + ",\"cloths\":{}}", "cloths", "A list is expected" },
        { Head + ",\"ships\":[]}", "ships", "not known" },
        { Head + ",\"cloths\":[1]}", "cloths[0]", "An object is expected" },
        { Head + ",\"cloths\":[{\"id\":\"x\"}]}", "cloths[0].id", "An identifier is expected" },
        { Head + ",\"cloths\":[{}]}", "cloths[0].cloth", "missing" },
    };

    [Theory]
    [MemberData(nameof(Refused))]
    public async Task What_is_no_whole_file_of_ours_is_refused_with_where_and_why(string text, string field, string why)
    {
        var opened = await OpenAsync(Encoding.UTF8.GetBytes(text));

        Assert.Contains(opened.Problems, p => p.Field == field && p.Message.Contains(why, StringComparison.Ordinal));
        Assert.Null(opened.Value);
    }

    [Fact]
    public async Task Another_encoding_is_named_and_a_byte_order_mark_is_not_minded()
    {
        var whole = Encoding.UTF8.GetBytes(Head + "}");

        Assert.Contains("UTF-16", Only(await OpenAsync(Encoding.Unicode.GetPreamble().Concat(Encoding.Unicode.GetBytes(Head + "}")).ToArray())), StringComparison.Ordinal);
        Assert.Contains("UTF-8", Only(await OpenAsync([.. whole, 0xC3, 0x28])), StringComparison.Ordinal);
        Assert.Empty((await OpenAsync([0xEF, 0xBB, 0xBF, .. whole])).Problems);
    }

    [Fact]
    public async Task Ten_thousand_deep_and_a_million_members_are_refused()
    {
        Assert.NotEmpty((await OpenAsync(Encoding.UTF8.GetBytes(Head + ",\"cloths\":" + new string('[', 10_000) + new string(']', 10_000) + "}"))).Problems);
        Assert.NotEmpty((await OpenAsync(Encoding.UTF8.GetBytes(string.Concat(Enumerable.Repeat("{\"a\":", 10_000)) + "1" + new string('}', 10_000)))).Problems);
        var many = await OpenAsync(Encoding.UTF8.GetBytes(Head + string.Concat(Enumerable.Range(0, 300_000).Select(i => $",\"m{i}\":1")) + "}"));
        Assert.InRange(many.Problems.Count, 1, ExchangeFile.MostFaults);
        var records = await OpenAsync(Encoding.UTF8.GetBytes(Head + ",\"cloths\":[" + string.Join(',', Enumerable.Repeat("{}", ExchangeFormat.MostRecords + 1)) + "]}"));
        Assert.InRange(records.Problems.Count, 1, ExchangeFile.MostFaults);
    }

    [Fact]
    public async Task Fifty_megabytes_are_refused_by_their_size()
    {
        var large = new byte[50 * 1024 * 1024];
        Array.Fill(large, (byte)' ');
        Encoding.UTF8.GetBytes(Head + "}").CopyTo(large, 0);

        Assert.Contains("50 MB", Only(await OpenAsync(large)), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_zip_that_swells_climbs_or_brings_strangers_is_refused()
    {
        Assert.Contains("more than 32 MB", Only(await OpenAsync(Zip(("records.json", new string(' ', 40 * 1024 * 1024))))), StringComparison.Ordinal);
        foreach (var name in new[] { "../records.json", "..\\..\\x.json", "/etc/passwd", "photos/../../a.jpg", "photos/1.jpg", "a.txt", "photos/", "C:\\x", "records.json/", "photos/" + Guid.NewGuid().ToString().ToUpperInvariant() + ".jpg" })
        {
            Assert.Contains("does not belong there", Only(await OpenAsync(Zip(("records.json", Head + "}"), (name, "x")))), StringComparison.Ordinal);
        }

        Assert.Contains("does not belong there", Only(await OpenAsync(Zip(("records.json", Head + "}"), ("records.json", Head + "}")))), StringComparison.Ordinal);
        Assert.Contains("no records.json", Only(await OpenAsync(Zip(($"photos/{Guid.NewGuid()}.jpg", "x")))), StringComparison.Ordinal);
        Assert.Contains("no records.json", Only(await OpenAsync(Zip())), StringComparison.Ordinal);
        var whole = Zip(("records.json", Head + "}"));
        Assert.Contains("cannot be unpacked", Only(await OpenAsync(whole[..^20])), StringComparison.Ordinal);
        Assert.Contains("cannot be unpacked", Only(await OpenAsync([.. "PK\u0003\u0004"u8, .. new byte[300]])), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_photo_that_is_none_stays_out_and_one_that_says_more_than_its_picture_is_written_anew()
    {
        using var from = RandomWorkroom.Of(7);
        var file = await ExchangeTests.ExportAsync(from, new(ExchangeHolds.Workroom, People: true), zip: true);
        var (bad, talks) = (new MemoryStream(), new MemoryStream());
        await bad.WriteAsync(file, TestContext.Current.CancellationToken);
        await talks.WriteAsync(file, TestContext.Current.CancellationToken);
        Change(bad, _ => Encoding.ASCII.GetBytes("<svg onload='alert(1)'/>"));
        // A comment after the start of the picture: where it was taken, for instance.
        Change(talks, jpeg => [.. jpeg[..2], 0xFF, 0xFE, 0x00, 0x07, (byte)'h', (byte)'o', (byte)'m', (byte)'e', (byte)'!', .. jpeg[2..]]);

        Assert.Equal(0, await PhotosAfterAsync(bad.ToArray(), _ => true));
        Assert.True(await PhotosAfterAsync(talks.ToArray(), p => !p.AsSpan().StartsWith((byte[])[0xFF, 0xD8, 0xFF, 0xFE])) > 0);
    }

    [Fact]
    public async Task Damaged_files_never_break_anything()
    {
        using var from = RandomWorkroom.Of(11);
        var whole = await ExchangeTests.ExportAsync(from, new(ExchangeHolds.Workroom, People: true));
        byte[][] files = [whole, .. await Task.WhenAll(new[] { ExchangeHolds.Garment, ExchangeHolds.Setup, ExchangeHolds.Cloth, ExchangeHolds.Machine }.Select(h => ExchangeTests.ExportAsync(from, new(h, [1], People: true)))), await ExchangeTests.ExportAsync(from, new(ExchangeHolds.Swatches))];
        using var into = new WorkroomFile();
        into.Open();
        var (empty, refused, taken) = (WorkroomFile.Dump(into.DatabasePath), 0, 0);
        for (var seed = 0; seed < Mutated; seed++)
        {
            var opened = await ExchangeTests.OpenAsync(into, Mutations.Of(files[seed % files.Length], seed));
            if (opened.Value is not { } file)
            {
                Assert.NotEmpty(opened.Problems);
                refused++;
                continue;
            }

            await using var context = into.Context();
            await using var transaction = await context.Database.BeginTransactionAsync(TestContext.Current.CancellationToken);
            var importing = new Importing(context, into.Clock);
            var looked = await importing.LookAsync(file);
            var result = await importing.TakeAsync(file, ImportChoice.OfAll, null, "damaged", Guid.NewGuid());
            Assert.Equal(looked.Problems.Count > 0, result is ImportResult.Refused { Why.Length: > 0 } || (result is not ImportResult.Taken and not ImportResult.Nothing));
            if (result is ImportResult.Taken)
            {
                taken++;
                // What came in can go out again.
                await new Exporting(context).WriteJsonAsync(new(ExchangeHolds.Workroom, People: true), Stream.Null, TestContext.Current.CancellationToken);
            }

            await transaction.RollbackAsync(TestContext.Current.CancellationToken);
        }

        Assert.True(refused > Mutated / 3 && taken > 0, $"{refused} refused, {taken} taken");
        Assert.Equal(empty, WorkroomFile.Dump(into.DatabasePath));
    }

    private static async Task<Outcome<ExchangeFile>> OpenAsync(byte[] file)
    {
        using var folder = new WorkroomFile();
        return await ExchangeTests.OpenAsync(folder, file);
    }

    private static string Only(Outcome<ExchangeFile> opened) => Assert.Single(opened.Problems).Message;

    private static byte[] Zip(params (string Name, string Text)[] entries)
    {
        using var output = new MemoryStream();
        using (var zip = new ZipArchive(output, ZipArchiveMode.Create, leaveOpen: true))
        {
            foreach (var (name, text) in entries)
            {
                using var writer = new StreamWriter(zip.CreateEntry(name, CompressionLevel.Fastest).Open());
                writer.Write(text);
            }
        }

        return output.ToArray();
    }

    private static void Change(MemoryStream zipped, Func<byte[], byte[]> change)
    {
        using var zip = new ZipArchive(zipped, ZipArchiveMode.Update, leaveOpen: true);
        foreach (var entry in zip.Entries.Where(e => e.FullName.StartsWith("photos/", StringComparison.Ordinal)).ToList())
        {
            var read = new MemoryStream();
            using (var picture = entry.Open())
            {
                picture.CopyTo(read);
            }

            var name = entry.FullName;
            entry.Delete();
            using var written = zip.CreateEntry(name).Open();
            written.Write(change(read.ToArray()));
        }
    }

    private static async Task<int> PhotosAfterAsync(byte[] file, Func<byte[], bool> right)
    {
        using var into = new WorkroomFile();
        into.Open();
        Assert.IsType<ImportResult.Taken>(await ExchangeTests.TakeAsync(into, file, ImportChoice.OfAll));
        await using var context = into.Context();
        var photos = context.Photos.Select(p => p.Picture).ToList();
        Assert.All(photos, p => Assert.True(right(p)));
        return photos.Count;
    }
}
