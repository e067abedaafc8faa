using YieldingLoop.Core.Needles;

namespace YieldingLoop.Core.Planning;

/// <summary>What lies in the drawer. A list that is null was never filled in, and then nothing is marked as to buy; an empty one is empty.</summary>
/// <param name="Needles">Needles.</param>
/// <param name="Threads">Threads.</param>
public sealed record Drawer(IReadOnlyList<NeedleStock>? Needles, IReadOnlyList<Cone>? Threads)
{
    /// <summary>Whether there is anything to go by.</summary>
    public bool Known => Needles is not null || Threads is not null;
}
