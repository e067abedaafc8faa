using YieldingLoop.Core.Machines;
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
    public static double Minutes(Machine machine, MachineState from, MachineState wanted)
    {
        double minutes = 0;
        if (machine is Convertible && from.ChangedOverTo != wanted.ChangedOverTo)
        {
            (minutes, from) = (5, new MachineState { ChangedOverTo = wanted.ChangedOverTo });
        }

        minutes += wanted.Dials.Count(d => from.DialNumber(d.Position) != d.Number) * 0.2;
        minutes += new[] { (from.LengthMm, wanted.LengthMm), (from.Differential, wanted.Differential), (from.ZigzagWidthMm, wanted.ZigzagWidthMm), (from.NeedlePositionMm, wanted.NeedlePositionMm) }.Count(n => n.Item2 is not null && n.Item1 != n.Item2) * 0.2;
        minutes += wanted.StitchId is not null && from.StitchId != wanted.StitchId ? 0.2 : 0;
        minutes += new[] { (from.FingerName, wanted.FingerName), (from.PlateName, wanted.PlateName), (from.FootName, wanted.FootName) }.Count(n => n.Item2 is not null && n.Item1 != n.Item2);
        minutes += wanted.CuttingWidthMm is { } cut && (from.CuttingWidthMm != cut || from.KnifeAway != wanted.KnifeAway) ? 1 : 0;
        return minutes + Hands(wanted.HeadOf(machine), from, wanted);
    }

    private static double Hands(Machine head, MachineState from, MachineState wanted)
    {
        // Loopers in this machine's order, then needles: the order threads are laid in.
        ThreadPosition[] loopers = head switch
        {
            Overlocker { LooperOrder: LooperOrder.UpperFirst } => [ThreadPosition.UpperLooper, ThreadPosition.LowerLooper],
            Overlocker => [ThreadPosition.LowerLooper, ThreadPosition.UpperLooper],
            Coverstitch => [ThreadPosition.ChainLooper, ThreadPosition.TopCover],
            _ => [ThreadPosition.Bobbin],
        };
        var seats = head.Seats.Select(s => s.Position).ToArray();
        ThreadPosition[] places = [.. loopers, .. seats];
        bool SameNeedle(NeedleInSeat? a, NeedleInSeat? b) => a is not null && b is not null && a with { Seat = default } == b with { Seat = default };
        bool SameThread(ThreadInPlace? here, ThreadInPlace? there) => here is not null && there is not null && here.KindId == there.KindId
            && (there.Colour is null || here.Colour == there.Colour) && (there.Label == "" || here.Label == there.Label || (here.Label == "" && there.Colour is not null));

        var start = default(Bench);
        var goal = default(Bench);
        for (var i = 0; i < seats.Length; i++)
        {
            start = start.WithNeedle(i, from.NeedleAt(seats[i]) is not { } needle ? 0 : SameNeedle(needle, wanted.NeedleAt(seats[i])) ? 2 : 1);
            goal = goal.WithNeedle(i, wanted.NeedleAt(seats[i]) is null ? 0 : 2);
        }

        for (var i = 0; i < places.Length; i++)
        {
            start = start.WithThread(i, from.ThreadAt(places[i]) is not { } thread ? 0 : SameThread(thread, wanted.ThreadAt(places[i])) ? 2 : 1);
            goal = goal.WithThread(i, wanted.ThreadAt(places[i]) is null ? 0 : 2);
        }

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
                var (looper, seat) = (i < loopers.Length, i - loopers.Length);
                var twice = !looper && wanted.NeedleAt(places[i])?.TwinGapMm is not null ? 2 : 1;
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

                if (!looper && bench.Needle(seat) == 2 && goal.Thread(i) == 2 && bench.Thread(i) != 2)
                {
                    open.Enqueue(bench.WithThread(i, 2), minutes + twice);
                }

                if (!looper && goal.Needle(seat) == 2)
                {
                    open.Enqueue(bench.WithNeedle(seat, 2).WithThread(i, 0), minutes + 2);
                }

                if (!looper && bench.Needle(seat) != 0)
                {
                    open.Enqueue(bench.WithNeedle(seat, 0).WithThread(i, 0), minutes + 2);
                }
            }
        }

        throw new InvalidOperationException("What is wanted cannot be reached.");
    }
}
