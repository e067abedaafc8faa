using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Machines;

/// <summary>What the tips of two needles show.</summary>
public enum TipState
{
    /// <summary>As the machine's record says.</summary>
    Right,

    /// <summary>Level where one should stand higher.</summary>
    Level,

    /// <summary>The wrong one stands higher.</summary>
    Reversed,

    /// <summary>The step is smaller than it should be.</summary>
    TooSmall,

    /// <summary>The step is one step too many.</summary>
    TooLarge,
}

/// <summary>A reading of two tips.</summary>
/// <param name="State">What they show.</param>
/// <param name="NotFullyUp">The needle that is not pushed fully up; null where both are.</param>
public sealed record TipReading(TipState State, ThreadPosition? NotFullyUp);

/// <summary>
/// Reads the height of two needle tips against each other (common practice B5): a needle can only hang too low, so the
/// one that is lower than it should be is not fully up. It looks like a tension fault and is not one.
/// </summary>
public static class TipCheck
{
    /// <summary>Closer than this to what it should be, mm, counts as right; a needle that is not seated hangs lower by more. Working value.</summary>
    public const double ToleranceMm = 0.2;

    /// <summary>Every pair of neighbouring seats whose heights are on record, left to right.</summary>
    public static IReadOnlyList<(Seat Left, Seat Right)> Pairs(Machine machine) =>
        [.. machine.Seats.Zip(machine.Seats.Skip(1)).Where(p => p.First.TipHigherMm is not null && p.Second.TipHigherMm is not null)];

    /// <summary>How much higher the left one of two tips should stand, mm; negative where the right one should.</summary>
    /// <exception cref="ArgumentException">The record does not say how the tips stand.</exception>
    public static double Expected(Seat left, Seat right) =>
        left.TipHigherMm - right.TipHigherMm ?? throw new ArgumentException("The record does not say how these tips stand.", nameof(left));

    /// <summary>Reads a pair of tips.</summary>
    /// <param name="left">The left seat.</param>
    /// <param name="right">The right seat.</param>
    /// <param name="leftHigherMm">How much higher the left tip is seen to stand, mm; negative where the right one does.</param>
    /// <exception cref="ArgumentException">The record does not say how the tips stand.</exception>
    public static TipReading Read(Seat left, Seat right, double leftHigherMm)
    {
        var expected = Expected(left, right);
        var miss = leftHigherMm - expected;
        // Half the step is the most that can pass for right where the step itself is small.
        var tolerance = expected == 0 ? ToleranceMm : Math.Min(ToleranceMm, Math.Abs(expected) / 2);
        if (Math.Abs(miss) <= tolerance + 1e-9)
        {
            return new TipReading(TipState.Right, null);
        }

        var low = miss < 0 ? left.Position : right.Position;
        var state = Math.Abs(leftHigherMm) <= tolerance / 2 ? TipState.Level
            : expected != 0 && Math.Sign(leftHigherMm) != Math.Sign(expected) ? TipState.Reversed
            : Math.Abs(leftHigherMm) < Math.Abs(expected) ? TipState.TooSmall
            : TipState.TooLarge;
        return new TipReading(state, low);
    }

    /// <summary>The pictures to match against: right, level, reversed, and one step too many, with what each means.</summary>
    /// <exception cref="ArgumentException">The record does not say how the tips stand.</exception>
    public static IReadOnlyList<(double LeftHigherMm, TipReading Reading)> Pictures(Seat left, Seat right)
    {
        var step = Expected(left, right);
        // Where the manual shows them level there is no level fault and no reversal: either may hang lower.
        double[] seen = step == 0 ? [0, 0.8, -0.8] : [step, 0, -step, 2 * step];
        return [.. seen.Select(s => (s, Read(left, right, s)))];
    }

    /// <summary>
    /// Whether the heights on record go against the rule of the looper's way. Then they are worth a second look at the
    /// manual's picture, which wins.
    /// </summary>
    public static bool AgainstRule(Machine machine, Seat left, Seat right) =>
        Expected(left, right) is var step && step != 0 && machine.HigherByRule(left, right) is { } leftHigher && leftHigher != step > 0;
}
