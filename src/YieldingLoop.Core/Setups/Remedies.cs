using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Setups;

/// <summary>What can be changed when a set-up does not hold, in the order it is tried.</summary>
internal static class Remedies
{
    /// <summary>Shortest stitch a remedy goes to, mm.</summary>
    private const double ShortestRemedyMm = 1.5;

    /// <summary>How much shorter one try is, mm.</summary>
    private const double ShortenMm = 0.5;

    /// <summary>How much looser the needles are tried, steps.</summary>
    private const double LooserNeedleSteps = 1;

    private sealed record Remedy(string Name, Func<SetupDraft, Overlocker, SetupDraft> Apply);

    private static readonly Remedy[] All =
    [
        new("shorter stitch", Shorten),
        new("shorter stitch again", Shorten),
        new("textured nylon in the loopers", (d, _) => d with { UpperThread = ThreadCatalogue.TexturedNylon, LowerThread = d.Rolled ? d.LowerThread : ThreadCatalogue.TexturedNylon }),
        new("looser needle", (d, _) => d with { NeedleOffset = d.NeedleOffset - LooserNeedleSteps }),
        new("stretch thread in the needle", (d, _) => d with { NeedleThread = ThreadCatalogue.StretchPolyester }),
        new("stretch thread in the lower looper", (d, _) => d.LowerThread == ThreadCatalogue.SpunPolyester ? d with { LowerThread = ThreadCatalogue.StretchPolyester } : d),
    ];

    /// <summary>Tries one remedy after the other until the seam holds; keeps those that help and break no limit.</summary>
    public static SolvedSetup Run(SolvedSetup first, PlanRequest request, Need need, List<RemedyTried> tried)
    {
        var current = first;
        foreach (var remedy in All)
        {
            if (current.Figures.Verdict!.Verdict is Verdict.Holds or Verdict.ClothGivesOut)
            {
                break;
            }

            var draft = remedy.Apply(current.Draft, request.Machine);
            if (draft == current.Draft)
            {
                // It is in the set-up already.
                continue;
            }

            var candidate = SetupSolver.Solve(draft, request, need);
            double before = current.Figures.Yield.Middle, after = candidate.Figures.Yield.Middle;
            var objection = Objection(current, candidate, request);
            tried.Add(new(Describe(remedy, current, candidate), Sentence(before, after, objection), before, after, objection is null));
            current = objection is null ? candidate : current;
        }

        return current;
    }

    private static SetupDraft Shorten(SetupDraft draft, Overlocker machine) => draft with
    {
        LengthMm = Math.Min(draft.LengthMm, machine.StitchLength.Settable(Math.Max(ShortestRemedyMm, draft.LengthMm - ShortenMm))),
    };

    private static string? Objection(SolvedSetup before, SolvedSetup after, PlanRequest request)
    {
        if (after.Figures.Yield.Middle <= before.Figures.Yield.Middle + 0.05)
        {
            return $"the {before.Figures.Seam.FirstToPop?.Name() ?? "seam"} still pops first";
        }

        if (after.Figures.Seam.GapMm > SeamLimits.GapAcceptableMm && after.Figures.Seam.GapMm > before.Figures.Seam.GapMm)
        {
            return $"the seam would open {after.Figures.Seam.GapMm:0.00} mm, over {SeamLimits.GapAcceptableMm}";
        }

        var most = request.Seam.Job switch
        {
            var job when job.Joins() => SeamLimits.MassRatioJoin,
            SeamJob.EdgeFinish => SeamLimits.MassRatioEdge,
            _ => double.PositiveInfinity,
        };
        return after.Figures.MassRatio > most && after.Figures.MassRatio > before.Figures.MassRatio
            ? $"the thread would weigh {after.Figures.MassRatio:0.00} of the cloth under it, over {most:0.0}: stiff"
            : null;
    }

    private static string Describe(Remedy remedy, SolvedSetup before, SolvedSetup after) =>
        before.Draft.LengthMm != after.Draft.LengthMm
            ? $"Shorter stitch, {before.Draft.LengthMm:0.##} → {after.Draft.LengthMm:0.##} mm"
            : ThreadRules.Capital(remedy.Name);

    private static string Sentence(double before, double after, string? objection) => objection is null
        ? $"Kept: the yield goes from {before:0} to {after:0} %."
        : $"Put back: {objection} (yield {before:0} → {after:0} %).";
}
