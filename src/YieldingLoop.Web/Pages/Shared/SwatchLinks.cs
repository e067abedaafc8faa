using System.Globalization;
using System.Text;
using Microsoft.AspNetCore.Html;

namespace YieldingLoop.Web.Pages.Shared;

/// <summary>Swatches named in a sentence, each leading to its page.</summary>
public static class SwatchLinks
{
    /// <summary>"swatches 1, 2 and 5".</summary>
    public static IHtmlContent Of(IReadOnlyList<int> ids)
    {
        var text = new StringBuilder(ids.Count == 1 ? "swatch " : "swatches ");
        foreach (var (i, id) in ids.Index())
        {
            text.Append(i == 0 ? "" : i == ids.Count - 1 ? " and " : ", ").Append(CultureInfo.InvariantCulture, $"<a href=\"/swatches/{id}\">{id}</a>");
        }

        return new HtmlString(text.ToString());
    }
}
