using YieldingLoop.Core.Faults;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Coach;

/// <summary>
/// One change at a time, and the right one. It keeps every explanation there is with its weight, and asks for the step after which a pass is
/// to be expected in fewest minutes; a pass with a fault still in effect is worth ten minutes less than an honest one.
/// </summary>
public sealed class CoachSession
{
    /// <summary>Most swatches before a technician is due.</summary>
    public const int MostSwatches = 12;

    /// <summary>Most looks at one thing between two swatches.</summary>
    public const int MostLooks = 3;

    /// <summary>What a pass with a fault still in effect weighs, minutes: the ten it is worth less, and half as much again, so that no more than about one in ten is left.</summary>
    private const double HiddenCosts = 16;

    /// <summary>What is still to come after a swatch that does not pass, minutes, where only dials are behind it; and the share of that which is left once a fault is found and put right.</summary>
    private const double DialsToCome = 5.5, DialsLeft = 0.6;

    /// <summary>What finding a fault takes, minutes, the repair left out.</summary>
    private const double ToFind = 0.6;

    /// <summary>How far a needle's dial may go from the set-up's, numbers (common practice D3).</summary>
    private const double NeedleNumbers = 1.5;

    /// <summary>Share of the weight that is thought through, and most hypotheses of it: fewer where there is much to choose from, more where only a swatch can be sewn.</summary>
    private const double ThoughtThrough = 0.985;

    private const int MostThought = 24, MostThoughtOfOne = 160;

    private static readonly double[] Turns = [0.25, 0.5, 0.75, 1, 1.5, 2, 2.5, 3, 4, 5];

    private readonly CoachQuestion question;
    private readonly CoachModel model;
    private readonly Belief belief;
    private readonly Dictionary<(FaultKind, ThreadPosition?), int> looks = [];
    private readonly HashSet<(FaultKind, ThreadPosition?)> foundBad = [];
    private Setup now;
    private int swatches;
    private bool changed, touched;
    private SwatchVerdict? verdict;

    /// <param name="question">What is wanted.</param>
    /// <exception cref="ArgumentException">The set-up does not say what its seam needs.</exception>
    public CoachSession(CoachQuestion question)
    {
        this.question = question;
        now = question.Setup;
        model = new(question.Machine, Case(question.Setup));
        belief = new(model, question.Setup);
    }

    /// <summary>What the machine is set to now, as far as the coach knows.</summary>
    public Setup Now => now;

    /// <summary>How the last swatch stands; null before the first.</summary>
    public SwatchVerdict? Verdict => verdict;

    private SeamCase Case(Setup setup) => setup.Case(question.Machine, question.Cloth, question.Seam, null, question.Schools) is { Value: { } sewn } ? sewn : throw new ArgumentException("The set-up does not say what its seam needs.", nameof(setup));

    private SewnState State(Setup setup) => model.State(setup, Case(setup));

    /// <summary>A swatch was sewn and read.</summary>
    public void Sewn(Setup setup, SwatchReadings read)
    {
        now = setup;
        belief.Sewn(State(setup), read, question.Targets.HoldPercent);
        verdict = SwatchVerdict.Of(question.Targets, read);
        swatches++;
        (changed, touched) = (false, false);
        looks.Clear();
        foundBad.Clear();
    }

    /// <summary>A look was answered.</summary>
    public void Looked(FaultKind kind, ThreadPosition? position, bool bad)
    {
        belief.Looked(kind, position, bad);
        looks[(kind, position)] = looks.GetValueOrDefault((kind, position)) + 1;
        if (bad)
        {
            foundBad.Add((kind, position));
        }
    }

    /// <summary>Something was put right.</summary>
    public void Repaired(FaultKind kind, ThreadPosition? position)
    {
        belief.PutRight(kind, position);
        foundBad.Remove((kind, position));
        touched = true;
    }

    /// <summary>Something was changed.</summary>
    public void Changed(CoachChange change, ThreadPosition? position, double? to)
    {
        now = Apply(change, position, to);
        belief.Removed(Takes(change, position));
        (changed, touched) = (true, true);
    }

    private static Func<Suspicion, bool> Takes(CoachChange change, ThreadPosition? position) => change switch
    {
        CoachChange.RethreadAll => f => f.Threading,
        CoachChange.Needle => f => f.OfNeedle && f.Position == position,
        CoachChange.Finger => f => f.Kind == FaultKind.Finger,
        _ => _ => false,
    };

    private Setup Apply(CoachChange change, ThreadPosition? position, double? to) => change switch
    {
        CoachChange.Dial => now with { Dials = now.Dials.With(position!.Value, to!.Value) },
        CoachChange.Differential => now with { Differential = to!.Value },
        CoachChange.CuttingWidth => now with { CuttingWidthMm = to!.Value },
        CoachChange.Length => now with { StitchLengthMm = to!.Value },
        CoachChange.Width => now with { ZigzagWidthMm = to!.Value },
        CoachChange.FootPressure => now with { FootPressure = to!.Value },
        CoachChange.Tape => now with { Tape = true },
        _ => now,
    };

    /// <summary>What is behind what was seen, the likeliest first; all of it makes 1.</summary>
    public IReadOnlyList<CoachCause> Causes() =>
    [
        .. belief.Hypotheses.GroupBy(h => h.Faults.Count == 0 ? (Fault: (FaultKind?)null, Position: (ThreadPosition?)null, Several: false, Sticky: false)
                : h.Faults.Count > 1 ? (null, null, true, false)
                : h.PutRight ? (h.Faults[0].Kind, h.Faults[0].Position, false, true)
                : (h.Faults[0].Kind, h.Faults[0].Position, false, false))
            .Select(g => new CoachCause(g.Key.Fault, g.Key.Position, g.Sum(h => Math.Exp(h.LogWeight))) { Several = g.Key.Several, Sticky = g.Key.Sticky })
            .OrderByDescending(c => c.Share),
    ];

    /// <summary>The next step.</summary>
    public CoachStep Next()
    {
        if (verdict is { Passed: true } && !touched)
        {
            return new(CoachAct.Keep, 0);
        }

        if (swatches >= MostSwatches)
        {
            return new(CoachAct.Service, 0);
        }

        return new CoachThought(this).Best();
    }

    /// <summary>One step thought through: every option, and what it is expected to cost.</summary>
    private sealed class CoachThought
    {
        private readonly CoachSession coach;
        private readonly List<Hypothesis> thought = [];
        private readonly List<double> weights = [];
        private readonly List<Option> options = [];
        // By hypothesis, by what is left of its two faults at most, and by option; not a number until it is asked for.
        private readonly Prepared?[] prepared;
        private readonly double[] passes;
        private readonly double[] toCome;
        private readonly int[] takes;
        private readonly double[] grows;
        private readonly SewnState state;

        public CoachThought(CoachSession coach)
        {
            this.coach = coach;
            state = coach.State(coach.now);
            double all = 0;
            var most = coach.changed || coach.swatches == 0 ? MostThoughtOfOne : MostThought;
            foreach (var hypothesis in coach.belief.Hypotheses.TakeWhile(_ => all < ThoughtThrough && thought.Count < most))
            {
                var weight = Math.Exp(hypothesis.LogWeight);
                thought.Add(hypothesis);
                weights.Add(weight);
                all += weight;
            }

            for (var i = 0; i < weights.Count; i++)
            {
                weights[i] /= all;
            }

            options.Add(new(null, null, null, 0, state));
            if (!coach.changed && coach.swatches > 0)
            {
                AddChanges();
            }

            prepared = new Prepared?[thought.Count * Lefts];
            passes = new double[thought.Count * Lefts * options.Count];
            Array.Fill(passes, double.NaN);
            toCome = [.. Enumerable.Range(0, thought.Count * Lefts).Select(i => ToCome(i / Lefts, i % Lefts))];
            takes = [.. Enumerable.Range(0, options.Count * thought.Count).Select(i => Taken(thought[i % thought.Count], options[i / thought.Count]))];
            grows = [.. options.Select(GrowthWithin)];
        }

        /// <summary>What can be left of two faults: none, either, both.</summary>
        private const int Lefts = 4;

        private sealed record Option(CoachChange? Change, ThreadPosition? Position, double? To, double Minutes, SewnState State);

        /// <summary>Whether a swatch may be sewn as things stand: what failed is not sewn again as it is.</summary>
        private bool MaySew => coach.swatches == 0 || coach.touched;

        private void Add(CoachChange change, ThreadPosition? position, double? to)
        {
            var changed = coach.Apply(change, position, to);
            var changedTo = ReferenceEquals(changed, coach.now) ? state : coach.State(changed);
            options.Add(new(change, position, to, CoachMinutes.Change(change, coach.model.Threads.Select(t => t.Laid.Position)), changedTo));
        }

        private void AddChanges()
        {
            var (machine, now, wanted) = (coach.question.Machine, coach.now, coach.question.Setup);
            foreach (var (i, place) in coach.model.Places.Index().Where(p => coach.model.HasDial[p.Index]))
            {
                var dial = machine.DialOf(place);
                var stands = now.Dials[place].Value;
                var numbers = Turns.SelectMany(t => new[] { stands - t, stands + t }).Select(dial.Settable).Distinct().Where(n => Math.Abs(n - stands) > 1e-6);
                var textured = coach.model.Threads.Any(t => machine.DialPlaceOf(t.Laid.Position) == place && t.Laid.Kind.Textured);
                foreach (var number in numbers.Where(n => !place.IsNeedle() || Math.Abs(n - wanted.Dials[place].Value) <= NeedleNumbers + 1e-9).Where(n => !textured || dial.StepsTighter(n) <= Math.Max(0, dial.StepsTighter(stands)) + 1e-9))
                {
                    Add(CoachChange.Dial, place, number);
                }
            }

            if (machine.Feed is { } feed && now.Differential.TryGet(out var ratio))
            {
                foreach (var to in Enumerable.Range(-5, 11).Select(k => feed.Settable(ratio + k * Math.Max(feed.Step, 0.1))).Distinct().Where(r => Math.Abs(r - ratio) > 1e-6))
                {
                    Add(CoachChange.Differential, null, to);
                }
            }

            if (machine is Overlocker overlocker && now.CuttingWidthMm.TryGet(out var cut))
            {
                foreach (var to in Enumerable.Range(-4, 9).Select(k => overlocker.CuttingWidthMm.Settable(cut + k * 0.5)).Distinct().Where(c => Math.Abs(c - cut) > 1e-6))
                {
                    Add(CoachChange.CuttingWidth, null, to);
                }
            }

            AddSettings(machine, now);
            foreach (var seat in coach.model.Threads.Select(t => t.Laid.Position).Where(p => p.IsNeedle()).Select(machine.SeatPlaceOf).Distinct())
            {
                Add(CoachChange.Needle, seat, null);
            }

            Add(CoachChange.RethreadAll, null, null);
        }

        /// <summary>What is turned where no dial helps: shorter stitches hold further, tape flattens, a lighter foot stretches less.</summary>
        private void AddSettings(Machine machine, Setup now)
        {
            void AddRange(CoachChange change, SettingRange? range, Place<double> place, params ReadOnlySpan<double> turns)
            {
                if (range is null || !place.TryGet(out var stands))
                {
                    return;
                }

                foreach (var to in turns.ToArray().Select(t => range.Settable(stands + t)).Distinct().Where(v => v > 0 && Math.Abs(v - stands) > 1e-6))
                {
                    Add(change, null, to);
                }
            }

            AddRange(CoachChange.Length, machine.StitchLengthMm, now.StitchLengthMm, -1.5, -1, -0.5, -0.25, 0.5, 1);
            if (coach.model.Wanted.Geometry.Stitch.NeedsZigzagWidth && machine is PlainMachine plain)
            {
                AddRange(CoachChange.Width, new(0.5, plain.WidestZigzagMm, 0.5), now.ZigzagWidthMm, -1, -0.5, 0.5, 1);
            }

            AddRange(CoachChange.FootPressure, machine.FootPressure, now.FootPressure, -0.5, -0.25, 0.25, 0.5);
            if (coach.question.Targets.TunnellingIndex is not null && !now.Tape.Or(false))
            {
                Add(CoachChange.Tape, null, null);
            }
        }

        /// <summary>The faults of a hypothesis, as bits, that an option takes away.</summary>
        private static int Taken(Hypothesis hypothesis, Option option)
        {
            if (option.Change is not { } change)
            {
                return 0;
            }

            var gone = Takes(change, option.Position);
            return hypothesis.Faults.Index().Where(f => gone(f.Item)).Aggregate(0, (bits, f) => bits | (1 << f.Index));
        }

        private double Passes(int h, int left, int o)
        {
            ref var known = ref passes[(h * Lefts + left) * options.Count + o];
            if (!double.IsNaN(known))
            {
                return known;
            }

            var ready = prepared[h * Lefts + left] ??= new(
                coach.model, thought[h] with { Faults = [.. thought[h].Faults.Where((_, i) => (left & (1 << i)) != 0)] }, state, Math.Max(StitchesReckoned, coach.question.Targets.HoldStitches));
            return known = coach.belief.Passes(ready, options[o].State, coach.question.Targets) * grows[o];
        }

        /// <summary>Stitches a swatch is reckoned to have.</summary>
        private const int StitchesReckoned = 230;

        private double GrowthWithin(Option option)
        {
            if (coach.question.Targets.GrowthPercent is not { } target)
            {
                return 1;
            }

            var (mean, sigma) = coach.belief.GrowthAt(option.State);
            return Math.Max(1e-6, (target.Most is { } most ? NormalDistribution.Below((most - mean) / sigma) : 1) - (target.Least is { } least ? NormalDistribution.Below((least - mean) / sigma) : 0));
        }

        private static int All(Hypothesis h) => (1 << h.Faults.Count) - 1;

        /// <summary>The option that costs least, swatch and what may follow included.</summary>
        private (double Cost, int Option, double Passes) Cheapest(IReadOnlyList<double> weight, Func<int, int> leftOf, bool maySew)
        {
            Span<int> left = stackalloc int[thought.Count];
            for (var h = 0; h < left.Length; h++)
            {
                left[h] = leftOf(h);
            }

            var best = (Cost: double.PositiveInfinity, Option: -1, Passes: 0.0);
            for (var o = maySew ? 0 : 1; o < options.Count; o++)
            {
                double cost = options[o].Minutes + Minutes.MinutesFor.Swatch, pass = 0;
                for (var h = 0; h < thought.Count && cost < best.Cost; h++)
                {
                    if (weight[h] < 1e-6)
                    {
                        continue;
                    }

                    var still = left[h] & ~takes[o * thought.Count + h];
                    var chance = Passes(h, still, o);
                    pass += weight[h] * chance;
                    cost += weight[h] * (still != 0 ? chance * HiddenCosts + (1 - chance) * toCome[h * Lefts + still] : (1 - chance) * DialsToCome);
                }

                best = cost < best.Cost ? (cost, o, pass) : best;
            }

            return best;
        }

        /// <summary>What is still to come after a swatch that did not pass with faults left, minutes.</summary>
        private double ToCome(int h, int left)
        {
            var hypothesis = thought[h];
            if (hypothesis.PutRight)
            {
                return Minutes.MinutesFor.Swatch + DialsLeft * DialsToCome + CoachMinutes.Change(CoachChange.RethreadAll, coach.model.Threads.Select(t => t.Laid.Position));
            }

            return Minutes.MinutesFor.Swatch + DialsLeft * DialsToCome + hypothesis.Faults.Where((_, i) => (left & (1 << i)) != 0).Sum(f => ToFind + CoachMinutes.Repair(f.Kind, f.Position));
        }

        public CoachStep Best()
        {
            var sewn = Cheapest(weights, h => All(thought[h]), MaySew);
            var best = (sewn.Cost, Step: sewn.Option < 0 ? new CoachStep(CoachAct.Service, 0) : options[sewn.Option] is { Change: { } change } option
                ? new CoachStep(CoachAct.Change, option.Minutes) { Change = change, Position = option.Position, From = Stands(option), To = option.To, PassChance = sewn.Passes }
                : new CoachStep(CoachAct.Sew, 0) { PassChance = sewn.Passes });
            foreach (var (kind, position) in coach.foundBad)
            {
                var repaired = Cheapest(weights, h => Left(h, kind, position), maySew: true);
                var cost = CoachMinutes.Repair(kind, position) + repaired.Cost;
                if (cost < best.Cost)
                {
                    best = (cost, new(CoachAct.Repair, CoachMinutes.Repair(kind, position)) { Fault = kind, Position = position, PassChance = repaired.Passes });
                }
            }

            foreach (var (kind, position, share) in Suspected())
            {
                if (coach.looks.GetValueOrDefault((kind, position)) >= MostLooks)
                {
                    continue;
                }

                var bad = share * Belief.LookIsRight + (1 - share) * (1 - Belief.LookIsRight);
                var ifBad = Weighted(weights, kind, position, true);
                var ifGood = Weighted(weights, kind, position, false);
                var cost = CoachMinutes.Look + bad * AfterBad(ifBad, kind, position, again: coach.looks.GetValueOrDefault((kind, position)) + 1 < MostLooks) + (1 - bad) * Cheapest(ifGood, h => All(thought[h]), MaySew).Cost;
                if (cost < best.Cost)
                {
                    best = (cost, new(CoachAct.Look, CoachMinutes.Look) { Fault = kind, Position = position, PassChance = sewn.Passes });
                }
            }

            return best.Step;
        }

        /// <summary>What is left of a hypothesis' faults after one is put right; what sticks stays.</summary>
        private int Left(int h, FaultKind kind, ThreadPosition? position) => thought[h].Sticks ? All(thought[h])
            : thought[h].Faults.Index().Where(f => f.Item.Is(kind, position)).Aggregate(All(thought[h]), (bits, f) => bits & ~(1 << f.Index));

        private IEnumerable<(FaultKind Kind, ThreadPosition? Position, double Share)> Suspected() =>
            thought.SelectMany((h, i) => h.PutRight ? [] : h.Faults.Select(f => (f.Kind, f.Position, Weight: weights[i]))).GroupBy(f => (f.Kind, f.Position))
                .Select(g => (g.Key.Kind, g.Key.Position, g.Sum(f => f.Weight))).Where(s => s.Item3 > LeastSuspected);

        /// <summary>What is less likely than this is not looked at.</summary>
        private const double LeastSuspected = 0.01;

        /// <summary>What is to come once a look has found something bad: leave it, put it right, or look a second time before it is believed.</summary>
        private double AfterBad(double[] weight, FaultKind kind, ThreadPosition? position, bool again)
        {
            var leave = Cheapest(weight, h => All(thought[h]), MaySew).Cost;
            var least = Math.Min(leave, CoachMinutes.Repair(kind, position) + Cheapest(weight, h => Left(h, kind, position), maySew: true).Cost);
            if (!again)
            {
                return least;
            }

            var share = weight.Where((_, h) => thought[h].SeenBy(kind, position)).Sum();
            var bad = share * Belief.LookIsRight + (1 - share) * (1 - Belief.LookIsRight);
            var good = Cheapest(Weighted(weight, kind, position, false), h => All(thought[h]), MaySew).Cost;
            return Math.Min(least, CoachMinutes.Look + bad * AfterBad(Weighted(weight, kind, position, true), kind, position, again: false) + (1 - bad) * good);
        }

        private double[] Weighted(IReadOnlyList<double> before, FaultKind kind, ThreadPosition? position, bool bad)
        {
            var after = before.Select((w, i) => w * (thought[i].SeenBy(kind, position) == bad ? Belief.LookIsRight : 1 - Belief.LookIsRight)).ToArray();
            var all = after.Sum();
            return [.. after.Select(w => w / all)];
        }

        private double? Stands(Option option) => option.Change switch
        {
            CoachChange.Dial => coach.now.Dials[option.Position!.Value].Value,
            CoachChange.Differential => coach.now.Differential.Value,
            CoachChange.CuttingWidth => coach.now.CuttingWidthMm.Value,
            CoachChange.Length => coach.now.StitchLengthMm.Value,
            CoachChange.Width => coach.now.ZigzagWidthMm.Value,
            CoachChange.FootPressure => coach.now.FootPressure.Value,
            _ => null,
        };
    }
}
