using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Store.Formats;

namespace YieldingLoop.Web.Api;

/// <summary>Targets that a body tells instead of those of the model.</summary>
internal static class ToldTargets
{
    /// <summary>Names what is wrong with them.</summary>
    public static void Check(TargetsDocument? targets, JsonErrors errors)
    {
        foreach (var (name, target) in targets is { } told ? Each(told) : [])
        {
            if (target is { Least: { } least, Most: { } most } && least > most)
            {
                errors.Add($"targets.{name}", "The least is above the most.");
            }
        }

        errors.Within("targets.holdPercent", targets?.HoldPercent, 0, SeamModel.BeyondReachPercent);
        errors.Within("targets.holdStitches", targets?.HoldStitches, 1, SwatchCheck.MostStitches);
    }

    private static IEnumerable<(string Name, TargetDocument? Target)> Each(TargetsDocument told) =>
    [
        ("meetingLineMm", told.MeetingLineMm), ("gapMm", told.GapMm), ("overhangMm", told.OverhangMm), ("growthPercent", told.GrowthPercent), ("coverFace", told.CoverFace), ("coverBack", told.CoverBack),
        ("drag", told.Drag), ("besideUnsewnPercent", told.BesideUnsewnPercent), ("tunnellingIndex", told.TunnellingIndex),
    ];
}
