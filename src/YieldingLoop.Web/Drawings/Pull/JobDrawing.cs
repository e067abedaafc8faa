using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.ThreadPaths;

namespace YieldingLoop.Web.Drawings.Pull;

/// <summary>A job in a picture small enough to choose it by, from the same drawings as every other stitch.</summary>
public static class JobDrawing
{
    /// <summary>How far past the last row what is turned up ends, mm.</summary>
    private const double PastMm = 0.8;

    public static string Draw(JobExample example, string title)
    {
        var stitch = example.Drawn();
        ThreadBody[] bodies = [.. example.Threads.Select(t => new ThreadBody(t, null))];
        var layout = new PullLayout(stitch, [.. bodies.Select(b => b.WidthMm)], example.Geometry.Stitch.NeedsLoopWidth, example.RidgeMm);
        var drawing = new SeamDrawing(StitchPieces.Of(stitch, example.Threads), layout, bodies, new(null, ClothDirection.Across, example.Plies), example.RidgeMm);
        return example.View switch
        {
            JobView.End => drawing.BriefEdge(title),
            JobView.Face => drawing.Brief(StrandSide.Face, title),
            JobView.Back => drawing.Brief(StrandSide.Back, title),
            JobView.Waves => LieDrawing.Draw(SeamLie.OfGrowth(example.GrowthPercent), title).ToString()!,
            JobView.Flat => drawing.Flat(title, alone: true).ToString()!,
            _ => drawing.Brief(StrandSide.Back, title, _ => layout.HighMm + PastMm),
        };
    }
}
