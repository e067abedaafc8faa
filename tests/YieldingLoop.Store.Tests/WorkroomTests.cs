using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Threads;
using YieldingLoop.Store.Formats;

namespace YieldingLoop.Store.Tests;

public sealed class WorkroomTests : IDisposable
{
    private static readonly ClothEntry Jersey = new() { Name = "Jersey", TypicalId = "elastane-jersey", Colour = "#123456", Elastane = true };
    private static readonly Overlocker Machine = OverlockerTemplate.Create("Bench") with { ThreadMarks = new Dictionary<string, string> { ["upper-looper"] = "#00ff00" }, KnifeDial = new(1, 9) };
    private static readonly SeamEntry Seam = new() { Name = "Hem “edge” 🧵", NeedKind = NeedKind.Movement, MovementId = "knee-round" };

    private readonly WorkroomFile file = new();

    public WorkroomTests() => file.Open();

    public void Dispose() => file.Dispose();

    [Fact]
    public async Task What_is_saved_is_read_back_whole()
    {
        var (cloth, seam, machine) = await SaveAllAsync();
        await file.Do(async workroom =>
        {
            Assert.Equal(Jersey, (await workroom.Cloths.SingleAsync(c => c.Id == cloth)).Entry);
            Assert.Equal(Seam, (await workroom.Seams.SingleAsync(s => s.Id == seam)).Entry);
            var read = (await workroom.Machines.SingleAsync(m => m.Id == machine)).Entry;
            Assert.Equivalent(Machine, read);
            return 0;
        });
    }

    [Fact]
    public async Task The_same_form_sent_twice_saves_once()
    {
        var key = Guid.NewGuid();
        var first = await file.Do(w => w.SaveAsync(Jersey, null, 0, key));
        var second = await file.Do(w => w.SaveAsync(Jersey with { Name = "Other" }, null, 0, key));
        Assert.Equal(new SaveResult.Saved(1, Again: false), first);
        Assert.Equal(new SaveResult.Saved(1, Again: true), second);
        Assert.Equal("Jersey", await file.Do(w => w.Cloths.Select(c => c.Name).SingleAsync()));
    }

    [Fact]
    public async Task The_same_form_sent_many_times_at_once_saves_once()
    {
        var key = Guid.NewGuid();
        var results = await Task.WhenAll(Enumerable.Range(0, 8).Select(_ => Task.Run(() => file.Do(w => w.SaveAsync(Jersey, null, 0, key)))));
        Assert.Single(results, new SaveResult.Saved(1, Again: false));
        Assert.Equal(1, await file.Do(w => w.Cloths.CountAsync()));
    }

    [Fact]
    public async Task An_edit_made_from_an_older_version_is_stale_and_changes_nothing()
    {
        await file.Do(w => w.SaveAsync(Jersey, null, 0, Guid.NewGuid()));
        Assert.IsType<SaveResult.Saved>(await file.Do(w => w.SaveAsync(Jersey with { Name = "First" }, 1, 1, Guid.NewGuid())));
        Assert.Equal(new SaveResult.Stale(2), await file.Do(w => w.SaveAsync(Jersey with { Name = "Second" }, 1, 1, Guid.NewGuid())));
        Assert.Equal("First", await file.Do(w => w.Cloths.Select(c => c.Name).SingleAsync()));
    }

    [Fact]
    public async Task Of_edits_that_race_one_is_saved_and_the_others_are_stale()
    {
        await file.Do(w => w.SaveAsync(Jersey, null, 0, Guid.NewGuid()));
        var results = await Task.WhenAll(Enumerable.Range(0, 6).Select(i => Task.Run(() => file.Do(w => w.SaveAsync(Jersey with { Name = $"Edit {i}" }, 1, 1, Guid.NewGuid())))));
        Assert.Single(results.OfType<SaveResult.Saved>());
        Assert.Equal(5, results.OfType<SaveResult.Stale>().Count());
        Assert.Equal(2, await file.Do(w => w.Cloths.Select(c => c.Version).SingleAsync()));
    }

    [Fact]
    public async Task What_does_not_exist_is_missing()
    {
        Assert.IsType<SaveResult.Missing>(await file.Do(w => w.SaveAsync(Jersey, 77, 1, Guid.NewGuid())));
        Assert.IsType<SaveResult.Missing>(await file.Do(w => w.SaveAsync(Seam, 77, null, 0, Guid.NewGuid())));
        Assert.IsType<SaveResult.Missing>(await file.Do(w => w.SetSwatchPassedAsync(77, 1, true)));
        var (cloth, seam, _) = await SaveAllAsync();
        Assert.IsType<SaveResult.Missing>(await file.Do(w => w.KeepAsync(Snapshot(Jersey), seam, cloth, 77, Guid.NewGuid())));
    }

    [Fact]
    public async Task A_kept_set_up_is_read_back_as_it_was_planned()
    {
        var id = await KeepAsync(Jersey);
        var row = await file.Do(w => w.Setups.SingleAsync(s => s.Id == id));
        Assert.Equal(StoredFormat.Write(Snapshot(Jersey)), StoredFormat.Write(row.Snapshot));
        Assert.Equal(row.Snapshot.Plan.Figures.Verdict!.Verdict.Id(), row.VerdictId);
    }

    [Fact]
    public async Task A_kept_set_up_never_changes_by_itself_and_says_what_changed_around_it()
    {
        var id = await KeepAsync(Jersey);
        await file.Do(w => w.SaveAsync(Jersey with { AcrossOriginalMm = 100, AcrossLoadedMm = 140 }, 1, 1, Guid.NewGuid()));
        await file.Do(w => w.SaveAsync(Machine with { GaugeMm = 2.4, UpperLooper = Machine.UpperLooper with { Neutral = 5 } }, 1, 1, Guid.NewGuid()));
        await file.Do(async w =>
        {
            var row = await w.Setups.Include(s => s.Cloth).Include(s => s.Seam).Include(s => s.Machine).SingleAsync(s => s.Id == id);
            Assert.Equal(75, row.Snapshot.ClothFigures.StretchAcrossPercent.Value);
            var changes = SnapshotChanges.Between(row.Snapshot, row.Cloth!.Entry, row.Seam!.Entry, row.Machine!.Entry);
            Assert.Equal(["cloth-stretch-across", "machine-dial", "machine-record"], changes.Select(c => c.Code));
            Assert.Equal((75, 40), (changes[0].Figures["was"], changes[0].Figures["now"]));
            Assert.Equal(("upper-looper", 4, 5), (changes[1].Names["dial"], changes[1].Figures["wasNeutral"], changes[1].Figures["nowNeutral"]));
            Assert.Equal("The cloth's stretch across was 75 %, now 40.", SnapshotWords.Of(changes[0]));
            Assert.Equal("The upper looper dial of the machine was changed: neutral 4 → 5, 0–9 higher is tighter → 0–9 higher is tighter.", SnapshotWords.Of(changes[1]));
            Assert.Empty(changes.SelectMany(SnapshotWords.Lacks));
            return 0;
        });
    }

    [Fact]
    public async Task Nothing_changed_says_nothing()
    {
        var id = await KeepAsync(Jersey);
        await file.Do(async w =>
        {
            var row = await w.Setups.Include(s => s.Cloth).Include(s => s.Seam).Include(s => s.Machine).SingleAsync(s => s.Id == id);
            Assert.Empty(SnapshotChanges.Between(row.Snapshot, row.Cloth!.Entry, row.Seam!.Entry, row.Machine!.Entry));
            Assert.Equal("seam-described", Assert.Single(SnapshotChanges.Between(row.Snapshot, row.Cloth!.Entry, row.Seam!.Entry with { Plies = 3 }, row.Machine!.Entry)).Code);
            // The manual's table, typed in later, is something the set-up was not made with; a machine of another kind cannot have made it.
            var table = new ManualSetting { StitchId = row.Snapshot.Plan.StitchId, Dials = [new(Core.Threads.ThreadPosition.UpperLooper, 5)] };
            Assert.Equal("manual-table", Assert.Single(SnapshotChanges.Between(row.Snapshot, row.Cloth.Entry, row.Seam.Entry, Machine with { ManualTable = [table] })).Code);
            Assert.Equal("machine-kind", Assert.Single(SnapshotChanges.Between(row.Snapshot, row.Cloth.Entry, row.Seam.Entry, MachineTemplates.Plain("Other"))).Code);
            Assert.Equal("cloth-nature", Assert.Single(SnapshotChanges.Between(row.Snapshot, row.Cloth!.Entry with { Sheds = true }, row.Seam!.Entry, row.Machine!.Entry)).Code);
            var older = row.Snapshot with { Plan = row.Snapshot.Plan with { ModelVersion = "0" } };
            var version = Assert.Single(SnapshotChanges.Between(older, row.Cloth!.Entry, row.Seam!.Entry, row.Machine!.Entry));
            Assert.Equal(("model-version", "0"), (version.Code, version.Names["was"]));
            Assert.Empty(SnapshotWords.Lacks(version));
            return 0;
        });
    }

    [Theory]
    [InlineData("jersey", 1)]
    [InlineData("BENCH", 1)]
    [InlineData("hem edge", 1)]
    [InlineData("hem sleeve", 0)]
    [InlineData("hem “edge”", 1)]
    [InlineData("jersey bench 🧵", 1)]
    [InlineData("100%", 0)]
    [InlineData("_", 0)]
    [InlineData("", 1)]
    public async Task Set_ups_are_found_by_words_of_cloth_machine_or_seam(string question, int found)
    {
        await KeepAsync(Jersey);
        Assert.Equal(found, (await file.Do(w => w.FindSetupsAsync(question))).Count);
    }

    [Fact]
    public async Task Passed_set_ups_come_first_then_the_newest()
    {
        int first = await KeepAsync(Jersey), second = await KeepAsync(Jersey), third = await KeepAsync(Jersey);
        await file.Do(w => w.SetSwatchPassedAsync(second, 1, true));
        Assert.Equal([second, third, first], (await file.Do(w => w.FindSetupsAsync(null))).Select(s => s.Id));
        Assert.IsType<SaveResult.Stale>(await file.Do(w => w.SetSwatchPassedAsync(second, 1, false)));
        await file.Do(w => w.SetSwatchPassedAsync(second, 2, false));
        Assert.All(await file.Do(w => w.FindSetupsAsync(null)), s => Assert.Null(s.SwatchPassedAt));
    }

    [Fact]
    public async Task A_piece_of_work_lies_on_the_table_until_a_swatch_of_it_passes()
    {
        var (_, waiting, _) = await SaveAllAsync();
        var kept = await KeepAsync(Jersey);
        var table = await file.Do(w => w.OnTheTableAsync());
        Assert.Equal(2, table.Count);
        Assert.Null(table.Single(t => t.SeamId == waiting).SetupId);
        Assert.Equal(kept, table.Single(t => t.SeamId != waiting).SetupId);
        await file.Do(w => w.SetSwatchPassedAsync(kept, 1, true));
        Assert.Equal(waiting, Assert.Single(await file.Do(w => w.OnTheTableAsync())).SeamId);
    }

    private static SetupSnapshot Snapshot(ClothEntry cloth)
    {
        var figures = cloth.Resolve().Value!;
        return new SetupSnapshot(cloth, figures, Seam, Machine, Planner.Plan(PlanQuestion.OnOne(figures, Seam, Machine, ChosenSchools.Default)).Value!.Best.Plan);
    }

    private async Task<(int Cloth, int Seam, int Machine)> SaveAllAsync()
    {
        async Task<int> Id(Func<Workroom, Task<SaveResult>> save) => Assert.IsType<SaveResult.Saved>(await file.Do(save)).Id;
        var cloth = await Id(w => w.SaveAsync(Jersey, null, 0, Guid.NewGuid()));
        return (cloth, await Id(w => w.SaveAsync(Seam, cloth, null, 0, Guid.NewGuid())), await Id(w => w.SaveAsync(Machine, null, 0, Guid.NewGuid())));
    }

    private async Task<int> KeepAsync(ClothEntry cloth)
    {
        var saved = await SaveAllAsync();
        return Assert.IsType<SaveResult.Saved>(await file.Do(w => w.KeepAsync(Snapshot(cloth), saved.Seam, saved.Cloth, saved.Machine, Guid.NewGuid()))).Id;
    }
}
