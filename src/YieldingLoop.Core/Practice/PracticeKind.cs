namespace YieldingLoop.Core.Practice;

/// <summary>What is practised.</summary>
public enum PracticeKind
{
    /// <summary>Needles that are set wrong: what is wrong, and putting it right.</summary>
    Seats,

    /// <summary>Threading in order.</summary>
    Order,

    /// <summary>Reading a swatch.</summary>
    Read,

    /// <summary>A simulated machine with something hidden in it.</summary>
    Mend,
}
