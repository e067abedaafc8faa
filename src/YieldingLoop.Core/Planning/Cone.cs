using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Planning;

/// <summary>A thread in the drawer, known by itself and not by its name, which may change.</summary>
/// <param name="Id">Whatever the asker knows it by.</param>
/// <param name="Stock">Its record.</param>
public sealed record Cone(string Id, ThreadStock Stock)
{
    /// <summary>The thread on it, as a set-up names it; its own figures only where they differ from its kind's.</summary>
    /// <exception cref="InvalidOperationException">The record is not whole.</exception>
    public SewingThread Thread()
    {
        var own = Stock.Resolve().Value ?? throw new InvalidOperationException("The thread's record is not whole.");
        var kind = ThreadCatalogue.Find(own.Id)!;
        return new(own.Id)
        {
            Tex = own.Tex == kind.Tex ? null : own.Tex,
            BreakExtension = own.BreakExtension == kind.BreakExtension ? null : own.BreakExtension,
            Colour = Stock.Colour, ConeId = Id, Name = Stock.Name.Trim(), Supply = Stock.Holder,
        };
    }
}
