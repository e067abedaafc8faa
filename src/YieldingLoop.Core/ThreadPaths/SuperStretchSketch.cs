using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.ThreadPaths;

/// <summary>
/// The super-stretch seam: needles and one looper, whose bights are drawn through the needles' loops on the back, laid round the cut
/// edge and caught by the needles of the next stitch on the face (common practice, no published source). The seam model has no path
/// for it, so every thread is drawn as short as its way allows: which thread lies where can be read from it, no length.
/// </summary>
public static class SuperStretchSketch
{
    /// <summary>How far on along the seam a bight turns round the edge, out and back, in stitches.</summary>
    private const double Out = 0.34, Back = 0.8;

    /// <summary>Draws it.</summary>
    /// <param name="geometry">Length, thickness, loop width, bite, and the gauge where two needles sew, mm; its stitch is not looked at.</param>
    /// <param name="threads">What runs in one or both needles and in the lower looper; their tensions are not looked at.</param>
    /// <param name="stretch">λ, 1 or more.</param>
    /// <param name="atRest">Whether it lies at rest; λ is 1 then.</param>
    /// <exception cref="ArgumentException">The threads are not those of this stitch.</exception>
    public static DrawnStitch Draw(SeamGeometry geometry, IReadOnlyList<LaidThread> threads, double stretch = 1, bool atRest = true)
    {
        if (!Takes([.. threads.Select(t => t.Position)]))
        {
            throw new ArgumentException("It has one or two needles and the lower looper.", nameof(threads));
        }

        // Its measures are those of the overlock stitch with as many needles, whose upper looper's part this looper sews as well.
        var looper = threads.Single(t => t.Position == ThreadPosition.LowerLooper).Kind;
        LaidThread[] alike = [.. threads.Append(new(ThreadPosition.UpperLooper, looper, 1)).Select(t => t with { TensionCentinewtons = t.Position.NeutralTensionCentinewtons() })];
        var measured = geometry with { Stitch = threads.Count == 3 ? StitchCatalogue.FourThreadOveredge : StitchCatalogue.ThreeThreadOveredge };
        var m = new StitchMeasures(new(measured, alike), stretch, atRest);
        var knots = Knots(m);
        return new(stretch, atRest, 1, m.Advance, [.. threads.Select(t => LaidPath.Straight(knots[m.IndexOf(t.Position)], m.Advance))],
            new StitchExtent(m.Narrowed, m.Thickness, m.Edge, m.Reach, m.Reach));
    }

    /// <summary>Whether it is sewn with these threads: one needle or both, and the lower looper.</summary>
    public static bool Takes(IReadOnlyCollection<ThreadPosition> positions) =>
        positions.Contains(ThreadPosition.LowerLooper) && positions.Count is 2 or 3 && positions.Distinct().Count() == positions.Count
        && positions.All(p => p is ThreadPosition.NeedleLeft or ThreadPosition.NeedleRight or ThreadPosition.LowerLooper);

    private static Dictionary<int, IReadOnlyList<Knot>> Knots(StitchMeasures m)
    {
        var knots = new Dictionary<int, IReadOnlyList<Knot>>();
        var hooks = m.Needles.Select((needle, i) =>
        {
            var row = OveredgeKnots.Drawn(m) + i * m.Gauge;
            // As deep as is well seen, and clear of the other needle's.
            var deep = i == 0 && m.Gauge > 0 ? 0.6 * m.Gauge : 0.25 * m.Reach;
            var hook = NeedleLoop.Of(m, needle, row, 1, 0.5 * deep, m.Reach - row, deep: deep);
            knots[needle] = hook.Knots;
            return (Row: row, Hook: hook);
        }).ToList();
        double x = m.Advance, e = Math.Min(m.Fineness, x / 8), h = m.Face, edge = m.Reach;
        var held = hooks.Skip(1).ToList();
        List<Knot> looper =
        [
            .. hooks[0].Hook.DrawnThrough(x), .. held.SelectMany(n => n.Hook.PassingBeside()),
            new(Out * x, edge, -h), new(Out * x, edge, h), new(x - e, 0, h), new(x + e, 0, h),
            // The right needle goes down inside the bight too.
            .. held.Select(n => new Knot(x + e, n.Row, h)),
            new(Back * x, edge, h), new(Back * x, edge, -h),
            .. held.SelectMany(n => Mirrored(n.Hook.PassingBeside())), .. Mirrored(hooks[0].Hook.DrawnThrough(x)),
        ];
        knots[m.IndexOf(ThreadPosition.LowerLooper)] = [.. Cornered(looper, x, 0.5 * m.Fineness)];
        return knots;
    }

    /// <summary>The same way with its corners kept: two more knots beside each, on the lines that meet there.</summary>
    private static IEnumerable<Knot> Cornered(List<Knot> way, double advance, double beside)
    {
        for (var i = 0; i < way.Count; i++)
        {
            PathPoint at = way[i].At, before = way[(i + way.Count - 1) % way.Count].At, after = way[(i + 1) % way.Count].At;
            before = i == 0 ? before with { Along = before.Along - advance } : before;
            after = i == way.Count - 1 ? after with { Along = after.Along + advance } : after;
            yield return new(PathPoint.Between(at, before, Math.Min(0.3, beside / at.To(before))));
            yield return way[i];
            yield return new(PathPoint.Between(at, after, Math.Min(0.3, beside / at.To(after))));
        }
    }

    private static IEnumerable<Knot> Mirrored(Knot[] knots) => knots.Reverse().Select(k => k with { At = k.At with { Along = -k.At.Along } });
}
