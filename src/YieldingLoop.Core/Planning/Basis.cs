namespace YieldingLoop.Core.Planning;

/// <summary>What a reason rests on.</summary>
public enum Basis
{
    /// <summary>Common practice, without a published source.</summary>
    CommonPractice,

    /// <summary>The seam model.</summary>
    SeamModel,

    /// <summary>The machine's own record.</summary>
    MachineRecord,

    /// <summary>What is in the drawer.</summary>
    Drawer,

    /// <summary>A change made by hand.</summary>
    OwnChange,
}
