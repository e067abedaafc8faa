using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Seams;

/// <summary>The two threads that meet at an edge: what is learnt of where they meet holds for their kinds only.</summary>
/// <param name="Family">The stitch's family.</param>
/// <param name="OnFaceKindId">Kind of the thread on the face; of two threads the looper's.</param>
/// <param name="OnBackKindId">Kind of the one it meets.</param>
public readonly record struct MeetingPair(StitchFamily Family, string OnFaceKindId, string OnBackKindId)
{
    /// <summary>The pair of a seam; null where no threads meet at an edge.</summary>
    public static MeetingPair? Of(SeamCase seam)
    {
        string Kind(Func<ThreadPosition, bool> which) => seam.Threads.First(t => which(t.Laid.Position)).Laid.Kind.Id;
        return seam.Geometry.Stitch.Family switch
        {
            StitchFamily.TwoThreadOveredge => new(StitchFamily.TwoThreadOveredge, Kind(p => p == ThreadPosition.LowerLooper), Kind(p => p.IsNeedle())),
            StitchFamily.Overlock => new(StitchFamily.Overlock, Kind(p => p == ThreadPosition.UpperLooper), Kind(p => p == ThreadPosition.LowerLooper)),
            _ => null,
        };
    }
}
