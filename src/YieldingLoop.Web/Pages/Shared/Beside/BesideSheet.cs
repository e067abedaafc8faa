using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Settings;
using YieldingLoop.Web.Drawings;

namespace YieldingLoop.Web.Pages.Shared;

/// <summary>One of two set-ups that lie side by side.</summary>
/// <param name="Name">What it is called.</param>
/// <param name="Card">Its card.</param>
/// <param name="Pull">Its seam; null where there is none to pull.</param>
/// <param name="From">Where the frames of its seam are asked for.</param>
public sealed record BesideSide(string Name, SetupCard Card, PullSheet? Pull, string From)
{
    /// <summary>The set-up as it is shown here: both read with what their machines have taught until now, so that they can be compared.</summary>
    public SetupPlan Plan => Pull?.Tried.Plan ?? Card.Plan;
}

/// <summary>Two set-ups side by side: what differs, both reach charts on one scale, both seams pulled by one handle.</summary>
/// <param name="Sides">The two.</param>
/// <param name="Differs">What differs between them, from the first to the second.</param>
public sealed record BesideSheet(IReadOnlyList<BesideSide> Sides, IReadOnlyList<string> Differs)
{
    /// <summary>Where the scale of both charts ends, %.</summary>
    public double EndPercent => Sides.Max(s => ReachChart.EndOf(s.Plan, s.Card.ClothStretch));

    /// <summary>Lays two set-ups side by side.</summary>
    /// <param name="one">The first, with its name and where its frames are asked for.</param>
    /// <param name="other">The second.</param>
    /// <param name="wording">How things are called.</param>
    public static BesideSheet Of((string Name, SetupCard Card, string From) one, (string Name, SetupCard Card, string From) other, Wording wording) => new(
        [.. new[] { one, other }.Select((s, i) => new BesideSide(s.Name, s.Card, PullSheet.Of(s.Card, wording, i + 1), $"{s.From}{(s.From.Contains('?', StringComparison.Ordinal) ? '&' : '?')}{PullFields.Side}={i + 1}"))],
        [
            .. Around(one.Card, other.Card),
            .. SetupDifferences.Between(one.Card.Plan.Setup, other.Card.Plan.Setup).Select(d => Sentences.Fragment(d.Finding)),
        ]);

    /// <summary>What differs around them: two set-ups that were kept need not be for one seam.</summary>
    private static IEnumerable<string> Around(SetupCard one, SetupCard other)
    {
        if (one.Machine.Name != other.Machine.Name)
        {
            yield return $"machine “{one.Machine.Name}” → “{other.Machine.Name}”";
        }

        if (one.Cloth != other.Cloth || one.Seam.Direction != other.Seam.Direction)
        {
            yield return "the cloth, or which way the seam runs on it";
        }

        if (Math.Abs(one.Plan.Need.Percent - other.Plan.Need.Percent) > 1e-9)
        {
            yield return FormattableString.Invariant($"need {one.Plan.Need.Percent:0.#} → {other.Plan.Need.Percent:0.#} %");
        }
    }
}
