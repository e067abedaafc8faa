using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Planning;

/// <summary>
/// Solves looper dials to their targets on one machine: loopers that meet on the edge, or wrap it; a chain looper loose
/// enough not to tunnel. Every number is one the dial can be set to, and a textured thread is never tighter than its
/// own neutral: tight pulls the fluff flat and the fill is lost (common practice C4).
/// </summary>
internal sealed class DialSolver(PlanQuestion question, Layout layout, double sewnThicknessMm)
{
    /// <summary>How much a millimetre off the meeting line weighs against a step away from the thread-neutral dial.</summary>
    private const double MeetingLineWeight = 6;

    /// <summary>The same for a rolled edge, which has to be wrapped whatever the dials come to.</summary>
    private const double RolledWeight = 100;

    /// <summary>How far from the thread-neutral dial a balance is looked for, steps.</summary>
    private const double SearchSteps = 2.5;

    /// <summary>The same for a rolled edge.</summary>
    private const double RolledSearchSteps = 12;

    /// <summary>Steps by which the upper looper is loosened first on cloth that drags (common practice D5: strongly, two to begin with).</summary>
    public const double FirstLooserSteps = 2;

    /// <summary>How far a chain looper is loosened to keep the rows from drawing together, steps. Working value.</summary>
    private const double ChainLooserSteps = 3;

    private readonly Dictionary<(ThreadPosition, ThreadKind), SolvedDial[]> tried = [];

    /// <summary>A needle's dial so many steps tighter than its thread's own neutral; the loosest number where the layout wants that.</summary>
    public SolvedDial Needle(ThreadPosition position, ThreadKind kind, double offset)
    {
        var dial = layout.DialOf(position)!;
        return At(position, kind, dial, layout.LoosestNeedle ? dial.Numbers().MinBy(dial.StepsTighter) : dial.NumberFor(Shift(kind) + offset));
    }

    /// <summary>Solves everything that is not in a needle.</summary>
    public SolvedLoopers Loopers(ThreadKind? upper, ThreadKind lower) => layout.Stitch.Family switch
    {
        StitchFamily.Overlock when layout.Flatlock => Flat(upper!, lower),
        StitchFamily.Overlock => Overlock(upper!, lower),
        StitchFamily.Cover or StitchFamily.Chain => new(upper is null ? null : Nearest(ThreadPosition.TopCover, upper, 0), Chain(lower), 0),
        StitchFamily.TwoThreadOveredge => new(null, TwoThreads(lower), 0),
        _ => new(null, new SolvedDial(null, 0, 0, ((PlainMachine)layout.Head).BobbinCentinewtons), 0),
    };

    private SolvedLoopers Flat(ThreadKind upper, ThreadKind lower) =>
        // Needle very loose, lower looper tight (common practice D7).
        new(Nearest(ThreadPosition.UpperLooper, upper, 0), Nearest(ThreadPosition.LowerLooper, lower, FirstLooserSteps), 0);

    /// <summary>
    /// The looper of two threads, the needle at its own neutral: tight enough that the needle thread is drawn to the face where
    /// the seam is pulled flat, loose enough that it comes right round where the edge is rolled; else at its own neutral.
    /// </summary>
    private SolvedDial TwoThreads(ThreadKind lower)
    {
        var neutral = Nearest(ThreadPosition.LowerLooper, lower, 0);
        var geometry = new SeamGeometry(layout.Stitch, 1, sewnThicknessMm) { LoopWidthMm = layout.LoopWidthMm };
        if (question.AskedOf(layout.Stitch, layout.Flatlock).MeetingLine(geometry) is not { } target)
        {
            return neutral;
        }

        double Meeting(SolvedDial dial) => SeamLayout.MeetingLinePerLog * Math.Log(dial.TensionCentinewtons / ThreadPosition.LowerLooper.NeutralTensionCentinewtons());
        // The least off, and of those the nearest to its own neutral.
        return Tried(ThreadPosition.LowerLooper, lower).OrderBy(d => Math.Round(target.Off(Meeting(d)), 9)).ThenBy(d => Math.Abs(d.StepsTighter - d.ShiftSteps)).First();
    }

    private SolvedLoopers Overlock(ThreadKind upper, ThreadKind lower)
    {
        var balanced = Balanced(upper, lower);
        if (question.Seam.Job.Rolls() || Drag(balanced.Upper!.Value, balanced.Lower) <= SeamLimits.DragMost)
        {
            return balanced;
        }

        // Start with two steps; go further only while the edge still drags and the loops meet within reach of the back.
        var eased = Eased(FirstLooserSteps);
        while (Drag(eased.Upper!.Value, eased.Lower) > SeamLimits.DragMost)
        {
            var further = Eased(eased.UpperLooser + 0.5);
            if (Meeting(further.Upper!.Value, further.Lower) < -SeamLimits.MeetingBackMostMm || further.UpperLooser > 2 * FirstLooserSteps)
            {
                break;
            }

            eased = further;
        }

        return eased;

        SolvedLoopers Eased(double steps) => new(Nearest(ThreadPosition.UpperLooper, upper, -steps), Nearest(ThreadPosition.LowerLooper, lower, 0), steps);
    }

    private SolvedLoopers Balanced(ThreadKind upper, ThreadKind lower)
    {
        var rolled = question.Seam.Job.Rolls();
        var target = rolled ? -(layout.LoopWidthMm + sewnThicknessMm / 2) : 0;
        SolvedLoopers? best = null;
        var least = double.PositiveInfinity;
        var reach = rolled ? RolledSearchSteps : SearchSteps;
        foreach (var up in Tried(ThreadPosition.UpperLooper, upper))
        {
            foreach (var low in Tried(ThreadPosition.LowerLooper, lower))
            {
                double fromUpper = up.StepsTighter - up.ShiftSteps, fromLower = low.StepsTighter - low.ShiftSteps;
                if (Math.Abs(fromUpper) > reach || Math.Abs(fromLower) > reach)
                {
                    continue;
                }

                var meeting = Meeting(up, low);
                // A rolled edge that is wrapped further than fully is no worse for it.
                var miss = rolled ? Math.Max(0, meeting - target) : Math.Abs(meeting - target);
                // Squares share a turn between both dials, which is what "half of each" comes to.
                var cost = (rolled ? RolledWeight : MeetingLineWeight) * miss + fromUpper * fromUpper + fromLower * fromLower;
                if (cost < least - 1e-9)
                {
                    least = cost;
                    best = new SolvedLoopers(up, low, 0);
                }
            }
        }

        return best ?? new(Nearest(ThreadPosition.UpperLooper, upper, 0), Nearest(ThreadPosition.LowerLooper, lower, 0), 0);
    }

    private SolvedDial Chain(ThreadKind kind)
    {
        var neutral = Nearest(ThreadPosition.ChainLooper, kind, 0);
        if (layout.Stitch.Family == StitchFamily.Chain || layout.Tape || Tunnelling(neutral) <= SeamLimits.TunnellingFlat)
        {
            return neutral;
        }

        // The tightest number that does not draw the rows together; where none does, the loosest that is tried.
        var looser = Tried(ThreadPosition.ChainLooper, kind).Where(d => d.StepsTighter <= neutral.StepsTighter && d.StepsTighter >= neutral.StepsTighter - ChainLooserSteps).OrderByDescending(d => d.StepsTighter).ToList();
        return looser.Where(d => Tunnelling(d) <= SeamLimits.TunnellingFlat).Select(d => (SolvedDial?)d).FirstOrDefault() ?? looser[^1];
    }

    /// <summary>Tunnelling index with the needles at thread-neutral.</summary>
    private double Tunnelling(SolvedDial chain) =>
        Math.Pow(chain.TensionCentinewtons / ThreadPosition.ChainLooper.NeutralTensionCentinewtons(), 0.7) * (layout.GaugeMm / 4) * (0.8 / sewnThicknessMm);

    private double Drag(SolvedDial upper, SolvedDial lower)
    {
        var mean = (upper.TensionCentinewtons / ThreadPosition.UpperLooper.NeutralTensionCentinewtons() + lower.TensionCentinewtons / ThreadPosition.LowerLooper.NeutralTensionCentinewtons()) / 2;
        return ClothEffects.Drag(mean, layout.Stitch.ThreadCount, question.Cloth.StretchAlongPercent(question.Seam.Direction).Value, question.Cloth.AreaDensityGsm.Value);
    }

    private static double Meeting(SolvedDial upper, SolvedDial lower) => SeamLayout.MeetingLinePerLog * Math.Log(upper.TensionCentinewtons / lower.TensionCentinewtons);

    private double Shift(ThreadKind kind) => DialTension.ThreadNeutralSteps(kind, layout.Head.CalibrationThread);

    private SolvedDial At(ThreadPosition position, ThreadKind kind, DialScale dial, double number)
    {
        var steps = Math.Round(dial.StepsTighter(number), 6);
        return new SolvedDial(number, steps, Shift(kind), DialTension.TensionAt(position, kind, steps, layout.Head.CalibrationThread));
    }

    /// <summary>Every number a thread may run at, lowest first.</summary>
    private SolvedDial[] Tried(ThreadPosition position, ThreadKind kind)
    {
        if (!tried.TryGetValue((position, kind), out var all))
        {
            var dial = layout.DialOf(position)!;
            all = [.. dial.Numbers().Select(n => At(position, kind, dial, n)).Where(d => !kind.Textured || d.StepsTighter <= d.ShiftSteps + 1e-9)];
            // A dial without any number loose enough is set to its loosest, and the figures say what comes of it.
            tried[(position, kind)] = all = all.Length > 0 ? all : [At(position, kind, dial, dial.Numbers().MinBy(dial.StepsTighter))];
        }

        return all;
    }

    private SolvedDial Nearest(ThreadPosition position, ThreadKind kind, double offset)
    {
        var wanted = Shift(kind) + offset;
        return Tried(position, kind).MinBy(d => Math.Abs(d.StepsTighter - wanted));
    }
}
