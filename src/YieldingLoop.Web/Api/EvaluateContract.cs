using System.Text.Json.Serialization;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Threads;
using YieldingLoop.Store.Formats;

namespace YieldingLoop.Web.Api;

/// <summary>Request of <c>POST /api/v1/seams/evaluate</c>. Schools are named by question, both as identifiers; they say how long a needle lasts and what a universal point is for.</summary>
public sealed record EvaluateRequest(
    string Stitch, double StitchLengthMm, double SewnThicknessMm, IReadOnlyList<EvaluateThread> Threads,
    double? ZigzagWidthMm = null, double? GaugeMm = null, double? LoopWidthMm = null, double? BiteMm = null,
    EvaluateCloth? Cloth = null, int? Plies = null, EvaluateNeedle? Needle = null, string? CalibrationThread = null,
    double? Differential = null, double? FootPressure = null, EvaluateNeed? Need = null, IReadOnlyDictionary<string, string>? Schools = null);

/// <summary>One thread: a tension, or a dial with its neutral number (sense 1 unless told).</summary>
public sealed record EvaluateThread(
    string Position, string Kind, double? TensionCentinewtons = null, double? Dial = null, double? Neutral = null, int? Sense = null, string? Colour = null);

public sealed record EvaluateCloth(
    double StretchAlongPercent, double AreaDensityGsm, double? HighestStretchPercent = null, bool? Knit = null, bool? Elastane = null, string? Colour = null);

public sealed record EvaluateNeedle(
    string Point, int SizeMetric, double? HoursSewn = null, double? LifeHours = null, bool? FullyUp = null, bool? ThreadDrags = null);

public sealed record EvaluateNeed(double Percent);

public sealed record EvaluatedThread(string Position, double TensionCentinewtons, double LengthPerStitchMm, double Consumption, double PopStretchPercent);

public sealed record EvaluatedBands(IntervalDocument YieldPercent, IntervalDocument? MeetingLineMm, IntervalDocument? GrowthPercent);

public sealed record EvaluatedVerdict(string Verdict, double NeedPercent, double RequiredPercent, double SparePoints, bool NotSure);

/// <summary>Answer of <c>POST /api/v1/seams/evaluate</c>. Figures the stitch does not have, or that were not asked for, are left out.</summary>
public sealed record EvaluateResponse(
    IReadOnlyList<EvaluatedThread> Threads,
    double Consumption,
    double YieldPercent,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.Never)] string? FirstToPop,
    double ThreadMassMgPerCm,
    double StrengthNewtonsPerCm,
    double GapMm,
    double? MeetingLineMm,
    double? OverhangMm,
    double? CoverFace,
    double? CoverBack,
    double? TunnellingIndex,
    IReadOnlyDictionary<string, double>? NeedleLoopMm,
    double? GrowthPercent,
    double? FlatDifferential,
    double? MassRatio,
    double? Drag,
    double? SkipChancePerStitch,
    double? SkipChanceInFifty,
    double? GapSeenMm,
    EvaluatedVerdict? Verdict,
    EvaluatedBands Bands,
    string ModelVersion)
{
    public static EvaluateResponse Of(SeamAssessment assessment)
    {
        var seam = assessment.Seam;
        var loops = assessment.Threads.Where(t => t.NeedleLoopMm is not null).ToDictionary(t => t.Position.Id(), t => t.NeedleLoopMm!.Value);
        return new EvaluateResponse(
            [.. assessment.Threads.Select(t => new EvaluatedThread(t.Position.Id(), t.TensionCentinewtons, t.LengthPerStitchMm, t.Consumption, t.PopStretchPercent))],
            seam.Consumption, seam.YieldPercent, seam.FirstToPop?.Id(), seam.ThreadMassMgPerCm, seam.StrengthNewtonsPerCm, seam.GapMm,
            seam.MeetingLineMm, seam.OverhangMm, seam.CoverFace, seam.CoverBack, seam.TunnellingIndex, loops.Count > 0 ? loops : null,
            assessment.GrowthPercent?.Middle, assessment.FlatDifferential, assessment.MassRatio, assessment.Drag, assessment.SkipPerStitch, assessment.SkipInFifty, assessment.GapSeenMm,
            assessment.Verdict is { } v ? new EvaluatedVerdict(v.Verdict.Id(), v.NeedPercent, v.RequiredPercent, v.SparePoints, v.NotSure) : null,
            new EvaluatedBands(Documents.Of(assessment.YieldPercent), Documents.Of(assessment.MeetingLineMm), Documents.Of(assessment.GrowthPercent)),
            SeamModel.Version);
    }
}
