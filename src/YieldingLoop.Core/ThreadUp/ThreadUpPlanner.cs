using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.ThreadUp;

/// <summary>
/// Finds the shortest safe way onto the machine: only what has to change, in an order that cannot go wrong. Common
/// practice A4, A5, B4 to B7, C8, E5, F7, F10 and F16; no published source. Every choice there is (tying on or threading
/// from the cone) is made by what is on the machine, and the cheaper one never costs more later, so no search is needed;
/// a test holds that against one.
/// </summary>
public static class ThreadUpPlanner
{
    /// <summary>The steps that answer a question.</summary>
    public static Outcome<ThreadUpPlan> Plan(ThreadUpQuestion question)
    {
        if (question.Problems() is { Count: > 0 } problems)
        {
            return Outcome.Failed<ThreadUpPlan>(problems);
        }

        var broken = BrokenThread.Of(question);
        return Outcome.Of(new Route(question, broken).Plan());
    }

    /// <summary>One way being put together.</summary>
    private sealed class Route(ThreadUpQuestion question, BrokenThread broken)
    {
        private readonly Machine head = question.Wanted.HeadOf(question.Machine);
        private readonly MachineState wanted = question.Wanted;
        private readonly Changeover change = new(question.Machine, broken.From, question.Wanted.HeadOf(question.Machine).Kind);
        private readonly List<ThreadUpStep> steps = [];
        private readonly HashSet<ThreadPosition> moved = [];
        private MachineState now = question.From;

        public ThreadUpPlan Plan()
        {
            if (change.Converts)
            {
                Add(new(ThreadUpAct.ChangeOver, Minutes.ChangeOver) { To = head.Kind });
            }
            else if (!question.From.Known && (wanted.Needles.Count > 0 || wanted.Threads.Count > 0))
            {
                Add(new(ThreadUpAct.ClearAway, 0));
            }

            Needles();
            Parts();
            Threads();
            Settings();
            Finish();
            return new ThreadUpPlan(question.Machine, question.From, wanted, steps, ShorterWays.Of(steps, change.Converts ? MachineState.Unknown : broken.From)) { Broke = question.Broke, Again = broken.Sentence };
        }

        private void Add(ThreadUpStep step)
        {
            steps.Add(step);
            now = step.Apply(now);
        }

        /// <summary>Needles come first, one at a time, and a spare one last of them: until then it shows the height.</summary>
        private void Needles()
        {
            foreach (var needle in wanted.Needles.OrderBy(n => head.SeatOf(n.Seat).OffsetMm).Where(n => !change.HasNeedle(n)))
            {
                Add(new(ThreadUpAct.SetNeedle, Minutes.Needle) { Positions = [needle.Seat], Needle = needle });
            }

            foreach (var spare in now.Needles.Where(n => wanted.NeedleAt(n.Seat) is null).ToList())
            {
                Add(new(ThreadUpAct.TakeOutNeedle, Minutes.Needle) { Positions = [spare.Seat] });
            }
        }

        /// <summary>Finger, or plate and foot; and whatever steers the needle of a plain machine, before its wheel is turned for the first time.</summary>
        private void Parts()
        {
            Named(ThreadUpAct.Finger, wanted.FingerName, change.Finger);
            Named(ThreadUpAct.Plate, wanted.PlateName, change.Plate);
            Named(ThreadUpAct.Foot, wanted.FootName, change.Foot);
            Named(ThreadUpAct.Stitch, wanted.StitchId, change.Stitch);
            Number(ThreadUpAct.Width, wanted.ZigzagWidthMm, now.ZigzagWidthMm, change.Width);
            Number(ThreadUpAct.NeedlePosition, wanted.NeedlePositionMm, now.NeedlePositionMm, change.NeedlePosition);
        }

        private void Threads()
        {
            var before = steps.Count;
            if (now.Threads.Select(t => t.Position).Where(p => broken.From.ThreadAt(p) is null).ToList() is { Count: > 0 } gone)
            {
                Add(new(ThreadUpAct.TakeOut, 0) { Positions = InOrder(gone) });
            }

            foreach (var thread in now.Threads.Where(t => wanted.ThreadAt(t.Position) is null).ToList())
            {
                Add(new(ThreadUpAct.TakeOff, 0) { Positions = [thread.Position] });
            }

            if (head is PlainMachine)
            {
                // The needle's thread draws the bobbin's up.
                NeedleThreads();
                Bobbin();
            }
            else
            {
                Loopers();
                NeedleThreads();
            }

            if (steps.Count == before)
            {
                return;
            }

            steps.Insert(before, new(ThreadUpAct.FootUp, 0));
            // A bobbin lies under a spring of its own.
            if (InOrder(moved.Where(p => p != ThreadPosition.Bobbin)) is { Count: > 0 } laid)
            {
                Add(new(ThreadUpAct.IntoDiscs, 0) { Positions = laid });
            }
        }

        private void Loopers()
        {
            var order = Changeover.LooperOrder(head);
            foreach (var (place, position) in order.Index())
            {
                if (wanted.ThreadAt(position) is not { } thread)
                {
                    continue;
                }

                if (now.ThreadAt(position) is null)
                {
                    // It would catch whatever comes after it in the order.
                    var later = InOrder([.. now.Threads.Select(t => t.Position).Where(p => p.IsNeedle() || order.Skip(place + 1).Contains(p))]);
                    if (later.Count > 0)
                    {
                        Add(new(ThreadUpAct.TakeOut, 0) { Positions = later });
                    }

                    Lay(new(ThreadUpAct.ThreadLooper, Minutes.Looper), thread);
                }
                else if (!now.ThreadAt(position)!.Serves(thread) || broken.TiedOn == position)
                {
                    Lay(new(ThreadUpAct.TieOn, Minutes.TieOn), thread);
                }
            }
        }

        private void NeedleThreads()
        {
            foreach (var needle in wanted.Needles.OrderBy(n => head.SeatOf(n.Seat).OffsetMm))
            {
                if (wanted.ThreadAt(needle.Seat) is { } thread && now.ThreadAt(needle.Seat)?.Serves(thread) != true)
                {
                    Lay(new(ThreadUpAct.ThreadNeedle, Changeover.ThreadNeedle(needle)) { Needle = needle }, thread);
                }
            }
        }

        private void Bobbin()
        {
            if (wanted.ThreadAt(ThreadPosition.Bobbin) is { } thread && now.ThreadAt(ThreadPosition.Bobbin)?.Serves(thread) != true)
            {
                Lay(new(ThreadUpAct.LayInBobbin, Minutes.Looper), thread);
            }
        }

        private void Lay(ThreadUpStep step, ThreadInPlace thread)
        {
            // What is tied on or threaded again is the same thread where nobody asks for another.
            Add(step with { Positions = [thread.Position], Thread = thread });
            moved.Add(thread.Position);
        }

        private void Settings()
        {
            foreach (var at in wanted.Dials.OrderBy(d => DialPlace(d.Position)))
            {
                if (change.Dial(at.Position, at.Number) > 0)
                {
                    Add(new(ThreadUpAct.Dial, Minutes.Dial) { Positions = [at.Position], Number = at.Number, Before = now.DialNumber(at.Position) });
                }
            }

            Number(ThreadUpAct.Length, wanted.LengthMm, now.LengthMm, change.Length);
            Number(ThreadUpAct.Feed, wanted.Differential, now.Differential, change.Feed);
            if (wanted.CuttingWidthMm is { } cut && change.Knife(cut, wanted.KnifeAway) > 0)
            {
                Add(new(ThreadUpAct.Knife, Minutes.Part) { Number = cut, Before = now.CuttingWidthMm, Away = wanted.KnifeAway });
            }
        }

        /// <summary>By hand first where anything near the needle was moved; power is on only for sewing, with the covers closed.</summary>
        private void Finish()
        {
            if (steps.Count == 0)
            {
                return;
            }

            steps.Insert(0, new(ThreadUpAct.SwitchOff, 0));
            if (steps.Any(s => s.Act is ThreadUpAct.ChangeOver or ThreadUpAct.SetNeedle or ThreadUpAct.Finger or ThreadUpAct.Plate or ThreadUpAct.Foot or ThreadUpAct.Stitch or ThreadUpAct.Width or ThreadUpAct.NeedlePosition or ThreadUpAct.Knife))
            {
                steps.Add(new(ThreadUpAct.TurnByHand, 0));
            }

            steps.Add(new(ThreadUpAct.CloseCovers, 0));
            steps.Add(new(ThreadUpAct.SwitchOn, 0));
            steps.Add(new(ThreadUpAct.Swatch, Minutes.Swatch));
        }

        private void Named(ThreadUpAct act, string? name, Func<string, double> minutes)
        {
            if (name is not null && minutes(name) is var cost and > 0)
            {
                Add(new(act, cost) { Name = name });
            }
        }

        private void Number(ThreadUpAct act, double? number, double? before, Func<double, double> minutes)
        {
            if (number is { } value && minutes(value) is var cost and > 0)
            {
                Add(new(act, cost) { Number = value, Before = before });
            }
        }

        private int DialPlace(ThreadPosition position) => head.Dials.Select((d, i) => (d.Position, i)).First(d => d.Position == position).i;

        /// <summary>Positions in the order of the machine's dials; a bobbin, which has none, last.</summary>
        private List<ThreadPosition> InOrder(IEnumerable<ThreadPosition> positions) =>
            [.. positions.OrderBy(p => head.Has(p) ? DialPlace(p) : int.MaxValue)];
    }
}
