using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.ThreadUp;

/// <summary>The way from what is on a machine to what is wanted on it. It holds all it was worked out from.</summary>
/// <param name="Machine">The machine.</param>
/// <param name="From">What was on it.</param>
/// <param name="Wanted">What is wanted on it.</param>
/// <param name="Steps">The steps in their order; none where everything is on already.</param>
/// <param name="Shorter">What looks shorter, and why it is not done.</param>
public sealed record ThreadUpPlan(Machine Machine, Setup From, Setup Wanted, IReadOnlyList<ThreadUpStep> Steps, IReadOnlyList<ShorterLooking> Shorter)
{
    /// <summary>Where a thread broke; null where none did.</summary>
    public ThreadPosition? Broke { get; init; }

    /// <summary>The schools it was asked with; null in a list that was written down before it kept them.</summary>
    public ChosenSchools? Schools { get; init; }

    /// <summary>What is threaded again because a thread broke, and by which school; empty where none did.</summary>
    public Finding? Again { get; init; }

    /// <summary>Whether something of what is threaded again because of a break is still to be done.</summary>
    /// <param name="done">How many steps are done.</param>
    public bool BreakIsOpen(int done) =>
        Again is not null && Steps.Skip(done).Any(s => s.Act is ThreadUpAct.TieOn or ThreadUpAct.ThreadLooper or ThreadUpAct.ThreadNeedle or ThreadUpAct.LayInBobbin);

    private static readonly HashSet<ThreadUpAct> Moves =
    [
        ThreadUpAct.ChangeOver, ThreadUpAct.ClearAway, ThreadUpAct.SetNeedle, ThreadUpAct.TakeOutNeedle, ThreadUpAct.TakeOff, ThreadUpAct.TakeOut, ThreadUpAct.TieOn, ThreadUpAct.ThreadLooper,
        ThreadUpAct.ThreadNeedle, ThreadUpAct.LayInBobbin,
    ];

    /// <summary>Whether threads or needles are moved by it, so that what was wrong with their threading may be gone, or new.</summary>
    public bool MovesThreads => Steps.Any(s => Moves.Contains(s.Act));

    /// <summary>Minutes until it can be sewn.</summary>
    public double Minutes => Math.Round(Steps.Where(s => s.Act != ThreadUpAct.Swatch).Sum(s => s.Minutes), 6);

    /// <summary>Minutes with the swatch at the end.</summary>
    public double MinutesWithSwatch => Math.Round(Steps.Sum(s => s.Minutes), 6);

    /// <summary>The machine as it is while it sews what is wanted.</summary>
    public Machine Head => Wanted.HeadOf(Machine);

    /// <summary>What is on the machine once the first steps are done.</summary>
    /// <param name="done">How many.</param>
    /// <exception cref="ArgumentOutOfRangeException">There are not so many steps.</exception>
    public Setup StateAfter(int done)
    {
        ArgumentOutOfRangeException.ThrowIfNegative(done);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(done, Steps.Count);
        return Steps.Take(done).Aggregate(From, (state, step) => step.Apply(state));
    }
}
