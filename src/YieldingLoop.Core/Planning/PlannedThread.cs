using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Planning;

/// <summary>One thread of a planned set-up with its figures.</summary>
/// <param name="Position">Where it runs.</param>
/// <param name="Thread">What it is.</param>
/// <param name="DialNumber">The number to set, on this machine's own scale; null where the thread has no dial (a bobbin).</param>
/// <param name="Figures">What is worked out for it.</param>
public sealed record PlannedThread(ThreadPosition Position, SewingThread Thread, double? DialNumber, ThreadFigures Figures)
{
    /// <summary>Its kind.</summary>
    public string KindId => Thread.KindId;

    /// <summary>The kind, with this thread's own figures where it was measured.</summary>
    public ThreadKind Kind => Thread.Resolve();

    /// <summary>Numbers its dial stands tighter than neutral (negative: looser).</summary>
    public double StepsTighter => Figures.StepsTighter;

    /// <summary>The tension the model expects there, cN.</summary>
    public double TensionCentinewtons => Figures.TensionCentinewtons;

    /// <summary>Whether it has to be bought.</summary>
    public bool ToBuy => Figures.ToBuy;

    /// <summary>What it is called in the drawer; null where none of the kind lies there.</summary>
    public string? StockName => Thread.Name.Length > 0 ? Thread.Name : null;

    /// <summary>The thread as the seam model takes it.</summary>
    public LaidThread Laid => new(Position, Kind, TensionCentinewtons);
}
