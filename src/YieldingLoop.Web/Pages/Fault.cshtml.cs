using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using YieldingLoop.Store;
using YieldingLoop.Store.Backup;
using YieldingLoop.Web.Network;
using YieldingLoop.Web.Startup;

namespace YieldingLoop.Web.Pages;

/// <summary>Says plainly what went wrong with a request, and where to go on; a form that could not be saved is held here.</summary>
[IgnoreAntiforgeryToken]
[ResponseCache(NoStore = true)]
public sealed class FaultModel(Rescue rescue) : PageModel
{
    private const string Token = "__RequestVerificationToken";

    /// <summary>Words a form carries for the server, not for people.</summary>
    private static readonly string[] ForTheServer = ["Key", "Version", "Seen", "Unit", "StateVersion", "GoingOnSeen"];

    public int Code { get; private set; } = StatusCodes.Status500InternalServerError;

    /// <summary>What is the matter with the disk, where it is that.</summary>
    public StorageTrouble? Trouble { get; private set; }

    /// <summary>What became of the database's file, where it is that.</summary>
    public DatabaseState Found => rescue.Found;

    /// <summary>Whether something was to be saved, and not only read.</summary>
    public bool WasSent => HttpMethods.IsPost(Request.Method);

    /// <summary>Where the form was sent to; null where none was.</summary>
    public string? SentTo { get; private set; }

    /// <summary>Every field of the form, to be sent again as it is.</summary>
    public IReadOnlyList<KeyValuePair<string, string>> Sent { get; private set; } = [];

    /// <summary>What of it somebody typed or chose.</summary>
    public IEnumerable<KeyValuePair<string, string>> Typed => Sent.Where(f => f.Value.Length > 0 && f.Key != Token && !ForTheServer.Contains(f.Key.Split('.')[^1], StringComparer.OrdinalIgnoreCase));

    public void OnGet(int? code) => Show(code);

    public async Task OnPostAsync(int? code)
    {
        Show(code);
        var address = HttpContext.Features.Get<SentInVain>()?.Address
            ?? ((Trouble is not null || rescue.Needed) && HttpContext.Features.Get<IExceptionHandlerPathFeature>() is { } at ? at.Path + Request.QueryString : null);
        if (address is null || !Request.HasFormContentType || address.StartsWith(Gate.EntryPath, StringComparison.Ordinal))
        {
            return;
        }

        try
        {
            var form = await Request.ReadFormAsync();
            (SentTo, Sent) = (address, [.. form.SelectMany(f => f.Value.Select(v => KeyValuePair.Create(f.Key, v ?? "")))]);
        }
        catch (Exception e) when (e is BadHttpRequestException or InvalidDataException or IOException)
        {
            // It could not be read, and so is not sent again either.
        }
    }

    /// <summary>The code of the answer, where the address does not name it.</summary>
    private void Show(int? code)
    {
        Code = code ?? (Response.StatusCode >= StatusCodes.Status400BadRequest ? Response.StatusCode : Code);
        Trouble = StorageFault.Of(HttpContext.Features.Get<IExceptionHandlerFeature>()?.Error);
    }
}
