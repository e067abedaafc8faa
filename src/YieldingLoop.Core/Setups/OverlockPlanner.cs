using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Setups;

/// <summary>
/// Plans one seam on one overlocker: the rules of the trade make the first choice, the seam model works out what
/// follows and judges it, and remedies are tried in order where it does not hold. The same question always gets
/// the same answer.
/// </summary>
public static class OverlockPlanner
{
    /// <summary>Below this a cloth is thin, g/m²; a rolled hem is for thin cloth only. Working value.</summary>
    public const double ThinBelowGsm = ManualTable.LightBelowGsm;

    /// <summary>Thickest ply that still rolls, mm. Working value.</summary>
    public const double RollsUpToMm = 0.8;

    /// <summary>From this area density a cloth is heavy, g/m². Working value.</summary>
    public const double HeavyFromGsm = ManualTable.HeavyFromGsm;

    /// <summary>Steps by which the upper looper is loosened first on cloth that drags (common practice: strongly).</summary>
    private const double FirstLooserSteps = 2;

    /// <summary>Makes the plan, or says what the machine or the entry lacks.</summary>
    /// <param name="request">The question.</param>
    public static Outcome<SetupPlan> Plan(PlanRequest request)
    {
        var plan = PlanOn(request);
        // A rolled hem's row is no balance of the flat stitch; the manual's numbers for it stand beside the card.
        if (plan.Value is not { } first || request.Seam.Job.Rolls() || ManualTable.For(request.Machine, first.StitchId, request.Cloth) is not { Dials.Count: > 0 } row)
        {
            return plan;
        }

        var again = PlanOn(request with { Machine = request.Machine.TunedTo(row) });
        // Where the manual's dials would lead to another stitch, that stitch's own row counts, not this one.
        return again.Value is { } tuned && tuned.StitchId == first.StitchId
            ? Outcome.Of(tuned with { Baseline = row, Reasons = [.. tuned.Reasons, new Reason(PlanTopic.LooperDials, "All dials start from the manual's own table for this stitch and cloth.", "machine record")] })
            : plan;
    }

    private static Outcome<SetupPlan> PlanOn(PlanRequest request)
    {
        var problems = new List<Problem>(MachineCheck.Problems(request.Machine));
        var need = request.Seam.Resolve();
        problems.AddRange(need.Problems);
        if (NotHere(request.Seam.Job) is { } elsewhere)
        {
            problems.Add(new("job", elsewhere));
        }
        else if (request.Seam.Job.Rolls() && !Rolls(request))
        {
            problems.Add(new("job", $"{Jobs.Of(request.Seam.Job)!.Sentence} is for thin cloth: below {ThinBelowGsm:0} g/m² and up to {RollsUpToMm} mm. This one is {request.Cloth.AreaDensity.Value:0} g/m² and {request.Cloth.Thickness.Value:0.##} mm; finish the edge instead."));
        }

        if (problems.Count > 0)
        {
            return Outcome.Failed<SetupPlan>(problems);
        }

        var reasons = new List<Reason>();
        var notes = new List<string>();
        var point = NeedleRules.ChoosePoint(request.Cloth, request.Machine, request.Schools, reasons);
        if (point is null)
        {
            return Outcome.Failed<SetupPlan>([new("needlePointIds", $"None of the points this machine's system is made with ({string.Join(", ", request.Machine.NeedlePoints.Select(p => p.Name))}) suits a knit like this. Buy a {(request.Cloth.Elastane ? NeedleCatalogue.Stretch.Name : NeedleCatalogue.Jersey.Name)} needle of the system, if it is made, and add the point to the machine.")]);
        }

        var size = NeedleRules.ChooseSize(request.Cloth, request.Machine, reasons);
        var first = FirstChoice(request, need.Value!, point, size, reasons);
        if (!first.Succeeded)
        {
            return Outcome.Failed<SetupPlan>(first.Problems);
        }

        var tried = new List<RemedyTried>();
        var solved = Remedies.Run(first.Value!, request, need.Value!, tried);
        PlanReasons.Add(first.Value!.Draft, solved, request, need.Value!, reasons);
        PlanNotes.Add(solved, request, need.Value!, notes);
        return Outcome.Of(Assemble(solved, request, need.Value!, reasons, tried, notes));
    }

    /// <summary>Why an overlocker's set-up is not worked out for a job; null where it is.</summary>
    private static string? NotHere(SeamJob job) => job switch
    {
        SeamJob.Hem => "An overlocker finishes the edge of a hem but does not sew it: choose a coverstitch or a plain machine.",
        SeamJob.DecorativeLine => "A decorative line runs inside the cloth, away from the edge: choose a coverstitch or a plain machine.",
        SeamJob.Flatlock => "Dial numbers for a flatlock are found on a swatch: needle very loose, lower looper tight, until the seam pulls open flat. The seam's procedure says how.",
        _ => null,
    };

    private static bool Rolls(PlanRequest request) =>
        request.Cloth.AreaDensity.Value < ThinBelowGsm && request.Cloth.Thickness.Value <= RollsUpToMm;

    private static Outcome<SolvedSetup> FirstChoice(PlanRequest request, Need need, NeedlePoint point, NeedleSize size, List<Reason> reasons)
    {
        var job = request.Seam.Job;
        var threads = ThreadRules.Choose(request, reasons);
        var length = LengthRules.Choose(request, reasons);
        SetupDraft Make(Stitch stitch, ThreadPosition[] seats, FingerPosition finger) => new()
        {
            Stitch = stitch, Seats = seats, Finger = finger, Point = point, Size = size,
            NeedleThread = threads.Needle, UpperThread = threads.Upper, LowerThread = threads.Lower,
            LengthMm = length, Rolled = job.Rolls(), Waves = job == SeamJob.LettuceEdge,
            NeedleOffset = job.Joins() && request.Seam.Seen && request.Schools.TighterNeedle ? 1 : 0,
        };

        var three = SeatRules.ThreeThreads(request, Make);
        if (!job.Joins())
        {
            if (three is not null)
            {
                reasons.Add(new(PlanTopic.Stitch, job.Rolls()
                    ? "Three threads over no finger: the edge rolls into the stitch."
                    : "Three threads finish a single edge; a fourth would only add weight.", "common practice"));
            }

            return three is not null ? Outcome.Of(Ease(three, request, need)) : NoFinger(job.Rolls() ? "a rolled hem" : "one needle");
        }

        var four = SeatRules.FourThreads(request, Make);
        if (three is null && four is null)
        {
            return NoFinger("one needle or both");
        }

        return Outcome.Of(Ease(SeatRules.FourOrThree(four, three, request, need, reasons), request, need));

        static Outcome<SolvedSetup> NoFinger(string what) =>
            Outcome.Failed<SolvedSetup>([new("fingers", $"The machine's record has no finger position for {what}. Look it up in the machine's table and add it.")]);
    }

    /// <summary>Loosens the upper looper where the edge would be dragged (common practice D5).</summary>
    private static SolvedSetup Ease(SetupDraft draft, PlanRequest request, Need need)
    {
        var solved = SetupSolver.Solve(draft, request, need);
        if (draft.Rolled || solved.Figures.Drag is not > SeamLimits.DragMost)
        {
            return solved;
        }

        // Start with two steps; go further only while the edge still drags and the loops meet within reach of the back.
        var eased = SetupSolver.Solve(draft with { UpperLooser = FirstLooserSteps }, request, need);
        while (eased.Figures.Drag > SeamLimits.DragMost)
        {
            var further = SetupSolver.Solve(draft with { UpperLooser = eased.Draft.UpperLooser + 0.5 }, request, need);
            if (further.Figures.Seam.MeetingLineMm < -SeamLimits.MeetingBackMostMm || further.Draft.UpperLooser > 2 * FirstLooserSteps)
            {
                break;
            }

            eased = further;
        }

        return eased;
    }

    private static SetupPlan Assemble(SolvedSetup solved, PlanRequest request, Need need, List<Reason> reasons, List<RemedyTried> tried, List<string> notes)
    {
        var figures = solved.Figures;
        return new SetupPlan
        {
            ModelVersion = SeamModel.Version,
            StitchId = solved.Draft.Stitch.Id,
            PointId = solved.Draft.Point.Id,
            NeedleSizeMetric = solved.Draft.Size.Metric,
            Threads = solved.Threads,
            FingerName = solved.Draft.Finger.Name,
            LoopWidthMm = solved.LoopWidthMm,
            CuttingWidthFromRightMm = solved.CuttingFromRightMm,
            BiteMm = solved.BiteMm,
            KnifeNumber = request.Machine.KnifeNumber(solved.CuttingFromRightMm),
            StitchLengthMm = solved.Draft.LengthMm,
            Differential = solved.Differential,
            SewnThicknessMm = SeamGeometry.SewnThickness(request.Seam.Plies, request.Cloth.Thickness.Value),
            Reasons = [.. reasons.OrderBy(r => r.Topic)],
            Remedies = tried,
            Notes = notes,
            Targets = new Targets(
                figures.Seam.MeetingLineMm,
                SeamLimits.GapAcceptableMm,
                figures.Seam.OverhangMm,
                figures.Growth?.Middle ?? 0,
                request.Cloth.Sheds ? SeamLimits.CoverForShedding : null,
                null),
            Figures = figures,
            Need = need,
            Schools = request.Schools,
        };
    }
}
