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

/// <summary>One thread of a planned set-up.</summary>
/// <param name="Position">Where it runs.</param>
/// <param name="KindId">What it is.</param>
/// <param name="DialNumber">The number to set, on this machine's own scale; null where the thread has no dial (a bobbin).</param>
/// <param name="StepsTighter">Numbers tighter than neutral (negative: looser).</param>
/// <param name="TensionCentinewtons">The tension the model expects there, cN.</param>
public sealed record PlannedThread(ThreadPosition Position, string KindId, double? DialNumber, double StepsTighter, double TensionCentinewtons)
{
    /// <summary>What it is called in the drawer; null where none of the kind lies there.</summary>
    public string? StockName { get; init; }

    /// <summary>Its colour, #rrggbb; null where not known.</summary>
    public string? Colour { get; init; }

    /// <summary>Its own linear density, tex; null for the kind's.</summary>
    public double? OwnTex { get; init; }

    /// <summary>Its own break extension, a fraction; null for the kind's.</summary>
    public double? OwnBreakExtension { get; init; }

    /// <summary>Whether it has to be bought.</summary>
    public bool ToBuy { get; init; }

    /// <summary>The kind, with this thread's own figures where it was measured.</summary>
    [JsonIgnore]
    public ThreadKind Kind
    {
        get
        {
            var kind = ThreadCatalogue.Find(KindId) ?? throw new InvalidOperationException($"Unknown thread kind {KindId}.");
            return OwnTex is null && OwnBreakExtension is null ? kind : kind with { Tex = OwnTex ?? kind.Tex, BreakExtension = OwnBreakExtension ?? kind.BreakExtension };
        }
    }

    /// <summary>The thread as the seam model takes it.</summary>
    [JsonIgnore]
    public LaidThread Laid => new(Position, Kind, TensionCentinewtons);
}

/// <summary>A whole set-up with the reason for every choice and the figures it stands on.</summary>
public sealed record SetupPlan
{
    /// <summary>Version of the seam model that made it.</summary>
    public required string ModelVersion { get; init; }

    /// <summary>Stitch.</summary>
    public required string StitchId { get; init; }

    /// <summary>Needle point, the same in every seat.</summary>
    public required string PointId { get; init; }

    /// <summary>Needle size, metric.</summary>
    public required int NeedleSizeMetric { get; init; }

    /// <summary>Threads in the order needles left to right, upper looper, lower looper.</summary>
    public required IReadOnlyList<PlannedThread> Threads { get; init; }

    /// <summary>Finger position as the machine names it; null where the machine has none.</summary>
    public string? FingerName { get; init; }

    /// <summary>Whether the seam is pulled open flat after sewing.</summary>
    public bool Flatlock { get; init; }

    /// <summary>G, between the outermost needles, mm; 0 for one needle.</summary>
    public double GaugeMm { get; init; }

    /// <summary>a, mm, from the outermost threaded needle; 0 where the stitch lays no loops round an edge.</summary>
    public double LoopWidthMm { get; init; }

    /// <summary>Cutting width from the right needle, mm, as the machine's record has it; null where there is no knife.</summary>
    public double? CuttingWidthFromRightMm { get; init; }

    /// <summary>b, mm, from the outermost threaded needle.</summary>
    public double BiteMm { get; init; }

    /// <summary>Number on the knife dial; null where it has none.</summary>
    public double? KnifeNumber { get; init; }

    /// <summary>Stitch length, mm.</summary>
    public required double StitchLengthMm { get; init; }

    /// <summary>Zigzag width, mm; null where the stitch has none.</summary>
    public double? ZigzagWidthMm { get; init; }

    /// <summary>Between the blades of the twin needle, mm; null for single needles.</summary>
    public double? TwinGapMm { get; init; }

    /// <summary>Needle plate; null where it does not matter.</summary>
    public string? PlateName { get; init; }

    /// <summary>Presser foot; null where it does not matter.</summary>
    public string? FootName { get; init; }

    /// <summary>Whether tape goes on the hem allowance.</summary>
    public bool Tape { get; init; }

    /// <summary>From which side it is sewn; null where the seam's procedure says so.</summary>
    public SewnFrom? From { get; init; }

    /// <summary>Whether the needle has to be bought.</summary>
    public bool NeedleToBuy { get; init; }

    /// <summary>Differential ratio; null where the feed has none.</summary>
    public double? Differential { get; init; }

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

    /// <summary>The stitch.</summary>
    [JsonIgnore]
    public Stitch Stitch => StitchCatalogue.Find(StitchId) ?? throw new InvalidOperationException($"Unknown stitch {StitchId}.");

    /// <summary>The point.</summary>
    [JsonIgnore]
    public NeedlePoint Point => NeedleCatalogue.Find(PointId) ?? throw new InvalidOperationException($"Unknown needle point {PointId}.");

    /// <summary>The size.</summary>
    [JsonIgnore]
    public NeedleSize NeedleSize => NeedleSize.FromMetric(NeedleSizeMetric);

    /// <summary>Whether a needle stands in this seat.</summary>
    public bool Fills(ThreadPosition seat) => Threads.Any(t => t.Position == seat) || (seat == ThreadPosition.Needle && TwinGapMm is not null);

    /// <summary>What has to be bought, by name.</summary>
    [JsonIgnore]
    public IReadOnlyList<string> ToBuy => [.. Threads.Where(t => t.ToBuy).Select(t => t.Kind.Name).Distinct(), .. NeedleToBuy ? [NeedleName] : Array.Empty<string>()];

    /// <summary>"stretch 80/12", "twin 4.0/75 stretch".</summary>
    [JsonIgnore]
    public string NeedleName => TwinGapMm is { } gap ? $"twin {new TwinNeedle(gap, NeedleSize).Pack} {Point.Name}" : $"{Point.Name} {NeedleSize}";

    /// <summary>Every reason of a topic, joined.</summary>
    public IEnumerable<Reason> ReasonsFor(params PlanTopic[] topics) => Reasons.Where(r => topics.Contains(r.Topic));
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
