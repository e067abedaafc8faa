using System.Text.Json;
using System.Text.Json.Nodes;
using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;
using YieldingLoop.Store.Formats;

namespace YieldingLoop.Store;

/// <summary>What has changed since a set-up was kept. The set-up itself never changes by itself.</summary>
public static class SnapshotChanges
{
    public static IReadOnlyList<Finding> Between(SetupSnapshot kept, ClothEntry cloth, SeamEntry seam, Machine record)
    {
        var changes = new List<Finding>();
        if (kept.Plan.ModelVersion != SeamModel.Version)
        {
            changes.Add(new Finding("model-version").With("now", SeamModel.Version).With("was", kept.Plan.ModelVersion));
        }

        if (cloth.Resolve().Value is { } now)
        {
            var then = kept.ClothFigures;
            Figure("cloth-stretch-across", then.StretchAcrossPercent.Value, now.StretchAcrossPercent.Value);
            Figure("cloth-stretch-lengthwise", then.StretchLengthwisePercent.Value, now.StretchLengthwisePercent.Value);
            Figure("cloth-area-density", then.AreaDensityGsm.Value, now.AreaDensityGsm.Value);
            Figure("cloth-thickness", then.ThicknessMm.Value, now.ThicknessMm.Value);
            if ((then.Elastane, then.Sheds, then.Runs, then.Melts) != (now.Elastane, now.Sheds, now.Runs, now.Melts))
            {
                changes.Add(new("cloth-nature"));
            }
        }

        if (kept.Seam.Other is { } was && seam.Other is { } other && was.Cloth != other.Cloth && was.ClothId == other.ClothId)
        {
            changes.Add(new Finding("other-cloth").With("cloth", other.Cloth.Name));
            seam = seam with { Other = other with { Cloth = was.Cloth } };
        }

        // How long it is changes nothing of how it is set.
        if (kept.Seam != seam with { LengthMm = kept.Seam.LengthMm })
        {
            changes.Add(new("seam-described"));
        }

        if (record.Heads().FirstOrDefault(h => h.Kind == kept.Machine.Kind) is not { } machine)
        {
            changes.Add(new("machine-kind"));
            return changes;
        }

        changes.AddRange(kept.Machine.Dials.Join(machine.Dials, d => d.Position, d => d.Position, (before, after) => (before.Position, Before: before.Dial, After: after.Dial))
            .Where(d => d.Before != d.After).Select(d => Dial(d.Position, d.Before, d.After)));
        var baseline = ManualStart.RowOf(record, kept.Plan.Stitch, kept.Plan.Flatlock, kept.Seam.Job, new SeamLayers(kept.ClothFigures, kept.Seam).Through, [.. kept.Plan.Setup.Needles.Filled]);
        if (Written(kept.Plan.Baseline) != Written(baseline))
        {
            changes.Add(new("manual-table"));
        }

        if (!SameExceptDials(kept.Machine, machine))
        {
            changes.Add(new("machine-record"));
        }

        return changes;

        void Figure(string code, double then, double now)
        {
            if (Math.Abs(then - now) > 0.005 * Math.Max(1, Math.Abs(then)))
            {
                changes.Add(new Finding(code).With("was", then).With("now", now));
            }
        }
    }

    private static Finding Dial(ThreadPosition position, DialScale was, DialScale now) => new Finding("machine-dial")
        .With("dial", position.Id())
        .With("wasNeutral", was.Neutral).With("wasLowest", was.Lowest).With("wasHighest", was.Highest).With("wasSense", JsonNamingPolicy.KebabCaseLower.ConvertName(was.Sense.ToString()))
        .With("nowNeutral", now.Neutral).With("nowLowest", now.Lowest).With("nowHighest", now.Highest).With("nowSense", JsonNamingPolicy.KebabCaseLower.ConvertName(now.Sense.ToString()));

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
        ["name", "kind", "manualTable", "threadMarks", "stitchesPerMinute", "care", "needleLeft", "needleCentre", "needleRight", "upperLooper", "lowerLooper", "chainLooper", "topCover", "topTension"];
}
