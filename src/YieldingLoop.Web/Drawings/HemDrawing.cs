using Microsoft.AspNetCore.Html;
using YieldingLoop.Core.Seams;
using static YieldingLoop.Web.Drawings.Svg;

namespace YieldingLoop.Web.Drawings;

/// <summary>A hem from the back: fold, allowance, raw edge, both rows and what lies between them.</summary>
public static class HemDrawing
{
    public static IHtmlContent Draw(HemLayout hem, bool covers)
    {
        const double Fold = 190, Left = 30, Right = 410;
        var scale = 150 / Math.Max(hem.AllowanceMm, hem.FarRowMm);
        double Y(double fromFold) => Fold - fromFold * scale;
        var svg = new Svg(440, 216, FormattableString.Invariant($"The hem from the back: rows {hem.NearRowMm:0.0#} and {hem.FarRowMm:0.0#} mm from the fold, raw edge at {hem.AllowanceMm:0.0#} mm."), "drawing hem-drawing");
        svg.Rect(Left, 10, Right - Left, Fold - 10, "aid-cloth");
        svg.Rect(Left, Y(hem.AllowanceMm), Right - Left, hem.AllowanceMm * scale, "hem-allowance");
        svg.Line(Left, Fold, Right, Fold, "g-line").Text(Left + 4, Fold + 18, "fold", "d-label");
        // What runs from row to row on the back.
        var rows = Math.Abs(Y(hem.FarRowMm) - Y(hem.NearRowMm));
        var thread = covers ? "chain-looper" : "bobbin";
        var zigzag = string.Concat(Enumerable.Range(0, 24).Select(i => $"l{N((Right - Left) / 24)} {N(i % 2 == 0 ? -rows : rows)}"));
        svg.Path($"M{N(Left)} {N(Y(hem.NearRowMm))}{zigzag}", $"hem-thread t-{thread}");
        if (covers)
        {
            svg.Path($"M{N(Left)} {N(Y(hem.FarRowMm))}{string.Concat(Enumerable.Range(0, 24).Select(i => $"l{N((Right - Left) / 24)} {N(i % 2 == 0 ? rows : -rows)}"))}", $"hem-thread t-{thread}");
        }

        svg.Line(Left, Y(hem.NearRowMm), Right, Y(hem.NearRowMm), "aid-seam").Line(Left, Y(hem.FarRowMm), Right, Y(hem.FarRowMm), "aid-seam");
        svg.Path($"M{N(Left)} {N(Y(hem.AllowanceMm))}{string.Concat(Enumerable.Range(0, 38).Select(i => $"l5 {(i % 2 == 0 ? -2 : 2)}l5 0"))}", "hem-raw");
        svg.Text(Right - 4, Y(hem.AllowanceMm) - 6, "raw edge", "d-label", "end");
        svg.Line(422, Fold, 422, Y(hem.FarRowMm), "d-measure").Line(417, Fold, 427, Fold, "d-measure").Line(417, Y(hem.FarRowMm), 427, Y(hem.FarRowMm), "d-measure");
        return svg.Done();
    }
}
