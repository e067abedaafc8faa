using System.Text;
using Microsoft.AspNetCore.Html;

namespace YieldingLoop.Web.Drawings;

/// <summary>One step of the line of steps: a row of looped stitches where the work is done, needle holes where it is to come.</summary>
public static class StitchRow
{
    private const int Loops = 9;
    private const double Pitch = 16, Height = 22;

    public static IHtmlContent Draw(bool done, bool current, int loops = Loops) => Draw(loops, done ? loops : current ? loops / 2 : 0);

    /// <summary>A row of so many stitches, of which the first are sewn.</summary>
    public static IHtmlContent Draw(int loops, int sewn)
    {
        var width = loops * Pitch;
        var text = new StringBuilder();
        text.Append(System.Globalization.CultureInfo.InvariantCulture, $"<svg class=\"stitch-row\" viewBox=\"0 0 {Svg.N(width)} {Svg.N(Height)}\" preserveAspectRatio=\"none\" aria-hidden=\"true\" focusable=\"false\">");
        var path = new StringBuilder("M0 16");
        for (var i = 0; i < sewn; i++)
        {
            // Each stitch: along the needle line, up to the edge in a loop, and back.
            path.Append(System.Globalization.CultureInfo.InvariantCulture, $"l{Svg.N(Pitch * 0.35)} 0c3 -18 {Svg.N(Pitch * 0.5)} -18 {Svg.N(Pitch * 0.3)} 0l{Svg.N(Pitch * 0.35)} 0");
        }

        if (sewn > 0)
        {
            text.Append("<path class=\"stitch-sewn\" d=\"").Append(path).Append("\"/>");
        }

        for (var i = sewn; i < loops; i++)
        {
            text.Append(System.Globalization.CultureInfo.InvariantCulture, $"<circle class=\"stitch-hole\" cx=\"{Svg.N((i + 0.5) * Pitch)}\" cy=\"16\" r=\"1.6\"/>");
        }

        return new HtmlString(text.Append("</svg>").ToString());
    }
}
