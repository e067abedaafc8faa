using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Garments;

namespace YieldingLoop.Store;

/// <summary>A garment that is begun from a kind.</summary>
/// <param name="Name">The user's name for it.</param>
/// <param name="Kind">The kind.</param>
/// <param name="ClothId">The cloth of its seams.</param>
/// <param name="SecondClothId">The cloth of its bands or elastics; null where they are of the first.</param>
/// <param name="Sizes">For whom, and how many.</param>
public sealed record GarmentStart(string Name, GarmentKind Kind, int ClothId, int? SecondClothId, IReadOnlyList<GarmentSize> Sizes);

/// <summary>
/// Reads and writes garments and those they are for. A garment and the seams it is made of are written together, both or
/// neither; so is what whoever asks most asks of them.
/// </summary>
public sealed class Garments(WorkroomContext context, TimeProvider clock)
{
    private readonly RowWriter writer = new(context, clock);

    /// <summary>Every garment.</summary>
    public IQueryable<GarmentRow> All => context.Garments.AsNoTracking();

    /// <summary>Every wearer and size.</summary>
    public IQueryable<WearerRow> Wearers => context.Wearers.AsNoTracking();

    /// <summary>Most wearers and sizes to choose from at once.</summary>
    public const int MostOffered = 200;

    /// <summary>Wearers and sizes in use by name.</summary>
    public Task<ListPage<WearerRow>> ListWearersAsync(int page = 1, int size = ListPage.Size) => Wearers.Where(w => w.PutAwayAt == null).OrderBy(w => w.Name).ThenBy(w => w.Id).PageAsync(page, size);

    /// <summary>Garments in use, the last changed first.</summary>
    public Task<ListPage<GarmentRow>> ListAsync(int page = 1, int size = ListPage.Size) =>
        All.Where(g => g.PutAwayAt == null).OrderByDescending(g => g.ChangedAt).ThenByDescending(g => g.Id).PageAsync(page, size);

    /// <summary>The pieces of work of a garment, by number, put away or not.</summary>
    public Task<Dictionary<int, SeamRow>> WorksAsync(Garment garment) => WorksAsync([garment]);

    /// <summary>The pieces of work of several garments.</summary>
    public Task<Dictionary<int, SeamRow>> WorksAsync(IEnumerable<Garment> garments)
    {
        var ids = WorkIds(garments);
        return context.Seams.AsNoTracking().Include(s => s.Cloth).Where(s => ids.Contains(s.Id)).ToDictionaryAsync(s => s.Id);
    }

    /// <summary>The set-up each piece of work is sewn with as things stand, by its number: one whose swatch passed, or else the newest.</summary>
    public Task<Dictionary<int, SetupRow>> SetupsAsync(Garment garment) => SetupsAsync([garment]);

    /// <summary>The set-ups of the pieces of work of several garments.</summary>
    public async Task<Dictionary<int, SetupRow>> SetupsAsync(IEnumerable<Garment> garments)
    {
        var ids = WorkIds(garments);
        var kept = await context.Setups.AsNoTracking().Where(s => ids.Contains(s.SeamId) && s.PutAwayAt == null && !s.Superseded).Select(s => new { s.Id, s.SeamId, s.SwatchPassedAt }).ToListAsync();
        var chosen = kept.GroupBy(s => s.SeamId).Select(g => g.OrderByDescending(s => s.SwatchPassedAt is not null).ThenByDescending(s => s.Id).First().Id).ToList();
        return await context.Setups.AsNoTracking().Where(s => chosen.Contains(s.Id)).ToDictionaryAsync(s => s.SeamId);
    }

    /// <summary>Pieces of work that are not in a garment yet, the last touched first, as many as are offered at once.</summary>
    public Task<List<SeamRow>> OtherWorksAsync(Garment garment)
    {
        var ids = garment.Seams.Select(s => s.WorkId).ToList();
        return context.Seams.AsNoTracking().Include(s => s.Cloth).Where(s => s.PutAwayAt == null && !ids.Contains(s.Id)).OrderByDescending(s => s.ChangedAt).ThenByDescending(s => s.Id).Take(MostOffered).ToListAsync();
    }

    /// <summary>Those a garment is for, in its own order, put away or not.</summary>
    public async Task<IReadOnlyList<WearerRow>> ForAsync(Garment garment)
    {
        var ids = garment.Sizes.Select(s => s.WearerId).ToList();
        var rows = await Wearers.Where(w => ids.Contains(w.Id)).ToDictionaryAsync(w => w.Id);
        return [.. ids.Where(rows.ContainsKey).Select(id => rows[id])];
    }

    /// <summary>Saves a person or a size; what garments ask of their seams follows.</summary>
    public Task<SaveResult> SaveAsync(Wearer entry, int? id, int version, Guid key) => context.InTurnAsync(async () =>
    {
        var row = id is null ? new WearerRow { Name = "", Entry = entry } : await context.Wearers.FirstOrDefaultAsync(w => w.Id == id);
        if (row is null)
        {
            return new SaveResult.Missing();
        }

        (row.Name, row.Entry, row.PutAwayAt, row.PutAwayWith) = (entry.Name.Trim(), entry, null, null);
        var saved = id is null ? await writer.InsertAsync(row, key) : await writer.UpdateAsync(row, version, key);
        if (saved is SaveResult.Saved { Again: false } && id is { } wearer)
        {
            foreach (var garment in (await context.Garments.AsNoTracking().Where(g => g.PutAwayAt == null).ToListAsync()).Where(g => g.Entry.Sizes.Any(s => s.WearerId == wearer)))
            {
                await AskAsync(garment.Entry);
            }
        }

        return saved;
    });

    /// <summary>Saves a garment, and in its seams the figures of whoever asks most; <see cref="SaveResult.Missing"/> also where a seam or wearer of it does not exist.</summary>
    public Task<SaveResult> SaveAsync(Garment entry, int? id, int version, Guid key) => context.InTurnAsync(async () =>
    {
        var row = id is null ? new GarmentRow { Name = "", Entry = entry } : await context.Garments.FirstOrDefaultAsync(g => g.Id == id);
        if (row is null || !await ExistAsync(entry))
        {
            return new SaveResult.Missing();
        }

        (row.Name, row.Entry, row.PutAwayAt, row.PutAwayWith) = (entry.Name.Trim(), entry, null, null);
        var saved = id is null ? await writer.InsertAsync(row, key) : await writer.UpdateAsync(row, version, key);
        if (saved is SaveResult.Saved { Again: false })
        {
            await AskAsync(entry);
        }

        return saved;
    });

    /// <summary>Makes a garment of a kind: its seams as pieces of work on its cloths, and the garment of them.</summary>
    /// <returns><see cref="SaveResult.Missing"/> where a cloth or a wearer does not exist, or the second cloth's figures are not whole.</returns>
    public Task<SaveResult> MakeAsync(GarmentStart start, Guid key) => context.InTurnAsync(async () =>
    {
        if (await context.Garments.AsNoTracking().Where(g => g.SubmissionKey == key).Select(g => (int?)g.Id).FirstOrDefaultAsync() is { } made)
        {
            return new SaveResult.Saved(made, Again: true);
        }

        var second = start.SecondClothId is { } number ? await context.Cloths.AsNoTracking().FirstOrDefaultAsync(c => c.Id == number) : null;
        var figures = second?.Entry.Resolve().Value;
        if (!await context.Cloths.AnyAsync(c => c.Id == start.ClothId) || (start.SecondClothId is not null && figures is null) || !await ExistAsync(new Garment { Sizes = start.Sizes }))
        {
            return new SaveResult.Missing();
        }

        var now = clock.GetUtcNow();
        var works = new List<SeamRow>();
        foreach (var seam in start.Kind.Seams)
        {
            var entry = seam.Work(figures, start.SecondClothId);
            var work = new SeamRow { Name = entry.Name, Entry = entry, ClothId = start.ClothId, SubmissionKey = Guid.NewGuid(), CreatedAt = now, ChangedAt = now };
            context.Add(work);
            works.Add(work);
        }

        await context.SaveChangesAsync();
        var garment = new Garment
        {
            Name = start.Name.Trim(), KindId = start.Kind.Id, Sizes = start.Sizes,
            Seams = [.. start.Kind.Seams.Zip(works, (seam, work) => seam.In(work.Id, start.Sizes))],
        };
        return await writer.InsertAsync(new GarmentRow { Name = garment.Name, Entry = garment }, key);
    });

    private static List<int> WorkIds(IEnumerable<Garment> garments) => [.. garments.SelectMany(g => g.Seams).Select(s => s.WorkId).Distinct()];

    private async Task<bool> ExistAsync(Garment garment)
    {
        var (works, wearers) = (garment.Seams.Select(s => s.WorkId).Distinct().ToList(), garment.Sizes.Select(s => s.WearerId).Distinct().ToList());
        return await context.Seams.CountAsync(s => works.Contains(s.Id)) == works.Count && await context.Wearers.CountAsync(w => wearers.Contains(w.Id)) == wearers.Count;
    }

    /// <summary>Writes into a garment's seams the figures of whoever asks most of each.</summary>
    private async Task AskAsync(Garment garment)
    {
        var wearers = (await ForAsync(garment)).Select(w => (w.Id, w.Entry)).ToList();
        foreach (var seam in garment.Seams.Where(s => s.MeasureId is not null))
        {
            var work = await context.Seams.FirstOrDefaultAsync(s => s.Id == seam.WorkId);
            if (work is not null && SeamAsked.Of(seam, work.Entry, wearers) is { Count: > 0 } asked && asked[0].Seam != work.Entry)
            {
                (work.Entry, work.Version, work.ChangedAt) = (asked[0].Seam, work.Version + 1, clock.GetUtcNow());
            }
        }

        await context.SaveChangesAsync();
    }
}
