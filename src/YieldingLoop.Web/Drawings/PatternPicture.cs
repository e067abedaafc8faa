using System.Globalization;
using System.Text;
using Microsoft.AspNetCore.Html;
using YieldingLoop.Core.Patterns;

namespace YieldingLoop.Web.Drawings;

/// <summary>An edge as it is drawn.</summary>
/// <param name="At">Which.</param>
/// <param name="ShortName">Its short name.</param>
/// <param name="Mark">What it is, in words; null for nothing.</param>
/// <param name="Kind">What it is; null for nothing.</param>
/// <param name="InHand">Whether it is of the seam that is being marked.</param>
internal sealed record DrawnEdge(EdgeAt At, string ShortName, string? Mark, MarkKind? Kind, bool InHand);

/// <summary>
/// One layer of a pattern with its edges to be pointed at; the other layers stand behind it. Drawn from the geometry that is
/// measured, never from the file itself.
/// </summary>
internal static class PatternPicture
{
    /// <summary>Room the drawing has on a page, pixels; what is written in it is sized for that.</summary>
    private const double RoomWidth = 820, RoomHeight = 600;

    /// <summary>Largest name of a mark that is written beside its edge, characters.</summary>
    private const int LongestMark = 22;

    /// <summary>Most small marks that are drawn.</summary>
    private const int MostMarks = 2000;

    /// <summary>Draws a layer.</summary>
    /// <param name="work">The pattern.</param>
    /// <param name="layer">The layer.</param>
    /// <param name="edges">Its edges, as they are marked.</param>
    /// <param name="title">What it shows, in words.</param>
    public static IHtmlContent Draw(PatternWork work, int layer, IReadOnlyList<DrawnEdge> edges, string title)
    {
        var points = edges.SelectMany(e => work.Pieces[e.At.Piece].Edges[e.At.Edge].Points).ToList();
        if (points.Count == 0)
        {
            points = [.. work.Drawing.By(work.Scale.Factor).Strokes.Where(s => s.Layer == layer).SelectMany(s => s.Outline.Curves).SelectMany(c => new[] { c.Start, c.End })];
        }

        var (left, top, right, bottom) = (points.Min(p => p.X), points.Min(p => p.Y), points.Max(p => p.X), points.Max(p => p.Y));
        // So many millimetres are a pixel where the drawing fills its room.
        var pixel = Math.Max(Math.Max((right - left) / RoomWidth, (bottom - top) / RoomHeight), 1e-6);
        var margin = 26 * pixel;
        var text = new StringBuilder();
        text.Append(CultureInfo.InvariantCulture, $"<svg class=\"drawing pattern-drawing\" viewBox=\"{N(left - margin)} {N(top - margin)} {N(right - left + (2 * margin))} {N(bottom - top + (2 * margin))}\" role=\"img\" aria-label=\"{Svg.Encode(title)}\" xmlns=\"http://www.w3.org/2000/svg\">");
        var factor = work.Scale.Factor;
        bool Shown(PlanePoint point) => point.X >= left - margin && point.X <= right + margin && point.Y >= top - margin && point.Y <= bottom + margin;
        var marks = 0;
        foreach (var stroke in work.Drawing.By(factor).Strokes)
        {
            // Letters turned into lines come by the thousand and say little in small.
            if (stroke.Outline.Length < PatternCutter.LeastPieceMm && ++marks > MostMarks)
            {
                continue;
            }

            var own = stroke.Layer == layer;
            if (!own && !stroke.Outline.Curves.All(c => Shown(c.Start) && Shown(c.End)))
            {
                // Half of a line at the edge of the drawing would only puzzle.
                continue;
            }

            text.Append(CultureInfo.InvariantCulture, $"<path class=\"{(own ? "pattern-cloth" : "pattern-behind")}\" d=\"{Path(stroke.Outline.Curves)}{(stroke.Outline.Closed ? "z" : "")}\"/>");
        }

        foreach (var edge in edges)
        {
            var d = Path(work.Pieces[edge.At.Piece].Edges[edge.At.Edge].Curves);
            var look = edge.Kind is { } kind ? $" pattern-{kind.ToString().ToLowerInvariant()}{(edge.InHand ? " pattern-in-hand" : "")}" : "";
            text.Append(CultureInfo.InvariantCulture, $"<g class=\"pattern-edge{look}\" data-edge=\"{edge.At.Piece}.{edge.At.Edge}\"><path class=\"pattern-hit\" d=\"{d}\"/><path class=\"pattern-line\" d=\"{d}\"/></g>");
        }

        foreach (var edge in edges)
        {
            var (middle, inward) = Inward(work.Pieces[edge.At.Piece], edge.At.Edge);
            var name = edge.Mark is { } mark ? $"{edge.ShortName} · {(mark.Length <= LongestMark ? mark : mark[..(LongestMark - 1)] + "…")}" : edge.ShortName;
            var anchor = inward.X > 0.4 ? "start" : inward.X < -0.4 ? "end" : "middle";
            Write(name, "pattern-name pattern-name-wide", 14);
            // On a phone the drawing is half as large, and has no room for more than the letter.
            Write(edge.ShortName, "pattern-name pattern-name-narrow", 30);
            void Write(string words, string css, double size) => text.Append(CultureInfo.InvariantCulture, $"<text class=\"{css}{(edge.Mark is null ? "" : " pattern-name-marked")}\" font-size=\"{N(size * pixel)}\" stroke-width=\"{N(size * 0.3 * pixel)}\" x=\"{N(middle.X + (inward.X * 0.65 * size * pixel))}\" y=\"{N(middle.Y + (((inward.Y * 1.1) + 0.35) * size * pixel))}\" text-anchor=\"{anchor}\">{Svg.Encode(words)}</text>");
        }

        return new HtmlString(text.Append("</svg>").ToString());
    }

    /// <summary>The middle of an edge, and the way from there into its piece, where there is room to write.</summary>
    private static (PlanePoint Middle, PlanePoint Inward) Inward(PatternPiece piece, int edge)
    {
        var (middle, across) = (piece.Edges[edge].Middle, piece.Edges[edge].MiddleDirection.Turned);
        var way = PlanePoint.Dot(across, piece.Centre - middle) < 0 ? across * -1 : across;
        return (middle, way.Length == 0 ? way : way * (1 / way.Length));
    }

    /// <summary>A line as SVG writes it.</summary>
    private static string Path(IReadOnlyList<Curve> curves)
    {
        var text = new StringBuilder();
        text.Append(CultureInfo.InvariantCulture, $"M{P(curves[0].Start)}");
        foreach (var curve in curves)
        {
            switch (curve)
            {
                case CubicCurve cubic:
                    text.Append(CultureInfo.InvariantCulture, $"C{P(cubic.P1)} {P(cubic.P2)} {P(cubic.P3)}");
                    break;
                case ArcCurve arc:
                    // An eighth of a turn or less by one cubic is off by less than four parts in a million (the usual handle length 4/3·tan(δ/4)).
                    var parts = (int)Math.Ceiling(Math.Abs(arc.Sweep) / (Math.PI / 4));
                    for (var i = 0; i < parts; i++)
                    {
                        var part = (ArcCurve)arc.Part((double)i / parts, (double)(i + 1) / parts);
                        var handle = 4.0 / 3 * Math.Tan(part.Sweep / 4) / part.Sweep;
                        text.Append(CultureInfo.InvariantCulture, $"C{P(part.Start + (part.Velocity(0) * handle))} {P(part.End - (part.Velocity(1) * handle))} {P(part.End)}");
                    }

                    break;
                default:
                    text.Append(CultureInfo.InvariantCulture, $"L{P(curve.End)}");
                    break;
            }
        }

        return text.ToString();
    }

    private static string P(PlanePoint point) => $"{N(point.X)} {N(point.Y)}";

    private static string N(double value) => Math.Round(value, 3).ToString(CultureInfo.InvariantCulture);
}
