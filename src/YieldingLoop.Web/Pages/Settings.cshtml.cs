using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using YieldingLoop.Core;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.ThreadRoom;
using YieldingLoop.Core.Units;
using YieldingLoop.Store;
using YieldingLoop.Web.Forms;
using YieldingLoop.Web.Network;
using YieldingLoop.Web.Startup;

namespace YieldingLoop.Web.Pages;

/// <summary>Units, words and schools, chosen once for the whole workroom.</summary>
public sealed class SettingsModel(SettingsStore store, SettingsCache cache, NetworkOptions network, Drafts drafts, Workroom workroom) : PageModel
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

    /// <summary>Allowances that could not be read, with why.</summary>
    public IReadOnlyList<Problem> ThreadFaults { get; private set; } = [];

    /// <summary>What weighings say of the waste; null where nothing was weighed twice.</summary>
    public WasteLearned? Learned { get; private set; }

    /// <summary>The fields of what goes besides the seams: name, label, unit, what stands in it, help.</summary>
    public IReadOnlyList<(string Name, string Label, string Unit, string Value, string Help)> ThreadFields =>
    [
        ("TailMm", "Tail at each end", "mm", FieldText.Of(Chosen.Thread.TailMm), "100 by default; 75 to 100 is usual"),
        ("ChainOffMm", "Chain past each end, overlocked", "mm", FieldText.Of(Chosen.Thread.ChainOffMm), "80 by default"),
        ("Swatches", "Swatches to a set-up", "", FieldText.Of(Chosen.Thread.Swatches), "2 by default"),
        ("WastePercent", "Waste on top", "%", FieldText.Of(Chosen.Thread.WastePercent), "10 by default: threading, knots, unpicking, the last of a cone"),
        ("BobbinMetres", "A bobbin takes", "m", FieldText.Of(Chosen.Thread.BobbinMetres), "50 by default, of ordinary thread"),
        ("SpoolMetres", "A small spool takes", "m", FieldText.Of(Chosen.Thread.SpoolMetres), "200 by default, of ordinary thread"),
        ("Currency", "Sign of money", "", Chosen.Currency, "Before prices"),
    ];

    public async Task OnGetAsync(int? draft)
    {
        await LearnAsync();
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
            TypedWeights = taken.Fields.Where(f => f.Name.StartsWith("Per", StringComparison.Ordinal) || ThreadFields.Any(t => t.Name == f.Name)).GroupBy(f => f.Name).ToDictionary(f => f.Key, f => f.First().Value);
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
        var (thread, currency) = ReadThread(settings);
        if (WeightFaults.Count + ThreadFaults.Count > 0)
        {
            await LearnAsync();
            Chosen = settings;
            Notice = $"Nothing was saved: {(WeightFaults.Count > 0 ? "a weight" : "a figure for thread")} could not be read.";
            Response.StatusCode = StatusCodes.Status400BadRequest;
            return Page();
        }

        return await SaveAsync(settings with { Weights = weights, Thread = thread, Currency = currency }, Version, "/settings");
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

    private (ThreadAllowance Thread, string Currency) ReadThread(WorkroomSettings stored)
    {
        var typed = new Dictionary<string, string>(TypedWeights);
        var faults = new List<Problem>();
        double Read(string name, double before)
        {
            if (Request.Form[name] is not [{ } text])
            {
                return before;
            }

            typed[name] = text;
            if (DecimalText.Read(text, out var value) == DecimalTextFault.None)
            {
                return value;
            }

            faults.Add(new(name, "This is a number, like 12.5 or 12,5."));
            return before;
        }

        var swatches = Read(nameof(ThreadAllowance.Swatches), stored.Thread.Swatches);
        var thread = new ThreadAllowance
        {
            TailMm = Read(nameof(ThreadAllowance.TailMm), stored.Thread.TailMm), ChainOffMm = Read(nameof(ThreadAllowance.ChainOffMm), stored.Thread.ChainOffMm),
            Swatches = swatches == Math.Floor(swatches) && Math.Abs(swatches) < 1000 ? (int)swatches : -1,
            WastePercent = Read(nameof(ThreadAllowance.WastePercent), stored.Thread.WastePercent), BobbinMetres = Read(nameof(ThreadAllowance.BobbinMetres), stored.Thread.BobbinMetres),
            SpoolMetres = Read(nameof(ThreadAllowance.SpoolMetres), stored.Thread.SpoolMetres),
        };
        faults.AddRange(thread.Problems().Select(p => p with { Field = FormReader.FieldName(p.Field) }));
        var currency = Request.Form[nameof(WorkroomSettings.Currency)] is [{ } sign] ? typed[nameof(WorkroomSettings.Currency)] = sign.Trim() : stored.Currency;
        if (currency.Length > WorkroomSettings.LongestCurrency || currency.Any(char.IsDigit))
        {
            faults.Add(new(nameof(WorkroomSettings.Currency), $"A sign of at most {WorkroomSettings.LongestCurrency} characters, without digits."));
        }

        (TypedWeights, ThreadFaults) = (typed, faults);
        return (thread, currency);
    }

    private async Task LearnAsync() => Learned = WasteLearning.Of(cache.Stored.Settings.Thread.WastePercent, await workroom.ThreadUsesAsync());

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

        await LearnAsync();
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
