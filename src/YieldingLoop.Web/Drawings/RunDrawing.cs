using Microsoft.AspNetCore.Html;
using static YieldingLoop.Web.Drawings.Svg;

namespace YieldingLoop.Web.Drawings;

/// <summary>
/// A run as one thread over bands of cloth, one band a machine, cut into a slice for each seam: a changeover is a knot whose
/// area stands for its minutes, a seam is the row of stitches after it. Lying for wide screens, standing for narrow ones.
/// </summary>
public static class RunDrawing
{
    /// <summary>Length of a slice along the thread. Standing ones are cut off where what is said beside them ends.</summary>
    public const double Reach = 152, ReachUpright = 600;

    /// <summary>Width of a band, lying and standing, and the gap between two.</summary>
    public const double Band = 60, BandUpright = 34, Gap = 12, GapUpright = 8;

    private const double KnotAt = 30, StitchesFrom = 62, Edge = 3;

    /// <summary>How wide the bands are together.</summary>
    public static double Across(int lanes, bool upright) => lanes * (upright ? BandUpright : Band) + (lanes - 1) * (upright ? GapUpright : Gap);

    /// <summary>Draws a slice.</summary>
    /// <param name="lanes">How many machines.</param>
    /// <param name="from">The band the thread comes from; null at the beginning.</param>
    /// <param name="to">The band of this seam.</param>
    /// <param name="minutes">Minutes of changing over before it.</param>
    /// <param name="last">Whether nothing comes after it.</param>
    /// <param name="upright">Whether it stands.</param>
    public static IHtmlContent Slice(int lanes, int? from, int to, double minutes, bool last, bool upright)
    {
        var (along, across, band, gap) = (upright ? ReachUpright : Reach, Across(lanes, upright), upright ? BandUpright : Band, upright ? GapUpright : Gap);
        double Middle(int lane) => lane * (band + gap) + band / 2;
        (double X, double Y) At(double a, double c) => upright ? (c, a) : (a, c);
        string P(double a, double c) => At(a, c) is var (x, y) ? $"{N(x)} {N(y)}" : "";
        var svg = upright ? new Svg(across, along, "", "drawing run-slice run-upright") : new Svg(along, across, "", "drawing run-slice run-lying");
        for (var lane = 0; lane < lanes; lane++)
        {
            var (x, y) = At(0, lane * (band + gap));
            svg.Rect(x, y, upright ? band : along, upright ? along : band, "run-band");
            foreach (var edge in new[] { Edge, band - Edge })
            {
                var (start, end) = (At(0, lane * (band + gap) + edge), At(along, lane * (band + gap) + edge));
                svg.Line(start.X, start.Y, end.X, end.Y, "run-selvedge");
            }
        }

        var here = Middle(to);
        var start0 = from is { } before ? Middle(before) : here;
        var end0 = last ? along - 26 : along;
        if (minutes > 0 || from is null)
        {
            // In from where it was, and over to this machine's band through the knot.
            svg.Path(from is null ? $"M{P(10, here)}L{P(KnotAt, here)}" : $"M{P(0, start0)}C{P(KnotAt * 0.75, start0)} {P(KnotAt * 0.25, here)} {P(KnotAt, here)}", "run-thread");
            svg.Path($"M{P(KnotAt, here)}L{P(StitchesFrom, here)}", "run-thread");
            Stitches(StitchesFrom, end0);
            if (minutes > 0)
            {
                var (x, y) = At(KnotAt, here);
                var radius = KnotRadius(minutes);
                svg.Circle(x, y, radius, "run-knot");
                // Wound round and drawn tight.
                for (var turn = -1; turn <= 1; turn++)
                {
                    var (dx, half) = (turn * radius * 0.42, radius * (turn == 0 ? 0.72 : 0.55));
                    svg.Path($"M{N(x + dx - radius * 0.2)} {N(y + half)}Q{N(x + dx + radius * 0.25)} {N(y)} {N(x + dx + radius * 0.2)} {N(y - half)}", "run-knot-turn");
                }
            }
        }
        else
        {
            Stitches(0, end0);
        }

        if (last)
        {
            svg.Path($"M{P(end0, here)}L{P(end0 + 14, here)}", "run-thread");
        }

        return svg.Done();

        void Stitches(double first, double end)
        {
            // A row of stitches seen on the face: each goes down and comes up again a little further on.
            const double Pitch = 15, Sewn = 10;
            svg.Path($"M{P(first, here)}L{P(end, here)}", "run-under");
            for (var a = first; a + Sewn <= end + 0.01; a += Pitch)
            {
                var (one, other) = (At(a, here), At(Math.Min(end, a + Sewn), here));
                svg.Line(one.X, one.Y, other.X, other.Y, "run-stitch");
            }
        }
    }

    /// <summary>The size of a knot: its area grows with the minutes.</summary>
    public static double KnotRadius(double minutes) => Math.Min(26, 5.2 * Math.Sqrt(minutes));
}
