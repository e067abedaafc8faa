using Microsoft.AspNetCore.Html;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Words;
using static YieldingLoop.Web.Drawings.Svg;

namespace YieldingLoop.Web.Drawings;

/// <summary>
/// A dial or a setting unrolled, large enough to be read from beside the machine: where it stands now, where it has to
/// go, and which way that is.
/// </summary>
public static class SettingRuler
{
    private const double Width = 560, Left = 34, Right = 526, Axis = 138;

    /// <summary>Shortest way that is drawn: below it the arc would run through the number it leads to.</summary>
    private const double ShortestWay = 90;

    /// <summary>A tension dial.</summary>
    public static IHtmlContent Dial(DialScale dial, double number, double? before)
    {
        var tighterRight = dial.Sense == DialSense.HigherIsTighter;
        return Draw(dial.Lowest, dial.Highest, dial.Step, number, before, dial.Neutral, tighterRight ? "looser" : "tighter", tighterRight ? "tighter" : "looser", "Dial", before is { } stood ? DialWords.Turn(dial.StepsTighter(number) - dial.StepsTighter(stood)) : "");
    }

    /// <summary>A length, width, position, ratio or knife.</summary>
    public static IHtmlContent Range(double least, double most, double step, double number, double? before, string lessWord, string moreWord, string what) =>
        Draw(least, most, step, number, before, null, lessWord, moreWord, what);

    private static IHtmlContent Draw(double low, double high, double step, double number, double? before, double? neutral, string leftWord, string rightWord, string what, string turn = "")
    {
        double X(double n) => high > low ? Left + (Right - Left) * (Math.Clamp(n, low, high) - low) / (high - low) : (Left + Right) / 2;
        var svg = new Svg(Width, 214, FormattableString.Invariant($"{what} from {low:0.##} to {high:0.##}: {(before is { } stood ? FormattableString.Invariant($"from {stood:0.##} ") : "")}to {number:0.##}; {leftWord} to the left, {rightWord} to the right."), "drawing setting-ruler");
        svg.Line(Left, Axis, Right, Axis, "sr-axis");
        var tick = TickStep(high - low, step);
        for (var n = low; n <= high + 1e-9; n += tick)
        {
            svg.Line(X(n), Axis, X(n), Axis + 10, "sr-axis").Text(X(n), Axis + 34, FormattableString.Invariant($"{n:0.##}"), "sr-number", "middle");
        }

        if (neutral is { } middle)
        {
            svg.Path($"M{N(X(middle))} {N(Axis - 12)}v24", "ruler-neutral");
        }

        if (before is { } from && Math.Abs(X(from) - X(number)) > 24)
        {
            // Where it stood, and the way from there, over the top; a way that is too short to draw is said below.
            var (a, b) = (X(from), X(number));
            var side = Math.Sign(b - a);
            svg.Path($"M{N(a - 11)} {N(Axis - 26)}h22l-11 18z", "sr-stood");
            if (Math.Abs(b - a) > ShortestWay) svg.Path($"M{N(a)} {N(Axis - 34)}Q{N((a + b) / 2)} 34 {N(b - side * 52)} {N(Axis - 66)}m{N(-side * 13)} -4l{N(side * 13)} 4 {N(-side * 2)} -13", "sr-way");
        }

        svg.Path($"M{N(X(number) - 14)} {N(Axis - 32)}h28l-14 24z", "ruler-pointer");
        svg.Text(X(number), Axis - 44, FormattableString.Invariant($"{number:0.##}"), "sr-set", "middle");
        svg.Text(Left - 8, 204, $"← {leftWord}", "sr-word").Text(Right + 8, 204, $"{rightWord} →", "sr-word", "end");
        svg.Text(Width / 2, 204, turn, "sr-turn", "middle");
        return svg.Done();
    }

    /// <summary>Numbers between ticks, so that no scale gets more than about ten.</summary>
    internal static double TickStep(double span, double step)
    {
        double[] steps = [0.1, 0.2, 0.25, 0.5, 1, 2, 5, 10, 20, 50, 100];
        return Math.Max(step, steps.First(s => span / s <= 10 || s == 100));
    }
}
