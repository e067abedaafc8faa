namespace YieldingLoop.Core.Seams;

/// <summary>A need with what it asks of the seam on one cloth.</summary>
/// <param name="Need">The need.</param>
/// <param name="RequiredPercent">What the seam must yield, %: the need and a quarter, or all the cloth has.</param>
/// <param name="ClothGivesOut">Whether the need is above the cloth's stretch.</param>
public sealed record NeedAnswer(Need Need, double RequiredPercent, bool ClothGivesOut)
{
    /// <summary>Sets a need against a cloth.</summary>
    /// <param name="need">The need.</param>
    /// <param name="clothStretchPercent">The cloth's stretch along the seam, %; null where it is not known.</param>
    public static NeedAnswer Of(Need need, double? clothStretchPercent) =>
        new(need, Need.Required(need.Percent, clothStretchPercent), need.Percent > clothStretchPercent);
}
