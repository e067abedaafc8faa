using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Planning;

/// <summary>Why one set-up comes after another.</summary>
/// <param name="Why">The first figure it loses on.</param>
/// <param name="Parts">What that is made of: the limits it misses, the costs it adds; empty where it says all by itself.</param>
public sealed record PlanBehind(Finding Why, IReadOnlyList<Finding> Parts)
{
    /// <summary>A reason that needs no parts.</summary>
    public static PlanBehind Of(Finding why) => new(why, []);
}
