using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Planning;

/// <summary>Why a finished set-up has this stitch, with this many threads.</summary>
internal static class StitchReasons
{
    public static Reason Of(SetupPlan plan, Layout layout, PlanQuestion question, Need need)
    {
        if (layout.Flatlock)
        {
            var flat = new Finding(Missed(plan, PlanLimits.Gap) ? "stitch-flatlock-little" : "stitch-flatlock").With("stitch", PlanWords.StitchId(layout)).With("gapMm", plan.Figures.Seam.GapMm).With("loopWidthMm", layout.LoopWidthMm);
            return new(PlanTopic.Stitch, layout.Stitch.ThreadCount == 2 ? [flat, Converter(layout)] : [flat], [Basis.CommonPractice, Basis.SeamModel]);
        }

        // A stitch that does not hold is not praised.
        if (plan.Figures.Verdict!.Verdict is Verdict.Pops or Verdict.Tight && layout.Stitch.Family is not (StitchFamily.Overlock or StitchFamily.TwoThreadOveredge))
        {
            return new(
                PlanTopic.Stitch,
                new Finding("stitch-not-enough").With("stitch", layout.Stitch.Id).With("yieldPercent", plan.Figures.YieldPercent.Middle).With("requiredPercent", plan.Figures.Verdict.RequiredPercent),
                Basis.CommonPractice, Basis.SeamModel);
        }

        return layout.Stitch.Family switch
        {
            StitchFamily.Cover => Practice(!question.Seam.Job.InsideTheCloth() ? new Finding("stitch-cover-join").With("stitch", layout.Stitch.Id) : Rows(layout, question.Seam.Job)),
            StitchFamily.Chain => Practice(new(question.Seam.Job == SeamJob.DecorativeLine ? "stitch-chain-line" : "stitch-chain-row")),
            StitchFamily.TwoThreadOveredge => new(PlanTopic.Stitch, [new("stitch-two-threads-asked"), Converter(layout)], [Basis.CommonPractice, Basis.MachineRecord]),
            StitchFamily.Lockstitch or StitchFamily.Zigzag or StitchFamily.TwinNeedle => Practice(new(Plain(layout.Stitch, question, need))),
            _ => Overlock(plan, layout, question, need),
        };
    }

    private static Reason Practice(Finding finding) => new(PlanTopic.Stitch, finding, Basis.CommonPractice);

    private static bool Missed(SetupPlan plan, PlanLimits limit) => (plan.Missed & limit) != 0;

    private static Finding Converter(Layout layout) => layout.ConverterName is { } name ? new Finding("stitch-fits-converter").With("converter", name) : new("stitch-wants-converter");

    /// <summary>Rows of a cover stitch: of three the spacing of neighbours and the span of all.</summary>
    private static Finding Rows(Layout layout, SeamJob job)
    {
        var over = job switch { SeamJob.Topstitch => "allowances", SeamJob.Binding => "binding", _ => null };
        if (layout.Seats.Count < 3)
        {
            return (over is null ? new("stitch-cover-hem") : new Finding("stitch-cover-over").With("over", over)).With("stitch", layout.Stitch.Id).With("gaugeMm", layout.GaugeMm);
        }

        return (over is null ? new("stitch-cover-rows") : new Finding("stitch-cover-rows-over").With("over", over)).With("stitch", layout.Stitch.Id).With("gaugeMm", layout.GaugeMm)
            .With("rowsMm", layout.GaugeMm / (layout.Seats.Count - 1));
    }

    private static Reason Overlock(SetupPlan plan, Layout layout, PlanQuestion question, Need need)
    {
        var four = layout.Seats.Count == 2;
        var job = question.Seam.Job;
        return job.Rolls() ? Practice(new(Missed(plan, PlanLimits.Meeting) || Missed(plan, PlanLimits.Overhang) ? "stitch-rolled-set" : "stitch-rolled"))
            : job == SeamJob.EdgeFinish ? Practice(new(four ? "stitch-edge-four" : "stitch-edge-three"))
            : !job.Joins() ? Practice(new Finding(plan.Figures.Verdict!.Verdict == Verdict.Holds ? "stitch-elastic" : "stitch-elastic-along").With("threads", four ? 4 : 3))
            : Join(plan, four, question, need);
    }

    private static Reason Join(SetupPlan plan, bool four, PlanQuestion question, Need need)
    {
        double strength = plan.Figures.Seam.StrengthNewtonsPerCm, wanted = new PlanJudge(question, need).StrengthWantedNewtonsPerCm;
        Finding Holding(string code) => new Finding(code).With("lengthMm", plan.StitchLengthMm).With("strengthNewtonsPerCm", strength).With("wantedNewtonsPerCm", wanted);
        if (four || strength >= wanted)
        {
            var finding = !four ? Holding("stitch-three-enough") : strength / 2 >= wanted ? Holding("stitch-four-strong") : Holding("stitch-four-needed").With("ofThreeNewtonsPerCm", strength / 2);
            return new(PlanTopic.Stitch, [finding], [Basis.CommonPractice], SchoolCatalogue.Join.Id);
        }

        // Three threads and not as strong as wanted: because four would drag, or nothing better was to be had.
        var dragOfFour = plan.Figures.Drag!.Value * 4 / 3;
        return dragOfFour > SeamLimits.DragMost
            ? new(PlanTopic.Stitch, Holding("stitch-three-for-drag").With("dragOfFour", dragOfFour).With("limit", SeamLimits.DragMost), Basis.CommonPractice, Basis.SeamModel)
            : new(PlanTopic.Stitch, Holding("stitch-three-short"), Basis.SeamModel);
    }

    private static string Plain(Stitch stitch, PlanQuestion question, Need need) =>
        stitch == StitchCatalogue.TwinNeedle ? question.Seam.Job switch { SeamJob.PinTuck => "stitch-twin-tuck", SeamJob.Topstitch or SeamJob.Binding => "stitch-twin-topstitch", _ => "stitch-twin-rows" }
        : question.Seam.Job == SeamJob.Topstitch && stitch == StitchCatalogue.Lockstitch ? "stitch-row"
        : question.Seam.Job == SeamJob.Topstitch && stitch == StitchCatalogue.TripleStraight ? "stitch-row-triple"
        : stitch == StitchCatalogue.Honeycomb ? "stitch-honeycomb"
        : stitch == StitchCatalogue.ThreeStepZigzag ? "stitch-three-step"
        : stitch == StitchCatalogue.TripleStraight ? "stitch-triple"
        : stitch == StitchCatalogue.NarrowSlant ? "stitch-slant"
        : stitch != StitchCatalogue.Zigzag ? "stitch-straight"
        : PlainStitchAdvice.IsCloseFitting(question.Seam, need) ? "stitch-zigzag-close" : "stitch-zigzag";
}
