using System.Collections.Immutable;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Patterns;

/// <summary>What somebody has said of a pattern.</summary>
public sealed record PatternChoices
{
    /// <summary>Widest seam allowance, mm.</summary>
    public const double MostAllowanceMm = 40;

    /// <summary>How outlines are cut into edges.</summary>
    public PatternCut Cut { get; init; } = new();

    /// <summary>Number of the stroke that is the test square; null for none.</summary>
    public int? Square { get; init; }

    /// <summary>How long a side of the square is in truth, mm.</summary>
    public double? SquareMm { get; init; }

    /// <summary>Whether the square outranks the file.</summary>
    public bool TakeSquare { get; init; }

    /// <summary>The seam allowance the pieces were drawn with, mm; 0 where they were drawn without.</summary>
    public double AllowanceMm { get; init; }

    /// <summary>The layer of each wearer or size.</summary>
    public ImmutableSortedDictionary<int, int> Layers { get; init; } = ImmutableSortedDictionary<int, int>.Empty;

    /// <summary>Which edge is what.</summary>
    public ImmutableDictionary<EdgeAt, PatternMark> Marks { get; init; } = ImmutableDictionary<EdgeAt, PatternMark>.Empty;
}

/// <summary>A pattern on the table: the file, what was said of it, and what follows.</summary>
public sealed class PatternWork
{
    /// <summary>Lays a pattern on the table.</summary>
    /// <param name="drawing">The pattern.</param>
    /// <param name="choices">What was said of it; what does not fit the pattern any more is left out.</param>
    public PatternWork(PatternDrawing drawing, PatternChoices choices)
    {
        Drawing = drawing;
        Squares = PatternSquare.Of(drawing);
        Scale = new(Squares.FirstOrDefault(s => s.Stroke == choices.Square), choices.SquareMm, choices.TakeSquare);
        Pieces = PatternCutter.Pieces(drawing.By(Scale.Factor), choices.Cut);
        Choices = choices with
        {
            Square = Scale.Square?.Stroke,
            Marks = choices.Marks.RemoveRange(choices.Marks.Keys.Where(k => !Has(k)).ToList()),
            Layers = choices.Layers.RemoveRange(choices.Layers.Where(l => l.Value < 0 || l.Value >= drawing.Layers.Count).Select(l => l.Key).ToList()),
        };
    }

    /// <summary>The pattern at the file's own scale.</summary>
    public PatternDrawing Drawing { get; }

    /// <summary>What was said of it.</summary>
    public PatternChoices Choices { get; }

    /// <summary>What may be its test square.</summary>
    public IReadOnlyList<PatternSquare> Squares { get; }

    /// <summary>Its scale.</summary>
    public PatternScale Scale { get; }

    /// <summary>Its pieces, at the scale that counts.</summary>
    public IReadOnlyList<PatternPiece> Pieces { get; }

    /// <summary>What is to be said of its scale.</summary>
    public IReadOnlyList<Finding> ScaleFindings => Scale.Findings(Drawing.SaysSize);

    /// <summary>Whether there is such an edge.</summary>
    public bool Has(EdgeAt at) => at.Piece >= 0 && at.Piece < Pieces.Count && at.Edge >= 0 && at.Edge < Pieces[at.Piece].Edges.Count;

    /// <summary>The same with other choices of scale and cut; the marks stay where they are on the cloth.</summary>
    public PatternWork Changed(PatternChoices choices)
    {
        var now = new PatternWork(Drawing, choices with { Marks = ImmutableDictionary<EdgeAt, PatternMark>.Empty });
        return now.Choices.Cut == Choices.Cut && now.Scale.Factor == Scale.Factor
            ? new(Drawing, choices with { Marks = Choices.Marks })
            : new(Drawing, choices with { Marks = PatternMarks.Moved(Choices.Marks, Pieces, now.Pieces, now.Scale.Factor / Scale.Factor) });
    }

    /// <summary>The same with an edge marked; one that was marked so is marked no more.</summary>
    public PatternWork Marked(EdgeAt at, PatternMark mark)
    {
        var already = Choices.Marks.TryGetValue(at, out var old) && old == mark;
        return new(Drawing, Choices with { Marks = already ? Choices.Marks.Remove(at) : Choices.Marks.SetItem(at, mark) });
    }

    /// <summary>The same with the marks of a layer carried to others.</summary>
    /// <returns>The work; and the layers that are not drawn alike.</returns>
    public (PatternWork Work, IReadOnlyList<int> Unlike) Carried(int from, IEnumerable<int> to)
    {
        var (marks, unlike) = PatternMarks.Carried(Choices.Marks, Pieces, from, to);
        return (new(Drawing, Choices with { Marks = marks }), unlike);
    }

    /// <summary>What an edge measures.</summary>
    public EdgeLength Of(EdgeAt at) => PatternLengths.Of(Pieces, Choices.Marks, at, Choices.AllowanceMm);

    /// <summary>What each of the seams measures in a layer.</summary>
    public IReadOnlyList<SeamLength> Of(int layer, IEnumerable<string> seams) => PatternLengths.Of(Pieces, Choices.Marks, layer, Choices.AllowanceMm, seams);
}
