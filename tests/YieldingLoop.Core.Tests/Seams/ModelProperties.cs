using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Tests.Seams;

/// <summary>What has to be true of any set-up, over random ones from a fixed seed.</summary>
public class ModelProperties
{
    private const int Trials = 400;

    [Fact]
    public void The_yield_of_301_never_falls_when_only_the_stitch_shortens()
    {
        var random = new Random(301);
        for (var i = 0; i < Trials; i++)
        {
            var (geometry, threads) = Random(StitchCatalogue.Lockstitch, random);
            var shorter = geometry with { StitchLengthMm = geometry.StitchLengthMm * (0.3 + 0.69 * random.NextDouble()) };
            Assert.True(Yield(shorter, threads) >= Yield(geometry, threads) - 1e-9, $"{geometry} → {shorter.StitchLengthMm}");
        }
    }

    [Fact]
    public void Every_thread_of_every_stitch_is_consumed_and_every_figure_is_finite()
    {
        var random = new Random(4915);
        foreach (var stitch in StitchCatalogue.All)
        {
            for (var i = 0; i < Trials / 4; i++)
            {
                var (geometry, threads) = Random(stitch, random);
                var readings = new ThreadReading[threads.Length];
                var seam = SeamModel.Evaluate(geometry, threads, readings);
                Assert.All(readings, r => Assert.True(r.Consumption > 0 && double.IsFinite(r.Consumption) && r.PopStretchPercent is >= 0 and <= 700));
                Assert.Equal(readings.Min(r => r.PopStretchPercent), seam.YieldPercent, 9);
                Assert.True(seam.GapMm >= 0 && seam.StrengthNewtonsPerCm > 0 && double.IsFinite(seam.ThreadMassMgPerCm));
            }
        }
    }

    [Theory]
    [InlineData("504")]
    [InlineData("514")]
    public void Swapping_the_loopers_mirrors_the_meeting_line(string id)
    {
        var random = new Random(504);
        for (var i = 0; i < Trials; i++)
        {
            var (geometry, threads) = Random(StitchCatalogue.Find(id)!, random);
            int upper = Array.FindIndex(threads, t => t.Position == ThreadPosition.UpperLooper), lower = Array.FindIndex(threads, t => t.Position == ThreadPosition.LowerLooper);
            var swapped = (LaidThread[])threads.Clone();
            swapped[upper] = threads[lower] with { Position = ThreadPosition.UpperLooper };
            swapped[lower] = threads[upper] with { Position = ThreadPosition.LowerLooper };
            Assert.Equal(Evaluate(geometry, threads).MeetingLineMm!.Value, -Evaluate(geometry, swapped).MeetingLineMm!.Value, 9);
        }
    }

    /// <summary>Checks the Newton solver against a plain scan and bisection of the path, which shares nothing with it.</summary>
    [Fact]
    public void The_pop_is_where_the_path_first_reaches_what_was_laid()
    {
        var random = new Random(75);
        foreach (var stitch in StitchCatalogue.All)
        {
            for (var i = 0; i < 40; i++)
            {
                var (geometry, threads) = Random(stitch, random);
                var readings = new ThreadReading[threads.Length];
                SeamModel.Evaluate(geometry, threads, readings);
                for (var j = 0; j < threads.Length; j++)
                {
                    var limit = readings[j].LengthPerStitchMm * (1 + SeamModel.LoopedShare * threads[j].Kind.BreakExtension);
                    Assert.Equal(Scan(lambda => SeamModel.PathLength(geometry, threads, j, lambda), limit), readings[j].PopStretchPercent / 100 + 1, 1e-6);
                }
            }
        }

        static double Scan(Func<double, double> path, double limit)
        {
            if (path(1) >= limit)
            {
                return 1;
            }

            const double Step = 0.002;
            for (var low = 1.0; low < 8; low += Step)
            {
                if (path(low + Step) < limit)
                {
                    continue;
                }

                var high = low + Step;
                for (var k = 0; k < 60; k++)
                {
                    var mid = (low + high) / 2;
                    (low, high) = path(mid) < limit ? (mid, high) : (low, mid);
                }

                return Math.Min(high, 8);
            }

            return 8;
        }
    }

    [Fact]
    public void The_order_of_the_threads_makes_no_difference()
    {
        var random = new Random(11);
        foreach (var stitch in StitchCatalogue.All)
        {
            var (geometry, threads) = Random(stitch, random);
            Assert.Equal(Evaluate(geometry, threads), Evaluate(geometry, [.. threads.Reverse()]), new NearReading());
        }
    }

    [Fact]
    public void A_tie_goes_to_the_position_whose_identifier_sorts_first()
    {
        var seam = new Sew(StitchCatalogue.Lockstitch) { AtNeutralTension = true };
        // Needle and bobbin of 301 take one path; equal relative tension makes slack equal, and sewing tension too small to part them.
        var threads = new LaidThread[] { new(ThreadPosition.Needle, ThreadCatalogue.Cotton, 0.001), new(ThreadPosition.Bobbin, ThreadCatalogue.Cotton, 0.001) };
        Assert.Equal(ThreadPosition.Bobbin, Evaluate(seam.Geometry, threads).FirstToPop);
        var identifiers = ThreadPositions.All.Select(p => p.Id()).ToList();
        Assert.Equal(identifiers.Order(StringComparer.Ordinal), identifiers);
    }

    [Fact]
    public void Another_number_of_threads_is_a_fault_of_the_caller()
    {
        var seam = new Sew(StitchCatalogue.ThreeThreadOveredge);
        Assert.Throws<ArgumentException>(() => SeamModel.Evaluate(seam.Geometry, seam.Threads.AsSpan(0, 2), new ThreadReading[5]));
        Assert.Throws<ArgumentException>(() => SeamModel.Evaluate(seam.Geometry, seam.Threads, new ThreadReading[2]));
    }

    internal static (SeamGeometry Geometry, LaidThread[] Threads) Random(Stitch stitch, Random random)
    {
        double Between(double low, double high) => low + (high - low) * random.NextDouble();
        var gauge = Between(1.6, 3);
        var geometry = new SeamGeometry(stitch, Between(0.8, 5), Between(0.2, 3))
        {
            ZigzagWidthMm = Between(0.5, 7), GaugeMm = gauge, LoopWidthMm = gauge + Between(0.5, 4), BiteMm = Between(2, 7),
        };
        var threads = stitch.NeedlePositions.Take(stitch.Needles).Concat(stitch.OtherPositions)
            .Select(p => new LaidThread(p, ThreadCatalogue.Kinds[random.Next(ThreadCatalogue.Kinds.Count)], p.NeutralTensionCentinewtons() * Math.Exp(Between(-1.5, 1.5))));
        return (geometry, [.. threads]);
    }

    private static SeamReading Evaluate(SeamGeometry geometry, LaidThread[] threads) =>
        SeamModel.Evaluate(geometry, threads, new ThreadReading[SeamModel.MostThreads]);

    private static double Yield(SeamGeometry geometry, LaidThread[] threads) => Evaluate(geometry, threads).YieldPercent;

    private sealed class NearReading : IEqualityComparer<SeamReading>
    {
        public bool Equals(SeamReading x, SeamReading y) =>
            x.FirstToPop == y.FirstToPop && Math.Abs(x.YieldPercent - y.YieldPercent) < 1e-9
            && Math.Abs(x.Consumption - y.Consumption) < 1e-9 && Math.Abs(x.GapMm - y.GapMm) < 1e-9;

        public int GetHashCode(SeamReading obj) => 0;
    }
}
