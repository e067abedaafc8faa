using YieldingLoop.Core.Needles;

namespace YieldingLoop.Core.Planning;

/// <summary>What lies in the drawer.</summary>
/// <param name="Needles">Needles.</param>
/// <param name="Threads">Threads.</param>
public sealed record Drawer(IReadOnlyList<NeedleStock> Needles, IReadOnlyList<Cone> Threads)
{
    /// <summary>Whether there is anything to go by; an empty drawer is one nobody has filled in.</summary>
    public bool Known => Needles.Count + Threads.Count > 0;
}
