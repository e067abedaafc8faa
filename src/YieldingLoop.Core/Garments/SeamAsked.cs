using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Garments;

/// <summary>What one wearer or size asks of a seam.</summary>
/// <param name="WearerId">Number of the wearer's record.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Seam">The seam's entry with this wearer's figures in it.</param>
/// <param name="Need">The need.</param>
public sealed record SeamAsked(int WearerId, string Name, SeamEntry Seam, Need Need)
{
    /// <summary>What each wearer of a garment asks of a seam, whoever asks most first; nothing where its need does not come from a measure, or no figures are whole.</summary>
    /// <param name="seam">How the seam stands in its garment.</param>
    /// <param name="work">The seam.</param>
    /// <param name="wearers">For whom the garment is made, with their numbers.</param>
    public static IReadOnlyList<SeamAsked> Of(GarmentSeam seam, SeamEntry work, IEnumerable<(int Id, Wearer Wearer)> wearers)
    {
        if (seam.MeasureId is null || work.NeedKind is not (NeedKind.Opening or NeedKind.NegativeEase))
        {
            return [];
        }

        var asked = new List<SeamAsked>();
        foreach (var (id, wearer) in wearers)
        {
            if (wearer.MeasuredMm(seam.MeasureId) is { } body && seam.GirthOf(id) is { } garment)
            {
                var entry = work with { GirthMm = body, GarmentMm = garment };
                if (entry.Resolve().Value is { } need)
                {
                    asked.Add(new(id, wearer.Name, entry, need));
                }
            }
        }

        return [.. asked.OrderByDescending(a => a.Need.Percent)];
    }

    /// <summary>What a seam is reckoned with while nobody who asks anything of it was measured, as a code with its figure; null where its need does not come from a measure, or is not whole.</summary>
    /// <param name="seam">How the seam stands in its garment.</param>
    /// <param name="work">The seam.</param>
    public static Finding? Guessed(GarmentSeam seam, SeamEntry work) =>
        seam.MeasureId is not null && work.NeedKind is (NeedKind.Opening or NeedKind.NegativeEase) && work.Resolve().Value is { } need ? new Finding("asks-nobody").With("percent", need.Percent) : null;

    /// <summary>Who asks most, as a code with its figures; null where nobody does.</summary>
    /// <param name="asked">What each asks, whoever asks most first.</param>
    public static Finding? Most(IReadOnlyList<SeamAsked> asked) =>
        asked.Count == 0 ? null : new Finding(asked.Count == 1 ? "asks" : "asks-most").With("who", asked[0].Name).With("percent", asked[0].Need.Percent);
}
