using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Garments;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;

namespace YieldingLoop.Core.Tests.Garments;

/// <summary>What the seams of a run can be sewn with: their own best, and what they can share.</summary>
public class RunCandidatesTests
{
    private static readonly ClothFigures PowerKnit = new ClothEntry { Name = "power-knit", TypicalId = "power-knit" }.Resolve().Value!;

    private static readonly ClothFigures Interlock = new ClothEntry { Name = "interlock", TypicalId = "merino-interlock" }.Resolve().Value!;

    private static readonly MachineAtHand[] Machines =
    [
        new("overlocker", OverlockerTemplate.Create("Overlocker"), Setup.Unknown),
        new("cover", MachineTemplates.Coverstitch("Cover"), Setup.Unknown),
    ];

    private static RunWork Work(int id, SeamEntry seam, ClothFigures? cloth = null) => new(
        id, new PlanQuestion(cloth ?? PowerKnit, seam, Machines, null, ChosenSchools.Default, PlannerWeights.Default, PlanPins.None), null);

    private static SeamEntry Join(string name, double onBody) => new() { Name = name, NeedKind = NeedKind.OnBody, OnBodyMm = onBody };

    private static SeamEntry Hem(string name, double onBody) => Join(name, onBody) with { Job = SeamJob.Hem };

    [Fact]
    public void A_seam_shares_only_what_holds_on_it_and_does_its_job()
    {
        RunWork[] works = [Work(1, Join("Side", 130)), Work(2, Join("Shoulder", 112)), Work(3, Hem("Hem", 125)), Work(4, Join("Sleeve", 115), Interlock)];
        var choices = RunCandidates.Of(works, Planner.Plan);
        foreach (var work in works)
        {
            var all = choices[work.WorkId];
            Assert.InRange(all.Count, 1, 3);
            Assert.Null(all[0].From);
            Assert.Equal(Planner.Plan(work.Question).Value!.Best.Plan.Setup, all[0].Plan.Setup);
            foreach (var choice in all)
            {
                // Each is asked again of the seam model, from the set-up alone.
                var need = work.Question.Seam.Resolve().Value!;
                var sewn = choice.Plan.Setup.Case(choice.Plan.Tuned(Machines.First(m => m.Id == choice.MachineId).Machine), work.Question.Cloth, work.Question.Seam, need, ChosenSchools.Default).Value!;
                var verdict = SeamAssessment.Of(sewn).Verdict!;
                Assert.Equal(Verdict.Holds, verdict.Verdict);
                Assert.Equal(verdict.SparePoints, choice.SparePoints, 6);
                Assert.Equal(Math.Round(Math.Max(0, all[0].SparePoints - verdict.SparePoints) * 0.1, 6), RunCandidates.CostMinutes(all[0], choice));
            }
        }

        // A join is never sewn with a hem's set-up, nor a hem with a join's.
        Assert.DoesNotContain(choices[1].Concat(choices[2]).Concat(choices[4]), c => c.From == 3);
        Assert.Single(choices[3]);
        // And something is shared: between the two cloths.
        Assert.Contains(choices.Values.SelectMany(c => c), c => c.From is not null);
    }

    [Fact]
    public void A_kept_set_up_comes_before_the_planner_s_as_long_as_its_machine_is_at_hand()
    {
        var work = Work(1, Join("Side", 130));
        var other = Planner.Plan(work.Question).Value!.Alternatives[0];
        Assert.Equal(other.Plan.Setup, RunCandidates.Of([work with { Kept = (other.MachineId, other.Plan) }], Planner.Plan)[1][0].Plan.Setup);
        Assert.NotEqual(other.Plan.Setup, RunCandidates.Of([work with { Kept = ("gone", other.Plan) }], Planner.Plan)[1][0].Plan.Setup);
    }

    [Fact]
    public void A_seam_that_nothing_holds_has_no_choice() =>
        Assert.Empty(RunCandidates.Of([Work(1, Join("Neck", 290))], Planner.Plan)[1]);
}
