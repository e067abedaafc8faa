using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.ThreadPaths;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Tests.ThreadPaths;

/// <summary>A thread is drawn as long as the seam model lays it, or as long as its path is where that is longer: measured on the points that are sent.</summary>
public class DrawnLengthTests
{
    private const double Share = 0.01;

    public static TheoryData<string> Uses => [.. NamedUses.All.Select(u => u.Name)];

    public static TheoryData<string> Stitches => [.. StitchCatalogue.All.Select(s => s.Id)];

    [Theory]
    [MemberData(nameof(Uses))]
    public void Every_thread_of_a_named_use_is_as_long_as_it_is_laid(string name)
    {
        var (_, geometry, threads) = NamedUses.All.Single(u => u.Name == name);
        AssertLengths(geometry, threads);
    }

    [Theory]
    [MemberData(nameof(Stitches))]
    public void Every_thread_of_a_random_seam_is_as_long_as_it_is_laid(string id)
    {
        var random = new Random(15);
        for (var i = 0; i < 25; i++)
        {
            var (geometry, threads) = PulledSeams.Random(StitchCatalogue.Find(id)!, random);
            AssertLengths(geometry, threads);
        }
    }

    [Theory]
    [MemberData(nameof(Stitches))]
    public void A_looser_thread_is_drawn_longer_and_bows_further(string id)
    {
        var (geometry, threads) = PulledSeams.Random(StitchCatalogue.Find(id)!, new Random(7));
        for (var i = 0; i < threads.Length; i++)
        {
            var neutral = (LaidThread[])threads.Clone();
            neutral[i] = threads[i] with { TensionCentinewtons = threads[i].Position.NeutralTensionCentinewtons() };
            var loose = (LaidThread[])threads.Clone();
            loose[i] = threads[i] with { TensionCentinewtons = threads[i].Position.NeutralTensionCentinewtons() * 0.25 };
            var slack = 0.9 * (SeamModelSlack(loose[i]) - SeamModelSlack(neutral[i]));
            Assert.True(slack > 0.05);
            double tight = PulledSeams.Length(DrawnStitch.Rest(geometry, neutral).Threads[i]), bowed = PulledSeams.Length(DrawnStitch.Rest(geometry, loose).Threads[i]);
            Assert.True(
                bowed / SeamModel.PathLengthAtRest(geometry, loose, i) > tight / SeamModel.PathLengthAtRest(geometry, neutral, i) + slack - Share,
                $"{id} {threads[i].Position}: {tight} against {bowed}");
        }

        static double SeamModelSlack(LaidThread thread) => thread.Position.SlackFactor() * Math.Log(thread.Position.NeutralTensionCentinewtons() / thread.TensionCentinewtons);
    }

    private static void AssertLengths(SeamGeometry geometry, LaidThread[] threads)
    {
        var readings = new ThreadReading[threads.Length];
        SeamModel.Evaluate(geometry, threads, readings);
        foreach (var drawn in PulledSeams.AtManyStretches(geometry, threads))
        {
            for (var i = 0; i < threads.Length; i++)
            {
                var path = drawn.AtRest ? SeamModel.PathLengthAtRest(geometry, threads, i) : SeamModel.PathLength(geometry, threads, i, drawn.Stretch);
                var wanted = Math.Max(path, readings[i].LengthPerStitchMm);
                var length = PulledSeams.Length([.. drawn.Threads[i].Select(PulledSeams.Sent)]) / drawn.StitchesPerRepeat;
                Assert.True(Math.Abs(length / wanted - 1) < Share, $"{geometry.Stitch.Id} s {geometry.StitchLengthMm} t {geometry.SewnThicknessMm} a {geometry.LoopWidthMm} G {geometry.GaugeMm} W {geometry.ZigzagWidthMm}: {threads[i].Position} at λ {drawn.Stretch} (rest: {drawn.AtRest}): {length} mm a stitch, {wanted} laid");
            }
        }
    }
}
