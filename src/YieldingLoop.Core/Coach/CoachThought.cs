using YieldingLoop.Core.Faults;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Coach;

/// <summary>One step thought through: every option, and what it is expected to cost.</summary>
internal sealed class CoachThought
{
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

    private const int MostThought = 24, MostThoughtOfOne = 100, MostThoughtAhead = 12;

    /// <summary>Less likely than this after so many swatches, whatever is turned one after the other, and the targets are out of this machine's reach.</summary>
    private const double LeastReached = 0.03;

    /// <summary>So much likelier it has to become that a figure lies within before that is told as the reason.</summary>
    private const double PlainlyNearer = 1.15;

    private const int SwatchesToReach = 3, MostTurnsToReach = 12;

    private static readonly double[] Turns = [0.25, 0.5, 0.75, 1, 1.5, 2, 2.5, 3, 4, 5];

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
        state = coach.State(coach.Now);
        double all = 0;
        var most = coach.ThinksAhead ? MostThoughtAhead : coach.Changed || coach.Swatches == 0 ? MostThoughtOfOne : MostThought;
        foreach (var hypothesis in coach.Belief.Hypotheses.TakeWhile(_ => all < ThoughtThrough && thought.Count < most))
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

        options.Add(new(null, null, null, 0, coach.Now, state));
        if (!coach.Changed && coach.Swatches > 0)
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

    private sealed record Option(CoachChange? Change, ThreadPosition? Position, double? To, double Minutes, Setup Setup, SewnState State);

    /// <summary>Whether a swatch may be sewn as things stand: what failed is not sewn again as it is.</summary>
    private bool MaySew => coach.Swatches == 0 || coach.Touched;

    /// <summary>Whether the school that turns first still does.</summary>
    private bool TurnsFirst => coach.Question.Schools.DialFirst && coach.Turns < CoachSession.TurnsFirst
        && coach.Verdict?.Deviations.All(d => d.Aspect is SwatchAspect.Skips or SwatchAspect.Broke) != true;

    private Option Number(Setup now, CoachChange change, ThreadPosition? position, double? to)
    {
        var changed = CoachSession.WithNumber(now, change, position, to);
        return new(change, position, to, CoachMinutes.Change(change, []), changed, coach.State(changed));
    }

    private void AddChanges()
    {
        options.AddRange(Numbers(coach.Now));
        if (coach.Targets.TunnellingIndex is not null && !coach.Now.Tape.Or(false))
        {
            options.Add(Number(coach.Now, CoachChange.Tape, null, null));
        }

        if (TurnsFirst)
        {
            return;
        }

        void AddPart(CoachChange change, ThreadPosition? position) =>
            options.Add(new(change, position, null, CoachMinutes.Change(change, coach.Model.Threads.Select(t => t.Laid.Position)), coach.Now, state));
        foreach (var seat in coach.Model.Threads.Select(t => t.Laid.Position).Where(p => p.IsNeedle()).Select(coach.Question.Machine.SeatPlaceOf).Distinct())
        {
            AddPart(CoachChange.Needle, seat);
        }

        AddPart(CoachChange.RethreadAll, null);
    }

    /// <summary>Every number that can be set otherwise, one at a time.</summary>
    private IEnumerable<Option> Numbers(Setup now)
    {
        var (machine, wanted) = (coach.Question.Machine, coach.Question.Setup);
        foreach (var (_, place) in coach.Model.Places.Index().Where(p => coach.Model.HasDial[p.Index]))
        {
            var dial = machine.DialOf(place);
            var stands = now.Dials[place].Value;
            var numbers = Turns.SelectMany(t => new[] { stands - t, stands + t }).Select(dial.Settable).Distinct().Where(n => Math.Abs(n - stands) > 1e-6);
            var textured = coach.Model.Threads.Any(t => machine.DialPlaceOf(t.Laid.Position) == place && t.Laid.Kind.Textured);
            foreach (var number in numbers.Where(n => !place.IsNeedle() || !wanted.Dials[place].TryGet(out var was) || Math.Abs(n - was) <= NeedleNumbers + 1e-9)
                .Where(n => !textured || dial.StepsTighter(n) <= Math.Max(0, dial.StepsTighter(stands)) + 1e-9))
            {
                yield return Number(now, CoachChange.Dial, place, number);
            }
        }

        if (machine.Feed is { } feed && now.Differential.TryGet(out var ratio))
        {
            foreach (var to in Enumerable.Range(-5, 11).Select(k => feed.Settable(ratio + k * Math.Max(feed.Step, 0.1))).Distinct().Where(r => Math.Abs(r - ratio) > 1e-6))
            {
                yield return Number(now, CoachChange.Differential, null, to);
            }
        }

        if (machine is Overlocker overlocker && now.CuttingWidthMm.TryGet(out var cut))
        {
            foreach (var to in Enumerable.Range(-4, 9).Select(k => overlocker.CuttingWidthMm.Settable(cut + k * 0.5)).Distinct().Where(c => Math.Abs(c - cut) > 1e-6))
            {
                yield return Number(now, CoachChange.CuttingWidth, null, to);
            }
        }

        foreach (var setting in Settings(machine, now))
        {
            yield return setting;
        }
    }

    /// <summary>What is turned where no dial helps: shorter stitches hold further, a lighter foot stretches less.</summary>
    private IEnumerable<Option> Settings(Machine machine, Setup now)
    {
        IEnumerable<Option> Range(CoachChange change, SettingRange? range, Place<double> place, params double[] turns) => range is null || !place.TryGet(out var stands) ? []
            : turns.Select(t => range.Settable(stands + t)).Distinct().Where(v => v > 0 && Math.Abs(v - stands) > 1e-6).Select(to => Number(now, change, null, to));
        var width = coach.Model.Wanted.Geometry.Stitch.NeedsZigzagWidth && machine is PlainMachine plain ? new SettingRange(0.5, plain.WidestZigzagMm, 0.5) : null;
        return
        [
            .. Range(CoachChange.Length, machine.StitchLengthMm, now.StitchLengthMm, -1.5, -1, -0.5, -0.25, 0.5, 1),
            .. Range(CoachChange.Width, width, now.ZigzagWidthMm, -1, -0.5, 0.5, 1),
            .. Range(CoachChange.FootPressure, machine.FootPressure, now.FootPressure, -0.5, -0.25, 0.25, 0.5),
        ];
    }

    /// <summary>The faults of a hypothesis, as bits, that an option takes away.</summary>
    private static int Taken(Hypothesis hypothesis, Option option)
    {
        if (option.Change is not { } change)
        {
            return 0;
        }

        var gone = CoachSession.Takes(change, option.Position);
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
            coach.Model, thought[h] with { Faults = [.. thought[h].Faults.Where((_, i) => (left & (1 << i)) != 0)] }, state, Math.Max(StitchesReckoned, coach.Targets.HoldStitches));
        return known = coach.Belief.Passes(ready, options[o].State, coach.Targets) * grows[o];
    }

    /// <summary>How likely a swatch passes as things stand, by one hypothesis; of one that hardly counts nobody asks.</summary>
    public double PassesNow(Hypothesis hypothesis) => hypothesis.LogWeight < LogHardly ? 0.5 : coach.Belief.Passes(new(coach.Model, hypothesis, state, StitchesReckoned), state, coach.Targets) * grows[0];

    private static readonly double LogHardly = Math.Log(0.02);

    /// <summary>Stitches a swatch is reckoned to have.</summary>
    public const int StitchesReckoned = 230;

    private double GrowthWithin(Option option) => coach.Targets.GrowthPercent is null ? 1 : Math.Max(1e-6, coach.Belief.GrowsWithin(option.State, coach.Targets));

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
            return Minutes.MinutesFor.Swatch + DialsLeft * DialsToCome + CoachMinutes.Change(CoachChange.RethreadAll, coach.Model.Threads.Select(t => t.Laid.Position));
        }

        return Minutes.MinutesFor.Swatch + DialsLeft * DialsToCome + hypothesis.Faults.Where((_, i) => (left & (1 << i)) != 0).Sum(f => ToFind + f.Kind.LookFor().RepairMinutes(f.Position));
    }

    /// <summary>The step that costs least.</summary>
    public CoachStep Best()
    {
        var sewn = Cheapest(weights, h => All(thought[h]), MaySew);
        var best = (sewn.Cost, Step: Stepped(sewn.Option, sewn.Passes));
        foreach (var (look, position) in coach.FoundBad.Where(f => f.Look.Fault() is not null))
        {
            var kind = look.Fault()!.Value;
            var repaired = Cheapest(weights, h => Left(h, kind, position), maySew: true);
            var cost = look.RepairMinutes(position) + repaired.Cost;
            if (cost < best.Cost)
            {
                best = (cost, new(CoachAct.Repair, look.RepairMinutes(position)) { Look = look, Position = position, PassChance = repaired.Passes, Why = [CoachWhy.FoundBad(look, position, coach.LooksAt(look, position))] });
            }
        }

        foreach (var (kind, position, share) in TurnsFirst ? [] : Suspected())
        {
            var look = kind.LookFor();
            if (!coach.MayLook(look, position))
            {
                continue;
            }

            var bad = share * Belief.LookIsRight + (1 - share) * (1 - Belief.LookIsRight);
            var ifBad = Weighted(weights, kind, position, true);
            var ifGood = Weighted(weights, kind, position, false);
            var cost = CoachMinutes.Look + bad * AfterBad(ifBad, kind, position, again: coach.LooksAt(look, position) + 1 < CoachSession.MostLooks) + (1 - bad) * Cheapest(ifGood, h => All(thought[h]), MaySew).Cost;
            if (cost < best.Cost)
            {
                best = (cost, new(CoachAct.Look, CoachMinutes.Look) { Look = look, Position = position, PassChance = sewn.Passes, Why = [CoachWhy.Suspected(kind, position, coach.Belief.Hypotheses.Sum(h => h.SeenBy(kind, position) ? Math.Exp(h.LogWeight) : 0), coach.LooksAt(look, position))] });
            }
        }

        return best.Step.Act is CoachAct.Change or CoachAct.Sew && coach.Swatches >= SwatchesToReach && best.Step.PassChance < LeastReached && OutOfReach() is { } aspect
            ? new(CoachAct.PlanAgain, 0) { Why = [CoachWhy.OutOfReach(aspect)] }
            : best.Step;
    }

    private CoachStep Stepped(int o, double passChance)
    {
        if (o < 0)
        {
            return new(CoachAct.Service, 0) { Why = [CoachWhy.NothingLeft(coach.Swatches)] };
        }

        var option = options[o];
        return option.Change is not { } change ? new(CoachAct.Sew, 0) { PassChance = passChance, Why = [coach.Swatches == 0 ? CoachWhy.BaseLine() : CoachWhy.SeeWhetherItHelps()] }
            : new(CoachAct.Change, option.Minutes) { Change = change, Position = option.Position, From = Stands(option), To = option.To, PassChance = passChance, Why = [Reason(o, passChance)] };
    }

    /// <summary>Why a change: the faults it takes away, or the figure it brings nearest to what is wanted.</summary>
    private Finding Reason(int o, double passChance)
    {
        var (option, share) = (options[o], Enumerable.Range(0, thought.Count).Where(h => takes[o * thought.Count + h] != 0).Sum(h => weights[h]));
        if (option.Change is CoachChange.RethreadAll or CoachChange.Needle)
        {
            return CoachWhy.TakesAway(option.Change.Value, option.Position, share);
        }

        Dictionary<SwatchAspect, double> before = [], after = [];
        var ready = new Prepared(coach.Model, thought[0], state, StitchesReckoned);
        Chance(ready, options[0], before);
        Chance(ready, option, after);
        var (aspect, _) = after.MaxBy(a => Math.Log(Math.Max(1e-9, a.Value)) - Math.Log(Math.Max(1e-9, before.GetValueOrDefault(a.Key, 1))));
        var was = before.GetValueOrDefault(aspect, 1);
        // What moves no figure by itself is the smallest change there is after one that failed.
        return after[aspect] > PlainlyNearer * was ? CoachWhy.Nearer(aspect, was, after[aspect]) : CoachWhy.Likeliest(passChance);
    }

    /// <summary>What stays outside whatever is turned one after the other, were nothing wrong with the machine; null where it can be reached.</summary>
    private SwatchAspect? OutOfReach()
    {
        var sound = thought[0].Without(_ => true);
        var (now, reached) = (coach.Now, 0.0);
        var each = new Dictionary<SwatchAspect, double>();
        for (var i = 0; i < MostTurnsToReach; i++)
        {
            var ready = new Prepared(coach.Model, sound, coach.State(now), StitchesReckoned);
            var (best, to) = (Chance(ready, options[0] with { State = coach.State(now) }, null), now);
            foreach (var option in Numbers(now))
            {
                var chance = Chance(ready, option, null);
                (best, to) = chance > best ? (chance, option.Setup) : (best, to);
            }

            if (best >= LeastReached)
            {
                return null;
            }

            if (best <= reached * (1 + 1e-6))
            {
                break;
            }

            (reached, now) = (best, to);
        }

        var end = options[0] with { State = coach.State(now) };
        Chance(new(coach.Model, sound, end.State, StitchesReckoned), end, each);
        return each.MinBy(e => e.Value).Key;
    }

    private double Chance(Prepared ready, Option option, Dictionary<SwatchAspect, double>? each)
    {
        var grows = GrowthWithin(option);
        var chance = coach.Belief.Passes(ready, option.State, coach.Targets, each) * grows;
        if (coach.Targets.GrowthPercent is not null)
        {
            each?.Add(SwatchAspect.Growth, grows);
        }

        return chance;
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
        var least = Math.Min(leave, kind.LookFor().RepairMinutes(position) + Cheapest(weight, h => Left(h, kind, position), maySew: true).Cost);
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
        CoachChange.Dial => coach.Now.Dials[option.Position!.Value].Value,
        CoachChange.Differential => coach.Now.Differential.Value,
        CoachChange.CuttingWidth => coach.Now.CuttingWidthMm.Value,
        CoachChange.Length => coach.Now.StitchLengthMm.Value,
        CoachChange.Width => coach.Now.ZigzagWidthMm.Value,
        CoachChange.FootPressure => coach.Now.FootPressure.Value,
        _ => null,
    };
}
