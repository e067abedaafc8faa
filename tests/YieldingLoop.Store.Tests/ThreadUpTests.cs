using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.ThreadUp;
using YieldingLoop.Store.Backup;
using YieldingLoop.Store.Demo;
using YieldingLoop.Store.Formats;

namespace YieldingLoop.Store.Tests;

/// <summary>Thread-ups over a real database file: the state is true at every tick, whatever breaks off.</summary>
public sealed class ThreadUpTests : IDisposable
{
    private readonly WorkroomFile file = new();

    public ThreadUpTests()
    {
        file.Open();
        using var context = file.Context();
        DemoLoader.Load(context, file.Clock.Now);
    }

    public void Dispose() => file.Dispose();

    private async Task<(ThreadUpPlan Plan, StateRow State, SetupRow Setup)> Plan(int setupId = 3)
    {
        var setup = (await file.Do(w => w.Setups.FirstOrDefaultAsync(s => s.Id == setupId)))!;
        var machine = (await file.Do(w => w.Machines.FirstOrDefaultAsync(m => m.Id == setup.MachineId)))!;
        var state = (await file.Do(w => w.StateOfAsync(machine.Id)))!;
        var wanted = setup.Snapshot.Plan.Setup.OnMachine(machine.Entry);
        return (ThreadUpPlanner.Plan(new ThreadUpQuestion(machine.Entry, state.Entry, wanted, ChosenSchools.Default)).Value!, state, setup);
    }

    private async Task<int> Begin(int setupId = 3, Guid? key = null)
    {
        var (plan, state, setup) = await Plan(setupId);
        var begun = await file.AtMachines(async t => await t.BeginAsync(plan, setup.Name, setup.MachineId, setupId, new SeenAtMachine(state.Version, await t.GoingOnAtAsync(setup.MachineId)), key ?? Guid.NewGuid()));
        return Assert.IsType<SaveResult.Saved>(begun).Id;
    }

    private async Task<Setup> StateNow(int id) => (await file.Do(w => w.StateOfAsync(id)))!.Entry;

    private static string Json(Setup value) => StoredFormat.Write(value);

    [Fact]
    public async Task At_every_tick_the_machine_s_state_is_what_the_steps_so_far_make_of_it()
    {
        var id = await Begin();
        var row = (await file.AtMachines(t => t.FindAsync(id)))!;
        Assert.Null(row.EndedAt);
        for (var done = 1; done <= row.Entry.Steps.Count; done++)
        {
            Assert.IsType<SaveResult.Saved>(await file.AtMachines(t => t.TickAsync(id, done)));
            Assert.Equal(Json(row.Entry.StateAfter(done)), Json(await StateNow(row.MachineId)));
            Assert.Equal(done, (await file.AtMachines(t => t.FindAsync(id)))!.Done);
        }

        Assert.NotNull((await file.AtMachines(t => t.FindAsync(id)))!.EndedAt);
        Assert.True(await file.AtMachines(t => t.DoneForAsync(3)));
        Assert.True((await file.Do(w => w.LastSetupOfAsync(3)))!.ThreadedUp);
        // From there to the same set-up there is nothing left to do.
        Assert.Empty((await Plan()).Plan.Steps);
    }

    [Fact]
    public async Task A_needle_that_is_fitted_is_counted_down_and_back_up_with_its_tick()
    {
        var id = await Begin();
        var steps = (await file.AtMachines(t => t.FindAsync(id)))!.Entry.Steps;
        var fits = steps.Select((s, i) => (Step: s, Number: i)).Where(s => s.Step.Act == ThreadUpAct.SetNeedle).ToList();
        Assert.NotEmpty(fits);
        var needle = fits[0].Step.Needle!;
        async Task<int> Left() => (await file.Do(w => w.Needles.ToListAsync())).Where(n => n.Entry.Needle.Serves(needle)).Sum(n => n.Entry.Unused + n.Entry.UsedOnce);
        if (await Left() < fits.Count)
        {
            await file.Do(w => w.SaveAsync(new Core.Needles.NeedleStock { System = needle.System, PointId = needle.PointId, SizeMetric = needle.SizeMetric, Unused = 5 }, null, 0, Guid.NewGuid()));
        }

        var before = await Left();
        await file.AtMachines(t => t.TickAsync(id, fits[0].Number + 1));
        Assert.Equal(before - 1, await Left());
        await file.AtMachines(t => t.TickAsync(id, fits[0].Number + 1));
        Assert.Equal(before - 1, await Left());
        await file.AtMachines(t => t.TickAsync(id, steps.Count));
        Assert.Equal(before - fits.Count(f => f.Step.Needle!.Serves(needle)), await Left());
        await file.AtMachines(t => t.TakeBackAsync(id, fits[0].Number));
        Assert.Equal(before, await Left());
        Assert.Empty((await file.AtMachines(t => t.FindAsync(id)))!.Fitted);

        // An empty drawer counts nothing, and what was not taken is not put back.
        foreach (var row in await file.Do(w => w.Needles.ToListAsync()))
        {
            await file.Do(w => w.SaveAsync(row.Entry with { Unused = 0, UsedOnce = 0 }, row.Id, row.Version, Guid.NewGuid()));
        }

        await file.AtMachines(t => t.TickAsync(id, steps.Count));
        await file.AtMachines(t => t.TakeBackAsync(id, 0));
        Assert.Equal(0, await Left());
    }

    [Fact]
    public async Task A_tick_pressed_twice_ticks_once_and_a_step_ticked_by_mistake_can_be_taken_back()
    {
        var id = await Begin();
        await file.AtMachines(t => t.TickAsync(id, 6));
        var version = (await file.Do(w => w.StateOfAsync(2)))!.Version;
        Assert.True(Assert.IsType<SaveResult.Saved>(await file.AtMachines(t => t.TickAsync(id, 6))).Again);
        Assert.True(Assert.IsType<SaveResult.Saved>(await file.AtMachines(t => t.TickAsync(id, 4))).Again);
        Assert.Equal(version, (await file.Do(w => w.StateOfAsync(2)))!.Version);
        Assert.IsType<SaveResult.Saved>(await file.AtMachines(t => t.TakeBackAsync(id, 2)));
        Assert.Empty((await StateNow(2)).Needles);
        Assert.Equal(2, (await file.AtMachines(t => t.FindAsync(id)))!.Done);
        Assert.IsType<SaveResult.Missing>(await file.AtMachines(t => t.TickAsync(id, 99)));
        Assert.IsType<SaveResult.Missing>(await file.AtMachines(t => t.TickAsync(id + 50, 1)));
        Assert.IsType<SaveResult.Missing>(await file.AtMachines(t => t.TickAsync(id, -1)));
    }

    [Fact]
    public async Task Two_devices_ticking_at_once_lose_nothing()
    {
        var id = await Begin();
        var steps = (await file.AtMachines(t => t.FindAsync(id)))!.Entry.Steps.Count;
        var results = await Task.WhenAll(Enumerable.Range(1, steps).SelectMany(done => new[] { done, done }).Select(done => file.AtMachines(t => t.TickAsync(id, done))));
        Assert.DoesNotContain(results, r => r is SaveResult.Missing);
        var row = (await file.AtMachines(t => t.FindAsync(id)))!;
        Assert.Equal(steps, row.Done);
        Assert.Equal(Json(row.Entry.StateAfter(steps)), Json(await StateNow(2)));
    }

    [Fact]
    public async Task What_the_user_says_is_on_the_machine_wins_and_the_rest_is_worked_out_from_there()
    {
        var id = await Begin();
        await file.AtMachines(t => t.TickAsync(id, 5));
        var state = (await file.Do(w => w.StateOfAsync(2)))!;
        var said = state.Entry with { StitchLengthMm = 3.5, Needles = Places<Core.Needles.Needle>.Unknown };
        await file.Do(w => w.SaveAsync(said, 2, state.Version, Guid.NewGuid()));
        Assert.IsType<SaveResult.Stale>(await file.AtMachines(t => t.TickAsync(id, 6)));
        Assert.Equal(Json(said), Json(await StateNow(2)));

        var (plan, now, _) = await Plan();
        Assert.IsType<SaveResult.Saved>(await file.AtMachines(t => t.ReplanAsync(id, plan, now.Version)));
        var row = (await file.AtMachines(t => t.FindAsync(id)))!;
        Assert.Equal((0, now.Version), (row.Done, row.StateVersion));
        Assert.IsType<SaveResult.Saved>(await file.AtMachines(t => t.TickAsync(id, plan.Steps.Count)));
    }

    [Fact]
    public async Task Beginning_something_else_on_the_machine_gives_the_first_up_and_the_same_form_begins_once()
    {
        var key = Guid.NewGuid();
        var first = await Begin(3, key);
        Assert.Equal(first, await Begin(3, key));
        var second = await Begin(4);
        Assert.NotNull((await file.AtMachines(t => t.FindAsync(first)))!.PutAwayAt);
        Assert.IsType<SaveResult.Stale>(await file.AtMachines(t => t.TickAsync(first, 1)));
        Assert.Equal(second, await file.AtMachines(t => t.GoingOnAtAsync(2)));
        Assert.Null(await file.AtMachines(t => t.GoingOnForAsync(3)));
        // What was given up is no thread-up that was done.
        Assert.False(await file.AtMachines(t => t.DoneForAsync(3)));
        Assert.IsType<SaveResult.Saved>(await file.AtMachines(t => t.GiveUpAsync(second)));
        Assert.Null(await file.AtMachines(t => t.GoingOnAtAsync(2)));
    }

    [Fact]
    public async Task A_plan_from_an_older_state_is_not_begun()
    {
        var (plan, state, setup) = await Plan();
        Assert.IsType<SaveResult.Stale>(await file.AtMachines(t => t.BeginAsync(plan, setup.Name, 2, 3, new SeenAtMachine(state.Version - 1, 1), Guid.NewGuid())));
        Assert.IsType<SaveResult.Missing>(await file.AtMachines(t => t.BeginAsync(plan, setup.Name, 99, 3, new SeenAtMachine(1, null), Guid.NewGuid())));
    }

    [Fact]
    public async Task The_demo_s_own_is_listed_until_the_demo_is_put_away()
    {
        var listed = Assert.Single(await file.AtMachines(t => t.ListAsync(1, 10)));
        Assert.Equal((DemoWorkroom.AmendedSeam, 1), (listed.Name, listed.Done));
        Assert.True(listed.Steps > 3);
        await file.OnShelf(s => s.PutDemoAwayAsync());
        Assert.Empty(await file.AtMachines(t => t.ListAsync(1, 10)));
    }

    [Fact]
    public async Task Restoring_a_copy_takes_every_table_along_own_rules_and_thread_ups_too()
    {
        var copy = file.Backups.Make(BackupReason.ByHand);
        var before = WorkroomFile.Dump(file.DatabasePath, withoutVersions: true);
        var id = await Begin();
        await file.AtMachines(t => t.TickAsync(id, 5));
        var rule = await file.Do(w => w.Rules.FirstAsync(r => r.Id == 1));
        await file.Do(w => w.SaveAsync(rule.Entry with { Text = "Something else." }, 1, rule.Version, Guid.NewGuid()));
        Restoring.Restore(file.Backups, copy);
        Assert.Equal(before, WorkroomFile.Dump(file.DatabasePath, withoutVersions: true));
    }
}
