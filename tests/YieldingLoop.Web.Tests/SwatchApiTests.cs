using System.Net;
using System.Text.Json.Nodes;

namespace YieldingLoop.Web.Tests;

/// <summary>A swatch read over the API.</summary>
public sealed class SwatchApiTests(App app) : IClassFixture<App>
{
    private static readonly string Examples = Path.Combine(AppContext.BaseDirectory, "examples");

    private Task<(HttpStatusCode Status, JsonNode Answer)> AskAsync(JsonNode body) => app.AskAsync("swatches/read", body.ToJsonString());

    private static async Task<JsonNode> ExampleAsync() => JsonNode.Parse(await File.ReadAllTextAsync(Path.Combine(Examples, "swatches-read.request.json")))!;

    private static double Number(JsonNode answer, params string[] path) => path.Aggregate(answer, (node, part) => node[part]!).GetValue<double>();

    [Fact]
    public async Task The_example_is_what_the_server_answers()
    {
        var (status, answer) = await AskAsync(await ExampleAsync());
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.True(JsonNode.DeepEquals(JsonNode.Parse(await File.ReadAllTextAsync(Path.Combine(Examples, "swatches-read.response.json"))), answer), answer.ToJsonString());
    }

    /// <summary>The rules of what passes and what is learnt, written out a second time, against random readings.</summary>
    [Fact]
    public async Task Random_swatches_are_judged_as_their_targets_say()
    {
        var random = new Random(160);
        var passes = 0;
        for (var round = 0; round < 150; round++)
        {
            var body = await ExampleAsync();
            double? Maybe(double low, double high) => random.Next(8) == 0 ? null : Math.Round(low + (high - low) * random.NextDouble(), 2);
            var (meeting, gap, overhang, growth, beside, held) = (Maybe(-0.6, 0.6), Maybe(0, 0.5), Maybe(-0.8, 0.4), Maybe(-2, 3), Maybe(-2.2, 2.2), Maybe(40, 90));
            int? stitches = random.Next(8) == 0 ? null : random.Next(45, 300), skips = stitches is null ? null : random.Next(6) == 0 ? random.Next(1, 4) : 0;
            body.AsObject().Remove("strip");
            body["readings"] = new JsonObject { ["meetingLineMm"] = meeting, ["gapMm"] = gap, ["overhangMm"] = overhang, ["growthPercent"] = growth, ["besideUnsewnPercent"] = beside, ["heldToPercent"] = held, ["stitches"] = stitches, ["skips"] = skips };
            var (status, answer) = await AskAsync(body);
            Assert.True(status == HttpStatusCode.OK, answer.ToJsonString());
            var targets = answer["targets"]!;
            bool Within(string name, double? value) => value is { } read && !(targets[name]!["least"] is { } least && read < least.GetValue<double>() - 1e-9) && !(targets[name]!["most"] is { } most && read > most.GetValue<double>() + 1e-9);
            var passed = Within("meetingLineMm", meeting) && Within("gapMm", gap) && Within("overhangMm", overhang) && Within("growthPercent", growth) && Within("besideUnsewnPercent", beside)
                && held >= targets["holdPercent"]!.GetValue<double>() && skips == 0 && stitches >= 50;
            Assert.Equal(passed, answer["passed"]!.GetValue<bool>());
            passes += passed ? 1 : 0;
            string[] missing = [.. new[] { ("meeting-line", meeting is null), ("gap", gap is null), ("overhang", overhang is null), ("growth", growth is null), ("beside-unsewn", beside is null), ("hold", held is null || held < targets["holdPercent"]!.GetValue<double>()), ("skips", !(skips > 0) && !(stitches >= 50)) }.Where(m => m.Item2).Select(m => m.Item1)];
            Assert.Equal(missing, answer["missing"]!.AsArray().Select(m => m!.GetValue<string>()));
            // A reading makes no band wider, and what nobody read stays as it was.
            foreach (var (band, read) in new[] { ("meetingLineMm", meeting), ("growthPercent", growth) })
            {
                double before = Number(answer, "predicted", band, "high") - Number(answer, "predicted", band, "low"), after = Number(answer, "predictedNow", band, "high") - Number(answer, "predictedNow", band, "low");
                Assert.True(read is null ? Math.Abs(before - after) < 1e-9 : after < before, $"{band}: {before} to {after}");
            }
        }

        Assert.InRange(passes, 10, 130);
    }

    [Fact]
    public async Task What_was_sewn_with_a_fault_teaches_nothing()
    {
        var body = await ExampleAsync();
        foreach (var swatch in body["earlier"]!.AsArray())
        {
            swatch!["leftOut"] = true;
        }

        var all = (await AskAsync(body)).Answer;
        body.AsObject().Remove("earlier");
        var none = (await AskAsync(body)).Answer;
        Assert.True(JsonNode.DeepEquals(all["predictedNow"], none["predictedNow"]));
        Assert.True(JsonNode.DeepEquals(all["predicted"], none["predicted"]));
    }

    [Theory]
    [InlineData("readings.gapMm", "readings.gapMm", "-1")]
    [InlineData("readings.gapMm", "readings.gapMm", "\"wide\"")]
    [InlineData("readings.curlsTo", "readings.curlsTo", "\"up\"")]
    [InlineData("readings.firstSkipAt", "readings.firstSkipAt", "5")]
    [InlineData("readings.poppedAt", "readings.poppedAtPercent", "50")]
    [InlineData("readings.brokeAt", "readings.brokeAt", "\"upper-looper\"")]
    [InlineData("readings.skipsByPosition.tail", "readings.skipsByPosition", "{\"tail\":1}")]
    [InlineData("readings.rowsParallel", "readings.rowsParallel", "true")]
    [InlineData("readings.extra", "readings.extra", "1")]
    [InlineData("strip.pulledMm", "strip.pulledMm", "100")]
    [InlineData("strip.beforeMm", "strip.beforeMm", "1")]
    [InlineData("setup.dials.upper-looper", "setup.dials.upper-looper", "99")]
    [InlineData("setup.stitchLengthMm", "setup.stitchLengthMm", "null")]
    [InlineData("earlier[0].readings.overhangMm", "earlier.0.readings.overhangMm", "99")]
    [InlineData("earlier[1].setup.finger", "earlier.1.setup.finger", "\"thumb\"")]
    [InlineData("targets.gapMm", "targets", "{\"gapMm\":{\"least\":2,\"most\":1}}")]
    [InlineData("targets.holdPercent", "targets", "{\"holdPercent\":-5}")]
    [InlineData("cloth.thicknessMm", "cloth.thicknessMm", "99")]
    [InlineData("seam.job", "seam.job", "\"knot\"")]
    [InlineData("schools.join", "schools.join", "\"glue\"")]
    public async Task What_cannot_be_is_named_by_its_path(string path, string at, string value)
    {
        var body = await ExampleAsync();
        var parts = at.Split('.');
        var owner = parts.SkipLast(1).Aggregate(body, (node, part) => int.TryParse(part, out var i) ? node[i]! : node[part]!);
        owner[parts[^1]] = JsonNode.Parse(value);
        var (status, answer) = await AskAsync(body);
        Assert.Equal(HttpStatusCode.BadRequest, status);
        Assert.True(answer["errors"]!.AsObject().Any(e => e.Key == path), answer.ToJsonString());
    }
}
