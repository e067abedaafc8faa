using System.Text;
using YieldingLoop.Store.Demo;
using YieldingLoop.Store.Exchange;

namespace YieldingLoop.Store.Tests;

/// <summary>What goes out of a workroom comes back unchanged.</summary>
public class ExchangeTests
{
    private static readonly ExportQuestion Everything = new(ExchangeHolds.Workroom, People: true);

    [Fact]
    public async Task The_whole_demo_goes_out_and_comes_back_byte_for_byte()
    {
        using var from = Demo();
        using var into = new WorkroomFile();
        into.Open();
        var file = await ExportAsync(from, Everything);

        var taken = Assert.IsType<ImportResult.Taken>(await TakeAsync(into, file, ImportChoice.OfAll));

        Assert.Empty(taken.Needed);
        Assert.Empty(taken.Renumbered);
        Assert.Equal(Encoding.UTF8.GetString(file), Encoding.UTF8.GetString(await ExportAsync(into, Everything)));
    }

    internal static WorkroomFile Demo()
    {
        var file = new WorkroomFile();
        file.Open(context => DemoLoader.Load(context, file.Clock.Now));
        return file;
    }

    internal static async Task<byte[]> ExportAsync(WorkroomFile workroom, ExportQuestion question, bool zip = false)
    {
        await using var context = workroom.Context();
        using var output = new MemoryStream();
        if (zip)
        {
            await new Exporting(context).WriteZipAsync(question, output, TestContext.Current.CancellationToken);
        }
        else
        {
            await new Exporting(context).WriteJsonAsync(question, output, TestContext.Current.CancellationToken);
        }

        return output.ToArray();
    }

    internal static async Task<Core.Outcome<ExchangeFile>> OpenAsync(WorkroomFile workroom, byte[] file)
    {
        var path = Path.Combine(workroom.Folder, $"{Guid.NewGuid()}.upload");
        await File.WriteAllBytesAsync(path, file, TestContext.Current.CancellationToken);
        return await ExchangeFile.OpenAsync(path);
    }

    internal static async Task<ImportResult> TakeAsync(WorkroomFile workroom, byte[] file, Func<ImportPreview, ImportChoice> choose, string? seen = null, Guid? key = null)
    {
        var opened = await OpenAsync(workroom, file);
        Assert.Equal([], opened.Problems);
        await using var context = workroom.Context();
        return await new Importing(context, workroom.Clock).TakeAsync(opened.Value!, choose, seen, "a.json", key ?? Guid.NewGuid());
    }

    internal static async Task<ImportPreview> LookAsync(WorkroomFile workroom, byte[] file)
    {
        var opened = await OpenAsync(workroom, file);
        Assert.Equal([], opened.Problems);
        await using var context = workroom.Context();
        var looked = await new Importing(context, workroom.Clock).LookAsync(opened.Value!);
        Assert.Equal([], looked.Problems);
        return looked.Value!;
    }
}
