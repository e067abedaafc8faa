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
    public static IActionResult Pulled(this PageModel page, SetupCard card, Wording wording)
    {
        var sheet = PullSheet.Of(card, page.Request.Query, wording);
        if (sheet.Value is not { } drawn)
        {
            return new BadRequestObjectResult(new { problems = sheet.Problems.Select(p => new { p.Field, message = wording.Say(p.Message) }) });
        }

        return new PartialViewResult
        {
            ViewName = "_PullViews",
            ViewData = new ViewDataDictionary<PullSheet>(page.ViewData, drawn) { ["Frames"] = JsonSerializer.Serialize(PullDocument.Of(drawn, wording), Camel) },
            TempData = page.TempData,
        };
    }
}
