using YieldingLoop.Core.Faults;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Coach;

/// <summary>What a set-up sews, as far as the coach turns it: how far each dial is from neutral, the cut, the feed.</summary>
/// <param name="Geometry">The seam as sewn.</param>
/// <param name="Steps">Numbers tighter than neutral of every place that has a tension, in the order of <see cref="CoachModel.Places"/>; 0 of a bobbin.</param>
/// <param name="Differential">The differential ratio.</param>
/// <param name="FootPressure">Foot pressure, 1 normal.</param>
/// <param name="TapeShare">What tape leaves of the tunnelling index.</param>
internal sealed record SewnState(SeamGeometry Geometry, double[] Steps, double Differential, double FootPressure, double TapeShare);

/// <summary>
/// The figures of a seam as functions of what is not known: a tension of each place that is off by a little and answers its dial by a
/// little more or less (a and g), how far the meeting line moves (s), and θ of each kind of thread. The state of a
/// hypothesis is [a…, g…, s, ln θ…].
/// </summary>
internal sealed class CoachModel
{
    /// <summary>Where each figure stands.</summary>
    public const int Meeting = 0, Gap = 1, Overhang = 2, CoverFace = 3, CoverBack = 4, LogTunnelling = 5, Drag = 6, Loop = 7, LogPop = Loop + SeamModel.MostThreads, Figures = LogPop + SeamModel.MostThreads;

    /// <summary>Prior of a, of g and of s, mean and standard deviation: uniform ranges by their moments.</summary>
    private const double OffsetSigma = 0.2115, GainMean = 0.235, GainSigma = 0.0664, MeetingMean = 2.25, MeetingSigma = 0.433, PopSigma = 0.25;

    /// <summary>Step of the differences that slopes are taken from, in ln T.</summary>
    private const double Difference = 0.04;

    private readonly SetThread[] threads;
    private readonly LaidThread[] scratch;
    private readonly double[] baseLog;
    private readonly int[] placeOf;
    private readonly int[] kindOf;

    /// <param name="machine">The machine, or the half of a convertible one.</param>
    /// <param name="wanted">The set-up that is wanted, as the seam model reads it.</param>
    public CoachModel(Machine machine, SeamCase wanted)
    {
        Machine = machine;
        Wanted = wanted;
        threads = [.. wanted.Threads];
        scratch = [.. wanted.Threads.Select(t => t.Laid)];
        Places = [.. threads.Select(t => machine.DialPlaceOf(t.Laid.Position) ?? t.Laid.Position).Distinct()];
        HasDial = [.. Places.Select(p => threads.Any(t => machine.DialPlaceOf(t.Laid.Position) == p))];
        placeOf = [.. threads.Select(t => Places.IndexOf(machine.DialPlaceOf(t.Laid.Position) ?? t.Laid.Position))];
        var kinds = threads.Select(t => t.Laid.Kind.Id).Distinct().ToList();
        kindOf = [.. threads.Select(t => kinds.IndexOf(t.Laid.Kind.Id))];
        Kinds = kinds.Count;
        baseLog = [.. threads.Select(t => Math.Log(t.Laid.TensionCentinewtons / t.Laid.Position.NeutralTensionCentinewtons()) - DialTension.LogTensionPerStep * t.StepsTighter)];
        Size = 2 * Places.Count + 1 + Kinds;
    }

    public Machine Machine { get; }

    public SeamCase Wanted { get; }

    /// <summary>The places that have a tension of their own.</summary>
    public List<ThreadPosition> Places { get; }

    /// <summary>Whether a place has a dial.</summary>
    public bool[] HasDial { get; }

    public int Kinds { get; }

    /// <summary>Size of the state.</summary>
    public int Size { get; }

    public int Scale => 2 * Places.Count;

    public IReadOnlyList<SetThread> Threads => threads;

    public int Theta(int thread) => Scale + 1 + kindOf[thread];

    /// <summary>Whether these are the figures of a set-up too: the same stitch, threads and needles, however its numbers stand.</summary>
    /// <param name="sewn">The set-up as the seam model reads it.</param>
    public bool Fits(SeamCase sewn) => sewn.Geometry.Stitch == Wanted.Geometry.Stitch && sewn.Threads.Count == threads.Length
        && sewn.Threads.Zip(threads).All(t => t.First.Laid.Position == t.Second.Laid.Position && t.First.Laid.Kind == t.Second.Laid.Kind && t.First.Needle == t.Second.Needle);

    /// <summary>Where each part of the state stands in another model's; −1 where that one does not have it.</summary>
    public int[] PartsIn(CoachModel other)
    {
        var parts = new int[Size];
        for (var i = 0; i < Places.Count; i++)
        {
            var at = other.Places.IndexOf(Places[i]);
            (parts[i], parts[Places.Count + i]) = at < 0 ? (-1, -1) : (at, other.Places.Count + at);
        }

        parts[Scale] = other.Scale;
        for (var i = 0; i < threads.Length; i++)
        {
            var there = Array.FindIndex(other.threads, t => t.Laid.Kind.Id == threads[i].Laid.Kind.Id);
            parts[Theta(i)] = there < 0 ? -1 : other.Theta(there);
        }

        return parts;
    }

    /// <summary>The state before anything was sewn.</summary>
    /// <param name="learnt">What earlier swatches of this machine have taught.</param>
    public (double[] Mean, double[] Covariance) Prior(Learnt learnt)
    {
        var (mean, covariance) = (new double[Size], new double[Size * Size]);
        for (var i = 0; i < Places.Count; i++)
        {
            mean[Places.Count + i] = GainMean;
            covariance[i * Size + i] = OffsetSigma * OffsetSigma;
            covariance[(Places.Count + i) * (Size + 1)] = GainSigma * GainSigma;
        }

        mean[Scale] = MeetingMean;
        covariance[Scale * (Size + 1)] = MeetingSigma * MeetingSigma;
        for (var k = 0; k < Kinds; k++)
        {
            covariance[(Scale + 1 + k) * (Size + 1)] = PopSigma * PopSigma;
        }

        for (var i = 0; i < threads.Length; i++)
        {
            if (learnt.Pops.TryGetValue(threads[i].Laid.Kind.Id, out var ratio))
            {
                mean[Theta(i)] = Math.Log(ratio.Middle);
                covariance[Theta(i) * (Size + 1)] = Math.Pow(Math.Log(ratio.High / ratio.Low) / (2 * NormalDistribution.Z95), 2);
            }
        }

        return learnt.MeetingLine == LearntLine.MeetingLine ? (mean, covariance) : Taught(mean, covariance, learnt.MeetingLine);
    }

    /// <summary>What was learnt of the meeting line says of the places that meet what their two numbers together do.</summary>
    private (double[] Mean, double[] Covariance) Taught(double[] mean, double[] covariance, LearntLine line)
    {
        double[] figures = new double[Figures], slopes = new double[(Places.Count + 1) * Figures];
        Evaluate(new(Wanted.Geometry, new double[Places.Count], 1, 1, 1), [], mean, figures, slopes);
        double[] offset = new double[Size], slope = new double[Size];
        var answered = 0.0;
        for (var place = 0; place < Places.Count; place++)
        {
            // A number of difference is half a number on either; how far it moves the line goes with s.
            offset[place] = slopes[place * Figures + Meeting];
            slope[Places.Count + place] = Math.Abs(offset[place]) / 2;
            answered += slope[Places.Count + place] * mean[Places.Count + place];
        }

        slope[Scale] = answered / mean[Scale];
        if (!(answered > 0))
        {
            return (mean, covariance);
        }

        // What the readings said, apart from what was believed of any machine before them: the information that was added.
        var told = LearntInformation.Of(LearntLine.MeetingLine, line);
        var step = GaussianStep.Of(mean, covariance, [.. told.Rows.Select(r => Mixed(r, offset, slope))], [.. told.Values.Zip(told.Rows, (v, r) => v - r.Slope * answered)], [.. told.Values.Select(_ => 1.0)], mean);
        return (step.Mean, step.Covariance);
    }

    private static double[] Mixed((double Offset, double Slope) weight, double[] offset, double[] slope) => [.. offset.Zip(slope, (o, s) => weight.Offset * o + weight.Slope * s)];

    /// <summary>What of a set-up the coach turns.</summary>
    public SewnState State(Setup setup, SeamCase sewn)
    {
        var steps = new double[Places.Count];
        foreach (var (i, thread) in sewn.Threads.Index())
        {
            steps[placeOf[i]] = thread.StepsTighter;
        }

        return new(sewn.Geometry, steps, sewn.Differential ?? setup.Differential.Or(1), sewn.FootPressure, setup.Tape.Or(false) ? 0.5 : 1);
    }

    /// <summary>The figures at a state, without errors of reading; and, where asked, how they answer each place's ln T.</summary>
    /// <param name="state">What is sewn.</param>
    /// <param name="faults">What is wrong.</param>
    /// <param name="z">The hypothesis' state.</param>
    /// <param name="figures">Receives <see cref="Figures"/> figures; not a number where the stitch has none.</param>
    /// <param name="slopes">Receives a row of figures for every place, and one for s; null where nobody asks.</param>
    public void Evaluate(SewnState state, IReadOnlyList<Suspicion> faults, double[] z, double[] figures, double[]? slopes = null)
    {
        Span<double> logs = stackalloc double[SeamModel.MostThreads];
        var geometry = state.Geometry;
        foreach (var fault in faults)
        {
            geometry = fault.Kind.Changes(geometry, fault.OffMm);
        }

        for (var i = 0; i < threads.Length; i++)
        {
            var (place, log) = (placeOf[i], baseLog[i]);
            foreach (var fault in faults)
            {
                log += fault.Position == threads[i].Laid.Position ? Math.Log(fault.Kind.TensionFactor()) : 0;
            }

            logs[i] = log + z[place] + z[Places.Count + place] * state.Steps[place];
        }

        At(geometry, logs, z[Scale], state.TapeShare, figures);
        if (slopes is null)
        {
            return;
        }

        var other = new double[Figures];
        for (var place = 0; place < Places.Count; place++)
        {
            for (var i = 0; i < threads.Length; i++)
            {
                logs[i] += placeOf[i] == place ? Difference : 0;
            }

            At(geometry, logs, z[Scale], state.TapeShare, other);
            for (var i = 0; i < threads.Length; i++)
            {
                logs[i] -= placeOf[i] == place ? Difference : 0;
            }

            for (var f = 0; f < Figures; f++)
            {
                // Where a figure ends, as a pop beyond reach does, nothing is known of its slope.
                slopes[place * Figures + f] = double.IsNaN(other[f]) || double.IsNaN(figures[f]) ? 0 : (other[f] - figures[f]) / Difference;
            }
        }

        At(geometry, logs, z[Scale] + Difference, state.TapeShare, other);
        Array.Clear(slopes, Places.Count * Figures, Figures);
        slopes[Places.Count * Figures + Meeting] = double.IsNaN(figures[Meeting]) ? 0 : (other[Meeting] - figures[Meeting]) / Difference;
    }

    private void At(in SeamGeometry geometry, ReadOnlySpan<double> logs, double scale, double tapeShare, double[] figures)
    {
        var laid = scratch;
        Span<ThreadReading> readings = stackalloc ThreadReading[SeamModel.MostThreads];
        for (var i = 0; i < threads.Length; i++)
        {
            laid[i] = threads[i].Laid with { TensionCentinewtons = threads[i].Laid.Position.NeutralTensionCentinewtons() * Math.Exp(logs[i]) };
        }

        var seam = SeamModel.Evaluate(geometry, laid, readings);
        var layout = new SeamLayout(geometry, laid, scale);
        figures[Meeting] = layout.HasMeetingLine ? layout.MeetingLineMm : double.NaN;
        figures[Overhang] = seam.OverhangMm ?? double.NaN;
        figures[CoverFace] = seam.CoverFace ?? double.NaN;
        figures[CoverBack] = seam.CoverBack ?? double.NaN;
        figures[Drag] = Wanted.Cloth is { } cloth && ClothEffects.Drag(geometry.Stitch, laid, cloth.DragStretchPercent ?? cloth.StretchAlongPercent, cloth.DragGsm ?? cloth.AreaDensityGsm) is { } drag ? drag : double.NaN;
        figures[LogTunnelling] = seam.TunnellingIndex is { } index ? Math.Log(index * tapeShare) : double.NaN;
        for (var i = 0; i < threads.Length; i++)
        {
            // As far as it would go below nothing, where nothing is seen of it: how it answers a tension must not end there.
            figures[Loop + i] = laid[i].Position.IsNeedle() ? SeamModel.NeedleOpens(geometry, laid, i, readings[i]) : double.NaN;
            figures[LogPop + i] = readings[i].PopStretchPercent >= SeamModel.BeyondReachPercent ? double.NaN : Math.Log(Math.Max(LeastPop, readings[i].PopStretchPercent));
        }

        // Of 503 it is no needle's; else it is that of the needle that opens furthest, and what a zigzag opens by itself.
        figures[Gap] = geometry.Stitch.Family == StitchFamily.TwoThreadOveredge ? seam.GapMm
            : Widest(figures) is var widest ? figures[Loop + widest] + seam.GapMm - Math.Max(0, figures[Loop + widest]) : 0;
    }

    /// <summary>The needle whose own term of the gap is the largest.</summary>
    public int Widest(double[] figures) => Enumerable.Range(0, threads.Length).Where(i => threads[i].Laid.Position.IsNeedle()).MaxBy(i => figures[Loop + i]);

    /// <summary>What a thread at its limit is reckoned to pop at, %.</summary>
    private const double LeastPop = 0.5;

    /// <summary>Where a wrapped edge begins, mm.</summary>
    public static double WrappedFrom(in SeamGeometry g) => -SeamLimits.WrappedShare * g.RoundTheBackMm;

    /// <summary>The chances of a skip per stitch that a hypothesis has for one needle, each as likely as the others.</summary>
    public double[] SkipChances(int thread, IReadOnlyList<Suspicion> faults)
    {
        var seat = Machine.SeatPlaceOf(threads[thread].Laid.Position);
        // Which of the kinds that make a needle skip are among them, as bits: asked for every hypothesis of every swatch.
        var kinds = 0;
        foreach (var fault in faults)
        {
            kinds |= fault.Kind == FaultKind.Dragging || (fault.OfNeedle && fault.Position == seat) ? 1 << (int)fault.Kind : 0;
        }

        var key = (thread, kinds);
        return skipChances.TryGetValue(key, out var known) ? known : skipChances[key] = Chances(thread, seat, faults);
    }

    private readonly Dictionary<(int Thread, int Kinds), double[]> skipChances = [];

    private double[] Chances(int thread, ThreadPosition seat, IReadOnlyList<Suspicion> faults)
    {
        if (Wanted.Cloth is not { } cloth || (threads[thread].Needle ?? Wanted.Needle) is not { } needle)
        {
            return [0];
        }

        List<SeatedNeedle> needles = [faults.Any(f => f.Kind == FaultKind.Dragging) ? needle with { ThreadDrags = true } : needle];
        foreach (var fault in faults.Where(f => f.OfNeedle && f.Position == seat))
        {
            needles = fault.Kind switch
            {
                FaultKind.NeedleNotUp => [.. needles.Select(n => n with { FullyUp = false })],
                FaultKind.NeedleWorn => [.. needles.SelectMany(n => HoursOver.Select(h => n with { HoursSewn = n.LifeHours + h }))],
                _ => [.. needles.SelectMany(n => FaultPlaces.BadPoints(Wanted).Select(p => n with { Point = p }))],
            };
        }

        return [.. needles.Select(n => SkipModel.ChancePerStitch(n, threads[thread].Laid.Kind, cloth.ForNeedle))];
    }

    private static readonly double[] HoursOver = [1.5, 3, 4.5, 6, 7.5, 9, 10.5, 12];
}
