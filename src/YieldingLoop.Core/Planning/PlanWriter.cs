using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Minutes;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.ThreadUp;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Planning;

/// <summary>Writes a found set-up out: every number to set, every figure with its band, what it costs.</summary>
internal static class PlanWriter
{
    public static SetupPlan Write(FoundSetup found, PlanQuestion question, Need need)
    {
        var layout = found.Layout;
        var solver = new DialSolver(question, layout, question.Layers.SewnThicknessMm);
        var setup = found.WrittenOut(solver, question.Schools);
        // The search gives nothing that could not be sewn, so the case is whole.
        var seam = setup.Case(layout.Head, question.Cloth, question.Seam, need, question.Schools).Value!;
        seam = seam with { Learnt = layout.Hand.Learnt.For(seam) };
        var figures = SeamAssessment.Of(seam);
        var loosened = found.Loopers.UpperLooser > 0;
        var plan = new SetupPlan
        {
            ModelVersion = SeamModel.Version,
            Setup = setup,
            ThreadFigures = [.. seam.Threads.Select(t => new ThreadFigures(t.Laid.Position, t.StepsTighter, t.Laid.TensionCentinewtons, found.ThreadAt(t.Laid.Position).ToBuy, found.ThreadAt(t.Laid.Position).Even))],
            NeedleToBuy = found.Needle.ToBuy(found.Layout.Seats.Count),
            GaugeMm = seam.Geometry.GaugeMm,
            LoopWidthMm = seam.Geometry.LoopWidthMm,
            BiteMm = seam.Geometry.BiteMm,
            KnifeNumber = found.CuttingFromRightMm is { } from ? ((Overlocker)layout.Head).KnifeNumber(from) : null,
            From = From(layout, found, question.Seam.Job),
            UpperLoosened = loosened,
            SewnThicknessMm = seam.Geometry.SewnThicknessMm,
            Reasons = [],
            Notes = [],
            Targets = TargetsOf(question, layout.Head, layout.Stitch, layout.Flatlock, loosened, seam.Geometry, figures),
            Figures = figures,
            Need = need,
            Baseline = layout.Baseline,
            Schools = question.Schools,
        };
        plan = plan with { Cost = Cost(plan, found, solver, question, need), Missed = SetupLimits.Missed(plan, layout.Head, question, need) };
        return plan with
        {
            Reasons = layout.Baseline is null ? PlanReasons.For(plan, found, question, need) : ManualReasons.For(plan, found, question, need),
            Notes = [.. LiftedIn(found, question, need), .. PlanNotes.For(plan, layout.Head, question, need)],
            WouldChange = PlanNotes.WouldChange(plan, question, need),
        };
    }

    /// <summary>What a swatch of a set-up with these figures should show.</summary>
    internal static Targets TargetsOf(PlanQuestion question, Machine head, Stitch stitch, bool flatlock, bool upperLoosened, in SeamGeometry geometry, SeamAssessment figures)
    {
        var along = question.Layers.GrowthStretchPercent;
        return question.AskedOf(stitch, flatlock, upperLoosened)
            .Of(geometry, figures, head.Feed is { } feed ? ClothEffects.GrowthPercent(along, feed.Least) : null, figures.Verdict!.RequiredPercent);
    }

    /// <summary>What it costs, counted from the finished set-up.</summary>
    private static PlanCost Cost(SetupPlan plan, FoundSetup found, DialSolver solver, PlanQuestion question, Need need)
    {
        var layout = found.Layout;
        var hand = layout.Hand;
        var usual = new PlanSteps(question, need);
        var preferred = PlanSteps.PreferredNeedle(question);
        // Each dial once, whatever hangs from it.
        var steps = plan.ThreadFigures.DistinctBy(t => layout.Head.DialPlaceOf(t.Position) ?? t.Position)
            .Sum(t => found.DialOf(t.Position, solver).Distance(t.Position.IsNeedle() ? preferred : 0));
        steps += usual.Kinds(layout, found.NeedleThread.Kind, found.Upper?.Kind, found.Lower.Kind);
        steps += usual.Lengths(layout, plan.StitchLengthMm, found.WidthMm) + usual.Needle(found.Needle) * layout.Seats.Count;
        steps += plan.CuttingWidthFromRightMm is null ? 0 : PlanSteps.Knife(question.AskedOf(layout.Stitch, layout.Flatlock), plan.Figures.Seam.OverhangMm!.Value);
        return new PlanCost(
            Changeover.Between(hand.Machine, hand.State, plan.Setup.OnMachine(hand.Machine)) + (plan.Tape ? MinutesFor.Part : 0),
            plan.Figures.Seam.Consumption,
            steps,
            LatticeSearch.Purchases(found.NeedleThread, found.Upper, found.Lower, found.Needle, layout.Seats.Count));
    }

    private static SewnFrom? From(Layout layout, FoundSetup found, SeamJob job)
    {
        // The looper side of a thick thread is the pretty side (common practice C6).
        if (new[] { found.Upper, found.Lower }.OfType<ThreadOption>().Any(t => t.Kind.Tex >= HardRules.ThickFromTex))
        {
            return SewnFrom.WrongSide;
        }

        return layout.Stitch.Family switch
        {
            // Only the upper looper's thread shows on both sides, and it lies on the face (common practice D7).
            _ when job.Rolls() => SewnFrom.Face,
            StitchFamily.TwinNeedle or StitchFamily.Cover => SewnFrom.Face,
            // What is there to be seen is sewn with it in sight.
            _ when job is SeamJob.Topstitch or SeamJob.Binding => SewnFrom.Face,
            StitchFamily.Lockstitch or StitchFamily.Zigzag => SewnFrom.WrongSide,
            _ => null,
        };
    }

    /// <summary>Every rule this set-up would break, had a rule of the user's own not lifted it: nothing of that goes without saying.</summary>
    private static IEnumerable<Finding> LiftedIn(FoundSetup found, PlanQuestion question, Need need)
    {
        var trial = new SetupTrial(question, need, found.Layout) { NeedleThread = found.NeedleThread, Upper = found.Upper, Lower = found.Lower, Needle = found.Needle, LengthMm = found.LengthMm };
        return found.Layout.Hand.Lifted.Select(l => l.RuleId).Distinct()
            .Select(id => HardRules.All.FirstOrDefault(r => r.Id == id)).OfType<HardRule>()
            .Where(r => r.Breaks(trial)).Select(r => new Finding("rule-lifted").With("rule", r.Id));
    }
}
