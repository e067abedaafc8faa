using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Core.ThreadPaths;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Web.Drawings.Pull;

/// <summary>The pictures of a reading that is taken by choosing the one the swatch looks like.</summary>
/// <param name="look">The reading.</param>
/// <param name="seam">The set-up as sewn, as the seam model reads it.</param>
/// <param name="setup">The set-up as sewn.</param>
/// <param name="cloth">How the cloth looks.</param>
/// <param name="wording">How things are called.</param>
public sealed class LookDrawing(MatchLook look, SeamCase seam, Setup setup, PullCloth cloth, Wording wording)
{
    /// <summary>How long a run is in which something goes wrong, mm, about, and how many repeats it has at least and at most.</summary>
    private const double RunMm = 15;

    private const int ShortestRun = 3, LongestRun = 11;

    /// <summary>How far an uneven row goes to either side, as a share of the way between the rows.</summary>
    private const double WandersShare = 0.28;

    /// <summary>How far past the last row an allowance lies that is caught, and how far before the first one that is not, mm.</summary>
    private const double PastMm = 0.8, ShortMm = 0.8;

    private const string Face = "The face.", Back = "The back, turned over about the seam.", End = "The seam from its end, face above.";

    /// <summary>What a picture shows: one drawing, or the same seam from two sides.</summary>
    /// <param name="picture">Which picture.</param>
    /// <param name="number">Its number among those on the page, so that nothing in it is named twice.</param>
    public IReadOnlyList<string> Of(LookPicture picture, int number)
    {
        var suffix = FormattableString.Invariant($"-{number}-");
        var drawn = look.SeamAt(seam, picture);
        var stitch = DrawnStitch.Rest(drawn.Geometry, Laid(drawn));
        return (look.Aspect, picture.Id) switch
        {
            (SwatchAspect.Curl, _) => [CurlDrawing.Draw(Enum.Parse<Curl>(picture.Id), seam.Geometry.Stitch).ToString()!],
            (SwatchAspect.ThreadsShow, _) => [Opened(picture.Figure, suffix)],
            (SwatchAspect.Tunnelling, _) => [Seam(stitch, drawn, suffix, SeamLie.RidgeOf(picture.Figure)).BriefEdge(End)],
            (SwatchAspect.Wrapped, _) => Seam(stitch, drawn, suffix) is var s ? [s.BriefEdge(End), s.Brief(StrandSide.Back, Back)] : [],
            (SwatchAspect.RowsParallel, MatchLook.No) => [Seam(Wandering(stitch), drawn, suffix).Brief(StrandSide.Face, Face)],
            (SwatchAspect.RowsParallel, _) => [Seam(stitch, drawn, suffix).Brief(StrandSide.Face, Face)],
            (SwatchAspect.RawEdgeCaught, var caught) => [Seam(stitch, drawn, suffix).Brief(StrandSide.Back, Back, RawEdge(stitch, caught == MatchLook.Yes))],
            (_, MatchLook.NothingSkipped) => Both(stitch, drawn, suffix),
            _ => Both(StitchRun.Skipped(StitchRun.Of(stitch, RunOf(stitch)), Laid(drawn), ThreadPositions.Find(picture.Id)!.Value, out var at), drawn, suffix, at),
        };
    }

    private static LaidThread[] Laid(SeamCase seam) => [.. seam.Threads.Select(t => t.Laid)];

    /// <summary>Repeats of a run: odd, so that one is the middle.</summary>
    private static int RunOf(DrawnStitch stitch) => Math.Clamp((int)(RunMm / stitch.AdvanceMm / 2) * 2 + 1, ShortestRun, LongestRun);

    private bool HasEdge => seam.Geometry.Stitch.NeedsLoopWidth;

    private IReadOnlyList<string> Both(DrawnStitch stitch, SeamCase drawn, string suffix, PathPoint? ring = null) =>
        Seam(stitch, drawn, suffix) is var s ? [s.Brief(StrandSide.Face, Face, ring: ring), s.Brief(StrandSide.Back, Back, ring: ring)] : [];

    private SeamDrawing Seam(DrawnStitch stitch, SeamCase drawn, string suffix, double ridgeMm = 0)
    {
        ThreadBody[] bodies = [.. drawn.Threads.Select(t => ThreadBody.Of(t.Laid, setup))];
        // Every picture of one reading has room for the same: they are compared.
        var layout = new PullLayout(stitch, [.. bodies.Select(b => b.WidthMm)], HasEdge, look.Aspect == SwatchAspect.Tunnelling ? SeamLie.RidgeOf(look.Pictures.Max(p => p.Figure)) : 0);
        return new(StitchPieces.Of(stitch, Laid(drawn)), layout, bodies, cloth, ridgeMm, suffix: suffix);
    }

    /// <summary>Where the rows lie across: where their needle threads do on the face.</summary>
    private (double First, double Last) Rows(DrawnStitch stitch)
    {
        var rows = stitch.Threads.Where((_, i) => seam.Threads[i].Laid.Position.IsNeedle()).Select(StitchRun.RowOf).Order().ToList();
        return (rows[0], rows[^1]);
    }

    private DrawnStitch Wandering(DrawnStitch stitch)
    {
        var (first, last) = Rows(stitch);
        return StitchRun.Wandering(StitchRun.Of(stitch, RunOf(stitch)), first, last, WandersShare * (last - first));
    }

    private Func<double, double> RawEdge(DrawnStitch stitch, bool caught)
    {
        var (first, last) = Rows(stitch);
        var lies = HasEdge ? stitch.Measures.CutEdgeMm : last + PastMm;
        var slips = HasEdge ? first - ShortMm : first + (last - first) / 3;
        return caught ? _ => lies : at => lies - (lies - slips) * Math.Pow(Math.Sin(Math.PI * at), 4);
    }

    private string Opened(double gapMm, string suffix)
    {
        // Both at one scale: that of the wider.
        var frames = CrosswiseFrames.Taut(seam.Geometry, Laid(seam), [gapMm, look.Pictures.Max(p => p.Figure)]);
        var laid = seam.Threads.First(t => t.Laid.Position == frames.Thread).Laid;
        return new CrosswiseDrawing(frames, ThreadBody.Of(laid, setup), cloth, false, suffix)
            .Still(0, wording.Say($"The seam from the right side of the garment, opened, with the {frames.Thread.Name()}’s thread between its two sides.")).ToString()!;
    }
}
