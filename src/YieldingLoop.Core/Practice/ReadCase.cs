using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.SimulatedMachine;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Practice;

/// <summary>A swatch that is drawn to be read, by its number.</summary>
/// <param name="Number">Its number.</param>
/// <param name="Trial">Machine, cloth, seam and set-up; what is hidden in the machine plays no part.</param>
/// <param name="Sewn">The set-up as the seam model reads it.</param>
/// <param name="Shown">What it shows.</param>
/// <param name="Aspect">The reading in which it shows; where nothing does, the one it is drawn by.</param>
/// <param name="Figure">The figure it is drawn at, in the unit of the reading.</param>
/// <param name="Row">The needle in whose row stitches are skipped; null where none is.</param>
public sealed record ReadCase(int Number, TrialCase Trial, SeamCase Sewn, ShownThing Shown, SwatchAspect Aspect, double Figure, ThreadPosition? Row = null)
{
    private const int FirstDraw = 4_500_000, Apart = 20_000, MostDraws = 40;

    /// <summary>How far outside its tolerance a figure is drawn, in millimetres or points: to be seen and not to be laughed at.</summary>
    private const double LeastOffMm = 0.9, MostOffMm = 1.8, LeastGrowth = 9, MostGrowth = 16;

    private static readonly ShownThing[] Turns =
    [
        ShownThing.LoopersOnBack, ShownThing.NeedleLoose, ShownThing.Waves, ShownThing.EdgeHangs, ShownThing.Skips, ShownThing.LoopersOnFace, ShownThing.Right, ShownThing.Ridge, ShownThing.EdgeRolled,
        ShownThing.Gathered,
    ];

    /// <summary>Draws a case.</summary>
    /// <param name="number">Its number, from 1.</param>
    /// <exception cref="ArgumentOutOfRangeException">There is no such case.</exception>
    public static ReadCase Draw(int number)
    {
        var dice = new Dice(FirstDraw + PracticeCase.Checked(number));
        var wanted = ShownOf(dice);
        for (var i = 0; i < MostDraws; i++)
        {
            var drawn = FirstDraw + number + Apart * i;
            if (!Can(TrialCase.KindOf(drawn), wanted))
            {
                // Planning a seam takes far longer than knowing that it cannot show it.
                continue;
            }

            var trial = TrialCase.Draw(drawn);
            var sewn = trial.Plan.Setup.Case(trial.Machine, trial.Cloth, trial.Seam, null, ChosenSchools.Default).Value!;
            if (Things(trial, sewn).Contains(wanted))
            {
                return Of(number, trial, sewn, wanted, dice);
            }
        }

        throw new InvalidOperationException("No seam could show it.");
    }

    /// <summary>Whether a kind of seam can show something at all.</summary>
    private static bool Can(int kind, ShownThing wanted) => wanted switch
    {
        ShownThing.LoopersOnFace or ShownThing.LoopersOnBack or ShownThing.NeedleLoose or ShownThing.EdgeHangs or ShownThing.EdgeRolled => kind <= TrialCase.LastOverlock,
        ShownThing.Ridge => kind is TrialCase.CoverKind or TrialCase.TwinKind,
        ShownThing.Waves or ShownThing.Gathered => kind is not (TrialCase.TwinKind or TrialCase.ZigzagKind),
        _ => true,
    };

    /// <summary>What the swatch of a number shows.</summary>
    /// <param name="number">Its number.</param>
    public static ShownThing ShownOf(int number) => ShownOf(new Dice(FirstDraw + number));

    private static ShownThing ShownOf(Dice dice) => Turns[dice.Next(Turns.Length)];

    /// <summary>What such a swatch can show at all: what somebody chooses from.</summary>
    public IReadOnlyList<ShownThing> Things() => Things(Trial, Sewn);

    private static List<ShownThing> Things(TrialCase trial, SeamCase sewn)
    {
        var targets = trial.Plan.Targets;
        var plainEdge = !trial.Plan.Flatlock && !trial.Seam.Job.Rolls();
        List<ShownThing> things = [ShownThing.Right];
        if (plainEdge && OnTheEdge(targets.MeetingLineMm) && sewn.Geometry.Stitch.NeedsLoopWidth && new[] { ThreadPosition.UpperLooper, ThreadPosition.LowerLooper }.All(p => sewn.Threads.Any(t => t.Laid.Position == p)))
        {
            things.AddRange([ShownThing.LoopersOnFace, ShownThing.LoopersOnBack]);
        }

        if (plainEdge && OnTheEdge(targets.OverhangMm) && trial.Machine is Overlocker)
        {
            things.AddRange([ShownThing.EdgeHangs, ShownThing.EdgeRolled]);
        }

        if (targets.GapMm is { Least: null } && sewn.Geometry.Stitch.NeedsLoopWidth && plainEdge)
        {
            things.Add(ShownThing.NeedleLoose);
        }

        if (targets.GrowthPercent is not null && trial.Seam.Job != SeamJob.LettuceEdge)
        {
            things.AddRange([ShownThing.Waves, ShownThing.Gathered]);
        }

        if (sewn.Geometry.Stitch.Family is StitchFamily.Cover or StitchFamily.TwinNeedle)
        {
            things.Add(ShownThing.Ridge);
        }

        things.Add(ShownThing.Skips);
        return things;
    }

    /// <summary>Whether the edge is where it is wanted, so that what lies off it lies to that side of it.</summary>
    private static bool OnTheEdge(Target? target) => target?.Aim is >= -LeastOffMm / 2 and <= LeastOffMm / 2;

    private static ReadCase Of(int number, TrialCase trial, SeamCase sewn, ShownThing shown, Dice dice)
    {
        var targets = trial.Plan.Targets;
        var scales = MatchScale.Of(sewn, targets);
        double On(SwatchAspect aspect, double value)
        {
            var scale = scales.First(s => s.Aspect == aspect);
            return scale.Values.MinBy(v => Math.Abs(v - value));
        }

        double Off(Target target, bool more, double least, double most) => more ? (target.Most ?? target.Aim!.Value) + least + (most - least) * dice.NextDouble() : (target.Least ?? target.Aim!.Value) - least - (most - least) * dice.NextDouble();
        ReadCase Drawn(SwatchAspect aspect, double value, ThreadPosition? row = null) => new(number, trial, sewn, shown, aspect, value, row);
        switch (shown)
        {
            case ShownThing.LoopersOnFace or ShownThing.LoopersOnBack:
                return Drawn(SwatchAspect.MeetingLine, On(SwatchAspect.MeetingLine, Off(targets.MeetingLineMm!.Value, shown == ShownThing.LoopersOnFace, LeastOffMm, MostOffMm)));
            case ShownThing.EdgeHangs or ShownThing.EdgeRolled:
                return Drawn(SwatchAspect.Overhang, On(SwatchAspect.Overhang, Off(targets.OverhangMm!.Value, shown == ShownThing.EdgeHangs, LeastOffMm, MostOffMm)));
            case ShownThing.NeedleLoose:
                return Drawn(SwatchAspect.Gap, On(SwatchAspect.Gap, Off(targets.GapMm!.Value, true, LeastOffMm, MostOffMm)));
            case ShownThing.Waves or ShownThing.Gathered:
                return Drawn(SwatchAspect.Growth, On(SwatchAspect.Growth, Off(targets.GrowthPercent!.Value, shown == ShownThing.Waves, LeastGrowth, MostGrowth)));
            case ShownThing.Ridge:
                return Drawn(SwatchAspect.Tunnelling, SwatchVerdict.Index(Swatches.Ridge.Ridge)!.Value);
            case ShownThing.Skips:
                return Drawn(SwatchAspect.Skips, 1, dice.Any([.. sewn.Threads.Select(t => t.Laid.Position).Where(p => p.IsNeedle())]));
        }

        // As it should be: drawn by what the stitch is first read by. A gap has no least: half of what passes.
        foreach (var (aspect, target) in new (SwatchAspect, Target?)[] { (SwatchAspect.MeetingLine, targets.MeetingLineMm), (SwatchAspect.Growth, targets.GrowthPercent), (SwatchAspect.Gap, targets.GapMm) })
        {
            if (target?.Aim is { } aim && scales.Any(s => s.Aspect == aspect))
            {
                return Drawn(aspect, On(aspect, aspect == SwatchAspect.Gap ? aim / 2 : aim));
            }
        }

        return Drawn(SwatchAspect.Skips, 0);
    }

    /// <summary>What brings it back; none where nothing has to.</summary>
    public IReadOnlyList<ReadCure> Cures => CuresOf(Shown);

    /// <summary>What brings back what is shown; none where nothing has to.</summary>
    /// <param name="shown">What is shown.</param>
    public static IReadOnlyList<ReadCure> CuresOf(ShownThing shown) => shown switch
    {
        // The tighter one pulls the other round to its side (D1).
        ShownThing.LoopersOnFace => [ReadCure.UpperLooser, ReadCure.LowerTighter],
        ShownThing.LoopersOnBack => [ReadCure.UpperTighter, ReadCure.LowerLooser],
        ShownThing.NeedleLoose => [ReadCure.NeedleTighter],
        ShownThing.EdgeHangs => [ReadCure.CutWider],
        ShownThing.EdgeRolled => [ReadCure.CutNarrower],
        ShownThing.Waves => [ReadCure.FeedUp],
        ShownThing.Gathered => [ReadCure.FeedDown],
        ShownThing.Ridge => [ReadCure.NeedleLooser],
        ShownThing.Skips => [ReadCure.NewNeedle],
        _ => [],
    };

    /// <summary>What there is to choose from on this machine.</summary>
    public IReadOnlyList<ReadCure> Choices()
    {
        bool Has(ThreadPosition position) => Sewn.Threads.Any(t => t.Laid.Position == position);
        var cut = Trial.Machine is Overlocker && Sewn.Geometry.Stitch.NeedsLoopWidth;
        return
        [
            .. new (ReadCure Cure, bool There)[]
            {
                (ReadCure.UpperTighter, Has(ThreadPosition.UpperLooper)), (ReadCure.UpperLooser, Has(ThreadPosition.UpperLooper)),
                (ReadCure.LowerTighter, Has(ThreadPosition.LowerLooper)), (ReadCure.LowerLooser, Has(ThreadPosition.LowerLooper)),
                (ReadCure.NeedleTighter, true), (ReadCure.NeedleLooser, true), (ReadCure.FeedUp, Trial.Machine.Feed is not null), (ReadCure.FeedDown, Trial.Machine.Feed is not null),
                (ReadCure.CutWider, cut), (ReadCure.CutNarrower, cut), (ReadCure.NewNeedle, true),
            }.Where(c => c.There).Select(c => c.Cure),
        ];
    }
}
