using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Colour;

namespace YieldingLoop.Store;

/// <summary>Keeps palettes as they came from a file.</summary>
public sealed class Palettes(WorkroomContext context, TimeProvider clock)
{
    private readonly RowWriter writer = new(context, clock);

    /// <summary>Every palette.</summary>
    public IQueryable<PaletteRow> All => context.Palettes.AsNoTracking();

    /// <summary>Palettes in use by name.</summary>
    public Task<ListPage<PaletteRow>> ListAsync(int page = 1, int size = ListPage.Size) => All.Where(p => p.PutAwayAt == null).OrderBy(p => p.Name).ThenBy(p => p.Id).PageAsync(page, size);

    /// <summary>Takes a palette in.</summary>
    public Task<SaveResult> AddAsync(Palette palette, Guid key) => writer.InsertAsync(new PaletteRow { Name = palette.Name, Entry = palette }, key);
}
