using System.Text.Json;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.Mvc.ViewFeatures;
using YieldingLoop.Core.Settings;

namespace YieldingLoop.Web.Pages.Shared;

/// <summary>Answers script that asks for the frames of a seam.</summary>
internal static class PullAnswer
{
    private static readonly JsonSerializerOptions Camel = new(JsonSerializerDefaults.Web);

    /// <summary>The drawings with their frames, or 400 with what cannot be tried.</summary>
    /// <param name="page">The page.</param>
    /// <param name="card">The card.</param>
    /// <param name="wording">How things are called.</param>
    /// <param name="view">What is answered: the drawings, or those with more beside them.</param>
    public static IActionResult Pulled(this PageModel page, SetupCard card, Wording wording, string view = "_PullViews")
    {
        var sheet = PullSheet.Of(card, page.Request.Query, wording);
        if (sheet.Value is not { } drawn)
        {
            return new BadRequestObjectResult(new { problems = sheet.Problems.Select(p => new { p.Field, message = wording.Say(p.Message) }) });
        }

        return new PartialViewResult
        {
            ViewName = view,
            ViewData = new ViewDataDictionary<PullSheet>(page.ViewData, drawn) { ["Frames"] = JsonSerializer.Serialize(PullDocument.Of(drawn, wording), Camel) },
            TempData = page.TempData,
        };
    }
}
