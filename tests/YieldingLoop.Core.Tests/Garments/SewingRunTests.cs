using YieldingLoop.Core.Garments;

namespace YieldingLoop.Core.Tests.Garments;

/// <summary>What is sewn of a run, and whom its copies are for.</summary>
public class SewingRunTests
{
    private static RunTick Tick(string seam, int copy) => new() { GarmentId = 1, SeamId = seam, Copy = copy, SetupId = 1, At = default };

    [Theory]
    [InlineData("1/side", "1", "side", null)]
    [InlineData("1/side/3", "1", "side", 3)]
    public void A_piece_is_read_as_it_is_written(string text, string garment, string seam, int? copy)
    {
        Assert.Equal(new RunPieceName(garment, seam, copy), RunPieceName.Find(text));
        Assert.Equal(text, RunPieceName.Find(text).ToString());
        Assert.Equal($"{garment}/{seam}", RunPieceName.Find(text)!.Value.Seam);
    }

    [Theory]
    [InlineData(null)]
    [InlineData("side")]
    [InlineData("1/side/0")]
    [InlineData("1/side/-2")]
    [InlineData("1/side/x")]
    [InlineData("1/a/2/3")]
    public void What_is_no_piece_is_none(string? text) => Assert.Null(RunPieceName.Find(text));

    [Fact]
    public void A_garment_is_made_once_where_it_says_nobody()
    {
        Assert.Equal([0], RunPart.Of(1, new Garment()).Wearers);
        Assert.Equal([4, 4, 2], RunPart.Of(1, new Garment { Sizes = [new(4, 2), new(2)] }).Wearers);
    }

    [Fact]
    public void A_seam_waits_for_what_comes_before_it_on_the_same_copy()
    {
        var garment = new Garment { Seams = [new() { Id = "side", WorkId = 1 }, new() { Id = "hem", WorkId = 2, After = [new("side"), new("gone")] }] };
        var run = new SewingRun { Parts = [new(1, [7, 8])], Done = [Tick("side", 2)] };
        var hem = garment.Find("hem")!;
        Assert.False(run.CanSew(1, garment, hem, 1));
        Assert.True(run.CanSew(1, garment, hem, 2));
        Assert.False(run.CanSew(1, garment, garment.Find("side")!, 2));
        Assert.Equal([1], run.OpenCopies(1, "side"));
        Assert.Empty(run.OpenCopies(2, "side"));
    }

    [Fact]
    public void Following_a_garment_keeps_what_is_sewn_and_whom_it_was_sewn_for()
    {
        var run = new SewingRun { Parts = [new(1, [1, 2, 2, 3]), new(2, [5])], Done = [Tick("side", 3), Tick("hem", 3), Tick("side", 4)], Order = ["1/side/1"] };
        // One for 1 fewer, one of the two for 2, none for 3 any more, and two for 4 more: what is begun stays.
        var now = run.Following(1, new Garment { Sizes = [new(2), new(4, 2)] });
        Assert.Equal([2, 3, 4, 4], now.Parts[0].Wearers);
        Assert.Equal(run.Parts[1], now.Parts[1]);
        Assert.Equal([("side", 1), ("hem", 1), ("side", 2)], now.Done.Select(t => (t.SeamId, t.Copy)));
        Assert.All(run.Done.Zip(now.Done), t => Assert.Equal(run.Parts[0].Wearers[t.First.Copy - 1], now.Parts[0].Wearers[t.Second.Copy - 1]));
        Assert.Empty(now.Order);
        Assert.Equal(now.Parts[0], now.Following(1, new Garment { Sizes = [new(2), new(4, 2)] }).Parts[0]);
        Assert.Same(run, run.Following(9, new Garment()));
    }

    [Fact]
    public void Following_keeps_every_tick_of_random_runs()
    {
        var random = new Random(4);
        for (var i = 0; i < 500; i++)
        {
            var run = new SewingRun { Parts = [new(1, [.. Enumerable.Range(0, random.Next(1, 6)).Select(_ => random.Next(0, 4))])] };
            run = run with { Done = [.. Enumerable.Range(1, run.Parts[0].Wearers.Count).Where(_ => random.Next(3) == 0).Select(c => Tick("side", c))] };
            var garment = new Garment { Sizes = [.. Enumerable.Range(1, 3).Where(_ => random.Next(3) > 0).Select(w => new GarmentSize(w, random.Next(1, 3)))] };
            var now = run.Following(1, garment);
            Assert.Equal(run.Done.Select(t => run.Parts[0].Wearers[t.Copy - 1]), now.Done.Select(t => now.Parts[0].Wearers[t.Copy - 1]));
            Assert.Equal(now.Done.Count, now.Done.Select(t => t.Copy).Distinct().Count());
            // Everybody who wants one has one, and there is none too many that is not begun.
            foreach (var wearer in Enumerable.Range(0, 4))
            {
                var wanted = RunPart.Of(1, garment).Wearers.Count(w => w == wearer);
                var begun = run.Done.Count(t => run.Parts[0].Wearers[t.Copy - 1] == wearer);
                Assert.Equal(Math.Max(wanted, begun), now.Parts[0].Wearers.Count(w => w == wearer));
            }
        }
    }
}
