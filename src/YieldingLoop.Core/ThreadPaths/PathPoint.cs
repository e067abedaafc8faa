namespace YieldingLoop.Core.ThreadPaths;

/// <summary>A place in a seam, mm.</summary>
/// <param name="Along">Along the seam, the way it is sewn.</param>
/// <param name="Across">Square to the seam: from the outermost needle towards the cut edge; of a stitch without an edge from its middle.</param>
/// <param name="Through">Through the cloth: 0 in its middle, above 0 towards the face.</param>
public readonly record struct PathPoint(double Along, double Across, double Through)
{
    /// <summary>How far it is to another place, mm.</summary>
    public double To(PathPoint other)
    {
        double x = other.Along - Along, y = other.Across - Across, z = other.Through - Through;
        return Math.Sqrt(x * x + y * y + z * z);
    }

    internal static PathPoint Between(PathPoint one, PathPoint other, double share) => new(
        one.Along + (other.Along - one.Along) * share,
        one.Across + (other.Across - one.Across) * share,
        one.Through + (other.Through - one.Through) * share);
}
