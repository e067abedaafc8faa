using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.ThreadPaths;

/// <summary>
/// 503, 504, 512 and 514. One thread lies in loops on the face, held under the needle threads; one on the back; where they meet,
/// each goes through the loop of the other, on the cut edge, on the face or on the back, as the tensions have it.
/// </summary>
internal static class OveredgeKnots
{
    /// <summary>How far out, in gauges, a loop lies flat on the cloth because two needle threads hold it down.</summary>
    private const double HeldDown = 1.7;

    public static StitchKnots Of(StitchMeasures m)
    {
        var knots = new IReadOnlyList<Knot>[m.Stitch.ThreadCount];
        var two = m.Stitch.Family == StitchFamily.TwoThreadOveredge;
        var needles = m.Needles;
        int face = m.IndexOf(two ? ThreadPosition.LowerLooper : ThreadPosition.UpperLooper), back = two ? needles[0] : m.IndexOf(ThreadPosition.LowerLooper);
        var meeting = Meeting.Of(m, face, back);
        var from = m.Stitch.UpperHeldByRightNeedle ? m.Gauge + OutOfReach(m, face) : 0;
        // Three threads have the length of a wrap for the end of a loop; of two the loop comes to a point.
        double e = Math.Min((two ? 0.5 : 0.6) * m.Fineness, m.Advance / 14);
        var loops = new List<Knot> { new(-e, from, m.Face, two ? Keeps.Depth : Keeps.Place), new(e, from, m.Face, two ? Keeps.Depth : Keeps.Place) };
        loops.AddRange(Out(m, meeting, onFace: true, (e, from), (m.Advance - e, from)));
        knots[face] = loops;
        if (two)
        {
            knots[back] = NeedleOf503(m, meeting);
            return new(1, knots) { MeetingFrom = meeting.Edge };
        }

        // The lower looper is held near the end of the needle's loop, or where its own length lets it be.
        var half = m.Drawn(back) / 2;
        var across = 0.4 * Math.Sqrt(Math.Max(0, half * half - m.Advance * m.Advance / 4));
        var hooks = new List<NeedleLoop>();
        for (var i = 0; i < needles.Count; i++)
        {
            var right = needles.Count > 1 && i == needles.Count - 1;
            // The loops draw the needle thread a little their way, so that it lies over their ends.
            var row = Drawn(m) + (!right ? 0 : m.Stitch.UpperHeldByRightNeedle ? from : m.Gauge);
            var held = right ? double.MaxValue : Math.Max(0.35 * m.LoopDepth(needles[i]), meeting.OwnAcross(onFace: false) + across - row);
            hooks.Add(NeedleLoop.Of(m, needles[i], row, 1, held, Math.Max(0.2, meeting.Edge - row), right ? m.Advance / 2 * row / meeting.Edge : 0));
            knots[needles[i]] = hooks[i].Knots;
        }

        // It comes from beyond the loop's end, or runs along the seam where it is so tight that it draws the upper thread round to it.
        List<Knot> lower = [.. hooks[0].EndsBefore(meeting.OwnAcross(onFace: false)) ? hooks[0].Turning() : hooks[0].RunningAlong(m.Advance)];
        if (hooks.Count > 1)
        {
            // On its way out it is held by the right needle's loop too, where it goes that far.
            var most = 0.9 * meeting.OwnAcross(onFace: false);
            lower.AddRange(hooks[1].Passing(m.Advance / 2 * m.Gauge / meeting.Edge).Select(k => k with { At = k.At with { Across = Math.Min(k.At.Across, most) } }));
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
        // The way round, from the needle line: along its own side, round the edge, along the other side. It ends where the threads meet.
        (double Across, double Through)[] way = meeting.On(onFace) switch
        {
            MeetingPlace.Edge => [(from.Across, own), (m.Reach, own), (m.Reach - meeting.Apart + over, meeting.Through - side * past)],
            MeetingPlace.OwnSide => [(from.Across, own), (meeting.Across + past, own + side * meeting.Lift + over)],
            _ => [(from.Across, own), (m.Reach, own), (m.Reach, -own - side * meeting.Lift), (meeting.Across - past, -own - side * meeting.Lift + over)],
        };
        var total = Enumerable.Range(1, way.Length - 1).Sum(i => Distance(way[i - 1], way[i]));
        double gone = 0;
        var knots = new List<Knot>();
        void Lie(int stretch, double share, bool held)
        {
            var ((fromAcross, fromThrough), (toAcross, toThrough)) = (way[stretch], way[stretch + 1]);
            var along = from.Along + (end - from.Along) * Math.Min(1, (gone + share * Distance(way[stretch], way[stretch + 1])) / total);
            var knot = new Knot(along, fromAcross + share * (toAcross - fromAcross), fromThrough + share * (toThrough - fromThrough), held ? Keeps.Place : Keeps.Nothing);
            // What lies flat on the cloth bows with what there is to spare; round the edge it is held.
            // The needle threads hold it down as far as the last of them.
            var free = m.Gauge == 0 ? share : Math.Clamp((knot.At.Across - HeldDown * m.Gauge) / Math.Max(1e-9, m.Reach - HeldDown * m.Gauge), 0, 1);
            knots.Add(held || stretch == 1 ? knot : knot.Bowing(bow * 0.45 * share, 0, Math.Sign(fromThrough) * (stretch == 0 ? free : share)));
        }

        // As many knots wherever the threads meet, because that may change from edge to side while the seam is pulled.
        foreach (var share in way.Length == 2 ? (ReadOnlySpan<double>)[0.33, 0.53, 0.78, 0.84, 0.89, 0.93, 0.97] : [0.33, 0.53, 0.78])
        {
            Lie(0, share, held: false);
        }

        for (var stretch = 1; stretch < way.Length - 1; stretch++)
        {
            gone += Distance(way[stretch - 1], way[stretch]);
            // One leg of the two lies as far out as the loops reach; the other may be drawn in a little.
            Lie(stretch, 0, held: over > 0 || way.Length == 4);
            foreach (var share in way.Length == 3 ? (ReadOnlySpan<double>)[0.6, 0.8, 0.9] : stretch == 2 ? [0.35, 0.72] : [])
            {
                Lie(stretch, share, held: false);
            }
        }

        Lie(way.Length - 2, 1, held: true);
        return [.. knots];

        static double Distance((double Across, double Through) one, (double Across, double Through) other) =>
            Math.Sqrt((other.Across - one.Across) * (other.Across - one.Across) + (other.Through - one.Through) * (other.Through - one.Through));
    }

    /// <summary>503: the needle thread's loop goes along the back to where it meets the looper thread, and back to its hole.</summary>
    private static List<Knot> NeedleOf503(StitchMeasures m, Meeting meeting)
    {
        double x = m.Advance, e = 0.2 * Math.Min(0.85 * m.Fineness, x / 8), h = m.Face, over = h + NeedleLoop.Apart(m);
        var row = Drawn(m);
        var beside = e + NeedleLoop.BesideHole * m.Fineness;
        List<Knot> knots = [new(-beside, row, over, Keeps.Place), new(-e, row, over, Keeps.Place), new(-e, row, -0.2 * h)];
        knots.AddRange(Out(m, meeting, onFace: false, (-e, row), (e, row)));
        knots.Add(new(e, row, -0.2 * h));
        knots.Add(new(e, row, over, Keeps.Place));
        knots.Add(new(beside, row, over, Keeps.Place));
        knots.Add(new Knot(0.35 * x, row, over).Bowing(0, -0.4, 0.5));
        knots.Add(new Knot(0.65 * x, row, over).Bowing(0, 0.4, 0.5));
        return knots;
    }

    /// <summary>
    /// How far short of the right needle's line the upper thread of 512 stays, mm: the loops' reach grows with the whole width, the
    /// thread only with the part it spans, so that the needle thread is drawn out to it.
    /// </summary>
    private static double OutOfReach(StitchMeasures m, int upper) => Math.Max(0, m.Reach - m.LoopWidth - (m.LoopWidth - m.Gauge) * (m.Ratio(upper) - 1));

    /// <summary>How far the loops on the face draw a needle thread towards the edge, mm.</summary>
    internal static double Drawn(StitchMeasures m) => (m.Stitch.Family == StitchFamily.TwoThreadOveredge ? 1 : 0.6) * m.Fineness;
}
