using Microsoft.AspNetCore.Html;
using YieldingLoop.Core.ThreadPaths;
using static YieldingLoop.Web.Drawings.Svg;

namespace YieldingLoop.Web.Drawings.Pull;

/// <summary>How the sewn strip lies beside an unsewn one of the same length, seen from the side: longer and in waves, shorter and gathered, or alike.</summary>
public static class LieDrawing
{
    /// <summary>Its size, and where the sewn strip lies.</summary>
    public const double Width = 400, Height = 90, Top = 34;

    private const double Left = 8, Unsewn = 300, Thick = 7;

    /// <summary>Where the sewn strip ends.</summary>
    public static double EndOf(double growthPercent) => Left + Unsewn * (1 + growthPercent / 100);

    public static IHtmlContent Draw(SeamLie lie, string title)
    {
        var svg = new Svg(Width, Height, title, "drawing seam-drawn pull-lie-drawing");
        var growth = lie.GrowthPercent ?? 0;
        var length = EndOf(growth) - Left;
        svg.Rect(Left, 62, Unsewn, Thick, "pull-strip", 1).Text(Left, 82, "unsewn", "d-small");
        const double Scale = 7;
        double wave = Math.Min(lie.WaveMm * Scale, 16), step = SeamLie.WaveLengthMm * Scale / 2;
        var path = new System.Text.StringBuilder();
        path.Append($"M{N(Left)} {N(Top)}");
        for (var x = 0.0; x < length - 1e-6; x += step)
        {
            var on = Math.Min(step, length - x);
            // Half a wave as one arc: its crest lies half as high as the point that leads it.
            var up = ((int)Math.Round(x / step) % 2 == 0 ? -2 : 2) * wave * on / step;
            path.Append($"q{N(on / 2)} {N(up)} {N(on)} 0");
        }

        svg.Path(path.ToString(), "pull-strip-sewn");
        if (growth < -0.05)
        {
            for (var x = Left + 10; x < Left + length - 6; x += 12)
            {
                svg.Path($"M{N(x)} {N(Top - 6)}q3 6 0 12", "g-line");
            }
        }

        return svg.Text(Left, 14, "sewn", "d-small").Line(Left + Unsewn, 20, Left + Unsewn, 74, "d-guide").Done();
    }
}
