using YieldingLoop.Core.Garments;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Cloth;

namespace YieldingLoop.Core.Tests.Garments;

/// <summary>Any order of a run, what moving a seam in it comes to, and what a seam's trade is.</summary>
public class RunTableTests
{
    private static readonly ClothFigures PowerKnit = new ClothEntry { Name = "power-knit", TypicalId = "power-knit" }.Resolve().Value!;

    private static readonly MachineAtHand[] Machines =
    [
        new("overlocker", OverlockerTemplate.Create("Overlocker"), Setup.Unknown),
        new("cover", MachineTemplates.Coverstitch("Cover"), Setup.Unknown),
    ];

    private static readonly string[] Names = ["Side", "Shoulder", "Hem", "Sleeve", "Cuff"];

    private static readonly IReadOnlyDictionary<int, IReadOnlyList<RunChoice>> Choices = RunCandidates.Of(
        [.. Names.Select((n, i) => new RunWork(i, new PlanQuestion(PowerKnit, new SeamEntry { Name = n, Job = i == 2 ? SeamJob.Hem : SeamJob.Join, NeedKind = NeedKind.OnBody, OnBodyMm = 112 + 5 * i }, Machines, null, ChosenSchools.Default, PlannerWeights.Default, PlanPins.None), null))], Planner.Plan);

    /// <summary>Garments of these seams, drawn by chance: what comes before what, how many copies, what is held.</summary>
    private static (SewingRun Run, Dictionary<int, Garment> Garments) Draw(Random random, int most = 4)
    {
        var garments = Enumerable.Range(1, random.Next(1, 3)).ToDictionary(g => g, g => new Garment
        {
            Seams = [.. Enumerable.Range(0, random.Next(1, most)).Select(i => new GarmentSeam { Id = $"s{i}", WorkId = random.Next(Names.Length), After = [.. Enumerable.Range(0, i).Where(_ => random.Next(3) == 0).Select(a => new SewnBefore($"s{a}"))] })],
        });
        var run = new SewingRun { Batch = (RunBatch)random.Next(2), Parts = [.. garments.Keys.Select(g => new RunPart(g, [.. Enumerable.Repeat(0, random.Next(1, 3))]))] };
        var done = run.Parts.SelectMany(p => garments[p.GarmentId].Seams.SelectMany(s => Enumerable.Range(1, p.Wearers.Count).Select(c => (p.GarmentId, Seam: s, Copy: c)))).ToList();
        foreach (var (garment, seam, copy) in done.Where(_ => random.Next(5) == 0))
        {
            // Only what could have been sewn.
            run = run.CanSew(garment, garments[garment], seam, copy) ? run with { Done = [.. run.Done, new RunTick { GarmentId = garment, SeamId = seam.Id, Copy = copy, SetupId = 1, At = default }] } : run;
        }

        return (run, garments);
    }

    private static RunAsk Ask(SewingRun run, Dictionary<int, Garment> garments) =>
        RunAsk.Of(run, garments, Choices, [.. Machines.Select(m => new RunMachine(m.Id, m.Machine, m.State))], (_, s) => Names[s.WorkId], null);

    private static IEnumerable<int[]> Orders(int count) =>
        count == 0 ? [[]] : Orders(count - 1).SelectMany(o => Enumerable.Range(0, count).Select(at => (int[])[.. o[..at], count - 1, .. o[at..]]));

    /// <summary>Whether an order keeps construction, said a second time from the garments alone.</summary>
    private static bool Keeps(SewingRun run, Dictionary<int, Garment> garments, IReadOnlyList<RunPieceName> order)
    {
        foreach (var piece in order)
        {
            var (garment, copies) = (int.Parse(piece.GarmentId, System.Globalization.CultureInfo.InvariantCulture), new List<int>());
            copies.AddRange(run.OpenCopies(garment, piece.SeamId).Where(c => piece.Copy is null || piece.Copy == c));
            foreach (var copy in copies)
            {
                if (!run.CanSew(garment, garments[garment], garments[garment].Find(piece.SeamId)!, copy))
                {
                    return false;
                }

                // One by one: an earlier copy that is not whole comes first.
                if (piece.Copy is not null && Enumerable.Range(1, copy - 1).Any(before => garments[garment].Seams.Any(s => run.OpenCopies(garment, s.Id).Contains(before))))
                {
                    return false;
                }
            }

            run = run with { Done = [.. run.Done, .. copies.Select(c => new RunTick { GarmentId = garment, SeamId = piece.SeamId, Copy = c, SetupId = 1, At = default })] };
        }

        return true;
    }

    [Fact]
    public void The_best_order_is_the_least_of_all_that_can_be_sewn_and_a_move_comes_to_what_its_order_comes_to()
    {
        var random = new Random(19);
        var compared = 0;
        for (var i = 0; i < 60; i++)
        {
            var (run, garments) = Draw(random);
            var table = RunTable.Of(Ask(run, garments).Question).Value;
            if (table is null || table.Pieces.Count is 0 or > 6)
            {
                continue;
            }

            var orders = Orders(table.Pieces.Count).ToList();
            foreach (var order in orders)
            {
                Assert.Equal(Keeps(run, garments, [.. order.Select(p => table.Pieces[p])]), table.Broken(order) is null);
            }

            var sewn = orders.Select(o => (Order: o, Answer: table.In(o))).Where(o => o.Answer is not null).ToList();
            var best = table.Best().Value!;
            Assert.Equal(sewn.Min(o => o.Answer!.Minutes), best.Minutes, 6);
            var (from, now) = sewn[random.Next(sewn.Count)];
            var piece = random.Next(from.Length);
            foreach (var move in table.Moves(from, piece))
            {
                List<int> moved = [.. from.Where(p => p != piece)];
                moved.Insert(move.To, piece);
                var there = table.In(moved);
                Assert.Equal(there is null, move.Why is not null);
                if (there is not null)
                {
                    Assert.Equal((there.Minutes, there.ChangeoverMinutes), (move.Minutes!.Value, move.ChangeoverMinutes!.Value));
                    Assert.Equal(Math.Round(there.ChangeoverMinutes - now!.ChangeoverMinutes, 1), move.Against(now).Figures["minutes"]);
                    Assert.Empty(GarmentWords.Lacks(move.Against(now)));
                }
                else
                {
                    Assert.Empty(GarmentWords.Lacks(move.Why!));
                    compared++;
                }
            }

            foreach (var trade in table.Trades(best))
            {
                Assert.True(best.Order[trade.Place].Candidate > 0);
                // It would not be taken if it saved less than it gives up.
                Assert.True(trade.SavesMinutes >= -1e-9);
            }
        }

        Assert.True(compared > 20);
    }

    [Fact]
    public void A_fixed_order_is_sewn_the_cheapest_way_there_is()
    {
        var random = new Random(20);
        for (var i = 0; i < 200; i++)
        {
            var problem = RandomRuns.Problem(random, random.Next(1, 7), random.Next(1, 4), 5, 0);
            int[] order = [.. Enumerable.Range(0, problem.Items.Count)];
            random.Shuffle(order);
            var found = new RunFixedOrder(problem, new RunCosts(problem)).Of(order);
            double? least = null;
            void Try(int at, double minutes, int machine, int[] rows)
            {
                if (at == order.Length)
                {
                    least = Math.Min(least ?? double.MaxValue, minutes);
                    return;
                }

                foreach (var way in problem.Items[order[at]].Ways)
                {
                    var change = problem.Minutes[way.Machine][rows[way.Machine], way.Setup] + (machine >= 0 && machine != way.Machine ? 0.5 : 0);
                    if (double.IsFinite(change))
                    {
                        int[] next = [.. rows];
                        next[way.Machine] = way.Setup + 1;
                        Try(at + 1, minutes + change + way.CostMinutes, way.Machine, next);
                    }
                }
            }

            Try(0, 0, problem.Start, new int[problem.Minutes.Count]);
            Assert.Equal(least, found is var (_, cost) ? Math.Round(RunCosts.ToMinutes(cost), 5) : null, (a, b) => a is null ? b is null : b is not null && Math.Abs(a.Value - b.Value) < 1e-5);
        }
    }

    [Fact]
    public void A_seam_that_is_held_cannot_be_moved_past_another_that_is()
    {
        var garment = new Garment { Seams = [new() { Id = "a", WorkId = 0 }, new() { Id = "b", WorkId = 1 }, new() { Id = "c", WorkId = 3, After = [new("b")] }] };
        var run = new SewingRun { Parts = [new(1, [0])], Held = ["1/b", "1/a"] };
        var table = RunTable.Of(Ask(run, new() { [1] = garment }).Question).Value!;
        var order = table.Numbers(["1/b", "1/a", "1/c"]);
        Assert.Equal("move-held", table.Moves(order, order[0])[1].Why!.Code);
        var first = table.Moves(order, order[2])[0].Why!;
        Assert.Equal(("move-first", "1/b", "1/c"), (first.Code, first.Names["first"], first.Names["then"]));
        Assert.Null(table.Moves(order, order[2])[1].Why);
        Assert.Null(table.In([0, 0, 1]));
        Assert.Null(table.In([0]));
    }

    [Fact]
    public void A_seam_without_a_set_up_is_left_out_with_those_that_wait_for_it_and_the_rest_is_put_in_order()
    {
        var garment = new Garment { Seams = [new() { Id = "a", WorkId = 99 }, new() { Id = "b", WorkId = 1, After = [new("a")] }, new() { Id = "c", WorkId = 3, After = [new("b")] }, new() { Id = "d", WorkId = 2 }] };
        var ask = Ask(new SewingRun { Parts = [new(1, [0])] }, new() { [1] = garment });
        Assert.Equal([("a", "left-no-setup"), ("b", "left-waits"), ("c", "left-waits")], ask.LeftOut.Select(l => (l.SeamId, l.Why.Code)));
        Assert.All(ask.LeftOut.Where(l => l.Why.Code == "left-waits"), l => Assert.Equal("a", l.Why.Names["over"]));
        Assert.Equal(["d"], RunTable.Of(ask.Question).Value!.Best().Value!.Order.Select(e => e.SeamId));
        // Once it is sewn, by whatever, the rest follows.
        var sewn = Ask(new SewingRun { Parts = [new(1, [0])], Done = [new() { GarmentId = 1, SeamId = "a", Copy = 1, SetupId = 1, At = default }] }, new() { [1] = garment });
        Assert.Empty(sewn.LeftOut);
        Assert.Equal(3, sewn.Question.Garments[0].Seams.Count);
        Assert.Equal("left-popped", Ask(new SewingRun { Parts = [new(1, [0])], Popped = [new(1, "a", 1)] }, new() { [1] = garment }).LeftOut[0].Why.Code);
    }

    [Fact]
    public void What_popped_is_not_proposed_again()
    {
        var question = new PlanQuestion(PowerKnit, new SeamEntry { Name = "Side", NeedKind = NeedKind.OnBody, OnBodyMm = 112 }, Machines, null, ChosenSchools.Default, PlannerWeights.Default, PlanPins.None);
        var best = RunCandidates.Of([new RunWork(1, question, null)], Planner.Plan)[1][0];
        var barred = RunCandidates.Of([new RunWork(1, question, null) { Barred = [(best.MachineId, best.Plan.Setup)] }], Planner.Plan)[1];
        Assert.NotEmpty(barred);
        Assert.DoesNotContain(barred, c => c.MachineId == best.MachineId && c.Plan.Setup == best.Plan.Setup);
        // A kept one that popped gives way to the planner's.
        var kept = new RunWork(1, question, (best.MachineId, best.Plan)) { Proven = true, Barred = [(best.MachineId, best.Plan.Setup)] };
        Assert.NotEqual(best.Plan.Setup, RunCandidates.Of([kept], Planner.Plan)[1][0].Plan.Setup);
    }

    [Fact]
    public void What_is_said_of_an_order_has_its_figures()
    {
        RunOrderAnswer Order(double changeover, double minutes, double least, bool proved) => new([new("1", "a", null, "m", 0, changeover)], minutes, least, proved);
        var best = Order(20, 20, 20, true);
        Assert.Equal("order-least", RunFindings.Of(best, best, false).Code);
        Assert.Equal("order-spare", RunFindings.Of(Order(20, 21, 21, true), best, false).Code);
        Assert.Equal(("order-bound", 5), (RunFindings.Of(Order(20, 20, 15, false), best, false) is var bound ? bound.Code : "", bound.Figures["gap"]));
        Assert.Equal("order-spare-bound", RunFindings.Of(Order(20, 22, 15, false), best, false).Code);
        var own = RunFindings.Of(Order(26, 26, 0, false), best, true);
        Assert.Equal(("order-yours", 6, "This is your order: 6 min more than in the best."), (own.Code, own.Figures["minutes"], GarmentWords.Of(own)));
        Assert.Equal("This is your order: 6 min more than in the best, with 10 points more spare over all seams.", GarmentWords.Of(RunFindings.Of(Order(26, 26, 0, false), Order(20, 21, 21, true), true)));
        Assert.Equal("order-yours-best", RunFindings.Of(best, best, true).Code);
        Assert.Equal("Here changing over takes 2 min less, with 1 point less spare over all seams.", GarmentWords.Of(new RunMove(0, 18, 18.1, null).Against(best)));
        Assert.Equal("move-same", new RunMove(0, 20, 20, null).Against(best).Code);
        Assert.Equal("move-spare", new RunMove(0, 20, 20.4, null).Against(best).Code);
        Assert.Equal("Here changing over takes 1.5 min more.", GarmentWords.Of(new RunMove(0, 21.5, 21.5, null).Against(best)));
    }
}
