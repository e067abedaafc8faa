using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.SimulatedMachine;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Practice;

/// <summary>What is wrong with needles as they stand in the clamp (common practice B4, B5, B9; no published source).</summary>
public enum SeatFault
{
    /// <summary>Nothing.</summary>
    None,

    /// <summary>One of two is not pushed up.</summary>
    Low,

    /// <summary>One hangs so low that the other tip stands higher than it.</summary>
    Reversed,

    /// <summary>The flat of a shank is to the front.</summary>
    Backwards,

    /// <summary>A needle is in another seat than the card's.</summary>
    WrongSeat,

    /// <summary>The finger does not go with the needles that are in.</summary>
    WrongFinger,
}

/// <summary>How one needle stands.</summary>
/// <param name="LowMm">How far below where it stops when it is pushed up, mm.</param>
/// <param name="Backwards">Whether its flat is to the front.</param>
public readonly record struct SeatedNeedle(double LowMm = 0, bool Backwards = false);

/// <summary>Needles and finger as they stand.</summary>
/// <param name="Needles">The needles by seat; an empty seat is not among them.</param>
/// <param name="Finger">The finger that is in; null where the machine has none.</param>
public sealed record SeatStand(IReadOnlyDictionary<ThreadPosition, SeatedNeedle> Needles, string? Finger)
{
    /// <summary>How a tip stands against the rightmost one's of a machine, mm higher.</summary>
    /// <param name="seat">The seat.</param>
    public double TipHigherMm(Seat seat) => (seat.TipHigherMm ?? 0) - Needles[seat.Position].LowMm;
}

/// <summary>A clamp with needles set wrong, or right, by its number.</summary>
/// <param name="Number">Its number.</param>
/// <param name="Machine">The machine.</param>
/// <param name="Wanted">What the card wants: seats and finger.</param>
/// <param name="Begins">How it stands.</param>
/// <param name="Fault">What is wrong.</param>
/// <param name="At">At which needle; null where it is about none.</param>
public sealed record SeatCase(int Number, Machine Machine, SeatStand Wanted, SeatStand Begins, SeatFault Fault, ThreadPosition? At)
{
    private const int FirstDraw = 4_100_000;

    /// <summary>How much higher the left tip of the practice overlocker stands, and the steps of the practice coverstitch clamp, mm. Working values.</summary>
    private const double OverlockStep = 0.8, CoverStep = 0.9;

    /// <summary>The needle that is in.</summary>
    public static Needle Needle { get; } = new("household (flat shank)", NeedleCatalogue.Stretch.Id, 80);

    /// <summary>How it is said and put right.</summary>
    public IReadOnlyList<PracticeMove> Way
    {
        get
        {
            var say = new PracticeMove(PracticeDeed.Say) { Fault = Fault, Position = Fault is SeatFault.Low or SeatFault.Backwards ? At : null };
            return Fault == SeatFault.None ? [say] : [say, new(PracticeDeed.SwitchOff), Repair, new(PracticeDeed.Keep)];
        }
    }

    private PracticeMove Repair => Fault switch
    {
        SeatFault.Low or SeatFault.Reversed => new(PracticeDeed.PushUp) { Position = At },
        SeatFault.Backwards => new(PracticeDeed.TurnRound) { Position = At },
        SeatFault.WrongFinger => new(PracticeDeed.Finger) { Finger = Wanted.Finger },
        _ => new(PracticeDeed.MoveNeedle) { Position = At, Seat = Wanted.Needles.Keys.First(s => !Begins.Needles.ContainsKey(s)) },
    };

    /// <summary>The fault that a number stands for: each of the six comes round in turn.</summary>
    private static SeatFault Of(int number, Dice dice) => (SeatFault)((number + dice.Next(2) * 3) % 6);

    /// <summary>Draws a case.</summary>
    /// <param name="number">Its number, from 1.</param>
    /// <exception cref="ArgumentOutOfRangeException">There is no such case.</exception>
    public static SeatCase Draw(int number)
    {
        var dice = new Dice(FirstDraw + PracticeCase.Checked(number));
        var fault = Of(number, dice);
        // A finger is an overlocker's.
        return fault == SeatFault.WrongFinger || dice.Next(3) < 2 ? Overlock(number, fault, dice) : Cover(number, fault, dice);
    }

    private static SeatStand Stand(IEnumerable<ThreadPosition> seats, string? finger) => new(seats.ToDictionary(s => s, _ => default(SeatedNeedle)), finger);

    private static SeatCase Overlock(int number, SeatFault fault, Dice dice)
    {
        var machine = OverlockerTemplate.Create("Practice overlocker") with
        {
            LeftTipHigherMm = OverlockStep,
            Fingers = [new("wide", 4.3, FingerUse.LeftNeedle | FingerUse.BothNeedles), new("narrow", 3.0, FingerUse.RightNeedle), new("none", 1.6, FingerUse.Rolled)],
        };
        var uses = fault switch
        {
            // How high a needle hangs shows beside another.
            SeatFault.Low or SeatFault.Reversed => [FingerUse.BothNeedles],
            SeatFault.WrongSeat => [FingerUse.LeftNeedle, FingerUse.RightNeedle],
            _ => new[] { FingerUse.BothNeedles, FingerUse.LeftNeedle, FingerUse.RightNeedle },
        };
        var use = dice.Any(uses);
        ThreadPosition[] seats = use switch { FingerUse.LeftNeedle => [ThreadPosition.NeedleLeft], FingerUse.RightNeedle => [ThreadPosition.NeedleRight], _ => [ThreadPosition.NeedleLeft, ThreadPosition.NeedleRight] };
        var wanted = Stand(seats, machine.FingerFor(use)!.Name);
        switch (fault)
        {
            case SeatFault.Low:
                var low = dice.Any(seats);
                return new(number, machine, wanted, Hung(wanted, low, OverlockStep), fault, low);
            case SeatFault.Reversed:
                return new(number, machine, wanted, Hung(wanted, ThreadPosition.NeedleLeft, 2 * OverlockStep), fault, ThreadPosition.NeedleLeft);
            case SeatFault.WrongSeat:
                var other = seats[0] == ThreadPosition.NeedleLeft ? ThreadPosition.NeedleRight : ThreadPosition.NeedleLeft;
                return new(number, machine, wanted, wanted with { Needles = new Dictionary<ThreadPosition, SeatedNeedle> { [other] = default } }, fault, other);
            case SeatFault.WrongFinger:
                return new(number, machine, wanted, wanted with { Finger = dice.Any([.. machine.Fingers.Select(f => f.Name).Where(n => n != wanted.Finger)]) }, fault, null);
            default:
                return Simple(number, machine, wanted, fault, dice);
        }
    }

    private static SeatCase Cover(int number, SeatFault fault, Dice dice)
    {
        // The needle the looper meets later hangs lower; it comes from the right.
        var machine = MachineTemplates.Coverstitch("Practice coverstitch machine") with { LeftTipHigherMm = -2 * CoverStep, CentreTipHigherMm = -CoverStep };
        ThreadPosition[] all = [ThreadPosition.NeedleLeft, ThreadPosition.NeedleCentre, ThreadPosition.NeedleRight];
        ThreadPosition[] wide = [ThreadPosition.NeedleLeft, ThreadPosition.NeedleRight], narrow = [ThreadPosition.NeedleCentre, ThreadPosition.NeedleRight];
        var seats = fault == SeatFault.WrongSeat || dice.Next(2) == 0 ? dice.Next(2) == 0 ? wide : narrow : all;
        var wanted = Stand(seats, null);
        switch (fault)
        {
            case SeatFault.Low:
                var low = dice.Any(seats);
                return new(number, machine, wanted, Hung(wanted, low, CoverStep), fault, low);
            case SeatFault.Reversed:
                // The right needle is to stand highest: it hangs below its neighbour.
                var seat = machine.SeatOf(seats[^2]);
                return new(number, machine, wanted, Hung(wanted, ThreadPosition.NeedleRight, Math.Abs(seat.TipHigherMm!.Value) + CoverStep), fault, ThreadPosition.NeedleRight);
            case SeatFault.WrongSeat:
                // The one that both pairs have stays, the other is one seat off.
                var (from, to) = seats[0] == ThreadPosition.NeedleLeft ? (ThreadPosition.NeedleCentre, ThreadPosition.NeedleLeft) : (ThreadPosition.NeedleLeft, ThreadPosition.NeedleCentre);
                return new(number, machine, wanted, wanted with { Needles = wanted.Needles.ToDictionary(n => n.Key == to ? from : n.Key, n => n.Value) }, fault, from);
            default:
                return Simple(number, machine, wanted, fault, dice);
        }
    }

    private static SeatCase Simple(int number, Machine machine, SeatStand wanted, SeatFault fault, Dice dice)
    {
        if (fault != SeatFault.Backwards)
        {
            return new(number, machine, wanted, wanted, SeatFault.None, null);
        }

        var at = dice.Any([.. wanted.Needles.Keys]);
        return new(number, machine, wanted, wanted with { Needles = wanted.Needles.ToDictionary(n => n.Key, n => n.Key == at ? n.Value with { Backwards = true } : n.Value) }, fault, at);
    }

    private static SeatStand Hung(SeatStand stand, ThreadPosition seat, double byMm) =>
        stand with { Needles = stand.Needles.ToDictionary(n => n.Key, n => n.Key == seat ? n.Value with { LowMm = byMm } : n.Value) };
}
