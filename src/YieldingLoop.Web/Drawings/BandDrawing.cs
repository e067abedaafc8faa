using Microsoft.AspNetCore.Html;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Settings;

namespace YieldingLoop.Web.Drawings;

/// <summary>Opening and band laid out flat under each other, with the marks that meet.</summary>
public static class BandDrawing
{
    public static IHtmlContent Draw(BandLength band, Wording wording)
    {
        const double Left = 24, Full = 390;
        var opening = band.QuarterOpeningMm * 4;
        var scale = Full / opening;
        var svg = new Svg(440, 150, "The opening and the band at rest, laid flat under each other with their quarter marks.", "drawing band-drawing");
        svg.Text(Left, 18, "opening", "d-label").Line(Left, 34, Left + Full, 34, "aid-seam");
        svg.Text(Left, 138, $"band, {wording.Length(band.SewnLengthMm, 0)} round", "d-label").Rect(Left, 84, band.SewnLengthMm * scale, 34, "aid-cloth", 1);
        for (var i = 0; i <= 4; i++)
        {
            double above = Left + i * band.QuarterOpeningMm * scale, below = Left + i * band.QuarterBandMm * scale;
            svg.Line(above, 28, above, 42, "aid-mark").Line(below, 84, below, 94, "aid-mark").Line(above, 46, below, 80, "d-guide");
        }

        return svg.Done();
    }
}
