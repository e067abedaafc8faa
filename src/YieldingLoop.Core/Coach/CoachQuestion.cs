using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;

namespace YieldingLoop.Core.Coach;

/// <summary>A set-up that is wanted, and what it is wanted for.</summary>
/// <param name="Machine">The machine, or the half of a convertible one.</param>
/// <param name="Cloth">The cloth.</param>
/// <param name="Seam">The seam.</param>
/// <param name="Setup">The set-up.</param>
/// <param name="Targets">What its swatch should show.</param>
/// <param name="Schools">The schools.</param>
public sealed record CoachQuestion(Machine Machine, ClothFigures Cloth, SeamEntry Seam, Setup Setup, Targets Targets, ChosenSchools Schools)
{
    /// <summary>What earlier swatches of this machine have taught; those that are told in the history are not among them.</summary>
    public Learnt Learnt { get; init; } = Learnt.Nothing;
}
