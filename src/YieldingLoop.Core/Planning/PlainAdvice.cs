using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Planning;

/// <summary>What to sew a seam with on a plain machine.</summary>
/// <param name="Choices">Every stitch: the best first, then what does as well, then what does not and why.</param>
/// <param name="NeedleThread">Needle thread.</param>
/// <param name="BobbinThread">Bobbin thread.</param>
/// <param name="ThreadsWhy">Why these.</param>
/// <param name="BasteFirst">Whether to baste and try on before sewing: it is a horror to unpick.</param>
/// <param name="NeedlePoint">Needle point.</param>
/// <param name="NeedleSize">Needle size.</param>
/// <param name="Map">Zigzag length against width with these threads.</param>
public sealed record PlainAdvice(
    IReadOnlyList<PlainChoice> Choices, ThreadKind NeedleThread, ThreadKind BobbinThread, Finding ThreadsWhy, bool BasteFirst, NeedlePoint NeedlePoint, NeedleSize NeedleSize, ZigzagMap Map)
{
    /// <summary>The stitch to start with; null where a plain machine does not do this job.</summary>
    public PlainChoice? Best => Choices.FirstOrDefault(c => c.Suits == Suits.Best);
}
