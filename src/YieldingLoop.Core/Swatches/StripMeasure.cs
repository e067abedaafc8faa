using YieldingLoop.Core.Seams;
using static System.FormattableString;

namespace YieldingLoop.Core.Swatches;

/// <summary>A marked strip, measured before and after sewing, pulled and let go, beside an unsewn one. Lengths between the marks, mm.</summary>
public sealed record StripMeasure
{
    /// <summary>Shortest and longest length between marks that is believed, mm.</summary>
    public const double ShortestMm = 20, LongestMm = 5000;

    /// <summary>What a ruler reads when nobody has said otherwise, mm.</summary>
    public const double UsualRulerStepMm = 1;

    /// <summary>Before sewing.</summary>
    public required double BeforeMm { get; init; }

    /// <summary>After sewing, laid flat.</summary>
    public double? SewnMm { get; init; }

    /// <summary>Pulled along, with nothing popped.</summary>
    public double? PulledMm { get; init; }

    /// <summary>Some minutes after letting go.</summary>
    public double? RecoveredMm { get; init; }

    /// <summary>An unsewn strip that was marked as long, laid beside it afterwards.</summary>
    public double? UnsewnMm { get; init; }

    /// <summary>The ruler's step, mm: each length may be off by half of it.</summary>
    public double RulerStepMm { get; init; } = UsualRulerStepMm;

    /// <summary>What cannot be; nothing where all of it can.</summary>
    public IReadOnlyList<Problem> Problems()
    {
        var problems = new List<Problem>();
        if (!(RulerStepMm is >= 0.1 and <= 10))
        {
            problems.Add(new("rulerStepMm", "A ruler’s step is between 0.1 and 10 mm."));
        }

        foreach (var (field, length) in new (string, double?)[] { ("beforeMm", BeforeMm), ("sewnMm", SewnMm), ("pulledMm", PulledMm), ("recoveredMm", RecoveredMm), ("unsewnMm", UnsewnMm) })
        {
            if (length is { } mm && !(mm >= ShortestMm && mm <= LongestMm))
            {
                problems.Add(new(field, Invariant($"A length between marks from {ShortestMm:0} to {LongestMm:0} mm is believed here.")));
            }
        }

        if (problems.Count > 0)
        {
            return problems;
        }

        if (SewnMm is { } sewn && (sewn > 3 * BeforeMm || sewn < BeforeMm / 2))
        {
            problems.Add(new("sewnMm", "No strip changes its length so much in sewing. Check the figure and the one before."));
        }

        if (UnsewnMm is { } unsewn && (unsewn > 1.5 * BeforeMm || unsewn < BeforeMm / 1.5))
        {
            problems.Add(new("unsewnMm", "The unsewn strip is marked as long as this one was before sewing, and lies as it is."));
        }

        if (SewnMm is null && (PulledMm ?? RecoveredMm) is not null)
        {
            problems.Add(new("sewnMm", "What it is pulled to is counted from its length after sewing: measure that too."));
        }

        if (PulledMm < SewnMm)
        {
            problems.Add(new("pulledMm", "The pulled length is shorter than the one at rest. Did the two get swapped?"));
        }

        if (RecoveredMm > (PulledMm ?? double.MaxValue) || (RecoveredMm is not null && PulledMm is null))
        {
            problems.Add(new(PulledMm is null ? "pulledMm" : "recoveredMm", PulledMm is null ? "Say how far it was pulled before it was let go." : "It is longer after letting go than when it was pulled. Did the two get swapped?"));
        }

        return problems;
    }

    /// <summary>Growth in sewing, %: 100·(sewn − before)/before.</summary>
    public Interval? GrowthPercent => Change(BeforeMm, SewnMm);

    /// <summary>Stretch it was pulled to, %: 100·(B − A)/A, A after sewing.</summary>
    /// <remarks>Source: ASTM D2594, quoted from memory.</remarks>
    public Interval? PulledPercent => Change(SewnMm, PulledMm);

    /// <summary>What stayed of it, %: 100·(C − A)/A.</summary>
    /// <remarks>Source: ASTM D2594, quoted from memory.</remarks>
    public Interval? StayedPercent => Change(SewnMm, RecoveredMm);

    /// <summary>How much longer it lies than the unsewn strip, %.</summary>
    public Interval? BesideUnsewnPercent => Change(UnsewnMm, SewnMm);

    /// <summary>Readings, with what the strip gives where nothing else was read.</summary>
    public SwatchReadings Over(SwatchReadings read) => read with
    {
        GrowthPercent = read.GrowthPercent ?? GrowthPercent?.Middle,
        BesideUnsewnPercent = read.BesideUnsewnPercent ?? BesideUnsewnPercent?.Middle,
        HeldToPercent = read.HeldToPercent ?? (read.PoppedAtPercent is null ? PulledPercent?.Middle : null),
    };

    /// <summary>A change of length with the bounds that half a step of the ruler at either end leaves.</summary>
    private Interval? Change(double? from, double? to)
    {
        if (from is not { } a || to is not { } b)
        {
            return null;
        }

        static double Percent(double start, double end) => 100 * (end - start) / start;
        var half = RulerStepMm / 2;
        return new(Percent(a + half, b - half), Percent(a, b), Percent(a - half, b + half));
    }
}
