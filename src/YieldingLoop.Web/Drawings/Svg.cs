using System.Globalization;
using System.Text;
using System.Text.Encodings.Web;
using Microsoft.AspNetCore.Html;

namespace YieldingLoop.Web.Drawings;

/// <summary>
/// Writes SVG with classes and presentation attributes only: the content security policy allows no inline style.
/// Coordinates are user units of the view box.
/// </summary>
internal sealed class Svg
{
    private readonly StringBuilder text = new();

    /// <summary>Goes on with a drawing that is begun.</summary>
    public Svg(StringBuilder begun) => text = begun;

    /// <summary>Starts a drawing that stands for what <paramref name="title"/> says; one without a title shows what is said beside it.</summary>
    /// <param name="width">Its width.</param>
    /// <param name="height">Its height.</param>
    /// <param name="title">What it shows, in words.</param>
    /// <param name="cssClass">Its classes.</param>
    /// <param name="into">Where to, where others write into it as well.</param>
    /// <param name="stretched">Whether it fills whatever room it is given.</param>
    public Svg(double width, double height, string title, string cssClass, StringBuilder? into = null, bool stretched = false)
    {
        text = into ?? text;
        if (title.Length == 0)
        {
            // What it shows stands in words beside it.
            text.Append(CultureInfo.InvariantCulture, $"<svg class=\"{cssClass}\" viewBox=\"0 0 {N(width)} {N(height)}\" aria-hidden=\"true\" focusable=\"false\" xmlns=\"http://www.w3.org/2000/svg\">");
            return;
        }

        text.Append(CultureInfo.InvariantCulture, $"<svg class=\"{cssClass}\" viewBox=\"0 0 {N(width)} {N(height)}\" role=\"img\" aria-label=\"{Encode(title)}\"{(stretched ? " preserveAspectRatio=\"none\"" : "")} xmlns=\"http://www.w3.org/2000/svg\">");
    }

    public Svg Line(double x1, double y1, double x2, double y2, string cssClass) =>
        Add($"<line class=\"{cssClass}\" x1=\"{N(x1)}\" y1=\"{N(y1)}\" x2=\"{N(x2)}\" y2=\"{N(y2)}\"/>");

    /// <summary>A line in a colour of the user's.</summary>
    public Svg Coloured(double x1, double y1, double x2, double y2, string cssClass, string colour, double? width = null) =>
        Add($"<line class=\"{cssClass}\" stroke=\"{Encode(colour)}\"{(width is { } thick ? $" stroke-width=\"{N(thick)}\"" : "")} x1=\"{N(x1)}\" y1=\"{N(y1)}\" x2=\"{N(x2)}\" y2=\"{N(y2)}\"/>");

    /// <summary>A rectangle in a colour of the user's.</summary>
    public Svg Filled(double x, double y, double width, double height, string colour, string cssClass) =>
        Add($"<rect class=\"{cssClass}\" fill=\"{Encode(colour)}\" x=\"{N(x)}\" y=\"{N(y)}\" width=\"{N(Math.Max(0, width))}\" height=\"{N(Math.Max(0, height))}\"/>");

    public Svg Rect(double x, double y, double width, double height, string cssClass, double radius = 0) =>
        Add($"<rect class=\"{cssClass}\" x=\"{N(x)}\" y=\"{N(y)}\" width=\"{N(Math.Max(0, width))}\" height=\"{N(Math.Max(0, height))}\"{(radius > 0 ? $" rx=\"{N(radius)}\"" : "")}/>");

    public Svg Circle(double x, double y, double radius, string cssClass) =>
        Add($"<circle class=\"{cssClass}\" cx=\"{N(x)}\" cy=\"{N(y)}\" r=\"{N(radius)}\"/>");

    /// <summary>A path; numbers inside are written with <see cref="N"/>.</summary>
    public Svg Path(string d, string cssClass) => Add($"<path class=\"{cssClass}\" d=\"{d}\"/>");

    /// <summary>Text; anchor is start, middle or end.</summary>
    public Svg Text(double x, double y, string content, string cssClass, string anchor = "start") =>
        Add($"<text class=\"{cssClass}\" x=\"{N(x)}\" y=\"{N(y)}\" text-anchor=\"{anchor}\">{Encode(content)}</text>");

    /// <summary>Text of a size of its own.</summary>
    public Svg Sized(double x, double y, string content, string cssClass, double size) =>
        Add($"<text class=\"{cssClass}\" font-size=\"{N(size)}\" x=\"{N(x)}\" y=\"{N(y)}\">{Encode(content)}</text>");

    /// <summary>Another drawing within this one.</summary>
    public Svg Inside(IHtmlContent drawing, double x, double y, double width, double height) =>
        Add("<svg " + FormattableString.Invariant($"x=\"{N(x)}\" y=\"{N(y)}\" width=\"{N(width)}\" height=\"{N(height)}\" ") + drawing.ToString()!["<svg ".Length..]);

    /// <summary>A line with arrow heads at both ends and its length written beside it.</summary>
    public Svg Measure(double x1, double x2, double y, string label)
    {
        Line(x1, y, x2, y, "d-measure").Line(x1, y - 5, x1, y + 5, "d-measure").Line(x2, y - 5, x2, y + 5, "d-measure");
        return Text((x1 + x2) / 2, y - 6, label, "d-label", "middle");
    }

    /// <summary>A thread's tag: round for needles, square for loopers, with its letters.</summary>
    public Svg Tag(double x, double y, Core.Threads.ThreadPosition position)
    {
        var css = ThreadLook.Class(position);
        if (Core.Threads.ThreadPositions.IsNeedle(position))
        {
            Circle(x, y, 13, $"tag-shape {css}");
        }
        else
        {
            Rect(x - 13, y - 13, 26, 26, $"tag-shape {css}", 4);
        }

        return Text(x, y + 4.5, Core.Threads.ThreadPositions.Tag(position), $"tag-letters {css}", "middle");
    }

    /// <summary>Begins a part that leads somewhere when it is tapped. The same way stands beside the drawing for the keyboard, so this one is not a stop.</summary>
    /// <param name="href">Where it leads.</param>
    /// <param name="cssClass">Its class.</param>
    public Svg Into(string href, string cssClass) => Add($"<a class=\"{cssClass}\" href=\"{Encode(href)}\" tabindex=\"-1\">");

    /// <summary>Ends such a part.</summary>
    public Svg OutOf() => Add("</a>");

    public IHtmlContent Done() => new HtmlString(text.Append("</svg>").ToString());

    /// <summary>A coordinate, two decimals.</summary>
    public static string N(double value) => Math.Round(value, 2).ToString(CultureInfo.InvariantCulture);

    private Svg Add(string element)
    {
        text.Append(element);
        return this;
    }

    /// <summary>Text as it may stand in markup.</summary>
    public static string Encode(string content) => HtmlEncoder.Default.Encode(content);
}
