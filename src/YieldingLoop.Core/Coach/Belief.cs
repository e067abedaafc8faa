using YieldingLoop.Core.Faults;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Coach;

/// <summary>
/// What the coach believes of a machine: every hypothesis with its weight, and how its feed answers, which no fault changes. Everything that
/// may be wrong alone, in pairs, or stick, is enumerated.
/// </summary>
internal sealed class Belief
{
    /// <summary>Shares of what is wrong before anything is known (common practice E4). Working values.</summary>
    private const double Threaded = 0.60, Needled = 0.15, Parted = 0.10, Two = 0.10, Sticks = 0.10;

    /// <summary>How often a look is right.</summary>
    public const double LookIsRight = 0.9;

    /// <summary>A thread that broke for no reason that is reckoned with.</summary>
    private const double BreaksAnyway = 1e-4;

    /// <summary>Logarithm of how likely a thread does not break that has to.</summary>
    private const double LogHeldAnyway = -14;

    /// <summary>How much further out, or in, a knife cuts that is off, mm: middle and standard deviation.</summary>
    private const double KnifeOff = 1.2, KnifeSigma = 0.23;

    /// <summary>Errors of reading, one standard deviation, as practised people make them; cover is read off a picture that the model draws.</summary>
    private const double MeetingError = 0.2, GapError = 0.1, GrowthError = 1, ShareError = 0.1, CoverError = 0.015;

    /// <summary>A hypothesis so much less likely than the likeliest, in ln, is not worked out any further.</summary>
    private const double FarBehind = 16;

    private const int Iterations = 2;

    /// <summary>Growth before any swatch: offset and slope, and what is known of them.</summary>
    private const double GrowthSigma = 0.866, SlopeMean = -22, SlopeSigma = 3.46;

    /// <summary>Share of an uneven thread, and of a needle that touches something, taken from what is left: rare, and alone. Working values.</summary>
    private const double Rare = 0.004;

    /// <summary>How much further readings scatter of an uneven thread: of lengths, mm, and of shares. Working values.</summary>
    private const double WandersMm = 0.5, WandersShare = 0.25;

    /// <summary>How often a needle that touches breaks its thread on a swatch. Working value.</summary>
    public const double TouchBreaks = 0.6;

    /// <summary>How much longer an edge lies beside an unsewn strip per unit of drag, %, before any swatch, and the error of reading it: 1 of drag is read as at most 2 %. Working values.</summary>
    private const double BesideMean = 0.5, BesideSigma = 0.7, BesideError = 0.3;

    private readonly CoachModel model;
    private List<Hypothesis> hypotheses;
    private readonly double[] growth = [0, SlopeMean];
    private readonly double[] growthCovariance = [GrowthSigma * GrowthSigma, 0, 0, SlopeSigma * SlopeSigma];
    private (double Mean, double Variance) beside = (BesideMean, BesideSigma * BesideSigma);

    /// <param name="model">The figures of the seam.</param>
    /// <param name="setup">The set-up that is wanted.</param>
    /// <param name="learnt">What earlier swatches of this machine have taught.</param>
    public Belief(CoachModel model, Setup setup, Learnt learnt)
    {
        this.model = model;
        var (mean, covariance) = model.Prior(learnt);
        var told = LearntInformation.Of(LearntLine.Growth, learnt.Growth);
        foreach (var (row, value) in told.Rows.Zip(told.Values))
        {
            // The slope is learnt beyond the model's own.
            Fed(row.Offset, row.Slope, value + row.Slope * SlopeMean, 1);
        }

        var singles = Singles(setup).ToList();
        var faulty = singles.Sum(s => s.Share);
        hypotheses = [new([], false, false, Math.Log(1 - faulty), mean, covariance)];
        foreach (var (fault, share) in singles)
        {
            var sticks = fault.Threading ? Sticks : 0;
            hypotheses.Add(new([fault], false, false, Math.Log(share * (1 - Two) * (1 - sticks)), mean, covariance));
            if (sticks > 0)
            {
                hypotheses.Add(new([fault], true, false, Math.Log(share * (1 - Two) * sticks), mean, covariance));
            }
        }

        var pairs = singles.Index().SelectMany(one => singles.Skip(one.Index + 1).Where(o => !o.Fault.Is(one.Item.Fault.Kind, one.Item.Fault.Position)), (one, other) => (One: one.Item, Other: other)).ToList();
        var together = pairs.Sum(p => p.One.Share * p.Other.Share);
        hypotheses.AddRange(pairs.Select(p => new Hypothesis([p.One.Fault, p.Other.Fault], false, false, Math.Log(Two * faulty * p.One.Share * p.Other.Share / together), mean, covariance)));

        foreach (var kind in new[] { FaultKind.ThreadUneven, FaultKind.Contact })
        {
            hypotheses.Add(new([new(kind, null)], false, false, Math.Log(Rare), mean, covariance));
        }

        hypotheses[0] = hypotheses[0] with { LogWeight = Math.Log(1 - faulty - 2 * Rare) };
        Normalize();
    }

    private Belief(Belief other, CoachModel model)
    {
        this.model = model;
        hypotheses = other.hypotheses;
        beside = other.beside;
        other.growth.CopyTo(growth, 0);
        other.growthCovariance.CopyTo(growthCovariance, 0);
    }

    /// <summary>The same belief, to go on from apart.</summary>
    public Belief Copy() => new(this, model);

    /// <summary>What is believed once other threads or needles are on: what was learnt of a place stays with it, and a fault with its thread.</summary>
    /// <param name="next">The figures of the seam from now on.</param>
    /// <param name="setup">The set-up from now on.</param>
    public Belief Onto(CoachModel next, Setup setup)
    {
        var fresh = new Belief(next, setup, Learnt.Nothing);
        var parts = next.PartsIn(model);
        var (mean, covariance) = (fresh.hypotheses[0].Mean, fresh.hypotheses[0].Covariance);
        List<ThreadPosition?> gone = [.. model.Places.Concat(model.Threads.Select(t => t.Laid.Position)).Except(next.Places.Concat(next.Threads.Select(t => t.Laid.Position))).Cast<ThreadPosition?>()];
        var moved = new Belief(this, next);
        moved.hypotheses = [.. hypotheses.Select(h => h.Without(f => f.Position is not null && gone.Contains(f.Position)) with { Mean = Mean(h), Covariance = Covariance(h) })];
        return moved;

        double[] Mean(Hypothesis h) => [.. parts.Select((p, i) => p < 0 ? mean[i] : h.Mean[p])];
        double[] Covariance(Hypothesis h)
        {
            var spread = new double[next.Size * next.Size];
            for (var i = 0; i < next.Size; i++)
            {
                for (var j = 0; j < next.Size; j++)
                {
                    spread[i * next.Size + j] = parts[i] >= 0 && parts[j] >= 0 ? h.Covariance[parts[i] * model.Size + parts[j]] : parts[i] < 0 && parts[j] < 0 ? covariance[i * next.Size + j] : 0;
                }
            }

            return spread;
        }
    }

    /// <summary>Every explanation after a swatch of a state is known not to have passed, and nothing else of it.</summary>
    public void Failed(Func<Hypothesis, double> passes)
    {
        hypotheses = [.. hypotheses.Select(h => h with { LogWeight = h.LogWeight + Math.Log(Math.Max(1e-6, 1 - passes(h))) })];
        Normalize();
    }

    /// <summary>The hypotheses, the likeliest first.</summary>
    public IReadOnlyList<Hypothesis> Hypotheses => hypotheses;

    private IEnumerable<(Suspicion Fault, double Share)> Singles(Setup setup)
    {
        var (machine, sewn) = (model.Machine, model.Wanted);
        foreach (var (kinds, share) in new[] { (FaultEffects.Threading, Threaded), (FaultEffects.OfNeedles, Needled) })
        {
            // The kinds alike, then the places alike.
            var found = kinds.Select(k => (Kind: k, Places: FaultPlaces.Of(k, machine, sewn))).Where(k => k.Places.Count > 0).ToList();
            foreach (var (kind, place) in found.SelectMany(k => k.Places, (k, place) => (k, place)))
            {
                yield return (new(kind.Kind, place), share / found.Count / kind.Places.Count);
            }
        }

        if (machine is not Overlocker overlocker || !sewn.Geometry.Stitch.NeedsLoopWidth)
        {
            yield break;
        }

        var now = overlocker.FingerNamed(setup.FingerName.Thing());
        IReadOnlyList<FingerPosition> others = now is null ? [] : overlocker.FingersOtherThan(now);
        foreach (var other in others)
        {
            yield return (new(FaultKind.Finger, null, other.LoopWidthFromRightMm - now!.LoopWidthFromRightMm), Parted / 2 / others.Count);
        }

        foreach (var off in new[] { -KnifeOff, KnifeOff })
        {
            yield return (new(FaultKind.Knife, null, off, KnifeSigma), Parted / (others.Count > 0 ? 2 : 1) / 2);
        }
    }

    private void Normalize()
    {
        var most = hypotheses.Max(h => h.LogWeight);
        var all = most + Math.Log(hypotheses.Sum(h => Math.Exp(h.LogWeight - most)));
        hypotheses = [.. hypotheses.Select(h => h with { LogWeight = h.LogWeight - all }).OrderByDescending(h => h.LogWeight)];
    }

    /// <summary>A look that was answered.</summary>
    public void Looked(FaultKind kind, ThreadPosition? position, bool bad)
    {
        hypotheses = [.. hypotheses.Select(h => h with { LogWeight = h.LogWeight + Math.Log(h.SeenBy(kind, position) == bad ? LookIsRight : 1 - LookIsRight) })];
        Normalize();
    }

    /// <summary>Something was put right; what sticks stays in effect.</summary>
    public void PutRight(FaultKind kind, ThreadPosition? position) =>
        hypotheses = [.. hypotheses.Select(h => !h.Faults.Any(f => f.Is(kind, position)) ? h : h.Sticks ? h with { PutRight = true } : h.Without(f => f.Is(kind, position)))];

    /// <summary>Something was changed that takes faults away with it.</summary>
    public void Removed(Func<Suspicion, bool> gone) => hypotheses = [.. hypotheses.Select(h => h.Without(gone))];

    /// <summary>How likely the growth of a state is read where it is wanted; 1 where nothing is asked of it.</summary>
    public double GrowsWithin(SewnState state, Targets targets)
    {
        if (targets.GrowthPercent is not { } wanted)
        {
            return 1;
        }

        var (mean, sigma) = GrowthAt(state);
        return (wanted.Most is { } most ? NormalDistribution.Below((most - mean) / sigma) : 1) - (wanted.Least is { } least ? NormalDistribution.Below((least - mean) / sigma) : 0);
    }

    /// <summary>Growth to be read at a ratio, %, with its standard deviation, errors of reading included.</summary>
    public (double Mean, double Sigma) GrowthAt(SewnState state)
    {
        var (fixedPart, over) = Fed(state);
        return (fixedPart + growth[0] + growth[1] * over, Math.Sqrt(growthCovariance[0] + 2 * over * growthCovariance[1] + over * over * growthCovariance[3] + GrowthError * GrowthError));
    }

    /// <summary>What the cloth grows by itself, and the part of the ratio that the slope works on, the limit below 1 kept.</summary>
    private (double Fixed, double Over) Fed(SewnState state)
    {
        var cloth = model.Wanted.Cloth!;
        var stretch = cloth.GrowingStretchPercent;
        var over = state.Differential - 1;
        var limit = 0.25 * stretch;
        return over < 0 && growth[1] * over > limit ? (0.10 * stretch * state.FootPressure + limit, 0) : (0.10 * stretch * state.FootPressure, over);
    }

    /// <summary>A swatch that was sewn and read.</summary>
    /// <param name="state">What was sewn.</param>
    /// <param name="read">What was read.</param>
    /// <param name="targets">What it should show.</param>
    public void Sewn(SewnState state, SwatchReadings read, Targets targets)
    {
        if (read.GrowthPercent is { } grew)
        {
            Grown(state, grew);
        }

        Lay(state, read.BesideUnsewnPercent);

        // How many ways there are of skipping so many is the same for all of them.
        double[] ways = [.. model.Threads.Select(t => read.Stitches is { } stitches && read.SkipsByPosition is { } rows && t.Laid.Position.IsNeedle() ? LogChoose(stitches, Math.Min(stitches, rows.GetValueOrDefault(t.Laid.Position))) : 0)];
        var most = double.NegativeInfinity;
        var after = new List<Hypothesis>(hypotheses.Count);
        foreach (var hypothesis in hypotheses)
        {
            var skips = LogSkips(hypothesis, read, ways);
            // Far behind already: its distribution does not matter any more.
            var next = hypothesis.LogWeight + skips < most - FarBehind ? hypothesis with { LogWeight = hypothesis.LogWeight + skips - FarBehind }
                : read.BrokeAt is { } broke ? Broken(hypothesis, broke)
                : Read(hypothesis with { LogWeight = hypothesis.LogWeight + skips }, state, read, targets, most);
            after.Add(next);
            most = Math.Max(most, next.LogWeight);
        }

        hypotheses = after;
        Normalize();
    }

    private static Hypothesis Broken(Hypothesis hypothesis, ThreadPosition broke)
    {
        var expected = hypothesis.Faults.Any(f => f.Kind == FaultKind.LooperOrder) && broke == ThreadPosition.LowerLooper ? 1
            : hypothesis.Faults.Any(f => f.Kind == FaultKind.Contact) && broke.IsNeedle() ? TouchBreaks : BreaksAnyway;
        return hypothesis with { LogWeight = hypothesis.LogWeight + Math.Log(expected) };
    }

    /// <summary>How a strip lay beside an unsewn one says how much this cloth minds being dragged; the likeliest explanation says by how much it was.</summary>
    private void Lay(SewnState state, double? besidePercent)
    {
        var figures = new double[CoachModel.Figures];
        model.Evaluate(state, hypotheses[0].Faults, hypotheses[0].Mean, figures);
        if (besidePercent is not { } read || double.IsNaN(figures[CoachModel.Drag]))
        {
            return;
        }

        var drag = figures[CoachModel.Drag];
        var gain = beside.Variance * drag / (drag * drag * beside.Variance + BesideError * BesideError);
        beside = (beside.Mean + gain * (read - drag * beside.Mean), beside.Variance * (1 - gain * drag));
    }

    /// <summary>How long a strip is expected to lie beside an unsewn one, %, with its standard deviation, at figures; 0 where the stitch does not drag.</summary>
    public (double Mean, double Sigma) BesideAt(double[] figures) => figures[CoachModel.Drag] is var drag && double.IsNaN(drag)
        ? (0, BesideError) : (beside.Mean * drag, Math.Sqrt(beside.Variance * drag * drag + BesideError * BesideError));

    private void Grown(SewnState state, double grew)
    {
        var (fixedPart, over) = Fed(state);
        Fed(1, over, grew - fixedPart, GrowthError);
    }

    /// <summary>Takes in a reading of so much of the offset and so much of the slope.</summary>
    private void Fed(double ofOffset, double ofSlope, double read, double error)
    {
        double p0 = ofOffset * growthCovariance[0] + ofSlope * growthCovariance[1], p1 = ofOffset * growthCovariance[1] + ofSlope * growthCovariance[3];
        var variance = ofOffset * p0 + ofSlope * p1 + error * error;
        var off = read - ofOffset * growth[0] - ofSlope * growth[1];
        growth[0] += p0 / variance * off;
        growth[1] += p1 / variance * off;
        growthCovariance[0] -= p0 * p0 / variance;
        growthCovariance[1] -= p0 * p1 / variance;
        growthCovariance[2] = growthCovariance[1];
        growthCovariance[3] -= p1 * p1 / variance;
    }

    /// <summary>How likely the skips are that were counted, in ln, leaving out what all hypotheses have alike.</summary>
    private double LogSkips(Hypothesis hypothesis, SwatchReadings read, double[] ways)
    {
        if (read.BrokeAt is not null || read.Skips is not { } all || read.Stitches is not { } stitches || hypothesis.Faults.Any(f => f.Kind == FaultKind.LooperOrder))
        {
            // A looper threaded in the wrong order would have broken its thread.
            return read.BrokeAt is null && hypothesis.Faults.Any(f => f.Kind == FaultKind.LooperOrder) ? LogHeldAnyway : 0;
        }

        double sum = 0, expected = 0;
        for (var i = 0; i < model.Threads.Count; i++)
        {
            if (!model.Threads[i].Laid.Position.IsNeedle())
            {
                continue;
            }

            var chances = model.SkipChances(i, hypothesis.Faults);
            if (read.SkipsByPosition is { } rows)
            {
                var skipped = rows.GetValueOrDefault(model.Threads[i].Laid.Position);
                sum += Math.Log(chances.Average(c => Math.Exp(ways[i] + skipped * Math.Log(Math.Max(1e-12, c)) + (stitches - skipped) * Math.Log(1 - Math.Min(c, 1 - 1e-12)))) + 1e-300);
            }
            else
            {
                expected += stitches * chances.Average();
            }
        }

        return read.SkipsByPosition is not null ? sum : all * Math.Log(Math.Max(1e-9, expected)) - expected - LogFactorial(all);
    }

    private static double LogChoose(int of, int some) => LogFactorial(of) - LogFactorial(some) - LogFactorial(of - some);

    private static double LogFactorial(int n) => n < 2 ? 0 : Enumerable.Range(2, n - 1).Sum(k => Math.Log(k));

    private Hypothesis Read(Hypothesis hypothesis, SewnState state, SwatchReadings read, Targets targets, double most)
    {
        var seen = Observed(state, read);
        double[] mean = hypothesis.Mean, covariance = hypothesis.Covariance, at = mean;
        double[] figures = new double[CoachModel.Figures], slopes = new double[(model.Places.Count + 1) * CoachModel.Figures];
        var blur = hypothesis.Faults.Sum(f => f.OffSigmaMm * f.OffSigmaMm);
        var wanders = hypothesis.Wanders;
        // A needle that touches would rather have broken its thread.
        double evidence = 0, whole = hypothesis.Faults.Any(f => f.Kind == FaultKind.Contact) ? Math.Log(1 - TouchBreaks) : 0;
        for (var i = 0; i < Iterations; i++)
        {
            model.Evaluate(state, hypothesis.Faults, at, figures, slopes);
            var known = seen.Where(s => !double.IsNaN(figures[s.Figure])).ToList();
            if (known.Count == 0)
            {
                (mean, covariance) = (at, hypothesis.Covariance);
                break;
            }

            var step = GaussianStep.Of(hypothesis.Mean, hypothesis.Covariance, [.. known.Select(s => Row(state, slopes, s.Figure))],
                [.. known.Select(s => s.Value - figures[s.Figure])], [.. known.Select(s => s.Sigma * s.Sigma + (s.Figure == CoachModel.Overhang ? blur : 0) + (wanders ? Wander(s.Figure) : 0))], at);
            (mean, covariance, evidence, at) = (step.Mean, step.Covariance, step.LogEvidence, step.Mean);
            if (i == 0 && hypothesis.LogWeight + evidence < most - FarBehind - FarBehind)
            {
                break;
            }
        }

        var next = Opened(hypothesis with { LogWeight = hypothesis.LogWeight + evidence + whole, Mean = mean, Covariance = covariance }, state, read);
        foreach (var (row, value, sigma) in Bounds(next, state, read, targets))
        {
            next = GaussianStep.Above(next, row, value, sigma);
        }

        return next;
    }

    /// <summary>What each needle's loop was read at: a loop below nothing is read as nothing.</summary>
    private Hypothesis Opened(Hypothesis hypothesis, SewnState state, SwatchReadings read)
    {
        if (model.Wanted.Geometry.Stitch.Family == StitchFamily.TwoThreadOveredge)
        {
            return hypothesis;
        }

        double[] figures = new double[CoachModel.Figures], slopes = new double[(model.Places.Count + 1) * CoachModel.Figures];
        for (var i = 0; i < model.Threads.Count; i++)
        {
            if (!model.Threads[i].Laid.Position.IsNeedle())
            {
                continue;
            }

            model.Evaluate(state, hypothesis.Faults, hypothesis.Mean, figures, slopes);
            var (sum, count) = (0.0, 0);
            if (read.NeedleLoopMm?.TryGetValue(model.Threads[i].Laid.Position, out var loop) == true)
            {
                (sum, count) = (loop, 1);
            }

            // The gap is the widest needle's, with what a zigzag opens by itself.
            var widest = model.Widest(figures);
            if (read.GapMm is { } gap && widest == i)
            {
                (sum, count) = (sum + gap - (figures[CoachModel.Gap] - figures[CoachModel.Loop + i]), count + 1);
            }

            if (count > 0)
            {
                hypothesis = GaussianStep.Floored(hypothesis, Row(state, slopes, CoachModel.Loop + i), figures[CoachModel.Loop + i], sum / count, Math.Sqrt(GapError * GapError / count + (hypothesis.Wanders ? WandersMm * WandersMm : 0)));
            }
        }

        return hypothesis;
    }

    /// <summary>What an uneven thread adds to the variance of a reading.</summary>
    private static double Wander(int figure) => figure is CoachModel.CoverFace or CoachModel.CoverBack or CoachModel.LogTunnelling ? WandersShare * WandersShare : WandersMm * WandersMm;

    private List<(int Figure, double Value, double Sigma)> Observed(SewnState state, SwatchReadings read)
    {
        var seen = new List<(int, double, double)>();
        void Add(int figure, double? value, double sigma)
        {
            if (value is { } number)
            {
                seen.Add((figure, number, sigma));
            }
        }

        Add(CoachModel.Meeting, read.MeetingLineMm, MeetingError);
        Add(CoachModel.Gap, model.Wanted.Geometry.Stitch.Family == StitchFamily.TwoThreadOveredge ? read.GapMm : null, GapError);
        Add(CoachModel.Overhang, read.OverhangMm, MeetingError);
        Add(CoachModel.CoverFace, read.CoverFace, CoverError);
        Add(CoachModel.CoverBack, read.CoverBack, CoverError);
        Add(CoachModel.LogTunnelling, (read.TunnellingIndex ?? SwatchVerdict.Index(read.Ridge)) is { } index ? Math.Log(Math.Max(0.05, index)) : null, read.TunnellingIndex is null ? 4 * ShareError : ShareError);
        return seen;
    }

    /// <summary>How a figure answers the state: by each place's a and g, and by s.</summary>
    private double[] Row(SewnState state, double[] slopes, int figure)
    {
        var row = new double[model.Size];
        for (var place = 0; place < model.Places.Count; place++)
        {
            row[place] = slopes[place * CoachModel.Figures + figure];
            row[model.Places.Count + place] = row[place] * state.Steps[place];
        }

        row[model.Scale] = slopes[model.Places.Count * CoachModel.Figures + figure];
        return row;
    }

    /// <summary>What is known only to lie on one side: an edge that is wrapped or is not, threads that held.</summary>
    private List<(double[] Row, double Value, double Sigma)> Bounds(Hypothesis hypothesis, SewnState state, SwatchReadings read, Targets targets)
    {
        var bounds = new List<(double[], double, double)>();
        double[] figures = new double[CoachModel.Figures], slopes = new double[(model.Places.Count + 1) * CoachModel.Figures];
        model.Evaluate(state, hypothesis.Faults, hypothesis.Mean, figures, slopes);
        void Above(int figure, double limit, double sigma, int? theta, double sign)
        {
            if (double.IsNaN(figures[figure]))
            {
                return;
            }

            var row = Row(state, slopes, figure);
            var value = figures[figure] - limit;
            if (theta is { } kind)
            {
                row[kind] = 1;
                value += hypothesis.Mean[kind];
            }

            bounds.Add(([.. row.Select(r => sign * r)], sign * value, sigma));
        }

        if (read.Wrapped is { } wrapped)
        {
            Above(CoachModel.Meeting, CoachModel.WrappedFrom(state.Geometry), 0, null, wrapped ? -1 : 1);
        }

        if (read is { GapMm: null, ThreadsShow: { } show } && targets.GapMm is { Least: null, Most: { } widest })
        {
            Above(CoachModel.Gap, widest, GapError, null, show ? 1 : -1);
        }

        for (var i = 0; i < model.Threads.Count; i++)
        {
            var position = model.Threads[i].Laid.Position;
            if (read.PoppedAtPercent is { } popped)
            {
                Above(CoachModel.LogPop + i, Math.Log(popped), ShareError, model.Theta(i), position == read.PoppedAt ? -1 : 1);
                if (position == read.PoppedAt)
                {
                    Above(CoachModel.LogPop + i, Math.Log(popped) - 2 * ShareError, ShareError, model.Theta(i), 1);
                }
            }
            else if (read.HeldToPercent is { } held)
            {
                Above(CoachModel.LogPop + i, Math.Log(Math.Max(held, 0.1)), 0, model.Theta(i), 1);
            }
        }

        return bounds;
    }

    /// <summary>How likely a swatch of a state passes, by one hypothesis; the growth left out, which no hypothesis changes.</summary>
    /// <param name="prepared">The hypothesis with its slopes.</param>
    /// <param name="state">What would be sewn.</param>
    /// <param name="targets">What is wanted.</param>
    /// <param name="each">Receives the chance of each aspect; null where nobody asks.</param>
    public double Passes(Prepared prepared, SewnState state, Targets targets, Dictionary<SwatchAspect, double>? each = null)
    {
        var hypothesis = prepared.Hypothesis;
        if (prepared.Breaks)
        {
            each?.Add(SwatchAspect.Broke, 0);
            return 0;
        }

        var figures = prepared.Figures;
        model.Evaluate(state, hypothesis.Faults, hypothesis.Mean, figures);
        var spread = prepared.Tensions(model, state);
        var wanders = hypothesis.Wanders;
        var chance = 1.0;
        void Take(SwatchAspect aspect, double of)
        {
            chance *= Math.Max(1e-6, of);
            each?.Add(aspect, of);
        }

        void Within(SwatchAspect aspect, int figure, Target? target, double error, Func<double, double>? as_ = null)
        {
            if (target is not { } wanted || double.IsNaN(figures[figure]))
            {
                return;
            }

            var sigma = Sigma(prepared, spread, figure, Math.Sqrt(error * error + (wanders ? Wander(figure) : 0)));
            double Below(double? bound, double otherwise) => bound is { } limit ? NormalDistribution.Below(((as_ is null ? limit : as_(limit)) - figures[figure]) / sigma) : otherwise;
            Take(aspect, Below(wanted.Most, 1) - Below(wanted.Least, 0));
        }

        if (targets.Wrapped)
        {
            Take(SwatchAspect.Wrapped, NormalDistribution.Below((CoachModel.WrappedFrom(state.Geometry) - figures[CoachModel.Meeting]) / Math.Sqrt(Math.Pow(Sigma(prepared, spread, CoachModel.Meeting, 0.02), 2) + prepared.ScaleVariance)));
        }
        else if (targets.MeetingLineMm is not null)
        {
            Within(SwatchAspect.MeetingLine, CoachModel.Meeting, targets.MeetingLineMm, Math.Sqrt(MeetingError * MeetingError + prepared.ScaleVariance));
        }

        Within(SwatchAspect.Gap, CoachModel.Gap, targets.GapMm, GapError);
        Within(SwatchAspect.Overhang, CoachModel.Overhang, targets.OverhangMm, Math.Sqrt(MeetingError * MeetingError + hypothesis.Faults.Sum(f => f.OffSigmaMm * f.OffSigmaMm)));
        Within(SwatchAspect.CoverFace, CoachModel.CoverFace, targets.CoverFace, CoverError);
        Within(SwatchAspect.CoverBack, CoachModel.CoverBack, targets.CoverBack, CoverError);
        Within(SwatchAspect.Tunnelling, CoachModel.LogTunnelling, targets.TunnellingIndex, ShareError, v => Math.Log(Math.Max(0.01, v)));
        if (targets.BesideUnsewnPercent is { Most: { } longest } && !double.IsNaN(figures[CoachModel.Drag]))
        {
            var (mean, sigma) = BesideAt(figures);
            Take(SwatchAspect.BesideUnsewn, NormalDistribution.Below((longest - mean) / sigma));
        }

        Take(SwatchAspect.Hold, Holds(prepared, spread, targets.HoldPercent));
        Take(SwatchAspect.Skips, prepared.NoSkip);
        return chance;
    }

    /// <summary>Standard deviation of a figure of a hypothesis, of what tensions are not known and an error.</summary>
    public double Sigma(Prepared prepared, double[] spread, int figure, double error)
    {
        var variance = error * error;
        for (var i = 0; i < model.Places.Count; i++)
        {
            for (var j = 0; j < model.Places.Count; j++)
            {
                variance += prepared.Slopes[i * CoachModel.Figures + figure] * spread[i * model.Places.Count + j] * prepared.Slopes[j * CoachModel.Figures + figure];
            }
        }

        return Math.Sqrt(variance);
    }

    /// <summary>How likely no thread pops up to a stretch, at the figures a hypothesis was last asked for.</summary>
    private double Holds(Prepared prepared, double[] spread, double percent)
    {
        var (log, chance) = (Math.Log(Math.Max(0.1, percent)), 1.0);
        for (var i = 0; i < model.Threads.Count; i++)
        {
            if (PopAt(prepared, spread, i) is var (mean, sigma))
            {
                chance *= Math.Max(1e-6, NormalDistribution.Below((mean - log) / sigma));
            }
        }

        return chance;
    }

    /// <summary>ln of the stretch a thread pops at, with its standard deviation, at the figures a hypothesis was last asked for; null where it does not within reach.</summary>
    public (double Mean, double Sigma)? PopAt(Prepared prepared, double[] spread, int thread)
    {
        var figure = prepared.Figures[CoachModel.LogPop + thread];
        var theta = model.Theta(thread);
        return double.IsNaN(figure) ? null
            : (figure + prepared.Hypothesis.Mean[theta], Math.Sqrt(Math.Pow(Sigma(prepared, spread, CoachModel.LogPop + thread, 0), 2) + prepared.Hypothesis.Covariance[theta * (model.Size + 1)] + 1e-6));
    }

    /// <summary>Error of reading a figure, one standard deviation, an uneven thread's wandering included.</summary>
    public static double ReadingError(int figure, Hypothesis hypothesis)
    {
        var error = figure switch
        {
            CoachModel.Meeting => MeetingError,
            CoachModel.Overhang => Math.Sqrt(MeetingError * MeetingError + hypothesis.Faults.Sum(f => f.OffSigmaMm * f.OffSigmaMm)),
            CoachModel.CoverFace or CoachModel.CoverBack => CoverError,
            CoachModel.LogTunnelling => ShareError,
            _ => GapError,
        };
        return Math.Sqrt(error * error + (hypothesis.Wanders ? Wander(figure) : 0));
    }
}
