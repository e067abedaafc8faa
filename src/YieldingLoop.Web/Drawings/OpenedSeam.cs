using Microsoft.AspNetCore.Html;

namespace YieldingLoop.Web.Drawings;

/// <summary>
/// A seam pulled open crosswise, seen on the face in its real colours: the two edges of the cloth, the gap between them to scale,
/// and the needle thread crossing it once a stitch.
/// </summary>
public static class OpenedSeam
{
    /// <summary>How much is seen, mm.</summary>
    public const double WideMm = 9, HighMm = 5;

    private const double Scale = 20;

    /// <summary>Draws it.</summary>
    /// <param name="cloth">Colour of the cloth, #rrggbb.</param>
    /// <param name="thread">Colour of the needle thread, #rrggbb.</param>
    /// <param name="gapMm">How far it opens, mm.</param>
    /// <param name="stitchMm">Stitch length, mm.</param>
    /// <param name="threadMm">Thickness of the thread, mm.</param>
    /// <param name="title">What it shows, in words.</param>
    public static IHtmlContent Draw(string cloth, string thread, double gapMm, double stitchMm, double threadMm, string title)
    {
        var (width, height, gap) = (WideMm * Scale, HighMm * Scale, Math.Min(gapMm, HighMm / 2) * Scale);
        var (upper, lower) = ((height - gap) / 2, (height + gap) / 2);
        var svg = new Svg(width, height, title, "drawing opened-seam");
        svg.Rect(0, 0, width, height, "opened-dark");
        // Both edges turn down into the gap.
        svg.Filled(0, 0, width, upper, cloth, "opened-cloth").Filled(0, lower, width, height - lower, cloth, "opened-cloth");
        for (var x = stitchMm * Scale / 2; x < width; x += stitchMm * Scale)
        {
            // Two strands, as the loop goes in and comes out.
            foreach (var side in new[] { -0.5, 0.5 })
            {
                svg.Coloured(x + side * threadMm * Scale * 1.3, upper - 1.5, x + side * threadMm * Scale * 1.3, lower + 1.5, "opened-thread", thread, threadMm * Scale);
            }
        }

        return svg.Line(0, upper, width, upper, "opened-edge").Line(0, lower, width, lower, "opened-edge").Done();
    }
}
