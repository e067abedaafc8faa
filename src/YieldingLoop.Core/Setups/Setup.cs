using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Setups;

/// <summary>Where the knife stands.</summary>
public enum KnifeStand
{
    /// <summary>It cuts.</summary>
    Cutting,

    /// <summary>It is swung out of the way.</summary>
    Away,
}

/// <summary>
/// What a machine is set to for one seam, or what it stands at just now: the same value, in which every place is unknown,
/// empty or there. It holds no word of prose and no figure that is worked out. Planner, amendment, card, thread-up and
/// API all take it and give it; a set-up that was planned knows every place its machine has.
/// </summary>
public sealed record Setup
{
    /// <summary>What a convertible machine is changed over to; empty for every other machine.</summary>
    public Place<MachineKind> ChangedOverTo { get; init; }

    /// <summary>The stitch. Standing on a plain machine it is the one that is chosen; elsewhere it follows from needles and threads.</summary>
    public Place<string> StitchId { get; init; }

    /// <summary>Whether the seam is pulled open flat after sewing.</summary>
    public Place<bool> Flatlock { get; init; }

    /// <summary>Needles by seat. A twin needle stands in the one seat of its machine.</summary>
    public Places<Needle> Needles { get; init; } = Places<Needle>.Unknown;

    /// <summary>Threads by position; those of a twin needle run in <see cref="ThreadPosition.NeedleLeft"/> and <see cref="ThreadPosition.NeedleRight"/>.</summary>
    public Places<SewingThread> Threads { get; init; } = Places<SewingThread>.Unknown;

    /// <summary>Dial numbers by the position whose dial it is; the one dial of a plain machine is that of <see cref="ThreadPosition.Needle"/>.</summary>
    public Places<double> Dials { get; init; } = Places<double>.Unknown;

    /// <summary>Finger, as the machine names it.</summary>
    public Place<string> FingerName { get; init; }

    /// <summary>Stitch length, mm.</summary>
    public Place<double> StitchLengthMm { get; init; }

    /// <summary>Zigzag width, mm.</summary>
    public Place<double> ZigzagWidthMm { get; init; }

    /// <summary>Cutting width from the right needle, mm.</summary>
    public Place<double> CuttingWidthMm { get; init; }

    /// <summary>Where the knife stands; empty where the machine has none.</summary>
    public Place<KnifeStand> Knife { get; init; }

    /// <summary>Differential ratio.</summary>
    public Place<double> Differential { get; init; }

    /// <summary>Pressure of the presser foot, 1 normal.</summary>
    public Place<double> FootPressure { get; init; }

    /// <summary>Needle plate.</summary>
    public Place<string> PlateName { get; init; }

    /// <summary>Presser foot.</summary>
    public Place<string> FootName { get; init; }

    /// <summary>The converter over the upper looper, as it is called; empty where none is fitted.</summary>
    public Place<string> ConverterName { get; init; }

    /// <summary>Needle position, mm from the centre, negative to the left.</summary>
    public Place<double> NeedlePositionMm { get; init; }

    /// <summary>Whether tape goes on the hem allowance.</summary>
    public Place<bool> Tape { get; init; }

    /// <summary>Nothing known.</summary>
    public static Setup Unknown { get; } = new();

    /// <summary>Whether anything at all is known.</summary>
    public bool AnyKnown => this != Unknown;

    /// <summary>The stitch, where it is known.</summary>
    public Stitch? Stitch => StitchCatalogue.Find(StitchId.Thing());

    /// <summary>The twin needle that is in; null where none is known to be.</summary>
    public Needle? Twin => Needles.Select(n => n.Value).FirstOrDefault(n => n.IsTwin);

    /// <summary>The machine as it stands, or as it sews this: of a convertible one the half it is changed over to, or else the one that has the stitch.</summary>
    public Machine HeadOf(Machine machine)
    {
        var heads = machine.Heads();
        return heads.Count == 1 ? heads[0]
            : (ChangedOverTo.TryGet(out var kind) ? heads.FirstOrDefault(h => h.Kind == kind) : Stitch is { } stitch ? heads.FirstOrDefault(h => h.Stitches.Contains(stitch)) : null) ?? heads[0];
    }

    /// <summary>The positions a thread can run in with the needles that are in: one for each needle or seat, then the loopers or the bobbin.</summary>
    /// <param name="head">The machine, or the half of a convertible one.</param>
    public IReadOnlyList<ThreadPosition> ThreadPlaces(Machine head) =>
    [
        .. head.Seats.SelectMany(s => Needles[s.Position].TryGet(out var needle) ? needle.ThreadPlaces(s.Position) : [s.Position]),
        .. head.ThreadPlaces.Where(p => !p.IsNeedle()),
    ];

    /// <summary>The needle whose thread runs in a position, with its seat; null where none is known to be there.</summary>
    public (ThreadPosition Seat, Needle Needle)? NeedleOf(ThreadPosition thread)
    {
        foreach (var (seat, needle) in Needles)
        {
            if (needle.ThreadPlaces(seat).Contains(thread))
            {
                return (seat, needle);
            }
        }

        return null;
    }

    /// <summary>
    /// This set-up with every seat and thread of its machine known: those nobody named hold nothing. A set-up that is
    /// wanted names all it sews with.
    /// </summary>
    /// <param name="head">The machine, or the half of a convertible one.</param>
    public Setup NamingAll(Machine head) => this with
    {
        Needles = Needles.With(head.Seats.Select(s => s.Position).Where(p => Needles[p].IsUnknown), Place<Needle>.Empty),
        Threads = Threads.With(head.ThreadPlaces.Where(p => Threads[p].IsUnknown), Place<SewingThread>.Empty),
    };

    /// <summary>
    /// What is wanted, with what follows from it on a plain machine: a straight stitch does not swing, so a width that is kept
    /// is set to none; a twin needle sits in the centre.
    /// </summary>
    /// <param name="head">The machine, or the half of a convertible one.</param>
    public Setup InFull(Machine head) => head is not PlainMachine plain ? this : this with
    {
        ZigzagWidthMm = plain.WidestZigzagMm > 0 && Stitch is { NeedsZigzagWidth: false } && !ZigzagWidthMm.IsThere ? 0 : ZigzagWidthMm,
        NeedlePositionMm = Twin is not null && !NeedlePositionMm.IsThere ? 0 : NeedlePositionMm,
    };

    /// <summary>This state, with what follows from it: where a seat is known to hold no needle, none sews with a thread.</summary>
    /// <param name="head">The machine, or the half of a convertible one.</param>
    public Setup NamingImplied(Machine head) => this with
    {
        Threads = Threads.With(
            head.ThreadPlaces.Where(p => p.IsNeedle() && Threads[p].IsUnknown
                && (Needles[head.SeatPlaceOf(p)].IsEmpty || (Needles[head.SeatPlaceOf(p)].TryGet(out var needle) && !needle.ThreadPlaces(head.SeatPlaceOf(p)).Contains(p)))),
            Place<SewingThread>.Empty),
    };

    /// <summary>
    /// What of a set-up stands on its machine: a stitch that only follows from needles and threads, whether the seam is
    /// pulled flat and whether tape goes in are no places of a machine.
    /// </summary>
    /// <param name="machine">The machine; a convertible one with both its halves.</param>
    public Setup OnMachine(Machine machine)
    {
        var head = HeadOf(machine);
        return NamingAll(head) with
        {
            ChangedOverTo = machine is Convertible ? head.Kind : Place<MachineKind>.Empty,
            StitchId = head is PlainMachine && Stitch is { } stitch ? stitch.SwitchedTo : Place<string>.Unknown,
            Flatlock = Place<bool>.Unknown,
            Tape = Place<bool>.Unknown,
        };
    }

    /// <summary>This set-up, and where nobody has said, the other.</summary>
    public Setup Over(Setup other) => new()
    {
        ChangedOverTo = ChangedOverTo.Over(other.ChangedOverTo),
        StitchId = StitchId.Over(other.StitchId),
        Flatlock = Flatlock.Over(other.Flatlock),
        Needles = Needles.Over(other.Needles),
        Threads = Threads.Over(other.Threads),
        Dials = Dials.Over(other.Dials),
        FingerName = FingerName.Over(other.FingerName),
        StitchLengthMm = StitchLengthMm.Over(other.StitchLengthMm),
        ZigzagWidthMm = ZigzagWidthMm.Over(other.ZigzagWidthMm),
        CuttingWidthMm = CuttingWidthMm.Over(other.CuttingWidthMm),
        Knife = Knife.Over(other.Knife),
        Differential = Differential.Over(other.Differential),
        FootPressure = FootPressure.Over(other.FootPressure),
        PlateName = PlateName.Over(other.PlateName),
        FootName = FootName.Over(other.FootName),
        ConverterName = ConverterName.Over(other.ConverterName),
        NeedlePositionMm = NeedlePositionMm.Over(other.NeedlePositionMm),
        Tape = Tape.Over(other.Tape),
    };
}
