using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.ThreadPaths;

/// <summary>One seam as the seam model reads it, kept together for drawing it at many stretches.</summary>
internal sealed class LaidSeam
{
    private readonly SeamGeometry geometry;
    private readonly LaidThread[] threads;
    private readonly ThreadPath[] paths;
    private readonly ThreadReading[] readings;

    /// <param name="geometry">The stitch as sewn.</param>
    /// <param name="threads">Its threads.</param>
    /// <param name="expected">What is expected of it, where swatches have taught more than the model says; null for the model alone.</param>
    /// <exception cref="ArgumentException">The threads are not those of the stitch.</exception>
    public LaidSeam(in SeamGeometry geometry, ReadOnlySpan<LaidThread> threads, SeamAssessment? expected = null)
    {
        this.geometry = geometry;
        this.threads = threads.ToArray();
        readings = new ThreadReading[threads.Length];
        Reading = SeamModel.Evaluate(geometry, threads, readings);
        paths = new ThreadPath[threads.Length];
        var layout = new SeamLayout(geometry, threads);
        for (var i = 0; i < threads.Length; i++)
        {
            paths[i] = layout.PathOf(threads[i], out _);
        }

        ExpectedPops = [.. readings.Select((r, i) => expected?.LearntPopsPercent?[i].Middle ?? r.PopStretchPercent)];
        // As far round as loops can be drawn, whatever a line through a few swatches says.
        MeetingLineMm = Reading.MeetingLineMm is null ? 0
            : Math.Clamp(expected?.MeetsMm ?? Reading.MeetingLineMm.Value, -(geometry.LoopWidthMm + geometry.SewnThicknessMm / 2), geometry.LoopWidthMm + geometry.SewnThicknessMm / 2);
        MeanSlack = this.threads.Where(t => !t.Position.IsNeedle()).Select(t => SeamModel.Slack(t)).DefaultIfEmpty(0).Average();
    }

    public Stitch Stitch => geometry.Stitch;

    public SeamGeometry Geometry => geometry;

    public IReadOnlyList<LaidThread> Threads => threads;

    public IReadOnlyList<ThreadReading> Readings => readings;

    public SeamReading Reading { get; }

    /// <summary>Where each thread is expected to pop, %: by the swatches where its kind was pulled, else by the model.</summary>
    public IReadOnlyList<double> ExpectedPops { get; }

    /// <summary>Where the threads that meet are expected to, mm; 0 where none do.</summary>
    public double MeetingLineMm { get; }

    /// <summary>Mean slack of the threads that run in no needle, a fraction.</summary>
    public double MeanSlack { get; }

    /// <summary>P of a thread, mm per stitch: at rest, or stretched by λ.</summary>
    public double PathMm(int thread, double stretch, bool atRest) => atRest ? paths[thread].AtRest() : paths[thread].At(stretch);

    /// <summary>How far apart the bobbin draws the rows of a twin needle at rest, mm.</summary>
    public double DrawnGaugeMm(int bobbin) => new SeamLayout(geometry, threads).DrawnGauge(threads[bobbin]);

    /// <summary>How much of the thread's limit is used up at a stretch: 1 where it pops.</summary>
    public double Used(int thread, double stretch, bool atRest) => PathMm(thread, stretch, atRest) / SpannedMm(thread);

    /// <summary>What a thread spans just before it pops, mm per stitch: where swatches say that it pops elsewhere than the model has it, what it spans there.</summary>
    private double SpannedMm(int thread) => ExpectedPops[thread] == readings[thread].PopStretchPercent
        ? readings[thread].LengthPerStitchMm * (1 + SeamModel.LoopedShare * threads[thread].Kind.BreakExtension)
        : PathMm(thread, 1 + ExpectedPops[thread] / 100, false);
}
