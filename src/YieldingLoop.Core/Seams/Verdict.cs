using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Seams;

/// <summary>Whether the seam will hold on this wearer in this cloth.</summary>
public enum Verdict
{
    /// <summary>Yield at or above what is required.</summary>
    Holds,

    /// <summary>Yield at or above the need, without the margin.</summary>
    Tight,

    /// <summary>Yield below the need: a thread pops.</summary>
    Pops,

    /// <summary>The need is above the cloth's own stretch: the answer is the pattern or the cloth, not the thread.</summary>
    ClothGivesOut,
}

/// <summary>The verdict with the figures it stands on, %.</summary>
/// <param name="Verdict">The word.</param>
/// <param name="NeedPercent">What the wearer asks.</param>
/// <param name="RequiredPercent">min(cloth's stretch, need × 1.25).</param>
/// <param name="SparePoints">Yield − need, percentage points.</param>
/// <param name="NotSure">Whether the need lies inside the yield's band: sew a swatch.</param>
public sealed record SeamVerdict(Verdict Verdict, double NeedPercent, double RequiredPercent, double SparePoints, bool NotSure)
{
    /// <summary>What is left of figures that are equal, %: 110 of 100 is 10.000000000000009 %.</summary>
    private const double Rounding = 1e-9;

    /// <summary>How many points the cloth itself lacks; null unless it gives out, where what is required is all the cloth has.</summary>
    public double? ClothLacksPoints => Verdict == Verdict.ClothGivesOut ? NeedPercent - RequiredPercent : null;

    /// <summary>Judges a yield.</summary>
    /// <param name="yield">Predicted yield with its band, %.</param>
    /// <param name="needPercent">The need along the seam, %.</param>
    /// <param name="clothStretchPercent">The cloth's stretch in that direction, %; null where it is not known, when only the thread is judged.</param>
    public static SeamVerdict Of(Interval yield, double needPercent, double? clothStretchPercent)
    {
        var cloth = clothStretchPercent ?? double.PositiveInfinity;
        var required = Need.Required(needPercent, clothStretchPercent);
        var verdict = needPercent > cloth + Rounding ? Verdict.ClothGivesOut
            : yield.Middle >= required - Rounding ? Verdict.Holds
            : yield.Middle >= needPercent - Rounding ? Verdict.Tight
            : Verdict.Pops;
        return new SeamVerdict(verdict, needPercent, required, yield.Middle - needPercent, needPercent > yield.Low && needPercent < yield.High);
    }
}

/// <summary>The words of the verdicts.</summary>
public static class VerdictWords
{
    /// <summary>The word on screen.</summary>
    public static string Word(this Verdict verdict) => Vocabulary.Name("verdict." + verdict.Id());

    /// <summary>The identifier in records and the API.</summary>
    public static string Id(this Verdict verdict) => verdict switch
    {
        Verdict.Holds => "holds",
        Verdict.Tight => "tight",
        Verdict.Pops => "pops",
        _ => "cloth-gives-out",
    };
}
