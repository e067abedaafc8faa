using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;

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
            t => Of("rolled-thin").With("job", t.Job.Id()).With("belowGsm", Planner.ThinBelowGsm).With("upToMm", Planner.RollsUpToMm)
                .With("areaDensityGsm", t.Question.Through.AreaDensityGsm.Value).With("thicknessMm", t.Question.Through.ThicknessMm.Value),
            t => t.Job.Rolls() && !Planner.Thin(t.Question.Through)),
        // Model section 6.
        new("two-threads-no-load", RuleStage.Layout, _ => Of("two-threads-no-load"),
            t => t.Stitch.Family == StitchFamily.TwoThreadOveredge && t.Job.Joins() && (!t.Layout.Flatlock || t.Question.Seam.UnderLoad)),
        // C5.
        new("straight-alone", RuleStage.Layout, _ => Of("straight-alone"),
            t => t.Stitch == StitchCatalogue.Lockstitch && (t.Question.Seam.UnderLoad || PlainStitchAdvice.IsCloseFitting(t.Question.Seam, t.Need))),
        new("does-the-job", RuleStage.Layout, DoesNotDo, t => TradeOrder.Of(t.Layout, t.Question, t.Need) is null),
        // B9: the finger has to match the needle, by the machine's own table.
        new("finger-matches", RuleStage.Layout, t => Of("finger-matches").With("finger", t.Layout.Finger!.Name).With("seats", PlanWords.Ids(t.Layout.Seats)),
            t => t.Layout.Finger is { } finger && (finger.Use & UseOf(t)) == 0),
        new("chain-seat", RuleStage.Layout, t => Of("chain-seat").With("seat", t.Layout.Seats[0].Id()),
            t => t.Stitch == StitchCatalogue.Chain && t.Layout.Head is Coverstitch cover && !cover.ChainSeatIds.Contains(t.Layout.Seats[0].Id())),
        // C3.
        new("textured-in-needle", RuleStage.Threads, t => Of("textured-in-needle").With("thread", t.NeedleThread!.Kind.Id), t => t.NeedleThread!.Kind.Textured),
        // C1.
        new("cotton-in-knits", RuleStage.Threads, _ => Of("cotton-in-knits"),
            t => t.NeedleThread!.Kind.Id == ThreadCatalogue.Cotton.Id || t.Loopers.Any(k => k.Id == ThreadCatalogue.Cotton.Id)),
        // C6.
        new("thick-in-needle", RuleStage.Threads, t => Of("thick-in-needle").With("thread", t.NeedleThread!.Kind.Id), t => t.NeedleThread!.Kind.Tex >= ThickFromTex),
        new("ornament-when-asked", RuleStage.Threads, _ => Of("ornament-when-asked"),
            t => t.Job != SeamJob.DecorativeLine && Thick(t, t.Upper, t.Question.Pins.UpperThreadId) | Thick(t, t.Lower, t.Question.Pins.LowerThreadId)),
        // B2, B11.
        new("point-for-knits", RuleStage.Needle, t => Of("point-for-knits").With("point", t.Needle!.Point.Id), t => !t.Needle!.Point.ForKnits),
        new("universal-by-school", RuleStage.Needle, Universal,
            t => t.Needle!.Point == NeedleCatalogue.Universal && !NeedleRules.UniversalAllowed(t.Question.Through, t.Question.Schools)),
        new("thread-to-eye", RuleStage.Needle,
            t => Of("thread-to-eye").With("thread", t.NeedleThread!.Kind.Id).With("threadMm", t.NeedleThread.Kind.DiscDiameterMm).With("eyeMm", t.Needle!.Size.EyeMillimetres).With("sizeMetric", t.Needle.Size.Metric),
            t => t.NeedleThread!.Kind.DiscDiameterMm > EyeMostShare * t.Needle!.Size.EyeMillimetres),
        // A9: which thread fits which needle, by the machine's own chart.
        new("thread-off-chart", RuleStage.Needle,
            t => ManualTable.ChartFor(t.Layout.Head, t.Needle!.Size.Metric) is { } line
                ? Of("thread-off-chart").With("sizeMetric", line.SizeMetric).With("lowTex", line.LowTex).With("highTex", line.HighTex).With("thread", t.NeedleThread!.Kind.Id).With("tex", t.NeedleThread.Kind.Tex)
                : Of("thread-off-chart"),
            t => !t.Question.WithoutManual && ManualTable.ChartFor(t.Layout.Head, t.Needle!.Size.Metric) is { } line && (t.NeedleThread!.Kind.Tex < line.LowTex - 1e-9 || t.NeedleThread.Kind.Tex > line.HighTex + 1e-9)),
        // F7.
        new("twin-in-slots", RuleStage.Needle, t => Of("twin-in-slots").With("reason", TwinProblem(t)!), t => TwinProblem(t) is not null),
        // C6.
        new("thick-wants-length", RuleStage.Length, _ => Of("thick-wants-length").With("leastMm", ThickLeastLengthMm),
            t => !t.LengthByManual && t.LengthMm < Math.Min(ThickLeastLengthMm, t.Layout.Head.StitchLengthMm.Most) - 1e-9 && t.Loopers.Any(k => k.Tex >= ThickFromTex)),
        // C4.
        new("shedding-short", RuleStage.Length, _ => Of("shedding-short").With("mostMm", SheddingMostLengthMm),
            t => t.Question.Through.Sheds && t.Stitch.Family == StitchFamily.Overlock && !t.Layout.Flatlock && !t.Job.Rolls()
                && !t.LengthByManual && t.LengthMm > Math.Max(SheddingMostLengthMm, t.Layout.Head.StitchLengthMm.Least) + 1e-9 && !t.Loopers.Any(k => k.Tex >= ThickFromTex)),
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

    private static Finding Of(string code) => new(code);

    private static Finding DoesNotDo(SetupTrial trial)
    {
        var finding = Of("does-the-job").With("stitch", PlanWords.StitchId(trial.Layout)).With("job", trial.Job.Id());
        return Elsewhere(trial) is { } instead ? finding.With("instead", instead) : finding;
    }

    private static Finding Universal(SetupTrial trial) => !trial.Question.Schools.UniversalOnStableKnits
        ? Of("universal-never")
        : Of(trial.Question.Through.Elastane ? "universal-skips-elastane" : "universal-skips").With("stretchPercent", trial.Question.Through.HighestStretchPercent)
            .With("school", $"{SchoolCatalogue.StableKnitPoint.Id}.{trial.Question.Schools.Chosen(SchoolCatalogue.StableKnitPoint).Id}");

    /// <summary>Which machine does it instead; null where that is no matter of machines.</summary>
    private static string? Elsewhere(SetupTrial trial) => trial.Layout.Head switch
    {
        Overlocker or Coverstitch when trial.Job == SeamJob.PinTuck => "plain",
        Overlocker when trial.Job.InsideTheCloth() => "coverstitch-or-plain",
        Coverstitch when !trial.Job.InsideTheCloth() => "overlocker-or-plain",
        PlainMachine when trial.Job.Rolls() || trial.Job == SeamJob.Flatlock => "overlocker",
        _ => null,
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
