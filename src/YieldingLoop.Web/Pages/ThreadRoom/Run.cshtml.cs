using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using YieldingLoop.Core.Garments;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.ThreadRoom;
using YieldingLoop.Web.Forms;
using YieldingLoop.Web.Pages.Runs;

namespace YieldingLoop.Web.Pages.ThreadRoom;

/// <summary>What thread for the copies of a garment costs.</summary>
/// <param name="Name">The garment.</param>
/// <param name="Copies">How many of it.</param>
/// <param name="Price">All of them together; null where no price is noted.</param>
public sealed record GarmentThread(string Name, int Copies, double? Price);

/// <summary>Thread for a run: whether it lasts, where in the order it does not, and what to do.</summary>
public sealed class RunModel(RunDesk desk, Wording wording) : PageModel
{
    public RunBoard Board { get; private set; } = null!;

    /// <summary>The needs; null while the order is not worked out.</summary>
    public NeedSheet? Sheet { get; private set; }

    /// <summary>What each garment costs.</summary>
    public IReadOnlyList<GarmentThread> Garments { get; private set; } = [];

    public async Task<IActionResult> OnGetAsync(int id)
    {
        if (!ModelState.IsValid || await desk.LoadAsync(id) is not { } board)
        {
            return NotFound();
        }

        Board = board;
        if (board.Worked is null)
        {
            return Page();
        }

        Sheet = NeedSheet.Of(board, wording.Settings);
        Garments =
        [
            .. Sheet.Seams.GroupBy(s => RunPieceName.Find(s.Id)!.Value.GarmentId).Select(g => new GarmentThread(
                board.GarmentName(FieldText.IdOf(g.Key)!.Value), board.Run.Parts.First(p => FieldText.Of(p.GarmentId) == g.Key).Wearers.Count, ThreadCost.Of(ThreadNeed.Of([.. g], board.Drawer, Sheet.Allowance)).Price)),
        ];
        return Page();
    }
}
