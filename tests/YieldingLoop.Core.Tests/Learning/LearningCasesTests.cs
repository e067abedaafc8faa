using System.Text.Json;
using YieldingLoop.Core.Learning;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Tests.Learning;

/// <summary>The reference cases of what is learnt (tests/reference/learning-cases.json): linear parts to 10⁻⁴ relative, yield to 0.5 %.</summary>
public class LearningCasesTests
{
    private static readonly JsonElement Cases = JsonDocument.Parse(File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "reference", "learning-cases.json"))).RootElement.GetProperty("cases");

    public static TheoryData<int> Of(string kind) => [.. Cases.EnumerateArray().Index().Where(c => c.Item.GetProperty("kind").GetString() == kind).Select(c => c.Index)];

    private static void Near(JsonElement expected, string name, double value, double relative)
    {
        var wanted = expected.GetProperty(name).GetDouble();
        Assert.True(Math.Abs(value - wanted) <= relative * Math.Max(Math.Abs(wanted), 1e-3), $"{name}: {value} for {wanted}");
    }

    private static void Near(JsonElement expected, string name, Interval band, double relative)
    {
        Near(expected.GetProperty(name), "low", band.Low, relative);
        Near(expected.GetProperty(name), "middle", band.Middle, relative);
        Near(expected.GetProperty(name), "high", band.High, relative);
    }

    [Fact]
    public void All_twenty_are_here() => Assert.Equal(20, Of("meetingLine").Count + Of("growth").Count + Of("yield").Count);

    [Theory]
    [MemberData(nameof(Of), "meetingLine")]
    public void A_meeting_line_is_learnt_as_the_reference_has_it(int index)
    {
        var (input, expected) = (Cases[index].GetProperty("input"), Cases[index].GetProperty("expected"));
        static double Tighter(JsonElement dial) => dial.GetProperty("sense").GetDouble() * (dial.GetProperty("dial").GetDouble() - dial.GetProperty("neutral").GetDouble());
        var neutral = input.GetProperty("modelAtNeutralMm").GetDouble();
        var line = MeetingLineLearning.After(input.GetProperty("observations").EnumerateArray().Select(o =>
            new MeetingLineReading(Tighter(o.GetProperty("upper")) - Tighter(o.GetProperty("lower")), neutral, o.GetProperty("readMm").GetDouble())));
        Near(expected, "offsetMm", line.Offset, 1e-4);
        Near(expected, "offsetSdMm", line.OffsetSd, 1e-4);
        Near(expected, "slopeMmPerNumber", line.Slope, 1e-4);
        Near(expected, "slopeSdMmPerNumber", line.SlopeSd, 1e-4);
        Near(expected, "nextReadingMm", line.NextReading(neutral, input.GetProperty("predictAtDifference").GetDouble()), 1e-4);
        var difference = MeetingLineLearning.DifferenceFor(line, neutral, input.GetProperty("targetMm").GetDouble());
        if (expected.GetProperty("differenceForTarget").ValueKind == JsonValueKind.Null)
        {
            Assert.Null(difference);
        }
        else
        {
            Near(expected, "differenceForTarget", difference!.Value, 1e-4);
        }
    }

    [Theory]
    [MemberData(nameof(Of), "growth")]
    public void Growth_is_learnt_as_the_reference_has_it(int index)
    {
        var (input, expected) = (Cases[index].GetProperty("input"), Cases[index].GetProperty("expected"));
        double Model(double ratio) => ClothEffects.GrowthPercent(input.GetProperty("stretchAlongPercent").GetDouble(), ratio, input.GetProperty("footPressure").GetDouble());
        var line = GrowthLearning.After(input.GetProperty("observations").EnumerateArray().Select(o =>
            (Ratio: o.GetProperty("differential").GetDouble(), Read: o.GetProperty("readPercent").GetDouble())).Select(o => new GrowthReading(o.Ratio, Model(o.Ratio), o.Read)));
        var at = input.GetProperty("predictAtDifferential").GetDouble();
        Near(expected, "offsetPercent", line.Offset, 1e-4);
        Near(expected, "offsetSdPercent", line.OffsetSd, 1e-4);
        Near(expected, "slopeCorrection", line.Slope, 1e-4);
        Near(expected, "slopeCorrectionSd", line.SlopeSd, 1e-4);
        Near(expected, "nextReadingPercent", line.NextReading(Model(at), at - 1), 1e-4);
    }

    [Theory]
    [MemberData(nameof(Of), "yield")]
    public void Yield_is_learnt_as_the_reference_has_it(int index)
    {
        var (input, expected) = (Cases[index].GetProperty("input"), Cases[index].GetProperty("expected"));
        PulledThread[] threads =
        [
            .. input.GetProperty("threads").EnumerateArray().Select(t => new PulledThread(
                ThreadPositions.TryFromId(t.GetProperty("position").GetString()!, out var position) ? position : throw new InvalidOperationException(), t.GetProperty("kind").GetString()!, t.GetProperty("modelPopPercent").GetDouble())),
        ];
        var learnt = YieldLearning.After(input.GetProperty("observations").EnumerateArray().Select(o =>
            o.TryGetProperty("popped", out var popped) && ThreadPositions.TryFromId(popped.GetString()!, out var position) ? new Pull(PopEvidence.Popped, o.GetProperty("atPercent").GetDouble(), position)
            : o.TryGetProperty("heldToPercent", out var held) ? new Pull(PopEvidence.Held, held.GetDouble())
            : new Pull(PopEvidence.Gave, o.GetProperty("crackledAtPercent").GetDouble())).SelectMany(p => YieldLearning.Of(threads, p)));
        var kinds = expected.GetProperty("kinds");
        Assert.Equal(kinds.EnumerateArray().Select(k => k.GetProperty("kind").GetString()), threads.Select(t => t.KindId).Distinct().Order(StringComparer.Ordinal));
        foreach (var kind in kinds.EnumerateArray())
        {
            var ratio = learnt.GetValueOrDefault(kind.GetProperty("kind").GetString()!, PopRatio.Unlearnt);
            Near(kind, "low", ratio.Low, 0.005);
            Near(kind, "middle", ratio.Middle, 0.005);
            Near(kind, "high", ratio.High, 0.005);
        }

        Near(expected, "yieldPercent", YieldLearning.Yield(threads, learnt)!.Value, 0.005);
    }
}
