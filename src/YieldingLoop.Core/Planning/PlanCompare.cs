using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Words;
using static System.FormattableString;

namespace YieldingLoop.Core.Planning;

/// <summary>Says in what two set-ups differ, and on what one loses to the other.</summary>
internal static class PlanCompare
{
    /// <summary>"another machine, another stitch": what a person would name first.</summary>
    public static string Differs(FoundSetup one, FoundSetup other)
    {
        var parts = new List<string>();
        if (one.Kind.Machine != other.Kind.Machine)
        {
            parts.Add("another machine");
        }

        if ((one.Kind.Stitch, one.Kind.Flatlock) != (other.Kind.Stitch, other.Kind.Flatlock))
        {
            parts.Add("another stitch");
        }

        if (one.Kind.Threads != other.Kind.Threads)
        {
            parts.Add("other thread");
        }

        if (parts.Count == 0 && one.LengthMm != other.LengthMm)
        {
            parts.Add("another length");
        }

        if (parts.Count == 0 && one.Needle != other.Needle)
        {
            parts.Add("another needle");
        }

        return string.Join(", ", parts);
    }

    /// <summary>One sentence: the first figure on which a set-up loses to the best.</summary>
    public static string Behind((FoundSetup Found, SetupPlan Plan) best, (FoundSetup Found, SetupPlan Plan) other, PlanQuestion question, Need need)
    {
        PlanRank first = best.Found.Rank, second = other.Found.Rank;
        if (second.CompareTo(first) <= 0)
        {
            return best.Found.Kind == other.Found.Kind ? "It is what the planner chose." : "It comes out just as well.";
        }

        var required = other.Plan.Figures.Verdict!.RequiredPercent;
        if (second.VerdictClass != first.VerdictClass)
        {
            return Invariant($"It pops at {other.Plan.Figures.Yield.Middle:0} % where {required:0} are required; the best goes {best.Plan.Figures.Yield.Middle:0}.");
        }

        RankPart a = first.Part, b = second.Part;
        if (b.Missed != a.Missed || b.Limits != a.Limits || b.Shortfall != a.Shortfall || b.Excess != a.Excess)
        {
            var misses = PlanNotes.Misses(other.Plan, question, need).Where(m => (best.Plan.Missed & m.Limit) == 0).Select(m => m.Words).ToList();
            return misses.Count > 0 ? $"{Phrase.Capital(string.Join("; ", misses))}."
                : other.Plan.Figures.Yield.Middle < best.Plan.Figures.Yield.Middle && other.Plan.Figures.Yield.Middle < required
                    ? Invariant($"It pops at {other.Plan.Figures.Yield.Middle:0} %, before the best at {best.Plan.Figures.Yield.Middle:0}.")
                    : $"It misses the same limits by more: {string.Join("; ", PlanNotes.Misses(other.Plan, question, need).Select(m => m.Words))}.";
        }

        return b.Tier != a.Tier
            ? $"It would do, but {(BySchool(best.Found, other.Found, question) is { } school ? $"by this school ({school}) " : "")}{PlanWords.JobArticle(question.Seam.Job)} is sewn with {Name(best.Found)} first."
            : Costs(best.Plan.Cost!, other.Plan.Cost!, question.Weights);
    }

    /// <summary>The school that puts one before the other; null where it is not a matter of schools.</summary>
    private static string? BySchool(FoundSetup one, FoundSetup other, PlanQuestion question) =>
        (one.Layout.Head, other.Layout.Head) switch
        {
            (Machines.Overlocker, Machines.Overlocker) when !one.Layout.Flatlock && !other.Layout.Flatlock && question.Seam.Job.Joins() && one.Layout.Seats.Count != other.Layout.Seats.Count => question.Schools.Chosen(SchoolCatalogue.Join).Name,
            (Machines.PlainMachine, Machines.PlainMachine) when question.Seam.Job == SeamJob.Hem => question.Schools.Chosen(SchoolCatalogue.HemStitch).Name,
            _ => null,
        };

    private static string Name(FoundSetup found) =>
        $"{PlanWords.Stitch(found.Layout)}{(found.Layout is { Head: Machines.Overlocker, Stitch.Needles: 1, Flatlock: false } ? $" from the {Threads.ThreadPositions.Name(found.Layout.Seats[0])}" : "")}";

    private static string Costs(PlanCost best, PlanCost other, PlannerWeights weights)
    {
        var parts = new List<string>();
        if (other.ChangeoverMinutes > best.ChangeoverMinutes + 0.05)
        {
            parts.Add(Invariant($"{other.ChangeoverMinutes:0.#} minutes of changing over instead of {best.ChangeoverMinutes:0.#}"));
        }

        if (other.ThreadMetres > best.ThreadMetres + 0.05)
        {
            parts.Add(Invariant($"{other.ThreadMetres:0.0} m of thread per metre instead of {best.ThreadMetres:0.0}"));
        }

        if (other.Steps > best.Steps + 0.05)
        {
            parts.Add(Invariant($"{other.Steps:0.#} steps from neutral instead of {best.Steps:0.#}"));
        }

        if (other.Purchases > best.Purchases)
        {
            parts.Add($"{PlanWords.Count(other.Purchases)} thing{(other.Purchases == 1 ? "" : "s")} to buy{(best.Purchases == 0 ? "" : $" instead of {PlanWords.Count(best.Purchases)}")}");
        }

        var more = other.Total(weights) - best.Total(weights);
        return parts.Count == 0 ? Invariant($"It does as well and costs {more:0.00} more.") : Invariant($"It does as well and costs {more:0.0} more: {string.Join(", ", parts)}.");
    }
}
