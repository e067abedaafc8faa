namespace YieldingLoop.Core.ThreadPaths;

/// <summary>Where a thread meets the one it goes through, seen from its own side of the cloth.</summary>
internal enum MeetingPlace
{
    /// <summary>On the cut edge.</summary>
    Edge,

    /// <summary>On its own side, short of the edge: it pulled the other round.</summary>
    OwnSide,

    /// <summary>On the other side, past the edge: it is pulled round.</summary>
    OtherSide,
}

/// <summary>
/// Where the threads of an overedge stitch meet. The model counts p from the middle of the cut edge, round its corner: up to half
/// the thickness it lies on the edge, beyond that on the face or the back. Lengths in
/// millimetres.
/// </summary>
internal sealed class Meeting
{
    private readonly double line;
    private readonly double face;
    private readonly double overlap;
    private readonly double halfOfFace;
    private readonly double halfOfBack;

    private Meeting(StitchMeasures m, double line, double edge, double across)
    {
        (this.line, face) = (line, m.Face);
        double fineness = m.Fineness, advance = m.Advance;
        (Edge, Across) = (edge, across);
        Apart = Math.Min(0.5 * fineness, advance / 16);
        Lift = Math.Min(0.6 * fineness, advance / 10);
        overlap = Math.Min(0.8 * fineness, 0.8 * face);
        // The tight thread's loop ends on the meeting line; the other's, narrower, goes on through it.
        // Three threads have the length of a wrap for that.
        var narrow = Math.Min((m.Stitch.Family == Stitches.StitchFamily.TwoThreadOveredge ? 0.3 : 0.45) * fineness, advance / 18);
        (halfOfFace, halfOfBack) = line > 0 ? (2 * narrow, narrow) : (narrow, 2 * narrow);
    }

    /// <summary>Where the loops end that p is counted from across: their reach, or as far as the tight thread's own length lets it.</summary>
    public double Edge { get; }

    /// <summary>Where they meet across.</summary>
    public double Across { get; }

    /// <summary>How far through the cloth they meet on the edge.</summary>
    public double Through => Math.Clamp(line, -face, face);

    /// <summary>How far the two are kept apart where they cross.</summary>
    public double Apart { get; }

    /// <summary>How far above the cloth they meet on the face or the back: over the needle's loop, which lies on it.</summary>
    public double Lift { get; }

    /// <summary>How far a thread goes past the meeting line: the tight one ends on it.</summary>
    public double Past(bool onFace) => line > 0 == onFace ? 0 : overlap;

    /// <summary>Half the width of a thread's loop there.</summary>
    public double Half(bool onFace) => onFace ? halfOfFace : halfOfBack;

    /// <summary>Where it is, seen from one side.</summary>
    public MeetingPlace On(bool onFace) => Math.Abs(line) <= face ? MeetingPlace.Edge : line > 0 == onFace ? MeetingPlace.OwnSide : MeetingPlace.OtherSide;

    /// <summary>How far across a side's own thread goes on its own side.</summary>
    public double OwnAcross(bool onFace) => On(onFace) == MeetingPlace.OwnSide ? Across : Edge;

    /// <param name="m">The measures.</param>
    /// <param name="onFace">The thread on the face.</param>
    /// <param name="onBack">The thread on the back.</param>
    public static Meeting Of(StitchMeasures m, int onFace, int onBack)
    {
        var line = m.MeetingLine;
        var pastCorner = Math.Abs(line) - m.Face;
        if (pastCorner <= 0)
        {
            return new(m, line, m.Reach, m.Reach);
        }

        // The tight thread lies straight from its needle line to the meeting line, and p is what it falls short of the edge by.
        var tight = line > 0 ? onFace : onBack;
        var width = line > 0 && m.Stitch.UpperHeldByRightNeedle ? m.LoopWidth - m.Gauge : m.LoopWidth;
        var edge = Math.Min(m.Reach, m.LoopWidth - width + (width - pastCorner) * m.Ratio(tight) + pastCorner);
        return new(m, line, edge, edge - pastCorner);
    }
}
