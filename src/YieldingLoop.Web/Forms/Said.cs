using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.Mvc.ViewFeatures;

namespace YieldingLoop.Web.Forms;

/// <summary>The one sentence that says, on the page after a save, what was saved. It is said once.</summary>
public static class Said
{
    private const string Key = "Said";

    /// <summary>Longest name that is quoted, characters: the sentence travels in a cookie.</summary>
    private const int LongestName = 80;

    /// <summary>Leads on, and has the next page say what was done.</summary>
    public static RedirectResult RedirectSaying(this PageModel page, string address, string sentence)
    {
        page.TempData[Key] = sentence;
        return new RedirectResult(address);
    }

    /// <summary>What the page before wants said; null where it was nothing, or has been said.</summary>
    public static string? Once(ITempDataDictionary data) => data[Key] as string;

    /// <summary>A name in quotes, cut where it is very long.</summary>
    public static string Name(string name) => $"“{(name.Length <= LongestName ? name : name[..(LongestName - 1)] + "…")}”";
}
