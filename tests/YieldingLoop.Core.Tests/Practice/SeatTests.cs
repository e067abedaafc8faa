using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Practice;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Tests.Practice;

/// <summary>Needles set wrong, and somebody at them. Common practice B4, B5, B9; no published source.</summary>
public sealed class SeatTests
{
    private static readonly IReadOnlyList<SeatCase> Cases = [.. Enumerable.Range(1, 240).Select(SeatCase.Draw)];

    [Fact]
    public void Every_fault_comes_up_on_every_machine_that_can_have_it()
    {
        Assert.Equal(Enum.GetValues<SeatFault>().Order(), Cases.Select(c => c.Fault).Distinct().Order());
        Assert.Equal(
            Enum.GetValues<SeatFault>().Where(f => f != SeatFault.WrongFinger).Order(),
            Cases.Where(c => c.Machine is Coverstitch).Select(c => c.Fault).Distinct().Order());
        Assert.Equal(SeatCase.Draw(17).Begins.Needles, SeatCase.Draw(17).Begins.Needles);
        Assert.Throws<ArgumentOutOfRangeException>(() => SeatCase.Draw(0));
    }

    /// <summary>The reading of tips is older than these cases: what it reads of the drawn ones is what they are said to be.</summary>
    [Fact]
    public void A_needle_that_hangs_low_is_what_the_reading_of_tips_finds()
    {
        foreach (var drawn in Cases)
        {
            var filled = drawn.Machine.Seats.Where(s => drawn.Begins.Needles.ContainsKey(s.Position)).ToList();
            var readings = filled.Zip(filled.Skip(1)).Select(p => TipCheck.Read(p.First, p.Second, drawn.Begins.TipHigherMm(p.First) - drawn.Begins.TipHigherMm(p.Second))).ToList();
            var low = drawn.Fault is SeatFault.Low or SeatFault.Reversed;
            Assert.Equal(low, readings.Any(r => r.State != TipState.Right));
            Assert.Equal(drawn.Fault == SeatFault.Reversed, readings.Any(r => r.State == TipState.Reversed));
            Assert.All(readings.Where(r => r.NotFullyUp is not null), r => Assert.Equal(drawn.At, r.NotFullyUp));
        }
    }

    [Fact]
    public void A_finger_belongs_to_its_needles_by_the_machines_table()
    {
        foreach (var drawn in Cases.Where(c => c.Machine is Overlocker))
        {
            var overlocker = (Overlocker)drawn.Machine;
            var use = (drawn.Wanted.Needles.ContainsKey(ThreadPosition.NeedleLeft), drawn.Wanted.Needles.ContainsKey(ThreadPosition.NeedleRight)) switch { (true, true) => FingerUse.BothNeedles, (true, false) => FingerUse.LeftNeedle, _ => FingerUse.RightNeedle };
            Assert.True(overlocker.FingerNamed(drawn.Wanted.Finger)!.Use.HasFlag(use));
            Assert.Equal(drawn.Fault == SeatFault.WrongFinger, drawn.Begins.Finger != drawn.Wanted.Finger);
        }
    }

    [Fact]
    public void Said_switched_off_and_put_right_it_ends_clean()
    {
        foreach (var drawn in Cases)
        {
            var run = new SeatRun(drawn, drawn.Way);
            Assert.True(run.Clean, drawn.Number.ToString(System.Globalization.CultureInfo.InvariantCulture));
            Assert.True(run.Right);
        }
    }

    [Fact]
    public void What_is_not_so_is_a_slip_with_the_reason_and_changes_nothing()
    {
        foreach (var drawn in Cases)
        {
            foreach (var fault in Enum.GetValues<SeatFault>())
            {
                foreach (var seat in fault is SeatFault.Low or SeatFault.Backwards ? drawn.Begins.Needles.Keys.Cast<ThreadPosition?>() : [null])
                {
                    var so = (fault == drawn.Fault && (seat is null || seat == drawn.At)) || (fault == SeatFault.Low && drawn.Fault == SeatFault.Reversed && seat == drawn.At);
                    var run = new SeatRun(drawn, [new(PracticeDeed.Say) { Fault = fault, Position = seat }]);
                    Assert.Equal((so, so ? 0 : 1), (run.Said, run.Slips));
                    Assert.Empty(PracticeWords.Lacks(run.Last!));
                }
            }
        }
    }

    [Fact]
    public void With_the_power_on_nothing_is_touched()
    {
        var drawn = Cases.First(c => c.Fault == SeatFault.Low);
        var run = new SeatRun(drawn, [Say(drawn), new(PracticeDeed.PushUp) { Position = drawn.At }]);
        Assert.Equal(("seat-power-on", 1), (run.Last!.Code, run.Slips));
        Assert.Equal(drawn.Begins.Needles, run.Stands.Needles);
        Assert.False(new SeatRun(drawn, [Say(drawn), new(PracticeDeed.PushUp) { Position = drawn.At }, new(PracticeDeed.SwitchOff), new(PracticeDeed.PushUp) { Position = drawn.At }, new(PracticeDeed.Keep)]).Clean);
    }

    [Fact]
    public void Moves_that_cannot_be_made_are_named()
    {
        var drawn = Cases.First(c => c.Fault == SeatFault.Backwards && c.Machine is Coverstitch);
        Assert.Equal("say-first", new SeatRun(drawn, []).Problem(new(PracticeDeed.SwitchOff)));
        Assert.Equal("not-here", new SeatRun(drawn, []).Problem(new(PracticeDeed.Say) { Fault = SeatFault.Low }));
        Assert.Equal("not-here", new SeatRun(drawn, [Say(drawn)]).Problem(new(PracticeDeed.Finger) { Finger = "wide" }));
        Assert.Equal("said-already", new SeatRun(drawn, [Say(drawn)]).Problem(Say(drawn)));
        Assert.Equal("ended", new SeatRun(drawn, [new(PracticeDeed.Explain)]).Problem(Say(drawn)));
        Assert.Throws<ArgumentException>(() => new SeatRun(drawn, [new(PracticeDeed.SwitchOff)]));
    }

    private static PracticeMove Say(SeatCase drawn) => new(PracticeDeed.Say) { Fault = drawn.Fault, Position = drawn.Fault is SeatFault.Low or SeatFault.Backwards ? drawn.At : null };
}
