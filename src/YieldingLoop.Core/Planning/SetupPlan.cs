using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Planning;

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

    /// <summary>What would change the answer.</summary>
    public IReadOnlyList<Finding> WouldChange { get; init; } = [];

    /// <summary>Sewn thickness, mm.</summary>
    public required double SewnThicknessMm { get; init; }

    /// <summary>Why.</summary>
    public required IReadOnlyList<Reason> Reasons { get; init; }

    /// <summary>What an earlier planner tried beyond its first choice; empty in set-ups made since.</summary>
    public IReadOnlyList<RemedyTried> Remedies { get; init; } = [];

    /// <summary>What to know before sewing: limits that were met, and what would help where the seam does not hold.</summary>
    public required IReadOnlyList<Finding> Notes { get; init; }

    /// <summary>What a swatch should show.</summary>
    public required Targets Targets { get; init; }

    /// <summary>The figures.</summary>
    public required SeamAssessment Figures { get; init; }

    /// <summary>What the wearer asks.</summary>
    public required Need Need { get; init; }

    /// <summary>The row of the manual's table the dials start from; null where the record has none for this stitch and cloth.</summary>
    public ManualSetting? Baseline { get; init; }

    /// <summary>A machine with its dials as this set-up counts from them: neutral is the manual's number where its table has one.</summary>
    public Machine Tuned(Machine machine) => Baseline is { } row ? machine.TunedTo(row) : machine;

    /// <summary>The schools it follows.</summary>
    public required ChosenSchools Schools { get; init; }

    /// <summary>Threads in the order needles left to right, then the others.</summary>
    public IReadOnlyList<PlannedThread> Threads =>
        [.. ThreadFigures.Select(f => new PlannedThread(f.Position, Setup.Threads[f.Position].Value, DialPlaceOf(f.Position) is { } place ? Setup.Dials[place].Number() : null, f))];

    /// <summary>The stitch.</summary>
    public Stitch Stitch => Setup.Stitch ?? throw new InvalidOperationException($"Unknown stitch {StitchId}.");

    /// <summary>Its identifier.</summary>
    public string StitchId => Setup.StitchId.Value;

    /// <summary>Whether the seam is pulled open flat after sewing.</summary>
    public bool Flatlock => Setup.Flatlock.Or(false);

    /// <summary>The needle, the same in every seat.</summary>
    public Needle Needle => Setup.Needles.First().Value;

    /// <summary>Its point.</summary>
    public NeedlePoint Point => NeedleCatalogue.Find(Needle.PointId) ?? throw new InvalidOperationException($"Unknown needle point {Needle.PointId}.");

    /// <summary>Its size.</summary>
    public NeedleSize NeedleSize => NeedleSize.FromMetric(Needle.SizeMetric);

    /// <summary>Between the blades of the twin needle, mm; null for single needles.</summary>
    public double? TwinGapMm => Setup.Twin?.TwinGapMm;

    /// <summary>Finger position as the machine names it; null where the machine has none.</summary>
    public string? FingerName => Setup.FingerName.Thing();

    /// <summary>Cutting width from the right needle, mm; null where there is no knife.</summary>
    public double? CuttingWidthFromRightMm => Setup.CuttingWidthMm.Number();

    /// <summary>Stitch length, mm.</summary>
    public double StitchLengthMm => Setup.StitchLengthMm.Value;

    /// <summary>Zigzag width, mm; null where the stitch has none.</summary>
    public double? ZigzagWidthMm => Setup.ZigzagWidthMm.Number();

    /// <summary>Needle plate; null where it does not matter.</summary>
    public string? PlateName => Setup.PlateName.Thing();

    /// <summary>Presser foot; null where it does not matter.</summary>
    public string? FootName => Setup.FootName.Thing();

    /// <summary>Whether tape goes on the hem allowance.</summary>
    public bool Tape => Setup.Tape.Or(false);

    /// <summary>Differential ratio; null where the feed has none.</summary>
    public double? Differential => Setup.Differential.Number();

    /// <summary>What has to be bought, by name.</summary>
    public IReadOnlyList<string> ToBuy => [.. Threads.Where(t => t.ToBuy).Select(t => t.Kind.Name).Distinct(), .. NeedleToBuy ? [NeedleName] : Array.Empty<string>()];

    /// <summary>"stretch 80/12", "twin 4.0/75 stretch".</summary>
    public string NeedleName => Needle.Name;

    /// <summary>Whether a needle stands in this seat.</summary>
    public bool Fills(ThreadPosition seat) => Setup.Needles[seat].IsThere;

    /// <summary>Every reason of a topic, joined.</summary>
    public IEnumerable<Reason> ReasonsFor(params PlanTopic[] topics) => Reasons.Where(r => topics.Contains(r.Topic));

    /// <summary>The dial a thread hangs from: its own, or where it has none the one of the seat its needle stands in.</summary>
    private ThreadPosition? DialPlaceOf(ThreadPosition thread) =>
        !Setup.Dials[thread].IsUnknown ? thread : Setup.NeedleOf(thread) is { } held && !Setup.Dials[held.Seat].IsUnknown ? held.Seat : null;
}
