using Microsoft.AspNetCore.Html;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.ThreadUp;
using static YieldingLoop.Web.Drawings.Svg;

namespace YieldingLoop.Web.Drawings;

/// <summary>
/// The way of every thread from its cone through guide and disc to needle or looper, side by side as their dials stand.
/// What the step is about stands out, what is on already is pale, what is empty is dashed. It shows what goes where and
/// in which order things lie; which guides there are, the machine's own diagram says.
/// </summary>
public static class RouteDrawing
{
    private const double Width = 560, Height = 400, Cone = 36, Guide = 112, Disc = 168, Lower = 240, End = 322;

    /// <summary>Draws the threads of a machine before a step, and the step on them.</summary>
    public static IHtmlContent Draw(Machine head, Setup before, ThreadUpStep step, Wording wording)
    {
        var places = before.ThreadPlaces(head);
        var names = string.Join(", ", step.Positions.Select(p => p.Name()));
        var svg = new Svg(Width, Height, wording.Say($"Threads from cone to needle and looper; this step is about {(names.Length > 0 ? names : "all of them")}."), "drawing route");
        var pitch = (Width - 40) / Math.Max(places.Count, 3);
        var first = Width / 2 - pitch * (places.Count - 1) / 2;
        foreach (var (i, position) in places.Index())
        {
            Column(svg, first + i * pitch, position, before, step);
        }

        return svg.Done();
    }

    private static void Column(Svg svg, double x, ThreadPosition position, Setup before, ThreadUpStep step)
    {
        var here = step.Positions.Contains(position);
        var on = before.Threads[position].IsThere;
        var leaves = here && step.Act is ThreadUpAct.TakeOut or ThreadUpAct.TakeOff;
        var css = ThreadLook.Class(position);
        var bobbin = position == ThreadPosition.Bobbin;
        if (here)
        {
            svg.Rect(x - 44, 4, 88, Height - 8, "route-here", 10);
        }

        var state = leaves ? "route-leaves" : here ? "route-now" : on ? "route-on" : "route-none";
        var apart = here ? 12 : 6;
        if (bobbin)
        {
            svg.Circle(x, Lower + 20, 30, "clamp-block").Circle(x, Lower + 20, 20, $"route-wound {state} {css}").Circle(x, Lower + 20, 6, "needle-eye");
            svg.Path($"M{N(x + 20)} {N(Lower + 20)}q14 30 4 {N(End - Lower + 10)}", $"route-thread {state} {css}");
        }
        else
        {
            // Cone, the guide over it, the two discs with the thread between them, then down to needle or looper.
            svg.Path($"M{N(x - 22)} {N(Cone + 40)}l12 -44h20l12 44z", on || here ? $"route-wound {state} {css}" : "route-empty");
            if (leaves && step.Act == ThreadUpAct.TakeOff)
            {
                svg.Path($"M{N(x - 26)} {N(Cone - 6)}l52 50m0 -50l-52 50", "route-cross");
            }

            svg.Circle(x, Guide, 5, "needle-eye");
            svg.Path($"M{N(x - apart)} {N(Disc - 22)}q-16 22 0 44zM{N(x + apart)} {N(Disc - 22)}q16 22 0 44z", "clamp-block");
            if (here && step.Act == ThreadUpAct.IntoDiscs)
            {
                svg.Path($"M{N(x - 34)} {N(Disc - 30)}h12m-5 -5l5 5 -5 5M{N(x + 34)} {N(Disc + 30)}h-12m5 -5l-5 5 5 5", "g-line");
            }

            svg.Circle(x, Lower - 22, 5, "needle-eye");
            Path(svg, x, position, step, state, css);
        }

        Foot(svg, x, position, before);
        svg.Tag(x, End + 58, position);
    }

    private static void Path(Svg svg, double x, ThreadPosition position, ThreadUpStep step, string state, string css)
    {
        var here = step.Positions.Contains(position);
        var end = position.IsNeedle() ? $"V{N(End - 8)}" : $"V{N(Lower)}q0 40 -16 {N(End - Lower - 22)}";
        if (here && step.Act == ThreadUpAct.TieOn)
        {
            // The new thread down to the knot above the guide; below it the old one, which draws it through.
            svg.Path($"M{N(x)} {N(Guide - 16)}{end}", $"route-thread route-on {css}");
            svg.Path($"M{N(x)} {N(Cone + 40)}V{N(Guide - 20)}", $"route-thread route-now {css}");
            svg.Path($"M{N(x - 12)} {N(Guide - 22)}l24 10m0 -10l-24 10", "route-knot").Circle(x, Guide - 17, 5, "g-fill");
            return;
        }

        svg.Path($"M{N(x)} {N(Cone + 40)}{end}", $"route-thread {state} {css}");
        if (here && step.Act == ThreadUpAct.TakeOut)
        {
            svg.Path($"M{N(x - 12)} {N(Guide - 20)}l24 8M{N(x - 12)} {N(Guide - 12)}l24 -8", "route-cross");
        }
    }

    /// <summary>What the thread ends in: a needle with its eye, or the hook of a looper.</summary>
    private static void Foot(Svg svg, double x, ThreadPosition position, Setup before)
    {
        if (position.IsNeedle() && before.NeedleOf(position) is null)
        {
            svg.Rect(x - 7, End - 40, 14, 34, "clamp-empty", 3);
        }
        else if (position.IsNeedle())
        {
            svg.Path($"M{N(x - 4)} {N(End - 40)}h8v52l-4 16 -4 -16z", "needle-steel").Circle(x, End - 4, 3, "needle-eye");
        }
        else if (position != ThreadPosition.Bobbin)
        {
            svg.Path($"M{N(x + 18)} {N(End + 22)}q-2 -34 -40 -36l-6 4q26 6 30 32z", "clamp-block").Circle(x - 16, End - 8, 3, "needle-eye");
        }
    }
}
