namespace YieldingLoop.Core.Planning;

/// <summary>What a set-up costs, as parts.</summary>
/// <param name="ChangeoverMinutes">Minutes from what is on the machine.</param>
/// <param name="ThreadMetres">Metres of thread per metre of seam.</param>
/// <param name="Steps">Steps away from neutral: dials, length, width, needle, knife.</param>
/// <param name="Purchases">Things to buy.</param>
public sealed record PlanCost(double ChangeoverMinutes, double ThreadMetres, double Steps, int Purchases)
{
    /// <summary>All of it.</summary>
    public double Total(PlannerWeights weights) =>
        weights.PerChangeoverMinute * ChangeoverMinutes + weights.PerThreadMetre * ThreadMetres + weights.PerStep * Steps + weights.PerPurchase * Purchases;
}
