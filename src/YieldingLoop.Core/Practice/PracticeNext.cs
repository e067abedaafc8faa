namespace YieldingLoop.Core.Practice;

/// <summary>Which case comes next: the first that nobody has begun, of something that cannot be done yet where there is one near.</summary>
public static class PracticeNext
{
    private const int LooksAhead = 40;

    /// <summary>What a case is about.</summary>
    /// <param name="kind">What is practised; not mending, which has its level.</param>
    /// <param name="number">Its number.</param>
    public static PracticeSkill SkillOf(PracticeKind kind, int number) => kind switch
    {
        PracticeKind.Seats => new SeatRun(SeatCase.Draw(number), []).Skill,
        PracticeKind.Order => (number % 3) switch { 1 => PracticeSkill.OrderOverlocker, 2 => PracticeSkill.OrderCover, _ => PracticeSkill.OrderTwin },
        PracticeKind.Read => ReadRun.SkillOf(ReadCase.ShownOf(number)),
        _ => throw new ArgumentOutOfRangeException(nameof(kind), kind, "A machine to mend is about its level."),
    };

    /// <summary>The next case.</summary>
    /// <param name="kind">What is practised.</param>
    /// <param name="level">How hard a machine to mend; null for any other.</param>
    /// <param name="begun">The names of the cases that were begun.</param>
    /// <param name="standing">What somebody can do.</param>
    /// <param name="skill">What it is to be about; null for anything.</param>
    public static PracticeCase Of(PracticeKind kind, MendLevel? level, IReadOnlySet<string> begun, IReadOnlyList<PracticeStanding> standing, PracticeSkill? skill = null)
    {
        List<PracticeCase> open = [.. Enumerable.Range(1, PracticeCase.MostNumber).Select(n => new PracticeCase(kind, n, level)).Where(c => !begun.Contains(c.Name)).Take(LooksAhead)];
        if (open.Count == 0)
        {
            return new(kind, 1, level);
        }

        if (kind == PracticeKind.Mend)
        {
            return open[0];
        }

        var mastered = standing.Where(s => s.Mastered).Select(s => s.Skill).ToHashSet();
        PracticeCase? First(Func<PracticeSkill, bool> which) => open.Where(c => which(SkillOf(kind, c.Number))).Select(c => (PracticeCase?)c).FirstOrDefault();
        return First(s => skill is null ? !mastered.Contains(s) : s == skill) ?? open[0];
    }
}
