using System.Net;
using System.Text;
using System.Text.Json.Nodes;

namespace YieldingLoop.Web.Tests;

/// <summary>The planner over the API and on its pages.</summary>
public sealed class PlanTests(App app) : IClassFixture<App>
{
    private static readonly string Example = File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "examples", "plans.request.json"));

    private readonly Visitor visitor = app.Visit();

    private async Task<(HttpStatusCode Status, JsonNode Answer)> PlanAsync(string body)
    {
        using var content = new StringContent(body, Encoding.UTF8, "application/json");
        using var answer = await app.CreateClient().PostAsync(new Uri("/api/v1/plans", UriKind.Relative), content);
        return (answer.StatusCode, JsonNode.Parse(await answer.Content.ReadAsStringAsync())!);
    }

    private static string With(Action<JsonNode> change)
    {
        var node = JsonNode.Parse(Example)!;
        change(node);
        return node.ToJsonString();
    }

    [Fact]
    public async Task The_example_of_a_plan_is_what_the_server_answers()
    {
        var (status, answer) = await PlanAsync(Example);
        Assert.Equal(HttpStatusCode.OK, status);
        var expected = JsonNode.Parse(await File.ReadAllTextAsync(Path.Combine(AppContext.BaseDirectory, "examples", "plans.response.json")));
        Assert.True(JsonNode.DeepEquals(expected, answer), answer.ToJsonString());
    }

    [Fact]
    public async Task Pins_schools_and_lifted_rules_are_followed()
    {
        var (_, pinned) = await PlanAsync(With(n => n["pins"] = new JsonObject { ["machineId"] = "plain", ["stitchId"] = "narrow-slant" }));
        Assert.Equal(("plain", "narrow-slant"), (pinned["best"]!["machine"]!.GetValue<string>(), pinned["best"]!["setup"]!["stitch"]!.GetValue<string>()));
        var (_, light) = await PlanAsync(With(n => n["schools"] = new JsonObject { ["join"] = "lightness-first" }));
        Assert.Equal("504", light["best"]!["setup"]!["stitch"]!.GetValue<string>());
        // Seats are a set: in which order they are named makes no difference.
        foreach (var seats in new[] { new JsonArray("needle-left", "needle-right"), new JsonArray("needle-right", "needle-left") })
        {
            var (_, both) = await PlanAsync(With(n => n["pins"] = new JsonObject { ["machineId"] = "overlocker", ["seats"] = seats }));
            Assert.Equal("514", both["best"]!["setup"]!["stitch"]!.GetValue<string>());
        }

        var (refused, why) = await PlanAsync(With(n => n["pins"] = new JsonObject { ["needleThreadId"] = "textured-nylon" }));
        Assert.Equal(HttpStatusCode.BadRequest, refused);
        Assert.Equal(("textured-in-needle", "textured-nylon"), (why["findings"]!["pins.needleThreadId"]!["code"]!.GetValue<string>(), why["findings"]!["pins.needleThreadId"]!["thread"]!.GetValue<string>()));
        Assert.Single(why["errors"]!["pins.needleThreadId"]!.AsArray());
        var (lifted, _) = await PlanAsync(With(n =>
        {
            n["pins"] = new JsonObject { ["needleThreadId"] = "textured-nylon", ["machineId"] = "overlocker" };
            n["machines"]![0]!["liftedRules"] = new JsonArray(new JsonObject { ["ruleId"] = "textured-in-needle" });
        }));
        Assert.Equal(HttpStatusCode.OK, lifted);
    }

    [Fact]
    public async Task Layers_of_another_cloth_are_part_of_the_question()
    {
        var (status, answer) = await PlanAsync(With(n =>
        {
            n["seam"]!["plies"] = 1;
            n["seam"]!["other"] = new JsonObject { ["plies"] = 1, ["direction"] = "lengthwise" };
            n["otherCloth"] = new JsonObject { ["name"] = "stay", ["stretchAcrossPercent"] = 8, ["stretchLengthwisePercent"] = 3, ["areaDensityGsm"] = 70, ["thicknessMm"] = 0.2 };
        }));
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.Equal("cloth-gives-out", answer["best"]!["verdict"]!.GetValue<string>());
        Assert.Contains("“stay” gives out at 3 %", answer["best"]!.ToJsonString(new System.Text.Json.JsonSerializerOptions { Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping }), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("cloth.areaDensityGsm", "{\"cloth\":{\"areaDensityGsm\":5}}")]
    [InlineData("cloth.colour", "{\"cloth\":{\"colour\":\"blue\"}}")]
    [InlineData("cloth.areaDensityGsm", "{\"cloth\":{\"areaDensityGsm\":\"230\"}}")]
    [InlineData("cloth.warp", "{\"cloth\":{\"warp\":1}}")]
    [InlineData("seam.onBodyMm", "{\"seam\":{\"onBodyMm\":40}}")]
    [InlineData("seam.plies", "{\"seam\":{\"plies\":1}}")]
    [InlineData("seam.job", "{\"seam\":{\"job\":\"weld\"}}")]
    [InlineData("otherCloth", "{\"seam\":{\"other\":{\"plies\":2}}}")]
    [InlineData("seam.other", "{\"otherCloth\":{\"stretchAcrossPercent\":110,\"stretchLengthwisePercent\":25,\"areaDensityGsm\":280,\"thicknessMm\":1.2}}")]
    [InlineData("seam.other", "{\"seam\":{\"job\":\"stayed-seam\",\"plies\":3}}")]
    [InlineData("seam.other.cutPercent", "{\"seam\":{\"other\":{\"cutPercent\":30}},\"otherCloth\":{\"stretchAcrossPercent\":110,\"stretchLengthwisePercent\":25,\"areaDensityGsm\":280,\"thicknessMm\":1.2}}")]
    [InlineData("seam.other.clothId", "{\"seam\":{\"other\":{\"clothId\":3}},\"otherCloth\":{\"stretchAcrossPercent\":110,\"stretchLengthwisePercent\":25,\"areaDensityGsm\":280,\"thicknessMm\":1.2}}")]
    [InlineData("seam.other.direction", "{\"seam\":{\"other\":{\"direction\":\"up\"}}}")]
    [InlineData("seam.other.wide", "{\"seam\":{\"other\":{\"wide\":1}}}")]
    [InlineData("otherCloth.thicknessMm", "{\"seam\":{\"other\":{\"plies\":1}},\"otherCloth\":{\"stretchAcrossPercent\":110,\"stretchLengthwisePercent\":25,\"areaDensityGsm\":280,\"thicknessMm\":99}}")]
    [InlineData("machines", "{\"machines\":[]}")]
    [InlineData("machines[0]", "{\"machines\":[null]}")]
    [InlineData("machines[0].machine.kind", "{\"machines\":[{\"id\":\"a\",\"machine\":{\"kind\":\"rocket\"}}]}")]
    [InlineData("drawer.needles[0].pointId", "{\"drawer\":{\"needles\":[{\"system\":\"s\",\"pointId\":\"blunt\",\"sizeMetric\":80,\"unused\":1}]}}")]
    [InlineData("drawer.threads[0].kindId", "{\"drawer\":{\"threads\":[{\"name\":\"x\",\"kindId\":\"rope\"}]}}")]
    [InlineData("schools.join", "{\"schools\":{\"join\":\"maybe\"}}")]
    [InlineData("schools.hats", "{\"schools\":{\"hats\":\"yes\"}}")]
    [InlineData("weights.perStep", "{\"weights\":{\"perStep\":-1}}")]
    [InlineData("pins.needleOffset", "{\"pins\":{\"needleOffset\":7}}")]
    [InlineData("pins.seats", "{\"pins\":{\"seats\":[]}}")]
    [InlineData("pins.seats", "{\"pins\":{\"seats\":[\"needle-left\",\"needle-left\"]}}")]
    [InlineData("pins.seats", "{\"pins\":{\"seats\":\"needle-left\"}}")]
    [InlineData("pins.seats[0]", "{\"pins\":{\"seats\":[\"attic\"]}}")]
    [InlineData("pins.twinGapMm", "{\"pins\":{\"twinGapMm\":60}}")]
    [InlineData("whyNot.machineId", "{\"whyNot\":{\"machineId\":\"attic\"}}")]
    [InlineData("whyNot", "{\"whyNot\":{}}")]
    [InlineData("whyNot.widthMm", "{\"whyNot\":{\"widthMm\":30}}")]
    [InlineData("whyNot.colour", "{\"whyNot\":{\"colour\":\"red\"}}")]
    [InlineData("pins.widthMm", "{\"pins\":{\"widthMm\":0}}")]
    [InlineData("pins.stitchId", "{\"pins\":{\"stitchId\":\"999\"}}")]
    [InlineData("pins.stitchId", "{\"pins\":{\"stitchId\":\"406\"}}")]
    [InlineData("pins.seats", "{\"pins\":{\"seats\":[\"needle-centre\"]}}")]
    [InlineData("pins.pointId", "{\"pins\":{\"pointId\":\"blunt\"}}")]
    [InlineData("pins.sizeMetric", "{\"pins\":{\"sizeMetric\":81}}")]
    [InlineData("pins.fingerName", "{\"pins\":{\"fingerName\":\"thumb\"}}")]
    [InlineData("pins.lowerThreadId", "{\"pins\":{\"lowerThreadId\":\"rope\"}}")]
    [InlineData("pins.lengthMm", "{\"pins\":{\"lengthMm\":9}}")]
    [InlineData("pins.cuttingWidthMm", "{\"pins\":{\"machineId\":\"plain\",\"cuttingWidthMm\":4}}")]
    public async Task What_cannot_be_is_named_by_its_path(string path, string change)
    {
        var (status, answer) = await PlanAsync(With(node =>
        {
            foreach (var (name, value) in JsonNode.Parse(change)!.AsObject())
            {
                if (value is JsonObject { Count: > 0 } members && node[name] is JsonObject here)
                {
                    foreach (var (member, to) in members)
                    {
                        here[member] = to?.DeepClone();
                    }
                }
                else
                {
                    node[name] = value?.DeepClone();
                }
            }
        }));
        Assert.Equal(HttpStatusCode.BadRequest, status);
        Assert.Contains(path, answer["errors"]!.AsObject().Select(e => e.Key));
    }

    [Fact]
    public async Task A_machine_or_a_state_that_cannot_be_is_named_by_its_path()
    {
        var (_, gauge) = await PlanAsync(With(n => n["machines"]![0]!["machine"]!["gaugeMm"] = 90));
        Assert.Contains("machines[0].machine.gaugeMm", gauge["errors"]!.AsObject().Select(e => e.Key));
        var (_, dial) = await PlanAsync(With(n => n["machines"]![0]!["machine"]!["needleLeft"]!["neutral"] = 90));
        Assert.Contains("machines[0].machine.needleLeft.neutral", dial["errors"]!.AsObject().Select(e => e.Key));
        var (_, top) = await PlanAsync(With(n => n["machines"]![1]!["machine"]!["topTension"]!["neutral"] = 90));
        Assert.Contains("machines[1].machine.topTension.neutral", top["errors"]!.AsObject().Select(e => e.Key));
        var (_, finger) = await PlanAsync(With(n => n["machines"]![0]!["machine"]!["fingers"]![1]!["name"] = n["machines"]![0]!["machine"]!["fingers"]![0]!["name"]!.DeepClone()));
        Assert.Contains("machines[0].machine.fingers[1].name", finger["errors"]!.AsObject().Select(e => e.Key));
        var (_, row) = await PlanAsync(With(n => n["machines"]![0]!["machine"]!["manualTable"] = new JsonArray(new JsonObject { ["stitchId"] = "514", ["cloth"] = "any", ["dials"] = new JsonArray(new JsonObject { ["position"] = "upper-looper", ["ideal"] = 90 }) })));
        Assert.Contains("machines[0].machine.manualTable[0].dials[0]", row["errors"]!.AsObject().Select(e => e.Key));
        var (_, twice) = await PlanAsync(With(n => n["machines"]![1]!["id"] = "overlocker"));
        Assert.Contains("machines[0].id", twice["errors"]!.AsObject().Select(e => e.Key));
        var (_, state) = await PlanAsync(With(n => n["machines"]![0]!["state"]!["finger"] = "thumb"));
        Assert.Contains("machines[0].state.finger", state["errors"]!.AsObject().Select(e => e.Key));
        var (_, lifted) = await PlanAsync(With(n => n["machines"]![0]!["liftedRules"] = new JsonArray(new JsonObject { ["ruleId"] = "gravity" })));
        Assert.Contains("machines[0].liftedRules[0].ruleId", lifted["errors"]!.AsObject().Select(e => e.Key));
    }

    [Fact]
    public async Task The_best_of_all_machines_stands_as_a_card_with_two_others_beside_it()
    {
        var page = await visitor.OpenAsync("/seams/1/set-up");
        Assert.Contains("sewn on Boathouse overlocker", page.QuerySelector(".lead")!.TextContent, StringComparison.Ordinal);
        var beside = page.QuerySelectorAll(".beside article").ToList();
        Assert.Equal(3, beside.Count);
        Assert.Empty(beside[0].QuerySelectorAll(".differs"));
        Assert.All(beside.Skip(1), a => Assert.NotEmpty(a.QuerySelectorAll(".differs")));
        // One scale for all three: the last number on it is the same.
        Assert.Single(beside.Select(a => a.QuerySelectorAll("svg.reach .d-label").Last(l => l.TextContent.All(char.IsDigit)).TextContent).Distinct());
        // Taking one leads to the same machine and stitch, pinned.
        var taken = await visitor.OpenAsync(beside[1].QuerySelector("a.btn")!.GetAttribute("href")!);
        Assert.Contains(beside[1].QuerySelector(".facts dd")!.TextContent, taken.QuerySelector(".lead")!.TextContent, StringComparison.Ordinal);
        Assert.NotEmpty(taken.QuerySelectorAll(".pinned-list .chip"));
    }

    [Fact]
    public async Task A_choice_can_be_pinned_kept_and_asked_about()
    {
        var pinned = await visitor.OpenAsync("/seams/4/set-up?machine=1&length=3&needleThread=stretch-polyester");
        Assert.Contains("3 mm", pinned.QuerySelector(".setting strong")!.TextContent, StringComparison.Ordinal);
        Assert.Contains("stretch polyester", pinned.QuerySelector(".dial-thread")!.TextContent, StringComparison.Ordinal);
        Assert.Equal(3, pinned.QuerySelectorAll(".pinned-list .chip").Length);
        var answer = await visitor.SendAsync(pinned, pinned.GetElementById("keep")!.GetAttribute("action")!, [], "keep");
        Assert.Equal(HttpStatusCode.Redirect, answer.Status);
        var kept = await visitor.OpenAsync(answer.Location!);
        Assert.Contains("3 mm", kept.QuerySelector(".setting strong")!.TextContent, StringComparison.Ordinal);

        var why = await visitor.OpenAsync("/seams/1/set-up?length=4&why=true");
        Assert.Contains("N/cm", why.QuerySelector("#why-not")!.TextContent, StringComparison.Ordinal);
        Assert.Contains("length=4", why.QuerySelector("#why-not a")!.GetAttribute("href"), StringComparison.Ordinal);
        // The card itself stays the planner's.
        Assert.Contains("2.5 mm", why.QuerySelector(".setting strong")!.TextContent, StringComparison.Ordinal);
        var ruled = await visitor.OpenAsync("/seams/1/set-up?machine=1&needleThread=textured-nylon");
        Assert.Contains("never goes in a needle", ruled.QuerySelector(".notice-fault")!.TextContent, StringComparison.Ordinal);
        // What is none of the choices is no pin.
        Assert.Empty((await visitor.OpenAsync("/seams/1/set-up?length=abc&stitch=%27")).QuerySelectorAll(".chip"));
    }

    [Fact]
    public async Task A_hem_is_planned_kept_and_printed_on_the_machine_that_sews_it()
    {
        foreach (var (machine, words) in new[] { (3, "406, two-needle coverstitch"), (4, "twin-needle lockstitch") })
        {
            var page = await visitor.OpenAsync($"/seams/9/set-up?machine={machine}");
            var answer = await visitor.SendAsync(page, $"/seams/9/set-up?machine={machine}", [], "keep");
            var kept = await visitor.OpenAsync(answer.Location!);
            Assert.Contains(words, kept.QuerySelector(".setting-grid")!.TextContent, StringComparison.Ordinal);
            Assert.Contains(words, (await visitor.OpenAsync(answer.Location! + "/print")).QuerySelector("footer")!.TextContent, StringComparison.Ordinal);
            // On the machine, its state is one that can be.
            var on = await visitor.PressAsync(kept, "It is on the machine now");
            Assert.Equal(answer.Location, on.Location);
            await visitor.OpenAsync($"/states/{machine}");
        }
    }
}

/// <summary>The book of set-ups: versions, copies, and the user's own rules.</summary>
public sealed class BookTests : IDisposable
{
    private readonly App app = new();
    private readonly Visitor visitor;

    public BookTests() => visitor = app.Visit();

    public void Dispose() => app.Dispose();

    [Fact]
    public async Task A_set_up_is_amended_to_a_next_version_that_says_what_changed()
    {
        var form = await visitor.OpenAsync("/setups/1/amend");
        var wrong = await visitor.SendAsync(form, "/setups/1/amend", new() { ["upper-looper"] = "44", ["length"] = "two" }, "amend");
        Assert.Equal(HttpStatusCode.BadRequest, wrong.Status);
        Assert.Equal(("44", "two"), (wrong.Typed("upper-looper"), wrong.Typed("length")));
        var none = await visitor.SendAsync(form, "/setups/1/amend", [], "amend");
        Assert.Contains("Nothing was changed", none.Page.GetElementById("faults")!.TextContent, StringComparison.Ordinal);

        var done = await visitor.SendAsync(form, "/setups/1/amend", new() { ["upper-looper"] = "2", ["Remark"] = "loops on the face" }, "amend");
        Assert.Equal(HttpStatusCode.Redirect, done.Status);
        var second = await visitor.OpenAsync(done.Location!);
        Assert.Contains("version 2 of 2", second.QuerySelector(".lead")!.TextContent, StringComparison.Ordinal);
        Assert.Contains("upper looper dial 3 → 2", second.QuerySelector(".versions")!.TextContent, StringComparison.Ordinal);
        Assert.Contains("loops on the face", second.QuerySelector(".versions")!.TextContent, StringComparison.Ordinal);
        Assert.Contains("swatch not yet", second.QuerySelector(".swatch-state")!.TextContent, StringComparison.Ordinal);

        // The first stays as it was kept and leads to the newest; it is what worked, and lists show the untried one beside it.
        var first = await visitor.OpenAsync("/setups/1");
        Assert.Contains("This one worked. There is a newer version, whose swatch has not passed yet: version 2, “loops on the face”.", first.QuerySelector(".notice")!.TextContent, StringComparison.Ordinal);
        Assert.Contains("swatch passed", first.QuerySelector(".swatch-state")!.TextContent, StringComparison.Ordinal);
        var list = (await visitor.OpenAsync("/setups")).QuerySelectorAll(".setup-list a").Select(a => a.GetAttribute("href")).ToList();
        Assert.Contains(done.Location, list);
        Assert.Contains("/setups/1", list);
        var beside = Assert.Single((await visitor.OpenAsync("/setups")).QuerySelectorAll(".setup-list li"), li => li.QuerySelector("a")!.GetAttribute("href") == "/setups/1").QuerySelector(".newer")!;
        Assert.Equal((done.Location, "Version 2 is newer, and its swatch has not passed yet"), (beside.GetAttribute("href"), beside.TextContent));
        var worked = (await visitor.OpenAsync("/")).QuerySelectorAll("[aria-labelledby=worked] .day-table a").Select(a => a.GetAttribute("href")).ToList();
        Assert.Contains("/setups/1", worked);
        Assert.Contains(done.Location, worked);
        // Amended from the same version on another device: said, and nothing lost.
        var again = await visitor.SendAsync(await visitor.OpenAsync("/setups/1/amend"), "/setups/1/amend", new() { ["length"] = "2" }, "amend");
        Assert.Equal(HttpStatusCode.Conflict, again.Status);
        Assert.Equal("2", again.Typed("length"));
        // The form sent twice keeps one.
        Assert.Equal(done.Location, (await visitor.SendAsync(form, "/setups/1/amend", new() { ["upper-looper"] = "2", ["Remark"] = "loops on the face" }, "amend")).Location);

        // With the newer one put away, the first is in the lists again.
        await visitor.PressAsync(second, "Put this set-up away");
        Assert.Contains("/setups/1", (await visitor.OpenAsync("/setups")).QuerySelectorAll(".setup-list a").Select(a => a.GetAttribute("href")));
    }

    [Fact]
    public async Task A_set_up_is_copied_to_another_seam_with_its_choices_pinned()
    {
        using var answer = await visitor.Client.GetAsync(new Uri("/setups/1/copy?seam=4", UriKind.Relative));
        Assert.Equal(HttpStatusCode.Redirect, answer.StatusCode);
        var page = await visitor.OpenAsync(answer.Headers.Location!.OriginalString);
        Assert.Contains("sewn on Boathouse overlocker", page.QuerySelector(".lead")!.TextContent, StringComparison.Ordinal);
        Assert.Contains("514", page.QuerySelector(".setting-grid")!.TextContent, StringComparison.Ordinal);
        Assert.NotEmpty(page.QuerySelectorAll(".chip"));
        await visitor.OpenAsync("/setups/1/copy?seam=999", HttpStatusCode.NotFound);
        await visitor.OpenAsync("/setups/1/copy?seam=x", HttpStatusCode.NotFound);
        // A twin needle's gap, a zigzag's width, a coverstitch's seats come along just as well.
        await visitor.OpenAsync("/setups/99/copy?seam=1", HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task An_own_rule_is_written_shown_where_it_applies_and_lifts_what_it_contradicts()
    {
        var form = await visitor.OpenAsync("/rules/new");
        var wrong = await visitor.SendAsync(form, "/rules/new", new() { ["Input.Text"] = "Spring squad: cotton held", ["Input.MachineId"] = "77" });
        Assert.NotNull(wrong.Page.QuerySelector("[data-valmsg-for='Input.Source'], #Input_Source-fault"));
        Assert.Contains("Spring squad: cotton held", wrong.Page.GetElementById("Input_Text")!.TextContent, StringComparison.Ordinal);
        Assert.Contains("belongs to wovens", (await visitor.OpenAsync("/seams/3/set-up?machine=1&needleThread=cotton")).QuerySelector(".notice-fault")!.TextContent, StringComparison.Ordinal);

        var saved = await visitor.SendAsync(form, "/rules/new", new() { ["Input.Text"] = "Merino: cotton held all spring", ["Input.Source"] = "trial", ["Input.ClothId"] = "2", ["Input.ThreadKindId"] = "cotton", ["Input.LiftsRuleId"] = "cotton-in-knits" });
        Assert.Equal("/rules", saved.Location);
        Assert.Contains("Contradicts", (await visitor.OpenAsync("/rules")).QuerySelector("main")!.TextContent, StringComparison.Ordinal);
        var lifted = await visitor.OpenAsync("/seams/3/set-up?machine=1&needleThread=cotton");
        Assert.Null(lifted.QuerySelector(".notice-fault"));
        Assert.Contains("is lifted here", lifted.QuerySelector(".own-rules")!.TextContent, StringComparison.Ordinal);
        // On another cloth the rule of the trade stands, and the note is not shown.
        var elsewhere = await visitor.OpenAsync("/seams/1/set-up?machine=1&needleThread=cotton");
        Assert.Contains("belongs to wovens", elsewhere.QuerySelector(".notice-fault")!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Weights_are_chosen_in_settings_and_move_the_plan()
    {
        var page = await visitor.OpenAsync("/settings");
        var wrong = await visitor.SendAsync(page, "/settings", new() { ["PerStep"] = "lots" }, "settings");
        Assert.Equal(HttpStatusCode.BadRequest, wrong.Status);
        Assert.Equal("lots", wrong.Typed("PerStep"));
        Assert.Equal("/settings", (await visitor.SendAsync(page, "/settings", new() { ["PerStep"] = "0", ["PerThreadMetre"] = "50" }, "settings")).Location);
        Assert.Equal("50", ((AngleSharp.Html.Dom.IHtmlInputElement)(await visitor.OpenAsync("/settings")).GetElementById("PerThreadMetre")!).Value);
        var cheap = await visitor.OpenAsync("/seams/8/set-up?machine=1");
        Assert.DoesNotContain("2.5 mm", cheap.QuerySelector(".setting strong")!.TextContent, StringComparison.Ordinal);
    }
}
