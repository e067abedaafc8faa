using YieldingLoop.Core.Practice;

namespace YieldingLoop.Store.Demo;

/// <summary>What the club's cox has practised: invented. Some of it twice without a slip, some once, one case left in the middle.</summary>
public static class DemoPractice
{
    private static readonly (PracticeSkill Skill, int Clean, int Slipped)[] Done =
    [
        (PracticeSkill.SeatLow, 2, 1), (PracticeSkill.SeatBackwards, 2, 0), (PracticeSkill.SeatWrong, 1, 0), (PracticeSkill.OrderOverlocker, 2, 1), (PracticeSkill.OrderTwin, 0, 1),
        (PracticeSkill.ReadMeeting, 2, 0), (PracticeSkill.ReadFeed, 1, 0),
    ];

    /// <summary>The attempts, the oldest first, each with what it is about.</summary>
    public static IReadOnlyList<(PracticeAttempt Entry, PracticeSkill Skill, bool Ended, bool Clean)> Attempts()
    {
        var attempts = new List<(PracticeAttempt, PracticeSkill, bool, bool)>();
        foreach (var (skill, clean, slipped) in Done)
        {
            foreach (var (i, number) in Numbers(skill).Take(clean + slipped).Index())
            {
                var (name, way, wrong) = Way(skill.Kind, number);
                attempts.Add((new(name, i < slipped ? [wrong, .. way] : way), skill, true, i >= slipped));
            }
        }

        // The kettle called.
        attempts.Add((new(new PracticeCase(PracticeKind.Mend, 7, MendLevel.Gross).Name, [new(PracticeDeed.Sew)]), PracticeSkill.MendGross, false, false));
        return attempts;
    }

    private static IEnumerable<int> Numbers(PracticeSkill skill) => Enumerable.Range(1, PracticeCase.MostNumber).Where(n => PracticeNext.SkillOf(skill.Kind, n) == skill);

    /// <summary>How a case is gone through, and something that is not so in it.</summary>
    private static (string Name, IReadOnlyList<PracticeMove> Way, PracticeMove Wrong) Way(PracticeKind kind, int number)
    {
        var name = new PracticeCase(kind, number).Name;
        switch (kind)
        {
            case PracticeKind.Seats:
                return (name, SeatCase.Draw(number).Way, new(PracticeDeed.Say) { Fault = SeatFault.None });
            case PracticeKind.Order:
                var order = OrderCase.Draw(number);
                return (name, order.Way(), new(PracticeDeed.Next) { Step = order.Offered([]).First(o => OrderRules.Why(order.Plan, [], o) is not null) });
            default:
                var shown = ReadCase.ShownOf(number);
                return (name, [new(PracticeDeed.Say) { Shown = shown }, .. ReadCase.CuresOf(shown).Take(1).Select(c => new PracticeMove(PracticeDeed.Cure) { Cure = c })], new(PracticeDeed.Say) { Shown = ShownThing.Right });
        }
    }
}
