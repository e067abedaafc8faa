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
public class SeamDrawing
{
    /// <summary>How thick the finger is drawn, mm, and how far along the picture it reaches.</summary>
    private const double FingerMm = 0.7, FingerShare = 0.55;

    private readonly StitchPieces pieces;
    private readonly PullLayout layout;
    private readonly IReadOnlyList<ThreadBody> bodies;
    private readonly PullCloth cloth;
    private readonly double ridgeMm;
    private readonly IReadOnlyList<int> breaking;
    private readonly string suffix;

    /// <param name="pieces">The stitch, taken apart.</param>
    /// <param name="layout">Where everything stands.</param>
    /// <param name="bodies">How each thread looks.</param>
    /// <param name="cloth">How the cloth looks.</param>
    /// <param name="ridgeMm">Height of a ridge between its rows, mm.</param>
    /// <param name="breaking">The threads that break while it is pulled.</param>
    /// <param name="suffix">What sets its identifiers apart from those of other seams on the page.</param>
    public SeamDrawing(StitchPieces pieces, PullLayout layout, IReadOnlyList<ThreadBody> bodies, PullCloth cloth, double ridgeMm = 0, IReadOnlyList<int>? breaking = null, string suffix = "")
    {
        (this.pieces, this.layout, this.bodies, this.cloth, this.ridgeMm, this.breaking, this.suffix) = (pieces, layout, bodies, cloth, ridgeMm, breaking ?? [], suffix);
        Rest = pieces.Stitch;
    }

    /// <summary>The stitch at rest.</summary>
    protected DrawnStitch Rest { get; }

    /// <summary>Whether it is shown so small that letters and words would only be specks.</summary>
    public bool Bare { get; init; }

    /// <summary>What sets its identifiers apart from those of other seams on the page.</summary>
    protected string Suffix => suffix;

    /// <summary>The face of a seam that nobody pulls, as large as its back.</summary>
    public IHtmlContent Still(string title) => Side(layout.SmallFace, StrandSide.Face, title, "pull-face-drawing");

    /// <summary>The back, turned over about the seam.</summary>
    public IHtmlContent Back(string title) => Side(layout.Back, StrandSide.Back, title, "pull-back-drawing");

    private HtmlString Side(PullWindow window, StrandSide near, string title, string css)
    {
        var svg = Begin(window, title, css);
        Defs(svg, window);
        Seam(svg, window, First(window), Repeats(window), Cloth(window, -window.Left, window.Width));
        Letters(svg, window, near);
        return Done(svg);
    }

    /// <summary>The repeat that the cloth begins with, counted from the beginning of the seam.</summary>
    private int First(PullWindow window) => -(int)Math.Ceiling(window.Left / (Rest.AdvanceMm * window.Scale)) - 1;

    private int Repeats(PullWindow window) => (int)Math.Ceiling((window.Width - window.Left) / (Rest.AdvanceMm * window.Scale)) + 1;

    /// <summary>
    /// A side that never moves, in as few words as it can be written: what one thread has in one layer is one path, and a layer is
    /// drawn once and shown again. For pictures of which many are sent at once.
    /// </summary>
    /// <param name="near">The side.</param>
    /// <param name="title">What it shows, in words.</param>
    /// <param name="allowance">A layer that lies on this side of the cloth: where its raw edge runs, mm across, from the left of the picture, 0, to its right, 1; null for none.</param>
    /// <param name="ring">A place that a ring is drawn round; null for none.</param>
    /// <param name="part">What of the machine is drawn into it.</param>
    public string Brief(StrandSide near, string title, Func<double, double>? allowance = null, PathPoint? ring = null, MachinePart part = MachinePart.None)
    {
        var window = near == StrandSide.Face ? layout.SmallFace : layout.Back;
        var id = Id(window);
        var svg = Begin(window, title, near == StrandSide.Face ? "pull-face-drawing" : "pull-back-drawing");
        var layers = Layers(near);
        svg.Append("<defs>").Append(cloth.Pattern(id, window.Scale));
        LayerDefs(svg, window, layers);
        svg.Append("</defs><g class=\"threads\">");
        var covered = false;
        foreach (var (n, layer) in layers.Index())
        {
            if (!covered && layer.Key.Side == near)
            {
                svg.Append("</g>").Append(Cloth(window, -window.Left, window.Width)).Append(allowance is null ? "" : Allowance(window, allowance)).Append(part == MachinePart.Finger ? Finger(window) : "").Append("<g class=\"threads\">");
                covered = true;
            }

            for (var i = First(window); i < Repeats(window); i++)
            {
                svg.Append(Inv($"<use href=\"#{id}{n}\" x=\"{N(i * Rest.AdvanceMm * window.Scale)}\"/>"));
            }
        }

        svg.Append("</g>");
        if (ring is { } round)
        {
            svg.Append(Inv($"<circle class=\"look-ring\" cx=\"{N(window.X(round))}\" cy=\"{N(window.Y(round))}\" r=\"24\"/>"));
        }

        if (part == MachinePart.LoopWidth)
        {
            double x = window.Width - 26, from = window.Y(new(0, 0, 0)), to = window.Y(new(0, Rest.Measures.ReachMm, 0));
            foreach (var css in new[] { "seam-measure seam-halo", "seam-measure" })
            {
                svg.Append(Inv($"<path class=\"{css}\" d=\"M{N(x)} {N(from)}V{N(to)}M{N(x - 10)} {N(from)}h20M{N(x - 10)} {N(to)}h20\"/>"));
            }
        }

        Letters(svg, window, near);
        return Done(svg).Value!;
    }

    /// <summary>The finger, on the cloth where the loops end, which lie over it until they slide off its tip.</summary>
    private string Finger(PullWindow window)
    {
        double thick = FingerMm * window.Scale, top = window.Y(new(0, Rest.Measures.ReachMm - FingerMm, 0)), tip = FingerShare * window.Width;
        return Inv($"<path class=\"seam-finger\" d=\"M0 {N(top)}H{N(tip)}Q{N(tip + 1.6 * thick)} {N(top + thick / 2)} {N(tip)} {N(top + thick)}H0Z\"/>");
    }

    /// <summary>What lies on one side of cloth that somebody else draws.</summary>
    /// <param name="svg">Where to.</param>
    /// <param name="window">Where everything stands.</param>
    /// <param name="near">The side.</param>
    /// <param name="repeats">How many repeats.</param>
    public void Onto(StringBuilder svg, PullWindow window, StrandSide near, int repeats)
    {
        var layers = Layers(near);
        svg.Append("<defs>");
        LayerDefs(svg, window, layers);
        svg.Append("</defs><g class=\"threads\">");
        foreach (var (n, _) in layers.Index().Where(l => l.Item.Key.Side == near))
        {
            for (var i = 0; i < repeats; i++)
            {
                svg.Append(Inv($"<use href=\"#{Id(window)}{n}\" x=\"{N(i * Rest.AdvanceMm * window.Scale)}\"/>"));
            }
        }

        svg.Append("</g>");
    }

    /// <summary>The pieces by side and layer, as they lie over each other seen from a side.</summary>
    private List<IGrouping<(StrandSide Side, int Layer), Strand>> Layers(StrandSide near)
    {
        var layers = pieces.Strands.GroupBy(s => (s.Side, s.Layer)).OrderBy(g => g.Key).ToList();
        if (near == StrandSide.Back)
        {
            layers.Reverse();
        }

        return layers;
    }

    /// <summary>Each layer once: what one thread has in it is one path.</summary>
    private void LayerDefs(StringBuilder svg, PullWindow window, IEnumerable<IGrouping<(StrandSide Side, int Layer), Strand>> layers)
    {
        var id = Id(window);
        foreach (var (n, layer) in layers.Index())
        {
            var threads = layer.GroupBy(s => s.Thread).ToList();
            foreach (var thread in threads)
            {
                svg.Append(Inv($"<path id=\"{id}{n}-{thread.Key}\" d=\"{string.Concat(thread.Select(s => PathOf(Rest, s, window)))}\"/>"));
            }

            svg.Append(Inv($"<g id=\"{id}{n}\">"));
            foreach (var thread in threads)
            {
                svg.Append(Inv($"<g class=\"{bodies[thread.Key].Css}\"{bodies[thread.Key].Attribute}>"));
                bodies[thread.Key].Draw(svg, Inv($"{id}{n}-{thread.Key}"), window.Scale);
                svg.Append("</g>");
            }

            svg.Append("</g>");
        }
    }

    /// <summary>
    /// A flatlock after it was pulled flat, from the side of its loops: the pieces of the face once more, over cloth that now lies on
    /// either side of where its edges meet.
    /// </summary>
    /// <param name="title">What it shows, in words.</param>
    /// <param name="alone">Whether the pieces are drawn nowhere else on its page.</param>
    public IHtmlContent Flat(string title, bool alone = false)
    {
        var window = layout.Face;
        double width = layout.Back.Width, top = window.Middle + (layout.LowMm - 1.5) * window.Scale, height = (layout.HighMm - layout.LowMm + 3) * window.Scale;
        var svg = new StringBuilder(2048);
        svg.Append(Inv($"<svg class=\"drawing seam-drawn pull-flat-drawing\" viewBox=\"{N(window.Left)} {N(top)} {N(width)} {N(height)}\" role=\"img\" aria-label=\"{Encode(title)}\" xmlns=\"http://www.w3.org/2000/svg\">"));
        if (alone)
        {
            Defs(svg, window);
        }

        var rect = Inv($"x=\"0\" y=\"{N(top - window.Middle)}\" width=\"{N(width)}\" height=\"{N(height)}\"");
        var meets = Inv($"M0 {N((layout.LowMm + layout.HighMm) / 2 * window.Scale)}H{N(width)}");
        var drawn = Inv($"<g data-cloth=\"\" data-x=\"{N(window.Left)}\" data-y=\"{N(window.Middle)}\" transform=\"translate({N(window.Left)} {N(window.Middle)})\"><rect class=\"pull-cloth\"{cloth.Attribute} {rect}/><rect {rect} fill=\"url(#{Id(window)}-knit)\"/><path class=\"pull-fold\" d=\"{meets}\"/></g>");
        Seam(svg, window, -1, (int)Math.Ceiling(width / (Rest.AdvanceMm * window.Scale)) + 1, drawn, breaks: false);
        return Done(svg);
    }

    /// <summary>The edge in as few words as it can be written: pieces of one thread that lie behind each other are one path.</summary>
    public string BriefEdge(string title)
    {
        var window = layout.Edge;
        var svg = Begin(window, title, "pull-edge-drawing");
        var parts = new List<(int Thread, StringBuilder Path)>();
        foreach (var strand in Nearer())
        {
            if (parts.Count == 0 || parts[^1].Thread != strand.Thread)
            {
                parts.Add((strand.Thread, new()));
            }

            parts[^1].Path.Append(PathOf(Rest, strand, window));
        }

        svg.Append("<defs>");
        foreach (var (n, part) in parts.Index())
        {
            svg.Append(Inv($"<path id=\"{Id(window)}{n}\" d=\"")).Append(part.Path).Append("\"/>");
        }

        svg.Append(cloth.Pattern(Id(window), window.Scale)).Append("</defs>").Append(PullClothEnd.Draw(window, layout, Rest, cloth, ridgeMm));
        foreach (var (n, part) in parts.Index())
        {
            svg.Append(Inv($"<g class=\"{bodies[part.Thread].Css}\"{bodies[part.Thread].Attribute}>"));
            bodies[part.Thread].Draw(svg, Inv($"{Id(window)}{n}"), window.Scale);
            svg.Append("</g>");
        }

        EdgeName(svg);
        return Done(svg).Value!;
    }

    /// <summary>The pieces as they are drawn from the end of the seam: the nearest last.</summary>
    private IEnumerable<Strand> Nearer() => pieces.Strands.OrderByDescending(strand => Rest.Threads[strand.Thread][strand.From..(strand.To + 1)].Average(p => p.Along));

    /// <summary>The edge, from its end.</summary>
    public IHtmlContent Edge(string title)
    {
        var window = layout.Edge;
        var svg = Begin(window, title, "pull-edge-drawing");
        Defs(svg, window);
        svg.Append(PullClothEnd.Draw(window, layout, Rest, cloth, ridgeMm));
        var index = pieces.Strands.Index().ToDictionary(s => s.Item, s => s.Index);
        foreach (var strand in Nearer())
        {
            svg.Append(Inv($"<use href=\"#{Id(window)}-body-{index[strand]}\" data-t=\"{strand.Thread}\"/>"));
        }

        EdgeName(svg);
        return Done(svg);
    }

    private void EdgeName(StringBuilder svg)
    {
        if (!Bare)
        {
            new Svg(svg).Text(8, 20, "Edge, from its end", "d-label");
        }
    }

    /// <summary>Begins a drawing.</summary>
    protected static StringBuilder Begin(PullWindow window, string title, string css)
    {
        var svg = new StringBuilder(8192);
        return svg.Append(Inv($"<svg class=\"drawing seam-drawn {css}\" viewBox=\"0 0 {N(window.Width)} {N(window.Height)}\" role=\"group\" aria-label=\"{Encode(title)}\" xmlns=\"http://www.w3.org/2000/svg\">"));
    }

    /// <summary>Ends it.</summary>
    protected static HtmlString Done(StringBuilder svg) => new(svg.Append("</svg>").ToString());

    /// <summary>Every piece of thread as a path, with its body over it.</summary>
    protected void Defs(StringBuilder svg, PullWindow window)
    {
        var id = Id(window);
        svg.Append("<defs>");
        for (var k = 0; k < pieces.Strands.Count; k++)
        {
            var strand = pieces.Strands[k];
            svg.Append(Inv($"<path id=\"{id}-{k}\" data-s=\"{k}\" d=\"{PathOf(Rest, strand, window)}\"/>"));
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
    protected void Seam(StringBuilder svg, PullWindow window, int from, int to, string clothDrawn, bool breaks = true)
    {
        var near = window.Side == PullSide.Face ? StrandSide.Face : StrandSide.Back;
        var groups = pieces.Strands.Select((s, k) => (Strand: s, Index: k)).GroupBy(s => (s.Strand.Side, s.Strand.Layer)).ToList();
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
                svg.Append(Inv($"<g data-i=\"{i}\" transform=\"translate({N(i * Rest.AdvanceMm * window.Scale)} 0)\">"));
                foreach (var (strand, k) in group)
                {
                    svg.Append(Inv($"<use href=\"#{Id(window)}-body-{k}\" data-t=\"{strand.Thread}\"/>"));
                }

                svg.Append("</g>");
            }
        }

        svg.Append("</g>");
        foreach (var thread in breaks ? breaking : [])
        {
            svg.Append(Inv($"<g class=\"pull-break {bodies[thread].Css}\"{bodies[thread].Attribute} data-break=\"{thread}\" hidden=\"\">"));
            for (var e = 0; e < 2; e++)
            {
                svg.Append(Inv($"<defs><path id=\"{Id(window)}-break-{thread}-{e}\" data-end=\"{e}\" d=\"M0 0\"/></defs>"));
                bodies[thread].Draw(svg, $"{Id(window)}-break-{thread}-{e}", window.Scale);
            }

            svg.Append("<g data-break-letter=\"\">");
            new Svg(svg).Tag(0, 0, pieces.Threads[thread].Position);
            svg.Append("</g></g>");
        }
    }

    /// <summary>The cloth of a side.</summary>
    /// <param name="window">The window.</param>
    /// <param name="left">Where it begins, from the beginning of the seam.</param>
    /// <param name="width">How long it is.</param>
    protected string Cloth(PullWindow window, double left, double width)
    {
        var id = Id(window);
        // Drawn as it lies at rest and scaled as a whole, so that wales and courses lengthen and narrow with it.
        double up = window.Side == PullSide.Face ? 1 : -1;
        double top = Math.Min(up * layout.ClothLowMm, up * layout.ClothHighMm) * window.Scale, height = (layout.ClothHighMm - layout.ClothLowMm) * window.Scale;
        var rect = Inv($"x=\"{N(left)}\" y=\"{N(top)}\" width=\"{N(width)}\" height=\"{N(height)}\"");
        return Inv($"<g data-cloth=\"\" data-x=\"{N(window.Left)}\" data-y=\"{N(window.Middle)}\" transform=\"translate({N(window.Left)} {N(window.Middle)})\">")
            + Inv($"<rect class=\"pull-cloth\"{cloth.Attribute} {rect}/><rect {rect} fill=\"url(#{id}-knit)\"/><rect class=\"pull-hatched\" {rect} fill=\"url(#{id}-hatch)\"/></g>");
    }

    /// <summary>A layer on the near side of the cloth, from where the cloth that is shown begins to its raw edge.</summary>
    private string Allowance(PullWindow window, Func<double, double> edgeMm)
    {
        const int Points = 40;
        var edge = Smooth([.. Enumerable.Range(0, Points + 1).Select(i => (window.Width * i / Points, window.Y(new(0, edgeMm((double)i / Points), 0))))]);
        return Inv($"<path class=\"pull-cloth pull-allowance\"{cloth.Attribute} d=\"{edge}V{N(window.Y(new(0, layout.ClothLowMm, 0)))}H0Z\"/><path class=\"pull-raw\" d=\"{edge}\"/>");
    }

    /// <summary>The letters of the threads that are seen from a side, at the left, each as high as its thread.</summary>
    protected void Letters(StringBuilder svg, PullWindow window, StrandSide near)
    {
        if (Bare)
        {
            return;
        }

        var seen = new List<(double Y, ThreadPosition Position)>();
        foreach (var group in pieces.Strands.Where(s => s.Side == near).GroupBy(s => s.Thread))
        {
            var across = group.SelectMany(s => Rest.Threads[s.Thread].Skip(s.From).Take(s.To - s.From + 1)).ToList();
            seen.Add((across.Average(window.Y), pieces.Threads[group.Key].Position));
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

        new Svg(svg).Text(8, 20, window.Side == PullSide.Face ? "Face" : "Back, turned over", "d-label");
    }

    private string Id(PullWindow window) => window.Side switch { PullSide.Face => "f", PullSide.Back => "b", _ => "e" } + suffix;

    internal static string Inv(FormattableString text) => text.ToString(CultureInfo.InvariantCulture);
}
