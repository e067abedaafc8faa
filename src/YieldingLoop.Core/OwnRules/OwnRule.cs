using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.OwnRules;

/// <summary>
/// A note or rule of the user's own, from a manual, a teacher or a trial, with where it comes from. It is shown where it
/// applies, and where it contradicts a hard rule it can lift it there.
/// </summary>
public sealed record OwnRule
{
    /// <summary>Longest text, characters.</summary>
    public const int LongestText = 400;

    /// <summary>Longest source, characters.</summary>
    public const int LongestSource = 80;

    /// <summary>What it says.</summary>
    public string Text { get; init; } = "";

    /// <summary>Where it comes from: a manual, a teacher, a trial.</summary>
    public string Source { get; init; } = "";

    /// <summary>The machine it is about; null for any.</summary>
    public int? MachineId { get; init; }

    /// <summary>The cloth it is about; null for any.</summary>
    public int? ClothId { get; init; }

    /// <summary>The job it is about; null for any.</summary>
    public SeamJob? Job { get; init; }

    /// <summary>The kind of thread it is about; null for any.</summary>
    public string? ThreadKindId { get; init; }

    /// <summary>The hard rule it lifts where it applies; null where it contradicts none.</summary>
    public string? LiftsRuleId { get; init; }

    /// <summary>What it is called in lists: its first words.</summary>
    public string Name => Text.Trim() is { Length: > 60 } text ? text[..57].TrimEnd() + "…" : Text.Trim();

    /// <summary>The rules that a user may lift.</summary>
    public static IReadOnlyList<RuleListing> Liftable { get; } =
    [
        new("textured-in-needle", "A textured thread never goes in a needle"),
        new("cotton-in-knits", "Cotton thread belongs to wovens"),
        new("universal-by-school", "A universal point is for stable knits only, or never for knits"),
        new("straight-alone", "A straight stitch alone is never for close-fitting wear or a seam under load"),
        new("shedding-short", "Cloth that sheds is locked in by a stitch of 2 mm or less"),
        new("thick-wants-length", "A thick thread wants a stitch of 3 mm or more"),
        new("rolled-thin", "A rolled hem is for thin cloth only"),
        new("ornament-when-asked", "A thick decorative thread is for a line that is there to be seen"),
    ];

    /// <summary>Whether it is about this machine, this cloth or the other one in the seam, and this job; the thread is looked at separately.</summary>
    public bool About(int machineId, int clothId, SeamEntry seam) =>
        (MachineId is null || MachineId == machineId) && (ClothId is null || ClothId == clothId || ClothId == seam.Other?.ClothId) && (Job is null || Job == seam.Job);

    /// <summary>Whether it belongs beside a set-up.</summary>
    public bool Applies(int machineId, int clothId, SeamEntry seam, Setup setup) =>
        About(machineId, clothId, seam) && (ThreadKindId is null || setup.Threads.Any(t => t.Value.KindId == ThreadKindId));

    /// <summary>What is wrong.</summary>
    public IReadOnlyList<Problem> Problems()
    {
        var problems = new List<Problem>();
        if (string.IsNullOrWhiteSpace(Text) || Text.Trim().Length > LongestText)
        {
            problems.Add(new("text", string.IsNullOrWhiteSpace(Text) ? "Write down what it says." : $"At most {LongestText} characters fit; it is {Text.Trim().Length:N0} long."));
        }

        if (string.IsNullOrWhiteSpace(Source) || Source.Trim().Length > LongestSource)
        {
            problems.Add(new("source", $"Say where it comes from (a manual, a teacher, a trial), in at most {LongestSource} characters."));
        }

        if (ThreadKindId is not null && ThreadCatalogue.Find(ThreadKindId) is null)
        {
            problems.Add(new("threadKindId", "Choose one of the kinds offered."));
        }

        if (Job is { } job && Jobs.Of(job) is null)
        {
            problems.Add(new("job", "Choose one of the jobs offered."));
        }

        if (LiftsRuleId is not null && Liftable.All(r => r.Id != LiftsRuleId))
        {
            problems.Add(new("liftsRuleId", "Choose one of the rules offered."));
        }

        return problems;
    }
}

/// <summary>A hard rule as it is named to a user.</summary>
/// <param name="Id">Identifier.</param>
/// <param name="Name">What it says.</param>
public sealed record RuleListing(string Id, string Name);
