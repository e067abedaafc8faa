using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;
using static System.FormattableString;

namespace YieldingLoop.Core.Planning;

/// <summary>
/// The hard rules: common practice, no published source, each marked with its place there. Those that are a school
/// follow the school. That a textured thread runs no tighter than its thread-neutral dial is kept by
/// <see cref="DialSolver"/>, which never tries such a number; what a machine's own record rules out (a needle size, a
/// system, a number off the dial) is never in the lattice.
/// </summary>
internal static class HardRules
{
    /// <summary>Most of the eye's width a thread may fill. Working value.</summary>
    public const double EyeMostShare = 0.80;

    /// <summary>From this linear density a thread is a thick one, tex. Working value.</summary>
    public const double ThickFromTex = 80;

    /// <summary>Shortest stitch a thick thread shows in, mm (C6).</summary>
    public const double ThickLeastLengthMm = 3;

    /// <summary>Longest stitch round an edge that sheds, mm (C4).</summary>
    public const double SheddingMostLengthMm = 2;

    /// <summary>All of them, in the order they are asked.</summary>
    public static IReadOnlyList<HardRule> All { get; } =
    [
        // D7.
        new("rolled-thin", RuleStage.Layout,
            t => Invariant($"{Jobs.Of(t.Job)!.Sentence} is for thin cloth: below {Planner.ThinBelowGsm:0} g/m² and up to {Planner.RollsUpToMm} mm. This one is {t.Question.Cloth.AreaDensity.Value:0} g/m² and {t.Question.Cloth.Thickness.Value:0.##} mm; finish the edge instead."),
            t => t.Job.Rolls() && !Planner.Thin(t.Question.Cloth)),
        // Model section 6.
        new("two-threads-no-load", RuleStage.Layout, _ => "A two-thread overedge falls open when it is pulled: it never joins under load.",
            t => t.Stitch.Family == StitchFamily.TwoThreadOveredge && t.Job.Joins() && (!t.Layout.Flatlock || t.Question.Seam.UnderLoad)),
        // C5.
        new("straight-alone", RuleStage.Layout, _ => "A straight stitch alone is never for close-fitting wear or a seam under load, whatever the thread.",
            t => t.Stitch == StitchCatalogue.Lockstitch && (t.Question.Seam.UnderLoad || PlainStitchAdvice.IsCloseFitting(t.Question.Seam, t.Need))),
        new("does-the-job", RuleStage.Layout, t => $"{Phrase.Capital(PlanWords.Stitch(t.Layout))} is not what {PlanWords.JobArticle(t.Job)} is sewn with{Elsewhere(t)}.",
            t => TradeOrder.Of(t.Layout, t.Question, t.Need) is null),
        // B9: the finger has to match the needle, by the machine's own table.
        new("finger-matches", RuleStage.Layout, t => $"Finger “{t.Layout.Finger?.Name}” does not go with {PlanWords.Seats(t.Layout.Seats)} in this machine’s table: a mismatch makes bad loops.",
            t => t.Layout.Finger is { } finger && (finger.Use & UseOf(t)) == 0),
        new("chain-seat", RuleStage.Layout, t => $"This machine’s manual has no chain stitch from the {t.Layout.Seats[0].Name()}.",
            t => t.Stitch == StitchCatalogue.Chain && t.Layout.Head is Coverstitch cover && !cover.ChainSeatIds.Contains(t.Layout.Seats[0].Id())),
        // C3.
        new("textured-in-needle", RuleStage.Threads, t => $"{Phrase.Capital(t.NeedleThread!.Kind.Name)} never goes in a needle: it is for loopers and bobbins.", t => t.NeedleThread!.Kind.Textured),
        // C1.
        new("cotton-in-knits", RuleStage.Threads, _ => "Cotton thread belongs to wovens: it hardly stretches, so a knit outlasts it.",
            t => t.NeedleThread!.Kind.Id == ThreadCatalogue.Cotton.Id || t.Loopers.Any(k => k.Id == ThreadCatalogue.Cotton.Id)),
        // C6.
        new("thick-in-needle", RuleStage.Threads, t => $"{Phrase.Capital(t.NeedleThread!.Kind.Name)} is too thick for a needle: it goes in a looper.", t => t.NeedleThread!.Kind.Tex >= ThickFromTex),
        new("ornament-when-asked", RuleStage.Threads, _ => "A thick decorative thread is for a line that is there to be seen, or where it is asked for.",
            t => t.Job != SeamJob.DecorativeLine && Thick(t, t.Upper, t.Question.Pins.UpperThreadId) | Thick(t, t.Lower, t.Question.Pins.LowerThreadId)),
        // B2, B11.
        new("point-for-knits", RuleStage.Needle, t => $"A {t.Needle!.Point.Name} point is not made for knits: it cuts the yarns or skips.", t => !t.Needle!.Point.ForKnits),
        new("universal-by-school", RuleStage.Needle,
            t => t.Question.Schools.UniversalOnStableKnits
                ? Invariant($"A universal point skips in a knit that stretches {t.Question.Cloth.HighestStretch:0} %{(t.Question.Cloth.Elastane ? " and holds elastane" : "")}; this school has it {t.Question.Schools.Chosen(SchoolCatalogue.StableKnitPoint).Name}.")
                : "By this school a universal point never goes in a knit.",
            t => t.Needle!.Point == NeedleCatalogue.Universal && !NeedleRules.UniversalAllowed(t.Question.Cloth, t.Question.Schools)),
        new("thread-to-eye", RuleStage.Needle,
            t => Invariant($"{Phrase.Capital(t.NeedleThread!.Kind.Name)}, {t.NeedleThread.Kind.DiscDiameter:0.00} mm, is too thick for the {t.Needle!.Size.EyeMillimetres:0.00} mm eye of a {t.Needle.Size} needle."),
            t => t.NeedleThread!.Kind.DiscDiameter > EyeMostShare * t.Needle!.Size.EyeMillimetres),
        // F7.
        new("twin-in-slots", RuleStage.Needle, t => TwinProblem(t)!, t => TwinProblem(t) is not null),
        // C6.
        new("thick-wants-length", RuleStage.Length, _ => Invariant($"A thick thread wants a stitch of {ThickLeastLengthMm:0} mm or more, so that it shows."),
            t => t.LengthMm < Math.Min(ThickLeastLengthMm, t.Layout.Head.StitchLength.Most) - 1e-9 && t.Loopers.Any(k => k.Tex >= ThickFromTex)),
        // C4.
        new("shedding-short", RuleStage.Length, _ => Invariant($"Cloth that sheds is locked in by a stitch of {SheddingMostLengthMm:0} mm or less."),
            t => t.Question.Cloth.Sheds && t.Stitch.Family == StitchFamily.Overlock && !t.Layout.Flatlock && !t.Job.Rolls()
                && t.LengthMm > Math.Max(SheddingMostLengthMm, t.Layout.Head.StitchLength.Least) + 1e-9 && !t.Loopers.Any(k => k.Tex >= ThickFromTex)),
    ];

    private static readonly Dictionary<RuleStage, HardRule[]> ByStage = All.GroupBy(r => r.Stage).ToDictionary(g => g.Key, g => g.ToArray());

    /// <summary>The first rule of a stage that a set-up breaks; null where it keeps them all.</summary>
    public static HardRule? Broken(RuleStage stage, SetupTrial trial)
    {
        foreach (var rule in ByStage[stage])
        {
            if (rule.Breaks(trial) && !Lifted(rule, trial))
            {
                return rule;
            }
        }

        return null;
    }

    /// <summary>Which machine does it instead.</summary>
    private static string Elsewhere(SetupTrial trial) => trial.Layout.Head switch
    {
        Overlocker when trial.Job is SeamJob.Hem or SeamJob.DecorativeLine => ": an overlocker sews at the edge, never inside the cloth; choose a coverstitch or a plain machine",
        Coverstitch when trial.Job is not (SeamJob.Hem or SeamJob.DecorativeLine) => ": a coverstitch machine sews rows inside the cloth and has no knife; choose an overlocker or a plain machine",
        PlainMachine when trial.Job.Rolls() || trial.Job == SeamJob.Flatlock => ": it takes an overlocker",
        _ => "",
    };

    private static bool Lifted(HardRule rule, SetupTrial trial)
    {
        foreach (var lifted in trial.Layout.Hand.Lifted)
        {
            if (lifted.RuleId == rule.Id && (lifted.ThreadKindId is null || trial.NeedleThread?.Kind.Id == lifted.ThreadKindId || (rule.Stage != RuleStage.Threads && trial.Loopers.Any(k => k.Id == lifted.ThreadKindId))))
            {
                return true;
            }
        }

        return false;
    }

    private static FingerUse UseOf(SetupTrial trial) =>
        trial.Job.Rolls() ? FingerUse.Rolled
        : trial.Layout.Seats.Count == 2 ? FingerUse.BothNeedles
        : trial.Layout.Seats[0] == ThreadPosition.NeedleLeft ? FingerUse.LeftNeedle
        : FingerUse.RightNeedle;

    private static bool Thick(SetupTrial trial, ThreadOption? thread, string? pinned) => thread is { Kind.Tex: >= ThickFromTex } && thread.Kind.Id != pinned;

    private static string? TwinProblem(SetupTrial trial)
    {
        if (trial.Needle!.TwinGapMm is not { } gap || trial.Layout is not { Head: PlainMachine machine, Plate: { } plate, Foot: { } foot })
        {
            return null;
        }

        var width = TwinNeedleWidth.Widest(machine, new TwinNeedle(gap, trial.Needle.Size), plate, foot);
        return width.Succeeded ? null : width.Problems[0].Message;
    }
}
