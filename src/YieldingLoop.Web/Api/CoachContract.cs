using System.Text.Json.Serialization;
using YieldingLoop.Core.Coach;
using YieldingLoop.Core.Threads;
using YieldingLoop.Store.Formats;

namespace YieldingLoop.Web.Api;

/// <summary>Request of <c>POST /api/v1/coach/next</c>: the set-up that is wanted, all it was made from, and what was done so far.</summary>
/// <param name="Machine">The machine's record, with its kind.</param>
/// <param name="Cloth">The cloth.</param>
/// <param name="Seam">The seam, as the workroom records one.</param>
/// <param name="Setup">The set-up that is wanted.</param>
/// <param name="History">What was done, the oldest first; nothing where it is left out.</param>
/// <param name="OtherCloth">The cloth of the layers that <c>seam.other</c> speaks of.</param>
/// <param name="Targets">What swatches are held against; those of the model at <c>setup</c>, with nothing learnt, where it is left out.</param>
/// <param name="Learnt">What earlier swatches of this machine have taught, those of the history apart.</param>
/// <param name="Schools">School by question, both as identifiers; "fault-order" is the one that matters most here.</param>
public sealed record CoachBody(
    MachineDocument Machine, PlanCloth Cloth, SeamDocument Seam, SetupDocument Setup, IReadOnlyList<CoachEntry>? History = null, PlanCloth? OtherCloth = null,
    TargetsDocument? Targets = null, LearntBody? Learnt = null, IReadOnlyDictionary<string, string>? Schools = null);

/// <summary>Something that was done.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "did")]
[JsonDerivedType(typeof(CoachSewn), "sew")]
[JsonDerivedType(typeof(CoachLooked), "look")]
[JsonDerivedType(typeof(CoachRepaired), "repair")]
[JsonDerivedType(typeof(CoachChanged), "change")]
public abstract record CoachEntry;

/// <summary>A swatch was sewn and read.</summary>
/// <param name="Setup">The set-up as sewn; it wins over what changes before it said.</param>
/// <param name="Readings">What was read; what is left out was not read.</param>
public sealed record CoachSewn(SetupDocument Setup, SwatchReadingsDocument Readings) : CoachEntry;

/// <summary>Something was looked at.</summary>
/// <param name="Look">What.</param>
/// <param name="Answer">How it looked.</param>
/// <param name="Position">Where; a thread, or the seat of a needle. Left out where it is about the whole machine.</param>
public sealed record CoachLooked(CoachLook Look, LookAnswer Answer, ThreadPosition? Position = null) : CoachEntry;

/// <summary>Something was put right.</summary>
/// <param name="Repair">The look that was bad.</param>
/// <param name="Position">Where.</param>
public sealed record CoachRepaired(CoachLook Repair, ThreadPosition? Position = null) : CoachEntry;

/// <summary>Something was changed.</summary>
/// <param name="Change">What.</param>
/// <param name="Position">Where: a dial, or the seat of a needle.</param>
/// <param name="To">What it was set to: a number, or of a thread its kind.</param>
public sealed record CoachChanged(CoachChange Change, ThreadPosition? Position = null, NumberOrName? To = null) : CoachEntry;

/// <summary>How something looked.</summary>
public enum LookAnswer
{
    /// <summary>As it should.</summary>
    Good,

    /// <summary>Not as it should.</summary>
    Bad,

    /// <summary>Nobody can tell.</summary>
    Unsure,
}

/// <summary>What earlier swatches have taught, as <c>POST /api/v1/swatches/learn</c> answers it.</summary>
/// <param name="MeetingLine">How the meeting line answers the dials.</param>
/// <param name="Growth">How the growth answers the feed.</param>
/// <param name="Yield">Where threads pop.</param>
public sealed record LearntBody(LearntMeetingLine? MeetingLine = null, LearntGrowth? Growth = null, LearntYield? Yield = null);

/// <summary>How the meeting line answers the dials; the last two members are taken and not read.</summary>
public sealed record LearntMeetingLine(double OffsetMm, double OffsetSdMm, double SlopeMmPerNumber, double SlopeSdMmPerNumber, double? DifferenceForTarget = null, IntervalDocument? NextReadingMm = null);

/// <summary>How the growth answers the feed; the last member is taken and not read.</summary>
public sealed record LearntGrowth(double OffsetPercent, double OffsetSdPercent, double SlopeCorrection, double SlopeCorrectionSd, IntervalDocument? NextReadingPercent = null);

/// <summary>Where threads pop; the last member is taken and not read.</summary>
public sealed record LearntYield(IReadOnlyList<LearntKind> Kinds, IntervalDocument? YieldPercent = null);

/// <summary>Ratio of real to predicted pop of one kind of thread.</summary>
public sealed record LearntKind(string Kind, double Low, double Middle, double High);

/// <summary>Answer of <c>POST /api/v1/coach/next</c>.</summary>
/// <param name="Passed">Whether the last swatch passes: everything its targets ask was read and lies within.</param>
/// <param name="Missing">What they ask and nobody read on it; everything, where none was sewn.</param>
/// <param name="Deviations">Everything that was read on it, beside what was wanted.</param>
/// <param name="Step">The one step.</param>
/// <param name="Causes">What is behind it, the likeliest first; the shares make 1.</param>
/// <param name="Next">The step that follows if this one does not help; left out where it is the last.</param>
/// <param name="Targets">What swatches are held against.</param>
public sealed record CoachResponse(
    bool Passed, IReadOnlyList<string> Missing, IReadOnlyList<CoachDeviation> Deviations, CoachStepResponse Step, IReadOnlyList<CoachCauseResponse> Causes, CoachNextResponse? Next, TargetsDocument Targets);

/// <summary>One reading beside what was wanted.</summary>
/// <param name="Code">What it is: "meeting-line", "gap", "hold" and so on.</param>
/// <param name="Wanted">What is aimed at.</param>
/// <param name="Tolerance">How far it may be off to either side; left out where only one side is bounded.</param>
/// <param name="Least">Smallest that passes.</param>
/// <param name="Most">Largest that passes.</param>
/// <param name="Read">What was read; yes is 1, no 0, curling to the left −1, to the right 1.</param>
/// <param name="Within">Whether it passes.</param>
public sealed record CoachDeviation(string Code, double? Wanted, double? Tolerance, double? Least, double? Most, double Read, bool Within);

/// <summary>One step.</summary>
/// <param name="Do">"sew", "look", "repair", "change", "keep", "plan-again" or "service".</param>
/// <param name="Look">What is looked at.</param>
/// <param name="Repair">What is put right: the look that was bad.</param>
/// <param name="Change">What is changed.</param>
/// <param name="Position">Where.</param>
/// <param name="From">What stood there.</param>
/// <param name="To">What it is set to.</param>
/// <param name="Minutes">How long it takes, the swatch after it left out.</param>
/// <param name="Setup">What the machine is set to once it is done: what to sew.</param>
/// <param name="Expect">What the next swatch should read then; left out where none is to be sewn.</param>
/// <param name="Why">Why.</param>
public sealed record CoachStepResponse(
    string Do, CoachLook? Look, CoachLook? Repair, CoachChange? Change, string? Position, NumberOrName? From, NumberOrName? To, double Minutes, SetupDocument Setup, CoachExpected? Expect, IReadOnlyList<SaidFinding> Why);

/// <summary>The step after, without what it would show.</summary>
public sealed record CoachNextResponse(string Do, CoachLook? Look, CoachLook? Repair, CoachChange? Change, string? Position, NumberOrName? From, NumberOrName? To, double Minutes, IReadOnlyList<SaidFinding> Why);

/// <summary>Readings as they are expected: 5, 50 and 95 % points, errors of reading included. What the stitch does not have is left out.</summary>
/// <param name="MeetingLineMm">Where the loopers meet, mm.</param>
/// <param name="GapMm">How far it opens, mm.</param>
/// <param name="OverhangMm">Loops past the edge, mm.</param>
/// <param name="GrowthPercent">Growth in sewing, %.</param>
/// <param name="BesideUnsewnPercent">How much longer it lies than an unsewn strip, %.</param>
/// <param name="TunnellingIndex">Tunnelling index.</param>
/// <param name="CoverFace">Cover of the face.</param>
/// <param name="CoverBack">Cover of the back.</param>
/// <param name="Skips">Skipped stitches in 230.</param>
/// <param name="PoppedAtPercent">Where the first thread would pop, pulled on until one does, %; left out where none is reckoned to.</param>
/// <param name="NeedleLoopMm">How far each needle's own loop opens, mm.</param>
/// <param name="WrappedChance">How likely the edge is wrapped, where it is to be.</param>
/// <param name="BreakChance">How likely a thread breaks in sewing; the readings are those of a swatch that did not.</param>
/// <param name="PassChance">How likely it passes.</param>
public sealed record CoachExpected(
    IntervalDocument? MeetingLineMm, IntervalDocument? GapMm, IntervalDocument? OverhangMm, IntervalDocument? GrowthPercent, IntervalDocument? BesideUnsewnPercent, IntervalDocument? TunnellingIndex,
    IntervalDocument? CoverFace, IntervalDocument? CoverBack, IntervalDocument Skips, IntervalDocument? PoppedAtPercent, IReadOnlyDictionary<string, IntervalDocument>? NeedleLoopMm,
    double? WrappedChance, double BreakChance, double PassChance);

/// <summary>Something that may be behind what was seen.</summary>
/// <param name="Cause">"dials", a fault, "sticky" (put right, and its effect stays until everything is threaded again), or "several".</param>
/// <param name="Position">Where: a thread, or the seat of a needle.</param>
/// <param name="Of">Of what sticks the fault that it was.</param>
/// <param name="Share">How likely it is.</param>
public sealed record CoachCauseResponse(string Cause, string? Position, string? Of, double Share);
