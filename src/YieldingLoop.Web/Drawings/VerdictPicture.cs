using Microsoft.AspNetCore.Html;

namespace YieldingLoop.Web.Drawings;

/// <summary>The shape that stands beside a verdict's word, so that no colour is needed to tell them apart.</summary>
public static class VerdictPicture
{
    private static readonly Dictionary<string, string> Shapes = new(StringComparer.Ordinal)
    {
        ["holds"] = "M4 15c4-9 7-9 8 0c1-9 5-9 8 0M2 18h20",
        ["tight"] = "M2 12h20M2 7v10M22 7v10",
        ["pops"] = "M2 12h6l2-4M22 12h-6l-2 4M11 3l2 4M11 21l2-4",
        ["cloth-gives-out"] = "M3 4v16h7l-2-4l3-4l-3-4l2-4zM21 4v16h-6l-2-4l3-4l-3-4l2-4z",
    };

    /// <summary>Draws the shape of a verdict.</summary>
    public static IHtmlContent Draw(string verdictId) => new HtmlString(
        $"<svg class=\"verdict-shape\" viewBox=\"0 0 24 24\" aria-hidden=\"true\" focusable=\"false\"><path d=\"{Shapes[verdictId]}\"/></svg>");
}
