using System.Text;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Colour;
using YieldingLoop.Core.ThreadRoom;
using YieldingLoop.Store;
using YieldingLoop.Web.Pages.Seams;

namespace YieldingLoop.Web.Pages.Palettes;

/// <summary>One palette, each colour with the nearest thread; and palettes as files.</summary>
public sealed class ShowModel(Store.Palettes palettes, Workroom workroom) : PageModel
{
    /// <summary>Most colours of the drawer or of cloths that are given out.</summary>
    private const int MostGiven = 500;

    public PaletteRow Row { get; private set; } = null!;

    /// <summary>The colours, each with the nearest thread; null where none has a colour.</summary>
    public IReadOnlyList<(PaletteColour Colour, ColourMatch? Nearest)> Colours { get; private set; } = [];

    public async Task<IActionResult> OnGetAsync(int id)
    {
        if (!ModelState.IsValid || await palettes.All.FirstOrDefaultAsync(p => p.Id == id) is not { } row)
        {
            return NotFound();
        }

        Row = row;
        var drawer = await PlanRecords.ConesAsync(workroom);
        Colours = [.. row.Entry.Colours.Select(c => (c, ColourMatch.Nearest(c.Hex, drawer)))];
        return Page();
    }

    /// <summary>A palette as a file: one of those taken in, the drawer's threads, or the cloths.</summary>
    internal static async Task<IResult> FileAsync(string name, Store.Palettes palettes, Workroom workroom)
    {
        var palette = name switch
        {
            "threads" => new Palette { Name = "Threads", Colours = [.. (await workroom.ListThreadsAsync(size: MostGiven)).Items.Where(t => t.Entry.Colour is not null).Select(t => new PaletteColour(t.Entry.Colour!, t.Name))] },
            "cloths" => new Palette { Name = "Cloths", Colours = [.. (await workroom.ListClothsAsync(size: MostGiven)).Items.Where(c => c.Entry.Colour is not null).Select(c => new PaletteColour(c.Entry.Colour!, c.Name))] },
            _ => int.TryParse(name, System.Globalization.NumberStyles.None, System.Globalization.CultureInfo.InvariantCulture, out var id) ? (await palettes.All.FirstOrDefaultAsync(p => p.Id == id))?.Entry : null,
        };
        return palette is null ? Results.NotFound() : Results.File(Encoding.UTF8.GetBytes(GimpPalette.Write(palette)), "text/plain; charset=utf-8", $"{name}{GimpPalette.Ending}");
    }
}
