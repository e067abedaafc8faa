using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Threads;
using static System.FormattableString;

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

/// <summary>One row of the settings table in a machine's manual, typed once per stitch and cloth. It holds for the thread the maker calibrated with.</summary>
public sealed record ManualSetting
{
    /// <summary>Longest remark, characters.</summary>
    public const int LongestNote = 120;

    /// <summary>Stitch: a catalogue identifier, or <see cref="RolledHemId"/>.</summary>
    public required string StitchId { get; init; }

    /// <summary>For which cloth.</summary>
    public ManualCloth Cloth { get; init; }

    /// <summary>Its dials.</summary>
    public required IReadOnlyList<ManualDial> Dials { get; init; }

    /// <summary>Needles, sizes, finger and whatever else the row says, as printed.</summary>
    public string Note { get; init; } = "";

    /// <summary>Stitch length, mm; null where the row has none.</summary>
    public double? LengthMm { get; init; }

    /// <summary>Differential ratio; null where the row has none.</summary>
    public double? Differential { get; init; }

    /// <summary>How a rolled hem is named among the stitches of a table: its numbers are no balance of the flat stitch.</summary>
    public const string RolledHemId = "rolled-hem";
}

/// <summary>Finds and checks the rows of a manual's table.</summary>
public static class ManualTable
{
    /// <summary>Most rows a machine's record holds.</summary>
    public const int MostRows = 24;

    /// <summary>What a row may be for: the stitches of the machine, and the rolled hem of an overlocker.</summary>
    public static IReadOnlyList<string> StitchIds(Machine machine) =>
        [.. machine.Stitches.Select(s => s.Id), .. machine.AsOverlocker() is null ? [] : new[] { ManualSetting.RolledHemId }];

    /// <summary>The machine, or the half of a convertible one, that a row for a stitch is about.</summary>
    public static Machine HeadFor(Machine machine, string stitchId) =>
        machine.Heads().FirstOrDefault(h => h.Stitches.Any(s => s.Id == stitchId)) ?? machine.Heads().FirstOrDefault(h => h is Overlocker) ?? machine.Heads()[0];

    /// <summary>The row that comes nearest for a stitch on this cloth: one for very stretchy cloth first, then by weight, then for any; null where there is none.</summary>
    public static ManualSetting? For(Machine machine, string stitchId, ClothFigures cloth)
    {
        var rows = machine.ManualTable.Where(r => r.StitchId == stitchId).ToDictionary(r => r.Cloth);
        var weight = cloth.AreaDensityGsm.Value switch
        {
            < ClothLimits.LightBelowGsm => ManualCloth.Light,
            < ClothLimits.HeavyFromGsm => ManualCloth.Medium,
            _ => ManualCloth.Heavy,
        };
        return (cloth.HighestStretchPercent > ClothLimits.HighStretchAbovePercent ? rows.GetValueOrDefault(ManualCloth.VeryStretchy) : null)
            ?? rows.GetValueOrDefault(weight)
            ?? rows.GetValueOrDefault(ManualCloth.Any);
    }

    /// <summary>What is wrong with the rows.</summary>
    public static IEnumerable<Problem> Problems(Machine machine)
    {
        if (machine.ManualTable.Count > MostRows)
        {
            yield return new("manualTable", $"The table has room for {MostRows} rows.");
        }

        var stitches = StitchIds(machine);
        var seen = new HashSet<(string, ManualCloth)>();
        for (var i = 0; i < machine.ManualTable.Count; i++)
        {
            var (row, field) = (machine.ManualTable[i], $"manualTable[{i}]");
            if (!stitches.Contains(row.StitchId))
            {
                yield return new(field + ".stitchId", "This machine does not sew that stitch.");
                continue;
            }

            // Of a convertible machine the half that sews the stitch: the other one's dials and feed have scales of their own.
            var head = HeadFor(machine, row.StitchId);

            if (!Enum.IsDefined(row.Cloth) || !seen.Add((row.StitchId, row.Cloth)))
            {
                yield return new(field + ".cloth", "There is a row for this stitch and cloth already.");
            }

            if (row.Note.Length > ManualSetting.LongestNote)
            {
                yield return new(field + ".note", $"A remark is at most {ManualSetting.LongestNote} characters long.");
            }

            if (row.LengthMm is { } length && !(length >= head.StitchLengthMm.Least && length <= head.StitchLengthMm.Most))
            {
                yield return new(field + ".lengthMm", Between("The stitch length", head.StitchLengthMm));
            }

            if (row.Differential is { } ratio && !(head.Feed is { } feed && ratio >= feed.Least && ratio <= feed.Most))
            {
                yield return new(field + ".differential", head.Feed is { } range ? Between("The differential", range) : "This machine has no differential feed.");
            }

            foreach (var dial in row.Dials)
            {
                foreach (var problem in Dial(head, dial, $"{field}.{dial.Position.Id()}"))
                {
                    yield return problem;
                }
            }
        }
    }

    private static IEnumerable<Problem> Dial(Machine machine, ManualDial dial, string field)
    {
        if (!machine.Has(dial.Position))
        {
            yield return new(field, $"This machine has no {dial.Position.Name()} dial.");
            yield break;
        }

        var scale = machine.DialOf(dial.Position);
        bool On(double number) => number >= scale.Lowest && number <= scale.Highest;
        if (!On(dial.Ideal))
        {
            yield return new(field, Invariant($"The {dial.Position.Name()} dial runs from {scale.Lowest:0.##} to {scale.Highest:0.##}."));
        }
        else if (!(dial.Low is not { } low || (On(low) && low <= dial.Ideal)) || !(dial.High is not { } high || (On(high) && high >= dial.Ideal)))
        {
            yield return new(field, "The permitted range lies on the dial and around the ideal number, its lower end first.");
        }
    }

    private static string Between(string what, SettingRange range) =>
        Invariant($"{what} of this machine is between {range.Least:0.##} and {range.Most:0.##}.");
}
