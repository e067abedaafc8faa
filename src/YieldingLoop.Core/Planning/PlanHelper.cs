using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Planning;

/// <summary>What would help where nothing holds: the other way of the cloth, and the thread whose purchase helps most.</summary>
internal static class PlanHelper
{
    public static IReadOnlyList<PlanHelp> For(PlanQuestion question, Need need, SetupPlan best)
    {
        var help = new List<PlanHelp>();
        var other = question.Seam.Direction == ClothDirection.Across ? ClothDirection.Lengthwise : ClothDirection.Across;
        if (Best(question with { Seam = question.Seam with { Direction = other } }, need) is { } turned && Class(turned) < Class(best))
        {
            help.Add(new(
                "direction",
                new Finding("cut-other-way").With("direction", other == ClothDirection.Across ? "across" : "lengthwise").With("stretchPercent", question.Cloth.StretchAlongPercent(other).Value)
                    .With("verdict", turned.Figures.Verdict!.Verdict.Id()).With("yieldPercent", turned.Figures.YieldPercent.Middle),
                turned.Figures.YieldPercent.Middle, turned.Figures.Verdict!.Verdict));
        }

        if (best.Figures.Verdict!.Verdict != Verdict.ClothGivesOut)
        {
            help.AddRange(Purchases(question, need));
        }

        return [.. help.OrderBy(h => h.Verdict).ThenByDescending(h => h.YieldPercent).ThenBy(h => h.What, StringComparer.Ordinal)];
    }

    /// <summary>Each kind the drawer lacks, alone, against what the drawer can do without it.</summary>
    private static IEnumerable<PlanHelp> Purchases(PlanQuestion question, Need need)
    {
        if (question.Drawer is not { Threads.Count: > 0 } drawer)
        {
            yield break;
        }

        var here = ThreadCatalogue.Kinds.Where(k => drawer.Threads.Any(c => c.Stock.KindId == k.Id && c.Stock.MetresLeft is not 0)).Select(k => k.Id).ToHashSet();
        var without = Best(question, need, here);
        foreach (var kind in ThreadCatalogue.Kinds.Where(k => !here.Contains(k.Id)))
        {
            if (Best(question, need, [.. here, kind.Id]) is { } bought && (without is null || bought.Figures.YieldPercent.Middle > without.Figures.YieldPercent.Middle + 1) && bought.Threads.Any(t => t.KindId == kind.Id))
            {
                yield return new(
                    "thread",
                    new Finding("buy-thread").With("thread", kind.Id).With("yieldPercent", bought.Figures.YieldPercent.Middle).With("withoutPercent", without?.Figures.YieldPercent.Middle ?? 0)
                        .With("verdict", bought.Figures.Verdict!.Verdict.Id()),
                    bought.Figures.YieldPercent.Middle, bought.Figures.Verdict!.Verdict);
            }
        }
    }

    private static SetupPlan? Best(PlanQuestion question, Need need, HashSet<string>? kinds = null)
    {
        var search = LatticeSearch.Of(question, need, kinds);
        return search.Best.Count > 0 ? PlanWriter.Write(search.Best[0], question, need) : null;
    }

    private static int Class(SetupPlan plan) => plan.Figures.Verdict!.Verdict switch { Verdict.Holds => 0, Verdict.Tight => 1, Verdict.Pops => 2, _ => 3 };
}
