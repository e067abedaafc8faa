using YieldingLoop.Core.Faults;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Coach;

/// <summary>What the coach asks for.</summary>
public enum CoachAct
{
    /// <summary>Sew a swatch and read it.</summary>
    Sew,

    /// <summary>Look at something.</summary>
    Look,

    /// <summary>Put right what a look found bad.</summary>
    Repair,

    /// <summary>Change one thing.</summary>
    Change,

    /// <summary>It passed: keep it.</summary>
    Keep,

    /// <summary>No setting of this machine reaches the targets: plan again.</summary>
    PlanAgain,

    /// <summary>A technician is due.</summary>
    Service,
}

/// <summary>What can be changed between two swatches.</summary>
public enum CoachChange
{
    /// <summary>A dial.</summary>
    Dial,

    /// <summary>The differential ratio.</summary>
    Differential,

    /// <summary>The cutting width.</summary>
    CuttingWidth,

    /// <summary>The stitch length.</summary>
    Length,

    /// <summary>The zigzag width.</summary>
    Width,

    /// <summary>Foot pressure.</summary>
    FootPressure,

    /// <summary>Tape on the allowance.</summary>
    Tape,

    /// <summary>A new needle in a seat.</summary>
    Needle,

    /// <summary>The finger the set-up wants, taken out and set again.</summary>
    Finger,

    /// <summary>Another kind of thread in a position.</summary>
    ThreadKind,

    /// <summary>The left needle and its thread taken out: three threads instead of four (common practice D5).</summary>
    DropLeftNeedle,

    /// <summary>Every thread out, and threaded again in order.</summary>
    RethreadAll,
}

/// <summary>One step: what is done, and how long it takes.</summary>
/// <param name="Act">What.</param>
/// <param name="Minutes">How long it takes, the swatch after it left out.</param>
public sealed record CoachStep(CoachAct Act, double Minutes)
{
    /// <summary>What is looked at, or what a look found that is put right.</summary>
    public CoachLook? Look { get; init; }

    /// <summary>The fault behind it; null where none that is reckoned with lies behind it.</summary>
    public FaultKind? Fault => Look?.Fault();

    /// <summary>What is changed.</summary>
    public CoachChange? Change { get; init; }

    /// <summary>Where.</summary>
    public ThreadPosition? Position { get; init; }

    /// <summary>What stood there before.</summary>
    public double? From { get; init; }

    /// <summary>What it is set to.</summary>
    public double? To { get; init; }

    /// <summary>How likely the next swatch passes, as far as can be reckoned.</summary>
    public double PassChance { get; init; }

    /// <summary>Why, as codes with figures.</summary>
    public IReadOnlyList<Finding> Why { get; init; } = [];
}

/// <summary>Something that may be behind what a swatch shows.</summary>
/// <param name="Fault">What; null for the dials alone, or for several things at once.</param>
/// <param name="Position">Where.</param>
/// <param name="Share">How likely it is: all of them together make 1.</param>
public sealed record CoachCause(FaultKind? Fault, ThreadPosition? Position, double Share)
{
    /// <summary>Whether it is several things at once.</summary>
    public bool Several { get; init; }

    /// <summary>Whether its cause was put right and its effect stays until everything is threaded again.</summary>
    public bool Sticky { get; init; }

    /// <summary>Its identifier: "dials", a fault's, "sticky" or "several".</summary>
    public string Id => Several ? "several" : Sticky ? "sticky" : Fault?.Id() ?? "dials";
}

/// <summary>Changes by their identifiers.</summary>
public static class CoachChanges
{
    /// <summary>Its identifier: "rethread-all".</summary>
    public static string Id(this CoachChange change) => System.Text.Json.JsonNamingPolicy.KebabCaseLower.ConvertName(change.ToString());
}

/// <summary>How long looks, repairs and changes take, minutes. Working values.</summary>
public static class CoachMinutes
{
    /// <summary>A look.</summary>
    public const double Look = 0.3;

    /// <summary>Changing something.</summary>
    /// <param name="change">What.</param>
    /// <param name="threads">The threads that are threaded anew.</param>
    public static double Change(CoachChange change, IEnumerable<ThreadPosition> threads) => change switch
    {
        CoachChange.Dial or CoachChange.Differential or CoachChange.Length or CoachChange.Width or CoachChange.FootPressure => Minutes.MinutesFor.Dial,
        CoachChange.CuttingWidth or CoachChange.Finger or CoachChange.Tape => Minutes.MinutesFor.Part,
        CoachChange.Needle or CoachChange.DropLeftNeedle => Minutes.MinutesFor.Needle,
        _ => threads.Sum(t => t.IsNeedle() ? Minutes.MinutesFor.NeedleThread : Minutes.MinutesFor.Looper),
    };
}
