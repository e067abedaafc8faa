using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Patterns;

/// <summary>A layer of a pattern: a size, where sizes are drawn over one another.</summary>
/// <param name="Name">What the file calls it; empty for what lies in no layer.</param>
/// <param name="Hidden">Whether the file hides it. It is measured all the same: sizes that are not needed are hidden.</param>
public sealed record PatternLayer(string Name, bool Hidden);

/// <summary>A stroke of the pattern in millimetres at the file’s own scale.</summary>
/// <param name="Layer">Number of its layer.</param>
/// <param name="Name">What the file calls it; empty where it does not.</param>
/// <param name="Outline">Its line.</param>
public sealed record PatternStroke(int Layer, string Name, Outline Outline);

/// <summary>A pattern as it was read: its layers, every stroke in millimetres, and what cannot be measured.</summary>
/// <param name="Layers">Its layers in the order of the file, those without strokes left out; what lies in none comes last.</param>
/// <param name="Strokes">Its strokes in the order of the file.</param>
/// <param name="SaysSize">Whether the file says its size in the world; where not, a unit is taken for a CSS pixel.</param>
/// <param name="Gaps">What cannot be measured, by reason, with how many ("count").</param>
public sealed record PatternDrawing(IReadOnlyList<PatternLayer> Layers, IReadOnlyList<PatternStroke> Strokes, bool SaysSize, IReadOnlyList<Finding> Gaps)
{
    /// <summary>Most shapes of one file, those counted again that it uses again.</summary>
    public const int MostShapes = 20_000;

    /// <summary>Most pieces of line.</summary>
    public const int MostCurves = 100_000;

    /// <summary>Most points its outlines are followed by.</summary>
    public const int MostPoints = 250_000;

    /// <summary>Farthest a pattern reaches, mm.</summary>
    public const double MostReachMm = 100_000;

    /// <summary>Code of a file that has nothing to measure.</summary>
    public const string Empty = "pattern-empty";

    /// <summary>Code of a file with more shapes or lines than are taken.</summary>
    public const string TooMany = "pattern-too-many";

    /// <summary>The same so many times as large.</summary>
    public PatternDrawing By(double times)
    {
        var map = Affine.Scale(times, times);
        return times == 1 ? this : this with { Strokes = [.. Strokes.Select(s => s with { Outline = s.Outline.By(map) })] };
    }

    /// <summary>Reads a pattern.</summary>
    /// <param name="root">The file's outermost element.</param>
    /// <returns>The pattern; or the code of what keeps the file from being one.</returns>
    public static (PatternDrawing? Drawing, Finding? Fault) Read(SvgElement root) => new PatternReading(root).Done();
}
