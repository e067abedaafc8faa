using System.Collections.Frozen;
using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Learning;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Tests.Planning;

/// <summary>What a machine's swatches taught goes into its plans: dials, feed, pops and what is said of them.</summary>
public sealed class PlanLearntTests
{
    /// <summary>A machine taught at random: every pair of loopers read a little off, the feed another, and some kinds of thread going further or less far than the model says.</summary>
    private static MachineLearnt Taught(Random random)
    {
        double Off(double most) => most * (2 * random.NextDouble() - 1);
        var shift = Off(1.2);
        var lines = ThreadCatalogue.Kinds.SelectMany(u => ThreadCatalogue.Kinds.Select(l => new MeetingPair(StitchFamily.Overlock, u.Id, l.Id)))
            .ToFrozenDictionary(p => p, _ => MeetingLineLearning.After(Enumerable.Range(-2, 5).Select(x => new MeetingLineReading(x, 0, shift + 0.45 * x))));
        var grown = Off(4);
        var pops = ThreadCatalogue.Kinds.Where(_ => random.Next(2) == 0).SelectMany(k => Enumerable.Repeat((k.Id, Seen: new PopObservation(PopEvidence.Popped, Off(0.4))), 4)).ToList();
        return new() { MeetingLines = lines, Growth = GrowthLearning.After([new(1.2, 0, grown), new(1.5, -5, grown - 5)]), Pops = YieldLearning.After(pops) };
    }

    private static PlanQuestion Teach(PlanQuestion question, Random random) => question with { Machines = [.. question.Machines.Select(m => m with { Learnt = Taught(random) })] };

    [Fact]
    public void A_plan_s_figures_and_sentences_are_those_with_what_was_learnt()
    {
        var random = new Random(1616);
        int meets = 0, fed = 0, pops = 0;
        for (var i = 0; i < 60; i++)
        {
            var question = Teach(PlanSearchTests.RandomQuestion(random), random);
            if (Planner.Plan(question).Value is not { } answer)
            {
                continue;
            }

            foreach (var planned in answer.Alternatives.Append(answer.Best))
            {
                var (plan, hand) = (planned.Plan, question.Machines.Single(m => m.Id == planned.MachineId));
                var seam = plan.Setup.Case(plan.Tuned(hand.Machine), question.Cloth, question.Seam, plan.Need, question.Schools).Value!;
                var figures = plan.Figures;
                // Where the first thread pops: least of median θ times what the model has.
                var least = seam.Threads.Select((t, n) => figures.Threads[n].PopStretchPercent * (Learnt.Speaks(figures.Threads[n].PopStretchPercent) && hand.Learnt.Pops.TryGetValue(t.Laid.Kind.Id, out var ratio) ? ratio.Middle : 1)).Min();
                Assert.Equal(Math.Min(least, SeamModel.BeyondReachPercent), figures.YieldPercent.Middle, 6);
                Assert.Equal(SeamVerdict.Of(figures.YieldPercent, plan.Need.Percent, seam.Cloth!.StretchAlongPercent).Verdict, figures.Verdict!.Verdict);
                pops += figures.YieldPercent.Middle == SeamAssessment.Of(seam).YieldPercent.Middle ? 0 : 1;
                if (plan.Stitch.Family == StitchFamily.Overlock)
                {
                    // 2.2 · 0.22 a number is the model's slope (sections 3 and 4); the line is counted from neutral.
                    var pair = MeetingPair.Of(seam)!.Value;
                    var x = seam.DialDifference!.Value;
                    var line = hand.Learnt.MeetingLines[pair];
                    var expected = figures.Seam.MeetingLineMm!.Value - 2.2 * 0.22 * x + line.Offset + line.Slope * x;
                    Assert.Equal(expected, figures.MeetsMm!.Value, 6);
                    foreach (var said in plan.Reasons.SelectMany(r => r.Findings).Where(f => f.Code.StartsWith("loopers-meet", StringComparison.Ordinal)))
                    {
                        Assert.EndsWith("-learnt", said.Code, StringComparison.Ordinal);
                        Assert.Equal(expected, said.Figures["meetingLineMm"], 6);
                        meets++;
                    }
                }

                foreach (var said in plan.Reasons.SelectMany(r => r.Findings).Where(f => f.Code == "differential-learnt"))
                {
                    Assert.Equal(plan.Differential!.Value, said.Figures["differential"]);
                    Assert.Equal(figures.GrowthPercent!.Value.Middle, said.Figures["growthPercent"], 6);
                    Assert.Equal(SeamAssessment.Of(seam).GrowthPercent!.Value.Middle, said.Figures["modelPercent"], 6);
                    fed++;
                }
            }
        }

        Assert.True(meets > 10 && fed > 10 && pops > 10, $"{meets} {fed} {pops}");
    }

    private static PlanQuestion Side(MachineLearnt learnt, double onBodyMm = 130)
    {
        var cloth = new ClothEntry { Name = "cloth", TypicalId = TypicalCloths.All.First(t => t.AcrossPercent > 60).Id }.Resolve().Value!;
        var question = PlanQuestion.OnOne(cloth, new() { Name = "Side", Job = SeamJob.Join, Plies = 2, NeedKind = NeedKind.OnBody, OnBodyMm = onBodyMm }, PlanSearchTests.Overlocker(), ChosenSchools.Default);
        return question with { Machines = [question.Machines[0] with { Learnt = learnt }] };
    }

    /// <summary>On a machine whose loopers meet 1.5 mm further onto the face than the model says, they are set so that they meet on the edge all the same.</summary>
    [Fact]
    public void Loopers_are_set_by_what_the_swatches_showed()
    {
        var plain = Planner.Plan(Side(MachineLearnt.Nothing)).Value!.Best.Plan;
        var pairs = ThreadCatalogue.Kinds.SelectMany(u => ThreadCatalogue.Kinds.Select(l => new MeetingPair(StitchFamily.Overlock, u.Id, l.Id)));
        var taught = Planner.Plan(Side(new() { MeetingLines = pairs.ToFrozenDictionary(p => p, _ => MeetingLineLearning.After(Enumerable.Range(-3, 7).Select(x => new MeetingLineReading(x, 0, 1.5 + 0.48 * x)))) })).Value!.Best.Plan;
        Assert.InRange(plain.Figures.Seam.MeetingLineMm!.Value, -0.5, 0.5);
        Assert.InRange(taught.Figures.MeetsMm!.Value, -0.5, 0.5);
        Assert.True(taught.Figures.Seam.MeetingLineMm!.Value < -0.8, "the model alone would have them meet on the back");
        Assert.Equal(0, (int)(taught.Missed & PlanLimits.Meeting));
    }

    /// <summary>Strips that grow 4 points more than the model says want about 4/22 more ratio (model section 6).</summary>
    [Fact]
    public void The_feed_is_set_by_what_the_swatches_showed()
    {
        var plain = Planner.Plan(Side(MachineLearnt.Nothing)).Value!.Best.Plan;
        var readings = Enumerable.Range(0, 8).Select(i => 1 + 0.1 * i).Select(d => new GrowthReading(d, -22 * (d - 1), -22 * (d - 1) + 4));
        var taught = Planner.Plan(Side(new() { Growth = GrowthLearning.After(readings) })).Value!.Best.Plan;
        Assert.InRange(taught.Differential!.Value - plain.Differential!.Value, 4 / 22.0 - 0.11, 4 / 22.0 + 0.11);
        Assert.InRange(taught.Figures.GrowthPercent!.Value.Middle, -2, 2);
    }

    /// <summary>A kind of thread that pops far earlier here than the model says is left for one that holds, or the verdict says what comes of it.</summary>
    [Fact]
    public void A_thread_that_pops_early_on_this_machine_is_weighed_as_it_showed()
    {
        var plain = Planner.Plan(Side(MachineLearnt.Nothing, 145)).Value!.Best.Plan;
        Assert.Equal(Verdict.Holds, plain.Figures.Verdict!.Verdict);
        var first = plain.Figures.Seam.FirstToPop!.Value;
        var kind = plain.Threads.Single(t => t.Position == first).Kind.Id;
        var weak = YieldLearning.After(Enumerable.Repeat((kind, new PopObservation(PopEvidence.Popped, Math.Log(0.35))), 12));
        var question = Side(new() { Pops = weak }, 145);
        var taught = Planner.Plan(question).Value!.Best.Plan;
        // The set-up of before holds no more on this machine; another one does.
        var before = plain.Setup.Case(plain.Tuned(question.Machines[0].Machine), question.Cloth, question.Seam, plain.Need, question.Schools).Value!;
        Assert.NotEqual(Verdict.Holds, SeamAssessment.Of(before with { Learnt = question.Machines[0].Learnt.For(before) }).Verdict!.Verdict);
        Assert.Equal(Verdict.Holds, taught.Figures.Verdict!.Verdict);
    }

    [Fact]
    public void Two_questions_that_were_taught_differently_are_two_questions()
    {
        var random = new Random(3);
        var (one, other) = (Taught(random), Taught(random));
        Assert.NotEqual(one.Key, other.Key);
        Assert.Equal(one.Key, (one with { }).Key);
        Assert.NotEqual(one.Key, MachineLearnt.Nothing.Key);
    }

    /// <summary>What is asked once for a machine is what is asked for each of its set-ups.</summary>
    [Fact]
    public void What_a_machine_was_taught_is_what_each_of_its_set_ups_is_told()
    {
        var (_, geometry, threads) = ThreadPaths.NamedUses.All.Single(u => u.Name == "514");
        var seam = ThreadPaths.PulledSeams.Case(geometry, threads) with { Differential = 1.3 };
        TaughtSwatch[] swatches =
        [
            new(1, "rib", Lesson.Of(seam, new() { MeetingLineMm = 0.8, GrowthPercent = 3, HeldToPercent = 60 })),
            new(2, "knit", Lesson.Of(seam, new() { MeetingLineMm = 0.2, GrowthPercent = 5, PoppedAt = ThreadPosition.NeedleLeft, PoppedAtPercent = 90 })),
            new(3, "rib", Lesson.Of(seam, new() { MeetingLineMm = 4 })) { LeftOut = true },
        ];
        var (once, each) = (Teaching.OfMachine(swatches, "rib").For(seam), Teaching.For(swatches, seam, "rib").Learnt);
        Assert.Equal(each.MeetingLine, once.MeetingLine);
        Assert.Equal(each.Growth, once.Growth);
        Assert.All(threads.Select(t => t.Kind.Id).Distinct(), k => Assert.Equal((each.PopOf(k).Low, each.PopOf(k).Middle, each.PopOf(k).High), (once.PopOf(k).Low, once.PopOf(k).Middle, once.PopOf(k).High)));
        Assert.Same(Learnt.Nothing, Teaching.OfMachine([], "rib").For(seam));
    }
}
