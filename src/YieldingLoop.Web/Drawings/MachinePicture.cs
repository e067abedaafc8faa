using Microsoft.AspNetCore.Html;
using YieldingLoop.Core.Machines;

namespace YieldingLoop.Web.Drawings;

/// <summary>A small sign for each kind of machine, beside its name.</summary>
public static class MachinePicture
{
    private static readonly Dictionary<MachineKind, string> Paths = new()
    {
        // Needles show what each is: two over a knife, three in a row, both ways, one that swings.
        [MachineKind.Overlocker] = "M4 8h20a8 8 0 0 1 8 8v10h4v8H4zM10 14h10v6H10zM14 26v6M19 26v6",
        [MachineKind.Coverstitch] = "M4 8h22a8 8 0 0 1 8 8v10h-6v8H4zM10 14h10v6H10zM12 26v6M17 26v6M22 26v6",
        [MachineKind.Convertible] = "M4 12h32l-6-6M36 28H4l6 6M14 18v6M20 18v6M26 18v6",
        [MachineKind.Plain] = "M4 10h28v24H4v-6h18v-8h-8v6H8v-6H4zM11 26v6",
    };

    public static IHtmlContent Of(MachineKind kind) => new HtmlString(
        $"<svg class=\"swatch-chip\" viewBox=\"0 0 40 40\" aria-hidden=\"true\" focusable=\"false\"><path class=\"chip-machine\" d=\"{Paths[kind]}\"/></svg>");
}
