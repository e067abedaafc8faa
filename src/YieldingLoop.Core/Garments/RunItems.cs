namespace YieldingLoop.Core.Garments;

/// <summary>One thing to be sewn: a seam on every copy at once, or on one copy.</summary>
/// <param name="Seam">The seam.</param>
/// <param name="Copy">Which copy, from 1; null for all of them.</param>
internal readonly record struct RunPiece((int Garment, int Seam) Seam, int? Copy);

/// <summary>What a question asks to be sewn, piece by piece.</summary>
internal static class RunItems
{
    /// <summary>Every piece that is still to be sewn, in the order given.</summary>
    public static IReadOnlyList<RunPiece> Of(RunOrderQuestion question) =>
    [
        .. question.Seams.Select(s => (Seam: s, Open: Enumerable.Range(1, question.Garments[s.Garment].Count).Except(question.Of(s).SewnCopies).ToList())).Where(s => s.Open.Count > 0)
            .GroupBy(s => s.Seam.Garment)
            .SelectMany(g => question.Batch == RunBatch.SeamBySeam ? g.Select(s => new RunPiece(s.Seam, null))
                : Enumerable.Range(1, question.Garments[g.Key].Count).SelectMany(copy => g.Where(s => s.Open.Contains(copy)).Select(s => new RunPiece(s.Seam, copy)))),
    ];

    /// <summary>For each piece the pieces that come before it: by construction, by what is locked, and a copy before the next.</summary>
    public static IReadOnlyList<IReadOnlyList<int>> Before(RunOrderQuestion question, IReadOnlyList<RunPiece> pieces)
    {
        var at = pieces.Index().ToDictionary(p => p.Item, p => p.Index);
        var before = pieces.Select(_ => new SortedSet<int>()).ToList();
        foreach (var (i, piece) in pieces.Index())
        {
            var garment = question.Garments[piece.Seam.Garment];
            foreach (var after in question.Of(piece.Seam).After)
            {
                var seam = (piece.Seam.Garment, garment.Seams.Index().First(s => s.Item.Id == after).Index);
                if (at.TryGetValue(new(seam, piece.Copy), out var first))
                {
                    before[i].Add(first);
                }
            }

            // All of one copy before any of the next that is not sewn.
            if (pieces.Where(p => p.Seam.Garment == piece.Seam.Garment && p.Copy < piece.Copy).Max(p => p.Copy) is { } last)
            {
                before[i].UnionWith(pieces.Index().Where(p => p.Item.Seam.Garment == piece.Seam.Garment && p.Item.Copy == last).Select(p => p.Index));
            }
        }

        var locked = question.Locked.Select(l => question.Named(l)[0]).ToList();
        // Copy by copy the locked seams stay in their order.
        foreach (var copy in pieces.Select(p => p.Copy).Distinct())
        {
            var chain = locked.Where(s => at.ContainsKey(new(s, copy))).Select(s => at[new(s, copy)]).ToList();
            for (var k = 1; k < chain.Count; k++)
            {
                before[chain[k]].Add(chain[k - 1]);
            }
        }

        return [.. before.Select(b => (IReadOnlyList<int>)[.. b])];
    }
}
