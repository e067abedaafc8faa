using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Setups;

/// <summary>Which threads: common practice C1 to C5.</summary>
internal static class ThreadRules
{
    /// <summary>The first choice of threads.</summary>
    public static (ThreadKind Needle, ThreadKind Upper, ThreadKind Lower) Choose(PlanRequest request, List<Reason> reasons)
    {
        // A textured thread never goes in a needle, not even where a machine was calibrated with it.
        var smooth = request.Machine.CalibrationThread.Textured ? ThreadCatalogue.SpunPolyester : request.Machine.CalibrationThread;
        var found = smooth == request.Machine.CalibrationThread ? ", which this machine's neutral numbers were found with" : "; a textured thread never goes in a needle";
        reasons.Add(new(PlanTopic.NeedleThread, $"{Capital(smooth.Name)}, smooth and even{found}.", "common practice; machine record"));

        var nylon = ThreadCatalogue.TexturedNylon;
        if (request.Seam.Job.Rolls())
        {
            reasons.Add(new(PlanTopic.LooperThread, "Textured nylon in the upper looper fills the rolled edge; the lower looper only draws it round.", "common practice"));
            return (smooth, nylon, smooth);
        }

        if (request.Cloth.Sheds)
        {
            reasons.Add(new(PlanTopic.LooperThread, "Textured nylon in both loopers fills the stitch and locks a shedding edge in.", "common practice"));
            return (smooth, nylon, nylon);
        }

        if (request.Seam.OnSkin)
        {
            reasons.Add(new(PlanTopic.LooperThread, "Textured nylon in both loopers: soft where the seam lies against the skin.", "common practice"));
            return (smooth, nylon, nylon);
        }

        return (smooth, smooth, smooth);
    }

    internal static string Capital(string text) => char.ToUpperInvariant(text[0]) + text[1..];
}

/// <summary>Which stitch length to start with: common practice C4, D8.</summary>
internal static class LengthRules
{
    /// <summary>First length, mm, settable on the machine.</summary>
    public static double Choose(PlanRequest request, List<Reason> reasons)
    {
        var (wanted, why) = request switch
        {
            { Seam.Job: SeamJob.Picot } => (2.5, "longer than a rolled hem's, for the softer edge of a picot"),
            { Seam.Job: var job } when job.Rolls() => (1.5, "short, so that nothing shows between the loops of a rolled edge"),
            { Cloth.Sheds: true } => (2.0, "shorter than usual, so that the loops hold a shedding edge"),
            { Cloth.AreaDensity.Value: >= OverlockPlanner.HeavyFromGsm } => (3.0, "a longer stitch for heavy cloth"),
            _ => (2.5, "the usual length for this weight"),
        };
        var length = request.Machine.StitchLength.Settable(wanted);
        reasons.Add(new(PlanTopic.Length, $"{length:0.##} mm: {why}.", "common practice"));
        return length;
    }
}
