using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Tests.Setups;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Tests.ThreadUp;

/// <summary>Made-up states of every kind of machine, by a fixed seed; invented data, only to go through the rules.</summary>
internal static class StatePairs
{
    public const int PerKind = 600;

    private static readonly Overlocker Overlock = PlanSearchTests.Overlocker();
    private static readonly Coverstitch Cover = PlanSearchTests.Cover() with { TopCover = PlanSearchTests.Cover().ChainLooper };

    /// <summary>Every kind of machine; an overlocker threads its loopers in either order.</summary>
    public static IReadOnlyList<(string Name, Machine Machine)> Machines { get; } =
    [
        ("upper looper first", Overlock with { LooperOrder = LooperOrder.UpperFirst }),
        ("lower looper first", Overlock with { LooperOrder = LooperOrder.LowerFirst }),
        ("coverstitch", Cover),
        ("convertible", Convertible.Of(Overlock, Cover)),
        ("plain", PlanSearchTests.Plain()),
    ];

    /// <summary>A machine's pairs: what is on it, and what is wanted.</summary>
    public static IEnumerable<(MachineState From, MachineState Wanted)> Of(Machine machine)
    {
        var random = new Random(20261125);
        for (var i = 0; i < PerKind; i++)
        {
            var wanted = State(machine, random, whole: true);
            // Now and then nothing is known, or what is wanted is on already, or differs in one thing only.
            yield return random.Next(20) switch
            {
                0 => (MachineState.Unknown, wanted),
                1 => (wanted, wanted),
                < 7 => (Disturbed(wanted, machine, random), wanted),
                _ => (State(machine, random, whole: false), wanted),
            };
        }
    }

    private static MachineState Disturbed(MachineState state, Machine machine, Random random)
    {
        var head = state.HeadOf(machine);
        var positions = Positions(head);
        var position = positions[random.Next(positions.Count)];
        return random.Next(4) switch
        {
            0 => state with { Threads = [.. state.Threads.Where(t => t.Position != position)] },
            1 => state with { Threads = [.. state.Threads.Select(t => t.Position == position ? t with { KindId = "textured-nylon", Label = "" } : t)] },
            2 => state with { Needles = [.. state.Needles.Skip(1)], Threads = [.. state.Threads.Where(t => t.Position != state.Needles[0].Seat)] },
            _ => state with { LengthMm = null, Dials = [.. state.Dials.Skip(1)] },
        };
    }

    private static IReadOnlyList<ThreadPosition> Positions(Machine head) => [.. head.Dials.Select(d => d.Position), .. head is PlainMachine ? [ThreadPosition.Bobbin] : Array.Empty<ThreadPosition>()];

    private static MachineState State(Machine machine, Random random, bool whole)
    {
        T Pick<T>(params T[] among) => among[random.Next(among.Length)];
        bool Said() => whole || random.Next(4) > 0;
        var head = machine.Heads()[random.Next(machine.Heads().Count)];
        var seats = head.Seats.Select(s => s.Position).Where(_ => random.Next(4) > 0).ToList();
        if (seats.Count == 0)
        {
            seats.Add(head.Seats[0].Position);
        }

        var twin = head is PlainMachine && random.Next(3) == 0 ? Pick<double?>(2.5, 4) : null;
        var needles = seats.Select(s => new NeedleInSeat(s, head.NeedleSystem, Pick("stretch", "jersey"), Pick([.. head.NeedleSizes.Take(2)]), twin)).ToList();
        ThreadInPlace Thread(ThreadPosition position) => Pick(
            new ThreadInPlace(position, "spun-polyester", "#1d4e74", "Blue cone"), new ThreadInPlace(position, "spun-polyester", "#6d6a63"),
            new ThreadInPlace(position, "stretch-polyester"), new ThreadInPlace(position, "spun-polyester"));
        var loopers = Positions(head).Where(p => !p.IsNeedle()).Where(_ => whole ? random.Next(6) > 0 : random.Next(3) > 0).ToList();
        return new MachineState
        {
            ChangedOverTo = machine is Convertible ? head.Kind : null,
            Needles = needles,
            Threads = [.. seats.Where(_ => Said()).Concat(loopers).Select(Thread)],
            Dials = [.. head.Dials.Where(_ => Said()).Select(d => new DialAt(d.Position, d.Dial.Settable(d.Dial.Neutral + random.Next(-2, 3) * d.Dial.Step)))],
            FingerName = head is Overlocker o && Said() ? Pick([.. o.Fingers.Select(f => f.Name)]) : null,
            LengthMm = Said() ? Pick(2, 2.5, 3) : null,
            Differential = head.Feed is not null && Said() ? Pick(1, 1.3) : null,
            CuttingWidthMm = head is Overlocker && Said() ? Pick(3.5, 4) : null,
            KnifeAway = head is Overlocker && random.Next(5) == 0,
            StitchId = head is PlainMachine && Said() ? Pick(StitchCatalogue.Lockstitch.Id, StitchCatalogue.Zigzag.Id) : null,
            ZigzagWidthMm = head is PlainMachine && Said() ? Pick(0, 2.0) : null,
            PlateName = head is PlainMachine p && Said() ? Pick([.. p.Plates.Select(x => x.Name)]) : null,
            FootName = head is PlainMachine f2 && Said() ? Pick([.. f2.Feet.Select(x => x.Name)]) : null,
            NeedlePositionMm = head is PlainMachine && Said() ? 0 : null,
        };
    }
}
