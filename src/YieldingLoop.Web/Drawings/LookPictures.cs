using Microsoft.AspNetCore.Html;
using YieldingLoop.Core.Coach;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;
using static YieldingLoop.Web.Drawings.Svg;

namespace YieldingLoop.Web.Drawings;

/// <summary>What can be looked at without sewing, as it should be and as it should not, beside each other.</summary>
public static class LookPictures
{
    private const double Width = 150, Height = 120;

    /// <summary>The two pictures of a look. What they show is said in words beside them.</summary>
    /// <param name="look">The look.</param>
    /// <param name="position">Where; null where it is about the whole machine.</param>
    /// <param name="machine">The machine as it sews.</param>
    /// <param name="setup">What it is set to.</param>
    public static (IHtmlContent Good, IHtmlContent Bad) Of(CoachLook look, ThreadPosition? position, Machine machine, Setup setup) => (Draw(look, position, machine, setup, true), Draw(look, position, machine, setup, false));

    private static IHtmlContent Draw(CoachLook look, ThreadPosition? position, Machine machine, Setup setup, bool good)
    {
        var svg = new Svg(Width, Height, "", "drawing look-drawing");
        var at = position ?? (machine is PlainMachine ? ThreadPosition.Needle : ThreadPosition.NeedleLeft);
        var css = ThreadLook.Class(position is { } seat && !setup.Threads[seat].IsThere && setup.Needles[seat].TryGet(out var needle) ? needle.ThreadPlaces(seat)[0] : at);
        switch (look)
        {
            case CoachLook.RunsFree:
                Cone(svg, css, 40);
                svg.Circle(75, 14, 6, "g-line").Path(good ? "M75 58V14h62" : "M75 58q-44 6 -40 44q24 6 34 -10l6 -78h62", $"g-thread {css}");
                if (!good)
                {
                    svg.Path("M22 92l10 18M30 88l8 20", "g-line");
                }

                break;
            case CoachLook.Supply:
                Cone(svg, css, good ? 40 : 12);
                svg.Circle(75, 14, 6, "g-line").Path(good ? "M75 58q-14 -12 0 -22t0 -22h62" : "M75 86V14h62", $"g-thread {css}");
                break;
            case CoachLook.InDisc:
                return HandDrawings.Between(at, good).Picture;
            case CoachLook.NeedleUp:
                return HandDrawings.Sight(good).Picture;
            case CoachLook.Cap:
                return HandDrawings.Spool(ThreadRuns.For(Core.Schools.ChosenSchools.Default, at), at, good, "");
            case CoachLook.Guides:
                foreach (var y in new[] { 26.0, 60, 94 })
                {
                    svg.Circle(75, y, 10, "g-line");
                }

                svg.Path(good ? "M75 2v116" : "M75 2v24q0 10 -26 18t0 32t26 18v24", $"g-thread {css}");
                break;
            case CoachLook.Doubled:
                svg.Circle(75, 60, 20, "clamp-block").Path(good ? "M20 22Q75 22 75 38T75 82T130 104" : "M20 22Q70 30 98 48T70 88T48 52T92 40T102 74T130 104", $"g-thread {css}");
                break;
            case CoachLook.LooperOrder:
                Order(svg, machine, setup, good);
                break;
            case CoachLook.BobbinIn:
                svg.Circle(68, 62, 38, "clamp-block").Circle(68, 62, 24, $"g-bar {css}").Circle(68, 62, 8, "needle-shank");
                svg.Path(good ? "M68 38h72" : "M68 86h72", $"g-thread {css}").Path(good ? "M44 78a28 28 0 0 1 -2 -26m-4 8l4 -8 7 6" : "M42 50a28 28 0 0 0 2 28m-7 -5l7 5 3 -8", "g-line");
                break;
            case CoachLook.Slot:
                svg.Circle(68, 62, 42, "clamp-block").Circle(68, 62, 22, $"g-bar {css}").Path("M98 33l16 -14M104 66q10 -12 4 -30", "g-line");
                svg.Path(good ? "M80 44L106 26q14 8 4 36l34 40" : "M80 44Q96 40 116 12L146 6", $"g-thread {css}");
                break;
            case CoachLook.DiscSide:
                HandDrawings.Discs(svg);
                svg.Path("M61 2v116", $"g-thread {ThreadLook.Class(ThreadPosition.NeedleLeft)}").Path(good ? "M89 2v116" : "M66 2v116", $"g-thread {ThreadLook.Class(ThreadPosition.NeedleRight)}");
                break;
            case CoachLook.NeedlePoint:
                svg.Path(good ? "M56 2h38v70q0 34 -19 42q-19 -8 -19 -42z" : "M56 2h38v66l-19 50l-19 -50z", "needle-steel").Rect(69, 34, 12, 26, "aid-window", 6);
                svg.Path(good ? "M8 92q34 4 46 22M142 92q-34 4 -46 22" : "M8 96h52M90 96h52M58 96l6 -6M92 96l-6 6", $"g-thread {css}");
                break;
            case CoachLook.NeedleCondition:
                svg.Line(8, 84, 142, 84, "g-line").Rect(10, 66, 34, 16, "needle-shank", 3).Path(good ? "M44 71h74l22 6l-22 4h-74z" : "M44 71q42 -2 62 -22l24 -18l-14 26q-24 26 -72 24z", "needle-steel");
                break;
            case CoachLook.Finger:
                svg.Rect(10, 8, 130, 24, "clamp-block", 4).Rect(good ? 44 : 64, 32, good ? 62 : 22, 76, "needle-steel", 6);
                svg.Text(75, 26, good ? Short(setup.FingerName.Or("on the card")) : "another", "d-label", "middle");
                break;
            case CoachLook.KnifeDistance:
                svg.Rect(0, 46, good ? 104 : 78, 40, "aid-cloth", 2).Path("M28 2h10v30l-5 12l-5 -12z", "needle-steel").Path(good ? "M104 14h34v72h-34z" : "M78 14h34v72h-34z", "needle-shank");
                svg.Measure(33, good ? 104 : 78, 112, good && setup.CuttingWidthMm.TryGet(out var cut) ? FormattableString.Invariant($"{cut:0.0} mm") : "");
                break;
            case CoachLook.KnifeSharp:
                svg.Path(good ? "M10 10h96v100h-96z" : "M10 10h96l-10 12l14 10l-16 10l12 12l-14 10l16 12l-12 10l10 10l-4 14h-92z", "aid-cloth");
                if (!good)
                {
                    svg.Path("M104 26q18 -6 26 4M100 58q20 4 34 -6M104 92q14 10 30 4", $"g-fray {css}");
                }

                break;
            case CoachLook.ThreadEvenness:
                svg.Path("M8 60h134", $"g-thread look-rope {css}");
                if (!good)
                {
                    svg.Path("M34 60h18M86 60h22", $"g-thread look-knob {css}").Path("M24 54l-6 -16M58 66l6 18M74 54l-2 -20M116 66l10 16M130 54l4 -14", $"g-fray {css}");
                }

                break;
            case CoachLook.Contact:
                svg.Path("M6 84h58v20H6zM86 84h58v20H86z", "clamp-block").Path(good ? "M70 2h10v88l-5 22l-5 -22z" : "M82 2h10v70l-5 18l-5 -18z", "needle-steel");
                if (!good)
                {
                    svg.Path("M104 62l12 -10M108 74h16M96 58l4 -14", "g-line");
                }

                break;
            default:
                throw new ArgumentOutOfRangeException(nameof(look), look, "There is no picture of it.");
        }

        return svg.Done();
    }

    /// <summary>A cone with so much thread on it.</summary>
    private static void Cone(Svg svg, string css, double full)
    {
        svg.Rect(34, 106, 82, 8, "needle-shank", 3).Path("M68 58h14l12 48h-38z", "clamp-block");
        svg.Path($"M{N(70 - full * 0.1)} {N(102 - full)}h{N(10 + full * 0.2)}l{N(full * 0.3)} {N(full)}h{N(-10 - full * 0.8)}z", $"g-bar {css}");
    }

    /// <summary>Tags in the order they were threaded.</summary>
    private static void Order(Svg svg, Machine machine, Setup setup, bool good)
    {
        var threads = setup.Threads.Select(t => t.Key).ToList();
        var loopers = new[] { ThreadPosition.UpperLooper, ThreadPosition.LowerLooper }.Where(threads.Contains).ToList();
        if (machine is Overlocker { LooperOrder: LooperOrder.LowerFirst })
        {
            loopers.Reverse();
        }

        var needles = threads.Where(p => p.IsNeedle()).ToList();
        List<ThreadPosition> order = good ? [.. loopers, .. needles] : [.. needles, .. Enumerable.Reverse(loopers)];
        var apart = Math.Min(38, 128.0 / Math.Max(1, order.Count - 1));
        var from = Width / 2 - apart * (order.Count - 1) / 2;
        svg.Path($"M{N(from)} 60h{N(apart * (order.Count - 1))}", "g-line");
        foreach (var (i, position) in order.Index())
        {
            svg.Tag(from + i * apart, 60, position).Text(from + i * apart, 100, (i + 1).ToString(System.Globalization.CultureInfo.InvariantCulture), "d-label", "middle");
        }
    }

    private static string Short(string name) => name.Length <= 16 ? name : name[..15] + "…";
}
