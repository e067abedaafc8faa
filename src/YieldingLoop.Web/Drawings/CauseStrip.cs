using Microsoft.AspNetCore.Html;
using static YieldingLoop.Web.Drawings.Svg;

namespace YieldingLoop.Web.Drawings;

/// <summary>A share as a strip of cloth cut to that length, its selvedge to the left.</summary>
public static class CauseStrip
{
    private const double Width = 300, Height = 22;

    /// <param name="share">Share of the whole strip, 0 to 1.</param>
    public static IHtmlContent Draw(double share)
    {
        var svg = new Svg(Width, Height, "", "drawing cause-strip");
        svg.Line(0, Height - 3, Width, Height - 3, "cause-whole");
        var length = Math.Max(3, Math.Clamp(share, 0, 1) * Width);
        // Pinked where it was cut.
        svg.Path($"M0 2H{N(length)}l-3 2l3 2l-3 2l3 2l-3 2l3 2l-3 2l3 2H0Z", "cause-cloth");
        if (length > 12)
        {
            svg.Line(5, 5, length - 6, 5, "cause-stitch");
        }

        return svg.Done();
    }
}
