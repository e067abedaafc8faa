using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Planning;

/// <summary>Whether what the drawer holds is enough for a set-up: cones for its places, metres for its seam.</summary>
internal static class StockNotes
{
    /// <summary>What falls short, cone by cone; nothing of what nobody wrote down.</summary>
    public static IEnumerable<Finding> For(SetupPlan plan, PlanQuestion question)
    {
        foreach (var group in plan.Threads.Where(t => t.Thread.ConeId is not null).GroupBy(t => t.Thread.ConeId!))
        {
            if (question.Drawer?.Threads?.FirstOrDefault(c => c.Id == group.Key)?.Stock is not { } stock)
            {
                continue;
            }

            var places = group.Select(t => t.Position).ToList();
            if (places.Count > stock.Count)
            {
                yield return new Finding("stock-places").With("cone", stock.Name.Trim()).With("holder", Holder(stock)).With("places", places.Count);
            }

            if (stock.MetresLeft is { } left && question.Seam.LengthMm is { } length && Metres(plan, places, length) is var wanted && wanted > left)
            {
                yield return new Finding("stock-metres").With("cone", stock.Name.Trim()).With("wantedM", wanted).With("leftM", left).With("seamM", length / MillimetresPerMetre);
            }
        }
    }

    private const double MillimetresPerMetre = 1000;

    /// <summary>Metres of thread that these places of a seam take, before tails and waste.</summary>
    public static double Metres(SetupPlan plan, IEnumerable<ThreadPosition> places, double seamLengthMm) =>
        places.Sum(p => plan.Figures.Threads.First(t => t.Position == p).Consumption) * seamLengthMm / MillimetresPerMetre;

    private static string Holder(ThreadStock stock) => $"{stock.Count} {stock.Holder.ToString().ToLowerInvariant()}{(stock.Count == 1 ? "" : "s")}";
}
