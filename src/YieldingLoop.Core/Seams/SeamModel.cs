using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Seams;

/// <summary>
/// The seam model: every stitch lays a finite length of each thread; stretch the seam and each path grows; the
/// first thread whose path outgrows what was laid plus what it can extend pops. Sections 4 to 6 of docs/model.md.
/// Allocates nothing.
/// </summary>
public static class SeamModel
{
    /// <summary>Version of the model, kept with every saved set-up; what each changed stands in docs/model.md.</summary>
    public const string Version = "2";

    /// <summary>Most threads in any stitch.</summary>
    public const int MostThreads = 5;

    /// <summary>A pop at this stretch, %, means "not within reach".</summary>
    public const double BeyondReachPercent = (ThreadPath.Reach - 1) * 100;

    /// <summary>Share of the straight-line break extension that a looped thread keeps. Working value.</summary>
    public const double LoopedShare = 0.75;

    /// <summary>Two pops closer than this in λ are a tie.</summary>
    private const double Tie = 1e-7;

    /// <summary>
    /// Reads one set-up.
    /// </summary>
    /// <param name="geometry">The stitch as sewn. Figures are taken as valid; input is checked where it enters.</param>
    /// <param name="threads">Exactly the threads of the stitch, each position once, in any order.</param>
    /// <param name="readings">Receives one reading per thread in the same order; at least as long as <paramref name="threads"/>.</param>
    /// <exception cref="ArgumentException"><paramref name="readings"/> is too short, or the number of threads is not the stitch's.</exception>
    public static SeamReading Evaluate(in SeamGeometry geometry, ReadOnlySpan<LaidThread> threads, Span<ThreadReading> readings)
    {
        if (threads.Length != geometry.Stitch.ThreadCount || readings.Length < threads.Length)
        {
            throw new ArgumentException("The stitch takes another number of threads.", nameof(threads));
        }

        var layout = new SeamLayout(geometry, threads);
        double consumption = 0, mass = 0, strength = 0, gap = 0, needleTension = 0;
        var firstPop = double.PositiveInfinity;
        var s = geometry.StitchLengthMm;

        for (var i = 0; i < threads.Length; i++)
        {
            ref readonly var thread = ref threads[i];
            var path = layout.PathOf(thread, out var needleLoop);
            var rest = path.AtRest();
            var slack = Slack(thread);
            var kind = thread.Kind;
            var sewExtension = Math.Min(thread.TensionCentinewtons / (kind.ModulusCentinewtonsPerTex * kind.Tex), 0.6 * kind.BreakExtension);
            var laid = rest * (1 + slack + geometry.Stitch.Extra) / (1 + sewExtension);
            var pop = path.Crossing(laid * (1 + LoopedShare * kind.BreakExtension));

            readings[i] = new ThreadReading
            {
                Position = thread.Position,
                TensionCentinewtons = thread.TensionCentinewtons,
                LengthPerStitchMm = laid,
                Consumption = laid / s,
                PopStretchPercent = (pop - 1) * 100,
                NeedleLoopMm = double.IsNaN(needleLoop) ? null : needleLoop,
            };
            consumption += laid / s;
            mass += laid / s * kind.Tex / 100;
            firstPop = Math.Min(firstPop, pop);
            if (thread.Position.IsNeedle())
            {
                needleTension += thread.TensionCentinewtons / thread.Position.NeutralTensionCentinewtons() / geometry.Stitch.Needles;
                strength += 2 * 0.8 * kind.TenacityCentinewtonsPerTex * kind.Tex * geometry.Stitch.Repeats * (10 / s) / 100;
                gap = Math.Max(gap, Opens(double.IsNaN(needleLoop) ? 0 : needleLoop, slack, rest));
            }
        }

        return new SeamReading
        {
            Consumption = consumption,
            YieldPercent = (firstPop - 1) * 100,
            FirstToPop = FirstToPop(readings[..threads.Length], firstPop),
            ThreadMassMgPerCm = mass,
            StrengthNewtonsPerCm = strength,
            GapMm = layout.Gap(gap),
            MeetingLineMm = layout.HasMeetingLine ? layout.MeetingLineMm : null,
            OverhangMm = layout.Overhang(),
            CoverFace = layout.Cover(readings, ThreadPosition.UpperLooper),
            CoverBack = layout.Cover(readings, ThreadPosition.LowerLooper),
            TunnellingIndex = layout.Tunnelling(needleTension),
        };
    }

    /// <summary>
    /// P(λ), mm per stitch, of one thread of the set-up, and what it can span before it pops: what drawings of the
    /// pulled seam stand on.
    /// </summary>
    /// <param name="geometry">The stitch as sewn.</param>
    /// <param name="threads">All its threads.</param>
    /// <param name="index">Which of them.</param>
    /// <param name="stretch">λ, 1 or more; evaluated in the stretched state.</param>
    public static double PathLength(in SeamGeometry geometry, ReadOnlySpan<LaidThread> threads, int index, double stretch) =>
        new SeamLayout(geometry, threads).PathOf(threads[index], out _).At(stretch);

    /// <summary>P(1) at rest, mm per stitch, of one thread of the set-up.</summary>
    /// <param name="geometry">The stitch as sewn.</param>
    /// <param name="threads">All its threads.</param>
    /// <param name="index">Which of them.</param>
    public static double PathLengthAtRest(in SeamGeometry geometry, ReadOnlySpan<LaidThread> threads, int index) =>
        new SeamLayout(geometry, threads).PathOf(threads[index], out _).AtRest();

    /// <summary>A needle's own term of the gap, mm, below 0 where its thread is drawn in and nothing opens.</summary>
    /// <param name="geometry">The stitch as sewn.</param>
    /// <param name="threads">All its threads.</param>
    /// <param name="index">Which needle's.</param>
    /// <param name="reading">Its reading.</param>
    internal static double NeedleOpens(in SeamGeometry geometry, ReadOnlySpan<LaidThread> threads, int index, in ThreadReading reading) =>
        Opens(reading.NeedleLoopMm ?? 0, Slack(threads[index]), PathLengthAtRest(geometry, threads, index));

    private static double Opens(double needleLoop, double slack, double rest) => needleLoop + slack * rest / 2;

    /// <summary>slack = c·ln(T₀/T), clamped to −0.15 … 0.60.</summary>
    internal static double Slack(in LaidThread thread) =>
        Math.Clamp(
            thread.Position.SlackFactor() * Math.Log(thread.Position.NeutralTensionCentinewtons() / thread.TensionCentinewtons),
            -0.15,
            0.60);

    private static ThreadPosition? FirstToPop(ReadOnlySpan<ThreadReading> readings, double firstPop)
    {
        if (firstPop >= ThreadPath.Reach)
        {
            return null;
        }

        ThreadPosition? first = null;
        foreach (ref readonly var reading in readings)
        {
            var ties = reading.PopStretchPercent / 100 + 1 - firstPop <= Tie;
            if (ties && (first is null || reading.Position < first))
            {
                first = reading.Position;
            }
        }

        return first;
    }
}
