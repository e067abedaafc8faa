using System.Globalization;
using YieldingLoop.Core.Faults;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Coach;

/// <summary>Why a step: codes with their figures, and how they are said.</summary>
public static class CoachWhy
{
    private static readonly SentenceFile File = new(
        typeof(CoachWhy).Assembly, "coach-sentences.json",
        new Dictionary<string, Func<double, string>>
        {
            ["tenths"] = Tenths,
            ["signed"] = v => v.ToString("+0.#;−0.#;0", CultureInfo.InvariantCulture),
            ["times"] = v => v < 1.5 ? "once" : v < 2.5 ? "twice" : v.ToString("0 times", CultureInfo.InvariantCulture),
        },
        new Dictionary<string, Func<string, string>> { ["position"] = ThreadPositions.NameOf, ["aspect"] = SwatchAspects.InSentence });

    /// <summary>Every code that has a sentence.</summary>
    public static IReadOnlyCollection<string> Codes => File.Codes;

    /// <summary>The sentence of a finding.</summary>
    public static string Of(Finding finding) => File.Say(finding);

    /// <summary>What a finding lacks to be said in full.</summary>
    public static IReadOnlyList<string> Lacks(Finding finding) => File.Lacks(finding);

    /// <summary>A share as plainly as a forecast says it: "about 6 in 10".</summary>
    public static string Tenths(double share) => share switch
    {
        >= 0.975 => "almost certain",
        >= 0.05 => FormattableString.Invariant($"about {Math.Clamp(Math.Round(10 * share), 1, 9):0} in 10"),
        >= 0.015 => FormattableString.Invariant($"about {Math.Round(100 * share):0} in 100"),
        _ => "about 1 in 100 or less",
    };

    private static Finding At(Finding finding, ThreadPosition? position) => position is { } at ? finding.With("position", at.Id()) : finding;

    internal static Finding Passed(SwatchVerdict verdict) => verdict.Stitches is { } stitches ? new Finding("passed").With("stitches", stitches) : new("passed");

    internal static Finding TooManySwatches(int swatches) => new Finding("too-many-swatches").With("swatches", swatches);

    internal static Finding AllNew(int swatches) => new Finding("all-new-and-still").With("swatches", swatches);

    internal static Finding NothingLeft(int swatches) => new Finding("nothing-left").With("swatches", swatches);

    internal static Finding StillNotRight(int swatches) => new Finding("still-not-right").With("swatches", swatches);

    internal static Finding BaseLine() => new("base-line");

    internal static Finding SeeWhetherItHelps() => new("see-whether-it-helps");

    internal static Finding NotRead(SwatchAspect aspect) => new Finding("not-read").With("aspect", aspect.Id());

    internal static Finding ByHand(SwatchAspect aspect) => new(aspect == SwatchAspect.RowsParallel ? "rows-by-hand" : "edge-by-hand");

    internal static Finding Curls(double side) => new Finding("curls").With("side", side < 0 ? "left" : "right");

    internal static Finding Dragged(double percent, double mostPercent) => new Finding("edge-dragged").With("besideUnsewnPercent", percent).With("mostPercent", mostPercent);

    internal static Finding FoundBad(CoachLook look, ThreadPosition? position, int looks) =>
        At(new Finding(look.CanBePutRight() ? "looked-bad" : "knife-blunt").With("look", look.Id()).With("looks", looks), position);

    internal static Finding Suspected(FaultKind kind, ThreadPosition? position, double share, int looks) =>
        At(new Finding(looks > 0 ? "look-again" : "suspected").With("cause", kind.Id()).With("share", share).With("lookMinutes", CoachMinutes.Look), position);

    internal static Finding TakesAway(CoachChange change, ThreadPosition? position, double share) =>
        At(new Finding(change == CoachChange.Needle ? "needle-doubted" : "threading-doubted").With("share", share), position);

    internal static Finding Nearer(SwatchAspect aspect, double before, double after) => new Finding("nearer").With("aspect", aspect.Id()).With("withinBefore", before).With("withinAfter", after);

    internal static Finding Likeliest(double passChance) => new Finding("likeliest").With("passChance", passChance);

    internal static Finding OutOfReach(SwatchAspect aspect) => new Finding("out-of-reach").With("aspect", aspect.Id());
}
