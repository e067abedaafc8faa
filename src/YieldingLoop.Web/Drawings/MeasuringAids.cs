using Microsoft.AspNetCore.Html;
using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Settings;

namespace YieldingLoop.Web.Drawings;

/// <summary>How to measure a cloth, drawn.</summary>
public static class MeasuringAids
{
    /// <summary>A strip marked, pulled, let go.</summary>
    public static IHtmlContent Stretch(ClothDirection direction)
    {
        var svg = new Svg(340, 180, $"A strip cut {(direction == ClothDirection.Across ? "across" : "along")} the cloth with two marks: at rest, pulled, and after letting go.", "drawing aid");
        Strip(svg, 8, 80, "A  marked at rest", 4);
        Strip(svg, 66, 156, "B  pulled", 0);
        Strip(svg, 124, 84, "C  after a minute", 4);
        return svg.Done();
    }

    private static void Strip(Svg svg, double y, double length, string label, double plump)
    {
        const double X = 40;
        svg.Rect(X - 24, y + 4 - plump / 2, length + 48, 22 + plump, "aid-cloth", 2);
        svg.Line(X, y, X, y + 32, "aid-mark").Line(X + length, y, X + length, y + 32, "aid-mark");
        svg.Line(X, y + 40, X + length, y + 40, "d-measure").Line(X, y + 36, X, y + 44, "d-measure").Line(X + length, y + 36, X + length, y + 44, "d-measure");
        svg.Text(X + length + 34, y + 44, label, "d-label");
    }

    /// <summary>A thread marked beside a ruler, and the marks when it broke.</summary>
    public static IHtmlContent PulledThread(Wording wording)
    {
        var svg = new Svg(340, 130, wording.Say("A thread with two marks 200 mm apart, pulled along a ruler until it breaks."), "drawing aid");
        svg.Measure(40, 120, 22, wording.Say("200 mm"));
        svg.Path("M20 38h130", "g-thread t-upper-looper").Line(40, 28, 40, 48, "aid-mark").Line(120, 28, 120, 48, "aid-mark");
        svg.Path("M20 82h128l6-5M322 82h-158l-6 5", "g-thread t-upper-looper").Line(40, 72, 40, 92, "aid-mark").Line(284, 72, 284, 92, "aid-mark");
        svg.Line(40, 104, 284, 104, "d-measure").Line(40, 99, 40, 109, "d-measure").Line(284, 99, 284, 109, "d-measure");
        return svg.Text(162, 124, "read here when it breaks", "d-label", "middle").Done();
    }

    /// <summary>A square on the scale.</summary>
    public static IHtmlContent Weight()
    {
        var svg = new Svg(340, 132, "A square cut from the cloth, measured along its side and laid on a kitchen scale.", "drawing aid");
        svg.Rect(18, 14, 84, 84, "aid-cloth", 1).Measure(18, 102, 122, "side");
        svg.Path("M170 60h130l-10 14h-110z", "clamp-block").Rect(180, 74, 110, 34, "clamp-block", 5);
        svg.Path("M196 58q20-12 40-3t44-2v6h-84z", "aid-cloth").Rect(212, 82, 46, 18, "aid-window", 2).Text(235, 96, "9.2 g", "d-label", "middle");
        svg.Path("M112 56h44m-8-6l8 6l-8 6", "d-measure-line");
        return svg.Done();
    }

    /// <summary>Ten layers under a ruler.</summary>
    public static IHtmlContent Thickness()
    {
        var svg = new Svg(340, 130, "The cloth folded to ten layers and measured from table to top without squeezing.", "drawing aid");
        for (var i = 0; i < 10; i++)
        {
            svg.Rect(90, 22 + i * 8.6, 150, 7.6, "aid-cloth", 3);
        }

        svg.Line(20, 110, 320, 110, "d-axis").Line(72, 22, 72, 108, "d-measure").Line(66, 22, 78, 22, "d-measure").Line(66, 108, 78, 108, "d-measure");
        svg.Text(64, 70, "10 layers", "d-label", "end");
        svg.Rect(252, 12, 22, 98, "aid-window", 1);
        for (var i = 0; i < 12; i++)
        {
            svg.Line(252, 20 + i * 8, i % 5 == 0 ? 264 : 259, 20 + i * 8, "d-axis");
        }

        return svg.Done();
    }

    /// <summary>Which way a seam runs on the cloth.</summary>
    public static IHtmlContent Direction(ClothDirection direction, Wording wording)
    {
        var across = direction == ClothDirection.Across;
        var svg = new Svg(150, 104, wording.Say(across ? "A seam that runs across the cloth, from selvedge to selvedge." : "A seam that runs along the cloth, beside the selvedge."), "drawing direction");
        svg.Rect(14, 8, 122, 88, "aid-cloth", 2).Line(20, 8, 20, 96, "aid-selvedge").Line(130, 8, 130, 96, "aid-selvedge");
        svg.Path(across ? "M30 52h90" : "M75 16v72", "aid-seam");
        return svg.Done();
    }
}
