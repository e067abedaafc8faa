using System.Globalization;
using System.Text;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core;
using YieldingLoop.Core.Cloth;
using YieldingLoop.Store.Exchange;

namespace YieldingLoop.Store.Tests;

/// <summary>Lists for spreadsheets: written by RFC 4180, harmless, and back again.</summary>
public sealed class CsvTests : IDisposable
{
    private readonly WorkroomFile file = ExchangeTests.Demo();

    public void Dispose() => file.Dispose();

    [Theory]
    [InlineData("=1+1", "'=1+1")]
    [InlineData("+49 name", "'+49 name")]
    [InlineData("-side", "'-side")]
    [InlineData("@home", "'@home")]
    [InlineData("\t=x", "'\t=x")]
    [InlineData("'=quoted", "''=quoted")]
    [InlineData("'''@", "''''@")]
    [InlineData("5 = five", "5 = five")]
    [InlineData("o'clock", "o'clock")]
    [InlineData("'tis", "'tis")]
    [InlineData("", "")]
    public void What_a_spreadsheet_would_run_gets_an_apostrophe_and_loses_it_again(string text, string cell)
    {
        Assert.Equal(cell, CsvText.Harmless(text));
        Assert.Equal(text, CsvText.Told(cell));
    }

    [Fact]
    public async Task Every_list_is_what_a_second_parser_written_from_the_standard_reads()
    {
        await RenameAsync("=HYPERLINK(\"http://x\"),\r\nsecond \"line\"");
        foreach (var report in CsvReport.All)
        {
            var text = await TextAsync(report);
            var rows = Rfc4180(text);
            Assert.Equal(report.Header, rows[0]);
            Assert.True(rows.Count > 1);
            // Two parsers, the same cells.
            var read = CsvText.Read(text).Value!;
            Assert.Equal(rows.Skip(1), read.Rows.Select(r => r.Cells.ToList()));
            Assert.DoesNotContain(rows.SelectMany(r => r), c => c.Length > 0 && "=+@\t\r".Contains(c[0], StringComparison.Ordinal));
            Assert.All(rows.SelectMany(r => r).Where(c => c.StartsWith('-')), c => Assert.True(double.TryParse(c, CultureInfo.InvariantCulture, out _), c));
        }
    }

    [Fact]
    public async Task A_list_comes_back_unchanged_and_a_row_of_ones_own_comes_in_once()
    {
        await RenameAsync("=2+2, \"kept\"");
        foreach (var sheet in new[] { "cloths", "threads", "needles" })
        {
            Assert.False((await LookAsync(await TextAsync(Report(sheet)))).ChangesAnything, sheet);
        }

        var list = await TextAsync(Report("cloths"));
        var own = list + ",,,\"=my own, cloth\",,100,150,,100,120,,,,,210,6.5,TRUE,false,false,,#aabbcc\r\n";
        var preview = await LookAsync(own);
        Assert.Equal("=my own, cloth", Assert.Single(preview.Items, i => i.Status == ImportStatus.New).Name);
        Assert.IsType<ImportResult.Taken>(await TakeAsync(own));
        Assert.False((await LookAsync(own)).ChangesAnything);
        var cloth = await file.Do(w => w.Cloths.FirstAsync(c => c.Name == "=my own, cloth"));
        Assert.Equal(new ClothEntry { Name = "=my own, cloth", AcrossOriginalMm = 100, AcrossLoadedMm = 150, LengthwiseOriginalMm = 100, LengthwiseLoadedMm = 120, ToldAreaDensityGsm = 210, TenLayersMm = 6.5, Elastane = true, Colour = "#aabbcc" }, cloth.Entry);
    }

    [Fact]
    public async Task A_thread_changed_in_a_spreadsheet_keeps_what_the_list_does_not_speak_of()
    {
        var weighed = await file.Do(w => w.Threads.FirstAsync(t => t.WeighedAt != null));
        var text = (await TextAsync(Report("threads"))).Replace(weighed.Name, "Another name", StringComparison.Ordinal);

        Assert.IsType<ImportResult.Taken>(await TakeAsync(text, ImportChoice.OfAll));

        var now = await file.Do(w => w.Threads.FirstAsync(t => t.Id == weighed.Id));
        Assert.Equal(("Another name", weighed.WeighedAt, weighed.Uses.Count, weighed.Demo), (now.Name, now.WeighedAt, now.Uses.Count, now.Demo));
    }

    [Theory]
    [InlineData("id,name\r\n,x\r\n", "file", "none of the columns")]
    [InlineData("a;b\r\n1;2\r\n", "file", "semicolons")]
    [InlineData("id,name,acrossOriginalMm,acrossLoadedMm,lengthwiseOriginalMm,lengthwiseLoadedMm,elastane,sheds,runs,melts,colour,tenLayersMm,price\r\n", "column 13", "“price”")]
    [InlineData("id,name,name,acrossOriginalMm,acrossLoadedMm,lengthwiseOriginalMm,lengthwiseLoadedMm,elastane,sheds,runs,melts,colour,tenLayersMm\r\n", "column 3", "second time")]
    [InlineData("name,acrossOriginalMm,acrossLoadedMm,lengthwiseOriginalMm,lengthwiseLoadedMm,elastane,sheds,runs,melts,colour,tenLayersMm\r\nx,\"1,5\",2,3,4,yes,,,,,\r\n", "line 2, acrossOriginalMm", "decimal point")]
    [InlineData("name,acrossOriginalMm,acrossLoadedMm,lengthwiseOriginalMm,lengthwiseLoadedMm,elastane,sheds,runs,melts,colour,tenLayersMm\r\nx,1,2,3,4,yes,,,,,\r\n", "line 2, elastane", "true or false")]
    [InlineData("name,acrossOriginalMm,acrossLoadedMm,lengthwiseOriginalMm,lengthwiseLoadedMm,elastane,sheds,runs,melts,colour,tenLayersMm\r\nx,1,2,3,4,true,,,,,,7\r\n", "line 2", "12 cells under 11 columns")]
    [InlineData("BEGIN:VCALENDAR\r\n", "file", "calendar")]
    [InlineData("<svg/>", "file", "drawing")]
    public async Task What_is_wrong_with_a_list_is_told_by_line_and_column(string text, string field, string why)
    {
        var opened = await OpenAsync(text);

        Assert.Contains(opened.Problems, p => p.Field == field && p.Message.Contains(why, StringComparison.Ordinal));
    }

    [Fact]
    public async Task A_million_columns_and_a_quotation_mark_that_never_ends_are_refused()
    {
        Assert.Contains("more than 200 columns", Assert.Single((await OpenAsync(string.Join(',', Enumerable.Repeat("a", 1_000_000)))).Problems).Message, StringComparison.Ordinal);
        Assert.NotEmpty((await OpenAsync("id,name\r\n" + string.Join(',', Enumerable.Repeat("a", 1_000_000)))).Problems);
        Assert.NotEmpty((await OpenAsync("id,\"" + new string('x', 5_000_000))).Problems);
    }

    [Fact]
    public async Task A_palette_comes_in_the_same_way_and_once()
    {
        const string Text = "GIMP Palette\nName: Boathouse\n10 20 30\tNight\n";

        Assert.IsType<ImportResult.Taken>(await TakeAsync(Text));
        Assert.False((await LookAsync(Text)).ChangesAnything);
    }

    /// <summary>Cells by the grammar of RFC 4180, section 2, character by character.</summary>
    private static List<List<string>> Rfc4180(string text)
    {
        var (rows, row, cell, quoted) = (new List<List<string>>(), new List<string>(), new StringBuilder(), false);
        for (var i = 0; i < text.Length; i++)
        {
            switch (text[i])
            {
                case '"' when quoted && i + 1 < text.Length && text[i + 1] == '"':
                    cell.Append(text[++i]);
                    break;
                case '"':
                    quoted = !quoted;
                    break;
                case ',' when !quoted:
                    row.Add(cell.ToString());
                    cell.Clear();
                    break;
                case '\r' when !quoted && text[i + 1] == '\n':
                    i++;
                    row.Add(cell.ToString());
                    cell.Clear();
                    rows.Add(row);
                    row = [];
                    break;
                default:
                    cell.Append(text[i]);
                    break;
            }
        }

        Assert.True(!quoted && row.Count == 0 && cell.Length == 0, "Every line ends with CRLF.");
        return rows;
    }

    private static CsvReport Report(string name) => CsvReport.All.Single(r => r.Name == name);

    private async Task RenameAsync(string name)
    {
        await using var context = file.Context();
        var cloth = await context.Cloths.FirstAsync();
        (cloth.Name, cloth.Entry) = (name, cloth.Entry with { Name = name });
        var entry = await context.Swatches.FirstAsync();
        entry.Entry = entry.Entry with { Note = name };
        await context.SaveChangesAsync();
    }

    private async Task<string> TextAsync(CsvReport report)
    {
        await using var context = file.Context();
        using var output = new MemoryStream();
        await report.WriteAsync(context, output);
        return Encoding.UTF8.GetString(output.ToArray());
    }

    private async Task<Outcome<ExchangeFile>> OpenAsync(string text)
    {
        var path = Path.Combine(file.Folder, $"{Guid.NewGuid()}.csv");
        await File.WriteAllTextAsync(path, text);
        await using var context = file.Context();
        return await new ImportFiles(context, file.Clock).OpenAsync(path, "a.csv");
    }

    private async Task<ImportPreview> LookAsync(string text)
    {
        var opened = await OpenAsync(text);
        Assert.Equal([], opened.Problems);
        await using var context = file.Context();
        var looked = await new Importing(context, file.Clock).LookAsync(opened.Value!);
        Assert.Equal([], looked.Problems);
        return looked.Value!;
    }

    private async Task<ImportResult> TakeAsync(string text, Func<ImportPreview, ImportChoice>? choose = null)
    {
        var opened = await OpenAsync(text);
        Assert.Equal([], opened.Problems);
        await using var context = file.Context();
        return await new Importing(context, file.Clock).TakeAsync(opened.Value!, choose ?? ImportChoice.OfNew, null, "a.csv", Guid.NewGuid());
    }
}
