using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.ThreadPaths;

/// <summary>
/// Several repeats of a stitch drawn as one, so that something may go wrong in one of them: how a fault looks is sketched, the
/// stitches round it are the model's.
/// </summary>
public static class StitchRun
{
    /// <summary>Share of the cloth's half thickness above which thread lies on the face, and below whose opposite on the back.</summary>
    private const double OnFaceShare = 0.9;

    /// <summary>How near a side of the cloth two threads are drawn locked, as a share of its half thickness.</summary>
    private const double InsideShare = 0.85;

    /// <summary>How a loop that nothing holds draws back: over how many stitches, from how near its row, by how much of its depth. For the picture.</summary>
    private const double DrawsBackStitches = 0.6, TurnsAtShare = 0.35, DrawsFromShare = 0.8, DrawsBackShare = 0.45;

    /// <summary>So many repeats as one.</summary>
    /// <param name="stitch">One repeat.</param>
    /// <param name="repeats">How many, 1 or more.</param>
    public static DrawnStitch Of(DrawnStitch stitch, int repeats)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(repeats, 1);
        return stitch with
        {
            StitchesPerRepeat = stitch.StitchesPerRepeat * repeats,
            AdvanceMm = stitch.AdvanceMm * repeats,
            Threads = [.. stitch.Threads.Select(t => Enumerable.Range(0, repeats).SelectMany(r => t.Skip(r == 0 ? 0 : 1).Select(p => p with { Along = p.Along + r * stitch.AdvanceMm })).ToArray())],
        };
    }

    /// <summary>
    /// The run with a stitch skipped in its middle: the needle thread lies over it on the face, and whatever was to hold it on the back
    /// passes by.
    /// </summary>
    /// <param name="run">The run.</param>
    /// <param name="threads">Its threads.</param>
    /// <param name="row">The needle that skipped.</param>
    /// <param name="at">Where it was skipped: on the face, in the row.</param>
    /// <exception cref="ArgumentException">No needle thread runs there.</exception>
    public static DrawnStitch Skipped(DrawnStitch run, IReadOnlyList<LaidThread> threads, ThreadPosition row, out PathPoint at)
    {
        var positions = threads.Select(t => t.Position).ToList();
        var needle = positions.IndexOf(row);
        if (needle < 0 || !row.IsNeedle())
        {
            throw new ArgumentException("No needle thread runs there.", nameof(row));
        }

        var half = run.Measures.ThicknessMm / 2;
        var paths = run.Threads.ToList();
        paths[needle] = Passed(paths[needle], p => p.Through < OnFaceShare * half, run.AdvanceMm / 2, out var along);
        // A lockstitch holds its needle thread in the cloth: the bobbin thread, which comes up for it, stays on the back.
        var bobbin = positions.IndexOf(ThreadPosition.Bobbin);
        if (bobbin >= 0 && Array.Exists(paths[bobbin], p => p.Through > -OnFaceShare * half))
        {
            paths[bobbin] = Passed(paths[bobbin], p => p.Through > -OnFaceShare * half, along, out _);
        }

        at = new(along, RowOf(run.Threads[needle]), half);
        double[] rows = [.. run.Threads.Where((_, i) => i != needle && threads[i].Position.IsNeedle()).Select(RowOf)];
        for (var i = 0; i < paths.Count; i++)
        {
            // A loop that turned at this row is held by nothing there, and draws back.
            paths[i] = threads[i].Position.IsNeedle() || i == bobbin || threads[i].Position == ThreadPosition.TopCover ? paths[i] : DrawnBack(paths[i], at, rows, run.AdvanceMm / run.StitchesPerRepeat);
        }

        return run with { Threads = paths };
    }

    /// <summary>A lockstitch whose two threads lock away from the middle of the cloth: what lies inside it moves with them.</summary>
    /// <param name="stitch">The stitch.</param>
    /// <param name="knotMm">From the middle, above 0 towards the face, mm; no further than just inside a side.</param>
    public static DrawnStitch Locked(DrawnStitch stitch, double knotMm)
    {
        var half = stitch.Measures.ThicknessMm / 2;
        var knot = Math.Clamp(knotMm, -InsideShare * half, InsideShare * half);
        double Moved(double through) => Math.Abs(through) >= half ? through : knot + through * (half - Math.Sign(through) * knot) / half;
        return stitch with { Threads = [.. stitch.Threads.Select(t => t.Select(p => p with { Through = Moved(p.Through) }).ToArray())] };
    }

    /// <summary>Where a needle thread's row lies across, mm: the mean of where it is on the face.</summary>
    /// <param name="path">The needle thread's path.</param>
    public static double RowOf(PathPoint[] path) => path.Where(p => p.Through > 0).Average(p => p.Across);

    /// <summary>The stitch with its outermost rows where they are said to be: as its needles pierced the cloth, whatever drew them together since.</summary>
    /// <param name="stitch">The stitch.</param>
    /// <param name="threads">Its threads.</param>
    /// <param name="firstMm">Where the first row lies, mm across.</param>
    /// <param name="lastMm">Where the last row lies.</param>
    public static DrawnStitch Spread(DrawnStitch stitch, IReadOnlyList<LaidThread> threads, double firstMm, double lastMm)
    {
        var rows = stitch.Threads.Where((_, i) => threads[i].Position.IsNeedle()).Select(RowOf).Order().ToList();
        var share = (lastMm - firstMm) / (rows[^1] - rows[0]);
        return stitch with { Threads = [.. stitch.Threads.Select(t => t.Select(p => p with { Across = firstMm + share * (p.Across - rows[0]) }).ToArray())] };
    }

    /// <summary>The run with its rows uneven: the last row, and what holds it, goes away from the first and comes back once.</summary>
    /// <param name="run">The run.</param>
    /// <param name="firstMm">Where the first row lies, mm across.</param>
    /// <param name="lastMm">Where the last row lies.</param>
    /// <param name="byMm">How far it goes to either side, mm.</param>
    public static DrawnStitch Wandering(DrawnStitch run, double firstMm, double lastMm, double byMm) => run with
    {
        Threads =
        [
            .. run.Threads.Select(t => t.Select(p => p with
            {
                Across = p.Across + byMm * Math.Sin(2 * Math.PI * p.Along / run.AdvanceMm) * Math.Clamp((p.Across - firstMm) / (lastMm - firstMm), 0, 1),
            }).ToArray()),
        ],
    };

    private static PathPoint[] DrawnBack(PathPoint[] points, PathPoint at, double[] rows, double stitchMm)
    {
        double low = points.Min(p => p.Across), high = points.Max(p => p.Across), range = high - low, within = DrawsBackStitches * stitchMm;
        var turns = at.Across - low < high - at.Across ? low : high;
        // One that goes on to another row is held there.
        if (Math.Abs(turns - at.Across) > TurnsAtShare * range || Array.Exists(rows, r => Math.Abs(r - turns) < Math.Abs(at.Across - turns)))
        {
            return points;
        }

        double Share(PathPoint p) => Math.Abs(p.Along - at.Along) >= within ? 0 : Math.Pow(Math.Cos(Math.PI / 2 * (p.Along - at.Along) / within), 2);
        double Near(PathPoint p) => Math.Clamp(1 - Math.Abs(p.Across - turns) / (DrawsFromShare * range), 0, 1);
        return [.. points.Select(p => p with { Across = p.Across + Math.Sign(low + high - 2 * turns) * DrawsBackShare * range * Share(p) * Near(p) })];
    }

    /// <summary>
    /// A thread that does not leave its side at the place nearest the one asked for, but goes straight on from the place before to
    /// the place after.
    /// </summary>
    private static PathPoint[] Passed(PathPoint[] points, Func<PathPoint, bool> leaves, double alongMm, out double at)
    {
        var away = new List<(int From, int To)>();
        for (var i = 1; i < points.Length; i++)
        {
            if (leaves(points[i]) && !leaves(points[i - 1]))
            {
                away.Add((i, i));
            }

            if (away.Count > 0 && leaves(points[i]))
            {
                away[^1] = (away[^1].From, i);
            }
        }

        double At((int From, int To) there) => (points[there.From].Along + points[there.To].Along) / 2;
        var nearest = Enumerable.Range(1, Math.Max(0, away.Count - 2)).DefaultIfEmpty(-1).MinBy(k => k < 0 ? 0 : Math.Abs(At(away[k]) - alongMm));
        if (nearest < 0)
        {
            throw new ArgumentException("The run is too short for a stitch to be skipped in its middle.", nameof(points));
        }

        at = At(away[nearest]);
        var (from, to) = (away[nearest - 1].To + 1, away[nearest + 1].From - 1);
        return [.. points.Select((p, i) => i > from && i < to ? PathPoint.Between(points[from], points[to], (double)(i - from) / (to - from)) : p)];
    }
}
