using YieldingLoop.Core.Coach;
using YieldingLoop.Core.Faults;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Minutes;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.SimulatedMachine;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Bench;

/// <summary>
/// Somebody who goes by rules: looks in the trade's order (common practice E4), and turns one number a swatch by D1 to D6. The one looks
/// through everything first and then turns; the other turns first and looks after six turns, or when only skips or a break are left.
/// </summary>
/// <param name="trial">The case.</param>
/// <param name="dialsFirst">Whether to turn first.</param>
internal sealed class ByRule(TrialCase trial, bool dialsFirst)
{
    private const int TurnsFirst = 6;

    private const double NeedleNumbers = 1.5;

    private readonly StandIn machine = trial.Begin();
    private readonly SeamCase sewn = trial.Plan.Setup.Case(trial.Machine, trial.Cloth, trial.Seam, null, ChosenSchools.Default).Value!;
    private Setup now = trial.Plan.Setup;
    private double minutes;

    /// <summary>Whether it is still solved after so many swatches, how many there were, how long it took, and whether a fault is left.</summary>
    public (bool Solved, int Swatches, double Minutes, bool Hidden) Run(int mostSwatches)
    {
        var (turns, looked) = (0, false);
        for (var swatches = 1; swatches <= mostSwatches; swatches++)
        {
            minutes += MinutesFor.Swatch;
            var read = machine.Sew(now, trial.Plan.Targets.HoldPercent).Value!;
            var verdict = SwatchVerdict.Of(trial.Plan.Targets, read);
            if (verdict.Passed)
            {
                return (true, swatches, minutes, machine.InEffect.Count > 0);
            }

            var deviations = verdict.Deviations.Select(d => d.Aspect).ToHashSet();
            var onlyFaults = deviations.All(a => a is SwatchAspect.Skips or SwatchAspect.Broke);
            if (!looked && (!dialsFirst || turns >= TurnsFirst || onlyFaults))
            {
                looked = true;
                if (LookThrough())
                {
                    continue;
                }
            }

            if (!Turn(verdict, read) && looked)
            {
                // Nothing to turn: once more through everything.
                looked = false;
            }

            turns++;
        }

        return (false, mostSwatches, minutes, machine.InEffect.Count > 0);
    }

    /// <summary>Looks at everything in the trade's order, and puts right whatever looks bad.</summary>
    private bool LookThrough()
    {
        FaultKind[] order = [FaultKind.Dragging, FaultKind.OutOfDisc, FaultKind.GuideMissed, FaultKind.Doubled, FaultKind.LooperOrder, FaultKind.NeedlePoint, FaultKind.NeedleNotUp, FaultKind.NeedleWorn, FaultKind.Finger, FaultKind.Knife];
        var found = false;
        foreach (var kind in order)
        {
            foreach (var place in FaultPlaces.Of(kind, trial.Machine, sewn))
            {
                minutes += CoachMinutes.Look;
                if (!machine.LooksBad(kind, place))
                {
                    continue;
                }

                minutes += kind.LookFor().RepairMinutes(place);
                machine.PutRight(kind, place);
                found = true;
            }
        }

        return found;
    }

    /// <summary>One number of one dial, a tenth of the ratio, or half a millimetre of the knife.</summary>
    private bool Turn(SwatchVerdict verdict, SwatchReadings read)
    {
        SwatchFinding? Off(SwatchAspect aspect) => verdict.Deviations.FirstOrDefault(d => d.Aspect == aspect);
        double Way(SwatchFinding finding) => finding.Target.Most is { } most && finding.Read > most ? 1 : -1;
        if (Off(SwatchAspect.Growth) is { } growth && trial.Machine.Feed is { } feed)
        {
            return Set(now with { Differential = feed.Settable(now.Differential.Value + Way(growth) * 0.1) });
        }

        if (Off(SwatchAspect.Overhang) is { } overhang && trial.Machine is Overlocker overlocker && now.CuttingWidthMm.TryGet(out var cut))
        {
            return Set(now with { CuttingWidthMm = overlocker.CuttingWidthMm.Settable(cut + Way(overhang) * 0.5) }, MinutesFor.Part);
        }

        if (Off(SwatchAspect.MeetingLine) is { } meeting)
        {
            // The one that is pulled away from its side is tightened.
            return Tighter(Way(meeting) > 0 ? ThreadPosition.LowerLooper : ThreadPosition.UpperLooper, 1) || Tighter(Way(meeting) > 0 ? ThreadPosition.UpperLooper : ThreadPosition.LowerLooper, -1);
        }

        if (Off(SwatchAspect.Wrapped) is not null)
        {
            return Tighter(ThreadPosition.LowerLooper, 1) || Tighter(ThreadPosition.UpperLooper, -1);
        }

        if (Off(SwatchAspect.Gap) is { } gap)
        {
            var needle = read.NeedleLoopMm?.MaxBy(n => n.Value).Key ?? ThreadPosition.Needle;
            return Way(gap) > 0 ? Tighter(trial.Machine.DialPlaceOf(needle) ?? needle, 1) || Tighter(ThreadPosition.ChainLooper, -1)
                : Tighter(trial.Machine.DialPlaceOf(needle) ?? needle, -1) || Tighter(ThreadPosition.LowerLooper, 1);
        }

        if (Off(SwatchAspect.Tunnelling) is { } ridge)
        {
            return Tighter(ThreadPosition.ChainLooper, -Way(ridge)) || Tighter(ThreadPosition.Needle, -Way(ridge)) || Tighter(ThreadPosition.NeedleLeft, -Way(ridge));
        }

        if (Off(SwatchAspect.CoverFace) is not null)
        {
            return Tighter(ThreadPosition.UpperLooper, -1);
        }

        return Off(SwatchAspect.CoverBack) is not null ? Tighter(ThreadPosition.LowerLooper, -1)
            : read.PoppedAt is { } popped && Tighter(trial.Machine.DialPlaceOf(popped) ?? popped, -1);
    }

    private bool Tighter(ThreadPosition position, double numbers)
    {
        if (!now.Dials[position].TryGet(out var stands))
        {
            return false;
        }

        var dial = trial.Machine.DialOf(position);
        var to = dial.Settable(stands + dial.Sense.Sign() * numbers);
        return (!position.IsNeedle() || Math.Abs(to - trial.Plan.Setup.Dials[position].Value) <= NeedleNumbers) && Set(now with { Dials = now.Dials.With(position, to) });
    }

    private bool Set(Setup to, double takes = MinutesFor.Dial)
    {
        if (to == now)
        {
            return false;
        }

        now = to;
        minutes += takes;
        return true;
    }
}
