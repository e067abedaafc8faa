using Microsoft.AspNetCore.Html;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Practice;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Threads;
using static YieldingLoop.Web.Drawings.Svg;

namespace YieldingLoop.Web.Drawings;

/// <summary>
/// Needles as they stand in a clamp, right or wrong: the shanks as seen from above, so that flats show; the clamp from the front with its
/// sight holes, and the tips at their true offset; the finger beside them. It draws what is so and says nothing of it.
/// </summary>
public static class SeatDrawing
{
    private const double Wide = 580, Narrow = 470, Height = 400, Above = 12, Front = 112, ClampHeight = 70, TipOfRight = 318, Middle = 240, PerMm = 30;

    /// <summary>Draws a clamp.</summary>
    /// <param name="machine">The machine.</param>
    /// <param name="stand">Needles and finger as they stand.</param>
    /// <param name="wording">How things are called.</param>
    public static IHtmlContent Draw(Machine machine, SeatStand stand, Wording wording)
    {
        var seats = machine.Seats;
        var span = seats[^1].OffsetMm - seats[0].OffsetMm;
        double X(Seat seat) => Middle + (seat.OffsetMm + span / 2) * PerMm;
        var svg = new Svg(machine is Overlocker ? Wide : Narrow, Height, wording.Say(Description(machine, stand)), "drawing seat-drawing");
        double left = X(seats[0]) - 54, right = X(seats[^1]) + 54;
        svg.Text(6, 34, "from", "d-label").Text(6, 52, "above", "d-label").Text(right + 8, 26, "back", "d-label").Text(right + 8, Above + 68, "front", "d-label");
        svg.Rect(left, Above, right - left, 72, "clamp-block", 8);
        svg.Text(6, Front + 34, "from the", "d-label").Text(6, Front + 52, "front", "d-label").Rect(left, Front, right - left, ClampHeight, "clamp-block", 8);
        foreach (var seat in seats)
        {
            var x = X(seat);
            if (stand.Needles.TryGetValue(seat.Position, out var needle))
            {
                FromAbove(svg, x, needle.Backwards);
                FromFront(svg, x, TipOfRight - stand.TipHigherMm(seat) * PerMm, needle, seat.Position);
            }
            else
            {
                svg.Circle(x, Above + 36, 17, "clamp-empty").Rect(x - 11, Front + 12, 22, ClampHeight - 12, "clamp-empty", 3);
            }
        }

        svg.Line(left, TipOfRight, right, TipOfRight, "d-guide");
        if (machine is Overlocker overlocker && overlocker.FingerNamed(stand.Finger) is { } finger)
        {
            Finger(svg, finger);
        }

        return svg.Done();
    }

    private static void FromAbove(Svg svg, double x, bool backwards)
    {
        // A circle with a piece cut off straight: that is the flat.
        var (y, flat) = (Above + 36, backwards ? 1 : -1);
        svg.Path($"M{N(x - 14)} {N(y + 10 * flat)}A17 17 0 1 {(backwards ? 1 : 0)} {N(x + 14)} {N(y + 10 * flat)}Z", "needle-shank").Path($"M{N(x - 14)} {N(y + 10 * flat)}h28", "hand-flat");
    }

    private static void FromFront(Svg svg, double x, double tip, SeatedNeedle needle, ThreadPosition seat)
    {
        var down = needle.LowMm * PerMm;
        // The shank goes up into the clamp; through the sight hole its end is seen, or is not.
        svg.Rect(x - 11, Front + 12 + down, 22, ClampHeight + 8, "needle-shank", 3);
        svg.Circle(x, Front + 20, 6.5, down > 4 ? "hand-hole" : "hand-seen");
        var shoulder = Front + ClampHeight + 20 + down;
        svg.Path($"M{N(x - 6)} {N(shoulder)}L{N(x - 4)} {N(tip - 18)}L{N(x)} {N(tip)}L{N(x + 4)} {N(tip - 18)}L{N(x + 6)} {N(shoulder)}z", "needle-steel");
        if (needle.Backwards)
        {
            svg.Rect(x - 7, Front + ClampHeight + 2 + down, 14, 15, "seat-flat").Path($"M{N(x - 5)} {N(tip - 44)}q5 8 0 18", "needle-groove");
        }
        else
        {
            svg.Line(x, shoulder + 8, x, tip - 32, "needle-groove");
        }

        svg.Circle(x, tip - 25, 3, "needle-eye").Tag(x, Front + 48 + Math.Min(down, 30), seat);
    }

    /// <summary>The finger in the plate: as wide as it lays the loops.</summary>
    private static void Finger(Svg svg, FingerPosition finger)
    {
        var wide = finger.LoopWidthFromRightMm * 16;
        svg.Rect(420, 236, 148, 60, "clamp-block", 6).Rect(494 - wide / 2, 296, wide, 60, "needle-steel", 5);
        svg.Text(494, 272, "finger", "d-label", "middle").Text(494, 380, finger.Name, "d-text", "middle");
    }

    private static string Description(Machine machine, SeatStand stand)
    {
        var seats = machine.Seats.Select(seat => stand.Needles.TryGetValue(seat.Position, out var needle)
            ? $"{seat.Position.Name()}: flat to the {(needle.Backwards ? "front" : "back")}, tip {FormattableString.Invariant($"{stand.TipHigherMm(seat):0.0}")} mm against the right seat’s height, sight hole {(needle.LowMm * PerMm > 4 ? "empty" : "filled")}"
            : $"{seat.Position.Name()} seat: empty");
        return $"Needle clamp. {string.Join("; ", seats)}.{(stand.Finger is { } finger ? $" Finger: {finger}." : "")}";
    }
}
