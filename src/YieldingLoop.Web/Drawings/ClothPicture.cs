using Microsoft.AspNetCore.Html;
using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Settings;

namespace YieldingLoop.Web.Drawings;

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
