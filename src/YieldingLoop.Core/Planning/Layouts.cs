using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Planning;

/// <summary>Every way the machines at hand can be made ready for a stitch, sensible or not: the rules sort them.</summary>
internal static class Layouts
{
    public static IEnumerable<Layout> Of(MachineAtHand hand, PlanQuestion question)
    {
        var all = hand.Machine.Heads().SelectMany(head => head switch
        {
            Overlocker overlocker => OfOverlocker(hand, overlocker, question),
            Coverstitch cover => OfCoverstitch(hand, cover, question),
            PlainMachine plain => OfPlain(hand, plain, question),
            _ => [],
        });
        return all.Where(l => l.HasPlaceFor(question.Pins));
    }

    private static IEnumerable<Layout> OfOverlocker(MachineAtHand hand, Overlocker machine, PlanQuestion question)
    {
        ThreadPosition[] left = [ThreadPosition.NeedleLeft], right = [ThreadPosition.NeedleRight], both = [.. left, .. right];
        foreach (var (stitch, flat) in new[]
        {
            (machine.FourThreadStitch, false), (StitchCatalogue.ThreeThreadOveredge, false), (StitchCatalogue.TwoThreadOveredge, false),
            (StitchCatalogue.TwoThreadOveredge, true), (StitchCatalogue.ThreeThreadOveredge, true),
        })
        {
            foreach (var seats in stitch.Needles == 2 ? new[] { both } : question.Seam.Job.Rolls() ? new[] { right } : new[] { right, left })
            {
                var row = Row(machine, stitch, flat, seats, question);
                var head = row is null ? machine : machine.TunedTo(row);
                foreach (var finger in machine.Fingers.Where(f => row?.FingerName is not { } named || f.Name == named || question.Pins.FingerName is not null))
                {
                    var beyond = seats[0] == ThreadPosition.NeedleLeft ? machine.GaugeMm : 0;
                    yield return new Layout
                    {
                        Hand = hand, Head = head, Baseline = row, Stitch = stitch, Flatlock = flat, Seats = seats, NeedlePositions = seats, Finger = finger,
                        GaugeMm = stitch.Needles == 2 ? machine.GaugeMm : 0, LoopWidthMm = finger.LoopWidthFromRightMm + beyond, OutermostFromRightMm = beyond,
                    };
                }
            }
        }
    }

    private static IEnumerable<Layout> OfCoverstitch(MachineAtHand hand, Coverstitch machine, PlanQuestion question)
    {
        foreach (var stitch in machine.Stitches)
        {
            IEnumerable<(ThreadPosition[] Seats, double Gauge)> ways = stitch.Needles switch
            {
                1 => machine.Seats.Select(s => (new[] { s.Position }, 0.0)),
                2 => machine.Pairs.Select(p => (new[] { p.Left, p.Right }, p.WidthMm)),
                _ => [(machine.Seats.Select(s => s.Position).ToArray(), machine.LeftToRightMm)],
            };
            foreach (var (seats, gauge) in ways)
            {
                var row = Row(machine, stitch, false, seats, question);
                var head = row is null ? machine : machine.TunedTo(row);
                foreach (var tape in Tapes(stitch, question))
                {
                    yield return new Layout { Hand = hand, Head = head, Baseline = row, Stitch = stitch, Seats = seats, NeedlePositions = seats, GaugeMm = gauge, Tape = tape };
                }
            }
        }
    }

    private static IEnumerable<Layout> OfPlain(MachineAtHand hand, PlainMachine machine, PlanQuestion question)
    {
        ThreadPosition[] seat = [ThreadPosition.Needle];
        foreach (var stitch in machine.Stitches)
        {
            var twin = stitch == StitchCatalogue.TwinNeedle;
            var row = Row(machine, stitch, false, seat, question);
            var head = row is null ? machine : machine.TunedTo(row);
            IEnumerable<double?> gaps = twin ? PlanOptions.TwinNeedles(question, machine, hand.State).Select(n => n.TwinGapMm).Distinct() : [null];
            foreach (var gap in gaps)
            {
                var room = gap is { } between ? between + TwinNeedleWidth.SlotRoomMm + 0.75 : stitch.NeedsZigzagWidth ? PlanSteps.UsualWidth(stitch) + NeedleClearance.SwingRoomMm : 0;
                foreach (var tape in Tapes(stitch, question))
                {
                    yield return new Layout
                    {
                        Hand = hand, Head = head, Baseline = row, Stitch = stitch, Seats = seat, NeedlePositions = twin ? stitch.NeedlePositions : seat,
                        GaugeMm = gap ?? 0, TwinGapMm = gap, Tape = tape,
                        Plate = Fits(machine.Plates, hand.State.PlateName.Thing(), room), Foot = Fits(machine.Feet, hand.State.FootName.Thing(), room),
                    };
                }
            }
        }
    }

    private static ManualSetting? Row(Machine machine, Stitch stitch, bool flatlock, IReadOnlyList<ThreadPosition> seats, PlanQuestion question) =>
        question.WithoutManual ? null : ManualStart.RowOf(machine, stitch, flatlock, question.Seam.Job, question.Through, seats);

    /// <summary>The part that is on, where the needle has room in it; otherwise the first everyday one that has; otherwise the first.</summary>
    private static SlottedPart? Fits(IReadOnlyList<SlottedPart> parts, string? on, double roomMm) =>
        parts.Where(p => roomMm <= 0 || p.SlotMm >= roomMm - 1e-9).OrderBy(p => p.Name != on).ThenBy(p => p.Use.Length > 0).FirstOrDefault() ?? (parts.Count > 0 ? parts[0] : null);

    /// <summary>Tape in the allowance of a hem of two rows, by school.</summary>
    private static IEnumerable<bool> Tapes(Stitch stitch, PlanQuestion question) =>
        question.Seam.Job != SeamJob.Hem || stitch.Family is not (StitchFamily.TwinNeedle or StitchFamily.Cover) ? [false]
        : question.Schools.Follows(SchoolCatalogue.HemTape, "always") ? [true]
        : question.Schools.Follows(SchoolCatalogue.HemTape, "never") ? [false]
        : [false, true];
}
