using YieldingLoop.Core.Colour;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.ThreadRoom;

/// <summary>A thread of the drawer beside a cloth.</summary>
/// <param name="Cone">The thread.</param>
/// <param name="Difference">How far its colour is from the cloth's, ΔE₀₀.</param>
/// <param name="GapSeenMm">How much of the gap is seen when the seam is pulled open, mm.</param>
public sealed record ColourMatch(Cone Cone, double Difference, double GapSeenMm)
{
    /// <summary>Threads that can run in a needle, the nearest colour first: it is the needle thread that shows when the seam is pulled open (common practice C9).</summary>
    /// <param name="cloth">Colour of the cloth, #rrggbb.</param>
    /// <param name="drawer">The threads that are here; those without a colour are left out.</param>
    /// <param name="gapMm">How far the seam opens, mm.</param>
    /// <exception cref="ArgumentException">The cloth's colour is none.</exception>
    public static IReadOnlyList<ColourMatch> ForNeedle(string cloth, IReadOnlyList<Cone> drawer, double gapMm) => Rank(cloth, drawer.Where(c => InNeedle(c.Stock)), gapMm);

    /// <summary>Threads for the loopers, the nearest colour first.</summary>
    /// <inheritdoc cref="ForNeedle"/>
    public static IReadOnlyList<ColourMatch> ForLoopers(string cloth, IReadOnlyList<Cone> drawer, double gapMm) => Rank(cloth, drawer, gapMm);

    /// <summary>The thread whose colour is nearest; null where none has one, or this is no colour.</summary>
    public static ColourMatch? Nearest(string colour, IReadOnlyList<Cone> drawer) => Srgb.TryFromHex(colour, out _) && Rank(colour, drawer, 0) is [var first, ..] ? first : null;

    /// <summary>Whether a thread runs in a needle: no textured one, and none that is meant to lie on the face (common practice C3, C6).</summary>
    public static bool InNeedle(ThreadStock stock) => ThreadCatalogue.Find(stock.KindId) is { Textured: false } kind && kind != ThreadCatalogue.HeavyRayon;

    /// <summary>What is seen of the gap, as a code with its figures.</summary>
    /// <param name="gapMm">How far the seam opens, mm.</param>
    public Finding Seen(double gapMm) =>
        new Finding(GapSeenMm switch { < 0.05 => "gap-hidden", < 0.15 => "gap-hardly", _ => "gap-shows" }).With("gapMm", gapMm).With("seenMm", GapSeenMm).With("differenceE", Difference);

    private static IReadOnlyList<ColourMatch> Rank(string cloth, IEnumerable<Cone> threads, double gapMm)
    {
        var ground = CieLab.TryFromHex(cloth, out var read) ? read : throw new ArgumentException("This is no colour.", nameof(cloth));
        return
        [
            .. threads.Select(c => CieLab.TryFromHex(c.Stock.Colour, out var colour) ? new ColourMatch(c, CieLab.Difference(colour, ground), ClothEffects.GapSeen(gapMm, colour, ground)) : null).OfType<ColourMatch>()
                .OrderBy(m => m.Difference).ThenBy(m => m.Cone.Stock.Name, StringComparer.Ordinal).ThenBy(m => m.Cone.Id, StringComparer.Ordinal),
        ];
    }
}
