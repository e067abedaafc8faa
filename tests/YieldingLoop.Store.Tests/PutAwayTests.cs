using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Units;
using YieldingLoop.Store.Demo;
using YieldingLoop.Store.Formats;
using YieldingLoop.Store.Records;

namespace YieldingLoop.Store.Tests;

/// <summary>Putting away, drafts and settings.</summary>
public sealed class PutAwayTests : IDisposable
{
    private static readonly ClothEntry Jersey = new() { Name = "Jersey", TypicalId = "elastane-jersey" };

    private readonly WorkroomFile file = new();

    public PutAwayTests() => file.Open();

    public void Dispose() => file.Dispose();

    private void LoadDemo()
    {
        using var context = file.Context();
        DemoLoader.Load(context, file.Clock.Now);
    }

    [Theory]
    [InlineData(RecordKind.Cloth, 1)]
    [InlineData(RecordKind.Machine, 1)]
    [InlineData(RecordKind.Seam, 8)]
    [InlineData(RecordKind.Setup, 1)]
    public async Task What_is_put_away_leaves_the_lists_and_comes_back(RecordKind kind, int id)
    {
        LoadDemo();
        var before = await CountsAsync();
        Assert.IsType<SaveResult.Saved>(await file.OnShelf(s => s.PutAwayAsync(kind, id, 1)));
        var away = await CountsAsync();
        Assert.NotEqual(before, away);
        var listed = Assert.Single(await file.OnShelf(s => s.ListAsync()));
        Assert.Equal([(kind, 1)], listed.Counts);
        Assert.True(listed.Demo);
        Assert.Equal(listed.With, await file.OnShelf(s => s.AwayWithAsync(kind, id)));
        Assert.Equal(new SaveResult.Saved(id, Again: true), await file.OnShelf(s => s.PutAwayAsync(kind, id, 1)));

        Assert.Equal(1, (await file.OnShelf(s => s.BringBackAsync(listed.With))).Count);
        Assert.Equal(before, await CountsAsync());
        Assert.Empty(await file.OnShelf(s => s.ListAsync()));
    }

    [Fact]
    public async Task A_kept_set_up_outlives_all_it_was_made_from()
    {
        LoadDemo();
        var kept = await SetupAsync();
        await file.OnShelf(s => s.PutAwayAsync(RecordKind.Cloth, kept.ClothId, 1));
        await file.OnShelf(s => s.PutAwayAsync(RecordKind.Machine, kept.MachineId, 1));
        await file.OnShelf(s => s.PutAwayAsync(RecordKind.Seam, kept.SeamId, 1));
        var still = await SetupAsync();
        Assert.Equal(StoredFormat.Write(kept.Snapshot), StoredFormat.Write(still.Snapshot));
        Assert.NotNull(still.Cloth);
        Assert.NotNull(still.Machine);
        Assert.Empty(SnapshotChanges.Between(still.Snapshot, still.Cloth.Entry, still.Seam!.Entry, still.Machine.Entry));
        Assert.Contains(await file.Do(w => w.FindSetupsAsync(null)), s => s.Id == kept.Id);

        Task<SetupRow> SetupAsync() => file.Do(w => w.Setups.Include(s => s.Cloth).Include(s => s.Machine).Include(s => s.Seam).FirstAsync(s => s.Id == 1));
    }

    [Fact]
    public async Task What_was_changed_meanwhile_is_not_hidden()
    {
        LoadDemo();
        await file.Do(w => w.SaveAsync(Jersey, 1, 1, Guid.NewGuid()));
        Assert.Equal(new SaveResult.Stale(2), await file.OnShelf(s => s.PutAwayAsync(RecordKind.Cloth, 1, 1)));
        Assert.Empty(await file.OnShelf(s => s.ListAsync()));
        Assert.IsType<SaveResult.Missing>(await file.OnShelf(s => s.PutAwayAsync(RecordKind.Cloth, 99, 1)));
    }

    [Fact]
    public async Task An_edit_begun_before_the_record_was_put_away_is_stale_and_saving_it_again_brings_the_record_back()
    {
        LoadDemo();
        await file.OnShelf(s => s.PutAwayAsync(RecordKind.Cloth, 1, 1));
        Assert.Equal(new SaveResult.Stale(2), await file.Do(w => w.SaveAsync(Jersey, 1, 1, Guid.NewGuid())));
        Assert.IsType<SaveResult.Saved>(await file.Do(w => w.SaveAsync(Jersey, 1, 2, Guid.NewGuid())));
        Assert.Contains(await file.Do(w => w.ListClothsAsync()), c => c.Id == 1);
    }

    [Fact]
    public async Task The_demo_goes_and_comes_back_in_one_go_and_takes_nothing_of_one_s_own_with_it()
    {
        LoadDemo();
        await file.Do(w => w.SaveAsync(Jersey, null, 0, Guid.NewGuid()));
        await file.OnShelf(s => s.PutAwayAsync(RecordKind.Machine, 1, 1));
        var with = await file.OnShelf(s => s.PutDemoAwayAsync());
        Assert.Equal((1, 0, 0, 0), await CountsAsync());
        Assert.False(await file.OnShelf(s => s.DemoInUseAsync()));
        Assert.Null(await file.OnShelf(s => s.PutDemoAwayAsync()));

        var all = DemoWorkroom.Cloths.Count + DemoWorkroom.Machines.Count + DemoDrawer.Needles.Count + DemoDrawer.Threads.Count + DemoWorkroom.Seams.Count + DemoWorkroom.Seams.Count(s => s.Machine >= 0) + 1 + DemoWorkroom.Rules.Count + 2 * DemoSwatches.Seams.Count + DemoPractice.Attempts().Count + DemoGarments.Wearers.Count + DemoGarments.All.Count + 1 + DemoCare.Done.Count + DemoCare.Sat.Count + 1;
        Assert.Equal(all - 1, (await file.OnShelf(s => s.BringBackAsync(with!.Value))).Count);
        // What was put away by itself before stays where it was put.
        Assert.Equal([(RecordKind.Machine, 1)], Assert.Single(await file.OnShelf(s => s.ListAsync())).Counts);
        Assert.True(await file.OnShelf(s => s.DemoInUseAsync()));
    }

    [Fact]
    public async Task A_draft_is_kept_as_typed_replaced_as_typing_goes_on_and_gone_once_saved()
    {
        var key = Guid.NewGuid();
        await KeepAsync(key, "first");
        await KeepAsync(key, "second “quoted” 🧵\n");
        var listed = Assert.Single(await file.InDrafts(d => d.ListAsync()));
        var draft = await file.InDrafts(d => d.FindAsync(listed.Id));
        Assert.Equal([new DraftField("Input.Name", "second “quoted” 🧵\n"), new DraftField("Input.Name", "twice")], draft!.Fields);
        Assert.Empty(await file.Do(w => w.ListClothsAsync()));

        await file.Do(w => w.SaveAsync(Jersey, null, 0, key));
        Assert.Empty(await file.InDrafts(d => d.ListAsync()));
    }

    [Fact]
    public async Task A_draft_stays_where_its_record_could_not_be_saved()
    {
        var key = Guid.NewGuid();
        await file.Do(w => w.SaveAsync(Jersey, null, 0, Guid.NewGuid()));
        await file.Do(w => w.SaveAsync(Jersey, 1, 1, Guid.NewGuid()));
        await KeepAsync(key, "mine");
        Assert.IsType<SaveResult.Stale>(await file.Do(w => w.SaveAsync(Jersey, 1, 1, key)));
        Assert.Single(await file.InDrafts(d => d.ListAsync()));
    }

    [Fact]
    public async Task Drafts_are_offered_where_their_form_is_and_only_there()
    {
        await KeepAsync(Guid.NewGuid(), "a", "/cloths/new");
        await KeepAsync(Guid.NewGuid(), "b", "/cloths/new?for=seam");
        await KeepAsync(Guid.NewGuid(), "c", "/cloths/newer");
        Assert.Equal(["b", "a"], (await file.InDrafts(d => d.ListAtAsync("/cloths/new"))).Select(d => d.Title));
    }

    [Fact]
    public async Task Saving_one_draft_from_many_sides_at_once_keeps_one()
    {
        var key = Guid.NewGuid();
        await Task.WhenAll(Enumerable.Range(0, 8).Select(i => Task.Run(() => KeepAsync(key, $"typed {i}"))));
        Assert.Single(await file.InDrafts(d => d.ListAsync()));
    }

    [Fact]
    public async Task Of_two_messages_of_one_page_the_later_stands_whichever_comes_last()
    {
        var key = Guid.NewGuid();
        await KeepAsync(key, "second", turn: new("page", 2));
        Assert.True(await KeepAsync(key, "first", turn: new("page", 1)));
        Assert.Equal("second", Assert.Single(await file.InDrafts(d => d.ListAsync())).Title);
        // Taken up again, perhaps on another device, a page counts from the start.
        await KeepAsync(key, "taken up again", turn: new("another page", 1));
        Assert.Equal("taken up again", Assert.Single(await file.InDrafts(d => d.ListAsync())).Title);
    }

    [Fact]
    public async Task Of_many_messages_at_once_the_latest_stands()
    {
        var key = Guid.NewGuid();
        await Task.WhenAll(Enumerable.Range(0, 12).Select(i => Task.Run(() => KeepAsync(key, $"typed {i}", turn: new("page", i)))));
        Assert.Equal("typed 11", Assert.Single(await file.InDrafts(d => d.ListAsync())).Title);
    }

    [Fact]
    public async Task The_drafts_left_longest_make_room()
    {
        for (var i = 0; i < Drafts.Most + 3; i++)
        {
            file.Clock.Now = file.Clock.Now.AddSeconds(1);
            await KeepAsync(Guid.NewGuid(), $"{i}");
        }

        var titles = (await file.InDrafts(d => d.ListAsync(size: 500))).Select(d => d.Title).ToList();
        Assert.Equal(Drafts.Most, titles.Count);
        Assert.DoesNotContain("2", titles);
        Assert.Contains("3", titles);
    }

    [Fact]
    public async Task Settings_are_the_defaults_until_chosen_and_a_stale_choice_changes_nothing()
    {
        Assert.Equal(StoredSettings.Default, await file.InSettings(s => s.ReadAsync()));
        var inches = new WorkroomSettings { Lengths = LengthUnit.Inch, Words = WordRegion.American };
        Assert.IsType<SaveResult.Saved>(await file.InSettings(s => s.SaveAsync(inches, 0)));
        Assert.Equal(new SaveResult.Stale(1), await file.InSettings(s => s.SaveAsync(new WorkroomSettings(), 0)));
        Assert.Equal(new StoredSettings(inches, 1), await file.InSettings(s => s.ReadAsync()));
        Assert.IsType<SaveResult.Saved>(await file.InSettings(s => s.SaveAsync(new WorkroomSettings(), 1)));
    }

    [Fact]
    public async Task A_late_message_does_not_bring_a_saved_form_back_as_unfinished()
    {
        var key = Guid.NewGuid();
        await file.Do(w => w.SaveAsync(Jersey, null, 0, key));
        Assert.False(await KeepAsync(key, "late"));
        Assert.Empty(await file.InDrafts(d => d.ListAsync()));
    }

    private Task<bool> KeepAsync(Guid key, string typed, string path = "/cloths/new", DraftTurn? turn = null) =>
        file.InDrafts(d => d.KeepAsync(key, path, typed, [new("Input.Name", typed), new("Input.Name", "twice")], turn));

    private async Task<(int Cloths, int Machines, int Work, int Setups)> CountsAsync() => (
        (await file.Do(w => w.ListClothsAsync())).Count,
        (await file.Do(w => w.ListMachinesAsync())).Count,
        (await file.Do(w => w.OnTheTableAsync())).Count,
        (await file.Do(w => w.FindSetupsAsync(null))).Count);
}
