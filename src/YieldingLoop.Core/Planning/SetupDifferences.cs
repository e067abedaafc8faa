using System.Globalization;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;
using static System.FormattableString;

namespace YieldingLoop.Core.Planning;

/// <summary>What two set-ups for one seam differ in.</summary>
public static class SetupDifferences
{
    /// <summary>Every difference, the stitch and the numbers to set first; empty where they are set alike.</summary>
    public static IReadOnlyList<SetupDifference> Between(Setup before, Setup after)
    {
        var changes = new List<SetupDifference>();
        if ((before.StitchId, before.Flatlock) != (after.StitchId, after.Flatlock))
        {
            changes.Add(new(PlanTopic.Stitch, $"stitch {before.Stitch?.Name} → {after.Stitch?.Name}"));
        }

        foreach (var position in ThreadPositions.AsWritten)
        {
            if (before.Dials[position].Number() is var was && after.Dials[position].Number() is var now && was != now)
            {
                changes.Add(new(position.IsNeedle() ? PlanTopic.NeedleDials : PlanTopic.LooperDials, Invariant($"{position.Name()} dial {Number(was)} → {Number(now)}")));
            }

            if (before.Threads[position].Thing()?.KindId is var kind && after.Threads[position].Thing()?.KindId is var other && kind != other)
            {
                changes.Add(new(position.IsNeedle() ? PlanTopic.NeedleThread : PlanTopic.LooperThread, $"{position.Name()} thread {KindName(kind)} → {KindName(other)}"));
            }
        }

        Figure(PlanTopic.Length, "stitch length", before.StitchLengthMm, after.StitchLengthMm, " mm");
        Figure(PlanTopic.Width, "zigzag width", before.ZigzagWidthMm, after.ZigzagWidthMm, " mm");
        Figure(PlanTopic.Differential, "differential", before.Differential, after.Differential, "");
        Figure(PlanTopic.CuttingWidth, "cutting width", before.CuttingWidthMm, after.CuttingWidthMm, " mm");
        if (!before.Needles.Select(n => n.Value).SequenceEqual(after.Needles.Select(n => n.Value)))
        {
            changes.Add(new(PlanTopic.Point, $"needle {Names(before)} → {Names(after)}"));
        }

        if (before.FingerName.Thing() != after.FingerName.Thing())
        {
            changes.Add(new(PlanTopic.Finger, $"finger {before.FingerName.Or("none")} → {after.FingerName.Or("none")}"));
        }

        return changes;

        void Figure(PlanTopic topic, string what, Place<double> was, Place<double> now, string unit)
        {
            if (was.Number() != now.Number())
            {
                changes.Add(new(topic, Invariant($"{what} {Number(was.Number())} → {Number(now.Number())}{unit}")));
            }
        }
    }

    private static string KindName(string? id) => ThreadCatalogue.Find(id)?.Name ?? "none";

    private static string Names(Setup setup) => string.Join(" and ", setup.Needles.Select(n => n.Value.Name).Distinct());

    private static string Number(double? value) => value is { } number ? number.ToString("0.##", CultureInfo.InvariantCulture) : "–";
}
