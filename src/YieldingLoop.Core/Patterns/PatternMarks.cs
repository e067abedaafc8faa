using System.Collections.Immutable;

namespace YieldingLoop.Core.Patterns;

/// <summary>What an edge of a pattern is.</summary>
public enum MarkKind
{
    /// <summary>The edge a seam is measured along.</summary>
    Seam,

    /// <summary>The edge it is sewn to.</summary>
    Other,

    /// <summary>It lies on the fold of the cloth: the piece goes on on the other side, and there is no allowance.</summary>
    Fold,
}

/// <summary>What an edge is.</summary>
/// <param name="Kind">Whether a seam or the fold.</param>
/// <param name="SeamId">The garment's seam; null for the fold.</param>
public readonly record struct PatternMark(MarkKind Kind, string? SeamId = null);

/// <summary>An edge by the numbers of its piece and of itself in it.</summary>
public readonly record struct EdgeAt(int Piece, int Edge);

/// <summary>Which edge of a pattern is which seam.</summary>
public static class PatternMarks
{
    /// <summary>How far an edge's middle may lie off the edge it was a part of, in parts of its length.</summary>
    private const double SameEdge = 0.05;

    /// <summary>An edge of another size is this much longer or shorter at most; past it the layers are taken for drawn in different order. Working value.</summary>
    private const double MostGrading = 1.6;

    /// <summary>The marks as they stand after the outlines are cut in another way, or scaled.</summary>
    /// <param name="marks">What was marked.</param>
    /// <param name="before">The pieces they were made on.</param>
    /// <param name="after">The pieces now.</param>
    /// <param name="times">By what everything was multiplied.</param>
    public static ImmutableDictionary<EdgeAt, PatternMark> Moved(ImmutableDictionary<EdgeAt, PatternMark> marks, IReadOnlyList<PatternPiece> before, IReadOnlyList<PatternPiece> after, double times)
    {
        var map = Affine.Scale(times, times);
        var old = marks.Where(m => m.Key.Piece < before.Count && m.Key.Edge < before[m.Key.Piece].Edges.Count)
            .Select(m => (m.Value, before[m.Key.Piece].Layer, Trace: new EdgeTrace([.. before[m.Key.Piece].Edges[m.Key.Edge].Curves.Select(c => c.By(map))]))).ToList();
        var moved = ImmutableDictionary.CreateBuilder<EdgeAt, PatternMark>();
        foreach (var (p, piece) in after.Index())
        {
            foreach (var (e, edge) in piece.Edges.Index())
            {
                var near = old.Where(o => o.Layer == piece.Layer).Select(o => (Mark: o.Value, o.Trace.Nearest(edge.Middle).Away)).OrderBy(o => o.Away).Take(1).ToList();
                if (near.Count == 1 && near[0].Away <= SameEdge * edge.LengthMm)
                {
                    moved[new(p, e)] = near[0].Mark;
                }
            }
        }

        return moved.ToImmutable();
    }

    /// <summary>Marks the same edges in the other layers, piece by piece and edge by edge in the order they are drawn in.</summary>
    /// <param name="marks">What is marked.</param>
    /// <param name="pieces">The pieces.</param>
    /// <param name="from">The layer whose marks are carried.</param>
    /// <param name="to">The layers they are carried to; what was marked there gives way where the layer is drawn alike.</param>
    /// <returns>The marks; and which layers are not drawn alike.</returns>
    public static (ImmutableDictionary<EdgeAt, PatternMark> Marks, IReadOnlyList<int> Unlike) Carried(ImmutableDictionary<EdgeAt, PatternMark> marks, IReadOnlyList<PatternPiece> pieces, int from, IEnumerable<int> to)
    {
        List<int> Of(int layer) => [.. Enumerable.Range(0, pieces.Count).Where(i => pieces[i].Layer == layer)];
        var own = Of(from);
        var carried = marks.Where(m => own.Contains(m.Key.Piece)).Select(m => (At: own.IndexOf(m.Key.Piece), m.Key.Edge, m.Value)).ToList();
        var unlike = new List<int>();
        foreach (var layer in to.Where(l => l != from).Distinct())
        {
            var theirs = Of(layer);
            if (carried.Count == 0 || theirs.Count != own.Count || carried.Any(c => !Alike(pieces[own[c.At]], pieces[theirs[c.At]])))
            {
                unlike.Add(layer);
                continue;
            }

            marks = marks.RemoveRange(marks.Keys.Where(k => theirs.Contains(k.Piece)).ToList()).SetItems(carried.Select(c => KeyValuePair.Create(new EdgeAt(theirs[c.At], c.Edge), c.Value)));
        }

        return (marks, unlike);
    }

    private static bool Alike(PatternPiece one, PatternPiece other) =>
        one.Closed == other.Closed && one.Edges.Count == other.Edges.Count
        && one.Edges.Zip(other.Edges, (a, b) => a.LengthMm / b.LengthMm).All(r => r is < MostGrading and > 1 / MostGrading);
}
