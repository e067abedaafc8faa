using System.Net;

namespace YieldingLoop.Web.Tests;

/// <summary>From a cloth in the hand to a kept set-up, and what goes wrong on the way.</summary>
public sealed class JourneyTests : IDisposable
{
    private readonly App app = new() { Empty = true };
    private readonly Visitor visitor;

    public JourneyTests() => visitor = app.Visit();

    public void Dispose() => app.Dispose();

    private static Dictionary<string, string?> Cloth(params (string Field, string? Value)[] changes)
    {
        var fields = new Dictionary<string, string?>
        {
            ["Input.Name"] = "Club jersey", ["Input.TypicalId"] = "elastane-jersey",
            ["Input.AcrossLoadedMm"] = "175", ["Input.AcrossRecoveredMm"] = "103", ["Input.LengthwiseLoadedMm"] = "145,5",
        };
        foreach (var (field, value) in changes)
        {
            fields["Input." + field] = value;
        }

        return fields;
    }

    [Fact]
    public async Task An_empty_workroom_leads_from_cloth_to_machine_to_a_kept_set_up()
    {
        var start = await visitor.OpenAsync("/seams/start");
        Assert.Equal("/cloths/new?for=seam", start.QuerySelector(".btn-next")!.GetAttribute("href"));

        var cloth = await visitor.SendAsync(await visitor.OpenAsync("/cloths/new?for=seam"), "/cloths/new?for=seam", Cloth());
        Assert.Equal("/seams/new?cloth=1", cloth.Location);

        var seam = await visitor.SendAsync(await visitor.OpenAsync(cloth.Location!), cloth.Location!, new()
        {
            ["Input.Name"] = "Neckband", ["Input.Direction"] = "Across", ["Input.NeedKind"] = "Opening", ["Input.PassMm"] = "580", ["Input.OpeningMm"] = "430",
        });
        Assert.Equal("/seams/1/set-up", seam.Location);

        var none = await visitor.OpenAsync("/seams/1/set-up");
        Assert.Equal("/machines/new?seam=1", none.QuerySelector(".btn-next")!.GetAttribute("href"));
        var machine = await visitor.SendAsync(await visitor.OpenAsync("/machines/new?seam=1"), "/machines/new?seam=1", new() { ["Input.Name"] = "Bench" });
        Assert.Equal("/seams/1/set-up?machine=1", machine.Location);

        var card = await visitor.OpenAsync(machine.Location!);
        Assert.Contains("580", card.QuerySelector(".arithmetic")!.TextContent, StringComparison.Ordinal);
        var kept = await visitor.SendAsync(card, "/seams/1/set-up", [], "keep");
        Assert.Equal("/setups/1", kept.Location);
        Assert.Equal("/setups/1", (await visitor.SendAsync(card, "/seams/1/set-up", [], "keep")).Location);

        var page = await visitor.OpenAsync("/setups/1");
        Assert.Contains("swatch not yet", page.Body!.TextContent, StringComparison.Ordinal);
        Assert.Single((await visitor.OpenAsync("/setups?q=club+neckband+bench")).QuerySelectorAll(".setup-list li"));
        Assert.Single((await visitor.OpenAsync("/cloths/1")).QuerySelectorAll(".setup-list li"));
        Assert.Single((await visitor.OpenAsync("/machines/1")).QuerySelectorAll(".setup-list li"));
    }

    [Theory]
    [InlineData("AcrossLoadedMm", "90", "shorter")]
    [InlineData("AcrossRecoveredMm", "180", "longer")]
    [InlineData("AcrossOriginalMm", "0", "between")]
    [InlineData("AcrossLoadedMm", "pulled", "not a number")]
    [InlineData("AcrossLoadedMm", "1.750,5", "groups thousands")]
    [InlineData("AcrossLoadedMm", "1e308", "not a number")]
    [InlineData("AcrossLoadedMm", "99999999999999999999", "400 %")]
    [InlineData("TenLayersMm", "-3", "between 1 and 60")]
    [InlineData("ToldAreaDensityGsm", "7", "20 to 1200")]
    [InlineData("Name", "", "name")]
    public async Task A_faulty_field_says_so_and_everything_typed_stays(string field, string value, string word)
    {
        var answer = await visitor.SendAsync(await visitor.OpenAsync("/cloths/new"), "/cloths/new", Cloth((field, value)));
        Assert.Equal(HttpStatusCode.OK, answer.Status);
        Assert.Contains(word, answer.FaultAt("Input_" + field), StringComparison.Ordinal);
        Assert.Equal(value, answer.Typed("Input_" + field));
        Assert.Equal("145,5", answer.Typed("Input_LengthwiseLoadedMm"));
        Assert.Contains("Not saved yet", answer.Page.QuerySelector("#faults")!.TextContent, StringComparison.Ordinal);
        Assert.Empty((await visitor.OpenAsync("/cloths")).QuerySelectorAll(".tile"));
    }

    [Fact]
    public async Task Comma_and_point_are_taken_alike()
    {
        await visitor.SendAsync(await visitor.OpenAsync("/cloths/new"), "/cloths/new", Cloth(("AcrossLoadedMm", "162.5"), ("LengthwiseLoadedMm", "131,25")));
        var page = await visitor.OpenAsync("/cloths/1");
        Assert.Equal("162.5", page.GetElementById("Input_AcrossLoadedMm")!.GetAttribute("value"));
        Assert.Equal("131.25", page.GetElementById("Input_LengthwiseLoadedMm")!.GetAttribute("value"));
    }

    [Theory]
    [InlineData("\"Tern's\" <script>alert(1)</script> & ’blue’ 🧵")]
    [InlineData("Ärmel' OR 1=1; --")]
    public async Task Any_name_is_kept_as_it_is_and_shown_as_text(string name)
    {
        await visitor.SendAsync(await visitor.OpenAsync("/cloths/new"), "/cloths/new", Cloth(("Name", name)));
        foreach (var path in new[] { "/", "/cloths", "/cloths/1", "/seams/start", "/seams/new?cloth=1" })
        {
            var page = await visitor.OpenAsync(path);
            Assert.Contains(name, page.Body!.TextContent, StringComparison.Ordinal);
            Assert.Empty(page.QuerySelectorAll("script:not([src])"));
        }
    }

    [Fact]
    public async Task A_name_of_ten_thousand_characters_is_refused_and_kept_in_the_field()
    {
        var name = new string('n', 10_000);
        var answer = await visitor.SendAsync(await visitor.OpenAsync("/cloths/new"), "/cloths/new", Cloth(("Name", name)));
        Assert.Contains("10,000 characters", answer.FaultAt("Input_Name"), StringComparison.Ordinal);
        Assert.Equal(name, answer.Typed("Input_Name"));
    }

    [Fact]
    public async Task A_form_sent_twice_saves_once_and_a_changed_one_offers_to_change_the_record()
    {
        var form = await visitor.OpenAsync("/cloths/new");
        Assert.Equal("/cloths/1", (await visitor.SendAsync(form, "/cloths/new", Cloth())).Location);
        Assert.Equal("/cloths/1", (await visitor.SendAsync(form, "/cloths/new", Cloth())).Location);

        var changed = await visitor.SendAsync(form, "/cloths/new", Cloth(("Name", "Renamed after going back")));
        Assert.Equal(HttpStatusCode.OK, changed.Status);
        Assert.Contains("already saved once", changed.Page.QuerySelector(".notice")!.TextContent, StringComparison.Ordinal);
        Assert.Equal("Renamed after going back", changed.Typed("Input_Name"));

        var action = changed.Page.GetElementById("entry")!.GetAttribute("action");
        Assert.Equal("/cloths/1", action);
        Assert.Equal("/cloths/1", (await visitor.SendAsync(changed.Page, action!, [])).Location);
        Assert.Contains("Renamed after going back", Assert.Single((await visitor.OpenAsync("/cloths")).QuerySelectorAll(".tile")).TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_stale_form_is_not_saved_over_the_other_edit_until_the_user_says_so()
    {
        await visitor.SendAsync(await visitor.OpenAsync("/cloths/new"), "/cloths/new", Cloth());
        var (mine, theirs) = (await visitor.OpenAsync("/cloths/1"), await visitor.OpenAsync("/cloths/1"));
        await visitor.SendAsync(theirs, "/cloths/1", Cloth(("Name", "Theirs")));
        var stale = await visitor.SendAsync(mine, "/cloths/1", Cloth(("Name", "Mine")));
        Assert.Equal(HttpStatusCode.Conflict, stale.Status);
        Assert.Equal("Mine", stale.Typed("Input_Name"));
        Assert.Equal(["Name", "Theirs", "Mine"], stale.Page.QuerySelectorAll(".versus tbody tr > *").Select(c => c.TextContent));
        Assert.Equal("/cloths/1", stale.Page.QuerySelector(".conflict a")!.GetAttribute("href"));
        Assert.Equal("Theirs", (await visitor.OpenAsync("/cloths/1")).GetElementById("Input_Name")!.GetAttribute("value"));
        Assert.Equal("/cloths/1", (await visitor.SendAsync(stale.Page, "/cloths/1", [])).Location);
        Assert.Equal("Mine", (await visitor.OpenAsync("/cloths/1")).GetElementById("Input_Name")!.GetAttribute("value"));
    }

    [Fact]
    public async Task A_set_up_that_came_out_otherwise_meanwhile_is_shown_before_it_is_kept()
    {
        await PlannedAsync();
        var card = await visitor.OpenAsync("/seams/1/set-up");
        await visitor.SendAsync(await visitor.OpenAsync("/cloths/1"), "/cloths/1", Cloth(("AcrossLoadedMm", "160")));
        var answer = await visitor.SendAsync(card, "/seams/1/set-up", [], "keep");
        Assert.Equal(HttpStatusCode.Conflict, answer.Status);
        Assert.Contains("Nothing was kept", answer.Page.QuerySelector(".notice")!.TextContent, StringComparison.Ordinal);
        Assert.Empty((await visitor.OpenAsync("/setups")).QuerySelectorAll(".setup-list li"));
        Assert.Equal("/setups/1", (await visitor.SendAsync(answer.Page, "/seams/1/set-up", [], "keep")).Location);
    }

    [Fact]
    public async Task A_kept_set_up_says_what_changed_since_and_stays_as_it_was()
    {
        await PlannedAsync();
        await visitor.SendAsync(await visitor.OpenAsync("/seams/1/set-up"), "/seams/1/set-up", [], "keep");
        var before = (await visitor.OpenAsync("/setups/1")).QuerySelector(".card-grid")!.InnerHtml;
        await visitor.SendAsync(await visitor.OpenAsync("/machines/1"), "/machines/1", new() { ["Input.Dials[2].Neutral"] = "5" });
        var after = await visitor.OpenAsync("/setups/1");
        Assert.Contains("upper looper dial", after.QuerySelector(".notice")!.TextContent, StringComparison.Ordinal);
        Assert.Equal(before, after.QuerySelector(".card-grid")!.InnerHtml);
    }

    [Fact]
    public async Task A_need_beyond_the_cloth_s_stretch_is_said_at_the_seam_and_on_the_card()
    {
        await PlannedAsync("300");
        Assert.Contains("No thread can mend that", (await visitor.OpenAsync("/seams/1")).Body!.TextContent, StringComparison.Ordinal);
        var card = await visitor.OpenAsync("/seams/1/set-up");
        Assert.Equal("cloth gives out", card.QuerySelector(".answer .verdict")!.TextContent.Trim());
        Assert.Contains("Drafted", card.QuerySelector(".notes")!.TextContent, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("Input.Dials[0].Highest", "-4", "Input_Dials_0__Highest")]
    [InlineData("Input.Dials[3].Neutral", "twelve", "Input_Dials_3__Neutral")]
    [InlineData("Input.Dials[1].Step", "", "Input_Dials_1__Step")]
    [InlineData("Input.GaugeMm", "2.200,1", "Input_GaugeMm")]
    [InlineData("Input.Fingers[0].LoopWidthMm", "400", "Input_Fingers_0__LoopWidthMm")]
    [InlineData("Input.CuttingWidth.Most", "1", "Input_CuttingWidth_Most")]
    [InlineData("Input.KnifeAtLeast", "3", "Input_KnifeAtMost")]
    public async Task A_machine_s_faulty_figure_is_marked_where_it_stands(string field, string value, string id)
    {
        var answer = await visitor.SendAsync(await visitor.OpenAsync("/machines/new"), "/machines/new", new() { ["Input.Name"] = "Bench", [field] = value });
        Assert.Equal(HttpStatusCode.OK, answer.Status);
        Assert.NotNull(answer.FaultAt(id));
        Assert.Empty((await visitor.OpenAsync("/machines")).QuerySelectorAll(".tile"));
    }

    [Theory]
    [InlineData("Input.NeedlePointIds", "[id='Input_NeedlePointIds'] .fault")]
    [InlineData("Input.NeedleSizes", "[id='Input_NeedleSizes'] .fault")]
    public async Task A_machine_without_needles_is_refused(string field, string fault)
    {
        var answer = await visitor.SendAsync(await visitor.OpenAsync("/machines/new"), "/machines/new", new() { ["Input.Name"] = "Bench", [field] = null });
        Assert.Equal(HttpStatusCode.OK, answer.Status);
        Assert.NotEmpty(answer.Page.QuerySelector(fault)!.TextContent);
    }

    [Theory]
    [InlineData("Input.PassMm", "", "Input_PassMm")]
    [InlineData("Input.OpeningMm", "0", "Input_OpeningMm")]
    [InlineData("Input.OpeningMm", "4.300,0", "Input_OpeningMm")]
    [InlineData("Input.Plies", "2.5", "Input_Plies")]
    [InlineData("Input.Plies", "1", "Input_Plies")]
    [InlineData("Input.Plies", "99999999999", "Input_Plies")]
    public async Task A_seam_s_faulty_figure_is_marked_where_it_stands(string field, string value, string id)
    {
        await visitor.SendAsync(await visitor.OpenAsync("/cloths/new"), "/cloths/new", Cloth());
        var answer = await visitor.SendAsync(await visitor.OpenAsync("/seams/new?cloth=1"), "/seams/new?cloth=1", new()
        {
            ["Input.Name"] = "Neck", ["Input.NeedKind"] = "Opening", ["Input.PassMm"] = "580", ["Input.OpeningMm"] = "430", [field] = value,
        });
        Assert.Equal(HttpStatusCode.OK, answer.Status);
        Assert.NotNull(answer.FaultAt(id));
    }

    [Theory]
    [InlineData("Input.OtherPlies", "1.5", "Input_OtherPlies")]
    [InlineData("Input.OtherPlies", "9", "Input_OtherPlies")]
    [InlineData("Input.OtherCutPercent", "20", "Input_OtherCutPercent")]
    [InlineData("Input.OtherCutPercent", "55", "Input_OtherCutPercent")]
    [InlineData("Input.OtherClothId", "99", "Input_OtherClothId")]
    [InlineData("Input.Job", "EdgeFinish", "Input_OtherClothId")]
    public async Task What_is_wrong_with_the_other_cloth_is_marked_where_it_stands(string field, string value, string id)
    {
        await visitor.SendAsync(await visitor.OpenAsync("/cloths/new"), "/cloths/new", Cloth());
        var answer = await visitor.SendAsync(await visitor.OpenAsync("/seams/new?cloth=1"), "/seams/new?cloth=1", new(Band()) { [field] = value });
        Assert.Equal(HttpStatusCode.OK, answer.Status);
        Assert.Contains(answer.Page.QuerySelectorAll("#faults a"), a => a.GetAttribute("href") == "#" + id);
        Assert.Equal(value, field == "Input.Job" ? answer.Page.QuerySelector("input[name='Input.Job'][checked]")!.GetAttribute("value") : field == "Input.OtherClothId" ? value : answer.Page.Value(id));
    }

    private static Dictionary<string, string?> Band() => new()
    {
        ["Input.Name"] = "Neckband", ["Input.Job"] = "Band", ["Input.Direction"] = "Across", ["Input.Plies"] = "1", ["Input.NeedKind"] = "Opening", ["Input.PassMm"] = "500", ["Input.OpeningMm"] = "430",
        ["Input.OtherClothId"] = "1", ["Input.OtherPlies"] = "2", ["Input.OtherDirection"] = "Across", ["Input.OtherCutPercent"] = "85",
    };

    [Fact]
    public async Task A_seam_of_two_cloths_is_planned_with_both_and_says_when_the_other_one_changes()
    {
        await visitor.SendAsync(await visitor.OpenAsync("/cloths/new"), "/cloths/new", Cloth());
        await visitor.SendAsync(await visitor.OpenAsync("/cloths/new"), "/cloths/new", new(Cloth()) { ["Input.Name"] = "Collar rib", ["Input.AcrossLoadedMm"] = "150" });
        await visitor.SendAsync(await visitor.OpenAsync("/machines/new?is=Overlocker"), "/machines/new?is=Overlocker", new() { ["Input.Name"] = "Bench" });
        var form = await visitor.OpenAsync("/seams/new?cloth=1");
        var band = new Dictionary<string, string?>(Band()) { ["Input.OtherClothId"] = "2" };
        // 1.50 × 0.85 − 1 = 27.5 %, before the body’s own 75 %.
        var need = await visitor.SendAsync(form, "/seams/new?cloth=1&handler=Need", band);
        Assert.Contains("“Collar rib” gives out first", need.Page.Body!.TextContent, StringComparison.Ordinal);
        Assert.Equal("28 %", need.Page.QuerySelectorAll(".figure-value")[1].TextContent.Trim());
        Assert.Equal("/seams/1/set-up", (await visitor.SendAsync(form, "/seams/new?cloth=1", band)).Location);
        var again = await visitor.OpenAsync("/seams/1");
        Assert.Equal(("2", "2", "85"), (again.QuerySelector("#Input_OtherClothId option[selected]")!.GetAttribute("value"), again.Value("Input_OtherPlies"), again.Value("Input_OtherCutPercent")));
        var setup = await visitor.OpenAsync("/seams/1/set-up");
        Assert.Contains("“Collar rib” is cut to 85 % of the length it is sewn to: stretch it by 18 % while sewing.", setup.Body!.TextContent, StringComparison.Ordinal);
        await visitor.SendAsync(setup, "/seams/1/set-up", [], "keep");
        Assert.DoesNotContain("Collar rib”, were changed", (await visitor.OpenAsync("/setups/1")).Body!.TextContent, StringComparison.Ordinal);

        await visitor.SendAsync(await visitor.OpenAsync("/cloths/2"), "/cloths/2", new() { ["Input.AcrossLoadedMm"] = "190" });
        Assert.Contains("The figures of the other cloth in the seam, “Collar rib”, were changed.", (await visitor.OpenAsync("/setups/1")).Body!.TextContent, StringComparison.Ordinal);
        // Worked out again it goes by the rib as it is now: 1.90 × 0.85 − 1 = 62 %.
        Assert.Contains("leaves 62 %", (await visitor.OpenAsync("/seams/1/set-up")).Body!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Figures_are_worked_out_while_the_form_is_filled_in_and_nothing_is_saved()
    {
        var form = await visitor.OpenAsync("/cloths/new");
        var figures = await visitor.SendAsync(form, "/cloths/new?handler=Figures", Cloth());
        Assert.Contains("75", figures.Page.Body!.TextContent, StringComparison.Ordinal);
        Assert.Contains("a guess", figures.Page.Body!.TextContent, StringComparison.Ordinal);
        Assert.Empty((await visitor.OpenAsync("/cloths")).QuerySelectorAll(".tile"));

        await visitor.SendAsync(form, "/cloths/new", Cloth());
        var need = await visitor.SendAsync(await visitor.OpenAsync("/seams/new?cloth=1"), "/seams/new?cloth=1&handler=Need", new()
        {
            ["Input.Name"] = "Neck", ["Input.NeedKind"] = "Opening", ["Input.PassMm"] = "600", ["Input.OpeningMm"] = "400",
        });
        Assert.Contains("50", need.Page.QuerySelector(".figure-value")!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task The_swatch_is_marked_as_passed_and_back()
    {
        await PlannedAsync();
        await visitor.SendAsync(await visitor.OpenAsync("/seams/1/set-up"), "/seams/1/set-up", [], "keep");
        // Saved, a set-up is still on its way; the line of steps closes with its swatch, on every page of the work.
        Assert.Equal(["Cloth", "Seam", "Set-up"], await DoneAsync("/setups/1"));
        Assert.Contains("stamp-not-yet", (await visitor.OpenAsync("/setups/1")).QuerySelector(".stamp")!.ClassName, StringComparison.Ordinal);
        await MarkAsync("true");
        Assert.Equal(["Cloth", "Seam", "Set-up", "Thread-up", "Swatch", "Kept"], await DoneAsync("/setups/1"));
        // What is on the machine may be something else by now.
        Assert.Equal(["Cloth", "Seam", "Set-up", "Swatch", "Kept"], await DoneAsync("/thread-ups/new?setup=1"));
        Assert.Contains("Kept", await DoneAsync("/seams/1"));
        Assert.Contains("Kept", await DoneAsync("/seams/1/set-up"));
        Assert.Contains("swatch passed", (await visitor.OpenAsync("/setups/1/print")).QuerySelector(".a5")!.TextContent, StringComparison.Ordinal);
        await MarkAsync("false");
        Assert.Contains("swatch not yet", (await visitor.OpenAsync("/setups/1/print")).QuerySelector(".a5")!.TextContent, StringComparison.Ordinal);

        async Task<string[]> DoneAsync(string path) => [.. (await visitor.OpenAsync(path)).QuerySelectorAll(".steps .is-done a > span:not(.visually-hidden)").Select(s => s.TextContent.Trim())];

        async Task MarkAsync(string passed)
        {
            var page = await visitor.OpenAsync("/setups/1");
            page.QuerySelector(".swatch-state")!.Id = "swatch";
            Assert.Equal("/setups/1", (await visitor.SendAsync(page, "/setups/1?handler=Swatch", new() { ["passed"] = passed }, "swatch")).Location);
        }
    }

    private async Task PlannedAsync(string opening = "430")
    {
        await visitor.SendAsync(await visitor.OpenAsync("/cloths/new"), "/cloths/new", Cloth());
        await visitor.SendAsync(await visitor.OpenAsync("/machines/new"), "/machines/new", new() { ["Input.Name"] = "Bench" });
        await visitor.SendAsync(await visitor.OpenAsync("/seams/new?cloth=1"), "/seams/new?cloth=1", new()
        {
            ["Input.Name"] = "Neckband", ["Input.Direction"] = "Across", ["Input.NeedKind"] = "Opening", ["Input.PassMm"] = "580", ["Input.OpeningMm"] = opening,
        });
    }
}
