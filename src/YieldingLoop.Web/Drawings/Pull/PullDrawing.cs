using Microsoft.AspNetCore.Html;
using YieldingLoop.Core.ThreadPaths;
using static YieldingLoop.Web.Drawings.Svg;

namespace YieldingLoop.Web.Drawings.Pull;

/// <summary>A seam that can be pulled: script only has to put other points in its paths, and lets threads break where they do.</summary>
public sealed class PullDrawing : SeamDrawing
{
    private readonly PullFrames frames;
    private readonly PullLayout layout;

    /// <param name="frames">The frames.</param>
    /// <param name="layout">Where everything stands.</param>
    /// <param name="bodies">How each thread looks.</param>
    /// <param name="cloth">How the cloth looks.</param>
    /// <param name="lie">How the seam lies.</param>
    /// <param name="suffix">What sets its identifiers apart from those of other seams on the page.</param>
    public PullDrawing(PullFrames frames, PullLayout layout, IReadOnlyList<ThreadBody> bodies, PullCloth cloth, SeamLie lie, string suffix = "")
        : base(frames.AtRest, layout, bodies, cloth, lie.RidgeMm, [.. frames.Pops.Select(p => p.Thread)], suffix)
    {
        (this.frames, this.layout) = (frames, layout);
    }

    /// <summary>The face, with the scale the handle moves along and the handle itself.</summary>
    /// <param name="title">What the picture shows, in words.</param>
    public IHtmlContent Face(string title)
    {
        var window = layout.Face;
        var svg = Begin(window, title, "pull-face-drawing");
        Defs(svg, window);
        double length = Length(0), end = Length(frames.EndPercent);
        svg.Append(Inv($"<clipPath id=\"pull-clip{Suffix}\"><rect data-pull-clip=\"\" x=\"{N(window.Left)}\" y=\"0\" width=\"{N(length)}\" height=\"{N(window.Height)}\"/></clipPath>"));
        svg.Append(Inv($"<g clip-path=\"url(#pull-clip{Suffix})\">"));
        Seam(svg, window, -1, layout.Repeats + 1, Cloth(window, 0, length));
        svg.Append("</g>");
        Letters(svg, window, StrandSide.Face);
        PullScale.Handle(svg, frames, window, length, ClothTop(window), ClothBottom(window));
        PullScale.Draw(svg, frames, window, length, end, ClothBottom(window));
        return Done(svg);
    }

    private double Length(double percent) => layout.Repeats * Rest.AdvanceMm * (1 + percent / 100) * layout.Face.Scale;

    private double ClothTop(PullWindow window) => window.Middle + layout.ClothLowMm * window.Scale;

    private double ClothBottom(PullWindow window) => window.Middle + layout.ClothHighMm * window.Scale;

    /// <summary>What makes a part of a drawing a handle for keys and screen readers.</summary>
    /// <param name="label">What it does.</param>
    /// <param name="most">Its highest value.</param>
    /// <param name="said">Where it stands, in words.</param>
    internal static string Slider(string label, double most, string said) =>
        Inv($"role=\"slider\" tabindex=\"0\" aria-label=\"{label}\" aria-valuemin=\"0\" aria-valuemax=\"{most:0.#}\" aria-valuenow=\"0\" aria-valuetext=\"{Encode(said)}\"");
}
