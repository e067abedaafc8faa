using Microsoft.AspNetCore.Html;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Swatches;
using static YieldingLoop.Web.Drawings.Svg;

namespace YieldingLoop.Web.Drawings.Pull;

/// <summary>A sewn strip as it leaves the machine, seen from above with the foot nearest: straight, or curving to one side.</summary>
public static class CurlDrawing
{
    private const double Width = 220, Height = 206, Middle = 110, Half = 34, Begins = 168, Ends = 24;

    /// <summary>How far its end has gone to the side.</summary>
    private const double Aside = 52;

    public static IHtmlContent Draw(Curl curl, Stitch stitch)
    {
        var to = curl switch { Curl.Left => -Aside, Curl.Right => Aside, _ => 0 };
        var svg = new Svg(Width, Height, $"The strip from above, the foot nearest: it leaves {(curl switch { Curl.Left => "curving to the left", Curl.Right => "curving to the right", _ => "straight" })}.", "drawing seam-drawn look-curl");
        // The seam lies at the right edge where the stitch trims it, and in the middle of the strip elsewhere.
        var seam = stitch.NeedsLoopWidth ? Half - 9 : 0;
        svg.Path($"{Side(-Half, to)}L{N(Middle + Half + to)} {N(Ends + Tilt(Half, to))}{Return(Half, to)}Z", "pull-strip");
        svg.Path(Side(seam, to), "look-seam");
        svg.Rect(Middle + seam - 20, Begins - 4, 40, 30, "look-foot", 4).Line(Middle + seam, Begins + 2, Middle + seam, Begins + 20, "look-slot");
        return svg.Done();
    }

    /// <summary>One line of the strip, from the foot to its end.</summary>
    private static string Side(double aside, double to) =>
        $"M{N(Middle + aside)} {N(Begins + 22)}V{N(Begins)}C{N(Middle + aside)} {N(Begins - 60)} {N(Middle + aside + 0.35 * to)} {N(Ends + 70)} {N(Middle + aside + to)} {N(Ends + Tilt(aside, to))}";

    private static string Return(double aside, double to) =>
        $"C{N(Middle + aside + 0.35 * to)} {N(Ends + 70)} {N(Middle + aside)} {N(Begins - 60)} {N(Middle + aside)} {N(Begins)}V{N(Begins + 22)}";

    /// <summary>The end lies square to where the strip goes.</summary>
    private static double Tilt(double aside, double to) => 0.45 * aside * Math.Sign(to);
}
