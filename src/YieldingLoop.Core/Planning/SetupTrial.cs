using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Planning;

/// <summary>A set-up while it is being judged; what is null has not been chosen yet.</summary>
internal sealed class SetupTrial(PlanQuestion question, Need need, Layout layout)
{
    public PlanQuestion Question => question;

    public Need Need => need;

    public Layout Layout => layout;

    public ThreadOption? NeedleThread { get; set; }

    public ThreadOption? Upper { get; set; }

    public ThreadOption? Lower { get; set; }

    public NeedleOption? Needle { get; set; }

    public double? LengthMm { get; set; }

    public SeamJob Job => question.Seam.Job;

    public Stitch Stitch => layout.Stitch;

    /// <summary>Everything that is not in a needle.</summary>
    public IEnumerable<ThreadKind> Loopers => new[] { Upper?.Kind, Lower?.Kind }.OfType<ThreadKind>();
}
