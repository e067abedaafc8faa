using Microsoft.AspNetCore.Html;
using YieldingLoop.Core.Care;
using YieldingLoop.Core.Machines;
using static YieldingLoop.Web.Drawings.Svg;

namespace YieldingLoop.Web.Drawings;

/// <summary>Where the hand goes when a machine is cared for.</summary>
public static class CareDrawing
{
    private const double Width = 320, Height = 150;

    /// <summary>The drawing of a task.</summary>
    public static IHtmlContent Of(CareTask task, Machine machine) => task.Id switch
    {
        "oil" => machine.AsOverlocker() is not null ? OilOnBar() : OilByManual(),
        "lint" => Lint(machine),
        "knives" => Knives(),
        _ => Service(),
    };

    private static IHtmlContent OilOnBar()
    {
        var svg = new Svg(Width, Height, "The bar the upper looper slides on, with one drop over it.", "drawing care-drawing");
        svg.Rect(20, 96, 280, 30, "clamp-block", 6);
        // The bar in its guide, the looper at its end.
        svg.Rect(60, 84, 150, 12, "needle-shank", 3).Rect(120, 76, 44, 28, "clamp-empty", 4);
        svg.Path("M210 90C236 90 246 70 262 58L270 64C256 78 244 102 210 96Z", "needle-steel");
        svg.Path("M142 26C150 40 154 46 154 53A12 12 0 0 1 130 53C130 46 134 40 142 26Z", "care-drop").Path("M142 68v10m-5 -6l5 6 5 -6", "g-line");
        return svg.Text(172, 50, "one drop", "d-label").Text(60, 144, "bar of the upper looper", "d-label").Done();
    }

    private static IHtmlContent OilByManual()
    {
        var svg = new Svg(Width, Height, "The manual, open at the page that shows where oil goes.", "drawing care-drawing");
        svg.Path("M60 30C90 20 130 22 160 36C190 22 230 20 260 30V120C230 110 190 112 160 126C130 112 90 110 60 120Z", "clamp-block").Line(160, 36, 160, 126, "d-measure");
        svg.Path("M205 56C211 66 214 70 214 75A9 9 0 0 1 196 75C196 70 199 66 205 56Z", "care-drop");
        foreach (var y in new[] { 54, 68, 82, 96 })
        {
            svg.Line(78, y, 142, y, "care-line");
        }

        return svg.Done();
    }

    private static IHtmlContent Lint(Machine machine)
    {
        var svg = new Svg(Width, Height, machine is PlainMachine ? "A brush drawn outward from round the hook." : "A brush drawn outward from between the loopers.", "drawing care-drawing");
        svg.Rect(20, 100, 200, 28, "clamp-block", 6);
        if (machine is PlainMachine)
        {
            svg.Circle(110, 78, 30, "needle-shank").Circle(110, 78, 12, "clamp-empty");
        }
        else
        {
            svg.Path("M60 96C66 70 90 54 112 50L116 58C98 64 80 78 74 98Z", "needle-steel").Path("M168 96C162 74 146 62 128 60L126 68C142 72 152 84 156 98Z", "needle-steel");
        }

        foreach (var (x, y) in new[] { (88, 92), (104, 96), (120, 90), (136, 95), (96, 84), (128, 82) })
        {
            svg.Path($"M{N(x)} {N(y)}c4 -6 9 -2 6 3s-8 2 -3 -5", "care-lint");
        }

        svg.Path("M150 74L206 46l10 18L158 88Z", "care-bristle").Path("M206 46L290 14l8 16L216 64Z", "needle-shank");
        return svg.Path("M222 104h52m-10 -8l10 8 -10 8", "g-line").Text(234, 96, "outward", "d-label").Done();
    }

    private static IHtmlContent Knives()
    {
        var svg = new Svg(Width, Height, "Two knives meeting, and beside them an edge cut clean and one that is chewed.", "drawing care-drawing");
        svg.Path("M30 30h70l-14 50H30Z", "needle-steel").Path("M30 84h58l-8 40H30Z", "needle-shank");
        svg.Text(36, 22, "moves", "d-label").Text(36, 142, "stands still", "d-label");
        svg.Rect(150, 30, 140, 34, "care-cloth").Line(150, 64, 290, 64, "care-cut").Text(220, 22, "clean: sharp", "d-label", "middle");
        svg.Path("M150 90h140v30l-6 -7 -8 9 -7 -8 -9 8 -8 -10 -7 9 -9 -8 -8 9 -9 -10 -8 9 -7 -8 -9 9 -8 -9 -9 9 -8 -10 -7 9 -8 -8Z", "care-cloth");
        return svg.Text(220, 144, "chewed: not", "d-label", "middle").Done();
    }

    private static IHtmlContent Service()
    {
        var svg = new Svg(Width, Height, "What goes to the technician: the machine, its manual, and a swatch that shows what troubles it.", "drawing care-drawing");
        svg.Path("M30 120V60h90v20H64v40Z", "clamp-block").Rect(20, 118, 110, 10, "clamp-block", 3).Circle(104, 70, 5, "needle-shank");
        svg.Path("M160 50h50v72h-50Z", "needle-steel").Line(170, 66, 200, 66, "care-line").Line(170, 78, 200, 78, "care-line").Line(170, 90, 192, 90, "care-line");
        svg.Rect(240, 70, 60, 40, "care-cloth").Path("M246 90h8m6 0h4m12 0h8m6 0h4", "g-line");
        return svg.Done();
    }
}
