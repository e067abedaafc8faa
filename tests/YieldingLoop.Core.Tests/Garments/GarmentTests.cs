using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Garments;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Tests.Garments;

/// <summary>Garments, their defaults, their ends, and who asks most. Facts of the trade: common practice, no published source.</summary>
public class GarmentTests
{
    private static Garment Of(GarmentKind kind) => new()
    {
        Name = kind.Name, KindId = kind.Id,
        Seams = [.. kind.Seams.Select((s, i) => new GarmentSeam { Id = s.Id, WorkId = i + 1, Times = s.Times, After = s.After, Start = s.Start, End = s.End, MeasureId = s.MeasureId })],
    };

    private static SewnSeam Sewn(GarmentSeam seam, SeamJob job = SeamJob.Join, string? stitch = "514", ClothDirection direction = ClothDirection.Lengthwise, bool tape = false) =>
        new(seam, new SeamEntry { Name = seam.Id, Job = job, Direction = direction }, stitch is null ? null : new Setup { StitchId = stitch, Tape = tape });

    [Fact]
    public void Every_kind_is_a_garment_that_can_be_sewn()
    {
        Assert.Equal(["t-shirt", "leggings", "unisuit", "sweatshirt", "underwear", "swimwear", "blank"], GarmentKinds.All.Select(k => k.Id));
        foreach (var kind in GarmentKinds.All)
        {
            Assert.Empty(Of(kind).Problems(s => s.Id));
            foreach (var seam in kind.Seams)
            {
                Assert.NotNull(BodyZones.Find(seam.ZoneId));
                Assert.All(seam.After, a => Assert.DoesNotContain("?", GarmentWords.Why(a), StringComparison.Ordinal));
                Assert.StartsWith("M", seam.Lines, StringComparison.Ordinal);
                // With a wearer's figures it is a seam the planner takes.
                var entry = new SeamEntry
                {
                    Name = seam.Name, Job = seam.Job, Direction = seam.Direction, Plies = seam.Plies + seam.SecondPlies, ZoneId = seam.ZoneId, NeedKind = seam.NeedKind, MovementId = seam.MovementId, OnBodyMm = seam.OnBodyMm,
                    AllowanceMm = seam.AllowanceMm, LengthMm = seam.LengthMm, GirthMm = 600, GarmentMm = 480,
                };
                Assert.True(entry.Resolve().Succeeded, $"{kind.Id} {seam.Id}: {string.Join(' ', entry.Resolve().Problems.Select(p => p.Message))}");
                Assert.Equal(seam.MeasureId is not null, seam.NeedKind is NeedKind.Opening or NeedKind.NegativeEase);
            }
        }
    }

    [Fact]
    public void As_they_come_the_joins_of_every_kind_are_secured_by_what_is_sewn_over_them()
    {
        foreach (var kind in GarmentKinds.All.Where(k => k.Seams.Count > 0))
        {
            var open = SeamEnds.Open([.. Of(kind).Seams.Select(s => Sewn(s, kind.Find(s.Id)!.Job))]);
            Assert.All(open, o => Assert.Equal("end-round", o.Why.Code));
            Assert.Equal(kind.Seams.Where(s => s.Start.Kind == EndKind.Round).Select(s => (s.Id, s.Times)), open.Select(o => (o.SeamId, o.Count)));
        }
    }

    /// <summary>Random orders of random garments; which ends are left is said a second time, end by end.</summary>
    [Fact]
    public void An_end_is_secured_only_by_a_seam_that_is_sewn_over_it_later()
    {
        var random = new Random(7);
        for (var run = 0; run < 500; run++)
        {
            var ids = Enumerable.Range(0, random.Next(2, 9)).Select(i => $"s{i}").ToList();
            SeamEnd End(string self) => random.Next(3) == 0 ? SeamEnd.Loose : new SeamEnd(EndKind.Into, ids.Where(i => i != self).ElementAt(random.Next(ids.Count - 1)));
            var order = ids.Select(id => random.Next(4) == 0 ? new GarmentSeam { Id = id, WorkId = 1, Start = SeamEnd.Round, End = SeamEnd.Round } : new GarmentSeam { Id = id, WorkId = 1, Times = random.Next(1, 3), Start = End(id), End = End(id) }).ToList();
            var open = SeamEnds.Open([.. order.Select(s => Sewn(s))]);
            foreach (var (i, seam) in order.Index())
            {
                var left = 0;
                foreach (var end in new[] { seam.Start, seam.End })
                {
                    left += end.Kind switch { EndKind.Loose => 2, EndKind.Round => 1, _ => order.FindIndex(s => s.Id == end.SeamId) > i ? 0 : 2 };
                }

                Assert.Equal(left * seam.Times / 2, open.Where(o => o.SeamId == seam.Id).Sum(o => o.Count));
            }
        }
    }

    [Theory]
    [InlineData("514", "finish-thread-back")]
    [InlineData("503", "finish-thread-back")]
    [InlineData("406", "finish-lock")]
    [InlineData("401", "finish-lock")]
    [InlineData("twin-needle", "finish-bury")]
    [InlineData("304", "finish-back-tack")]
    [InlineData(null, "finish-unknown")]
    public void An_end_is_finished_as_its_stitch_asks(string? stitch, string finish) =>
        Assert.Equal(finish, Assert.Single(SeamEnds.Open([Sewn(new() { Id = "a", WorkId = 1 }, stitch: stitch)])).Finish.Code);

    [Fact]
    public void At_a_hem_the_allowances_that_run_into_it_are_clipped_and_hems_crosswise_come_first()
    {
        var side = new GarmentSeam { Id = "side", WorkId = 1, End = new(EndKind.Into, "hem") };
        var opening = new GarmentSeam { Id = "opening", WorkId = 2 };
        var hem = new GarmentSeam { Id = "hem", WorkId = 3 };
        var said = SeamEnds.AtHems([Sewn(side), Sewn(opening, SeamJob.Hem), Sewn(hem, SeamJob.Hem, "twin-needle", ClothDirection.Across, tape: true)]);
        Assert.Equal(["hem-trim", "hem-clip", "hem-tape", "hem-trim", "hem-crosswise-first"], said.Select(f => f.Code));
        Assert.Equal("Before “hem”: clip the allowance of “side” at the fold and lay its two halves opposite ways.", GarmentWords.Of(said[1]));
        Assert.Equal("“Slit” runs lengthwise and is sewn before “Hem below”: hems crosswise usually come first.", GarmentWords.Of(said[4], id => id == "hem" ? "Hem below" : "Slit"));
        // The other way round nothing is amiss.
        Assert.DoesNotContain(SeamEnds.AtHems([Sewn(hem, SeamJob.Hem, "406", ClothDirection.Across), Sewn(opening, SeamJob.Hem)]), f => f.Code == "hem-crosswise-first");
    }

    [Fact]
    public void The_need_is_that_of_whoever_asks_most_and_says_so()
    {
        var seam = new GarmentSeam { Id = "hem", WorkId = 1, MeasureId = "thigh" }.With(girths: new() { [1] = 480, [2] = 440, [3] = 400 });
        Wearer Size(string name, double thigh) => new() { Name = name, Kind = WearerKind.Size, MeasuresMm = new Wearer().MeasuresMm.SetItem("thigh", thigh) };
        var work = new SeamEntry { Name = "Hem", Job = SeamJob.Hem, NeedKind = NeedKind.NegativeEase };
        var asked = SeamAsked.Of(seam, work, [(1, Size("Size 6", 600)), (2, Size("Size 4", 607.2)), (4, Size("Size 2", 900)), (3, new Wearer { Name = "nobody" })]);
        // 607.2 / 440 − 1 = 38 %; of the others one has no girth, one no measure.
        Assert.Equal([2, 1], asked.Select(a => a.WearerId));
        Assert.Equal(38, asked[0].Need.Percent, 6);
        Assert.Equal((607.2, 440), (asked[0].Seam.GirthMm, asked[0].Seam.GarmentMm));
        Assert.Equal("Size 4 asks most: 38 %", GarmentWords.Of(SeamAsked.Most(asked)!));
        Assert.Equal("Size 6 asks 25 %", GarmentWords.Of(SeamAsked.Most(SeamAsked.Of(seam, work, [(1, Size("Size 6", 600))]))!));
        Assert.Empty(SeamAsked.Of(seam, work with { NeedKind = NeedKind.Movement }, [(1, Size("Size 6", 600))]));
        Assert.Null(SeamAsked.Most([]));
        // A seam that goes round is as long as what it closes, where nobody says otherwise.
        var round = new GarmentSeam { Id = "neck", WorkId = 1, MeasureId = "thigh", Start = SeamEnd.Round, End = SeamEnd.Round }.With(lengths: new() { [1] = 500, [2] = 500 }, girths: new() { [2] = 400 });
        Assert.Equal([50, 20], SeamAsked.Of(round, work, [(1, Size("Size 6", 600)), (2, Size("Size 4", 600))]).Select(a => a.Need.Percent), (a, b) => Math.Abs(a - b) < 1e-9);
    }

    [Fact]
    public void What_cannot_be_is_said_where_it_stands()
    {
        var sound = Of(GarmentKinds.Find("t-shirt")!);
        IEnumerable<string> Fields(Garment garment) => garment.Problems(s => s.Id).Select(p => p.Field);
        Garment Seam(Func<GarmentSeam, GarmentSeam> change) => sound with { Seams = [change(sound.Seams[0]), .. sound.Seams.Skip(1)] };
        Assert.Contains("name", Fields(sound with { Name = " " }));
        Assert.Contains("kindId", Fields(sound with { KindId = "cape" }));
        Assert.Contains("sizes[1].wearerId", Fields(sound with { Sizes = [new(1), new(1)] }));
        Assert.Contains("sizes[0].count", Fields(sound with { Sizes = [new(1, 0)] }));
        Assert.Contains("sizes", Fields(sound with { Sizes = [.. Enumerable.Range(1, 13).Select(i => new GarmentSize(i))] }));
        Assert.Contains("seams[0].times", Fields(Seam(s => s with { Times = 0 })));
        Assert.Contains("seams[1].id", Fields(Seam(s => s with { Id = "neck" })));
        Assert.Contains("seams[1].workId", Fields(Seam(s => s with { WorkId = 2 })));
        Assert.Contains("seams[0].after", Fields(Seam(s => s with { After = [new("shoulder")] })));
        Assert.Contains("seams[0].after", Fields(Seam(s => s with { After = [new("collar")] })));
        Assert.Contains("seams[0].start", Fields(Seam(s => s with { Start = new(EndKind.Into, "collar") })));
        Assert.Contains("seams[0].end", Fields(Seam(s => s with { Start = SeamEnd.Round })));
        Assert.Contains("seams[0].measureId", Fields(Seam(s => s with { MeasureId = "ear" })));
        Assert.Contains("seams[0].lengthsMm[3]", Fields(Seam(s => s.With(lengths: new() { [3] = -1 }))));
        Assert.Contains("seams[0].girthsMm[3]", Fields(Seam(s => s.With(girths: new() { [3] = 9000 }))));
        var circle = Assert.Single(Seam(s => s with { After = [new("hem")] }).Problems(s => s.Id), p => p.Field.EndsWith(".after", StringComparison.Ordinal));
        Assert.Equal("run-circle", circle.Finding!.Code);
        Assert.StartsWith("What has to be sewn first goes round in a circle: ", circle.Message, StringComparison.Ordinal);
        Assert.Contains("measuresMm.hip", new Wearer { Name = "A", MeasuresMm = new Wearer().MeasuresMm.SetItem("hip", 3) }.Problems().Select(p => p.Field));
        Assert.Contains("measuresMm.ear", new Wearer { Name = "A", MeasuresMm = new Wearer().MeasuresMm.SetItem("ear", 3) }.Problems().Select(p => p.Field));
        Assert.Empty(new Wearer { Name = "A", MeasuresMm = new Wearer().MeasuresMm.SetItem("hip", 980) }.Problems());
    }

    [Fact]
    public void Every_code_has_words()
    {
        Finding[] all =
        [
            new("end-round"), new("end-loose"), new Finding("end-sewn-before").With("over", "a"), new("finish-thread-back"), new("finish-lock"), new("finish-bury"), new("finish-back-tack"), new("finish-unknown"),
            new Finding("hem-clip").With("hem", "a").With("seams", "a,b"), new Finding("hem-tape").With("hem", "a"), new Finding("hem-trim").With("hem", "a"), new Finding("hem-crosswise-first").With("hem", "a").With("other", "b"),
            new Finding("asks").With("who", "a").With("percent", 1), new Finding("asks-most").With("who", "a").With("percent", 1), new("before-crosses"), new("before-yours"),
            new Finding("asks-nobody").With("percent", 20),
            .. new[] { "move-first", "move-first-crosses", "move-copy", "move-held" }.Select(c => new Finding(c).With("first", "a").With("then", "b")), new("move-no-way"),
            .. new[] { "move-same", "move-spare", "move-minutes", "move-both" }.Select(c => new Finding(c).With("minutes", 1).With("points", 1)),
            new("left-no-setup"), new("left-popped"), new Finding("left-waits").With("over", "a"),
            .. new[] { "order-least", "order-bound", "order-spare", "order-spare-bound", "order-yours", "order-yours-spare", "order-yours-best" }.Select(c => new Finding(c).With("changeover", 1).With("gap", 1).With("minutes", 1).With("points", 1)),
            .. new[] { "trade", "trade-more", "trade-even" }.Select(c => new Finding(c).With("from", "a").With("saves", 1).With("spare", 1).With("best", 1)),
        ];
        Assert.Empty(all.SelectMany(GarmentWords.Lacks));
        Assert.Equal(GarmentWords.Codes.Where(c => c != Finding.Written).Order(StringComparer.Ordinal), all.Select(f => f.Code).Order(StringComparer.Ordinal));
    }

    /// <summary>Construction is never broken: 1,000 random garments, in runs of their own.</summary>
    [Fact]
    public void A_run_never_breaks_what_has_to_be_sewn_first()
    {
        var random = new Random(1000);
        for (var run = 0; run < 1000; run++)
        {
            var problem = RandomRuns.Shuffled(random, RandomRuns.Problem(random, random.Next(3, 16), random.Next(1, 4), 3, 0.1 + random.NextDouble() * 0.5));
            // The sum asserts that whatever comes first came first.
            RandomRuns.Cost(problem, RunSolver.Solve(problem)!.Places.Select(p => (p.Item, p.Way)));
        }
    }
}

internal static class GarmentSeams
{
    public static GarmentSeam With(this GarmentSeam seam, Dictionary<int, double>? lengths = null, Dictionary<int, double>? girths = null) =>
        seam with { LengthsMm = seam.LengthsMm.AddRange(lengths ?? []), GirthsMm = seam.GirthsMm.AddRange(girths ?? []) };
}
