using Microsoft.AspNetCore.Html;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Core.ThreadPaths;
using YieldingLoop.Core.Threads;
using static YieldingLoop.Web.Drawings.Pull.SeamDrawing;
using static YieldingLoop.Web.Drawings.Svg;

namespace YieldingLoop.Web.Drawings.Pull;

/// <summary>The swatch as it would look at one figure.</summary>
/// <param name="Main">The drawing the handle points into.</param>
/// <param name="Beside">The same seam from its other sides.</param>
/// <param name="X">Where in the main drawing the figure is seen.</param>
/// <param name="Y">The same, downwards.</param>
public sealed record MatchView(string Main, IReadOnlyList<string> Beside, double X, double Y);

/// <summary>
/// The drawings of one reading, from one end of its scale to the other, all at one scale, so that one of them can be found that looks
/// like the swatch in the hand.
/// </summary>
public sealed class MatchDrawing
{
    private const double TrackMargin = 34;

    private const string Face = "The face.", Back = "The back, turned over about the seam.";

    private readonly MatchScale scale;
    private readonly SeamCase seam;
    private readonly Setup setup;
    private readonly PullCloth cloth;
    private readonly Wording wording;
    private readonly bool together;

    /// <param name="scale">The reading.</param>
    /// <param name="seam">The set-up as sewn, as the seam model reads it.</param>
    /// <param name="setup">The set-up as sewn.</param>
    /// <param name="cloth">How the cloth looks.</param>
    /// <param name="wording">How things are called.</param>
    /// <param name="together">Whether several of the drawings stand on one page, so that nothing in them may be named alike.</param>
    public MatchDrawing(MatchScale scale, SeamCase seam, Setup setup, PullCloth cloth, Wording wording, bool together = false)
    {
        (this.scale, this.seam, this.setup, this.cloth, this.wording, this.together) = (scale, seam, setup, cloth, wording, together);
        (Width, Height, Views) = scale.Aspect switch
        {
            SwatchAspect.Gap => (CrosswiseDrawing.Width, CrosswiseDrawing.Height, Opened()),
            SwatchAspect.Growth => (LieDrawing.Width, LieDrawing.Height, Waves()),
            SwatchAspect.CoverFace or SwatchAspect.CoverBack => Covered(),
            _ => Stitches(),
        };
    }

    /// <summary>Width of the main drawing, and of the track below it.</summary>
    public double Width { get; }

    /// <summary>Height of the main drawing.</summary>
    public double Height { get; }

    /// <summary>One drawing for each figure of the scale.</summary>
    public IReadOnlyList<MatchView> Views { get; }

    /// <summary>Units per millimetre of the drawing a photo can lie beside: that of a side of the seam; null where the drawing keeps no scale.</summary>
    public double? PerMm { get; private set; }

    /// <summary>Height of the track.</summary>
    public static double TrackHeight => 84;

    /// <summary>Where a figure stands on the track.</summary>
    public double At(double value) => TrackMargin + (Width - 2 * TrackMargin) * (value - scale.Least) / (scale.Most - scale.Least);

    /// <summary>The track with its handle, outside the drawing; script moves the handle, and the leader that goes from it to what is read.</summary>
    /// <param name="name">What is read.</param>
    /// <param name="low">What stands at its low end.</param>
    /// <param name="high">What stands at its high end.</param>
    /// <param name="unit">Figures from mark to mark.</param>
    public IHtmlContent Track(string name, string low, string high, double unit)
    {
        const double Y = 34;
        var svg = new System.Text.StringBuilder(1024);
        svg.Append(Inv($"<svg class=\"drawing match-track\" viewBox=\"0 0 {N(Width)} {N(TrackHeight)}\" role=\"group\" aria-label=\"{Encode(name)}\" xmlns=\"http://www.w3.org/2000/svg\">"));
        var drawn = new Svg(svg);
        drawn.Line(At(scale.Least), Y, At(scale.Most), Y, "match-line");
        for (var mark = Math.Ceiling(scale.Least / unit - 1e-9) * unit; mark <= scale.Most + 1e-9; mark += unit)
        {
            drawn.Line(At(mark), Y - (Math.Abs(mark) < 1e-9 ? 13 : 7), At(mark), Y + (Math.Abs(mark) < 1e-9 ? 13 : 7), "match-mark");
        }

        drawn.Text(4, 78, low, "d-label").Text(Width - 4, 78, high, "d-label", "end");
        svg.Append(Inv($"<path class=\"match-leader\" data-match-leader=\"\" d=\"M0 0\"/><circle class=\"match-spot\" data-match-spot=\"\" r=\"7\"/>"));
        svg.Append(Inv($"<g class=\"pull-handle match-handle\" data-match-handle=\"\" role=\"slider\" tabindex=\"0\" aria-label=\"{Encode(name)}\" aria-valuemin=\"{scale.Least}\" aria-valuemax=\"{scale.Most}\" aria-valuenow=\"{(scale.BeginsAtMost ? scale.Most : scale.Least)}\" aria-valuetext=\"not read\">"));
        svg.Append(Inv($"<rect x=\"-33\" y=\"{Y - 33}\" width=\"66\" height=\"66\" class=\"match-touch\"/><circle cx=\"0\" cy=\"{Y}\" r=\"19\" class=\"match-grip\"/><path class=\"pull-arrows\" d=\"M-5 {Y - 6}l-6 6l6 6M5 {Y - 6}l6 6l-6 6\"/></g>"));
        return new HtmlString(svg.Append("</svg>").ToString());
    }

    private string Suffix(double value) => together ? Inv($"-match{Math.Round((value - scale.Least) / scale.Step)}-") : "";

    private ThreadBody[] Bodies(SeamCase drawn, double value) =>
        [.. drawn.Threads.Select(t => ThreadBody.Of(t.Laid, setup) with { Thicker = scale.ThickerAt(seam, value, t.Laid.Position) })];

    private (double Width, double Height, IReadOnlyList<MatchView> Views) Stitches()
    {
        var cases = scale.Values.Select(v => scale.SeamAt(seam, v)).ToList();
        var stitches = cases.ConvertAll(c => DrawnStitch.Rest(c.Geometry, Laid(c)));
        var layouts = PullLayout.Alike(stitches, [.. Bodies(seam, scale.Least).Select(b => b.WidthMm)], true);
        PerMm = layouts[0].Back.Scale;
        // The knife moves no thread.
        var pieces = scale.Aspect == SwatchAspect.Overhang ? StitchPieces.Of(stitches[0], Laid(seam)) : null;
        return (layouts[0].Edge.Width, layouts[0].Edge.Height, [.. scale.Values.Select((v, i) => Stitch(v, cases[i], pieces is null ? StitchPieces.Of(stitches[i], Laid(cases[i])) : pieces with { Stitch = stitches[i] }, layouts[i]))]);
    }

    private static LaidThread[] Laid(SeamCase seam) => [.. seam.Threads.Select(t => t.Laid)];

    private MatchView Stitch(double value, SeamCase drawn, StitchPieces pieces, PullLayout layout)
    {
        var stitch = pieces.Stitch;
        var drawing = new SeamDrawing(pieces, layout, Bodies(drawn, value), cloth, suffix: Suffix(value));
        var half = stitch.Measures.ThicknessMm / 2;
        var past = Math.Abs(value) - half;
        // The line is counted round the corner of the edge: beyond half the thickness it lies on the face or on the back.
        var at = scale.Aspect != SwatchAspect.MeetingLine ? new PathPoint(0, stitch.Measures.ReachMm, 0)
            : past <= 0 ? new PathPoint(0, stitch.Measures.ReachMm, value)
            : new PathPoint(0, stitch.Measures.MeetingFromMm - past, Math.Sign(value) * half);
        return new(drawing.BriefEdge("The seam from its end, face above."), [drawing.Brief(StrandSide.Face, Face), drawing.Brief(StrandSide.Back, Back)], layout.Edge.X(at), layout.Edge.Y(at));
    }

    private (double Width, double Height, IReadOnlyList<MatchView> Views) Covered()
    {
        var stitch = DrawnStitch.Rest(seam.Geometry, Laid(seam));
        // Room for the thickest.
        var layout = PullLayout.Alike([stitch], [.. Bodies(seam, scale.Most).Select(b => b.WidthMm)], true)[0];
        var pieces = StitchPieces.Of(stitch, Laid(seam));
        var face = scale.Aspect == SwatchAspect.CoverFace;
        var window = face ? layout.SmallFace : layout.Back;
        var at = new PathPoint(0, stitch.Measures.ReachMm / 2, 0);
        PerMm = window.Scale;
        return (window.Width, window.Height,
        [
            .. scale.Values.Select(v => new SeamDrawing(pieces, layout, Bodies(seam, v), cloth, suffix: Suffix(v))).Select(d =>
                new MatchView(face ? d.Brief(StrandSide.Face, Face) : d.Brief(StrandSide.Back, Back), [], window.Width / 2, window.Y(at))),
        ]);
    }

    private IReadOnlyList<MatchView> Opened()
    {
        var frames = CrosswiseFrames.Taut(seam.Geometry, Laid(seam), scale.Values);
        var body = Bodies(seam, 0).First(b => b.Laid.Position == frames.Thread);
        CrosswiseDrawing Drawing(double value) => new(frames, body, cloth, setup.Flatlock.Or(false), Suffix(value));
        var drawing = Drawing(scale.Least);
        PerMm = drawing.Scale;
        var title = wording.Say($"The seam from the right side of the garment, opened, with the {frames.Thread.Name()}’s thread between its two sides.");
        return [.. scale.Values.Select((v, i) => new MatchView((together ? Drawing(v) : drawing).Still(i, title).ToString()!, [], CrosswiseDrawing.Width / 2, CrosswiseDrawing.Middle + v / 2 * drawing.Scale))];
    }

    private IReadOnlyList<MatchView> Waves() =>
        [.. scale.Values.Select(v => new MatchView(LieDrawing.Draw(SeamLie.OfGrowth(v), "The sewn strip beside an unsewn one, from the side.").ToString()!, [], LieDrawing.EndOf(v), LieDrawing.Top))];
}
