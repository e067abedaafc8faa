using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Store.Formats;

/// <inheritdoc cref="SeamAssessment"/>
public sealed record AssessmentDocument
{
    /// <inheritdoc cref="SeamAssessment.Seam"/>
    public required SeamReadingDocument Seam { get; init; }

    /// <inheritdoc cref="SeamAssessment.Threads"/>
    public required IReadOnlyList<ThreadReadingDocument> Threads { get; init; }

    /// <inheritdoc cref="SeamAssessment.LearntPopsPercent"/>
    public IReadOnlyList<IntervalDocument>? LearntPops { get; init; }

    /// <inheritdoc cref="SeamAssessment.YieldPercent"/>
    public required IntervalDocument Yield { get; init; }

    /// <inheritdoc cref="SeamAssessment.MeetingLineMm"/>
    public IntervalDocument? MeetingLine { get; init; }

    /// <inheritdoc cref="SeamAssessment.MeetingLineLearnt"/>
    public bool MeetingLineLearnt { get; init; }

    /// <inheritdoc cref="SeamAssessment.GrowthPercent"/>
    public IntervalDocument? Growth { get; init; }

    /// <inheritdoc cref="SeamAssessment.FlatDifferential"/>
    public double? FlatDifferential { get; init; }

    /// <inheritdoc cref="SeamAssessment.MassRatio"/>
    public double? MassRatio { get; init; }

    /// <inheritdoc cref="SeamAssessment.Drag"/>
    public double? Drag { get; init; }

    /// <inheritdoc cref="SeamAssessment.SkipPerStitch"/>
    public double? SkipPerStitch { get; init; }

    /// <inheritdoc cref="SeamAssessment.SkipInFifty"/>
    public double? SkipInFifty { get; init; }

    /// <inheritdoc cref="SeamAssessment.GapSeenMm"/>
    public double? GapSeenMm { get; init; }

    /// <inheritdoc cref="SeamAssessment.Verdict"/>
    public VerdictDocument? Verdict { get; init; }
}

/// <inheritdoc cref="SeamReading"/>
public readonly record struct SeamReadingDocument
{
    /// <inheritdoc cref="SeamReading.Consumption"/>
    public double Consumption { get; init; }

    /// <inheritdoc cref="SeamReading.YieldPercent"/>
    public double YieldPercent { get; init; }

    /// <inheritdoc cref="SeamReading.FirstToPop"/>
    public ThreadPosition? FirstToPop { get; init; }

    /// <inheritdoc cref="SeamReading.ThreadMassMgPerCm"/>
    public double ThreadMassMgPerCm { get; init; }

    /// <inheritdoc cref="SeamReading.StrengthNewtonsPerCm"/>
    public double StrengthNewtonsPerCm { get; init; }

    /// <inheritdoc cref="SeamReading.GapMm"/>
    public double GapMm { get; init; }

    /// <inheritdoc cref="SeamReading.MeetingLineMm"/>
    public double? MeetingLineMm { get; init; }

    /// <inheritdoc cref="SeamReading.OverhangMm"/>
    public double? OverhangMm { get; init; }

    /// <inheritdoc cref="SeamReading.CoverFace"/>
    public double? CoverFace { get; init; }

    /// <inheritdoc cref="SeamReading.CoverBack"/>
    public double? CoverBack { get; init; }

    /// <inheritdoc cref="SeamReading.TunnellingIndex"/>
    public double? TunnellingIndex { get; init; }
}

/// <inheritdoc cref="ThreadReading"/>
public readonly record struct ThreadReadingDocument
{
    /// <inheritdoc cref="ThreadReading.Position"/>
    public ThreadPosition Position { get; init; }

    /// <inheritdoc cref="ThreadReading.TensionCentinewtons"/>
    public double TensionCentinewtons { get; init; }

    /// <inheritdoc cref="ThreadReading.LengthPerStitchMm"/>
    public double LengthPerStitchMm { get; init; }

    /// <inheritdoc cref="ThreadReading.Consumption"/>
    public double Consumption { get; init; }

    /// <inheritdoc cref="ThreadReading.PopStretchPercent"/>
    public double PopStretchPercent { get; init; }

    /// <inheritdoc cref="ThreadReading.NeedleLoopMm"/>
    public double? NeedleLoopMm { get; init; }
}

/// <inheritdoc cref="Interval"/>
public readonly record struct IntervalDocument(double Low, double Middle, double High);

/// <inheritdoc cref="SeamVerdict"/>
public sealed record VerdictDocument(Verdict Verdict, double NeedPercent, double RequiredPercent, double SparePoints, bool NotSure);
