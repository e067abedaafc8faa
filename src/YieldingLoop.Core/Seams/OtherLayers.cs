using YieldingLoop.Core.Cloth;

namespace YieldingLoop.Core.Seams;

/// <summary>The layers of a seam that are of another cloth than the rest: a band, an elastic, a binding, a tape, a panel.</summary>
public sealed record OtherLayers
{
    /// <summary>Shortest a layer is cut to be stretched on, % of what it is sewn to.</summary>
    public const double LeastCutPercent = 50;

    /// <summary>The cloth, as it was when the seam was planned.</summary>
    public required ClothFigures Cloth { get; init; }

    /// <summary>The workroom's record of it; null where the figures are all there is.</summary>
    public int? ClothId { get; init; }

    /// <summary>How many layers of it.</summary>
    public int Plies { get; init; } = 1;

    /// <summary>Which way the seam runs on it.</summary>
    public ClothDirection Direction { get; init; } = ClothDirection.Across;

    /// <summary>How long it is cut, % of the length it is sewn to; below 100 it is stretched on.</summary>
    public double CutPercent { get; init; } = 100;

    /// <summary>Whether it is stretched to the length of the rest while it is sewn.</summary>
    public bool StretchedOn => CutPercent < 100 - 1e-9;

    /// <summary>How far it stretches from the length it has to be sewn to, %: below 0 it does not reach that length.</summary>
    public double StretchLeftPercent => LeftOf(Cloth.StretchAlongPercent(Direction).Value);

    /// <summary>What is left of a stretch, %, once it is sewn to its length.</summary>
    internal double LeftOf(double stretchPercent) => (100 + stretchPercent) * CutPercent / 100 - 100;

    /// <summary>How far it is stretched while it is sewn, %.</summary>
    public double StretchedByPercent => (100 / CutPercent - 1) * 100;

    /// <summary>What is wrong with it.</summary>
    internal IEnumerable<Problem> Problems()
    {
        if (Plies is < 1 or > 6)
        {
            yield return new("other.plies", "The other cloth goes into the seam with 1 to 6 layers.");
        }

        if (!Enum.IsDefined(Direction))
        {
            yield return new("other.direction", "Choose one of the choices offered.");
        }

        if (!(CutPercent is >= LeastCutPercent and <= 100))
        {
            yield return new("other.cutPercent", $"A layer is cut to {LeastCutPercent:0} to 100 % of the length it is sewn to; 100 where it is not stretched.");
        }
        else if (StretchLeftPercent < 0)
        {
            yield return new("other.cutPercent", $"Cut to {CutPercent:0.#} % it would have to be stretched by {StretchedByPercent:0.#} % to reach; {Cloth.Name} stretches {Cloth.StretchAlongPercent(Direction).Value:0.#} % that way.");
        }
    }
}
