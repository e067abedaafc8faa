using YieldingLoop.Core.Colour;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.ThreadRoom;

/// <summary>Small spools to wind from a cone, so that there is one for every place it runs in (common practice C9, no published source).</summary>
/// <param name="Positions">The places they are for: those that take least; what takes most stays on the cone.</param>
/// <param name="MetresEach">What goes on each, m, by place.</param>
/// <param name="Fillings">How often each is filled, by place.</param>
public sealed record SpoolsToWind(IReadOnlyList<ThreadPosition> Positions, IReadOnlyList<double> MetresEach, IReadOnlyList<int> Fillings);

/// <summary>Another thread of the drawer that would do.</summary>
/// <param name="ConeId">Which.</param>
/// <param name="Stock">Its record.</param>
/// <param name="Difference">How far its colour is off, ΔE₀₀; null where a colour is not noted.</param>
/// <param name="SameKind">Whether it is of the same kind; another one needs a swatch of its own.</param>
/// <param name="Lasts">Whether enough of it is left; null where nobody has said how much.</param>
public sealed record OtherThread(string ConeId, ThreadStock Stock, double? Difference, bool SameKind, bool? Lasts);

/// <summary>What to do so that a thread lasts.</summary>
public static class ThreadRemedies
{
    /// <summary>Spools are wound to the next so many metres.</summary>
    public const double WindingStepMetres = 5;

    /// <summary>Most other threads that are named.</summary>
    public const int MostOthers = 2;

    /// <summary>Kinds that stand in for each other after a swatch (common practice C1, C3, no published source).</summary>
    private static readonly (string One, string Other)[] StandIns = [("spun-polyester", "corespun-polyester"), ("textured-nylon", "textured-polyester")];

    /// <summary>Whether threads of two kinds stand in for each other.</summary>
    public static bool StandsIn(string kindId, string otherKindId) => StandIns.Any(s => (s.One, s.Other) == (kindId, otherKindId) || (s.Other, s.One) == (kindId, otherKindId));

    /// <summary>What a bobbin or small spool takes of a thread, m: room goes by the thread's cross-section when it lies flat, as in the disc.</summary>
    /// <param name="thread">The thread.</param>
    /// <param name="ordinaryMetres">What it takes of spun polyester of 27 tex, m.</param>
    public static double Holds(ThreadKind thread, double ordinaryMetres) => ordinaryMetres * Math.Pow(ThreadCatalogue.SpunPolyester.DiscDiameterMm / thread.DiscDiameterMm, 2);

    /// <summary>The spools to wind; null where there are cones enough, or none is here.</summary>
    public static SpoolsToWind? Winding(ThreadNeed need, ThreadAllowance allowance)
    {
        if (need.Stock is not { } stock || need.AtOnce <= stock.Count)
        {
            return null;
        }

        // Bobbins are wound before anything is sewn, so they need no cone of their own.
        var small = need.Positions.Where(p => p.Position != ThreadPosition.Bobbin).OrderByDescending(p => p.Metres).Skip(stock.Count).Take(need.AtOnce - stock.Count).ToList();
        var holds = Holds(need.Thread.Resolve(), allowance.SpoolMetres);
        var fillings = small.Select(p => (int)Math.Ceiling(p.Metres / holds)).ToList();
        return new SpoolsToWind(
            [.. small.Select(p => p.Position)], [.. small.Zip(fillings, (p, n) => Math.Min(holds, Math.Ceiling(p.Metres / n / WindingStepMetres) * WindingStepMetres))], fillings);
    }

    /// <summary>Other threads that would do, the likest first: of the same kind or one that stands in for it, and not known to be too little.</summary>
    public static IReadOnlyList<OtherThread> Others(ThreadNeed need, IReadOnlyList<Cone> drawer) =>
    [
        .. drawer.Where(c => c.Id != need.ConeId && (c.Stock.KindId == need.Thread.KindId || StandsIn(c.Stock.KindId, need.Thread.KindId)))
            .Select(c => new OtherThread(
                c.Id, c.Stock, CieLab.TryFromHex(need.Thread.Colour, out var wanted) && CieLab.TryFromHex(c.Stock.Colour, out var has) ? CieLab.Difference(wanted, has) : null,
                c.Stock.KindId == need.Thread.KindId, c.Stock.MetresLeft is { } left ? left >= need.Metres : null))
            .Where(o => o.Lasts != false)
            .OrderByDescending(o => o.SameKind).ThenBy(o => o.Difference ?? double.MaxValue).ThenByDescending(o => o.Lasts == true).ThenBy(o => o.Stock.Name, StringComparer.Ordinal).Take(MostOthers),
    ];

    /// <summary>Full cones to buy; null where nothing is missing, or nobody noted how much a full one holds.</summary>
    public static int? Cones(ThreadNeed need) => need is { MissingMetres: > 0, Stock.FullMetres: { } full } ? (int)Math.Ceiling(need.MissingMetres / full) : null;

    /// <summary>What is to be said and done about a thread, as codes with their figures: first how it stands, then what to do.</summary>
    /// <param name="need">The need.</param>
    /// <param name="seams">The seams, in the order they are sewn.</param>
    /// <param name="drawer">The threads that are here.</param>
    /// <param name="allowance">What goes besides.</param>
    public static IReadOnlyList<Finding> Of(ThreadNeed need, IReadOnlyList<SeamToSew> seams, IReadOnlyList<Cone> drawer, ThreadAllowance allowance)
    {
        var found = new List<Finding>();
        if (need.Metres == 0)
        {
            return [new("need-no-length")];
        }

        found.Add(Stands(need, seams));
        if (need.Standing is ThreadStanding.RunsOut or ThreadStanding.Tight or ThreadStanding.NotHere)
        {
            found.AddRange(Others(need, drawer).Select(o =>
            {
                var said = new Finding(o.SameKind ? "other-same" : "other-stands-in").With("name", o.Stock.Name.Trim());
                said = o.Difference is { } off ? said.With("differenceE", off) : said;
                return o.Stock.MetresLeft is { } left ? said.With("leftM", left) : said;
            }));
            found.Add(Cones(need) is { } cones ? new Finding("buy-cones").With("missingM", need.MissingMetres).With("cones", cones).With("fullM", need.Stock!.FullMetres!.Value) : new Finding("buy-metres").With("missingM", need.MissingMetres));
        }

        if (Winding(need, allowance) is { } spools)
        {
            foreach (var (i, position) in spools.Positions.Index())
            {
                found.Add(new Finding(spools.Fillings[i] > 1 ? "wind-often" : "wind").With("position", position.Id()).With("metres", spools.MetresEach[i]).With("fillings", spools.Fillings[i]));
            }

            found.Add(new Finding("wind-how").With("places", need.AtOnce).With("holders", need.Stock!.Count));
        }
        else if (Swap(need) is { } swap)
        {
            found.Add(swap);
        }

        if (need.Positions.FirstOrDefault(p => p.Position == ThreadPosition.Bobbin) is { } bobbin)
        {
            var holds = Holds(need.Thread.Resolve(), allowance.BobbinMetres);
            var eats = seams[need.Seams.First(s => seams[s].Plan.Threads.Any(t => t.Position == ThreadPosition.Bobbin))].Consumption(ThreadPosition.Bobbin);
            found.Add(new Finding("bobbins").With("bobbins", Math.Ceiling(bobbin.Metres / holds)).With("seamM", holds / eats).With("holdsM", holds));
        }

        return found;
    }

    private static Finding Stands(ThreadNeed need, IReadOnlyList<SeamToSew> seams)
    {
        var said = new Finding(need.Standing switch
        {
            ThreadStanding.NotHere => "need-not-here",
            ThreadStanding.Unknown => "need-unknown",
            ThreadStanding.Enough => need.Whole ? "need-enough" : "need-enough-so-far",
            ThreadStanding.Tight => "need-tight",
            _ => "need-short",
        }).With("needsM", need.Metres);
        said = need.LeftMetres is { } left ? said.With("leftM", left).With("overM", left - need.Metres) : said;
        if (need.RunsOut is not { } place)
        {
            return said;
        }

        said = said.With("seam", seams[place.Seam].Id);
        return place.Piece < 0 ? said with { Code = said.Code + "-swatch" }
            : seams[place.Seam].PiecesMm.Count == 1 ? Into(said, place) : Into(said.With("piece", place.Piece + 1).With("pieces", seams[place.Seam].PiecesMm.Count), place);
    }

    private static Finding Into(Finding said, RunsOut place) => place.IntoMm is { } into ? said.With("intoMm", into) : said;

    /// <summary>Where all cones together last but the greediest place takes more than is on one: they are changed over once in between.</summary>
    private static Finding? Swap(ThreadNeed need) =>
        need is { Standing: ThreadStanding.Enough, AtOnce: > 1, Stock: { Count: > 1 } stock } && need.Positions.Where(p => p.Position != ThreadPosition.Bobbin).MaxBy(p => p.Metres) is { } most && most.Metres > need.LeftMetres!.Value / stock.Count
            ? new Finding("swap").With("position", most.Position.Id()).With("needsM", most.Metres).With("eachM", need.LeftMetres.Value / stock.Count) : null;
}
