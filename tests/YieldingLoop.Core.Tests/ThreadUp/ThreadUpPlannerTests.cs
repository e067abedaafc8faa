using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.ThreadUp;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Tests.ThreadUp;

/// <summary>
/// The way onto the machine, held against the rules of practice A4, A5, B5 to B7, C8, F7 and F16 written out here a
/// second time, over every pair of <see cref="StatePairs"/>. Common practice, no published source.
/// </summary>
public class ThreadUpPlannerTests
{
    private static readonly ThreadUpAct[] Laid = [ThreadUpAct.TieOn, ThreadUpAct.ThreadLooper, ThreadUpAct.ThreadNeedle, ThreadUpAct.LayInBobbin];

    private static readonly ThreadUpAct[] NearTheNeedle =
        [ThreadUpAct.ChangeOver, ThreadUpAct.SetNeedle, ThreadUpAct.Finger, ThreadUpAct.Converter, ThreadUpAct.Plate, ThreadUpAct.Foot, ThreadUpAct.Stitch, ThreadUpAct.Width, ThreadUpAct.NeedlePosition, ThreadUpAct.Knife, ThreadUpAct.KnifeAway, ThreadUpAct.KnifeBack,
            ThreadUpAct.ClearAway, ThreadUpAct.TakeOutNeedle, ThreadUpAct.TakeOff, ThreadUpAct.TakeOut, .. Laid];

    /// <summary>What is cut, drawn out or taken off with the foot up: practice A5 and C8, and a foot or a plate comes off only then.</summary>
    private static readonly ThreadUpAct[] FootUp =
        [ThreadUpAct.ClearAway, ThreadUpAct.TakeOff, ThreadUpAct.TakeOut, ThreadUpAct.Plate, ThreadUpAct.Foot, ThreadUpAct.SetNeedle, ThreadUpAct.TakeOutNeedle];

    private static ThreadUpPlan Plan(Machine machine, Setup from, Setup wanted)
    {
        var answer = ThreadUpPlanner.Plan(new ThreadUpQuestion(machine, from, wanted, ChosenSchools.Default));
        Assert.Empty(answer.Problems);
        return answer.Value!;
    }

    private static void ForEveryPair(Action<Machine, Setup, Setup, ThreadUpPlan> check)
    {
        foreach (var (name, machine) in StatePairs.Machines)
        {
            var count = 0;
            foreach (var (from, wanted) in StatePairs.Of(machine))
            {
                var plan = Plan(machine, from, wanted);
                try
                {
                    check(machine, from, wanted, plan);
                }
                catch (Exception fault)
                {
                    throw new InvalidOperationException($"{name}, pair {count}: {string.Join(" · ", plan.Steps.Select(s => $"{s.Act} {string.Join('+', s.Positions)}"))}", fault);
                }

                count++;
            }

            Assert.True(count >= 500);
        }
    }

    [Fact]
    public void Carrying_out_the_steps_yields_the_wanted_state() => ForEveryPair((machine, from, wanted, plan) =>
    {
        var end = plan.StateAfter(plan.Steps.Count);
        Assert.DoesNotContain(SetupCheck.Problems(machine, end), p => p.Field != "changedOverTo");
        Assert.Equal(wanted.ChangedOverTo, end.ChangedOverTo);
        Assert.Equal(wanted.Needles, end.Needles);
        Assert.Equal(wanted.Threads.Filled, end.Threads.Filled);
        Assert.All(wanted.HeadOf(machine).ThreadPlaces, p => Assert.Equal(wanted.Threads[p].IsThere, end.Threads[p].IsThere));
        // Nothing is left of which nobody knows whether it is there.
        Assert.All(end.ThreadPlaces(wanted.HeadOf(machine)), p => Assert.False(end.Threads[p].IsUnknown));
        Assert.All(wanted.Threads, t => Assert.True(end.Threads[t.Key].Value.Serves(t.Value)));
        Assert.All(wanted.Dials, d => Assert.Equal(d.Value, end.Dials[d.Key]));
        Same(wanted.FingerName, end.FingerName);
        Same(wanted.PlateName, end.PlateName);
        Same(wanted.FootName, end.FootName);
        Same(wanted.StitchId, end.StitchId);
        Same(wanted.StitchLengthMm, end.StitchLengthMm);
        Same(wanted.Differential, end.Differential);
        Same(wanted.FootPressure, end.FootPressure);
        Same(wanted.ZigzagWidthMm, end.ZigzagWidthMm);
        Same(wanted.NeedlePositionMm, end.NeedlePositionMm);
        Same(wanted.CuttingWidthMm, end.CuttingWidthMm);
        Assert.True(!wanted.Knife.IsThere || wanted.Knife == end.Knife || (end.Knife.IsUnknown && wanted.Knife == KnifeStand.Cutting));
        // What is not asked for is not changed.
        Assert.True(wanted.Knife.IsThere || (plan.Steps.Any(s => s.Act == ThreadUpAct.ChangeOver) ? end.Knife.IsUnknown : end.Knife == from.Knife));
        Assert.True(wanted.CuttingWidthMm.IsThere || (plan.Steps.Any(s => s.Act == ThreadUpAct.ChangeOver) ? end.CuttingWidthMm.IsUnknown : end.CuttingWidthMm == from.CuttingWidthMm));
        Assert.True(wanted.ConverterName.IsUnknown || wanted.ConverterName.Thing() == end.ConverterName.Thing());

        static void Same<T>(Place<T> wish, Place<T> there)
            where T : notnull => Assert.True(!wish.IsThere || wish == there);
    });

    /// <summary>Practice A7 and F7: at no moment does a needle stand where it would strike, unless it stood there before and is not changed.</summary>
    [Fact]
    public void Nothing_strikes_at_the_end_or_on_the_way()
    {
        int safe = 0, struck = 0, emptied = 0;
        ForEveryPair((machine, from, wanted, plan) =>
        {
            if (machine is not PlainMachine plain)
            {
                return;
            }

            var end = plan.StateAfter(plan.Steps.Count);
            Assert.False(StatePairs.Strikes(plain, end));
            Assert.True(end.Twin is null || end.NeedlePositionMm == 0.0);
            var before = StatePairs.Strikes(plain, from);
            var state = from;
            foreach (var step in plan.Steps)
            {
                state = step.Apply(state);
                if (step.Act is ThreadUpAct.Plate or ThreadUpAct.Foot or ThreadUpAct.Stitch or ThreadUpAct.Width or ThreadUpAct.NeedlePosition or ThreadUpAct.SetNeedle)
                {
                    Assert.True(!StatePairs.Strikes(plain, state) || (before && plan.Steps.All(s => s.Act != ThreadUpAct.SetNeedle)), $"after {step.Act}");
                }

                emptied += step.Act == ThreadUpAct.TakeOutNeedle ? 1 : 0;
            }

            (safe, struck) = before ? (safe, struck + 1) : (safe + 1, struck);
        });
        Assert.True(safe > 200 && struck > 20 && emptied > 5, $"{safe} {struck} {emptied}");
    }

    /// <summary>What would strike is refused, with the place named; whatever is left on the machine counts.</summary>
    [Fact]
    public void What_would_strike_is_refused_and_everything_else_is_answered()
    {
        var plain = Planning.PlanSearchTests.Plain() with { FootPressure = new(0.5, 1.5, 0.1) };
        var random = new Random(7);
        int refused = 0, answered = 0;
        var states = StatePairs.Of(plain).Take(300).ToList();
        foreach (var (from, other) in states)
        {
            var wanted = states[random.Next(states.Count)].Wanted with
            {
                PlateName = random.Next(3) == 0 ? Place<string>.Unknown : plain.Plates[random.Next(plain.Plates.Count)].Name,
                FootName = random.Next(3) == 0 ? Place<string>.Unknown : plain.Feet[random.Next(plain.Feet.Count)].Name,
                ZigzagWidthMm = other.ZigzagWidthMm,
            };
            var swings = wanted.StitchId == StitchCatalogue.Lockstitch.Id && wanted.ZigzagWidthMm != 0.0;
            var end = wanted with { NeedlePositionMm = wanted.Twin is null ? wanted.NeedlePositionMm : 0, PlateName = wanted.PlateName.IsThere ? wanted.PlateName : from.PlateName, FootName = wanted.FootName.IsThere ? wanted.FootName : from.FootName };
            var answer = ThreadUpPlanner.Plan(new ThreadUpQuestion(plain, from, wanted, ChosenSchools.Default));
            Assert.Equal(swings || StatePairs.Strikes(plain, end), !answer.Succeeded);
            Assert.All(answer.Problems, p => Assert.Matches("^wanted\\.(plate|foot|zigzagWidthMm|needles\\.needle\\.twinGapMm)$", p.Field));
            Assert.All(answer.Problems, p => Assert.Empty(Measures.Lacks(p.Finding!)));
            (refused, answered) = answer.Succeeded ? (refused, answered + 1) : (refused + 1, answered);
        }

        Assert.True(refused > 30 && answered > 100, $"{refused} {answered}");
    }

    [Fact]
    public void Minutes_are_the_least_an_exhaustive_search_finds_and_what_the_set_up_planner_counts() => ForEveryPair((machine, from, wanted, plan) =>
    {
        Assert.Equal(ShortestSafeWay.Minutes(machine, from, wanted), plan.Minutes, 6);
        Assert.Equal(Changeover.Between(machine, from, wanted), plan.Minutes, 6);
        Assert.Equal(plan.Minutes + (plan.Steps.Count > 0 ? 3 : 0), plan.MinutesWithSwatch, 6);
    });

    [Fact]
    public void Nothing_is_done_that_need_not_be() => ForEveryPair((_, from, wanted, plan) =>
    {
        // Every step that changes something is needed: nothing is done twice, and nothing that was right already.
        Assert.Equal(plan.Steps.Count, plan.Steps.Select(s => (s.Act, string.Join(',', s.Positions))).Distinct().Count());
        var state = from;
        foreach (var step in plan.Steps)
        {
            switch (step.Act)
            {
                case ThreadUpAct.SetNeedle:
                    Assert.NotEqual(step.Needle, state.Needles[step.Position()].Thing());
                    Assert.Equal(wanted.Needles[step.Position()], step.Needle!);
                    break;
                case ThreadUpAct.ClearAway:
                    // Only what nobody has said, and all of it.
                    Assert.All(step.Seats, p => Assert.True(state.Needles[p].IsUnknown));
                    Assert.All(step.Positions, p => Assert.True(state.Threads[p].IsUnknown));
                    break;
                case ThreadUpAct.TakeOutNeedle:
                    // A needle nobody wants; or on a plain machine one that is changed and would strike on the way.
                    Assert.True(wanted.Needles[step.Position()].IsEmpty || (step.Position() == ThreadPosition.Needle && plan.Steps.Any(s => s.Act == ThreadUpAct.SetNeedle)));
                    break;
                case ThreadUpAct.TakeOff:
                    Assert.True(wanted.Threads[step.Position()].IsEmpty);
                    break;
                case ThreadUpAct.TakeOut:
                    // Only what a looper threaded afresh would catch.
                    Assert.Contains(plan.Steps, s => s.Act == ThreadUpAct.ThreadLooper);
                    Assert.All(step.Positions, p => Assert.True(state.Threads[p].IsThere));
                    break;
                case ThreadUpAct.TieOn or ThreadUpAct.ThreadLooper or ThreadUpAct.ThreadNeedle or ThreadUpAct.LayInBobbin:
                    Assert.False(state.Threads[step.Position()].TryGet(out var here) && here.Serves(step.Thread!));
                    break;
                case ThreadUpAct.Dial:
                    Assert.NotEqual(state.Dials[step.Position()].Number(), step.Number);
                    break;
                case ThreadUpAct.FootUp:
                    Assert.Contains(plan.Steps, s => Laid.Contains(s.Act) || FootUp.Contains(s.Act));
                    break;
                case ThreadUpAct.TurnByHand:
                    Assert.Contains(plan.Steps, s => NearTheNeedle.Contains(s.Act));
                    break;
                case ThreadUpAct.Length:
                    Assert.NotEqual(state.StitchLengthMm.Number(), step.Number);
                    break;
            }

            state = step.Apply(state);
        }

        // With what is wanted on the machine already, there is nothing to do.
        Assert.Equal(plan.Minutes == 0 && from.Threads.Count <= wanted.Threads.Count && plan.Steps.All(s => s.Act != ThreadUpAct.ClearAway), plan.Steps.Count == 0);
    });

    [Fact]
    public void No_step_precedes_what_it_depends_on() => ForEveryPair((machine, from, wanted, plan) =>
    {
        var head = wanted.HeadOf(machine);
        ThreadPosition[] order = head switch
        {
            Overlocker { LooperOrder: LooperOrder.LowerFirst } => [ThreadPosition.LowerLooper, ThreadPosition.UpperLooper],
            Overlocker => [ThreadPosition.UpperLooper, ThreadPosition.LowerLooper],
            _ => [ThreadPosition.ChainLooper],
        };
        bool power = true, covers = false, open = head is PlainMachine, footUp = false, byHand = true;
        var inDiscs = new HashSet<ThreadPosition>(from.Threads.Filled);
        var state = from;
        foreach (var (index, step) in plan.Steps.Index())
        {
            switch (step.Act)
            {
                case ThreadUpAct.SwitchOff:
                    // Only a bobbin is wound before, and only one that is laid in afterwards, with the same thread.
                    Assert.Equal(plan.Steps.Any(s => s.Act == ThreadUpAct.LayInBobbin) ? 1 : 0, index);
                    power = false;
                    break;
                case ThreadUpAct.WindBobbin:
                    Assert.Equal(0, index);
                    Assert.Equal(step.Thread, Assert.Single(plan.Steps, s => s.Act == ThreadUpAct.LayInBobbin).Thread);
                    break;
                case ThreadUpAct.CloseCovers:
                    covers = true;
                    break;
                case ThreadUpAct.SwitchOn:
                    // Power is on only for sewing: covers closed, everything in its disc, and the wheel turned by hand.
                    Assert.True(covers && byHand);
                    Assert.True(state.Threads.Filled.All(p => p == ThreadPosition.Bobbin || inDiscs.Contains(p)));
                    Assert.Equal(ThreadUpAct.Swatch, plan.Steps[index + 1].Act);
                    power = true;
                    break;
                case ThreadUpAct.Swatch:
                    Assert.True(power && covers);
                    Assert.Equal(plan.Steps.Count - 1, index);
                    break;
                default:
                    Assert.False(power);
                    break;
            }

            byHand = step.Act == ThreadUpAct.TurnByHand || (byHand && !NearTheNeedle.Contains(step.Act));
            footUp |= step.Act == ThreadUpAct.FootUp;
            open |= step.Act == ThreadUpAct.OpenCovers;
            Assert.True(footUp || !(FootUp.Contains(step.Act) || Laid.Contains(step.Act)), $"{step.Act} before the foot is up");
            // Hands go in only where the covers are open, and the power off.
            Assert.True(open || !NearTheNeedle.Contains(step.Act), $"{step.Act} under closed covers");
            switch (step.Act)
            {
                case ThreadUpAct.SetNeedle:
                    // One at a time: every other seat that holds a needle keeps it meanwhile, and no thread has been laid yet.
                    Assert.DoesNotContain(plan.Steps.Take(index), s => Laid.Contains(s.Act) || (s.Act == ThreadUpAct.TakeOutNeedle && s.Position() != step.Position()));
                    break;
                case ThreadUpAct.TakeOutNeedle:
                    Assert.DoesNotContain(plan.Steps.Skip(index), s => s.Act == ThreadUpAct.SetNeedle && s.Position() != step.Position());
                    break;
                case ThreadUpAct.ThreadLooper:
                    Assert.True(footUp);
                    Assert.True(state.Threads[step.Position()].IsEmpty);
                    if (step.Position() == ThreadPosition.TopCover)
                    {
                        break;
                    }

                    Assert.DoesNotContain(order.Concat(head.ThreadPlaces.Where(p => p.IsNeedle())), p => !state.Threads[p].IsEmpty && (p.IsNeedle() || Array.IndexOf(order, p) > Array.IndexOf(order, step.Position())));
                    break;
                case ThreadUpAct.TieOn:
                    Assert.True(footUp);
                    Assert.True(state.Threads[step.Position()].IsThere);
                    Assert.NotEqual(ThreadPosition.Bobbin, step.Position());
                    break;
                case ThreadUpAct.ThreadNeedle:
                    Assert.True(footUp);
                    Assert.Equal(wanted.Needles[head.SeatPlaceOf(step.Position())], state.Needles[head.SeatPlaceOf(step.Position())]);
                    // Needles last: no looper is touched after it.
                    Assert.DoesNotContain(plan.Steps.Skip(index), s => s.Act is ThreadUpAct.ThreadLooper or ThreadUpAct.TieOn or ThreadUpAct.SetNeedle or ThreadUpAct.Finger);
                    break;
                case ThreadUpAct.LayInBobbin:
                    // Its thread is drawn up by the needle's, with the wheel: whatever steers the needle is set before.
                    Assert.True(footUp && wanted.Threads.Filled.Where(p => p.IsNeedle()).All(p => state.Threads[p].IsThere));
                    Assert.DoesNotContain(plan.Steps.Skip(index), s => s.Act is ThreadUpAct.Plate or ThreadUpAct.Foot or ThreadUpAct.Stitch or ThreadUpAct.Width or ThreadUpAct.NeedlePosition);
                    break;
                case ThreadUpAct.IntoDiscs:
                    Assert.True(footUp);
                    inDiscs.UnionWith(step.Positions);
                    break;
                case ThreadUpAct.Dial or ThreadUpAct.Length or ThreadUpAct.Feed or ThreadUpAct.Knife:
                    Assert.DoesNotContain(plan.Steps.Skip(index), s => Laid.Contains(s.Act) || s.Act == ThreadUpAct.IntoDiscs);
                    break;
            }

            if (Laid.Contains(step.Act))
            {
                inDiscs.Remove(step.Position());
            }

            state = step.Apply(state);
            inDiscs.IntersectWith(state.Threads.Filled);
        }
    });

    [Fact]
    public void Every_step_has_words_and_what_looks_shorter_has_its_minutes()
    {
        var shorter = 0;
        ForEveryPair((machine, from, wanted, plan) =>
        {
            var words = ThreadUpWords.All(plan);
            Assert.Equal(plan.Steps.Count, words.Count);
            Assert.All(words, w => Assert.False(string.IsNullOrWhiteSpace(w.Title) || w.Lines.Any(string.IsNullOrWhiteSpace)));
            Assert.All(plan.Steps.Zip(words).Where(s => s.First.Act is ThreadUpAct.SwitchOff or ThreadUpAct.SetNeedle or ThreadUpAct.TakeOutNeedle or ThreadUpAct.Knife or ThreadUpAct.KnifeAway or ThreadUpAct.KnifeBack or ThreadUpAct.OpenCovers or ThreadUpAct.TurnByHand or ThreadUpAct.CloseCovers), s => Assert.NotNull(s.Second.Caution));
            Assert.All(plan.Shorter, s => Assert.True(s.MinutesLess > 0 && s.MinutesLess <= plan.Minutes));
            shorter += plan.Shorter.Count;
        });
        Assert.True(shorter > 500);
    }

    [Fact]
    public void The_same_question_has_the_same_answer() => ForEveryPair((machine, from, wanted, plan) =>
    {
        var again = Plan(machine, from, wanted);
        Assert.Equal(plan.Steps.Select(s => (s.Act, s.Minutes, s.Number, s.Name)), again.Steps.Select(s => (s.Act, s.Minutes, s.Number, s.Name)));
        Assert.Equal(plan.Shorter, again.Shorter);
    });
}
