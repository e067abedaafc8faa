using System.Globalization;
using System.Net;
using System.Net.Http.Json;
using AngleSharp.Dom;
using AngleSharp.Html.Dom;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using YieldingLoop.Core.Garments;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Tests;

/// <summary>A run as a visitor meets it: its order, at the machine, on paper.</summary>
public sealed class RunPageTests : IDisposable
{
    private readonly App app = new();
    private readonly Visitor visitor;

    public RunPageTests() => visitor = app.Visit();

    public void Dispose() => app.Dispose();

    private static string Text(IHtmlDocument page) => string.Join(' ', page.QuerySelector("main")!.TextContent.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries));

    /// <summary>The page once its order is there.</summary>
    private async Task<IHtmlDocument> RunAsync(string path = "/runs/1", Visitor? who = null)
    {
        for (var tries = 0; ; tries++)
        {
            var page = await (who ?? visitor).OpenAsync(path);
            if (page.QuerySelector("progress") is null)
            {
                return page;
            }

            Assert.True(tries < 100, "The order never came.");
            await Task.Delay(300);
        }
    }

    /// <summary>At the machine, once the order is there.</summary>
    private async Task<IHtmlDocument> AtAsync(string path = "/runs/1/at")
    {
        await RunAsync();
        return await visitor.OpenAsync(path);
    }

    private static List<string> Pieces(IHtmlDocument page) => [.. page.QuerySelectorAll("[data-piece]").Select(p => p.GetAttribute("data-piece")!)];

    private static double Minutes(IHtmlDocument page) => Number(page.QuerySelector(".run-minutes strong")!.TextContent);

    private static double Number(string text) => double.Parse(text.Split(' ')[0], CultureInfo.InvariantCulture);

    private sealed record Move(int To, bool Allowed, string Said);

    private async Task<List<Move>> MovesAsync(string piece) => (await visitor.Client.GetFromJsonAsync<List<Move>>(new Uri($"/runs/1?handler=Moves&piece={piece}", UriKind.Relative)))!;

    private Task<Answer> MoveAsync(IHtmlDocument page, string piece, int to) =>
        visitor.PostAsync((IHtmlFormElement)page.QuerySelector("[data-run-move]")!, "/runs/1?handler=Move", new() { ["piece"] = piece, ["to"] = to.ToString(CultureInfo.InvariantCulture) });

    private async Task OnStoreAsync(Func<WorkroomContext, Task> work)
    {
        using var scope = app.Services.CreateScope();
        await work(scope.ServiceProvider.GetRequiredService<WorkroomContext>());
    }

    [Fact]
    public async Task The_club_s_order_says_what_it_takes_and_every_knot_its_part_of_it()
    {
        var page = await RunAsync();
        Assert.Equal(9, Pieces(page).Count);
        var knots = page.QuerySelectorAll(".run-knot-minutes span").Select(s => s.TextContent).Where(t => t != "goes on").Select(Number).ToList();
        Assert.Equal(Minutes(page), knots.Sum(), 0.05 * knots.Count + 0.06);
        Assert.Equal(knots.Count, page.QuerySelectorAll(".run-lying .run-knot").Length);
        Assert.Contains("2 of 27 seams are sewn", Text(page), StringComparison.Ordinal);
        Assert.Contains("Weighed against the spare it gives up, no order comes out better.", Text(page), StringComparison.Ordinal);
        // Construction: the leg opening runs over the side seam, the band over the shoulder.
        var order = Pieces(page);
        Assert.True(order.IndexOf("1/side") < order.IndexOf("1/leg-hem") && order.IndexOf("2/side") < order.IndexOf("2/hem") && order.IndexOf("3/shoulder") < order.IndexOf("3/neck"));
        Assert.Contains("Before “Base layer hem”: clip the allowance of “Base layer side seam”", Text(page), StringComparison.Ordinal);
        Assert.Contains(page.QuerySelectorAll(".run-threads li"), l => l.TextContent.Contains("Ash fluff", StringComparison.Ordinal));
        Assert.Contains("Squad order", Text(await visitor.OpenAsync("/")), StringComparison.Ordinal);
        Assert.Equal("/runs/1", (await visitor.OpenAsync("/runs")).QuerySelector(".run-tiles a")!.GetAttribute("href"));
    }

    [Fact]
    public async Task A_move_costs_what_was_said_before_it_and_the_best_order_comes_back()
    {
        var page = await RunAsync();
        var (best, order) = (Minutes(page), Pieces(page));
        var moves = await MovesAsync("2/neck");
        Assert.Equal(order.Count, moves.Count);
        var dear = moves.First(m => m.Allowed && m.Said.StartsWith("Here changing over takes", StringComparison.Ordinal) && m.Said.Contains("more", StringComparison.Ordinal));
        var moved = await MoveAsync(page, "2/neck", dear.To + 1);
        Assert.Equal("/runs/1", moved.Location);
        var own = await RunAsync();
        Assert.Equal("2/neck", Pieces(own)[dear.To]);
        Assert.Equal(Number(dear.Said.Split("takes ")[1]), Minutes(own) - best, 0.11);
        Assert.Contains("This is your order:", Text(own), StringComparison.Ordinal);
        await visitor.PressAsync(own, "Back to the best");
        var back = await RunAsync();
        Assert.Equal((best, string.Join(' ', order)), (Minutes(back), string.Join(' ', Pieces(back))));
    }

    [Fact]
    public async Task Where_a_seam_cannot_go_it_is_said_why_and_nothing_is_moved()
    {
        var page = await RunAsync();
        var order = Pieces(page);
        var refused = Assert.Single(await MovesAsync("1/leg-hem"), m => m.To == 0);
        Assert.False(refused.Allowed);
        Assert.Equal("Not here: “Unisuit side seam, Unisuits, spring squad” has to be sewn before “Unisuit leg opening join, Unisuits, spring squad”, which runs over its ends.", refused.Said);
        var answer = await MoveAsync(page, "1/leg-hem", 1);
        Assert.Equal(HttpStatusCode.Conflict, answer.Status);
        Assert.Contains("has to be sewn before", Text(answer.Page), StringComparison.Ordinal);
        foreach (var (piece, to) in new[] { ("1/leg-hem", 0), ("1/leg-hem", 99), ("9/none", 1), ("", 1), ("1/side/1", 1) })
        {
            Assert.Equal(HttpStatusCode.Conflict, (await MoveAsync(page, piece, to)).Status);
        }

        Assert.Equal(order, Pieces(await RunAsync()));
        using var nothing = await visitor.Client.GetAsync(new Uri("/runs/1?handler=Moves&piece=9/none", UriKind.Relative));
        Assert.Equal(HttpStatusCode.NotFound, nothing.StatusCode);
        // A page from before somebody else's change changes nothing.
        await MoveAsync(page, "2/neck", 1);
        Assert.Equal(HttpStatusCode.Conflict, (await MoveAsync(page, "2/neck", 2)).Status);
        Assert.Equal("2/neck", Pieces(await RunAsync())[0]);
    }

    [Fact]
    public async Task A_machine_is_closed_for_a_day_and_one_that_is_put_away_is_not_sewn_on()
    {
        var page = await RunAsync();
        await visitor.PostAsync((IHtmlFormElement)page.QuerySelectorAll(".run-machines form")[0], "/runs/1?handler=Close", []);
        var closed = await RunAsync();
        Assert.Contains("Boathouse overlocker, closed for today", Text(closed), StringComparison.Ordinal);
        Assert.DoesNotContain("Boathouse overlocker", string.Join(' ', closed.QuerySelectorAll(".run-with").Select(w => w.TextContent)), StringComparison.Ordinal);
        Assert.NotEmpty(Pieces(closed));
        // The other overlocker goes to the attic meanwhile.
        var machine = await visitor.OpenAsync("/machines/2");
        await visitor.PressAsync(machine, "Put this machine away");
        var left = await RunAsync();
        // What is left sews with a zigzag, or not at all.
        Assert.DoesNotContain("overlocker", string.Join(' ', left.QuerySelectorAll(".run-with").Select(w => w.TextContent)), StringComparison.Ordinal);
        Assert.Equal(9, Pieces(left).Count + left.QuerySelectorAll("[aria-labelledby=left-out] li").Length);
        foreach (var form in left.QuerySelectorAll(".run-machines form").OfType<IHtmlFormElement>().Where(f => f.TextContent.Contains("Close for today", StringComparison.Ordinal)).ToList())
        {
            var now = await RunAsync();
            await visitor.PostAsync((IHtmlFormElement)now.QuerySelectorAll(".run-machines form").First(f => f.TextContent.Contains("Close for today", StringComparison.Ordinal)), "/runs/1?handler=Close", []);
        }

        Assert.Contains("Every machine is closed for today.", Text(await RunAsync()), StringComparison.Ordinal);
        Assert.Contains("Nothing more can be sewn now.", Text(await AtAsync()), StringComparison.Ordinal);
        // Tomorrow they are open again by themselves.
        app.Clock.MoveOn(TimeSpan.FromDays(1));
        Assert.NotEmpty(Pieces(await RunAsync()));
    }

    [Fact]
    public async Task Seams_that_are_held_stay_in_their_order()
    {
        var page = await RunAsync();
        var order = Pieces(page);
        foreach (var seam in new[] { order[0], order[2] })
        {
            var now = await RunAsync();
            var form = now.QuerySelectorAll(".run-machines form").OfType<IHtmlFormElement>().First(f => f.QuerySelector("[name=seam]")?.GetAttribute("value") == seam);
            Assert.Equal("/runs/1", (await visitor.PostAsync(form, "/runs/1?handler=Hold", [])).Location);
        }

        Assert.Equal(2, (await RunAsync()).QuerySelectorAll(".run-held").Length);
        var refused = (await MovesAsync(order[2]))[0];
        Assert.False(refused.Allowed);
        Assert.Contains("is held before", refused.Said, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_seam_is_threaded_up_for_swatched_sewn_and_ticked()
    {
        var at = await AtAsync();
        Assert.Contains("Place 1 of 9", Text(at), StringComparison.Ordinal);
        Assert.NotNull(at.QuerySelector(".garment-in-hand"));
        Assert.Equal("Thread up", at.QuerySelector("[aria-current=step]")!.TextContent);
        var to = (await visitor.PressAsync(at, "Thread up")).Location!;
        Assert.StartsWith("/thread-ups/new?setup=", to, StringComparison.Ordinal);
        var begun = await visitor.PressAsync(await visitor.OpenAsync(to), "Begin at the machine");
        var steps = await visitor.OpenAsync(begun.Location! + "?list=true");
        var count = steps.QuerySelectorAll(".step-list > li").Length;
        // Broken off after one step the run leads back to it.
        await visitor.PostAsync((IHtmlFormElement)(await visitor.OpenAsync(begun.Location!)).QuerySelector("[data-tick]")!, begun.Location! + "?handler=Tick", []);
        var again = await AtAsync();
        Assert.Equal(begun.Location, (await visitor.PressAsync(again, "Go on threading up")).Location);
        await visitor.PostAsync((IHtmlFormElement)(await visitor.OpenAsync(begun.Location!)).QuerySelector("[data-tick]")!, begun.Location! + "?handler=Tick", new() { ["done"] = count.ToString(CultureInfo.InvariantCulture) });
        Assert.Equal("/runs/1/at", (await visitor.OpenAsync(begun.Location!)).QuerySelector(".run-back a")!.GetAttribute("href"));

        var swatch = await AtAsync();
        Assert.Equal("Swatch", swatch.QuerySelector("[aria-current=step]")!.TextContent);
        Assert.StartsWith("/swatches/new?setup=", (await visitor.PressAsync(swatch, "To the swatch")).Location, StringComparison.Ordinal);
        var piece = Uri.UnescapeDataString(swatch.QuerySelectorAll("a").First(a => a.TextContent == "Sew without one").GetAttribute("href")!);
        var sew = await visitor.OpenAsync(piece);
        Assert.Equal("Sew", sew.QuerySelector("[aria-current=step]")!.TextContent);
        Assert.Equal(["Three", "Stroke"], sew.QuerySelectorAll(".run-copies li > span").Select(s => s.FirstChild!.TextContent.Trim()));
        await visitor.PostAsync((IHtmlFormElement)sew.QuerySelector(".run-copies form")!, "/runs/1/at?handler=Tick&piece=1/side", []);
        var one = await AtAsync();
        Assert.Contains("3 of 27 sewn", Text(one), StringComparison.Ordinal);
        // Nothing was changed since, so no swatch is asked for.
        Assert.Equal("Sew", one.QuerySelector("[aria-current=step]")!.TextContent);
        var done = await visitor.PressAsync(one, "Sewn, next");
        Assert.StartsWith("/runs/1/at", done.Location, StringComparison.Ordinal);
        var next = await AtAsync();
        Assert.Contains("4 of 27 sewn", Text(next), StringComparison.Ordinal);
        Assert.DoesNotContain("Unisuit side seam", next.QuerySelector("h1")!.TextContent, StringComparison.Ordinal);
        Assert.Equal(8, Pieces(await RunAsync()).Count);
        // Two copies with its own set-up, two with the leg opening's.
        Assert.Equal(2, (await RunAsync()).QuerySelectorAll(".run-done li").Length);

        // The last one was not sewn after all.
        await visitor.PressAsync(next, "It is not sewn after all");
        Assert.Contains("3 of 27 sewn", Text(await AtAsync()), StringComparison.Ordinal);
        Assert.Contains("1/side", Pieces(await RunAsync()));
    }

    [Fact]
    public async Task What_was_sewn_otherwise_or_popped_has_the_rest_worked_out_anew()
    {
        var at = await AtAsync();
        var with = at.QuerySelector(".run-dials")!.TextContent;
        var popped = await visitor.PressAsync(at, "It popped");
        Assert.Equal("/runs/1/at?piece=1%2Fside", popped.Location);
        var anew = await AtAsync("/runs/1/at?piece=1/side");
        Assert.Contains("2 of 27 sewn", Text(anew), StringComparison.Ordinal);
        Assert.NotEqual(with, anew.QuerySelector(".run-dials")!.TextContent);
        // It was sewn with what is kept, after all: then that is what is on the machine, and what comes next starts from there.
        var form = (IHtmlFormElement)anew.QuerySelector("#other-setup")!.Closest("form")!;
        var none = await visitor.PostAsync(form, "/runs/1/at?handler=Tick&piece=1/side", new() { ["copy"] = null });
        Assert.Equal(HttpStatusCode.Conflict, none.Status);
        Assert.Contains("Say which copy was sewn.", Text(none.Page), StringComparison.Ordinal);
        var strange = await visitor.PostAsync(form, "/runs/1/at?handler=Tick&piece=1/side", new() { ["copy"] = "3", ["setup"] = "5" });
        Assert.Equal(HttpStatusCode.Conflict, strange.Status);
        var sewn = await visitor.PostAsync(form, "/runs/1/at?handler=Tick&piece=1/side", new() { ["copy"] = "3" });
        Assert.Equal(HttpStatusCode.Redirect, sewn.Status);
        Assert.Contains("3 of 27 sewn", Text(await AtAsync()), StringComparison.Ordinal);
        var old = await visitor.PostAsync(form, "/runs/1/at?handler=Tick&piece=1/side", new() { ["copy"] = "4" });
        Assert.Equal(HttpStatusCode.Conflict, old.Status);
        Assert.Contains("Nothing was written down", Text(old.Page), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_run_is_started_from_garments_and_every_fault_of_it_is_said()
    {
        var start = await visitor.OpenAsync("/runs/start?garment=2");
        Assert.Equal("Base layers", start.Value("Name"));
        var refused = await visitor.SendAsync(start, "/runs/start", new() { ["Name"] = " ", ["garment"] = null, ["Batch"] = "SeamBySeam" }, "start");
        Assert.Contains("Choose at least one garment.", Text(refused.Page), StringComparison.Ordinal);
        Assert.Contains("Give the run a name", Text(refused.Page), StringComparison.Ordinal);
        Assert.Contains("not here any more", Text((await visitor.SendAsync(start, "/runs/start", new() { ["garment"] = "99" }, "start")).Page), StringComparison.Ordinal);
        Assert.Contains("Choose garments from the list", Text((await visitor.SendAsync(start, "/runs/start", new() { ["garment"] = "x", ["Batch"] = "9" }, "start")).Page), StringComparison.Ordinal);
        await OnStoreAsync(async context =>
        {
            // Sixty-one seams in three garments.
            foreach (var seams in new[] { 30, 30, 1 })
            {
                context.Add(new GarmentRow { Name = $"Of {seams}", Entry = new Garment { Name = $"Of {seams}", Seams = [.. Enumerable.Range(0, seams).Select(i => new GarmentSeam { Id = $"s{i}", WorkId = 1 })] }, SubmissionKey = Guid.NewGuid() });
            }

            context.Add(new GarmentRow { Name = "Of none", Entry = new Garment { Name = "Of none" }, SubmissionKey = Guid.NewGuid() });
            await context.SaveChangesAsync();
        });
        async Task<string> SaidAsync(params int[] garments)
        {
            using var content = new FormUrlEncodedContent([.. Visitor.Fields((IHtmlFormElement)start.GetElementById("start")!).Where(f => f.Key != "garment"), .. garments.Select(g => KeyValuePair.Create("garment", $"{g}"))]);
            using var response = await visitor.Client.PostAsync(new Uri("/runs/start", UriKind.Relative), content);
            return response.Headers.Location?.OriginalString ?? await response.Content.ReadAsStringAsync();
        }

        Assert.Contains("These are 61 different seams; 60 fit into one run.", await SaidAsync(4, 5, 6), StringComparison.Ordinal);
        Assert.Contains("has no seam yet", await SaidAsync(7), StringComparison.Ordinal);
        var made = await SaidAsync(2);
        Assert.Equal("/runs/2", made);
        // The same form makes one run.
        Assert.Equal("/runs/2", await SaidAsync(2));
        Assert.Equal(3, Pieces(await RunAsync("/runs/2")).Count);
        foreach (var path in new[] { "/runs/99", "/runs/99/at", "/runs/99/print", "/runs/x" })
        {
            await visitor.OpenAsync(path, HttpStatusCode.NotFound);
        }
    }

    [Fact]
    public async Task Copy_by_copy_each_is_sewn_to_its_end_and_whoever_joins_the_garment_can_be_taken_over()
    {
        var page = await RunAsync();
        await visitor.PressAsync(page, "Rather one copy after the other");
        var single = await RunAsync();
        var order = Pieces(single);
        Assert.Equal(25, order.Count);
        foreach (var garment in new[] { "1", "2", "3" })
        {
            var copies = order.Where(o => o.StartsWith(garment + "/", StringComparison.Ordinal)).Select(o => RunPieceName.Find(o)!.Value.Copy!.Value).ToList();
            Assert.Equal(copies.Order(), copies);
        }

        await OnStoreAsync(async context =>
        {
            var row = await context.Garments.FirstAsync(g => g.Id == 3);
            (row.Entry, row.Version) = (row.Entry with { Sizes = [.. row.Entry.Sizes, new GarmentSize(1, 2)] }, row.Version + 1);
            await context.SaveChangesAsync();
        });
        var otherwise = await RunAsync();
        Assert.Contains("Fleece tops is made for others now than when this run was begun.", Text(otherwise), StringComparison.Ordinal);
        await visitor.PressAsync(otherwise, "Take it over as it is now");
        var more = await RunAsync();
        Assert.Equal(25 + 6, Pieces(more).Count);
        Assert.Contains("Bow, number 2", Text(more), StringComparison.Ordinal);
        // These two have no lengths: it is said, and thread is no less than what is known.
        Assert.Contains("Some lengths are missing: it is more.", Text(more), StringComparison.Ordinal);
    }

    [Fact]
    public async Task The_run_sheet_has_every_place_its_machines_the_ends_and_the_thread()
    {
        await RunAsync();
        foreach (var paper in new[] { "a4", "letter" })
        {
            var sheet = await visitor.OpenAsync($"/runs/1/print?paper={paper}");
            Assert.Equal(9, sheet.QuerySelectorAll(".tick-list li").Length);
            Assert.Contains(sheet.QuerySelectorAll("link"), l => l.GetAttribute("href") == $"/css/run-{paper}.css");
            Assert.Contains("Thread to have at hand", Text(sheet), StringComparison.Ordinal);
            Assert.Contains("Ends and hems", Text(sheet), StringComparison.Ordinal);
            Assert.Contains("Three, Stroke, 2 on each", Text(sheet), StringComparison.Ordinal);
        }
    }

    [Fact]
    public async Task A_run_that_is_put_away_changes_nothing_any_more_and_comes_back()
    {
        var page = await RunAsync();
        Assert.StartsWith("/runs?away=", (await visitor.PressAsync(page, "Put this run away")).Location, StringComparison.Ordinal);
        Assert.Contains("This run is put away.", Text(await RunAsync()), StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.NotFound, (await MoveAsync(page, "2/neck", 1)).Status);
        using var at = await visitor.Client.GetAsync(new Uri("/runs/1/at", UriKind.Relative));
        Assert.Equal("/runs/1", at.Headers.Location!.OriginalString);
        await visitor.PressAsync(await visitor.OpenAsync("/put-away"), "Bring it back");
        Assert.DoesNotContain("This run is put away.", Text(await RunAsync()), StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_is_worked_out_can_be_looked_at_and_broken_off()
    {
        await RunAsync();
        var far = await visitor.Client.GetFromJsonAsync<Dictionary<string, System.Text.Json.JsonElement>>(new Uri("/runs/1?handler=Progress", UriKind.Relative));
        Assert.True(far!["done"].GetBoolean());
        // Something it rests on changes: the order is not known any more until somebody asks for it.
        await OnStoreAsync(async context =>
        {
            var row = await context.Garments.FirstAsync(g => g.Id == 1);
            (row.Entry, row.Version) = (row.Entry with { Seams = [.. row.Entry.Seams.Reverse()] }, row.Version + 1);
            await context.SaveChangesAsync();
        });
        Assert.Contains("Broken off", Text(await visitor.OpenAsync("/runs/1?stopped=true")), StringComparison.Ordinal);
        far = await visitor.Client.GetFromJsonAsync<Dictionary<string, System.Text.Json.JsonElement>>(new Uri("/runs/1?handler=Progress", UriKind.Relative));
        Assert.False(far!["done"].GetBoolean());
        Assert.NotEmpty(Pieces(await RunAsync()));
        var stop = await visitor.PostAsync((IHtmlFormElement)(await RunAsync()).QuerySelector("[data-run-move]")!, "/runs/1?handler=Stop", []);
        Assert.Equal("/runs/1?stopped=true", stop.Location);
        // What is there already stays there.
        Assert.NotEmpty(Pieces(await visitor.OpenAsync("/runs/1?stopped=true")));
    }

    [Fact]
    public async Task A_run_can_be_called_otherwise_but_not_nothing()
    {
        var page = await RunAsync();
        IHtmlFormElement Form() => (IHtmlFormElement)page.GetElementById("run-name")!.Closest("form")!;
        Assert.Equal(HttpStatusCode.Conflict, (await visitor.PostAsync(Form(), "/runs/1?handler=Name", new() { ["name"] = "  " })).Status);
        Assert.Equal("/runs/1", (await visitor.PostAsync(Form(), "/runs/1?handler=Name", new() { ["name"] = "Autumn <b>order</b>" })).Location);
        Assert.Equal("Autumn <b>order</b>", (await RunAsync()).QuerySelector("h1")!.TextContent);
    }

    [Fact]
    public async Task Whatever_is_pressed_in_whatever_order_cones_needles_and_construction_stay_true()
    {
        // The rules are said a second time here: from the records alone, after every press.
        var (random, started) = (new Random(1912), DateTimeOffset.UtcNow);
        Dictionary<int, double> metres = [];
        await OnStoreAsync(async context => metres = await context.Threads.Where(t => t.PutAwayAt == null).ToDictionaryAsync(t => t.Id, t => t.Entry.MetresLeft ?? -1));
        var ticked = new HashSet<(int, string, int)>();
        for (var step = 0; step < 25; step++)
        {
            var page = await RunAsync();
            var pieces = Pieces(page);
            var version = page.QuerySelector("[name=version]")!.GetAttribute("value")!;
            string Any(IReadOnlyList<string> of) => of.Count == 0 ? "1/side" : of[random.Next(of.Count)];
            async Task<HttpStatusCode> PostAsync(string handler, Dictionary<string, string?> fields) =>
                (await visitor.PostAsync((IHtmlFormElement)page.QuerySelector(".run-machines form")!, handler, new(fields) { ["version"] = version })).Status;

            var status = HttpStatusCode.Redirect;
            switch (random.Next(10))
            {
                case 0:
                    status = await PostAsync("/runs/1?handler=Move", new() { ["piece"] = Any(pieces), ["to"] = random.Next(-1, 30).ToString(CultureInfo.InvariantCulture) });
                    break;
                case 1:
                    status = await PostAsync("/runs/1?handler=Hold", new() { ["seam"] = Any([.. pieces.Select(p => RunPieceName.Find(p)!.Value.Seam)]), ["hold"] = random.Next(2) == 0 ? "true" : "false" });
                    break;
                case 2:
                    status = await PostAsync("/runs/1?handler=Close", new() { ["machine"] = random.Next(1, 6).ToString(CultureInfo.InvariantCulture), ["closed"] = random.Next(3) == 0 ? "true" : "false" });
                    break;
                case 3:
                    status = await PostAsync("/runs/1?handler=" + (random.Next(2) == 0 ? "Best" : "Batch"), new() { ["batch"] = ((RunBatch)random.Next(2)).ToString() });
                    break;
                case 4:
                    var tick = ticked.Count == 0 ? (1, "side", 9) : ticked.ElementAt(random.Next(ticked.Count));
                    status = await PostAsync("/runs/1/at?handler=TakeBack", new() { ["garment"] = $"{tick.Item1}", ["seam"] = tick.Item2, ["copy"] = $"{tick.Item3}", ["popped"] = random.Next(4) == 0 ? "true" : "false", ["Version"] = version });
                    break;
                default:
                    var at = await visitor.OpenAsync($"/runs/1/at?piece={Any(pieces)}");
                    if (at.QuerySelector(".next-bar input[name=Seen]") is { } seen && seen.Closest("form") is IHtmlFormElement form)
                    {
                        // What the page offers, or a copy out of a hat.
                        var action = at.QuerySelectorAll("form").Select(f => f.GetAttribute("action")).First(a => a?.Contains("handler=Tick", StringComparison.Ordinal) == true)!;
                        status = (await visitor.PostAsync(form, action, new() { ["copy"] = random.Next(1, 6).ToString(CultureInfo.InvariantCulture) })).Status;
                    }

                    break;
            }

            Assert.Contains(status, new[] { HttpStatusCode.Redirect, HttpStatusCode.Conflict, HttpStatusCode.NotFound });
            await OnStoreAsync(async context =>
            {
                var run = (await context.Runs.FirstAsync()).Entry;
                var garments = await context.Garments.ToDictionaryAsync(g => g.Id, g => g.Entry);
                Assert.Equal(run.Done.Count, run.Done.Select(t => (t.GarmentId, t.SeamId, t.Copy)).Distinct().Count());
                // In the order they were ticked nothing came before what it runs over, but for what was taken back since.
                foreach (var tick in run.Done)
                {
                    Assert.InRange(tick.Copy, 1, run.Parts.First(p => p.GarmentId == tick.GarmentId).Wearers.Count);
                    var now = (tick.GarmentId, tick.SeamId, tick.Copy);
                    if (!ticked.Contains(now))
                    {
                        Assert.All(garments[tick.GarmentId].Find(tick.SeamId)!.After, a => Assert.Contains(run.Done, t => t.Is(tick.GarmentId, a.SeamId, tick.Copy)));
                    }

                }

                ticked = [.. run.Done.Select(t => (t.GarmentId, t.SeamId, t.Copy))];
                // What is gone from a cone is what the ticks took, and what popped took.
                foreach (var cone in await context.Threads.Where(t => metres.Keys.Contains(t.Id)).ToListAsync())
                {
                    var taken = run.Done.Where(t => t.At > started).Sum(t => t.Taken.Where(p => p.ConeId == $"{cone.Id}").Sum(p => p.Metres));
                    var left = metres[cone.Id] < 0 ? -1 : metres[cone.Id] - taken;
                    Assert.True(left - (cone.Entry.MetresLeft ?? -1) > -0.06 * (step + 1), $"cone {cone.Id}: {left} and {cone.Entry.MetresLeft}");
                }

                foreach (var needle in await context.SeatedNeedles.ToListAsync())
                {
                    Assert.True(needle.Stitches >= run.Done.Where(t => t.NeedleIds.Contains(needle.Id) && t.At > started).Sum(t => t.Stitches));
                }
            });
            // What is shown is what is left: in the order, or said to be out of it.
            var shown = await RunAsync();
            var open = Pieces(shown).Select(p => RunPieceName.Find(p)!.Value.Seam).Distinct().Count() + shown.QuerySelectorAll("[aria-labelledby=left-out] li").Length;
            await OnStoreAsync(async context =>
            {
                var run = (await context.Runs.FirstAsync()).Entry;
                var garments = await context.Garments.ToDictionaryAsync(g => g.Id, g => g.Entry);
                Assert.Equal(run.Parts.Sum(p => garments[p.GarmentId].Seams.Count(s => run.OpenCopies(p.GarmentId, s.Id).Count > 0)), open);
            });
        }

        Assert.True(ticked.Count > 2);
    }

    [Fact]
    public async Task What_is_held_against_what_has_to_come_first_can_be_let_go()
    {
        await RunAsync();
        await OnStoreAsync(async context =>
        {
            var row = await context.Runs.FirstAsync();
            (row.Entry, row.Version) = (row.Entry with { Held = ["1/leg-hem", "1/side"] }, row.Version + 1);
            await context.SaveChangesAsync();
        });
        var stuck = await RunAsync();
        Assert.Empty(Pieces(stuck));
        Assert.Contains("What is held in its order goes round in a circle with what has to be sewn first", Text(stuck), StringComparison.Ordinal);
        await visitor.PressAsync(stuck, "Let go of all that is held");
        Assert.Equal(9, Pieces(await RunAsync()).Count);
    }
}
