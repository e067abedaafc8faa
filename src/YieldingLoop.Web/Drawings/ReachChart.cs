using Microsoft.AspNetCore.Html;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Threads;
using static YieldingLoop.Web.Drawings.Svg;

namespace YieldingLoop.Web.Drawings;

/// <summary>
/// One stretch scale: the need as a marker, the cloth's reach as a band, every thread as a bar to its own popping
/// point with its 90 % band. The shortest bar is the one that pops.
/// </summary>
public static class ReachChart
{
    private const double Width = 520, Left = 14, Right = 506, Top = 84, RowHeight = 52;

    /// <param name="plan">The set-up.</param>
    /// <param name="clothStretchPercent">The cloth's reach along the seam, %.</param>
    /// <param name="wording">How threads and places are called.</param>
    /// <param name="upToPercent">End of the scale, so that several charts share one; null for the plan's own.</param>
    public static IHtmlContent Draw(SetupPlan plan, double clothStretchPercent, Wording wording, double? upToPercent = null)
    {
        var figures = plan.Figures;
        var need = plan.Need;
        var most = upToPercent ?? EndOf(plan, clothStretchPercent);
        double X(double percent) => Left + (Right - Left) * Math.Min(percent, most) / most;

        var height = Top + figures.Threads.Count * RowHeight + 44;
        var bottom = height - 32;
        var svg = new Svg(Width, height, wording.Say(Description(plan, clothStretchPercent)), "drawing reach");

        svg.Rect(X(0), Top - 30, X(clothStretchPercent) - X(0), bottom - Top + 30, "reach-cloth");
        svg.Line(X(clothStretchPercent), Top - 30, X(clothStretchPercent), bottom, "reach-cloth-end");
        foreach (var tick in Ticks(most))
        {
            svg.Line(X(tick), bottom, X(tick), bottom + 6, "d-axis");
            svg.Text(X(tick), bottom + 22, FormattableString.Invariant($"{tick:0}{(tick == 0 ? " %" : "")}"), "d-label", tick == 0 ? "start" : tick > most - 1e-9 ? "end" : "middle");
        }

        svg.Line(X(0), bottom, Right, bottom, "d-axis");
        // Bars, then the need across them, then the words, which have to stay readable on top of both.
        for (var row = 0; row < figures.Threads.Count; row++)
        {
            DrawBar(svg, figures.Threads[row].Position, figures.PopsPercent[row], Top + row * RowHeight, X);
        }

        DrawNeed(svg, plan, bottom, clothStretchPercent, X);
        for (var row = 0; row < figures.Threads.Count; row++)
        {
            DrawWords(svg, plan, figures.Threads[row], Top + row * RowHeight, [X(need.Percent), X(figures.Verdict!.RequiredPercent)]);
        }

        return svg.Done();
    }

    /// <summary>Where the scale of one set-up ends, %: beyond need, cloth and the first thread to pop.</summary>
    public static double EndOf(SetupPlan plan, double clothStretchPercent) =>
        ScaleEnd(Math.Max(Math.Max(plan.Need.HighPercent * Need.Margin, clothStretchPercent), plan.Figures.YieldPercent.High) * 1.12);

    private static void DrawBar(Svg svg, ThreadPosition position, Interval band, double y, Func<double, double> x)
    {
        var barTop = y + 14;
        svg.Rect(x(0), barTop, x(band.Middle) - x(0), 18, $"reach-bar {ThreadLook.Class(position)}", 2);
        if (x(band.Middle) >= Right)
        {
            svg.Path($"M{N(Right - 9)} {N(barTop + 3)}l6 6l-6 6", "reach-more");
            return;
        }

        var middle = barTop + 9;
        svg.Line(x(band.Low), middle, x(band.High), middle, "reach-band");
        svg.Line(x(band.Low), middle - 5, x(band.Low), middle + 5, "reach-band");
        svg.Line(x(band.High), middle - 5, x(band.High), middle + 5, "reach-band");
    }

    /// <summary>Width of a letter of the words in the chart, near enough to keep them apart.</summary>
    private const double Letter = 7.6;

    private static void DrawWords(Svg svg, SetupPlan plan, ThreadReading reading, double y, ReadOnlySpan<double> lines)
    {
        var first = plan.Figures.Seam.FirstToPop == reading.Position;
        var beyond = reading.PopStretchPercent >= SeamModel.BeyondReachPercent;
        var figure = beyond ? "not within reach" : FormattableString.Invariant($"{reading.PopStretchPercent:0} %");
        svg.Tag(Left + 13, y - 3, reading.Position);
        var name = plan.Threads.Single(t => t.Position == reading.Position).Kind.Name;
        var said = first ? $"pops first, {figure}" : figure;
        svg.Text(Beside(lines, Left + 34, name.Length * Letter, Right - said.Length * Letter - 12), y + 2, name, "d-text");
        svg.Text(Right, y + 2, said, first ? "d-text d-strong" : "d-text", "end");
    }

    /// <summary>Where words of a width begin so that no upright line runs through them; where there is no such place, at the start.</summary>
    private static double Beside(ReadOnlySpan<double> lines, double start, double width, double end)
    {
        var at = start;
        for (var i = 0; i < lines.Length; i++)
        {
            foreach (var line in lines)
            {
                at = line > at - 6 && line < at + width + 6 ? line + 8 : at;
            }
        }

        return at + width <= end ? at : start;
    }

    private static void DrawNeed(Svg svg, SetupPlan plan, double bottom, double cloth, Func<double, double> x)
    {
        var need = plan.Need;
        var required = plan.Figures.Verdict!.RequiredPercent;
        if (need.LowPercent < need.HighPercent)
        {
            svg.Rect(x(need.LowPercent), Top - 30, x(need.HighPercent) - x(need.LowPercent), bottom - Top + 30, "reach-need-band");
        }

        svg.Line(x(required), Top - 22, x(required), bottom, "reach-required");
        svg.Line(x(need.Percent), Top - 36, x(need.Percent), bottom, "reach-need");
        svg.Path($"M{N(x(need.Percent) - 8)} {N(Top - 46)}h16l-8 12z", "reach-need-head");

        // Two labels on two lines, each kept inside the drawing, so that they never run into each other.
        Label(svg, x(need.Percent), 20, FormattableString.Invariant($"need {need.Percent:0} %"), "d-text d-strong");
        Label(svg, x(cloth), 43, FormattableString.Invariant($"cloth reaches {cloth:0} %"), "d-label", x(need.Percent));
    }

    private static void Label(Svg svg, double at, double y, string text, string css, double? avoid = null)
    {
        var half = text.Length * 5.6;
        var centre = Math.Clamp(at, Left + half, Right - half);
        if (avoid is { } marker && Math.Abs(centre - marker) < half + 10)
        {
            // Beside the marker, on the label's own side of it where there is room.
            double before = marker - half - 12, after = marker + half + 12;
            centre = (at < marker && before >= Left + half) || after > Right - half ? before : after;
        }

        svg.Text(centre, y, text, css, "middle");
    }

    private static string Description(SetupPlan plan, double cloth)
    {
        var first = plan.Figures.Seam.FirstToPop is { } position ? $"{position.Name()} pops first, at {plan.Figures.YieldPercent.Middle:0} %" : "no thread pops within reach";
        return $"Reach chart: the wearer needs {plan.Need.Percent:0} %, the cloth reaches {cloth:0} %, {first}. "
            + string.Join(", ", plan.Figures.Threads.Select(t => $"{t.Position.Name()} {t.PopStretchPercent:0} %")) + ".";
    }

    /// <summary>A round end of the scale, %.</summary>
    private static double ScaleEnd(double percent)
    {
        var step = TickStep(percent);
        return Math.Ceiling(percent / step) * step;
    }

    private static double TickStep(double percent) => percent switch { <= 60 => 10, <= 130 => 20, <= 300 => 50, _ => 100 };

    private static IEnumerable<double> Ticks(double most)
    {
        for (var tick = 0.0; tick <= most + 1e-9; tick += TickStep(most))
        {
            yield return tick;
        }
    }
}
