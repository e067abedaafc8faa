using static System.FormattableString;

namespace YieldingLoop.Core.Machines;

/// <summary>How often a machine is cared for where its record says otherwise than what is usual; 0 for never, since its manual wins (common practice A6, no published source).</summary>
public sealed record MachineCare
{
    /// <summary>Longest time between two, hours of sewing.</summary>
    public const double MostHours = 1000;

    /// <summary>Longest time between two services, months.</summary>
    public const int MostMonths = 240;

    /// <summary>As usual.</summary>
    public static MachineCare Usual { get; } = new();

    /// <summary>Oil, hours of sewing; null for what is usual.</summary>
    public double? OilHours { get; init; }

    /// <summary>Lint, hours of sewing.</summary>
    public double? LintHours { get; init; }

    /// <summary>A look at the knives, hours of sewing.</summary>
    public double? KnivesHours { get; init; }

    /// <summary>Service, months.</summary>
    public int? ServiceMonths { get; init; }

    /// <summary>What is wrong with it.</summary>
    public IEnumerable<Problem> Problems()
    {
        foreach (var (field, hours) in new[] { ("oilHours", OilHours), ("lintHours", LintHours), ("knivesHours", KnivesHours) })
        {
            if (hours is not null and not (>= 0 and <= MostHours))
            {
                yield return new(field, Invariant($"Between 0, which is never, and {MostHours:#,0} hours."));
            }
        }

        if (ServiceMonths is not null and not (>= 0 and <= MostMonths))
        {
            yield return new("serviceMonths", Invariant($"Between 0, which is never, and {MostMonths} months."));
        }
    }
}
