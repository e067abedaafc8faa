using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Units;

namespace YieldingLoop.Core.Settings;

/// <summary>Which number of a needle's size comes first.</summary>
public enum NeedleSizeOrder
{
    /// <summary>80/12.</summary>
    MetricFirst,

    /// <summary>12/80.</summary>
    UsFirst,
}

/// <summary>Whose words and spellings are used where two are in use.</summary>
public enum WordRegion
{
    /// <summary>Overlocker, elastane, selvedge, colour.</summary>
    British,

    /// <summary>Serger, spandex, selvage, color.</summary>
    American,
}

/// <summary>What a workroom has chosen once for every page.</summary>
public sealed record WorkroomSettings
{
    /// <summary>Unit that lengths are typed and told in. What a machine's dial shows stays as the machine shows it.</summary>
    public LengthUnit Lengths { get; init; }

    /// <summary>Which number of a needle's size comes first.</summary>
    public NeedleSizeOrder NeedleSizes { get; init; }

    /// <summary>Regional words.</summary>
    public WordRegion Words { get; init; }

    /// <summary>Schools followed where the trade disagrees and the piece of work does not say otherwise.</summary>
    public ChosenSchools Schools { get; init; } = ChosenSchools.Default;

    /// <summary>What the parts of a set-up's cost weigh in the planner.</summary>
    public PlannerWeights Weights { get; init; } = PlannerWeights.Default;

    /// <summary>Thread that goes besides the seams.</summary>
    public ThreadAllowance Thread { get; init; } = ThreadAllowance.Default;

    /// <summary>Sign of the workroom's money, written before a figure.</summary>
    public string Currency { get; init; } = "€";

    /// <summary>Longest sign, characters.</summary>
    public const int LongestCurrency = 4;

    /// <summary>Whether the help of the first visit was put aside.</summary>
    public bool FirstHelpRead { get; init; }
}
