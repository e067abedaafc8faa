using System.Globalization;
using System.Net;
using AngleSharp.Html.Dom;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Tests;

/// <summary>Swatches on their pages.</summary>
public sealed class SwatchTests : IDisposable
{
    private readonly App app = new();
    private readonly Visitor visitor;

    public SwatchTests() => visitor = app.Visit();

    public void Dispose() => app.Dispose();

    /// <summary>Set-up 3, a neckband that was ticked by eye in the demo.</summary>
    private const string New = "/swatches/new?setup=3";

    private async Task<string> UntickedAsync()
    {
        await visitor.PressAsync(await visitor.OpenAsync("/setups/3"), "It has not after all");
        return New;
    }

    private static Dictionary<string, string?> Good(IHtmlDocument form)
    {
        // The pulled length is asked in words beside its field: so much more than after sewing.
        var hold = double.Parse(form.QuerySelector("#Input_Strip_PulledMm-help")!.TextContent.Split(' ')[1], CultureInfo.InvariantCulture);
        return new()
        {
            ["Input.Strip.BeforeMm"] = "150", ["Input.Strip.SewnMm"] = "150", ["Input.Strip.UnsewnMm"] = "150", ["Input.Strip.PulledMm"] = Math.Ceiling(150 * (1 + (hold + 1) / 100)).ToString(CultureInfo.InvariantCulture),
            ["Input.Readings.MeetingLineMm"] = "0", ["Input.Readings.OverhangMm"] = "-0,1", ["Input.Readings.GapMm"] = "0.2", ["Input.Readings.Stitches"] = "230", ["Input.Readings.Skips"] = "0",
        };
    }

    private async Task<IHtmlDocument> SaveAsync(Dictionary<string, string?> typed, string path = New)
    {
        var saved = await visitor.SendAsync(await visitor.OpenAsync(path), path, typed);
        Assert.True(saved.Status == HttpStatusCode.Redirect, saved.Page.QuerySelector("#faults")?.TextContent ?? saved.Page.Body!.TextContent);
        return await visitor.OpenAsync(saved.Location!);
    }

    private static string? Stamp(IHtmlDocument page) => page.QuerySelector("[data-swatch-answer] .stamp")?.TextContent.Trim();

    [Fact]
    public async Task A_swatch_that_passed_passes_its_card_and_one_that_is_mended_takes_it_back()
    {
        var form = await visitor.OpenAsync(await UntickedAsync());
        var page = await SaveAsync(Good(form));
        Assert.Equal("passed", Stamp(page));
        Assert.Equal("Saved: swatch 7. Write 7 on the cloth.", page.QuerySelector(".said")!.TextContent.Trim());
        var card = await visitor.OpenAsync("/setups/3");
        Assert.StartsWith("swatch passed", card.QuerySelector(".swatch-state .stamp")!.TextContent.Trim(), StringComparison.Ordinal);
        Assert.DoesNotContain("by eye", card.QuerySelector(".swatch-state .stamp")!.TextContent, StringComparison.Ordinal);
        Assert.Contains("this card passed by it", card.Body!.TextContent, StringComparison.Ordinal);
        // A skip was overlooked.
        Assert.Equal("not passed", Stamp(await SaveAsync(new() { ["Input.Readings.Skips"] = "1" }, "/swatches/7")));
        Assert.Equal("swatch not yet", (await visitor.OpenAsync("/setups/3")).QuerySelector(".swatch-state .stamp")!.TextContent.Trim());
    }

    [Fact]
    public async Task What_was_ticked_before_stays_passed_by_eye() =>
        Assert.Contains("by eye", (await visitor.OpenAsync("/setups/3")).QuerySelector(".swatch-state .stamp")!.TextContent, StringComparison.Ordinal);

    [Fact]
    public async Task What_was_not_read_is_named_and_does_not_pass()
    {
        var typed = Good(await visitor.OpenAsync(await UntickedAsync()));
        typed["Input.Readings.GapMm"] = "";
        typed["Input.Strip.PulledMm"] = "";
        var page = await SaveAsync(typed);
        Assert.Equal("not all read", Stamp(page));
        Assert.Contains("Not read yet: Gap, pulled open, pulled along, nothing popped.", page.QuerySelector("[data-swatch-answer]")!.TextContent, StringComparison.Ordinal);
        Assert.Equal("swatch not yet", (await visitor.OpenAsync("/setups/3")).QuerySelector(".swatch-state .stamp")!.TextContent.Trim());
    }

    [Fact]
    public async Task Sewn_with_other_numbers_it_passes_no_card_and_the_machine_stands_so_now()
    {
        var form = await visitor.OpenAsync(await UntickedAsync());
        var typed = Good(form);
        var before = form.Value("Input_Dials_0__Number")!;
        typed["Input.Dials[0].Number"] = (double.Parse(before, CultureInfo.InvariantCulture) + 1).ToString(CultureInfo.InvariantCulture);
        var page = await SaveAsync(typed);
        Assert.Equal("passed", Stamp(page));
        Assert.Contains("other numbers than its card’s", page.QuerySelector("[data-swatch-answer]")!.TextContent, StringComparison.Ordinal);
        Assert.Equal("swatch not yet", (await visitor.OpenAsync("/setups/3")).QuerySelector(".swatch-state .stamp")!.TextContent.Trim());
        // One tap leads to the card's next version, with these numbers in it.
        var amend = await visitor.OpenAsync(page.QuerySelector("[data-swatch-answer] a[href*='/amend']")!.GetAttribute("href")!);
        Assert.Contains(amend.QuerySelectorAll("#amend input"), i => i.GetAttribute("value") == typed["Input.Dials[0].Number"]);
        Assert.Contains("swatch 7", amend.QuerySelector("#amend [name='Remark']")!.OuterHtml, StringComparison.Ordinal);
        // The next swatch begins with what stands on the machine.
        Assert.Equal(typed["Input.Dials[0].Number"], (await visitor.OpenAsync(New)).Value("Input_Dials_0__Number"));
    }

    [Fact]
    public async Task While_it_is_typed_it_says_where_to_turn_and_saves_nothing()
    {
        var form = await visitor.OpenAsync(New);
        var answer = await visitor.SendAsync(form, New + "&handler=Answer", new() { ["Input.Readings.MeetingLineMm"] = "1.4", ["Input.Strip.BeforeMm"] = "150", ["Input.Strip.SewnMm"] = "158" });
        Assert.Contains("Nothing was read yet", form.QuerySelector("[data-swatch-answer]")!.TextContent, StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.OK, answer.Status);
        Assert.Null(answer.Page.QuerySelector("form"));
        // On the face: the upper looper goes looser, on its own steps.
        var turn = answer.Page.QuerySelector(".swatch-number")!.TextContent;
        Assert.Contains("looser", turn, StringComparison.Ordinal);
        Assert.Contains("raise the differential", answer.Page.QuerySelector(".swatch-blame")!.TextContent, StringComparison.Ordinal);
        Assert.Equal("outside", answer.Page.QuerySelector("tr.off td:last-child")!.TextContent.Split(' ')[^1]);
        Assert.Contains("cannot be", (await visitor.SendAsync(form, New + "&handler=Answer", new() { ["Input.Readings.GapMm"] = "-4" })).Page.Body!.TextContent, StringComparison.Ordinal);
        Assert.Contains("Nothing was read yet", (await visitor.SendAsync(form, New + "&handler=Answer", [])).Page.Body!.TextContent, StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.NotFound, (await visitor.SendAsync(form, "/swatches/7?handler=Answer", [])).Status);
    }

    [Fact]
    public async Task What_was_predicted_is_told_only_of_what_was_read()
    {
        var form = await visitor.OpenAsync(New);
        async Task<Dictionary<string, string>> AskAsync(Dictionary<string, string?> typed) =>
            (await visitor.SendAsync(form, New + "&handler=Answer", typed)).Page.QuerySelectorAll(".swatch-lines tbody th").Where(th => th.QuerySelector("small") is not null)
                .ToDictionary(th => th.ChildNodes[0].TextContent.Trim(), th => th.QuerySelector("small")!.TextContent);
        Assert.Empty(await AskAsync(new() { ["Input.Readings.RawEdgeCaught"] = "True" }));
        var one = await AskAsync(new() { ["Input.Readings.GapMm"] = "1" });
        Assert.Equal(["Gap, pulled open"], one.Keys);
        // The knife moves what hangs past the edge, and nothing else does here; by the model it is what the card wants (section 6).
        var wanted = (await visitor.SendAsync(form, New + "&handler=Answer", new() { ["Input.Readings.OverhangMm"] = "1" })).Page.QuerySelector(".swatch-lines tbody tr")!;
        double[] bounds = [.. wanted.QuerySelectorAll("td")[1].TextContent.Replace('−', '-').Split(" to ").Select(t => double.Parse(t.Replace(" mm", ""), NumberStyles.Float, CultureInfo.InvariantCulture))];
        var predicted = double.Parse(wanted.QuerySelector("small")!.TextContent.Replace("predicted ", "").Replace(" mm", "").Replace('−', '-'), NumberStyles.Float, CultureInfo.InvariantCulture);
        Assert.InRange(predicted, bounds[0] + 0.45, bounds[1] - 0.45);
    }

    private async Task<Dictionary<string, double>> LeftAsync()
    {
        var left = new Dictionary<string, double>();
        for (var id = 1; id <= 8; id++)
        {
            var cone = await visitor.OpenAsync($"/threads/{id}");
            left[cone.Value("Input_Name")!] = double.Parse(cone.Value("Input_MetresLeft")!, CultureInfo.InvariantCulture);
        }

        return left;
    }

    /// <summary>By the model's consumption, metres of thread a metre of seam (model section 6); the longer of the measured strip and the stitches looked over.</summary>
    [Fact]
    public async Task A_swatch_takes_its_metres_from_the_cones_once()
    {
        var before = await LeftAsync();
        var page = await visitor.OpenAsync("/swatches/1");
        var said = page.QuerySelectorAll(".swatch-answer li").Select(l => l.TextContent.Split(": ")).Where(p => p.Length == 2 && p[1].EndsWith(" m", StringComparison.Ordinal)).ToDictionary(p => p[0], p => double.Parse(p[1][..^2], CultureInfo.InvariantCulture));
        Assert.NotEmpty(said);
        var first = await visitor.PressAsync(page, "Take it from the cones, count it for the needles");
        Assert.Equal(HttpStatusCode.Redirect, first.Status);
        var after = await LeftAsync();
        Assert.All(before, cone => Assert.Equal(said.GetValueOrDefault(cone.Key), cone.Value - after[cone.Key], 1));
        // Pressed again in another tab, nothing more is taken.
        await visitor.PressAsync(page, "Take it from the cones, count it for the needles");
        Assert.Equal(after, await LeftAsync());
        // The sentence is made of what was done: recomputed from the strip of 64 stitches, or the marked length at this stitch length.
        var told = (await visitor.OpenAsync("/swatches/1")).QuerySelector(".swatch-answer")!.TextContent;
        var stitches = long.Parse(System.Text.RegularExpressions.Regex.Match(told, @"each needle: ([\d,]+) stitches").Groups[1].Value, NumberStyles.AllowThousands, CultureInfo.InvariantCulture);
        var swatch = await visitor.OpenAsync("/swatches/1");
        var sewn = Math.Max(double.Parse(swatch.Value("Input_Strip_SewnMm")!, CultureInfo.InvariantCulture), 64 * double.Parse(swatch.Value("Input_StitchLengthMm")!, CultureInfo.InvariantCulture));
        Assert.Equal(Math.Round(sewn / double.Parse(swatch.Value("Input_StitchLengthMm")!, CultureInfo.InvariantCulture)), stitches);
        Assert.Contains("Taken from the cones and counted for the needles on", (await visitor.OpenAsync("/swatches/1")).Body!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_sewn_seam_takes_what_its_length_asks_and_never_more_than_there_is()
    {
        var (before, card) = (await LeftAsync(), await visitor.OpenAsync("/setups/1"));
        var perMetre = card.QuerySelector(".sewn")!.PreviousElementSibling!.TextContent.Replace("A metre of this seam takes ", "").Split(", before")[0].Split(", ").Select(p => p.Split(" m of ")).Where(p => p.Length == 2).ToDictionary(p => p[1], p => double.Parse(p[0], CultureInfo.InvariantCulture));
        async Task<HttpStatusCode> SewAsync(IHtmlDocument page, string metres) => (await visitor.PostAsync((IHtmlFormElement)page.QuerySelector("form.sewn")!, "/setups/1?handler=Sewn", new() { ["metres"] = metres })).Status;
        Assert.Equal(HttpStatusCode.Redirect, await SewAsync(card, "2,5"));
        // 2.5 m at 2.5 mm a stitch; of thread, 80 mm of chain at both ends as well.
        var told = (await visitor.OpenAsync("/setups/1")).QuerySelector(".said")!.TextContent;
        Assert.Contains("2.5 m of seam written down.", told, StringComparison.Ordinal);
        Assert.Contains("1,000 stitches added to each of its needles: left needle, right needle.", told, StringComparison.Ordinal);
        var after = await LeftAsync();
        Assert.All(before, cone => Assert.InRange(cone.Value - after[cone.Key] - (2.5 + 2 * 0.08) * perMetre.GetValueOrDefault(cone.Key), -0.2, 0.2));
        // The same button again, and what cannot be: nothing more is taken.
        Assert.Equal(HttpStatusCode.Conflict, await SewAsync(card, "2,5"));
        foreach (var wrong in new[] { "0", "-1", "", "long", "1e3", "1001", "NaN" })
        {
            Assert.Equal(HttpStatusCode.BadRequest, await SewAsync(await visitor.OpenAsync("/setups/1"), wrong));
        }

        Assert.Equal(after, await LeftAsync());
        await SewAsync(await visitor.OpenAsync("/setups/1"), "1000");
        Assert.All(await LeftAsync(), cone => Assert.True(cone.Value >= 0));
    }

    [Fact]
    public async Task A_sampler_is_one_strip_with_a_record_for_each_piece_of_it()
    {
        await SaveAsync(new() { ["Input.Readings.GapMm"] = "0.3" });
        // From the second piece another one is still along the strip of the first.
        await SaveAsync(new() { ["Input.StitchLengthMm"] = "3", ["Input.Readings.GapMm"] = "0.4" }, "/swatches/new?setup=3&strip=7");
        var third = await SaveAsync(new() { ["Input.StitchLengthMm"] = "3.5" }, "/swatches/new?setup=3&strip=8");
        Assert.Contains("On one strip with swatches 7 and 8", third.QuerySelector("main")!.TextContent, StringComparison.Ordinal);
        Assert.Equal("7", third.Value("Input_StripOf"));
        Assert.Contains("swatches 8 and 9", (await visitor.OpenAsync("/swatches/7")).QuerySelector("main")!.TextContent, StringComparison.Ordinal);
        Assert.DoesNotContain("On one strip", (await visitor.OpenAsync("/swatches/1")).QuerySelector("main")!.TextContent, StringComparison.Ordinal);
        // A strip of another set-up is no strip of this one.
        Assert.Equal("", (await visitor.OpenAsync("/swatches/new?setup=3&strip=1")).Value("Input_StripOf") ?? "");
        var alone = await SaveAsync(new() { ["Input.StripOf"] = "99" });
        Assert.Contains("Swatch 99, along whose strip it was sewn, is no longer here", alone.QuerySelector(".said")!.TextContent, StringComparison.Ordinal);
        Assert.Equal("", alone.Value("Input_StripOf") ?? "");
    }

    /// <summary>The crackle when a garment is put on is itself a reading (common practice F3, no published source).</summary>
    [Fact]
    public async Task What_crackled_in_wear_teaches_and_leaves_card_and_machine_as_they_are()
    {
        const string Wear = "/swatches/new?setup=3&wear=true";
        // Meanwhile the machine stands otherwise.
        var form = await visitor.OpenAsync(New);
        var looper = form.Value("Input_Dials_0__Number")!;
        var moved = (double.Parse(looper, CultureInfo.InvariantCulture) + 1).ToString(CultureInfo.InvariantCulture);
        await SaveAsync(new() { ["Input.Dials[0].Number"] = moved, ["Input.Readings.GapMm"] = "0.3" });
        static string[] Taught(IHtmlDocument card) => [.. card.QuerySelectorAll("ins").Select(i => i.TextContent)];
        var before = await visitor.OpenAsync("/setups/3");
        var wear = await visitor.OpenAsync(Wear);
        Assert.Equal(looper, wear.Value("Input_Dials_0__Number"));
        var page = await SaveAsync(new() { ["Input.CrackledAtPercent"] = "35" }, Wear);
        Assert.Equal("read in wear", Stamp(page));
        var after = await visitor.OpenAsync("/setups/3");
        Assert.NotEqual(Taught(before), Taught(after));
        Assert.Equal(before.QuerySelector(".swatch-state .stamp")!.TextContent.Trim(), after.QuerySelector(".swatch-state .stamp")!.TextContent.Trim());
        Assert.Equal(moved, (await visitor.OpenAsync(New)).Value("Input_Dials_0__Number"));
        Assert.Contains("in wear", (await visitor.OpenAsync("/swatches")).QuerySelector("a[href='/swatches/8'] .stamp")!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Swatches_are_listed_by_cloth_machine_thread_passing_and_day()
    {
        async Task<string[]> ListAsync(string query) => [.. (await visitor.OpenAsync("/swatches" + query)).QuerySelectorAll(".swatch-list .setup-name").Select(n => n.TextContent)];
        string[] all = await ListAsync("");
        Assert.Equal(["Swatch 6", "Swatch 5", "Swatch 4", "Swatch 3", "Swatch 2", "Swatch 1"], all);
        // Asked one by one they are parts of the whole, and yes and no together are all of it.
        var (yes, no) = (await ListAsync("?passed=yes"), await ListAsync("?passed=no"));
        Assert.Equal(all.Order(), yes.Concat(no).Order());
        foreach (var setup in Enumerable.Range(1, 8))
        {
            Assert.Equal((await visitor.OpenAsync($"/setups/{setup}")).QuerySelectorAll(".versions a[href^='/swatches/']").Select(a => a.TextContent).Order(), (await ListAsync($"?setup={setup}")).Order());
        }

        Assert.Equal(all.Order(), (await Task.WhenAll(Enumerable.Range(1, 4).Select(m => ListAsync($"?machine={m}")))).SelectMany(l => l).Order());
        Assert.Equal(all.Order(), (await Task.WhenAll(Enumerable.Range(1, 6).Select(c => ListAsync($"?cloth={c}")))).SelectMany(l => l).Order());
        Assert.NotEmpty(await ListAsync("?thread=textured-nylon"));
        Assert.Empty(await ListAsync("?thread=heavy-rayon"));
        // By day: each stands on its own.
        var days = (await visitor.OpenAsync("/swatches")).QuerySelectorAll(".swatch-list .setup-state").Select(s => DateTime.ParseExact(s.TextContent.Trim(), "d MMM yyyy", CultureInfo.InvariantCulture)).ToList();
        Assert.Equal(days.OrderDescending(), days);
        Assert.Equal(days.Count(d => d == days[0]), (await ListAsync($"?from={days[0]:yyyy-MM-dd}&to={days[0]:yyyy-MM-dd}")).Length);
        Assert.Equal(days.Count(d => d < days[0]), (await ListAsync($"?to={days[0].AddDays(-1):yyyy-MM-dd}")).Length);
        foreach (var (wrong, says) in new[] { ("?from=2026-13-01", "first day"), ("?to=tomorrow", "last day"), ("?thread=wire", "No kind of thread"), ("?passed=perhaps", "yes or no"), ("?from=2026-05-04&to=2026-05-01", "before the first") })
        {
            Assert.Contains(says, (await visitor.OpenAsync("/swatches" + wrong)).QuerySelector("[role=alert]")!.TextContent, StringComparison.Ordinal);
        }
    }

    /// <summary>Set-up 1 has two needles.</summary>
    [Fact]
    public async Task Skips_and_loops_are_read_row_by_row()
    {
        const string Path = "/swatches/new?setup=1";
        var form = await visitor.OpenAsync(Path);
        Assert.NotNull(form.QuerySelector("#Input_Rows_1__Skips"));
        Assert.Null((await visitor.OpenAsync(New)).QuerySelector("#Input_Rows_0__Skips"));
        var saved = await visitor.SendAsync(form, Path, new() { ["Input.Readings.Stitches"] = "120", ["Input.Rows[0].Skips"] = "2", ["Input.Rows[1].Skips"] = "1", ["Input.Readings.FirstSkipAt"] = "40", ["Input.Rows[1].LoopMm"] = "0.4" });
        Assert.Equal(HttpStatusCode.Redirect, saved.Status);
        var page = await visitor.OpenAsync(saved.Location!);
        Assert.Equal(["3", "2", "1", "0.4"], new[] { "Input_Readings_Skips", "Input_Rows_0__Skips", "Input_Rows_1__Skips", "Input_Rows_1__LoopMm" }.Select(page.Value));
        // Rows that do not come to the sum, and a loop that cannot be, are told beside their fields.
        var wrong = await visitor.SendAsync(page, saved.Location!, new() { ["Input.Readings.Skips"] = "5", ["Input.Rows[0].LoopMm"] = "-1" });
        Assert.Equal(["/#Input_Readings_Skips", "/#Input_Rows_0__LoopMm"], wrong.Page.QuerySelectorAll("#faults a").Select(a => "/" + a.GetAttribute("href")).Order());
    }

    /// <summary>Common practice (no published source): a plain machine's needle is tried straight and zigzag.</summary>
    [Fact]
    public async Task On_a_plain_machine_it_is_noted_along_what_skips_were_looked_for()
    {
        Assert.Null((await visitor.OpenAsync(New)).GetElementById("Input_SkipsSewn"));
        var path = await HemAsync("?machine=4");
        var saved = await visitor.SendAsync(await visitor.OpenAsync(path), path, new() { ["Input.SkipsSewn"] = "Both", ["Input.Readings.Stitches"] = "230", ["Input.Readings.Skips"] = "0" });
        Assert.Equal(HttpStatusCode.Redirect, saved.Status);
        Assert.Equal("Both", (await visitor.OpenAsync(saved.Location!)).Value("Input_SkipsSewn"));
    }

    [Theory]
    [InlineData(1, "MeetingLine,Overhang,Gap,Growth")]
    [InlineData(3, "MeetingLine,Overhang,Gap,Growth")]
    public async Task Every_reading_of_a_swatch_is_drawn_from_end_to_end_of_its_scale(int setup, string readings)
    {
        var path = $"/swatches/new?setup={setup}";
        var form = await visitor.OpenAsync(path);
        var buttons = form.QuerySelectorAll("[data-match-reading]");
        Assert.Equal([.. readings.Split(','), "RawEdgeCaught", "Curl", "Skips"], buttons.Select(b => b.GetAttribute("data-match-reading")!));
        // Nothing of it is read, and there is a field for each.
        Assert.All(buttons, b => Assert.Equal("", form.Value(b.GetAttribute("data-field")!.Replace('.', '_')) ?? ""));
        foreach (var reading in readings.Split(','))
        {
            var drawn = await Matched(form, path, reading);
            var values = drawn.RootElement.GetProperty("values").EnumerateArray().Select(v => v.GetDouble()).ToList();
            Assert.InRange(values.Count, 10, 60);
            Assert.Equal(values.Order(), values);
            var drawings = drawn.RootElement.GetProperty("drawings").EnumerateArray().Select(d => d.GetString()!).ToList();
            Assert.Equal(values.Count, drawings.Distinct().Count());
            Assert.All(drawings.Concat(drawn.RootElement.GetProperty("beside").EnumerateArray().SelectMany(b => b.EnumerateArray()).Select(b => b.GetString()!)), d => Assert.Equal("svg", System.Xml.Linq.XElement.Parse(d).Name.LocalName));
            foreach (var list in new[] { "at", "typed", "shown", "said", "spots", "beside" })
            {
                Assert.Equal(values.Count, drawn.RootElement.GetProperty(list).GetArrayLength());
            }

            // What is typed is the figure, and it is read back as that figure.
            Assert.Equal(values, drawn.RootElement.GetProperty("typed").EnumerateArray().Select(t => double.Parse(t.GetString()!.Replace('−', '-'), NumberStyles.Float, CultureInfo.InvariantCulture)));
            // The leader's end goes with the handle: what is read moves in the drawing.
            Assert.True(drawn.RootElement.GetProperty("spots").EnumerateArray().Select(s => s.ToString()).Distinct().Count() > values.Count / 2 || reading == "Overhang");
        }
    }

    /// <summary>A coverstitch hem of the demo, kept by the test.</summary>
    private async Task<string> HemAsync(string query = "")
    {
        var plan = await visitor.OpenAsync("/seams/9/set-up" + query);
        var kept = await visitor.PressAsync(plan, "Keep this set-up");
        return "/swatches/new?setup=" + kept.Location!.Split('/')[^1];
    }

    [Theory]
    [InlineData("", "Gap,Growth", "Tunnelling,RowsParallel,RawEdgeCaught,Curl,Skips")]
    [InlineData("?machine=4", "Gap", "Tunnelling,RowsParallel,RawEdgeCaught,Curl,Skips")]
    [InlineData("3", "MeetingLine,Overhang,Gap,Growth", "RawEdgeCaught,Curl,Skips")]
    public async Task What_is_seen_rather_than_measured_is_read_by_choosing_its_picture(string of, string dragged, string chosen)
    {
        var path = of == "3" ? New : await HemAsync(of);
        var form = await visitor.OpenAsync(path);
        Assert.Equal([.. dragged.Split(','), .. chosen.Split(',')], form.QuerySelectorAll("[data-match-reading]").Select(b => b.GetAttribute("data-match-reading")!));
        foreach (var reading in chosen.Split(','))
        {
            var field = form.QuerySelector($"[data-match-reading='{reading}']")!.GetAttribute("data-field")!;
            var choices = (await Matched(form, path, reading)).RootElement.GetProperty("choices").EnumerateArray().ToList();
            Assert.InRange(choices.Count, 2, 4);
            // Each is another picture, whole by itself, and nothing in one is named as something in another.
            var drawings = choices.ConvertAll(c => c.GetProperty("drawings").EnumerateArray().Select(d => System.Xml.Linq.XElement.Parse(d.GetString()!)).ToList());
            Assert.Equal(choices.Count, drawings.Select(d => string.Concat(d)).Distinct().Count());
            var ids = drawings.SelectMany(d => d).SelectMany(d => d.Descendants().SelectMany(x => x.Attributes("id"))).Select(a => a.Value).ToList();
            Assert.Equal(ids.Count, ids.Distinct().Count());
            Assert.All(drawings.SelectMany(d => d).SelectMany(d => d.Descendants().SelectMany(x => x.Attributes("href"))), h => Assert.Contains(h.Value[1..], ids));
            var names = choices.Select(c => c.GetProperty("name").GetString()!).ToList();
            Assert.Equal(names.Count, names.Distinct().Count());
            foreach (var choice in choices)
            {
                if (choice.GetProperty("typed").GetString() is { } typed)
                {
                    // What a picture writes is what its field takes, and it is kept.
                    var saved = await visitor.SendAsync(form, path, new() { [field] = typed, ["Input.Readings.Stitches"] = "60", ["Input.Key"] = Guid.NewGuid().ToString() });
                    Assert.Equal(HttpStatusCode.Redirect, saved.Status);
                    Assert.Equal(typed, (await visitor.OpenAsync(saved.Location!)).Value(field.Replace('.', '_')), ignoreCase: true);
                }
                else
                {
                    Assert.Equal("Skips", reading);
                    Assert.NotNull(form.QuerySelector($"[name='{choice.GetProperty("counts").GetString()}']"));
                }
            }
        }
    }

    /// <summary>What is drawn is the set-up as the form has it, and no reading of it moves with what is typed into a reading.</summary>
    [Fact]
    public async Task The_drawing_follows_what_it_was_sewn_with_and_never_what_was_read_or_wanted()
    {
        var form = await visitor.OpenAsync(New);
        async Task<string> DrawAsync(Dictionary<string, string?> typed) => (await Matched(form, New, "Gap", typed)).RootElement.ToString();
        var plain = await DrawAsync([]);
        Assert.Equal(plain, await DrawAsync(new() { ["Input.Readings.GapMm"] = "2", ["Input.Readings.MeetingLineMm"] = "half typ" }));
        Assert.NotEqual(plain, await DrawAsync(new() { ["Input.StitchLengthMm"] = "4" }));
        foreach (var typed in new Dictionary<string, string?>[] { new() { ["Input.StitchLengthMm"] = "400" }, new() { ["Input.Dials[0].Number"] = "999999" } })
        {
            Assert.Equal(HttpStatusCode.NoContent, (await visitor.SendAsync(form, New + "&handler=Match&reading=Gap", typed)).Status);
        }

        foreach (var reading in new[] { "CoverFace", "Wrapped", "nonsense", "" })
        {
            Assert.Equal(HttpStatusCode.BadRequest, (await visitor.SendAsync(form, New + "&handler=Match&reading=" + reading, [])).Status);
        }

        Assert.Equal(HttpStatusCode.NotFound, (await visitor.SendAsync(form, "/swatches/99?handler=Match&reading=Gap", [])).Status);
    }

    private async Task<System.Text.Json.JsonDocument> Matched(IHtmlDocument form, string path, string reading, Dictionary<string, string?>? typed = null)
    {
        var answer = await visitor.SendAsync(form, $"{path}&handler=Match&reading={reading}", typed ?? []);
        Assert.Equal(HttpStatusCode.OK, answer.Status);
        return System.Text.Json.JsonDocument.Parse(answer.Page.Source.Text);
    }

    private static byte[] Picture(int width = 800, int height = 600, SkiaSharp.SKEncodedImageFormat format = SkiaSharp.SKEncodedImageFormat.Png)
    {
        using var bitmap = new SkiaSharp.SKBitmap(width, height);
        bitmap.Erase(SkiaSharp.SKColors.Teal);
        using var image = SkiaSharp.SKImage.FromBitmap(bitmap);
        return image.Encode(format, 90).ToArray();
    }

    private async Task<System.Text.Json.JsonElement> SendPhotoAsync(IHtmlDocument form, byte[] file, HttpStatusCode expected = HttpStatusCode.OK)
    {
        using var content = new MultipartFormDataContent();
        using var part = new ByteArrayContent(file);
        content.Add(part, "photo", "../../swatch.png");
        content.Add(new StringContent(Visitor.Fields((IHtmlFormElement)form.GetElementById("entry")!).Single(f => f.Key == "__RequestVerificationToken").Value), "__RequestVerificationToken");
        using var answer = await visitor.Client.PostAsync(new Uri("/photos", UriKind.Relative), content);
        Assert.Equal(expected, answer.StatusCode);
        return expected == HttpStatusCode.OK ? System.Text.Json.JsonDocument.Parse(await answer.Content.ReadAsStringAsync()).RootElement : default;
    }

    [Fact]
    public async Task A_photo_goes_with_its_swatch_and_lies_beside_the_drawing_at_its_scale()
    {
        var form = await visitor.OpenAsync(New);
        var sent = await SendPhotoAsync(form, Picture());
        var key = sent.GetProperty("key").GetString()!;
        using (var got = await visitor.Client.GetAsync(new Uri($"/photos/{key}", UriKind.Relative)))
        {
            Assert.Equal("image/jpeg", got.Content.Headers.ContentType!.MediaType);
            Assert.Contains("immutable", got.Headers.CacheControl!.ToString(), StringComparison.Ordinal);
        }

        // 40 mm of the ruler over half its width: the photo is 80 mm wide; the gap is drawn at 20 units a millimetre in 440 units.
        var typed = new Dictionary<string, string?> { ["Input.Photo.Key"] = key, ["Input.Photo.FirstX"] = "0.25", ["Input.Photo.FirstY"] = "0.5", ["Input.Photo.SecondX"] = "0.75", ["Input.Photo.SecondY"] = "0.5", ["Input.Photo.ApartMm"] = "40" };
        var drawn = await Matched(form, New, "Gap", typed);
        Assert.Equal(80 * 20 / 440.0, drawn.RootElement.GetProperty("photo").GetProperty("share").GetDouble(), 3);
        Assert.Equal(System.Text.Json.JsonValueKind.Null, (await Matched(form, New, "Gap")).RootElement.GetProperty("photo").ValueKind);
        typed["Input.Readings.GapMm"] = "0.2";
        var page = await SaveAsync(typed);
        Assert.Equal([key, "0.25", "40"], new[] { "Input_Photo_Key", "Input_Photo_ApartMm" }.Select(page.Value).Prepend(page.QuerySelector("[data-photo-mark='FirstX']")!.GetAttribute("value")).OrderByDescending(v => v!.Length));
        // A photo that a restored copy does not know is told, not left out without a word.
        Assert.Contains("no longer here", (await visitor.SendAsync(page, page.Location.PathName, new() { ["Input.Photo.Key"] = Guid.NewGuid().ToString() })).Page.QuerySelector("#faults")!.TextContent, StringComparison.Ordinal);
        // Half a ruler, and marks upon each other.
        var number = page.Location.PathName;
        Assert.Contains("Tap the two marks", (await visitor.SendAsync(page, number, new() { ["Input.Photo.SecondX"] = "" })).Page.QuerySelector("#faults")!.TextContent, StringComparison.Ordinal);
        Assert.Contains("too close", (await visitor.SendAsync(page, number, new() { ["Input.Photo.SecondX"] = "0.26" })).Page.QuerySelector("#faults")!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_is_no_photo_is_told_and_nothing_is_kept_of_it()
    {
        var form = await visitor.OpenAsync(New);
        Assert.Contains("JPEG", (await SendPhotoAsync(form, "no photo"u8.ToArray())).GetProperty("fault").GetString(), StringComparison.Ordinal);
        Assert.Contains("20 MB", (await SendPhotoAsync(form, new byte[PhotoFile.MostBytes + 1])).GetProperty("fault").GetString(), StringComparison.Ordinal);
        Assert.Contains("has 51.", (await SendPhotoAsync(form, Picture(8600, 6000, SkiaSharp.SKEncodedImageFormat.Jpeg))).GetProperty("fault").GetString(), StringComparison.Ordinal);
        using var none = new MultipartFormDataContent { { new StringContent("x"), "other" } };
        // Without the form's token nothing is taken.
        Assert.Equal(HttpStatusCode.BadRequest, (await visitor.Client.PostAsync(new Uri("/photos", UriKind.Relative), none)).StatusCode);
        foreach (var path in new[] { "/photos", $"/photos/{Guid.NewGuid()}", $"/photos/{Guid.NewGuid()}/large", "/photos/nonsense" })
        {
            Assert.Equal(HttpStatusCode.NotFound, (await visitor.Client.GetAsync(new Uri(path, UriKind.Relative))).StatusCode);
        }
    }

    [Theory]
    [InlineData("Input.Readings.GapMm", "-1")]
    [InlineData("Input.Readings.GapMm", "wide")]
    [InlineData("Input.Readings.Skips", "2,5")]
    [InlineData("Input.Readings.FirstSkipAt", "3")]
    [InlineData("Input.Readings.PoppedAtPercent", "60")]
    [InlineData("Input.Readings.BrokeAfterStitches", "4")]
    [InlineData("Input.Strip.SewnMm", "20")]
    [InlineData("Input.Strip.BeforeMm", "")]
    [InlineData("Input.Strip.RulerStepMm", "40")]
    [InlineData("Input.Dials[0].Number", "99")]
    [InlineData("Input.StitchLengthMm", "40")]
    [InlineData("Input.CrackledAtPercent", "0")]
    public async Task What_cannot_be_is_told_beside_its_field_and_nothing_is_lost(string field, string value)
    {
        var typed = Good(await visitor.OpenAsync(New));
        typed["Input.Note"] = "the blue offcut";
        typed[field] = value;
        var answer = await visitor.SendAsync(await visitor.OpenAsync(New), New, typed);
        Assert.Equal(HttpStatusCode.OK, answer.Status);
        Assert.Contains(answer.Page.QuerySelectorAll("#faults li strong"), s => s.TextContent.Length > 1);
        Assert.Equal("the blue offcut", answer.Page.QuerySelector("textarea")!.TextContent.Trim());
        Assert.Equal("230", answer.Page.Value("Input_Readings_Stitches"));
        await visitor.OpenAsync("/swatches/7", HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task Two_tablets_at_one_swatch_see_each_other_s_changes_and_the_same_form_twice_is_one_swatch()
    {
        var (mine, theirs) = (await visitor.OpenAsync("/swatches/1"), await visitor.OpenAsync("/swatches/1"));
        await visitor.SendAsync(theirs, "/swatches/1", new() { ["Input.Readings.GapMm"] = "0.3" });
        var stale = await visitor.SendAsync(mine, "/swatches/1", new() { ["Input.Readings.GapMm"] = "0.4" });
        Assert.Equal(HttpStatusCode.Conflict, stale.Status);
        Assert.Contains("gap", stale.Page.QuerySelector(".versus tbody th")!.TextContent, StringComparison.OrdinalIgnoreCase);
        var form = await visitor.OpenAsync(New);
        var typed = Good(form);
        var (first, second) = (await visitor.SendAsync(form, New, typed), await visitor.SendAsync(form, New, typed));
        Assert.Equal(first.Location, second.Location);
    }

    [Fact]
    public async Task A_swatch_teaches_the_machine_and_one_left_out_does_not()
    {
        static string[] Taught(IHtmlDocument card) => [.. card.QuerySelectorAll("ins").Select(i => i.TextContent)];
        var before = Taught(await visitor.OpenAsync("/setups/3"));
        var typed = Good(await visitor.OpenAsync(New));
        typed["Input.Readings.PoppedAt"] = "needle-right";
        typed["Input.Readings.PoppedAtPercent"] = "120";
        await SaveAsync(typed);
        var after = await visitor.OpenAsync("/setups/3");
        Assert.NotEqual(before, Taught(after));
        Assert.Contains(after.QuerySelectorAll("a[href='/swatches/7']"), a => a.TextContent == "7");
        await SaveAsync(new() { ["Input.LeftOut"] = "FaultFound" }, "/swatches/7");
        Assert.Equal(before, Taught(await visitor.OpenAsync("/setups/3")));
    }

    [Fact]
    public async Task A_swatch_of_a_set_up_that_was_put_away_meanwhile_is_kept_and_says_so()
    {
        var form = await visitor.OpenAsync(New);
        Assert.Null(form.QuerySelector(".notice"));
        var setup = await visitor.OpenAsync("/setups/3");
        Assert.Equal(HttpStatusCode.Redirect, (await visitor.PostAsync((IHtmlFormElement)setup.QuerySelector("form.put-away")!, "/put-away", [])).Status);
        var saved = await visitor.SendAsync(form, New, new() { ["Input.Readings.GapMm"] = "0.2" });
        Assert.Equal(HttpStatusCode.Redirect, saved.Status);
        var page = await visitor.OpenAsync(saved.Location!);
        Assert.Equal("0.2", page.Value("Input_Readings_GapMm"));
        Assert.Contains("Its set-up is put away", page.QuerySelector(".notice")!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_swatch_is_put_away_and_comes_back()
    {
        var gone = await visitor.PressAsync(await visitor.OpenAsync("/swatches/2"), "Put this swatch away");
        Assert.Equal(HttpStatusCode.Redirect, gone.Status);
        Assert.DoesNotContain((await visitor.OpenAsync("/setups/1")).QuerySelectorAll("a"), a => a.GetAttribute("href") == "/swatches/2" && a.TextContent == "Swatch 2");
        Assert.Contains("put away", (await visitor.OpenAsync("/swatches/2")).QuerySelector(".notice")!.TextContent, StringComparison.Ordinal);
        await visitor.SendAsync(await visitor.OpenAsync("/swatches/2"), "/swatches/2", []);
        Assert.Contains((await visitor.OpenAsync("/setups/1")).QuerySelectorAll("a"), a => a.GetAttribute("href") == "/swatches/2");
    }

    [Fact]
    public async Task Eight_tablets_that_save_at_once_lose_no_swatch_and_the_card_falls_back_to_another_that_passed()
    {
        var form = await visitor.OpenAsync(await UntickedAsync());
        var typed = Good(form);
        var forms = await Task.WhenAll(Enumerable.Range(0, 8).Select(_ => visitor.OpenAsync(New)));
        var saved = await Task.WhenAll(forms.Select(f => visitor.SendAsync(f, New, typed)));
        Assert.Equal(8, saved.Select(s => s.Location).Distinct().Count());
        Assert.All(saved, s => Assert.Equal(HttpStatusCode.Redirect, s.Status));
        var card = await visitor.OpenAsync("/setups/3");
        string By(IHtmlDocument page) => page.QuerySelectorAll("li").Single(l => l.TextContent.Contains("this card passed by it", StringComparison.Ordinal)).QuerySelector("a")!.TextContent;
        var first = By(card);
        await SaveAsync(new() { ["Input.Readings.Skips"] = "2" }, "/swatches/" + first.Split(' ')[1]);
        Assert.NotEqual(first, By(await visitor.OpenAsync("/setups/3")));
    }

    [Fact]
    public async Task Its_number_typed_finds_it()
    {
        Assert.Equal("Swatch 2", (await visitor.OpenAsync("/setups?q=2")).QuerySelector("a[href='/swatches/2']")!.TextContent);
        Assert.Null((await visitor.OpenAsync("/setups?q=99")).QuerySelector("a[href^='/swatches/']"));
    }

    [Fact]
    public async Task A_swatch_of_no_set_up_leads_nowhere()
    {
        await visitor.OpenAsync("/swatches/new", HttpStatusCode.NotFound);
        await visitor.OpenAsync("/swatches/new?setup=999", HttpStatusCode.NotFound);
        await visitor.OpenAsync("/swatches/abc", HttpStatusCode.NotFound);
    }
}
