using Microsoft.AspNetCore.Html;
using YieldingLoop.Core.Seams;
using static YieldingLoop.Web.Drawings.Svg;

namespace YieldingLoop.Web.Drawings;

/// <summary>The map of zigzag length against width: where the seam holds, where its threads show, and the point to start from.</summary>
public static class ZigzagChart
{
    /// <param name="map">The map.</param>
    /// <param name="setUp">Length and width that are set, where a zigzag is; otherwise it starts where the map advises.</param>
    public static IHtmlContent Draw(ZigzagMap map, (double LengthMm, double WidthMm)? setUp = null)
    {
        var start = setUp ?? (map.Advised is { } point ? (point.LengthMm, point.WidthMm) : null);
        const double Left = 40, Top = 30, Width = 500, Height = 300;
        double cellWidth = Width / map.LengthsMm.Count, cellHeight = Height / map.WidthsMm.Count;
        var svg = new Svg(560, 408, Description(map, start), "drawing zigzag-chart");
        for (var w = 0; w < map.WidthsMm.Count; w++)
        {
            for (var l = 0; l < map.LengthsMm.Count; l++)
            {
                var cell = map.Points[w][l];
                var css = (cell.Holds, cell.Shows) switch
                {
                    (true, false) => "z-holds",
                    (true, true) => "z-shows",
                    (false, true) => "z-neither",
                    _ => "z-pops",
                };
                double x = Left + l * cellWidth, y = Top + Height - (w + 1) * cellHeight;
                svg.Rect(x, y, cellWidth + 0.4, cellHeight + 0.4, css);
                // A sign besides the colour: a dash where it does not hold, a dot where threads show.
                if ((w + l) % 2 == 0 && !cell.Holds)
                {
                    svg.Line(x + cellWidth * 0.3, y + cellHeight / 2, x + cellWidth * 0.7, y + cellHeight / 2, "z-sign");
                }
                else if ((w + l) % 2 == 0 && cell.Shows)
                {
                    svg.Circle(x + cellWidth / 2, y + cellHeight / 2, 1.8, "z-dot");
                }
            }
        }

        for (var l = 0; l < map.LengthsMm.Count; l++)
        {
            if (map.LengthsMm[l] % 1 == 0)
            {
                svg.Text(Left + (l + 0.5) * cellWidth, Top + Height + 20, N(map.LengthsMm[l]), "d-label", "middle");
            }
        }

        for (var w = 0; w < map.WidthsMm.Count; w++)
        {
            if (map.WidthsMm[w] % 1 == 0)
            {
                svg.Text(Left - 10, Top + Height - (w + 0.5) * cellHeight + 5, N(map.WidthsMm[w]), "d-label", "end");
            }
        }

        svg.Text(Left + Width / 2, Top + Height + 42, "stitch length, mm", "d-label", "middle");
        svg.Text(10, 18, "zigzag width, mm", "d-label");
        if (start is { } advised)
        {
            var x = Left + ((advised.LengthMm - map.LengthsMm[0]) / ZigzagMap.StepMm + 0.5) * cellWidth;
            var y = Top + Height - (advised.WidthMm / ZigzagMap.StepMm + 0.5) * cellHeight;
            svg.Circle(x, y, 8, "z-start").Circle(x, y, 2.5, "g-fill");
        }

        Key(svg, Left, "z-holds", "holds");
        Key(svg, Left + 92, "z-shows", "threads show");
        Key(svg, Left + 236, "z-pops", "does not hold");
        Key(svg, Left + 384, "z-neither", "neither");
        return svg.Done();
    }

    private static void Key(Svg svg, double x, string css, string name)
    {
        const double Y = 398;
        svg.Rect(x, Y - 12, 16, 14, css);
        if (css is "z-pops" or "z-neither")
        {
            svg.Line(x + 4, Y - 5, x + 12, Y - 5, "z-sign");
        }
        else if (css == "z-shows")
        {
            svg.Circle(x + 8, Y - 5, 1.8, "z-dot");
        }

        svg.Text(x + 22, Y, name, "d-label");
    }

    private static string Description(ZigzagMap map, (double LengthMm, double WidthMm)? from)
    {
        var all = map.Points.SelectMany(p => p).ToList();
        var start = from is { } advised ? FormattableString.Invariant($" Start from length {advised.LengthMm:0.0#} mm, width {advised.WidthMm:0.0#} mm.") : " No point holds without its threads showing.";
        return FormattableString.Invariant($"Map of stitch length against zigzag width: {all.Count(p => p.Holds) * 100 / all.Count} % of it holds, on {all.Count(p => p.Shows) * 100 / all.Count} % the threads show.{start}");
    }
}
