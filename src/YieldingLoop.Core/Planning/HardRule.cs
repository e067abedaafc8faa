using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Planning;

/// <summary>A rule no set-up breaks.</summary>
/// <param name="Id">Identifier.</param>
/// <param name="Stage">When it can be asked.</param>
/// <param name="Says">What it says of a set-up that breaks it.</param>
/// <param name="Breaks">Whether a set-up breaks it.</param>
internal sealed record HardRule(string Id, RuleStage Stage, Func<SetupTrial, Finding> Says, Func<SetupTrial, bool> Breaks)
{
    /// <summary>Which entry to look at where a rule leaves nothing.</summary>
    public string Field => Stage == RuleStage.Needle ? "needlePointIds" : Id is "finger-matches" or "chain-seat" ? "fingers" : "job";

    /// <summary>The pins it is about, the likeliest first.</summary>
    public IReadOnlyList<string> Pins => (Stage, Id) switch
    {
        (RuleStage.Layout, "finger-matches") => ["fingerName", "seats", "stitchId"],
        (RuleStage.Layout, "chain-seat") => ["seats", "stitchId"],
        (RuleStage.Layout, _) => ["stitchId", "flatlock", "machineId"],
        (RuleStage.Threads, "ornament-when-asked") => ["upperThreadId", "lowerThreadId"],
        (RuleStage.Threads, "cotton-in-knits") => ["needleThreadId", "upperThreadId", "lowerThreadId"],
        (RuleStage.Threads, _) => ["needleThreadId"],
        (RuleStage.Needle, "twin-in-slots") => ["twinGapMm", "stitchId"],
        (RuleStage.Needle, "thread-to-eye" or "thread-off-chart") => ["sizeMetric", "needleThreadId"],
        (RuleStage.Needle, _) => ["pointId"],
        _ => ["lengthMm"],
    };
}
