using YieldingLoop.Core.Learning;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Core.Tests.ThreadPaths;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Tests.Swatches;

public class TeachingTests
{
    private static SeamCase Case(string use, double differential = 1.3)
    {
        var (_, geometry, threads) = NamedUses.All.Single(u => u.Name == use);
        return PulledSeams.Case(geometry, threads) with { Differential = differential };
    }

    [Fact]
    public void Each_figure_rests_on_the_swatches_that_speak_of_it()
    {
        var seam = Case("514");
        TaughtSwatch[] swatches =
        [
            new(1, "power knit", Lesson.Of(seam, new SwatchReadings() { MeetingLineMm = 0.8 })),
            new(2, "power knit", Lesson.Of(seam, new SwatchReadings() { GrowthPercent = 3, HeldToPercent = 60 })),
            new(3, "rib", Lesson.Of(seam, new SwatchReadings() { GrowthPercent = 5 })),
            new(4, "power knit", Lesson.Of(seam, new SwatchReadings() { MeetingLineMm = 4, GrowthPercent = 9, PoppedAt = ThreadPosition.NeedleLeft, PoppedAtPercent = 30 })) { LeftOut = true },
            // Other threads meet in it, and its needle is of the same kind.
            new(5, "power knit", Lesson.Of(Case("narrow three-thread"), new SwatchReadings() { MeetingLineMm = 1.5, PoppedAt = ThreadPosition.NeedleLeft, PoppedAtPercent = 150 })),
            new(6, "power knit", Lesson.Of(seam, new SwatchReadings(), 90)),
            // Neither its threads nor its edge are of this set-up.
            new(7, "rib", Lesson.Of(Case("304"), new SwatchReadings() { GapMm = 0.2 })),
        ];
        var taught = Teaching.For(swatches, seam, "power knit");
        Assert.Equal([1], taught.MeetingLineFrom);
        Assert.Equal([2], taught.GrowthFrom);
        Assert.Equal([2, 5, 6], taught.YieldFrom);
        Assert.Equal(0.8 / 1.04, taught.Learnt.MeetingLine.Offset + taught.Learnt.MeetingLine.Slope * 0, 9);
        Assert.Equal(Teaching.None.Learnt.MeetingLine, Teaching.For([], seam, "power knit").Learnt.MeetingLine);
    }

    [Fact]
    public void A_pop_says_no_more_than_the_pop_though_it_held_before()
    {
        var seam = Case("514");
        var read = new SwatchReadings { PoppedAt = ThreadPosition.NeedleLeft, PoppedAtPercent = 120 };
        PopRatio Taught(SwatchReadings readings) => Teaching.For([new(1, "rib", Lesson.Of(seam, readings))], seam, "rib").Learnt.PopOf(seam.Threads[0].Laid.Kind);
        Assert.Equal(Taught(read).Middle, Taught(read with { HeldToPercent = 119 }).Middle);
        Assert.NotEqual(Taught(read).Middle, Taught(new() { HeldToPercent = 119 }).Middle);
    }

    /// <summary>
    /// Over simulated machines (gain, offset and meeting-line scale of each drawn as the trials of the simulated machine are to have them), the band for the reading
    /// at the next proposed dial holds it nine times in ten.
    /// </summary>
    [Fact]
    public void The_band_at_the_next_proposed_dial_holds_the_reading_nine_times_in_ten()
    {
        const int Machines = 2000;
        var random = new Random(2000);
        double Uniform(double low, double high) => low + (high - low) * random.NextDouble();
        double Error() => 0.2 * Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());
        var held = 0;
        for (var i = 0; i < Machines; i++)
        {
            double upperGain = Uniform(0.12, 0.35), lowerGain = Uniform(0.12, 0.35), upperOffset = Uniform(-1.5, 1.5), lowerOffset = Uniform(-1.5, 1.5), scale = Uniform(1.5, 3);
            double Read(double upper, double lower) => scale * (upperGain * (upper - upperOffset) - lowerGain * (lower - lowerOffset)) + Error();
            var line = MeetingLineLearning.After([new(0, 0, Read(0, 0))]);
            // Half of it on each dial, on steps of half a number.
            var difference = MeetingLineLearning.DifferenceFor(line, 0, 0)!.Value;
            double upper = Math.Clamp(Math.Round(difference) / 2, -4, 5), lower = Math.Clamp(Math.Round(2 * (upper - difference)) / 2, -4, 5);
            var band = line.NextReading(0, upper - lower);
            var read = Read(upper, lower);
            held += read >= band.Low && read <= band.High ? 1 : 0;
        }

        Assert.InRange(held / (double)Machines, 0.87, 0.93);
    }
}
