using YieldingLoop.Core.Needles;

namespace YieldingLoop.Core.ThreadRoom;

/// <summary>Thread to buy.</summary>
/// <param name="Need">What is needed of it.</param>
/// <param name="Cones">Full cones; null where nobody noted how much one holds.</param>
/// <param name="Price">What that costs, in the workroom's money; null where no price is noted.</param>
/// <param name="Enables">The seams that cannot be sewn to their end without it, from 0.</param>
public sealed record ThreadPurchase(ThreadNeed Need, int? Cones, double? Price, IReadOnlyList<int> Enables);

/// <summary>A needle to buy.</summary>
/// <param name="Needle">Which.</param>
/// <param name="Count">How many: as many as one set-up takes.</param>
/// <param name="Enables">The seams that cannot be sewn without it, from 0.</param>
public sealed record NeedlePurchase(Needle Needle, int Count, IReadOnlyList<int> Enables);

/// <summary>What has to be bought so that seams can be sewn, and what each purchase makes possible.</summary>
/// <param name="Threads">Threads, the one that is missed first before the rest.</param>
/// <param name="Needles">Needles, likewise.</param>
public sealed record ShoppingList(IReadOnlyList<ThreadPurchase> Threads, IReadOnlyList<NeedlePurchase> Needles)
{
    /// <summary>What it comes to as far as prices are noted; null where none is.</summary>
    public double? Price => Threads.Any(t => t.Price is not null) ? Threads.Sum(t => t.Price ?? 0) : null;

    /// <summary>The list for seams in the order they are sewn.</summary>
    /// <param name="seams">The seams.</param>
    /// <param name="needs">What they take of each thread.</param>
    public static ShoppingList Of(IReadOnlyList<SeamToSew> seams, IReadOnlyList<ThreadNeed> needs) => new(
        [
            .. needs.Where(n => n.MissingMetres > 0)
                .Select(n =>
                {
                    var cones = ThreadRemedies.Cones(n);
                    var metres = cones is { } full ? full * n.Stock!.FullMetres!.Value : n.MissingMetres;
                    return new ThreadPurchase(n, cones, n.Stock?.PricePerKm is { } price ? metres * price / 1000 : null, [.. n.Seams.Where(s => s >= (n.RunsOut?.Seam ?? 0))]);
                })
                .OrderBy(p => p.Enables.DefaultIfEmpty(int.MaxValue).Min()).ThenBy(p => p.Need.Thread.Name, StringComparer.Ordinal),
        ],
        [
            .. seams.Index().Where(s => s.Item.Plan.NeedleToBuy).Select(s => (Seam: s.Index, Needles: s.Item.Plan.Setup.Needles.Select(n => n.Value).ToList())).Where(s => s.Needles.Count > 0)
                .GroupBy(s => s.Needles[0]).Select(g => new NeedlePurchase(g.Key, g.Max(s => s.Needles.Count), [.. g.Select(s => s.Seam)])).OrderBy(p => p.Enables[0]),
        ]);
}
