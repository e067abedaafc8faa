using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using YieldingLoop.Core;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Units;
using YieldingLoop.Store;
using YieldingLoop.Web.Forms;
using YieldingLoop.Web.Network;
using YieldingLoop.Web.Startup;

namespace YieldingLoop.Web.Pages;

/// <summary>Units, words and schools, chosen once for the whole workroom.</summary>
public sealed class SettingsModel(SettingsStore store, SettingsCache cache, NetworkOptions network, Drafts drafts) : PageModel
{
    /// <summary>Regional words named as examples.</summary>
    public static IReadOnlyList<string> Shown { get; } = ["overlocker", "elastane", "selvedge", "colour"];

    /// <summary>What the form shows as chosen.</summary>
    public WorkroomSettings Chosen { get; private set; } = new();

    [BindProperty]
    public int Version { get; set; }

    /// <summary>The form's key, which its draft goes by.</summary>
    [BindProperty]
    public Guid Key { get; set; } = Guid.NewGuid();

    /// <summary>What was chosen at this page and not saved.</summary>
    public DraftOffer Unfinished { get; private set; } = DraftOffer.None;

    public bool OnNetwork => network.Lan;

    public string? Notice { get; private set; }

    /// <summary>Where another device's settings differ from those just sent.</summary>
    public IReadOnlyList<EntryDifference> Differences { get; private set; } = [];

    /// <summary>Weights that could not be read, with why.</summary>
    public IReadOnlyList<Problem> WeightFaults { get; private set; } = [];

    /// <summary>Weights as they were typed.</summary>
    public IReadOnlyDictionary<string, string> TypedWeights { get; private set; } = new Dictionary<string, string>();

    public async Task OnGetAsync(int? draft)
    {
        Chosen = cache.Stored.Settings;
        Version = cache.Stored.Version;
        Unfinished = await DraftOffer.OfAsync(drafts, "/settings", draft);
        if (Unfinished.TakenUp is { } taken)
        {
            Key = taken.Key;
            // What it holds was bounded, not checked: whatever cannot be chosen stays as it stands.
            string? Text(string field) => OtherForm.Text(taken, field);
            var schools = SchoolCatalogue.Questions.Aggregate(Chosen.Schools, (all, q) => q.Choices.Any(c => c.Id == Text(SchoolField(q))) ? all.With(q, Text(SchoolField(q))) : all);
            Chosen = Chosen with
            {
                Lengths = Enum.TryParse<LengthUnit>(Text("Lengths"), out var lengths) && Enum.IsDefined(lengths) ? lengths : Chosen.Lengths,
                NeedleSizes = Enum.TryParse<NeedleSizeOrder>(Text("NeedleSizes"), out var sizes) && Enum.IsDefined(sizes) ? sizes : Chosen.NeedleSizes,
                Words = Enum.TryParse<WordRegion>(Text("Words"), out var words) && Enum.IsDefined(words) ? words : Chosen.Words,
                Schools = schools,
            };
            TypedWeights = taken.Fields.Where(f => f.Name.StartsWith("Per", StringComparison.Ordinal)).GroupBy(f => f.Name).ToDictionary(f => f.Key, f => f.First().Value);
        }
    }

    /// <summary>The name of a question's field.</summary>
    public static string SchoolField(SchoolQuestion question) => $"School.{question.Id}";

    public async Task<IActionResult> OnPostAsync(LengthUnit lengths, NeedleSizeOrder needleSizes, WordRegion words)
    {
        if (!ModelState.IsValid || !Enum.IsDefined(lengths) || !Enum.IsDefined(needleSizes) || !Enum.IsDefined(words))
        {
            return BadRequest();
        }

        var schools = cache.Stored.Settings.Schools;
        foreach (var question in SchoolCatalogue.Questions)
        {
            string? chosen = Request.Form[SchoolField(question)];
            if (chosen is not null && question.Choices.All(c => c.Id != chosen))
            {
                return BadRequest();
            }

            schools = schools.With(question, chosen);
        }

        var settings = cache.Stored.Settings with { Lengths = lengths, NeedleSizes = needleSizes, Words = words, Schools = schools };
        var weights = ReadWeights(settings.Weights);
        if (WeightFaults.Count > 0)
        {
            Chosen = settings;
            Notice = "Nothing was saved: a weight could not be read.";
            Response.StatusCode = StatusCodes.Status400BadRequest;
            return Page();
        }

        return await SaveAsync(settings with { Weights = weights }, Version, "/settings");
    }

    private PlannerWeights ReadWeights(PlannerWeights stored)
    {
        var typed = new Dictionary<string, string>();
        var faults = new List<Problem>();
        double Read(string name, double before)
        {
            if (Request.Form[name] is not [{ } text])
            {
                return before;
            }

            typed[name] = text;
            if (DecimalText.Read(text, out var value) == DecimalTextFault.None && value is >= 0 and <= PlannerWeights.Most)
            {
                return value;
            }

            faults.Add(new(name, $"A weight is a number between 0 and {PlannerWeights.Most:0}."));
            return before;
        }

        var weights = new PlannerWeights(
            Read(nameof(stored.PerChangeoverMinute), stored.PerChangeoverMinute), Read(nameof(stored.PerThreadMetre), stored.PerThreadMetre),
            Read(nameof(stored.PerStep), stored.PerStep), Read(nameof(stored.PerPurchase), stored.PerPurchase));
        (TypedWeights, WeightFaults) = (typed, faults);
        return weights;
    }

    /// <summary>Puts the help of the first visit aside.</summary>
    public async Task<IActionResult> OnPostHelpReadAsync() => await SaveAsync(cache.Stored.Settings with { FirstHelpRead = true }, cache.Stored.Version, "/");

    private async Task<IActionResult> SaveAsync(WorkroomSettings settings, int version, string next)
    {
        var result = await store.SaveAsync(settings, version);
        await cache.RefreshAsync(store);
        if (result is SaveResult.Saved)
        {
            await drafts.DoneAsync(Key);
            return next == "/settings" ? this.RedirectSaying(next, "Saved: the settings, for every page and everyone in this workroom.") : Redirect(next);
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
