using System.Net;
using System.Text.Json.Nodes;

namespace YieldingLoop.Web.Tests;

/// <summary>What is learnt, over the API, against the reference cases (tests/reference/learning-cases.json).</summary>
public sealed class LearnApiTests(App app) : IClassFixture<App>
{
    private static readonly JsonArray Cases = JsonNode.Parse(File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "reference", "learning-cases.json")))!["cases"]!.AsArray();

    private Task<(HttpStatusCode Status, JsonNode Answer)> AskAsync(string body) => app.AskAsync("swatches/learn", body);

    private static void Alike(JsonNode? expected, JsonNode? answer, double relative, string at)
    {
        switch (expected)
        {
            case JsonObject members:
                Assert.Equal(members.Where(m => m.Value is not null).Select(m => m.Key).Order(StringComparer.Ordinal), answer!.AsObject().Select(m => m.Key).Order(StringComparer.Ordinal));
                foreach (var (name, value) in members.Where(m => m.Value is not null))
                {
                    Alike(value, answer[name], relative, $"{at}.{name}");
                }

                break;
            case JsonArray items:
                Assert.Equal(items.Count, answer!.AsArray().Count);
                foreach (var (i, item) in items.Index())
                {
                    Alike(item, answer[i], relative, $"{at}[{i}]");
                }

                break;
            case JsonValue value when value.TryGetValue<double>(out var wanted):
                Assert.True(Math.Abs(answer!.GetValue<double>() - wanted) <= relative * Math.Max(Math.Abs(wanted), 1e-3), $"{at}: {answer} for {wanted}");
                break;
            default:
                Assert.True(JsonNode.DeepEquals(expected, answer), $"{at}: {answer} for {expected}");
                break;
        }
    }

    [Fact]
    public async Task The_twenty_reference_cases_are_answered_as_they_have_it()
    {
        Assert.Equal(20, Cases.Count);
        foreach (var (i, reference) in Cases.Index())
        {
            var (status, answer) = await AskAsync(new JsonObject { ["kind"] = reference!["kind"]!.DeepClone(), ["input"] = reference["input"]!.DeepClone() }.ToJsonString());
            Assert.True(status == HttpStatusCode.OK, answer.ToJsonString());
            Alike(reference["expected"], answer, reference["kind"]!.GetValue<string>() == "yield" ? 0.005 : 1e-4, $"case {i}");
        }
    }

    [Fact]
    public async Task The_example_is_what_the_server_answers()
    {
        var examples = Path.Combine(AppContext.BaseDirectory, "examples");
        var (status, answer) = await AskAsync(await File.ReadAllTextAsync(Path.Combine(examples, "swatches-learn.request.json")));
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.True(JsonNode.DeepEquals(JsonNode.Parse(await File.ReadAllTextAsync(Path.Combine(examples, "swatches-learn.response.json"))), answer), answer.ToJsonString());
    }

    [Fact]
    public async Task Where_the_dials_hardly_move_it_no_difference_is_told()
    {
        var body = """{"kind":"meetingLine","input":{"modelAtNeutralMm":0,"targetMm":0,"predictAtDifference":1,"observations":[{"upper":{"dial":8,"neutral":4,"sense":1},"lower":{"dial":4,"neutral":4,"sense":1},"readMm":-0.5},{"upper":{"dial":0,"neutral":4,"sense":1},"lower":{"dial":4,"neutral":4,"sense":1},"readMm":0.5}]}}""";
        var (status, answer) = await AskAsync(body);
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.True(answer["slopeMmPerNumber"]!.GetValue<double>() < 0.05);
        Assert.Null(answer["differenceForTarget"]);
    }

    [Theory]
    [InlineData("kind", """{"kind":"skips","input":{}}""")]
    [InlineData("kind", """{"input":{}}""")]
    [InlineData("input", """{"kind":"growth"}""")]
    [InlineData("input.extra", """{"kind":"growth","input":{"stretchAlongPercent":50,"footPressure":1,"predictAtDifferential":1,"observations":[],"extra":1}}""")]
    [InlineData("input.footPressure", """{"kind":"growth","input":{"stretchAlongPercent":50,"footPressure":0,"predictAtDifferential":1,"observations":[]}}""")]
    [InlineData("input.observations[0].differential", """{"kind":"growth","input":{"stretchAlongPercent":50,"footPressure":1,"predictAtDifferential":1,"observations":[{"differential":0,"readPercent":3}]}}""")]
    [InlineData("input.observations[0].upper.sense", """{"kind":"meetingLine","input":{"modelAtNeutralMm":0,"targetMm":0,"predictAtDifference":1,"observations":[{"upper":{"dial":4,"neutral":4,"sense":2},"lower":{"dial":4,"neutral":4,"sense":1},"readMm":0}]}}""")]
    [InlineData("input.observations[0].readMm", """{"kind":"meetingLine","input":{"modelAtNeutralMm":0,"targetMm":0,"predictAtDifference":1,"observations":[{"upper":{"dial":4,"neutral":4,"sense":1},"lower":{"dial":4,"neutral":4,"sense":1}}]}}""")]
    [InlineData("input.threads", """{"kind":"yield","input":{"threads":[],"observations":[]}}""")]
    [InlineData("input.threads[1].position", """{"kind":"yield","input":{"threads":[{"position":"needle","kind":"cotton","modelPopPercent":50},{"position":"needle","kind":"cotton","modelPopPercent":50}],"observations":[]}}""")]
    [InlineData("input.threads[0].kind", """{"kind":"yield","input":{"threads":[{"position":"needle","kind":"rope","modelPopPercent":50}],"observations":[]}}""")]
    [InlineData("input.observations[0].popped", """{"kind":"yield","input":{"threads":[{"position":"needle","kind":"cotton","modelPopPercent":700}],"observations":[{"popped":"needle","atPercent":50}]}}""")]
    [InlineData("input.observations[0].popped", """{"kind":"yield","input":{"threads":[{"position":"needle","kind":"cotton","modelPopPercent":0}],"observations":[{"popped":"needle","atPercent":50}]}}""")]
    [InlineData("input.observations[0].popped", """{"kind":"yield","input":{"threads":[{"position":"needle","kind":"cotton","modelPopPercent":60}],"observations":[{"popped":"bobbin","atPercent":50}]}}""")]
    [InlineData("input.observations[0].atPercent", """{"kind":"yield","input":{"threads":[{"position":"needle","kind":"cotton","modelPopPercent":60}],"observations":[{"popped":"needle"}]}}""")]
    [InlineData("input.observations[0]", """{"kind":"yield","input":{"threads":[{"position":"needle","kind":"cotton","modelPopPercent":60}],"observations":[{"heldToPercent":20,"crackledAtPercent":50}]}}""")]
    [InlineData("input.observations[0]", """{"kind":"yield","input":{"threads":[{"position":"needle","kind":"cotton","modelPopPercent":60}],"observations":[{}]}}""")]
    [InlineData("input.observations[0].crackledAtPercent", """{"kind":"yield","input":{"threads":[{"position":"needle","kind":"cotton","modelPopPercent":700}],"observations":[{"crackledAtPercent":50}]}}""")]
    [InlineData("input.observations[0].heldToPercent", """{"kind":"yield","input":{"threads":[{"position":"needle","kind":"cotton","modelPopPercent":60}],"observations":[{"heldToPercent":0}]}}""")]
    public async Task What_cannot_be_is_named_by_its_path(string path, string body)
    {
        var (status, answer) = await AskAsync(body);
        Assert.Equal(HttpStatusCode.BadRequest, status);
        Assert.Equal([path], answer["errors"]!.AsObject().Select(e => e.Key));
    }
}
