using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.ThreadPaths;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Tests.ThreadPaths;

/// <summary>The seam by which a job is chosen is one that does that job (common practice, no published source).</summary>
public sealed class SeamExampleTests
{
    public static TheoryData<SeamJob> Every => [.. SeamExamples.Jobs.Keys];

    [Fact]
    public void Every_job_has_one()
    {
        Assert.Equal(Jobs.All.Select(j => j.Job).Order(), SeamExamples.Jobs.Keys.Order());
        // No two are shown alike.
        Assert.Equal(SeamExamples.Jobs.Count, SeamExamples.Jobs.Values.Select(e => (e.View, e.Geometry, e.Plies, e.RidgeMm)).Distinct().Count());
    }

    [Theory]
    [MemberData(nameof(Every))]
    public void It_can_be_drawn_and_goes_through_as_many_layers_as_its_job_asks(SeamJob job)
    {
        var example = SeamExamples.Jobs[job];
        Assert.InRange(example.Plies, Jobs.Of(job)!.LeastPlies, 3);
        var stitch = example.Drawn();
        Assert.All(stitch.Threads.SelectMany(t => t), p => Assert.True(double.IsFinite(p.Along + p.Across + p.Through)));
        // Rows inside the cloth are no overlocker's, an edge is; what rolls is wrapped round (model section 6); a flatlock opens about its width.
        Assert.Equal(job.InsideTheCloth(), example.Geometry.Stitch.Family is StitchFamily.Cover or StitchFamily.TwinNeedle or StitchFamily.Chain);
        if (job == SeamJob.SuperStretch)
        {
            // The model has no path for it.
            return;
        }

        var reading = SeamModel.Evaluate(example.Geometry, [.. example.Threads], new ThreadReading[SeamModel.MostThreads]);
        if (job.Rolls())
        {
            Assert.True(reading.MeetingLineMm <= -0.9 * (example.Geometry.LoopWidthMm + example.Geometry.SewnThicknessMm / 2), $"{reading.MeetingLineMm}");
        }

        if (job == SeamJob.Flatlock)
        {
            Assert.True(reading.GapMm >= 0.8 * example.Geometry.LoopWidthMm, $"{reading.GapMm}");
        }
    }

    private static SeamReading Read(SeamExample example) => SeamModel.Evaluate(example.Geometry, [.. example.Threads], new ThreadReading[SeamModel.MostThreads]);

    [Fact]
    public void A_word_is_shown_by_a_seam_of_which_it_is_true()
    {
        SeamExample Word(string id) => SeamExamples.Words[id];
        Assert.All(SeamExamples.Words.Keys, id => Assert.NotNull(Core.Words.Vocabulary.Word(id)));
        Assert.Equal(SeamExamples.Words.Count, SeamExamples.Words.Values.Select(e => (e.View, e.Geometry, e.GrowthPercent, e.RidgeMm, e.OpenMm, e.Skips, e.Part, e.Threads[^1].TensionCentinewtons)).Distinct().Count());
        Assert.True(Read(Word("reading.meeting-line")).MeetingLineMm > 1);
        Assert.True(Read(Word("reading.overhang")).OverhangMm > SeamLimits.OverhangToleranceMm);
        Assert.True(Read(Word("reading.cover")).CoverFace > 1.5 * Read(Word("work.piece-of-work")).CoverFace);
        Assert.True(Word("reading.gap").OpenMm > SeamLimits.GapGapingMm);
        Assert.True(Word("reading.growth").GrowthPercent > SeamLimits.GrowthTolerancePoints);
        Assert.True(Word("reading.tunnelling").RidgeMm > 0);
        // Once in the run the needle thread is not taken down through the cloth.
        var skipped = Word("reading.skip");
        static int Dips(PathPoint[] path) => path.Zip(path.Skip(1)).Count(p => p.First.Through >= 0 && p.Second.Through < 0);
        var (run, one) = (skipped.Drawn(), (skipped with { Skips = null }).Drawn());
        Assert.Equal((int)Math.Round(run.AdvanceMm / one.AdvanceMm) * Dips(one.Threads[0]) - 1, Dips(run.Threads[0]));
    }

    [Fact]
    public void Every_position_is_shown_in_a_seam_that_has_it()
    {
        foreach (var position in ThreadPositions.All)
        {
            var example = SeamExamples.Of(position);
            Assert.Equal(position, example.Only);
            Assert.Contains(example.Threads, t => t.Position == position);
            Assert.NotEmpty(example.Drawn().Threads);
        }
    }

    [Fact]
    public void A_finger_goes_with_a_seam_as_wide_as_its_needles()
    {
        double Wide(FingerUse use) => SeamExamples.Of(use).Geometry.LoopWidthMm;
        // Left alone wider than right alone; without a finger the edge is rolled, narrowest of all (common practice B9).
        Assert.True(Wide(FingerUse.LeftNeedle) > Wide(FingerUse.RightNeedle) && Wide(FingerUse.RightNeedle) > Wide(FingerUse.Rolled));
        Assert.Equal(2, SeamExamples.Of(FingerUse.BothNeedles).Threads.Count(t => t.Position.IsNeedle()));
        Assert.True(Read(SeamExamples.Of(FingerUse.Rolled)).OverhangMm < -SeamLimits.OverhangToleranceMm);
    }

    [Theory]
    [InlineData(-2.0)]
    [InlineData(0.0)]
    [InlineData(0.7)]
    [InlineData(3.5)]
    public void The_edge_of_a_tested_looper_is_drawn_where_it_was_read(double readMm)
    {
        foreach (var looper in new[] { ThreadPosition.UpperLooper, ThreadPosition.LowerLooper })
        {
            Assert.Equal(readMm, Read(SeamExamples.DialTested(looper, readMm, false)).MeetingLineMm!.Value, 9);
        }
    }

    [Theory]
    [InlineData(ThreadPosition.NeedleLeft, false)]
    [InlineData(ThreadPosition.NeedleRight, false)]
    [InlineData(ThreadPosition.NeedleLeft, true)]
    [InlineData(ThreadPosition.NeedleCentre, true)]
    [InlineData(ThreadPosition.ChainLooper, true)]
    public void A_tested_needle_is_the_one_that_is_seen_in_the_opened_seam(ThreadPosition position, bool covers)
    {
        var example = SeamExamples.DialTested(position, 1.3, covers);
        var frames = CrosswiseFrames.Taut(example.Geometry, example.Threads, [example.OpenMm]);
        Assert.Equal(1.3, frames.Frames[0].GapMm);
        Assert.Equal(position.IsNeedle() ? position : ThreadPosition.NeedleLeft, frames.Thread);
    }

    [Theory]
    [InlineData(0.2)]
    [InlineData(-0.3)]
    public void A_tested_top_thread_locks_where_it_was_read(double readMm)
    {
        SeamExample Tested(double mm) => SeamExamples.DialTested(ThreadPosition.Needle, mm, false);
        var (moved, balanced) = (Tested(readMm).Drawn(), Tested(0).Drawn());
        var half = balanced.Measures.ThicknessMm / 2;
        // The middle of the cloth goes where the knot is said to be; both sides stay where they are.
        for (var t = 0; t < 2; t++)
        {
            foreach (var (before, after) in balanced.Threads[t].Zip(moved.Threads[t]))
            {
                var expected = Math.Abs(before.Through) >= half ? before.Through : before.Through >= 0 ? readMm + before.Through / half * (half - readMm) : readMm + before.Through / half * (half + readMm);
                Assert.Equal((before.Along, before.Across), (after.Along, after.Across));
                Assert.Equal(expected, after.Through, 9);
            }
        }
    }

    [Theory]
    [InlineData(4, false)]
    [InlineData(2.5, false)]
    [InlineData(5.6, true)]
    public void The_rows_of_a_hem_lie_where_the_needles_pierce_it(double gaugeMm, bool covers)
    {
        var example = SeamExamples.Hemmed(gaugeMm, covers);
        var drawn = StitchRun.Spread(example.Drawn(), example.Threads, 0, gaugeMm);
        double[] rows = [.. drawn.Threads.Where((_, i) => example.Threads[i].Position.IsNeedle()).Select(StitchRun.RowOf).Order()];
        Assert.Equal(2, rows.Length);
        Assert.Equal((0, gaugeMm), (Math.Round(rows[0], 9), Math.Round(rows[1], 9)));
    }
}
