using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.ThreadPaths;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Tests.ThreadPaths;

/// <summary>A run of stitches in which one goes wrong: only there, and as the trade sees it (common practice, no published source).</summary>
public sealed class StitchRunTests
{
    public static TheoryData<string> Names => [.. NamedUses.All.Select(u => u.Name)];

    private static (DrawnStitch One, Core.Seams.LaidThread[] Threads) Drawn(string name)
    {
        var (_, geometry, threads) = NamedUses.All.Single(u => u.Name == name);
        return (DrawnStitch.Rest(geometry, threads), threads);
    }

    [Theory]
    [MemberData(nameof(Names))]
    public void A_run_is_the_stitch_over_and_over(string name)
    {
        var (one, _) = Drawn(name);
        var run = StitchRun.Of(one, 5);
        Assert.Equal((5 * one.AdvanceMm, 5 * one.StitchesPerRepeat), (run.AdvanceMm, run.StitchesPerRepeat));
        foreach (var (alone, thread) in one.Threads.Zip(run.Threads))
        {
            Assert.Equal(5 * (alone.Length - 1) + 1, thread.Length);
            Assert.All(thread.Index(), p => Assert.InRange(p.Item.To(alone[p.Index % (alone.Length - 1)] with { Along = alone[p.Index % (alone.Length - 1)].Along + p.Index / (alone.Length - 1) * one.AdvanceMm }), 0, 1e-9));
        }

        Assert.Throws<ArgumentOutOfRangeException>(() => StitchRun.Of(one, 0));
    }

    [Theory]
    [MemberData(nameof(Names))]
    public void Where_a_stitch_is_skipped_the_needle_thread_lies_on_the_face_and_the_stitches_beside_it_stay_as_they_are(string name)
    {
        var (one, threads) = Drawn(name);
        var run = StitchRun.Of(one, 5);
        foreach (var row in threads.Select(t => t.Position).Where(p => p.IsNeedle()))
        {
            var skipped = StitchRun.Skipped(run, threads, row, out var at);
            var index = threads.ToList().FindIndex(t => t.Position == row);
            var half = run.Measures.ThicknessMm / 2;
            var stitchMm = one.AdvanceMm / one.StitchesPerRepeat;
            Assert.InRange(at.Along, run.AdvanceMm / 2 - stitchMm, run.AdvanceMm / 2 + stitchMm);
            // Of so many stitches the needle thread goes down in one less, and the rest of it lies as it lay.
            Assert.Equal(Downs(run.Threads[index], half) - 1, Downs(skipped.Threads[index], half));
            // A triple stitch and a honeycomb go down there again, and a flatlock's long loops slant past.
            if (name is not ("triple" or "honeycomb" or "two-thread flatlock"))
            {
                Assert.All(skipped.Threads[index].Where(p => Math.Abs(p.Along - at.Along) < 0.4 * stitchMm), p => Assert.True(p.Through > 0.8 * half));
            }

            foreach (var (before, after) in run.Threads.Zip(skipped.Threads))
            {
                Assert.Equal(before.Length, after.Length);
                Assert.All(before.Zip(after), p => Assert.True(Math.Abs(p.First.Along - at.Along) < 1.6 * stitchMm || p.First == p.Second));
            }
        }

        Assert.Throws<ArgumentException>(() => StitchRun.Skipped(run, threads, threads[^1].Position, out _));
    }

    private static int Downs(PathPoint[] thread, double half) => thread.Zip(thread.Skip(1)).Count(p => p.First.Through >= 0.9 * half && p.Second.Through < 0.9 * half);

    /// <summary>The loop that nothing holds draws back from the row; one that is held at another row does not.</summary>
    [Fact]
    public void A_looper_thread_draws_back_from_the_row_that_skipped_where_it_turned_there()
    {
        var (one, threads) = Drawn("514");
        var run = StitchRun.Of(one, 5);
        var lower = threads.ToList().FindIndex(t => t.Position == ThreadPosition.LowerLooper);
        double Nearest(DrawnStitch stitch, double along) => stitch.Threads[lower].Where(p => Math.Abs(p.Along - along) < 0.5).Min(p => p.Across);
        var left = StitchRun.Skipped(run, threads, ThreadPosition.NeedleLeft, out var at);
        Assert.True(Nearest(left, at.Along) > Nearest(run, at.Along) + 1.5);
        Assert.Equal(Nearest(run, at.Along - one.AdvanceMm), Nearest(left, at.Along - one.AdvanceMm), 9);
        var right = StitchRun.Skipped(run, threads, ThreadPosition.NeedleRight, out at);
        Assert.Equal(Nearest(run, at.Along), Nearest(right, at.Along), 9);
        // The upper looper of 512 is held by the right needle alone.
        (one, threads) = Drawn("512");
        run = StitchRun.Of(one, 5);
        var upper = threads.ToList().FindIndex(t => t.Position == ThreadPosition.UpperLooper);
        right = StitchRun.Skipped(run, threads, ThreadPosition.NeedleRight, out at);
        Assert.True(right.Threads[upper].Where(p => Math.Abs(p.Along - at.Along) < 0.5).Min(p => p.Across) > run.Threads[upper].Where(p => Math.Abs(p.Along - at.Along) < 0.5).Min(p => p.Across) + 0.8);
    }

    [Theory]
    [InlineData("406")]
    [InlineData("605")]
    [InlineData("twin")]
    public void Of_rows_that_wander_the_first_stays_and_the_last_goes_to_and_fro(string name)
    {
        var (one, threads) = Drawn(name);
        var run = StitchRun.Of(one, 6);
        var rows = threads.Select((t, i) => (t.Position, Row: run.Threads[i].Where(p => p.Through > 0).Select(p => p.Across).ToList())).Where(r => r.Position.IsNeedle()).OrderBy(r => r.Row.Average()).ToList();
        double first = rows[0].Row.Average(), last = rows[^1].Row.Average();
        var uneven = StitchRun.Wandering(run, first, last, 1);
        int Of(ThreadPosition p) => threads.ToList().FindIndex(t => t.Position == p);
        double Spread(int thread) => uneven.Threads[thread].Where(p => p.Through > 0).Max(p => p.Across) - uneven.Threads[thread].Where(p => p.Through > 0).Min(p => p.Across);
        Assert.True(Spread(Of(rows[0].Position)) < 0.2);
        Assert.InRange(Spread(Of(rows[^1].Position)), 1.7, 2.3);
        // It goes on where it ends.
        Assert.All(uneven.Threads.Index(), t => Assert.Equal(t.Item[0].Across, t.Item[^1].Across, 9));
    }

    [Fact]
    public void A_run_too_short_to_have_a_middle_is_refused()
    {
        var (one, threads) = Drawn("301");
        Assert.Throws<ArgumentException>(() => StitchRun.Skipped(one, threads, ThreadPosition.Needle, out _));
        Assert.Equal(StitchFamily.Lockstitch, StitchCatalogue.Find("301")!.Family);
    }
}
