using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.ThreadRoom;

/// <summary>What thread costs.</summary>
/// <param name="Price">Of all threads whose price is noted, in the workroom's money; null where none is.</param>
/// <param name="Unpriced">Threads without a price, by need.</param>
/// <param name="SparesTextured">What it saves that textured thread runs in loopers and bobbins only: what the needles would take of it at its price, less what they take at their own. Null where none is textured, or a price is missing.</param>
public sealed record ThreadCost(double? Price, IReadOnlyList<ThreadNeed> Unpriced, double? SparesTextured)
{
    /// <summary>What needs cost together.</summary>
    public static ThreadCost Of(IReadOnlyList<ThreadNeed> needs)
    {
        var priced = needs.Where(n => n.Price is not null).ToList();
        var dearest = needs.Where(n => n.Thread.Resolve().Textured).Select(n => n.Stock?.PricePerKm).Max();
        var needles = needs.Where(n => !n.Thread.Resolve().Textured && n.Positions.Any(p => p.Position.IsNeedle())).ToList();
        return new ThreadCost(
            priced.Count == 0 ? null : priced.Sum(n => n.Price!.Value), [.. needs.Where(n => n.Price is null)],
            dearest is { } price && needles.Count > 0 && needles.TrueForAll(n => n.Price is not null)
                ? needles.Sum(n => n.Positions.Where(p => p.Position.IsNeedle()).Sum(p => p.Metres) * (price - n.Stock!.PricePerKm!.Value) / 1000) : null);
    }
}
