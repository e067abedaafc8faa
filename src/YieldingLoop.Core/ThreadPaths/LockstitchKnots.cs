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
            return ([(0, -o), (s, w), (2 * s, o), (s, -w), (2 * s, -o), (3 * s, -w), (4 * s, o), (3 * s, w)], 4);
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
            var before = i > 0 ? places[i - 1] : (Along: places[^1].Along - advance, places[^1].Across);
            double into = before.Along > x ? -1 : 1, outOf = next.Along < x ? -1 : 1;
            (double Along, double Across) xOut;
            if (into * outOf > 0)
            {
                // Along the way it goes, from the penetration before to the one after.
                double wayAlong = next.Along - before.Along, wayAcross = next.Across - before.Across, way = Math.Sqrt(wayAlong * wayAlong + wayAcross * wayAcross);
                (double Along, double Across) on = (wayAlong / way, wayAcross / way);
                double inside = e * (face ? 1 : 0.5), slant = face ? 0 : 0.8 * e;
                (double Along, double Across) At(double ahead, double aside) => (x + ahead * on.Along - aside * on.Across, y + ahead * on.Across + aside * on.Along);
                knots.Add(Lying(At(-e, -slant)));
                knots.Add(Dipping(At(-inside, -slant / 2)));
                knots.Add(Dipping(At(inside, slant / 2)));
                xOut = At(e, slant);
                knots.Add(Lying(xOut));
            }
            else if (face)
            {
                // A thread that turns back at a penetration goes down beside itself.
                knots.Add(Lying((x - into * e, y - 0.8 * e)));
                knots.Add(Dipping((x, y - 0.8 * e)));
                knots.Add(Dipping((x, y + 0.8 * e)));
                knots.Add(Lying((x - into * e, y + 0.8 * e)));
                xOut = (x - into * e, y + 0.8 * e);
            }
            else
            {
                // Through the needle thread's loop, and back outside it.
                knots.Add(Dipping((x - into * 0.75 * e, y)) with { Keeps = Keeps.Depth });
                knots.Add(Dipping((x + into * 0.75 * e, y)) with { Keeps = Keeps.Place });
                knots.Add(Lying((x + into * 0.9 * e, y + 1.3 * e)));
                knots.Add(Lying((x - into * e, y + 2.1 * e)));
                xOut = (x - into * e, y + 2.1 * e);
            }

            double dx = next.Along - xOut.Along, dy = next.Across - xOut.Across, run = Math.Max(1e-9, Math.Sqrt(dx * dx + dy * dy));
            foreach (var share in (ReadOnlySpan<double>)[0.3, 0.7])
            {
                knots.Add(new Knot(xOut.Along + share * dx, xOut.Across + share * dy, lies).Bowing(-side * 0.45 * dy / run, side * 0.45 * dx / run, side * 0.6));
            }
        }

        return knots;

        Knot Lying((double Along, double Across) at) => new Knot(at.Along, at.Across, lies).Sinking(0, 0, side * 0.3 * m.Fineness);

        Knot Dipping((double Along, double Across) at) => new Knot(at.Along, at.Across, -side * apart).Sinking(0, 0, deeper);
    }
}
