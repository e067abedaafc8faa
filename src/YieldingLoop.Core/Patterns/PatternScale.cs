using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Patterns;

/// <summary>A square of the pattern that may be its test square.</summary>
/// <param name="Stroke">Number of its stroke.</param>
/// <param name="FirstMm">One of its sides at the file's own scale.</param>
/// <param name="SecondMm">The side beside it.</param>
public sealed record PatternSquare(int Stroke, double FirstMm, double SecondMm)
{
    /// <summary>Smallest and largest side, mm; working values.</summary>
    private const double LeastMm = 2, MostMm = 1000;

    /// <summary>Sides within this of one another, and corners within this of a right angle, are taken for a square; one that is off by more than <see cref="PatternScale.Within"/> is told.</summary>
    private const double Square = 0.1;

    /// <summary>The mean of both sides.</summary>
    public double SideMm => (FirstMm + SecondMm) / 2;

    /// <summary>Those of a pattern.</summary>
    public static IReadOnlyList<PatternSquare> Of(PatternDrawing pattern) =>
        [.. pattern.Strokes.Index().Select(s => Of(s.Index, s.Item.Outline)).OfType<PatternSquare>()];

    private static PatternSquare? Of(int number, Outline outline)
    {
        if (!outline.Closed || outline.Curves is not { Count: 4 } sides || sides.Any(c => c is not LineCurve))
        {
            return null;
        }

        var ways = sides.Select(s => s.End - s.Start).ToList();
        var right = Enumerable.Range(0, 4).All(i => Math.Abs(PlanePoint.Dot(ways[i], ways[(i + 1) % 4])) < Square * ways[i].Length * ways[(i + 1) % 4].Length);
        var (first, second) = ((ways[0].Length + ways[2].Length) / 2, (ways[1].Length + ways[3].Length) / 2);
        return right && first is >= LeastMm and <= MostMm && Math.Abs(first - second) <= Square * Math.Max(first, second) ? new(number, first, second) : null;
    }
}

/// <summary>The pattern's scale, checked against its test square.</summary>
/// <param name="Square">The square; null where none was chosen.</param>
/// <param name="SaidMm">How long its side is in truth; null where nobody said.</param>
/// <param name="TakeSquare">Whether the square outranks the file.</param>
public sealed record PatternScale(PatternSquare? Square, double? SaidMm, bool TakeSquare)
{
    /// <summary>Difference that is none; working value, a quarter of a millimetre on 50.</summary>
    public const double Within = 0.005;

    /// <summary>Smallest and largest side that can be said, mm.</summary>
    public const double LeastSaidMm = 5, MostSaidMm = 500;

    /// <summary>Codes of what the square says.</summary>
    public const string Unchecked = "scale-unchecked", NoSize = "scale-no-size", Agrees = "scale-agrees", Off = "scale-off", Uneven = "scale-uneven", Taken = "scale-taken";

    /// <summary>What files that come out at another scale were drawn in, as parts of what was meant.</summary>
    private static readonly (string Code, double Factor)[] Usual =
    [
        ("scale-72", 96.0 / 72), ("scale-90", 96.0 / 90), ("scale-mm", SvgLength.PixelsPerInch / SvgLength.MillimetresPerInch), ("scale-cm", SvgLength.PixelsPerInch / 2.54), ("scale-in", SvgLength.PixelsPerInch), ("scale-pt-as-in", 72.0 / 96),
    ];

    /// <summary>How many times as long everything is as the file says; null where no square was chosen and said.</summary>
    public double? Times => Square is not null && SaidMm is { } said ? said / Square.SideMm : null;

    /// <summary>By what lengths are multiplied.</summary>
    public double Factor => TakeSquare && !IsUneven ? Times ?? 1 : 1;

    /// <summary>Whether lengths can be taken: not while the square and the file say different things and nobody has said which counts.</summary>
    public bool Settled => Times is not { } times || (!IsUneven && (TakeSquare || Math.Abs(times - 1) <= Within));

    private bool IsUneven => Square is { } square && Math.Abs(square.FirstMm - square.SecondMm) > Within * square.SideMm;

    /// <summary>What is to be said of it.</summary>
    /// <param name="saysSize">Whether the file says its size in the world.</param>
    public IReadOnlyList<Finding> Findings(bool saysSize)
    {
        if (Times is not { } times)
        {
            return [new(saysSize ? Unchecked : NoSize)];
        }

        Finding Said(string code) => new Finding(code).With("fileMm", Square!.SideMm).With("saidMm", SaidMm!.Value).With("times", times);
        if (IsUneven)
        {
            return [Said(Uneven).With("firstMm", Square!.FirstMm).With("secondMm", Square.SecondMm)];
        }

        var off = Math.Abs(times - 1) > Within;
        var usual = Usual.Where(u => Math.Abs((times / u.Factor) - 1) <= Within).Select(u => Said(u.Code));
        return !off ? [Said(Agrees)] : TakeSquare ? [Said(Taken), .. usual] : [Said(Off), .. usual];
    }
}
