using Microsoft.AspNetCore.Mvc.RazorPages;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.ThreadRoom;
using YieldingLoop.Store;
using YieldingLoop.Web.Pages.Runs;

namespace YieldingLoop.Web.Pages.ThreadRoom;

/// <summary>What the runs that go on miss.</summary>
public class ShoppingModel(RunDesk desk, Store.Runs runs, Wording wording) : PageModel
{
    /// <summary>Most runs that a list is made for.</summary>
    public const int MostRuns = 5;

    private readonly List<(RunBoard Board, string Piece)> pieces = [];

    /// <summary>The runs it is made for, the one touched last first: that is taken to be sewn first.</summary>
    public IReadOnlyList<RunBoard> Runs { get; private set; } = [];

    /// <summary>Runs whose order is not worked out yet.</summary>
    public IReadOnlyList<RunRow> Waiting { get; private set; } = [];

    /// <summary>How many runs go on beyond those.</summary>
    public int MoreRuns { get; private set; }

    public ShoppingList List { get; private set; } = new([], []);

    /// <summary>Seams by name, with their run where there are several.</summary>
    public string SeamsSaid(IReadOnlyList<int> seams) =>
        string.Join("; ", seams.Select(s => pieces[s]).GroupBy(p => p.Board).Select(g => string.Join("; ", g.Select(p => g.Key.PieceName(p.Piece)).Distinct()) + (Runs.Count > 1 ? $" of {g.Key.Row.Name}" : "")));

    public async Task OnGetAsync()
    {
        var going = await runs.ListGoingOnAsync(MostRuns);
        MoreRuns = going.Total - going.Items.Count;
        var (boards, waiting, allowance) = (new List<RunBoard>(), new List<RunRow>(), wording.Settings.Thread);
        foreach (var run in going.Items)
        {
            if (await desk.LoadAsync(run.Id) is { } board)
            {
                if (board.Worked is null)
                {
                    waiting.Add(board.Row);
                }
                else
                {
                    boards.Add(board);
                }
            }
        }

        (Runs, Waiting) = (boards, waiting);
        var seams = boards.SelectMany(b => b.ToSew(allowance.Swatches).Select(s => (Board: b, Seam: s))).ToList();
        pieces.AddRange(seams.Select(s => (s.Board, s.Seam.Id)));
        var toSew = seams.ConvertAll(s => s.Seam);
        List = ShoppingList.Of(toSew, ThreadNeed.Of(toSew, boards.Count == 0 ? [] : boards[0].Drawer, allowance));
    }
}
