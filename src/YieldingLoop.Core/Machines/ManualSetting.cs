using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Machines;

/// <summary>The cloth a row of a manual's table is for.</summary>
public enum ManualCloth
{
    /// <summary>Any cloth.</summary>
    Any,

    /// <summary>Light: below 200 g/m².</summary>
    Light,

    /// <summary>Medium.</summary>
    Medium,

    /// <summary>Heavy: from 280 g/m².</summary>
    Heavy,

    /// <summary>Stretches over 60 %.</summary>
    VeryStretchy,
}

/// <summary>A dial in a manual's table: the ideal number, and the range it may be moved in where the manual prints one.</summary>
/// <param name="Position">Which dial.</param>
/// <param name="Ideal">The number it gives.</param>
/// <param name="Low">Lower end of the permitted range; null where none is printed.</param>
/// <param name="High">Upper end.</param>
public sealed record ManualDial(ThreadPosition Position, double Ideal, double? Low = null, double? High = null);

/// <summary>A range a manual permits. A side that is null is not bounded.</summary>
/// <param name="Low">Lower end.</param>
/// <param name="High">Upper end.</param>
public sealed record ManualRange(double? Low, double? High)
{
    /// <summary>Whether a figure lies in it.</summary>
    public bool Holds(double figure) => !(figure < Low - 1e-9) && !(figure > High + 1e-9);
}

/// <summary>One line of a manual's needle and thread chart.</summary>
/// <param name="SizeMetric">Metric needle size.</param>
/// <param name="LowTex">Thinnest thread it permits, tex.</param>
/// <param name="HighTex">Thickest, tex.</param>
/// <param name="IdealTex">The thread it gives as ideal, tex; null where it prints none.</param>
public sealed record ManualNeedle(int SizeMetric, double LowTex, double HighTex, double? IdealTex = null);

/// <summary>One row of the settings table in a machine's manual, typed once per stitch and cloth. It holds for the thread the maker calibrated with.</summary>
public sealed record ManualSetting
{
    /// <summary>Longest remark, characters.</summary>
    public const int LongestNote = 120;

    /// <summary>Stitch: a catalogue identifier, or <see cref="RolledHemId"/>, or <see cref="SuperStretchId"/>.</summary>
    public required string StitchId { get; init; }

    /// <summary>For which cloth.</summary>
    public ManualCloth Cloth { get; init; }

    /// <summary>The seats it is for; empty where it names none.</summary>
    public IReadOnlyList<ThreadPosition> Seats { get; init; } = [];

    /// <summary>Its dials.</summary>
    public required IReadOnlyList<ManualDial> Dials { get; init; }

    /// <summary>Whatever else the row says, as printed.</summary>
    public string Note { get; init; } = "";

    /// <summary>Metric needle sizes it names, the first the one to take; empty where it names none.</summary>
    public IReadOnlyList<int> NeedleSizes { get; init; } = [];

    /// <summary>Finger, as the machine names it; null where the row names none.</summary>
    public string? FingerName { get; init; }

    /// <summary>Stitch length, mm; null where the row has none.</summary>
    public double? LengthMm { get; init; }

    /// <summary>What it permits of the stitch length, mm; null where it prints no range.</summary>
    public ManualRange? LengthRangeMm { get; init; }

    /// <summary>Width, mm: of a plain machine the zigzag's, of an overlocker the cutting width from the right needle. Null where the row has none.</summary>
    public double? WidthMm { get; init; }

    /// <summary>What it permits of the width, mm; null where it prints no range.</summary>
    public ManualRange? WidthRangeMm { get; init; }

    /// <summary>Differential ratio; null where the row has none.</summary>
    public double? Differential { get; init; }

    /// <summary>What it permits of the ratio; null where it prints no range.</summary>
    public ManualRange? DifferentialRange { get; init; }

    /// <summary>How a rolled hem is named among the stitches of a table: its numbers are no balance of the flat stitch.</summary>
    public const string RolledHemId = "rolled-hem";

    /// <summary>How the super-stretch stitch is named, which the seam model has no path for: the row alone says how it is set.</summary>
    public const string SuperStretchId = "super-stretch";

    /// <summary>Whether its dials are a balance of the flat stitch, to count from with any thread; those of a rolled hem and of super-stretch are set as they are printed.</summary>
    public bool IsBalance => StitchId is not (RolledHemId or SuperStretchId);

    /// <summary>The number it gives for a dial; null where it gives none.</summary>
    public ManualDial? DialOf(ThreadPosition position) => Dials.FirstOrDefault(d => d.Position == position);

    /// <summary>Whether it holds for these seats.</summary>
    public bool IsFor(IReadOnlyList<ThreadPosition> seats) => Seats.Count == 0 || SeatSet.Of(Seats) == SeatSet.Of(seats);
}
