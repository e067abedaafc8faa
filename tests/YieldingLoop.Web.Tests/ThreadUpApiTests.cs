using System.Net;
using System.Text;
using System.Text.Json.Nodes;

namespace YieldingLoop.Web.Tests;

/// <summary>The thread-up over the API.</summary>
public sealed class ThreadUpApiTests(App app) : IClassFixture<App>
{
    private static readonly string Examples = Path.Combine(AppContext.BaseDirectory, "examples");

    private Task<(HttpStatusCode Status, JsonNode Answer)> AskAsync(string body) => app.AskAsync("thread-ups", body);

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
    [InlineData("machine.kind", "{\"machine\":{}}")]
    [InlineData("machine.gaugeMm", "{\"machine.gaugeMm\":90}")]
    [InlineData("machine.gaugeMm", "{\"machine.gaugeMm\":\"wide\"}")]
    [InlineData("state.finger", "{\"state.finger\":\"thumb\"}")]
    [InlineData("state.fingerName", "{\"state.fingerName\":\"wide\"}")]
    [InlineData("state.stitchLengthMm", "{\"state.stitchLengthMm\":-1}")]
    [InlineData("state.dials.bobbin", "{\"state.dials.bobbin\":4}")]
    [InlineData("state.dials.tail", "{\"state.dials.tail\":4}")]
    [InlineData("state.knife", "{\"state.knife\":\"blunt\"}")]
    [InlineData("wanted.needles", "{\"wanted\":{}}")]
    [InlineData("wanted.threads", "{\"wanted.threads\":[null]}")]
    [InlineData("wanted.threads.upper-looper.kind", "{\"wanted.threads.upper-looper\":{}}")]
    [InlineData("wanted.threads.upper-looper.kind", "{\"wanted.threads.upper-looper.kind\":\"rope\"}")]
    [InlineData("wanted.threads.needle-left", "{\"wanted.threads.needle-left\":null}")]
    [InlineData("wanted.plate", "{\"wanted.plate\":\"zigzag\"}")]
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

    /// <summary>The same set-up in every call: what a plan answers is what a thread-up takes, and what it leaves is a state again.</summary>
    [Fact]
    public async Task A_planned_set_up_goes_unchanged_into_the_thread_up_and_every_fault_is_told_at_once()
    {
        using var client = app.CreateClient();
        var question = JsonNode.Parse(await File.ReadAllTextAsync(Path.Combine(Examples, "plans.request.json")))!;
        using var plan = await client.PostAsync(new Uri("/api/v1/plans", UriKind.Relative), new StringContent(question.ToJsonString(), Encoding.UTF8, "application/json"));
        var best = JsonNode.Parse(await plan.Content.ReadAsStringAsync())!["best"]!;
        var machine = question["machines"]!.AsArray().Single(m => m!["id"]!.GetValue<string>() == best["machine"]!.GetValue<string>())!;
        var ask = new JsonObject { ["machine"] = machine["machine"]!.DeepClone(), ["state"] = machine["state"]?.DeepClone(), ["wanted"] = best["setup"]!.DeepClone() };
        var (status, way) = await AskAsync(ask.ToJsonString());
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.Equal(best["cost"]!["changeoverMinutes"]!.GetValue<double>(), way["minutes"]!.GetValue<double>(), 9);
        ask["state"] = way["end"]!.DeepClone();
        Assert.Empty((await AskAsync(ask.ToJsonString())).Answer["steps"]!.AsArray());

        // The example of the documentation is a set-up too.
        ask["wanted"] = JsonNode.Parse(await File.ReadAllTextAsync(Path.Combine(Examples, "setup.json")));
        Assert.Equal(HttpStatusCode.OK, (await AskAsync(ask.ToJsonString())).Status);

        ask["wanted"]!["threads"]!["upper-looper"]!["kind"] = 7;
        ask["wanted"]!["knife"] = "blunt";
        ask["wanted"]!["colour"] = "red";
        ask.Remove("machine");
        var (bad, faults) = await AskAsync(ask.ToJsonString());
        Assert.Equal(HttpStatusCode.BadRequest, bad);
        Assert.Equal(["machine", "wanted.colour", "wanted.knife", "wanted.threads.upper-looper.kind"], faults["errors"]!.AsObject().Select(e => e.Key).Order(StringComparer.Ordinal));
    }
}
