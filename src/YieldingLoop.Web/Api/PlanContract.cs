using System.Text.Json;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;
using YieldingLoop.Store.Formats;

namespace YieldingLoop.Web.Api;

/// <summary>Request of <c>POST /api/v1/plans</c>: the whole question inline.</summary>
/// <param name="Cloth">The cloth.</param>
/// <param name="Seam">The seam, as the workroom records one.</param>
/// <param name="Machines">1 to 12 machines at hand.</param>
/// <param name="Drawer">The drawer; nothing is marked as to buy where it is left out.</param>
/// <param name="Schools">School by question, both as identifiers; the default where a question is left out.</param>
/// <param name="Weights">What the parts of the cost weigh.</param>
/// <param name="Pins">Choices already made.</param>
/// <param name="WhyNot">Choices asked about: why they are not the planner's.</param>
/// <param name="OtherCloth">The cloth of the layers that <c>seam.other</c> speaks of.</param>
public sealed record PlanBody(
    PlanCloth Cloth, SeamDocument Seam, IReadOnlyList<PlanMachine> Machines, PlanDrawer? Drawer = null, IReadOnlyDictionary<string, string>? Schools = null,
    WeightsDocument? Weights = null, PinsDocument? Pins = null, PinsDocument? WhyNot = null, PlanCloth? OtherCloth = null);

/// <summary>A cloth by its figures.</summary>
public sealed record PlanCloth(
    double StretchAcrossPercent, double StretchLengthwisePercent, double AreaDensityGsm, double ThicknessMm,
    bool Elastane = false, bool Sheds = false, bool Runs = false, bool Melts = false, string? Colour = null, string Name = "cloth");

/// <summary>A machine at hand.</summary>
/// <param name="Id">What the answer calls it.</param>
/// <param name="Machine">Its record, with its kind: "overlocker", "coverstitch", "convertible" or "plain".</param>
/// <param name="State">What is on it; nothing is known where it is left out. The thread of a cone in the drawer names it by the drawer's name for it.</param>
/// <param name="LiftedRules">Hard rules that are lifted on it.</param>
public sealed record PlanMachine(string Id, MachineDocument Machine, SetupDocument? State = null, IReadOnlyList<LiftedRuleDocument>? LiftedRules = null);

/// <summary>The drawer.</summary>
public sealed record PlanDrawer(IReadOnlyList<NeedleStockDocument>? Needles = null, IReadOnlyList<ThreadStockDocument>? Threads = null);

/// <summary>Answer of <c>POST /api/v1/plans</c>.</summary>
public sealed record PlanResponse(
    SetupResponse Best, IReadOnlyList<SetupResponse> Alternatives, IReadOnlyList<HelpResponse> Help, WhyNotResponse? WhyNot, long Candidates, long Evaluated, string ModelVersion)
{
    public static PlanResponse Of(PlanAnswer answer, WhyNotAnswer? whyNot) => new(
        SetupResponse.Of(answer.Best), [.. answer.Alternatives.Select(SetupResponse.Of)],
        [.. answer.Help.Select(h => new HelpResponse(h.What, h.Finding, Sentences.Of(h.Finding), h.YieldPercent, h.Verdict.Id()))],
        whyNot is null ? null : new WhyNotResponse(BehindResponse.Of(whyNot.Behind), whyNot.RuledOut, whyNot.Setup is null ? null : SetupResponse.Of(whyNot.Setup)),
        answer.Candidates, answer.Evaluated, SeamModel.Version);
}

/// <summary>Something found out: its code with figures and names, and the same in English.</summary>
public sealed record SaidFinding(Finding Finding, string Text)
{
    public static SaidFinding Of(Finding finding) => new(finding, Sentences.Of(finding));
}

/// <summary>Something that would help.</summary>
/// <param name="What">"thread" or "direction".</param>
/// <param name="Finding">What, and what it would come to.</param>
/// <param name="Text">The same in English.</param>
/// <param name="YieldPercent">Yield with it, %.</param>
/// <param name="Verdict">Verdict with it.</param>
public sealed record HelpResponse(string What, Finding Finding, string Text, double YieldPercent, string Verdict);

/// <summary>Why one set-up comes after another.</summary>
/// <param name="Why">The rule it breaks, or the first figure it loses on.</param>
/// <param name="Parts">What that is made of: the limits it misses, the costs it adds.</param>
/// <param name="Text">All of it in English.</param>
public sealed record BehindResponse(Finding Why, IReadOnlyList<Finding> Parts, string Text)
{
    public static BehindResponse Of(PlanBehind behind) => new(behind.Why, behind.Parts, Sentences.Of(behind));
}

/// <summary>Why something else was not chosen.</summary>
/// <param name="Behind">Why.</param>
/// <param name="RuledOut">Whether a hard rule stands in the way.</param>
/// <param name="SetUp">The best set-up with that choice; left out where it is ruled out.</param>
public sealed record WhyNotResponse(BehindResponse Behind, bool RuledOut, SetupResponse? SetUp);

/// <summary>A planned set-up.</summary>
/// <param name="Machine">On which machine.</param>
/// <param name="Setup">The set-up, as the thread-up takes it.</param>
/// <param name="Threads">Figures of its threads.</param>
/// <param name="NeedleToBuy">Whether the needle has to be bought.</param>
/// <param name="KnifeNumber">Number on the knife dial, where it has one.</param>
/// <param name="SewnWith">"face-up" or "wrong-side-up"; left out where the seam's procedure says so.</param>
/// <param name="UpperLoosened">Whether the upper looper is loosened on purpose, for cloth that drags.</param>
/// <param name="Verdict">The verdict.</param>
/// <param name="NeedPercent">What the wearer asks, %.</param>
/// <param name="RequiredPercent">What is required with its margin, %.</param>
/// <param name="SparePoints">Yield less need, percentage points.</param>
/// <param name="Figures">All that the seam model says of it.</param>
/// <param name="Targets">What a swatch of it should show.</param>
/// <param name="MissedLimits">The limits it misses.</param>
/// <param name="Cost">What it costs to sew.</param>
/// <param name="Reasons">Why each choice was made.</param>
/// <param name="Notes">What to know before sewing.</param>
/// <param name="WouldChange">What would change the answer.</param>
/// <param name="ToBuy">What has to be bought, by name.</param>
/// <param name="Differs">In what it differs from the best: "machine", "stitch", "thread", "length", "needle".</param>
/// <param name="Behind">Why it comes after the best.</param>
public sealed record SetupResponse(
    string Machine, SetupDocument Setup, IReadOnlyList<SetupThread> Threads, bool NeedleToBuy, double? KnifeNumber, string? SewnWith, bool UpperLoosened,
    string Verdict, double NeedPercent, double RequiredPercent, double SparePoints, EvaluateResponse Figures, TargetsDocument Targets, IReadOnlyList<string> MissedLimits,
    SetupCost? Cost, IReadOnlyList<SetupReason> Reasons, IReadOnlyList<SaidFinding> Notes, IReadOnlyList<SaidFinding> WouldChange, IReadOnlyList<string> ToBuy,
    IReadOnlyList<string>? Differs, BehindResponse? Behind)
{
    public static SetupResponse Of(PlannedSetup setup)
    {
        var plan = setup.Plan;
        var verdict = plan.Figures.Verdict!;
        return new SetupResponse(
            setup.MachineId, SetupDocument.Of(plan.Setup), [.. plan.ThreadFigures.Select(t => new SetupThread(t.Position.Id(), t.StepsTighter, t.TensionCentinewtons, t.ToBuy))],
            plan.NeedleToBuy, plan.KnifeNumber, plan.From switch { SewnFrom.Face => "face-up", SewnFrom.WrongSide => "wrong-side-up", _ => null }, plan.UpperLoosened,
            verdict.Verdict.Id(), verdict.NeedPercent, verdict.RequiredPercent, verdict.SparePoints, FiguresOf(plan), Documents.Of(plan.Targets),
            [.. Enum.GetValues<PlanLimits>().Where(l => l != PlanLimits.None && (plan.Missed & l) != 0).Select(l => Word(l))],
            plan.Cost is { } cost ? new SetupCost(cost.ChangeoverMinutes, cost.ThreadMetres, cost.Steps, cost.Purchases) : null,
            [.. plan.Reasons.Select(r => new SetupReason(Word(r.Topic), r.Findings, [.. r.Bases.Select(Word)], r.SchoolQuestionId, Sentences.Of(r)))],
            [.. plan.Notes.Select(SaidFinding.Of)], [.. plan.WouldChange.Select(SaidFinding.Of)], plan.ToBuy,
            setup.Differs.Count > 0 ? [.. setup.Differs.Select(Word)] : null, setup.Behind is { } behind ? BehindResponse.Of(behind) : null);
    }

    /// <summary>The figures of the set-up as it is sewn: tunnelling with the tape that goes on.</summary>
    private static EvaluateResponse FiguresOf(SetupPlan plan)
    {
        var figures = EvaluateResponse.Of(plan.Figures);
        return plan.Tape ? figures with { TunnellingIndex = figures.TunnellingIndex / 2 } : figures;
    }

    /// <summary>A word of a fixed list, as answers write it.</summary>
    internal static string Word<T>(T choice)
        where T : struct, Enum => JsonNamingPolicy.KebabCaseLower.ConvertName(choice.ToString());
}

/// <summary>Figures of a thread of a set-up.</summary>
public sealed record SetupThread(string Position, double StepsTighter, double TensionCentinewtons, bool ToBuy);

/// <summary>What a set-up costs.</summary>
public sealed record SetupCost(double ChangeoverMinutes, double ThreadMetresPerMetre, double StepsFromUsual, int Purchases);

/// <summary>Why a choice was made.</summary>
/// <param name="Topic">Which part of the set-up it stands beside.</param>
/// <param name="Findings">What it says.</param>
/// <param name="Bases">What it rests on: "common-practice", "seam-model", "machine-record", "drawer", "own-change".</param>
/// <param name="SchoolQuestion">The question on which it follows a school; left out where the trade agrees.</param>
/// <param name="Text">All of it in English.</param>
public sealed record SetupReason(string Topic, IReadOnlyList<Finding> Findings, IReadOnlyList<string> Bases, string? SchoolQuestion, string Text);
