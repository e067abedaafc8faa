using System.Text.Json;
using System.Text.Json.Serialization;
using YieldingLoop.Core.Learning;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Threads;
using YieldingLoop.Store.Formats;

namespace YieldingLoop.Web.Api;

/// <summary>Request of <c>POST /api/v1/swatches/learn</c>: one kind of figure to learn, with its readings.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(LearnMeetingLineBody), "meetingLine")]
[JsonDerivedType(typeof(LearnGrowthBody), "growth")]
[JsonDerivedType(typeof(LearnYieldBody), "yield")]
public abstract record LearnBody;

/// <summary>Where the loopers meet.</summary>
public sealed record LearnMeetingLineBody(MeetingLineQuestion Input) : LearnBody;

/// <summary>How much the seam grows.</summary>
public sealed record LearnGrowthBody(GrowthQuestion Input) : LearnBody;

/// <summary>Where threads pop.</summary>
public sealed record LearnYieldBody(YieldQuestion Input) : LearnBody;

/// <summary>Readings of the meeting line of one machine and one pair of looper threads.</summary>
/// <param name="ModelAtNeutralMm">What the model gives with every dial at neutral, mm.</param>
/// <param name="TargetMm">Where they are to meet, mm.</param>
/// <param name="PredictAtDifference">The difference of dials the next reading is told for.</param>
/// <param name="Observations">The readings.</param>
public sealed record MeetingLineQuestion(double ModelAtNeutralMm, double TargetMm, double PredictAtDifference, IReadOnlyList<MeetingLineObservation> Observations);

/// <summary>One reading.</summary>
public sealed record MeetingLineObservation(DialStand Upper, DialStand Lower, double ReadMm);

/// <summary>Where a dial stood.</summary>
/// <param name="Dial">Its number.</param>
/// <param name="Neutral">Its neutral number.</param>
/// <param name="Sense">1 where a higher number is tighter, −1 where it is looser.</param>
public sealed record DialStand(double Dial, double Neutral, int Sense);

/// <summary>Readings of the growth of one machine with one kind of cloth.</summary>
/// <param name="StretchAlongPercent">The cloth's stretch along the seam, %.</param>
/// <param name="FootPressure">Foot pressure, 1 normal.</param>
/// <param name="PredictAtDifferential">The ratio the next reading is told for.</param>
/// <param name="Observations">The readings.</param>
public sealed record GrowthQuestion(double StretchAlongPercent, double FootPressure, double PredictAtDifferential, IReadOnlyList<GrowthObservation> Observations);

/// <summary>One reading.</summary>
public sealed record GrowthObservation(double Differential, double ReadPercent);

/// <summary>Pulls of one seam.</summary>
/// <param name="Threads">Its threads.</param>
/// <param name="Observations">What was seen.</param>
public sealed record YieldQuestion(IReadOnlyList<PulledThreadStand> Threads, IReadOnlyList<PullObservation> Observations);

/// <summary>A thread, with where the model has it pop.</summary>
public sealed record PulledThreadStand(string Position, string Kind, double ModelPopPercent);

/// <summary>One pull: <paramref name="Popped"/> with <paramref name="AtPercent"/>, or one of the other two.</summary>
/// <param name="Popped">The thread that popped.</param>
/// <param name="AtPercent">Where it did, %.</param>
/// <param name="HeldToPercent">How far it was pulled without, %.</param>
/// <param name="CrackledAtPercent">Where it crackled in wear, nobody knows which thread, %.</param>
public sealed record PullObservation(string? Popped = null, double? AtPercent = null, double? HeldToPercent = null, double? CrackledAtPercent = null);

/// <summary>Answer of <c>POST /api/v1/swatches/learn</c>: what is known after the readings. Bands are 90 %.</summary>
[JsonDerivedType(typeof(MeetingLineLearnt))]
[JsonDerivedType(typeof(GrowthLearnt))]
[JsonDerivedType(typeof(YieldLearnt))]
public abstract record LearnResponse;

/// <summary>How the meeting line answers the dials.</summary>
/// <param name="OffsetMm">How far the machine lies from the model at neutral, mm.</param>
/// <param name="OffsetSdMm">Its standard deviation.</param>
/// <param name="SlopeMmPerNumber">How far a number of difference moves it, mm.</param>
/// <param name="SlopeSdMmPerNumber">Its standard deviation.</param>
/// <param name="DifferenceForTarget">The difference of dials that brings the mean to the target; left out where the dials hardly move it.</param>
/// <param name="NextReadingMm">Band of the next reading, its error included.</param>
public sealed record MeetingLineLearnt(double OffsetMm, double OffsetSdMm, double SlopeMmPerNumber, double SlopeSdMmPerNumber, double? DifferenceForTarget, IntervalDocument NextReadingMm) : LearnResponse;

/// <summary>How the growth answers the feed.</summary>
/// <param name="OffsetPercent">How far the machine lies from the model at ratio 1, points.</param>
/// <param name="OffsetSdPercent">Its standard deviation.</param>
/// <param name="SlopeCorrection">Points per unit of ratio beyond the model's own slope.</param>
/// <param name="SlopeCorrectionSd">Its standard deviation.</param>
/// <param name="NextReadingPercent">Band of the next reading, its error included.</param>
public sealed record GrowthLearnt(double OffsetPercent, double OffsetSdPercent, double SlopeCorrection, double SlopeCorrectionSd, IntervalDocument NextReadingPercent) : LearnResponse;

/// <summary>Where threads pop.</summary>
/// <param name="Kinds">Of each kind of thread the ratio of real to predicted pop.</param>
/// <param name="YieldPercent">Band of the yield; left out where the model has no thread pop.</param>
public sealed record YieldLearnt(IReadOnlyList<KindLearnt> Kinds, IntervalDocument? YieldPercent) : LearnResponse;

/// <summary>Ratio of real to predicted pop of one kind of thread.</summary>
public sealed record KindLearnt(string Kind, double Low, double Middle, double High);

/// <summary>Answers the body of <c>POST /api/v1/swatches/learn</c>.</summary>
internal static class LearnRequestReader
{
    private const int MostObservations = 500;
    private const double MostMm = 50, MostNumber = 100, LeastRatio = 0.2, MostRatio = 5;

    public static LearnResponse? Read(JsonElement root, JsonErrors errors) => ContractReader.Read<LearnBody>(root, errors) switch
    {
        LearnMeetingLineBody body => MeetingLine(body.Input, errors),
        LearnGrowthBody body => Growth(body.Input, errors),
        LearnYieldBody body => Yield(body.Input, errors),
        _ => null,
    };

    private static MeetingLineLearnt? MeetingLine(MeetingLineQuestion asked, JsonErrors errors)
    {
        errors.Within("input.modelAtNeutralMm", asked.ModelAtNeutralMm, -MostMm, MostMm);
        errors.Within("input.targetMm", asked.TargetMm, -MostMm, MostMm);
        errors.Within("input.predictAtDifference", asked.PredictAtDifference, -2 * MostNumber, 2 * MostNumber);
        Bounded(asked.Observations.Count, errors);
        var readings = new List<MeetingLineReading>();
        foreach (var (i, seen) in asked.Observations.Index())
        {
            var at = $"input.observations[{i}]";
            errors.Within(at + ".readMm", seen.ReadMm, -MostMm, MostMm);
            readings.Add(new(StepsTighter(seen.Upper, at + ".upper", errors) - StepsTighter(seen.Lower, at + ".lower", errors), asked.ModelAtNeutralMm, seen.ReadMm));
        }

        if (errors.Any)
        {
            return null;
        }

        var line = MeetingLineLearning.After(readings);
        return new(
            line.Offset, line.OffsetSd, line.Slope, line.SlopeSd, MeetingLineLearning.DifferenceFor(line, asked.ModelAtNeutralMm, asked.TargetMm),
            Documents.Of(line.NextReading(asked.ModelAtNeutralMm, asked.PredictAtDifference)));
    }

    private static double StepsTighter(DialStand stand, string at, JsonErrors errors)
    {
        errors.Within(at + ".dial", stand.Dial, -MostNumber, MostNumber);
        errors.Within(at + ".neutral", stand.Neutral, -MostNumber, MostNumber);
        if (stand.Sense is not (1 or -1))
        {
            errors.Add(at + ".sense", "The sense is 1 where a higher number is tighter, -1 where it is looser.");
        }

        return stand.Sense * (stand.Dial - stand.Neutral);
    }

    private static GrowthLearnt? Growth(GrowthQuestion asked, JsonErrors errors)
    {
        errors.Within("input.stretchAlongPercent", asked.StretchAlongPercent, 0, 1000);
        errors.Within("input.footPressure", asked.FootPressure, 0, 5, above: true);
        errors.Within("input.predictAtDifferential", asked.PredictAtDifferential, LeastRatio, MostRatio);
        Bounded(asked.Observations.Count, errors);
        foreach (var (i, seen) in asked.Observations.Index())
        {
            errors.Within($"input.observations[{i}].differential", seen.Differential, LeastRatio, MostRatio);
            errors.Within($"input.observations[{i}].readPercent", seen.ReadPercent, -100, 1000);
        }

        if (errors.Any)
        {
            return null;
        }

        double Model(double ratio) => ClothEffects.GrowthPercent(asked.StretchAlongPercent, ratio, asked.FootPressure);
        var line = GrowthLearning.After(asked.Observations.Select(o => new GrowthReading(o.Differential, Model(o.Differential), o.ReadPercent)));
        return new(line.Offset, line.OffsetSd, line.Slope, line.SlopeSd, Documents.Of(line.NextReading(Model(asked.PredictAtDifferential), asked.PredictAtDifferential - 1)));
    }

    private static YieldLearnt? Yield(YieldQuestion asked, JsonErrors errors)
    {
        var threads = new List<PulledThread>();
        foreach (var (i, stand) in asked.Threads.Index())
        {
            var at = $"input.threads[{i}]";
            errors.Within(at + ".modelPopPercent", stand.ModelPopPercent, 0, SeamModel.BeyondReachPercent);
            var kind = EvaluateRequestReader.Find(stand.Kind, ThreadCatalogue.Find, "thread kind", at + ".kind", errors);
            var position = errors.Position(at + ".position", stand.Position);
            if (position is not null && threads.Any(t => t.Position == position))
            {
                errors.Add(at + ".position", "This position stands here more than once.");
            }
            else if (position is { } here && kind is not null)
            {
                threads.Add(new(here, kind.Id, stand.ModelPopPercent));
            }
        }

        if (asked.Threads.Count is 0 or > SeamModel.MostThreads)
        {
            errors.Add("input.threads", $"A seam has 1 to {SeamModel.MostThreads} threads.");
        }

        Bounded(asked.Observations.Count, errors);
        if (errors.Any)
        {
            return null;
        }

        List<Pull> pulls = [.. asked.Observations.Index().Select(o => PullOf(o.Item, $"input.observations[{o.Index}]", threads, errors))];
        if (errors.Any)
        {
            return null;
        }

        var learnt = YieldLearning.After(pulls.SelectMany(p => YieldLearning.Of(threads, p)));
        return new(
            [.. threads.Select(t => t.KindId).Distinct().Order(StringComparer.Ordinal).Select(k => (Kind: k, Theta: learnt.GetValueOrDefault(k, PopRatio.Unlearnt))).Select(k => new KindLearnt(k.Kind, k.Theta.Low, k.Theta.Middle, k.Theta.High))],
            Documents.Of(YieldLearning.Yield(threads, learnt)));
    }

    private static Pull PullOf(PullObservation seen, string at, List<PulledThread> threads, JsonErrors errors)
    {
        var ways = (seen.Popped is null && seen.AtPercent is null ? 0 : 1) + (seen.HeldToPercent is null ? 0 : 1) + (seen.CrackledAtPercent is null ? 0 : 1);
        if (ways != 1)
        {
            errors.Add(at, "One pull says one thing: popped with atPercent, heldToPercent, or crackledAtPercent.");
            return default;
        }

        errors.Within(at + ".atPercent", seen.AtPercent, 0, 1000, above: true);
        errors.Within(at + ".heldToPercent", seen.HeldToPercent, 0, 1000, above: true);
        errors.Within(at + ".crackledAtPercent", seen.CrackledAtPercent, 0, 1000, above: true);
        if (seen.HeldToPercent is { } held)
        {
            return new(PopEvidence.Held, held);
        }

        if (seen.CrackledAtPercent is { } crackled)
        {
            if (!threads.Any(t => t.Speaks))
            {
                errors.Add(at + ".crackledAtPercent", "The model has none of these threads pop within reach, so a crackle says nothing of them.");
            }

            return new(PopEvidence.Gave, crackled);
        }

        if (seen.AtPercent is not { } atPercent)
        {
            errors.Add(at + ".atPercent", "This member is missing.");
            return default;
        }

        if (seen.Popped is null)
        {
            errors.Add(at + ".popped", "This member is missing.");
            return default;
        }

        if (!ThreadPositions.TryFromId(seen.Popped, out var position) || threads.Find(t => t.Position == position) is not { KindId: not null } thread)
        {
            errors.Add(at + ".popped", $"The threads of this seam are {string.Join(", ", threads.Select(t => t.Position.Id()))}.");
            return default;
        }

        if (!thread.Speaks)
        {
            errors.Add(at + ".popped", "The model does not have this thread pop within reach, so nothing can be learnt from it.");
        }

        return new(PopEvidence.Popped, atPercent, position);
    }

    private static void Bounded(int observations, JsonErrors errors)
    {
        if (observations > MostObservations)
        {
            errors.Add("input.observations", $"At most {MostObservations} readings at once.");
        }
    }
}
