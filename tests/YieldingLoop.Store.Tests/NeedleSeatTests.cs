using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.ThreadUp;
using YieldingLoop.Store.Demo;

namespace YieldingLoop.Store.Tests;

/// <summary>Which needle stands in which seat, and what it has sewn there.</summary>
public sealed class NeedleSeatTests : IDisposable
{
    private static readonly ThreadPosition[] Both = [ThreadPosition.NeedleLeft, ThreadPosition.NeedleRight];

    private readonly WorkroomFile file = new();

    public NeedleSeatTests()
    {
        file.Open();
        using var context = file.Context();
        DemoLoader.Load(context, file.Clock.Now);
    }

    public void Dispose() => file.Dispose();

    private async Task<IReadOnlyList<SeatedNeedleRow>> Ever(int machine)
    {
        await using var context = file.Context();
        return await context.SeatedNeedles.AsNoTracking().Where(n => n.MachineId == machine).OrderBy(n => n.Id).ToListAsync();
    }

    private async Task<Dictionary<ThreadPosition, long>> Now(int machine) => (await Ever(machine)).Where(n => n.TakenOutAt is null).ToDictionary(n => n.Seat, n => n.Stitches);

    private async Task Say(int machine, Func<Setup, Setup> change, params ThreadPosition[] fresh)
    {
        file.Clock.Now += TimeSpan.FromMinutes(1);
        var state = (await file.Do(w => w.StateOfAsync(machine)))!;
        Assert.IsType<SaveResult.Saved>(await file.Do(w => w.SaveAsync(change(state.Entry), machine, state.Version, Guid.NewGuid(), fresh)));
    }

    private async Task<RunDown> Sew(int setup, double metres)
    {
        file.Clock.Now += TimeSpan.FromMinutes(1);
        var version = (await file.Do(w => w.Setups.FirstAsync(s => s.Id == setup))).Version;
        return await file.FromCones(c => c.TakeForSeamAsync(setup, version, 1000 * metres));
    }

    private async Task<SetupRow> OnMachine(int machine, Func<SetupRow, bool> which)
    {
        var setup = (await file.Do(w => w.Setups.Where(s => s.MachineId == machine).ToListAsync())).First(which);
        var state = (await file.Do(w => w.StateOfAsync(machine)))!;
        await file.Do(w => w.PutOnMachineAsync(setup.Id, state.Version));
        return setup;
    }

    private static bool TwoNeedles(SetupRow setup) => Both.All(p => setup.Snapshot.Plan.Setup.Needles[p].IsThere);

    [Fact]
    public async Task A_sewn_seam_adds_its_stitches_to_every_needle_it_was_sewn_with()
    {
        var setup = await OnMachine(1, TwoNeedles);
        var before = await Now(1);
        var run = await Sew(setup.Id, 2);
        // 2,000 mm at so many mm a stitch, by hand.
        var stitches = (long)Math.Round(2000 / setup.Snapshot.Plan.StitchLengthMm);
        Assert.Equal(stitches, run.Stitches);
        Assert.Equal(Both, run.Seats);
        Assert.Equal(before.ToDictionary(n => n.Key, n => n.Value + stitches), await Now(1));
        // A second tap on the same button sews nothing more.
        Assert.IsType<SaveResult.Stale>((await file.FromCones(c => c.TakeForSeamAsync(setup.Id, setup.Version, 2000))).Result);
        Assert.Equal(before.ToDictionary(n => n.Key, n => n.Value + stitches), await Now(1));
    }

    [Fact]
    public void A_triple_straight_stitch_goes_through_the_cloth_three_times_a_stitch()
    {
        Assert.Equal(new NeedleWork(1200), NeedleWork.Along(1000, 2.5, 3));
        Assert.Equal(1, new NeedleWork(30_000).Hours(500));
        Assert.Equal(3, Core.Stitches.StitchCatalogue.Find("triple-straight")!.Repeats);
    }

    [Fact]
    public async Task A_swatch_is_counted_for_the_needle_that_was_in_when_it_was_sewn()
    {
        var setup = await OnMachine(1, TwoNeedles);
        file.Clock.Now += TimeSpan.FromMinutes(5);
        var entry = new SwatchEntry { Setup = setup.Snapshot.Plan.Setup, Readings = SwatchReadings.Nothing with { Stitches = 230, Skips = 0 } };
        await using (var context = file.Context())
        {
            Assert.IsType<SaveResult.Saved>(await new Swatches(context, file.Clock).SaveAsync(entry, setup.Id, null, 0, Guid.NewGuid()));
        }

        var before = await Now(1);
        await Say(1, s => s, ThreadPosition.NeedleLeft);
        var swatch = await NewestSwatch();
        var run = await file.FromCones(c => c.TakeForSwatchAsync(swatch.Id, swatch.Version));
        Assert.Equal((230, 2), (run.Stitches, run.Seats.Count));
        Assert.Equal((0, before[ThreadPosition.NeedleRight] + 230), ((await Now(1))[ThreadPosition.NeedleLeft], (await Now(1))[ThreadPosition.NeedleRight]));
        Assert.Equal(before[ThreadPosition.NeedleLeft] + 230, (await Ever(1)).Last(n => n.Seat == ThreadPosition.NeedleLeft && n.TakenOutAt is not null).Stitches);
        // Once: the swatch was sewn once.
        Assert.IsType<SaveResult.Saved>((await file.FromCones(c => c.TakeForSwatchAsync(swatch.Id, swatch.Version + 1))).Result);
        Assert.Equal(before[ThreadPosition.NeedleRight] + 230, (await Now(1))[ThreadPosition.NeedleRight]);
    }

    private async Task<SwatchRow> NewestSwatch()
    {
        await using var context = file.Context();
        return await context.Swatches.AsNoTracking().OrderBy(s => s.Id).LastAsync();
    }

    [Fact]
    public async Task Another_needle_starts_from_none_and_the_same_one_goes_on()
    {
        var setup = await OnMachine(1, TwoNeedles);
        await Sew(setup.Id, 1);
        var worn = await Now(1);
        await Say(1, s => s with { StitchLengthMm = 3 });
        Assert.Equal(worn, await Now(1));
        await Say(1, s => s with { Needles = s.Needles.With(ThreadPosition.NeedleLeft, s.Needles[ThreadPosition.NeedleLeft].Value with { SizeMetric = 75 }) });
        Assert.Equal((0, worn[ThreadPosition.NeedleRight]), ((await Now(1))[ThreadPosition.NeedleLeft], (await Now(1))[ThreadPosition.NeedleRight]));
        await Say(1, s => s, ThreadPosition.NeedleRight);
        Assert.Equal(0, (await Now(1))[ThreadPosition.NeedleRight]);
        await Say(1, s => s with { Needles = s.Needles.With(ThreadPosition.NeedleLeft, Place<Needle>.Empty) });
        Assert.DoesNotContain(ThreadPosition.NeedleLeft, (await Now(1)).Keys);
        // What was sewn by those that are out is still known.
        Assert.Equal(worn.Values.Sum(), (await Ever(1)).Sum(n => n.Stitches));
        // Nothing is counted for a needle that is of another kind than the seam was sewn with.
        Assert.DoesNotContain(ThreadPosition.NeedleLeft, (await Sew(setup.Id, 1)).Seats);
    }

    [Fact]
    public async Task A_tick_that_fits_a_needle_and_is_taken_back_leaves_the_worn_one_in_with_its_stitches()
    {
        foreach (var machine in new[] { 1, 3, 4 })
        {
            foreach (var setup in await file.Do(w => w.Setups.Where(s => s.MachineId == machine && s.PutAwayAt == null).ToListAsync()))
            {
                var state = (await file.Do(w => w.StateOfAsync(machine)))!;
                var record = (await file.Do(w => w.Machines.FirstAsync(m => m.Id == machine))).Entry;
                var plan = ThreadUpPlanner.Plan(new ThreadUpQuestion(record, state.Entry, setup.Snapshot.Plan.Setup.OnMachine(record), ChosenSchools.Default)).Value!;
                var begun = Assert.IsType<SaveResult.Saved>(await file.AtMachines(async t => await t.BeginAsync(plan, setup.Name, machine, setup.Id, new(state.Version, await t.GoingOnAtAsync(machine)), Guid.NewGuid())));
                var worn = await Now(machine);
                for (var done = 1; done <= plan.Steps.Count; done++)
                {
                    await file.AtMachines(t => t.TickAsync(begun.Id, done));
                    Assert.Equal(plan.StateAfter(done).Needles.Select(n => n.Key).Order(), (await Now(machine)).Keys.Order());
                }

                var fitted = plan.Steps.Where(s => s.Act == ThreadUpAct.SetNeedle).Select(s => s.Position()).ToHashSet();
                Assert.All(await Now(machine), n => Assert.Equal(fitted.Contains(n.Key) ? 0 : worn[n.Key], n.Value));
                await file.AtMachines(t => t.TakeBackAsync(begun.Id, 0));
                Assert.Equal(worn, await Now(machine));
                await file.AtMachines(t => t.TickAsync(begun.Id, plan.Steps.Count));
            }
        }
    }

    [Fact]
    public async Task Over_a_hundred_things_said_and_sewn_no_stitch_is_lost_and_every_seat_holds_what_the_state_says()
    {
        var random = new Random(16);
        var setup = await OnMachine(1, TwoNeedles);
        var wanted = setup.Snapshot.Plan.Setup.Needles;
        // The rule a second time: a count for each seat, set to none by another needle.
        var counts = (await Now(1)).ToDictionary(n => n.Key, n => n.Value);
        var gone = (await Ever(1)).Where(n => n.TakenOutAt is not null).Sum(n => n.Stitches);
        for (var turn = 0; turn < 100; turn++)
        {
            var seat = Both[random.Next(2)];
            switch (random.Next(4))
            {
                case 0:
                    var run = await Sew(setup.Id, random.Next(1, 9));
                    foreach (var counted in Both.Where(p => counts.ContainsKey(p) && Standing(p) is { } needle && needle.Serves(wanted[p].Value)))
                    {
                        counts[counted] += run.Stitches;
                    }

                    break;
                case 1:
                    var size = new[] { 75, wanted[seat].Value.SizeMetric }[random.Next(2)];
                    if (!counts.ContainsKey(seat) || Standing(seat)!.SizeMetric != size)
                    {
                        gone += counts.GetValueOrDefault(seat);
                        counts[seat] = 0;
                    }

                    await Say(1, s => s with { Needles = s.Needles.With(seat, wanted[seat].Value with { SizeMetric = size }) });
                    break;
                case 2:
                    gone += counts.GetValueOrDefault(seat);
                    counts.Remove(seat);
                    await Say(1, s => s with { Needles = s.Needles.With(seat, random.Next(2) == 0 ? Place<Needle>.Empty : Place<Needle>.Unknown) });
                    break;
                default:
                    if (counts.TryGetValue(seat, out var worn))
                    {
                        gone += worn;
                        counts[seat] = 0;
                        await Say(1, s => s, seat);
                    }

                    break;
            }

            Assert.Equal(counts.OrderBy(c => c.Key), (await Now(1)).OrderBy(c => c.Key));
            Assert.Equal(counts.Values.Sum() + gone, (await Ever(1)).Sum(n => n.Stitches));
        }

        Needle? Standing(ThreadPosition p) => Ever(1).Result.SingleOrDefault(n => n.Seat == p && n.TakenOutAt is null)?.Needle;
    }

    [Fact]
    public async Task A_workroom_from_before_needles_were_written_down_counts_for_those_that_stand_there()
    {
        await using (var context = file.Context())
        {
            await context.SeatedNeedles.ExecuteDeleteAsync();
        }

        var setup = (await file.Do(w => w.Setups.Where(s => s.MachineId == 1).ToListAsync())).First(TwoNeedles);
        var state = (await file.Do(w => w.StateOfAsync(1)))!.Entry;
        Assert.All(Both, p => Assert.True(state.Needles[p].Value.Serves(setup.Snapshot.Plan.Setup.Needles[p].Value)));
        var run = await Sew(setup.Id, 1);
        Assert.Equal(Both, run.Seats);
        Assert.All(await Ever(1), n => Assert.Equal((null, run.Stitches), (n.FittedAt, n.Stitches)));
    }
}
