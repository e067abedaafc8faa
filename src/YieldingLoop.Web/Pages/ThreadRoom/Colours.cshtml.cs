using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Colour;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.ThreadRoom;
using YieldingLoop.Store;
using YieldingLoop.Web.Pages.Seams;

namespace YieldingLoop.Web.Pages.ThreadRoom;

/// <summary>Threads of the drawer beside a cloth: by what shows when the seam is pulled open, and to read a swatch by.</summary>
public sealed class ColoursModel(Workroom workroom) : PageModel
{
    /// <summary>Most threads that are shown of each.</summary>
    private const int MostShown = 12;

    /// <summary>What is read into a swatch where no set-up is kept: four threads.</summary>
    private static readonly (ThreadPosition, string)[] FourThreads =
    [
        (ThreadPosition.NeedleLeft, "spun-polyester"), (ThreadPosition.NeedleRight, "spun-polyester"), (ThreadPosition.UpperLooper, "spun-polyester"), (ThreadPosition.LowerLooper, "spun-polyester"),
    ];

    public ClothRow Row { get; private set; } = null!;

    /// <summary>Set-ups that are kept on it.</summary>
    public IReadOnlyList<SetupListing> Setups { get; private set; } = [];

    /// <summary>The one that is looked at; null where none is kept.</summary>
    public SetupRow? Chosen { get; private set; }

    /// <summary>The colour, #rrggbb; null where none is noted.</summary>
    public string? Cloth { get; private set; }

    public string? ColourFault { get; private set; }

    /// <summary>How far the seam opens, mm: as the set-up has it, or as much as a good one may.</summary>
    public double GapMm { get; private set; } = SeamLimits.GapAcceptableMm;

    public double StitchMm { get; private set; } = 2.5;

    public IReadOnlyList<ColourMatch> Needle { get; private set; } = [];

    public IReadOnlyList<ColourMatch> Loopers { get; private set; } = [];

    public ContrastThreads? Contrast { get; private set; }

    /// <summary>How many threads a swatch is read by.</summary>
    public int Places { get; private set; }

    public async Task<IActionResult> OnGetAsync(int id, string? colour, string? code, int? setup)
    {
        if (!ModelState.IsValid || await workroom.Cloths.FirstOrDefaultAsync(c => c.Id == id) is not { } row)
        {
            return NotFound();
        }

        Row = row;
        Setups = (await workroom.SetupsOnClothAsync(id)).Items;
        var chosen = Setups.FirstOrDefault(s => s.Id == setup)?.Id ?? (Setups.Count > 0 ? Setups[0].Id : null as int?);
        Chosen = chosen is { } kept ? await workroom.Setups.FirstOrDefaultAsync(s => s.Id == kept) : null;
        var asked = string.IsNullOrWhiteSpace(code) ? colour : code.Trim().ToLowerInvariant();
        if (asked is not null && !Srgb.TryFromHex(asked, out _))
        {
            ColourFault = "A colour is written # and six digits 0–9, a–f. This is the cloth as its record has it.";
            Response.StatusCode = StatusCodes.Status400BadRequest;
            asked = null;
        }

        Cloth = asked ?? row.Entry.Colour;
        if (Cloth is null)
        {
            return Page();
        }

        if (Chosen is { Snapshot.Plan: var plan })
        {
            (GapMm, StitchMm) = (plan.Figures.Seam.GapMm, plan.StitchLengthMm);
        }

        (ThreadPosition Position, string KindId)[] places = Chosen is null ? FourThreads : [.. Chosen.Snapshot.Plan.Threads.Select(t => (t.Position, t.KindId))];
        Places = places.Length;
        var drawer = await PlanRecords.ConesAsync(workroom);
        (Needle, Loopers) = ([.. ColourMatch.ForNeedle(Cloth, drawer, GapMm).Take(MostShown)], [.. ColourMatch.ForLoopers(Cloth, drawer, GapMm).Take(MostShown)]);
        Contrast = ContrastThreads.Choose(Cloth, places, drawer);
        return Page();
    }
}
