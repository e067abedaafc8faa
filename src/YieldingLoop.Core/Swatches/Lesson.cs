using YieldingLoop.Core.Learning;
using YieldingLoop.Core.Seams;

namespace YieldingLoop.Core.Swatches;

/// <summary>An overhang as it was read.</summary>
/// <param name="LoopWidthMm">How far out the finger laid the loops, mm from the outermost threaded needle.</param>
/// <param name="BiteMm">Where the knife cut, mm from the same needle.</param>
/// <param name="ReadMm">What was read, mm.</param>
public readonly record struct OverhangReading(double LoopWidthMm, double BiteMm, double ReadMm);

/// <summary>
/// What one swatch teaches: readings beside what the model gave for the set-up as it was sewn. It is kept with the swatch, so that
/// whoever learns from many need not work each of them out again; it holds for one version of the model.
/// </summary>
public sealed record Lesson
{
    /// <summary>Version of the model it was worked out with.</summary>
    public required string ModelVersion { get; init; }

    /// <summary>The threads that met; null where none did.</summary>
    public MeetingPair? Pair { get; init; }

    /// <summary>Where they met; null where nobody read it.</summary>
    public MeetingLineReading? MeetingLine { get; init; }

    /// <summary>How much it grew; null where nobody read it.</summary>
    public GrowthReading? Growth { get; init; }

    /// <summary>How far its loops hung past the edge; null where nobody read it.</summary>
    public OverhangReading? Overhang { get; init; }

    /// <summary>Its threads, and where the model has each pop.</summary>
    public IReadOnlyList<PulledThread> Threads { get; init; } = [];

    /// <summary>What was seen when it was pulled, and in wear.</summary>
    public IReadOnlyList<Pull> Pulls { get; init; } = [];

    /// <summary>What a swatch teaches.</summary>
    /// <param name="seam">The set-up as sewn, with nothing learnt.</param>
    /// <param name="read">What was read on it.</param>
    /// <param name="crackledAtPercent">At what stretch it crackled in wear, %.</param>
    public static Lesson Of(SeamCase seam, SwatchReadings read, double? crackledAtPercent = null)
    {
        var figures = SeamAssessment.Of(seam with { Learnt = Learnt.Nothing });
        return new()
        {
            ModelVersion = SeamModel.Version,
            Pair = MeetingPair.Of(seam),
            MeetingLine = read.MeetingLineMm is { } line && SeamAssessment.MeetingLineAtNeutralMm(seam, figures.Seam) is { } neutral ? new(seam.DialDifference!.Value, neutral, line) : null,
            Growth = read.GrowthPercent is { } growth && seam.Differential is { } ratio && figures.GrowthPercent is { } model ? new(ratio, model.Middle, growth) : null,
            Overhang = read.OverhangMm is { } overhang && seam.Geometry.Stitch.NeedsLoopWidth ? new(seam.Geometry.LoopWidthMm, seam.Geometry.BiteMm, overhang) : null,
            Threads = [.. seam.Threads.Select((t, i) => new PulledThread(t.Laid.Position, t.Laid.Kind.Id, figures.Threads[i].PopStretchPercent))],
            Pulls = [.. PullsOf(read, crackledAtPercent)],
        };
    }

    private static IEnumerable<Pull> PullsOf(SwatchReadings read, double? crackledAtPercent)
    {
        if (read is { PoppedAt: { } popped, PoppedAtPercent: { } at })
        {
            // That it held before says nothing more.
            yield return new(PopEvidence.Popped, at, popped);
        }
        else if (read.HeldToPercent is > 0 and { } held)
        {
            yield return new(PopEvidence.Held, held);
        }

        if (crackledAtPercent is { } crackled)
        {
            yield return new(PopEvidence.Gave, crackled);
        }
    }
}
