using Microsoft.AspNetCore.Html;
using YieldingLoop.Core.Machines;

namespace YieldingLoop.Web.Drawings;

/// <summary>A dial unrolled: its numbers as printed, neutral marked, the pointer where it has to stand, and which end is tighter.</summary>
public static class DialRuler
{
    private const double Width = 150, Left = 9, Right = 141, Axis = 30;

    public static IHtmlContent Draw(DialScale dial, double number)
    {
        double X(double n) => Left + (Right - Left) * (n - dial.Lowest) / (dial.Highest - dial.Lowest);
        var tighterRight = dial.Sense == DialSense.HigherIsTighter;
        var svg = new Svg(Width, 70, FormattableString.Invariant($"Dial from {dial.Lowest:0.##} to {dial.Highest:0.##}, neutral {dial.Neutral:0.##}, set to {number:0.##}; {(tighterRight ? "higher" : "lower")} is tighter."), "drawing ruler");
        svg.Line(Left, Axis, Right, Axis, "d-axis");
        var step = TickStep(dial);
        for (var n = dial.Lowest; n <= dial.Highest + 1e-9; n += step)
        {
            svg.Line(X(n), Axis, X(n), Axis + 5, "d-axis");
            svg.Text(X(n), Axis + 18, FormattableString.Invariant($"{n:0.##}"), "d-small", "middle");
        }

        svg.Path(FormattableString.Invariant($"M{Svg.N(X(dial.Neutral))} {Axis - 8}v16"), "ruler-neutral");
        svg.Path(FormattableString.Invariant($"M{Svg.N(X(number) - 8)} {Axis - 16}h16l-8 14z"), "ruler-pointer");
        svg.Text(Left - 6, 63, tighterRight ? "looser" : "tighter", "d-small", "start").Text(Right + 6, 63, tighterRight ? "tighter" : "looser", "d-small", "end");
        return svg.Done();
    }

    /// <summary>Numbers between ticks, so that no dial gets more than about ten.</summary>
    private static double TickStep(DialScale dial)
    {
        var span = dial.Highest - dial.Lowest;
        double[] steps = [1, 2, 5, 10, 20, 50, 100];
        return Math.Max(dial.Step, span <= 2 ? 0.5 : steps.First(s => span / s <= 9 || s == 100));
    }
}
