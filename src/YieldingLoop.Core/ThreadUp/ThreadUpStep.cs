using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.ThreadUp;

/// <summary>One step at the machine.</summary>
/// <param name="Act">What is done.</param>
/// <param name="Minutes">How long it takes, by the catalogue; 0 where it takes a moment.</param>
public sealed record ThreadUpStep(ThreadUpAct Act, double Minutes)
{
    /// <summary>The positions it is about, in the order of the machine's dials.</summary>
    public IReadOnlyList<ThreadPosition> Positions { get; init; } = [];

    /// <summary>The seats it empties, where it is about seats as well as threads.</summary>
    public IReadOnlyList<ThreadPosition> Seats { get; init; } = [];

    /// <summary>The needle that goes in.</summary>
    public Needle? Needle { get; init; }

    /// <summary>The thread that goes in.</summary>
    public SewingThread? Thread { get; init; }

    /// <summary>What is set: a dial's number, a length, width, position or cutting width in mm, a ratio.</summary>
    public double? Number { get; init; }

    /// <summary>What stood there before; null where nobody has said.</summary>
    public double? Before { get; init; }

    /// <summary>Name of a finger, converter, plate or foot, or identifier of a stitch; null where a part comes off.</summary>
    public string? Name { get; init; }

    /// <summary>The half a convertible machine is changed over to.</summary>
    public MachineKind? To { get; init; }

    /// <summary>Whether the knife is swung away as well, in a list that was written down before that was a step of its own.</summary>
    public bool Away { get; init; }

    /// <summary>The one position it is about.</summary>
    /// <exception cref="InvalidOperationException">It is about none or several.</exception>
    public ThreadPosition Position() => Positions.Single();

    /// <summary>The member it cannot be done without and has not, by the name of its document; null where it has them all.</summary>
    public string? Lacks() => Act switch
    {
        ThreadUpAct.ChangeOver => To is null ? "to" : null,
        ThreadUpAct.SetNeedle => Positions.Count != 1 ? "positions" : Needle is null ? "needle" : null,
        ThreadUpAct.TakeOutNeedle => Positions.Count != 1 ? "positions" : null,
        ThreadUpAct.Dial => Positions.Count != 1 ? "positions" : Number is null ? "number" : null,
        ThreadUpAct.TieOn or ThreadUpAct.ThreadLooper or ThreadUpAct.ThreadNeedle or ThreadUpAct.LayInBobbin => Positions.Count == 0 ? "positions" : Thread is null ? "thread" : null,
        ThreadUpAct.Finger or ThreadUpAct.Plate or ThreadUpAct.Foot or ThreadUpAct.Stitch => Name is null ? "name" : null,
        ThreadUpAct.Width or ThreadUpAct.NeedlePosition or ThreadUpAct.Length or ThreadUpAct.Feed or ThreadUpAct.FootPressure or ThreadUpAct.Knife => Number is null ? "number" : null,
        _ => null,
    };

    /// <summary>The state of the machine once this is done.</summary>
    /// <param name="state">The state before.</param>
    public Setup Apply(Setup state) => Act switch
    {
        ThreadUpAct.ChangeOver => Cleared(Setup.Unknown with { ChangedOverTo = To!.Value }),
        ThreadUpAct.ClearAway => Cleared(state),
        // A needle that is changed loses its thread.
        ThreadUpAct.SetNeedle => Unseated(state) is var bare ? bare with { Needles = bare.Needles.With(Position(), Needle!), Threads = bare.Threads.With(Needle!.ThreadPlaces(Position()), Place<SewingThread>.Empty) } : state,
        ThreadUpAct.TakeOutNeedle => Unseated(state),
        ThreadUpAct.TakeOff or ThreadUpAct.TakeOut => state with { Threads = state.Threads.With(Positions, Place<SewingThread>.Empty) },
        ThreadUpAct.TieOn or ThreadUpAct.ThreadLooper or ThreadUpAct.ThreadNeedle or ThreadUpAct.LayInBobbin => state with { Threads = state.Threads.With(Positions, Thread!) },
        ThreadUpAct.Finger => state with { FingerName = Name! },
        ThreadUpAct.Converter => state with { ConverterName = Name.OrEmpty() },
        ThreadUpAct.Plate => state with { PlateName = Name! },
        ThreadUpAct.Foot => state with { FootName = Name! },
        ThreadUpAct.Stitch => state with { StitchId = Name! },
        ThreadUpAct.Width => state with { ZigzagWidthMm = Number!.Value },
        ThreadUpAct.NeedlePosition => state with { NeedlePositionMm = Number!.Value },
        ThreadUpAct.Dial => state with { Dials = state.Dials.With(Position(), Number!.Value) },
        ThreadUpAct.Length => state with { StitchLengthMm = Number!.Value },
        ThreadUpAct.Feed => state with { Differential = Number!.Value },
        ThreadUpAct.FootPressure => state with { FootPressure = Number!.Value },
        // A list written down earlier swung the knife with its width.
        ThreadUpAct.Knife => state with { CuttingWidthMm = Number!.Value, Knife = Away ? KnifeStand.Away : state.Knife },
        ThreadUpAct.KnifeAway => state with { Knife = KnifeStand.Away },
        ThreadUpAct.KnifeBack => state with { Knife = KnifeStand.Cutting },
        _ => state,
    };

    private Setup Cleared(Setup state) => state with
    {
        Needles = state.Needles.With(Seats, Place<Needle>.Empty),
        Threads = state.Threads.With(Positions, Place<SewingThread>.Empty),
    };

    /// <summary>The seat without its needle, and what that needle sewed with off the machine.</summary>
    private Setup Unseated(Setup state) => state with
    {
        Needles = state.Needles.With(Position(), Place<Needle>.Empty),
        Threads = state.Threads.With(state.Needles[Position()].TryGet(out var old) ? old.ThreadPlaces(Position()) : [Position()], Place<SewingThread>.Empty),
    };
}
