using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Store;
using YieldingLoop.Web.Forms;
using YieldingLoop.Web.Pages.Shared;

namespace YieldingLoop.Web.Pages.Swatches;

/// <summary>One reading in words.</summary>
/// <param name="Name">What.</param>
/// <param name="Read">What was read.</param>
/// <param name="Wanted">What passes.</param>
/// <param name="Within">Whether it passes.</param>
/// <param name="Off">How far it lies outside; empty where it passes.</param>
/// <param name="Predicted">What was predicted before this swatch, told only now that it was read; empty where nothing was.</param>
public sealed record SwatchLine(string Name, string Read, string Wanted, bool Within, string Off, string Predicted);

/// <summary>A prediction before and after this swatch taught.</summary>
/// <param name="Name">What.</param>
/// <param name="Before">Its band before.</param>
/// <param name="After">Its band now.</param>
public sealed record TaughtLine(string Name, string Before, string After);

/// <summary>What a swatch says: whether it passed, what lies outside, what is to blame, where to turn, what it taught.</summary>
public sealed record SwatchAnswer
{
    /// <summary>Whether it passed.</summary>
    public required bool Passed { get; init; }

    /// <summary>Whether it was sewn with the numbers of its card.</summary>
    public required bool AsCard { get; init; }

    /// <summary>Whether it was read in wear, and so passes nothing.</summary>
    public required bool InWear { get; init; }

    /// <summary>Whether anything was read.</summary>
    public required bool Any { get; init; }

    /// <summary>How many stitches it rests on, in words; empty where nobody counted.</summary>
    public required string RestsOn { get; init; }

    /// <summary>What was read.</summary>
    public required IReadOnlyList<SwatchLine> Lines { get; init; }

    /// <summary>What the targets ask and nobody read.</summary>
    public required IReadOnlyList<string> Missing { get; init; }

    /// <summary>What the strip's lengths come to.</summary>
    public required IReadOnlyList<string> Strip { get; init; }

    /// <summary>What the strip does.</summary>
    public required IReadOnlyList<string> Says { get; init; }

    /// <summary>What is to blame.</summary>
    public required IReadOnlyList<string> Blame { get; init; }

    /// <summary>Where its card is amended to the numbers it passed with; null while it is not saved.</summary>
    public string? AmendPath { get; init; }

    /// <summary>Where the coach says what to do next; null while it is not saved.</summary>
    public string? CoachPath { get; init; }

    /// <summary>Where to turn; null where nowhere.</summary>
    public DialTurn? Turn { get; init; }

    /// <summary>What it taught.</summary>
    public required IReadOnlyList<TaughtLine> Taught { get; init; }

    /// <summary>Why it teaches nothing; empty where it teaches.</summary>
    public required string NotTaught { get; init; }

    /// <summary>What a swatch says.</summary>
    /// <param name="snapshot">The set-up it is of.</param>
    /// <param name="entry">The swatch.</param>
    /// <param name="seam">What the seam model reads of it, with nothing learnt.</param>
    /// <param name="others">The machine's other swatches.</param>
    /// <param name="taught">This one, as it teaches.</param>
    /// <param name="wording">How it is said.</param>
    public static SwatchAnswer Of(SetupSnapshot snapshot, SwatchEntry entry, SeamCase seam, IReadOnlyList<TaughtSwatch> others, TaughtSwatch taught, Wording wording)
    {
        var (plan, read) = (snapshot.Plan, entry.Read);
        var (before, after) = (Teaching.For(others, seam, taught.ClothKey), Teaching.For([.. others, taught], seam, taught.ClothKey));
        var (was, now) = (SeamAssessment.Of(seam with { Learnt = before.Learnt }), SeamAssessment.Of(seam with { Learnt = after.Learnt }));
        var verdict = SwatchVerdict.Of(plan.Targets, read);
        var setup = entry.Setup.Over(plan.Setup);
        var head = setup.HeadOf(snapshot.Machine);
        var advice = entry.Strip is { } strip ? StripAdvice.Of(strip, read, plan.Targets, SewnStrip.Of(setup, snapshot.Machine, was, new SeamLayers(snapshot.ClothFigures, snapshot.Seam), after.Learnt)) : new([], []);
        var off = verdict.Findings.Any(f => f is { Aspect: SwatchAspect.MeetingLine, Within: false });
        return new()
        {
            Passed = verdict.Passed && !entry.InWear,
            AsCard = Store.Swatches.AsCard(plan, entry),
            InWear = entry.InWear,
            Any = read.Any || entry.CrackledAtPercent is not null,
            RestsOn = verdict.Stitches is { } stitches ? $"It rests on {stitches} stitches, in which a skip of one in a hundred shows {FieldText.Round(10 * StripLength.ShowsRareSkip(stitches), 0)} times in ten." : "",
            Lines = [.. verdict.Findings.Select(f => Line(f, was, wording))],
            Missing = entry.InWear ? [] : [.. verdict.Missing.Select(a => wording.Say(ReadingWords.Name(a)))],
            Strip = [.. Lengths(entry.Strip, advice.Says.All(s => s.Code is "strip-flat" or "strip-curls"))],
            Says = [.. advice.Says.Select(f => wording.Say(SwatchWords.Of(f)))],
            // What the dial is told already is not said twice.
            Blame = [.. advice.Blame.Where(f => !off || f.Code != "blame-looper").Select(f => wording.Say(SwatchWords.Of(f)))],
            Turn = off ? DialTurn.For(seam with { Learnt = after.Learnt }, setup, head, plan.Targets.MeetingLineMm!.Value.Wanted ?? 0) : null,
            Taught = entry.LeftOut is not null ? [] : [.. Bands(was, now, wording)],
            NotTaught = entry.LeftOut switch { LeftOut.ByHand => "It was left out and teaches nothing.", LeftOut.FaultFound => "A fault was found in it afterwards, so it teaches nothing.", _ => "" },
        };
    }

    /// <summary>What the lengths come to, with the ruler's bounds; of what lies outside the sentences have said it.</summary>
    private static IEnumerable<string> Lengths(StripMeasure? strip, bool flat)
    {
        foreach (var (name, figure) in new (string, Interval?)[]
        {
            ("Growth in sewing", flat ? strip?.GrowthPercent : null), ("Beside the unsewn strip", flat ? strip?.BesideUnsewnPercent : null), ("Pulled to", strip?.PulledPercent), ("Stayed longer after letting go", strip?.StayedPercent),
        })
        {
            if (figure is { } percent)
            {
                yield return $"{name} {FieldText.WithSign(percent.Middle)} %, by the ruler between {FieldText.WithSign(percent.Low)} and {FieldText.WithSign(percent.High)}.";
            }
        }
    }

    /// <summary>The bands that differ between two readings of one set-up.</summary>
    public static IEnumerable<TaughtLine> Bands(SeamAssessment was, SeamAssessment now, Wording wording)
    {
        static string Percent(Interval band, bool sign) => sign ? $"{FieldText.WithSign(band.Low)} to {FieldText.WithSign(band.High)} %" : $"{FieldText.Round(band.Low, 0)} to {FieldText.Round(band.High, 0)} %";
        string Mm(Interval band) => $"{wording.Length(band.Low, withSign: true)} to {wording.Length(band.High, withSign: true)}";
        TaughtLine?[] lines =
        [
            new("The first thread pops at", Percent(was.YieldPercent, false), Percent(now.YieldPercent, false)),
            was.MeetingLineMm is { } line && now.MeetingLineMm is { } lineNow ? new("The loopers meet", Mm(line), Mm(lineNow)) : null,
            was.GrowthPercent is { } growth && now.GrowthPercent is { } growthNow ? new("It grows", Percent(growth, true), Percent(growthNow, true)) : null,
        ];
        return lines.OfType<TaughtLine>().Where(l => l.Before != l.After);
    }

    private static SwatchLine Line(SwatchFinding finding, SeamAssessment predicted, Wording wording)
    {
        string Figure(double value) => ReadingWords.Figure(finding.Aspect, value, wording);
        return new(wording.Say(ReadingWords.Name(finding.Aspect)), ReadingWords.Read(finding, wording), ReadingWords.Passes(finding.Aspect, finding.Target, wording), finding.Within, finding.Within ? "" : ReadingWords.Off(finding, wording),
            Foretold(finding.Aspect, predicted) is not { } band ? "" : band.Low == band.High ? Figure(band.Middle) : ReadingWords.Range(finding.Aspect, band.Low, band.High, wording));
    }

    /// <summary>What was predicted of a reading, with its band where it has one; null where nothing was.</summary>
    private static Interval? Foretold(SwatchAspect aspect, SeamAssessment predicted)
    {
        static Interval? Bare(double? figure) => figure is { } middle ? new(middle, middle, middle) : null;
        return aspect switch
        {
            SwatchAspect.MeetingLine => predicted.MeetingLineMm,
            SwatchAspect.Growth => predicted.GrowthPercent,
            SwatchAspect.Hold => predicted.YieldPercent,
            SwatchAspect.Gap => Bare(predicted.Seam.GapMm),
            SwatchAspect.Overhang => Bare(predicted.Seam.OverhangMm),
            SwatchAspect.CoverFace => Bare(predicted.Seam.CoverFace),
            SwatchAspect.CoverBack => Bare(predicted.Seam.CoverBack),
            _ => null,
        };
    }
}
