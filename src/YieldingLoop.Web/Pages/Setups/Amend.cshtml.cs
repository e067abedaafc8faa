using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Units;
using YieldingLoop.Core.Words;
using YieldingLoop.Store;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.Setups;

/// <summary>A number of a set-up that can be amended.</summary>
public sealed record AmendField(string Name, string Label, string Help, string Value, string? Fault);

/// <summary>A kept set-up with other numbers: its next version.</summary>
public sealed class AmendModel(Workroom workroom, Store.Swatches swatches, Drafts drafts) : PageModel
{
    private const int LongestRemark = 120;

    private readonly Dictionary<string, string> faults = [];

    public SetupRow Row { get; private set; } = null!;

    public IReadOnlyList<AmendField> Fields { get; private set; } = [];

    public IReadOnlyList<Problem> Problems { get; private set; } = [];

    [BindProperty]
    public Guid Key { get; set; } = Guid.NewGuid();

    [BindProperty]
    public string? Remark { get; set; }

    /// <summary>What was typed at this page and not kept.</summary>
    public DraftOffer Unfinished { get; private set; } = DraftOffer.None;

    /// <summary>The form; with the numbers of a swatch in it where one is named.</summary>
    public async Task<IActionResult> OnGetAsync(int id, int? draft, int? swatch)
    {
        if (!await FindAsync(id))
        {
            return NotFound();
        }

        Unfinished = await DraftOffer.OfAsync(drafts, Request.Path, draft);
        if (Unfinished.TakenUp is { } taken)
        {
            (Key, Remark) = (taken.Key, OtherForm.Text(taken, nameof(Remark)));
            Fields = FieldsOf(field => OtherForm.Text(taken, field));
        }
        else if (swatch is { } number && await swatches.All.Where(s => s.Id == number && s.SetupId == id).Select(s => s.Entry).FirstOrDefaultAsync() is { } sewn)
        {
            (Fields, Remark) = (FieldsOf(field => NumberOf(sewn.Setup, field)), $"The numbers of swatch {number}");
        }
        else
        {
            Fields = FieldsOf(null);
        }

        return Page();
    }

    private static string? NumberOf(Setup setup, string field) => FieldText.Of(field switch
    {
        "length" => setup.StitchLengthMm.Number(),
        "differential" => setup.Differential.Number(),
        "cut" => setup.CuttingWidthMm.Number(),
        "width" => setup.ZigzagWidthMm.Number(),
        "pressure" => setup.FootPressure.Number(),
        _ => ThreadPositions.TryFromId(field, out var position) ? setup.Dials[position].Number() : null,
    });

    public async Task<IActionResult> OnPostAsync(int id)
    {
        if (!ModelState.IsValid)
        {
            return BadRequest();
        }

        if (!await FindAsync(id))
        {
            return NotFound();
        }

        var kept = Row.Snapshot;
        var problems = new List<Problem>();
        var changes = new Setup
        {
            Dials = Places.Of(DialPlaces().Select(p => (p.Position, Number: Read(p.Position.Id(), problems))).Where(d => d.Number is not null).Select(d => (d.Position, d.Number!.Value))),
            StitchLengthMm = Read("length", problems).OrUnknown(),
            Differential = Read("differential", problems).OrUnknown(),
            CuttingWidthMm = Read("cut", problems).OrUnknown(),
            ZigzagWidthMm = Read("width", problems).OrUnknown(),
            FootPressure = Read("pressure", problems).OrUnknown(),
        };
        if ((Remark ?? "").Trim().Length > LongestRemark)
        {
            problems.Add(new("remark", $"The remark has room for {LongestRemark} characters."));
        }

        var amended = problems.Count > 0 ? Outcome.Failed<SetupPlan>(problems) : Amendment.Amend(kept.Plan, changes, kept.Machine, kept.ClothFigures, kept.Seam, await swatches.LearntAsync(Row.MachineId, Row.ClothId));
        if (amended.Value is { } plan)
        {
            switch (await workroom.AmendAsync(id, plan, (Remark ?? "").Trim(), Key))
            {
                case SaveResult.Saved saved:
                    return this.RedirectSaying($"/setups/{saved.Id}", $"Kept: version {Row.Edition + 1} of {Said.Name(Row.Name)}. Version {Row.Edition} stays as it is.");
                case SaveResult.Stale:
                    Problems = [new("version", "This version has been amended already, here or on another device. Open the newest version and amend that one.")];
                    Response.StatusCode = StatusCodes.Status409Conflict;
                    break;
                default:
                    return NotFound();
            }
        }
        else
        {
            Problems = amended.Problems;
            Response.StatusCode = StatusCodes.Status400BadRequest;
        }

        Fields = FieldsOf(field => Request.Form[field]);
        return Page();
    }

    private async Task<bool> FindAsync(int id)
    {
        if (await workroom.Setups.FirstOrDefaultAsync(s => s.Id == id) is not { } row)
        {
            return false;
        }

        Row = row;
        return true;
    }

    private Machine Head => Row.Snapshot.Plan.Setup.HeadOf(Row.Snapshot.Machine);

    /// <summary>The dials of the set-up, each once.</summary>
    private IEnumerable<(ThreadPosition Position, DialScale Dial, double Number)> DialPlaces() =>
        Row.Snapshot.Plan.Setup.Dials.Select(d => (d.Key, Row.Snapshot.Machine.DialOf(d.Key), d.Value));

    private double? Read(string name, List<Problem> problems)
    {
        if (Request.Form[name] is not [{ Length: > 0 } text])
        {
            return null;
        }

        if (DecimalText.Read(text, out var value) == DecimalTextFault.None)
        {
            return value;
        }

        problems.Add(new(name, $"“{(text.Length > 20 ? text[..20] + "…" : text)}” is not a number."));
        faults[name] = "A number, please.";
        return null;
    }

    private List<AmendField> FieldsOf(Func<string, string?>? typed)
    {
        var plan = Row.Snapshot.Plan;
        var fields = DialPlaces().Select(p => Field(p.Position.Id(), Phrase.Capital($"{p.Position.Name()} dial"), $"{FieldText.Of(p.Dial.Lowest)} to {FieldText.Of(p.Dial.Highest)}, {(p.Dial.Sense == DialSense.HigherIsTighter ? "higher" : "lower")} is tighter; kept at {FieldText.Of(p.Number)}", p.Number)).ToList();
        fields.Add(Field("length", "Stitch length", $"mm; kept at {FieldText.Of(plan.StitchLengthMm)}", plan.StitchLengthMm));
        if (plan.ZigzagWidthMm is { } width)
        {
            fields.Add(Field("width", "Zigzag width", $"mm; kept at {FieldText.Of(width)}", width));
        }

        if (plan.Differential is { } ratio)
        {
            fields.Add(Field("differential", "Differential", $"{FieldText.Of(Head.Feed!.Least)} to {FieldText.Of(Head.Feed.Most)}; kept at {FieldText.Of(ratio)}", ratio));
        }

        if (plan.CuttingWidthFromRightMm is { } cut)
        {
            fields.Add(Field("cut", "Cutting width", $"mm from the right needle; kept at {FieldText.Of(cut)}", cut));
        }

        if (plan.Setup.FootPressure.TryGet(out var pressure) && Head.FootPressure is { } pressures)
        {
            fields.Add(Field("pressure", "Foot pressure", $"1 is normal, {FieldText.Of(pressures.Least)} to {FieldText.Of(pressures.Most)}; kept at {FieldText.Of(pressure)}", pressure));
        }

        return fields;

        AmendField Field(string name, string label, string help, double value) =>
            new(name, label, help, typed?.Invoke(name) ?? FieldText.Of(value), faults.GetValueOrDefault(name));
    }
}
