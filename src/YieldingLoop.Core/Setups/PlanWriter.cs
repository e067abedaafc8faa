using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.ThreadUp;

namespace YieldingLoop.Core.Setups;

/// <summary>Writes a found set-up out: every number to set, every figure with its band, what it costs.</summary>
internal static class PlanWriter
{
    public static SetupPlan Write(FoundSetup found, PlanQuestion question, Need need)
    {
        var layout = found.Layout;
        var thickness = SeamGeometry.SewnThickness(question.Seam.Plies, question.Cloth.Thickness.Value);
        var solver = new DialSolver(question, layout, thickness);
        var dials = layout.NeedlePositions.Select(p => (p, found.NeedleThread, solver.Needle(p, found.NeedleThread.Kind, found.NeedleOffset))).ToList();
        if (found is { Upper: { } above, Loopers.Upper: { } upper })
        {
            dials.Add((layout.UpperPosition!.Value, above, upper));
        }

        dials.Add((layout.LowerPosition, found.Lower, found.Loopers.Lower));
        var threads = dials.Select(d => Thread(d.p, d.Item2, d.Item3)).ToList();
        var bite = found.CuttingFromRightMm is { } cut ? cut + layout.OutermostFromRightMm : 0;
        var figures = SeamAssessment.Of(new SeamCase
        {
            Geometry = new SeamGeometry(layout.Stitch, found.LengthMm, thickness)
            {
                ZigzagWidthMm = found.WidthMm, GaugeMm = layout.GaugeMm, LoopWidthMm = layout.LoopWidthMm, BiteMm = bite,
            },
            Threads = [.. threads.Select(t => new SetThread(t.Laid, t.StepsTighter))],
            Cloth = question.SeamCloth,
            Plies = question.Seam.Plies,
            Needle = new(found.Needle.Point, found.Needle.Size),
            Differential = found.Differential,
            NeedPercent = need.Percent,
        });
        var plan = new SetupPlan
        {
            ModelVersion = SeamModel.Version,
            StitchId = layout.Stitch.Id,
            Flatlock = layout.Flatlock,
            PointId = found.Needle.Point.Id,
            NeedleSizeMetric = found.Needle.Size.Metric,
            NeedleToBuy = found.Needle.ToBuy,
            TwinGapMm = layout.TwinGapMm,
            Threads = threads,
            FingerName = layout.Finger?.Name,
            GaugeMm = layout.GaugeMm,
            LoopWidthMm = layout.LoopWidthMm,
            CuttingWidthFromRightMm = found.CuttingFromRightMm,
            BiteMm = bite,
            KnifeNumber = found.CuttingFromRightMm is { } from ? ((Overlocker)layout.Head).KnifeNumber(from) : null,
            StitchLengthMm = found.LengthMm,
            ZigzagWidthMm = layout.Stitch.NeedsZigzagWidth ? found.WidthMm : null,
            PlateName = layout.Plate?.Name,
            FootName = layout.Foot?.Name,
            Tape = layout.Tape,
            From = From(layout, found),
            Differential = found.Differential,
            SewnThicknessMm = thickness,
            Reasons = [],
            Notes = [],
            Targets = Targets(layout, figures, question),
            Figures = figures,
            Need = need,
            Baseline = layout.Baseline,
            Schools = question.Schools,
            Missed = found.Rank.Part.Limits,
        };
        plan = plan with { Cost = Cost(plan, found, dials.Select(d => (d.p, d.Item3)).ToList(), question, need) };
        return plan with
        {
            Reasons = PlanReasons.For(plan, found, question, need),
            Notes = PlanNotes.For(plan, found, question, need),
            WouldChange = PlanNotes.WouldChange(plan, question, need),
        };
    }

    /// <summary>What it costs, counted from the finished set-up.</summary>
    private static PlanCost Cost(SetupPlan plan, FoundSetup found, List<(ThreadPosition Position, SolvedDial Dial)> dials, PlanQuestion question, Need need)
    {
        var layout = found.Layout;
        var hand = layout.Hand;
        var usual = new PlanSteps(question, need);
        var preferred = PlanSteps.PreferredNeedle(question);
        var steps = dials.Where((d, i) => !(i > 0 && layout.Head is PlainMachine && d.Position.IsNeedle()))
            .Sum(d => d.Dial.Distance(d.Position.IsNeedle() ? preferred : 0));
        steps += usual.Kinds(layout, found.NeedleThread.Kind, found.Upper?.Kind, found.Lower.Kind);
        steps += usual.Lengths(layout, plan.StitchLengthMm, found.WidthMm) + usual.Needle(found.Needle) * layout.Seats.Count;
        steps += plan.CuttingWidthFromRightMm is null ? 0 : PlanSteps.Knife(plan.Figures.Seam.OverhangMm!.Value);
        var wanted = SetupState.Of(plan, hand.Machine, layout.Head.NeedleSystem);
        return new PlanCost(
            Changeover.Between(hand.Machine, hand.State, wanted) + (plan.Tape ? Minutes.Part : 0),
            plan.Figures.Seam.Consumption,
            steps,
            LatticeSearch.Purchases(found.NeedleThread, found.Upper, found.Lower, found.Needle));
    }

    private static PlannedThread Thread(ThreadPosition position, ThreadOption thread, SolvedDial dial)
    {
        var kind = ThreadCatalogue.Find(thread.Kind.Id)!;
        return new PlannedThread(position, kind.Id, dial.Number, dial.StepsTighter, dial.TensionCentinewtons)
        {
            StockName = thread.StockName,
            Colour = thread.Colour,
            OwnTex = thread.Kind.Tex == kind.Tex ? null : thread.Kind.Tex,
            OwnBreakExtension = thread.Kind.BreakExtension == kind.BreakExtension ? null : thread.Kind.BreakExtension,
            ToBuy = thread.ToBuy,
        };
    }

    private static SewnFrom? From(Layout layout, FoundSetup found)
    {
        // The looper side of a thick thread is the pretty side (common practice C6).
        if (new[] { found.Upper, found.Lower }.OfType<ThreadOption>().Any(t => t.Kind.Tex >= HardRules.ThickFromTex))
        {
            return SewnFrom.WrongSide;
        }

        return layout.Stitch.Family switch
        {
            StitchFamily.TwinNeedle or StitchFamily.Cover => SewnFrom.Face,
            StitchFamily.Lockstitch or StitchFamily.Zigzag => SewnFrom.WrongSide,
            _ => null,
        };
    }

    private static Targets Targets(Layout layout, SeamAssessment figures, PlanQuestion question) => new(
        figures.Seam.MeetingLineMm,
        SeamLimits.GapAcceptableMm,
        layout.Head is Overlocker ? figures.Seam.OverhangMm : null,
        figures.Growth?.Middle ?? 0,
        question.Cloth.Sheds && figures.Seam.CoverFace is not null ? SeamLimits.CoverForShedding : null,
        figures.Seam.TunnellingIndex is null ? null : SeamLimits.TunnellingFlat)
    {
        GapAboutMm = layout.Flatlock ? figures.Seam.GapMm : null,
    };
}
