using System.Text.Json.Serialization;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Setups;

/// <summary>Which part of a set-up a reason stands beside.</summary>
public enum PlanTopic
{
    /// <summary>The stitch and how many threads.</summary>
    Stitch,

    /// <summary>The needle's point.</summary>
    Point,

    /// <summary>The needle's size.</summary>
    Size,

    /// <summary>Which seats are filled.</summary>
    Seats,

    /// <summary>Needle threads.</summary>
    NeedleThread,

    /// <summary>Looper threads.</summary>
    LooperThread,

    /// <summary>The stitch finger.</summary>
    Finger,

    /// <summary>The stitch length.</summary>
    Length,

    /// <summary>The differential feed.</summary>
    Differential,

    /// <summary>The cutting width.</summary>
    CuttingWidth,

    /// <summary>Needle dials.</summary>
    NeedleDials,

    /// <summary>Looper dials.</summary>
    LooperDials,

    /// <summary>The zigzag width.</summary>
    Width,

    /// <summary>Tape, plate and foot.</summary>
    Parts,
}

/// <summary>Why one choice was made.</summary>
/// <param name="Topic">What it stands beside.</param>
/// <param name="Sentence">One sentence.</param>
/// <param name="Basis">Where it comes from: "common practice", a school, the seam model, the machine's record.</param>
public sealed record Reason(PlanTopic Topic, string Sentence, string Basis);

/// <summary>A remedy that was tried because the first choice did not hold.</summary>
/// <param name="Name">What was changed.</param>
/// <param name="Sentence">What came of it.</param>
/// <param name="YieldBeforePercent">Yield before, %.</param>
/// <param name="YieldAfterPercent">Yield with it, %.</param>
/// <param name="Kept">Whether it stayed in the set-up.</param>
public sealed record RemedyTried(string Name, string Sentence, double YieldBeforePercent, double YieldAfterPercent, bool Kept);

/// <summary>What is worked out for one thread of a planned set-up.</summary>
/// <param name="Position">Where it runs.</param>
/// <param name="StepsTighter">Numbers its dial stands tighter than neutral (negative: looser).</param>
/// <param name="TensionCentinewtons">The tension the model expects there, cN.</param>
/// <param name="ToBuy">Whether it has to be bought.</param>
public sealed record ThreadFigures(ThreadPosition Position, double StepsTighter, double TensionCentinewtons, bool ToBuy = false);

/// <summary>One thread of a planned set-up with its figures.</summary>
/// <param name="Position">Where it runs.</param>
/// <param name="Thread">What it is.</param>
/// <param name="DialNumber">The number to set, on this machine's own scale; null where the thread has no dial (a bobbin).</param>
/// <param name="Figures">What is worked out for it.</param>
public sealed record PlannedThread(ThreadPosition Position, SewingThread Thread, double? DialNumber, ThreadFigures Figures)
{
    /// <summary>Its kind.</summary>
    public string KindId => Thread.KindId;

    /// <summary>The kind, with this thread's own figures where it was measured.</summary>
    public ThreadKind Kind => Thread.Resolve();

    /// <summary>Numbers its dial stands tighter than neutral (negative: looser).</summary>
    public double StepsTighter => Figures.StepsTighter;

    /// <summary>The tension the model expects there, cN.</summary>
    public double TensionCentinewtons => Figures.TensionCentinewtons;

    /// <summary>Whether it has to be bought.</summary>
    public bool ToBuy => Figures.ToBuy;

    /// <summary>What it is called in the drawer; null where none of the kind lies there.</summary>
    public string? StockName => Thread.Name.Length > 0 ? Thread.Name : null;

    /// <summary>The thread as the seam model takes it.</summary>
    public LaidThread Laid => new(Position, Kind, TensionCentinewtons);
}

/// <summary>A set-up with the figures it stands on and the reason for every choice.</summary>
public sealed record SetupPlan
{
    /// <summary>Version of the seam model that made it.</summary>
    public required string ModelVersion { get; init; }

    /// <summary>The set-up.</summary>
    public required Setup Setup { get; init; }

    /// <summary>Figures of its threads.</summary>
    public required IReadOnlyList<ThreadFigures> ThreadFigures { get; init; }

    /// <summary>G, between the outermost needles, mm; 0 for one needle.</summary>
    public double GaugeMm { get; init; }

    /// <summary>a, mm, from the outermost threaded needle; 0 where the stitch lays no loops round an edge.</summary>
    public double LoopWidthMm { get; init; }

    /// <summary>b, mm, from the outermost threaded needle.</summary>
    public double BiteMm { get; init; }

    /// <summary>Number on the knife dial; null where it has none.</summary>
    public double? KnifeNumber { get; init; }

    /// <summary>From which side it is sewn; null where the seam's procedure says so.</summary>
    public SewnFrom? From { get; init; }

    /// <summary>Whether the upper looper was loosened on purpose, for cloth that drags, so that the loops meet on the back.</summary>
    public bool UpperLoosened { get; init; }

    /// <summary>Whether the needle has to be bought.</summary>
    public bool NeedleToBuy { get; init; }

    /// <summary>What it costs to sew it; null in set-ups kept before the planner weighed that.</summary>
    public PlanCost? Cost { get; init; }

    /// <summary>The limits it misses.</summary>
    public PlanLimits Missed { get; init; }

    /// <summary>What would change the answer, a sentence each.</summary>
    public IReadOnlyList<string> WouldChange { get; init; } = [];

    /// <summary>Sewn thickness, mm.</summary>
    public required double SewnThicknessMm { get; init; }

    /// <summary>Why.</summary>
    public required IReadOnlyList<Reason> Reasons { get; init; }

    /// <summary>What an earlier planner tried beyond its first choice; empty in set-ups made since.</summary>
    public IReadOnlyList<RemedyTried> Remedies { get; init; } = [];

    /// <summary>What to know before sewing: limits that were met, and what would help where the seam does not hold.</summary>
    public required IReadOnlyList<string> Notes { get; init; }

    /// <summary>What a swatch should show.</summary>
    public required Targets Targets { get; init; }

    /// <summary>The figures.</summary>
    public required SeamAssessment Figures { get; init; }

    /// <summary>What the wearer asks.</summary>
    public required Need Need { get; init; }

    /// <summary>The row of the manual's table the dials start from; null where the record has none for this stitch and cloth.</summary>
    public ManualSetting? Baseline { get; init; }

    /// <summary>The schools it follows.</summary>
    public required Schools Schools { get; init; }

    /// <summary>Threads in the order needles left to right, then the others.</summary>
    [JsonIgnore]
    public IReadOnlyList<PlannedThread> Threads =>
        [.. ThreadFigures.Select(f => new PlannedThread(f.Position, Setup.Threads[f.Position].Value, DialPlaceOf(f.Position) is { } place ? Setup.Dials[place].Number() : null, f))];

    /// <summary>The stitch.</summary>
    [JsonIgnore]
    public Stitch Stitch => Setup.Stitch ?? throw new InvalidOperationException($"Unknown stitch {StitchId}.");

    /// <summary>Its identifier.</summary>
    [JsonIgnore]
    public string StitchId => Setup.StitchId.Value;

    /// <summary>Whether the seam is pulled open flat after sewing.</summary>
    [JsonIgnore]
    public bool Flatlock => Setup.Flatlock.Or(false);

    /// <summary>The needle, the same in every seat.</summary>
    [JsonIgnore]
    public Needle Needle => Setup.Needles.First().Value;

    /// <summary>Its point.</summary>
    [JsonIgnore]
    public NeedlePoint Point => NeedleCatalogue.Find(Needle.PointId) ?? throw new InvalidOperationException($"Unknown needle point {Needle.PointId}.");

    /// <summary>Its size.</summary>
    [JsonIgnore]
    public NeedleSize NeedleSize => NeedleSize.FromMetric(Needle.SizeMetric);

    /// <summary>Between the blades of the twin needle, mm; null for single needles.</summary>
    [JsonIgnore]
    public double? TwinGapMm => Setup.Twin?.TwinGapMm;

    /// <summary>Finger position as the machine names it; null where the machine has none.</summary>
    [JsonIgnore]
    public string? FingerName => Setup.FingerName.Thing();

    /// <summary>Cutting width from the right needle, mm; null where there is no knife.</summary>
    [JsonIgnore]
    public double? CuttingWidthFromRightMm => Setup.CuttingWidthMm.Number();

    /// <summary>Stitch length, mm.</summary>
    [JsonIgnore]
    public double StitchLengthMm => Setup.StitchLengthMm.Value;

    /// <summary>Zigzag width, mm; null where the stitch has none.</summary>
    [JsonIgnore]
    public double? ZigzagWidthMm => Setup.ZigzagWidthMm.Number();

    /// <summary>Needle plate; null where it does not matter.</summary>
    [JsonIgnore]
    public string? PlateName => Setup.PlateName.Thing();

    /// <summary>Presser foot; null where it does not matter.</summary>
    [JsonIgnore]
    public string? FootName => Setup.FootName.Thing();

    /// <summary>Whether tape goes on the hem allowance.</summary>
    [JsonIgnore]
    public bool Tape => Setup.Tape.Or(false);

    /// <summary>Differential ratio; null where the feed has none.</summary>
    [JsonIgnore]
    public double? Differential => Setup.Differential.Number();

    /// <summary>What has to be bought, by name.</summary>
    [JsonIgnore]
    public IReadOnlyList<string> ToBuy => [.. Threads.Where(t => t.ToBuy).Select(t => t.Kind.Name).Distinct(), .. NeedleToBuy ? [NeedleName] : Array.Empty<string>()];

    /// <summary>"stretch 80/12", "twin 4.0/75 stretch".</summary>
    [JsonIgnore]
    public string NeedleName => Needle.Name;

    /// <summary>Whether a needle stands in this seat.</summary>
    public bool Fills(ThreadPosition seat) => Setup.Needles[seat].IsThere;

    /// <summary>Every reason of a topic, joined.</summary>
    public IEnumerable<Reason> ReasonsFor(params PlanTopic[] topics) => Reasons.Where(r => topics.Contains(r.Topic));

    /// <summary>The dial a thread hangs from: its own, or where it has none the one of the seat its needle stands in.</summary>
    private ThreadPosition? DialPlaceOf(ThreadPosition thread) =>
        !Setup.Dials[thread].IsUnknown ? thread : Setup.NeedleOf(thread) is { } held && !Setup.Dials[held.Seat].IsUnknown ? held.Seat : null;
}

/// <summary>Says how far a dial stands from neutral, the way it is said beside every dial number.</summary>
public static class DialWords
{
    /// <summary>"at neutral", "1 step tighter", "1.5 steps looser".</summary>
    public static string FromNeutral(double stepsTighter)
    {
        var steps = Math.Round(Math.Abs(stepsTighter), 2);
        var noun = steps == 1 ? "step" : "steps";
        return steps == 0 ? "at neutral" : FormattableString.Invariant($"{steps:0.##} {noun} {(stepsTighter > 0 ? "tighter" : "looser")}");
    }

    /// <summary>How far a dial is turned: "1.5 steps looser".</summary>
    public static string Turn(double stepsTighter) => Math.Round(stepsTighter, 2) == 0 ? "it stays" : FromNeutral(stepsTighter);
}
