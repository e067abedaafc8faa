using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Planning;

/// <summary>
/// Plans one seam: weighs every set-up the machines at hand and the drawer allow, and takes the first by verdict,
/// limits, the trade's order and cost (docs/planner.md). The same question always gets the same answer.
/// </summary>
public static class Planner
{
    /// <summary>Below this a cloth is thin, g/m²; a rolled hem is for thin cloth only. Working value.</summary>
    public const double ThinBelowGsm = ClothLimits.LightBelowGsm;

    /// <summary>Thickest ply that still rolls, mm. Working value.</summary>
    public const double RollsUpToMm = 0.8;

    /// <summary>From this area density a cloth is heavy, g/m². Working value.</summary>
    public const double HeavyFromGsm = ClothLimits.HeavyFromGsm;

    private const int MostAlternatives = 2;

    /// <summary>Makes the plan, or says what the machines or the entry lack.</summary>
    public static Outcome<PlanAnswer> Plan(PlanQuestion question)
    {
        var searched = Ask(question);
        if (searched.Value is not var (asked, need, search))
        {
            return Outcome.Failed<PlanAnswer>(searched.Problems);
        }

        var found = search.Best;
        var best = found[0];
        var plan = PlanWriter.Write(best, asked, need);
        var alternatives = Alternatives(found, asked)
            .Select(f => (Found: f, Plan: PlanWriter.Write(f, asked, need)))
            .Select(f => new PlannedSetup(f.Found.Layout.Hand.Id, f.Plan, PlanCompare.Differs(f.Found, best), PlanCompare.Behind((best, plan), (f.Found, f.Plan), asked, need))).ToList();
        return Outcome.Of(new PlanAnswer(
            new PlannedSetup(best.Layout.Hand.Id, plan), alternatives,
            plan.Figures.Verdict!.Verdict == Verdict.Holds ? [] : PlanHelper.For(asked, need, plan), search.Candidates, search.Evaluated));
    }

    /// <summary>The best set-up alone, where neither alternatives nor help are wanted.</summary>
    public static Outcome<PlannedSetup> Best(PlanQuestion question)
    {
        var searched = Ask(question);
        return searched.Value is var (asked, need, search)
            ? Outcome.Of(new PlannedSetup(search.Best[0].Layout.Hand.Id, PlanWriter.Write(search.Best[0], asked, need)))
            : Outcome.Failed<PlannedSetup>(searched.Problems);
    }

    /// <summary>Answers for a choice put in the place of the planner's own.</summary>
    /// <param name="question">The question, with the pins it was asked with.</param>
    /// <param name="instead">The same pins with the choice added.</param>
    public static Outcome<WhyNotAnswer> WhyNot(PlanQuestion question, PlanPins instead)
    {
        var searched = Ask(question);
        if (searched.Value is not var (asked, need, free))
        {
            return Outcome.Failed<WhyNotAnswer>(searched.Problems);
        }

        var best = free.Best[0];
        var plan = PlanWriter.Write(best, asked, need);
        if (PinsTogether.Clash(instead, asked) is var (_, clash))
        {
            return Outcome.Of(new WhyNotAnswer(PlanBehind.Of(clash), true, null));
        }

        var nothing = PlanBehind.Of(new("cannot-be-set"));
        // As little else as possible is changed: all the rest stays where that can be, then machine and stitch, then the machine.
        foreach (var around in new[] { Kept(best), Kept(best) with { NeedleThreadId = null, UpperThreadId = null, LowerThreadId = null, Seats = null }, PlanPins.None with { MachineId = best.Layout.Hand.Id }, PlanPins.None })
        {
            var other = asked with { Pins = instead.Over(around) };
            var search = LatticeSearch.Of(other, need);
            if (search.Best.Count > 0)
            {
                var found = search.Best[0];
                var theirs = PlanWriter.Write(found, other, need);
                var behind = PlanCompare.Behind((best, plan), (found, theirs), asked, need);
                return Outcome.Of(new WhyNotAnswer(behind, false, new PlannedSetup(found.Layout.Hand.Id, theirs, PlanCompare.Differs(found, best), behind)));
            }

            // The last of these leaves everything free but what was asked about, so that what stands in its way is that.
            nothing = PlanBehind.Of(Nothing(other, search).Finding);
        }

        return Outcome.Of(new WhyNotAnswer(nothing, true, null));
    }

    private static PlanPins Kept(FoundSetup found) => new()
    {
        MachineId = found.Layout.Hand.Id,
        StitchId = found.Layout.Stitch.Id,
        Flatlock = found.Layout.Flatlock,
        Seats = SeatSet.Of(found.Layout.Seats),
        NeedleThreadId = found.NeedleThread.Kind.Id,
        UpperThreadId = found.Upper?.Kind.Id,
        LowerThreadId = found.Lower.Kind.Id,
    };

    private sealed record Asked(PlanQuestion Question, Need Need, LatticeSearch Search);

    /// <summary>Whether a cloth is thin enough to roll (common practice D7).</summary>
    internal static bool Thin(ClothFigures cloth) => cloth.AreaDensityGsm.Value < ThinBelowGsm && cloth.ThicknessMm.Value <= RollsUpToMm;

    /// <summary>The question with the machines whose records are whole, the need, and a search that found something; or what is wrong.</summary>
    private static Outcome<Asked> Ask(PlanQuestion question)
    {
        var need = question.Seam.Resolve();
        var problems = new List<Problem>(need.Problems);
        problems.AddRange(question.Weights.Problems());
        problems.AddRange(PinCheck.Problems(question.Pins, question.Machines).Select(p => p with { Field = "pins." + p.Field }));
        var asked = question.Machines.Where(m => question.Pins.MachineId is null || m.Id == question.Pins.MachineId).ToList();
        var whole = asked.Where(m => MachineCheck.Problems(m.Machine).Count == 0).ToList();
        if (asked.Count == 0)
        {
            problems.Add(new("machines", "There is no machine to sew it on."));
        }
        else if (whole.Count == 0)
        {
            problems.AddRange(MachineCheck.Problems(asked[0].Machine));
        }

        if (problems.Count == 0 && question.Seam.Job == SeamJob.SuperStretch)
        {
            // Only the machine's own manual says how; the model has no figure for it.
            var finding = whole.Where(m => ManualTable.SuperStretchOf(m.Machine) is not null).Select(m => $"“{m.Machine.Name}”").ToList() is { Count: > 0 } named
                ? new Finding("super-stretch-by-manual").With("machines", Phrase.List(named)) : new("super-stretch-no-row");
            problems.Add(new("job", Sentences.Of(finding)) { Finding = finding });
        }

        if (problems.Count > 0)
        {
            return Outcome.Failed<Asked>(problems);
        }

        question = question with { Machines = whole };
        if (PinsTogether.Clash(question.Pins, question) is var (pin, clash))
        {
            return Outcome.Failed<Asked>([new("pins." + pin, Sentences.Of(clash)) { Finding = clash }]);
        }

        var search = LatticeSearch.Of(question, need.Value!);
        return search.Best.Count > 0 ? Outcome.Of(new Asked(question, need.Value!, search)) : Outcome.Failed<Asked>([Problem(question, need.Value!, search)]);
    }

    private static Problem Problem(PlanQuestion question, Need need, LatticeSearch search)
    {
        var (field, finding) = Nothing(question, search);
        if (field == "pins")
        {
            var pinned = PinCheck.Each(question.Pins).ToList();
            // The rule names the choice it is about; where no rule stands in the way, the pin that by itself leaves nothing is the one to let go of.
            var pin = search.Obstacle is { } found
                ? found.Rule.Pins.FirstOrDefault(name => pinned.Exists(p => p.Field == name))
                : pinned.Where(p => LatticeSearch.Of(question with { Pins = p.Alone }, need).Best.Count == 0).Select(p => p.Field).FirstOrDefault();
            field = pin is null ? field : "pins." + pin;
        }

        return new(field, Sentences.Of(finding)) { Finding = finding };
    }

    /// <summary>Why nothing was found, and which entry to look at.</summary>
    private static (string Field, Finding Finding) Nothing(PlanQuestion question, LatticeSearch search) =>
        search.Obstacle is { } found
            ? (question.Pins == PlanPins.None ? found.Rule.Field : "pins", found.Says)
            : ("pins", new(question.Pins == PlanPins.None ? "nothing-for-job" : "cannot-be-set"));

    /// <summary>The best of the others that differ from the best, and from one another, in machine, stitch or thread.</summary>
    private static IReadOnlyList<FoundSetup> Alternatives(IReadOnlyList<FoundSetup> found, PlanQuestion question)
    {
        var best = found[0];
        var chosen = new List<FoundSetup>();
        // Against the skin a seam that lies flat is worth a look, where one holds as well.
        if (question.Seam.OnSkin && !Flat(best))
        {
            chosen.AddRange(found.Where(f => Flat(f) && f.Rank.VerdictClass <= Math.Max(1, best.Rank.VerdictClass)).Take(1));
        }

        // Another machine or another stitch says more than another thread on the same.
        foreach (var wanted in new Func<FoundSetup, FoundSetup, bool>[] { (f, o) => f.Kind.Stitch != o.Kind.Stitch || f.Kind.Flatlock != o.Kind.Flatlock, (f, o) => f.Kind.Machine != o.Kind.Machine, (f, o) => f.Kind.Threads != o.Kind.Threads && (f.Upper is null || f.Upper == f.Lower) })
        {
            foreach (var other in found.Skip(1))
            {
                if (chosen.Count < MostAlternatives && other.Rank.VerdictClass <= Math.Max(best.Rank.VerdictClass, 1) && chosen.Append(best).All(c => wanted(other, c)))
                {
                    chosen.Add(other);
                    break;
                }
            }
        }

        return [.. chosen.OrderBy(f => f.Rank)];
    }

    private static bool Flat(FoundSetup found) => found.Layout.Flatlock || found.Layout.Stitch.Family == Stitches.StitchFamily.Cover;
}
