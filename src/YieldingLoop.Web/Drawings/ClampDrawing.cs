using Microsoft.AspNetCore.Html;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Threads;
using static YieldingLoop.Web.Drawings.Svg;

namespace YieldingLoop.Web.Drawings;

/// <summary>The needle clamp as seen from the front of the machine: which seats are filled, and the tips at their true offset.</summary>
public static class ClampDrawing
{
    private const double Width = 400, Height = 300, ClampTop = 18, ClampBottom = 92, TipOfRight = 250;

    /// <summary>Draws the clamp of a machine.</summary>
    /// <param name="machine">A machine with a clamp of one or more seats.</param>
    /// <param name="filled">The seats that hold a needle; the others are shown empty.</param>
    /// <param name="needle">What the needles are, for the description.</param>
    /// <param name="wording">How seats are called.</param>
    /// <param name="twinGapMm">Between the blades of a twin needle, mm; null for single ones.</param>
    /// <param name="here">The seat that is being worked at; null where none is.</param>
    public static IHtmlContent Draw(Machine machine, IReadOnlyCollection<ThreadPosition> filled, string needle, Wording wording, double? twinGapMm = null, ThreadPosition? here = null)
    {
        // The same scale across and in height, as large as the widest clamp allows.
        var span = Math.Max(twinGapMm ?? 0, machine.Seats.Max(s => s.OffsetMm) - machine.Seats.Min(s => s.OffsetMm));
        var scale = Math.Min(30, 190 / Math.Max(span, 1));
        var middle = Width / 2 - (machine.Seats.Count > 2 ? 58 : 10) + span / 2 * scale;
        double X(Seat seat) => machine.Seats.Count == 1 ? Width / 2 - 10 : middle + seat.OffsetMm * scale;
        // The lowest tip stays clear of the measure below it.
        var lowest = machine.Seats.Min(s => s.TipHigherMm ?? 0);
        double Tip(Seat seat) => TipOfRight - ((seat.TipHigherMm ?? 0) - Math.Min(0, lowest)) * scale;

        var svg = new Svg(Width, Height, wording.Say(Description(machine, filled, needle)), "drawing clamp");
        var beside = machine.Seats.Count > 2 ? 46 : 62;
        double left = X(machine.Seats[0]) - beside, right = X(machine.Seats[^1]) + beside;
        svg.Rect(left, ClampTop, right - left, ClampBottom - ClampTop, "clamp-block", 8);
        foreach (var x in new[] { left + 20, right - 20 })
        {
            svg.Circle(x, ClampTop + 37, 9, "clamp-screw").Line(x - 6, ClampTop + 37, x + 6, ClampTop + 37, "clamp-slot");
        }

        foreach (var seat in machine.Seats)
        {
            if (seat.Position == here)
            {
                svg.Rect(X(seat) - 17, ClampTop - 8, 34, ClampBottom - ClampTop + 16, "clamp-here", 8);
            }

            if (!filled.Contains(seat.Position))
            {
                Empty(svg, X(seat));
            }
            else if (twinGapMm is { } gap)
            {
                Twin(svg, X(seat), Tip(seat), gap * scale, seat.Position);
                svg.Measure(X(seat) - gap * scale / 2, X(seat) + gap * scale / 2, 292, FormattableString.Invariant($"{gap:0.0} mm"));
            }
            else
            {
                // A needle that has just been put in has no thread yet.
                Needle(svg, X(seat), Tip(seat), seat.Position, threaded: seat.Position != here);
            }
        }

        var shown = machine.Seats.Where(s => filled.Contains(s.Position)).ToList();
        foreach (var (one, other) in shown.Zip(shown.Skip(1)))
        {
            if (machine.Seats.Count <= 2)
            {
                Step(svg, X(one), Tip(one), X(other), Tip(other), one, other);
            }

            svg.Measure(X(one), X(other), 292, FormattableString.Invariant($"{other.OffsetMm - one.OffsetMm:0.0} mm"));
        }

        if (machine.Seats.Count > 2)
        {
            Heights(svg, [.. shown.Where(s => s.TipHigherMm is not null).Select(s => (X(s), Tip(s), s.TipHigherMm!.Value))]);
        }
        else
        {
            svg.Text(Width - 6, 126, "flat of the shank", "d-label", "end").Text(Width - 6, 144, "to the back,", "d-label", "end").Text(Width - 6, 162, "pushed fully up", "d-label", "end");
        }

        return svg.Done();
    }

    /// <summary>Small pictures of two tips: right, and what wrong looks like beside it, with what each means.</summary>
    /// <exception cref="ArgumentException">The record does not say how the tips stand.</exception>
    public static IReadOnlyList<SmallPicture> TipCheck(Seat left, Seat right)
    {
        var step = Core.Machines.TipCheck.Expected(left, right);
        return
        [
            .. Core.Machines.TipCheck.Pictures(left, right).Select(p =>
            {
                var name = p.Reading.State switch
                {
                    TipState.Right => "as it should be",
                    TipState.Level => "level",
                    TipState.Reversed => "reversed",
                    _ => "too large a step",
                };
                var meaning = p.Reading.NotFullyUp is { } low ? $"the {low.Name()} is not fully up"
                    : step == 0 ? "both tips level"
                    : FormattableString.Invariant($"the {left.Position.Name()}’s tip {Math.Abs(step):0.0} mm {(step < 0 ? "lower" : "higher")}");
                return new SmallPicture(Small(left, right, p.LeftHigherMm, name), name, meaning);
            }),
        ];
    }

    private static IHtmlContent Small(Seat leftSeat, Seat rightSeat, double leftHigher, string name)
    {
        var apart = rightSeat.OffsetMm - leftSeat.OffsetMm;
        var millimetre = Math.Min(17, 46 / apart);
        const double Centre = 45;
        double left = Centre - apart * millimetre / 2, right = Centre + apart * millimetre / 2;
        // Both tips stay in view, whichever hangs lower; height is drawn larger than width where the needles stand far apart.
        double right0 = 64 + Math.Min(0, leftHigher) * 8, left0 = right0 - leftHigher * 17;
        var shift = Math.Max(0, Math.Max(left0, right0) - 84);
        var svg = new Svg(90, 92, $"Needle tips: {name}", "drawing tip");
        svg.Rect(Centre - 36, 2, 72, 18, "clamp-block", 4);
        svg.Path(Blade(left, 20, left0 - shift, 3), $"needle-blade {ThreadLook.Class(leftSeat.Position)}");
        svg.Path(Blade(right, 20, right0 - shift, 3), $"needle-blade {ThreadLook.Class(rightSeat.Position)}");
        svg.Line(left, left0 - shift, right + 14, left0 - shift, "d-guide").Line(left - 14, right0 - shift, right, right0 - shift, "d-guide");
        return svg.Done();
    }

    private static void Step(Svg svg, double x, double tip, double otherX, double otherTip, Seat one, Seat other)
    {
        if (one.TipHigherMm is null || other.TipHigherMm is null)
        {
            return;
        }

        var higher = one.TipHigherMm.Value - other.TipHigherMm.Value;
        svg.Line(x - 26, tip, x + 6, tip, "d-guide").Line(x - 26, otherTip, otherX + 6, otherTip, "d-guide");
        if (higher != 0)
        {
            svg.Line(x - 20, tip, x - 20, otherTip, "d-measure");
            svg.Text(x - 26, Math.Max(tip, otherTip) + 16, FormattableString.Invariant($"{Math.Abs(higher):0.0} mm {(higher < 0 ? "lower" : "higher")}"), "d-label", "end");
        }
    }

    /// <summary>How high each of several tips stands against the rightmost, in a column at the right.</summary>
    private static void Heights(Svg svg, IReadOnlyList<(double X, double Tip, double HigherMm)> tips)
    {
        var y = double.NegativeInfinity;
        foreach (var (x, tip, higher) in tips.OrderBy(t => t.Tip))
        {
            y = Math.Max(tip + 5, y + 17);
            svg.Path($"M{N(x + 6)} {N(tip)}H282L290 {N(y - 5)}", "d-guide-line");
            svg.Text(294, y, higher == 0 ? "0" : FormattableString.Invariant($"{Math.Abs(higher):0.0} mm {(higher < 0 ? "lower" : "higher")}"), "d-small");
        }
    }

    private static void Empty(Svg svg, double x)
    {
        svg.Rect(x - 11, ClampTop + 14, 22, ClampBottom - ClampTop - 14, "clamp-empty", 3);
        svg.Text(x, ClampBottom + 22, "empty", "d-label", "middle");
    }

    private static void Twin(Svg svg, double x, double tip, double apart, ThreadPosition seat)
    {
        svg.Rect(x - 10, ClampTop + 10, 20, ClampBottom - ClampTop + 8, "needle-shank", 3);
        svg.Rect(x - apart / 2 - 8, ClampBottom + 18, apart + 16, 14, "needle-shank", 4);
        foreach (var blade in new[] { x - apart / 2, x + apart / 2 })
        {
            svg.Path(Blade(blade, ClampBottom + 32, tip, 5), "needle-steel").Circle(blade, tip - 24, 2.6, "needle-eye");
        }

        svg.Tag(x, ClampTop + 34, seat);
    }

    private static void Needle(Svg svg, double x, double tip, ThreadPosition seat, bool threaded)
    {
        // Shank up into the clamp, then the blade down to the tip, with groove, eye and thread.
        svg.Rect(x - 10, ClampTop + 10, 20, ClampBottom - ClampTop + 14, "needle-shank", 3);
        svg.Path(Blade(x, ClampBottom + 24, tip, 6), "needle-steel");
        svg.Line(x, ClampBottom + 34, x, tip - 30, "needle-groove");
        var css = ThreadLook.Class(seat);
        if (threaded)
        {
            svg.Path($"M{N(x)} {N(ClampBottom + 34)}L{N(x)} {N(tip - 24)}c0 8 -18 14 -22 4", $"needle-thread {css}");
        }

        svg.Circle(x, tip - 24, 3, "needle-eye");
        svg.Tag(x, ClampTop + 34, seat);
    }

    private static string Blade(double x, double from, double tip, double half) =>
        $"M{N(x - half)} {N(from)}L{N(x - half * 0.7)} {N(tip - half * 3)}L{N(x)} {N(tip)}L{N(x + half * 0.7)} {N(tip - half * 3)}L{N(x + half)} {N(from)}z";

    private static string Description(Machine machine, IReadOnlyCollection<ThreadPosition> filled, string needle)
    {
        var seats = machine.Seats.Select(s => $"{(filled.Contains(s.Position) ? needle : "nothing")} in the {s.Position.Name()} seat{(s.TipHigherMm is { } higher and not 0 && filled.Contains(s.Position) ? FormattableString.Invariant($", its tip {Math.Abs(higher):0.0} mm {(higher < 0 ? "lower" : "higher")} than the rightmost") : "")}");
        return $"Needle clamp from the front: {string.Join("; ", seats)}.";
    }
}
