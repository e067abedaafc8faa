using Microsoft.AspNetCore.Html;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using static YieldingLoop.Web.Drawings.Svg;

namespace YieldingLoop.Web.Drawings;

/// <summary>A twin needle over the slots of plate and foot, from the front: both blades at the ends of their swing.</summary>
public static class SlotDrawing
{
    public static IHtmlContent Draw(PlainMachine machine, TwinNeedle twin, TwinWidth width, SlottedPart plate, SlottedPart foot)
    {
        const double Centre = 220;
        double plateSlot = plate.SlotMm ?? 0, footSlot = foot.SlotMm ?? 0;
        var scale = Math.Min(30, 300 / Math.Max(Math.Max(plateSlot, footSlot), machine.WidestZigzagMm + 1));
        var svg = new Svg(440, 210, FormattableString.Invariant($"Twin needle {twin.Pack}: swinging {width.AdvisedMm:0.0#} mm its blades stay inside a {plateSlot:0.0#} mm plate slot and a {footSlot:0.0#} mm foot slot."), "drawing slot-drawing");
        Part(svg, 96, footSlot * scale, "foot");
        Part(svg, 150, plateSlot * scale, "plate");
        // Where the blades are at the left and the right end of the swing that is advised.
        foreach (var (side, css) in new[] { (-1, "needle-steel slot-left"), (1, "needle-steel") })
        {
            var middle = Centre + side * width.AdvisedMm / 2 * scale;
            foreach (var blade in new[] { -1, 1 })
            {
                var x = middle + blade * twin.GapMm / 2 * scale;
                var half = twin.Size.BladeMillimetres / 2 * scale;
                svg.Path($"M{N(x - half)} 40h{N(2 * half)}v118l{N(-half)} 22l{N(-half)} -22z", css);
            }

            if (width.StraightOnly)
            {
                break;
            }
        }

        var reach = (width.AdvisedMm + twin.GapMm) / 2 * scale;
        svg.Measure(Centre - reach, Centre + reach, 30, FormattableString.Invariant($"{twin.GapMm + width.AdvisedMm:0.0#} mm in all"));
        svg.Measure(Centre - plateSlot * scale / 2, Centre + plateSlot * scale / 2, 204, FormattableString.Invariant($"slot {plateSlot:0.0#} mm"));
        return svg.Done();
    }

    private static void Part(Svg svg, double y, double slot, string name)
    {
        const double Centre = 220;
        svg.Rect(16, y, Centre - slot / 2 - 16, 22, "clamp-block", 3).Rect(Centre + slot / 2, y, 424 - Centre - slot / 2, 22, "clamp-block", 3);
        svg.Text(24, y + 16, name, "d-label");
    }
}
