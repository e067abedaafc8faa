using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Core.Tests.ThreadPaths;

namespace YieldingLoop.Core.Tests.Swatches;

/// <summary>Where feed and knife go next.</summary>
public sealed class TurnTests
{
    private static readonly SettingRange Feed = new(0.7, 2, 0.1), Knife = new(3, 7, 0.5);

    private static readonly Target Flush = Target.About(0, 0.5);

    private static SeamCase Case(double differential)
    {
        var (_, geometry, threads) = NamedUses.All.Single(u => u.Name == "514");
        return PulledSeams.Case(geometry, threads) with { Differential = differential };
    }

    /// <summary>With nothing learnt it goes to the ratio of the model, 1 + 0.10·S·f/22 (model section 6), on the feed's own steps.</summary>
    [Theory]
    [InlineData(0.8)]
    [InlineData(1)]
    [InlineData(1.7)]
    public void With_nothing_learnt_the_feed_goes_where_the_model_has_no_growth(double from)
    {
        var seam = Case(from);
        var flat = 1 + 0.1 * seam.Cloth!.StretchAlongPercent / 22;
        var turn = FeedTurn.For(seam, Feed, 0)!;
        Assert.Equal(from, turn.From);
        Assert.Equal(Feed.Settable(flat), turn.To, 9);
        Assert.Null(FeedTurn.For(Case(turn.To), Feed, 0));
        Assert.Null(FeedTurn.For(seam with { Differential = null }, Feed, 0));
    }

    /// <summary>A machine whose strips grow 6 points more than the model says wants about 6/22 more ratio, and the band narrows with what was read.</summary>
    [Fact]
    public void What_was_learnt_moves_the_feed_and_narrows_its_band()
    {
        var seam = Case(1.3);
        var lessons = Enumerable.Range(0, 12).Select(i => new TaughtSwatch(i, "rib", Lesson.Of(Case(1 + 0.1 * (i % 6)), new() { GrowthPercent = SeamAssessment.Of(Case(1 + 0.1 * (i % 6))).GrowthPercent!.Value.Middle + 6 })));
        var taught = seam with { Learnt = Teaching.For(lessons, seam, "rib").Learnt };
        var (before, after) = (FeedTurn.For(seam, Feed, -5)!, FeedTurn.For(taught, Feed, -5)!);
        Assert.InRange(after.To - before.To, 6 / 22.0 - 0.15, 6 / 22.0 + 0.15);
        Assert.True(after.NextReadingPercent.High - after.NextReadingPercent.Low < 0.7 * (before.NextReadingPercent.High - before.NextReadingPercent.Low));
        // No other step of the feed lies nearer.
        Assert.All(Feed.Values(), r => Assert.True(Math.Abs(FeedTurn.GrowthAt(taught, r)!.Value.Middle + 5) >= Math.Abs(FeedTurn.GrowthAt(taught, after.To)!.Value.Middle + 5) - 1e-9));
    }

    [Fact]
    public void The_knife_is_tried_at_both_extremes_and_settles_between()
    {
        Assert.Null(KnifeTurn.For([], 5, Knife, Flush));
        // Loops hang off: more cloth, at the other extreme.
        Assert.Equal(7, KnifeTurn.For([new(4, 1.2)], 4, Knife, Flush)!.ToMm);
        Assert.Equal(3, KnifeTurn.For([new(6, -1.4)], 6, Knife, Flush)!.ToMm);
        // Between both.
        var between = KnifeTurn.For([new(7, -1.6), new(4, 1.2)], 7, Knife, Flush)!;
        Assert.Equal((5.5, 4.0, 7.0, null), (between.ToMm, between.HangsOffAtMm, between.RollsInAtMm, between.RightAtMm));
        // Right: it goes back there, or stays.
        Assert.Equal(5.5, KnifeTurn.For([new(7, -1.6), new(5.5, 0.2), new(4, 1.2)], 7, Knife, Flush)!.ToMm);
        var stays = KnifeTurn.For([new(5.5, 0.2)], 5.5, Knife, Flush)!;
        Assert.Equal((null, 5.5), (stays.ToMm, stays.RightAtMm));
        // No step lies between the two, and an end of the scale has nothing beyond.
        Assert.Null(KnifeTurn.For([new(5, 0.6), new(5.5, -0.6)], 5, Knife, Flush)!.ToMm);
        Assert.Null(KnifeTurn.For([new(7, 0.9)], 7, Knife, Flush)!.ToMm);
    }

    /// <summary>An edge a true machine would show: bracketing from anywhere ends within the tolerance in a few strips.</summary>
    [Fact]
    public void Bracketing_ends_on_a_cut_that_is_right_or_beside_it_in_few_strips()
    {
        var random = new Random(16);
        for (var i = 0; i < 300; i++)
        {
            var edge = 3.2 + 3.6 * random.NextDouble();
            var (at, read) = (Knife.Settable(3 + 4 * random.NextDouble()), new List<KnifeReading>());
            for (var strip = 0; strip < 6; strip++)
            {
                read.Insert(0, new(at, edge - at));
                if (KnifeTurn.For(read, at, Knife, Flush)!.ToMm is not { } to)
                {
                    break;
                }

                at = to;
            }

            Assert.InRange(edge - at, -0.5 - 1e-9, 0.5 + 1e-9);
        }
    }

    [Fact]
    public void Readings_that_contradict_each_other_are_settled_by_the_newest()
    {
        var turn = KnifeTurn.For([new(4, -1), new(6, 1)], 4, Knife, Flush)!;
        Assert.Equal(7, KnifeTurn.For([new(4, 1.6), new(4, 0)], 4, Knife, Flush)!.ToMm);
        Assert.Equal((3.0, null, 4.0), (turn.ToMm, turn.HangsOffAtMm, turn.RollsInAtMm));
    }
}
