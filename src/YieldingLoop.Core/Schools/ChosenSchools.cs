namespace YieldingLoop.Core.Schools;

/// <summary>Which schools a plan and a procedure follow. A member that a record does not have follows the default.</summary>
/// <param name="JoinId">Strength or lightness first.</param>
/// <param name="HideThreadId">How thread is kept from showing in an opened seam.</param>
/// <param name="StableKnitPointId">Which point for a stable knit.</param>
/// <param name="LooperOrderId">Which looper a new machine's record threads first.</param>
public sealed record ChosenSchools(string JoinId, string HideThreadId, string StableKnitPointId, string LooperOrderId = "upper-first")
{
    /// <summary>How a hem is sewn.</summary>
    public string HemStitchId { get; init; } = "speed";

    /// <summary>Stitch length of a twin-needle hem.</summary>
    public string HemLengthId { get; init; } = "two-and-a-half";

    /// <summary>Tension of a twin-needle hem.</summary>
    public string HemTensionId { get; init; } = "when-it-tunnels";

    /// <summary>Tape in a hem allowance.</summary>
    public string HemTapeId { get; init; } = "when-it-tunnels";

    /// <summary>How long a needle lasts.</summary>
    public string NeedleLifeId { get; init; } = "hours";

    /// <summary>Ends of a twin-needle seam.</summary>
    public string TwinEndsId { get; init; } = "tails";

    /// <summary>Raw edge of a hem.</summary>
    public string RawEdgeId { get; init; } = "raw";

    /// <summary>What is threaded again after a thread broke.</summary>
    public string BrokenThreadId { get; init; } = "by-place";

    /// <summary>Which needle a new machine's record threads first.</summary>
    public string NeedleOrderId { get; init; } = "right-first";

    /// <summary>The dial of a textured thread.</summary>
    public string TexturedDialId { get; init; } = "one-looser";

    /// <summary>The second thread of a twin needle at the last guide.</summary>
    public string LastGuideId { get; init; } = "past";

    /// <summary>The spools of a twin needle.</summary>
    public string TwinSpoolsId { get; init; } = "same-cap";

    /// <summary>Which thread goes to which needle of a twin.</summary>
    public string TwinSidesId { get; init; } = "first-left";

    /// <summary>What comes first when a swatch is not right.</summary>
    public string FaultOrderId { get; init; } = "look-first";

    /// <summary>How lint is taken out.</summary>
    public string LintId { get; init; } = "brush";

    /// <summary>What a project counts as, hours of sewing.</summary>
    public const double HoursOfProject = 8;

    /// <summary>Where each question's choice is kept.</summary>
    private static readonly Dictionary<SchoolQuestion, (Func<ChosenSchools, string> Get, Func<ChosenSchools, string, ChosenSchools> Set)> Kept = new(ReferenceEqualityComparer.Instance)
    {
        [SchoolCatalogue.Join] = (s => s.JoinId, (s, id) => s with { JoinId = id }),
        [SchoolCatalogue.HideThread] = (s => s.HideThreadId, (s, id) => s with { HideThreadId = id }),
        [SchoolCatalogue.StableKnitPoint] = (s => s.StableKnitPointId, (s, id) => s with { StableKnitPointId = id }),
        [SchoolCatalogue.NeedleLife] = (s => s.NeedleLifeId, (s, id) => s with { NeedleLifeId = id }),
        [SchoolCatalogue.LooperOrder] = (s => s.LooperOrderId, (s, id) => s with { LooperOrderId = id }),
        [SchoolCatalogue.HemStitch] = (s => s.HemStitchId, (s, id) => s with { HemStitchId = id }),
        [SchoolCatalogue.HemLength] = (s => s.HemLengthId, (s, id) => s with { HemLengthId = id }),
        [SchoolCatalogue.HemTension] = (s => s.HemTensionId, (s, id) => s with { HemTensionId = id }),
        [SchoolCatalogue.HemTape] = (s => s.HemTapeId, (s, id) => s with { HemTapeId = id }),
        [SchoolCatalogue.TwinEnds] = (s => s.TwinEndsId, (s, id) => s with { TwinEndsId = id }),
        [SchoolCatalogue.RawEdge] = (s => s.RawEdgeId, (s, id) => s with { RawEdgeId = id }),
        [SchoolCatalogue.NeedleOrder] = (s => s.NeedleOrderId, (s, id) => s with { NeedleOrderId = id }),
        [SchoolCatalogue.TexturedDial] = (s => s.TexturedDialId, (s, id) => s with { TexturedDialId = id }),
        [SchoolCatalogue.LastGuide] = (s => s.LastGuideId, (s, id) => s with { LastGuideId = id }),
        [SchoolCatalogue.TwinSpools] = (s => s.TwinSpoolsId, (s, id) => s with { TwinSpoolsId = id }),
        [SchoolCatalogue.TwinSides] = (s => s.TwinSidesId, (s, id) => s with { TwinSidesId = id }),
        [SchoolCatalogue.BrokenThread] = (s => s.BrokenThreadId, (s, id) => s with { BrokenThreadId = id }),
        [SchoolCatalogue.Lint] = (s => s.LintId, (s, id) => s with { LintId = id }),
        [SchoolCatalogue.FaultOrder] = (s => s.FaultOrderId, (s, id) => s with { FaultOrderId = id }),
    };

    /// <summary>The defaults.</summary>
    public static ChosenSchools Default { get; } = new(SchoolCatalogue.Join.Default.Id, SchoolCatalogue.HideThread.Default.Id, SchoolCatalogue.StableKnitPoint.Default.Id);

    /// <summary>The school followed in a question; its default where a record names none that is known.</summary>
    public SchoolChoice Chosen(SchoolQuestion question) => question.Find(Kept[question].Get(this));

    /// <summary>The same with another school followed in one question; unchanged where <paramref name="choiceId"/> is none of its schools.</summary>
    public ChosenSchools With(SchoolQuestion question, string? choiceId) =>
        question.Choices.Any(c => c.Id == choiceId) ? Kept[question].Set(this, choiceId!) : this;

    /// <summary>Whether one school is followed.</summary>
    public bool Follows(SchoolQuestion question, string choiceId) => Chosen(question).Id == choiceId;

    /// <summary>Strength first rather than lightness first.</summary>
    public bool StrengthFirst => SchoolCatalogue.Join.Find(JoinId) == SchoolCatalogue.Join.Choices[0];

    /// <summary>A tighter needle rather than colour alone.</summary>
    public bool TighterNeedle => SchoolCatalogue.HideThread.Find(HideThreadId) == SchoolCatalogue.HideThread.Choices[1];

    /// <summary>Whether universal needles are allowed on stable knits.</summary>
    public bool UniversalOnStableKnits => !Follows(SchoolCatalogue.StableKnitPoint, "never");

    /// <summary>Whether they are allowed on heavy stretch too.</summary>
    public bool UniversalOnHeavyStretch => Follows(SchoolCatalogue.StableKnitPoint, "stable-and-heavy");

    /// <summary>How many numbers tighter than neutral a textured thread starts in a looper (common practice C4).</summary>
    public double TexturedSteps => Follows(SchoolCatalogue.TexturedDial, "one-looser") ? -1 : 0;

    /// <summary>Turning dials before anything is looked at.</summary>
    public bool DialFirst => Follows(SchoolCatalogue.FaultOrder, "dial-first");

    /// <summary>Hours a needle lasts; infinite where it is kept until it sews badly.</summary>
    public double NeedleLifeHours => Chosen(SchoolCatalogue.NeedleLife).Id switch { "hours" => 12, "project" => HoursOfProject, _ => double.PositiveInfinity };
}
