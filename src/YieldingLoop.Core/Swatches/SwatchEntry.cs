using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;

namespace YieldingLoop.Core.Swatches;

/// <summary>How a seam feels on the skin.</summary>
public enum SkinFeel
{
    /// <summary>It is not noticed.</summary>
    Unnoticed,

    /// <summary>It is felt and does no harm.</summary>
    Felt,

    /// <summary>It scratches.</summary>
    Scratches,
}

/// <summary>What was sewn to look for skips: a wrong point shows in one and not in the other.</summary>
public enum SkipsSewn
{
    /// <summary>A straight seam.</summary>
    Straight,

    /// <summary>A zigzag.</summary>
    Zigzag,

    /// <summary>Both.</summary>
    Both,
}

/// <summary>Why a swatch teaches nothing.</summary>
public enum LeftOut
{
    /// <summary>Somebody left it out.</summary>
    ByHand,

    /// <summary>A fault was found in it afterwards.</summary>
    FaultFound,
}

/// <summary>A swatch: what it was sewn with and what was read on it.</summary>
public sealed record SwatchEntry
{
    /// <summary>Longest note, characters.</summary>
    public const int LongestNote = 400;

    /// <summary>The set-up as sewn.</summary>
    public required Setup Setup { get; init; }

    /// <summary>Its strip, measured; null where it was not.</summary>
    public StripMeasure? Strip { get; init; }

    /// <summary>What was read on it otherwise.</summary>
    public SwatchReadings Readings { get; init; } = SwatchReadings.Nothing;

    /// <summary>Whether contrast threads were in, to read the loops by.</summary>
    public bool ContrastThreads { get; init; }

    /// <summary>Whether it was sewn in a curve.</summary>
    public bool Curved { get; init; }

    /// <summary>How it feels on the skin; null where nobody said.</summary>
    public SkinFeel? Feel { get; init; }

    /// <summary>What was sewn to look for skips; null where nobody said.</summary>
    public SkipsSewn? SkipsSewn { get; init; }

    /// <summary>Whether the edge sheds when it is rubbed; null where nobody said.</summary>
    public bool? Sheds { get; init; }

    /// <summary>Whether it was read on the garment in wear, long after it left the machine: it teaches, and neither passes a card nor says what is on the machine.</summary>
    public bool InWear { get; init; }

    /// <summary>In wear it crackled at this stretch, %, and nobody knows which thread.</summary>
    public double? CrackledAtPercent { get; init; }

    /// <summary>Why it teaches nothing; null where it teaches.</summary>
    public LeftOut? LeftOut { get; init; }

    /// <summary>The first swatch on the same strip, of a sampler: several lengths and dials along one strip, one record each; null where it is alone on its strip, or the first.</summary>
    public int? StripOf { get; init; }

    /// <summary>Its photo; null where there is none.</summary>
    public SwatchPhoto? Photo { get; init; }

    /// <summary>Whatever else there is to say.</summary>
    public string Note { get; init; } = "";

    /// <summary>Readings with what the strip gives where nothing else was read.</summary>
    public SwatchReadings Read => Strip?.Over(Readings) ?? Readings;

    /// <summary>What cannot be; nothing where all of it can.</summary>
    /// <param name="seam">What the seam model reads of the set-up as sewn.</param>
    public IReadOnlyList<Problem> Problems(SeamCase seam)
    {
        var problems = new List<Problem>();
        problems.AddRange(SwatchCheck.Problems(Readings, seam.Geometry.Stitch, [.. seam.Threads.Select(t => t.Laid.Position)]).Select(p => p with { Field = "readings." + p.Field }));
        problems.AddRange((Strip?.Problems() ?? []).Select(p => p with { Field = "strip." + p.Field }));
        if (Readings.BrokeAt is not null && Strip is not null)
        {
            problems.Add(new("strip.beforeMm", "A swatch whose thread broke while it was sewn has no other readings: its strip is not measured."));
        }

        if (Readings.GrowthPercent is not null && Strip?.SewnMm is not null)
        {
            problems.Add(new("readings.growthPercent", "The measured strip says how much it grew: leave the reading by eye empty, or the length after sewing."));
        }

        if (CrackledAtPercent is { } crackled && !(crackled is >= 1 and <= SeamModel.BeyondReachPercent))
        {
            problems.Add(new("crackledAtPercent", "A stretch from 1 to 700 % is believed here."));
        }

        problems.AddRange((Photo?.Ruler?.Problems() ?? []).Select(p => p with { Field = "photo.ruler." + p.Field }));
        if (Note.Length > LongestNote)
        {
            problems.Add(new("note", $"A note has at most {LongestNote} characters."));
        }

        return problems;
    }
}
