using YieldingLoop.Core.ThreadPaths;

namespace YieldingLoop.Web.Drawings.Pull;

/// <summary>From which side a seam is seen.</summary>
public enum PullSide
{
    /// <summary>From the face, the cut edge below.</summary>
    Face,

    /// <summary>From the back, turned over about the seam: the cut edge above.</summary>
    Back,

    /// <summary>From its end: face above, cut edge to the right.</summary>
    Edge,
}

/// <summary>A window on a seam: how millimetres become units of the drawing. Script draws with the same figures.</summary>
/// <param name="Side">From which side it is seen.</param>
/// <param name="Width">Width of the drawing.</param>
/// <param name="Height">Height of the drawing.</param>
/// <param name="Scale">Units per millimetre.</param>
/// <param name="Left">Where the beginning of the seam lies; from its end, its outermost needle.</param>
/// <param name="Middle">Where the outermost needle lies; from its end, the middle of the cloth.</param>
public sealed record PullWindow(PullSide Side, double Width, double Height, double Scale, double Left, double Middle)
{
    /// <summary>Where a point of the seam is drawn, to the right.</summary>
    public double X(PathPoint point) => Left + Scale * (Side == PullSide.Edge ? point.Across : point.Along);

    /// <summary>Where a point of the seam is drawn, downwards.</summary>
    public double Y(PathPoint point) => Middle + Scale * Side switch { PullSide.Face => point.Across, PullSide.Back => -point.Across, _ => -point.Through };
}
