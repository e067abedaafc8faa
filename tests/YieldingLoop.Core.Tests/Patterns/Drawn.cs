using System.Globalization;
using System.Xml.Linq;
using YieldingLoop.Core.Patterns;

namespace YieldingLoop.Core.Tests.Patterns;

/// <summary>Patterns written as a drawing program would.</summary>
internal static class Drawn
{
    /// <summary>Reads what stands inside an svg element whose unit is the millimetre.</summary>
    public static PatternDrawing Millimetres(string inside) => Read($"""<svg width="1000mm" height="1000mm" viewBox="0 0 1000 1000">{inside}</svg>""");

    /// <summary>Reads a whole file.</summary>
    public static PatternDrawing Read(string svg)
    {
        var (drawing, fault) = PatternDrawing.Read(Element(svg));
        Assert.Null(fault);
        return drawing!;
    }

    public static SvgElement Element(string svg) => Of(XElement.Parse(svg));

    /// <summary>The only stroke's length, mm.</summary>
    public static double Length(string svg) => Assert.Single(Read(svg).Strokes).Outline.Length;

    /// <summary>Pieces of what stands inside, in millimetres.</summary>
    public static IReadOnlyList<PatternPiece> Pieces(string inside, PatternCut? cut = null) => PatternCutter.Pieces(Millimetres(inside), cut ?? new());

    public static string N(double value) => value.ToString("R", CultureInfo.InvariantCulture);

    private static SvgElement Of(XElement element) => new(
        element.Name.LocalName, element.Attributes().Where(a => !a.IsNamespaceDeclaration).ToDictionary(a => a.Name.LocalName, a => a.Value), [.. element.Elements().Select(Of)]) { Text = element.Name.LocalName is "title" or "style" ? element.Value : "" };
}
