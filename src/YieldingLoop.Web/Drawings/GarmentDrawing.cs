using Microsoft.AspNetCore.Html;
using YieldingLoop.Core.Garments;

namespace YieldingLoop.Web.Drawings;

/// <summary>A garment as it lies on the table, its seams where they run.</summary>
public static class GarmentDrawing
{
    /// <summary>Draws a garment of a kind.</summary>
    /// <param name="kind">The kind; one without a drawing gives nothing.</param>
    /// <param name="seamIds">The seams that are drawn; those the kind does not know are left out.</param>
    /// <param name="inHand">The seam that is marked; null for none.</param>
    /// <param name="title">What it shows, in words; empty where it stands beside it.</param>
    public static IHtmlContent? Draw(GarmentKind kind, IEnumerable<string> seamIds, string? inHand, string title)
    {
        if (kind.Outline.Length == 0)
        {
            return null;
        }

        var svg = new Svg(200, 240, title, "drawing garment-drawing");
        svg.Path(kind.Outline, "garment-cloth");
        foreach (var seam in seamIds.Select(kind.Find).OfType<KindSeam>())
        {
            svg.Path(seam.Lines, seam.Id == inHand ? "garment-seam garment-in-hand" : "garment-seam");
        }

        return svg.Done();
    }
}
