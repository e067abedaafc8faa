using YieldingLoop.Core.Machines;
using YieldingLoop.Core.ThreadUp;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Practice;

/// <summary>
/// What has to come before what at the machine, and why: not one order, but everything an order must not do. Common practice A4, A5, B6, B7, F16
/// and H; no published source. The order of a thread-up is one of those that keep to it.
/// </summary>
public static class OrderRules
{
    private static readonly HashSet<ThreadUpAct> Laying = [ThreadUpAct.ThreadLooper, ThreadUpAct.ThreadNeedle, ThreadUpAct.TieOn, ThreadUpAct.LayInBobbin];

    private static readonly HashSet<ThreadUpAct> OutOfTheWay = [ThreadUpAct.TakeOut, ThreadUpAct.TakeOff, ThreadUpAct.TakeOutNeedle, ThreadUpAct.ClearAway];

    private static readonly HashSet<ThreadUpAct> WithFootUp = [.. Laying, .. OutOfTheWay, ThreadUpAct.SetNeedle];

    private static readonly HashSet<ThreadUpAct> Last = [ThreadUpAct.TurnByHand, ThreadUpAct.CloseCovers, ThreadUpAct.SwitchOn, ThreadUpAct.Swatch];

    /// <summary>Why a step may not come next; null where it may.</summary>
    /// <param name="plan">The list.</param>
    /// <param name="done">The steps that are done.</param>
    /// <param name="next">The step, from 0.</param>
    /// <exception cref="ArgumentOutOfRangeException">There is no such step.</exception>
    public static Finding? Why(ThreadUpPlan plan, IReadOnlyCollection<int> done, int next)
    {
        var step = plan.Steps[next];
        // The weightiest reason is told: power, then covers and foot, then what is threaded when.
        foreach (var (i, other) in plan.Steps.Index().Where(s => s.Index != next && !done.Contains(s.Index)).OrderBy(s => Weight(s.Item)))
        {
            if (Before(plan, other, step) is { } why)
            {
                return new Finding(why).With("step", i);
            }
        }

        return null;
    }

    private static int Weight(ThreadUpStep step) => step.Act switch
    {
        ThreadUpAct.WindBobbin => 0,
        ThreadUpAct.SwitchOff => 1,
        ThreadUpAct.OpenCovers => 2,
        ThreadUpAct.FootUp => 3,
        _ => 4,
    };

    /// <summary>Why one step has to be done before another; null where it need not.</summary>
    private static string? Before(ThreadUpPlan plan, ThreadUpStep first, ThreadUpStep then) => (first.Act, then.Act) switch
    {
        // The motor winds it.
        (ThreadUpAct.WindBobbin, _) => "order-motor-winds",
        (_, ThreadUpAct.WindBobbin) => null,
        (ThreadUpAct.SwitchOff, _) => "order-power-off",
        (_, ThreadUpAct.SwitchOff) => null,
        (ThreadUpAct.Swatch, _) => null,
        (_, ThreadUpAct.Swatch) => "order-swatch-last",
        (ThreadUpAct.SwitchOn, _) => null,
        (_, ThreadUpAct.SwitchOn) => first.Act == ThreadUpAct.CloseCovers ? "order-covers-closed" : "order-hands-clear",
        (ThreadUpAct.CloseCovers, _) => null,
        (_, ThreadUpAct.CloseCovers) => first.Act == ThreadUpAct.TurnByHand ? "order-watch-open" : "order-covers-needed",
        (ThreadUpAct.TurnByHand, _) => null,
        (_, ThreadUpAct.TurnByHand) => "order-turn-last",
        (ThreadUpAct.OpenCovers, _) => then.Act == ThreadUpAct.FootUp ? null : "order-covers-open",
        (_, ThreadUpAct.OpenCovers) => null,
        (ThreadUpAct.FootUp, _) => WithFootUp.Contains(then.Act) || then.Act == ThreadUpAct.IntoDiscs ? "order-foot-up" : null,
        (_, ThreadUpAct.FootUp) => null,
        _ => Threading(plan, first, then),
    };

    private static string? Threading(ThreadUpPlan plan, ThreadUpStep first, ThreadUpStep then)
    {
        if (then.Act == ThreadUpAct.IntoDiscs)
        {
            return Laying.Contains(first.Act) && first.Act != ThreadUpAct.LayInBobbin ? "order-laid-first" : null;
        }

        if (first.Act == ThreadUpAct.IntoDiscs)
        {
            return null;
        }

        if (OutOfTheWay.Contains(first.Act) && then.Act == ThreadUpAct.ThreadLooper)
        {
            return "order-needles-empty";
        }

        if (OutOfTheWay.Contains(first.Act) && Laying.Contains(then.Act))
        {
            return "order-out-first";
        }

        if (first.Act == ThreadUpAct.SetNeedle && Laying.Contains(then.Act))
        {
            return "order-needle-first";
        }

        if (first.Act == ThreadUpAct.ThreadLooper && then.Act == ThreadUpAct.ThreadLooper)
        {
            var order = Changeover.LooperOrder(plan.Head);
            return order.ToList().IndexOf(first.Position()) < order.ToList().IndexOf(then.Position()) ? "order-loopers" : null;
        }

        if (first.Act == ThreadUpAct.ThreadLooper && then.Act == ThreadUpAct.ThreadNeedle)
        {
            return "order-needles-last";
        }

        if (first.Act == ThreadUpAct.ThreadNeedle && then.Act == ThreadUpAct.ThreadNeedle)
        {
            // Which blade of a twin needle comes first matters to nobody.
            return plan.Head is PlainMachine ? null
                : plan.Head.SeatOf(first.Position()).OffsetMm < plan.Head.SeatOf(then.Position()).OffsetMm == (plan.Head.NeedleOrder == NeedleOrder.LeftFirst) ? "order-needles" : null;
        }

        return first.Act == ThreadUpAct.ThreadNeedle && then.Act == ThreadUpAct.LayInBobbin ? "order-draws-up" : null;
    }
}
