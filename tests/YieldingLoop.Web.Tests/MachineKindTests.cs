using System.Net;

namespace YieldingLoop.Web.Tests;

/// <summary>Machines of every kind, what is on them, and the test of a dial, as a visitor meets them.</summary>
public sealed class MachineKindTests : IDisposable
{
    private readonly App app = new();
    private readonly Visitor visitor;

    public MachineKindTests() => visitor = app.Visit();

    public void Dispose() => app.Dispose();

    [Theory]
    [InlineData("Coverstitch", "/machines/5")]
    [InlineData("Convertible", "/machines/5")]
    [InlineData("Plain", "/machines/5")]
    public async Task A_machine_of_another_kind_starts_from_its_template_and_comes_back_as_it_was_typed(string kind, string saved)
    {
        var form = await visitor.OpenAsync($"/machines/new?is={kind}");
        var answer = await visitor.SendAsync(form, $"/machines/new?is={kind}", new() { ["Input.Name"] = "Attic machine", ["Input.NeedleSystem"] = "the attic system", ["Input.Table[0].StitchId"] = kind == "Plain" ? "304" : "406", ["Input.Table[0].Dials[0]"] = "4 (3–5)", ["Input.Table[0].Note"] = "from the manual" });
        Assert.Equal(saved, answer.Location);
        var again = await visitor.OpenAsync(saved);
        Assert.Equal("the attic system", again.Value("Input_NeedleSystem"));
        Assert.Equal("4 (3–5)", again.Value("Input_Table_0__Dials_0_"));
        Assert.Equal("from the manual", again.Value("Input_Table_0__Note"));
        // Saved once more as it stands, nothing changes and nothing is refused.
        Assert.Equal(saved, (await visitor.SendAsync(again, saved, [])).Location);
        Assert.Equal("Nobody has said yet.", (await visitor.OpenAsync(saved)).QuerySelector("aside .quiet")!.TextContent);
    }

    [Fact]
    public async Task A_row_of_the_manual_s_table_that_cannot_be_is_refused_in_its_own_row()
    {
        var answer = await visitor.SendAsync(await visitor.OpenAsync("/machines/1"), "/machines/1", new() { ["Input.Table[1].StitchId"] = "514", ["Input.Table[1].Dials[2]"] = "4 (5–3)" });
        Assert.Contains(answer.Page.QuerySelectorAll("#faults a"), a => a.GetAttribute("href") == "#Input_Table_1__Dials_2_");
        answer = await visitor.SendAsync(await visitor.OpenAsync("/machines/1"), "/machines/1", new() { ["Input.Table[1].Dials[0]"] = "4" });
        Assert.Contains(answer.Page.QuerySelectorAll("#faults a"), a => a.GetAttribute("href") == "#Input_Table_1__StitchId");
    }

    [Fact]
    public async Task The_manual_s_table_stands_beside_the_set_up_it_is_for()
    {
        Assert.DoesNotContain("manual’s own table", (await visitor.OpenAsync("/seams/2/set-up?machine=1")).Body!.TextContent, StringComparison.Ordinal);
        await visitor.SendAsync(await visitor.OpenAsync("/machines/1"), "/machines/1", new() { ["Input.Table[1].StitchId"] = "514", ["Input.Table[1].Dials[2]"] = "4 (3–5)" });
        Assert.Contains("UL 4 (3–5)", (await visitor.OpenAsync("/seams/2/set-up?machine=1")).Body!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_super_stretch_seam_shows_the_manual_s_own_row_and_predicts_nothing()
    {
        var seam = new Dictionary<string, string?> { ["Input.Name"] = "Long pull", ["Input.Job"] = "SuperStretch", ["Input.Plies"] = "2", ["Input.NeedKind"] = "OnBody", ["Input.OnBodyMm"] = "140" };
        var saved = (await visitor.SendAsync(await visitor.OpenAsync("/seams/new?cloth=1"), "/seams/new?cloth=1", seam)).Location!;
        Assert.Contains("None of the machines at hand has a row for it", (await visitor.OpenAsync(saved)).Body!.TextContent, StringComparison.Ordinal);
        await visitor.SendAsync(await visitor.OpenAsync("/machines/1"), "/machines/1", new() { ["Input.Table[1].StitchId"] = "super-stretch", ["Input.Table[1].Dials[0]"] = "2", ["Input.Table[1].Dials[3]"] = "5.5 (5–6)", ["Input.Table[1].LengthMm"] = "3" });
        var page = await visitor.OpenAsync(saved);
        Assert.Equal(["2", "5.5"], page.QuerySelectorAll(".by-manual .dial-number").Select(d => d.TextContent));
        Assert.Contains("permitted 5 to 6", page.QuerySelector(".by-manual")!.TextContent, StringComparison.Ordinal);
        // 40 % and a quarter are asked of it.
        Assert.Contains("pulled along to 50 %", page.QuerySelector(".by-manual")!.TextContent, StringComparison.Ordinal);
        Assert.Null(page.QuerySelector("#keep"));
        // It is drawn with the threads the row names: one needle and the looper, from three sides.
        var picture = page.QuerySelector(".by-manual .still-views")!;
        Assert.Equal(["Face", "Back, turned over", "Edge, from its end"], picture.QuerySelectorAll(".d-label").Select(c => c.TextContent));
        Assert.Equal(["0", "1"], picture.QuerySelectorAll("svg use[data-t]").Select(u => u.GetAttribute("data-t")!).Distinct().Order());
        var ids = page.QuerySelectorAll("[id]").Select(e => e.Id!).ToList();
        Assert.Equal(ids.Count, ids.Distinct().Count());
        Assert.All(page.QuerySelectorAll("svg use"), u => Assert.Contains(u.GetAttribute("href")![1..], ids));
        // A row with the upper looper names threads this drawing does not have.
        await visitor.SendAsync(await visitor.OpenAsync("/machines/1"), "/machines/1", new() { ["Input.Table[1].StitchId"] = "super-stretch", ["Input.Table[1].Dials[0]"] = "2", ["Input.Table[1].Dials[2]"] = "4", ["Input.Table[1].Dials[3]"] = "5.5" });
        Assert.Null((await visitor.OpenAsync(saved)).QuerySelector(".still-views"));
    }

    [Fact]
    public async Task A_run_of_threads_is_noted_on_a_plain_machine_and_shown()
    {
        var form = await visitor.OpenAsync("/states/4");
        var answer = await visitor.SendAsync(form, "/states/4", new()
        {
            ["Input.NeedleSystem"] = form.Value("Input_NeedleSystem"), ["Input.Places[0].PointId"] = "stretch", ["Input.Places[0].SizeMetric"] = "75", ["Input.Places[0].TwinGapMm"] = "4", ["Input.Places[0].Thread"] = "spun-polyester",
            ["Input.Places[0].SecondThread"] = "corespun-polyester", ["Input.Places[0].SecondRun.Supply"] = "Bobbin", ["Input.Places[0].SecondRun.Pin"] = "Second", ["Input.Places[0].SecondRun.DiscSide"] = "Right", ["Input.Places[0].SecondRun.ThroughLastGuide"] = "false",
            ["Input.StitchId"] = "301", ["Input.ZigzagWidthMm"] = "0", ["Input.NeedlePositionMm"] = "0",
        });
        Assert.Equal("/machines/4", answer.Location);
        Assert.Equal("on the second pin, right of the tension disc, past the last guide without going through it; from a bobbin", (await visitor.OpenAsync("/machines/4")).QuerySelector(".on-it-run")!.TextContent);
        Assert.Equal("Right", (await visitor.OpenAsync("/states/4")).QuerySelector("#Input_Places_0__SecondRun_DiscSide option[selected]")!.GetAttribute("value"));
    }

    [Fact]
    public async Task What_is_on_a_machine_is_changed_by_hand_and_by_a_swatch_that_passed()
    {
        var form = await visitor.OpenAsync("/states/2");
        var answer = await visitor.SendAsync(form, "/states/2", new() { ["Input.Places[0].PointId"] = "overlocker", ["Input.Places[0].SizeMetric"] = "80", ["Input.Places[0].Thread"] = "drawer:1", ["Input.Places[2].Number"] = "2.5", ["Input.FingerName"] = "in" });
        Assert.Equal("/machines/2", answer.Location);
        var machine = await visitor.OpenAsync("/machines/2");
        Assert.Contains("overlocker's own 80/12, spun polyester “Tern blue cone”", machine.QuerySelector(".on-it")!.TextContent, StringComparison.Ordinal);
        Assert.Contains("finger “in”", machine.QuerySelector("aside .form-text")!.TextContent, StringComparison.Ordinal);

        var setup = await visitor.OpenAsync("/setups/4");
        await visitor.PressAsync(setup, "The swatch passed");
        Assert.DoesNotContain("Tern blue cone", (await visitor.OpenAsync("/machines/2")).QuerySelector(".on-it")!.TextContent, StringComparison.Ordinal);
        var said = await visitor.PressAsync(await visitor.OpenAsync("/setups/1"), "It is on the machine now");
        Assert.Equal("/setups/1", said.Location);
        Assert.Equal("Written down: this set-up is on its machine now.", (await visitor.OpenAsync(said.Location!)).QuerySelector(".said")!.TextContent.Trim());
    }

    [Fact]
    public async Task Two_tablets_at_one_machine_see_each_other_s_changes()
    {
        var (mine, theirs) = (await visitor.OpenAsync("/states/1"), await visitor.OpenAsync("/states/1"));
        await visitor.SendAsync(theirs, "/states/1", new() { ["Input.LengthMm"] = "3" });
        var stale = await visitor.SendAsync(mine, "/states/1", new() { ["Input.LengthMm"] = "2" });
        Assert.Equal(HttpStatusCode.Conflict, stale.Status);
        Assert.Equal("Stitch length", stale.Page.QuerySelector(".versus tbody th")!.TextContent);
        Assert.DoesNotContain(stale.Page.QuerySelectorAll("button"), b => b.TextContent.Contains("Keep both", StringComparison.Ordinal));
    }

    [Fact]
    public async Task Two_swatches_teach_a_dial_and_the_record_learns_it()
    {
        const string Readings = "firstNumber=4&firstReading=0.5&secondNumber=6&secondReading=-0.5";
        var page = await visitor.OpenAsync($"/machines/1/test?dial=upper-looper&{Readings}");
        Assert.Contains("a higher number is looser. It balances at 5", page.QuerySelector("aside")!.TextContent, StringComparison.Ordinal);
        Assert.Equal("/machines/1", (await visitor.PressAsync(page, "Write it and stop here")).Location);
        var machine = await visitor.OpenAsync("/machines/1");
        Assert.Equal("5", machine.Value("Input_Dials_2__Neutral"));
        Assert.Equal("-1", machine.QuerySelector("#Input_Dials_2__Sense option[selected]")!.GetAttribute("value"));

        // The same page sent again finds a machine that was changed since: nothing is written.
        Assert.Equal(HttpStatusCode.Conflict, (await visitor.PressAsync(page, "Write it and stop here")).Status);
    }

    [Fact]
    public async Task A_convertible_machine_shows_both_clamps_and_what_it_is_changed_over_to()
    {
        await visitor.SendAsync(await visitor.OpenAsync("/machines/new?is=Convertible"), "/machines/new?is=Convertible", new() { ["Input.Name"] = "Both" });
        Assert.Equal(2, (await visitor.OpenAsync("/machines/5")).QuerySelectorAll("svg.clamp").Length);
        Assert.Contains("chain looper", (await visitor.OpenAsync("/states/5?as=Coverstitch")).QuerySelector("main")!.TextContent, StringComparison.Ordinal);
        var answer = await visitor.SendAsync(await visitor.OpenAsync("/states/5?as=Coverstitch"), "/states/5", new() { ["Input.Places[3].Number"] = "4" });
        Assert.Equal("/machines/5", answer.Location);
        Assert.Contains("Changed over to cover stitches.", (await visitor.OpenAsync("/machines/5")).QuerySelector("aside")!.TextContent, StringComparison.Ordinal);
        // As an overlocker it is planned for like any other.
        Assert.NotNull((await visitor.OpenAsync("/seams/2/set-up?machine=5")).QuerySelector(".dials"));
    }
}
