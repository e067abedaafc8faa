using Microsoft.EntityFrameworkCore;

namespace YieldingLoop.Store;

/// <summary>
/// The workroom's photos. They lie in its database, so that whoever has a copy has them, and a write that was answered survives a kill
/// whole. A photo is taken in before the form it belongs to is saved; one that no swatch and no unfinished form has is swept up.
/// </summary>
public sealed class Photos(WorkroomContext context, TimeProvider clock)
{
    /// <summary>How long a photo may wait for its form.</summary>
    public static readonly TimeSpan Waits = TimeSpan.FromDays(1);

    /// <summary>Takes a photo in.</summary>
    /// <returns>What it is called.</returns>
    public Task<Guid> AddAsync(PhotoFile photo) => context.InTurnAsync(async () =>
    {
        await SweepInTurnAsync();
        var row = new PhotoRow { Key = Guid.NewGuid(), Picture = photo.Picture, Thumbnail = photo.Thumbnail, Width = photo.WidthPixels, Height = photo.HeightPixels, AddedAt = clock.GetUtcNow() };
        context.Add(row);
        await context.SaveChangesAsync();
        context.ChangeTracker.Clear();
        return row.Key;
    });

    /// <summary>Lets go of every photo that nothing has any more.</summary>
    /// <returns>How many went.</returns>
    public Task<int> SweepAsync() => context.InTurnAsync(SweepInTurnAsync);

    private async Task<int> SweepInTurnAsync()
    {
        var before = clock.GetUtcNow() - Waits;
        var loose = await context.Photos.Where(p => p.AddedAt < before && !context.Swatches.Any(s => s.PhotoId == p.Id)).Select(p => new { p.Id, p.Key }).ToListAsync();
        if (loose.Count == 0)
        {
            return 0;
        }

        var drafts = await context.Drafts.AsNoTracking().Select(d => d.Fields).ToListAsync();
        var held = drafts.SelectMany(f => f).Select(f => f.Value).ToHashSet(StringComparer.OrdinalIgnoreCase);
        var gone = loose.Where(p => !held.Contains(p.Key.ToString())).Select(p => p.Id).ToList();
        return await context.Photos.Where(p => gone.Contains(p.Id)).ExecuteDeleteAsync();
    }

    /// <summary>The picture of a photo, or its thumbnail; null where there is no such photo.</summary>
    public Task<byte[]?> FindAsync(Guid key, bool thumbnail) =>
        context.Photos.AsNoTracking().Where(p => p.Key == key).Select(p => thumbnail ? p.Thumbnail : p.Picture).FirstOrDefaultAsync();

    /// <summary>Whether there is such a photo.</summary>
    public bool Has(Guid key) => context.Photos.Any(p => p.Key == key);

    /// <summary>How large a photo is, pixels; null where there is no such photo.</summary>
    public async Task<(int Width, int Height)?> SizeAsync(Guid key) =>
        await context.Photos.AsNoTracking().Where(p => p.Key == key).Select(p => new { p.Width, p.Height }).FirstOrDefaultAsync() is { } size ? (size.Width, size.Height) : null;
}
