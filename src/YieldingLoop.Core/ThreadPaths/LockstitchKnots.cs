using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.ThreadPaths;

/// <summary>
/// 301, 304 and their kin: the needle thread lies on the face, the bobbin thread on the back, and at every penetration the
/// needle thread goes round under the bobbin thread in the middle of the cloth.
/// </summary>
internal static class LockstitchKnots
{
    public static StitchKnots Of(StitchMeasures m)
    {
        var (places, stitches) = Penetrations(m);
        int needle = m.IndexOf(ThreadPosition.Needle), bobbin = m.IndexOf(ThreadPosition.Bobbin);
        var knots = new IReadOnlyList<Knot>[2];
        knots[needle] = Thread(places, stitches * m.Advance, m, face: true);
        knots[bobbin] = Thread(places, stitches * m.Advance, m, face: false);
        return new(stitches, knots);
    }

    /// <summary>Where the needle goes through, in the order it does, and how many stitches that is.</summary>
    private static (List<(double Along, double Across)> Places, int Stitches) Penetrations(StitchMeasures m)
    {
        double s = m.Advance, w = m.Width, o = 1.1 * m.Fineness;
        if (m.Stitch == StitchCatalogue.TripleStraight)
        {
            // Forward, back and forward again, each line beside the one before.
            return ([(0, 0), (s, -o), (0, o)], 1);
        }

        if (m.Stitch == StitchCatalogue.Honeycomb)
        {
            // Every second stitch steps back to the middle line; the cells lie on either side of it by turns.
            return ([(0, 0), (s, w), (2 * s, 0.5 * o), (s, -w), (2 * s, -0.5 * o), (3 * s, -w), (4 * s, 0.5 * o), (3 * s, w)], 4);
        }

        if (m.Stitch.Family == StitchFamily.Lockstitch)
        {
            return ([(0, 0)], 1);
        }

        var steps = (int)Math.Round(1 / m.Stitch.WidthShare);
        var places = new List<(double, double)>();
        for (var i = 0; i < 2 * steps; i++)
        {
            places.Add((i * s, (i < steps ? i : 2 * steps - i) * w - steps * w / 2));
        }

        return (places, 2 * steps);
    }

    private static List<Knot> Thread(List<(double Along, double Across)> places, double advance, StitchMeasures m, bool face)
    {
        // The loop of one thread through that of the other: the needle thread dips, the bobbin thread rises and slants across it.
        double e = Math.Min(0.9 * m.Fineness, m.Advance / 8), apart = Math.Min(0.55 * m.Fineness, 0.3 * m.Face);
        double side = face ? 1 : -1, lies = side * m.Face, deeper = -side * Math.Max(0, 0.8 * m.Face - apart);
        var knots = new List<Knot>();
        for (var i = 0; i < places.Count; i++)
        {
            var (x, y) = places[i];
            var next = i + 1 < places.Count ? places[i + 1] : (Along: places[0].Along + advance, places[0].Across);
            var back = next.Along < x;
            var before = i > 0 ? places[i - 1] : (Along: places[^1].Along - advance, places[^1].Across);
            double into = before.Along > x ? -1 : 1, outOf = back ? -1 : 1;
            // A thread that turns at a penetration leaves it on the side it came from.
            var turns = into * outOf < 0;
            double xIn = x - into * e, xOut = turns ? xIn : x + outOf * e, slant = face ? 0 : 0.8 * e, t = turns ? 0.5 * e : 0;
            knots.Add(new Knot(xIn, y - slant - t, lies).Sinking(0, 0, side * 0.3 * m.Fineness));
            knots.Add(new Knot(x - into * e * (face ? 1 : 0.5), y - slant / 2 - t, -side * apart, true).Sinking(0, 0, deeper));
            knots.Add(new Knot(turns ? x - into * e * (face ? 1 : 0.5) : x + outOf * e * (face ? 1 : 0.5), y + slant / 2 + t, -side * apart, true).Sinking(0, 0, deeper));
            knots.Add(new Knot(xOut, y + slant + t, lies).Sinking(0, 0, side * 0.3 * m.Fineness));

            double dx = next.Along - xOut, dy = next.Across - y, run = Math.Max(1e-9, Math.Sqrt(dx * dx + dy * dy));
            foreach (var share in (ReadOnlySpan<double>)[0.3, 0.7])
            {
                knots.Add(new Knot(xOut + share * dx, y + share * dy, lies).Bowing(-side * 0.45 * dy / run, side * 0.45 * dx / run, side * 0.6));
            }
        }

        return knots;
    }
}
