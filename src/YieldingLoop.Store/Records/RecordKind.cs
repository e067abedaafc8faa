namespace YieldingLoop.Store.Records;

/// <summary>What the workroom keeps records of. <see cref="RecordKinds"/> says what each is.</summary>
public enum RecordKind
{
    Cloth,
    Machine,

    /// <summary>What is on a machine right now.</summary>
    State,
    Needle,
    Thread,
    Rule,
    Seam,
    Setup,
    ThreadUp,
    Swatch,

    /// <summary>What was done between two swatches because the coach asked for it.</summary>
    CoachStep,

    /// <summary>A case of practice that somebody went through, or is in the middle of.</summary>
    Practice,

    /// <summary>A person or a size, with measures.</summary>
    Wearer,

    /// <summary>Seams that make one garment together.</summary>
    Garment,

    /// <summary>Garments that are sewn together, in an order.</summary>
    Run,

    /// <summary>What happened to a machine: time at it, a task done, a needle that broke.</summary>
    Care,

    /// <summary>Colours that belong together.</summary>
    Palette,
}
