using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.ThreadPaths;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Tests.ThreadPaths;

/// <summary>The super-stretch seam, drawn without lengths: common practice, no published source.</summary>
public class SuperStretchTests
{
    private const ThreadPosition L = ThreadPosition.NeedleLeft, R = ThreadPosition.NeedleRight, W = ThreadPosition.LowerLooper;

    /// <summary>Needles, gauge, loop width, bite, length, thickness.</summary>
    public static TheoryData<ThreadPosition[], double, double, double, double, double> Seams => new()
    {
        { [L, R, W], 2.2, 7, 7, 2.5, 0.8 }, { [L, R, W], 2, 5.5, 5, 3.5, 1.6 }, { [L, R, W], 2.4, 7.5, 8, 1.2, 0.4 }, { [L, W], 2.2, 7, 7, 2.5, 0.8 }, { [R, W], 0, 4.8, 4.8, 4, 1.2 },
    };

    [Theory]
    [MemberData(nameof(Seams))]
    public void One_looper_goes_through_the_needles_loops_round_the_edge_and_under_the_needle_threads(ThreadPosition[] positions, double g, double a, double b, double s, double t)
    {
        foreach (var (stretch, atRest) in new[] { (1, true), (1, false), (1.5, false), (2.5, false) })
        {
            var drawn = Draw(positions, g, a, b, s, t, stretch, atRest);
            var face = drawn.Measures.ThicknessMm / 2;
            int looper = positions.Length - 1;
            foreach (var needle in Enumerable.Range(0, looper))
            {
                var between = Crossing.In(drawn).Where(c => (c.Over, c.Under) == (needle, looper) || (c.Over, c.Under) == (looper, needle)).ToList();
                // On the face the needle's thread lies over both legs of the looper's bight.
                var onFace = between.Where(c => c.At.Through > 0.6 * face).ToList();
                Assert.True(onFace.Count >= 2, $"{positions[needle]} at {stretch}: {onFace.Count} crossings on the face");
                Assert.All(onFace, c => Assert.Equal(needle, c.Over));
                // On the back the bight comes up through the first needle's loop: under its legs, over its end, twice each. The other needle's loop lies under it.
                var onBack = between.Where(c => c.At.Through < -0.2 * face).ToList();
                Assert.True(onBack.Count(c => c.Over == looper) >= 2, $"{positions[needle]} at {stretch}: {string.Join(", ", onBack)}");
                Assert.Equal(needle == 0 ? 2 : 0, onBack.Count(c => c.Over == needle));
            }

            // It lies on both sides as far out as the loops reach, and nothing lies further.
            var points = drawn.Threads[looper];
            Assert.InRange(points.Where(p => p.Through > 0.9 * face).Max(p => p.Across), 0.9 * drawn.Measures.ReachMm, drawn.Measures.ReachMm + 1e-9);
            Assert.InRange(points.Where(p => p.Through < -0.9 * face).Max(p => p.Across), 0.9 * drawn.Measures.ReachMm, drawn.Measures.ReachMm + 1e-9);
            Assert.All(drawn.Threads.SelectMany(p => p), p => Assert.InRange(p.Across, -0.01, drawn.Measures.ReachMm + 1e-9));
            Assert.Equal(a * drawn.Measures.Narrowed, drawn.Measures.ReachMm, 9);
            Assert.All(drawn.Threads, p => Assert.Equal(stretch * s, p[^1].Along - p[0].Along, 9));
        }
    }

    [Theory]
    [MemberData(nameof(Seams))]
    public void Every_crossing_of_it_is_drawn_as_it_lies(ThreadPosition[] positions, double g, double a, double b, double s, double t)
    {
        var drawn = Draw(positions, g, a, b, s, t, 1, true);
        var strands = StitchPieces.Of(drawn, []).Strands;
        (StrandSide, int) Turn(int thread, int point) => strands.Where(p => p.Thread == thread && p.From <= point && point < p.To).Select(p => (p.Side, p.Layer)).Single();
        var crossings = Crossing.In(drawn).Where(c => c.ApartMm > 0.02 && c.Over != c.Under).ToList();
        Assert.NotEmpty(crossings);
        Assert.All(crossings, c => Assert.True(Turn(c.Over, c.OverPoint).CompareTo(Turn(c.Under, c.UnderPoint)) > 0, c.ToString()));
    }

    [Fact]
    public void It_takes_one_needle_or_both_and_the_lower_looper_alone()
    {
        Assert.True(SuperStretchSketch.Takes([L, R, W]) && SuperStretchSketch.Takes([L, W]) && SuperStretchSketch.Takes([R, W]));
        Assert.False(SuperStretchSketch.Takes([W]) || SuperStretchSketch.Takes([L, R]) || SuperStretchSketch.Takes([L, R, ThreadPosition.UpperLooper, W]) || SuperStretchSketch.Takes([L, L, W]));
        Assert.Throws<ArgumentException>(() => Draw([L, R], 2.2, 7, 7, 2.5, 0.8, 1, true));
    }

    private static DrawnStitch Draw(ThreadPosition[] positions, double g, double a, double b, double s, double t, double stretch, bool atRest) =>
        SuperStretchSketch.Draw(
            new SeamGeometry(StitchCatalogue.ThreeThreadOveredge, s, t) { GaugeMm = positions.Length == 3 ? g : 0, LoopWidthMm = a, BiteMm = b },
            [.. positions.Select(p => new LaidThread(p, ThreadCatalogue.Find(p == W ? "textured-nylon" : "spun-polyester")!, 1))], stretch, atRest);
}
