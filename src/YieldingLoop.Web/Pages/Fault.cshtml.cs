using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace YieldingLoop.Web.Pages;

/// <summary>Says plainly what went wrong with a request, and where to go on.</summary>
[IgnoreAntiforgeryToken]
[ResponseCache(NoStore = true)]
public sealed class FaultModel : PageModel
{
    public int Code { get; private set; } = StatusCodes.Status500InternalServerError;

    public void OnGet(int? code) => Show(code);

    public void OnPost(int? code) => Show(code);

    /// <summary>The code of the answer, where the address does not name it.</summary>
    private void Show(int? code) => Code = code ?? (Response.StatusCode >= StatusCodes.Status400BadRequest ? Response.StatusCode : Code);
}
