using System.Net.Sockets;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using YieldingLoop.Store;
using YieldingLoop.Web.Forms;
using YieldingLoop.Web.Network;

namespace YieldingLoop.Web.Pages;

/// <summary>Who may come in from the local network.</summary>
public sealed class DevicesModel(NetworkOptions network, Passcode passcode, AccessKeys keys) : PageModel
{
    /// <summary>Keys that programs have.</summary>
    public IReadOnlyList<AccessKeyRow> Keys { get; private set; } = [];

    /// <summary>The key that was just made; it is not kept.</summary>
    public string? Made { get; private set; }

    public string? Notice { get; private set; }

    public string? Typed { get; private set; }

    public bool Lan => network.Lan || network.PasscodeEverywhere;

    public IReadOnlyList<string> Addresses => [.. NetworkOptions.Addresses().Select(a => $"http://{(a.AddressFamily == AddressFamily.InterNetworkV6 ? $"[{a}]" : $"{a}")}:{network.Port}")];

    public int IdleHours => (int)Gate.Idle.TotalHours;

    public int LongestDays => (int)Gate.Longest.TotalDays;

    public async Task OnGetAsync() => Keys = await keys.ListAsync();

    /// <summary>Makes a key for a program on another device.</summary>
    public async Task<IActionResult> OnPostKeyAsync(string? name)
    {
        if (string.IsNullOrWhiteSpace(name) || name.Trim().Length > AccessKeys.LongestName)
        {
            (Notice, Typed, Response.StatusCode) = ($"Say which device or program it is for, in 1 to {AccessKeys.LongestName} characters, so that it can be told from the others.", name, StatusCodes.Status400BadRequest);
        }
        else if (await keys.MakeAsync(name) is { } secret)
        {
            Made = secret;
            Response.Headers.CacheControl = "no-store";
        }
        else
        {
            (Notice, Typed, Response.StatusCode) = ($"There are {AccessKeys.MostGood} already. Revoke one that nobody uses.", name, StatusCodes.Status409Conflict);
        }

        await OnGetAsync();
        return Page();
    }

    public async Task<IActionResult> OnPostRevokeAsync(int key) =>
        this.RedirectSaying("/devices", await keys.RevokeAsync(key) ? "Revoked: that key opens nothing any more." : "That key was revoked already.");

    public IActionResult OnPostEndAll()
    {
        passcode.EndSessions();
        return this.RedirectSaying("/devices", "Done: every device has to say the passcode again.");
    }

    public async Task<IActionResult> OnPostLeaveAsync()
    {
        await Gate.LetOutAsync(HttpContext);
        return Redirect("/");
    }
}
