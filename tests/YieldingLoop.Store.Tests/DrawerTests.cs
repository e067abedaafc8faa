using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;
using YieldingLoop.Store.Demo;
using YieldingLoop.Store.Records;

namespace YieldingLoop.Store.Tests;

/// <summary>Machines of every kind with what is on them, needles and threads.</summary>
public sealed class DrawerTests : IDisposable
{
    private readonly WorkroomFile file = new();

    public DrawerTests() => file.Open();

    public void Dispose() => file.Dispose();

    [Theory]
    [InlineData(MachineKind.Overlocker)]
    [InlineData(MachineKind.Coverstitch)]
    [InlineData(MachineKind.Convertible)]
    [InlineData(MachineKind.Plain)]
    public async Task A_machine_of_every_kind_is_read_back_whole_and_stands_in_an_unknown_state(MachineKind kind)
    {
        var machine = MachineTemplates.Create(kind, "Bench") with { ManualTable = [new() { StitchId = "406", Dials = [new(ThreadPosition.ChainLooper, 4, 3, 5)], Note = "as printed" }] };
        var saved = (SaveResult.Saved)await file.Do(w => w.SaveAsync(machine, null, 0, Guid.NewGuid()));
        var read = await file.Do(w => w.Machines.SingleAsync(m => m.Id == saved.Id));
        Assert.Equal(kind, read.Entry.Kind);
        Assert.Equivalent(machine, read.Entry);
        Assert.False((await file.Do(w => w.StateOfAsync(saved.Id)))!.Entry.AnyKnown);
        // Sent twice, it is there once, and so is its state.
        var key = read.SubmissionKey;
        Assert.Equal(new SaveResult.Saved(saved.Id, Again: true), await file.Do(w => w.SaveAsync(machine, null, 0, key)));
        Assert.Equal((1, 1), (await file.Do(w => w.Machines.CountAsync()), await file.Do(w => w.States.CountAsync())));
    }

    [Fact]
    public async Task Two_devices_that_change_what_is_on_a_machine_do_not_overwrite_each_other()
    {
        await file.Do(w => w.SaveAsync(MachineTemplates.Plain("Bench"), null, 0, Guid.NewGuid()));
        var version = (await file.Do(w => w.StateOfAsync(1)))!.Version;
        Assert.IsType<SaveResult.Saved>(await file.Do(w => w.SaveAsync(new Setup { StitchLengthMm = 2 }, 1, version, Guid.NewGuid())));
        Assert.Equal(new SaveResult.Stale(version + 1), await file.Do(w => w.SaveAsync(new Setup { StitchLengthMm = 3 }, 1, version, Guid.NewGuid())));
        Assert.Equal(2, (await file.Do(w => w.StateOfAsync(1)))!.Entry.StitchLengthMm.Value);
        Assert.IsType<SaveResult.Missing>(await file.Do(w => w.SaveAsync(new Setup(), 99, 1, Guid.NewGuid())));
    }

    [Fact]
    public async Task A_swatch_that_passed_is_what_is_on_the_machine()
    {
        await using (var context = file.Context())
        {
            DemoLoader.Load(context, new DateTimeOffset(2026, 5, 4, 12, 0, 0, TimeSpan.Zero));
        }

        var setup = await file.Do(w => w.Setups.FirstAsync(s => s.SwatchPassedAt == null && s.MachineId == 2));
        var before = (await file.Do(w => w.StateOfAsync(2)))!;
        Assert.False(before.Entry.AnyKnown);
        // A stale answer changes neither.
        Assert.IsType<SaveResult.Stale>(await file.Do(w => w.SetSwatchPassedAsync(setup.Id, setup.Version + 5, true)));
        Assert.False((await file.Do(w => w.StateOfAsync(2)))!.Entry.AnyKnown);

        Assert.IsType<SaveResult.Saved>(await file.Do(w => w.SetSwatchPassedAsync(setup.Id, setup.Version, true)));
        var after = (await file.Do(w => w.StateOfAsync(2)))!;
        Assert.Equal(before.Version + 1, after.Version);
        var plan = setup.Snapshot.Plan;
        Assert.Equal(plan.Threads.Select(t => (t.Position, t.DialNumber!.Value)), after.Entry.Dials.Select(d => (d.Key, d.Value)));
        Assert.Equal(plan.Threads.Where(t => t.Position.IsNeedle()).Select(t => (t.Position, plan.Needle.SizeMetric)), after.Entry.Needles.Select(n => (n.Key, n.Value.SizeMetric)));
        Assert.Equal((plan.FingerName, plan.StitchLengthMm, plan.Differential), (after.Entry.FingerName.Thing(), after.Entry.StitchLengthMm.Value, after.Entry.Differential.Number()));
        Assert.Empty(SetupCheck.Problems(DemoWorkroom.Machines[1], after.Entry));

        // Any other set-up can be said to be on it, passed or not.
        var other = await file.Do(w => w.Setups.FirstAsync(s => s.MachineId == 2 && s.Id != setup.Id));
        Assert.Equal(new SaveResult.Saved(2, Again: false), await file.Do(w => w.PutOnMachineAsync(other.Id, after.Version)));
        // From a page that was opened before that, it is told and changes nothing.
        Assert.Equal(new SaveResult.Stale(after.Version + 1), await file.Do(w => w.PutOnMachineAsync(setup.Id, after.Version)));
        Assert.Equal(other.Snapshot.Plan.StitchLengthMm, (await file.Do(w => w.StateOfAsync(2)))!.Entry.StitchLengthMm.Value);
        Assert.IsType<SaveResult.Missing>(await file.Do(w => w.PutOnMachineAsync(999, 1)));
    }

    [Fact]
    public async Task Every_demo_set_up_leaves_a_state_that_can_exist_on_its_machine()
    {
        await using (var context = file.Context())
        {
            DemoLoader.Load(context, new DateTimeOffset(2026, 5, 4, 12, 0, 0, TimeSpan.Zero));
        }

        foreach (var setup in await file.Do(w => w.Setups.ToListAsync()))
        {
            var machine = setup.Snapshot.Machine;
            Assert.Empty(SetupCheck.Problems(machine, setup.Snapshot.Plan.Setup.OnMachine(machine)));
            var both = Convertible.Of((Overlocker)machine, MachineTemplates.Coverstitch("x"));
            Assert.Empty(SetupCheck.Problems(both, setup.Snapshot.Plan.Setup.OnMachine(both)));
        }
    }

    [Fact]
    public async Task Needles_and_threads_are_kept_put_away_and_brought_back()
    {
        var needle = new NeedleStock { System = "household (flat shank)", PointId = "stretch", SizeMetric = 75, Unused = 4, UsedOnce = 2 };
        var thread = new ThreadStock { Name = " Blue fluff ", KindId = "textured-nylon", MetresLeft = 300, Test = new() { BrokeAtMm = 400, FluffsOut = Observed.Yes } };
        await file.Do(w => w.SaveAsync(needle, null, 0, Guid.NewGuid()));
        await file.Do(w => w.SaveAsync(thread, null, 0, Guid.NewGuid()));
        Assert.Equal(("stretch 75/11", needle), Assert.Single(await file.Do(w => w.ListNeedlesAsync())) is var n ? (n.Name, n.Entry) : default);
        Assert.Equal(("Blue fluff", thread), Assert.Single(await file.Do(w => w.ListThreadsAsync())) is var t ? (t.Name, t.Entry) : default);

        Assert.IsType<SaveResult.Saved>(await file.OnShelf(s => s.PutAwayAsync(RecordKind.Thread, 1, 1)));
        Assert.IsType<SaveResult.Saved>(await file.OnShelf(s => s.PutAwayAsync(RecordKind.Needle, 1, 1)));
        Assert.Empty(await file.Do(w => w.ListThreadsAsync()));
        Assert.Empty(await file.Do(w => w.ListNeedlesAsync()));
        foreach (var away in await file.OnShelf(s => s.ListAsync()))
        {
            await file.OnShelf(s => s.BringBackAsync(away.With));
        }

        Assert.Single(await file.Do(w => w.ListThreadsAsync()));
        Assert.Equal(new SaveResult.Stale(3), await file.Do(w => w.SaveAsync(thread with { MetresLeft = 1 }, 1, 1, Guid.NewGuid())));
    }
}
