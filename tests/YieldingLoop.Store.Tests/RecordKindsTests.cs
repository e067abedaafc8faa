using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Words;
using YieldingLoop.Store.Backup;
using YieldingLoop.Store.Demo;
using YieldingLoop.Store.Records;

namespace YieldingLoop.Store.Tests;

/// <summary>The one list of what the workroom keeps, against the database.</summary>
public sealed class RecordKindsTests : IDisposable
{
    private readonly WorkroomFile file = new();

    public RecordKindsTests() => file.Open(context => DemoLoader.Load(context, file.Clock.Now));

    public void Dispose() => file.Dispose();

    [Fact]
    public void Every_record_of_the_database_stands_in_the_list_once_under_its_own_table()
    {
        using var context = file.Context();
        // A draft is no record, of settings there is one row, a photo is part of a swatch; needles in their seats and what was sewn follow what is said elsewhere; feeds and access keys are keys; an import says what was done.
        var kept = context.Model.GetEntityTypes().Where(e => e.ClrType != typeof(DraftRow) && e.ClrType != typeof(SettingsRow) && e.ClrType != typeof(PhotoRow) && e.ClrType != typeof(SeatedNeedleRow) && e.ClrType != typeof(SewnRow) && e.ClrType != typeof(FeedRow) && e.ClrType != typeof(AccessKeyRow) && e.ClrType != typeof(ImportRow)).ToList();
        Assert.All(kept, e => Assert.True(typeof(Row).IsAssignableFrom(e.ClrType)));
        Assert.Equal(kept.Select(e => (e.ClrType.Name, e.GetTableName())).Order(), RecordKinds.All.Select(t => (t.RowType.Name, (string?)t.Table)).Order());
        Assert.Equal(Enum.GetValues<RecordKind>().Order(), RecordKinds.All.Select(t => t.Kind).Order());
        Assert.All(RecordKinds.All, t => Assert.Same(t, RecordKinds.Of(t.Kind)));
        Assert.Throws<ArgumentOutOfRangeException>(() => RecordKinds.Of((RecordKind)99));
    }

    [Fact]
    public void A_kind_stands_after_those_it_refers_to()
    {
        using var context = file.Context();
        var order = RecordKinds.All.Select((t, i) => (t.RowType, i)).ToDictionary(t => t.RowType, t => t.i);
        var keys = RecordKinds.All.SelectMany(t => context.Model.FindEntityType(t.RowType)!.GetForeignKeys()).Where(k => k.PrincipalEntityType.ClrType != typeof(PhotoRow)).ToList();
        Assert.NotEmpty(keys);
        Assert.All(keys, k => Assert.True(k.PrincipalEntityType == k.DeclaringEntityType || order[k.PrincipalEntityType.ClrType] < order[k.DeclaringEntityType.ClrType]));
    }

    [Fact]
    public async Task The_demo_has_every_kind_and_all_that_can_be_put_away_goes_and_comes_with_it()
    {
        await using var context = file.Context();
        Assert.All(RecordKinds.All, t => Assert.True(t.Rows(context).Any(), t.Table));
        var with = await new PutAwayShelf(context, file.Clock).PutDemoAwayAsync();
        Assert.All(RecordKinds.PutAway, t => Assert.False(t.Rows(context).AsNoTracking().Any(r => r.PutAwayAt == null), t.Table));
        await new PutAwayShelf(context, file.Clock).BringBackAsync(with!.Value);
        Assert.All(RecordKinds.PutAway, t => Assert.True(t.Rows(context).AsNoTracking().All(r => r.PutAwayAt == null), t.Table));
    }

    [Fact]
    public async Task What_is_not_put_away_by_itself_is_refused()
    {
        foreach (var type in RecordKinds.All.Where(t => !t.CanBePutAway))
        {
            await Assert.ThrowsAsync<ArgumentOutOfRangeException>(() => file.OnShelf(s => s.PutAwayAsync(type.Kind, 1, 1)));
        }
    }

    [Fact]
    public async Task A_form_that_became_a_record_of_any_kind_is_no_draft_again()
    {
        foreach (var type in RecordKinds.Typed)
        {
            await using var context = file.Context();
            var key = await type.Rows(context).Select(r => r.SubmissionKey).FirstAsync();
            Assert.False(await file.InDrafts(d => d.KeepAsync(key, type.FormPath + "new", type.Unnamed!, [])), type.Table);
        }

        Assert.True(await file.InDrafts(d => d.KeepAsync(Guid.NewGuid(), "/cloths/new", "a cloth", [])));
    }

    [Fact]
    public async Task A_restore_says_what_it_changes_of_every_kind()
    {
        foreach (var type in RecordKinds.All)
        {
            var copy = file.Backups.Make(BackupReason.ByHand);
            await using (var context = file.Context())
            {
                await type.Rows(context).Where(r => r.Id == type.Rows(context).Min(x => x.Id)).ExecuteUpdateAsync(change => change.SetProperty(r => r.Name, r => r.Name + " anew"));
            }

            var effect = Assert.Single(Restoring.Preview(file.Backups, copy).Effects);
            Assert.Equal(type.Kind, effect.Kind);
            Assert.EndsWith(" anew", Assert.Single(effect.Changes), StringComparison.Ordinal);
            Assert.Empty(effect.Goes);
            Restoring.Restore(file.Backups, copy);
            Assert.True(Restoring.Preview(file.Backups, copy).ChangesNothing);
            file.Clock.Now += TimeSpan.FromMinutes(1);
        }
    }

    [Fact]
    public void Every_kind_that_is_typed_has_names_for_its_fields() =>
        Assert.All(RecordKinds.Typed, t => Assert.Contains(Vocabulary.FieldPaths, path => path.StartsWith(t.Noun + ".", StringComparison.Ordinal)));
}
