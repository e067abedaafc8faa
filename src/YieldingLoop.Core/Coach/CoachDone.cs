using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Coach;

/// <summary>What somebody did between two swatches.</summary>
public enum CoachDeed
{
    /// <summary>Looked at something, and said how it looks.</summary>
    Look,

    /// <summary>Put something right.</summary>
    Repair,

    /// <summary>Changed one thing.</summary>
    Change,

    /// <summary>Began anew: whatever was done before is not reckoned with any more.</summary>
    Begin,
}

/// <summary>One thing that was done at the machine because the coach asked for it.</summary>
/// <param name="Deed">What kind of thing.</param>
public sealed record CoachDone(CoachDeed Deed)
{
    /// <summary>What was looked at, or the look that found what was put right.</summary>
    public CoachLook? Look { get; init; }

    /// <summary>Where; null where it is about the whole machine.</summary>
    public ThreadPosition? Position { get; init; }

    /// <summary>Whether it looked bad; null where nobody could tell.</summary>
    public bool? Bad { get; init; }

    /// <summary>What was changed.</summary>
    public CoachChange? Change { get; init; }

    /// <summary>The number that stood there before.</summary>
    public double? From { get; init; }

    /// <summary>The number it was set to.</summary>
    public double? To { get; init; }

    /// <summary>Swatches that teach nothing since this was put right: the fault was in them.</summary>
    public IReadOnlyList<int> Silenced { get; init; } = [];

    /// <summary>What is done where a step is followed.</summary>
    /// <param name="step">The step.</param>
    /// <param name="bad">Of a look what it found; null where nobody can tell.</param>
    /// <exception cref="ArgumentException">The step is none that is done between swatches.</exception>
    public static CoachDone Of(CoachStep step, bool? bad = null) => step.Act switch
    {
        CoachAct.Look => new(CoachDeed.Look) { Look = step.Look, Position = step.Position, Bad = bad },
        CoachAct.Repair => new(CoachDeed.Repair) { Look = step.Look, Position = step.Position },
        CoachAct.Change => new(CoachDeed.Change) { Change = step.Change, Position = step.Position, From = step.From, To = step.To },
        _ => throw new ArgumentException("Nothing of it is done between two swatches.", nameof(step)),
    };
}
