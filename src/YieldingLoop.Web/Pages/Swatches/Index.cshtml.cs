using System.Globalization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Threads;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Pages.Swatches;

/// <summary>Every swatch, the newest first, found by cloth, machine, set-up, thread, passing and date.</summary>
public sealed class IndexModel(Workroom workroom, Store.Swatches swatches) : PageModel
{
    /// <summary>Most cloths and machines that are offered to choose from; others are reached from their own pages.</summary>
    public const int MostOffered = 100;

    [BindProperty(SupportsGet = true)]
    public int? Cloth { get; set; }

    [BindProperty(SupportsGet = true)]
    public int? Machine { get; set; }

    /// <summary>Of one set-up.</summary>
    [BindProperty(SupportsGet = true)]
    public int? Setup { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Thread { get; set; }

    /// <summary>"yes", "no", or nothing asked.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Passed { get; set; }

    /// <summary>First day, as a browser's field for dates sends it.</summary>
    [BindProperty(SupportsGet = true)]
    public string? From { get; set; }

    /// <summary>Last day.</summary>
    [BindProperty(SupportsGet = true)]
    public string? To { get; set; }

    public ListPage<SwatchListing> Swatches { get; private set; } = ListPage.Empty<SwatchListing>();

    /// <summary>Whether anything was asked.</summary>
    public bool Asked { get; private set; }

    /// <summary>Cloths to choose from, by name.</summary>
    public IReadOnlyList<(int Id, string Name)> Cloths { get; private set; } = [];

    /// <summary>Machines to choose from, by name.</summary>
    public IReadOnlyList<(int Id, string Name)> Machines { get; private set; } = [];

    /// <summary>The set-up it is narrowed to.</summary>
    public string? OfSetup { get; private set; }

    /// <summary>What was asked and cannot be.</summary>
    public IReadOnlyList<string> Faults { get; private set; } = [];

    public async Task OnGetAsync(int p)
    {
        var faults = new List<string>();
        DateTimeOffset? Day(string? text, string which)
        {
            if (string.IsNullOrWhiteSpace(text))
            {
                return null;
            }

            if (DateOnly.TryParseExact(text.Trim(), "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var day) && day.Year is >= 1900 and < 9999)
            {
                return new DateTimeOffset(day.ToDateTime(TimeOnly.MinValue), TimeSpan.Zero);
            }

            faults.Add($"The {which} day is written as 2026-05-04: year, month, day.");
            return null;
        }

        var kind = ThreadCatalogue.Kinds.FirstOrDefault(k => k.Id == Thread?.Trim());
        if (kind is null && !string.IsNullOrWhiteSpace(Thread))
        {
            faults.Add("No kind of thread is called that.");
        }

        if (Passed is not (null or "" or "yes" or "no"))
        {
            faults.Add("Passed is asked as yes or no.");
        }

        var question = new SwatchQuestion
        {
            ClothId = Cloth, MachineId = Machine, SetupId = Setup, ThreadKindId = kind?.Id, Passed = Passed switch { "yes" => true, "no" => false, _ => null }, From = Day(From, "first"), Before = Day(To, "last")?.AddDays(1),
        };
        if (question.From >= question.Before)
        {
            faults.Add("The last day lies before the first one.");
        }

        (Faults, Asked) = (faults, question.Any);
        Swatches = await swatches.ListAsync(question, p);
        Cloths = [.. (await workroom.Cloths.Where(c => c.PutAwayAt == null || c.Id == Cloth).OrderBy(c => c.Id != Cloth).ThenByDescending(c => c.ChangedAt).Take(MostOffered).Select(c => new { c.Id, c.Name }).ToListAsync()).Select(c => (c.Id, c.Name)).OrderBy(c => c.Name)];
        Machines = [.. (await workroom.Machines.Where(m => m.PutAwayAt == null || m.Id == Machine).OrderBy(m => m.Id != Machine).ThenByDescending(m => m.ChangedAt).Take(MostOffered).Select(m => new { m.Id, m.Name }).ToListAsync()).Select(m => (m.Id, m.Name)).OrderBy(m => m.Name)];
        OfSetup = Setup is { } id ? await workroom.Setups.Where(s => s.Id == id).Select(s => s.Name).FirstOrDefaultAsync() : null;
    }
}
