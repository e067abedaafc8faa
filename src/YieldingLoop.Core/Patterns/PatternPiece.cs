namespace YieldingLoop.Core.Patterns;

/// <summary>How outlines are cut into edges.</summary>
/// <param name="CornerDegrees">A turn above this is a corner.</param>
/// <param name="WithoutNotches">Whether small cuts into an outline, or out of it, are bridged.</param>
/// <param name="SplitAtNotches">Whether an edge ends at a notch.</param>
public sealed record PatternCut(double CornerDegrees = PatternCut.UsualCornerDegrees, bool WithoutNotches = true, bool SplitAtNotches = false)
{
    /// <summary>A turn that is a corner unless somebody says otherwise; working value.</summary>
    public const double UsualCornerDegrees = 30;

    /// <summary>Smallest and largest that can be said.</summary>
    public const double LeastCornerDegrees = 5, MostCornerDegrees = 85;
}

/// <summary>An edge of a piece: what lies between two corners, or two notches.</summary>
public sealed class PatternEdge
{
    private readonly Lazy<EdgeTrace> trace;

    internal PatternEdge(IReadOnlyList<Curve> curves)
    {
        Curves = curves;
        LengthMm = curves.Sum(c => c.Length());
        trace = new(() => new(curves));
    }

    /// <summary>Its pieces, each beginning where the one before it ends.</summary>
    public IReadOnlyList<Curve> Curves { get; }

    /// <summary>Its length along the curve, mm.</summary>
    public double LengthMm { get; }

    /// <summary>The edge followed point by point.</summary>
    public IEnumerable<PlanePoint> Points => Trace.Points.Select(p => p.At);

    /// <summary>The point half way along it.</summary>
    public PlanePoint Middle => Trace.At(Trace.Length / 2);

    /// <summary>The direction it goes in there.</summary>
    public PlanePoint MiddleDirection => Trace.DirectionAt(Trace.Length / 2);

    internal EdgeTrace Trace => trace.Value;
}

/// <summary>A piece of a pattern, or a line of it.</summary>
/// <param name="Layer">Number of its layer.</param>
/// <param name="Name">What the file calls it; empty where it does not.</param>
/// <param name="Closed">Whether its edges go all round.</param>
/// <param name="Edges">Its edges in the order they are drawn.</param>
/// <param name="Notches">How many notches were found on it.</param>
public sealed record PatternPiece(int Layer, string Name, bool Closed, IReadOnlyList<PatternEdge> Edges, int Notches)
{
    private readonly Lazy<PlanePoint> centre = new(() =>
    {
        var (sum, count) = (default(PlanePoint), 0);
        foreach (var point in Edges.SelectMany(e => e.Points))
        {
            (sum, count) = (sum + point, count + 1);
        }

        return sum * (1.0 / count);
    });

    private readonly Lazy<int> inside = new(() => Closed ? Math.Sign(new EdgeTrace([.. Edges.SelectMany(e => e.Curves)]).Area) : 0);

    /// <summary>The mean of the points its edges are followed by.</summary>
    public PlanePoint Centre => centre.Value;

    /// <summary>On which side its inside lies: 1 where it is drawn from x towards y, −1 for the other way, 0 where it has none.</summary>
    internal int Inside => inside.Value;
}
