using Microsoft.AspNetCore.Html;
using YieldingLoop.Core.ThreadRoom;
using static YieldingLoop.Web.Drawings.Svg;

namespace YieldingLoop.Web.Drawings;

/// <summary>
/// A thread laid out along the seams that take it, in the order they are sewn: a mark where each begins, the thread itself as
/// far as it lasts, a loose end where it runs out, and a bare path from there on.
/// </summary>
public static class NeedDrawing
{
    /// <summary>A thread whose colour nobody noted.</summary>
    private const string NoColour = "#8a877f";

    private const double Width = 1000, Height = 46, From = 8, Along = 970, Middle = 20;

    /// <summary>Draws it.</summary>
    /// <param name="need">The need.</param>
    /// <param name="title">What it shows, in words.</param>
    public static IHtmlContent Draw(ThreadNeed need, string title)
    {
        var svg = new Svg(Width, Height, title, "drawing need-drawing", stretched: true);
        var all = need.Metres;
        if (all <= 0)
        {
            return svg.Done();
        }

        double At(double metres) => From + Along * Math.Clamp(metres / all, 0, 1);
        svg.Line(From, Middle, From + Along, Middle, "need-path");
        var (at, end) = (0.0, need.LeftMetres is { } left ? Math.Min(left, all) : 0);
        if (end > 0)
        {
            svg.Line(From, Middle, At(end), Middle, "need-edge").Coloured(From, Middle, At(end), Middle, "need-thread", need.Stock?.Colour ?? NoColour);
        }

        foreach (var metres in need.BySeam)
        {
            svg.Line(At(at), Middle + 9, At(at), Middle + 19, "need-seam");
            at += metres;
        }

        svg.Line(From + Along, Middle + 9, From + Along, Middle + 19, "need-seam");
        if (need.LeftMetres is not null && end < all)
        {
            var x = At(end);
            svg.Path($"M{N(x)} {N(Middle)}C{N(x + 8)} {N(Middle - 2)} {N(x + 12)} {N(Middle - 16)} {N(x + 3)} {N(Middle - 15)}", "need-end");
        }

        return svg.Done();
    }
}
