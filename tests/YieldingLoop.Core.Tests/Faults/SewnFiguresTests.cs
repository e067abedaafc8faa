using YieldingLoop.Core.Faults;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Tests.Faults;

/// <summary>What faults do to a seam (common practice B5, B9, C7, D2, D4, E5; no published source).</summary>
public sealed class SewnFiguresTests
{
    private static SeamCase Seam(string stitch = "514")
    {
        var found = StitchCatalogue.Find(stitch)!;
        var needle = new SeatedNeedle(NeedleCatalogue.Stretch, NeedleSize.FromMetric(75));
        return new()
        {
            Geometry = new(found, 2.5, 0.8) { GaugeMm = found.Needles > 1 ? 2.2 : 0, LoopWidthMm = 6.5, BiteMm = 6.5 },
            Threads = [.. found.NeedlePositions.Take(found.Needles).Concat(found.OtherPositions).Select(p => new SetThread(new(p, ThreadCatalogue.SpunPolyester, p.NeutralTensionCentinewtons()), 0) { Needle = p.IsNeedle() ? needle : null })],
            Cloth = new() { StretchAlongPercent = 60, HighestStretchPercent = 60, AreaDensityGsm = 190, Elastane = true },
            Plies = 2,
        };
    }

    private static SewnFigures With(params Fault[] faults) => SewnFigures.Of(Seam(), faults);

    [Fact]
    public void Without_a_fault_it_is_the_seam_model_s()
    {
        var seam = Seam();
        var readings = new ThreadReading[SeamModel.MostThreads];
        var model = SeamModel.Evaluate(seam.Geometry, [.. seam.Threads.Select(t => t.Laid)], readings);
        var sewn = With();
        Assert.Equal(model, sewn.Seam);
        Assert.Equal(model.MeetingLineMm!.Value, sewn.MeetingLineMm!.Value, 12);
        // The gap is the widest of its needles' own terms.
        Assert.Equal(model.GapMm, sewn.NeedleLoopsMm.Max(n => n.Mm), 9);
        Assert.Equal(2, sewn.NeedleLoopsMm.Count);
        Assert.Null(sewn.Breaks);
        Assert.False(sewn.Wrapped);
        Assert.All(sewn.Skips, s => Assert.Equal(SkipModel.ChancePerStitch(seam.Threads[0].Needle!.Value, ThreadCatalogue.SpunPolyester, seam.Cloth!.ForNeedle), s.Chance, 12));
    }

    [Fact]
    public void A_needle_thread_outside_its_disc_opens_the_seam_wide_and_only_its_own_row()
    {
        var sewn = With(new Fault(FaultKind.OutOfDisc, ThreadPosition.NeedleRight));
        double Of(SewnFigures figures, ThreadPosition needle) => figures.NeedleLoopsMm.Single(n => n.Needle == needle).Mm;
        Assert.True(Of(sewn, ThreadPosition.NeedleRight) > SeamLimits.GapGapingMm);
        Assert.Equal(Of(With(), ThreadPosition.NeedleLeft), Of(sewn, ThreadPosition.NeedleLeft), 9);
    }

    [Theory]
    [InlineData(FaultKind.GuideMissed, 0.45)]
    [InlineData(FaultKind.OutOfDisc, 0.05)]
    [InlineData(FaultKind.Doubled, 2.2)]
    [InlineData(FaultKind.Dragging, 1.6)]
    [InlineData(FaultKind.NeedleNotUp, 1)]
    public void A_threading_fault_is_a_share_of_the_tension(FaultKind kind, double factor)
    {
        var sewn = With(new Fault(kind, ThreadPosition.UpperLooper));
        var before = With();
        Assert.Equal(factor, sewn.Threads.Single(t => t.Position == ThreadPosition.UpperLooper).TensionCentinewtons / before.Threads.Single(t => t.Position == ThreadPosition.UpperLooper).TensionCentinewtons, 9);
        // Round the edge no further than its own threads reach.
        Assert.Equal(Math.Max(-6.9, 2.2 * Math.Log(factor)), sewn.MeetingLineMm!.Value - before.MeetingLineMm!.Value, 9);
        // Read with another scale it lies elsewhere, and only there.
        Assert.Equal(Math.Max(-6.9, 3 * Math.Log(factor)), SewnFigures.Of(Seam(), [new(kind, ThreadPosition.UpperLooper)], 3).MeetingLineMm!.Value, 9);
    }

    [Fact]
    public void A_wider_finger_and_a_knife_further_in_both_let_the_loops_hang()
    {
        Assert.Equal(1.3, With(new Fault(FaultKind.Finger) { OffMm = 1.3 }).Seam.OverhangMm!.Value - With().Seam.OverhangMm!.Value, 9);
        Assert.Equal(-1.1, With(new Fault(FaultKind.Knife) { OffMm = 1.1 }).Seam.OverhangMm!.Value - With().Seam.OverhangMm!.Value, 9);
    }

    [Fact]
    public void A_dragging_thread_skips_in_every_row_a_needle_in_its_own()
    {
        double Logit(double p) => Math.Log(p / (1 - p));
        var plain = Logit(With().Skips[0].Chance);
        Assert.All(With(new Fault(FaultKind.Dragging, ThreadPosition.LowerLooper)).Skips, s => Assert.Equal(6, Logit(s.Chance) - plain, 6));
        var low = With(new Fault(FaultKind.NeedleNotUp, ThreadPosition.NeedleLeft)).Skips;
        Assert.Equal((7, 0), (Math.Round(Logit(low.Single(s => s.Needle == ThreadPosition.NeedleLeft).Chance) - plain, 6), Math.Round(Logit(low.Single(s => s.Needle == ThreadPosition.NeedleRight).Chance) - plain, 6)));
        Assert.Equal(0.6 * 5, Logit(With(new Fault(FaultKind.NeedleWorn, ThreadPosition.NeedleLeft) { HoursOver = 5 }).Skips[0].Chance) - plain, 6);
        Assert.Equal(7, Logit(With(new Fault(FaultKind.NeedlePoint, ThreadPosition.NeedleLeft) { PointId = "universal" }).Skips[0].Chance) - plain, 6);
    }

    [Fact]
    public void Loopers_threaded_in_the_wrong_order_break_the_lower_one_s_thread() =>
        Assert.Equal(ThreadPosition.LowerLooper, With(new Fault(FaultKind.LooperOrder)).Breaks);

    [Fact]
    public void Where_something_can_be_wrong_is_what_the_machine_and_the_stitch_have()
    {
        var machine = Planning.PlanSearchTests.Overlocker();
        Assert.Equal(4, FaultPlaces.Of(FaultKind.GuideMissed, machine, Seam()).Count);
        Assert.Equal([ThreadPosition.NeedleLeft, ThreadPosition.NeedleRight], FaultPlaces.Of(FaultKind.NeedleNotUp, machine, Seam()));
        Assert.Equal([null], FaultPlaces.Of(FaultKind.LooperOrder, machine, Seam()));
        Assert.Empty(FaultPlaces.Of(FaultKind.LooperOrder, machine, Seam("503")));
        Assert.Equal([null], FaultPlaces.Of(FaultKind.Knife, machine, Seam()));
        // A stretch point never skips in itself; every point that does is a bad one here.
        Assert.DoesNotContain(NeedleCatalogue.Stretch, FaultPlaces.BadPoints(Seam()));
        Assert.Contains(NeedleCatalogue.Universal, FaultPlaces.BadPoints(Seam()));
    }
}
