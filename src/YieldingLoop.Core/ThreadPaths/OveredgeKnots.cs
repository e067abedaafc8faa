using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.ThreadPaths;

/// <summary>
/// 503, 504, 512 and 514. One thread lies in loops on the face, held under the needle threads; one on the back; where they meet,
/// each goes through the loop of the other, on the cut edge, on the face or on the back, as the tensions have it.
/// </summary>
internal static class OveredgeKnots
{
    public static StitchKnots Of(StitchMeasures m)
    {
        var knots = new IReadOnlyList<Knot>[m.Stitch.ThreadCount];
        var two = m.Stitch.Family == StitchFamily.TwoThreadOveredge;
        var needles = m.Needles;
        int face = m.IndexOf(two ? ThreadPosition.LowerLooper : ThreadPosition.UpperLooper), back = two ? needles[0] : m.IndexOf(ThreadPosition.LowerLooper);
        var meeting = Meeting.Of(m, face, back);
        var from = m.Stitch.UpperHeldByRightNeedle ? m.Gauge : 0;
        double e = Math.Min(0.6 * m.Fineness, m.Advance / 14);
        var loops = new List<Knot> { new(-e, from, m.Face), new(e, from, m.Face) };
        loops.AddRange(Out(m, meeting, onFace: true, (e, from), (m.Advance - e, from)));
        knots[face] = loops;
        if (two)
        {
            knots[back] = NeedleOf503(m, meeting);
            return new(1, knots) { MeetingFrom = meeting.Edge };
        }

        // The lower looper is held near the end of the needle's loop, or where its own length lets it be.
        var most = m.Drawn(back) / 2;
        var across = 0.6 * Math.Sqrt(Math.Max(0, most * most - m.Advance * m.Advance / 4));
        var hooks = new List<NeedleLoop>();
        for (var i = 0; i < needles.Count; i++)
        {
            // The loops draw the needle thread a little their way, so that it lies over their ends.
            var row = (needles.Count > 1 && i == needles.Count - 1 ? m.Gauge : 0) + Drawn(m);
            var held = i > 0 ? double.MaxValue : Math.Max(0.35 * m.LoopDepth(needles[i]), meeting.OwnAcross(onFace: false) + across - row);
            hooks.Add(NeedleLoop.Of(m, needles[i], row, 1, held, Math.Max(0.2, meeting.Edge - row)));
            knots[needles[i]] = hooks[i].Knots;
        }

        List<Knot> lower = [.. hooks[0].Holder];
        if (hooks.Count > 1 && meeting.OwnAcross(onFace: false) > hooks[1].HeldAt + m.Fineness)
        {
            lower.AddRange(hooks[1].Holder);
        }

        var start = (lower[^1].At.Along, lower[^1].At.Across);
        lower.AddRange(Out(m, meeting, onFace: false, start, (m.Advance + lower[0].At.Along, lower[0].At.Across)));
        knots[back] = lower;
        return new(1, knots) { MeetingFrom = meeting.Edge };
    }

    /// <summary>
    /// From a needle line out to where the two threads meet, half a stitch on, through the other's loop, and back to the needle
    /// line of the next stitch.
    /// </summary>
    private static IEnumerable<Knot> Out(StitchMeasures m, Meeting meeting, bool onFace, (double Along, double Across) from, (double Along, double Across) to)
    {
        var half = meeting.Half(onFace);
        double middle = m.Advance / 2, inTo = middle - half, outOf = middle + half;
        // The loop through which the other goes is over it on one leg and under it on the other.
        var over = onFace ? meeting.Apart : -meeting.Apart;
        return
        [
            .. Leg(m, meeting, onFace, over, from, inTo, -1),
            .. Leg(m, meeting, onFace, -over, to, outOf, 1).Reverse(),
        ];
    }

    /// <summary>One leg of a loop: from a needle line to its end where the threads meet, slanting evenly all the way round.</summary>
    private static Knot[] Leg(StitchMeasures m, Meeting meeting, bool onFace, double over, (double Along, double Across) from, double end, double bow)
    {
        double side = onFace ? 1 : -1, own = side * m.Face, past = meeting.Past(onFace);
        var corners = new List<(double Across, double Through)>();
        switch (meeting.On(onFace))
        {
            case MeetingPlace.Edge:
                corners.Add((m.Reach, own));
                corners.Add((m.Reach - meeting.Apart + over, meeting.Through - side * past));
                break;
            case MeetingPlace.OwnSide:
                corners.Add((meeting.Across + past, own + side * meeting.Lift + over));
                break;
            default:
                corners.Add((m.Reach, own));
                corners.Add((m.Reach, -own - side * meeting.Lift));
                corners.Add((meeting.Across - past, -own - side * meeting.Lift + over));
                break;
        }

        double total = 0, gone = 0;
        var at = (from.Across, Through: own);
        foreach (var corner in corners)
        {
            total += Distance(at, corner);
            at = corner;
        }

        var knots = new List<Knot>();
        at = (from.Across, own);
        double Along(double distance) => from.Along + (end - from.Along) * Math.Min(1, distance / total);
        for (var i = 0; i < corners.Count; i++)
        {
            var corner = corners[i];
            var length = Distance(at, corner);
            // What lies flat on the cloth bows with what there is to spare; round the edge it is held.
            var flat = i == 0 || i == 2;
            foreach (var share in flat ? (ReadOnlySpan<double>)[0.35, 0.72] : [])
            {
                knots.Add(new Knot(Along(gone + share * length), at.Across + share * (corner.Across - at.Across), at.Through).Bowing(bow * 0.45 * share, 0, Math.Sign(at.Through) * 0.7 * share));
            }

            gone += length;
            knots.Add(new(Along(gone), corner.Across, corner.Through, true));
            at = corner;
        }

        return [.. knots];

        static double Distance((double Across, double Through) one, (double Across, double Through) other) =>
            Math.Sqrt((other.Across - one.Across) * (other.Across - one.Across) + (other.Through - one.Through) * (other.Through - one.Through));
    }

    /// <summary>503: the needle thread's loop goes along the back to where it meets the looper thread, and back to its hole.</summary>
    private static List<Knot> NeedleOf503(StitchMeasures m, Meeting meeting)
    {
        double x = m.Advance, e = Math.Min(0.85 * m.Fineness, x / 8), h = m.Face, over = h + 0.55 * m.Fineness;
        var row = Drawn(m);
        List<Knot> knots = [new(-e, row, over)];
        knots.AddRange(Out(m, meeting, onFace: false, (-e, row), (e, row)));
        knots.Add(new(e, row, over));
        knots.Add(new Knot(0.35 * x, row, over).Bowing(0, -0.4, 0.5));
        knots.Add(new Knot(0.65 * x, row, over).Bowing(0, 0.4, 0.5));
        return knots;
    }

    /// <summary>How far the loops on the face draw a needle thread towards the edge, mm.</summary>
    private static double Drawn(StitchMeasures m) => 0.6 * m.Fineness;
}
