using YieldingLoop.Core.Cautions;
using YieldingLoop.Core.Coach;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Core.Words;
using YieldingLoop.Store;
using YieldingLoop.Web.Forms;
using YieldingLoop.Web.Pages.Shared;

namespace YieldingLoop.Web.Pages.Setups;

/// <summary>Something that may be behind it, with its share.</summary>
/// <param name="Name">What it is called.</param>
/// <param name="Share">How likely it is.</param>
public sealed record CauseLine(string Name, double Share)
{
    /// <summary>The share as a forecast says it.</summary>
    public string Said => CoachWhy.Tenths(Share);
}

/// <summary>One reading: as it is, as it should become, and what passes.</summary>
/// <param name="Aspect">Which.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Is">What was read; empty where nothing was.</param>
/// <param name="Becomes">The band of nine in ten of the next swatch; empty where none is reckoned.</param>
/// <param name="Passes">What passes.</param>
/// <param name="Within">Whether what was read passes; null where nothing was read.</param>
public sealed record BecomesLine(SwatchAspect Aspect, string Name, string Is, string Becomes, string Passes, bool? Within);

/// <summary>One thing that was done, on the line that can be walked back.</summary>
/// <param name="Name">What it was.</param>
/// <param name="Result">What came of it; empty where nothing is to be said.</param>
/// <param name="Swatch">The swatch's number; null where it was none.</param>
public sealed record DoneLine(string Name, string Result, int? Swatch);

/// <summary>The coach's answer in words.</summary>
public sealed record CoachSheet
{
    /// <summary>Most causes that have a strip of their own.</summary>
    private const int MostCauses = 5;

    private const double LeastCause = 0.015;

    /// <summary>The one step.</summary>
    public required CoachStep Step { get; init; }

    /// <summary>What it is called.</summary>
    public required string Title { get; init; }

    /// <summary>Whether its number is larger or smaller in effect: "tighter, from 4".</summary>
    public required string Beside { get; init; }

    /// <summary>How it is done, in words; empty where the title says it.</summary>
    public required string How { get; init; }

    public required IReadOnlyList<string> Why { get; init; }

    /// <summary>The caution where a hand is about to go; null where none is.</summary>
    public string? Caution { get; init; }

    /// <summary>What comes next if it does not help; null where nothing does.</summary>
    public string? Next { get; init; }

    /// <summary>How likely the next swatch passes; null where none is to be sewn.</summary>
    public double? PassChance { get; init; }

    /// <summary>What is behind it, the likeliest first; all of it makes 1.</summary>
    public required IReadOnlyList<CauseLine> Causes { get; init; }

    /// <summary>Every reading.</summary>
    public required IReadOnlyList<BecomesLine> Lines { get; init; }

    /// <summary>The swatch as it is and as it should become; null where no drawing shows it.</summary>
    public CoachPictures? Pictures { get; init; }

    /// <summary>The last swatch; null before the first.</summary>
    public int? SwatchId { get; init; }

    /// <summary>Whether the last swatch was sewn with the numbers of its card.</summary>
    public bool AsCard { get; init; }

    /// <summary>What stood on the machine in the session.</summary>
    public required Core.Setups.Setup Now { get; init; }

    /// <summary>The machine as it sews.</summary>
    public required Core.Machines.Machine Machine { get; init; }

    /// <summary>The coach's answer.</summary>
    /// <param name="snapshot">The set-up.</param>
    /// <param name="coach">The coach.</param>
    /// <param name="items">What was done.</param>
    /// <param name="wording">How things are called.</param>
    public static CoachSheet Of(SetupSnapshot snapshot, CoachSession coach, IReadOnlyList<CoachedItem> items, Wording wording)
    {
        var step = coach.Next();
        var expect = coach.Expect(step)?.Expect;
        var last = items.OfType<CoachedSwatch>().LastOrDefault();
        var machine = coach.Now.HeadOf(snapshot.Machine);
        return new()
        {
            Step = step,
            Title = wording.Say(step.Act == CoachAct.Look ? CoachWords.Question(step.Look!.Value, step.Position, coach.Now) : CoachWords.Step(step)),
            Beside = Turned(step, machine, wording),
            How = step.Act == CoachAct.Repair ? wording.Say(CoachWords.How(step.Look!.Value)) : "",
            Why = [.. step.Why.Select(f => wording.Say(CoachWhy.Of(f)))],
            Caution = CautionOf(step, machine) is { } place ? wording.Say(CautionCatalogue.At(place).Text) : null,
            Next = coach.NextAfter(step) is { } next ? wording.Say(Brief(next)) : null,
            PassChance = expect?.PassChance,
            Causes = CausesOf(coach, wording),
            Lines = LinesOf(coach, expect, wording),
            Pictures = CoachPictures.Of(snapshot, last is null ? coach.Now : last.Entry.Setup.Over(snapshot.Plan.Setup), coach.Verdict, expect, wording),
            SwatchId = last?.Id,
            AsCard = last is not null && Store.Swatches.AsCard(snapshot.Plan, last.Entry),
            Now = coach.Now,
            Machine = machine,
        };
    }

    /// <summary>The few causes that weigh, and all others in one, so that nothing is left out.</summary>
    private static List<CauseLine> CausesOf(CoachSession coach, Wording wording)
    {
        var causes = coach.Causes();
        List<CauseLine> shown = [.. causes.Take(MostCauses).Where(c => c.Share >= LeastCause).Select(c => new CauseLine(wording.Say(CoachWords.Cause(c)), c.Share))];
        var rest = causes.Skip(shown.Count).Sum(c => c.Share);
        return rest > 0.0005 ? [.. shown, new(shown.Count == 0 ? "Any of many things" : "Anything else", rest)] : shown;
    }

    private static List<BecomesLine> LinesOf(CoachSession coach, CoachExpectation? expect, Wording wording)
    {
        var lines = new List<BecomesLine>();
        var verdict = coach.Verdict;
        foreach (var finding in verdict?.Findings ?? [])
        {
            lines.Add(new(finding.Aspect, wording.Say(ReadingWords.Name(finding.Aspect)), ReadingWords.Read(finding, wording), Becomes(finding.Aspect, expect, wording), ReadingWords.Passes(finding.Aspect, finding.Target, wording), finding.Within));
        }

        foreach (var missing in verdict?.Missing ?? SwatchVerdict.Of(coach.Targets, SwatchReadings.Nothing).Missing)
        {
            lines.Add(new(missing, wording.Say(ReadingWords.Name(missing)), "", Becomes(missing, expect, wording), missing.Asked(coach.Targets) is { } target ? ReadingWords.Passes(missing, target, wording) : "", null));
        }

        return lines;
    }

    private static string Becomes(SwatchAspect aspect, CoachExpectation? expect, Wording wording)
    {
        if (expect is null)
        {
            return "";
        }

        if (aspect == SwatchAspect.Wrapped && expect.WrappedChance is { } wrapped)
        {
            return $"yes, {CoachWhy.Tenths(wrapped)}";
        }

        if (aspect == SwatchAspect.Broke)
        {
            return $"a break, {CoachWhy.Tenths(expect.BreakChance)}";
        }

        return ExpectedReading.Of(aspect, expect) is not { } band ? aspect == SwatchAspect.Hold ? "nothing pops" : ""
            : aspect == SwatchAspect.Skips && band.High == 0 ? "none"
            : ReadingWords.Range(aspect, band.Low, Math.Min(band.High, SeamModel.BeyondReachPercent), wording);
    }

    /// <summary>What was done, in a few words.</summary>
    public static DoneLine Of(CoachedItem item, Wording wording) => item switch
    {
        CoachedSwatch swatch => new($"Swatch {swatch.Id}", swatch.Passed ? "passed" : "not passed", swatch.Id),
        CoachedStep { Done: { Deed: CoachDeed.Look } look } => new(wording.Say(Phrase.Capital("looked " + CoachWords.Whether(look.Look!.Value, look.Position))), look.Bad switch { true => "no", false => "yes", _ => "could not tell" }, null),
        CoachedStep { Done: { Deed: CoachDeed.Repair } repair } => new(wording.Say(CoachWords.Repair(repair.Look!.Value, repair.Position)), "done", null),
        CoachedStep { Done: { Change: { } change } changed } => new(
            wording.Say(CoachWords.Change(change, changed.Position)) + (changed.To is { } to ? $" {FieldText.Of(to)}" : ""), changed.From is { } from ? $"from {FieldText.Of(from)}" : "done", null),
        _ => new("", "", null),
    };

    private static string Brief(CoachStep step) => CoachWords.Step(step) + (step is { Act: CoachAct.Change, To: { } to } ? $" {FieldText.Of(to)}" : "");

    /// <summary>What a number is, beside the one it was: which way it turns, and what stood there.</summary>
    private static string Turned(CoachStep step, Core.Machines.Machine machine, Wording wording)
    {
        if (step is not { Act: CoachAct.Change, To: { } to, From: { } from })
        {
            return "";
        }

        var way = step.Change == CoachChange.Dial ? DialWords.Turn(machine.DialOf(step.Position!.Value) is var dial ? dial.StepsTighter(to) - dial.StepsTighter(from) : 0)
            : step.Change is CoachChange.Length ? to > from ? "longer" : "shorter"
            : step.Change is CoachChange.Width or CoachChange.CuttingWidth ? to > from ? "wider" : "narrower"
            : to > from ? "more" : "less";
        return wording.Say($"{way}, from {FieldText.Of(from)}");
    }

    private static CautionPlace? CautionOf(CoachStep step, Core.Machines.Machine machine) => step switch
    {
        { Act: CoachAct.Sew } => CautionPlace.Sewing,
        { Look: CoachLook.KnifeDistance or CoachLook.KnifeSharp } or { Change: CoachChange.CuttingWidth } => CautionPlace.Knife,
        { Change: CoachChange.Tape } => CautionPlace.Tape,
        { Look: CoachLook.Guides or CoachLook.Doubled or CoachLook.LooperOrder or CoachLook.NeedleUp or CoachLook.NeedlePoint or CoachLook.NeedleCondition or CoachLook.Finger or CoachLook.Contact or CoachLook.BobbinIn or CoachLook.Slot }
            or { Change: CoachChange.Needle or CoachChange.Finger or CoachChange.RethreadAll } => CautionCatalogue.HandsIn(machine),
        { Act: CoachAct.Service } => CautionPlace.Machine,
        _ => null,
    };
}
