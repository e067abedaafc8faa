using System.Collections.Immutable;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Patterns;

/// <summary>What an edge measures.</summary>
/// <param name="DrawnMm">Along the edge as it is drawn.</param>
/// <param name="SeamMm">Along the seam line: without the allowance; null where it cannot be found.</param>
/// <param name="Why">The code of why not; null where it can.</param>
/// <param name="Twice">Whether it goes on over the fold, so that it counts twice.</param>
public sealed record EdgeLength(double DrawnMm, double? SeamMm, Finding? Why, bool Twice)
{
    /// <summary>What it adds to its seam, mm.</summary>
    public double? CountsMm => Twice ? 2 * SeamMm : SeamMm;
}

/// <summary>What a seam of the garment measures in one layer.</summary>
/// <param name="SeamId">The seam.</param>
/// <param name="Edges">How many edges it is.</param>
/// <param name="Twice">How many of them count twice.</param>
/// <param name="LengthMm">Its length; null where an edge of it has none.</param>
/// <param name="OtherMm">Length of what it is sewn to; null where nothing was marked so.</param>
/// <param name="Why">Why there is no length; null where there is.</param>
public sealed record SeamLength(string SeamId, int Edges, int Twice, double? LengthMm, double? OtherMm, Finding? Why)
{
    /// <summary>What both sides of a seam differ by without a word, mm; working value.</summary>
    public const double EvenMm = 2;

    /// <summary>What is to be said of the two sides; null for nothing.</summary>
    public Finding? Sides => LengthMm is { } own && OtherMm is { } other
        ? new Finding(Math.Abs(other - own) <= EvenMm ? "sides-even" : other > own ? "sides-other-longer" : "sides-other-shorter").With("differenceMm", Math.Abs(other - own)).With("percent", 100 * Math.Abs(other - own) / own)
        : null;
}

/// <summary>Adds up the lengths of marked edges.</summary>
public static class PatternLengths
{
    /// <summary>What an edge measures.</summary>
    /// <param name="pieces">The pieces, at the scale that counts.</param>
    /// <param name="marks">What is marked.</param>
    /// <param name="at">The edge.</param>
    /// <param name="allowanceMm">The seam allowance the pieces were drawn with; 0 where they were drawn without.</param>
    public static EdgeLength Of(IReadOnlyList<PatternPiece> pieces, ImmutableDictionary<EdgeAt, PatternMark> marks, EdgeAt at, double allowanceMm)
    {
        var piece = pieces[at.Piece];
        bool Fold(int edge) => marks.TryGetValue(new(at.Piece, edge), out var mark) && mark.Kind == MarkKind.Fold;
        var (length, why) = PatternAllowance.Inset(piece, at.Edge, e => Fold(e) ? 0 : allowanceMm);
        return new(piece.Edges[at.Edge].LengthMm, length, why, GoesOn(piece, marks, at, Fold));
    }

    /// <summary>What each seam measures in a layer, in the order the seams are named.</summary>
    public static IReadOnlyList<SeamLength> Of(IReadOnlyList<PatternPiece> pieces, ImmutableDictionary<EdgeAt, PatternMark> marks, int layer, double allowanceMm, IEnumerable<string> seams)
    {
        var edges = marks.Where(m => m.Value.SeamId is not null && m.Key.Piece < pieces.Count && m.Key.Edge < pieces[m.Key.Piece].Edges.Count && pieces[m.Key.Piece].Layer == layer)
            .Select(m => (Mark: m.Value, Length: Of(pieces, marks, m.Key, allowanceMm))).ToLookup(m => m.Mark, m => m.Length);
        var all = new List<SeamLength>();
        foreach (var seam in seams)
        {
            var (own, other) = (edges[new(MarkKind.Seam, seam)].ToList(), edges[new(MarkKind.Other, seam)].ToList());
            if (own.Count + other.Count == 0)
            {
                continue;
            }

            all.Add(new(
                seam, own.Count, own.Count(e => e.Twice),
                own.Count == 0 ? null : Sum(own), other.Count == 0 ? null : Sum(other),
                own.Count == 0 ? new Finding("seam-only-other") : own.Concat(other).FirstOrDefault(e => e.Why is not null)?.Why));
        }

        return all;
    }

    private static double? Sum(IEnumerable<EdgeLength> edges)
    {
        double? sum = 0;
        foreach (var edge in edges)
        {
            sum += edge.CountsMm;
        }

        return sum;
    }

    /// <summary>Whether an edge, or one of the same seam that joins it, ends at the fold.</summary>
    private static bool GoesOn(PatternPiece piece, ImmutableDictionary<EdgeAt, PatternMark> marks, EdgeAt at, Func<int, bool> fold)
    {
        if (fold(at.Edge) || !marks.TryGetValue(at, out var own))
        {
            return false;
        }

        var count = piece.Edges.Count;
        foreach (var way in new[] { 1, -1 })
        {
            for (int step = 1, edge = at.Edge; step < count; step++)
            {
                edge += way;
                if (!piece.Closed && (edge < 0 || edge >= count))
                {
                    break;
                }

                edge = (edge + count) % count;
                if (fold(edge))
                {
                    return true;
                }

                if (!marks.TryGetValue(new(at.Piece, edge), out var mark) || mark != own)
                {
                    break;
                }
            }
        }

        return false;
    }
}
