using System.Net;
using System.Text.Json.Nodes;

namespace YieldingLoop.Web.Tests;

/// <summary>The order of a run over the API.</summary>
public sealed class RunOrderApiTests(App app) : IClassFixture<App>
{
    private static readonly string Examples = Path.Combine(AppContext.BaseDirectory, "examples");

    private static JsonNode Example() => JsonNode.Parse(File.ReadAllText(Path.Combine(Examples, "run-orders.request.json")))!;

    private Task<(HttpStatusCode Status, JsonNode Answer)> AskAsync(JsonNode body) => app.AskAsync("run-orders", body.ToJsonString());

    private static JsonArray Seams(JsonNode body, int garment) => body["garments"]![garment]!["seams"]!.AsArray();

    [Fact]
    public async Task The_example_is_what_the_server_answers()
    {
        var (status, answer) = await AskAsync(Example());
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.True(JsonNode.DeepEquals(JsonNode.Parse(await File.ReadAllTextAsync(Path.Combine(Examples, "run-orders.response.json"))), answer), answer.ToJsonString());
    }

    /// <summary>Random runs from the set-ups of the example: the rules are written out a second time, and every changeover is asked of the thread-up.</summary>
    [Fact]
    public async Task Every_changeover_takes_as_long_as_its_own_thread_up_and_what_comes_first_comes_first()
    {
        var random = new Random(19);
        var example = Example();
        var candidates = example["garments"]!.AsArray().SelectMany(g => g!["seams"]!.AsArray()).SelectMany(s => s!["candidates"]!.AsArray()).Select(c => c!).ToList();
        for (var run = 0; run < 25; run++)
        {
            var body = Example();
            body["batch"] = random.Next(2) == 0 ? "seam-by-seam" : "garment-by-garment";
            body.AsObject().Remove("locked");
            body["garments"] = new JsonArray([.. Enumerable.Range(0, random.Next(1, 4)).Select(g => (JsonNode)new JsonObject
            {
                ["id"] = $"g{g}",
                ["count"] = random.Next(1, 3),
                ["seams"] = new JsonArray([.. Enumerable.Range(0, random.Next(1, 4)).Select(s => (JsonNode)new JsonObject
                {
                    ["id"] = $"s{s}",
                    ["after"] = new JsonArray([.. Enumerable.Range(0, s).Where(_ => random.Next(2) == 0).Select(b => (JsonNode)$"s{b}")]),
                    ["candidates"] = new JsonArray([.. Enumerable.Range(0, random.Next(1, 4)).Select(_ => candidates[random.Next(candidates.Count)].DeepClone())]),
                })]),
            })]);
            var (status, answer) = await AskAsync(body);
            Assert.Equal(HttpStatusCode.OK, status);
            await CheckAsync(body, answer);
        }
    }

    private async Task CheckAsync(JsonNode body, JsonNode answer)
    {
        var machines = body["machines"]!.AsArray().ToDictionary(m => m!["id"]!.GetValue<string>(), m => m!["machine"]!);
        var states = body["machines"]!.AsArray().ToDictionary(m => m!["id"]!.GetValue<string>(), m => m!["state"]?.DeepClone());
        var (sewn, total, current) = (new List<(string Garment, string Seam, int? Copy)>(), 0.0, (string?)null);
        foreach (var place in answer["order"]!.AsArray())
        {
            var (garment, seam, copy, machine) = (place!["garment"]!.GetValue<string>(), place["seam"]!.GetValue<string>(), place["copy"]?.GetValue<int>(), place["machine"]!.GetValue<string>());
            var asked = body["garments"]!.AsArray().First(g => g!["id"]!.GetValue<string>() == garment)!["seams"]!.AsArray().First(s => s!["id"]!.GetValue<string>() == seam)!;
            Assert.All(asked["after"]!.AsArray(), a => Assert.Contains((garment, a!.GetValue<string>(), copy), sewn));
            if (copy > 1)
            {
                // The copy before is sewn to its end.
                var all = body["garments"]!.AsArray().First(g => g!["id"]!.GetValue<string>() == garment)!["seams"]!.AsArray().Count;
                Assert.Equal(all, sewn.Count(s => s.Garment == garment && s.Copy == copy - 1));
            }

            Assert.DoesNotContain((garment, seam, copy), sewn);
            sewn.Add((garment, seam, copy));
            var number = place["candidate"]!.GetValue<int>();
            var candidate = asked["candidates"]![number]!;
            Assert.Equal(machine, candidate["machine"]!.GetValue<string>());
            var question = new JsonObject { ["machine"] = machines[machine].DeepClone(), ["wanted"] = candidate["setup"]!.DeepClone() };
            if (states[machine] is { } state)
            {
                question["state"] = state.DeepClone();
            }

            // A set-up of the example speaks of everything its machine has, so what it leaves is what it says.
            var (status, threadUp) = await app.AskAsync("thread-ups", question.ToJsonString());
            Assert.Equal(HttpStatusCode.OK, status);
            var changeover = threadUp["minutesWithSwatch"]!.GetValue<double>() + (current is not null && current != machine ? 0.5 : 0);
            Assert.Equal(changeover, place["changeoverMinutes"]!.GetValue<double>(), 6);
            total += changeover + (number == 0 ? 0 : candidate["costMinutes"]?.GetValue<double>() ?? 0);
            states[machine] = candidate["setup"]!.DeepClone();
            current = machine;
        }

        var count = body["garments"]!.AsArray().Sum(g => g!["seams"]!.AsArray().Count * (body["batch"]!.GetValue<string>() == "seam-by-seam" ? 1 : g["count"]!.GetValue<int>()));
        Assert.Equal(count, sewn.Count);
        Assert.Equal(total, answer["minutes"]!.GetValue<double>(), 5);
        Assert.InRange(answer["lowerBound"]!.GetValue<double>(), 0, total + 1e-5);
        Assert.True(answer["proved"]!.GetValue<bool>() || count > 12);
    }

    [Fact]
    public async Task What_is_locked_stays_in_its_order()
    {
        var body = Example();
        body["locked"] = new JsonArray("top/neck", "side", "hem", "leg", "unisuit/neck");
        var (_, answer) = await AskAsync(body);
        var order = answer["order"]!.AsArray().Select(p => $"{p!["garment"]}/{p["seam"]}").ToList();
        Assert.Equal(["top/neck", "unisuit/side", "top/hem", "unisuit/leg", "unisuit/neck"], order.Where(o => o != "top/shoulder"));
        // What is locked can only cost.
        Assert.True(answer["minutes"]!.GetValue<double>() >= (await AskAsync(Example())).Answer["minutes"]!.GetValue<double>());
    }

    private async Task<JsonObject> RefusedAsync(Action<JsonNode> change)
    {
        var body = Example();
        change(body);
        var (status, answer) = await AskAsync(body);
        Assert.Equal(HttpStatusCode.BadRequest, status);
        return answer["errors"]!.AsObject();
    }

    [Fact]
    public async Task A_circle_is_named_by_its_seams()
    {
        var errors = await RefusedAsync(b =>
        {
            Seams(b, 1)[0]!["after"] = new JsonArray("hem");
            b.AsObject().Remove("locked");
        });
        Assert.Equal("What has to be sewn first goes round in a circle: “Hem” of “top” before “Shoulder seam” of “top” before “Hem” of “top”.", errors["garments"]![0]!.GetValue<string>());
        errors = await RefusedAsync(b => b["locked"] = new JsonArray("leg", "side"));
        Assert.Equal("What is held in its order goes round in a circle with what has to be sewn first: “Leg hem” of “unisuit” before “Side seam” of “unisuit” before “Leg hem” of “unisuit”.", errors["locked"]![0]!.GetValue<string>());
    }

    [Fact]
    public async Task What_cannot_be_is_named_by_its_path()
    {
        foreach (var (path, change) in new (string, Action<JsonNode>)[]
        {
            ("machines", b => b["machines"] = new JsonArray()),
            ("machines[1].id", b => b["machines"]![1]!["id"] = "overlocker"),
            ("machines[0].machine.gaugeMm", b => b["machines"]![0]!["machine"]!["gaugeMm"] = 90),
            ("machines[0].state.stitchLengthMm", b => b["machines"]![0]!["state"] = new JsonObject { ["stitchLengthMm"] = 90 }),
            ("garments", b => b["garments"] = new JsonArray()),
            ("garments[0].count", b => b["garments"]![0]!["count"] = 0),
            ("garments[0].count", b => b["garments"]![0]!["count"] = 100),
            ("garments[1].id", b => b["garments"]![1]!["id"] = "unisuit"),
            ("garments[0].seams", b => b["garments"]![0]!["seams"] = new JsonArray()),
            ("garments[0].seams[1].id", b => Seams(b, 0)[1]!["id"] = "side"),
            ("garments[0].seams[0].id", b => Seams(b, 0)[0]!["id"] = ""),
            ("garments[0].seams[0].after[0]", b => Seams(b, 0)[0]!["after"] = new JsonArray("sleeve")),
            ("garments[0].seams[0].after[0]", b => Seams(b, 0)[0]!["after"] = new JsonArray("side")),
            ("garments[0].seams[2].after[1]", b => Seams(b, 0)[2]!["after"] = new JsonArray("side", "side")),
            ("garments[0].seams[0].candidates", b => Seams(b, 0)[0]!["candidates"] = new JsonArray()),
            ("garments[0].seams[0].candidates", b => Seams(b, 0)[0]!["candidates"] = new JsonArray([.. Enumerable.Range(0, 4).Select(_ => Seams(Example(), 0)[0]!["candidates"]![0]!.DeepClone())])),
            ("garments[0].seams[0].candidates[0].machine", b => Seams(b, 0)[0]!["candidates"]![0]!["machine"] = "gone"),
            ("garments[0].seams[0].candidates[1].costMinutes", b => Seams(b, 0)[0]!["candidates"]![1]!["costMinutes"] = -1),
            ("garments[0].seams[0].candidates[0].setup.stitchLengthMm", b => Seams(b, 0)[0]!["candidates"]![0]!["setup"]!["stitchLengthMm"] = 77),
            ("garments[0].seams[0].candidates[0].setup.needles", b => Seams(b, 0)[0]!["candidates"]![0]!["setup"] = new JsonObject()),
            ("locked[0]", b => b["locked"] = new JsonArray("sleeve")),
            ("locked[0]", b => b["locked"] = new JsonArray("neck")),
            ("locked[1]", b => b["locked"] = new JsonArray("leg", "unisuit/leg")),
            ("batch", b => b["batch"] = "by-the-dozen"),
            ("extra", b => b["extra"] = 1),
        })
        {
            var errors = await RefusedAsync(change);
            Assert.True(errors.ContainsKey(path), $"{path}: {errors.ToJsonString()}");
        }
    }

    [Fact]
    public async Task Sixty_one_seams_are_too_many_and_sixty_are_put_in_order()
    {
        static void Make(JsonNode body, int seams)
        {
            var candidate = Seams(body, 0)[0]!["candidates"]![0]!.DeepClone();
            body.AsObject().Remove("locked");
            body["garments"] = new JsonArray(new JsonObject { ["id"] = "all", ["seams"] = new JsonArray([.. Enumerable.Range(0, seams).Select(i => (JsonNode)new JsonObject { ["id"] = $"s{i}", ["candidates"] = new JsonArray(candidate.DeepClone()) })]) });
        }

        Assert.Contains("61 different seams; 60 fit", (await RefusedAsync(b => Make(b, 61)))["garments"]![0]!.GetValue<string>(), StringComparison.Ordinal);
        var body = Example();
        Make(body, 60);
        var (status, answer) = await AskAsync(body);
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.Equal(60, answer["order"]!.AsArray().Count);
        body["batch"] = "garment-by-garment";
        body["garments"]![0]!["count"] = 3;
        (_, answer) = await AskAsync(body);
        Assert.Contains("180 seams to sew; 120 fit", answer["errors"]!["batch"]![0]!.GetValue<string>(), StringComparison.Ordinal);
    }
}
