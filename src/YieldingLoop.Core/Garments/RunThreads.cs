using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Garments;

/// <summary>A seam of a run as it is sewn, and how long it is.</summary>
/// <param name="Plan">Its set-up.</param>
/// <param name="SewnMm">Its length on all copies that are still to be sewn, as far as anybody said it, mm.</param>
/// <param name="Whole">Whether the length of every copy is known.</param>
public sealed record RunLength(SetupPlan Plan, double SewnMm, bool Whole);

/// <summary>Thread to have at hand for a run.</summary>
/// <param name="Name">What it is called in the drawer, or its kind where it is not there.</param>
/// <param name="KindId">Its kind.</param>
/// <param name="ConeId">Which cone; null where none lies in the drawer.</param>
/// <param name="Positions">Where it runs.</param>
/// <param name="AtOnce">How many ends of it are threaded at the same time, so many cones or spools there have to be.</param>
/// <param name="Metres">Metres of it in the seams, before tails, swatches and waste.</param>
/// <param name="Whole">Whether the length of every seam it runs in is known; otherwise it is more.</param>
public sealed record RunThread(string Name, string KindId, string? ConeId, IReadOnlyList<ThreadPosition> Positions, int AtOnce, double Metres, bool Whole)
{
    /// <summary>What the seams of a run take of each thread, the most first.</summary>
    public static IReadOnlyList<RunThread> Of(IReadOnlyList<RunLength> seams) =>
    [
        .. seams.SelectMany((s, i) => s.Plan.Threads.Select(t => (Thread: t, Seam: i, s.SewnMm, s.Whole)))
            .GroupBy(t => (t.Thread.Thread.ConeId, t.Thread.KindId, Name: t.Thread.StockName ?? t.Thread.Kind.Name))
            .Select(g => new RunThread(
                g.Key.Name, g.Key.KindId, g.Key.ConeId, [.. ThreadPositions.AsWritten.Where(p => g.Any(t => t.Thread.Position == p))],
                g.GroupBy(t => t.Seam).Max(s => s.Count()), g.Sum(t => seams[t.Seam].Plan.Figures.Threads.First(f => f.Position == t.Thread.Position).Consumption * t.SewnMm / 1000), g.All(t => t.Whole)))
            .OrderByDescending(t => t.Metres).ThenBy(t => t.Name, StringComparer.Ordinal),
    ];
}
