namespace YieldingLoop.Core.Patterns;

/// <summary>A line drawn in one stroke.</summary>
/// <param name="Curves">Its pieces, each beginning where the one before it ends.</param>
/// <param name="Closed">Whether it comes back to where it began.</param>
public sealed record Outline(IReadOnlyList<Curve> Curves, bool Closed)
{
    /// <summary>Its length, in the unit of its points.</summary>
    public double Length => Curves.Sum(c => c.Length());

    /// <summary>The same moved, turned and stretched; pieces without length are left out.</summary>
    public Outline By(Affine map) => new([.. Curves.Select(c => c.By(map)).Where(c => c.Length() > 1e-7)], Closed);

    /// <inheritdoc/>
    public bool Equals(Outline? other) => other is not null && Closed == other.Closed && Curves.SequenceEqual(other.Curves);

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(Curves.Count, Closed);
}
