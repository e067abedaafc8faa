using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.ThreadPaths;

/// <summary>From where a seam is shown, so that it is best told apart from others.</summary>
public enum SeamView
{
    /// <summary>From its end, face above.</summary>
    End,

    /// <summary>The face.</summary>
    Face,

    /// <summary>The back.</summary>
    Back,

    /// <summary>The back, with a layer that is turned up and ends under the rows.</summary>
    TurnedUp,

    /// <summary>The strip from its side, in waves.</summary>
    Waves,

    /// <summary>Pulled open flat, from the side of its loops.</summary>
    Flat,

    /// <summary>Opened crosswise, from the right side of the garment.</summary>
    Opened,
}

/// <summary>What of a machine is drawn into a seam to show what it does there.</summary>
public enum MachinePart
{
    /// <summary>Nothing.</summary>
    None,

    /// <summary>The stitch finger, with the loops round it.</summary>
    Finger,

    /// <summary>A measure from the outermost needle to where the loops end.</summary>
    LoopWidth,
}

/// <summary>A seam that stands for many of its kind, to know them by its picture.</summary>
/// <param name="View">From where it is shown.</param>
/// <param name="Geometry">The seam as sewn.</param>
/// <param name="Threads">Its threads.</param>
/// <param name="Plies">Through how many layers it goes.</param>
public sealed record SeamExample(SeamView View, SeamGeometry Geometry, IReadOnlyList<LaidThread> Threads, int Plies)
{
    /// <summary>Repeats of the run that a stitch is skipped in.</summary>
    private const int SkippedIn = 5;

    /// <summary>How much longer it is drawn than it was, %.</summary>
    public double GrowthPercent { get; init; }

    /// <summary>Height of the ridge between its rows, mm.</summary>
    public double RidgeMm { get; init; }

    /// <summary>How far it is opened, mm.</summary>
    public double OpenMm { get; init; }

    /// <summary>How far from the middle of the cloth two threads of a lockstitch lock, mm, above 0 towards the face.</summary>
    public double KnotMm { get; init; }

    /// <summary>In which row a stitch is skipped; null in none.</summary>
    public ThreadPosition? Skips { get; init; }

    /// <summary>The one thread that is meant; null where all are.</summary>
    public ThreadPosition? Only { get; init; }

    /// <summary>What of the machine is drawn into it.</summary>
    public MachinePart Part { get; init; }

    /// <summary>Whether it is the super-stretch seam, which is sketched: the model has no path for it.</summary>
    public bool SuperStretch { get; init; }

    /// <summary>Its stitch at rest.</summary>
    public DrawnStitch Drawn()
    {
        var stitch = SuperStretch ? SuperStretchSketch.Draw(Geometry, Threads) : DrawnStitch.Rest(Geometry, [.. Threads]);
        stitch = KnotMm == 0 ? stitch : StitchRun.Locked(stitch, KnotMm);
        return Skips is { } row ? StitchRun.Skipped(StitchRun.Of(stitch, SkippedIn), Threads, row, out _) : stitch;
    }
}
