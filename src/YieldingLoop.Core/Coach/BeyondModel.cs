using YieldingLoop.Core.Swatches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Coach;

/// <summary>
/// What a swatch shows that no figure of the seam model speaks of, and what looks find that no fault is reckoned with for: the trade's rules for
/// it (common practice D5, D6, E2, E4; no published source).
/// </summary>
internal static class BeyondModel
{
    /// <summary>So sure has to be that nothing is wrong with the machine before a needle is spared.</summary>
    private const double Sound = 0.5;

    /// <summary>The step for it; null where the seam model has it all.</summary>
    public static CoachStep? Next(CoachSession coach)
    {
        foreach (var (look, position) in coach.FoundBad.Where(f => f.Look.Fault() is null))
        {
            return look.CanBePutRight()
                ? new(CoachAct.Repair, look.RepairMinutes(position)) { Look = look, Position = position, Why = [CoachWhy.FoundBad(look, position, coach.LooksAt(look, position))] }
                : new(CoachAct.Service, 0) { Look = look, Why = [CoachWhy.FoundBad(look, position, coach.LooksAt(look, position))] };
        }

        if (coach.Touched || coach.Verdict is not { } verdict || coach.FoundBad.Count > 0)
        {
            return null;
        }

        var off = verdict.Deviations.Select(d => d.Aspect).ToHashSet();
        if (off.Count == 0)
        {
            return new(CoachAct.Sew, 0) { Why = [.. verdict.Missing.Select(CoachWhy.NotRead)] };
        }

        if (off.All(a => a is SwatchAspect.RowsParallel or SwatchAspect.RawEdgeCaught))
        {
            return new(CoachAct.Sew, 0) { Why = [.. off.Order().Select(CoachWhy.ByHand)] };
        }

        return off.All(a => a is SwatchAspect.Curl) ? Straighten(coach, verdict)
            : off.Contains(SwatchAspect.BesideUnsewn) && !off.Contains(SwatchAspect.Growth) ? Spare(coach, verdict)
            : null;
    }

    /// <summary>A strip that curves is fed wrongly: one step of the ratio towards the growth that is wanted.</summary>
    private static CoachStep? Straighten(CoachSession coach, SwatchVerdict verdict)
    {
        var side = verdict.Findings.First(f => f.Aspect == SwatchAspect.Curl).Read;
        if (coach.Question.Machine.Feed is not { } feed || !coach.Now.Differential.TryGet(out var ratio))
        {
            return null;
        }

        // What grew is fed faster, what was drawn in slower; where nobody measured, the side says it: a seam lies at the strip's right edge.
        var long_ = verdict.Findings.FirstOrDefault(f => f.Aspect == SwatchAspect.Growth) is { } growth ? growth.Read > (growth.Target.Aim ?? 0) : side < 0;
        var to = feed.Settable(ratio + (long_ ? feed.Step : -feed.Step));
        return Math.Abs(to - ratio) < 1e-9 ? null
            : new(CoachAct.Change, CoachMinutes.Change(CoachChange.Differential, [])) { Change = CoachChange.Differential, From = ratio, To = to, Why = [CoachWhy.Curls(side)] };
    }

    /// <summary>An edge dragged longer by a sound machine: one needle fewer comes before the looper is loosened (D5).</summary>
    private static CoachStep? Spare(CoachSession coach, SwatchVerdict verdict)
    {
        var lies = verdict.Findings.First(f => f.Aspect == SwatchAspect.BesideUnsewn);
        return lies.Read <= (lies.Target.Most ?? double.PositiveInfinity) || coach.WithoutLeft is null || coach.Causes().First(c => c is { Fault: null, Several: false }).Share < Sound ? null
            : new(CoachAct.Change, CoachMinutes.Change(CoachChange.DropLeftNeedle, [])) { Change = CoachChange.DropLeftNeedle, Position = ThreadPosition.NeedleLeft, Why = [CoachWhy.Dragged(lies.Read, lies.Target.Most!.Value)] };
    }
}
