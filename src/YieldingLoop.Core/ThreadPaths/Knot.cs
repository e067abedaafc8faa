namespace YieldingLoop.Core.ThreadPaths;

/// <summary>
/// One corner of the line a thread is led by, which it rounds. Two knots in a row on one line hold the thread to that line
/// between them.
/// </summary>
/// <param name="At">Where it lies when the thread runs straight.</param>
/// <param name="Bow">Which way it goes when the thread has length to spare, mm per unit of bow.</param>
/// <param name="Held">Whether it stays where it is however tight the thread: another thread, the needle or the finger holds it.</param>
/// <param name="Sink">How far it goes, mm, before the thread bows anywhere: rounding its corners saves a thread a little length, and this is where that lies unseen.</param>
internal readonly record struct Knot(PathPoint At, PathPoint Bow = default, bool Held = false, PathPoint Sink = default)
{
    public Knot(double along, double across, double through, bool held = false)
        : this(new(along, across, through), default, held)
    {
    }

    /// <summary>The same corner, taking up what rounding saves.</summary>
    public Knot Sinking(double along, double across, double through) => this with { Sink = new(along, across, through) };

    /// <summary>The same corner, free to go this way when there is length to spare.</summary>
    public Knot Bowing(double along, double across, double through) => this with { Bow = new(along, across, through) };
}
