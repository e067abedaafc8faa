using Microsoft.AspNetCore.Html;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.ThreadUp;
using YieldingLoop.Core.Words;
using static YieldingLoop.Web.Drawings.Svg;

namespace YieldingLoop.Web.Drawings;

/// <summary>A small picture with what it shows.</summary>
/// <param name="Picture">The drawing.</param>
/// <param name="Name">What it shows, in a word or two.</param>
/// <param name="Meaning">What that means.</param>
public sealed record SmallPicture(IHtmlContent Picture, string Name, string Meaning);

/// <summary>
/// What hands do at a step that words say badly: how a needle is held and how it sits, how a threader takes a thread through an eye,
/// how a spool stands on its pin, on which side of a disc a thread goes. Right stands beside wrong.
/// </summary>
public static class HandDrawings
{
    private const double Width = 150, Height = 120;

    /// <summary>The small pictures of a step; none where its own drawing says all.</summary>
    /// <param name="plan">The plan.</param>
    /// <param name="index">Which step, from 0.</param>
    public static IReadOnlyList<SmallPicture> Of(ThreadUpPlan plan, int index)
    {
        var (step, head) = (plan.Steps[index], plan.Head);
        return step.Act switch
        {
            ThreadUpAct.SetNeedle => [.. step.Needle!.IsTwin ? [] : new[] { HeldInTool() }, .. Sits(head), Sight(true), Sight(false)],
            ThreadUpAct.ThreadNeedle when head is PlainMachine => [.. Run(step.Thread!.Run ?? ThreadRuns.For(plan.Schools ?? ChosenSchools.Default, step.Position()), step.Position()), Threader(step.Position())],
            ThreadUpAct.ThreadNeedle => [Threader(step.Position())],
            ThreadUpAct.IntoDiscs => [Between(step.Positions[0], true), Between(step.Positions[0], false)],
            _ => [],
        };
    }

    private static SmallPicture HeldInTool()
    {
        var svg = Begin("A needle standing in the hole at the end of a threader tool, pushed up into the clamp.");
        svg.Rect(45, 4, 60, 26, "clamp-block", 4).Rect(69, 8, 12, 22, "clamp-empty", 2);
        svg.Path("M69 34h12v14h-2l-2 34h-4l-2 -34h-2z", "needle-steel").Rect(60, 80, 30, 40, "needle-shank", 5).Rect(72, 80, 6, 9, "clamp-empty", 1);
        svg.Path("M112 76v-34m-7 9l7 -9 7 9", "g-line");
        return new(svg.Done(), "held in a tool", "the hole at its end gets the needle to the top");
    }

    /// <summary>The shank from above, its flat or its groove the right way and the wrong way round.</summary>
    private static IEnumerable<SmallPicture> Sits(Machine head)
    {
        foreach (var right in new[] { true, false })
        {
            var svg = Begin(head.RoundShank ? $"A round shank from above, its long groove to the {(right ? "front" : "back")}." : $"A shank from above, its flat to the {(right ? "back" : "front")}.");
            svg.Rect(30, 28, 90, 62, "clamp-block", 6);
            double y = 59, flat = right ? -1 : 1;
            if (head.RoundShank)
            {
                svg.Circle(75, y, 22, "needle-shank").Path($"M69 {N(y - 22 * flat)}l6 {N(9 * flat)} 6 {N(-9 * flat)}", "g-line");
            }
            else
            {
                // A circle with a piece cut off straight.
                svg.Path($"M{N(75 - 18)} {N(y + 12 * flat)}A22 22 0 1 {(right ? 0 : 1)} {N(75 + 18)} {N(y + 12 * flat)}Z", "needle-shank").Path($"M{N(75 - 18)} {N(y + 12 * flat)}h36", "hand-flat");
            }

            svg.Text(75, 22, "back", "d-label", "middle").Text(75, 112, "front", "d-label", "middle");
            yield return head.RoundShank
                ? new(svg.Done(), right ? "groove to the front" : "groove to the back", right ? "as it should be" : "backwards: it sews no stitch")
                : new(svg.Done(), right ? "flat to the back" : "flat to the front", right ? "as it should be" : "backwards: it sews no stitch");
        }
    }

    internal static SmallPicture Sight(bool up)
    {
        var svg = Begin(up ? "The clamp with its sight hole: the end of the shank fills it." : "The clamp with its sight hole: it is empty, the needle hangs too low.");
        svg.Rect(40, 8, 70, 62, "clamp-block", 5);
        var top = up ? 18 : 44;
        svg.Rect(69, top, 12, 84 - top, "needle-shank", 2).Path("M71 84h8l-2 24 -2 8 -2 -8z", "needle-steel");
        svg.Circle(75, 30, 9, up ? "hand-seen" : "hand-hole");
        return up ? new(svg.Done(), "seen in the sight hole", "it is fully up") : new(svg.Done(), "the hole is empty", "push it further up");
    }

    private static SmallPicture Threader(ThreadPosition position)
    {
        var svg = Begin("A hand-held threader from the side: its wire comes through the eye from the back, the thread lies in its loop.");
        // Front at the left, back at the right.
        svg.Path("M66 4h14v72l-3 22 -4 12 -4 -12 -3 -22z", "needle-steel").Rect(64, 66, 18, 12, "aid-window", 3);
        svg.Path("M132 72H52q-20 0 -20 -8t20 -6H82", "hand-wire").Rect(112, 58, 36, 28, "needle-shank", 5);
        svg.Path("M6 30q22 8 26 30t-14 52", $"g-thread {ThreadLook.Class(position)}").Path("M96 104h34m-8 -6l8 6 -8 6", "g-line");
        svg.Text(28, 22, "front", "d-label", "middle").Text(122, 22, "back", "d-label", "middle");
        return new(svg.Done(), "a threader in the hand", "wire from the back, thread into its loop, and back out");
    }

    private static IEnumerable<SmallPicture> Run(ThreadRun run, ThreadPosition position)
    {
        var stands = ThreadRunWords.Stands(run).ToList();
        if (run.CapFits == true)
        {
            yield return new(Spool(run, position, true, $"A spool {Phrase.List(stands)}."), "a cap that fits", stands.Count > 1 ? Phrase.List(stands[..^1]) : stands[0]);
            yield return new(Spool(run, position, false, "A spool under a cap smaller than its end: the thread catches on the rim."), "too small a cap", "the thread catches on the rim, and drags");
        }

        if (run.DiscSide is { } side)
        {
            var svg = Begin($"The tension disc from the front: the thread {ThreadRunWords.Way(new() { DiscSide = side }).Single()}.");
            Discs(svg);
            var at = side == DiscSide.Right ? 89 : 61;
            svg.Path($"M{N(at)} 2v116", $"g-thread {ThreadLook.Class(position)}");
            if (side == DiscSide.Together)
            {
                svg.Path($"M{N(at + 5)} 2v116", "g-thread t-needle-right");
            }

            yield return new(svg.Done(), "at the disc", ThreadRunWords.Way(new() { DiscSide = side }).Single());
        }
    }

    /// <summary>Three tension discs from the front, and room for a thread on either side of the middle one.</summary>
    internal static void Discs(Svg svg)
    {
        foreach (var x in new[] { 47.0, 75, 103 })
        {
            svg.Path($"M{N(x - 6)} 26q-10 34 0 68h12q10 -34 0 -68z", "clamp-block");
        }
    }

    internal static IHtmlContent Spool(ThreadRun run, ThreadPosition position, bool capFits, string title)
    {
        var svg = Begin(title);
        var css = ThreadLook.Class(position);
        var rim = capFits ? 40 : 15;
        svg.Rect(2, 57, 134, 6, "needle-shank", 3).Rect(2, 30, 8, 60, "clamp-block", 2);
        foreach (var x in run.Pin == SpoolPin.Shared ? new[] { 16.0, 70 } : [32.0])
        {
            var wide = run.Pin == SpoolPin.Shared ? 44 : 66;
            svg.Rect(x, 32, 6, 56, "needle-shank", 2).Rect(x + wide, 32, 6, 56, "needle-shank", 2).Rect(x + 6, 40, wide - 6, 40, $"g-bar {css}");
        }

        var end = run.Pin == SpoolPin.Shared ? 120 : 104;
        svg.Path($"M{N(end)} {N(60 - rim)}q12 {N(rim)} 0 {N(2 * rim)}z", "clamp-block");
        // Off over the rim, from above or from below.
        var (from, to) = run.DrawnOff == DrawnOff.Opposite ? (80, 112) : (40, 8);
        svg.Path(capFits ? $"M{N(end - 30)} {from}Q{N(end)} {to} 148 {to}" : $"M{N(end - 30)} {from}L{N(end)} {N(60 + Math.Sign(from - 60) * 28)}L{N(end + 7)} {N(60 + Math.Sign(from - 60) * 20)}L148 {to}", $"g-thread {css}");
        if (run.Pin is SpoolPin.First or SpoolPin.Second)
        {
            svg.Text(6, 108, run.Pin == SpoolPin.First ? "1" : "2", "d-label", "middle");
        }

        return svg.Done();
    }

    internal static SmallPicture Between(ThreadPosition position, bool between)
    {
        var svg = Begin(between ? "A pair of tension discs from above, the thread between them." : "A pair of tension discs from above, the thread beside them.");
        svg.Path("M67 18q-16 42 0 84zM83 18q16 42 0 84z", "clamp-block").Path(between ? "M75 2v116" : "M75 2q-32 20 -32 58t32 58", $"g-thread {ThreadLook.Class(position)}");
        return between ? new(svg.Done(), "between its discs", "it resists when it is pulled") : new(svg.Done(), "beside them", "it runs without tension: huge loops on the back");
    }

    private static Svg Begin(string title) => new(Width, Height, title, "drawing hand-drawing");
}
