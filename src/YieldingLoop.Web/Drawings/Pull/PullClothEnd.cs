using System.Text;
using YieldingLoop.Core.ThreadPaths;
using static YieldingLoop.Web.Drawings.Pull.SeamDrawing;
using static YieldingLoop.Web.Drawings.Svg;

namespace YieldingLoop.Web.Drawings.Pull;

/// <summary>The cloth seen from the end of the seam: its layers up to the cut edge, the edge that is rolled in, the ridge between rows.</summary>
internal static class PullClothEnd
{
    public static string Draw(PullWindow window, PullLayout layout, DrawnStitch rest, PullCloth cloth, double ridgeMm)
    {
        double s = window.Scale, half = rest.Measures.ThicknessMm / 2, left = layout.ClothLowMm - 6, right = layout.HasEdge ? layout.CutEdgeMm : layout.ClothHighMm + 6;
        var parts = new StringBuilder();
        parts.Append(Inv($"<g data-cloth-end=\"\" data-x=\"{N(window.Left)}\" data-y=\"{N(window.Middle)}\" transform=\"translate({N(window.Left)} {N(window.Middle)})\">"));
        if (layout.HasEdge && PullLayout.Rolled(rest))
        {
            // The edge goes round once inside the loops; what is left of it lies under the cloth it came from.
            double inside = rest.Measures.CutEdgeMm - right, radius = PullLayout.RollRadiusMm(rest), turn = right - radius, under = Math.Max(turn - inside / 2, 0.1);
            parts.Append(Inv($"<path class=\"pull-cloth-rolled\"{Stroke(cloth)} stroke-width=\"{N(Math.Max(3, 2 * half * s))}\" d=\"M{N(left * s)} 0H{N(turn * s)}A{N(radius * s)} {N(radius * s)} 0 0 1 {N(turn * s)} {N(2 * radius * s)}H{N(under * s)}\"/>"));
        }
        else
        {
            for (var ply = 0; ply < cloth.Plies; ply++)
            {
                var top = -half + 2 * half * ply / cloth.Plies;
                var bottom = -half + 2 * half * (ply + 1) / cloth.Plies;
                parts.Append(Inv($"<path class=\"pull-cloth pull-ply\"{cloth.Attribute} d=\"M{N(left * s)} {N(top * s)}{Over(top)}L{N(right * s)} {N(top * s)}V{N(bottom * s)}{Back(bottom)}H{N(left * s)}Z\"/>"));
            }
        }

        return parts.Append("</g>").ToString();

        string Over(double z) => Ridge(z, layout.LowMm + 0.2, layout.LowMm + 0.8, layout.HighMm - 0.8, layout.HighMm - 0.2);

        string Back(double z) => Ridge(z, layout.HighMm - 0.2, layout.HighMm - 0.8, layout.LowMm + 0.8, layout.LowMm + 0.2);

        // From one row to the other over the ridge between them.
        string Ridge(double z, double from, double rises, double falls, double to) =>
            ridgeMm <= 0 ? "" : Inv($"H{N(from * s)}C{N(rises * s)} {N((z - 1.3 * ridgeMm) * s)} {N(falls * s)} {N((z - 1.3 * ridgeMm) * s)} {N(to * s)} {N(z * s)}");
    }

    private static string Stroke(PullCloth cloth) => cloth.Attribute.Replace("fill=", "stroke=", StringComparison.Ordinal);
}
