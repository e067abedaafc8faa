using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;
using YieldingLoop.Store.Formats;

namespace YieldingLoop.Store;

/// <summary>What has changed since a set-up was kept, in words. The set-up itself never changes by itself.</summary>
public static class SnapshotChanges
{
    public static IReadOnlyList<string> Between(SetupSnapshot kept, ClothEntry cloth, SeamEntry seam, Machine record)
    {
        var changes = new List<string>();
        if (kept.Plan.ModelVersion != SeamModel.Version)
        {
            changes.Add($"The seam model is at version {SeamModel.Version}; this was worked out with {kept.Plan.ModelVersion}.");
        }

        if (cloth.Resolve().Value is { } now)
        {
            var then = kept.ClothFigures;
            Figure("The cloth's stretch across", "%", then.StretchAcross.Value, now.StretchAcross.Value);
            Figure("The cloth's stretch lengthwise", "%", then.StretchLengthwise.Value, now.StretchLengthwise.Value);
            Figure("The cloth's weight", "g/m²", then.AreaDensity.Value, now.AreaDensity.Value);
            Figure("The cloth's thickness", "mm", then.Thickness.Value, now.Thickness.Value);
            if ((then.Elastane, then.Sheds, then.Runs, then.Melts) != (now.Elastane, now.Sheds, now.Runs, now.Melts))
            {
                changes.Add("What the cloth does (elastane, shedding, running, melting) was changed.");
            }
        }

        if (kept.Seam != seam)
        {
            changes.Add("The seam's description was changed.");
        }

        if (record.Heads().FirstOrDefault(h => h.Kind == kept.Machine.Kind) is not { } machine)
        {
            changes.Add("The machine's record is not that of a machine of this kind any more.");
            return changes;
        }

        foreach (var (before, after) in kept.Machine.Dials.Join(machine.Dials, d => d.Position, d => d.Position, (before, after) => (before, after)))
        {
            if (before.Dial != after.Dial)
            {
                changes.Add($"The {Core.Threads.ThreadPositions.Name(before.Position)} dial of the machine was changed: neutral {Text(before.Dial.Neutral)} → {Text(after.Dial.Neutral)}, {Scale(before.Dial)} → {Scale(after.Dial)}.");
            }
        }

        var baseline = kept.Seam.Job.Rolls() || kept.Plan.Flatlock ? null : ManualTable.For(record, kept.Plan.StitchId, kept.ClothFigures) is { Dials.Count: > 0 } row ? row : null;
        if (Written(kept.Plan.Baseline) != Written(baseline))
        {
            changes.Add("The manual's own table says something else for this stitch and cloth now.");
        }

        if (!SameExceptDials(kept.Machine, machine))
        {
            changes.Add("The machine's record was changed (finger, knife, feed, needles, threads, gauge or parts).");
        }

        return changes;

        void Figure(string what, string unit, double then, double now)
        {
            if (Math.Abs(then - now) > 0.005 * Math.Max(1, Math.Abs(then)))
            {
                changes.Add($"{what} was {Text(then)} {unit}, now {Text(now)}.");
            }
        }
    }

    private static string Written(ManualSetting? row) => row is null ? "" : JsonSerializer.Serialize(Documents.Of(row), StoredFormat.Json);

    /// <summary>Compares the records as they are written, without dials and what is reported by itself.</summary>
    private static bool SameExceptDials(Machine kept, Machine now) => Bare(kept) == Bare(now);

    private static string Bare(Machine machine)
    {
        var node = JsonObject.Create(StoredFormat.Element(machine))!;
        foreach (var name in Reported)
        {
            node.Remove(name);
        }

        return node.ToJsonString();
    }

    private static readonly string[] Reported =
        ["name", "kind", "manualTable", "threadMarks", "needleLeft", "needleCentre", "needleRight", "upperLooper", "lowerLooper", "chainLooper", "topCover", "topTension"];

    private static string Scale(DialScale dial) =>
        $"{Text(dial.Lowest)}–{Text(dial.Highest)} {(dial.Sense == DialSense.HigherIsTighter ? "higher is tighter" : "higher is looser")}";

    private static string Text(double value) => Math.Round(value, 2).ToString(CultureInfo.InvariantCulture);
}
