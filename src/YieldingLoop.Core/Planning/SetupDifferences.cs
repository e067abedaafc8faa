using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Planning;

/// <summary>What two set-ups for one seam differ in.</summary>
public static class SetupDifferences
{
    private const string None = "none";

    /// <summary>Every difference, the stitch and the numbers to set first; empty where they are set alike.</summary>
    public static IReadOnlyList<SetupDifference> Between(Setup before, Setup after)
    {
        var changes = new List<SetupDifference>();
        if ((before.StitchId, before.Flatlock) != (after.StitchId, after.Flatlock))
        {
            changes.Add(new(PlanTopic.Stitch, new Finding("changed-stitch").With("was", before.StitchId.Or(None)).With("now", after.StitchId.Or(None))));
        }

        foreach (var position in ThreadPositions.AsWritten)
        {
            if (before.Dials[position].Number() is var was && after.Dials[position].Number() is var now && was != now)
            {
                changes.Add(new(position.IsNeedle() ? PlanTopic.NeedleDials : PlanTopic.LooperDials, Figures(new Finding("changed-dial").With("position", position.Id()), "Number", was, now)));
            }

            if (before.Threads[position].Thing()?.KindId is var kind && after.Threads[position].Thing()?.KindId is var other && kind != other)
            {
                changes.Add(new(
                    position.IsNeedle() ? PlanTopic.NeedleThread : PlanTopic.LooperThread,
                    new Finding("changed-thread").With("position", position.Id()).With("was", kind ?? None).With("now", other ?? None)));
            }
        }

        Figure(PlanTopic.Length, "changed-length", "Mm", before.StitchLengthMm, after.StitchLengthMm);
        Figure(PlanTopic.Width, "changed-width", "Mm", before.ZigzagWidthMm, after.ZigzagWidthMm);
        Figure(PlanTopic.Differential, "changed-differential", "Ratio", before.Differential, after.Differential);
        Figure(PlanTopic.CuttingWidth, "changed-cutting-width", "Mm", before.CuttingWidthMm, after.CuttingWidthMm);
        Figure(PlanTopic.FootPressure, "changed-foot-pressure", "Pressure", before.FootPressure, after.FootPressure);
        if (!before.Needles.Select(n => n.Value).SequenceEqual(after.Needles.Select(n => n.Value)))
        {
            changes.Add(new(PlanTopic.Point, new Finding("changed-needle").With("was", Names(before)).With("now", Names(after))));
        }

        Part(PlanTopic.Finger, "changed-finger", before.FingerName, after.FingerName);
        Part(PlanTopic.Parts, "changed-plate", before.PlateName, after.PlateName);
        Part(PlanTopic.Parts, "changed-foot", before.FootName, after.FootName);
        Part(PlanTopic.Parts, "changed-converter", before.ConverterName, after.ConverterName);
        return changes;

        void Part(PlanTopic topic, string code, Place<string> was, Place<string> now)
        {
            if (was.Thing() != now.Thing())
            {
                changes.Add(new(topic, new Finding(code).With("was", was.Or(None)).With("now", now.Or(None))));
            }
        }

        void Figure(PlanTopic topic, string code, string unit, Place<double> was, Place<double> now)
        {
            if (was.Number() != now.Number())
            {
                changes.Add(new(topic, Figures(new(code), unit, was.Number(), now.Number())));
            }
        }
    }

    /// <summary>What was and what is, under their unit; what was not or is not there is named so.</summary>
    private static Finding Figures(Finding finding, string unit, double? was, double? now)
    {
        finding = was is { } before ? finding.With("was" + unit, before) : finding.With("was" + unit, None);
        return now is { } after ? finding.With("now" + unit, after) : finding.With("now" + unit, None);
    }

    private static string Names(Setup setup) => string.Join(" and ", setup.Needles.Select(n => n.Value.Name).Distinct());
}
