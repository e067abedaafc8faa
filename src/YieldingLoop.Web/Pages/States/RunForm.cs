using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Web.Pages.States;

/// <summary>How a thread of a plain machine runs, as it is typed. What is left empty is not known.</summary>
public sealed class RunForm
{
    public ThreadHolder? Supply { get; set; }

    public SpoolPin? Pin { get; set; }

    public DrawnOff? DrawnOff { get; set; }

    public bool? CapFits { get; set; }

    public DiscSide? DiscSide { get; set; }

    public bool? ThroughLastGuide { get; set; }

    internal static RunForm From(Place<SewingThread> place) => place.TryGet(out var thread)
        ? new() { Supply = thread.Supply, Pin = thread.Run?.Pin, DrawnOff = thread.Run?.DrawnOff, CapFits = thread.Run?.CapFits, DiscSide = thread.Run?.DiscSide, ThroughLastGuide = thread.Run?.ThroughLastGuide }
        : new();

    /// <summary>The thread, running as it is said to.</summary>
    internal Place<SewingThread> Put(Place<SewingThread> place)
    {
        var run = new ThreadRun { Pin = Pin, DrawnOff = DrawnOff, CapFits = CapFits, DiscSide = DiscSide, ThroughLastGuide = ThroughLastGuide };
        return place.TryGet(out var thread) ? thread with { Supply = Supply ?? thread.Supply, Run = run.AnyKnown ? run : null } : place;
    }
}
