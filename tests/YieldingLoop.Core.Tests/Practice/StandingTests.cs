using YieldingLoop.Core.Faults;
using YieldingLoop.Core.Practice;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Tests.Practice;

/// <summary>What somebody can do, by what was practised.</summary>
public sealed class StandingTests
{
    private static readonly DateTimeOffset Day = new(2026, 11, 1, 10, 0, 0, TimeSpan.Zero);

    private static PracticeStanding Of(params (string Case, bool Clean)[] ended) =>
        PracticeStanding.Of([.. ended.Select((e, i) => new PracticeEnded("seat-low", e.Case, e.Clean, Day.AddMinutes(i)))]).Single(s => s.Skill == PracticeSkill.SeatLow);

    [Fact]
    public void Two_different_cases_in_a_row_make_it_something_one_can_do()
    {
        Assert.False(Of(("S-0001", true)).Mastered);
        Assert.True(Of(("S-0001", true), ("S-0002", true)).Mastered);
        Assert.False(Of(("S-0001", true), ("S-0001", true)).Mastered);
        Assert.False(Of(("S-0001", true), ("S-0002", true), ("S-0003", false)).Mastered);
        Assert.True(Of(("S-0001", false), ("S-0002", true), ("S-0003", true)).Mastered);
        // Done again, a case counts as it was done last.
        Assert.True(Of(("S-0001", true), ("S-0002", false), ("S-0002", true)).Mastered);
    }

    [Fact]
    public void Every_skill_stands_there_tried_or_not_and_has_words()
    {
        var none = PracticeStanding.Of([]);
        Assert.Equal(PracticeSkill.All, none.Select(s => s.Skill));
        Assert.All(none, s => Assert.True(!s.Begun && !s.Mastered && s.Last is null));
        Assert.All(PracticeSkill.All, s => Assert.Empty(PracticeWords.Lacks(new Finding("can-" + s.Id)).Concat(PracticeWords.Lacks(new("short-" + s.Id)))));
        Assert.All(PracticeSkill.All, s => Assert.Equal(s, PracticeSkill.Find(s.Id)));
    }

    [Fact]
    public void Every_code_has_words_and_every_fault_is_explained_by_its_own_figures()
    {
        foreach (var level in Enum.GetValues<MendLevel>())
        {
            for (var number = 1; number <= 25; number++)
            {
                foreach (var hidden in MendCase.Draw(level, number).Trial.Truth.Faults)
                {
                    var does = PracticeWords.DoesOf(hidden.Fault);
                    Assert.Empty(PracticeWords.Lacks(does));
                    Assert.Equal(100 * hidden.Fault.Kind.TensionFactor(), does.Figures.GetValueOrDefault("percent", 100), 9);
                    Assert.Equal(Math.Abs(hidden.Fault.OffMm), does.Figures.GetValueOrDefault("offMm"), 9);
                }
            }
        }

        var codes = PracticeWords.Codes;
        IEnumerable<string> named =
        [
            .. Enum.GetValues<SeatFault>().SelectMany(f => new[] { "seat-" + PracticeIds.Of(f), "seat-why-" + PracticeIds.Of(f), "seat-said-" + PracticeIds.Of(f) }), .. Enum.GetValues<ShownThing>().SelectMany(s => new[] { "shown-" + PracticeIds.Of(s), "why-" + PracticeIds.Of(s), "read-not-" + PracticeIds.Of(s) }),
            .. Enum.GetValues<ReadCure>().SelectMany(c => new[] { "cure-" + PracticeIds.Of(c), "cure-does-" + PracticeIds.Of(c) }),
        ];
        Assert.All(named, code => Assert.Contains(code, codes));
    }

    [Fact]
    public void The_next_case_is_new_and_about_what_cannot_be_done_yet()
    {
        var begun = new HashSet<string>();
        var ended = new List<PracticeEnded>();
        foreach (var kind in new[] { PracticeKind.Seats, PracticeKind.Order, PracticeKind.Read })
        {
            var skills = PracticeSkill.All.Where(s => s.Kind == kind).ToList();
            for (var i = 0; i < 2 * skills.Count; i++)
            {
                var next = PracticeNext.Of(kind, null, begun, PracticeStanding.Of(ended));
                Assert.True(begun.Add(next.Name));
                var skill = PracticeNext.SkillOf(kind, next.Number);
                Assert.Equal(next.Begin([]).Skill, skill);
                Assert.False(PracticeStanding.Of(ended).Single(s => s.Skill == skill).Mastered);
                ended.Add(new(skill.Id, next.Name, true, Day.AddMinutes(ended.Count)));
            }

            // Two clean cases of each, and no more were needed.
            Assert.All(PracticeStanding.Of(ended).Where(s => s.Skill.Kind == kind), s => Assert.True(s.Mastered));
            var wanted = PracticeNext.Of(kind, null, begun, PracticeStanding.Of(ended), skills[1]);
            Assert.Equal(skills[1], PracticeNext.SkillOf(kind, wanted.Number));
        }

        Assert.Equal("2-0002", PracticeNext.Of(PracticeKind.Mend, MendLevel.Plain, new HashSet<string> { "2-0001" }, PracticeStanding.Of(ended)).Name);
        var all = Enumerable.Range(1, PracticeCase.MostNumber).Select(n => new PracticeCase(PracticeKind.Seats, n).Name).ToHashSet();
        Assert.Equal("S-0001", PracticeNext.Of(PracticeKind.Seats, null, all, PracticeStanding.Of(ended)).Name);
    }

    [Theory]
    [InlineData("S-0417", PracticeKind.Seats, 417, null)]
    [InlineData(" o-3 ", PracticeKind.Order, 3, null)]
    [InlineData("R-9999", PracticeKind.Read, 9999, null)]
    [InlineData("3-0417", PracticeKind.Mend, 417, MendLevel.Subtle)]
    public void A_case_is_named_by_its_letter_and_number(string name, PracticeKind kind, int number, MendLevel? level)
    {
        var found = PracticeCase.Find(name);
        Assert.Equal(new PracticeCase(kind, number, level), found);
        Assert.Equal(found, PracticeCase.Find(found!.Value.Name));
    }

    [Theory]
    [InlineData(null)]
    [InlineData("")]
    [InlineData("S-")]
    [InlineData("S-0")]
    [InlineData("S-10000")]
    [InlineData("X-0001")]
    [InlineData("S0001")]
    [InlineData("S--1")]
    [InlineData("9-0001")]
    public void What_names_no_case_names_none(string? name) => Assert.Null(PracticeCase.Find(name));

    [Fact]
    public void Moves_of_one_kind_are_none_of_another()
    {
        foreach (var kind in Enum.GetValues<PracticeKind>())
        {
            var run = new PracticeCase(kind, 3, kind == PracticeKind.Mend ? MendLevel.Gross : null).Begin([]);
            Assert.Equal((kind, false, 0), (run.Skill.Kind, run.Ended, run.Slips));
            foreach (var deed in Enum.GetValues<PracticeDeed>())
            {
                // A move that says nothing but its deed is made, or refused by name; it is never a mistake of the program.
                var problem = run.Problem(new(deed));
                Assert.True(problem is not null || run.GetType() is { } && new PracticeCase(kind, 3, kind == PracticeKind.Mend ? MendLevel.Gross : null).Begin([new(deed)]) is not null);
            }
        }
    }
}
