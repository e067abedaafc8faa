using System.Globalization;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Swatches;

namespace YieldingLoop.Store;

/// <summary>A swatch in a list.</summary>
/// <param name="Id">The number that is written on the cloth.</param>
/// <param name="Name">The set-up it is of.</param>
/// <param name="Cloth">The cloth's name.</param>
/// <param name="Machine">The machine's name.</param>
/// <param name="CreatedAt">When it was written down.</param>
/// <param name="Passed">Whether it passed.</param>
/// <param name="Entry">What was read.</param>
public sealed record SwatchListing(int Id, string Name, string Cloth, string Machine, DateTimeOffset CreatedAt, bool Passed, SwatchEntry Entry);

/// <summary>What a list of swatches is asked for. What is null is not asked.</summary>
public sealed record SwatchQuestion
{
    /// <summary>On this cloth.</summary>
    public int? ClothId { get; init; }

    /// <summary>From this machine.</summary>
    public int? MachineId { get; init; }

    /// <summary>Of this set-up.</summary>
    public int? SetupId { get; init; }

    /// <summary>With a thread of this kind in it.</summary>
    public string? ThreadKindId { get; init; }

    /// <summary>Passed, or not.</summary>
    public bool? Passed { get; init; }

    /// <summary>Written down from this moment on.</summary>
    public DateTimeOffset? From { get; init; }

    /// <summary>Written down before this moment.</summary>
    public DateTimeOffset? Before { get; init; }

    /// <summary>Whether anything is asked.</summary>
    public bool Any => this != new SwatchQuestion();
}

/// <summary>The workroom's swatches. Each is of one kept set-up, and judged against that set-up's own targets.</summary>
public sealed class Swatches(WorkroomContext context, TimeProvider clock)
{
    /// <summary>Most swatches one machine learns from: the newest.</summary>
    public const int MostTaught = 400;

    private readonly RowWriter writer = new(context, clock);

    public IQueryable<SwatchRow> All => context.Swatches.AsNoTracking();

    /// <summary>
    /// Writes a swatch down. What it was sewn with is on the machine then. Where it passed with the numbers of its card, the card
    /// has passed with it; a card whose passing rested on this swatch, and that does not pass any more, has not.
    /// </summary>
    /// <param name="entry">The swatch.</param>
    /// <param name="setupId">The set-up it is of.</param>
    /// <param name="id">The swatch; null for a new one.</param>
    /// <param name="version">Version it was opened in.</param>
    /// <param name="key">The form's key.</param>
    /// <returns><see cref="SaveResult.Missing"/> where there is no such set-up or swatch.</returns>
    public Task<SaveResult> SaveAsync(SwatchEntry entry, int setupId, int? id, int version, Guid key) => context.InTurnAsync<SaveResult>(async () =>
    {
        if (await context.Setups.Include(s => s.Machine).FirstOrDefaultAsync(s => s.Id == setupId) is not { } setup)
        {
            return new SaveResult.Missing();
        }

        var row = id is null ? new SwatchRow { Name = setup.Name, Entry = entry } : await context.Swatches.FirstOrDefaultAsync(s => s.Id == id);
        if (row is null)
        {
            return new SaveResult.Missing();
        }

        Fill(row, entry, setup);
        (row.SetupId, row.SeamId, row.ClothId, row.MachineId) = (setupId, setup.SeamId, setup.ClothId, setup.MachineId);
        if (entry.Photo is { } photo && await context.Photos.Where(p => p.Key == photo.Key).Select(p => (int?)p.Id).FirstOrDefaultAsync() is { } photoId)
        {
            row.PhotoId = photoId;
        }
        else
        {
            // An older copy that was restored may not know the photo of a form that was open.
            (row.PhotoId, row.Entry) = (null, entry with { Photo = null });
        }

        (row.PutAwayAt, row.PutAwayWith) = (null, null);
        var result = id is null ? await writer.InsertAsync(row, key) : await writer.UpdateAsync(row, version, key);
        if (result is SaveResult.Saved { Again: false } saved)
        {
            await SettleAsync(setup, saved.Id, row.Passed && AsCard(setup.Snapshot.Plan, entry), id is null && !entry.InWear ? row : null);
        }

        return result;
    });

    /// <summary>Writes an entry into its row, with what follows from it.</summary>
    internal static void Fill(SwatchRow row, SwatchEntry entry, SetupRow setup)
    {
        row.Entry = entry;
        (row.Passed, row.LeftOut) = (!entry.InWear && SwatchVerdict.Of(setup.Snapshot.Plan.Targets, entry.Read).Passed, entry.LeftOut is not null);
        (row.Lesson, row.ThreadKinds) = (LessonOf(setup.Snapshot, entry), KindsOf(setup.Snapshot, entry));
    }

    private async Task SettleAsync(SetupRow setup, int swatchId, bool passes, SwatchRow? sewnNow)
    {
        if (passes && setup.PassedBySwatchId is null)
        {
            (setup.SwatchPassedAt, setup.PassedBySwatchId) = (setup.SwatchPassedAt ?? clock.GetUtcNow(), swatchId);
            setup.Version += 1;
        }
        else if (!passes && setup.PassedBySwatchId == swatchId)
        {
            // Another one may have passed too.
            var others = await All.Where(s => s.SetupId == setup.Id && s.Id != swatchId && s.Passed && s.PutAwayAt == null).OrderBy(s => s.Id).ToListAsync();
            setup.PassedBySwatchId = others.Find(s => AsCard(setup.Snapshot.Plan, s.Entry))?.Id;
            setup.SwatchPassedAt = setup.PassedBySwatchId is null ? null : setup.SwatchPassedAt;
            setup.Version += 1;
        }

        if (sewnNow is not null && await context.States.FirstOrDefaultAsync(s => s.Id == setup.MachineId) is { } state)
        {
            await NeedleSeats.SetAsync(context, state, sewnNow.Entry.Setup.OnMachine(setup.Machine!.Entry).Over(state.Entry), clock.GetUtcNow(), sewnNow.CreatedAt);
        }

        await context.SaveChangesAsync();
    }

    /// <summary>What a swatch of a set-up is sewn with: the machine as it stands, where it makes the card's stitch; else the card's own set-up.</summary>
    /// <param name="snapshot">The set-up.</param>
    /// <param name="state">What is on the machine.</param>
    public static Setup AsSewn(SetupSnapshot snapshot, Setup state)
    {
        var plan = snapshot.Plan;
        var stands = state.Over(plan.Setup) with { StitchId = plan.Setup.StitchId, Flatlock = plan.Setup.Flatlock, Tape = plan.Setup.Tape };
        return CaseOf(snapshot, new() { Setup = stands })?.Geometry.Stitch == plan.Stitch ? stands : plan.Setup;
    }

    /// <summary>Whether a swatch was sewn with the numbers of its card.</summary>
    public static bool AsCard(SetupPlan plan, SwatchEntry entry) => SetupDifferences.Between(plan.Setup, entry.Setup.Over(plan.Setup)).Count == 0;

    /// <summary>Most swatches of one set-up that stand on its own pages: the newest.</summary>
    public const int MostBeside = 12;

    /// <summary>The newest swatches of a set-up.</summary>
    public async Task<IReadOnlyList<SwatchListing>> OfSetupAsync(int setupId) => await Listed(NewestFirst(Asked(new() { SetupId = setupId }))).Take(MostBeside).ToListAsync();

    /// <summary>Swatches that a question asks for, the newest first.</summary>
    /// <remarks>The numbers of a page are found in an index alone; only what stands on it is read.</remarks>
    public async Task<ListPage<SwatchListing>> ListAsync(SwatchQuestion question, int page = 1)
    {
        var asked = NewestFirst(Asked(question)).Select(s => s.Id);
        List<int> ids = page <= 1 ? await asked.Take(ListPage.Size).ToListAsync() : [];
        // A first page that is not full is all there is: whoever asks for what is rare waits once.
        var total = page <= 1 && ids.Count < ListPage.Size ? ids.Count : await Asked(question).CountAsync();
        page = ListPage.Clamp(page, total, ListPage.Size);
        ids = page > 1 ? await asked.Skip((page - 1) * ListPage.Size).Take(ListPage.Size).ToListAsync() : ids;
        return new(await Listed(NewestFirst(All.Where(s => ids.Contains(s.Id)))).ToListAsync(), total, page, ListPage.Size);
    }

    private static IQueryable<SwatchRow> NewestFirst(IQueryable<SwatchRow> rows) => rows.OrderByDescending(s => s.CreatedAt).ThenByDescending(s => s.Id);

    private IQueryable<SwatchRow> Asked(SwatchQuestion question)
    {
        var asked = All.Where(s => s.PutAwayAt == null);
        asked = question.ClothId is { } cloth ? asked.Where(s => s.ClothId == cloth) : asked;
        asked = question.MachineId is { } machine ? asked.Where(s => s.MachineId == machine) : asked;
        asked = question.SetupId is { } setup ? asked.Where(s => s.SetupId == setup) : asked;
        asked = question.Passed is { } passed ? asked.Where(s => s.Passed == passed) : asked;
        asked = question.From is { } from ? asked.Where(s => s.CreatedAt >= from) : asked;
        asked = question.Before is { } before ? asked.Where(s => s.CreatedAt < before) : asked;
        var kind = $" {question.ThreadKindId} ";
        return question.ThreadKindId is null ? asked : asked.Where(s => s.ThreadKinds.Contains(kind));
    }

    private static IQueryable<SwatchListing> Listed(IQueryable<SwatchRow> rows) =>
        rows.Select(s => new SwatchListing(s.Id, s.Name, s.Cloth!.Name, s.Machine!.Name, s.CreatedAt, s.Passed, s.Entry));

    /// <summary>The swatches of a machine, as they teach, the newest first.</summary>
    /// <param name="machineId">The machine.</param>
    /// <param name="except">A swatch that does not count, because it is the one that is looked at.</param>
    public async Task<IReadOnlyList<TaughtSwatch>> OfMachineAsync(int machineId, int? except = null)
    {
        var rows = await All.Where(s => s.MachineId == machineId && s.PutAwayAt == null && s.Id != except).OrderByDescending(s => s.CreatedAt).ThenByDescending(s => s.Id).Take(MostTaught)
            .Select(s => new { s.Id, s.ClothId, s.Lesson, s.LeftOut }).ToListAsync();
        var outdated = rows.Where(r => r.Lesson is not { ModelVersion: SeamModel.Version }).Select(r => r.Id).ToList();
        var anew = outdated.Count == 0 ? [] : (await All.Where(s => outdated.Contains(s.Id)).Select(s => new { s.Id, s.Entry, s.Setup!.Snapshot }).ToListAsync()).ToDictionary(s => s.Id, s => LessonOf(s.Snapshot, s.Entry));
        return [.. rows.Select(r => (r.Lesson is { ModelVersion: SeamModel.Version } lesson ? lesson : anew[r.Id]) is { } known ? new TaughtSwatch(r.Id, ClothKey(r.ClothId), known) { LeftOut = r.LeftOut } : null).OfType<TaughtSwatch>()];
    }

    /// <summary>Whether a swatch of a machine passed since a moment.</summary>
    public Task<bool> PassedSinceAsync(int machineId, DateTimeOffset since) => All.AnyAsync(s => s.MachineId == machineId && s.PutAwayAt == null && s.Passed && s.CreatedAt >= since);

    /// <summary>What the swatches of a machine have taught of a cloth.</summary>
    public async Task<MachineLearnt> LearntAsync(int machineId, int clothId) => Teaching.OfMachine(await OfMachineAsync(machineId), ClothKey(clothId));

    /// <summary>A swatch as it teaches. A cloth on record is a kind of its own.</summary>
    public static TaughtSwatch TaughtOf(int id, int clothId, SwatchEntry entry, SeamCase sewn) => new(id, ClothKey(clothId), Lesson.Of(sewn, entry.Read, entry.CrackledAtPercent)) { LeftOut = entry.LeftOut is not null };

    private static Lesson? LessonOf(SetupSnapshot snapshot, SwatchEntry entry) => CaseOf(snapshot, entry) is { } sewn ? Lesson.Of(sewn, entry.Read, entry.CrackledAtPercent) : null;

    private static string KindsOf(SetupSnapshot snapshot, SwatchEntry entry) => $" {string.Join(' ', entry.Setup.Over(snapshot.Plan.Setup).Threads.Select(t => t.Value.KindId).Distinct().Order(StringComparer.Ordinal))} ";

    /// <summary>What tells one kind of cloth from another.</summary>
    public static string ClothKey(int clothId) => clothId.ToString(CultureInfo.InvariantCulture);

    /// <summary>What the seam model reads of a swatch as it was sewn; null where something it needs is not known.</summary>
    public static SeamCase? CaseOf(SetupSnapshot snapshot, SwatchEntry entry) =>
        entry.Setup.Over(snapshot.Plan.Setup).Case(snapshot.Plan.Tuned(snapshot.Machine), snapshot.ClothFigures, snapshot.Seam, snapshot.Plan.Need, snapshot.Plan.Schools).Value;
}
