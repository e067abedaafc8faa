using System.Globalization;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Garments;

/// <summary>What is said of garments: one place, by code.</summary>
public static class GarmentWords
{
    private static readonly SentenceFile File = new(typeof(GarmentWords).Assembly, "garment-words.json", new Dictionary<string, Func<double, string>>
    {
        ["more"] = minutes => string.Create(CultureInfo.InvariantCulture, $"{Math.Abs(minutes):0.#} min {(minutes < 0 ? "less" : "more")}"),
        ["spare"] = points => string.Create(CultureInfo.InvariantCulture, $"{Math.Abs(points):0} {(Math.Abs(points) == 1 ? "point" : "points")} {(points < 0 ? "less" : "more")} spare"),
    }, new Dictionary<string, Func<string, string>>());

    /// <summary>Names of a finding that are seams of the garment.</summary>
    private static readonly string[] Seams = ["over", "hem", "other", "first", "then", "from"];

    /// <summary>Every code that has words.</summary>
    public static IReadOnlyCollection<string> Codes => File.Codes;

    /// <summary>What a code lacks to be said in full.</summary>
    public static IReadOnlyList<string> Lacks(Finding finding) => File.Lacks(finding);

    /// <summary>What was found, in words.</summary>
    /// <param name="finding">The code with its figures.</param>
    /// <param name="seamName">What a seam is called on screen.</param>
    public static string Of(Finding finding, Func<string, string>? seamName = null)
    {
        seamName ??= id => id;
        var named = Seams.Where(finding.Names.ContainsKey).Aggregate(finding, (said, name) => said.With(name, seamName(finding.Names[name])));
        return File.Say(finding.Names.TryGetValue("seams", out var several) ? named.With("seams", Phrase.List([.. several.Split(',').Select(id => $"“{seamName(id)}”")])) : named);
    }

    /// <summary>Why a seam comes before another.</summary>
    public static string Why(SewnBefore before) => File.Say(new("before-" + (before.WhyId ?? "yours")));
}
