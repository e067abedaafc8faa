using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Planning;

/// <summary>
/// Solves dials on one machine. Where the manual's own row gives them they are its numbers, moved by what the thread asks;
/// elsewhere loopers meet on the edge, or wrap it; a flatlock's lower looper draws the seam open; a chain looper is loose enough
/// not to tunnel. Every number is one the dial can be set to, and a textured thread in a looper is never tighter than the
/// machine's neutral: tight pulls the fluff flat and the fill is lost (common practice C4).
/// </summary>
internal sealed class DialSolver(PlanQuestion question, Layout layout, double sewnThicknessMm)
{
    /// <summary>How much a millimetre off the meeting line weighs against a step away from where a thread starts.</summary>
    private const double MeetingLineWeight = 6;

    /// <summary>The same for a rolled edge, which has to be wrapped whatever the dials come to.</summary>
    private const double RolledWeight = 100;

    /// <summary>How far from where a thread starts a balance is looked for, steps.</summary>
    private const double SearchSteps = 2.5;

    /// <summary>The same for a rolled edge.</summary>
    private const double RolledSearchSteps = 12;

    /// <summary>Steps by which the upper looper is loosened first on cloth that drags (common practice D5: strongly, two to begin with), and by which a flatlock's loopers start apart (D7).</summary>
    public const double FirstLooserSteps = 2;

    /// <summary>How much looser the needle and how much tighter the looper of a flatlock of two threads start, steps: so that the seam opens by about its width. Working value.</summary>
    public const double TwoThreadsApartSteps = 1;

    /// <summary>How far a chain looper is loosened to keep the rows from drawing together, steps. Working value.</summary>
    private const double ChainLooserSteps = 3;

    /// <summary>A thread moves a number the manual prints by this much at least, steps. Working value.</summary>
    private const double LeastMoveSteps = 0.5;

    private readonly Dictionary<(ThreadPosition, ThreadKind), SolvedDial[]> tried = [];
    private readonly double texturedSteps = question.Schools.TexturedSteps;

    /// <summary>A needle's dial so many steps tighter than where its thread starts; the loosest number where the layout wants that.</summary>
    public SolvedDial Needle(ThreadPosition position, ThreadKind kind, double offset)
    {
        var dial = layout.DialOf(position)!;
        return At(position, kind, dial, layout.LoosestNeedle ? dial.Numbers().MinBy(dial.StepsTighter) : dial.NumberFor(Usual(position, kind) + offset));
    }

    /// <summary>Solves everything that is not in a needle.</summary>
    /// <param name="needle">The thread in the needles.</param>
    /// <param name="upper">That of the upper looper or over the face; null where there is none.</param>
    /// <param name="lower">That of the lower or chain looper or the bobbin.</param>
    public SolvedLoopers Loopers(ThreadKind needle, ThreadKind? upper, ThreadKind lower) => layout.Stitch.Family switch
    {
        StitchFamily.Overlock when layout.Flatlock => Flat(needle, upper!, lower),
        StitchFamily.Overlock when layout.ByManual(ThreadPosition.UpperLooper, ThreadPosition.LowerLooper) =>
            new(Nearest(ThreadPosition.UpperLooper, upper!, 0), Nearest(ThreadPosition.LowerLooper, lower, 0), 0),
        StitchFamily.Overlock => Overlock(upper!, lower),
        StitchFamily.Cover or StitchFamily.Chain => new(upper is null ? null : Nearest(ThreadPosition.TopCover, upper, 0), Chain(lower), 0),
        StitchFamily.TwoThreadOveredge => new(null, TwoThreads(needle, lower), 0),
        _ => new(null, new SolvedDial(null, 0, 0, ((PlainMachine)layout.Head).BobbinCentinewtons), 0),
    };

    /// <summary>
    /// Needle very loose, upper looper loose, and the lower one as tight as it has to be for the needle's loops to be drawn the
    /// whole way (common practice D7); where no number does it, its tightest, and the figures say what comes of it.
    /// </summary>
    private SolvedLoopers Flat(ThreadKind needle, ThreadKind upper, ThreadKind lower)
    {
        var loose = Relative(ThreadPosition.NeedleRight, Needle(layout.NeedlePositions[0], needle, 0));
        var wanted = SeamLimits.FlatlockOpensShare * layout.LoopWidthMm;
        var tighter = Tried(ThreadPosition.LowerLooper, lower).OrderBy(d => d.StepsTighter).ToList();
        var from = Usual(ThreadPosition.LowerLooper, lower) + FirstLooserSteps - 1e-9;
        var low = tighter.Where(d => d.StepsTighter >= from && SeamLayout.DrawnLoop(Relative(ThreadPosition.LowerLooper, d) / loose) >= wanted)
            .Select(d => (SolvedDial?)d).FirstOrDefault() ?? tighter[^1];
        return new(Nearest(ThreadPosition.UpperLooper, upper, -FirstLooserSteps), low, 0);
    }

    /// <summary>
    /// The looper of two threads: where the seam is pulled flat, tighter against a looser needle, with the needle thread on the
    /// face; where the edge is rolled, loose enough that the needle thread comes right round.
    /// </summary>
    private SolvedDial TwoThreads(ThreadKind needle, ThreadKind lower)
    {
        var geometry = new SeamGeometry(layout.Stitch, 1, sewnThicknessMm) { LoopWidthMm = layout.LoopWidthMm };
        if (question.AskedOf(layout.Stitch, layout.Flatlock).MeetingLine(geometry) is not { } target)
        {
            return Nearest(ThreadPosition.LowerLooper, lower, 0);
        }

        var held = layout.Flatlock ? Relative(ThreadPosition.NeedleRight, Needle(layout.NeedlePositions[0], needle, -TwoThreadsApartSteps)) : 1;
        var start = Usual(ThreadPosition.LowerLooper, lower) + (layout.Flatlock ? TwoThreadsApartSteps : 0);
        double Meeting(SolvedDial dial) => SeamLayout.MeetingLinePerLog * Math.Log(Relative(ThreadPosition.LowerLooper, dial) / held);
        // The least off, and of those the nearest to where it starts.
        return Tried(ThreadPosition.LowerLooper, lower).OrderBy(d => Math.Round(target.Off(Meeting(d)), 9)).ThenBy(d => Math.Abs(d.StepsTighter - start)).First();
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

        // Where the dial has no looser number there is nothing that was loosened.
        return eased.Upper!.Value.StepsTighter < balanced.Upper!.Value.StepsTighter - 1e-9 ? eased : balanced;

        SolvedLoopers Eased(double steps) => new(Nearest(ThreadPosition.UpperLooper, upper, -steps), Nearest(ThreadPosition.LowerLooper, lower, 0), steps);
    }

    private SolvedLoopers Balanced(ThreadKind upper, ThreadKind lower)
    {
        var rolled = question.Seam.Job.Rolls();
        // A rolled edge is wrapped by force of its dials; where loops meet on an edge the swatches outrank the model.
        var line = rolled ? null : LineOf(upper, lower);
        var target = rolled ? -(layout.LoopWidthMm + sewnThicknessMm / 2) : 0;
        SolvedLoopers? best = null;
        var least = double.PositiveInfinity;
        var reach = rolled ? RolledSearchSteps : SearchSteps;
        foreach (var up in Tried(ThreadPosition.UpperLooper, upper))
        {
            foreach (var low in Tried(ThreadPosition.LowerLooper, lower))
            {
                double fromUpper = up.StepsTighter - up.UsualSteps, fromLower = low.StepsTighter - low.UsualSteps;
                if (Math.Abs(fromUpper) > reach || Math.Abs(fromLower) > reach)
                {
                    continue;
                }

                var meeting = line is { } learnt ? Expected(learnt, Meeting(up, low), up.StepsTighter - low.StepsTighter) : Meeting(up, low);
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

    /// <summary>Where loopers are expected to meet by what was learnt, mm.</summary>
    /// <param name="line">What was learnt.</param>
    /// <param name="modelMm">What the model has, mm.</param>
    /// <param name="difference">Numbers the upper looper is tighter than the lower, each from its neutral.</param>
    public static double Expected(LearntLine line, double modelMm, double difference) =>
        line.Figure(SeamAssessment.AtNeutral(modelMm, difference), difference).Middle;

    /// <summary>How the meeting line of two looper threads answers the dials, by the machine's swatches; null where they have none, or nobody read it.</summary>
    public LearntLine? LineOf(ThreadKind? upper, ThreadKind lower) =>
        layout.Stitch.Family == StitchFamily.Overlock && upper is not null ? layout.Hand.Learnt.LineOf(new MeetingPair(StitchFamily.Overlock, upper.Id, lower.Id)) : null;

    private SolvedDial Chain(ThreadKind kind)
    {
        var usual = Nearest(ThreadPosition.ChainLooper, kind, 0);
        if (layout.Stitch.Family == StitchFamily.Chain || layout.Tape || layout.ByManual(ThreadPosition.ChainLooper) || Tunnelling(usual) <= SeamLimits.TunnellingFlat)
        {
            return usual;
        }

        // The tightest number that does not draw the rows together; where none does, the loosest that is tried.
        var looser = Tried(ThreadPosition.ChainLooper, kind).Where(d => d.StepsTighter <= usual.StepsTighter && d.StepsTighter >= usual.StepsTighter - ChainLooserSteps).OrderByDescending(d => d.StepsTighter).ToList();
        return looser.Where(d => Tunnelling(d) <= SeamLimits.TunnellingFlat).Select(d => (SolvedDial?)d).FirstOrDefault() ?? looser[^1];
    }

    /// <summary>Tunnelling index with the needles at thread-neutral.</summary>
    private double Tunnelling(SolvedDial chain) =>
        Math.Pow(Relative(ThreadPosition.ChainLooper, chain), 0.7) * (layout.GaugeMm / 4) * (0.8 / sewnThicknessMm);

    private double Drag(SolvedDial upper, SolvedDial lower)
    {
        var mean = (Relative(ThreadPosition.UpperLooper, upper) + Relative(ThreadPosition.LowerLooper, lower)) / 2;
        return ClothEffects.Drag(mean, layout.Stitch.ThreadCount, question.Layers.DragStretchPercent, question.Layers.DragGsm);
    }

    /// <summary>T/T₀.</summary>
    private static double Relative(ThreadPosition position, SolvedDial dial) => dial.TensionCentinewtons / position.NeutralTensionCentinewtons();

    private static double Meeting(SolvedDial upper, SolvedDial lower) => SeamLayout.MeetingLinePerLog * Math.Log(upper.TensionCentinewtons / lower.TensionCentinewtons);

    /// <summary>
    /// Where a thread starts on its dial, steps tighter than neutral: at its own neutral; textured in a looper as the school has
    /// it; and of a row that is set as it is printed, that much from its number.
    /// </summary>
    private double Usual(ThreadPosition position, ThreadKind kind)
    {
        var own = kind.Textured && !position.IsNeedle() && !layout.Head.CalibrationThread.Textured ? texturedSteps : DialTension.ThreadNeutralSteps(kind, layout.Head.CalibrationThread);
        if (layout.Baseline?.DialOf(layout.Head.DialPlaceOf(position) ?? position) is not { } printed)
        {
            return own;
        }

        // What the manual prints is dialled, unless the thread asks for half a number and more.
        own = Math.Abs(own) < LeastMoveSteps ? 0 : own;
        return layout.Baseline.IsBalance ? own : layout.DialOf(position)!.StepsTighter(printed.Ideal) + own;
    }

    private SolvedDial At(ThreadPosition position, ThreadKind kind, DialScale dial, double number)
    {
        var steps = Math.Round(dial.StepsTighter(number), 6);
        return new SolvedDial(number, steps, Usual(position, kind), DialTension.TensionAt(position, kind, steps, layout.Head.CalibrationThread));
    }

    /// <summary>Every number a thread may run at, lowest first: those of the range the manual permits, where it prints one.</summary>
    private SolvedDial[] Tried(ThreadPosition position, ThreadKind kind)
    {
        if (!tried.TryGetValue((position, kind), out var all))
        {
            var dial = layout.DialOf(position)!;
            var printed = layout.Baseline?.DialOf(position);
            all =
            [
                .. dial.Numbers().Where(n => !(n < printed?.Low - 1e-9) && !(n > printed?.High + 1e-9))
                    .Select(n => At(position, kind, dial, n)).Where(d => !kind.Textured || d.StepsTighter <= 1e-9),
            ];
            // A dial without any number loose enough is set to its loosest, and the figures say what comes of it.
            tried[(position, kind)] = all = all.Length > 0 ? all : [At(position, kind, dial, dial.Numbers().MinBy(dial.StepsTighter))];
        }

        return all;
    }

    /// <summary>The number nearest to so many steps from where a thread starts; in a tie the looser.</summary>
    private SolvedDial Nearest(ThreadPosition position, ThreadKind kind, double offset)
    {
        var wanted = Usual(position, kind) + offset;
        return Tried(position, kind).OrderBy(d => Math.Round(Math.Abs(d.StepsTighter - wanted), 9)).ThenBy(d => d.StepsTighter).First();
    }
}
