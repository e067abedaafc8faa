namespace YieldingLoop.Core.Planning;

/// <summary>What the parts of the cost weigh. The defaults stand in docs/planner.md; a workroom can change them.</summary>
/// <param name="PerChangeoverMinute">For a minute of changing over.</param>
/// <param name="PerThreadMetre">For a metre of thread per metre of seam.</param>
/// <param name="PerStep">For a step away from neutral.</param>
/// <param name="PerPurchase">For each thing that has to be bought.</param>
public sealed record PlannerWeights(double PerChangeoverMinute = 1, double PerThreadMetre = 0.5, double PerStep = 1, double PerPurchase = 20)
{
    /// <summary>Most a weight may be.</summary>
    public const double Most = 100;

    /// <summary>The defaults.</summary>
    public static PlannerWeights Default { get; } = new();

    /// <summary>What is wrong with them.</summary>
    public IEnumerable<Problem> Problems()
    {
        foreach (var (field, value) in new[] { ("perChangeoverMinute", PerChangeoverMinute), ("perThreadMetre", PerThreadMetre), ("perStep", PerStep), ("perPurchase", PerPurchase) })
        {
            if (!(value is >= 0 and <= Most))
            {
                yield return new(field, $"A weight is between 0 and {Most:0}.");
            }
        }
    }
}
