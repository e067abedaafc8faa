using System.Globalization;
using YieldingLoop.Core.Cautions;
using YieldingLoop.Core.OwnRules;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;
using YieldingLoop.Store;
using YieldingLoop.Web.Forms;
using YieldingLoop.Web.Startup;

namespace YieldingLoop.Web.Pages.Shared;

/// <summary>A dial on paper.</summary>
/// <param name="Position">Which thread's.</param>
/// <param name="Mark">What is written on the machine beside it; null for nothing.</param>
/// <param name="Number">What it is set to; a dash where nothing is.</param>
/// <param name="Words">What that means, or why nothing is set.</param>
/// <param name="Thread">The kind of thread; empty for none.</param>
public sealed record PaperDial(ThreadPosition Position, string? Mark, string Number, string Words, string Thread);

/// <summary>A setting on paper.</summary>
/// <param name="Label">What it is.</param>
/// <param name="Value">What it is set to.</param>
/// <param name="Unit">Its unit, or what else is said of it; null for nothing.</param>
/// <param name="Word">Whether the value is a word and no figure.</param>
public sealed record PaperSetting(string Label, string Value, string? Unit = null, bool Word = false);

/// <summary>A set-up as it stands on paper, on one side of A5.</summary>
/// <param name="Name">The seam.</param>
/// <param name="Cloth">The cloth.</param>
/// <param name="Edition">Which version it is.</param>
/// <param name="Day">The day it was kept, or worked out.</param>
/// <param name="Stands">How far it is: kept, passed.</param>
/// <param name="Card">Everything that is set.</param>
/// <param name="Notes">The user's own notes where they apply.</param>
/// <param name="Drawing">Address of the seam drawn from its end, as a file; null where there is no drawing of it.</param>
public sealed record PaperCard(string Name, string Cloth, int Edition, string Day, string Stands, SetupCard Card, IReadOnlyList<string> Notes, string? Drawing)
{
    /// <summary>Most notes that have room on paper, and most of each, characters.</summary>
    private const int MostNotes = 2, LongestNote = 120;

    /// <summary>A kept set-up.</summary>
    /// <param name="row">The set-up.</param>
    /// <param name="card">Everything that is set.</param>
    /// <param name="rules">The user's own notes.</param>
    /// <param name="drawn">Whether its page draws the seam.</param>
    public static PaperCard Of(SetupRow row, SetupCard card, IReadOnlyList<OwnRule> rules, bool drawn) => new(
        row.Name, row.Snapshot.Cloth.Name, row.Edition, Written(row.CreatedAt),
        row.SwatchPassedAt is { } passed ? $"swatch passed {Written(passed)}" : "swatch not yet", card, Short(rules), drawn ? $"/setups/{row.Id}?{DrawingFiles.Name}={DrawingFiles.Edge}" : null);

    /// <summary>A set-up that is on screen and not kept.</summary>
    public static PaperCard NotKept(string name, string cloth, DateTimeOffset now, SetupCard card, IReadOnlyList<OwnRule> rules, string? drawing) =>
        new(name, cloth, 1, Written(now), "not kept yet, no swatch", card, Short(rules), drawing);

    /// <summary>What stands under each dial.</summary>
    /// <param name="wording">The workroom's words.</param>
    public IReadOnlyList<PaperDial> Dials(Wording wording) =>
    [
        .. Card.Dials.Select(card => new PaperDial(
            card.Position,
            card.Dial is { } dial ? SetupCard.MarkOf(card.Position, dial) : null,
            card.Thread?.DialNumber is { } number ? FieldText.Of(number) : "–",
            card.Thread is null ? "no needle, no thread" : card.Thread.DialNumber is null ? "no dial" : DialWords.FromNeutral(card.Thread.StepsTighter),
            card.Thread is { } thread ? wording.Say(thread.Kind.Name) : "")),
    ];

    /// <summary>What else is set.</summary>
    public IReadOnlyList<PaperSetting> Settings()
    {
        var plan = Card.Plan;
        var all = new List<PaperSetting> { new("Length", FieldText.Of(plan.StitchLengthMm), "mm") };
        void Add(bool there, string label, string? value, string? unit = null, bool word = false)
        {
            if (there)
            {
                all.Add(new(label, value!, unit, word));
            }
        }

        Add(plan.ZigzagWidthMm is not null, "Width", FieldText.Of(plan.ZigzagWidthMm), "mm");
        Add(plan.Differential is not null, "Differential", FieldText.Of(plan.Differential));
        Add(plan.CuttingWidthFromRightMm is not null, "Cutting width", FieldText.Of(plan.KnifeNumber ?? plan.CuttingWidthFromRightMm), plan.KnifeNumber is null ? "mm from the right needle" : "on the knife dial");
        Add(plan.FingerName is not null, "Finger", plan.FingerName, word: true);
        Add(plan.Setup.ConverterName.TryGet(out var converter), "Fitted", converter, word: true);
        Add(plan.Setup.FootPressure.TryGet(out var pressure), "Foot pressure", FieldText.Of(pressure));
        Add(plan.PlateName is not null, "Plate, foot", plan.PlateName, plan.FootName, word: true);
        Add(plan.From is not null, "Sewn with", plan.From == SewnFrom.Face ? "the face up" : "wrong side up", word: true);
        return all;
    }

    /// <summary>The verdict, and by how much.</summary>
    public string Verdict => Card.Plan.Figures.Verdict is { } verdict
        ? $"{verdict.Verdict.Word()}, {(verdict.ClothLacksPoints is { } lacks ? $"{FieldText.Round(lacks, 0)} points short" : $"{FieldText.WithSign(verdict.SparePoints, 0)} points spare")}" : "";

    /// <summary>What the swatch should show.</summary>
    public string Targets(Wording wording) =>
        string.Join(' ', TargetLines.Of(Card.Plan, wording).Where(l => l.Asked).Select(l => wording.Say(l.Sentence))) + (Card.Plan.Tape ? " Tape on the allowance." : "");

    /// <summary>Cautions, and what the model says, at the foot.</summary>
    public IReadOnlyList<string> Foot(Wording wording)
    {
        var plan = Card.Plan;
        var yield = plan.Figures.YieldPercent;
        return
        [
            .. CautionCatalogue.For(plan.Setup).Select(c => wording.Say(c.Text)),
            $"{Card.StitchIn(wording)}. Predicted pop {FieldText.Round(yield.Middle, 0)} % ({FieldText.Round(yield.Low, 0)}–{FieldText.Round(yield.High, 0)}), need {FieldText.Round(plan.Need.Percent, 0)} %. The swatch outranks the model, and the machine’s manual outranks both. Yielding Loop.",
        ];
    }

    /// <summary>Which machine, when, by which model, how far it is.</summary>
    public string Standing => $"{Card.Machine.Name}{(Card.Machine.SimulatedNumber is { } simulated ? $" (simulated {simulated})" : "")} · {Day} · seam model {Card.Plan.ModelVersion} · {Stands}";

    private static string Written(DateTimeOffset moment) => moment.ToString("d MMM yyyy", CultureInfo.InvariantCulture);

    private static List<string> Short(IReadOnlyList<OwnRule> rules)
    {
        var notes = rules.Take(MostNotes).Select(r => $"{(r.Text.Length > LongestNote ? r.Text[..LongestNote].TrimEnd() + "…" : r.Text)}{(string.IsNullOrWhiteSpace(r.Source) ? "" : $" ({r.Source.Trim()})")}").ToList();
        if (rules.Count > MostNotes)
        {
            notes.Add($"And {rules.Count - MostNotes} more in the workroom.");
        }

        return notes;
    }
}
