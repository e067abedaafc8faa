using YieldingLoop.Core.Seams;

namespace YieldingLoop.Core.ThreadPaths;

/// <summary>How a stretched cloth narrows and thins (model section 4). Working values.</summary>
public static class StretchedCloth
{
    /// <summary>q: what is left of every width, λ^−0.35; 1 at rest.</summary>
    public static double Widths(double stretch, bool atRest) => atRest ? 1 : Math.Pow(stretch, ThreadPath.WidthExponent);

    /// <summary>k: what is left of the thickness, 0.60·λ^−0.5; 1 at rest.</summary>
    public static double Thickness(double stretch, bool atRest) => atRest ? 1 : ThreadPath.StretchedThickness / Math.Sqrt(stretch);
}
