using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace YieldingLoop.Web.Pages;

/// <summary>Says plainly what went wrong with a request, and where to go on.</summary>
[IgnoreAntiforgeryToken]
[ResponseCache(NoStore = true)]
public sealed class FaultModel : PageModel
{
    public int Code { get; private set; } = StatusCodes.Status500InternalServerError;

    public void OnGet(int? code) => Code = code ?? Code;

    public void OnPost(int? code) => Code = code ?? Code;
}
