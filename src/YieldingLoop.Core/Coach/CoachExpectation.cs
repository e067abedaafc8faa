using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Coach;

/// <summary>
/// What the next swatch is to be read at: 5, 50 and 95 % points over every explanation that counts, errors of reading included. What the stitch
/// does not have is null.
/// </summary>
public sealed record CoachExpectation
{
    /// <summary>Where the loopers meet, mm.</summary>
    public Interval? MeetingLineMm { get; init; }

    /// <summary>How far it opens, mm.</summary>
    public Interval? GapMm { get; init; }

    /// <summary>Loops past the edge, mm.</summary>
    public Interval? OverhangMm { get; init; }

    /// <summary>Growth in sewing, %.</summary>
    public Interval? GrowthPercent { get; init; }

    /// <summary>How much longer it lies than an unsewn strip, %.</summary>
    public Interval? BesideUnsewnPercent { get; init; }

    /// <summary>Tunnelling index.</summary>
    public Interval? TunnellingIndex { get; init; }

    /// <summary>Cover of the face.</summary>
    public Interval? CoverFace { get; init; }

    /// <summary>Cover of the back.</summary>
    public Interval? CoverBack { get; init; }

    /// <summary>Skipped stitches in as many as a swatch is reckoned to have.</summary>
    public required Interval Skips { get; init; }

    /// <summary>Where the first thread would pop, %, pulled on until one does; null where none is reckoned to.</summary>
    public Interval? PoppedAtPercent { get; init; }

    /// <summary>How far each needle's own loop opens, mm.</summary>
    public IReadOnlyDictionary<ThreadPosition, Interval> NeedleLoopMm { get; init; } = new Dictionary<ThreadPosition, Interval>();

    /// <summary>How likely the edge is wrapped; null where it is not to be.</summary>
    public double? WrappedChance { get; init; }

    /// <summary>How likely a thread breaks while it is sewn; the readings are those of a swatch that did not.</summary>
    public double BreakChance { get; init; }

    /// <summary>How likely it passes.</summary>
    public double PassChance { get; init; }

    /// <summary>Share of the weight that is reckoned with, and most explanations of it.</summary>
    private const double Reckoned = 0.97;

    private const int Most = 60;

    internal static CoachExpectation Of(CoachSession coach)
    {
        var (model, belief, targets) = (coach.Model, coach.Belief, coach.Targets);
        var state = coach.State(coach.Now);
        var all = 0.0;
        var sewn = new List<(double Weight, Prepared Ready, double[] Spread)>();
        double breaks = 0, passes = 0;
        var (grows, scatter) = belief.GrowthAt(state);
        var lies = belief.GrowsWithin(state, targets);
        foreach (var hypothesis in belief.Hypotheses.TakeWhile(_ => all < Reckoned && sewn.Count < Most))
        {
            var weight = Math.Exp(hypothesis.LogWeight);
            all += weight;
            var ready = new Prepared(model, hypothesis, state, CoachThought.StitchesReckoned);
            passes += weight * belief.Passes(ready, state, targets) * lies;
            breaks += ready.Breaks ? weight : 0;
            if (!ready.Breaks)
            {
                // Figures stay in the prepared hypothesis, where the next question finds them.
                model.Evaluate(state, hypothesis.Faults, hypothesis.Mean, ready.Figures);
                sewn.Add((weight, ready, [.. ready.Tensions(model, state)]));
            }
        }

        var left = sewn.Sum(s => s.Weight);
        Interval? Band(int figure, Func<double, double>? back = null) => sewn.Count == 0 || sewn.TrueForAll(s => double.IsNaN(s.Ready.Figures[figure])) ? null : Mixed(
            [.. sewn.Where(s => !double.IsNaN(s.Ready.Figures[figure])).Select(s => (s.Weight, s.Ready.Figures[figure], Math.Sqrt(Math.Pow(belief.Sigma(s.Ready, s.Spread, figure, Belief.ReadingError(figure, s.Ready.Hypothesis)), 2)
                + (figure == CoachModel.Meeting ? s.Ready.ScaleVariance : 0))))], back ?? (v => v));
        double Open(double mm) => Math.Max(0, mm);
        return new()
        {
            MeetingLineMm = Band(CoachModel.Meeting),
            GapMm = Band(CoachModel.Gap, Open),
            OverhangMm = Band(CoachModel.Overhang),
            CoverFace = Band(CoachModel.CoverFace, Open),
            CoverBack = Band(CoachModel.CoverBack, Open),
            TunnellingIndex = Band(CoachModel.LogTunnelling, Math.Exp),
            GrowthPercent = coach.Question.Machine.Feed is null || model.Wanted.Cloth is null ? null : Mixed([(1, grows, scatter)], v => v),
            BesideUnsewnPercent = targets.BesideUnsewnPercent is null || sewn.Count == 0 ? null : Mixed([.. sewn.Select(s => (s.Weight, belief.BesideAt(s.Ready.Figures).Mean, belief.BesideAt(s.Ready.Figures).Sigma))], v => v),
            NeedleLoopMm = model.Wanted.Geometry.Stitch.Family == Stitches.StitchFamily.TwoThreadOveredge ? new Dictionary<ThreadPosition, Interval>()
                : model.Threads.Index().Where(t => t.Item.Laid.Position.IsNeedle()).Select(t => (t.Item.Laid.Position, Band: Band(CoachModel.Loop + t.Index, Open))).Where(t => t.Band is not null).ToDictionary(t => t.Position, t => t.Band!.Value),
            Skips = Skipped(model, sewn),
            PoppedAtPercent = Popped(model, belief, sewn),
            WrappedChance = !targets.Wrapped || left <= 0 ? null : sewn.Sum(s => s.Weight / left * NormalDistribution.Below(
                (CoachModel.WrappedFrom(state.Geometry) - s.Ready.Figures[CoachModel.Meeting]) / Math.Sqrt(Math.Pow(belief.Sigma(s.Ready, s.Spread, CoachModel.Meeting, 0.02), 2) + s.Ready.ScaleVariance))),
            BreakChance = breaks / all,
            PassChance = passes / all,
        };
    }

    /// <summary>The 5, 50 and 95 % points of a mixture of normal distributions, on whatever scale they are told.</summary>
    private static Interval Mixed(IReadOnlyList<(double Weight, double Mean, double Sigma)> parts, Func<double, double> back)
    {
        var all = parts.Sum(p => p.Weight);
        double least = parts.Min(p => p.Mean - 6 * p.Sigma), most = parts.Max(p => p.Mean + 6 * p.Sigma);
        double At(double share) => back(Point(share, least, most, v => parts.Sum(p => p.Weight * NormalDistribution.Below((v - p.Mean) / p.Sigma)) / all));
        return new(At(0.05), At(0.5), At(0.95));
    }

    private const int Halvings = 20;

    /// <summary>Where a rising share reaches a value, by halving.</summary>
    private static double Point(double share, double least, double most, Func<double, double> below)
    {
        for (var i = 0; i < Halvings; i++)
        {
            var middle = (least + most) / 2;
            (least, most) = below(middle) < share ? (middle, most) : (least, middle);
        }

        return (least + most) / 2;
    }

    /// <summary>Skips in a swatch: Poisson in every explanation, which a chance so small is.</summary>
    private static Interval Skipped(CoachModel model, List<(double Weight, Prepared Ready, double[] Spread)> sewn)
    {
        List<(double Weight, double Mean)> parts = [];
        foreach (var (weight, ready, _) in sewn)
        {
            var rows = model.Threads.Index().Where(t => t.Item.Laid.Position.IsNeedle()).Select(t => model.SkipChances(t.Index, ready.Hypothesis.Faults)).ToList();
            // Of a needle whose chance is not known the chances are as likely as each other; only one row has several.
            var several = rows.MaxBy(r => r.Length) ?? [0];
            parts.AddRange(several.Select(c => (weight / several.Length, CoachThought.StitchesReckoned * (c + rows.Where(r => r != several).Sum(r => r.Average())))));
        }

        var all = parts.Sum(p => p.Weight);
        if (all <= 0)
        {
            return new(0, 0, 0);
        }

        double[] at = [0.05, 0.5, 0.95], found = [0, 0, 0];
        var shares = parts.Select(p => Math.Exp(-p.Mean)).ToArray();
        var (below, k) = (0.0, 0);
        for (var point = 0; point < at.Length; k++)
        {
            below += parts.Index().Sum(p => p.Item.Weight * shares[p.Index]) / all;
            for (; point < at.Length && (below >= at[point] || k > 3 * CoachThought.StitchesReckoned); point++)
            {
                found[point] = k;
            }

            for (var p = 0; p < shares.Length; p++)
            {
                shares[p] *= parts[p].Mean / (k + 1);
            }
        }

        return new(found[0], found[1], found[2]);
    }

    private static Interval? Popped(CoachModel model, Belief belief, List<(double Weight, Prepared Ready, double[] Spread)> sewn)
    {
        var all = sewn.Sum(s => s.Weight);
        var parts = sewn.ConvertAll(s => (s.Weight, Pops: Enumerable.Range(0, model.Threads.Count).Select(i => belief.PopAt(s.Ready, s.Spread, i)).OfType<(double Mean, double Sigma)>().ToArray()));
        double Below(double log)
        {
            double whole = 0;
            foreach (var (weight, pops) in parts)
            {
                var held = weight;
                foreach (var (mean, sigma) in pops)
                {
                    held *= NormalDistribution.Below((mean - log) / sigma);
                }

                whole += held;
            }

            return 1 - whole / all;
        }

        double most = Math.Log(SeamModel.BeyondReachPercent), least = Math.Log(0.1);
        double At(double share) => Math.Exp(Point(share, least, most, Below));
        return all <= 0 || Below(most) < 0.05 ? null : new(At(0.05), At(0.5), At(0.95));
    }
}
