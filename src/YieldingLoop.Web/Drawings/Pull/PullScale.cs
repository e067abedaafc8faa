using System.Text;
using YieldingLoop.Core.ThreadPaths;
using static YieldingLoop.Web.Drawings.Pull.SeamDrawing;
using static YieldingLoop.Web.Drawings.Svg;

namespace YieldingLoop.Web.Drawings.Pull;

/// <summary>The scale above the face: where the cut end of the cloth has come to at a stretch, with need, required and the cloth's end marked on it.</summary>
internal static class PullScale
{
    private const double Line = 60;

    /// <summary>Width of a letter of the marks' words, near enough to keep them apart.</summary>
    private const double Letter = 8.6;

    public static void Draw(StringBuilder svg, PullFrames frames, PullWindow window, double length, double end, double bottom)
    {
        double X(double percent) => window.Left + length * (1 + percent / 100);
        svg.Append(Inv($"<g class=\"pull-scale\" data-start=\"{N(X(0))}\" data-end=\"{N(X(frames.EndPercent))}\"><path class=\"d-axis\" d=\"M{N(X(0))} {N(Line)}H{N(window.Left + end)}\"/>"));
        foreach (var tick in Ticks(frames.EndPercent, end - length))
        {
            svg.Append(Inv($"<path class=\"d-axis\" d=\"M{N(X(tick))} {N(Line)}v5\"/><text class=\"d-small\" x=\"{N(X(tick))}\" y=\"{N(Line + 16)}\" text-anchor=\"middle\">{tick:0}</text>"));
        }

        var marks = new List<(double Percent, string Words, string Css)>();
        if (frames.NeedPercent is { } need)
        {
            marks.Add((need, Inv($"need {need:0} %"), "need"));
        }

        if (frames.RequiredPercent is { } required && frames.RequiredPercent != frames.ClothPercent)
        {
            marks.Add((required, Inv($"required {required:0} %"), "required"));
        }

        if (frames.ClothPercent is { } cloth)
        {
            marks.Add((cloth, Inv($"{(frames.RequiredPercent == cloth ? "required, cloth’s end" : "cloth’s end")} {cloth:0} %"), "cloth"));
        }

        double[] free = [double.MinValue, double.MinValue];
        foreach (var (percent, words, css) in marks.OrderBy(m => m.Percent))
        {
            double x = X(percent), width = words.Length * Letter, left = Math.Clamp(x - width / 2, 90, window.Width - width - 4);
            // Two lines of words, so that neighbours do not run into each other.
            var row = left > free[0] + 12 ? 0 : left > free[1] + 12 ? 1 : free[0] < free[1] ? 0 : 1;
            left = Math.Min(Math.Max(left, free[row] + 12), window.Width - width - 4);
            free[row] = left + width;
            var line = Inv($"M{N(x)} {N(row == 0 ? 23 : 43)}V{N(bottom + 6)}");
            svg.Append(Inv($"<g pointer-events=\"none\" class=\"pull-mark pull-mark-{css}\"><path class=\"pull-halo\" d=\"{line}\"/><path class=\"pull-line\" d=\"{line}\"/><text x=\"{N(left)}\" y=\"{N(row == 0 ? 18 : 38)}\">{Encode(words)}</text></g>"));
        }

        svg.Append("</g>");
    }

    /// <summary>The cloth's cut end, which is taken hold of.</summary>
    public static void Handle(StringBuilder svg, PullFrames frames, PullWindow window, double length, double top, double bottom)
    {
        double height = bottom - top, middle = (top + bottom) / 2, w = PullLayout.Handle;
        svg.Append(Inv($"<g class=\"pull-handle\" data-pull-handle=\"\" transform=\"translate({N(window.Left + length)} 0)\" {PullDrawing.Slider("Pull the seam along", frames.EndPercent, "at rest")}>"));
        svg.Append(Inv($"<path class=\"pull-pointer\" d=\"M0 {N(Line - 2)}l-7 -11h14z\"/>"));
        // Its cut edge, not quite straight.
        var cut = string.Concat(Enumerable.Range(0, 7).Select(i => Inv($"l{(i % 2 == 0 ? 4 : -4)} {N(-height / 8)}")));
        svg.Append(Inv($"<path class=\"pull-grip\" d=\"M0 {N(top)}H{N(w - 10)}q10 0 10 10V{N(bottom - 10)}q0 10 -10 10H0{cut}z\"/>"));
        svg.Append(Inv($"<path class=\"pull-arrows\" d=\"M14 {N(middle)}h28M20 {N(middle - 7)}l-7 7l7 7M36 {N(middle - 7)}l7 7l-7 7\"/></g>"));
    }

    private static IEnumerable<double> Ticks(double end, double width)
    {
        var least = 36 / Math.Max(1, width) * end;
        var step = ((double[])[5, 10, 20, 25, 50, 100, 200]).First(s => s >= least || s >= 200);
        for (var tick = 0.0; tick <= end + 1e-9; tick += step)
        {
            yield return tick;
        }
    }
}
