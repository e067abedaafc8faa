using System.Globalization;
using System.Net;
using AngleSharp.Html.Dom;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using YieldingLoop.Core.Coach;
using YieldingLoop.Core.Faults;
using YieldingLoop.Core.Practice;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.SimulatedMachine;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Core.Threads;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Tests;

/// <summary>The coach's page, walked with a simulated machine in the place of the one in the room.</summary>
public sealed class CoachPageTests : IDisposable
{
    private readonly App app = new();
    private readonly Visitor visitor;

    public CoachPageTests() => visitor = app.Visit();

    public void Dispose() => app.Dispose();

    /// <summary>How many machines stand in for each set-up; more of them behind a switch.</summary>
    private static readonly int Walks = int.TryParse(Environment.GetEnvironmentVariable("COACH_WALKS"), CultureInfo.InvariantCulture, out var walks) ? walks : 1;

    private async Task<T> In<T>(Func<IServiceProvider, Task<T>> work)
    {
        await using var scope = app.Services.CreateAsyncScope();
        return await work(scope.ServiceProvider);
    }

    private Task<SetupRow> Setup(int id) => In(s => s.GetRequiredService<WorkroomContext>().Setups.AsNoTracking().Include(x => x.Machine).FirstAsync(x => x.Id == id));

    private async Task PutOnAsync(int id)
    {
        var row = await Setup(id);
        await In(async s => await s.GetRequiredService<Workroom>().PutOnMachineAsync(id, (await s.GetRequiredService<Workroom>().StateOfAsync(row.MachineId))!.Version));
        var page = await visitor.OpenAsync($"/setups/{id}/coach");
        if (page.QuerySelector(".coach-anew") is not null)
        {
            // What the demo's swatches showed was shown by another machine than the one that stands in.
            await visitor.PressAsync(page, "Begin anew");
        }

    }

    private Task<CoachSession> Session(SetupRow row) => In(async s =>
    {
        var way = await s.GetRequiredService<Coaching>().WayAsync(row.Id, row.MachineId);
        return Coaching.After(await s.GetRequiredService<Coaching>().QuestionAsync(row, way, ChosenSchools.Default), way.Items);
    });

    private Task<Core.Setups.Setup> State(SetupRow row) => In(async s => (await s.GetRequiredService<Workroom>().StateOfAsync(row.MachineId))!.Entry);

    private static StandIn StandIn(SetupRow row, int seed, Func<HiddenTruth, HiddenTruth>? with = null)
    {
        var (snapshot, dice) = (row.Snapshot, new Dice(seed));
        var machine = snapshot.Plan.Tuned(snapshot.Machine);
        var sewn = snapshot.Plan.Setup.Case(machine, snapshot.ClothFigures, snapshot.Seam, null, snapshot.Plan.Schools).Value!;
        var truth = new TruthDraw(dice).Draw(snapshot.Plan.Setup, machine, sewn);
        return new(machine, snapshot.ClothFigures, snapshot.Seam, snapshot.Plan.Schools, with?.Invoke(truth) ?? truth, dice);
    }

    private static string Text(double? number) => number is { } n ? Math.Round(n, 2).ToString(CultureInfo.InvariantCulture) : "";

    private static Dictionary<string, string?> Typed(SwatchReadings read)
    {
        var typed = new Dictionary<string, string?>
        {
            ["Input.Readings.MeetingLineMm"] = Text(read.MeetingLineMm), ["Input.Readings.GapMm"] = Text(read.GapMm), ["Input.Readings.OverhangMm"] = Text(read.OverhangMm), ["Input.Readings.Skips"] = Text(read.Skips),
            ["Input.Readings.Stitches"] = Text(read.Stitches), ["Input.Readings.BrokeAt"] = read.BrokeAt?.Id() ?? "", ["Input.Readings.BrokeAfterStitches"] = Text(read.BrokeAfterStitches),
            ["Input.Readings.PoppedAt"] = read.PoppedAt?.Id() ?? "", ["Input.Readings.PoppedAtPercent"] = Text(read.PoppedAtPercent), ["Input.Readings.CurlsTo"] = read.CurlsTo?.ToString() ?? "",
            ["Input.Readings.Wrapped"] = read.Wrapped?.ToString() ?? "",
        };
        if (read.BrokeAt is null)
        {
            var sewn = 1000 * (1 + (read.GrowthPercent ?? 0) / 100);
            (typed["Input.Strip.BeforeMm"], typed["Input.Strip.SewnMm"], typed["Input.Strip.UnsewnMm"]) = ("1000", Text(sewn), Text(sewn / (1 + (read.BesideUnsewnPercent ?? 0) / 100)));
            typed["Input.Strip.PulledMm"] = read.HeldToPercent is { } held ? Text(Math.Ceiling(sewn * (1 + held / 100))) : "";
        }

        return typed;
    }

    /// <summary>Sews the swatch a page asks for, with what stands on the machine, and writes down what it shows; what has no field is not asked.</summary>
    private async Task SewAsync(IHtmlDocument page, SetupRow row, StandIn machine)
    {
        var form = page.QuerySelector(".next-bar a.btn-next")!.GetAttribute("href")!;
        Assert.Contains("/swatches/new", form, StringComparison.Ordinal);
        var now = (await Session(row)).Now;
        var read = machine.Sew((await State(row)).Over(row.Snapshot.Plan.Setup) with { StitchId = now.StitchId, Tape = now.Tape }, row.Snapshot.Plan.Targets.HoldPercent).Value!;
        var swatch = await visitor.OpenAsync(form);
        var saved = await visitor.SendAsync(swatch, form, Typed(read).Where(t => swatch.GetElementsByName(t.Key).Length > 0).ToDictionary());
        Assert.True(saved.Status == HttpStatusCode.Redirect, saved.Page.QuerySelector("#faults")?.TextContent);
        Assert.Equal($"/setups/{row.Id}/coach", saved.Location);
    }

    /// <summary>Does what the page asks until it asks no more.</summary>
    /// <returns>The last step, and how many swatches it took.</returns>
    private async Task<(CoachStep Last, int Swatches)> WalkAsync(SetupRow row, StandIn machine, Action<IHtmlDocument, CoachSession>? seen = null)
    {
        var (address, swatches) = ($"/setups/{row.Id}/coach", 0);
        for (var steps = 0; steps < 120; steps++)
        {
            app.Clock.MoveOn(TimeSpan.FromSeconds(20));
            var page = await visitor.OpenAsync(address);
            var session = await Session(row);
            var step = session.Next();
            seen?.Invoke(page, session);
            switch (step.Act)
            {
                case CoachAct.Sew:
                    await SewAsync(page, row, machine);
                    swatches++;
                    break;
                case CoachAct.Look:
                    await visitor.PressAsync(page, step.Fault is { } kind && machine.LooksBad(kind, step.Position) ? "No, not so" : "Yes, as it should be");
                    break;
                case CoachAct.Repair or CoachAct.Change when step.Change != CoachChange.DropLeftNeedle:
                    var pressed = await visitor.PressAsync(page, page.QuerySelector(".next-bar form[action$='Done'] button")!.TextContent.Trim());
                    Assert.Equal(HttpStatusCode.Redirect, pressed.Status);
                    await TickAsync(pressed.Location!, address);
                    CoachWalk.Do(machine, CoachDone.Of(step));
                    break;
                default:
                    return (step, swatches);
            }

            // What stands on the machine is what the coach reckons with, whatever was done.
            var now = (await Session(row)).Now;
            var stands = (await State(row)).Over(now);
            Assert.Equal(now.Dials, stands.Dials);
            Assert.Equal((now.Differential, now.CuttingWidthMm, now.StitchLengthMm, now.Threads, now.Needles), (stands.Differential, stands.CuttingWidthMm, stands.StitchLengthMm, stands.Threads, stands.Needles));
        }

        throw new InvalidOperationException("It goes on for ever.");
    }

    private async Task TickAsync(string list, string coach)
    {
        for (var ticks = 0; list != coach; ticks++)
        {
            Assert.True(ticks < 80);
            app.Clock.MoveOn(TimeSpan.FromSeconds(5));
            var at = await visitor.OpenAsync(list);
            if (at.QuerySelector(".next-bar a.btn-next")?.GetAttribute("href") == coach)
            {
                break;
            }

            Assert.Contains("Not at its end yet", (await visitor.OpenAsync(coach)).Body!.TextContent, StringComparison.Ordinal);
            await visitor.PressAsync(at, "Done, next");
        }
    }

    [Theory]
    [InlineData(1, 11)]
    [InlineData(2, 12)]
    [InlineData(3, 13)]
    [InlineData(4, 14)]
    [InlineData(5, 15)]
    [InlineData(7, 16)]
    public async Task It_is_walked_to_a_pass_with_one_thing_at_a_time_and_what_stands_on_the_machine_stays_true(int setup, int seed)
    {
        var row = await Setup(setup);
        var ended = new List<(int Seed, CoachAct Act, int Swatches)>();
        for (var walk = 0; walk < Walks; walk++)
        {
            await PutOnAsync(setup);
            var (last, swatches) = await WalkAsync(row, StandIn(row, seed + 100 * walk), (page, session) =>
            {
                Assert.DoesNotContain("?:", page.QuerySelector(".coach")!.TextContent, StringComparison.Ordinal);
                Assert.DoesNotContain("NaN", page.Body!.TextContent, StringComparison.Ordinal);
                Assert.Single(page.QuerySelectorAll(".coach-title"));
                Assert.Equal(1, session.Causes().Sum(c => c.Share), 6);
            });
            ended.Add((seed + 100 * walk, last.Act, swatches));
        }

        var lost = ended.Where(e => e.Act is CoachAct.Service || e.Swatches > 8).ToList();
        Assert.True(lost.Count <= 0.03 * ended.Count, string.Join(", ", lost));
    }

    /// <summary>A machine on which only numbers are off, so that a number is soon turned.</summary>
    private async Task<(SetupRow Row, string Address)> AtANumberAsync()
    {
        var row = await Setup(3);
        await PutOnAsync(3);
        var machine = StandIn(row, 4, truth => truth with { Faults = [], MeetingPerLogMm = 3, Dials = truth.Dials.ToDictionary(d => d.Key, d => new HiddenDial(0.3, d.Key == ThreadPosition.UpperLooper ? 1.5 : d.Key == ThreadPosition.LowerLooper ? -1.5 : 0)) });
        var address = $"/setups/{row.Id}/coach";
        for (var steps = 0; steps < 20; steps++)
        {
            app.Clock.MoveOn(TimeSpan.FromSeconds(20));
            var page = await visitor.OpenAsync(address);
            var step = (await Session(row)).Next();
            if (step is { Act: CoachAct.Change, Change: CoachChange.Dial })
            {
                return (row, address);
            }

            if (step.Act == CoachAct.Look)
            {
                await visitor.PressAsync(page, "Yes, as it should be");
                continue;
            }

            Assert.Equal(CoachAct.Sew, step.Act);
            await SewAsync(page, row, machine);
        }

        throw new InvalidOperationException("No number is turned.");
    }

    [Fact]
    public async Task A_number_is_set_in_one_tap_and_taken_back_in_one_and_the_machine_stands_accordingly()
    {
        var (row, address) = await AtANumberAsync();
        var page = await visitor.OpenAsync(address);
        var step = (await Session(row)).Next();
        Assert.Equal(step.To!.Value.ToString("0.##", CultureInfo.InvariantCulture), page.QuerySelector(".coach-number")!.TextContent.Trim());
        Assert.Contains($"from {step.From!.Value.ToString("0.##", CultureInfo.InvariantCulture)}", page.QuerySelector(".coach-beside")!.TextContent, StringComparison.Ordinal);
        var set = await visitor.PressAsync(page, page.QuerySelector(".next-bar form[action$='Done'] button")!.TextContent.Trim());
        Assert.Equal(address, set.Location);
        Assert.Equal(step.To, (await State(row)).Dials[step.Position!.Value].Value);
        var after = await visitor.OpenAsync(address);
        Assert.Equal("Sew a swatch", after.QuerySelector(".coach-title")!.TextContent.Trim());
        // What is sewn now is what stands there.
        var swatch = await visitor.OpenAsync(after.QuerySelector(".next-bar a.btn-next")!.GetAttribute("href")!);
        Assert.Contains(step.To.Value.ToString("0.##", CultureInfo.InvariantCulture), swatch.QuerySelectorAll("[name$='.Number']").OfType<IHtmlInputElement>().Select(i => i.Value));
        await visitor.PressAsync(after, "Take the last back");
        Assert.Equal(step.From, (await State(row)).Dials[step.Position.Value].Value);
        Assert.Equal(page.QuerySelector(".coach-number")!.TextContent, (await visitor.OpenAsync(address)).QuerySelector(".coach-number")!.TextContent);
        // It went through a thread-up, which was given up when it was taken back.
        Assert.Equal(1, await In(s => s.GetRequiredService<WorkroomContext>().ThreadUps.CountAsync(t => t.SetupId == row.Id && t.PutAwayAt != null && t.EndedAt == null)));
    }

    [Fact]
    public async Task What_is_sent_from_a_page_that_is_not_the_newest_any_more_is_refused_and_sent_twice_it_counts_once()
    {
        var (row, address) = await AtANumberAsync();
        var (one, other) = (await visitor.OpenAsync(address), await app.Visit().OpenAsync(address));
        var button = one.QuerySelector(".next-bar form[action$='Done'] button")!.TextContent.Trim();
        Assert.Equal(HttpStatusCode.Redirect, (await visitor.PressAsync(one, button)).Status);
        Assert.Equal(HttpStatusCode.Redirect, (await visitor.PressAsync(one, button)).Status);
        var refused = await app.Visit().PressAsync(other, button);
        Assert.True(refused.Status is HttpStatusCode.Conflict or HttpStatusCode.BadRequest);
        Assert.Equal(1, await In(s => s.GetRequiredService<WorkroomContext>().CoachSteps.CountAsync(c => c.SetupId == row.Id && c.PutAwayAt == null && c.ThreadUpId != null)));
    }

    [Fact]
    public async Task A_second_device_is_told_that_something_was_done_meanwhile_and_sees_the_step_as_it_stands_now()
    {
        var (_, address) = await AtANumberAsync();
        var (one, other) = (await visitor.OpenAsync(address), await visitor.OpenAsync(address));
        var button = one.QuerySelector(".next-bar form[action$='Done'] button")!.TextContent.Trim();
        await visitor.PressAsync(one, button);
        var refused = await visitor.PressAsync(other, button);
        Assert.Equal(HttpStatusCode.Conflict, refused.Status);
        Assert.Contains("Something was done meanwhile", refused.Page.QuerySelector("[role=alert]")!.TextContent, StringComparison.Ordinal);
        Assert.Equal("Sew a swatch", refused.Page.QuerySelector(".coach-title")!.TextContent.Trim());
    }

    [Fact]
    public async Task Turned_by_hand_meanwhile_it_reckons_with_what_stands_there()
    {
        var (row, address) = await AtANumberAsync();
        var step = (await Session(row)).Next();
        await In(async s =>
        {
            var workroom = s.GetRequiredService<Workroom>();
            var state = (await workroom.StateOfAsync(row.MachineId))!;
            return await workroom.SaveAsync(state.Entry with { Dials = state.Entry.Dials.With(step.Position!.Value, step.To!.Value) }, row.MachineId, state.Version, Guid.NewGuid());
        });
        var page = await visitor.OpenAsync(address);
        Assert.Contains("Set otherwise since the last step", page.QuerySelector(".notice")!.TextContent, StringComparison.Ordinal);
        Assert.Equal("Sew a swatch", page.QuerySelector(".coach-title")!.TextContent.Trim());
    }

    [Fact]
    public async Task The_line_is_walked_back_and_nothing_can_be_done_there()
    {
        var (row, address) = await AtANumberAsync();
        var now = await visitor.OpenAsync(address);
        var items = now.QuerySelectorAll(".coach-line a").Select(a => a.GetAttribute("href")!).ToList();
        Assert.NotEmpty(items);
        foreach (var item in items)
        {
            var then = await visitor.OpenAsync(item);
            Assert.Contains("Nothing can be done here", then.Body!.TextContent, StringComparison.Ordinal);
            Assert.Empty(then.QuerySelectorAll(".next-bar form"));
            Assert.Equal(items.Count + 1, then.QuerySelectorAll(".coach-line a").Length);
        }

        Assert.Equal("Sew a swatch", (await visitor.OpenAsync($"{address}?at=0")).QuerySelector(".coach-title")!.TextContent.Trim());
        await visitor.OpenAsync($"{address}?at=99", HttpStatusCode.NotFound);
        await visitor.OpenAsync($"{address}?at=-1", HttpStatusCode.NotFound);
        Assert.True(row.Id > 0);
    }

    [Fact]
    public async Task A_fault_that_is_put_right_was_in_the_swatches_before_and_they_teach_nothing_until_it_is_taken_back()
    {
        var row = await Setup(1);
        await PutOnAsync(1);
        var machine = StandIn(row, 21, truth => truth with { Faults = [new(new(FaultKind.OutOfDisc, ThreadPosition.UpperLooper))] });
        var address = $"/setups/{row.Id}/coach";
        int? swatchId = null;
        for (var steps = 0; steps < 30; steps++)
        {
            app.Clock.MoveOn(TimeSpan.FromSeconds(20));
            var page = await visitor.OpenAsync(address);
            var step = (await Session(row)).Next();
            if (step.Act == CoachAct.Look)
            {
                await visitor.PressAsync(page, step is { Look: CoachLook.InDisc, Position: ThreadPosition.UpperLooper } ? "No, not so" : "Yes, as it should be");
            }
            else if (step.Act == CoachAct.Repair)
            {
                await visitor.PressAsync(page, "Done");
                break;
            }
            else
            {
                Assert.Equal(CoachAct.Sew, step.Act);
                await SewAsync(page, row, machine);
                swatchId = await In(s => s.GetRequiredService<WorkroomContext>().Swatches.MaxAsync(x => (int?)x.Id));
            }
        }

        Task<LeftOut?> Left() => In(async s => (await s.GetRequiredService<WorkroomContext>().Swatches.AsNoTracking().FirstAsync(x => x.Id == swatchId)).Entry.LeftOut);
        Assert.NotNull(swatchId);
        Assert.Equal(LeftOut.FaultFound, await Left());
        Assert.Contains("A fault was found in it afterwards", (await visitor.OpenAsync($"/swatches/{swatchId}")).Body!.TextContent, StringComparison.Ordinal);
        await visitor.PressAsync(await visitor.OpenAsync(address), "Take the last back");
        Assert.Null(await Left());
    }

    [Fact]
    public async Task On_a_machine_that_stands_otherwise_it_leads_to_the_thread_up_and_takes_no_answer()
    {
        var page = await visitor.OpenAsync("/setups/4/coach");
        Assert.Contains("does not stand as this needs", page.QuerySelector(".notice")!.TextContent, StringComparison.Ordinal);
        Assert.Equal("/thread-ups/new?setup=4", page.QuerySelector(".next-bar a.btn-next")!.GetAttribute("href"));
        Assert.Empty(page.QuerySelectorAll(".next-bar form"));
    }

    [Fact]
    public async Task A_swatch_that_did_not_pass_leads_to_the_coach_and_one_that_passed_does_not()
    {
        Assert.Equal("/setups/4/coach", (await visitor.OpenAsync("/swatches/3")).QuerySelector(".swatch-answer a.btn-next")!.GetAttribute("href"));
        Assert.Null((await visitor.OpenAsync("/swatches/2")).QuerySelector(".swatch-answer a.btn-next"));
    }

    [Fact]
    public async Task The_school_that_turns_first_says_what_it_costs()
    {
        Assert.DoesNotContain("dials come first", (await visitor.OpenAsync("/setups/4/coach")).Body!.TextContent, StringComparison.Ordinal);
        var settings = await visitor.OpenAsync("/settings");
        var field = settings.QuerySelectorAll("input[type=radio][value='dial-first'], select option[value='dial-first']").Select(e => (e as IHtmlInputElement)?.Name ?? ((IHtmlSelectElement)e.ParentElement!).Name!).Single();
        await visitor.SendAsync(settings, "/settings", new() { [field] = "dial-first" }, "settings");
        Assert.Contains("took 22 minutes on average where looking first took 10", (await visitor.OpenAsync("/setups/4/coach")).Body!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Wrong_addresses_and_answers_are_refused_plainly()
    {
        await visitor.OpenAsync("/setups/999/coach", HttpStatusCode.NotFound);
        var (_, address) = await AtANumberAsync();
        var page = await visitor.OpenAsync(address);
        var form = (IHtmlFormElement)page.QuerySelector(".next-bar form[action$='Done']")!;
        // An answer to a look that nobody asked for.
        var answer = await visitor.PostAsync(form, address + "?handler=Looked", new() { ["answer"] = "bad" });
        Assert.Equal(HttpStatusCode.Conflict, answer.Status);
        Assert.Equal(HttpStatusCode.NotFound, (await visitor.PostAsync(form, address + "?handler=Done", new() { ["Key"] = "not a key" })).Status);
    }

    /// <summary>Two people who press whatever there is, in any order, on pages of any age: nothing breaks, and page and machine agree.</summary>
    [Fact]
    public async Task Whatever_is_pressed_in_whatever_order_nothing_breaks_and_page_and_machine_agree()
    {
        var random = new Random(918);
        Visitor[] people = [visitor, app.Visit()];
        var row = await Setup(2);
        await PutOnAsync(2);
        var machine = StandIn(row, 77);
        var old = new List<IHtmlDocument>();
        var address = $"/setups/{row.Id}/coach";
        var pressed = new HashSet<string>();
        for (var turn = 0; turn < 60 * Walks; turn++)
        {
            app.Clock.MoveOn(TimeSpan.FromSeconds(7));
            var person = people[random.Next(2)];
            var page = await person.OpenAsync(address);
            if (page.QuerySelector(".next-bar a.btn-next")?.GetAttribute("href") is { } leads)
            {
                if (leads.StartsWith("/swatches/new", StringComparison.Ordinal))
                {
                    var read = random.Next(3) == 0 ? new SwatchReadings { BrokeAt = row.Snapshot.Plan.Threads[0].Position, BrokeAfterStitches = 9 } : machine.Sew((await State(row)).Over(row.Snapshot.Plan.Setup), row.Snapshot.Plan.Targets.HoldPercent).Value!;
                    var form = await person.OpenAsync(leads);
                    await person.SendAsync(form, leads, Typed(read).Where(t => form.GetElementsByName(t.Key).Length > 0 && random.Next(6) > 0).ToDictionary());
                    continue;
                }

                if (leads.StartsWith("/thread-ups/", StringComparison.Ordinal) && !leads.Contains("new", StringComparison.Ordinal))
                {
                    var list = await person.OpenAsync(leads);
                    var ways = list.QuerySelectorAll("form button").Select(b => b.TextContent.Trim()).Where(b => b is "Done, next" or "Leave the rest for good" or "Not done after all" or "Leave this list: the coach says the step anew").Distinct().ToList();
                    // The rest is left only now and then.
                    var way = ways.Contains("Done, next") && random.Next(8) > 0 ? "Done, next" : ways[random.Next(ways.Count)];
                    await person.PressAsync(list, way);
                    continue;
                }

                if (leads.StartsWith("/thread-ups/new", StringComparison.Ordinal))
                {
                    await In(async s => await s.GetRequiredService<Workroom>().PutOnMachineAsync(row.Id, (await s.GetRequiredService<Workroom>().StateOfAsync(row.MachineId))!.Version));
                    continue;
                }

                // It passed, or it cannot be helped: another begins.
                await person.PressAsync(page, "Begin anew");
                continue;
            }

            old.Add(page);
            var from = random.Next(4) == 0 ? old[random.Next(old.Count)] : page;
            var buttons = from.QuerySelectorAll(".next-bar form button").Select(b => b.TextContent.Trim()).ToList();
            var button = buttons[random.Next(buttons.Count)];
            pressed.Add(button.StartsWith("Set it", StringComparison.Ordinal) ? "Set it" : button);
            // A page of one person is answered by that person alone.
            var answer = await visitor.PressAsync(from == page && person != visitor ? await visitor.OpenAsync(address) is var mine && mine.QuerySelectorAll(".next-bar form button").Any(b => b.TextContent.Trim() == button) ? mine : page : from, button);
            Assert.True(answer.Status is HttpStatusCode.Redirect or HttpStatusCode.Conflict or HttpStatusCode.NotFound or HttpStatusCode.BadRequest, $"{button}: {answer.Status}");
            if (random.Next(10) == 0)
            {
                // Somebody turns a dial and writes it down.
                await In(async s =>
                {
                    var workroom = s.GetRequiredService<Workroom>();
                    var state = (await workroom.StateOfAsync(row.MachineId))!;
                    return await workroom.SaveAsync(state.Entry with { Dials = state.Entry.Dials.With(ThreadPosition.LowerLooper, random.Next(2, 7)) }, row.MachineId, state.Version, Guid.NewGuid());
                });
            }

            var now = await person.OpenAsync(address);
            var session = await Session(row);
            if (now.QuerySelector(".notice") is null)
            {
                Assert.Equal(session.Now.Dials, (await State(row)).Over(session.Now).Dials);
            }
        }

        Assert.Superset(new HashSet<string> { "Yes, as it should be", "No, not so" }, pressed);
    }
}
