using Microsoft.AspNetCore.Html;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Threads;
using static YieldingLoop.Web.Drawings.Svg;

namespace YieldingLoop.Web.Drawings;

/// <summary>What to look for on a test swatch: the edge with the meeting line, or the opened seam with its gap.</summary>
public static class SwatchPicture
{
    private const double Millimetre = 9;

    /// <summary>Draws one swatch.</summary>
    /// <param name="position">Whose dial is tested.</param>
    /// <param name="readingMm">What was read; null shows what a balanced one looks like.</param>
    /// <param name="title">For the description.</param>
    public static IHtmlContent Draw(ThreadPosition position, double? readingMm, string title)
    {
        var svg = new Svg(240, 120, $"{title}: {(DialTest.ReadingOf(position) switch { SwatchReading.Opening => "the seam pulled open", SwatchReading.Knot => "the cloth from its end, face up, with the knot of two threads", _ => "the edge seen from its end, face up" })}", "drawing swatch-picture");
        var reading = DialTest.ReadingOf(position);
        if (reading == SwatchReading.Knot)
        {
            Knot(svg, Math.Clamp(readingMm ?? 0, -2, 2));
        }
        else if (reading == SwatchReading.Opening)
        {
            Opened(svg, position, Math.Clamp(readingMm ?? 0.2, 0, 6));
        }
        else
        {
            Edge(svg, Math.Clamp(readingMm ?? 0, -6, 6));
        }

        return svg.Done();
    }

    private static void Edge(Svg svg, double meeting)
    {
        // The cloth from its end: face above, back below, cut edge at the right.
        const double X = 176, Top = 50, Bottom = 70;
        svg.Rect(20, Top, X - 20, Bottom - Top, "aid-cloth", 1).Text(22, 34, "face", "d-label").Text(22, 98, "back", "d-label");
        var at = X - Math.Abs(meeting) * Millimetre;
        var y = meeting >= 0.25 ? Top - 4 : meeting <= -0.25 ? Bottom + 4 : (Top + Bottom) / 2;
        // The upper looper's thread lies on the face up to where it meets the lower one's, which comes round the edge where it loses.
        if (meeting >= 0)
        {
            svg.Path($"M70 {N(Top - 3)}C100 {N(Top - 22)} {N(at - 12)} {N(Top - 14)} {N(at)} {N(y)}", "g-thread t-upper-looper");
            svg.Path($"M70 {N(Bottom + 3)}C110 {N(Bottom + 22)} {N(X + 14)} {N(Bottom + 14)} {N(X + 8)} {N((Top + Bottom) / 2)}S{N(at + 14)} {N(Top - 8)} {N(at)} {N(y)}", "g-thread t-lower-looper");
        }
        else
        {
            svg.Path($"M70 {N(Bottom + 3)}C100 {N(Bottom + 22)} {N(at - 12)} {N(Bottom + 14)} {N(at)} {N(y)}", "g-thread t-lower-looper");
            svg.Path($"M70 {N(Top - 3)}C110 {N(Top - 22)} {N(X + 14)} {N(Top - 14)} {N(X + 8)} {N((Top + Bottom) / 2)}S{N(at + 14)} {N(Bottom + 8)} {N(at)} {N(y)}", "g-thread t-upper-looper");
        }

        svg.Circle(at, y, 4, "g-fill");
    }

    private static void Knot(Svg svg, double fromMiddle)
    {
        // The cloth from its end; where the two threads lock, the one that loses is drawn through.
        const double Top = 40, Bottom = 80;
        svg.Rect(20, Top, 200, Bottom - Top, "aid-cloth", 1).Text(22, 28, "face", "d-label").Text(22, 104, "back", "d-label");
        var y = (Top + Bottom) / 2 - fromMiddle * 14;
        foreach (var x in new[] { 84.0, 144 })
        {
            svg.Path($"M{N(x - 60)} {N(Top - 3)}H{N(x - 8)}Q{N(x)} {N(Top)} {N(x)} {N(y)}Q{N(x)} {N(Top)} {N(x + 8)} {N(Top - 3)}H{N(x + 60)}", "g-thread t-needle");
            svg.Path($"M{N(x - 60)} {N(Bottom + 3)}H{N(x - 8)}Q{N(x)} {N(Bottom)} {N(x)} {N(y)}Q{N(x)} {N(Bottom)} {N(x + 8)} {N(Bottom + 3)}H{N(x + 60)}", "g-thread t-bobbin");
            svg.Circle(x, y, 4, "g-fill");
        }
    }

    private static void Opened(Svg svg, ThreadPosition position, double gap)
    {
        var half = Math.Max(1, gap * Millimetre / 2);
        svg.Rect(20, 12, 100 - half, 96, "aid-cloth", 1).Rect(120 + half, 12, 100 - half, 96, "aid-cloth", 1);
        for (var y = 24; y < 104; y += 16)
        {
            svg.Path($"M{N(120 - half - 3)} {y}h{N(2 * half + 6)}", $"g-thread {ThreadLook.Class(position)}");
        }
    }
}
