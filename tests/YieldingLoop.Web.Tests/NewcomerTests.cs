using System.Net;
using System.Text.RegularExpressions;
using AngleSharp.Html.Dom;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using YieldingLoop.Store;
using YieldingLoop.Store.Records;

namespace YieldingLoop.Web.Tests;

/// <summary>What somebody new to the workroom trips over: nothing out of sight, nothing lost, and every save answered.</summary>
public sealed partial class NewcomerTests : IDisposable
{
    private readonly App app = new();
    private readonly Visitor visitor;

    public NewcomerTests() => visitor = app.Visit();

    public void Dispose() => app.Dispose();

    [Fact]
    public async Task Whatever_is_kept_is_reached_from_the_workroom_by_links_alone()
    {
        // A version beside the one that worked, a seam whose swatch passed, a thread-up that was given up, one after a broken thread.
        await visitor.SendAsync(await visitor.OpenAsync("/setups/1/amend"), "/setups/1/amend", new() { ["length"] = "2" }, "amend");
        var begun = (await visitor.SendAsync(await visitor.OpenAsync("/thread-ups/new?setup=4"), "/thread-ups/new?setup=4", [], "begin")).Location!;
        await visitor.PressAsync(await visitor.OpenAsync(begun), "Leave the rest for good");
        await visitor.SendAsync(await visitor.OpenAsync("/thread-ups/new?machine=1&broke=upper-looper"), "/thread-ups/new?machine=1&broke=upper-looper", [], "begin");

        var reached = new HashSet<string>();
        var waiting = new Queue<string>(["/"]);
        var (titles, twice) = (new List<(string Title, string Path)>(), new List<string>());
        while (waiting.TryDequeue(out var path))
        {
            if (!reached.Add(path) || path.Contains("/print", StringComparison.Ordinal) || path.EndsWith(".gpl", StringComparison.Ordinal) || path.EndsWith(".ics", StringComparison.Ordinal)
                || path.StartsWith("/files/out", StringComparison.Ordinal) || path.StartsWith("/formats", StringComparison.Ordinal))
            {
                continue;
            }

            Assert.True(reached.Count < 400, "The walk does not end.");
            var page = await visitor.OpenAsync(path);
            titles.Add((page.Title!, path.Split('?')[0]));
            twice.AddRange(Twice(page).Select(t => $"{path}: {t}"));
            foreach (var link in page.QuerySelectorAll("a[href]").Select(a => a.GetAttribute("href")!.Split('#')[0]))
            {
                // Answers that depend on what is asked are many; the records are none of them.
                if (link.StartsWith('/') && !link.Contains("handler=", StringComparison.Ordinal) && !Asked().IsMatch(link))
                {
                    waiting.Enqueue(link);
                }
            }
        }

        // Titles differ where pages differ, and no page has the same button twice.
        Assert.Empty(titles.Distinct().GroupBy(t => t.Title).Where(t => t.Count() > 1).Select(t => $"{t.Key}: {string.Join(", ", t.Select(p => p.Path))}"));
        Assert.Empty(twice);

        using var scope = app.Services.CreateScope();
        var context = scope.ServiceProvider.GetRequiredService<WorkroomContext>();
        var kept = new List<string>();
        foreach (var type in RecordKinds.All.Where(t => t.Kind is not (RecordKind.ThreadUp or RecordKind.CoachStep or RecordKind.Practice)))
        {
            kept.AddRange((await type.Rows(context).Where(r => r.PutAwayAt == null).Select(r => r.Id).ToListAsync()).Select(id => $"{type.FormPath ?? "/setups/"}{id}"));
        }

        kept.AddRange((await context.CoachSteps.Select(c => c.SetupId).Distinct().ToListAsync()).Select(id => $"/setups/{id}/coach"));
        // Of what was practised the cases left in the middle; the others are what the board says of them.
        kept.AddRange(["/practice", .. (await context.Practice.Where(p => p.EndedAt == null).Select(p => p.Name).ToListAsync()).Select(name => $"/practice/{name}")]);
        kept.AddRange((await context.ThreadUps.Select(t => t.Id).ToListAsync()).Select(id => $"/thread-ups/{id}"));
        Assert.True(kept.Count > 50, $"{kept.Count} records are few for the demo.");
        Assert.Equal([], kept.Except(reached.Select(r => r.Split('?')[0])));
    }

    /// <summary>Buttons and links drawn as such that say the same and do the same.</summary>
    private static IEnumerable<string> Twice(IHtmlDocument page) =>
        page.QuerySelectorAll("main a.btn, main button.btn, .next-bar a, .next-bar button")
            .Select(b => $"{b.GetAttribute("aria-label") ?? b.TextContent.Trim()} {b.Closest("[data-place]")?.Id} → {b.GetAttribute("href") ?? b.GetAttribute("form") ?? string.Join('&', Visitor.Fields((IHtmlFormElement)b.Closest("form")!).Where(f => !f.Key.StartsWith("__", StringComparison.Ordinal)).Select(f => f.Value))}")
            .GroupBy(b => b).Where(b => b.Count() > 1).Select(b => b.Key);

    [GeneratedRegex(@"^/(reckoner|seams/\d+/set-up|thread-ups/new|machines/\d+/test|seams/new|machines/new|setups/\d+/copy)\?|^/seams/start\?(like|scrap)|^/glossary")]
    private static partial Regex Asked();

    [Theory]
    [InlineData("/cloths/1", "Input.Name", "Power knit, navy", "Saved: the cloth “Power knit, navy”, as it stands now.")]
    [InlineData("/cloths/new", "Input.Name", "Loop-back", "Saved: the new cloth “Loop-back”.")]
    [InlineData("/seams/2", "Input.Name", "Cuff of the sleeve", "Saved: the seam “Cuff of the sleeve”, as it stands now.")]
    [InlineData("/machines/2", "Input.Name", "By the window", "Saved: the machine “By the window”, as it stands now.")]
    [InlineData("/states/2", "Input.LengthMm", "3", "Saved: what is on “")]
    [InlineData("/rules/new", "Input.Text", "Sample the cuff twice.", "Saved: the new rule “")]
    [InlineData("/threads/2", "Input.Name", "Sand", "Saved: the thread “Sand”, as it stands now.")]
    public async Task After_a_save_the_next_page_says_once_what_was_saved(string path, string field, string value, string said)
    {
        var typed = new Dictionary<string, string?> { [field] = value };
        if (path == "/cloths/new")
        {
            typed["Input.TypicalId"] = "interlock";
        }

        if (path == "/rules/new")
        {
            typed["Input.Source"] = "a trial in May";
        }

        var answer = await visitor.SendAsync(await visitor.OpenAsync(path), path, typed);
        Assert.Equal(HttpStatusCode.Redirect, answer.Status);
        Assert.StartsWith(said, SaidOn(await visitor.OpenAsync(answer.Location!)), StringComparison.Ordinal);
        Assert.Null((await visitor.OpenAsync(answer.Location!)).QuerySelector(".said"));
    }

    [Fact]
    public async Task What_was_done_beside_the_forms_is_said_too()
    {
        async Task<string?> After(Answer answer) => SaidOn(await visitor.OpenAsync(answer.Location!));
        Assert.Equal("Saved: the settings, for every page and everyone in this workroom.", await After(await visitor.SendAsync(await visitor.OpenAsync("/settings"), "/settings", new() { ["PerStep"] = "2" }, "settings")));
        Assert.StartsWith("Written down: the swatch has not passed", await After(await visitor.PressAsync(await visitor.OpenAsync("/setups/1"), "It has not after all")), StringComparison.Ordinal);
        Assert.StartsWith("Written down: the swatch passed", await After(await visitor.PressAsync(await visitor.OpenAsync("/setups/1"), "The swatch passed")), StringComparison.Ordinal);
        var amended = await visitor.SendAsync(await visitor.OpenAsync("/setups/2/amend"), "/setups/2/amend", new() { ["length"] = "2" }, "amend");
        Assert.StartsWith("Kept: version 2 of “", await After(amended), StringComparison.Ordinal);
    }

    [Fact]
    public async Task The_same_set_up_kept_again_is_kept_once_and_said_so()
    {
        var first = await visitor.SendAsync(await visitor.OpenAsync("/seams/2/set-up?machine=1&length=2"), "/seams/2/set-up?machine=1&length=2", [], "keep");
        Assert.StartsWith("Kept: “", SaidOn(await visitor.OpenAsync(first.Location!)), StringComparison.Ordinal);
        var again = await visitor.SendAsync(await visitor.OpenAsync("/seams/2/set-up?machine=1&length=2"), "/seams/2/set-up?machine=1&length=2", [], "keep");
        Assert.Equal(first.Location, again.Location);
        Assert.StartsWith("This very set-up is kept already, since ", SaidOn(await visitor.OpenAsync(again.Location!)), StringComparison.Ordinal);
    }

    [Fact]
    public async Task On_the_way_to_a_thread_up_what_is_on_the_machine_leads_back_to_it()
    {
        var way = await visitor.OpenAsync("/thread-ups/new?setup=3");
        var link = way.QuerySelectorAll("a").Single(a => a.TextContent == "Something else is on it").GetAttribute("href")!;
        var form = await visitor.OpenAsync(link);
        Assert.Equal("/thread-ups/new?setup=3", (await visitor.SendAsync(form, "/states/2", new() { ["Input.LengthMm"] = "3" })).Location);
    }

    [Fact]
    public async Task The_rest_of_a_list_is_left_only_after_it_was_said_what_stays_done()
    {
        var at = (await visitor.SendAsync(await visitor.OpenAsync("/thread-ups/new?setup=4"), "/thread-ups/new?setup=4", [], "begin")).Location!;
        var page = await visitor.OpenAsync(at);
        var count = int.Parse(Steps().Match(page.QuerySelector(".at-count")!.TextContent).Groups[1].Value, System.Globalization.CultureInfo.InvariantCulture);
        Assert.Contains($"Nothing is ticked yet, so nothing on the machine’s record changes. Not done: steps 1 to {count}", page.QuerySelector(".leave")!.TextContent, StringComparison.Ordinal);
        await visitor.PostAsync((IHtmlFormElement)page.QuerySelector("form[data-tick]")!, at + "?handler=Tick", new() { ["done"] = "2" });
        page = await visitor.OpenAsync(at);
        Assert.Contains($"What stays done: steps 1 to 2. The machine’s record has them. Not done: steps 3 to {count}, first “{page.QuerySelector(".at-title")!.TextContent}”.", page.QuerySelector(".leave")!.TextContent, StringComparison.Ordinal);
        await visitor.PressAsync(page, "Leave the rest for good");
        Assert.Equal("Left: the rest of this list. What was ticked stays written down.", SaidOn(await visitor.OpenAsync(at)));
    }

    [GeneratedRegex(@"of (\d+)")]
    private static partial Regex Steps();

    [Fact]
    public async Task A_seam_is_on_another_cloth_in_two_taps()
    {
        var kept = await visitor.OpenAsync("/setups/2");
        var cloths = await visitor.OpenAsync(kept.QuerySelectorAll("a").Single(a => a.TextContent == "The same seam on another cloth").GetAttribute("href")!);
        var seam = await SeamAsync(2);
        var tile = cloths.QuerySelectorAll(".tile button").OfType<IHtmlButtonElement>().First();
        Assert.DoesNotContain(cloths.QuerySelectorAll(".tile button").OfType<IHtmlButtonElement>(), b => b.Value == $"{seam.ClothId}");
        var copied = await visitor.PostAsync(tile.Form!, "/seams/start", new() { ["cloth"] = tile.Value });
        var page = await visitor.OpenAsync(copied.Location!);
        Assert.StartsWith("Saved: the new seam “", SaidOn(page), StringComparison.Ordinal);
        Assert.NotNull(page.QuerySelector(".answer"));
        var made = await SeamAsync(int.Parse(copied.Location!.Split('/')[2], System.Globalization.CultureInfo.InvariantCulture));
        Assert.Equal((seam.Entry, int.Parse(tile.Value, System.Globalization.CultureInfo.InvariantCulture)), (made.Entry, made.ClothId));
        // The same page pressed twice copies once; a cloth that is not there is none.
        Assert.Equal(copied.Location, (await visitor.PostAsync(tile.Form!, "/seams/start", new() { ["cloth"] = tile.Value })).Location);
        Assert.Equal(HttpStatusCode.NotFound, (await visitor.PostAsync(tile.Form!, "/seams/start", new() { ["cloth"] = "999", ["Key"] = $"{Guid.NewGuid()}" })).Status);
        await visitor.OpenAsync("/seams/start?like=999", HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task Choices_are_offered_for_another_seam_only_where_there_is_one()
    {
        using var alone = new App { Empty = true };
        var one = alone.Visit();
        var cloth = (await one.SendAsync(await one.OpenAsync("/cloths/new"), "/cloths/new", new() { ["Input.Name"] = "Interlock", ["Input.TypicalId"] = "interlock" })).Location!.Split('/')[2];
        await one.SendAsync(await one.OpenAsync("/machines/new?is=Overlocker"), "/machines/new?is=Overlocker", new() { ["Input.Name"] = "Bench" });
        var way = (await one.SendAsync(await one.OpenAsync($"/seams/new?cloth={cloth}"), $"/seams/new?cloth={cloth}", new() { ["Input.Name"] = "Side", ["Input.NeedKind"] = "OnBody", ["Input.OnBodyMm"] = "130" })).Location!;
        var kept = await one.OpenAsync((await one.SendAsync(await one.OpenAsync(way), way, [], "keep")).Location!);
        Assert.DoesNotContain(kept.QuerySelectorAll("button"), b => b.TextContent == "Copy its choices");
        Assert.Contains((await visitor.OpenAsync("/setups/2")).QuerySelectorAll("button"), b => b.TextContent == "Copy its choices");
    }

    [Fact]
    public async Task Another_kind_of_machine_keeps_what_was_typed()
    {
        var form = await visitor.OpenAsync("/machines/new");
        var typed = await visitor.PostAsync((IHtmlFormElement)form.GetElementById("entry")!, "/machines/new?is=Convertible&handler=Kind", new()
        {
            ["Input.Name"] = "Attic", ["Input.NeedleSystem"] = "its own", ["Input.Dials[2].Neutral"] = "5", ["Input.Dials[2].Label"] = "U", ["Input.StitchLength.Most"] = "4.5", ["Input.GaugeMm"] = "2.2",
        });
        Assert.Equal(HttpStatusCode.OK, typed.Status);
        Assert.Equal(("Attic", "its own", "5", "U", "4.5", "2.2"), (typed.Typed("Input_Name"), typed.Typed("Input_NeedleSystem"), typed.Typed("Input_Dials_2__Neutral"), typed.Typed("Input_Dials_2__Label"), typed.Typed("Input_StitchLength_Most"), typed.Typed("Input_GaugeMm")));
        Assert.Equal("convertible", typed.Page.QuerySelector(".kinds [aria-current]")!.TextContent.Trim().Split(' ')[0]);

        // Two needles are a choice at once, and what was typed stays through it.
        var two = await visitor.PostAsync((IHtmlFormElement)typed.Page.GetElementById("entry")!, "/machines/new?is=Convertible&centre=false&handler=Kind", new() { ["Input.CoverDials[3].Neutral"] = "3" });
        Assert.Equal(("Attic", "5", "3"), (two.Typed("Input_Name"), two.Typed("Input_Dials_2__Neutral"), two.Typed("Input_CoverDials_3__Neutral")));
        Assert.False(((IHtmlInputElement)two.Page.GetElementById("Input_CoverDials_1__Fitted")!).IsChecked);
        var saved = await visitor.PostAsync((IHtmlFormElement)two.Page.GetElementById("entry")!, ((IHtmlFormElement)two.Page.GetElementById("entry")!).GetAttribute("action")!, []);
        Assert.Equal(HttpStatusCode.Redirect, saved.Status);
        var machine = await visitor.OpenAsync(saved.Location!);
        Assert.Equal("5", machine.Value("Input_Dials_2__Neutral"));
        Assert.DoesNotContain("centre", machine.QuerySelector("aside")!.TextContent, StringComparison.Ordinal);

        // Back to the first kind, the name and the dials it has are still there.
        var back = await visitor.PostAsync((IHtmlFormElement)two.Page.GetElementById("entry")!, "/machines/new?is=Plain&handler=Kind", []);
        Assert.Equal(("Attic", "4.5"), (back.Typed("Input_Name"), back.Typed("Input_StitchLength_Most")));
        Assert.Equal(HttpStatusCode.NotFound, (await visitor.PostAsync((IHtmlFormElement)form.GetElementById("entry")!, "/machines/new?is=Loom&handler=Kind", [])).Status);
    }

    [Fact]
    public async Task Enter_in_a_field_of_a_new_machine_saves_it()
    {
        var page = await visitor.OpenAsync("/machines/new?is=Coverstitch");
        var first = page.QuerySelectorAll("button").OfType<IHtmlButtonElement>().First(b => b.GetAttribute("form") == "entry");
        Assert.Null(first.GetAttribute("formaction"));
    }

    [Fact]
    public async Task Four_dials_are_tested_in_one_sitting_each_from_its_own_neutral()
    {
        var address = "/machines/1/test?dial=needle-left";
        var tested = new List<string>();
        for (var dial = 0; dial < 4; dial++)
        {
            var page = await visitor.OpenAsync(address);
            var position = ((IHtmlInputElement)page.QuerySelector("input[name=dial]")!).Value;
            tested.Add(position);
            var scale = await visitor.OpenAsync("/machines/1");
            Assert.Equal(scale.Value($"Input_Dials_{dial}__Neutral"), page.Value("firstNumber"));
            var first = double.Parse(page.Value("firstNumber")!, System.Globalization.CultureInfo.InvariantCulture);
            var second = double.Parse(page.Value("secondNumber")!, System.Globalization.CultureInfo.InvariantCulture);
            var readings = position.StartsWith("needle", StringComparison.Ordinal) ? ("1.2", "0.4") : position.StartsWith("upper", StringComparison.Ordinal) ? ("-0.4", "0.6") : ("0.4", "-0.6");
            FormattableString asked = $"{address}&firstNumber={first}&secondNumber={second}&firstReading={readings.Item1}&secondReading={readings.Item2}";
            var read = await visitor.OpenAsync(FormattableString.Invariant(asked));
            var written = read.QuerySelectorAll("button").Single(b => b.GetAttribute("form") == "learn" && b.ClassList.Contains("btn-next"));
            var answer = await visitor.PressAsync(read, written.TextContent.Trim());
            Assert.Equal(HttpStatusCode.Redirect, answer.Status);
            address = answer.Location!;
        }

        Assert.Equal(["needle-left", "needle-right", "upper-looper", "lower-looper"], tested);
        Assert.Equal("/machines/1", address);
        Assert.StartsWith("Saved: “", SaidOn(await visitor.OpenAsync(address)), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("/setups/7/amend", "Key", "length", "2", "Remark", "too long")]
    [InlineData("/settings", "Key", "PerStep", "3", "School.join", "lightness-first")]
    [InlineData("/machines/1/test?dial=upper-looper", "Key", "firstNumber", "3", "firstReading", "-0.5")]
    public async Task What_is_typed_beside_the_records_is_a_draft_too(string path, string key, string field, string value, string other, string otherValue)
    {
        var page = await visitor.OpenAsync(path);
        var form = (IHtmlFormElement)page.QuerySelector("form[data-draft]")!;
        var carrier = form.GetAttribute("data-draft-with") is { } with ? (IHtmlFormElement)page.GetElementById(with)! : form;
        var fields = Visitor.Fields(form).Concat(Visitor.Fields(carrier)).GroupBy(f => f.Key).Select(g => g.Last()).ToDictionary(f => f.Key, f => (string?)f.Value);
        Assert.True(Guid.TryParse(fields[key], out _));
        (fields[field], fields[other]) = (value, otherValue);
        var kept = await visitor.PostAsync(carrier, $"/drafts?path={Uri.EscapeDataString(path)}&sitting=a&turn=1", fields);
        Assert.Equal(HttpStatusCode.OK, kept.Status);

        var offered = await visitor.OpenAsync(path);
        var go = offered.QuerySelector(".offer a")!.GetAttribute("href")!;
        Assert.Contains(go, (await visitor.OpenAsync("/drafts")).QuerySelectorAll("a").Select(a => a.GetAttribute("href")));
        var taken = await visitor.OpenAsync(go);
        Assert.Contains("Taken up again", taken.Body!.TextContent, StringComparison.Ordinal);
        var typed = Visitor.Fields((IHtmlFormElement)taken.QuerySelector("form[data-draft]")!).ToDictionary(f => f.Key, f => f.Value, StringComparer.OrdinalIgnoreCase);
        Assert.Equal((value, otherValue), (typed[field], typed[other]));
        Assert.Empty(taken.QuerySelectorAll(".offer"));

        // Kept, it is finished; a draft of a page that is none is refused.
        if (!path.Contains("/test", StringComparison.Ordinal))
        {
            await visitor.PostAsync((IHtmlFormElement)taken.QuerySelector("form[data-draft]")!, path, []);
            Assert.Empty((await visitor.OpenAsync(path)).QuerySelectorAll(".offer"));
        }

        Assert.Equal(HttpStatusCode.BadRequest, (await visitor.PostAsync(carrier, "/drafts?path=/setups/7/print&sitting=a&turn=2", fields)).Status);
    }

    [Fact]
    public async Task The_reckoner_is_reached_from_the_seam_with_its_figures_filled_in()
    {
        // The band of the club top: opening and what has to pass come from the seam.
        foreach (var (path, sum, filled) in new[] { ("/seams/10", "band", "bandCloth"), ("/seams/9/set-up?machine=3", "hem", "rows"), ("/seams/9/set-up?machine=4", "twin", "pack") })
        {
            var page = await visitor.OpenAsync(path);
            var href = page.QuerySelectorAll("a").Select(a => a.GetAttribute("href")!).Single(h => h is not null && h.StartsWith("/reckoner?", StringComparison.Ordinal) && h.EndsWith("#" + sum, StringComparison.Ordinal));
            var reckoner = await visitor.OpenAsync(href.Split('#')[0]);
            Assert.False(string.IsNullOrEmpty(reckoner.Value(filled) ?? (reckoner.GetElementById(filled) as IHtmlSelectElement)?.Value), $"{path}: {href}");
            Assert.NotNull(reckoner.QuerySelector($"#{sum}-answer"));
        }

        // One sum asked keeps the fields of the others.
        var form = (IHtmlFormElement)(await visitor.OpenAsync("/reckoner?opening=430&guide=28&pack=4.0/75")).GetElementById("sums")!;
        var fields = Visitor.Fields(form).ToDictionary(f => f.Key, f => f.Value);
        Assert.Equal(("430", "28", "4.0/75"), (fields["opening"], fields["guide"], fields["pack"]));
    }

    [Fact]
    public async Task What_is_pinned_is_listed_whatever_comes_of_it_and_nothing_is_let_go_of_without_a_word()
    {
        var clash = await visitor.OpenAsync("/seams/2/set-up?stitch=406&finger=in&length=2.5");
        Assert.Equal(["Stitch: two-needle coverstitch", "Finger: in", "Stitch length: 2.5 mm"], clash.QuerySelectorAll("#pinned .chip").Select(c => c.TextContent));
        Assert.Contains("These do not go together on any machine at hand: the two-needle coverstitch and the finger “in”.", clash.QuerySelector(".notice-fault")!.TextContent, StringComparison.Ordinal);
        var other = await visitor.OpenAsync("/seams/2/set-up?machine=2&needlePoint=sharp&finger=in");
        Assert.Contains("Not pinned, because this machine has no such choice: needle point “sharp”.", other.QuerySelector(".notice")!.TextContent, StringComparison.Ordinal);
        Assert.Equal(["Finger: in", "Machine: Window bench overlocker"], other.QuerySelectorAll("#pinned .chip").Select(c => c.TextContent));
    }

    [Fact]
    public async Task Why_not_asks_for_a_choice_and_can_be_asked_again_beside_the_answer()
    {
        var nothing = await visitor.OpenAsync("/seams/2/set-up?why=true");
        Assert.Equal("Nothing is chosen to ask about", nothing.QuerySelector("#why-not h2")!.TextContent);
        var asked = await visitor.OpenAsync("/seams/2/set-up?why=true&length=4");
        Assert.Contains("stitch length: 4 mm", asked.QuerySelector("#why-not h2")!.TextContent, StringComparison.Ordinal);
        foreach (var page in new[] { nothing, asked })
        {
            // The fields stand right after the answer, open, and both buttons lead the eye to what they answer.
            Assert.Equal("pins", page.QuerySelector("#why-not")!.NextElementSibling!.ClassName!.Split(' ')[^1]);
            Assert.True(page.QuerySelector(".pins")!.HasAttribute("open"));
            Assert.Single(page.QuerySelectorAll(".pins"));
            Assert.Equal(["/seams/2/set-up#main", "/seams/2/set-up#why-not"], page.QuerySelectorAll(".pins button").Select(b => b.GetAttribute("formaction")));
        }
    }

    [Theory]
    [InlineData("/machines/2", "Input.Dials[2].Neutral", "x", "Upper looper dial, neutral: ")]
    [InlineData("/machines/3", "Input.CoverDials[3].Highest", "-3", "Chain looper dial, highest: ")]
    [InlineData("/machines/1", "Input.StitchLength.Most", "x", "Stitch length, largest: ")]
    [InlineData("/cloths/1", "Input.AcrossLoadedMm", "x", "Across: B, pulled: ")]
    [InlineData("/seams/2", "Input.Plies", "x", "Layers: ")]
    [InlineData("/states/2", "Input.Places[2].Number", "99", "Upper looper, dial: ")]
    [InlineData("/needles/2", "Input.Unused", "x", "New ones: ")]
    [InlineData("/threads/2", "Input.MetresLeft", "x", "Metres left: ")]
    public async Task The_list_of_faults_names_the_field_and_the_dial(string path, string field, string typed, string named)
    {
        var answer = await visitor.SendAsync(await visitor.OpenAsync(path), path, new() { [field] = typed });
        Assert.StartsWith(named, answer.Page.QuerySelector("#faults li")!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_length_that_is_not_believed_names_the_other_unit()
    {
        var form = await visitor.OpenAsync("/settings");
        await visitor.SendAsync(form, "/settings", new() { ["Lengths"] = "Inch" }, "settings");
        var answer = await visitor.SendAsync(await visitor.OpenAsync("/cloths/new"), "/cloths/new", new() { ["Input.Name"] = "Rib", ["Input.AcrossOriginalMm"] = "980", ["Input.AcrossLoadedMm"] = "1400" });
        Assert.Contains("If millimetres were meant, write “", answer.Page.QuerySelector("#faults")!.TextContent, StringComparison.Ordinal);
        // And what was typed as a fraction comes back as one.
        var kept = await visitor.SendAsync(await visitor.OpenAsync("/cloths/new"), "/cloths/new", new() { ["Input.Name"] = "Rib", ["Input.TypicalId"] = "interlock", ["Input.AcrossOriginalMm"] = "3⅞", ["Input.AcrossLoadedMm"] = "6 1/2", ["Input.ToldAreaDensityGsm"] = "6.8 oz" });
        Assert.Equal(HttpStatusCode.Redirect, kept.Status);
        var cloth = await visitor.OpenAsync(kept.Location!);
        Assert.Equal(("3 7/8", "6 1/2", "230.6"), (cloth.Value("Input_AcrossOriginalMm"), cloth.Value("Input_AcrossLoadedMm"), cloth.Value("Input_ToldAreaDensityGsm")));
    }

    [Fact]
    public async Task A_single_edge_is_one_layer_unless_somebody_says_otherwise()
    {
        foreach (var (job, typed, plies) in new[] { ("EdgeFinish", "", 1), ("Join", "", 2), ("Hem", "", 2), ("RolledHem", "", 1), ("EdgeFinish", "2", 2) })
        {
            var saved = await visitor.SendAsync(await visitor.OpenAsync("/seams/new?cloth=1"), "/seams/new?cloth=1", new() { ["Input.Name"] = "Edge", ["Input.Job"] = job, ["Input.Plies"] = typed, ["Input.NeedKind"] = "OnBody", ["Input.OnBodyMm"] = "110" });
            Assert.Equal(HttpStatusCode.Redirect, saved.Status);
            Assert.Equal(plies, (await SeamAsync(int.Parse(saved.Location!.Split('/')[2], System.Globalization.CultureInfo.InvariantCulture))).Entry.Plies);
        }
    }

    [Fact]
    public async Task What_is_on_a_machine_is_said_in_one_tap_by_a_card_that_was_kept()
    {
        var page = await visitor.OpenAsync("/states/2?setup=3");
        var card = page.QuerySelectorAll("button[name=card]").OfType<IHtmlButtonElement>().First();
        var said = await visitor.PostAsync(card.Form!, card.Form!.GetAttribute("action")!, new() { ["card"] = card.Value });
        Assert.Equal("/thread-ups/new?setup=3", said.Location);
        Assert.StartsWith("Saved: what is on the machine now is as on the card of “", SaidOn(await visitor.OpenAsync(said.Location!)), StringComparison.Ordinal);
        // Its places are there now, as the card has them.
        var front = await visitor.OpenAsync("/states/2");
        var dials = (await visitor.OpenAsync($"/setups/{card.Value}")).QuerySelectorAll(".dials .dial-number").Select(d => d.TextContent.Trim()).ToList();
        var tiles = front.QuerySelectorAll(".front-tile[data-stand-of]").ToList();
        Assert.Equal(dials.Select(d => d == "–" ? "" : $"dial {d}"), tiles.Select(t => Dial().Match(t.QuerySelector("small")!.TextContent).Value));
        Assert.All(tiles.Where((_, i) => dials[i] != "–"), t => Assert.Equal("there", t.QuerySelector("[data-stand]")!.TextContent));

        // Said from an older page it is refused, and a card of another machine is none of this one's.
        Assert.Equal(HttpStatusCode.Conflict, (await visitor.PostAsync(card.Form!, card.Form!.GetAttribute("action")!, new() { ["card"] = card.Value })).Status);
        Assert.Equal(HttpStatusCode.NotFound, (await visitor.PostAsync(card.Form!, card.Form!.GetAttribute("action")!, new() { ["card"] = "1", ["stateVersion"] = "9" })).Status);
    }

    [GeneratedRegex(@"dial [\d.]+$")]
    private static partial Regex Dial();

    [Fact]
    public async Task Every_place_of_a_machine_is_drawn_and_is_not_known_empty_or_there()
    {
        foreach (var (machine, places) in new[] { (1, 4), (3, 5), (4, 2) })
        {
            var page = await visitor.OpenAsync($"/states/{machine}");
            var tiles = page.QuerySelectorAll(".front-tile[data-stand-of]").ToList();
            Assert.True(tiles.Count >= places - 1, $"{machine}: {tiles.Count}");
            Assert.All(tiles, t => Assert.Contains(t.QuerySelector("[data-stand]")!.TextContent, new[] { "not known", "empty", "there" }));
            // Each is tapped in the drawing and beside it, and leads to its own few fields.
            foreach (var tile in tiles)
            {
                var to = tile.GetAttribute("href")!;
                Assert.Equal(to, page.QuerySelector($".machine-front a[href='{to}']")!.GetAttribute("href"));
                Assert.InRange(page.QuerySelectorAll($"{to} > .place-fields .form-select, {to} > .place-fields .form-control").Length, 1, 6);
            }
        }

        // Emptied, it is empty; a fault opens its place.
        var form = await visitor.OpenAsync("/states/2");
        await visitor.SendAsync(form, "/states/2", new() { ["Input.Places[0].PointId"] = "none", ["Input.Places[0].Thread"] = "none" });
        Assert.Equal("empty", (await visitor.OpenAsync("/states/2")).QuerySelector("[data-stand-of=needle-left] [data-stand]")!.TextContent);
        var wrong = await visitor.SendAsync(await visitor.OpenAsync("/states/2"), "/states/2", new() { ["Input.Places[2].Number"] = "99" });
        Assert.Contains("open", wrong.Page.GetElementById("place-upper-looper")!.ClassList);
        Assert.DoesNotContain("open", wrong.Page.GetElementById("place-lower-looper")!.ClassList);
    }

    [Fact]
    public async Task The_zigzag_map_starts_where_the_set_up_does()
    {
        var page = await visitor.OpenAsync("/seams/2/set-up?machine=4&stitch=304");
        var set = page.QuerySelectorAll(".setting").ToDictionary(s => s.QuerySelector("span")!.TextContent.Trim(), s => s.QuerySelector("strong")!.TextContent, StringComparer.Ordinal);
        double Set(string name) => double.Parse(Figure().Match(set[name]).Value, System.Globalization.CultureInfo.InvariantCulture);
        Assert.Contains(
            FormattableString.Invariant($"Start from length {Set("Stitch length"):0.0#} mm, width {Set("Zigzag width"):0.0#} mm."),
            page.QuerySelector(".zigzag-chart")!.GetAttribute("aria-label")!, StringComparison.Ordinal);
    }

    [GeneratedRegex(@"[+−-]?\d+(\.\d+)?")]
    private static partial Regex Figure();

    /// <summary>One figure, one rounding: what stands in the verdict, the drawing, the targets and the reasons is the same text.</summary>
    [Fact]
    public async Task A_figure_reads_the_same_wherever_it_stands_on_a_page()
    {
        var compared = 0;
        for (var seam = 1; seam <= 10; seam++)
        {
            var page = await visitor.OpenAsync($"/seams/{seam}/set-up");
            var answer = page.QuerySelector(".answer p")?.TextContent;
            if (answer is null)
            {
                continue;
            }

            var chart = string.Join(' ', page.QuerySelectorAll(".answer .reach text").Select(t => t.TextContent));
            // What the model would choose instead of the manual's row has figures of its own.
            var why = string.Join(' ', page.QuerySelectorAll(".why dd").Select(d => d.TextContent.Split("choose otherwise")[0]));
            void Same(string one, string other, string where)
            {
                var (first, second) = (Figure().Match(one).Value, Figure().Match(other).Value);
                Assert.True(first == second, $"seam {seam}, {where}: {first} and {second}");
                compared++;
            }

            Same(After(answer, "asks "), After(chart, "need "), "need");
            if (chart.Contains("pops first, ", StringComparison.Ordinal) && !chart.Contains("pops first, not", StringComparison.Ordinal))
            {
                Same(After(answer, "pops at "), After(chart, "pops first, "), "pop");
            }

            foreach (var (target, said) in new[] { ("Growth in sewing", "with that the model expects "), ("Gap, pulled open", "gap when pulled open is ") })
            {
                if (page.QuerySelectorAll(".targets li").FirstOrDefault(l => l.TextContent.Contains(target, StringComparison.Ordinal)) is { } line && why.Contains(said, StringComparison.Ordinal))
                {
                    Same(target.StartsWith("Gap", StringComparison.Ordinal) ? After(line.TextContent, "predicted ") : line.QuerySelector("strong")!.TextContent, After(why, said), target);
                }
            }
        }

        Assert.True(compared > 20, $"{compared} figures compared.");

        static string After(string text, string before) => text[(text.IndexOf(before, StringComparison.Ordinal) + before.Length)..];
    }

    [Fact]
    public async Task The_bar_at_the_foot_is_a_landmark_and_the_line_of_steps_shows_what_is_done()
    {
        var page = await visitor.OpenAsync("/seams/2/set-up");
        Assert.Equal("Next", page.QuerySelector(".next-bar")!.ParentElement!.GetAttribute("aria-label"));
        var here = page.QuerySelector(".steps [aria-current=step]")!;
        Assert.Contains("done, you are here", here.TextContent, StringComparison.Ordinal);
        Assert.Null(here.QuerySelector(".stitch-hole"));
        // A new seam has no such step behind it.
        var fresh = (await visitor.OpenAsync("/seams/new?cloth=1")).QuerySelector(".steps [aria-current=step]")!;
        Assert.NotNull(fresh.QuerySelector(".stitch-hole"));
    }

    private static string? SaidOn(IHtmlDocument page) => page.QuerySelector(".said")?.TextContent.Trim();

    private async Task<SeamRow> SeamAsync(int id)
    {
        using var scope = app.Services.CreateScope();
        return await scope.ServiceProvider.GetRequiredService<WorkroomContext>().Seams.AsNoTracking().SingleAsync(s => s.Id == id);
    }
}
