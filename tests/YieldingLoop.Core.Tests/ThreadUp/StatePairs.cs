using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Tests.Planning;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Tests.ThreadUp;

/// <summary>Made-up states of every kind of machine, by a fixed seed; invented data, only to go through the rules.</summary>
internal static class StatePairs
{
    public const int PerKind = 600;

    private static readonly Overlocker Overlock = PlanSearchTests.Overlocker() with { ConverterName = "two-thread converter", FootPressure = new(0.5, 1.5, 0.1) };
    private static readonly Coverstitch Cover = PlanSearchTests.Cover() with { FootPressure = new(0.5, 1.5, 0.1), TopCover = PlanSearchTests.Cover().ChainLooper };

    /// <summary>Every kind of machine; an overlocker threads its loopers in either order.</summary>
    public static IReadOnlyList<(string Name, Machine Machine)> Machines { get; } =
    [
        ("upper looper first", Overlock with { LooperOrder = LooperOrder.UpperFirst }),
        ("lower looper first", Overlock with { LooperOrder = LooperOrder.LowerFirst }),
        ("coverstitch", Cover),
        ("convertible", Convertible.Of(Overlock, Cover)),
        ("plain", PlanSearchTests.Plain() with { FootPressure = new(0.5, 1.5, 0.1) }),
    ];

    /// <summary>A machine's pairs: what is on it, and what is wanted.</summary>
    public static IEnumerable<(Setup From, Setup Wanted)> Of(Machine machine)
    {
        var random = new Random(20261125);
        for (var i = 0; i < PerKind; i++)
        {
            var wanted = State(machine, random, whole: true);
            while (machine is PlainMachine plain && (Strikes(plain, wanted) || (wanted.StitchId == StitchCatalogue.Lockstitch.Id && wanted.ZigzagWidthMm != 0.0)))
            {
                wanted = State(machine, random, whole: true);
            }

            // Now and then nothing is known, or what is wanted is on already, or differs in one thing only.
            yield return random.Next(20) switch
            {
                0 => (Setup.Unknown, wanted),
                1 => (wanted, wanted),
                < 7 => (Disturbed(wanted, machine, random), wanted),
                _ => (State(machine, random, whole: false), wanted),
            };
        }
    }

    /// <summary>
    /// Whether the needle of a plain machine touches plate or foot, or swings beyond the hook: the rules of practice A7 and F7
    /// written out a second time. Of a slot nobody has measured nothing is said.
    /// </summary>
    public static bool Strikes(PlainMachine machine, Setup state)
    {
        if (!state.Needles[ThreadPosition.Needle].TryGet(out var needle))
        {
            return false;
        }

        double swing = state.ZigzagWidthMm.Number() ?? 0, aside = Math.Abs(state.NeedlePositionMm.Number() ?? 0);
        var blades = needle.TwinGapMm is { } gap ? gap + needle.SizeMetric / 100.0 + 1 : swing + aside > 0 ? 2 : 0;
        double?[] slots = [machine.Plates.FirstOrDefault(p => p.Name == state.PlateName.Thing())?.SlotMm, machine.Feet.FirstOrDefault(p => p.Name == state.FootName.Thing())?.SlotMm];
        return slots.Any(slot => slot < swing + 2 * aside + blades - 1e-9) || (needle.TwinGapMm + swing > machine.WidestZigzagMm + 1e-9);
    }

    private static Setup Disturbed(Setup state, Machine machine, Random random)
    {
        var head = state.HeadOf(machine);
        var positions = state.ThreadPlaces(head);
        var position = positions[random.Next(positions.Count)];
        var seat = state.Needles.Filled.First();
        return random.Next(5) switch
        {
            0 => state with { Threads = state.Threads.With(position, Place<SewingThread>.Empty) },
            1 => state with { Threads = state.Threads.With(position, state.Threads[position].IsThere ? new SewingThread("textured-nylon") : Place<SewingThread>.Empty) },
            2 => state with { Needles = state.Needles.With(seat, Place<Needle>.Empty), Threads = state.Threads.With(state.Needles[seat].Value.ThreadPlaces(seat), Place<SewingThread>.Empty) },
            3 => state with { Threads = state.Threads.With(position, Place<SewingThread>.Unknown) },
            _ => state with { StitchLengthMm = Place<double>.Unknown, Dials = state.Dials.With(state.Dials.Known.First(), Place<double>.Unknown) },
        };
    }

    private static Setup State(Machine machine, Random random, bool whole)
    {
        T Pick<T>(params T[] among) => among[random.Next(among.Length)];
        bool Said() => whole || random.Next(4) > 0;
        var head = machine.Heads()[random.Next(machine.Heads().Count)];
        var seats = head.Seats.Select(s => s.Position).Where(_ => random.Next(4) > 0).ToList();
        if (seats.Count == 0)
        {
            seats.Add(head.Seats[0].Position);
        }

        // A chain stitch with one needle is sewn from the seats the manual has it for.
        if (head is Coverstitch chain && seats is [var alone] && !chain.ChainSeatIds.Contains(alone.Id()))
        {
            seats = [ThreadPositions.Find(chain.ChainSeatIds[0])!.Value];
        }

        var use = seats.Count > 1 ? FingerUse.BothNeedles : seats[0] == ThreadPosition.NeedleLeft ? FingerUse.LeftNeedle : FingerUse.RightNeedle | FingerUse.Rolled;
        var twin = head is PlainMachine && random.Next(3) == 0 ? Pick<double?>(2.5, 4) : null;
        SewingThread Thread() => Pick(
            new SewingThread("spun-polyester") { Colour = "#1d4e74", Name = "Blue cone" }, new SewingThread("spun-polyester") { Colour = "#6d6a63" },
            new SewingThread("spun-polyester") { Colour = "#1d4e74", Name = "Blue cone", ConeId = Pick("1", "2") },
            new SewingThread("stretch-polyester"), new SewingThread("spun-polyester"));
        var state = new Setup
        {
            ChangedOverTo = machine is Convertible ? head.Kind : Place<MachineKind>.Unknown,
            Needles = Places.Of(seats.Select(s => (s, new Needle(head.NeedleSystem, Pick("stretch", "jersey"), Pick([.. head.NeedleSizes.Take(2)]), twin)))),
            Dials = Places.Of(head.Dials.Where(_ => Said()).Select(d => (d.Position, d.Dial.Settable(d.Dial.Neutral + random.Next(-2, 3) * d.Dial.Step)))),
            FingerName = head is Overlocker o && Said() ? Pick([.. o.Fingers.Where(f => !whole || (f.Use & use) != 0).Select(f => f.Name)]) : Place<string>.Unknown,
            StitchLengthMm = Said() ? Pick(2, 2.5, 3) : Place<double>.Unknown,
            Differential = head.Feed is not null && Said() ? Pick(1, 1.3) : Place<double>.Unknown,
            CuttingWidthMm = head is Overlocker && Said() && random.Next(4) > 0 ? Pick(3.5, 4) : Place<double>.Unknown,
            Knife = head is not Overlocker ? Place<KnifeStand>.Empty : random.Next(4) == 0 ? Place<KnifeStand>.Unknown : random.Next(5) == 0 ? KnifeStand.Away : KnifeStand.Cutting,
            ConverterName = head is Overlocker && random.Next(4) == 0 ? "two-thread converter" : head is Overlocker && Said() ? Place<string>.Empty : Place<string>.Unknown,
            FootPressure = random.Next(4) == 0 ? Pick(0.5, 1) : Place<double>.Unknown,
            StitchId = head is PlainMachine && Said() ? Pick(StitchCatalogue.Lockstitch.Id, StitchCatalogue.Zigzag.Id) : Place<string>.Unknown,
            ZigzagWidthMm = head is PlainMachine && Said() ? Pick(0, 2.0) : Place<double>.Unknown,
            PlateName = head is PlainMachine p && Said() ? Pick([.. p.Plates.Select(x => x.Name)]) : Place<string>.Unknown,
            FootName = head is PlainMachine f2 && Said() ? Pick([.. f2.Feet.Select(x => x.Name)]) : Place<string>.Unknown,
            // A twin needle sits in the centre, whether that is said or not.
            NeedlePositionMm = head is PlainMachine && Said() && !(twin is not null && random.Next(2) == 0) ? twin is null ? Pick(0, 0, -3.5, 3.5) : 0 : Place<double>.Unknown,
        };
        // What is wanted makes a stitch: of the loopers only the upper one may be left out, with one needle, and what is laid over the face.
        var loopers = head.ThreadPlaces.Where(p => !p.IsNeedle()).Where(p => !whole ? random.Next(3) > 0
            : p == ThreadPosition.UpperLooper ? seats.Count > 1 || random.Next(3) > 0 : p != ThreadPosition.TopCover || (seats.Count > 1 && random.Next(2) > 0));
        state = state with { Threads = Places.Of(state.Needles.SelectMany(n => n.Value.ThreadPlaces(n.Key)).Where(_ => Said()).Concat(loopers).Select(p => (p, Thread()))) };
        // What is wanted names all it sews with; of a state, somebody may have said that the rest is empty, or nothing at all.
        return whole || random.Next(3) > 0 ? state.NamingAll(head) : state;
    }
}
