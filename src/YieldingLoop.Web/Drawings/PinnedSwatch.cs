using Microsoft.AspNetCore.Html;
using YieldingLoop.Core.Practice;
using static YieldingLoop.Web.Drawings.Svg;

namespace YieldingLoop.Web.Drawings;

/// <summary>Something that can be practised as a swatch on a board: chalked out while it was not tried, pinned up raw once it was, hemmed all round when one can do it.</summary>
public static class PinnedSwatch
{
    private const double Width = 96, Height = 84, Left = 10, Right = 86, Top = 14, Bottom = 78;

    /// <param name="standing">How it stands.</param>
    public static IHtmlContent Draw(PracticeStanding standing)
    {
        var svg = new Svg(Width, Height, "", "drawing pinned");
        if (!standing.Begun)
        {
            svg.Rect(Left, Top, Right - Left, Bottom - Top, "pinned-chalk", 2);
            return svg.Done();
        }

        svg.Path(standing.Mastered ? $"M{N(Left)} {N(Top)}H{N(Right)}V{N(Bottom)}H{N(Left)}Z" : Frayed(), "aid-cloth");
        // One row for each time it was right at the first try, as far as there is room for them.
        for (var row = 0; row < Math.Min(3, standing.Clean); row++)
        {
            svg.Line(Left + 14, Top + 22 + 14 * row, Right - 14, Top + 22 + 14 * row, "pinned-row");
        }

        if (standing.Mastered)
        {
            svg.Rect(Left + 4, Top + 4, Right - Left - 8, Bottom - Top - 8, "pinned-hem", 1).Rect(Left + 7.5, Top + 7.5, Right - Left - 15, Bottom - Top - 15, "pinned-hem", 1);
        }

        svg.Line(Width / 2, Top + 4, Width / 2 + 3, Top - 4, "pinned-pin").Circle(Width / 2 + 4, Top - 7, 4.5, "g-fill");
        return svg.Done();
    }

    /// <summary>A cut edge: short threads stand out of it all round.</summary>
    private static string Frayed()
    {
        var path = new System.Text.StringBuilder($"M{N(Left)} {N(Top)}");
        void Edge(double x, double y, double dx, double dy, double outX, double outY, int times)
        {
            for (var i = 1; i <= times; i++)
            {
                var (at, mid) = ((double)i / times, (i - 0.5) / times);
                path.Append(FormattableString.Invariant($"L{N(x + dx * mid + outX)} {N(y + dy * mid + outY)}L{N(x + dx * at)} {N(y + dy * at)}"));
            }
        }

        Edge(Left, Top, Right - Left, 0, 0, -2, 15);
        Edge(Right, Top, 0, Bottom - Top, 2, 0, 13);
        Edge(Right, Bottom, Left - Right, 0, 0, 2, 15);
        Edge(Left, Bottom, 0, Top - Bottom, -2, 0, 13);
        return path.Append('Z').ToString();
    }
}
