namespace YieldingLoop.Core.Setups;

/// <summary>A set-up the search has found, complete but not written out.</summary>
internal sealed record FoundSetup
{
    public required Layout Layout { get; init; }

    public required ThreadOption NeedleThread { get; init; }

    public ThreadOption? Upper { get; init; }

    public required ThreadOption Lower { get; init; }

    public required NeedleOption Needle { get; init; }

    public required SolvedLoopers Loopers { get; init; }

    public required double NeedleOffset { get; init; }

    public required double LengthMm { get; init; }

    public double WidthMm { get; init; }

    public double? CuttingFromRightMm { get; init; }

    public double? Differential { get; init; }

    public required PlanRank Rank { get; init; }

    /// <summary>What makes two set-ups differ in kind.</summary>
    public (string Machine, string Stitch, bool Flatlock, string Threads) Kind =>
        (Layout.Hand.Id, Layout.Stitch.Id, Layout.Flatlock, $"{NeedleThread.Kind.Id}/{Upper?.Kind.Id}/{Lower.Kind.Id}");
}
