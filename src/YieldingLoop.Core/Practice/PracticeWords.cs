using YieldingLoop.Core.Faults;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Practice;

/// <summary>What is said while practising: one place, by code. Common practice A4, A5, B4 to B9, D1 to D7, F9, F16 and H; no published source.</summary>
public static class PracticeWords
{
    private static readonly SentenceFile File = new(
        typeof(PracticeWords).Assembly, "practice-words.json", new Dictionary<string, Func<double, string>>(), new Dictionary<string, Func<string, string>> { ["position"] = ThreadPositions.NameOf });

    /// <summary>Every code that has words.</summary>
    public static IReadOnlyCollection<string> Codes => File.Codes;

    /// <summary>What a code lacks to be said in full.</summary>
    public static IReadOnlyList<string> Lacks(Finding finding) => File.Lacks(finding);

    /// <summary>What was found, in words.</summary>
    public static string Of(Finding finding) => File.Say(finding);

    /// <summary>What somebody can do who can do this.</summary>
    public static string Can(PracticeSkill skill) => File.Say(new("can-" + skill.Id));

    /// <summary>The same in two or three words, for the label of its swatch.</summary>
    public static string Label(PracticeSkill skill) => File.Say(new("short-" + skill.Id));

    /// <summary>What may be wrong with needles.</summary>
    /// <param name="fault">What.</param>
    /// <param name="at">At which; null where it is about none.</param>
    public static string Of(SeatFault fault, ThreadPosition? at) => File.Say(At(new("seat-" + PracticeIds.Of(fault)), at));

    /// <summary>What a fault of needles comes from, and what it does.</summary>
    public static string Why(SeatFault fault) => File.Say(new("seat-why-" + PracticeIds.Of(fault)));

    /// <summary>What a swatch may show.</summary>
    public static string Of(ShownThing shown) => File.Say(new("shown-" + PracticeIds.Of(shown)));

    /// <summary>What may bring it back.</summary>
    public static string Of(ReadCure cure) => File.Say(new("cure-" + PracticeIds.Of(cure)));

    /// <summary>What a fault does, and where it shows.</summary>
    public static string Does(Fault fault) => File.Say(DoesOf(fault));

    /// <summary>The same as a code with its figures.</summary>
    public static Finding DoesOf(Fault fault)
    {
        var factor = fault.Kind.TensionFactor();
        var finding = new Finding("does-" + fault.Kind.Id()).With("percent", 100 * factor).With("times", factor).With("stitches", SewnFigures.BreaksWithinStitches);
        return fault.Kind switch
        {
            FaultKind.Knife or FaultKind.Finger => new Finding($"does-{fault.Kind.Id()}-{(fault.OffMm > 0 ? "wide" : "narrow")}").With("offMm", Math.Abs(fault.OffMm)),
            FaultKind.NeedleWorn => finding.With("hoursOver", fault.HoursOver),
            FaultKind.NeedlePoint => finding.With("point", Needles.NeedleCatalogue.Find(fault.PointId)?.Name ?? fault.PointId ?? ""),
            _ => finding,
        };
    }

    /// <summary>Why a swatch looks as it does.</summary>
    public static Finding Why(ReadCase read) => At(new Finding("why-" + PracticeIds.Of(read.Shown)).With("figure", Math.Abs(read.Figure)), read.Row);

    private static Finding At(Finding finding, ThreadPosition? at) => at is { } position ? finding.With("position", position.Id()) : finding;

}
