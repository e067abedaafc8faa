using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Practice;
using YieldingLoop.Core.ThreadUp;

namespace YieldingLoop.Core.Tests.Practice;

/// <summary>Threading in order. Common practice A4, A5, B6, B7, B13, F16 and H; no published source.</summary>
public sealed class OrderTests
{
    private static readonly IReadOnlyList<OrderCase> Cases = [.. Enumerable.Range(1, 90).Select(OrderCase.Draw)];

    [Fact]
    public void The_order_of_a_thread_up_keeps_every_rule()
    {
        foreach (var drawn in Cases)
        {
            for (var i = 0; i < drawn.Plan.Steps.Count; i++)
            {
                Assert.Null(OrderRules.Why(drawn.Plan, [.. Enumerable.Range(0, i)], i));
            }
        }
    }

    /// <summary>Written a second time: whatever order the rules let through, these must hold of it.</summary>
    [Fact]
    public void No_order_that_is_let_through_is_one_that_goes_wrong()
    {
        var random = new Random(5);
        var orders = 0;
        foreach (var drawn in Cases)
        {
            var done = new List<int>();
            while (done.Count < drawn.Plan.Steps.Count)
            {
                List<int> may = [.. Enumerable.Range(0, drawn.Plan.Steps.Count).Where(i => !done.Contains(i) && OrderRules.Why(drawn.Plan, done, i) is null)];
                Assert.NotEmpty(may);
                done.Add(may[random.Next(may.Count)]);
            }

            orders += done.SequenceEqual(Enumerable.Range(0, done.Count)) ? 0 : 1;
            var acts = done.Select(i => drawn.Plan.Steps[i].Act).ToList();
            int At(ThreadUpAct act) => acts.IndexOf(act);
            Assert.Equal(acts.Count - 1, At(ThreadUpAct.Swatch));
            Assert.Equal(acts.Count - 2, At(ThreadUpAct.SwitchOn));
            Assert.True(At(ThreadUpAct.TurnByHand) < At(ThreadUpAct.CloseCovers));
            Assert.True(acts.TakeWhile(a => a != ThreadUpAct.SwitchOff).All(a => a == ThreadUpAct.WindBobbin), "nothing but winding with the power on");
            Assert.True(At(ThreadUpAct.FootUp) < acts.FindIndex(a => a is ThreadUpAct.ThreadLooper or ThreadUpAct.ThreadNeedle));
            Assert.True(acts.LastIndexOf(ThreadUpAct.ThreadLooper) < acts.IndexOf(ThreadUpAct.ThreadNeedle), "needles last");
            Assert.True(acts.FindLastIndex(a => a is ThreadUpAct.ThreadLooper or ThreadUpAct.ThreadNeedle) < At(ThreadUpAct.IntoDiscs));
            Assert.True(acts.LastIndexOf(ThreadUpAct.TakeOut) < acts.FindIndex(a => a is ThreadUpAct.ThreadLooper or ThreadUpAct.ThreadNeedle));
            var loopers = done.Select(i => drawn.Plan.Steps[i]).Where(s => s.Act == ThreadUpAct.ThreadLooper).Select(s => s.Position()).ToList();
            Assert.Equal(Changeover.LooperOrder(drawn.Plan.Head).Where(loopers.Contains), loopers);
        }

        Assert.True(orders > 10, "other orders than the list's are let through where nothing forbids them");
    }

    [Fact]
    public void One_that_may_come_next_is_always_offered_and_every_reason_has_words()
    {
        foreach (var drawn in Cases)
        {
            var run = new OrderRun(drawn, []);
            var moves = new List<PracticeMove>();
            while (!run.Ended)
            {
                Assert.InRange(run.Offered.Count, 1, OrderCase.Choices);
                Assert.Equal(run.Offered.Count, run.Offered.Distinct().Count());
                foreach (var wrong in run.Offered.Select(o => OrderRules.Why(drawn.Plan, run.Done, o)).OfType<Core.Words.Finding>())
                {
                    Assert.Empty(PracticeWords.Lacks(wrong));
                }

                var right = run.Offered.First(o => OrderRules.Why(drawn.Plan, run.Done, o) is null);
                moves.Add(new(PracticeDeed.Next) { Step = right });
                run = new(drawn, moves);
            }

            Assert.True(run.Clean);
            Assert.Equal("ended", run.Problem(new(PracticeDeed.Explain)));
        }
    }

    [Fact]
    public void A_step_too_early_is_told_why_and_is_not_done()
    {
        var drawn = Cases.First(c => c.Plan.Head is Overlocker);
        var looper = drawn.Plan.Steps.ToList().FindIndex(s => s.Act == ThreadUpAct.ThreadLooper);
        Assert.Equal("order-power-off", OrderRules.Why(drawn.Plan, [], looper)!.Code);
        var early = new OrderRun(drawn, []).Offered.First(o => OrderRules.Why(drawn.Plan, [], o) is not null);
        var run = new OrderRun(drawn, [new(PracticeDeed.Next) { Step = early }]);
        Assert.Equal((1, 0, early), (run.Slips, run.Done.Count, run.TooEarly));
        Assert.Equal("not-here", run.Problem(new(PracticeDeed.Next) { Step = 99 }));
        Assert.Equal("not-here", run.Problem(new(PracticeDeed.Sew)));
    }

    [Fact]
    public void Overlocker_coverstitch_and_twin_needle_come_in_turn_each_with_what_is_special_to_it()
    {
        Assert.Equal([MachineKind.Overlocker, MachineKind.Coverstitch, MachineKind.Plain], Cases.Take(3).Select(c => c.Plan.Head.Kind));
        Assert.Contains(Cases, c => c.Plan.Head is Overlocker && c.Plan.Steps.Any(s => s.Act == ThreadUpAct.TakeOut));
        Assert.Contains(Cases, c => c.Plan.Head is Coverstitch && c.Plan.Steps.Any(s => s.Act == ThreadUpAct.TakeOutNeedle));
        Assert.All(Cases.Where(c => c.Plan.Head is PlainMachine), c => Assert.True(c.Plan.Steps[0].Act == ThreadUpAct.WindBobbin && c.Plan.Steps.Any(s => s.Act == ThreadUpAct.SetNeedle && s.Needle!.IsTwin)));
        // Not at random: one machine threads its lower looper first.
        Assert.Contains(Cases, c => c.Plan.Head is Overlocker { LooperOrder: LooperOrder.LowerFirst });
    }
}
