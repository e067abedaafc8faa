using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Setups;
using YieldingLoop.Store;
using YieldingLoop.Web.Network;
using YieldingLoop.Web.Startup;

namespace YieldingLoop.Web.Pages;

/// <summary>Units, words and schools, chosen once for the whole workroom.</summary>
public sealed class SettingsModel(SettingsStore store, SettingsCache cache, NetworkOptions network) : PageModel
{
    /// <summary>Regional words named as examples.</summary>
    public static IReadOnlyList<string> Shown { get; } = ["overlocker", "elastane", "selvedge", "colour"];

    /// <summary>What the form shows as chosen.</summary>
    public WorkroomSettings Chosen { get; private set; } = new();

    [BindProperty]
    public int Version { get; set; }

    public bool OnNetwork => network.Lan;

    public string? Notice { get; private set; }

    /// <summary>Where another device's settings differ from those just sent.</summary>
    public IReadOnlyList<EntryDifference> Differences { get; private set; } = [];

    public void OnGet()
    {
        Chosen = cache.Stored.Settings;
        Version = cache.Stored.Version;
    }

    public async Task<IActionResult> OnPostAsync(LengthUnit lengths, NeedleSizeOrder needleSizes, WordRegion words)
    {
        if (!ModelState.IsValid || !Enum.IsDefined(lengths) || !Enum.IsDefined(needleSizes) || !Enum.IsDefined(words))
        {
            return BadRequest();
        }

        var schools = cache.Stored.Settings.Schools;
        foreach (var question in Schools.Questions)
        {
            string? chosen = Request.Form[$"School.{question.Id}"];
            if (chosen is not null && question.Choices.All(c => c.Id != chosen))
            {
                return BadRequest();
            }

            schools = schools.With(question, chosen);
        }

        return await SaveAsync(cache.Stored.Settings with { Lengths = lengths, NeedleSizes = needleSizes, Words = words, Schools = schools }, Version, "/settings");
    }

    /// <summary>Puts the help of the first visit aside.</summary>
    public async Task<IActionResult> OnPostHelpReadAsync() => await SaveAsync(cache.Stored.Settings with { FirstHelpRead = true }, cache.Stored.Version, "/");

    private async Task<IActionResult> SaveAsync(WorkroomSettings settings, int version, string next)
    {
        var result = await store.SaveAsync(settings, version);
        await cache.RefreshAsync(store);
        if (result is SaveResult.Saved)
        {
            return Redirect(next);
        }

        Chosen = settings;
        ModelState.Remove(nameof(Version));
        Version = cache.Stored.Version;
        Differences = EntryDifferences.Between("settings", cache.Stored.Settings, settings);
        Response.StatusCode = StatusCodes.Status409Conflict;
        if (Differences.Count == 0)
        {
            Notice = "The same was chosen on another device just before.";
        }

        return Page();
    }
}
