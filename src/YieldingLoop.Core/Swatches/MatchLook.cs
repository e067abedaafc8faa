using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Swatches;

/// <summary>One picture of a reading that is seen rather than measured.</summary>
/// <param name="Id">What is written down where the swatch looks so: a word of the reading, or a seat's identifier where a stitch is skipped in its row.</param>
/// <param name="Figure">The figure it is drawn at, in the unit of what is read; 0 where it is drawn by its kind alone.</param>
public sealed record LookPicture(string Id, double Figure = 0);

/// <summary>One reading of a swatch that is taken by choosing the picture it looks like.</summary>
/// <param name="Aspect">What is read.</param>
/// <param name="Pictures">What it can look like.</param>
public sealed record MatchLook(SwatchAspect Aspect, IReadOnlyList<LookPicture> Pictures)
{
    /// <summary>How yes and no are written down.</summary>
    public const string Yes = "True", No = "False";

    /// <summary>What is written down where nothing was skipped.</summary>
    public const string NothingSkipped = "0";

    /// <summary>Of the furthest the threads can be drawn round, how far round a wrapped edge is drawn, and one that is not.</summary>
    private const double WrappedShare = 0.97, NotWrappedShare = 0.4;

    /// <summary>How far a zigzag is drawn open whose threads do not show, and one whose do, mm.</summary>
    private const double HardlyOpenMm = 0.15, OpenMm = 1.2;

    /// <summary>The readings of a swatch that are taken so.</summary>
    /// <param name="seam">The set-up as sewn.</param>
    /// <param name="targets">Its targets.</param>
    public static IReadOnlyList<MatchLook> Of(SeamCase seam, Targets targets)
    {
        var looks = new List<MatchLook>();
        var (stitch, g) = (seam.Geometry.Stitch, seam.Geometry);
        if (stitch.NeedsLoopWidth && targets.Wrapped)
        {
            var round = -g.RoundTheBackMm;
            looks.Add(new(SwatchAspect.Wrapped, [new(No, NotWrappedShare * round), new(Yes, WrappedShare * round)]));
        }

        if (stitch.Family == StitchFamily.Zigzag && targets.GapMm is { Least: null })
        {
            looks.Add(new(SwatchAspect.ThreadsShow, [new(No, HardlyOpenMm), new(Yes, OpenMm)]));
        }

        if (stitch.Family is StitchFamily.Cover or StitchFamily.TwinNeedle)
        {
            looks.Add(new(SwatchAspect.Tunnelling, [.. Enum.GetValues<Ridge>().Select(r => new LookPicture(r.ToString(), SwatchVerdict.Index(r)!.Value))]));
            looks.Add(new(SwatchAspect.RowsParallel, [new(No), new(Yes)]));
        }

        if (stitch.NeedsLoopWidth || stitch.Family is StitchFamily.Cover or StitchFamily.TwinNeedle)
        {
            looks.Add(new(SwatchAspect.RawEdgeCaught, [new(No), new(Yes)]));
        }

        looks.Add(new(SwatchAspect.Curl, [.. new[] { Curl.Left, Curl.Flat, Curl.Right }.Select(c => new LookPicture(c.ToString()))]));
        looks.Add(new(SwatchAspect.Skips, [.. seam.Threads.Select(t => t.Laid.Position).Where(p => p.IsNeedle()).Select(p => new LookPicture(p.Id())), new(NothingSkipped)]));
        return looks;
    }

    /// <summary>The seam as it would have been sewn if it looked so: that is what is drawn.</summary>
    /// <param name="seam">The set-up as sewn.</param>
    /// <param name="picture">The picture.</param>
    public SeamCase SeamAt(SeamCase seam, LookPicture picture) => Aspect == SwatchAspect.Wrapped ? MatchScale.MeetingAt(seam, picture.Figure) : seam;
}
