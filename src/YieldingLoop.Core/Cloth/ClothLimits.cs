namespace YieldingLoop.Core.Cloth;

/// <summary>What makes a cloth light, heavy, stable or very stretchy. Working values.</summary>
public static class ClothLimits
{
    /// <summary>Below this a cloth is light or thin, g/m².</summary>
    public const double LightBelowGsm = 200;

    /// <summary>From here it is heavy, g/m².</summary>
    public const double HeavyFromGsm = 280;

    /// <summary>A knit that stretches less than this, %, is stable.</summary>
    public const double StableKnitBelowPercent = 25;

    /// <summary>A knit that stretches more than this, %, is a high-stretch one.</summary>
    public const double HighStretchAbovePercent = 60;
}
