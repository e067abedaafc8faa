using System.Net;
using System.Text;
using System.Text.Json.Nodes;

namespace YieldingLoop.Web.Tests;

/// <summary>The thread-up over the API.</summary>
public sealed class ThreadUpApiTests(App app) : IClassFixture<App>
{
    private static readonly string Examples = Path.Combine(AppContext.BaseDirectory, "examples");

    private async Task<(HttpStatusCode Status, JsonNode Answer)> AskAsync(string body)
    {
        using var content = new StringContent(body, Encoding.UTF8, "application/json");
        using var answer = await app.CreateClient().PostAsync(new Uri("/api/v1/thread-ups", UriKind.Relative), content);
        return (answer.StatusCode, JsonNode.Parse(await answer.Content.ReadAsStringAsync())!);
    }

    [Fact]
    public async Task The_example_is_what_the_server_answers()
    {
        var (status, answer) = await AskAsync(await File.ReadAllTextAsync(Path.Combine(Examples, "thread-ups.request.json")));
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.True(JsonNode.DeepEquals(JsonNode.Parse(await File.ReadAllTextAsync(Path.Combine(Examples, "thread-ups.response.json"))), answer), answer.ToJsonString());
    }

    [Theory]
    [InlineData("broke", "{\"broke\":\"tail\"}")]
    [InlineData("broke", "{\"broke\":\"bobbin\"}")]
    [InlineData("machine", "{\"machine\":{}}")]
    [InlineData("machine.gaugeMm", "{\"machine.gaugeMm\":90}")]
    [InlineData("state.fingerName", "{\"state.fingerName\":\"thumb\"}")]
    [InlineData("state.lengthMm", "{\"state.lengthMm\":-1}")]
    [InlineData("wanted.needles", "{\"wanted\":{}}")]
    [InlineData("wanted.threads[0]", "{\"wanted.threads\":[null]}")]
    [InlineData("wanted.plateName", "{\"wanted.plateName\":\"zigzag\"}")]
    [InlineData("schools.broken-thread", "{\"schools\":{\"broken-thread\":\"glue\"}}")]
    [InlineData("extra", "{\"extra\":1}")]
    public async Task What_cannot_be_is_named_by_its_path(string path, string change)
    {
        var body = JsonNode.Parse(await File.ReadAllTextAsync(Path.Combine(Examples, "thread-ups.request.json")))!;
        var (name, value) = JsonNode.Parse(change)!.AsObject().Single();
        var parts = name.Split('.');
        var owner = parts.SkipLast(1).Aggregate(body, (node, part) => node[part]!);
        owner[parts[^1]] = value?.DeepClone();
        var (status, answer) = await AskAsync(body.ToJsonString());
        Assert.Equal(HttpStatusCode.BadRequest, status);
        Assert.Contains(path, answer["errors"]!.AsObject().Select(e => e.Key));
    }
}
