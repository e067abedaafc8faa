namespace YieldingLoop.Core.Practice;

/// <summary>Somebody's way through a case, as it is kept.</summary>
/// <param name="CaseName">Which case.</param>
/// <param name="Moves">What was done, the oldest first.</param>
public sealed record PracticeAttempt(string CaseName, IReadOnlyList<PracticeMove> Moves);

/// <summary>How an attempt ended.</summary>
/// <param name="SkillId">What it was about.</param>
/// <param name="CaseName">Which case.</param>
/// <param name="Clean">Whether it ended as it should at the first try.</param>
/// <param name="At">When.</param>
public sealed record PracticeEnded(string SkillId, string CaseName, bool Clean, DateTimeOffset At);

/// <summary>What somebody can do, by the attempts that ended.</summary>
/// <param name="Skill">What.</param>
/// <param name="Tried">How often it was tried to the end.</param>
/// <param name="Clean">How often it was right at the first try.</param>
/// <param name="Last">When it last was; null where it never was.</param>
/// <param name="Mastered">Whether the last two cases of it, two different ones, were right at the first try.</param>
public sealed record PracticeStanding(PracticeSkill Skill, int Tried, int Clean, DateTimeOffset? Last, bool Mastered)
{
    /// <summary>Cases in a row that make it something one can do.</summary>
    public const int InARow = 2;

    /// <summary>Whether it was tried to the end at all.</summary>
    public bool Begun => Tried > 0;

    /// <summary>Every skill as it stands.</summary>
    /// <param name="ended">Attempts that ended, in any order.</param>
    public static IReadOnlyList<PracticeStanding> Of(IReadOnlyCollection<PracticeEnded> ended) =>
    [
        .. PracticeSkill.All.Select(skill =>
        {
            List<PracticeEnded> mine = [.. ended.Where(e => e.SkillId == skill.Id).OrderByDescending(e => e.At)];
            // The same case twice shows that it is remembered, not that it can be done.
            List<PracticeEnded> cases = [.. mine.DistinctBy(e => e.CaseName).Take(InARow)];
            return new PracticeStanding(skill, mine.Count, mine.Count(e => e.Clean), mine.Count == 0 ? null : mine[0].At, cases.Count == InARow && cases.TrueForAll(e => e.Clean));
        }),
    ];
}
