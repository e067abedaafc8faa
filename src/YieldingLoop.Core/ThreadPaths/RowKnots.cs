using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.ThreadPaths;

/// <summary>
/// Stitches of one or more rows: 401, the coverstitches, and the twin needle. Each needle thread lies on the face, goes down
/// and comes up through one hole, and its loop under the cloth is held by the thread that passes through it.
/// </summary>
internal static class RowKnots
{
    /// <summary>401: the looper thread lies along the back three times.</summary>
    public static StitchKnots Chain(StitchMeasures m)
    {
        int needle = m.Needles[0], looper = m.IndexOf(ThreadPosition.ChainLooper);
        var knots = new IReadOnlyList<Knot>[2];
        var hook = NeedleLoop.Of(m, needle, 0, 1);
        knots[needle] = hook.Knots;

        double x = m.Advance, o = Math.Min(1.3 * m.Fineness, x / 6), z = -m.Face, e = Math.Min(2.2 * m.Fineness, x / 5), y = hook.HeldAt;
        List<Knot> line = [.. hook.RunningAlong(x)];
        line.Add(new Knot(x * 0.4, y, z).Bowing(0, 0.5, -0.15));
        line.Add(new Knot(x - e, y, z).Bowing(0.1, 0.2, -0.1));
        line.Add(new Knot(x - e, y - o, z).Bowing(0.1, -0.2, -0.1));
        line.Add(new Knot(x * 0.5, y - o, z).Bowing(0, -0.5, -0.15));
        line.Add(new Knot(e, y - o, z).Bowing(-0.1, 0, -0.1));
        line.Add(new Knot(e, y - 2 * o, z).Bowing(-0.1, -0.2, -0.1));
        line.Add(new Knot(x * 0.5, y - 2 * o, z).Bowing(0, -0.8, -0.2));
        line.Add(new Knot(x - 0.8 * e, y - 2 * o, z).Bowing(0, -0.5, -0.1));
        knots[looper] = line;
        return new(1, knots);
    }

    /// <summary>406, 407, 602, 605: the looper thread goes across the back and lies in a loop at either outer row; a top cover goes to and fro on the face.</summary>
    public static StitchKnots Cover(StitchMeasures m)
    {
        var knots = new IReadOnlyList<Knot>[m.Stitch.ThreadCount];
        var needles = m.Needles;
        var hooks = new List<NeedleLoop>();
        for (var i = 0; i < needles.Count; i++)
        {
            var row = m.Gauge * i / (needles.Count - 1);
            hooks.Add(NeedleLoop.Of(m, needles[i], row, i == needles.Count - 1 ? -1 : 1));
            knots[needles[i]] = hooks[i].Knots;
        }

        var looper = m.IndexOf(ThreadPosition.ChainLooper);
        double x = m.Advance, z = -m.Face, o = Math.Min(1.2 * m.Fineness, x / 7), low = hooks[0].HeldAt, high = hooks[^1].HeldAt;
        // What is left after going straight across and back on the slant lies in the loops of the outer rows, beside the needles' own.
        double slanting = Math.Sqrt((high - low) * (high - low) + x * x), near = Math.Min(2 * m.Fineness, 0.2 * x);
        var loop = Math.Clamp((m.Drawn(looper) / m.Ratio(looper) - (high - low) - slanting) / 4, 0.05 * x, 0.7 * x);
        knots[looper] =
        [
            .. hooks[0].Turning(),
            .. hooks.Count == 3 ? hooks[1].Passing(0) : [],
            .. hooks[^1].Turning(),
            .. Loop(0, high, 1),
            new Knot(x * 0.5, (low + high) / 2 + 0.5 * o, z).Bowing(0.3, 0, -0.3),
            .. Loop(x, low, -1).Select(k => k with { At = k.At with { Along = k.At.Along - near } }),
        ];
        if (m.Stitch.OtherPositions.Contains(ThreadPosition.TopCover))
        {
            knots[m.IndexOf(ThreadPosition.TopCover)] = TopCover(m);
        }

        return new(1, knots);

        // A loop along the row: out on its outer side, back on its inner one.
        IEnumerable<Knot> Loop(double along, double across, double side)
        {
            yield return new Knot(along + near, across + side * o, z).Bowing(0, side * 0.35, -0.15);
            yield return new Knot(along + near + loop, across + side * o, z).Bowing(0.3, side * 0.25, -0.1);
            yield return new Knot(along + near + loop, across - side * 0.2 * o, z).Bowing(0.3, -side * 0.1, -0.1);
            yield return new Knot(along + near, across - side * 0.4 * o, z).Bowing(0, -side * 0.25, -0.1);
        }
    }

    /// <summary>Two needles over one bobbin: it goes straight across and back on the slant, and holds the rows together.</summary>
    public static StitchKnots Twin(StitchMeasures m)
    {
        var knots = new IReadOnlyList<Knot>[3];
        var needles = m.Needles;
        var bobbin = m.IndexOf(ThreadPosition.Bobbin);
        // The rows lie as far out as their loops let the bobbin thread draw them in; its turns round the loops take a little of its length.
        double y = Math.Max(0.7 * m.DrawnGauge / 2, m.DrawnGauge / 2 - 0.45 * m.Fineness), x = m.Advance, z = -m.Face;
        double Row(int thread) => Math.Min(m.Gauge / 2, y + NeedleLoop.HeldAtMost(m, m.LoopDepth(thread)));
        var left = NeedleLoop.Of(m, needles[0], -Row(needles[0]), 1, Row(needles[0]) - y);
        var right = NeedleLoop.Of(m, needles[1], Row(needles[1]), -1, Row(needles[1]) - y);
        (knots[needles[0]], knots[needles[1]]) = (left.Knots, right.Knots);
        knots[bobbin] =
        [
            .. left.Turning(Keeps.Place),
            new Knot(0, 0, z).Bowing(-0.4, 0, -0.5),
            .. right.Turning(Keeps.Place),
            new Knot(x * 0.33, y * 0.33, z).Bowing(0.4, 0.2, -0.5),
            new Knot(x * 0.67, -y * 0.33, z).Bowing(0.4, -0.2, -0.5),
        ];
        return new(1, knots);
    }

    /// <summary>To and fro on the face between the outer rows, under every needle thread.</summary>
    private static List<Knot> TopCover(StitchMeasures m)
    {
        double x = m.Advance, z = m.Face, e = Math.Min(0.8 * m.Fineness, x / 12), beyond = 0.6 * m.Fineness;
        return
        [
            new(-e, -beyond, z, Keeps.Place), new(e, -beyond, z, Keeps.Place),
            new Knot(0.25 * x, 0.5 * m.Gauge, z).Bowing(0.25, 0, 0),
            new(0.5 * x - e, m.Gauge + beyond, z, Keeps.Place), new(0.5 * x + e, m.Gauge + beyond, z, Keeps.Place),
            new Knot(0.75 * x, 0.5 * m.Gauge, z).Bowing(-0.25, 0, 0),
        ];
    }
}
