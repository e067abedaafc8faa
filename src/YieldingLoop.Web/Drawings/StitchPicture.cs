using Microsoft.AspNetCore.Html;
using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Web.Drawings;

/// <summary>A stitch as it lies on the face of the cloth, drawn from the threads the catalogue gives it.</summary>
public static class StitchPicture
{
    private const double Left = 10, Right = 110, Pitch = 20;

    public static IHtmlContent Draw(Stitch stitch, Wording wording)
    {
        var svg = new Svg(120, 76, wording.Say(stitch.Name), "drawing glossary-drawing");
        svg.Rect(Left, 8, Right - Left, 60, "aid-cloth", 2);
        switch (stitch.Family)
        {
            case StitchFamily.Zigzag:
                Zigzag(svg, stitch);
                break;
            case StitchFamily.Overlock or StitchFamily.TwoThreadOveredge:
                if (stitch.OtherPositions.Contains(ThreadPosition.UpperLooper))
                {
                    Loops(svg, stitch.UpperHeldByRightNeedle ? 30 : stitch.Needles == 2 ? 46 : 34, ThreadPosition.UpperLooper);
                }
                else
                {
                    Loops(svg, 34, ThreadPosition.LowerLooper);
                }

                Row(svg, 34, ThreadPosition.NeedleRight);
                if (stitch.Needles == 2)
                {
                    Row(svg, 50, ThreadPosition.NeedleLeft);
                }

                break;
            default:
                Rows(svg, stitch);
                break;
        }

        return svg.Done();
    }

    private static void Rows(Svg svg, Stitch stitch)
    {
        double[] heights = stitch.Needles switch { 1 => [38], 2 => [26, 50], _ => [22, 38, 54] };
        if (stitch.OtherPositions.Contains(ThreadPosition.TopCover))
        {
            svg.Path(FormattableString.Invariant($"M{Left} {heights[0]}") + string.Concat(Enumerable.Range(0, 5).Select(i => FormattableString.Invariant($"l10 {heights[^1] - heights[0]}l10 {heights[0] - heights[^1]}"))), $"g-thread {ThreadLook.Class(ThreadPosition.TopCover)}");
        }

        foreach (var (height, seat) in heights.Zip(stitch.NeedlePositions))
        {
            for (var repeat = 0; repeat < (stitch.Family == StitchFamily.Lockstitch ? Math.Max(1, (int)stitch.Repeats) : 1); repeat++)
            {
                Row(svg, height + repeat * 4 - (stitch.Repeats > 1 ? 4 : 0), seat);
            }
        }
    }

    private static void Zigzag(Svg svg, Stitch stitch)
    {
        var steps = (int)Math.Round(1 / (stitch.WidthShare > 0 ? stitch.WidthShare : 1));
        var height = stitch.Id == StitchCatalogue.NarrowSlant.Id ? 10 : 30;
        var path = FormattableString.Invariant($"M{Left} {38 + height / 2}") + string.Concat(Enumerable.Range(0, 5).Select(i => FormattableString.Invariant($"l10 {-height}l10 {height}")));
        svg.Path(path, $"g-thread {ThreadLook.Class(ThreadPosition.Needle)}");
        if (stitch.Repeats > 1)
        {
            svg.Path(FormattableString.Invariant($"M{Left} {38 - height / 2}") + string.Concat(Enumerable.Range(0, 5).Select(i => FormattableString.Invariant($"l10 {height}l10 {-height}"))), $"g-thread {ThreadLook.Class(ThreadPosition.Needle)}");
        }
        else if (steps > 1)
        {
            for (var i = 0; i < 10; i++)
            {
                for (var k = 1; k < steps; k++)
                {
                    var share = (double)k / steps;
                    svg.Circle(Left + i * 10 + share * 10, 38 + (i % 2 == 0 ? 1 - 2 * share : 2 * share - 1) * height / 2, 1.8, "g-fill");
                }
            }
        }
    }

    private static void Row(Svg svg, double y, ThreadPosition seat) =>
        svg.Path(string.Concat(Enumerable.Range(0, 5).Select(i => FormattableString.Invariant($"M{Svg.N(Left + i * Pitch + 2)} {Svg.N(y)}h{Svg.N(Pitch - 4)}"))), $"g-thread {ThreadLook.Class(seat)}");

    private static void Loops(Svg svg, double from, ThreadPosition looper) =>
        svg.Path(string.Concat(Enumerable.Range(0, 5).Select(i => FormattableString.Invariant($"M{Svg.N(Left + i * Pitch)} {Svg.N(from)}C{Svg.N(Left + i * Pitch + 3)} -2 {Svg.N(Left + i * Pitch + 17)} -2 {Svg.N(Left + (i + 1) * Pitch)} {Svg.N(from)}"))), $"g-thread {ThreadLook.Class(looper)}");
}

/// <summary>A kind of cloth: its loops, closer the finer it is, and how far it stretches each way.</summary>
public static class ClothPicture
{
    public static IHtmlContent Draw(TypicalCloth cloth, Wording wording)
    {
        var svg = new Svg(120, 76, FormattableString.Invariant($"{wording.Say(cloth.Name)}: stretches about {cloth.AcrossPercent:0} % across and {cloth.LengthwisePercent:0} % lengthwise"), "drawing glossary-drawing");
        svg.Rect(8, 8, 44, 60, "aid-cloth", 2);
        var pitch = 5 + cloth.ThicknessMm * 6;
        for (var y = 12.0; y + pitch < 68; y += pitch)
        {
            for (var x = 11.0; x + pitch < 50; x += pitch)
            {
                svg.Path(FormattableString.Invariant($"M{Svg.N(x)} {Svg.N(y)}l{Svg.N(pitch / 2)} {Svg.N(pitch * 0.7)}l{Svg.N(pitch / 2)} {Svg.N(-pitch * 0.7)}"), "g-knit");
            }
        }

        // 100 % is as long as the picture has room for.
        svg.Path(FormattableString.Invariant($"M60 38h{Svg.N(cloth.AcrossPercent * 0.46)}m-6-4l6 4-6 4"), "g-line");
        svg.Path(FormattableString.Invariant($"M60 38v{Svg.N(Math.Max(6, cloth.LengthwisePercent * 0.36))}m-4-5l4 5 4-5"), "g-line");
        return svg.Done();
    }
}
