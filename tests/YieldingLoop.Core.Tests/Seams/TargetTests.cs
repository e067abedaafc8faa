using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Tests.Planning;

namespace YieldingLoop.Core.Tests.Seams;

/// <summary>What a swatch should show, by job and stitch: model section 6, written out again here.</summary>
public class TargetTests
{
    private static readonly SeamGeometry Overlock = new(StitchCatalogue.ThreeThreadOveredge, 2.5, 1) { LoopWidthMm = 4, BiteMm = 4 };

    private static Asked Of(SeamJob job, Stitch? stitch = null, bool flatlock = false, int plies = 2, bool sheds = false, bool loosened = false, bool ridge = false) =>
        new(job, stitch ?? StitchCatalogue.ThreeThreadOveredge, flatlock, plies, sheds, loosened, ridge);

    [Fact]
    public void A_reading_passes_within_its_bounds_and_not_a_hair_outside()
    {
        var target = Target.About(1, 0.5);
        Assert.True(target.Met(0.5) && target.Met(1.5) && target.Met(0.1 + 0.4));
        Assert.False(target.Met(0.499) || target.Met(1.501));
        Assert.Equal((0.5, 0.25, 0.0), (target.Off(0), target.Off(1.75), target.Off(1)));
        Assert.True(Target.UpTo(0.45).Met(-100) && Target.From(3).Met(100));
        Assert.Null(Target.From(3).Tolerance);
    }

    [Fact]
    public void Loopers_meet_on_the_edge_on_the_back_or_right_round_it()
    {
        Assert.Equal((-0.5, 0.5), (Of(SeamJob.Join).MeetingLine(Overlock)!.Value.Least, Of(SeamJob.Join).MeetingLine(Overlock)!.Value.Most));
        Assert.Equal((-1.5, 0.5), (Of(SeamJob.Join, loosened: true).MeetingLine(Overlock)!.Value.Least, Of(SeamJob.Join, loosened: true).MeetingLine(Overlock)!.Value.Most));
        foreach (var job in new[] { SeamJob.RolledHem, SeamJob.Picot, SeamJob.LettuceEdge })
        {
            // 0.9 of a + t/2; of two threads 0.9 of a.
            Assert.Equal(-0.9 * 4.5, Of(job).MeetingLine(Overlock)!.Value.Most!.Value, 9);
            Assert.Equal(-0.9 * 4, Of(job, StitchCatalogue.TwoThreadOveredge).MeetingLine(Overlock)!.Value.Most!.Value, 9);
        }

        Assert.Equal((0.0, 4.0), (Of(SeamJob.Flatlock, StitchCatalogue.TwoThreadOveredge, flatlock: true).MeetingLine(Overlock)!.Value.Least, Of(SeamJob.Flatlock, StitchCatalogue.TwoThreadOveredge, flatlock: true).MeetingLine(Overlock)!.Value.Most));
        Assert.Null(Of(SeamJob.Flatlock, flatlock: true).MeetingLine(Overlock));
        Assert.Null(Of(SeamJob.Hem, StitchCatalogue.TwoNeedleCover).MeetingLine(Overlock));
    }

    [Fact]
    public void Joins_and_hems_stay_closed_a_flatlock_opens_and_one_layer_has_nothing_to_open()
    {
        Assert.All(new[] { SeamJob.Join, SeamJob.Band, SeamJob.Hem, SeamJob.Repair }, j => Assert.Equal(0.45, Of(j).Gap(Overlock)!.Value.Most));
        Assert.Null(Of(SeamJob.EdgeFinish, plies: 1).Gap(Overlock));
        Assert.Null(Of(SeamJob.Elastic, plies: 1).Gap(Overlock));
        Assert.Equal(0.8 * 4, Of(SeamJob.Flatlock, flatlock: true).Gap(Overlock)!.Value.Least);
    }

    [Fact]
    public void The_edge_lies_under_the_loops_inside_them_or_short_of_them()
    {
        (double?, double?) Bounds(Asked asked) => (asked.Overhang?.Least, asked.Overhang?.Most);
        Assert.Equal((-0.5, 0.5), Bounds(Of(SeamJob.Join)));
        Assert.Equal((-2.5, -0.5), Bounds(Of(SeamJob.RolledHem)));
        Assert.Equal((0.5, 1.5), Bounds(Of(SeamJob.Flatlock, flatlock: true)));
        Assert.Equal((null, null), Bounds(Of(SeamJob.Hem, StitchCatalogue.TwinNeedle)));
    }

    [Fact]
    public void Cover_drag_ridge_and_growth_are_asked_of_what_has_them()
    {
        Assert.Equal((0.33, 0.33), (Of(SeamJob.Join, sheds: true).CoverFaceLeast, Of(SeamJob.Join, sheds: true).CoverBackLeast));
        // A rolled edge is solid on the face; its back lies inside it.
        Assert.Equal((0.45, null), (Of(SeamJob.RolledHem, sheds: true).CoverFaceLeast, Of(SeamJob.RolledHem, sheds: true).CoverBackLeast));
        Assert.Null(Of(SeamJob.Join).CoverFaceLeast);
        Assert.Equal((1.0, null, null), (Of(SeamJob.Join).DragMost, Of(SeamJob.RolledHem).DragMost, Of(SeamJob.Hem, StitchCatalogue.TwinNeedle).DragMost));
        Assert.Equal((1.0, 1.6, null), (Of(SeamJob.Hem, StitchCatalogue.TwinNeedle).Tunnelling?.Most, Of(SeamJob.Hem, StitchCatalogue.TwinNeedle, ridge: true).Tunnelling?.Most, Of(SeamJob.Join).Tunnelling?.Most));
        Assert.Equal((-2.0, 2.0), (Of(SeamJob.Join).Growth(20).Least, Of(SeamJob.Join).Growth(20).Most));
        Assert.Equal((0.9 * 20, null), (Of(SeamJob.LettuceEdge).Growth(20).Least, Of(SeamJob.LettuceEdge).Growth(20).Most));
    }

    /// <summary>A target is what the model gives at the recommended dials: a set-up that misses no limit meets its own targets.</summary>
    [Fact]
    public void Over_jobs_and_cloths_a_set_up_meets_its_own_targets()
    {
        var planned = 0;
        foreach (var job in Jobs.All)
        {
            foreach (var typical in TypicalCloths.All.Where(t => t.Id is "power-knit" or "single-jersey" or "swim-tricot" or "rib-2x2"))
            {
                var cloth = new ClothEntry { Name = typical.Id, TypicalId = typical.Id }.Resolve().Value!;
                var seam = new SeamEntry { Name = "Seam", Job = job.Job, Plies = job.LeastPlies, Direction = ClothDirection.Across, NeedKind = NeedKind.OnBody, OnBodyMm = 120 };
                Machine[] machines = [PlanSearchTests.Overlocker(), PlanSearchTests.Cover(), PlanSearchTests.Plain()];
                foreach (var machine in machines)
                {
                    if (Planner.Plan(PlanQuestion.OnOne(cloth, seam, machine, ChosenSchools.Default)).Value is not { } answer)
                    {
                        continue;
                    }

                    foreach (var plan in answer.Alternatives.Append(answer.Best).Select(a => a.Plan))
                    {
                        planned++;
                        var (t, f) = (plan.Targets, plan.Figures);
                        Meets(t.MeetingLineMm, f.Seam.MeetingLineMm, PlanLimits.Meeting);
                        Meets(t.GapMm, f.Seam.GapMm, PlanLimits.Gap);
                        Meets(t.OverhangMm, f.Seam.OverhangMm, PlanLimits.Overhang);
                        Meets(t.GrowthPercent, f.GrowthPercent?.Middle, PlanLimits.Growth);
                        Meets(t.CoverFace, f.Seam.CoverFace, PlanLimits.Cover);
                        Meets(t.CoverBack, f.Seam.CoverBack, PlanLimits.Cover);
                        Meets(t.Drag, f.Drag, PlanLimits.Drag);
                        Meets(t.TunnellingIndex, f.Seam.TunnellingIndex / (plan.Tape ? 2 : 1), PlanLimits.Tunnelling);
                        Assert.Equal(f.Verdict!.RequiredPercent, t.HoldPercent);
                        Assert.Equal(job.Job.Rolls(), t.Wrapped);

                        void Meets(Target? target, double? figure, PlanLimits limit) =>
                            Assert.True(target is not { } wanted || (plan.Missed & limit) != 0 || wanted.Met(figure!.Value), $"{job.Job} on {typical.Id}, {plan.StitchId}: {limit} {figure} against {target}");
                    }
                }
            }
        }

        Assert.True(planned > 60, $"{planned}");
    }
}
