using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Minutes;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.ThreadUp;

/// <summary>How soon a machine could sew, before it is known what: what of it is bare or unknown has to be filled first.</summary>
public static class Readiness
{
    /// <summary>Minutes until every seat has a needle and every position a thread, by the catalogue of <see cref="MinutesFor"/>.</summary>
    /// <param name="machine">The machine.</param>
    /// <param name="state">What is on it.</param>
    public static double MinutesToFill(Machine machine, Setup state)
    {
        var head = state.HeadOf(machine);
        return head.Seats.Count(s => !state.Needles[s.Position].IsThere) * MinutesFor.Needle
            + head.Dials.Count(d => d.Position.IsNeedle() && !head.ThreadPlaces.Any(p => head.SeatPlaceOf(p) == d.Position && state.Threads[p].IsThere)) * MinutesFor.NeedleThread
            + head.Dials.Count(d => !d.Position.IsNeedle() && !state.Threads[d.Position].IsThere) * MinutesFor.Looper;
    }
}
