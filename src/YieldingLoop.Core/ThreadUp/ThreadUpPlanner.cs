using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Minutes;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Setups;
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

        question = question with { From = question.From.NamingImplied(question.From.HeadOf(question.Machine)) };
        var broken = BrokenThread.Of(question);
        return Outcome.Of(new Route(question, broken).Plan());
    }

    /// <summary>What lies where the needle goes: after any of these one full stitch is turned by hand before the power comes on.</summary>
    private static readonly HashSet<ThreadUpAct> Touched =
    [
        ThreadUpAct.ChangeOver, ThreadUpAct.ClearAway, ThreadUpAct.SetNeedle, ThreadUpAct.TakeOutNeedle, ThreadUpAct.Finger, ThreadUpAct.Converter, ThreadUpAct.Plate, ThreadUpAct.Foot,
        ThreadUpAct.Stitch, ThreadUpAct.Width, ThreadUpAct.NeedlePosition, ThreadUpAct.Knife, ThreadUpAct.KnifeAway, ThreadUpAct.KnifeBack, ThreadUpAct.TakeOff, ThreadUpAct.TakeOut, ThreadUpAct.TieOn, ThreadUpAct.ThreadLooper,
        ThreadUpAct.ThreadNeedle, ThreadUpAct.LayInBobbin,
    ];

    /// <summary>What is cut, drawn out, laid in or taken off with the foot up: the discs are open only then, and a foot or a plate comes off only then.</summary>
    private static readonly HashSet<ThreadUpAct> WithFootUp =
    [
        ThreadUpAct.ClearAway, ThreadUpAct.SetNeedle, ThreadUpAct.TakeOutNeedle, ThreadUpAct.Plate, ThreadUpAct.Foot, ThreadUpAct.TakeOff, ThreadUpAct.TakeOut, ThreadUpAct.TieOn, ThreadUpAct.ThreadLooper,
        ThreadUpAct.ThreadNeedle, ThreadUpAct.LayInBobbin,
    ];

    /// <summary>What hands go under the covers for, on a machine with loopers.</summary>
    private static readonly HashSet<ThreadUpAct> Inside =
        [.. WithFootUp, ThreadUpAct.ChangeOver, ThreadUpAct.Finger, ThreadUpAct.Converter, ThreadUpAct.Knife, ThreadUpAct.KnifeAway, ThreadUpAct.KnifeBack];

    /// <summary>Threads being laid from where they come.</summary>
    private static readonly HashSet<ThreadUpAct> Laying = [ThreadUpAct.TieOn, ThreadUpAct.ThreadLooper, ThreadUpAct.ThreadNeedle];

    /// <summary>What a machine that chooses on a screen chooses there.</summary>
    private static readonly HashSet<ThreadUpAct> Chosen = [ThreadUpAct.Stitch, ThreadUpAct.Width, ThreadUpAct.NeedlePosition];

    /// <summary>One way being put together.</summary>
    private sealed class Route(ThreadUpQuestion question, BrokenThread broken)
    {
        private readonly Machine head = question.Wanted.HeadOf(question.Machine);
        private readonly Setup wanted = question.Wanted.InFull(question.Wanted.HeadOf(question.Machine)).NamingAll(question.Wanted.HeadOf(question.Machine));
        private readonly Changeover change = new(question.Machine, broken.From, question.Wanted.HeadOf(question.Machine).Kind);
        private readonly List<ThreadUpStep> steps = [];
        private readonly HashSet<ThreadPosition> moved = [];
        private readonly List<ThreadUpStep> chosenLast = [];
        private Setup now = question.From;

        public ThreadUpPlan Plan()
        {
            if (change.Converts)
            {
                Add(new(ThreadUpAct.ChangeOver, MinutesFor.ChangeOver) { To = head.Kind, Seats = [.. head.Seats.Select(s => s.Position)], Positions = head.ThreadPlaces });
            }
            else
            {
                ClearAway();
            }

            if (head is PlainMachine plain)
            {
                NeedleAndParts(plain);
            }
            else
            {
                Needles();
                Parts();
            }

            Threads();
            Settings();
            Finish();
            return new ThreadUpPlan(question.Machine, question.From, wanted, steps, ShorterWays.Of(steps, change.Converts ? Setup.Unknown : broken.From)) { Broke = question.Broke, Again = broken.Again, Schools = question.Schools };
        }

        private void Add(ThreadUpStep step)
        {
            steps.Add(step);
            now = step.Apply(now);
        }

        /// <summary>What nobody has said of a seat or a thread may be in the way: it comes off, whatever else is known.</summary>
        private void ClearAway()
        {
            List<ThreadPosition> seats = [.. head.Seats.Select(s => s.Position).Where(p => now.Needles[p].IsUnknown)];
            List<ThreadPosition> threads = [.. head.ThreadPlaces.Where(p => now.Threads[p].IsUnknown)];
            if (seats.Count + threads.Count > 0)
            {
                Add(new(ThreadUpAct.ClearAway, 0) { Seats = seats, Positions = threads });
            }
        }

        /// <summary>Needles come first, one at a time, and a spare one last of them: until then it shows the height.</summary>
        private void Needles()
        {
            foreach (var (seat, needle) in wanted.Needles.OrderBy(n => head.SeatOf(n.Key).OffsetMm).Where(n => !change.HasNeedle(n.Key, n.Value)))
            {
                Add(Seating(seat, needle));
            }

            foreach (var spare in now.Needles.Filled.Where(p => !wanted.Needles[p].IsThere).ToList())
            {
                Add(new(ThreadUpAct.TakeOutNeedle, MinutesFor.Needle) { Positions = [spare] });
            }
        }

        /// <summary>Finger and converter.</summary>
        private void Parts()
        {
            AddAll(Named(ThreadUpAct.Finger, wanted.FingerName, change.Finger));
            if (change.Converter(wanted.ConverterName) is var converter and > 0)
            {
                Add(new(ThreadUpAct.Converter, converter) { Name = wanted.ConverterName.Thing() });
            }
        }

        /// <summary>
        /// Plate, foot and whatever steers the needle of a plain machine, and then the needle: in an order in which what is in
        /// the clamp clears plate and foot at every moment. Where there is none, the needle that is changed comes out first.
        /// </summary>
        private void NeedleAndParts(PlainMachine plain)
        {
            List<ThreadUpStep> open =
            [
                .. Named(ThreadUpAct.Plate, wanted.PlateName, change.Plate), .. Named(ThreadUpAct.Foot, wanted.FootName, change.Foot),
                .. Named(ThreadUpAct.Stitch, wanted.Stitch?.SwitchedTo.OrUnknown() ?? default, change.Stitch),
                .. Number(ThreadUpAct.Width, wanted.ZigzagWidthMm, now.ZigzagWidthMm, change.Width),
                .. Number(ThreadUpAct.NeedlePosition, wanted.NeedlePositionMm, now.NeedlePositionMm, change.NeedlePosition),
                .. wanted.Needles.Where(n => !change.HasNeedle(n.Key, n.Value)).Select(n => Seating(n.Key, n.Value)),
            ];
            if (plain.Electronic)
            {
                Electronically(plain, open);
                return;
            }

            var order = Clear(plain, now, open);
            if (order is null && open.Exists(s => s.Act == ThreadUpAct.SetNeedle))
            {
                // Its minutes are those of the needle that goes in afterwards.
                Add(new(ThreadUpAct.TakeOutNeedle, 0) { Positions = [ThreadPosition.Needle] });
            }

            // Between two states in which a needle passes there is always an order for that needle; without one it strikes
            // already, and that is put right before anybody turns the wheel.
            AddAll(order ?? open);
        }

        /// <summary>
        /// A machine that chooses on a screen chooses with the power on: before anything is taken off where that is safe with the
        /// needle that is in, so that a twin goes in under a straight stitch in the centre; otherwise once it is on again.
        /// </summary>
        private void Electronically(PlainMachine plain, List<ThreadUpStep> open)
        {
            var (choices, parts) = (open.FindAll(s => Chosen.Contains(s.Act)), open.FindAll(s => !Chosen.Contains(s.Act)));
            // What nobody has said anything about comes off first, with the power off: then the choices are made last.
            if (steps.Count == 0 && choices.Count > 0 && Clear(plain, now, choices) is { } first && Clear(plain, first.Aggregate(now, (state, step) => step.Apply(state)), parts) is { } then)
            {
                AddAll(first);
                AddAll(then);
                return;
            }

            var order = Clear(plain, now, parts);
            if (order is null && parts.Exists(s => s.Act == ThreadUpAct.SetNeedle))
            {
                AddAll(now.Needles[ThreadPosition.Needle].IsThere ? [new(ThreadUpAct.TakeOutNeedle, 0) { Positions = [ThreadPosition.Needle] }] : []);
                if (choices.Count > 0)
                {
                    // With the clamp empty anything can be chosen, and that takes the power.
                    Add(new(ThreadUpAct.SwitchOn, 0));
                    AddAll(choices);
                    Add(new(ThreadUpAct.SwitchOff, 0));
                }

                AddAll(parts);
                return;
            }

            AddAll(order ?? parts);
            chosenLast.AddRange(Clear(plain, now, choices) ?? choices);
        }

        /// <summary>The first order, in the order given, in which nothing strikes after any of the steps; null where there is none.</summary>
        private static List<ThreadUpStep>? Clear(PlainMachine plain, Setup state, List<ThreadUpStep> open)
        {
            foreach (var step in open)
            {
                var after = step.Apply(state);
                if (NeedleClearance.Problems(plain, after).Count > 0)
                {
                    continue;
                }

                if (Clear(plain, after, [.. open.Where(s => s != step)]) is { } rest)
                {
                    return [step, .. rest];
                }
            }

            return open.Count == 0 ? [] : null;
        }

        private void Threads()
        {
            // What nobody needs leaves with its cone, also where everything comes out.
            foreach (var position in now.Threads.Filled.Where(p => !wanted.Threads[p].IsThere).ToList())
            {
                Add(new(ThreadUpAct.TakeOff, 0) { Positions = [position] });
            }

            if (now.Threads.Filled.Where(p => !broken.From.Threads[p].IsThere).ToList() is { Count: > 0 } gone)
            {
                Add(new(ThreadUpAct.TakeOut, 0) { Positions = InOrder(gone) });
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

            // A bobbin lies under a spring of its own.
            if (InOrder(moved.Where(p => p != ThreadPosition.Bobbin)) is { Count: > 0 } laid)
            {
                Add(new(ThreadUpAct.IntoDiscs, 0) { Positions = laid });
            }
        }

        private void Loopers()
        {
            if (wanted.Threads[ThreadPosition.TopCover].TryGet(out var cover) && (!Has(ThreadPosition.TopCover, cover) || broken.TiedOn == ThreadPosition.TopCover))
            {
                // It lies in nobody's way, and nothing is in its.
                Lay(now.Threads[ThreadPosition.TopCover].IsThere ? new(ThreadUpAct.TieOn, MinutesFor.TieOn) : new(ThreadUpAct.ThreadLooper, MinutesFor.Looper), ThreadPosition.TopCover, cover);
            }

            var order = Changeover.LooperOrder(head);
            foreach (var (place, position) in order.Index())
            {
                if (!wanted.Threads[position].TryGet(out var thread))
                {
                    continue;
                }

                if (!now.Threads[position].TryGet(out var here))
                {
                    // It would catch whatever comes after it in the order.
                    var later = InOrder([.. now.Threads.Filled.Where(p => p.IsNeedle() || order.Skip(place + 1).Contains(p))]);
                    if (later.Count > 0)
                    {
                        Add(new(ThreadUpAct.TakeOut, 0) { Positions = later });
                    }

                    Lay(new(ThreadUpAct.ThreadLooper, MinutesFor.Looper), position, thread);
                }
                else if (!here.Serves(thread) || broken.TiedOn == position)
                {
                    Lay(new(ThreadUpAct.TieOn, MinutesFor.TieOn), position, thread);
                }
            }
        }

        private void NeedleThreads()
        {
            foreach (var (seat, needle) in Changeover.NeedleOrder(head, wanted.Needles))
            {
                foreach (var position in needle.ThreadPlaces(seat))
                {
                    if (wanted.Threads[position].TryGet(out var thread) && !Has(position, thread))
                    {
                        Lay(new(ThreadUpAct.ThreadNeedle, MinutesFor.NeedleThread) { Needle = needle }, position, thread);
                    }
                }
            }
        }

        private void Bobbin()
        {
            if (wanted.Threads[ThreadPosition.Bobbin].TryGet(out var thread) && !Has(ThreadPosition.Bobbin, thread))
            {
                Lay(new(ThreadUpAct.LayInBobbin, MinutesFor.Looper), ThreadPosition.Bobbin, thread);
            }
        }

        private bool Has(ThreadPosition position, SewingThread thread) => now.Threads[position].TryGet(out var here) && here.Serves(thread);

        private void Lay(ThreadUpStep step, ThreadPosition position, SewingThread thread)
        {
            // What is tied on or threaded again is the same thread where nobody asks for another.
            Add(step with { Positions = [position], Thread = thread });
            moved.Add(position);
        }

        private void Settings()
        {
            foreach (var (position, number) in wanted.Dials.OrderBy(d => DialPlace(d.Key)).Where(d => change.Dial(d.Key, d.Value) > 0))
            {
                Add(new(ThreadUpAct.Dial, MinutesFor.Dial) { Positions = [position], Number = number, Before = now.Dials[position].Number() });
            }

            AddAll(Number(ThreadUpAct.Length, wanted.StitchLengthMm, now.StitchLengthMm, change.Length));
            AddAll(Number(ThreadUpAct.Feed, wanted.Differential, now.Differential, change.Feed));
            AddAll(Number(ThreadUpAct.FootPressure, wanted.FootPressure, now.FootPressure, change.FootPressure));
            if (wanted.Knife.TryGet(out var stand) && change.KnifeStand(stand) > 0)
            {
                Add(new(stand == KnifeStand.Away ? ThreadUpAct.KnifeAway : ThreadUpAct.KnifeBack, MinutesFor.Part) { Number = now.CuttingWidthMm.Number() });
            }

            AddAll(Number(ThreadUpAct.Knife, wanted.CuttingWidthMm, now.CuttingWidthMm, change.Knife));
        }

        /// <summary>
        /// What frames the work: the power off before and on after, covers open and closed, the foot up, and by hand first where
        /// anything near the needle was moved.
        /// </summary>
        private void Finish()
        {
            if (steps.Count + chosenLast.Count == 0)
            {
                return;
            }

            var chosen = steps.TakeWhile(s => Chosen.Contains(s.Act)).Count() is var count && head is PlainMachine { Electronic: true } ? count : 0;
            var hands = steps.Skip(chosen).ToList();
            if (hands.FindIndex(s => Laying.Contains(s.Act)) is var laying and >= 0 && head.FootDownToThread)
            {
                steps.Insert(chosen + laying, new(ThreadUpAct.FootDown, 0));
            }

            if (hands.Exists(s => WithFootUp.Contains(s.Act)))
            {
                steps.Insert(chosen, new(ThreadUpAct.FootUp, 0));
            }

            if (head is not PlainMachine && hands.Exists(s => Inside.Contains(s.Act)))
            {
                steps.Insert(chosen, new(ThreadUpAct.OpenCovers, 0));
            }

            steps.Insert(chosen, new(ThreadUpAct.SwitchOff, 0));
            // The motor winds a bobbin; its minutes are those of laying it in. One may also stand in for a second spool.
            steps.InsertRange(0, steps.Where(s => s.Act == ThreadUpAct.LayInBobbin || (s.Act == ThreadUpAct.ThreadNeedle && s.Thread!.Supply == ThreadHolder.Bobbin))
                .Select(s => new ThreadUpStep(ThreadUpAct.WindBobbin, 0) { Positions = s.Positions, Thread = s.Thread }).OrderBy(s => s.Position() == ThreadPosition.Bobbin ? 0 : 1).ToList());

            var byHand = steps.Concat(chosenLast).Any(s => Touched.Contains(s.Act)) ? new ThreadUpStep(ThreadUpAct.TurnByHand, 0) : null;
            if (head is PlainMachine { Electronic: true })
            {
                SwitchedOnFirst(byHand);
            }
            else
            {
                AddAll(byHand is null ? [] : [byHand]);
                AddAll([new(ThreadUpAct.CloseCovers, 0), new(ThreadUpAct.SwitchOn, 0)]);
            }

            Add(new(ThreadUpAct.Swatch, MinutesFor.Swatch));
        }

        /// <summary>
        /// A machine that chooses on a screen may have gone back to where it starts: it is switched on, everything is chosen, what
        /// did not change too, and only then turned by hand, with the pedal out of reach (A8).
        /// </summary>
        private void SwitchedOnFirst(ThreadUpStep? byHand)
        {
            AddAll([new(ThreadUpAct.CloseCovers, 0), new(ThreadUpAct.SwitchOn, 0), .. chosenLast]);
            if (byHand is null)
            {
                return;
            }

            if (now.StitchId.IsThere || now.ZigzagWidthMm.IsThere || now.NeedlePositionMm.IsThere)
            {
                Add(new(ThreadUpAct.ChooseAgain, 0) { Name = now.StitchId.Thing(), Number = now.ZigzagWidthMm.Number(), Before = now.NeedlePositionMm.Number() });
            }

            Add(byHand);
        }

        private void AddAll(IEnumerable<ThreadUpStep> all)
        {
            foreach (var step in all)
            {
                Add(step);
            }
        }

        private static ThreadUpStep Seating(ThreadPosition seat, Needle needle) => new(ThreadUpAct.SetNeedle, MinutesFor.Needle) { Positions = [seat], Needle = needle };

        private static IEnumerable<ThreadUpStep> Named(ThreadUpAct act, Place<string> place, Func<string, double> minutes) =>
            place.TryGet(out var name) && minutes(name) is var cost and > 0 ? [new(act, cost) { Name = name }] : [];

        private static IEnumerable<ThreadUpStep> Number(ThreadUpAct act, Place<double> place, Place<double> before, Func<double, double> minutes) =>
            place.TryGet(out var number) && minutes(number) is var cost and > 0 ? [new(act, cost) { Number = number, Before = before.Number() }] : [];

        private int DialPlace(ThreadPosition position) => head.Dials.Select((d, i) => (d.Position, i)).First(d => d.Position == position).i;

        /// <summary>Positions in the order of the machine's own: needles, then loopers; a bobbin last.</summary>
        private List<ThreadPosition> InOrder(IEnumerable<ThreadPosition> positions) =>
            [.. positions.OrderBy(p => head.ThreadPlaces.TakeWhile(h => h != p).Count())];
    }
}
