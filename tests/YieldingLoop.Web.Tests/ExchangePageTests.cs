using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using AngleSharp.Html.Dom;

namespace YieldingLoop.Web.Tests;

/// <summary>Files in and out, as somebody at a browser does it.</summary>
public sealed class ExchangePageTests : IAsyncDisposable
{
    private readonly App home = new(), other = new() { Empty = true };
    private readonly Visitor visitor, guest;

    public ExchangePageTests() => (visitor, guest) = (home.Visit(), other.Visit());

    public async ValueTask DisposeAsync()
    {
        await home.DisposeAsync();
        await other.DisposeAsync();
    }

    [Fact]
    public async Task A_workroom_goes_out_as_a_zip_comes_into_another_and_is_undone_there()
    {
        var zip = await visitor.Client.GetByteArrayAsync(Address("/files/out/workroom.zip?people=true"));

        var look = await UploadAsync(guest, zip, "ours.zip");
        var page = await guest.OpenAsync(look.Location!);
        Assert.Contains("110 records are new here", page.QuerySelector(".lead")!.TextContent, StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.Redirect, (await SendAsync(guest, page, look.Location!)).StatusCode);

        Assert.Contains("Unisuit power knit", (await guest.OpenAsync("/cloths")).Body!.TextContent, StringComparison.Ordinal);
        Assert.Equal(zip, await guest.Client.GetByteArrayAsync(Address("/files/out/workroom.zip?people=true")));
        // Gone once it is in; a second press leads back.
        Assert.Equal(HttpStatusCode.Redirect, (await guest.Client.GetAsync(Address(look.Location!))).StatusCode);
        var files = await guest.OpenAsync("/files");
        Assert.Contains("ours.zip", files.QuerySelector(".copies")!.TextContent, StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.Redirect, (await SendAsync(guest, files, "/files?handler=Undo", ".copies form")).StatusCode);
        Assert.DoesNotContain("Unisuit power knit", (await guest.OpenAsync("/cloths")).Body!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_differs_stands_side_by_side_and_stays_unless_it_is_ticked()
    {
        var root = JsonNode.Parse(await visitor.Client.GetStringAsync(Address("/files/out/workroom.json")))!;
        root["cloths"]![0]!["cloth"]!["acrossLoadedMm"] = 188;
        var look = await UploadAsync(visitor, Encoding.UTF8.GetBytes(root.ToJsonString()), "a.json");

        var page = await visitor.OpenAsync(look.Location!);
        Assert.Equal(["195 mm", "188 mm"], page.QuerySelectorAll(".versus td").Select(c => c.TextContent));
        Assert.False(((IHtmlInputElement)page.QuerySelector("input[name=take]")!).IsChecked);
        var nothing = await SendAsync(visitor, page, look.Location!);
        Assert.Equal(HttpStatusCode.Conflict, nothing.StatusCode);
        Assert.Contains("Nothing is ticked", await nothing.Content.ReadAsStringAsync(), StringComparison.Ordinal);

        page = await visitor.OpenAsync(look.Location!);
        ((IHtmlInputElement)page.QuerySelector("input[name=take]")!).IsChecked = true;
        Assert.Equal(HttpStatusCode.Redirect, (await SendAsync(visitor, page, look.Location!)).StatusCode);
        Assert.Contains("188", await visitor.Client.GetStringAsync(Address("/files/out/lists/cloths.csv")), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("/files/out/garments/1.json")]
    [InlineData("/files/out/set-ups/1.json")]
    [InlineData("/files/out/cloths/1.json")]
    [InlineData("/files/out/machines/1.json")]
    [InlineData("/files/out/swatches.json")]
    [InlineData("/files/out/swatches.zip")]
    [InlineData("/files/out/lists/threads.csv")]
    [InlineData("/files/out/lists/needles.csv")]
    public async Task What_went_out_is_known_when_it_comes_back(string address)
    {
        var look = await UploadAsync(visitor, await visitor.Client.GetByteArrayAsync(Address(address)), "back");

        Assert.NotNull(look.Location);
        Assert.Null((await visitor.OpenAsync(look.Location!)).QuerySelector("input[name=take]"));
    }

    [Theory]
    [InlineData("/files/out/lists/set-ups.csv", "text/csv")]
    [InlineData("/files/out/lists/swatches.csv", "text/csv")]
    [InlineData("/files/out/lists/care.csv", "text/csv")]
    [InlineData("/files/out/runs/1.csv", "text/csv")]
    [InlineData("/formats/workroom-1.schema.json", "application/schema+json")]
    public async Task Lists_and_schemas_are_given_out(string address, string type)
    {
        using var answer = await visitor.Client.GetAsync(Address(address));

        Assert.Equal((HttpStatusCode.OK, type), (answer.StatusCode, answer.Content.Headers.ContentType!.MediaType));
        Assert.NotEmpty(await answer.Content.ReadAsByteArrayAsync());
    }

    [Theory]
    [InlineData("/files/out/cloths/99.json")]
    [InlineData("/files/out/workroom.exe")]
    [InlineData("/files/out/lists/wearers.csv")]
    [InlineData("/files/out/runs/99.csv")]
    [InlineData("/formats/../workroom.db")]
    [InlineData("/formats/no.schema.json")]
    public async Task What_is_not_there_is_not_given_out(string address) => Assert.Equal(HttpStatusCode.NotFound, (await visitor.Client.GetAsync(Address(address))).StatusCode);

    [Theory]
    [InlineData("", "No file came")]
    [InlineData("{", "no whole JSON")]
    [InlineData("<script>alert(1)</script>", "drawing or a page")]
    [InlineData("""{"format":"yielding-loop","version":9,"holds":"cloth"}""", "newer program")]
    public async Task A_file_that_is_none_is_refused_and_nothing_is_kept_of_it(string text, string why)
    {
        var (status, location, answer) = await UploadAsync(visitor, Encoding.UTF8.GetBytes(text), "<b>x</b>.json");

        Assert.Equal((HttpStatusCode.BadRequest, null), (status, location));
        Assert.Contains(why, answer, StringComparison.Ordinal);
        Assert.DoesNotContain("<b>x", answer, StringComparison.Ordinal);
        var kept = Path.Combine(home.Folder, "imports");
        Assert.True(!Directory.Exists(kept) || Directory.GetFiles(kept).Length == 0);
    }

    private static Uri Address(string path) => new(path, UriKind.Relative);

    private static async Task<(HttpStatusCode Status, string? Location, string Text)> UploadAsync(Visitor visitor, byte[] file, string name)
    {
        var form = (IHtmlFormElement)(await visitor.OpenAsync("/files")).QuerySelector("form[enctype]")!;
        using var content = new MultipartFormDataContent();
        foreach (var (field, value) in Visitor.Fields(form).Where(f => f.Key != "file"))
        {
            content.Add(new StringContent(value), field);
        }

        content.Add(new ByteArrayContent(file), "file", name);
        using var answer = await visitor.Client.PostAsync(Address("/files"), content);
        return (answer.StatusCode, answer.Headers.Location?.OriginalString, await answer.Content.ReadAsStringAsync());
    }

    private static Task<HttpResponseMessage> SendAsync(Visitor visitor, IHtmlDocument page, string address, string form = "#take") =>
        visitor.Client.PostAsync(Address(address), new FormUrlEncodedContent(Visitor.Fields((IHtmlFormElement)page.QuerySelector(form)!)));
}
