using System.Globalization;
using System.Text;
using Microsoft.AspNetCore.Html;
using YieldingLoop.Core.ThreadPaths;
using YieldingLoop.Core.Threads;
using static YieldingLoop.Web.Drawings.Svg;

namespace YieldingLoop.Web.Drawings.Pull;

/// <summary>
/// The seam at rest from face, back and edge, made so that script only has to put other points in its paths: every piece of thread
/// is one path, drawn once and shown again for every stitch, in the order in which the pieces lie over each other.
/// </summary>
public sealed class PullDrawing
{
    private readonly PullFrames frames;
    private readonly PullLayout layout;
    private readonly IReadOnlyList<ThreadBody> bodies;
    private readonly PullCloth cloth;
    private readonly SeamLie lie;
    private readonly DrawnStitch rest;

    /// <param name="frames">The frames.</param>
    /// <param name="layout">Where everything stands.</param>
    /// <param name="bodies">How each thread looks.</param>
    /// <param name="cloth">How the cloth looks.</param>
    /// <param name="lie">How the seam lies.</param>
    public PullDrawing(PullFrames frames, PullLayout layout, IReadOnlyList<ThreadBody> bodies, PullCloth cloth, SeamLie lie)
    {
        (this.frames, this.layout, this.bodies, this.cloth, this.lie) = (frames, layout, bodies, cloth, lie);
        rest = frames.Frames[0].Stitch;
    }

    /// <summary>The face, with the scale the handle moves along and the handle itself.</summary>
    /// <param name="title">What the picture shows, in words.</param>
    public IHtmlContent Face(string title)
    {
        var window = layout.Face;
        var svg = Begin(window, title, "pull-face-drawing");
        Defs(svg, window);
        double length = Length(0), end = Length(frames.EndPercent);
        svg.Append(Inv($"<clipPath id=\"pull-clip\"><rect data-pull-clip=\"\" x=\"{N(window.Left)}\" y=\"0\" width=\"{N(length)}\" height=\"{N(window.Height)}\"/></clipPath>"));
        svg.Append("<g clip-path=\"url(#pull-clip)\">");
        Seam(svg, window, -1, layout.Repeats + 1, Cloth(window));
        svg.Append("</g>");
        Letters(svg, window, StrandSide.Face);
        PullScale.Handle(svg, frames, window, length, ClothTop(window), ClothBottom(window));
        PullScale.Draw(svg, frames, window, length, end, ClothBottom(window));
        return Done(svg);
    }

    /// <summary>The back, turned over about the seam.</summary>
    public IHtmlContent Back(string title)
    {
        var svg = Begin(layout.Back, title, "pull-back-drawing");
        Defs(svg, layout.Back);
        Seam(svg, layout.Back, -1, (int)Math.Ceiling((layout.Back.Width - layout.Back.Left) / (rest.AdvanceMm * layout.Back.Scale)) + 1, Cloth(layout.Back));
        Letters(svg, layout.Back, StrandSide.Back);
        return Done(svg);
    }

    /// <summary>
    /// A flatlock after it was pulled flat, from the side of its loops: the pieces of the face once more, over cloth that now lies on
    /// either side of where its edges meet.
    /// </summary>
    public IHtmlContent Flat(string title)
    {
        var window = layout.Face;
        double width = layout.Back.Width, top = window.Middle + (layout.LowMm - 1.5) * window.Scale, height = (layout.HighMm - layout.LowMm + 3) * window.Scale;
        var svg = new StringBuilder(2048);
        svg.Append(Inv($"<svg class=\"drawing pull-flat-drawing\" viewBox=\"{N(window.Left)} {N(top)} {N(width)} {N(height)}\" role=\"img\" aria-label=\"{Encode(title)}\" xmlns=\"http://www.w3.org/2000/svg\">"));
        var rect = Inv($"x=\"0\" y=\"{N(top - window.Middle)}\" width=\"{N(width)}\" height=\"{N(height)}\"");
        var meets = Inv($"M0 {N((layout.LowMm + layout.HighMm) / 2 * window.Scale)}H{N(width)}");
        var drawn = Inv($"<g data-cloth=\"\" data-x=\"{N(window.Left)}\" data-y=\"{N(window.Middle)}\" transform=\"translate({N(window.Left)} {N(window.Middle)})\"><rect class=\"pull-cloth\"{cloth.Attribute} {rect}/><rect {rect} fill=\"url(#f-knit)\"/><path class=\"pull-fold\" d=\"{meets}\"/></g>");
        Seam(svg, window, -1, (int)Math.Ceiling(width / (rest.AdvanceMm * window.Scale)) + 1, drawn, breaks: false);
        return Done(svg);
    }

    /// <summary>The edge, from its end.</summary>
    public IHtmlContent Edge(string title)
    {
        var window = layout.Edge;
        var svg = Begin(window, title, "pull-edge-drawing");
        Defs(svg, window);
        svg.Append(PullClothEnd.Draw(window, layout, rest, cloth, lie.RidgeMm));
        // The nearest of the threads are drawn last.
        double Along(Strand strand) => rest.Threads[strand.Thread][strand.From..(strand.To + 1)].Average(p => p.Along);
        var order = Enumerable.Range(0, frames.Strands.Count).OrderByDescending(k => Along(frames.Strands[k]));
        foreach (var k in order)
        {
            svg.Append(Inv($"<use href=\"#e-body-{k}\" data-t=\"{frames.Strands[k].Thread}\"/>"));
        }

        Text(svg, 8, 20, "Edge, from its end", "d-label");
        return Done(svg);
    }

    private double Length(double percent) => layout.Repeats * rest.AdvanceMm * (1 + percent / 100) * layout.Face.Scale;

    private double ClothTop(PullWindow window) => window.Middle + layout.ClothLowMm * window.Scale;

    private double ClothBottom(PullWindow window) => window.Middle + layout.ClothHighMm * window.Scale;

    private static StringBuilder Begin(PullWindow window, string title, string css)
    {
        var svg = new StringBuilder(8192);
        return svg.Append(Inv($"<svg class=\"drawing {css}\" viewBox=\"0 0 {N(window.Width)} {N(window.Height)}\" role=\"group\" aria-label=\"{Encode(title)}\" xmlns=\"http://www.w3.org/2000/svg\">"));
    }

    private static HtmlString Done(StringBuilder svg) => new(svg.Append("</svg>").ToString());

    /// <summary>Every piece of thread as a path, with its body over it.</summary>
    private void Defs(StringBuilder svg, PullWindow window)
    {
        var id = Id(window);
        svg.Append("<defs>");
        for (var k = 0; k < frames.Strands.Count; k++)
        {
            var strand = frames.Strands[k];
            svg.Append(Inv($"<path id=\"{id}-{k}\" data-s=\"{k}\" d=\"{PathOf(rest, strand, window)}\"/>"));
            svg.Append(Inv($"<g id=\"{id}-body-{k}\" class=\"{bodies[strand.Thread].Css}\"{bodies[strand.Thread].Attribute}>"));
            bodies[strand.Thread].Draw(svg, $"{id}-{k}", window.Scale);
            svg.Append("</g>");
        }

        svg.Append(cloth.Pattern(id, window.Scale));
        svg.Append("</defs>");
    }

    /// <summary>One piece of thread as path data, a point further at either end so that pieces run into each other.</summary>
    internal static string PathOf(DrawnStitch stitch, Strand strand, PullWindow window)
    {
        var points = stitch.Threads[strand.Thread];
        return Smooth([.. Enumerable.Range(strand.From - 1, strand.To - strand.From + 3).Select(i =>
        {
            var point = i < 0 ? points[^2] with { Along = points[^2].Along - stitch.AdvanceMm } : i >= points.Length ? points[1] with { Along = points[1].Along + stitch.AdvanceMm } : points[i];
            return (window.X(point), window.Y(point));
        })]);
    }

    /// <summary>Path data through the middles between points, rounded at the points: as script writes it.</summary>
    internal static string Smooth(IReadOnlyList<(double X, double Y)> points)
    {
        var path = new StringBuilder();
        path.Append('M').Append(N(points[0].X)).Append(' ').Append(N(points[0].Y));
        for (var i = 1; i + 1 < points.Count; i++)
        {
            path.Append('Q').Append(N(points[i].X)).Append(' ').Append(N(points[i].Y)).Append(' ')
                .Append(N((points[i].X + points[i + 1].X) / 2)).Append(' ').Append(N((points[i].Y + points[i + 1].Y) / 2));
        }

        return path.Append('L').Append(N(points[^1].X)).Append(' ').Append(N(points[^1].Y)).ToString();
    }

    /// <summary>The seam seen from one side: what lies behind the cloth, the cloth, and what lies before it.</summary>
    private void Seam(StringBuilder svg, PullWindow window, int from, int to, string clothDrawn, bool breaks = true)
    {
        var near = window.Side == PullSide.Face ? StrandSide.Face : StrandSide.Back;
        var groups = frames.Strands.Select((s, k) => (Strand: s, Index: k)).GroupBy(s => (s.Strand.Side, s.Strand.Layer)).ToList();
        // From the back everything lies the other way round.
        groups = [.. window.Side == PullSide.Face ? groups.OrderBy(g => g.Key) : groups.OrderByDescending(g => g.Key)];
        svg.Append("<g class=\"threads\">");
        var covered = false;
        foreach (var group in groups)
        {
            if (!covered && group.Key.Side == near)
            {
                svg.Append("</g>").Append(clothDrawn).Append("<g class=\"threads\">");
                covered = true;
            }

            for (var i = from; i < to; i++)
            {
                svg.Append(Inv($"<g data-i=\"{i}\" transform=\"translate({N(i * rest.AdvanceMm * window.Scale)} 0)\">"));
                foreach (var (strand, k) in group)
                {
                    svg.Append(Inv($"<use href=\"#{Id(window)}-body-{k}\" data-t=\"{strand.Thread}\"/>"));
                }

                svg.Append("</g>");
            }
        }

        svg.Append("</g>");
        foreach (var pop in breaks ? frames.Pops : [])
        {
            svg.Append(Inv($"<g class=\"pull-break {bodies[pop.Thread].Css}\"{bodies[pop.Thread].Attribute} data-break=\"{pop.Thread}\" hidden=\"\">"));
            for (var e = 0; e < 2; e++)
            {
                svg.Append(Inv($"<defs><path id=\"{Id(window)}-break-{pop.Thread}-{e}\" data-end=\"{e}\" d=\"M0 0\"/></defs>"));
                bodies[pop.Thread].Draw(svg, $"{Id(window)}-break-{pop.Thread}-{e}", window.Scale);
            }

            svg.Append("<g data-break-letter=\"\">");
            new Svg(svg).Tag(0, 0, pop.Position);
            svg.Append("</g></g>");
        }
    }

    private string Cloth(PullWindow window)
    {
        var id = Id(window);
        // Drawn as it lies at rest and scaled as a whole, so that wales and courses lengthen and narrow with it.
        double width = window.Side == PullSide.Face ? layout.Repeats * rest.AdvanceMm * window.Scale : window.Width, up = window.Side == PullSide.Face ? 1 : -1;
        double top = Math.Min(up * layout.ClothLowMm, up * layout.ClothHighMm) * window.Scale, height = (layout.ClothHighMm - layout.ClothLowMm) * window.Scale;
        var left = window.Side == PullSide.Face ? 0 : -window.Left;
        var rect = Inv($"x=\"{N(left)}\" y=\"{N(top)}\" width=\"{N(width)}\" height=\"{N(height)}\"");
        return Inv($"<g data-cloth=\"\" data-x=\"{N(window.Left)}\" data-y=\"{N(window.Middle)}\" transform=\"translate({N(window.Left)} {N(window.Middle)})\">")
            + Inv($"<rect class=\"pull-cloth\"{cloth.Attribute} {rect}/><rect {rect} fill=\"url(#{id}-knit)\"/><rect class=\"pull-hatched\" {rect} fill=\"url(#{id}-hatch)\"/></g>");
    }

    /// <summary>The letters of the threads that are seen from a side, at the left, each as high as its thread.</summary>
    private void Letters(StringBuilder svg, PullWindow window, StrandSide near)
    {
        var seen = new List<(double Y, ThreadPosition Position)>();
        foreach (var group in frames.Strands.Where(s => s.Side == near).GroupBy(s => s.Thread))
        {
            var across = group.SelectMany(s => rest.Threads[s.Thread].Skip(s.From).Take(s.To - s.From + 1)).ToList();
            seen.Add((across.Average(window.Y), frames.Threads[group.Key].Position));
        }

        const double Apart = 28;
        double last = double.MinValue;
        foreach (var (y, position) in seen.OrderBy(s => s.Y))
        {
            last = Math.Max(Math.Clamp(y, 40, window.Height - 18), last + Apart);
            svg.Append(Inv($"<g data-letter=\"{N(y - window.Middle)}\">"));
            new Svg(svg).Tag(20, last, position);
            svg.Append("</g>");
        }

        Text(svg, 8, 20, window.Side == PullSide.Face ? "Face" : "Back, turned over", "d-label");
    }

    private static void Text(StringBuilder svg, double x, double y, string content, string css) =>
        svg.Append(Inv($"<text class=\"{css}\" x=\"{N(x)}\" y=\"{N(y)}\">{Encode(content)}</text>"));

    private static string Id(PullWindow window) => window.Side switch { PullSide.Face => "f", PullSide.Back => "b", _ => "e" };

    /// <summary>What makes a part of a drawing a handle for keys and screen readers.</summary>
    /// <param name="label">What it does.</param>
    /// <param name="most">Its highest value.</param>
    /// <param name="said">Where it stands, in words.</param>
    internal static string Slider(string label, double most, string said) =>
        Inv($"role=\"slider\" tabindex=\"0\" aria-label=\"{label}\" aria-valuemin=\"0\" aria-valuemax=\"{most:0.#}\" aria-valuenow=\"0\" aria-valuetext=\"{Encode(said)}\"");

    internal static string Inv(FormattableString text) => text.ToString(CultureInfo.InvariantCulture);
}
