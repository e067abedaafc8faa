using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Units;
using YieldingLoop.Store;
using YieldingLoop.Web.Drawings;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.Machines;

/// <summary>The guided test: two swatches teach one dial's sense and neutral number.</summary>
public sealed class TestModel(Workroom workroom, Drafts drafts, Wording wording) : PageModel
{
    /// <summary>Which dial, by its position; of a convertible machine with the half before it, "coverstitch.needle-left".</summary>
    [BindProperty(SupportsGet = true)]
    public string? Dial { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? FirstNumber { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? FirstReading { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? SecondNumber { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? SecondReading { get; set; }

    /// <summary>Version of the machine the test was made with.</summary>
    [BindProperty]
    public int Version { get; set; }

    /// <summary>Whether the sitting ends with this dial, though others could be tested.</summary>
    [BindProperty]
    public bool Stop { get; set; }

    public MachineRow Row { get; private set; } = null!;

    /// <summary>What was read at this dial and not written down.</summary>
    public DraftOffer Unfinished { get; private set; } = DraftOffer.None;

    /// <summary>The key its draft goes by: one a dial, since every reading of it has an address of its own.</summary>
    public Guid Key => new(SHA256.HashData(Encoding.UTF8.GetBytes($"dial test {Row.SubmissionKey} {NameOf(Head, Position)}")).AsSpan(0, 16));

    /// <summary>The dial that comes after this one in a sitting; null at the last.</summary>
    public (Machine Head, ThreadPosition Position)? Next =>
        Testable.SkipWhile(d => d.Head != Head || d.Position != Position).Skip(1).Select(d => ((Machine, ThreadPosition)?)d).FirstOrDefault();

    public ThreadPosition Position { get; private set; }

    /// <summary>The machine, or the half of a convertible one, whose dial it is.</summary>
    public Machine Head { get; private set; } = null!;

    public DialScale Scale { get; private set; } = null!;

    public Outcome<DialLesson>? Lesson { get; private set; }

    public string? Notice { get; private set; }

    public SwatchReading Reading => DialTest.ReadingOf(Position)!.Value;

    /// <summary>The dials no swatch shows.</summary>
    public IReadOnlyList<ThreadPosition> Untestable => [.. Row.Entry.Heads().SelectMany(h => h.Dials.Select(d => d.Position)).Where(p => !DialTest.CanTest(p)).Distinct()];

    /// <summary>The dials this test is for.</summary>
    public IReadOnlyList<(Machine Head, ThreadPosition Position)> Testable => [.. Row.Entry.Heads().SelectMany(h => h.Dials.Select(d => (h, d.Position))).Where(d => DialTest.CanTest(d.Position))];

    /// <summary>A dial as an address names it.</summary>
    public string NameOf(Machine head, ThreadPosition position) => Row.Entry is Convertible ? $"{JsonNamingPolicy.KebabCaseLower.ConvertName(head.Kind.ToString())}.{position.Id()}" : position.Id();

    public async Task<IActionResult> OnGetAsync(int id, int? draft)
    {
        Unfinished = await DraftOffer.OfAsync(drafts, Request.Path, draft);
        if (Unfinished.TakenUp is { } taken)
        {
            Dial = OtherForm.Text(taken, "dial");
            (FirstNumber, FirstReading) = (OtherForm.Text(taken, nameof(FirstNumber)), OtherForm.Text(taken, nameof(FirstReading)));
            (SecondNumber, SecondReading) = (OtherForm.Text(taken, nameof(SecondNumber)), OtherForm.Text(taken, nameof(SecondReading)));
        }

        if (!await LoadAsync(id))
        {
            return NotFound();
        }

        // Those of the dial on screen are what its readings come from.
        Unfinished = FirstReading is null && SecondReading is null ? Unfinished : Unfinished with { Offered = [] };
        return Page();
    }

    /// <summary>Writes what was learnt into the machine's record.</summary>
    public async Task<IActionResult> OnPostAsync(int id)
    {
        if (!ModelState.IsValid)
        {
            return BadRequest();
        }

        var testedWith = Version;
        if (!await LoadAsync(id))
        {
            return NotFound();
        }

        if (Lesson?.Value is not { } lesson)
        {
            return Page();
        }

        var learnt = DialLearning.Apply(Row.Entry, Position, lesson, Row.Entry is Convertible ? Head.Kind : null);
        switch (await workroom.SaveAsync(learnt, id, testedWith, Guid.NewGuid()))
        {
            case SaveResult.Saved:
                await drafts.DoneAsync(Key);
                return this.RedirectSaying(!Stop && Next is { } next ? $"/machines/{id}/test?dial={NameOf(next.Head, next.Position)}" : $"/machines/{id}", $"Saved: {Said.Name(Row.Name)}, the {wording.Say(Position.Name())} dial as the swatches teach it.");
            case SaveResult.Stale:
                Notice = "The machine’s record was changed on another device meanwhile. Nothing was written; what stands here now is read against the record as it is.";
                Response.StatusCode = StatusCodes.Status409Conflict;
                await LoadAsync(id);
                return Page();
            default:
                return NotFound();
        }
    }

    private async Task<bool> LoadAsync(int id)
    {
        if (await workroom.Machines.FirstOrDefaultAsync(m => m.Id == id) is not { } row)
        {
            return false;
        }

        Row = row;
        ModelState.Remove(nameof(Version));
        Version = row.Version;
        ViewData["ThreadSheet"] = ThreadSheets.OfMachine(row);
        var testable = Testable;
        var chosen = testable.Where(d => NameOf(d.Head, d.Position) == Dial).Concat(testable.Where(d => Dial is not null && d.Position.Id() == Dial)).ToList();
        if (Dial is not null && chosen.Count == 0)
        {
            return false;
        }

        // A sitting goes through them in the order of the machine.
        (Head, Position) = chosen.Concat(testable).First();
        Scale = Head.DialOf(Position);
        Read();
        return true;
    }

    private void Read()
    {
        if (FirstReading is null && SecondReading is null)
        {
            FirstNumber ??= FieldText.Of(Scale.Neutral);
            SecondNumber ??= FieldText.Of(DialTest.SecondNumber(Scale, Scale.Neutral));
            return;
        }

        // Said by the core, so that a page asked for by an address answers like one that was filled in.
        var faults = new Microsoft.AspNetCore.Mvc.ModelBinding.ModelStateDictionary();
        var reader = new FormReader(faults, "Input", wording, LengthUnit.Millimetre);
        var first = new DialSwatch(reader.Required(nameof(FirstNumber), FirstNumber), reader.Required(nameof(FirstReading), FirstReading));
        var second = new DialSwatch(reader.Required(nameof(SecondNumber), SecondNumber), reader.Required(nameof(SecondReading), SecondReading));
        Lesson = faults.IsValid
            ? DialTest.Learn(Position, Scale, first, second)
            : Outcome.Failed<DialLesson>([.. faults.Where(f => f.Value!.Errors.Count > 0).Select(f => new Problem(f.Key, f.Value!.Errors[0].ErrorMessage))]);
    }
}
