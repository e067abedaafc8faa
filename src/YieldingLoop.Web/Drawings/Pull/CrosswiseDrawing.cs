using System.Text;
using Microsoft.AspNetCore.Html;
using YieldingLoop.Core.ThreadPaths;
using static YieldingLoop.Web.Drawings.Pull.SeamDrawing;
using static YieldingLoop.Web.Drawings.Svg;

namespace YieldingLoop.Web.Drawings.Pull;

/// <summary>The seam opened crosswise, seen from the right side of the garment: the two sides part, and the needle thread shows between them.</summary>
/// <param name="frames">The frames.</param>
/// <param name="body">How the thread in the gap looks.</param>
/// <param name="cloth">How the cloth looks.</param>
/// <param name="flatlock">Whether it is pulled flat after sewing.</param>
/// <param name="suffix">What sets its identifiers apart from those of others on the page.</param>
public sealed class CrosswiseDrawing(CrosswiseFrames frames, ThreadBody body, PullCloth cloth, bool flatlock, string suffix = "")
{
    /// <summary>Its size, and where its two sides meet.</summary>
    public const double Width = 440, Height = 210, Middle = 106;

    private const double Top = 30;

    /// <summary>Height of the open gap in the drawing, where the scale allows it.</summary>
    private const double Gap = 60;

    /// <summary>Units per millimetre: so that the open gap is seen well, and its threads are still threads.</summary>
    public double Scale { get; } = Math.Clamp(Gap / Math.Max(0.01, frames.Frames[^1].GapMm), 12, 60);

    /// <summary>Draws it closed; script moves its two sides apart.</summary>
    /// <param name="title">What it shows, in words.</param>
    /// <param name="said">What is said of it when it is closed.</param>
    public IHtmlContent Draw(string title, string said)
    {
        var svg = Begin(title, frames.Frames[0]);
        var arrows = Inv($"M220 {Middle + 14}v28M213 {Middle + 20}l7 -7l7 7M213 {Middle + 36}l7 7l7 -7");
        svg.Append(Label).Append("<g data-half=\"-1\">").Append(Half(Top, Middle - Top)).Append("</g>");
        svg.Append(Inv($"<g data-half=\"1\" class=\"pull-handle\" data-open-handle=\"\" aria-orientation=\"vertical\" {PullDrawing.Slider("Open the seam crosswise", CrosswiseFrames.Count - 1, said)}>"));
        svg.Append(Half(Middle, 56)).Append(Inv($"<path class=\"pull-arrows\" d=\"{arrows}\"/></g></svg>"));
        return new HtmlString(svg.ToString());
    }

    /// <summary>Draws one frame, with nothing to move.</summary>
    /// <param name="frame">Which.</param>
    /// <param name="title">What it shows, in words.</param>
    public IHtmlContent Still(int frame, string title)
    {
        var shown = frames.Frames[frame];
        var svg = Begin(title, shown);
        var half = shown.GapMm / 2 * Scale;
        svg.Append(Inv($"<g transform=\"translate(0 {N(-half)})\">")).Append(Half(Top - Height, Middle - Top + Height));
        return new HtmlString(svg.Append(Inv($"</g><g transform=\"translate(0 {N(half)})\">")).Append(Half(Middle, Height)).Append("</g>").Append(Label).Append("</svg>").ToString());
    }

    private string Label => Inv($"<text class=\"d-label\" x=\"8\" y=\"20\">{(flatlock ? "Pulled flat: the side of the ladder" : "Opened, from the right side")}</text>");

    private StringBuilder Begin(string title, CrosswiseFrame shown)
    {
        var svg = new StringBuilder(2048);
        svg.Append(Inv($"<svg class=\"drawing seam-drawn pull-crosswise-drawing\" viewBox=\"0 0 {N(Width)} {N(Height)}\" role=\"group\" aria-label=\"{Encode(title)}\" xmlns=\"http://www.w3.org/2000/svg\"><defs>"));
        svg.Append(Inv($"<path id=\"x{suffix}-0\" data-crosswise=\"\" d=\"{PathOf(shown.Points)}\"/><g id=\"x{suffix}-body\" class=\"{body.Css}\"{body.Attribute}>"));
        body.Draw(svg, $"x{suffix}-0", Scale);
        svg.Append("</g>").Append(cloth.Pattern("x" + suffix, Scale)).Append("</defs><g class=\"threads\">");
        var repeats = (int)Math.Ceiling(Width / (frames.AdvanceMm * Scale)) + 1;
        for (var i = -1; i < repeats; i++)
        {
            svg.Append(Inv($"<use href=\"#x{suffix}-body\" x=\"{N(i * frames.AdvanceMm * Scale)}\"/>"));
        }

        return svg.Append("</g>");
    }

    private string Half(double top, double height)
    {
        var rect = Inv($"x=\"0\" y=\"{N(top)}\" width=\"{N(Width)}\" height=\"{N(height)}\"");
        return Inv($"<rect class=\"pull-cloth\"{cloth.Attribute} {rect}/><rect {rect} fill=\"url(#x{suffix}-knit)\"/><path class=\"pull-fold\" d=\"M0 {Middle}H{Width}\"/>");
    }

    private string PathOf(PathPoint[] points) =>
        Smooth([.. points.Select(p => (p.Along * Scale, Middle + p.Across * Scale))]);
}
