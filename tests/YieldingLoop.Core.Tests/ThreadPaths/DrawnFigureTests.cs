using YieldingLoop.Core.Colour;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.ThreadPaths;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Tests.ThreadPaths;

/// <summary>What can be measured on the drawing is what the figures say, within 0.05 mm.</summary>
public class DrawnFigureTests
{
    private const double Near = 0.05;

    public static TheoryData<string> Overedges => [.. NamedUses.All.Where(u => u.Geometry.Stitch.NeedsLoopWidth).Select(u => u.Name)];

    public static TheoryData<string> Uses => [.. NamedUses.All.Select(u => u.Name)];

    [Theory]
    [MemberData(nameof(Overedges))]
    public void The_loops_lie_as_far_past_the_cut_edge_as_the_overhang_says(string name)
    {
        var (_, geometry, threads) = NamedUses.All.Single(u => u.Name == name);
        AssertOverhang(geometry, threads);
    }

    [Theory]
    [InlineData("503")]
    [InlineData("504")]
    [InlineData("512")]
    [InlineData("514")]
    public void So_they_do_on_random_seams(string id)
    {
        var random = new Random(3);
        for (var i = 0; i < 200; i++)
        {
            var (geometry, threads) = PulledSeams.Random(StitchCatalogue.Find(id)!, random);
            AssertOverhang(geometry, threads);
            AssertMeeting(geometry, threads);
        }
    }

    [Theory]
    [MemberData(nameof(Overedges))]
    public void The_threads_meet_where_the_meeting_line_says(string name)
    {
        var (_, geometry, threads) = NamedUses.All.Single(u => u.Name == name);
        AssertMeeting(geometry, threads);
    }

    [Theory]
    [MemberData(nameof(Uses))]
    public void The_open_seam_is_as_wide_as_the_gap(string name)
    {
        var (_, geometry, threads) = NamedUses.All.Single(u => u.Name == name);
        var seam = PulledSeams.Case(geometry, threads);
        var figures = SeamAssessment.Of(seam);
        var frames = CrosswiseFrames.Of(seam, figures)!;
        Assert.Equal(CrosswiseFrames.Count, frames.Frames.Count);
        Assert.Equal(0, frames.Frames[0].GapMm);
        // What lies in the cloth on either side is as long in every frame; the rest of the way across is the gap.
        double Across(CrosswiseFrame frame) => frame.Points.Max(p => p.Across) - frame.Points.Min(p => p.Across);
        Assert.Equal(figures.Seam.GapMm, Across(frames.Frames[^1]) - Across(frames.Frames[0]), Near);
        Assert.Equal(figures.Seam.GapMm, frames.Frames[^1].GapMm, 9);
        // The thread does not grow while the seam opens: closed it bows, open it is straight.
        Assert.All(frames.Frames, f => Assert.Equal(PulledSeams.Length(frames.Frames[^1].Points), PulledSeams.Length(f.Points), 0.01 * PulledSeams.Length(f.Points)));
        Assert.Equal(frames.Frames.Select(f => f.GapMm).Order(), frames.Frames.Select(f => f.GapMm));
    }

    [Fact]
    public void One_layer_has_nothing_to_open()
    {
        var (_, geometry, threads) = NamedUses.All.Single(u => u.Name == "rolled");
        var seam = PulledSeams.Case(geometry, threads) with { Plies = 1 };
        Assert.Null(CrosswiseFrames.Of(seam, SeamAssessment.Of(seam)));
    }

    [Fact]
    public void What_is_seen_of_the_gap_is_sent_with_it()
    {
        var (_, geometry, threads) = NamedUses.All.Single(u => u.Name == "514");
        CieLab.TryFromHex("#102040", out var cloth);
        CieLab.TryFromHex("#f0f0e0", out var thread);
        var seam = PulledSeams.Case(geometry, threads) with { NeedleThreadColour = thread };
        seam = seam with { Cloth = seam.Cloth! with { Colour = cloth } };
        var figures = SeamAssessment.Of(seam);
        Assert.Equal(figures.GapSeenMm!.Value, CrosswiseFrames.Of(seam, figures)!.Frames[^1].SeenMm!.Value, 9);
        Assert.Null(CrosswiseFrames.Of(PulledSeams.Case(geometry, threads), figures with { GapSeenMm = null })!.Frames[^1].SeenMm);
    }

    [Fact]
    public void A_strip_that_grew_waves_by_as_much_as_a_wave_of_that_length_is_longer()
    {
        var seam = PulledSeams.Case(NamedUses.All[0].Geometry, NamedUses.All[0].Threads) with { Differential = 0.6 };
        var figures = SeamAssessment.Of(seam);
        var lie = SeamLie.Of(figures, tape: false);
        // Measured on the curve itself, point by point.
        double Height(double x) => lie.WaveMm * Math.Sin(2 * Math.PI * x / SeamLie.WaveLengthMm);
        const int Steps = 2000;
        var length = Enumerable.Range(0, Steps).Sum(i => Math.Sqrt(Math.Pow(SeamLie.WaveLengthMm / Steps, 2) + Math.Pow(Height(SeamLie.WaveLengthMm * (i + 1) / Steps) - Height(SeamLie.WaveLengthMm * i / Steps), 2)));
        Assert.Equal(figures.GrowthPercent!.Value.Middle, 100 * (length / SeamLie.WaveLengthMm - 1), 1.5);
        Assert.Equal(0, SeamLie.Of(figures with { GrowthPercent = new Interval(0, 0, 0) }, tape: false).WaveMm);
    }

    [Fact]
    public void Rows_that_draw_together_stand_up_in_a_ridge_and_tape_holds_them_down()
    {
        var (_, geometry, threads) = NamedUses.All.Single(u => u.Name == "twin");
        var tight = (LaidThread[])threads.Clone();
        tight[2] = tight[2] with { TensionCentinewtons = 45 };
        double Ridge(LaidThread[] laid, bool tape) => SeamLie.Of(SeamAssessment.Of(PulledSeams.Case(geometry, laid)), tape).RidgeMm;
        Assert.Equal(0, Ridge(threads, false));
        Assert.True(Ridge(tight, false) > Ridge(tight, true));
    }

    private static void AssertOverhang(SeamGeometry geometry, LaidThread[] threads)
    {
        var seam = SeamModel.Evaluate(geometry, threads, new ThreadReading[SeamModel.MostThreads]);
        var drawn = DrawnStitch.Rest(geometry, threads);
        var reach = drawn.Threads.Max(t => t.Max(p => PulledSeams.Sent(p).Across));
        Assert.Equal(geometry.BiteMm, drawn.Measures.CutEdgeMm, 9);
        Assert.True(Math.Abs(seam.OverhangMm!.Value - (reach - geometry.BiteMm)) < Near, $"{geometry.Stitch.Id} s {geometry.StitchLengthMm} t {geometry.SewnThicknessMm} a {geometry.LoopWidthMm} b {geometry.BiteMm}: overhang {seam.OverhangMm}, loops to {reach}");
    }

    /// <summary>Finds where the narrower loop goes through the end of the other, and measures that from where the loops end.</summary>
    private static void AssertMeeting(SeamGeometry geometry, LaidThread[] threads)
    {
        var readings = new ThreadReading[threads.Length];
        var seam = SeamModel.Evaluate(geometry, threads, readings);
        var drawn = DrawnStitch.Rest(geometry, threads);
        var p = seam.MeetingLineMm!.Value;
        var two = geometry.Stitch.Family == StitchFamily.TwoThreadOveredge;
        int face = Array.FindIndex(threads, t => t.Position == (two ? ThreadPosition.LowerLooper : ThreadPosition.UpperLooper));
        int back = Array.FindIndex(threads, t => two ? t.Position.IsNeedle() : t.Position == ThreadPosition.LowerLooper);
        // The tight thread's loop ends on the meeting line, half a stitch on from the needle's hole.
        var tight = drawn.Threads[p > 0 ? face : back];
        var half = geometry.SewnThicknessMm / 2;
        // (The needle thread of 503 lies on the face there too, higher than its loop comes.)
        var tip = tight.Where(q => p > 0 || q.Through <= geometry.SewnThicknessMm / 2 + 1e-9).MinBy(q => Math.Abs(q.Along - drawn.AdvanceMm / 2));
        if (Math.Abs(p) <= half)
        {
            Assert.Equal(p, tip.Through, Near);
            return;
        }

        // Where the loops end: as far as they reach, or as the tight thread's own length lets them, by what it is laid and its path.
        var i = p > 0 ? face : back;
        var width = p > 0 && geometry.Stitch.UpperHeldByRightNeedle ? geometry.LoopWidthMm - geometry.GaugeMm : geometry.LoopWidthMm;
        var ratio = Math.Max(1, readings[i].LengthPerStitchMm / SeamModel.PathLengthAtRest(geometry, threads, i));
        var ends = Math.Min(geometry.BiteMm + seam.OverhangMm!.Value, geometry.LoopWidthMm - width + (width - Math.Abs(p) + half) * ratio + Math.Abs(p) - half);
        var past = ends - tip.Across;
        Assert.True(Math.Abs(Math.Abs(p) - half - past) < Near, $"{geometry.Stitch.Id} s {geometry.StitchLengthMm} t {geometry.SewnThicknessMm} a {geometry.LoopWidthMm} b {geometry.BiteMm}: p {p}, drawn {past + half}");
    }
}
