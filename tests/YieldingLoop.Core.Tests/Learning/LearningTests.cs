using MathNet.Numerics.Distributions;
using MathNet.Numerics.Integration;
using MathNet.Numerics.LinearAlgebra;
using YieldingLoop.Core.Learning;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Tests.Learning;

/// <summary>What is learnt, against MathNet.Numerics: its linear algebra for the regression, its integration for the yield.</summary>
public class LearningTests
{
    /// <summary>A ridge regression with the priors as rows of their own has the posterior's mean and covariance.</summary>
    private static (Vector<double> Mean, Matrix<double> Covariance) Regression(LearntLine prior, (double X, double Y)[] seen)
    {
        var rows = Matrix<double>.Build.Dense(seen.Length + 2, 2);
        var values = Vector<double>.Build.Dense(seen.Length + 2);
        for (var i = 0; i < seen.Length; i++)
        {
            rows.SetRow(i, [1 / prior.ErrorSd, seen[i].X / prior.ErrorSd]);
            values[i] = seen[i].Y / prior.ErrorSd;
        }

        rows[seen.Length, 0] = 1 / prior.OffsetSd;
        values[seen.Length] = prior.Offset / prior.OffsetSd;
        rows[seen.Length + 1, 1] = 1 / prior.SlopeSd;
        values[seen.Length + 1] = prior.Slope / prior.SlopeSd;
        return (rows.QR().Solve(values), (rows.Transpose() * rows).Inverse());
    }

    [Fact]
    public void Lines_are_the_regression_of_a_numerics_library_whatever_the_order()
    {
        var random = new Random(16);
        for (var round = 0; round < 300; round++)
        {
            var prior = round % 2 == 0 ? LearntLine.MeetingLine : LearntLine.Growth;
            (double X, double Y)[] seen = [.. Enumerable.Range(0, random.Next(0, 30)).Select(_ => (random.NextDouble() * 12 - 6, random.NextDouble() * 8 - 4))];
            var line = seen.Aggregate(prior, (l, s) => l.With(s.X, s.Y));
            var (mean, covariance) = Regression(prior, seen);
            Assert.Equal(mean[0], line.Offset, 1e-8);
            Assert.Equal(mean[1], line.Slope, 1e-8);
            Assert.Equal(covariance[0, 0], line.OffsetVariance, 1e-8);
            Assert.Equal(covariance[1, 1], line.SlopeVariance, 1e-8);
            Assert.Equal(covariance[0, 1], line.Covariance, 1e-8);
            random.Shuffle(seen);
            Assert.Equal(line.Offset, seen.Aggregate(prior, (l, s) => l.With(s.X, s.Y)).Offset, 1e-9);
            var x = random.NextDouble() * 4;
            var sd = Math.Sqrt(covariance[0, 0] + 2 * x * covariance[0, 1] + x * x * covariance[1, 1] + prior.ErrorSd * prior.ErrorSd);
            Assert.Equal(3 + mean[0] + x * mean[1] + Normal.InvCDF(0, sd, 0.95), line.NextReading(3, x).High, 1e-7);
        }
    }

    private static double Density(double theta, IReadOnlyList<PopObservation> seen) => Normal.PDF(0, 0.25, theta) * seen.Aggregate(1.0, (all, o) => all * (o.Evidence switch
    {
        PopEvidence.Popped => Normal.PDF(theta, 0.1, o.LogRatio),
        PopEvidence.Held => Normal.CDF(0, 1, (theta - o.LogRatio) / 0.1),
        _ => 1 - Normal.CDF(0, 1, (theta - o.LogRatio) / 0.1),
    }));

    [Fact]
    public void Pop_ratios_are_the_integrals_of_a_numerics_library()
    {
        var random = new Random(17);
        for (var round = 0; round < 60; round++)
        {
            PopObservation[] seen = [.. Enumerable.Range(0, random.Next(1, 7)).Select(_ => new PopObservation((PopEvidence)random.Next(3), random.NextDouble() - 0.5))];
            var ratio = PopRatio.After(seen);
            double Integral(double to) => GaussLegendreRule.Integrate(t => Density(t, seen), -2, Math.Max(to, -2), 400);
            var all = Integral(2);
            foreach (var (share, theta) in new[] { (0.05, ratio.Low), (0.5, ratio.Middle), (0.95, ratio.High) })
            {
                Assert.Equal(share, Integral(Math.Log(theta)) / all, 1e-4);
            }
        }
    }

    [Fact]
    public void Far_off_and_many_readings_keep_their_figures()
    {
        // One pop at a tenth of the model's: the exact posterior of two normals.
        var one = PopRatio.After([new(PopEvidence.Popped, Math.Log(0.1))]);
        double precision = 1 / 0.0625 + 1 / 0.01, mean = Math.Log(0.1) / 0.01 / precision;
        Assert.Equal(Math.Exp(mean), one.Middle, 1e-6);
        Assert.Equal(Math.Exp(mean + NormalDistribution.Z95 / Math.Sqrt(precision)), one.High, 1e-5);
        var many = PopRatio.After([.. Enumerable.Repeat(new PopObservation(PopEvidence.Popped, 0.2), 2000)]);
        Assert.InRange(many.High - many.Low, 1e-3, 2e-2);
        Assert.Equal(Math.Exp(0.2 * 200000 / 200016.0), many.Middle, 1e-5);
        // Contradictory bounds, held far out and given near by, meet in between.
        var torn = PopRatio.After([new(PopEvidence.Held, 1.5), new(PopEvidence.Gave, -1.5)]);
        Assert.InRange(torn.Middle, 0.99, 1.01);
        Assert.All(new[] { torn.Low, torn.High, one.Low }, v => Assert.True(double.IsFinite(v) && v > 0));
    }

    [Fact]
    public void The_tails_of_the_normal_distribution_go_on()
    {
        for (var z = -35.0; z < 8; z += 0.25)
        {
            // MathNet's own tail is good to some 1e-12 of itself.
            Assert.Equal(1, Normal.CDF(0, 1, z) / Math.Exp(NormalDistribution.LogBelow(z)), 1e-9);
        }

        // Far out: −z²/2 − ln(−z·√(2π)) + ln(1 − 1/z²), the asymptotic series.
        Assert.Equal(-0.5 * 1e6 - Math.Log(1000 * Math.Sqrt(2 * Math.PI)) + Math.Log(1 - 1e-6), NormalDistribution.LogBelow(-1000), 1e-6);
    }

    private static readonly PulledThread[] Four =
    [
        new(ThreadPosition.NeedleLeft, "spun-polyester", 80), new(ThreadPosition.NeedleRight, "spun-polyester", 82),
        new(ThreadPosition.UpperLooper, "textured-nylon", 300), new(ThreadPosition.LowerLooper, "textured-nylon", SeamModel.BeyondReachPercent),
    ];

    [Fact]
    public void A_pop_is_one_for_its_thread_and_a_bound_for_the_others_and_threads_beyond_reach_say_nothing()
    {
        var seen = YieldLearning.Of(Four, new(PopEvidence.Popped, 90, ThreadPosition.NeedleRight)).ToList();
        Assert.Equal(
            [("spun-polyester", PopEvidence.Held), ("spun-polyester", PopEvidence.Popped), ("textured-nylon", PopEvidence.Held)],
            seen.Select(s => (s.KindId, s.Seen.Evidence)));
        Assert.Equal(Math.Log(90.0 / 82), seen[1].Seen.LogRatio, 12);
        Assert.Equal([("spun-polyester", PopEvidence.Gave)], YieldLearning.Of(Four, new(PopEvidence.Gave, 50)).Select(s => (s.KindId, s.Seen.Evidence)));
        Assert.Equal(3, YieldLearning.Of(Four, new(PopEvidence.Held, 50)).Count());
        Assert.Null(YieldLearning.Yield([Four[3]], YieldLearning.After([])));
    }

    [Fact]
    public void Swatches_shrink_the_band_and_move_it_to_where_threads_popped()
    {
        var before = YieldLearning.Yield(Four, YieldLearning.After([]))!.Value;
        var after = YieldLearning.Yield(Four, YieldLearning.After(Enumerable.Repeat(0, 3).SelectMany(_ => YieldLearning.Of(Four, new(PopEvidence.Popped, 100, ThreadPosition.NeedleLeft)))))!.Value;
        Assert.True(after.High - after.Low < 0.5 * (before.High - before.Low));
        // The right needle, a little later by the model, was still whole each time.
        Assert.InRange(after.Middle, 95, 108);
    }

    [Fact]
    public void A_case_with_what_was_learnt_is_read_with_it_everywhere()
    {
        var seam = ThreadPaths.PulledSeams.Case(ThreadPaths.NamedUses.All.Single(u => u.Name == "514").Geometry, ThreadPaths.NamedUses.All.Single(u => u.Name == "514").Threads) with { Differential = 1.5 };
        var (plain, learnt) = (SeamAssessment.Of(seam), new Learnt
        {
            MeetingLine = MeetingLineLearning.After([new(0, 0, 0.8), new(1, 0, 1.1)]),
            Growth = GrowthLearning.After([new(1.5, 0, 3)]),
            Pops = YieldLearning.After([("spun-polyester", new(PopEvidence.Popped, 0.3))]),
        });
        var now = SeamAssessment.Of(seam with { Learnt = learnt });
        Assert.Null(plain.LearntPopsPercent);
        Assert.Equal(plain.Threads, now.Threads);
        Assert.True(now.YieldPercent.Middle > 1.2 * plain.YieldPercent.Middle && now.YieldPercent.High / now.YieldPercent.Low < plain.YieldPercent.High / plain.YieldPercent.Low);
        Assert.Equal(now.PopsPercent.Min(p => p.Middle), now.YieldPercent.Middle, 9);
        Assert.Equal(plain.PopsPercent.Min(p => p.Middle), plain.YieldPercent.Middle, 9);
        Assert.True(now.MeetingLineMm!.Value.High - now.MeetingLineMm.Value.Low < plain.MeetingLineMm!.Value.High - plain.MeetingLineMm.Value.Low);
        Assert.Equal(now.YieldPercent.Middle, now.Verdict is { } verdict ? verdict.SparePoints + verdict.NeedPercent : now.YieldPercent.Middle, 6);
    }
}
