namespace YieldingLoop.Core.ThreadPaths;

/// <summary>
/// A needle thread that goes down and up through one hole, with a loop under the cloth by which it holds another thread, and is
/// held by it. Lengths in millimetres.
/// </summary>
internal sealed class NeedleLoop
{
    /// <summary>How close to its hole a needle thread lies on what it crosses, in thicknesses of the finest thread.</summary>
    public const double BesideHole = 0.3;

    private readonly double end;
    private readonly double towards;
    private readonly double fine;
    private readonly double apart;
    private readonly double back;
    private readonly double half;
    private readonly double lean;

    private NeedleLoop(StitchMeasures m, IReadOnlyList<Knot> knots, double heldAt, double end, double towards, double half, double lean)
    {
        (Knots, HeldAt, this.end, this.towards, this.half, this.lean) = (knots, heldAt, end, towards, half, lean);
        (fine, apart, back) = (m.Fineness, Apart(m), -m.Face);
    }

    /// <summary>The needle thread's knots, one stitch of them; the hole is at 0 along the seam.</summary>
    public IReadOnlyList<Knot> Knots { get; }

    /// <summary>How far across the holding thread turns.</summary>
    public double HeldAt { get; }

    /// <param name="m">The measures.</param>
    /// <param name="thread">Which thread.</param>
    /// <param name="row">Where its row lies across.</param>
    /// <param name="towards">1 where the loop is drawn across to higher places, −1 to lower ones.</param>
    /// <param name="heldAt">How deep in the loop it is held; null near its end.</param>
    /// <param name="reach">How far across it may go; null where nothing ends it.</param>
    /// <param name="lean">How far along the seam its end is drawn.</param>
    /// <param name="deep">How deep it goes; null as the model has it.</param>
    public static NeedleLoop Of(StitchMeasures m, int thread, double row, double towards, double? heldAt = null, double? reach = null, double lean = 0, double? deep = null)
    {
        double x = m.Advance, e = Math.Min(0.75 * m.Fineness, x / 8), hole = 0.2 * e, h = m.Face;
        var depth = deep ?? m.LoopDepth(thread);
        depth = reach is { } most ? Math.Min(depth, most) : depth;
        lean = Math.Min(lean, 0.7 * depth);
        var held = Math.Min(heldAt ?? double.MaxValue, HeldAtMost(m, depth));
        var end = row + towards * depth;
        // On the face the needle thread lies over whatever crosses it, and is held up by that.
        var crossed = m.Stitch.NeedsLoopWidth || m.Stitch.OtherPositions.Contains(Threads.ThreadPosition.TopCover);
        var over = crossed ? h + Apart(m) : h;
        Knot[] knots =
        [
            new Knot(-hole - BesideHole * m.Fineness, row, over, crossed ? Keeps.Place : Keeps.Nothing).Sinking(0, 0, 0.3 * m.Fineness),
            new Knot(-hole, row, over, crossed ? Keeps.Place : Keeps.Nothing).Sinking(0, 0, 0.3 * m.Fineness),
            new Knot(-hole, row, -h).Sinking(0, 0, -0.25 * m.Fineness),
            new Knot(0.5 * lean - 1.15 * e, row + towards * 0.5 * depth, -h).Bowing(-0.35, 0, 0).Sinking(-0.8 * m.Fineness, 0, 0),
            new(lean - e, end, -h),
            new(lean + e, end, -h),
            new Knot(0.5 * lean + 1.15 * e, row + towards * 0.5 * depth, -h).Bowing(0.35, 0, 0).Sinking(0.8 * m.Fineness, 0, 0),
            new Knot(hole, row, -h).Sinking(0, 0, -0.25 * m.Fineness),
            new Knot(hole, row, over, crossed ? Keeps.Place : Keeps.Nothing).Sinking(0, 0, 0.3 * m.Fineness),
            new Knot(hole + BesideHole * m.Fineness, row, over, crossed ? Keeps.Place : Keeps.Nothing).Sinking(0, 0, 0.3 * m.Fineness),
            new Knot(0.35 * x, row, over).Bowing(0, -towards * 0.4, 0.5),
            new Knot(0.65 * x, row, over).Bowing(0, towards * 0.4, 0.5),
        ];
        return new(m, knots, row + towards * held, end, towards, e, lean);
    }

    /// <summary>How deep in a loop of a depth it is held at most: a thread's width from its end.</summary>
    public static double HeldAtMost(StitchMeasures m, double depth) => Math.Max(0.45 * depth, depth - 0.7 * m.Fineness);

    /// <summary>How far two threads are kept apart where they cross under the cloth.</summary>
    public static double Apart(StitchMeasures m) => Math.Min(0.45 * m.Fineness, m.Advance / 14);

    /// <summary>
    /// The holding thread where it comes from beyond the loop's end, turns in the loop and goes back: over the loop's end with one
    /// leg and under it with the other, so that neither thread can leave the other.
    /// </summary>
    /// <param name="turns">How much of its place it keeps where it turns.</param>
    public Knot[] Turning(Keeps turns = Keeps.Depth)
    {
        double wide = Math.Min(0.5 * fine, 0.55 * half), narrow = 0.7 * wide, beyond = end + towards * 0.35 * fine;
        return [new(-wide, beyond, back - apart, Keeps.Depth), new(-narrow, HeldAt, back - apart, turns), new(narrow, HeldAt, back + apart, turns), new(wide, beyond, back + apart, Keeps.Depth)];
    }

    /// <summary>A thread that goes across between the loop and the cloth, and is held against it.</summary>
    /// <param name="wanted">Where along the seam it would lie without the loop.</param>
    public Knot[] Passing(double wanted)
    {
        var along = Math.Min(wanted, lean + 0.15 * half);
        return [new(along, end - towards * 0.5 * fine, back + apart, Keeps.Place), new(along, end + towards * 0.5 * fine, back + apart, Keeps.Depth)];
    }

    /// <summary>The holding thread where it runs along the seam: outside the first leg, inside the second.</summary>
    public Knot[] RunningAlong(double advance)
    {
        var wide = Math.Min(2.4 * half, advance / 5);
        return [new(-wide, HeldAt, back - apart, Keeps.Depth), new(-0.4 * wide, HeldAt, back - apart, Keeps.Depth), new(0.4 * wide, HeldAt, back + apart, Keeps.Depth), new(wide, HeldAt, back + apart, Keeps.Depth)];
    }

    /// <summary>
    /// One leg of a bight that is drawn through the loop: it comes along the seam under the loop's first leg, goes up through the loop
    /// and out over its end. The other leg is its mirror image, backwards.
    /// </summary>
    public Knot[] DrawnThrough(double advance)
    {
        var wide = Math.Min(2.4 * half, advance / 5);
        var beyond = end + towards * 0.5 * fine;
        return
        [
            new(-wide, HeldAt, back - apart, Keeps.Depth), new(-0.8 * half, HeldAt, back - apart, Keeps.Depth),
            new(lean - 0.35 * half, end - towards * 0.5 * fine, back + apart, Keeps.Depth), new(lean - 0.35 * half, beyond, back + apart, Keeps.Depth),
        ];
    }

    /// <summary>
    /// One leg of a bight that goes across between the loop and the cloth: it passes beside the hole and comes in over the loop's first
    /// leg. The other leg is its mirror image, backwards.
    /// </summary>
    public Knot[] PassingBeside() =>
    [
        new(-1.8 * half, Knots[2].At.Across, back + apart, Keeps.Depth),
        new(-0.4 * half, end - towards * 0.5 * fine, back + apart, Keeps.Place), new(-0.4 * half, end + towards * 0.5 * fine, back + apart, Keeps.Depth),
    ];

    /// <summary>Whether a thread that comes from so far across comes from beyond the loop's end.</summary>
    public bool EndsBefore(double across) => towards * (across - end) > 0.5 * fine;
}
