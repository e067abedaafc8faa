using System.Globalization;
using System.Net;
using System.Text;
using AngleSharp.Html.Dom;

using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using YieldingLoop.Core.Colour;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Tests;

/// <summary>Threads, colours and care over HTTP: what pages say is what the core reckons from the records, and wrong input loses nothing.</summary>
public sealed class CarePageTests : IDisposable
{
    private readonly App app = new();

    private readonly Visitor visitor;

    public CarePageTests() => visitor = app.Visit();

    public void Dispose() => app.Dispose();

    private async Task<T> OnAsync<T>(Func<WorkroomContext, Task<T>> ask)
    {
        using var scope = app.Services.CreateScope();
        return await ask(scope.ServiceProvider.GetRequiredService<WorkroomContext>());
    }

    private static IHtmlFormElement Form(IHtmlDocument page, string handler) => page.QuerySelectorAll("form").OfType<IHtmlFormElement>().First(f => f.GetAttribute("action")?.Contains($"handler={handler}", StringComparison.Ordinal) == true);

    private async Task<(HttpStatusCode Status, string? Location)> PressAsync(string path, string handler, Dictionary<string, string?>? fields = null)
    {
        var form = Form(await visitor.OpenAsync(path), handler);
        var answer = await visitor.PostAsync(form, form.GetAttribute("action")!, fields ?? []);
        return (answer.Status, answer.Location);
    }

    [Fact]
    public async Task A_cone_is_weighed_and_a_weight_that_cannot_be_keeps_what_was_typed()
    {
        async Task<(HttpStatusCode Status, IHtmlDocument? Page)> SaveAsync(Dictionary<string, string?> fields)
        {
            var answer = await visitor.SendAsync(await visitor.OpenAsync("/threads/1"), "/threads/1", fields);
            return (answer.Status, answer.Page);
        }

        // Two cones of 27 tex: 200 − 2 × 40 g are 4,444.4 m.
        Assert.Equal(HttpStatusCode.Redirect, (await SaveAsync(new() { ["Input.MetresFrom"] = "Weight", ["Input.GrossGrams"] = "200", ["Input.EmptyGrams"] = "40", ["Input.StepGrams"] = "1" })).Status);
        Assert.Equal(4444.4, await OnAsync(async c => (await c.Threads.FirstAsync(t => t.Id == 1)).Entry.MetresLeft));
        foreach (var (fields, told) in new[]
        {
            (new Dictionary<string, string?> { ["Input.MetresFrom"] = "Weight", ["Input.GrossGrams"] = "79", ["Input.EmptyGrams"] = "40" }, "lighter than 2 empty ones"),
            (new() { ["Input.MetresFrom"] = "Weight", ["Input.GrossGrams"] = "", ["Input.EmptyGrams"] = "40" }, "This figure is needed"),
            (new() { ["Input.MetresFrom"] = "Written", ["Input.GrossGrams"] = "79" }, "the metres are not taken from it"),
            (new() { ["Input.MetresFrom"] = "Full", ["Input.FullMetres"] = "" }, "how much a full one holds"),
            (new() { ["Input.PricePerKm"] = "-1" }, "A price is 0 or more"),
            (new() { ["Input.ColourCode"] = "blue" }, "A colour is written #"),
        })
        {
            var (status, page) = await SaveAsync(fields);
            Assert.Equal(HttpStatusCode.OK, status);
            Assert.Contains(told, page!.QuerySelector("main")!.TextContent, StringComparison.Ordinal);
            Assert.All(fields.Where(f => f.Key != "Input.MetresFrom"), f => Assert.Equal(f.Value, page.Value(f.Key.Replace('.', '_'))));
        }

        Assert.Equal(4444.4, await OnAsync(async c => (await c.Threads.FirstAsync(t => t.Id == 1)).Entry.MetresLeft));
        // Full by the label; a colour by its code.
        Assert.Equal(HttpStatusCode.Redirect, (await SaveAsync(new() { ["Input.MetresFrom"] = "Full", ["Input.ColourCode"] = "#AABBCC" })).Status);
        var entry = await OnAsync(async c => (await c.Threads.FirstAsync(t => t.Id == 1)).Entry);
        Assert.Equal((5000.0, "#aabbcc", 4444.4 * 0 + 200), (entry.MetresLeft!.Value, entry.Colour, entry.Weighed!.GrossGrams));
    }

    [Fact]
    public async Task Spools_are_wound_on_the_page_and_no_more_than_is_left()
    {
        Assert.Equal(HttpStatusCode.BadRequest, (await PressAsync("/threads/5", "Wind", new() { ["count"] = "2", ["metres"] = "130" })).Status);
        Assert.Equal(HttpStatusCode.BadRequest, (await PressAsync("/threads/5", "Wind", new() { ["count"] = "two", ["metres"] = "13" })).Status);
        var wound = await PressAsync("/threads/5", "Wind", new() { ["count"] = "2", ["metres"] = "100" });
        Assert.Equal(HttpStatusCode.Redirect, wound.Status);
        Assert.Equal(40, await OnAsync(async c => (await c.Threads.FirstAsync(t => t.Id == 5)).Entry.MetresLeft));
        Assert.Equal((HttpStatusCode.Redirect, "/threads/5"), await PressAsync(wound.Location!, "Unwind"));
        Assert.Equal(240, await OnAsync(async c => (await c.Threads.FirstAsync(t => t.Id == 5)).Entry.MetresLeft));
    }

    [Fact]
    public async Task Thread_for_a_run_a_garment_and_a_seam_and_what_to_buy()
    {
        var page = await visitor.OpenAsync("/runs/1/thread");
        for (var i = 0; i < 40 && page.QuerySelector(".need") is null; i++)
        {
            await Task.Delay(250);
            page = await visitor.OpenAsync("/runs/1/thread");
        }

        Assert.NotEmpty(page.QuerySelectorAll(".need"));
        foreach (var need in page.QuerySelectorAll(".need"))
        {
            // What each place takes adds up to what stands above, and its parts to it.
            var rows = need.QuerySelectorAll("tbody tr").Select(r => r.QuerySelectorAll("td").Select(d => double.Parse(d.TextContent, CultureInfo.InvariantCulture)).ToList()).ToList();
            Assert.All(rows, r => Assert.Equal(r[..4].Sum(), r[4], 0.21));
            Assert.Equal(rows.Sum(r => r[4]), double.Parse(need.QuerySelector(".need-metres strong")!.TextContent.Replace("over ", "", StringComparison.Ordinal).Split(' ')[0], NumberStyles.Number, CultureInfo.InvariantCulture), 0.8);
        }

        var shopping = await visitor.OpenAsync("/shopping");
        foreach (var need in page.QuerySelectorAll(".need:has(.need-short)"))
        {
            Assert.Contains(shopping.QuerySelectorAll(".purchase-name strong"), n => n.TextContent == need.QuerySelector("h2")!.TextContent.Trim());
        }

        Assert.NotEmpty((await visitor.OpenAsync("/shopping/print?paper=letter")).QuerySelectorAll(".purchases li"));
        Assert.NotEmpty((await visitor.OpenAsync("/garments/1/thread")).QuerySelectorAll(".need"));
        Assert.Contains("needed", (await visitor.OpenAsync("/setups/1/thread?length=600&times=4")).QuerySelector(".need-metres")!.TextContent, StringComparison.Ordinal);
        foreach (var wrong in new[] { "length=-1", "length=1e9", "length=abc", "length=600&times=0", "length=600&times=x", "length=600&times=1001" })
        {
            Assert.Equal(HttpStatusCode.BadRequest, (await visitor.Client.GetAsync(new Uri($"/setups/1/thread?{wrong}", UriKind.Relative))).StatusCode);
        }
    }

    [Fact]
    public async Task Threads_beside_a_cloth_are_ranked_as_CIEDE2000_ranks_them()
    {
        var page = await visitor.OpenAsync("/cloths/1/colours?code=%236d6a63");
        CieLab.TryFromHex("#6d6a63", out var cloth);
        var shown = page.QuerySelectorAll(".match-name").Select(m => m.TextContent).ToList();
        var threads = await OnAsync(c => c.Threads.AsNoTracking().ToListAsync());
        var expected = threads.Where(t => Core.ThreadRoom.ColourMatch.InNeedle(t.Entry)).Select(t => (t.Name, E: CieLab.TryFromHex(t.Entry.Colour, out var colour) ? CieLab.Difference(cloth, colour) : 0)).OrderBy(t => t.E).ThenBy(t => t.Name, StringComparer.Ordinal).ToList();
        Assert.Equal(expected.Select(e => $"{e.Name} ΔE {Math.Round(e.E, 1).ToString(CultureInfo.InvariantCulture)}"), shown);
        Assert.Equal(4, page.QuerySelectorAll("#contrast ~ ul li").Length);
        Assert.Equal(HttpStatusCode.BadRequest, (await visitor.Client.GetAsync(new Uri("/cloths/1/colours?code=blue", UriKind.Relative))).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await visitor.Client.GetAsync(new Uri("/cloths/99/colours", UriKind.Relative))).StatusCode);
    }

    private async Task<(HttpStatusCode Status, string Text)> UploadAsync(byte[] file, string name = "kit.gpl")
    {
        var page = await visitor.OpenAsync("/palettes");
        var form = (IHtmlFormElement)page.QuerySelector("form[enctype]")!;
        using var content = new MultipartFormDataContent();
        foreach (var (field, value) in Visitor.Fields(form).Where(f => f.Key != "file"))
        {
            content.Add(new StringContent(value), field);
        }

        content.Add(new ByteArrayContent(file), "file", name);
        using var answer = await visitor.Client.PostAsync(new Uri("/palettes", UriKind.Relative), content);
        return (answer.StatusCode, await answer.Content.ReadAsStringAsync());
    }

    [Fact]
    public async Task Palettes_come_in_and_go_out_and_what_is_none_is_told()
    {
        var count = await OnAsync(c => c.Palettes.CountAsync());
        var many = Encoding.UTF8.GetBytes("GIMP Palette\n" + string.Concat(Enumerable.Range(0, 100_000).Select(i => $"{i % 256} {i / 256 % 256} 7\tn{i}\n")));
        foreach (var (file, told) in new[] { (many, "100,000 colours"), (Encoding.UTF8.GetBytes("GIMP Palette\n#\n"), "no colour in it"), (Array.Empty<byte>(), "No file came"), (new byte[] { 0x89, 0x50, 0x4e, 0x47, 0, 1, 2 }, "no palette file"), (new byte[9 * 1024 * 1024], "larger than") })
        {
            var (status, text) = await UploadAsync(file);
            Assert.True(status is HttpStatusCode.BadRequest or HttpStatusCode.RequestEntityTooLarge, $"{status}: {told}");
            if (status == HttpStatusCode.BadRequest)
            {
                Assert.Contains(told, text, StringComparison.Ordinal);
            }
        }

        Assert.Equal(count, await OnAsync(c => c.Palettes.CountAsync()));
        Assert.Equal(HttpStatusCode.Redirect, (await UploadAsync(Encoding.Latin1.GetBytes("GIMP Palette\r\nName: Süd\r\n29 78 116\tTern\r\n255 255 255\tWeiß\r\n"))).Status);
        var row = await OnAsync(c => c.Palettes.OrderByDescending(p => p.Id).FirstAsync());
        Assert.Equal(("Süd", "Weiß"), (row.Name, row.Entry.Colours[1].Name));
        Assert.Contains("Blue fluff: the same to the eye", (await visitor.OpenAsync($"/palettes/{row.Id}")).QuerySelector(".palette-colours li")!.TextContent, StringComparison.Ordinal);
        var again = GimpPalette.Read(await visitor.Client.GetStringAsync(new Uri($"/palettes/{row.Id}.gpl", UriKind.Relative)), "x").Value!;
        Assert.Equal(row.Entry, again);
        Assert.Equal((await OnAsync(c => c.Threads.CountAsync())), GimpPalette.Read(await visitor.Client.GetStringAsync(new Uri("/palettes/threads.gpl", UriKind.Relative)), "x").Value!.Colours.Count);
        Assert.Equal(HttpStatusCode.NotFound, (await visitor.Client.GetAsync(new Uri("/palettes/99.gpl", UriKind.Relative))).StatusCode);
        Assert.Contains(row.Entry.Colours[0].Hex, (await visitor.OpenAsync("/threads/new")).QuerySelectorAll("#palette-colours option").Select(o => o.GetAttribute("value")));
    }

    [Fact]
    public async Task A_timer_runs_and_is_paused_once_and_what_somebody_forgot_is_mended()
    {
        Assert.Equal(HttpStatusCode.Redirect, (await PressAsync("/care/1", "Start")).Status);
        var stale = await visitor.OpenAsync("/care/1");
        Assert.Contains("The timer runs", (await visitor.OpenAsync("/")).QuerySelector(".day-due")!.TextContent, StringComparison.Ordinal);
        // Minutes that cannot be: said, and the timer runs on.
        foreach (var wrong in new[] { "", "long", "-5", "0", "99999" })
        {
            Assert.Equal(HttpStatusCode.BadRequest, (await PressAsync("/care/1", "Forgot", new() { ["minutes"] = wrong })).Status);
        }

        Assert.Equal(HttpStatusCode.Redirect, (await PressAsync("/care/1", "Pause")).Status);
        var form = Form(stale, "Pause");
        var late = await visitor.PostAsync(form, form.GetAttribute("action")!, []);
        Assert.Equal(HttpStatusCode.Conflict, late.Status);
        Assert.Contains("paused already", late.Page!.QuerySelector(".notice-fault")!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_task_is_shown_how_noted_and_done_and_can_be_taken_out()
    {
        var page = await visitor.OpenAsync("/care/3/service");
        Assert.NotNull(page.QuerySelector(".care-drawing"));
        Assert.Contains("technician", page.QuerySelector(".care-how")!.TextContent, StringComparison.Ordinal);
        foreach (var wrong in new[] { "2999-01-01", "yesterday", "1899-01-01" })
        {
            var refused = await visitor.SendAsync(page, "/care/3/service", new() { ["On"] = wrong, ["Note"] = "new belt" }, "done");
            Assert.Equal(HttpStatusCode.BadRequest, refused.Status);
            Assert.Equal("new belt", refused.Page.GetElementById("Note")!.TextContent);
        }

        Assert.Equal(HttpStatusCode.Redirect, (await visitor.SendAsync(page, "/care/3/service", new() { ["On"] = "2026-05-01", ["Note"] = "new belt" }, "done")).Status);
        var machine = await visitor.OpenAsync("/care/3");
        Assert.Contains("Service done. new belt", machine.QuerySelector(".care-history")!.TextContent, StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.NotFound, (await visitor.Client.GetAsync(new Uri("/care/3/knives", UriKind.Relative))).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await visitor.Client.GetAsync(new Uri("/care/99", UriKind.Relative))).StatusCode);
    }

    [Fact]
    public async Task A_broken_needle_is_on_the_pages_until_every_piece_is_accounted_for()
    {
        Assert.Equal(HttpStatusCode.Redirect, (await PressAsync("/care/1", "Broke")).Status);
        foreach (var piece in new[] { "tip", "rest", "whole" })
        {
            // The list of a run waits for its order, which on a busy machine may take longer than the page does.
            (await visitor.Client.GetAsync(new Uri("/files/out/runs/1.csv", UriKind.Relative))).EnsureSuccessStatusCode();
            foreach (var path in new[] { "/", "/care", "/care/1", "/runs/1/at" })
            {
                Assert.Contains("A needle broke on", (await visitor.OpenAsync(path)).QuerySelector(".broken")!.TextContent, StringComparison.Ordinal);
            }

            var form = (await visitor.OpenAsync("/care/1")).QuerySelectorAll(".broken form").OfType<IHtmlFormElement>().First(f => Visitor.Fields(f).Exists(v => v.Key == "piece" && v.Value == piece));
            Assert.Equal(HttpStatusCode.Redirect, (await visitor.PostAsync(form, "/care/1?handler=Piece", [])).Status);
        }

        Assert.Null((await visitor.OpenAsync("/")).QuerySelector(".broken"));
    }

    [Fact]
    public async Task The_calendar_is_read_back_by_the_library_and_says_what_the_pages_say()
    {
        var calendar = Ical.Net.Calendar.Load(await visitor.Client.GetStringAsync(new Uri("/care/calendar.ics", UriKind.Relative)))!;
        Assert.NotEmpty(calendar.Events);
        Assert.All(calendar.Events, e => Assert.False(e.Start!.HasTime));
        Assert.Equal(calendar.Events.Count, calendar.Events.Select(e => e.Uid).Distinct().Count());
        var due = (await visitor.OpenAsync("/care")).QuerySelectorAll(".care-due span").Select(s => s.TextContent).ToList();
        Assert.NotEmpty(due);
        Assert.All(due, said => Assert.Contains(calendar.Events, e => e.Description!.StartsWith(said, StringComparison.Ordinal)));
        // Asked again, everything has the identifier it had.
        Assert.Equal(calendar.Events.Select(e => e.Uid), Ical.Net.Calendar.Load(await visitor.Client.GetStringAsync(new Uri("/care/calendar.ics", UriKind.Relative)))!.Events.Select(e => e.Uid));
    }

    private async Task<Answer> MakeFeedAsync(string name) =>
        await visitor.PostAsync((await visitor.OpenAsync("/care/calendar")).QuerySelectorAll("form").OfType<IHtmlFormElement>().First(f => f.QuerySelector("#name") is not null), "/care/calendar", new() { ["name"] = name });

    [Fact]
    public async Task A_feed_s_address_is_shown_once_and_opens_that_address_only()
    {
        Assert.Equal(HttpStatusCode.BadRequest, (await MakeFeedAsync(" ")).Status);
        var made = await MakeFeedAsync("my phone");
        var address = made.Page!.QuerySelector(".feed-secret code")!.TextContent;
        Assert.Null((await visitor.OpenAsync("/care/calendar")).QuerySelector(".feed-secret"));
        var path = new Uri(address).AbsolutePath;
        Assert.NotEmpty(Ical.Net.Calendar.Load(await visitor.Client.GetStringAsync(new Uri(path, UriKind.Relative)))!.Events);
        Assert.Equal(HttpStatusCode.NotFound, (await visitor.Client.GetAsync(new Uri("/calendar/AAAAAAAAAAAAAAAAAAAAAA.ics", UriKind.Relative))).StatusCode);
        Assert.Equal(HttpStatusCode.Redirect, (await PressAsync("/care/calendar", "Revoke")).Status);
        Assert.Equal(HttpStatusCode.NotFound, (await visitor.Client.GetAsync(new Uri(path, UriKind.Relative))).StatusCode);
    }

    [Fact]
    public async Task On_the_network_a_feed_needs_no_session_and_opens_nothing_else()
    {
        using var lan = new App { Lan = true };
        var (here, stranger) = (lan.Visit(), lan.Visit("192.168.7.20"));
        var made = await here.PostAsync((await here.OpenAsync("/care/calendar")).QuerySelectorAll("form").OfType<IHtmlFormElement>().First(f => f.QuerySelector("#name") is not null), "/care/calendar", new() { ["name"] = "tablet" });
        var path = new Uri(made.Page.QuerySelector(".feed-secret code")!.TextContent).AbsolutePath;
        Assert.NotEmpty(Ical.Net.Calendar.Load(await stranger.Client.GetStringAsync(new Uri(path, UriKind.Relative)))!.Events);
        foreach (var (other, status) in new[] { ("/care/calendar.ics", HttpStatusCode.SeeOther), ("/care/1", HttpStatusCode.SeeOther), ("/calendar/AAAAAAAAAAAAAAAAAAAAAA.ics", HttpStatusCode.NotFound), ($"{path}/../../care/1", HttpStatusCode.SeeOther), ("/calendar/../care/calendar.ics", HttpStatusCode.SeeOther) })
        {
            using var answer = await stranger.Client.GetAsync(new Uri(other, UriKind.Relative));
            Assert.Equal(status, answer.StatusCode);
        }
    }

    [Fact]
    public async Task The_day_s_page_says_at_most_three_sentences_and_what_they_say_is_so()
    {
        var page = await visitor.OpenAsync("/");
        for (var i = 0; i < 40 && page.QuerySelectorAll(".day-said p").Length < 3; i++)
        {
            await Task.Delay(250);
            page = await visitor.OpenAsync("/");
        }

        var said = page.QuerySelectorAll(".day-said p").Select(p => p.TextContent.Trim()).ToList();
        Assert.Equal(3, said.Count);
        // Due: what the page of care has as due, machine by machine.
        var care = await visitor.OpenAsync("/care");
        foreach (var machine in care.QuerySelectorAll(".care-machine"))
        {
            var name = machine.QuerySelector("h2")!.TextContent;
            Assert.Equal(machine.QuerySelector(".care-due") is not null, said[0].Contains(name, StringComparison.Ordinal));
        }

        // What runs short: the first of the run's own page.
        var need = (await visitor.OpenAsync("/runs/1/thread")).QuerySelector(".need:has(.need-short)")!;
        Assert.StartsWith(need.QuerySelector("h2")!.TextContent.Trim(), said[1], StringComparison.Ordinal);
        // Since yesterday: seams and thread as the history adds up.
        var since = DateTimeOffset.Now.Date.AddDays(-1);
        var sewn = await OnAsync(c => c.Sewn.AsNoTracking().Where(s => s.TakenBackAt == null).ToListAsync());
        var recent = sewn.Where(s => s.At.LocalDateTime >= since).ToList();
        Assert.Contains(string.Create(CultureInfo.InvariantCulture, $"{recent.Sum(s => s.SeamMm) / 1000:0.0} m of seam and {recent.Sum(s => s.ThreadMetres):#,0} m of thread"), said[2], StringComparison.Ordinal);
        // A cloth measured otherwise reopens its set-ups, and the page says so.
        var cloth = await visitor.OpenAsync("/cloths/1");
        await visitor.SendAsync(cloth, "/cloths/1", new() { ["Input.AcrossLoadedMm"] = "170" });
        var after = (await visitor.OpenAsync("/")).QuerySelectorAll(".day-said p").Select(p => p.TextContent.Trim()).Last();
        Assert.Contains("may want another look, because", after, StringComparison.Ordinal);
    }
}
