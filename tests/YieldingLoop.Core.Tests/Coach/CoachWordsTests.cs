using System.Text.Json;
using YieldingLoop.Core.Coach;
using YieldingLoop.Core.Faults;
using YieldingLoop.Core.Practice;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.SimulatedMachine;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Tests.Coach;

/// <summary>Everything the coach decides has words, and words for nothing else stand there.</summary>
public sealed class CoachWordsTests
{
    [Fact]
    public void Every_look_change_step_and_cause_has_its_words_and_there_are_no_others()
    {
        string[] topics = ["look", "good", "bad", "repair", "how", "whether"];
        List<string> expected =
        [
            .. topics.SelectMany(t => CoachLooks.All.Select(l => $"{t}-{l.Id()}")),
            .. Enum.GetValues<CoachChange>().Select(c => "change-" + c.Id()),
            .. new[] { CoachAct.Sew, CoachAct.Keep, CoachAct.PlanAgain, CoachAct.Service }.Select(a => JsonNamingPolicy.KebabCaseLower.ConvertName(a.ToString())),
            .. Enum.GetValues<FaultKind>().Select(f => "cause-" + f.Id()), "cause-dials", "cause-sticky", "cause-several", Finding.Written,
        ];
        Assert.Equal(expected.Order(StringComparer.Ordinal), CoachWords.Codes.Order(StringComparer.Ordinal));
    }

    [Fact]
    public void A_look_at_a_thread_names_it_and_one_at_the_machine_names_none()
    {
        var trial = Enumerable.Range(0, 50).Select(n => TrialCase.Draw(n)).First(t => t.Plan.StitchId == "514");
        var sewn = trial.Plan.Setup.Case(trial.Machine, trial.Cloth, trial.Seam, null, ChosenSchools.Default).Value!;
        foreach (var look in CoachLooks.All)
        {
            foreach (var place in look.Places(trial.Machine, sewn))
            {
                var question = CoachWords.Question(look, place, trial.Plan.Setup);
                Assert.DoesNotContain("{", question, StringComparison.Ordinal);
                Assert.DoesNotContain("[", question, StringComparison.Ordinal);
                Assert.EndsWith("?", question, StringComparison.Ordinal);
                Assert.True(place is not { } at || question.Contains(at.Name(), StringComparison.Ordinal), question);
                Assert.Equal(place is null, !question.Contains("looper’s", StringComparison.Ordinal) && !question.Contains("left needle", StringComparison.Ordinal) && !question.Contains("right needle ", StringComparison.Ordinal) && !question.Contains("right needle’s", StringComparison.Ordinal));
            }
        }
    }

    [Theory]
    [InlineData(0.001, "about 1 in 100 or less")]
    [InlineData(0.03, "about 3 in 100")]
    [InlineData(0.06, "about 1 in 10")]
    [InlineData(0.25, "about 2 in 10")]
    [InlineData(0.58, "about 6 in 10")]
    [InlineData(0.96, "about 9 in 10")]
    [InlineData(0.98, "almost certain")]
    public void A_share_is_said_as_a_forecast_says_it(double share, string said) => Assert.Equal(said, CoachWhy.Tenths(share));

    [Fact]
    public void Whatever_it_asks_for_is_said_in_full_and_most_reasons_come_up()
    {
        var seen = new HashSet<string>();
        for (var number = 0; number < 60; number++)
        {
            CoachWalk.Through(TrialCase.Draw(80_000 + number), asked: (coach, step) =>
            {
                Assert.NotEmpty(step.Why);
                foreach (var why in step.Why)
                {
                    seen.Add(why.Code);
                    Assert.Empty(CoachWhy.Lacks(why));
                    Assert.Contains(why.Code, CoachWhy.Codes);
                }

                Assert.DoesNotContain("{", CoachWords.Step(step), StringComparison.Ordinal);
                Assert.All(coach.Causes(), c => Assert.DoesNotContain("{", CoachWords.Cause(c), StringComparison.Ordinal));
            });
        }

        Assert.Superset(new HashSet<string> { "base-line", "see-whether-it-helps", "suspected", "looked-bad", "nearer", "passed" }, seen);
    }
}
