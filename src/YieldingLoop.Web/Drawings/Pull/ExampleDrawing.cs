using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.ThreadPaths;

namespace YieldingLoop.Web.Drawings.Pull;

/// <summary>A seam that stands for many of its kind, in a picture small enough to choose by.</summary>
public static class ExampleDrawing
{
    /// <summary>How far past the last row what is turned up ends, mm.</summary>
    private const double PastMm = 0.8;

    /// <param name="example">The seam.</param>
    /// <param name="title">What it shows, in words.</param>
    /// <param name="suffix">What sets its identifiers apart from those of others on the page.</param>
    /// <param name="bare">Whether it is shown so small that letters and words would only be specks.</param>
    public static string Draw(SeamExample example, string title, string suffix = "", bool bare = false)
    {
        var cloth = new PullCloth(null, ClothDirection.Across, example.Plies);
        ThreadBody[] bodies = [.. example.Threads.Select(t => new ThreadBody(t, null) { Pale = example.Only is { } only && only != t.Position })];
        switch (example.View)
        {
            case SeamView.Waves:
                return LieDrawing.Draw(SeamLie.OfGrowth(example.GrowthPercent), title).ToString()!;
            case SeamView.Opened:
                var frames = CrosswiseFrames.Taut(example.Geometry, example.Threads, [example.OpenMm]);
                return new CrosswiseDrawing(frames, bodies.First(b => b.Laid.Position == frames.Thread), cloth, false, suffix).Still(0, title).ToString()!;
        }

        var stitch = example.Drawn();
        var layout = new PullLayout(stitch, [.. bodies.Select(b => b.WidthMm)], example.Geometry.Stitch.NeedsLoopWidth, example.RidgeMm);
        var drawing = new SeamDrawing(StitchPieces.Of(stitch, example.Threads), layout, bodies, cloth, example.RidgeMm, suffix: suffix) { Bare = bare };
        return example.View switch
        {
            SeamView.End => drawing.BriefEdge(title),
            SeamView.Face => drawing.Brief(StrandSide.Face, title, part: example.Part),
            SeamView.Back => drawing.Brief(StrandSide.Back, title),
            SeamView.Flat => drawing.Flat(title, alone: true).ToString()!,
            _ => drawing.Brief(StrandSide.Back, title, _ => layout.HighMm + PastMm),
        };
    }
}
