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

    /// <summary>Whether the stitch length is the one of the manual's own row, which outranks the trade's rules of thumb.</summary>
    public bool LengthByManual => ManualStart.LengthMm(layout, question) is { } printed && Math.Abs(layout.Head.StitchLengthMm.Settable(printed) - LengthMm!.Value) < 1e-9;

    public SeamJob Job => question.Seam.Job;

    public Stitch Stitch => layout.Stitch;

    /// <summary>Everything that is not in a needle.</summary>
    public IEnumerable<ThreadKind> Loopers => new[] { Upper?.Kind, Lower?.Kind }.OfType<ThreadKind>();
}
