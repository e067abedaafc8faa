using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Planning;

/// <summary>Finds in what two set-ups differ, and on what one loses to the other.</summary>
internal static class PlanCompare
{
    /// <summary>What a person would name first.</summary>
    public static IReadOnlyList<PlanDifference> Differs(FoundSetup one, FoundSetup other)
    {
        var parts = new List<PlanDifference>();
        if (one.Kind.Machine != other.Kind.Machine)
        {
            parts.Add(PlanDifference.Machine);
        }

        if ((one.Kind.Stitch, one.Kind.Flatlock) != (other.Kind.Stitch, other.Kind.Flatlock))
        {
            parts.Add(PlanDifference.Stitch);
        }

        if (Threads(one) is var threads && !threads.Needle.Equals(Threads(other).Needle, StringComparison.Ordinal) || !threads.Others.SetEquals(Threads(other).Others))
        {
            parts.Add(PlanDifference.Thread);
        }

        if (parts.Count == 0 && one.LengthMm != other.LengthMm)
        {
            parts.Add(PlanDifference.Length);
        }

        if (parts.Count == 0 && one.Needle != other.Needle)
        {
            parts.Add(PlanDifference.Needle);
        }

        return parts;
    }

    /// <summary>The first figure on which a set-up loses to the best.</summary>
    public static PlanBehind Behind((FoundSetup Found, SetupPlan Plan) best, (FoundSetup Found, SetupPlan Plan) other, PlanQuestion question, Need need)
    {
        PlanRank first = best.Found.Rank with { Aside = false }, second = other.Found.Rank with { Aside = false };
        if (second.CompareTo(first) <= 0)
        {
            return PlanBehind.Of(new(best.Found.Kind == other.Found.Kind ? "is-the-choice" : other.Found.Layout.Flatlock && !best.Found.Layout.Flatlock ? "flatlock-is-no-join" : "just-as-well"));
        }

        var (goes, bestGoes, required) = (other.Plan.Figures.YieldPercent.Middle, best.Plan.Figures.YieldPercent.Middle, other.Plan.Figures.Verdict!.RequiredPercent);
        if (second.VerdictClass != first.VerdictClass)
        {
            return PlanBehind.Of(new Finding("pops-below-required").With("yieldPercent", goes).With("requiredPercent", required).With("bestYieldPercent", bestGoes));
        }

        RankPart a = first.Part, b = second.Part;
        if (b.Missed != a.Missed || b.Limits != a.Limits || b.Shortfall != a.Shortfall || b.Excess != a.Excess)
        {
            var misses = MissedLimits.Of(other.Plan, other.Found.Layout.Head, question, need).ToList();
            var own = misses.Where(m => (best.Plan.Missed & m.Limit) == 0).ToList();
            return own.Count > 0 ? new(new("misses"), [.. own.Select(m => m.Finding)])
                : goes < bestGoes && goes < required ? PlanBehind.Of(new Finding("pops-before-best").With("yieldPercent", goes).With("bestYieldPercent", bestGoes))
                : new(new("misses-by-more"), [.. misses.Select(m => m.Finding)]);
        }

        return b.Tier != a.Tier ? PlanBehind.Of(Later(best.Found, other.Found, question, need)) : Costs(best.Plan.Cost!, other.Plan.Cost!, question.Weights);
    }

    /// <summary>The kinds in needles, and those that are not: the same cone in another position is no other thread.</summary>
    private static (string Needle, IReadOnlySet<string> Others) Threads(FoundSetup found) =>
        (found.NeedleThread.Kind.Id, new[] { found.Upper?.Kind.Id, found.Lower.Kind.Id }.OfType<string>().ToHashSet());

    private static Finding Later(FoundSetup best, FoundSetup other, PlanQuestion question, Need need)
    {
        var finding = new Finding("later-in-order").With("job", question.Seam.Job.Id()).With("stitch", PlanWords.StitchId(best.Layout));
        finding = best.Layout is { Head: Overlocker, Stitch.Needles: 1, Flatlock: false } ? finding.With("seat", best.Layout.Seats[0].Id()) : finding;
        return BySchool(best, other, question, need) is { } asked ? finding.With("school", $"{asked.Id}.{question.Schools.Chosen(asked).Id}") : finding;
    }

    /// <summary>The question whose school puts one before the other: with another school of it the other would come first. Null where none does.</summary>
    private static SchoolQuestion? BySchool(FoundSetup one, FoundSetup other, PlanQuestion question, Need need)
    {
        foreach (var asked in new[] { SchoolCatalogue.Join, SchoolCatalogue.HemStitch })
        {
            foreach (var choice in asked.Choices)
            {
                var changed = question with { Schools = question.Schools.With(asked, choice.Id) };
                if (TradeOrder.Of(other.Layout, changed, need) < TradeOrder.Of(one.Layout, changed, need))
                {
                    return asked;
                }
            }
        }

        return null;
    }

    private static PlanBehind Costs(PlanCost best, PlanCost other, PlannerWeights weights)
    {
        var parts = new List<Finding>();
        if (other.ChangeoverMinutes > best.ChangeoverMinutes + 0.05)
        {
            parts.Add(new Finding("cost-minutes").With("minutes", other.ChangeoverMinutes).With("bestMinutes", best.ChangeoverMinutes));
        }

        if (other.ThreadMetres > best.ThreadMetres + 0.05)
        {
            parts.Add(new Finding("cost-thread").With("threadMetresPerMetre", other.ThreadMetres).With("bestThreadMetresPerMetre", best.ThreadMetres));
        }

        if (other.Steps > best.Steps + 0.05)
        {
            parts.Add(new Finding("cost-steps").With("steps", other.Steps).With("bestSteps", best.Steps));
        }

        if (other.Purchases > best.Purchases)
        {
            var buy = new Finding(other.Purchases == 1 ? "cost-purchase" : "cost-purchases").With("purchases", other.Purchases);
            parts.Add(best.Purchases == 0 ? buy : buy.With("bestPurchases", best.Purchases));
        }

        var more = other.Total(weights) - best.Total(weights);
        return parts.Count == 0 ? PlanBehind.Of(new Finding("costs").With("more", more)) : new(new Finding("costs-for").With("more", more), parts);
    }
}
