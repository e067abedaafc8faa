using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Garments;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.ThreadUp;
using YieldingLoop.Store.Demo;
using YieldingLoop.Store.Formats;

namespace YieldingLoop.Store.Tests;

/// <summary>A tick of a run says what is on the machine, on the cones and in the needles, all or nothing; a tick taken back unsays it.</summary>
public sealed class RunStoreTests : IDisposable
{
    private const int Demo = 1;

    private readonly WorkroomFile file = new();

    public RunStoreTests() => file.Open(context => DemoLoader.Load(context, file.Clock.Now));

    public void Dispose() => file.Dispose();

    private async Task<T> OnAsync<T>(Func<Runs, Task<T>> work)
    {
        await using var context = file.Context();
        return await work(new Runs(context, new Cones(context, file.Clock), file.Clock));
    }

    private async Task<RunRow> RunAsync(int id = Demo) => (await OnAsync(r => r.FindAsync(id)))!;

    private async Task<SetupRow> SetupOfAsync(int seam)
    {
        await using var context = file.Context();
        return await context.Setups.AsNoTracking().Include(s => s.Machine).FirstAsync(s => s.SeamId == seam);
    }

    /// <summary>Metres on every cone, stitches of every needle.</summary>
    private async Task<(Dictionary<int, double> Metres, Dictionary<int, long> Stitches, Setup State)> StandAsync(int machine)
    {
        await using var context = file.Context();
        return (await context.Threads.AsNoTracking().ToDictionaryAsync(t => t.Id, t => t.Entry.MetresLeft ?? -1), await context.SeatedNeedles.AsNoTracking().ToDictionaryAsync(n => n.Id, n => n.Stitches),
            (await context.States.AsNoTracking().FirstAsync(s => s.Id == machine)).Entry);
    }

    private static RunSewn Side(SetupRow setup, params int[] copies) => new(1, "side", copies, setup.Id);

    [Fact]
    public async Task The_demo_has_an_order_begun_of_nine_garments()
    {
        var run = (await RunAsync()).Entry;
        Assert.Equal(9, run.Parts.Sum(p => p.Wearers.Count));
        Assert.Equal([1, 2], run.Done.Select(t => t.Copy));
        Assert.Equal([3, 4], run.OpenCopies(1, "side"));
        foreach (var tick in run.Done)
        {
            var setup = await SetupOfAsync(1);
            Assert.Equal(DemoGarments.All[0].Seams[0].LengthsMm[run.Parts[0].Wearers[tick.Copy - 1]] * 2, tick.SewnMm);
            Assert.Equal(Cones.WorkAlong(setup.Snapshot, tick.SewnMm!.Value).Stitches, tick.Stitches);
            Assert.NotEmpty(tick.NeedleIds);
        }
    }

    [Fact]
    public async Task A_tick_takes_the_metres_counts_the_stitches_and_leaves_the_set_up_on_the_machine()
    {
        var (row, setup) = (await RunAsync(), await SetupOfAsync(1));
        var before = await StandAsync(setup.MachineId);
        Assert.IsType<SaveResult.Saved>(await OnAsync(r => r.TickAsync(Demo, row.Version, Side(setup, 3, 4))));
        var after = await StandAsync(setup.MachineId);
        var seam = DemoGarments.All[0].Seams[0];
        var lengths = new[] { 3, 4 }.Select(c => seam.LengthsMm[row.Entry.Parts[0].Wearers[c - 1]] * seam.Times).ToList();
        // Reckoned a second time from the set-up alone, length by length.
        foreach (var (cone, metres) in before.Metres.Where(m => m.Value >= 0))
        {
            // Each seam is chained off 80 mm at both ends; a rower has it on both sides.
            var sewnM = lengths.Sum() / 1000 + 2 * lengths.Count * seam.Times * 0.08;
            var plan = setup.Snapshot.Plan;
            var taken = plan.Threads.Where(t => t.Thread.ConeId == $"{cone}").Sum(t => plan.Figures.Threads.First(f => f.Position == t.Position).Consumption * sewnM);
            Assert.Equal(metres - taken, after.Metres[cone], 0.11);
        }

        Assert.Contains(before.Metres, m => after.Metres[m.Key] < m.Value);
        var stitches = lengths.Sum(l => Cones.WorkAlong(setup.Snapshot, l).Stitches);
        var run = (await RunAsync()).Entry;
        var needles = run.Done[^1].NeedleIds;
        Assert.Equal(setup.Snapshot.Plan.Setup.Needles.Count, needles.Count);
        Assert.All(needles, n => Assert.Equal(before.Stitches.GetValueOrDefault(n) + stitches, after.Stitches[n]));
        Assert.All(before.Stitches.Where(n => !needles.Contains(n.Key)), n => Assert.Equal(n.Value, after.Stitches[n.Key]));
        // Nothing would have to be changed for it now.
        Assert.Empty(ThreadUpPlanner.Plan(ThreadUpQuestion.Onto(setup.Snapshot.Plan.Setup, setup.Snapshot.Plan.Baseline, setup.Machine!.Entry, after.State, setup.Snapshot.Plan.Schools)).Value!.Steps);
        Assert.Empty(run.OpenCopies(1, "side"));
    }

    [Fact]
    public async Task A_tick_taken_back_leaves_cones_and_needles_as_if_it_had_not_been_and_one_that_popped_does_not()
    {
        var (row, setup) = (await RunAsync(), await SetupOfAsync(1));
        var before = await StandAsync(setup.MachineId);
        await OnAsync(r => r.TickAsync(Demo, row.Version, Side(setup, 3)));
        Assert.IsType<SaveResult.Saved>(await OnAsync(r => r.TakeBackAsync(Demo, row.Version + 1, (1, "side", 3))));
        var after = await StandAsync(setup.MachineId);
        Assert.Equal(before.Metres, after.Metres);
        Assert.All(before.Stitches, n => Assert.Equal(n.Value, after.Stitches[n.Key]));
        Assert.Equal([3, 4], (await RunAsync()).Entry.OpenCopies(1, "side"));

        // What popped was sewn all the same: its thread is gone, and it is to be sewn again with something else.
        Assert.IsType<SaveResult.Saved>(await OnAsync(r => r.PoppedAsync(Demo, row.Version + 2, Side(setup, 3))));
        var popped = (await RunAsync()).Entry;
        Assert.Equal([new PoppedSeam(1, "side", setup.Id)], popped.Popped);
        Assert.Equal([3, 4], popped.OpenCopies(1, "side"));
        Assert.Contains(await StandAsync(setup.MachineId) is var now ? now.Metres : [], m => m.Value < before.Metres[m.Key]);
    }

    [Fact]
    public async Task A_press_sent_twice_sews_once_and_one_from_an_older_page_sews_nothing()
    {
        var (row, setup) = (await RunAsync(), await SetupOfAsync(1));
        await OnAsync(r => r.TickAsync(Demo, row.Version, Side(setup, 3)));
        var once = await StandAsync(setup.MachineId);
        Assert.Equal(new SaveResult.Saved(Demo, Again: true), await OnAsync(r => r.TickAsync(Demo, row.Version, Side(setup, 3))));
        Assert.Equal(new SaveResult.Stale(row.Version + 1), await OnAsync(r => r.TickAsync(Demo, row.Version, Side(setup, 4))));
        Assert.Equal(new SaveResult.Stale(row.Version + 1), await OnAsync(r => r.ChangeAsync(Demo, row.Version, run => run with { Batch = RunBatch.GarmentByGarment })));
        Assert.Equal(once.Metres, (await StandAsync(setup.MachineId)).Metres);
        Assert.Equal(3, (await RunAsync()).Entry.Done.Count);
    }

    [Fact]
    public async Task Two_at_once_on_one_run_tick_a_copy_once()
    {
        var (row, setup) = (await RunAsync(), await SetupOfAsync(1));
        var results = await Task.WhenAll(Enumerable.Range(0, 8).Select(i => Task.Run(() => OnAsync(r => r.TickAsync(Demo, row.Version, Side(setup, i % 2 == 0 ? 3 : 4))))));
        Assert.Single(results, r => r is SaveResult.Saved { Again: false });
        var run = (await RunAsync()).Entry;
        Assert.Equal(3, run.Done.Count);
        Assert.Equal(run.Done.Count, run.Done.Select(t => (t.GarmentId, t.SeamId, t.Copy)).Distinct().Count());
    }

    [Fact]
    public async Task Construction_is_never_broken_and_nothing_that_is_not_there_is_ticked()
    {
        var (row, hem, side) = (await RunAsync(), await SetupOfAsync(2), await SetupOfAsync(1));
        // The leg opening crosses the side seam, which copy 3 does not have yet.
        Assert.IsType<SaveResult.Stale>(await OnAsync(r => r.TickAsync(Demo, row.Version, new RunSewn(1, "leg-hem", [3], hem.Id))));
        Assert.IsType<SaveResult.Saved>(await OnAsync(r => r.TickAsync(Demo, row.Version, new RunSewn(1, "leg-hem", [1], hem.Id))));
        foreach (var wrong in new[] { new RunSewn(1, "nothing", [1], side.Id), new RunSewn(9, "side", [3], side.Id), new RunSewn(1, "side", [], side.Id), new RunSewn(1, "side", [3, 3], side.Id), new RunSewn(1, "side", [3], hem.Id), new RunSewn(1, "side", [3], 999) })
        {
            Assert.IsType<SaveResult.Missing>(await OnAsync(r => r.TickAsync(Demo, row.Version + 1, wrong)));
        }

        Assert.IsType<SaveResult.Stale>(await OnAsync(r => r.TickAsync(Demo, row.Version + 1, Side(side, 5))));
        Assert.IsType<SaveResult.Missing>(await OnAsync(r => r.TickAsync(77, 1, Side(side, 3))));
        Assert.IsType<SaveResult.Missing>(await OnAsync(r => r.TakeBackAsync(Demo, row.Version + 1, (1, "side", 3))));
    }

    [Fact]
    public async Task Without_a_length_the_seam_is_ticked_and_nothing_is_taken()
    {
        await using (var context = file.Context())
        {
            var garment = await context.Garments.FirstAsync(g => g.Id == 1);
            garment.Entry = garment.Entry with { Seams = [.. garment.Entry.Seams.Select(s => s.Id == "side" ? s with { LengthsMm = s.LengthsMm.Clear() } : s)] };
            await context.SaveChangesAsync();
        }

        var (row, setup) = (await RunAsync(), await SetupOfAsync(1));
        var before = await StandAsync(setup.MachineId);
        Assert.IsType<SaveResult.Saved>(await OnAsync(r => r.TickAsync(Demo, row.Version, Side(setup, 3))));
        Assert.Equal(before.Metres, (await StandAsync(setup.MachineId)).Metres);
        Assert.Equal((null, 0L), ((await RunAsync()).Entry.Done[^1] is var tick ? tick.SewnMm : 0, tick.Stitches));
    }

    [Fact]
    public async Task A_run_ends_with_its_last_seam_and_goes_on_where_one_is_taken_back()
    {
        var started = Assert.IsType<SaveResult.Saved>(await OnAsync(r => r.StartAsync(new SewingRun { Name = " Tops ", Parts = [new(3, [4])] }, Guid.NewGuid())));
        Assert.IsType<SaveResult.Missing>(await OnAsync(r => r.StartAsync(new SewingRun { Name = "None", Parts = [new(99, [1])] }, Guid.NewGuid())));
        var garment = DemoGarments.All[2];
        foreach (var seam in garment.Seams)
        {
            Assert.Null((await RunAsync(started.Id)).EndedAt);
            int setup;
            await using (var context = file.Context())
            {
                // Kept for this seam what is kept for another: how it is sewn is not what is tried here.
                var like = await context.Setups.AsNoTracking().FirstAsync(s => s.SeamId == 1);
                var cloth = await context.Seams.Where(s => s.Id == seam.WorkId).Select(s => s.ClothId).FirstAsync();
                setup = Assert.IsType<SaveResult.Saved>(await file.Do(w => w.KeepAsync(like.Snapshot, seam.WorkId, cloth, like.MachineId, Guid.NewGuid()))).Id;
            }

            Assert.IsType<SaveResult.Saved>(await OnAsync(async r => await r.TickAsync(started.Id, (await RunAsync(started.Id)).Version, new RunSewn(3, seam.Id, [1], setup))));
        }

        var ended = await RunAsync(started.Id);
        Assert.Equal(("Tops", true), (ended.Name, ended.EndedAt is not null));
        Assert.IsType<SaveResult.Saved>(await OnAsync(r => r.TakeBackAsync(started.Id, ended.Version, (3, "cuff", 1))));
        Assert.Null((await RunAsync(started.Id)).EndedAt);
        Assert.Equal([started.Id, Demo], (await OnAsync(r => r.ListAsync())).Items.Select(r => r.Id).Order().Reverse());
    }

    [Fact]
    public async Task Only_the_run_that_has_a_set_up_in_hand_is_led_back_to()
    {
        var setup = await SetupOfAsync(1);
        Assert.Null(await OnAsync(r => r.WithInHandAsync(setup.Id)));
        var version = (await RunAsync()).Version;
        await OnAsync(r => r.TakeInHandAsync(Demo, setup.Id));
        Assert.Equal(Demo, await OnAsync(r => r.WithInHandAsync(setup.Id)));
        // It is nobody's edit: a page that is open can still tick.
        Assert.IsType<SaveResult.Saved>(await OnAsync(r => r.TickAsync(Demo, version, Side(setup, 3))));
        Assert.Null(await OnAsync(r => r.WithInHandAsync(setup.Id)));
    }

    [Fact]
    public void A_run_is_stored_and_read_back_as_it_was()
    {
        var run = new SewingRun
        {
            Name = "One", Parts = [new(1, [1, 0])], Batch = RunBatch.GarmentByGarment, Order = ["1/side/2"], Held = ["1/side"], Closed = [new(2, new DateOnly(2026, 3, 29))], Popped = [new(1, "side", 4)],
            Done = [new() { GarmentId = 1, SeamId = "side", Copy = 1, SetupId = 4, At = new(2026, 3, 29, 1, 30, 0, TimeSpan.Zero), SewnMm = 1380.5, Taken = [new("3", "Ash", 2.25)], Stitches = 552, NeedleIds = [7] }],
        };
        Assert.Equal(StoredFormat.Write(run), StoredFormat.Write(StoredFormat.Read<SewingRun>(StoredFormat.Write(run))));
        Assert.Contains("\"day\":\"2026-03-29\"", StoredFormat.Write(run), StringComparison.Ordinal);
    }
}
