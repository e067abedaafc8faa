using System.Globalization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.ThreadRoom;
using YieldingLoop.Core.Units;
using YieldingLoop.Store;
using YieldingLoop.Web.Pages.Seams;

namespace YieldingLoop.Web.Pages.ThreadRoom;

/// <summary>Thread for one seam with a kept set-up, as long as somebody says.</summary>
public sealed class SetupModel(Workroom workroom, Wording wording) : PageModel
{
    /// <summary>Longest seam, mm, and most of them.</summary>
    private const int LongestMm = 100_000, MostTimes = 1000;

    public SetupRow Row { get; private set; } = null!;

    public NeedSheet Sheet { get; private set; } = null!;

    /// <summary>The length as typed.</summary>
    public string? Typed { get; private set; }

    /// <summary>How often, as typed.</summary>
    public string? Times { get; private set; }

    /// <summary>What is wrong with what was typed.</summary>
    public string? LengthFault { get; private set; }

    public async Task<IActionResult> OnGetAsync(int id, string? length, string? times)
    {
        if (await workroom.Setups.FirstOrDefaultAsync(s => s.Id == id) is not { } row)
        {
            return NotFound();
        }

        Row = row;
        var (allowance, unit) = (wording.Settings.Thread, wording.Settings.Lengths);
        (Typed, Times) = (length ?? LengthText.Write(row.Snapshot.Seam.LengthMm, unit), times ?? "1");
        var mm = LengthText.Read(Typed, unit, out var read) == DecimalTextFault.None ? read : (double?)null;
        var often = int.TryParse(Times.Trim(), NumberStyles.None, CultureInfo.InvariantCulture, out var count) ? count : 0;
        if (!string.IsNullOrWhiteSpace(Typed) && mm is not (> 0 and <= LongestMm))
        {
            (LengthFault, mm) = ("A length is above 0 and at most 100 m.", null);
        }
        else if (often is < 1 or > MostTimes)
        {
            (LengthFault, often) = ($"It is sewn between once and {MostTimes:#,0} times.", 1);
        }

        Sheet = new NeedSheet([new SeamToSew(row.Name, row.Snapshot.Plan, [.. Enumerable.Repeat(mm, often)], row.SwatchPassedAt is null ? allowance.Swatches : 0)], await PlanRecords.ConesAsync(workroom), allowance, name => name);
        Response.StatusCode = LengthFault is null ? StatusCodes.Status200OK : StatusCodes.Status400BadRequest;
        return Page();
    }
}
