using System.Net;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using YieldingLoop.Core.Coach;
using YieldingLoop.Core.Faults;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.SimulatedMachine;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Tests;

/// <summary>A machine of the workroom that is simulated: the whole way is walked without a machine in the house.</summary>
public sealed class SimulatedTests : IDisposable
{
    private readonly App app = new();
    private readonly Visitor visitor;

    public SimulatedTests() => visitor = app.Visit();

    public void Dispose() => app.Dispose();

    private async Task<T> In<T>(Func<IServiceProvider, Task<T>> work)
    {
        await using var scope = app.Services.CreateAsyncScope();
        return await work(scope.ServiceProvider);
    }

    private Task<SetupRow> Setup(int id) => In(s => s.GetRequiredService<WorkroomContext>().Setups.AsNoTracking().Include(x => x.Machine).FirstAsync(x => x.Id == id));

    private Task<CoachedWay> Way(SetupRow row) => In(s => s.GetRequiredService<Coaching>().WayAsync(row.Id, row.MachineId));

    private Task<CoachSession> Session(SetupRow row) => In(async s =>
    {
        var coaching = s.GetRequiredService<Coaching>();
        var way = await coaching.WayAsync(row.Id, row.MachineId);
        return Coaching.After(await coaching.QuestionAsync(row, way, ChosenSchools.Default), way.Items);
    });

    /// <summary>Marks a machine as simulated, by its form.</summary>
    private async Task SimulateAsync(int machineId, string number)
    {
        var path = $"/machines/{machineId}";
        var answer = await visitor.SendAsync(await visitor.OpenAsync(path), path, new() { ["Input.SimulatedNumber"] = number });
        Assert.True(answer.Status == HttpStatusCode.Redirect, answer.Page.QuerySelector("#faults")?.TextContent);
    }

    /// <summary>Puts a set-up of the demo on its machine, which is simulated from now on, and begins anew with the coach.</summary>
    private async Task<SetupRow> StandAsync(int setup, int number)
    {
        var row = await Setup(setup);
        await SimulateAsync(row.MachineId, number.ToString(System.Globalization.CultureInfo.InvariantCulture));
        await In(async s => await s.GetRequiredService<Workroom>().PutOnMachineAsync(setup, (await s.GetRequiredService<Workroom>().StateOfAsync(row.MachineId))!.Version));
        var page = await visitor.OpenAsync($"/setups/{setup}/coach");
        if (page.QuerySelector(".coach-anew") is not null)
        {
            await visitor.PressAsync(page, "Begin anew");
        }

        return await Setup(setup);
    }

    [Theory]
    [InlineData(1, 31)]
    [InlineData(2, 32)]
    [InlineData(3, 33)]
    [InlineData(5, 35)]
    [InlineData(7, 37)]
    public async Task The_whole_way_is_walked_without_a_machine(int setup, int number)
    {
        var row = await StandAsync(setup, number);
        var address = $"/setups/{setup}/coach";
        for (var steps = 0; ; steps++)
        {
            Assert.True(steps < 120, "It goes on for ever.");
            app.Clock.MoveOn(TimeSpan.FromSeconds(20));
            var page = await visitor.OpenAsync(address);
            var session = await Session(row);
            var step = session.Next();
            Assert.Contains("simulated", page.QuerySelector(".lead")!.TextContent, StringComparison.Ordinal);
            if (step.Act == CoachAct.Sew)
            {
                var sewn = await visitor.PressAsync(page, "Let it sew");
                Assert.Equal((HttpStatusCode.Redirect, address), (sewn.Status, sewn.Location));
                var swatch = (await Way(row)).Items.OfType<CoachedSwatch>().Last();
                // The swatch can be opened and saved as it is: every figure of it is one a person could have typed.
                var form = await visitor.OpenAsync($"/swatches/{swatch.Id}");
                var saved = await visitor.SendAsync(form, $"/swatches/{swatch.Id}", []);
                Assert.True(saved.Status == HttpStatusCode.Redirect, saved.Page.QuerySelector("#faults")?.TextContent);
                var again = (await Way(row)).Items.OfType<CoachedSwatch>().Last();
                Assert.Equal(swatch.Passed, again.Passed);
                Assert.Equal(SwatchVerdict.Of(row.Snapshot.Plan.Targets, swatch.Entry.Read).Findings.Select(f => (f.Aspect, f.Within)), SwatchVerdict.Of(row.Snapshot.Plan.Targets, again.Entry.Read).Findings.Select(f => (f.Aspect, f.Within)));
            }
            else if (step.Act == CoachAct.Look)
            {
                var way = await Way(row);
                var bad = Simulating.LooksBad(row, way, step.Look!.Value, step.Position)!.Value;
                var (good, worse) = Drawings.LookPictures.Of(step.Look.Value, step.Position, session.Now.HeadOf(row.Snapshot.Machine), session.Now);
                Assert.Equal(AsPage((bad ? worse : good).ToString()!), page.QuerySelector(".coach-simulated svg")!.OuterHtml);
                await visitor.PressAsync(page, bad ? "No, not so" : "Yes, as it should be");
            }
            else if (step.Act is CoachAct.Repair or CoachAct.Change && step.Change != CoachChange.DropLeftNeedle)
            {
                var pressed = await visitor.PressAsync(page, page.QuerySelector(".next-bar form[action$='Done'] button")!.TextContent.Trim());
                await TickAsync(pressed.Location!, address);
            }
            else
            {
                Assert.True(step.Act is CoachAct.Keep or CoachAct.PlanAgain, step.Act.ToString());
                return;
            }
        }
    }

    private static string AsPage(string svg)
    {
        var document = new AngleSharp.Html.Parser.HtmlParser().ParseDocument(svg);
        return document.QuerySelector("svg")!.OuterHtml;
    }

    private async Task TickAsync(string list, string coach)
    {
        for (var ticks = 0; list != coach && ticks < 80; ticks++)
        {
            app.Clock.MoveOn(TimeSpan.FromSeconds(5));
            var at = await visitor.OpenAsync(list);
            if (at.QuerySelector(".next-bar a.btn-next")?.GetAttribute("href") == coach)
            {
                return;
            }

            await visitor.PressAsync(at, "Done, next");
        }
    }

    [Fact]
    public async Task Its_dials_are_its_own_for_good_and_what_is_wrong_is_drawn_anew_each_time_it_is_threaded()
    {
        var row = await StandAsync(1, 77);
        var (machine, plan) = (row.Snapshot.Plan.Tuned(row.Snapshot.Machine), row.Snapshot.Plan);
        var sewn = plan.Setup.Case(machine, row.Snapshot.ClothFigures, row.Snapshot.Seam, null, plan.Schools).Value!;
        var times = Enumerable.Range(1, 400).Select(t => TruthDraw.Standing(77, t, plan.Setup, machine, sewn)).ToList();
        Assert.All(times, t => Assert.Equal(times[0].Dials, t.Dials));
        Assert.All(times, t => Assert.Equal((times[0].FeedSlope, times[0].MeetingPerLogMm, times[0].GrowthOffsetPercent), (t.FeedSlope, t.MeetingPerLogMm, t.GrowthOffsetPercent)));
        Assert.All(times, t => Assert.Equal(times[0].PopRatios, t.PopRatios));
        // Of the cases of bench section 4: six in ten threading, one and a half needles, one finger or knife.
        Assert.InRange(times.Count(t => t.Faults.Count == 0) / 400.0, 0.08, 0.25);
        Assert.InRange(times.Count(t => t.Faults.Any(f => FaultEffects.Threading.Contains(f.Fault.Kind))) / 400.0, 0.52, 0.72);
        var others = Enumerable.Range(1, 200).Select(n => TruthDraw.Standing(n, 1, plan.Setup, machine, sewn)).ToList();
        Assert.Equal(200, others.Select(o => o.FeedSlope).Distinct().Count());
        Assert.InRange(others.Average(o => o.FeedSlope), -23.5, -20.5);
        Assert.All(others, o => Assert.All(o.Dials.Values, d => Assert.True(d.Gain is >= 0.12 and <= 0.35 && Math.Abs(d.OffsetNumbers) <= 1.5)));
        // Two dials of one machine are not off together.
        Assert.InRange(others.Select(o => o.Dials.Values.First().OffsetNumbers * o.Dials.Values.Last().OffsetNumbers).Average(), -0.2, 0.2);
    }

    [Fact]
    public async Task Asked_twice_it_sews_the_same_swatch_and_the_same_press_makes_one()
    {
        var row = await StandAsync(1, 12);
        var (way, state) = (await Way(row), (await In(s => s.GetRequiredService<Workroom>().StateOfAsync(row.MachineId)))!.Entry);
        var stands = Store.Swatches.AsSewn(row.Snapshot, state);
        Assert.Equal(Store.Formats.StoredFormat.Write(Simulating.Sew(row, way, stands)!), Store.Formats.StoredFormat.Write(Simulating.Sew(row, way, stands)!));
        var page = await visitor.OpenAsync("/swatches/new?setup=1");
        var before = await In(s => s.GetRequiredService<WorkroomContext>().Swatches.CountAsync());
        var (one, other) = (await visitor.PressAsync(page, "Let it sew"), await visitor.PressAsync(page, "Let it sew"));
        Assert.Equal((HttpStatusCode.Redirect, one.Location), (other.Status, other.Location));
        Assert.Equal(before + 1, await In(s => s.GetRequiredService<WorkroomContext>().Swatches.CountAsync()));
    }

    [Fact]
    public async Task A_real_machine_sews_nothing_by_itself()
    {
        var page = await visitor.OpenAsync("/swatches/new?setup=1");
        Assert.Null(page.QuerySelector(".simulated-sews"));
        var before = await In(s => s.GetRequiredService<WorkroomContext>().Swatches.CountAsync());
        var answer = await visitor.PostAsync((AngleSharp.Html.Dom.IHtmlFormElement)page.GetElementById("entry")!, "/swatches/new?setup=1&handler=Sew", []);
        Assert.Equal(HttpStatusCode.NotFound, answer.Status);
        Assert.Equal(before, await In(s => s.GetRequiredService<WorkroomContext>().Swatches.CountAsync()));
        Assert.Null(Simulating.Hidden(await Setup(1), await Way(await Setup(1))));
    }

    [Fact]
    public async Task It_is_marked_wherever_its_machine_is_named_and_sews_no_garment_unasked()
    {
        var row = await StandAsync(1, 5);
        Assert.Contains("simulated 5", (await visitor.OpenAsync("/machines")).QuerySelector(".tiles")!.TextContent, StringComparison.Ordinal);
        Assert.Contains("simulated 5", (await visitor.OpenAsync($"/machines/{row.MachineId}")).QuerySelector("h1")!.TextContent, StringComparison.Ordinal);
        // Another overlocker is there, and no seam is planned on the one that is not.
        var plans = await In(async s => await s.GetRequiredService<WorkroomContext>().Machines.AsNoTracking().ToListAsync());
        Assert.Contains(plans, m => m.Entry is Overlocker && m.Id != row.MachineId);
        var planned = await visitor.OpenAsync($"/seams/{row.SeamId}/set-up");
        Assert.DoesNotContain("simulated 5", planned.QuerySelector("main")!.TextContent, StringComparison.Ordinal);
        var asked = await visitor.OpenAsync($"/seams/{row.SeamId}/set-up?machine={row.MachineId}");
        Assert.Contains("simulated 5", asked.QuerySelector("main")!.TextContent, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("0")]
    [InlineData("10000")]
    [InlineData("one")]
    [InlineData("1.5")]
    public async Task A_number_that_no_simulated_machine_has_is_told_so_and_stays_typed(string number)
    {
        var answer = await visitor.SendAsync(await visitor.OpenAsync("/machines/1"), "/machines/1", new() { ["Input.SimulatedNumber"] = number });
        Assert.Equal(HttpStatusCode.OK, answer.Status);
        Assert.NotNull(answer.FaultAt("Input_SimulatedNumber"));
        Assert.Equal(number, answer.Typed("Input_SimulatedNumber"));
    }

    [Fact]
    public async Task A_new_one_is_begun_with_its_number_and_stays_simulated_as_another_kind()
    {
        var page = await visitor.OpenAsync("/machines/new?simulated=9");
        Assert.Equal(("9", "Simulated overlocker"), (page.Value("Input_SimulatedNumber"), page.Value("Input_Name")));
        Assert.Null((await visitor.OpenAsync("/machines/new")).Value("Input_SimulatedNumber") is { Length: > 0 } filled ? filled : null);
        var saved = await visitor.SendAsync(page, "/machines/new?simulated=9", []);
        Assert.Equal(HttpStatusCode.Redirect, saved.Status);
        var made = await In(s => s.GetRequiredService<WorkroomContext>().Machines.OrderByDescending(m => m.Id).FirstAsync());
        Assert.Equal(9, made.Entry.SimulatedNumber);
    }
}
