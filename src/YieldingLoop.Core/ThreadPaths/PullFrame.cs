namespace YieldingLoop.Core.ThreadPaths;

/// <summary>The seam at one stretch along itself.</summary>
/// <param name="StretchPercent">How far it is pulled, %.</param>
/// <param name="Stitch">Its threads.</param>
/// <param name="UsedPercent">Of each thread, how much of what it can span is used up, %: 100 where it pops.</param>
public sealed record PullFrame(double StretchPercent, DrawnStitch Stitch, IReadOnlyList<double> UsedPercent)
{
    /// <summary>The thread nearest its end.</summary>
    public int Tightest
    {
        get
        {
            var tightest = 0;
            for (var i = 1; i < UsedPercent.Count; i++)
            {
                tightest = UsedPercent[i] > UsedPercent[tightest] + 1e-9 ? i : tightest;
            }

            return tightest;
        }
    }
}
