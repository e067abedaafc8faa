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
        if (Best(question with { Seam = question.Seam with { Direction = other } }, need) is { Plan: var turned } && Class(turned) < Class(best))
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
        if (question.Drawer?.Threads is not { } threads)
        {
            yield break;
        }

        var here = ThreadCatalogue.Kinds.Where(k => threads.Any(c => c.Stock.KindId == k.Id && c.Stock.MetresLeft is not 0)).Select(k => k.Id).ToHashSet();
        var without = Best(question, need, here);
        foreach (var kind in ThreadCatalogue.Kinds.Where(k => !here.Contains(k.Id)))
        {
            if (Best(question, need, [.. here, kind.Id]) is { Plan: var plan } bought && (without is null || plan.Figures.YieldPercent.Middle > without.Value.Plan.Figures.YieldPercent.Middle + 1) && plan.Threads.Any(t => t.KindId == kind.Id))
            {
                yield return new("thread", Bought(kind, bought, without), plan.Figures.YieldPercent.Middle, plan.Figures.Verdict!.Verdict);
            }
        }
    }

    /// <summary>What a purchase comes to, and what else changes with it.</summary>
    private static Finding Bought(ThreadKind kind, (FoundSetup Found, SetupPlan Plan) bought, (FoundSetup Found, SetupPlan Plan)? without)
    {
        var finding = new Finding("buy-thread").With("thread", kind.Id).With("yieldPercent", bought.Plan.Figures.YieldPercent.Middle).With("withoutPercent", without?.Plan.Figures.YieldPercent.Middle ?? 0)
            .With("positions", PlanWords.Ids(bought.Plan.Threads.Where(t => t.KindId == kind.Id).Select(t => t.Position))).With("verdict", bought.Plan.Figures.Verdict!.Verdict.Id());
        var (now, then) = (bought.Found, without?.Found);
        if (then is null || (now.Kind.Stitch, now.Kind.Flatlock) != (then.Kind.Stitch, then.Kind.Flatlock))
        {
            finding = finding.With("stitch", PlanWords.StitchId(now.Layout));
        }

        return then is null || now.Kind.Machine != then.Kind.Machine ? finding.With("machine", now.Layout.Hand.Machine.Name) : finding;
    }

    private static (FoundSetup Found, SetupPlan Plan)? Best(PlanQuestion question, Need need, HashSet<string>? kinds = null)
    {
        var search = LatticeSearch.Of(question, need, kinds);
        return search.Best.Count > 0 ? (search.Best[0], PlanWriter.Write(search.Best[0], question, need)) : null;
    }

    private static int Class(SetupPlan plan) => plan.Figures.Verdict!.Verdict switch { Verdict.Holds => 0, Verdict.Tight => 1, Verdict.Pops => 2, _ => 3 };
}
