using YieldingLoop.Core.Faults;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Stitches;
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

    /// <summary>Turns before the second school looks at anything.</summary>
    public const int TurnsFirst = 6;

    /// <summary>So many answers alike in a row at one thing say all that looking at it can say: who errs once may err again (whatever the shares of common practice say).</summary>
    private const int MostAlike = 3;

    /// <summary>After so many swatches that failed everything is threaded again, once, whatever looks say: a fault can outlast its cause (common practice E5).</summary>
    private const int SwatchesToRethread = 6;

    /// <summary>So many swatches with nothing but skips or a break, everything new and threaded again, and it is the timing.</summary>
    private const int MostAfterRenewal = 2;

    private static readonly Stitch ThreeThreads = StitchCatalogue.Find("504")!;

    private readonly Dictionary<(CoachLook, ThreadPosition?), int> looks = [];
    private readonly Dictionary<(CoachLook, ThreadPosition?), (bool Bad, int Times)> alike = [];
    private readonly List<(CoachLook Look, ThreadPosition? Position)> foundBad = [];
    private readonly HashSet<ThreadPosition> newNeedles = [];
    private bool rethreaded;
    private int sinceRenewal;

    /// <param name="question">What is wanted.</param>
    /// <exception cref="ArgumentException">The set-up does not say what its seam needs.</exception>
    public CoachSession(CoachQuestion question)
    {
        Question = question with { Machine = question.Setup.HeadOf(question.Machine) };
        (Now, Targets) = (question.Setup, question.Targets);
        Model = new(Question.Machine, Case(Now));
        Belief = new(Model, Now, question.Learnt);
    }

    private CoachSession(CoachSession other)
    {
        (Question, Now, Targets, Model, Belief) = (other.Question, other.Now, other.Targets, other.Model, other.Belief.Copy());
        (Swatches, Turns, Changed, Touched, Verdict) = (other.Swatches, other.Turns, other.Changed, other.Touched, other.Verdict);
        (rethreaded, sinceRenewal) = (other.rethreaded, other.sinceRenewal);
        newNeedles.UnionWith(other.newNeedles);
        foundBad.AddRange(other.foundBad);
        foreach (var (thing, taken) in other.looks)
        {
            looks[thing] = taken;
        }

        foreach (var (thing, said) in other.alike)
        {
            alike[thing] = said;
        }
    }

    /// <summary>What the machine is set to now, as far as the coach knows.</summary>
    public Setup Now { get; private set; }

    /// <summary>What a swatch of it should show.</summary>
    public Targets Targets { get; private set; }

    /// <summary>How the last swatch stands; null before the first.</summary>
    public SwatchVerdict? Verdict { get; private set; }

    /// <summary>Swatches sewn.</summary>
    public int Swatches { get; private set; }

    /// <summary>Numbers turned.</summary>
    public int Turns { get; private set; }

    /// <summary>Whether this only thinks ahead of another session, and fewer explanations will do.</summary>
    internal bool ThinksAhead { get; private init; }

    /// <summary>Whether one thing was changed since the last swatch, so that nothing else may be.</summary>
    internal bool Changed { get; private set; }

    /// <summary>Whether anything was changed or put right since the last swatch.</summary>
    public bool Touched { get; private set; }

    internal CoachQuestion Question { get; }

    internal CoachModel Model { get; private set; }

    internal Belief Belief { get; private set; }

    /// <summary>What looks found bad and nobody has put right.</summary>
    internal IReadOnlyList<(CoachLook Look, ThreadPosition? Position)> FoundBad => foundBad;

    /// <summary>How often a thing was looked at since the last swatch.</summary>
    internal int LooksAt(CoachLook look, ThreadPosition? position) => looks.GetValueOrDefault((look, position));

    /// <summary>Whether looking at a thing may still say something.</summary>
    internal bool MayLook(CoachLook look, ThreadPosition? position) => LooksAt(look, position) < MostLooks && alike.GetValueOrDefault((look, position)).Times < MostAlike;

    /// <summary>What the seam model reads of a set-up.</summary>
    /// <exception cref="ArgumentException">The set-up does not say what its seam needs.</exception>
    private SeamCase Case(Setup setup) => setup.Case(Question.Machine, Question.Cloth, Question.Seam, null, Question.Schools) is { Value: { } sewn } ? sewn : throw new ArgumentException("The set-up does not say what its seam needs.", nameof(setup));

    internal SewnState State(Setup setup) => Model.State(setup, Case(setup));

    /// <summary>A swatch was sewn and read.</summary>
    /// <param name="setup">The set-up as sewn.</param>
    /// <param name="read">What was read.</param>
    public void Sewn(Setup setup, SwatchReadings read)
    {
        Stand(setup);
        Belief.Sewn(State(setup), read, Targets);
        Verdict = SwatchVerdict.Of(Targets, read);
        Ended();
        var rows = Model.Threads.Select(t => t.Laid.Position).Where(p => p.IsNeedle()).Select(Question.Machine.SeatPlaceOf);
        var nothingElse = Verdict.Deviations.Any() && Verdict.Deviations.All(d => d.Aspect is SwatchAspect.Skips or SwatchAspect.Broke);
        sinceRenewal = nothingElse && rethreaded && rows.All(newNeedles.Contains) ? sinceRenewal + 1 : 0;
    }

    private void Ended()
    {
        Swatches++;
        (Changed, Touched) = (false, false);
        looks.Clear();
        foundBad.Clear();
    }

    /// <summary>From now on the machine stands like this, whatever was reckoned before.</summary>
    private void Stand(Setup setup)
    {
        var sewn = Case(setup);
        if (!Model.Fits(sewn))
        {
            var next = new CoachModel(Question.Machine, sewn);
            (Belief, Model) = (Belief.Onto(next, setup), next);
        }

        if (setup.StitchId != Now.StitchId)
        {
            Targets = setup.StitchId == Question.Setup.StitchId ? Question.Targets : TargetsOf(setup);
        }

        Now = setup;
    }

    private Targets TargetsOf(Setup setup)
    {
        var plan = PlanQuestion.OnOne(Question.Cloth, Question.Seam, Question.Machine, Question.Schools);
        return SetupTargets.Of(plan, setup, Question.Machine, setup.Case(Question.Machine, Question.Cloth, Question.Seam, Question.Seam.Resolve().Value, Question.Schools).Value!);
    }

    /// <summary>A look was answered.</summary>
    /// <param name="look">What was looked at.</param>
    /// <param name="position">Where.</param>
    /// <param name="bad">Whether it is bad; null where nobody can tell.</param>
    public void Looked(CoachLook look, ThreadPosition? position, bool? bad)
    {
        if (bad is not { } found)
        {
            // Who cannot tell cannot tell the next time either.
            looks[(look, position)] = MostLooks;
            return;
        }

        looks[(look, position)] = LooksAt(look, position) + 1;
        var said = alike.GetValueOrDefault((look, position)) is { Times: > 0 } before && before.Bad == found ? before.Times : 0;
        alike[(look, position)] = (found, said + 1);
        if (look.Fault() is { } kind && said < MostAlike)
        {
            Belief.Looked(kind, position, found);
        }

        if (found && !foundBad.Contains((look, position)))
        {
            foundBad.Add((look, position));
        }
        else if (!found && look.Fault() is null)
        {
            foundBad.Remove((look, position));
        }
    }

    /// <summary>Something was put right.</summary>
    /// <param name="look">The look that found it.</param>
    /// <param name="position">Where.</param>
    public void Repaired(CoachLook look, ThreadPosition? position)
    {
        if (look.Fault() is { } kind)
        {
            Belief.PutRight(kind, position);
        }

        if (position is { } seat && look is CoachLook.NeedlePoint or CoachLook.NeedleCondition)
        {
            newNeedles.Add(seat);
        }

        foundBad.Remove((look, position));
        alike.Remove((look, position));
        Touched = true;
    }

    /// <summary>Something was changed.</summary>
    /// <param name="change">What.</param>
    /// <param name="position">Where.</param>
    /// <param name="to">The number it is set to.</param>
    /// <param name="kindId">Of a thread its kind from now on.</param>
    public void Did(CoachChange change, ThreadPosition? position, double? to, string? kindId = null)
    {
        Stand(After(change, position, to, kindId));
        Belief.Removed(Takes(change, position));
        (Changed, Touched) = (true, true);
        switch (change)
        {
            case CoachChange.RethreadAll:
                rethreaded = true;
                alike.Clear();
                break;
            case CoachChange.Needle:
                newNeedles.Add(position!.Value);
                break;
            case CoachChange.Finger or CoachChange.ThreadKind or CoachChange.DropLeftNeedle or CoachChange.Tape:
                break;
            default:
                Turns++;
                break;
        }
    }

    /// <summary>Something was done between two swatches.</summary>
    /// <param name="done">What.</param>
    public void Did(CoachDone done)
    {
        switch (done.Deed)
        {
            case CoachDeed.Look:
                Looked(done.Look!.Value, done.Position, done.Bad);
                break;
            case CoachDeed.Repair:
                Repaired(done.Look!.Value, done.Position);
                break;
            case CoachDeed.Change:
                Did(done.Change!.Value, done.Position, done.To);
                break;
        }
    }

    /// <summary>Somebody has set the machine otherwise meanwhile: that counts as the one change, whatever it was.</summary>
    /// <param name="setup">What it is set to.</param>
    public void StandsAt(Setup setup)
    {
        if (setup == Now)
        {
            return;
        }

        Stand(setup);
        (Changed, Touched) = (true, true);
    }

    /// <summary>The faults that a change takes away.</summary>
    internal static Func<Suspicion, bool> Takes(CoachChange change, ThreadPosition? position) => change switch
    {
        CoachChange.RethreadAll => f => f.Threading,
        CoachChange.Needle => f => f.OfNeedle && f.Position == position,
        CoachChange.Finger => f => f.Kind == FaultKind.Finger,
        CoachChange.ThreadKind => f => (f.Threading && f.Position == position) || f.Kind == FaultKind.ThreadUneven,
        _ => _ => false,
    };

    /// <summary>The set-up after a change.</summary>
    private Setup After(CoachChange change, ThreadPosition? position, double? to, string? kindId) => change switch
    {
        CoachChange.ThreadKind => Now with { Threads = Now.Threads.With(position!.Value, new SewingThread(kindId!)) },
        CoachChange.DropLeftNeedle => WithoutLeft ?? Now,
        _ => WithNumber(Now, change, position, to),
    };

    /// <summary>A set-up with one number set otherwise; itself where the change is of no number.</summary>
    internal static Setup WithNumber(Setup now, CoachChange change, ThreadPosition? position, double? to) => change switch
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

    /// <summary>The set-up without its left needle; null where there is none to be spared, or the machine has no finger for the right one alone.</summary>
    public Setup? WithoutLeft => Question.Machine is Overlocker machine && machine.Stitches.Contains(ThreeThreads)
        && Now.Threads[ThreadPosition.NeedleLeft].IsThere && Now.Threads[ThreadPosition.NeedleRight].IsThere && machine.FingerFor(FingerUse.RightNeedle) is { } finger
        ? Now with
        {
            StitchId = ThreeThreads.Id,
            Needles = Now.Needles.With(ThreadPosition.NeedleLeft, Place<Needle>.Empty),
            Threads = Now.Threads.With(ThreadPosition.NeedleLeft, Place<SewingThread>.Empty),
            Dials = Now.Dials.With(ThreadPosition.NeedleLeft, Place<double>.Unknown),
            FingerName = finger.Name,
        }
        : null;

    /// <summary>What is behind what was seen, the likeliest first; all of it makes 1.</summary>
    public IReadOnlyList<CoachCause> Causes() =>
    [
        .. Belief.Hypotheses.GroupBy(h => h.Faults.Count == 0 ? (Fault: (FaultKind?)null, Position: (ThreadPosition?)null, Several: false, Sticky: false)
                : h.Faults.Count > 1 ? (null, null, true, false)
                : (h.Faults[0].Kind, h.Faults[0].Position, false, h.PutRight))
            .Select(g => new CoachCause(g.Key.Fault, g.Key.Position, g.Sum(h => Math.Exp(h.LogWeight))) { Several = g.Key.Several, Sticky = g.Key.Sticky })
            .OrderByDescending(c => c.Share),
    ];

    /// <summary>The next step.</summary>
    public CoachStep Next()
    {
        if (Verdict is { Passed: true } && !Touched)
        {
            return new(CoachAct.Keep, 0) { Why = [CoachWhy.Passed(Verdict)] };
        }

        if (Swatches >= MostSwatches)
        {
            return new(CoachAct.Service, 0) { Why = [CoachWhy.TooManySwatches(Swatches)] };
        }

        return sinceRenewal >= MostAfterRenewal && !Touched ? new(CoachAct.Service, 0) { Why = [CoachWhy.AllNew(sinceRenewal)] }
            : BeyondModel.Next(this) ?? (!rethreaded && Swatches >= SwatchesToRethread && !Changed && !Touched && FoundBad.Count == 0 ? ThreadAgain() : new CoachThought(this).Best());
    }

    private CoachStep ThreadAgain() => new(CoachAct.Change, CoachMinutes.Change(CoachChange.RethreadAll, Model.Threads.Select(t => t.Laid.Position)))
    {
        Change = CoachChange.RethreadAll, Why = [CoachWhy.StillNotRight(Swatches)],
    };

    /// <summary>The step that follows if one does not help: a look that finds nothing, a swatch that still does not pass; null after the last step there is.</summary>
    /// <param name="step">The step.</param>
    public CoachStep? NextAfter(CoachStep step)
    {
        if (step.Act is CoachAct.Keep or CoachAct.Service or CoachAct.PlanAgain)
        {
            return null;
        }

        var apart = new CoachSession(this) { ThinksAhead = true };
        apart.Take(step);
        if (step.Act == CoachAct.Look)
        {
            apart.Looked(step.Look!.Value, step.Position, bad: false);
        }
        else
        {
            apart.Belief.Failed(new CoachThought(apart).PassesNow);
            apart.Verdict = null;
            apart.Ended();
        }

        return apart.Next();
    }

    /// <summary>Does what a step says, a look and a swatch apart, which somebody has to answer.</summary>
    /// <param name="step">The step.</param>
    public void Take(CoachStep step)
    {
        if (step.Act is CoachAct.Repair or CoachAct.Change)
        {
            Did(CoachDone.Of(step));
        }
    }

    /// <summary>What the next swatch should read once a step is done; null where none is to be sewn any more.</summary>
    /// <param name="step">The step.</param>
    /// <returns>The set-up it is sewn with, and the readings.</returns>
    public (Setup Setup, CoachExpectation Expect)? Expect(CoachStep step)
    {
        if (step.Act is CoachAct.Keep or CoachAct.Service or CoachAct.PlanAgain)
        {
            return null;
        }

        var apart = new CoachSession(this);
        apart.Take(step);
        return (apart.Now, CoachExpectation.Of(apart));
    }
}
