using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.ThreadPaths;

/// <summary>The measures of a stitch at one stretch, mm: those of the seam model (section 4), with what each thread has to spare.</summary>
internal sealed class StitchMeasures
{
    private readonly LaidSeam seam;
    private readonly double stretch;
    private readonly bool atRest;

    /// <param name="seam">The seam.</param>
    /// <param name="stretch">λ, 1 or more.</param>
    /// <param name="atRest">Whether it lies at rest; λ is 1 then.</param>
    public StitchMeasures(LaidSeam seam, double stretch, bool atRest)
    {
        (this.seam, this.stretch, this.atRest) = (seam, stretch, atRest);
        Narrowed = StretchedCloth.Widths(stretch, atRest);
        var g = seam.Geometry;
        Advance = stretch * g.StitchLengthMm;
        Thickness = StretchedCloth.Thickness(stretch, atRest) * g.SewnThicknessMm;
        Gauge = seam.Stitch.Needles > 1 ? Narrowed * g.GaugeMm : 0;
        LoopWidth = Narrowed * g.LoopWidthMm;
        Edge = Narrowed * g.BiteMm;
        Width = g.ZigzagWidthMm * (atRest ? 1 : 0.6 * Narrowed) * seam.Stitch.WidthShare;
        MeetingLine = Narrowed * seam.MeetingLineMm;
        var loops = Enumerable.Range(0, seam.Threads.Count).Where(i => !seam.Threads[i].Position.IsNeedle()).ToList();
        var spare = loops.Count == 0 ? 0 : loops.Average(i => Ratio(i) - 1);
        // At rest the loops lie as far out as the model says; pulled, no further than the thread they still have to spare.
        Reach = LoopWidth * (1 + (atRest || seam.MeanSlack < 0 ? seam.MeanSlack : Math.Min(seam.MeanSlack, spare)));
        Fineness = seam.Threads.Min(t => t.Kind.DiscDiameterMm);
    }

    public Stitch Stitch => seam.Stitch;

    /// <summary>q: how much of every width is left.</summary>
    public double Narrowed { get; }

    /// <summary>λs.</summary>
    public double Advance { get; }

    /// <summary>k·t.</summary>
    public double Thickness { get; }

    /// <summary>Where the face lies above the middle of the cloth.</summary>
    public double Face => Thickness / 2;

    /// <summary>q·G.</summary>
    public double Gauge { get; }

    /// <summary>q·a.</summary>
    public double LoopWidth { get; }

    /// <summary>q·b: the cut edge, counted from the outermost needle.</summary>
    public double Edge { get; }

    /// <summary>Width of one penetration's step, of a zigzag.</summary>
    public double Width { get; }

    /// <summary>q·p, above 0 towards the face.</summary>
    public double MeetingLine { get; }

    /// <summary>How far out the loops lie, counted from the outermost needle.</summary>
    public double Reach { get; }

    /// <summary>Thickness in its disc of the finest thread: what keeps crossing threads apart.</summary>
    public double Fineness { get; }

    /// <summary>Where a thread stands in the list of threads.</summary>
    public int IndexOf(ThreadPosition position)
    {
        for (var i = 0; i < seam.Threads.Count; i++)
        {
            if (seam.Threads[i].Position == position)
            {
                return i;
            }
        }

        throw new ArgumentException($"The stitch has no thread in {position.Id()}.");
    }

    /// <summary>Threads in the needles, left to right.</summary>
    public IReadOnlyList<int> Needles => [.. Enumerable.Range(0, seam.Threads.Count).Where(i => seam.Threads[i].Position.IsNeedle()).OrderBy(i => Seat(seam.Threads[i].Position))];

    /// <summary>max(P, L): what is drawn of a thread.</summary>
    public double Drawn(int thread) => Math.Max(seam.PathMm(thread, stretch, atRest), seam.Readings[thread].LengthPerStitchMm);

    /// <summary>max(P, L) / P: 1 for a thread that runs straight.</summary>
    public double Ratio(int thread) => Drawn(thread) / seam.PathMm(thread, stretch, atRest);

    /// <summary>How deep a needle thread's loop goes under the cloth: the needle loop and half the wrap round what holds it.</summary>
    public double LoopDepth(int thread)
    {
        var wrap = Stitch.Family == StitchFamily.TwinNeedle ? 0 : Math.PI * seam.Threads[thread].Kind.DiscDiameterMm * (atRest ? 1 : SeamLayout.WrapLeft);
        var kept = atRest ? 1 : 1 - seam.Threads[IndexOf(Stitch.Holder!.Value)].Kind.Give;
        return seam.Readings[thread].NeedleLoopMm!.Value * kept + wrap / 2;
    }

    /// <summary>How far apart the bobbin holds the rows of a twin needle.</summary>
    public double DrawnGauge => Narrowed * seam.DrawnGaugeMm(IndexOf(ThreadPosition.Bobbin));

    private static int Seat(ThreadPosition needle) => needle switch { ThreadPosition.NeedleLeft => 0, ThreadPosition.NeedleCentre => 1, _ => 2 };
}
