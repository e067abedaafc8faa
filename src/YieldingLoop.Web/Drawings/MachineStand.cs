using Microsoft.AspNetCore.Html;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Drawings;

/// <summary>A machine as it stands, at a glance: each of its threads in its own colour from its dial down to its place.</summary>
public static class MachineStand
{
    private const double Width = 300, Height = 104, Number = 20, From = 30, To = 72, Tags = 86;

    /// <summary>A thread whose colour nobody noted.</summary>
    private const string NoColour = "#8a877f";

    /// <summary>Draws it.</summary>
    /// <param name="head">The machine, or the half it is changed over to.</param>
    /// <param name="state">What is on it.</param>
    /// <param name="title">What it shows, in words.</param>
    public static IHtmlContent Draw(Machine head, Setup state, string title)
    {
        // Where something is on it, what is empty takes no room.
        var filled = head.ThreadPlaces.Where(p => !state.Threads[p].IsEmpty).ToList();
        var places = filled.Count > 0 ? filled : head.ThreadPlaces;
        var svg = new Svg(Width, Height, title, "drawing machine-stand");
        var column = Math.Min(56, Width / Math.Max(1, places.Count));
        for (var i = 0; i < places.Count; i++)
        {
            var (position, x) = (places[i], column * (i + 0.5));
            var thread = state.Threads[position];
            if (head.DialPlaceOf(position) is { } dial && thread.TryGet(out _))
            {
                svg.Text(x, Number, state.Dials[dial].TryGet(out var number) ? FieldText.Of(number) : "?", "stand-dial", "middle");
            }

            if (thread.TryGet(out var there))
            {
                svg.Line(x, From, x, To, "stand-edge").Coloured(x, From, x, To, "stand-thread", there.Colour ?? NoColour);
                svg.Tag(x, Tags, position);
            }
            else
            {
                svg.Line(x, From, x, To, "stand-none").Circle(x, Tags, 11, "stand-empty");
                if (thread.IsUnknown)
                {
                    svg.Text(x, Tags + 5, "?", "d-text d-strong", "middle");
                }
            }
        }

        return svg.Done();
    }

    /// <summary>The same in words.</summary>
    public static string Said(Machine head, Setup state) => string.Join(", ", head.ThreadPlaces.Select(p =>
        $"{p.Name()}: {(state.Threads[p].TryGet(out var there) ? there.Name.Length > 0 ? there.Name : there.Resolve().Name : state.Threads[p].IsUnknown ? "not known" : "empty")}{(state.Threads[p].TryGet(out _) && head.DialPlaceOf(p) is { } dial && state.Dials[dial].TryGet(out var number) ? $" at {FieldText.Of(number)}" : "")}"));
}
