using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Tests.ThreadUp;

/// <summary>
/// The fewest minutes found by going through everything a pair of hands may safely do, with the rules written out a
/// second time from practice (A4, B6, B7, C8, F16) and the minutes typed in: uniform-cost search over needles and
/// threads. What stands by itself (finger, dials, lengths) is added.
/// </summary>
internal static class ShortestSafeWay
{
    /// <summary>A seat: 0 empty, 1 another needle than the wanted one, 2 the wanted one. A thread: 0 none, 1 another, 2 the wanted one.</summary>
    private readonly record struct Bench(int Needles, int Threads)
    {
        public int Needle(int i) => Needles / Power[i] % 3;

        public int Thread(int i) => Threads / Power[i] % 3;

        public Bench WithNeedle(int i, int value) => this with { Needles = Needles + (value - Needle(i)) * Power[i] };

        public Bench WithThread(int i, int value) => this with { Threads = Threads + (value - Thread(i)) * Power[i] };

        private static readonly int[] Power = [1, 3, 9, 27, 81, 243];
    }

    /// <summary>Minutes from a state to another.</summary>
    public static double Minutes(Machine machine, Setup from, Setup wanted)
    {
        double minutes = 0;
        if (machine is Convertible && from.ChangedOverTo != wanted.ChangedOverTo)
        {
            (minutes, from) = (5, new Setup { ChangedOverTo = wanted.ChangedOverTo });
        }

        minutes += wanted.Dials.Count(d => from.Dials[d.Key] != d.Value) * 0.2;
        minutes += new[]
        {
            (from.StitchLengthMm, wanted.StitchLengthMm), (from.Differential, wanted.Differential), (from.ZigzagWidthMm, wanted.ZigzagWidthMm), (from.NeedlePositionMm, wanted.Twin is null ? wanted.NeedlePositionMm : 0), (from.FootPressure, wanted.FootPressure),
        }.Count(n => n.Item2.IsThere && n.Item1 != n.Item2) * 0.2;
        minutes += wanted.StitchId.IsThere && from.StitchId != wanted.StitchId ? 0.2 : 0;
        minutes += new[] { (from.FingerName, wanted.FingerName), (from.PlateName, wanted.PlateName), (from.FootName, wanted.FootName), (from.ConverterName, wanted.ConverterName) }.Count(n => n.Item2.IsThere && n.Item1 != n.Item2);
        minutes += wanted.ConverterName.IsEmpty && from.ConverterName.IsThere ? 1 : 0;
        minutes += wanted.CuttingWidthMm.IsThere && from.CuttingWidthMm != wanted.CuttingWidthMm ? 1 : 0;
        // One of which nobody has said anything cuts.
        minutes += wanted.Knife.IsThere && (from.Knife == KnifeStand.Away) != (wanted.Knife == KnifeStand.Away) ? 1 : 0;
        // A thread over the face lies in nobody's way.
        minutes += wanted.Threads[ThreadPosition.TopCover].IsThere && !SameThread(from.Threads[ThreadPosition.TopCover], wanted.Threads[ThreadPosition.TopCover]) ? from.Threads[ThreadPosition.TopCover].IsThere ? 0.5 : 2 : 0;
        return minutes + Hands(wanted.HeadOf(machine), from, wanted);
    }

    private static bool SameThread(Place<SewingThread> at, Place<SewingThread> want)
    {
        if (!at.TryGet(out var here) || !want.TryGet(out var there) || here.KindId != there.KindId)
        {
            return false;
        }

        return here.ConeId is not null && there.ConeId is not null ? here.ConeId == there.ConeId
            : (there.Colour is null || here.Colour == there.Colour) && (there.Name == "" || here.Name == there.Name || (here.Name == "" && there.Colour is not null));
    }

    /// <summary>Needles and threads; what nobody has said of them is taken off first, in a moment.</summary>
    private static double Hands(Machine head, Setup from, Setup wanted)
    {
        // Loopers in this machine's order, then needles: the order threads are laid in.
        ThreadPosition[] loopers = head switch
        {
            Overlocker { LooperOrder: LooperOrder.UpperFirst } => [ThreadPosition.UpperLooper, ThreadPosition.LowerLooper],
            Overlocker => [ThreadPosition.LowerLooper, ThreadPosition.UpperLooper],
            Coverstitch => [ThreadPosition.ChainLooper],
            _ => [ThreadPosition.Bobbin],
        };
        var seats = head.Seats.Select(s => s.Position).ToArray();
        // A twin needle has two eyes to thread; every other needle one.
        (ThreadPosition Position, int Seat)[] eyes =
        [
            .. seats.SelectMany((seat, i) => wanted.Needles[seat].TryGet(out var needle) && needle.TwinGapMm is not null
                ? new[] { (ThreadPosition.NeedleLeft, i), (ThreadPosition.NeedleRight, i) }
                : [(seat, i)]),
        ];
        ThreadPosition[] places = [.. loopers, .. eyes.Select(e => e.Position)];
        var start = default(Bench);
        var goal = default(Bench);
        for (var i = 0; i < seats.Length; i++)
        {
            start = start.WithNeedle(i, !from.Needles[seats[i]].TryGet(out var needle) ? 0 : wanted.Needles[seats[i]].TryGet(out var other) && needle == other ? 2 : 1);
            goal = goal.WithNeedle(i, wanted.Needles[seats[i]].IsThere ? 2 : 0);
        }

        for (var i = 0; i < places.Length; i++)
        {
            start = start.WithThread(i, !from.Threads[places[i]].IsThere ? 0 : SameThread(from.Threads[places[i]], wanted.Threads[places[i]]) ? 2 : 1);
            goal = goal.WithThread(i, wanted.Threads[places[i]].IsThere ? 2 : 0);
        }

        Bench Bare(Bench bench, int seat) => Enumerable.Range(loopers.Length, eyes.Length).Where(i => eyes[i - loopers.Length].Seat == seat).Aggregate(bench, (b, i) => b.WithThread(i, 0));
        var done = new HashSet<Bench>();
        var open = new PriorityQueue<Bench, double>([(start, 0)]);
        while (open.TryDequeue(out var bench, out var minutes))
        {
            if (bench == goal)
            {
                return minutes;
            }

            if (!done.Add(bench))
            {
                continue;
            }

            for (var i = 0; i < places.Length; i++)
            {
                var looper = i < loopers.Length;
                if (bench.Thread(i) != 0)
                {
                    // A thread is cut and drawn out in a moment; tying on pulls the wanted one after it, save on a bobbin.
                    open.Enqueue(bench.WithThread(i, 0), minutes);
                    if (looper && loopers[i] != ThreadPosition.Bobbin && goal.Thread(i) == 2)
                    {
                        open.Enqueue(bench.WithThread(i, 2), minutes + 0.5);
                    }
                }
                else if (looper && goal.Thread(i) == 2 && (loopers[i] == ThreadPosition.Bobbin || Enumerable.Range(i + 1, places.Length - i - 1).All(later => bench.Thread(later) == 0)))
                {
                    open.Enqueue(bench.WithThread(i, 2), minutes + 2);
                }

                if (!looper && bench.Needle(eyes[i - loopers.Length].Seat) == 2 && goal.Thread(i) == 2 && bench.Thread(i) != 2)
                {
                    open.Enqueue(bench.WithThread(i, 2), minutes + 1);
                }
            }

            for (var seat = 0; seat < seats.Length; seat++)
            {
                if (goal.Needle(seat) == 2)
                {
                    open.Enqueue(Bare(bench.WithNeedle(seat, 2), seat), minutes + 2);
                }

                if (bench.Needle(seat) != 0)
                {
                    open.Enqueue(Bare(bench.WithNeedle(seat, 0), seat), minutes + 2);
                }
            }
        }

        throw new InvalidOperationException("What is wanted cannot be reached.");
    }
}
