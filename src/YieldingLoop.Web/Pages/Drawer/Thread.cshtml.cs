using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Units;
using YieldingLoop.Store;
using YieldingLoop.Store.Records;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.Drawer;

/// <summary>Where the metres that are left are taken from.</summary>
public enum MetresFrom
{
    /// <summary>From the figure that is written down.</summary>
    Written,

    /// <summary>From the label: every one is full.</summary>
    Full,

    /// <summary>From the scale.</summary>
    Weight,
}

/// <summary>A thread as it is typed.</summary>
public sealed class ThreadForm : RecordForm
{
    public string? KindId { get; set; }

    public LabelSystem LabelSystem { get; set; }

    public string? LabelFigure { get; set; }

    public string? LabelText { get; set; }

    public bool HasColour { get; set; } = true;

    public string? Colour { get; set; } = "#23313a";

    /// <summary>A colour written as a code; where there is one it counts instead of the one picked.</summary>
    public string? ColourCode { get; set; }

    public MetresFrom MetresFrom { get; set; }

    public string? MetresLeft { get; set; }

    public string? FullMetres { get; set; }

    public string? GrossGrams { get; set; }

    public string? EmptyGrams { get; set; }

    public string? StepGrams { get; set; } = "1";

    public string? PricePerKm { get; set; }

    public ThreadHolder Holder { get; set; }

    public string? Count { get; set; } = "1";

    public string? BrokeAtMm { get; set; }

    public Observed FluffsOut { get; set; }

    public Observed SpringsBack { get; set; }

    public Observed SuffersHeat { get; set; }

    public Observed ThickAndGlossy { get; set; }

    public Observed RunsEven { get; set; }

    public Observed CurlsUnderNail { get; set; }

    internal static ThreadForm From(ThreadRow row, LengthUnit unit)
    {
        var thread = row.Entry;
        return new ThreadForm
        {
            Version = row.Version, Unit = unit, Name = thread.Name, KindId = thread.KindId, LabelSystem = thread.LabelSystem, LabelFigure = FieldText.Of(thread.LabelFigure), LabelText = thread.LabelText,
            HasColour = thread.Colour is not null, Colour = thread.Colour ?? "#23313a", MetresLeft = FieldText.Of(thread.MetresLeft), FullMetres = FieldText.Of(thread.FullMetres), PricePerKm = FieldText.Of(thread.PricePerKm),
            EmptyGrams = FieldText.Of(thread.Weighed?.EmptyGrams), StepGrams = FieldText.Of(thread.Weighed?.StepGrams ?? 1), Holder = thread.Holder, Count = FieldText.Of(thread.Count),
            BrokeAtMm = LengthText.Write(thread.Test.BrokeAtMm, unit), FluffsOut = thread.Test.FluffsOut, SpringsBack = thread.Test.SpringsBack, SuffersHeat = thread.Test.SuffersHeat, ThickAndGlossy = thread.Test.ThickAndGlossy, RunsEven = thread.Test.RunsEven, CurlsUnderNail = thread.Test.CurlsUnderNail,
        };
    }

    /// <summary>Reads the form.</summary>
    /// <param name="reader">Where faults go.</param>
    /// <param name="stored">The record as it is stored, whose last weighing stays until there is another; null for a new one.</param>
    internal ThreadStock Read(FormReader reader, ThreadStock? stored)
    {
        var weight = MetresFrom == MetresFrom.Weight;
        if (!weight && !string.IsNullOrWhiteSpace(GrossGrams))
        {
            reader.Fault(nameof(GrossGrams), "A weight is typed here, but the metres are not taken from it. Choose “by weight” above, or clear it.");
        }

        var read = Typed(reader) with
        {
            Weighed = weight ? new() { GrossGrams = reader.Required(nameof(GrossGrams), GrossGrams), EmptyGrams = reader.Required(nameof(EmptyGrams), EmptyGrams), StepGrams = reader.Required(nameof(StepGrams), StepGrams) } : stored?.Weighed,
        };
        if (MetresFrom == MetresFrom.Full && read.FullMetres is null)
        {
            reader.Fault(nameof(FullMetres), "Write how much a full one holds, or choose another way.");
        }

        return MetresFrom switch
        {
            MetresFrom.Full => read with { MetresLeft = read.FullMetres * read.Count },
            MetresFrom.Weight => read with { MetresLeft = read.WeighedMetres is >= 0 and <= ThreadStock.MostMetres and var metres ? metres : stored?.MetresLeft },
            _ => read,
        };
    }

    private ThreadStock Typed(FormReader reader) => new()
    {
        Name = Name ?? "", KindId = KindId ?? "", LabelSystem = LabelSystem, LabelFigure = reader.Number(nameof(LabelFigure), LabelFigure), LabelText = (LabelText ?? "").Trim(),
        Colour = !string.IsNullOrWhiteSpace(ColourCode) ? ColourCode.Trim().ToLowerInvariant() : HasColour ? Colour : null,
        FullMetres = reader.ThreadLength(nameof(FullMetres), FullMetres), PricePerKm = reader.Number(nameof(PricePerKm), PricePerKm), MetresLeft = reader.ThreadLength(nameof(MetresLeft), MetresLeft), Holder = Holder, Count = reader.Count(nameof(Count), Count),
        Test = new ThreadTest { BrokeAtMm = reader.Length(nameof(BrokeAtMm), BrokeAtMm), FluffsOut = FluffsOut, SpringsBack = SpringsBack, SuffersHeat = SuffersHeat, ThickAndGlossy = ThickAndGlossy, RunsEven = RunsEven, CurlsUnderNail = CurlsUnderNail },
    };
}

/// <summary>One thread in the drawer, with what was found out about it.</summary>
public sealed class ThreadModel(Workroom workroom, Cones cones, Drafts drafts, Wording wording) : RecordPage<ThreadForm, ThreadRow, ThreadStock>(drafts, wording)
{
    /// <summary>What it resembles, the likeliest first; empty until something was tried.</summary>
    public IReadOnlyList<Resemblance> Resembles { get; private set; } = [];

    /// <summary>The thread as the seam model takes it.</summary>
    public Outcome<ThreadKind>? Own { get; private set; }

    public ThreadStock? Entry { get; private set; }

    private ThreadRow? stored;

    /// <summary>The record as it is stored; null while it is new.</summary>
    public ThreadRow? Stored => stored;

    /// <summary>The cone it was wound from; null where it was not wound here.</summary>
    public ThreadRow? WoundFrom { get; private set; }

    /// <summary>Spools in use that were wound from it.</summary>
    public IReadOnlyList<ThreadRow> WoundSpools { get; private set; } = [];

    /// <summary>What is wrong with what was to be wound.</summary>
    public IReadOnlyList<Problem> WindingFaults { get; private set; } = [];

    /// <summary>What was typed to be wound.</summary>
    public (string? Count, string? Metres, ThreadHolder Holder) WindingTyped { get; private set; } = ("1", null, ThreadHolder.Spool);

    /// <summary>Whether the thread on the scale is weighed by this figure.</summary>
    public bool ByWeight => Input.MetresFrom == MetresFrom.Weight && Entry is { Weighed: { } weighed, WeighingTex: not null } && !weighed.Problems(Entry.Count).Any();

    public override RecordKind Kind => RecordKind.Thread;

    protected override IQueryable<ThreadRow> Rows => workroom.Threads;

    /// <summary>What it resembles as far as the form goes, while it is being filled in.</summary>
    public async Task<IActionResult> OnPostFiguresAsync(string id)
    {
        if (!TryReadId(id))
        {
            return NotFound();
        }

        await PrepareAsync(RecordId is { } number ? await Rows.FirstOrDefaultAsync(r => r.Id == number) : null);
        ReadEntry(Reader());
        return Partial("_Resembles", this);
    }

    protected override ThreadForm FormOf(ThreadRow? row) => row is null ? new ThreadForm { Unit = Wording.Settings.Lengths } : ThreadForm.From(row, Wording.Settings.Lengths);

    /// <summary>Winds small spools or bobbins from the cone.</summary>
    public async Task<IActionResult> OnPostWindAsync(string id, int version, Guid key, string? count, string? metres, ThreadHolder holder)
    {
        if (!TryReadId(id) || RecordId is not { } number || await Rows.FirstOrDefaultAsync(r => r.Id == number) is not { } row || !Enum.IsDefined(holder) || holder == ThreadHolder.Cone)
        {
            return NotFound();
        }

        ModelState.Clear();
        var reader = Reader();
        var winding = new Winding(holder, reader.Count("WindCount", count), reader.ThreadLength("WindMetres", metres) ?? 0);
        WindingFaults = ModelState.IsValid ? [.. winding.Problems(row.Entry)] : [new("metresEach", "Write how many, and how many metres go on each.")];
        ModelState.Clear();
        if (WindingFaults.Count == 0)
        {
            switch (await cones.WindAsync(number, version, winding, key))
            {
                case SaveResult.Saved wound:
                    return this.RedirectSaying($"/threads/{wound.Id}", $"Wound: {winding.Count} × {FieldText.Round(winding.MetresEach)} m from {Said.Name(row.Name)}.");
                case SaveResult.Stale:
                    WindingFaults = [new("metresEach", "This thread was changed in another tab or on another device after the page was opened. Nothing was wound; this is how it stands now.")];
                    break;
                default:
                    return NotFound();
            }
        }

        WindingTyped = (count, metres, holder);
        (Input, Response.StatusCode) = (FormOf(row), StatusCodes.Status400BadRequest);
        await PrepareAsync(row);
        Show(row.Entry);
        return Page();
    }

    /// <summary>Takes wound spools back: what is left on them is on their cone again.</summary>
    public async Task<IActionResult> OnPostUnwindAsync(string id, int version)
    {
        if (!TryReadId(id) || RecordId is not { } number)
        {
            return NotFound();
        }

        return await cones.UnwindAsync(number, version) switch
        {
            SaveResult.Saved back => this.RedirectSaying($"/threads/{back.Id}", "Taken back: what was left on them is on the cone again, and they are put away."),
            SaveResult.Stale => this.RedirectSaying($"/threads/{number}", "These spools were changed in another tab or on another device after the page was opened. Nothing was taken back."),
            _ => NotFound(),
        };
    }

    protected override async Task<bool> PrepareAsync(ThreadRow? row)
    {
        stored = row;
        if (row is not null)
        {
            WoundFrom = row.WoundFromId is { } from ? await Rows.FirstOrDefaultAsync(t => t.Id == from) : null;
            WoundSpools = await Rows.Where(t => t.WoundFromId == row.Id && t.PutAwayAt == null).OrderBy(t => t.Name).Take(Workroom.MostOffered).ToListAsync();
        }

        if (row is not null && HttpMethods.IsGet(Request.Method))
        {
            Show(row.Entry);
        }

        return true;
    }

    protected override ThreadStock ReadEntry(FormReader reader)
    {
        var entry = Input.Read(reader, stored?.Entry);
        Show(entry);
        reader.Add(Own!.Problems.Select(p => p with { Field = p.Field == "colour" && !string.IsNullOrWhiteSpace(Input.ColourCode) ? "colourCode" : p.Field[(p.Field.IndexOf('.', StringComparison.Ordinal) + 1)..] }));
        return entry;
    }

    protected override Task<SaveResult> SaveAsync(ThreadStock entry, int? id) => workroom.SaveAsync(entry, id, Input.Version, Input.Key);

    protected override string AfterSaving(int id) => "/drawer";

    private void Show(ThreadStock entry)
    {
        Entry = entry;
        Own = entry.Resolve();
        Resembles = entry.Test.Any && !entry.Test.Problems().Any() ? ThreadResemblance.Of(entry.Test) : [];
    }
}
