using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Planning;

/// <summary>One stitch of a plain machine, judged for one seam.</summary>
/// <param name="Stitch">The stitch.</param>
/// <param name="Suits">How well it does the job.</param>
/// <param name="From">From which side.</param>
/// <param name="Point">Length, width and what the model says of them.</param>
/// <param name="GapMm">Between the needles of a twin needle, mm; 0 for a single one.</param>
/// <param name="Why">Why, or why not.</param>
public sealed record PlainChoice(Stitch Stitch, Suits Suits, SewnFrom From, ZigzagPoint Point, double GapMm, IReadOnlyList<Finding> Why);
