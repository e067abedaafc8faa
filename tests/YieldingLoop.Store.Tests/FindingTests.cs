using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Store.Records;

namespace YieldingLoop.Store.Tests;

/// <summary>What is kept is found again: pieces of work, what worked, and one set-up where one was kept twice.</summary>
public sealed class FindingTests : IDisposable
{
    private static readonly ClothEntry Jersey = new() { Name = "Jersey", TypicalId = "elastane-jersey", Elastane = true };
    private static readonly Overlocker Machine = OverlockerTemplate.Create("Bench");
    private static readonly SeamEntry Side = new() { Name = "Side seam", NeedKind = NeedKind.OnBody, OnBodyMm = 130 };

    private readonly WorkroomFile file = new();

    public FindingTests() => file.Open();

    public void Dispose() => file.Dispose();

    [Fact]
    public async Task Every_seam_is_found_by_its_name_its_cloth_and_how_far_it_is()
    {
        var jersey = await IdAsync(w => w.SaveAsync(Jersey, null, 0, Guid.NewGuid()));
        var rib = await IdAsync(w => w.SaveAsync(Jersey with { Name = "Rib 100%" }, null, 0, Guid.NewGuid()));
        var side = await IdAsync(w => w.SaveAsync(Side, jersey, null, 0, Guid.NewGuid()));
        var cuff = await IdAsync(w => w.SaveAsync(Side with { Name = "Cuff" }, rib, null, 0, Guid.NewGuid()));
        var machine = await IdAsync(w => w.SaveAsync(Machine, null, 0, Guid.NewGuid()));
        var kept = await KeepAsync(side, jersey, machine, Side);
        await file.Do(w => w.SetSwatchPassedAsync(kept, 1, true));

        async Task<int[]> Ids(string? q = null, int? cloth = null, WorkState state = WorkState.Any) => [.. (await file.Do(w => w.ListWorkAsync(q, cloth, state))).Items.Select(s => s.SeamId).Order()];
        Assert.Equal([side, cuff], await Ids());
        Assert.Equal([side], await Ids("side jersey"));
        Assert.Equal([cuff], await Ids("100%"));
        Assert.Empty(await Ids("side rib"));
        Assert.Equal([cuff], await Ids(cloth: rib));
        Assert.Equal([side], await Ids(state: WorkState.Passed));
        Assert.Equal([cuff], await Ids(state: WorkState.OnTheTable));
        await file.OnShelf(s => s.PutAwayAsync(RecordKind.Seam, cuff, 1));
        Assert.Equal([side], await Ids());
    }

    [Fact]
    public async Task What_worked_stays_until_something_else_has_and_the_untried_version_stands_beside_it()
    {
        var (seam, cloth, machine) = await SaveAllAsync();
        var first = await KeepAsync(seam, cloth, machine, Side);
        await file.Do(w => w.SetSwatchPassedAsync(first, 1, true));
        var second = await AmendAsync(first);
        var worked = Assert.Single((await file.Do(w => w.LastPassedAsync(5))).Items);
        Assert.Equal((first, (int?)second, (int?)2), (worked.Id, worked.NewerId, worked.NewerEdition));
        Assert.Equal([first, second], (await file.Do(w => w.FindSetupsAsync(null))).Items.Select(s => s.Id));

        // A third, untried like the second, stands in its place, not in that of the one that worked.
        var third = await AmendAsync(second);
        Assert.Equal([first, third], (await file.Do(w => w.FindSetupsAsync(null))).Items.Select(s => s.Id));
        Assert.Equal(third, Assert.Single((await file.Do(w => w.LastPassedAsync(5))).Items).NewerId);

        // Once a later one has passed, it is what worked, whatever lies between.
        await file.Do(w => w.SetSwatchPassedAsync(third, 1, true));
        worked = Assert.Single((await file.Do(w => w.LastPassedAsync(5))).Items);
        Assert.Equal((third, (int?)null), (worked.Id, worked.NewerId));
        Assert.Equal([third, second, first], (await file.Do(w => w.VersionsAsync(second))).Select(v => v.Id));
        await file.Do(w => w.SetSwatchPassedAsync(third, 2, false));
        Assert.Equal(first, Assert.Single((await file.Do(w => w.LastPassedAsync(5))).Items).Id);
    }

    [Fact]
    public async Task A_version_that_was_amended_already_is_not_amended_past_its_line()
    {
        var (seam, cloth, machine) = await SaveAllAsync();
        var first = await KeepAsync(seam, cloth, machine, Side);
        var second = await AmendAsync(first);
        await AmendAsync(second);
        await file.OnShelf(s => s.PutAwayAsync(RecordKind.Setup, second, 1));
        var plan = (await file.Do(w => w.Setups.SingleAsync(s => s.Id == first))).Snapshot.Plan;
        Assert.IsType<SaveResult.Stale>(await file.Do(w => w.AmendAsync(first, plan, "", Guid.NewGuid())));
    }

    [Fact]
    public async Task The_very_same_set_up_kept_twice_is_kept_once()
    {
        var (seam, cloth, machine) = await SaveAllAsync();
        var first = await KeepAsync(seam, cloth, machine, Side);
        var again = await file.Do(w => w.KeepAsync(Snapshot(Side), seam, cloth, machine, Guid.NewGuid()));
        Assert.Equal(new SaveResult.Saved(first, Again: true), again);
        var other = Snapshot(Side);
        other = other with { Plan = other.Plan with { Setup = other.Plan.Setup with { StitchLengthMm = 1.5 } } };
        Assert.IsType<SaveResult.Saved>(await file.Do(w => w.KeepAsync(other, seam, cloth, machine, Guid.NewGuid())));
        Assert.Equal(2, await file.Do(w => w.Setups.CountAsync()));

        // Kept at the same moment on two tablets it is one as well.
        var (second, _, _) = await SaveAllAsync();
        var seams = await Task.WhenAll(Enumerable.Range(0, 6).Select(_ => Task.Run(() => file.Do(w => w.KeepAsync(Snapshot(Side), second, cloth + 1, machine + 1, Guid.NewGuid())))));
        Assert.Single(seams.Select(s => Assert.IsType<SaveResult.Saved>(s).Id).Distinct());
        Assert.Single(seams, s => s is SaveResult.Saved { Again: false });
    }

    private async Task<(int Seam, int Cloth, int Machine)> SaveAllAsync()
    {
        var cloth = await IdAsync(w => w.SaveAsync(Jersey, null, 0, Guid.NewGuid()));
        return (await IdAsync(w => w.SaveAsync(Side, cloth, null, 0, Guid.NewGuid())), cloth, await IdAsync(w => w.SaveAsync(Machine, null, 0, Guid.NewGuid())));
    }

    private Task<int> KeepAsync(int seam, int cloth, int machine, SeamEntry entry) => IdAsync(w => w.KeepAsync(Snapshot(entry), seam, cloth, machine, Guid.NewGuid()));

    private async Task<int> AmendAsync(int id)
    {
        var plan = (await file.Do(w => w.Setups.SingleAsync(s => s.Id == id))).Snapshot.Plan;
        return await IdAsync(w => w.AmendAsync(id, plan, "looser", Guid.NewGuid()));
    }

    private async Task<int> IdAsync(Func<Workroom, Task<SaveResult>> save) => Assert.IsType<SaveResult.Saved>(await file.Do(save)).Id;

    private static SetupSnapshot Snapshot(SeamEntry seam)
    {
        var figures = Jersey.Resolve().Value!;
        return new SetupSnapshot(Jersey, figures, seam, Machine, Planner.Plan(PlanQuestion.OnOne(figures, seam, Machine, ChosenSchools.Default)).Value!.Best.Plan);
    }
}
