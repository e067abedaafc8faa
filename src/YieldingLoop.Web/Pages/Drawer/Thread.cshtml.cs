using Microsoft.AspNetCore.Mvc;
using YieldingLoop.Core;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Units;
using YieldingLoop.Store;
using YieldingLoop.Store.Records;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.Drawer;

/// <summary>A thread as it is typed.</summary>
public sealed class ThreadForm : RecordForm
{
    public string? KindId { get; set; }

    public LabelSystem LabelSystem { get; set; }

    public string? LabelFigure { get; set; }

    public string? LabelText { get; set; }

    public bool HasColour { get; set; } = true;

    public string? Colour { get; set; } = "#23313a";

    public string? MetresLeft { get; set; }

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
            HasColour = thread.Colour is not null, Colour = thread.Colour ?? "#23313a", MetresLeft = FieldText.Of(thread.MetresLeft), Holder = thread.Holder, Count = FieldText.Of(thread.Count),
            BrokeAtMm = LengthText.Write(thread.Test.BrokeAtMm, unit), FluffsOut = thread.Test.FluffsOut, SpringsBack = thread.Test.SpringsBack, SuffersHeat = thread.Test.SuffersHeat, ThickAndGlossy = thread.Test.ThickAndGlossy, RunsEven = thread.Test.RunsEven, CurlsUnderNail = thread.Test.CurlsUnderNail,
        };
    }

    internal ThreadStock Read(FormReader reader) => new()
    {
        Name = Name ?? "", KindId = KindId ?? "", LabelSystem = LabelSystem, LabelFigure = reader.Number(nameof(LabelFigure), LabelFigure), LabelText = (LabelText ?? "").Trim(),
        Colour = HasColour ? Colour : null, MetresLeft = reader.ThreadLength(nameof(MetresLeft), MetresLeft), Holder = Holder, Count = reader.Count(nameof(Count), Count),
        Test = new ThreadTest { BrokeAtMm = reader.Length(nameof(BrokeAtMm), BrokeAtMm), FluffsOut = FluffsOut, SpringsBack = SpringsBack, SuffersHeat = SuffersHeat, ThickAndGlossy = ThickAndGlossy, RunsEven = RunsEven, CurlsUnderNail = CurlsUnderNail },
    };
}

/// <summary>One thread in the drawer, with what was found out about it.</summary>
public sealed class ThreadModel(Workroom workroom, Drafts drafts, Wording wording) : RecordPage<ThreadForm, ThreadRow, ThreadStock>(drafts, wording)
{
    /// <summary>What it resembles, the likeliest first; empty until something was tried.</summary>
    public IReadOnlyList<Resemblance> Resembles { get; private set; } = [];

    /// <summary>The thread as the seam model takes it.</summary>
    public Outcome<ThreadKind>? Own { get; private set; }

    public ThreadStock? Entry { get; private set; }

    public override RecordKind Kind => RecordKind.Thread;

    protected override IQueryable<ThreadRow> Rows => workroom.Threads;

    /// <summary>What it resembles as far as the form goes, while it is being filled in.</summary>
    public async Task<IActionResult> OnPostFiguresAsync(string id)
    {
        if (!TryReadId(id))
        {
            return NotFound();
        }

        await PrepareAsync(null);
        ReadEntry(Reader());
        return Partial("_Resembles", this);
    }

    protected override ThreadForm FormOf(ThreadRow? row) => row is null ? new ThreadForm { Unit = Wording.Settings.Lengths } : ThreadForm.From(row, Wording.Settings.Lengths);

    protected override Task<bool> PrepareAsync(ThreadRow? row)
    {
        if (row is not null && HttpMethods.IsGet(Request.Method))
        {
            Show(row.Entry);
        }

        return Task.FromResult(true);
    }

    protected override ThreadStock ReadEntry(FormReader reader)
    {
        var entry = Input.Read(reader);
        Show(entry);
        reader.Add(Own!.Problems.Select(p => p with { Field = p.Field.StartsWith("test.", StringComparison.Ordinal) ? p.Field["test.".Length..] : p.Field }));
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
