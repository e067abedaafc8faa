using System.Net.Sockets;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using YieldingLoop.Web.Forms;
using YieldingLoop.Web.Network;

namespace YieldingLoop.Web.Pages;

/// <summary>Who may come in from the local network.</summary>
public sealed class DevicesModel(NetworkOptions network, Passcode passcode) : PageModel
{
    public bool Lan => network.Lan || network.PasscodeEverywhere;

    public IReadOnlyList<string> Addresses => [.. NetworkOptions.Addresses().Select(a => $"http://{(a.AddressFamily == AddressFamily.InterNetworkV6 ? $"[{a}]" : $"{a}")}:{network.Port}")];

    public int IdleHours => (int)Gate.Idle.TotalHours;

    public int LongestDays => (int)Gate.Longest.TotalDays;

    public void OnGet()
    {
    }

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
