using AngleSharp.Html.Dom;

namespace YieldingLoop.Web.Tests;

/// <summary>Reads what stands in a page.</summary>
internal static class PageReading
{
    /// <summary>What stands in a field; null where there is no such field.</summary>
    public static string? Value(this IHtmlDocument page, string id) => page.GetElementById(id) switch { IHtmlInputElement input => input.Value, IHtmlSelectElement select => select.Value, _ => null };
}
