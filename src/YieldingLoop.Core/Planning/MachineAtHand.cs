using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;

namespace YieldingLoop.Core.Planning;

/// <summary>A machine that may be used, with what is on it now.</summary>
/// <param name="Id">Whatever the asker knows it by.</param>
/// <param name="Machine">Its record.</param>
/// <param name="State">What is on it; <see cref="Setup.Unknown"/> where nobody has said.</param>
public sealed record MachineAtHand(string Id, Machine Machine, Setup State)
{
    /// <summary>What its swatches taught of this cloth.</summary>
    public MachineLearnt Learnt { get; init; } = MachineLearnt.Nothing;

    /// <summary>Hard rules that own rules of the user lift on this machine for this seam.</summary>
    public IReadOnlyList<LiftedRule> Lifted { get; init; } = [];
}
