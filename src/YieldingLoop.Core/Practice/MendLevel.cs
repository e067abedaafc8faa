namespace YieldingLoop.Core.Practice;

/// <summary>How hard a case is, by what is hidden in its machine.</summary>
public enum MendLevel
{
    /// <summary>One fault that shows at once: a thread out of its disc, twice round, dragging, or the loopers in the wrong order.</summary>
    Gross = 1,

    /// <summary>One fault of any kind of threading or of a needle.</summary>
    Plain = 2,

    /// <summary>One fault that hardly shows, or that outlasts its cause.</summary>
    Subtle = 3,

    /// <summary>Two at once, at least one of which hardly shows.</summary>
    Two = 4,
}
