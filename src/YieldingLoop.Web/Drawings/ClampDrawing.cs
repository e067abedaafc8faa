using Microsoft.AspNetCore.Html;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Threads;
using static YieldingLoop.Web.Drawings.Svg;

namespace YieldingLoop.Web.Drawings;

/// <summary>The needle clamp as seen from the front of the machine: which seats are filled, and the tips at their true offset.</summary>
public static class ClampDrawing
{
    /// <summary>User units per millimetre, the same across and in height.</summary>
    private const double Scale = 30;

    private const double Width = 400, Height = 300, ClampTop = 18, ClampBottom = 92, TipOfRight = 262;

    /// <summary>Draws the clamp of a machine with the seats of a set-up, or both seats where none is given.</summary>
    public static IHtmlContent Draw(Overlocker machine, bool leftFilled, bool rightFilled, string needle)
    {
        var centre = Width / 2 + 6;
        double left = centre - machine.GaugeMm * Scale / 2, right = centre + machine.GaugeMm * Scale / 2;
        var tipOfLeft = TipOfRight - machine.LeftTipHigherMm * Scale;
        var svg = new Svg(Width, Height, Description(machine, leftFilled, rightFilled, needle), "drawing clamp");
        svg.Rect(centre - 92, ClampTop, 184, ClampBottom - ClampTop, "clamp-block", 8);
        svg.Circle(centre - 70, ClampTop + 37, 9, "clamp-screw").Line(centre - 76, ClampTop + 37, centre - 64, ClampTop + 37, "clamp-slot");
        svg.Circle(centre + 70, ClampTop + 37, 9, "clamp-screw").Line(centre + 64, ClampTop + 37, centre + 76, ClampTop + 37, "clamp-slot");
        Needle(svg, left, tipOfLeft, leftFilled, ThreadPosition.NeedleLeft);
        Needle(svg, right, TipOfRight, rightFilled, ThreadPosition.NeedleRight);

        if (leftFilled && rightFilled)
        {
            svg.Line(left - 46, tipOfLeft, left + 6, tipOfLeft, "d-guide").Line(left - 46, TipOfRight, right + 6, TipOfRight, "d-guide");
            svg.Line(left - 38, tipOfLeft, left - 38, TipOfRight, "d-measure");
            var higher = machine.LeftTipHigherMm;
            svg.Text(left - 46, (tipOfLeft + TipOfRight) / 2 + 5, FormattableString.Invariant($"{Math.Abs(higher):0.0} mm {(higher < 0 ? "lower" : "higher")}"), "d-label", "end");
            svg.Measure(left, right, 292, FormattableString.Invariant($"{machine.GaugeMm:0.0} mm"));
        }

        svg.Text(Width - 6, 126, "flat of the shank", "d-label", "end").Text(Width - 6, 144, "to the back,", "d-label", "end").Text(Width - 6, 162, "pushed fully up", "d-label", "end");
        return svg.Done();
    }

    /// <summary>Four small pictures: right, and what wrong looks like beside it.</summary>
    public static IReadOnlyList<(IHtmlContent Picture, string Name, string Meaning)> TipCheck(Overlocker machine)
    {
        var step = machine.LeftTipHigherMm;
        return
        [
            (Small(machine, step, "right"), "as it should be", FormattableString.Invariant($"the left tip {Math.Abs(step):0.0} mm {(step < 0 ? "lower" : "higher")}")),
            (Small(machine, 0, "level"), "level", "the left needle is not fully up"),
            (Small(machine, -step, "reversed"), "reversed", "the left needle is not fully up"),
            (Small(machine, step * 2, "one step too many"), "too large a step", "the right needle is not fully up"),
        ];
    }

    private static IHtmlContent Small(Overlocker machine, double leftHigher, string name)
    {
        const double Mm = 17, Centre = 45;
        double left = Centre - machine.GaugeMm * Mm / 2, right = Centre + machine.GaugeMm * Mm / 2;
        var right0 = 66.0;
        var left0 = right0 - leftHigher * Mm;
        // Whichever tip is wrong hangs lower than it should; the picture keeps the higher one in view.
        var shift = Math.Max(0, left0 - 82);
        var svg = new Svg(90, 92, $"Needle tips: {name}", "drawing tip");
        svg.Rect(Centre - 32, 2, 64, 18, "clamp-block", 4);
        svg.Path(Blade(left, 20, left0 - shift, 3), $"needle-blade {ThreadLook.Class(ThreadPosition.NeedleLeft)}");
        svg.Path(Blade(right, 20, right0 - shift, 3), $"needle-blade {ThreadLook.Class(ThreadPosition.NeedleRight)}");
        svg.Line(left, left0 - shift, right + 14, left0 - shift, "d-guide").Line(left - 14, right0 - shift, right, right0 - shift, "d-guide");
        return svg.Done();
    }

    private static void Needle(Svg svg, double x, double tip, bool filled, ThreadPosition seat)
    {
        if (!filled)
        {
            svg.Rect(x - 11, ClampTop + 14, 22, ClampBottom - ClampTop - 14, "clamp-empty", 3);
            svg.Text(x, ClampBottom + 22, "empty", "d-label", "middle");
            return;
        }

        // Shank up into the clamp, then the blade down to the tip, with groove, eye and thread.
        svg.Rect(x - 10, ClampTop + 10, 20, ClampBottom - ClampTop + 14, "needle-shank", 3);
        svg.Path(Blade(x, ClampBottom + 24, tip, 6), "needle-steel");
        svg.Line(x, ClampBottom + 34, x, tip - 30, "needle-groove");
        var css = ThreadLook.Class(seat);
        svg.Path($"M{N(x)} {N(ClampBottom + 34)}L{N(x)} {N(tip - 24)}c0 8 -18 14 -22 4", $"needle-thread {css}");
        svg.Circle(x, tip - 24, 3, "needle-eye");
        svg.Tag(x, ClampTop + 34, seat);
    }

    private static string Blade(double x, double from, double tip, double half) =>
        $"M{N(x - half)} {N(from)}L{N(x - half * 0.7)} {N(tip - half * 3)}L{N(x)} {N(tip)}L{N(x + half * 0.7)} {N(tip - half * 3)}L{N(x + half)} {N(from)}z";

    private static string Description(Overlocker machine, bool left, bool right, string needle) => (left, right) switch
    {
        (true, true) => $"Needle clamp from the front: {needle} in both seats, the left tip {Math.Abs(machine.LeftTipHigherMm):0.0} mm {(machine.LeftTipHigherMm < 0 ? "lower" : "higher")} than the right, {machine.GaugeMm:0.0} mm apart.",
        (true, false) => $"Needle clamp from the front: {needle} in the left seat, the right seat empty.",
        _ => $"Needle clamp from the front: {needle} in the right seat, the left seat empty.",
    };
}
