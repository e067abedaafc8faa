using YieldingLoop.Core.Coach;
using YieldingLoop.Core.Faults;
using YieldingLoop.Core.Practice;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Tests.Practice;

/// <summary>Cases for practice, and somebody at them.</summary>
public sealed class MendTests
{
    private static readonly MendLevel[] Levels = Enum.GetValues<MendLevel>();

    [Fact]
    public void A_case_has_what_its_level_wants_and_is_the_same_by_its_number_ever_after()
    {
        foreach (var level in Levels)
        {
            for (var number = 1; number <= 20; number++)
            {
                var (drawn, again) = (MendCase.Draw(level, number), MendCase.Draw(level, number));
                Assert.Equal(drawn.Trial.Truth.Faults, again.Trial.Truth.Faults);
                Assert.Equal((drawn.Trial.Plan.Setup, drawn.Name), (again.Trial.Plan.Setup, again.Name));
                Assert.True(MendCase.TryParse(drawn.Name, out var l, out var n) && (l, n) == (level, number));
                Assert.Equal(level == MendLevel.Two ? 2 : 1, drawn.Trial.Truth.Faults.Count);
                Assert.True(level != MendLevel.Gross || drawn.Trial.Truth.Faults[0].Fault.Kind is FaultKind.OutOfDisc or FaultKind.Doubled or FaultKind.Dragging or FaultKind.LooperOrder);
            }
        }
    }

    [Theory]
    [InlineData("")]
    [InlineData(null)]
    [InlineData("5-0001")]
    [InlineData("0-0001")]
    [InlineData("1-0000")]
    [InlineData("1-10000")]
    [InlineData("1-1-1")]
    [InlineData("1--1")]
    [InlineData("one-two")]
    public void What_names_no_case_is_told_so(string? name) => Assert.False(MendCase.TryParse(name, out _, out _));

    [Fact]
    public void Numbers_outside_are_a_mistake_of_the_program()
    {
        Assert.Throws<ArgumentOutOfRangeException>(() => MendCase.Draw(MendLevel.Gross, 0));
        Assert.Throws<ArgumentOutOfRangeException>(() => MendCase.Draw((MendLevel)9, 1));
    }

    [Fact]
    public void The_same_moves_have_the_same_results_and_take_the_minutes_of_the_catalogue()
    {
        var mend = MendCase.Draw(MendLevel.Plain, 7);
        var thread = mend.Trial.Plan.Setup.Threads.First().Key;
        PracticeMove[] moves = [new(PracticeDeed.Sew), new(PracticeDeed.Look) { Look = CoachLook.InDisc, Position = thread }, new(PracticeDeed.Repair) { Look = CoachLook.InDisc, Position = thread }, new(PracticeDeed.Sew)];
        var (one, other) = (new MendRun(mend, moves), new MendRun(mend, moves));
        Assert.Equal(one.Results.Select(r => (r.Read?.GapMm, r.Bad, r.Minutes)), other.Results.Select(r => (r.Read?.GapMm, r.Bad, r.Minutes)));
        Assert.Equal(3 + 0.3 + 0.3 + 3, one.Minutes, 6);
        Assert.Equal(2, one.Swatches);
    }

    /// <summary>Who puts right exactly what is hidden has a machine with nothing left in it; a sticky one wants everything threaded again.</summary>
    [Fact]
    public void Whoever_puts_right_what_is_hidden_has_a_sound_machine()
    {
        foreach (var level in Levels)
        {
            for (var number = 1; number <= 10; number++)
            {
                var mend = MendCase.Draw(level, number);
                List<PracticeMove> moves = [.. mend.Trial.Truth.Faults.Select(f => new PracticeMove(PracticeDeed.Repair) { Look = f.Fault.Kind.LookFor(), Position = f.Fault.Position })];
                var sticky = mend.Trial.Truth.Faults.Any(f => f.Sticky);
                Assert.Equal(sticky, new MendRun(mend, moves).StillWrong.Count > 0);
                moves.Add(new(PracticeDeed.Change) { Change = CoachChange.RethreadAll });
                Assert.Empty(new MendRun(mend, moves).StillWrong);
            }
        }
    }

    [Fact]
    public void What_cannot_be_done_here_is_told_and_done_by_nobody()
    {
        var mend = Enumerable.Range(1, 60).Select(n => MendCase.Draw(MendLevel.Gross, n)).First(m => m.Trial.Plan.StitchId == "514");
        var run = new MendRun(mend, []);
        Assert.Equal("not-here", run.Problem(new(PracticeDeed.Look) { Look = CoachLook.Slot }));
        Assert.Equal("not-here", run.Problem(new(PracticeDeed.Look) { Look = CoachLook.InDisc, Position = ThreadPosition.Bobbin }));
        Assert.Equal("not-settable", run.Problem(new(PracticeDeed.Change) { Change = CoachChange.Dial, Position = ThreadPosition.UpperLooper, To = 99 }));
        Assert.Equal("not-settable", run.Problem(new(PracticeDeed.Change) { Change = CoachChange.Width, To = 3 }));
        Assert.Equal("not-passed", run.Problem(new(PracticeDeed.Keep)));
        Assert.Throws<ArgumentException>(() => new MendRun(mend, [new(PracticeDeed.Keep)]));
        var many = Enumerable.Repeat(new PracticeMove(PracticeDeed.Sew), IPracticeRun.MostMoves).ToList();
        Assert.Equal("too-many-moves", new MendRun(mend, many).Problem(new(PracticeDeed.Sew)));
    }

    /// <summary>The coach on the same case is what somebody's minutes are held against.</summary>
    [Fact]
    public void The_coach_mends_the_same_cases()
    {
        var ended = Levels.SelectMany(l => Enumerable.Range(1, 8).Select(n => CoachWalk.Through(MendCase.Draw(l, n).Trial))).ToList();
        Assert.True(ended.Count(e => e.Solved) >= ended.Count - 1);
        Assert.InRange(ended.Average(e => e.Swatches), 1.5, 4.5);
    }

    [Fact]
    public void Kept_is_what_passed_and_then_nothing_more_is_done()
    {
        var kept = 0;
        for (var number = 1; number <= 30 && kept == 0; number++)
        {
            var mend = MendCase.Draw(MendLevel.Gross, number);
            List<PracticeMove> moves = [.. mend.Trial.Truth.Faults.Select(f => new PracticeMove(PracticeDeed.Repair) { Look = f.Fault.Kind.LookFor(), Position = f.Fault.Position }), new(PracticeDeed.Sew)];
            var run = new MendRun(mend, moves);
            if (run.Stands is { Passed: true })
            {
                Assert.True(run.Mended && !run.Ended);
                run = new(mend, [.. moves, new(PracticeDeed.Keep)]);
                Assert.True(run.Ended && run.Mended);
                Assert.Equal("ended", run.Problem(new(PracticeDeed.Sew)));
                kept++;
            }
        }

        Assert.Equal(1, kept);
    }
}
