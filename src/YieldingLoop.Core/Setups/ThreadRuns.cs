using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Setups;

/// <summary>How the threads of a plain machine are wanted to run, by the schools of practice F10.</summary>
public static class ThreadRuns
{
    /// <summary>The run of a needle's thread.</summary>
    /// <param name="schools">The schools.</param>
    /// <param name="position">The needle, or one of a twin.</param>
    public static ThreadRun For(ChosenSchools schools, ThreadPosition position)
    {
        var shared = schools.Follows(SchoolCatalogue.TwinSpools, "one-pin");
        return position switch
        {
            ThreadPosition.NeedleLeft => new() { Pin = shared ? SpoolPin.Shared : SpoolPin.First, DrawnOff = DrawnOff.AsManual, CapFits = true, DiscSide = DiscSide.Left, ThroughLastGuide = true },
            ThreadPosition.NeedleRight => new()
            {
                Pin = shared ? SpoolPin.Shared : SpoolPin.Second,
                // Spools that lie and stand are drawn off as each pin has it.
                DrawnOff = schools.Follows(SchoolCatalogue.TwinSpools, "mixed") ? null : DrawnOff.Opposite,
                CapFits = true, DiscSide = DiscSide.Right, ThroughLastGuide = schools.Follows(SchoolCatalogue.LastGuide, "through"),
            },
            _ => new() { Pin = SpoolPin.First, DrawnOff = DrawnOff.AsManual, CapFits = true, ThroughLastGuide = true },
        };
    }

    /// <summary>
    /// A needle's thread with its run, on a plain machine; the second of a twin that comes from the same spool is wound onto a
    /// bobbin, since two threads need two. Every other thread as it is.
    /// </summary>
    /// <param name="thread">The thread.</param>
    /// <param name="head">The machine.</param>
    /// <param name="position">Where it runs.</param>
    /// <param name="schools">The schools.</param>
    public static SewingThread Running(this SewingThread thread, Machine head, ThreadPosition position, ChosenSchools schools) =>
        head is not PlainMachine || !position.IsNeedle() ? thread
        : thread with { Run = For(schools, position), Supply = position == ThreadPosition.NeedleRight && thread.ConeId is not null ? ThreadHolder.Bobbin : thread.Supply };
}
