using Microsoft.AspNetCore.Html;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Threads;
using static YieldingLoop.Web.Drawings.Svg;

namespace YieldingLoop.Web.Drawings;

/// <summary>
/// A machine from the front with every place a needle or a thread can be at, each under its own dial: filled where
/// something is there, hollow where it is empty, with a question mark where nobody has said.
/// </summary>
public static class MachineFront
{
    private const double Width = 640, Height = 232, Left = 60, Right = 580, DialY = 52;

    /// <param name="head">The machine, or the half it is changed over to.</param>
    /// <param name="places">Its places in the order of their dials, with what is known of each.</param>
    /// <param name="description">What it shows, in words.</param>
    public static IHtmlContent Draw(Machine head, IReadOnlyList<(ThreadPosition Position, PlaceStand Stand)> places, string description)
    {
        var svg = new Svg(Width, Height, description, "drawing machine-front");
        // Arm, column and bed; the cloth runs between them.
        svg.Path("M24 20h592a12 12 0 0 1 12 12v172a12 12 0 0 1 -12 12h-592a12 12 0 0 1 -12 -12v-40h452v-48h-452v-84a12 12 0 0 1 12 -12z", "front-body");
        svg.Line(12, 164, 464, 164, "front-bed");
        for (var i = 0; i < places.Count; i++)
        {
            var (position, stand) = places[i];
            var x = Left + (Right - Left) * (i + 0.5) / places.Count;
            var y = position.IsNeedle() ? 138 : position is ThreadPosition.TopCover ? 122 : 190;
            // As wide as its column, so that a finger finds it.
            svg.Into($"#place-{position.Id()}", "front-place").Rect(x - 44, 24, 88, 188, "front-hit");
            svg.Line(x, DialY + 16, x, y - 15, $"front-thread {ThreadLook.Class(position)} front-{Word(stand)}");
            if (head.DialPlaceOf(position) is not null)
            {
                svg.Circle(x, DialY, 15, "front-dial").Line(x, DialY, x, DialY - 11, "front-dial");
            }

            svg.Tag(x, y, position);
            if (stand != PlaceStand.There)
            {
                svg.Circle(x + 20, y - 12, 9, "front-mark");
                if (stand == PlaceStand.Unknown)
                {
                    svg.Text(x + 20, y - 7, "?", "d-text d-strong", "middle");
                }
                else
                {
                    svg.Line(x + 15, y - 12, x + 25, y - 12, "front-dial");
                }
            }

            svg.OutOf();
        }

        return svg.Done();
    }

    private static string Word(PlaceStand stand) => stand.ToString().ToLowerInvariant();
}

/// <summary>What is known of a place on a machine.</summary>
public enum PlaceStand
{
    /// <summary>Nobody has said.</summary>
    Unknown,

    /// <summary>Nothing is there.</summary>
    Empty,

    /// <summary>Something is there.</summary>
    There,
}
