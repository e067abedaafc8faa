using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Planning;

/// <summary>What is worked out for one thread of a planned set-up.</summary>
/// <param name="Position">Where it runs.</param>
/// <param name="StepsTighter">Numbers its dial stands tighter than neutral (negative: looser).</param>
/// <param name="TensionCentinewtons">The tension the model expects there, cN.</param>
/// <param name="ToBuy">Whether it has to be bought.</param>
/// <param name="Even">Whether somebody found it even; null where nobody looked.</param>
public sealed record ThreadFigures(ThreadPosition Position, double StepsTighter, double TensionCentinewtons, bool ToBuy = false, bool? Even = null);
