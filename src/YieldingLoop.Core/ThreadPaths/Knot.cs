namespace YieldingLoop.Core.ThreadPaths;

/// <summary>How much of its place a knot keeps when the thread is tighter than its knots.</summary>
internal enum Keeps
{
    /// <summary>Nothing: it is drawn in towards its neighbours.</summary>
    Nothing,

    /// <summary>How deep it lies, so that it stays over what it lies over.</summary>
    Depth,

    /// <summary>Its place: another thread, the needle or the finger holds it.</summary>
    Place,
}

/// <summary>
/// One corner of the line a thread is led by, which it rounds. Two knots in a row on one line hold the thread to that line
/// between them. Lengths in millimetres.
/// </summary>
/// <param name="At">Where it lies when the thread runs straight.</param>
/// <param name="Bow">Which way it goes when the thread has length to spare.</param>
/// <param name="Keeps">How much of its place it keeps however tight the thread.</param>
/// <param name="Sink">How far it goes, before the thread bows anywhere: rounding its corners saves a thread a little length, and this is where that lies unseen.</param>
internal readonly record struct Knot(PathPoint At, PathPoint Bow = default, Keeps Keeps = Keeps.Nothing, PathPoint Sink = default)
{
    public Knot(double along, double across, double through, Keeps keeps = Keeps.Nothing)
        : this(new(along, across, through), default, keeps)
    {
    }

    /// <summary>The same corner, taking up what rounding saves.</summary>
    public Knot Sinking(double along, double across, double through) => this with { Sink = new(along, across, through) };

    /// <summary>The same corner, free to go this way when there is length to spare.</summary>
    public Knot Bowing(double along, double across, double through) => this with { Bow = new(along, across, through) };
}
