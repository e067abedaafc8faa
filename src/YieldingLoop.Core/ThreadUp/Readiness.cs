using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.ThreadUp;

/// <summary>How soon a machine could sew, before it is known what: what of it is bare or unknown has to be filled first.</summary>
public static class Readiness
{
    /// <summary>Minutes until every seat has a needle and every position a thread, by the catalogue of <see cref="Minutes"/>.</summary>
    /// <param name="machine">The machine.</param>
    /// <param name="state">What is on it.</param>
    public static double MinutesToFill(Machine machine, MachineState state)
    {
        var head = state.HeadOf(machine);
        return head.Seats.Count(s => state.NeedleAt(s.Position) is null) * Minutes.Needle
            + head.Dials.Where(d => state.ThreadAt(d.Position) is null).Sum(d => d.Position.IsNeedle() ? Minutes.NeedleThread : Minutes.Looper);
    }
}
