using YieldingLoop.Core.Minutes;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.ThreadUp;

/// <summary>What looks shorter than the way found, with the minutes it would seem to save, and why it is not safe. Common practice A4, B7, C8.</summary>
internal static class ShorterWays
{
    /// <summary>The ways that lead past these steps.</summary>
    /// <param name="steps">The steps of the way found.</param>
    /// <param name="from">What they start from; of a broken thread only what is left of it.</param>
    public static IReadOnlyList<ShorterLooking> Of(IReadOnlyList<ThreadUpStep> steps, Setup from)
    {
        var ways = new List<ShorterLooking>();
        if (steps.FirstOrDefault(s => s.Act == ThreadUpAct.TakeOut && s.Positions.All(p => from.Threads[p].IsThere)) is { } takeOut)
        {
            var looper = steps.First(s => s.Act == ThreadUpAct.ThreadLooper);
            // Only what would otherwise have stayed where it is, or could have been tied on.
            var again = steps.Where(s => s.Act is ThreadUpAct.ThreadLooper or ThreadUpAct.ThreadNeedle && takeOut.Positions.Contains(s.Position()))
                .Sum(s => from.Threads[s.Position()].Value.Serves(s.Thread!) ? s.Minutes : s.Act == ThreadUpAct.ThreadLooper ? s.Minutes - MinutesFor.TieOn : 0);
            if (again > 0)
            {
                ways.Add(new(again, At("leaving-threaded", takeOut.Positions).With("looper", looper.Position().Id())));
            }
        }

        var tied = steps.Where(s => s.Act == ThreadUpAct.ThreadNeedle && !s.Needle!.IsTwin && from.Threads[s.Position()].IsThere && steps.All(o => o.Act != ThreadUpAct.SetNeedle || o.Position() != s.Position())
            && steps.All(o => o.Act != ThreadUpAct.TakeOut || !o.Positions.Contains(s.Position()))).ToList();
        if (tied.Count > 0)
        {
            ways.Add(new(tied.Count * (MinutesFor.NeedleThread - MinutesFor.TieOn), At("knot-through-eye", tied.Select(s => s.Position()))));
        }

        // A needle that is only changed would strike if it stayed in.
        var spare = steps.Where(s => s.Act == ThreadUpAct.TakeOutNeedle && steps.All(o => o.Act != ThreadUpAct.SetNeedle || o.Position() != s.Position())).ToList();
        if (spare.Count > 0)
        {
            ways.Add(new(spare.Sum(s => s.Minutes), At("leaving-needles", spare.Select(s => s.Position()))));
        }

        return ways;
    }

    private static Finding At(string code, IEnumerable<ThreadPosition> positions) => new Finding(code).With("positions", string.Join(',', positions.Select(p => p.Id())));
}
