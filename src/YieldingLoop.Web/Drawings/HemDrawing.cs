using System.Text;
using Microsoft.AspNetCore.Html;
using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.ThreadPaths;
using YieldingLoop.Web.Drawings.Pull;
using static YieldingLoop.Web.Drawings.Svg;

namespace YieldingLoop.Web.Drawings;

/// <summary>A hem from the back: fold, allowance, raw edge, both rows and what lies between them.</summary>
public static class HemDrawing
{
    private const double Width = 440, Height = 216, Fold = 190, Left = 30, Right = 410;

    /// <summary>From the fold to whatever lies furthest from it.</summary>
    private const double Room = 150;

    public static IHtmlContent Draw(HemLayout hem, bool covers)
    {
        var scale = Room / Math.Max(hem.AllowanceMm, hem.FarRowMm);
        double Y(double fromFold) => Fold - fromFold * scale;
        var text = new StringBuilder();
        var example = SeamExamples.Hemmed(hem.FarRowMm - hem.NearRowMm, covers);
        var stitch = StitchRun.Spread(example.Drawn(), example.Threads, 0, hem.FarRowMm - hem.NearRowMm);
        ThreadBody[] bodies = [.. example.Threads.Select(t => new ThreadBody(t, null))];
        var begun = new Svg(Width, Height, FormattableString.Invariant($"The hem from the back: rows {hem.NearRowMm:0.0#} and {hem.FarRowMm:0.0#} mm from the fold, raw edge at {hem.AllowanceMm:0.0#} mm."), "drawing seam-drawn hem-drawing", text);
        begun.Rect(Left, 10, Right - Left, Fold - 10, "aid-cloth");
        begun.Rect(Left, Y(hem.AllowanceMm), Right - Left, hem.AllowanceMm * scale, "hem-allowance");
        begun.Line(Left, Fold, Right, Fold, "g-line").Text(Left + 4, Fold + 18, "fold", "d-label");
        begun.Path($"M{N(Left)} {N(Y(hem.AllowanceMm))}{string.Concat(Enumerable.Range(0, 38).Select(i => $"l5 {(i % 2 == 0 ? -2 : 2)}l5 0"))}", "hem-raw");
        begun.Text(Right - 4, Y(hem.AllowanceMm) - 6, "raw edge", "d-label", "end");
        // Whole repeats only, from the end of the cloth on.
        var window = new PullWindow(PullSide.Back, Width, Height, scale, Left, Y(hem.NearRowMm));
        var layout = new PullLayout(stitch, [.. bodies.Select(b => b.WidthMm)], false, 0);
        new SeamDrawing(StitchPieces.Of(stitch, example.Threads), layout, bodies, new(null, ClothDirection.Across, example.Plies)).Onto(text, window, StrandSide.Back, (int)((Right - Left) / (stitch.AdvanceMm * scale)));
        begun.Line(422, Fold, 422, Y(hem.FarRowMm), "d-measure").Line(417, Fold, 427, Fold, "d-measure").Line(417, Y(hem.FarRowMm), 427, Y(hem.FarRowMm), "d-measure");
        return begun.Done();
    }
}
