using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Planning;

/// <summary>Why one choice was made.</summary>
/// <param name="Topic">What it stands beside.</param>
/// <param name="Findings">What it says, in order.</param>
/// <param name="Bases">What it rests on.</param>
/// <param name="SchoolQuestionId">The question on which it follows a school; null where the trade agrees.</param>
public sealed record Reason(PlanTopic Topic, IReadOnlyList<Finding> Findings, IReadOnlyList<Basis> Bases, string? SchoolQuestionId = null)
{
    /// <summary>A reason of one finding.</summary>
    public Reason(PlanTopic topic, Finding finding, params Basis[] bases)
        : this(topic, [finding], bases)
    {
    }
}
