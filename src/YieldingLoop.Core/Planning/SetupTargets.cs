using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;

namespace YieldingLoop.Core.Planning;

/// <summary>The targets of a set-up that nobody planned, or that was changed since: what is asked, centred on what the model gives.</summary>
public static class SetupTargets
{
    /// <summary>Its targets.</summary>
    /// <param name="question">What was asked.</param>
    /// <param name="setup">The set-up.</param>
    /// <param name="machine">The machine.</param>
    /// <param name="seam">What the seam model reads of it, with nothing learnt and with the need.</param>
    public static Targets Of(PlanQuestion question, Setup setup, Core.Machines.Machine machine, SeamCase seam) =>
        PlanWriter.TargetsOf(question, setup.HeadOf(machine), seam.Geometry.Stitch, setup.Flatlock.Or(false), upperLoosened: false, seam.Geometry, SeamAssessment.Of(seam));
}
