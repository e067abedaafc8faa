using YieldingLoop.Core.Faults;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Coach;

/// <summary>A hypothesis made ready to be asked about many set-ups: its slopes where it stands, and how likely it sews without a skip.</summary>
internal sealed class Prepared
{
    public Prepared(CoachModel model, Hypothesis hypothesis, SewnState state, int stitches)
    {
        Hypothesis = hypothesis;
        model.Evaluate(state, hypothesis.Faults, hypothesis.Mean, Figures, Slopes = new double[(model.Places.Count + 1) * CoachModel.Figures]);
        var slope = Slopes[model.Places.Count * CoachModel.Figures + CoachModel.Meeting];
        ScaleVariance = slope * slope * hypothesis.Covariance[model.Scale * (model.Size + 1)];
        Breaks = hypothesis.Faults.Any(f => f.Kind == FaultKind.LooperOrder);
        NoSkip = hypothesis.Faults.Any(f => f.Kind == FaultKind.Contact) ? 1 - Belief.TouchBreaks : 1;
        for (var i = 0; i < model.Threads.Count; i++)
        {
            if (model.Threads[i].Laid.Position.IsNeedle())
            {
                NoSkip *= model.SkipChances(i, hypothesis.Faults).Average(c => Math.Pow(1 - c, stitches));
            }
        }
    }

    public Hypothesis Hypothesis { get; }

    public double[] Slopes { get; }

    /// <summary>Room for figures.</summary>
    public double[] Figures { get; } = new double[CoachModel.Figures];

    public double ScaleVariance { get; }

    public bool Breaks { get; }

    public double NoSkip { get; }

    private double[]? tensions;

    /// <summary>Covariance of the logarithms of the tensions at a state.</summary>
    public double[] Tensions(CoachModel model, SewnState state)
    {
        var (n, size, p) = (model.Places.Count, model.Size, Hypothesis.Covariance);
        var spread = tensions ??= new double[n * n];
        for (var i = 0; i < n; i++)
        {
            for (var j = 0; j < n; j++)
            {
                spread[i * n + j] = p[i * size + j] + state.Steps[j] * p[i * size + n + j] + state.Steps[i] * p[(n + i) * size + j] + state.Steps[i] * state.Steps[j] * p[(n + i) * size + n + j];
            }
        }

        return spread;
    }
}
