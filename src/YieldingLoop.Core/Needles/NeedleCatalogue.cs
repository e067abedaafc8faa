using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Needles;

/// <summary>A needle's point, by what it is made for.</summary>
/// <param name="Id">Identifier used in records and the API.</param>
/// <param name="Code">Makers' letter code where one is usual, otherwise null (needle makers' tables, from memory).</param>
/// <param name="ForKnits">Whether it is a point to choose for a knit at all.</param>
public sealed record NeedlePoint(string Id, string? Code, bool ForKnits)
{
    /// <summary>Name on screen.</summary>
    public string Name => Vocabulary.Name("needle." + Id);

    /// <summary>One sentence: what it is for (common practice).</summary>
    public string Use => Vocabulary.Means("needle." + Id);
}

/// <summary>Every needle point the product knows, and which size a cloth asks for.</summary>
public static class NeedleCatalogue
{
    /// <summary>Slightly rounded point.</summary>
    public static NeedlePoint Universal { get; } = new("universal", "R", true);

    /// <summary>Sharp point.</summary>
    public static NeedlePoint Sharp { get; } = new("sharp", null, false);

    /// <summary>Ballpoint.</summary>
    public static NeedlePoint Jersey { get; } = new("jersey", "SES", true);

    /// <summary>Stretch point.</summary>
    public static NeedlePoint Stretch { get; } = new("stretch", "SUK", true);

    /// <summary>Jeans point.</summary>
    public static NeedlePoint Jeans { get; } = new("jeans", null, false);

    /// <summary>Topstitch needle.</summary>
    public static NeedlePoint Topstitch { get; } = new("topstitch", null, false);

    /// <summary>The one point some overlockers' own needle system offers, made for knits and wovens alike.</summary>
    public static NeedlePoint Overlocker { get; } = new("overlocker", null, true);

    /// <summary>All points.</summary>
    public static IReadOnlyList<NeedlePoint> Points { get; } = [Universal, Sharp, Jersey, Stretch, Jeans, Topstitch, Overlocker];

    /// <summary>
    /// Size by area density, g/m²: below the first figure of a row, its size. Working values of the seam model, section 6.
    /// </summary>
    private static readonly (double BelowGramsPerSquareMetre, int Metric)[] SizeByAreaDensity =
        [(120, 70), (200, 75), (280, 80), (380, 90), (double.PositiveInfinity, 100)];

    /// <summary>Finds a point by identifier; null where there is none.</summary>
    public static NeedlePoint? Find(string? id) => Points.FirstOrDefault(p => p.Id == id);

    /// <summary>The size a cloth of this area density asks for.</summary>
    /// <param name="gramsPerSquareMetre">Area density of one ply, g/m², at least 0.</param>
    public static NeedleSize SizeForCloth(double gramsPerSquareMetre)
    {
        foreach (var (below, metric) in SizeByAreaDensity)
        {
            if (gramsPerSquareMetre < below)
            {
                return NeedleSize.FromMetric(metric);
            }
        }

        return NeedleSize.FromMetric(SizeByAreaDensity[^1].Metric);
    }

    /// <summary>The size among <paramref name="taken"/> nearest to <paramref name="wanted"/>; in a tie the finer.</summary>
    /// <exception cref="ArgumentException">The machine takes no size at all.</exception>
    public static NeedleSize Nearest(NeedleSize wanted, IReadOnlyCollection<NeedleSize> taken) =>
        taken.Count == 0
            ? throw new ArgumentException("The machine takes no needle size.", nameof(taken))
            : taken.OrderBy(s => Math.Abs(s.Metric - wanted.Metric)).ThenBy(s => s.Metric).First();
}
