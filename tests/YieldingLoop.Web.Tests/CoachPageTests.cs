using System.Globalization;
using System.Net;
using AngleSharp.Html.Dom;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using YieldingLoop.Core.Coach;
using YieldingLoop.Core.Faults;
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
        return await s.GetRequiredService<Coaching>().AfterAsync(row, way.Items, ChosenSchools.Default);
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
                    var form = page.QuerySelector(".next-bar a.btn-next")!.GetAttribute("href")!;
                    Assert.Contains("/swatches/new", form, StringComparison.Ordinal);
                    var read = machine.Sew((await State(row)).Over(row.Snapshot.Plan.Setup) with { StitchId = session.Now.StitchId, Tape = session.Now.Tape }, row.Snapshot.Plan.Targets.HoldPercent).Value!;
                    var typed = Typed(read);
                    var swatch = await visitor.OpenAsync(form);
                    foreach (var field in typed.Keys.Where(k => swatch.GetElementsByName(k).Length == 0).ToList())
                    {
                        typed.Remove(field);
                    }

                    var saved = await visitor.SendAsync(swatch, form, typed);
                    Assert.True(saved.Status == HttpStatusCode.Redirect, saved.Page.QuerySelector("#faults")?.TextContent);
                    Assert.Equal(address, saved.Location);
                    swatches++;
                    break;
                case CoachAct.Look:
                    await visitor.PressAsync(page, step.Fault is { } kind && machine.LooksBad(kind, step.Position) ? "No, not so" : "Yes, as it should be");
                    break;
                case CoachAct.Repair or CoachAct.Change when step.Change != CoachChange.DropLeftNeedle:
                    var pressed = await visitor.PressAsync(page, page.QuerySelector(".next-bar form[action$='Done'] button")!.TextContent.Trim());
                    Assert.Equal(HttpStatusCode.Redirect, pressed.Status);
                    await TickAsync(pressed.Location!, address);
                    Do(machine, step);
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

    private static void Do(StandIn machine, CoachStep step)
    {
        switch (step.Change)
        {
            case null:
                machine.PutRight(step.Fault!.Value, step.Position);
                break;
            case CoachChange.Needle:
                machine.NewNeedle(step.Position!.Value);
                break;
            case CoachChange.Finger:
                machine.SetFinger();
                break;
            case CoachChange.RethreadAll:
                machine.RethreadAll();
                break;
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
}
