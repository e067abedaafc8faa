using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Threads;
using static System.FormattableString;

namespace YieldingLoop.Core.Machines;

/// <summary>Finds and checks the rows of a manual's table, and the lines of its needle and thread chart.</summary>
public static class ManualTable
{
    /// <summary>Most rows a machine's record holds.</summary>
    public const int MostRows = 24;

    /// <summary>What a row may be for: the stitches of the machine, and what else an overlocker's manual prints rows for.</summary>
    public static IReadOnlyList<string> StitchIds(Machine machine) =>
        [.. machine.Stitches.Select(s => s.Id), .. machine.AsOverlocker() is null ? [] : new[] { ManualSetting.RolledHemId, ManualSetting.SuperStretchId }];

    /// <summary>The row the manual has for a super-stretch seam; null where it has none.</summary>
    public static ManualSetting? SuperStretchOf(Machine machine) => machine.ManualTable.FirstOrDefault(r => r.StitchId == ManualSetting.SuperStretchId);

    /// <summary>The machine, or the half of a convertible one, that a row for a stitch is about.</summary>
    public static Machine HeadFor(Machine machine, string stitchId) =>
        machine.Heads().FirstOrDefault(h => h.Stitches.Any(s => s.Id == stitchId)) ?? machine.Heads().FirstOrDefault(h => h is Overlocker) ?? machine.Heads()[0];

    /// <summary>
    /// The row that comes nearest for a stitch on this cloth: one for very stretchy cloth first, then by weight, then for any;
    /// of two for one cloth the one that names these seats. Null where there is none.
    /// </summary>
    /// <param name="machine">The machine.</param>
    /// <param name="stitchId">The stitch, or what else rows are for.</param>
    /// <param name="cloth">The cloth.</param>
    /// <param name="seats">The seats that are filled; a row for other ones says nothing here.</param>
    public static ManualSetting? For(Machine machine, string stitchId, ClothFigures cloth, IReadOnlyList<ThreadPosition> seats)
    {
        var rows = machine.ManualTable.Where(r => r.StitchId == stitchId && r.IsFor(seats)).OrderBy(r => r.Seats.Count == 0).ToList();
        var weight = cloth.AreaDensityGsm.Value switch
        {
            < ClothLimits.LightBelowGsm => ManualCloth.Light,
            < ClothLimits.HeavyFromGsm => ManualCloth.Medium,
            _ => ManualCloth.Heavy,
        };
        ManualSetting? At(ManualCloth at) => rows.Find(r => r.Cloth == at);
        return (cloth.HighestStretchPercent > ClothLimits.HighStretchAbovePercent ? At(ManualCloth.VeryStretchy) : null) ?? At(weight) ?? At(ManualCloth.Any);
    }

    /// <summary>The line of the needle and thread chart for a size; null where it has none.</summary>
    public static ManualNeedle? ChartFor(Machine machine, int sizeMetric) => machine.NeedleChart.FirstOrDefault(n => n.SizeMetric == sizeMetric);

    /// <summary>What is wrong with the rows and with the chart.</summary>
    public static IEnumerable<Problem> Problems(Machine machine)
    {
        if (machine.ManualTable.Count > MostRows)
        {
            yield return new("manualTable", $"The table has room for {MostRows} rows.");
        }

        var stitches = StitchIds(machine);
        var seen = new HashSet<(string, ManualCloth, SeatSet)>();
        for (var i = 0; i < machine.ManualTable.Count; i++)
        {
            var (row, field) = (machine.ManualTable[i], $"manualTable[{i}]");
            if (!stitches.Contains(row.StitchId))
            {
                yield return new(field + ".stitchId", "This machine does not sew that stitch.");
                continue;
            }

            if (!Enum.IsDefined(row.Cloth) || !seen.Add((row.StitchId, row.Cloth, SeatSet.Of(row.Seats))))
            {
                yield return new(field + ".cloth", "There is a row for this stitch and cloth already.");
            }

            // Of a convertible machine the half that sews the stitch: the other one's dials and feed have scales of their own.
            foreach (var problem in Row(HeadFor(machine, row.StitchId), row, field))
            {
                yield return problem;
            }
        }

        foreach (var problem in Chart(machine))
        {
            yield return problem;
        }
    }

    private static IEnumerable<Problem> Row(Machine head, ManualSetting row, string field)
    {
        if (row.Note.Length > ManualSetting.LongestNote)
        {
            yield return new(field + ".note", $"A remark is at most {ManualSetting.LongestNote} characters long.");
        }

        if (row.Seats.Any(s => head.Seats.All(h => h.Position != s)))
        {
            yield return new(field + ".seats", "This machine has no such seat.");
        }

        if (row.NeedleSizes.Any(s => !head.NeedleSizes.Contains(s)))
        {
            yield return new(field + ".needleSizes", $"This machine takes the sizes {string.Join(", ", head.NeedleSizes)}.");
        }

        if (row.FingerName is { } finger && (head is not Overlocker || ((Overlocker)head).Fingers.All(f => f.Name != finger)))
        {
            yield return new(field + ".fingerName", head is Overlocker overlocker ? $"This machine's fingers are {string.Join(", ", overlocker.Fingers.Select(f => f.Name))}." : "This machine has no finger.");
        }

        var width = head switch { Overlocker knife => knife.CuttingWidthMm, PlainMachine plain => new SettingRange(0, plain.WidestZigzagMm, 0.1), _ => null };
        foreach (var problem in Setting("length", "The stitch length", row.LengthMm, row.LengthRangeMm, head.StitchLengthMm)
            .Concat(Setting("width", head is Overlocker ? "The cutting width" : "The zigzag width", row.WidthMm, row.WidthRangeMm, width))
            .Concat(Setting("differential", "The differential", row.Differential, row.DifferentialRange, head.Feed)))
        {
            yield return problem with { Field = $"{field}.{problem.Field}" };
        }

        foreach (var problem in row.Dials.SelectMany(d => Dial(head, d, $"{field}.{d.Position.Id()}")))
        {
            yield return problem;
        }
    }

    private static IEnumerable<Problem> Setting(string field, string what, double? ideal, ManualRange? permitted, SettingRange? range)
    {
        var unit = field == "differential" ? "" : "Mm";
        if (range is null)
        {
            if (ideal is not null || permitted is not null)
            {
                yield return new(field + unit, $"{what} cannot be set on this machine.");
            }

            yield break;
        }

        bool On(double? number) => number is null || (number >= range.Least - 1e-9 && number <= range.Most + 1e-9);
        if (!On(ideal))
        {
            yield return new(field + unit, Between(what, range));
        }
        else if (permitted is not null && (ideal is null || !On(permitted.Low) || !On(permitted.High) || !permitted.Holds(ideal.Value)))
        {
            yield return new(field + "Range" + unit, "The permitted range lies within what the machine can be set to and around the number of the row, its lower end first.");
        }
    }

    private static IEnumerable<Problem> Chart(Machine machine)
    {
        var seen = new HashSet<int>();
        for (var i = 0; i < machine.NeedleChart.Count; i++)
        {
            var (line, field) = (machine.NeedleChart[i], $"needleChart[{i}]");
            if (!machine.NeedleSizes.Contains(line.SizeMetric))
            {
                yield return new(field + ".sizeMetric", $"This machine takes the sizes {string.Join(", ", machine.NeedleSizes)}.");
            }
            else if (!seen.Add(line.SizeMetric))
            {
                yield return new(field + ".sizeMetric", $"There is a line for size {NeedleSize.FromMetric(line.SizeMetric)} already.");
            }

            if (!(line.LowTex >= SewingThread.LeastTex && line.HighTex <= SewingThread.MostTex && line.LowTex <= line.HighTex && !(line.IdealTex < line.LowTex) && !(line.IdealTex > line.HighTex)))
            {
                yield return new(field + ".lowTex", $"Threads lie between {SewingThread.LeastTex:0} and {SewingThread.MostTex:0} tex, the thinnest first, the ideal one between.");
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
