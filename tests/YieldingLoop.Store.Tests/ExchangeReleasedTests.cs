using YieldingLoop.Store.Exchange;

namespace YieldingLoop.Store.Tests;

/// <summary>A literal example of every released version of every kind of file is read whole, for as long as there is a program.</summary>
public class ExchangeReleasedTests
{
    private static readonly string Folder = Path.Combine(AppContext.BaseDirectory, "reference", "formats");

    public static TheoryData<string> Released { get; } = [.. Directory.GetFiles(Folder, "*.json").Select(f => Path.GetFileName(f)!).Order()];

    [Fact]
    public void There_is_an_example_of_every_kind_in_every_version() =>
        Assert.All(Enum.GetValues<ExchangeHolds>().SelectMany(h => Enumerable.Range(1, ExchangeFormat.Version).Select(v => $"{ExchangeFormat.NameOf(h)}-{v}.json")), f => Assert.True(File.Exists(Path.Combine(Folder, f)), f));

    [Theory]
    [MemberData(nameof(Released))]
    public async Task It_comes_in_whole(string name)
    {
        using var into = new WorkroomFile();
        into.Open();
        var file = await File.ReadAllBytesAsync(Path.Combine(Folder, name), TestContext.Current.CancellationToken);

        var preview = await ExchangeTests.LookAsync(into, file);
        Assert.NotEmpty(preview.Items);
        Assert.All(preview.Items, i => Assert.Equal(ImportStatus.New, i.Status));
        var taken = Assert.IsType<ImportResult.Taken>(await ExchangeTests.TakeAsync(into, file, ImportChoice.OfAll));
        Assert.Equal(preview.Items.Count, taken.Added);
    }
}
