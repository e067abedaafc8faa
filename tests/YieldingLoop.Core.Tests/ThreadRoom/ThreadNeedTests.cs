using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Colour;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Tests.Seams;
using YieldingLoop.Core.ThreadRoom;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Tests.ThreadRoom;

/// <summary>What seams take of each thread, whether it lasts, where it does not, and what to do.</summary>
public class ThreadNeedTests
{
    private static readonly ClothFigures PowerKnit = new ClothEntry { Name = "power-knit", TypicalId = "power-knit" }.Resolve().Value!;

    private static readonly MachineAtHand[] Machines =
    [
        new("overlocker", OverlockerTemplate.Create("Overlocker"), Setup.Unknown), new("cover", MachineTemplates.Coverstitch("Cover"), Setup.Unknown), new("plain", MachineTemplates.Plain("Plain"), Setup.Unknown),
    ];

    private static readonly Cone[] Drawer =
    [
        new("1", new() { Name = "blue", KindId = "spun-polyester", Colour = "#1d4e74", MetresLeft = 900, FullMetres = 1000, PricePerKm = 2, Count = 2 }),
        new("2", new() { Name = "fluff", KindId = "textured-nylon", Colour = "#1d4e74", MetresLeft = 400, PricePerKm = 7, Count = 1 }),
    ];

    private static SetupPlan Plan(string stitch, Core.Planning.Drawer? drawer = null) => Planner.Plan(new PlanQuestion(
        PowerKnit, new SeamEntry { Name = "s", Job = stitch is "406" or "602" or "twin-needle" ? SeamJob.Hem : SeamJob.Join, NeedKind = NeedKind.OnBody, OnBodyMm = 115 }, Machines, drawer, ChosenSchools.Default, PlannerWeights.Default,
        new PlanPins { StitchId = stitch, UpperThreadId = stitch == "514" ? "textured-nylon" : null, LowerThreadId = stitch == "514" ? "textured-nylon" : null })).Value!.Best.Plan;

    private static readonly SetupPlan[] Plans = [Plan("514", new(null, Drawer)), Plan("504", new(null, Drawer)), Plan("406", new(null, Drawer)), Plan("304", new(null, Drawer))];

    /// <summary>
    /// Source: thread consumption guides of sewing-thread makers, metres per metre of seam, quoted from memory: ratio × length
    /// of the reference seam of docs/seam-model.md, within 20 %.
    /// </summary>
    [Theory]
    [InlineData("301", 2.5, 0, 0)]
    [InlineData("304", 7.0, 0, 0)]
    [InlineData("406", 18, 0, 6.4)]
    [InlineData("504", 14, 5.0, 0)]
    [InlineData("512", 18, 6.5, 2.2)]
    [InlineData("602", 25, 0, 6.4)]
    public void Laid_thread_is_the_published_ratio_times_the_length(string stitch, double ratio, double loopWidth, double gauge)
    {
        var plan = Plan(stitch is "301" ? "304" : stitch is "512" ? "514" : stitch is "602" ? "406" : stitch);
        var sew = new Sew(StitchCatalogue.Find(stitch)!) { LengthMm = 25.4 / 14, ThicknessMm = 0.8, WidthMm = 5, LoopWidthMm = loopWidth, BiteMm = loopWidth, GaugeMm = gauge, AtNeutralTension = true };
        var readings = sew.ReadThreads();
        var seam = new SeamToSew("s", plan with { Figures = plan.Figures with { Threads = readings } }, [1250, 750], 0);
        var laid = readings.Sum(r => seam.Metres * seam.Consumption(r.Position));
        Assert.InRange(laid, 2 * ratio * 0.8, 2 * ratio * 1.2);
    }

    [Fact]
    public void A_place_takes_its_seams_its_ends_its_swatches_and_its_waste()
    {
        var allowance = new ThreadAllowance { TailMm = 90, ChainOffMm = 60, Swatches = 3, WastePercent = 12 };
        foreach (var plan in Plans)
        {
            var seam = new SeamToSew("s", plan, [500, 500, null], 3);
            foreach (var need in PositionNeed.Of(seam, allowance))
            {
                // Said a second time: chain is sewn thread, tails are not; a swatch is a trial strip with ends of its own.
                var eats = plan.Figures.Threads.First(t => t.Position == need.Position).Consumption;
                var ends = plan.Stitch.Id is "504" or "514" ? 0.120 * eats : 0.180;
                var strip = Math.Max(150, 50 * plan.StitchLengthMm) / 1000;
                Assert.Equal(eats, need.LaidMetres, 9);
                Assert.Equal(3 * ends, need.EndsMetres, 9);
                Assert.Equal(3 * (strip * eats + ends), need.SwatchMetres, 9);
                Assert.Equal(0.12 * (need.LaidMetres + need.EndsMetres + need.SwatchMetres), need.WasteMetres, 9);
            }
        }
    }

    /// <summary>Random seams, drawn down a second time piece by piece: whether each thread lasts, and in which piece it does not, and how far along it.</summary>
    [Fact]
    public void A_thread_runs_out_where_sewing_it_down_runs_out()
    {
        var random = new Random(2);
        var (ranOut, inSwatch) = (0, 0);
        for (var i = 0; i < 400; i++)
        {
            var allowance = new ThreadAllowance { WastePercent = random.Next(0, 30), Swatches = 2 };
            var seams = Enumerable.Range(0, random.Next(1, 6)).Select(n => new SeamToSew($"s{n}", Plans[random.Next(Plans.Length)], [.. Enumerable.Range(0, random.Next(1, 5)).Select(_ => (double?)random.Next(100, 2000))], random.Next(3))).ToList();
            var drawer = Drawer.Select(c => c with { Stock = c.Stock with { MetresLeft = random.Next(0, 300) } }).ToList();
            foreach (var need in ThreadNeed.Of(seams, drawer, allowance).Where(n => n.ConeId is not null))
            {
                var (left, used, at) = (need.LeftMetres!.Value, 0.0, (Seam: -1, Piece: -1, Into: 0.0));
                void Take(double metres, int seam, int piece, Func<double, double>? into = null)
                {
                    metres *= 1 + allowance.WastePercent / 100;
                    if (at.Seam < 0 && used + metres > left + 1e-9)
                    {
                        at = (seam, piece, into?.Invoke(left - used) ?? 0);
                    }

                    used += metres;
                }

                foreach (var (s, seam) in seams.Index())
                {
                    var places = seam.Plan.Threads.Where(t => t.Thread.ConeId == need.ConeId).Select(t => t.Position).ToList();
                    if (places.Count == 0)
                    {
                        continue;
                    }

                    Take(seam.Swatches * places.Sum(p => seam.SwatchMetres(p, allowance)), s, -1);
                    foreach (var (p, length) in seam.PiecesMm.Index())
                    {
                        // Walked along the seam a millimetre at a time, half of its ends before it.
                        var (ends, eats) = (places.Sum(q => seam.EndsMetres(q, allowance)), places.Sum(q => seam.Consumption(q)));
                        var waste = 1 + allowance.WastePercent / 100;
                        Take(length!.Value / 1000 * eats + ends, s, p, has =>
                        {
                            var mm = 0;
                            for (has -= ends / 2 * waste; has > eats / 1000 * waste && mm < length; has -= eats / 1000 * waste)
                            {
                                mm++;
                            }

                            return mm;
                        });
                    }
                }

                Assert.Equal(used, need.Metres, 6);
                Assert.Equal(need.Metres, need.BySeam.Sum(), 6);
                Assert.Equal(at.Seam < 0, need.Standing == ThreadStanding.Enough);
                Assert.Equal(at.Seam < 0 ? null : at.Seam, need.RunsOut?.Seam);
                if (at.Seam >= 0)
                {
                    (ranOut, inSwatch) = (ranOut + 1, inSwatch + (at.Piece < 0 ? 1 : 0));
                    Assert.Equal(at.Piece, need.RunsOut!.Piece);
                    Assert.Equal(at.Piece < 0, need.RunsOut.IntoMm is null);
                    Assert.InRange(need.RunsOut.IntoMm ?? at.Into, at.Into, at.Into + 1.01);
                    Assert.Equal(need.Metres - left, need.MissingMetres, 6);
                }
            }
        }

        Assert.True(ranOut > 100 && inSwatch > 5, $"{ranOut} ran out, {inSwatch} of them in a swatch");
    }

    /// <summary>Common practice C9, no published source: what eats most stays on the cone, the rest gets small spools.</summary>
    [Fact]
    public void A_cone_that_is_not_enough_for_its_places_is_wound_onto_spools_for_those_that_take_least()
    {
        var seams = new[] { new SeamToSew("s", Plans[0], [4000], 0) };
        foreach (var need in ThreadNeed.Of(seams, [.. Drawer.Select(c => c with { Stock = c.Stock with { Count = 1, MetresLeft = 9000 } })], ThreadAllowance.Default).Where(n => n.AtOnce > 1))
        {
            var spools = ThreadRemedies.Winding(need, ThreadAllowance.Default)!;
            Assert.Equal(need.AtOnce - 1, spools.Positions.Count);
            Assert.DoesNotContain(need.Positions.MaxBy(p => p.Metres)!.Position, spools.Positions);
            foreach (var (i, position) in spools.Positions.Index())
            {
                var takes = need.Positions.First(p => p.Position == position).Metres;
                Assert.True(spools.MetresEach[i] * spools.Fillings[i] >= takes - 1e-9);
                Assert.True(spools.MetresEach[i] <= ThreadRemedies.Holds(need.Thread.Resolve(), ThreadAllowance.Default.SpoolMetres) + 1e-9);
                // Not one filling more than it takes.
                Assert.True((spools.Fillings[i] - 1) * ThreadRemedies.Holds(need.Thread.Resolve(), ThreadAllowance.Default.SpoolMetres) < takes);
            }

            Assert.Null(ThreadRemedies.Winding(need with { Stock = need.Stock! with { Count = need.AtOnce } }, ThreadAllowance.Default));
        }
    }

    [Fact]
    public void Other_threads_that_would_do_come_by_kind_and_then_by_colour()
    {
        var need = ThreadNeed.Of([new SeamToSew("s", Plans[1], [9000], 0)], Drawer, ThreadAllowance.Default).First(n => n.ConeId == "1");
        var others = new Cone[]
        {
            new("a", new() { Name = "a", KindId = "corespun-polyester", Colour = "#1d4e74", MetresLeft = 5000 }),
            new("b", new() { Name = "b", KindId = "spun-polyester", Colour = "#ffffff", MetresLeft = 5000 }),
            new("c", new() { Name = "c", KindId = "spun-polyester", Colour = "#1f5076" }),
            new("d", new() { Name = "d", KindId = "spun-polyester", Colour = "#1d4e74", MetresLeft = 1 }),
            new("e", new() { Name = "e", KindId = "cotton", Colour = "#1d4e74", MetresLeft = 5000 }),
        };
        // One that is too little, and one of a kind that does not stand in, are not named.
        Assert.Equal(["c", "b"], ThreadRemedies.Others(need, [.. Drawer, .. others]).Select(o => o.ConeId));
        Assert.Equal(["b", "a"], ThreadRemedies.Others(need, [.. Drawer, .. others.Where(o => o.Id != "c")]).Select(o => o.ConeId));
        Assert.True(CieLab.TryFromHex("#1d4e74", out var one) & CieLab.TryFromHex("#ffffff", out var other));
        Assert.Equal(CieLab.Difference(one, other), ThreadRemedies.Others(need, others)[1].Difference);
    }

    [Fact]
    public void Costs_add_up_and_sparing_textured_thread_is_what_the_needles_would_take_of_it()
    {
        var needs = ThreadNeed.Of([new SeamToSew("s", Plans[0], [4000, 4000], 1)], Drawer, ThreadAllowance.Default);
        var cost = ThreadCost.Of(needs);
        Assert.Equal(needs.Sum(n => n.Stock is null ? 0 : n.Metres * n.Stock.PricePerKm!.Value / 1000), cost.Price!.Value, 9);
        Assert.True(needs.Any(n => n.Thread.KindId == "textured-nylon"), "The plan has no textured thread in its loopers.");
        var needles = needs.SelectMany(n => n.Positions.Where(p => p.Position.IsNeedle())).Sum(p => p.Metres);
        Assert.Equal(needles * (7 - 2) / 1000, cost.SparesTextured!.Value, 9);
        Assert.Null(ThreadCost.Of(ThreadNeed.Of([new SeamToSew("s", Plans[0], [4000], 0)], [], ThreadAllowance.Default)).Price);
    }

    [Fact]
    public void The_list_names_what_is_missed_and_every_seam_from_there_on()
    {
        var seams = new[] { new SeamToSew("a", Plans[0], [1000], 0), new SeamToSew("b", Plans[0], [1000, 1000], 0), new SeamToSew("c", Plans[0], [1000], 0) };
        var allowance = ThreadAllowance.None;
        var one = PositionNeed.Of(seams[0], allowance).Where(p => Plans[0].Threads.First(t => t.Position == p.Position).Thread.ConeId == "1").Sum(p => p.Metres);
        var drawer = Drawer.Select(c => c.Id == "1" ? c with { Stock = c.Stock with { MetresLeft = 2.5 * one, FullMetres = 1 } } : c with { Stock = c.Stock with { MetresLeft = 5000 } }).ToList();
        var list = ShoppingList.Of(seams, ThreadNeed.Of(seams, drawer, allowance));
        var buy = Assert.Single(list.Threads);
        Assert.Equal([1, 2], buy.Enables);
        Assert.Equal(1.5 * one, buy.Need.MissingMetres, 6);
        Assert.Equal((int)Math.Ceiling(1.5 * one), buy.Cones);
        Assert.Equal(buy.Cones!.Value * 2 / 1000.0, buy.Price!.Value, 9);
        // Bought, nothing is missed.
        Assert.Empty(ShoppingList.Of(seams, ThreadNeed.Of(seams, [.. drawer.Select(c => c.Id == "1" ? c with { Stock = c.Stock with { MetresLeft = c.Stock.MetresLeft + buy.Cones } } : c)], allowance)).Threads);
        // What is not here at all is missed from the first.
        Assert.All(ShoppingList.Of(seams, ThreadNeed.Of(seams, [], allowance)).Threads, t => Assert.Equal([0, 1, 2], t.Enables));
    }

    /// <summary>The same posterior by summing the product of prior and likelihood over a grid.</summary>
    [Fact]
    public void Waste_is_learnt_as_the_sum_over_a_grid_learns_it()
    {
        var random = new Random(5);
        Assert.Null(WasteLearning.Of(10, []));
        Assert.Null(WasteLearning.Of(10, [new(5, 1, 0)]));
        for (var i = 0; i < 20; i++)
        {
            var uses = Enumerable.Range(0, random.Next(1, 6)).Select(_ => new ThreadUse(50 + 200 * random.NextDouble(), 30 * random.NextDouble(), 50 + 200 * random.NextDouble())).ToList();
            var (sum, mean, all) = (0.0, 0.0, new List<(double W, double P)>());
            for (var w = -1.5; w < 3; w += 0.0005)
            {
                var log = -(w - 0.1) * (w - 0.1) / 2 / (0.15 * 0.15);
                foreach (var use in uses)
                {
                    var s2 = use.ErrorMetres * use.ErrorMetres / 3 + Math.Pow(0.1 * use.ReckonedMetres, 2);
                    log -= Math.Pow(use.WeighedMetres - (1 + w) * use.ReckonedMetres, 2) / 2 / s2;
                }

                var p = Math.Exp(log);
                (sum, mean) = (sum + p, mean + p * w);
                all.Add((w, p));
            }

            var found = WasteLearning.Of(10, uses)!;
            Assert.Equal(100 * mean / sum, found.Percent, 0.05);
            double Point(double share)
            {
                var run = 0.0;
                return 100 * all.First(a => (run += a.P) >= share * sum).W;
            }

            Assert.Equal(Point(0.05), found.LowPercent, 0.15);
            Assert.Equal(Point(0.95), found.HighPercent, 0.15);
            Assert.Equal(uses.Count, found.Uses);
        }
    }

    [Fact]
    public void Every_code_has_words()
    {
        Finding With(string code) => new Finding(code).With("needsM", 1).With("leftM", 1).With("overM", 1).With("seam", "a").With("name", "b").With("missingM", 1).With("cones", 1).With("fullM", 1).With("metres", 1).With("position", "upper-looper")
            .With("fillings", 2).With("places", 2).With("holders", 1).With("eachM", 1).With("bobbins", 1).With("seamM", 1).With("differenceE", 1).With("gapMm", 0.2).With("seenMm", 0.1);
        var all = new[]
        {
            "need-no-length", "need-not-here", "need-unknown", "need-enough", "need-enough-so-far", "need-tight", "need-tight-swatch", "need-short", "need-short-swatch", "other-same", "other-stands-in",
            "buy-cones", "buy-metres", "wind", "wind-often", "wind-how", "swap", "bobbins", "gap-hidden", "gap-hardly", "gap-shows",
        };
        Assert.Empty(all.SelectMany(c => ThreadRoomWords.Lacks(With(c))));
        Assert.Equal(ThreadRoomWords.Codes.Where(c => c != Finding.Written).Order(StringComparer.Ordinal), all.Order(StringComparer.Ordinal));
        Assert.DoesNotContain(all, c => ThreadRoomWords.Of(With(c)).Contains('?', StringComparison.Ordinal));
    }

    /// <summary>Every sentence is made from codes the product makes, over random needs; and says the figures it was made from.</summary>
    [Fact]
    public void What_is_said_of_random_needs_is_true()
    {
        var random = new Random(8);
        var codes = new HashSet<string>();
        for (var i = 0; i < 300; i++)
        {
            var allowance = ThreadAllowance.Default with { SpoolMetres = random.Next(5, 200) };
            var seams = Enumerable.Range(0, random.Next(1, 5)).Select(n => new SeamToSew($"s{n}", Plans[random.Next(Plans.Length)], [.. Enumerable.Range(0, random.Next(1, 3)).Select(_ => random.Next(5) == 0 ? null : (double?)random.Next(100, 3000))], random.Next(3))).ToList();
            var drawer = Drawer.Where(_ => random.Next(5) > 0).Select(c => c with { Stock = c.Stock with { Count = random.Next(1, 4), MetresLeft = random.Next(4) == 0 ? null : random.Next(0, 400), FullMetres = random.Next(2) == 0 ? null : 500 } }).ToList();
            foreach (var need in ThreadNeed.Of(seams, drawer, allowance))
            {
                foreach (var found in ThreadRemedies.Of(need, seams, drawer, allowance))
                {
                    codes.Add(found.Code);
                    Assert.Empty(ThreadRoomWords.Lacks(found));
                    switch (found.Code)
                    {
                        case "need-enough" or "need-enough-so-far":
                            Assert.Equal(drawer.First(c => c.Id == need.ConeId).Stock.MetresLeft!.Value - need.Metres, found.Figures["overM"], 6);
                            Assert.True(found.Figures["overM"] >= 0);
                            Assert.Equal(found.Code == "need-enough", need.Seams.All(s => seams[s].PiecesMm.All(p => p is not null)));
                            break;
                        case "buy-metres" or "buy-cones":
                            Assert.Equal(need.Metres - (need.LeftMetres ?? 0), found.Figures["missingM"], 6);
                            break;
                        case "swap":
                            Assert.True(found.Figures["needsM"] > found.Figures["eachM"]);
                            break;
                        case "bobbins":
                            Assert.Equal(Math.Ceiling(need.Positions.First(p => p.Position == ThreadPosition.Bobbin).Metres / found.Figures["holdsM"]), found.Figures["bobbins"]);
                            break;
                    }
                }
            }
        }

        Assert.Superset(new HashSet<string> { "need-not-here", "need-unknown", "need-enough", "need-tight", "need-short", "need-short-swatch", "buy-cones", "buy-metres", "wind", "wind-often", "bobbins" }, codes);
    }
}
