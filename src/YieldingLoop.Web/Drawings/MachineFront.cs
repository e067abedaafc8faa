using Microsoft.AspNetCore.Html;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Web.Drawings;

/// <summary>
/// A machine from the front with every place a needle or a thread can be at, each under its own dial: filled where
/// something is there, hollow where it is empty, with a question mark where nobody has said.
/// </summary>
public static class MachineFront
{
    private const double Width = 460, Height = 216, Left = 16, Right = 444, DialY = 50;

    /// <param name="head">The machine, or the half it is changed over to.</param>
    /// <param name="places">Its places in the order of their dials, with what is known of each.</param>
    public static IHtmlContent Draw(Machine head, IReadOnlyList<(ThreadPosition Position, PlaceStand Stand)> places)
    {
        var svg = new Svg(Width, Height, "", "drawing machine-front");
        // Arm, column and bed; the cloth runs between them.
        svg.Path("M16 12h428a12 12 0 0 1 12 12v168a12 12 0 0 1 -12 12h-428a12 12 0 0 1 -12 -12v-36h380v-46h-380v-86a12 12 0 0 1 12 -12z", "front-body");
        svg.Line(4, 156, 384, 156, "front-bed");
        var column = (Right - Left) / Math.Max(1, places.Count);
        for (var i = 0; i < places.Count; i++)
        {
            var (position, stand) = places[i];
            var x = Left + (Right - Left) * (i + 0.5) / places.Count;
            var y = position.IsNeedle() ? 132 : position is ThreadPosition.TopCover ? 118 : 181;
            // As wide as its column, so that a finger finds it.
            svg.Into($"#place-{position.Id()}", "front-place").Rect(x - column / 2 + 2, 16, column - 4, 184, "front-hit", 6);
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
