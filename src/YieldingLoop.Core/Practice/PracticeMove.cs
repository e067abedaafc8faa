using YieldingLoop.Core.Coach;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Practice;

/// <summary>What somebody does while practising.</summary>
public enum PracticeDeed
{
    /// <summary>Sews a swatch.</summary>
    Sew,

    /// <summary>Looks at something.</summary>
    Look,

    /// <summary>Puts something right, whether or not it looked bad.</summary>
    Repair,

    /// <summary>Changes one thing.</summary>
    Change,

    /// <summary>Says that it is right as it is.</summary>
    Keep,

    /// <summary>Says what is wrong with needles, or what a swatch shows.</summary>
    Say,

    /// <summary>Switches the machine off at the wall.</summary>
    SwitchOff,

    /// <summary>Pushes a needle up as far as it goes.</summary>
    PushUp,

    /// <summary>Turns a needle half round.</summary>
    TurnRound,

    /// <summary>Takes a needle out of its seat and puts it into another.</summary>
    MoveNeedle,

    /// <summary>Sets another finger.</summary>
    Finger,

    /// <summary>Picks the step that comes next.</summary>
    Next,

    /// <summary>Says what would bring a swatch back.</summary>
    Cure,

    /// <summary>Wants it explained, and goes no further.</summary>
    Explain,
}

/// <summary>One thing that is done. What a deed does not need is null.</summary>
/// <param name="Deed">What kind of thing.</param>
public sealed record PracticeMove(PracticeDeed Deed)
{
    /// <summary>What is looked at or put right.</summary>
    public CoachLook? Look { get; init; }

    /// <summary>Where.</summary>
    public ThreadPosition? Position { get; init; }

    /// <summary>The seat a needle is moved into.</summary>
    public ThreadPosition? Seat { get; init; }

    /// <summary>What is changed.</summary>
    public CoachChange? Change { get; init; }

    /// <summary>The number it is set to.</summary>
    public double? To { get; init; }

    /// <summary>What is said to be wrong with needles.</summary>
    public SeatFault? Fault { get; init; }

    /// <summary>The finger that is set.</summary>
    public string? Finger { get; init; }

    /// <summary>What a swatch is said to show.</summary>
    public ShownThing? Shown { get; init; }

    /// <summary>What is said to bring it back.</summary>
    public ReadCure? Cure { get; init; }

    /// <summary>Which step of a list is picked, from 0.</summary>
    public int? Step { get; init; }
}
