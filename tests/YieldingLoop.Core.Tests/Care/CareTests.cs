using YieldingLoop.Core.Care;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Tests.Care;

/// <summary>When what is due, how long somebody sat, and what of a broken needle is accounted for.</summary>
public class CareTests
{
    private static readonly DateOnly Today = new(2026, 12, 1);

    private static readonly DateTimeOffset Now = new(2026, 12, 1, 18, 0, 0, TimeSpan.Zero);

    private static readonly Machine Overlocker = OverlockerTemplate.Create("Overlocker"), Plain = MachineTemplates.Plain("Plain");

    private static MachineUse Use(double hours, Dictionary<string, DateOnly>? done = null, double aDay = 0.5) =>
        new(CareTask.All.ToDictionary(t => t.Id, _ => hours), done ?? [], Today.AddDays(-10), aDay);

    private static CareDue Due(Machine machine, MachineUse use, string task) => CareDue.Of(machine, use, Today).First(d => d.TaskId == task);

    /// <summary>Common practice A6, no published source: oil about every 8 hours, a technician about every two years.</summary>
    [Fact]
    public void Oil_is_due_after_eight_hours_and_service_after_two_years()
    {
        Assert.False(Due(Overlocker, Use(7.9), "oil").Due);
        Assert.True(Due(Overlocker, Use(8), "oil").Due);
        Assert.True(Due(Overlocker, Use(0, new() { ["service"] = new(2024, 12, 1) }), "service").Due);
        var left = Due(Overlocker, Use(0, new() { ["service"] = new(2024, 12, 2) }), "service");
        Assert.Equal((false, true, new DateOnly(2026, 12, 2)), (left.Due, left.Soon, left.On!.Value));
        // Where nobody wrote it down it counts from the day the record was made.
        Assert.Equal(Today.AddDays(-10).AddMonths(24), Due(Overlocker, Use(0), "service").On);
    }

    [Fact]
    public void Twenty_nine_February_comes_round_on_the_twenty_eighth() =>
        Assert.Equal(new DateOnly(2026, 2, 28), Due(Overlocker, Use(0, new() { ["service"] = new(2024, 2, 29) }), "service").On);

    [Fact]
    public void A_machine_s_own_record_wins_and_nought_is_never()
    {
        var own = Overlocker with { Care = new() { OilHours = 20, LintHours = 0, ServiceMonths = 12 } };
        Assert.Equal(["oil", "knives", "service"], CareDue.Of(own, Use(10), Today).Select(d => d.TaskId));
        Assert.False(Due(own, Use(19), "oil").Due);
        Assert.True(Due(own, Use(20), "oil").Due);
        Assert.Equal(Today.AddDays(-10).AddMonths(12), Due(own, Use(0), "service").On);
        // A plain machine has no knives, and one that is simulated needs nothing.
        Assert.DoesNotContain(CareDue.Of(Plain, Use(500), Today), d => d.TaskId == "knives");
        Assert.Empty(CareDue.Of(Overlocker with { SimulatedNumber = 3 }, Use(500), Today));
        foreach (var wrong in new MachineCare[] { new() { OilHours = -1 }, new() { LintHours = 1001 }, new() { KnivesHours = double.NaN }, new() { ServiceMonths = -1 }, new() { ServiceMonths = 241 } })
        {
            Assert.Single(MachineCheck.Problems(Overlocker with { Care = wrong }));
        }

        Assert.Equal("stitchesPerMinute", Assert.Single(MachineCheck.Problems(Overlocker with { StitchesPerMinute = 49 })).Field);
    }

    /// <summary>Said a second time: the day on which so much is sewn, day by day.</summary>
    [Fact]
    public void The_day_is_foretold_from_how_much_is_sewn()
    {
        var random = new Random(11);
        for (var i = 0; i < 500; i++)
        {
            var (hours, aDay) = (20 * random.NextDouble(), random.Next(4) == 0 ? 0 : 2 * random.NextDouble());
            var due = Due(Overlocker, Use(hours, aDay: aDay), "oil");
            Assert.Equal(hours >= 8, due.Due);
            DateOnly? expected = null;
            for (var day = 0; day <= CareDue.FarthestDays && expected is null; day++)
            {
                expected = hours + day * aDay >= 8 - 1e-12 ? Today.AddDays(day) : null;
            }

            Assert.Equal(expected, due.On);
        }
    }

    private static NeedleUse Needle(double hours, bool used = false, int projects = 0, double? gap = null) => new(1, ThreadPosition.NeedleLeft, new("household", "stretch", 80, gap), hours, used, projects, 0);

    /// <summary>Common practice B8, no published source: about 12 hours, or a project and then once more, or until it sews badly.</summary>
    [Theory]
    [InlineData("hours", 11.9, false, 0, null, false)]
    [InlineData("hours", 12.0, false, 0, null, true)]
    [InlineData("hours", 5.0, false, 3, null, false)]
    [InlineData("project", 5.0, false, 0, null, false)]
    [InlineData("project", 5.0, false, 1, null, true)]
    [InlineData("project", 8.0, false, 0, null, true)]
    // A twin needle is dear and is kept for several hems: a project that ended does not send it away.
    [InlineData("project", 5.0, false, 1, 4.0, false)]
    [InlineData("bad", 500.0, false, 9, null, false)]
    // One that was used before has one project left in it, by whatever school.
    [InlineData("hours", 7.9, true, 0, null, false)]
    [InlineData("hours", 8.0, true, 0, null, true)]
    [InlineData("hours", 1.0, true, 1, null, true)]
    [InlineData("bad", 8.0, true, 0, null, true)]
    public void A_needle_lasts_as_long_as_its_school_says(string school, double hours, bool used, int projects, double? gap, bool due)
    {
        var choice = SchoolCatalogue.NeedleLife.Choices.First(c => c.Id == school || (school == "bad" && c.Id is not ("hours" or "project"))).Id;
        Assert.Equal(due, CareDue.Of(Needle(hours, used, projects, gap), ChosenSchools.Default with { NeedleLifeId = choice }, 0.5, Today).Due);
    }

    [Fact]
    public void A_timer_is_moments_and_loses_nothing_to_a_clock_that_is_set_back()
    {
        var sat = new Sitting(Now, null);
        Assert.Equal(TimeSpan.FromMinutes(90), sat.Until(Now.AddMinutes(90)));
        Assert.Equal(TimeSpan.FromMinutes(30), sat.After(Now.AddMinutes(60), Now.AddMinutes(90)));
        Assert.False(sat.Forgotten(Now.AddHours(4)));
        Assert.True(sat.Forgotten(Now.AddHours(4.1)));
        // Set back: no time is made of it, and none is below nothing.
        Assert.True(sat.ClockSetBack(Now.AddHours(-1)));
        Assert.Equal(TimeSpan.Zero, sat.Until(Now.AddHours(-1)));
        Assert.Equal(TimeSpan.Zero, sat.EndedAt(Now.AddHours(-1)).Until(Now));
        Assert.Null(sat.EndFault(Now.AddMinutes(50), Now.AddHours(-1)));
        Assert.Null(sat.EndFault(Now.AddMinutes(50), Now.AddHours(9)));
        foreach (var wrong in new[] { Now, Now.AddMinutes(-1), Now.AddHours(9.1), Now.AddHours(17) })
        {
            Assert.NotNull(sat.EndFault(wrong, Now.AddHours(9)));
        }
    }

    [Fact]
    public void A_needle_is_whole_only_with_both_its_parts()
    {
        var broke = new BrokenNeedle { Seat = ThreadPosition.NeedleLeft };
        Assert.True(broke.Open && broke.With("whole", true).Open && broke.With("whole", true).Found.Count == 0);
        var found = broke.With("tip", true).With("rest", true);
        Assert.True(found.Open);
        Assert.True(found.With("whole", true) is { Whole: true, Open: false });
        // Not the tip after all: then it is not whole either.
        Assert.True(found.With("whole", true).With("tip", false) is { Whole: false, Open: true, Found: ["rest"] });
        Assert.True((broke with { OutOfUse = true }) is { Open: false, Whole: false });
    }

    [Fact]
    public void Every_code_has_words()
    {
        Finding With(string code) => new Finding(code).With("task", "oil").With("hours", 1.5).With("every", 8).With("left", 2).With("on", "2026-12-16").With("seat", "needle-left").With("seamM", 1).With("threadM", 1).With("machine", "a").With("count", 2).With("what", "b");
        string[] due = ["hours-due", "hours-due-never", "hours-left", "hours-left-never", "day-due", "day-left", "needle-due", "needle-used-due", "needle-project-due", "needle-left", "needle-used-left", "needle-until-bad"];
        string[] since = ["since-sewn", "since-hours", "since-needle", "since-reopened", "since-passed"];
        string[] tasks = [.. CareTask.All.Select(t => "task-" + t.Id)];
        string[] how = ["oil-1", "oil-2", "oil-2-overlocker", "oil-3", "oil-4", "lint-1", "lint-2-brush", "lint-2-air", "lint-2-plain", "lint-3", "knives-1", "knives-2", "knives-3", "service-1", "needle-1", "needle-2", "needle-3", "needle-3-round", "needle-4"];
        string[] all = [.. due, .. since, .. tasks, .. how];
        Assert.Empty(all.SelectMany(c => CareWords.Lacks(With(c))));
        Assert.Equal(CareWords.Codes.Where(c => c != Finding.Written).Order(StringComparer.Ordinal), all.Order(StringComparer.Ordinal));
        Assert.Equal("Service has been due since 16 Dec 2026.", CareWords.Of(With("day-due").With("task", "service")));
    }

    /// <summary>Every finding of random uses has its words, and says what was reckoned.</summary>
    [Fact]
    public void What_is_said_of_random_uses_is_true()
    {
        var random = new Random(12);
        var codes = new HashSet<string>();
        for (var i = 0; i < 400; i++)
        {
            var done = CareTask.All.Where(_ => random.Next(2) == 0).ToDictionary(t => t.Id, _ => Today.AddDays(-random.Next(900)));
            foreach (var due in CareDue.Of(random.Next(2) == 0 ? Overlocker : Plain, Use(60 * random.NextDouble(), done), Today)
                .Append(CareDue.Of(Needle(20 * random.NextDouble(), random.Next(3) == 0, random.Next(2)), ChosenSchools.Default with { NeedleLifeId = SchoolCatalogue.NeedleLife.Choices[random.Next(3)].Id }, 0.5, Today)))
            {
                var found = due.Finding();
                codes.Add(found.Code);
                Assert.Empty(CareWords.Lacks(found));
                Assert.Equal(due.Due, found.Code.Contains("-due", StringComparison.Ordinal));
                if (found.Figures.TryGetValue("left", out var left))
                {
                    Assert.Equal(Math.Max(0, due.EveryHours!.Value - due.Hours!.Value), left, 9);
                }
            }
        }

        Assert.Equal(12, codes.Count);
    }

    [Fact]
    public void How_it_is_done_follows_machine_and_school()
    {
        Assert.Contains(CareWords.How(CareTask.Oil, Overlocker, "brush"), s => s.Contains("upper looper", StringComparison.Ordinal));
        Assert.DoesNotContain(CareWords.How(CareTask.Oil, Plain, "brush"), s => s.Contains("upper looper", StringComparison.Ordinal));
        Assert.Contains(CareWords.How(CareTask.Lint, Overlocker, "air"), s => s.Contains("eye protection", StringComparison.Ordinal));
        Assert.DoesNotContain(CareWords.How(CareTask.Lint, Overlocker, "brush"), s => s.Contains("Blow", StringComparison.Ordinal));
        // Common practice B6, no published source: one needle at a time, where there are two.
        Assert.StartsWith("One needle at a time", CareWords.NeedleHow(Overlocker)[0], StringComparison.Ordinal);
    }
}
