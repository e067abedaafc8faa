using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.ThreadRoom;

/// <summary>How what is left of a thread compares with what is needed.</summary>
public enum ThreadStanding
{
    /// <summary>None of it lies in the drawer.</summary>
    NotHere,

    /// <summary>Nobody has said how much is left.</summary>
    Unknown,

    /// <summary>Enough for all of it.</summary>
    Enough,

    /// <summary>Enough for the seams, not for swatches and waste too.</summary>
    Tight,

    /// <summary>It runs out.</summary>
    RunsOut,
}

/// <summary>Where a thread runs out.</summary>
/// <param name="Seam">Which of the seams, from 0.</param>
/// <param name="Piece">Which piece of it, from 0; −1 for a swatch before it.</param>
/// <param name="IntoMm">How far into the piece, mm of seam; null where the piece's length is not known or it is a swatch.</param>
public sealed record RunsOut(int Seam, int Piece, double? IntoMm);

/// <summary>What seams take of one thread, and whether it lasts.</summary>
public sealed record ThreadNeed
{
    /// <summary>Which cone of the drawer; null where it is planned by its kind alone.</summary>
    public required string? ConeId { get; init; }

    /// <summary>The thread as the set-ups name it.</summary>
    public required SewingThread Thread { get; init; }

    /// <summary>Its record; null where none of it lies in the drawer.</summary>
    public ThreadStock? Stock { get; init; }

    /// <summary>What each place takes, in the order places are written in.</summary>
    public required IReadOnlyList<PositionNeed> Positions { get; init; }

    /// <summary>The seams it runs in, from 0, in the order they are sewn.</summary>
    public required IReadOnlyList<int> Seams { get; init; }

    /// <summary>What each of those takes of it, m.</summary>
    public required IReadOnlyList<double> BySeam { get; init; }

    /// <summary>How many ends of it leave cones at the same time, so many cones or spools there have to be; a bobbin is wound before.</summary>
    public required int AtOnce { get; init; }

    /// <summary>Whether every length it runs along is known; otherwise it is more.</summary>
    public required bool Whole { get; init; }

    /// <summary>Where it runs out; null where it lasts, or nobody knows how much there is.</summary>
    public RunsOut? RunsOut { get; init; }

    /// <summary>All together, m.</summary>
    public double Metres => Positions.Sum(p => p.Metres);

    /// <summary>In the seams and their ends alone, m.</summary>
    public double SeamMetres => Positions.Sum(p => p.LaidMetres + p.EndsMetres);

    /// <summary>What is left of it, m; null where nobody has said.</summary>
    public double? LeftMetres => Stock?.MetresLeft;

    /// <summary>How many metres are missing; 0 where it lasts. Where it is not here, all of them.</summary>
    public double MissingMetres => Standing switch { ThreadStanding.NotHere => Metres, ThreadStanding.Unknown => 0, _ => Math.Max(0, Metres - LeftMetres!.Value) };

    /// <summary>Whether it lasts.</summary>
    public ThreadStanding Standing =>
        Stock is null ? ThreadStanding.NotHere : LeftMetres is not { } left ? ThreadStanding.Unknown : left >= Metres ? ThreadStanding.Enough : left >= SeamMetres ? ThreadStanding.Tight : ThreadStanding.RunsOut;

    /// <summary>What all of it costs; null where no price is noted.</summary>
    public double? Price => Stock?.PricePerKm is { } price ? Metres * price / 1000 : null;

    /// <summary>What seams take of each thread when they are sewn in this order, the most first.</summary>
    /// <param name="inOrder">The seams.</param>
    /// <param name="drawer">The threads that are here.</param>
    /// <param name="allowance">What goes besides.</param>
    public static IReadOnlyList<ThreadNeed> Of(IReadOnlyList<SeamToSew> inOrder, IReadOnlyList<Cone> drawer, ThreadAllowance allowance)
    {
        var needs = inOrder.Select(s => PositionNeed.Of(s, allowance)).ToList();
        var stocks = drawer.ToDictionary(c => c.Id, c => c.Stock, StringComparer.Ordinal);
        return
        [
            .. inOrder.SelectMany((s, i) => s.Plan.Threads.Zip(needs[i], (t, need) => (Seam: i, t.Position, t.Thread, Need: need)))
                // A cone is known by itself; what has none by its kind and colour.
                .GroupBy(t => (t.Thread.ConeId, t.Thread.KindId, Colour: t.Thread.ConeId is null ? t.Thread.Colour : null))
                .Select(g =>
                {
                    var runs = g.ToList();
                    var stock = g.Key.ConeId is { } id ? stocks.GetValueOrDefault(id) : null;
                    return new ThreadNeed
                    {
                        ConeId = g.Key.ConeId, Thread = runs[^1].Thread, Stock = stock,
                        Positions = [.. ThreadPositions.AsWritten.Where(p => runs.Exists(r => r.Position == p)).Select(p => runs.Where(r => r.Position == p).Select(r => r.Need).Aggregate((a, b) => a + b))],
                        Seams = [.. runs.Select(r => r.Seam).Distinct()],
                        BySeam = [.. runs.GroupBy(r => r.Seam).Select(s => s.Sum(r => r.Need.Metres))],
                        AtOnce = runs.Where(r => r.Position != ThreadPosition.Bobbin).GroupBy(r => r.Seam).Select(s => s.Count()).DefaultIfEmpty(0).Max(),
                        Whole = runs.TrueForAll(r => inOrder[r.Seam].Whole),
                        RunsOut = stock?.MetresLeft is { } left && left < runs.Sum(r => r.Need.Metres) ? Where(inOrder, [.. runs.Select(r => (r.Seam, r.Position))], left, allowance) : null,
                    };
                })
                .OrderByDescending(n => n.Metres).ThenBy(n => n.Thread.Name, StringComparer.Ordinal).ThenBy(n => n.Thread.KindId, StringComparer.Ordinal).ThenBy(n => n.ConeId, StringComparer.Ordinal),
        ];
    }

    /// <summary>Where a thread runs out when it goes on being wasted as it is wasted on the whole.</summary>
    private static RunsOut? Where(IReadOnlyList<SeamToSew> seams, IReadOnlyList<(int Seam, ThreadPosition Position)> runs, double left, ThreadAllowance allowance)
    {
        var wasting = 1 + allowance.WastePercent / 100;
        foreach (var seam in runs.GroupBy(r => r.Seam).OrderBy(g => g.Key))
        {
            var sewn = seams[seam.Key];
            var swatches = sewn.Swatches * seam.Sum(r => sewn.SwatchMetres(r.Position, allowance)) * wasting;
            if (swatches > left)
            {
                return new RunsOut(seam.Key, -1, null);
            }

            left -= swatches;
            for (var piece = 0; piece < sewn.PiecesMm.Count; piece++)
            {
                var takes = seam.Sum(r => sewn.PieceMetres(r.Position, piece, allowance)) * wasting;
                if (takes > left)
                {
                    // The ends are taken half before and half after.
                    var (ends, laid) = (seam.Sum(r => sewn.EndsMetres(r.Position, allowance)) * wasting / 2, seam.Sum(r => sewn.Consumption(r.Position)) * wasting / 1000);
                    return new RunsOut(seam.Key, piece, sewn.PiecesMm[piece] is { } length ? Math.Clamp((left - ends) / laid, 0, length) : null);
                }

                left -= takes;
            }
        }

        return null;
    }
}
