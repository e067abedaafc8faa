using System.Text.Json;
using YieldingLoop.Core;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Store.Formats;

/// <summary>Where a problem of a machine's record stands in its JSON: "needle-left.highest" is "needleLeft.highest" there.</summary>
public static class MachinePaths
{
    private static readonly string[] OfBoth =
        ["name", "stitchLength", "needleSystem", "roundShank", "needlePointIds", "needleSizes", "calibrationThreadId", "manualTable", "needleChart", "footPressure", "needleOrder"];

    /// <summary>The problem with its path inside the record.</summary>
    public static Problem Of(Machine machine, Problem problem) => problem with { Field = Path(machine, problem.Field) };

    private static string Path(Machine machine, string field)
    {
        if (machine is Convertible && !field.StartsWith("cover.", StringComparison.Ordinal) && !OfBoth.Any(b => field.StartsWith(b, StringComparison.Ordinal)) && !field.EndsWith(".mark", StringComparison.Ordinal))
        {
            return "overlock." + Own(machine, field);
        }

        return field.StartsWith("cover.", StringComparison.Ordinal) ? "cover." + Own(machine, field["cover.".Length..]) : Own(machine, field);
    }

    private static string Own(Machine machine, string field)
    {
        var parts = field.Split('.');
        if (parts[0].StartsWith("manualTable[", StringComparison.Ordinal) && parts.Length > 1 && ThreadPositions.TryFromId(parts[1], out var dial))
        {
            var row = int.Parse(parts[0]["manualTable[".Length..^1], System.Globalization.CultureInfo.InvariantCulture);
            return $"{parts[0]}.dials[{machine.ManualTable[row].Dials.ToList().FindIndex(d => d.Position == dial)}]";
        }

        if (!ThreadPositions.TryFromId(parts[0], out var position))
        {
            return field;
        }

        if (parts[^1] == "mark")
        {
            return $"threadMarks.{parts[0]}";
        }

        parts[0] = position == ThreadPosition.Needle ? "topTension" : JsonNamingPolicy.CamelCase.ConvertName(position.ToString());
        return string.Join('.', parts);
    }
}
