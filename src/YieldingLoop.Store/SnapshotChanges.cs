using System.Globalization;
using System.Text.Json;
using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;

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

        if (record.AsOverlocker() is not { } machine)
        {
            changes.Add("The machine's record is not that of an overlocker any more.");
            return changes;
        }

        foreach (var (before, after) in kept.Machine.Dials.Zip(machine.Dials))
        {
            if (before.Dial != after.Dial)
            {
                changes.Add($"The {Core.Threads.ThreadPositions.Name(before.Position)} dial of the machine was changed: neutral {Text(before.Dial.Neutral)} → {Text(after.Dial.Neutral)}, {Scale(before.Dial)} → {Scale(after.Dial)}.");
            }
        }

        if (JsonSerializer.Serialize(kept.Plan.Baseline, WorkroomContext.Json) != JsonSerializer.Serialize(
            kept.Seam.Job.Rolls() ? null : ManualTable.For(record, kept.Plan.StitchId, kept.ClothFigures) is { Dials.Count: > 0 } row ? row : null, WorkroomContext.Json))
        {
            changes.Add("The manual's own table says something else for this stitch and cloth now.");
        }

        if (!SameExceptDials(kept.Machine, machine))
        {
            changes.Add("The machine's record was changed (finger, knife, feed, needles, threads or gauge).");
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

    private static bool SameExceptDials(Overlocker kept, Overlocker now) =>
        (kept.GaugeMm, kept.LeftTipHigherMm, kept.CuttingWidth, kept.KnifeDial, kept.Differential, kept.StitchLength, kept.NeedleSystem, kept.FourThreadStitchId, kept.CalibrationThreadId)
            == (now.GaugeMm, now.LeftTipHigherMm, now.CuttingWidth, now.KnifeDial, now.Differential, now.StitchLength, now.NeedleSystem, now.FourThreadStitchId, now.CalibrationThreadId)
        && kept.Fingers.SequenceEqual(now.Fingers)
        && kept.NeedlePointIds.SequenceEqual(now.NeedlePointIds)
        && kept.NeedleSizes.SequenceEqual(now.NeedleSizes);

    private static string Scale(DialScale dial) =>
        $"{Text(dial.Lowest)}–{Text(dial.Highest)} {(dial.Sense == DialSense.HigherIsTighter ? "higher is tighter" : "higher is looser")}";

    private static string Text(double value) => Math.Round(value, 2).ToString(CultureInfo.InvariantCulture);
}
