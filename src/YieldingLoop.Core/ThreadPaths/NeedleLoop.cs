namespace YieldingLoop.Core.ThreadPaths;

/// <summary>
/// A needle thread that goes down and up through one hole, with a loop under the cloth that another thread passes through:
/// over one leg of it and under the other, so that neither can go back.
/// </summary>
internal sealed class NeedleLoop
{
    private readonly double apart;
    private readonly double half;
    private readonly double back;

    private NeedleLoop(IReadOnlyList<Knot> knots, double heldAt, double half, double apart, double back) =>
        (Knots, HeldAt, this.half, this.apart, this.back) = (knots, heldAt, half, apart, back);

    /// <summary>The needle thread's knots, one stitch of them; the hole is at 0 along the seam.</summary>
    public IReadOnlyList<Knot> Knots { get; }

    /// <summary>How far across the holding thread runs, mm.</summary>
    public double HeldAt { get; }

    /// <param name="m">The measures.</param>
    /// <param name="thread">Which thread.</param>
    /// <param name="row">Where its row lies, mm across.</param>
    /// <param name="towards">1 where the loop is drawn across to higher places, −1 to lower ones.</param>
    /// <param name="heldAt">How deep in the loop it is held, mm; null near its end.</param>
    /// <param name="reach">How far across it may go, mm; null where nothing ends it.</param>
    public static NeedleLoop Of(StitchMeasures m, int thread, double row, double towards, double? heldAt = null, double? reach = null)
    {
        double x = m.Advance, e = Math.Min(0.85 * m.Fineness, x / 8), h = m.Face, apart = Math.Min(0.55 * m.Fineness, x / 14);
        var depth = m.LoopDepth(thread);
        depth = reach is { } most ? Math.Min(depth, most) : depth;
        var held = Math.Min(heldAt ?? double.MaxValue, HeldAtMost(m, depth));
        var end = row + towards * depth;
        // On the face the needle thread lies over whatever crosses it.
        var over = h + apart;
        Knot[] knots =
        [
            new Knot(-e, row, over).Sinking(0, 0, 0.3 * m.Fineness),
            new Knot(-e, row, -h).Sinking(0, 0, -0.25 * m.Fineness),
            new Knot(-1.15 * e, row + towards * 0.5 * depth, -h).Bowing(-0.35, 0, 0).Sinking(-0.8 * m.Fineness, 0, 0),
            new(-e, end, -h, true),
            new(e, end, -h, true),
            new Knot(1.15 * e, row + towards * 0.5 * depth, -h).Bowing(0.35, 0, 0).Sinking(0.8 * m.Fineness, 0, 0),
            new Knot(e, row, -h).Sinking(0, 0, -0.25 * m.Fineness),
            new Knot(e, row, over).Sinking(0, 0, 0.3 * m.Fineness),
            new Knot(0.35 * x, row, over).Bowing(0, -towards * 0.4, 0.5),
            new Knot(0.65 * x, row, over).Bowing(0, towards * 0.4, 0.5),
        ];
        return new(knots, row + towards * held, 1.15 * e, apart, -h);
    }

    /// <summary>How deep in a loop of a depth it is held at most: a thread's width from its end.</summary>
    public static double HeldAtMost(StitchMeasures m, double depth) => Math.Max(0.45 * depth, depth - 0.7 * m.Fineness);

    /// <summary>The holding thread where it passes through the loop, from lower places along the seam to higher ones: outside the first leg, inside the second.</summary>
    public Knot[] Holder =>
    [
        new(-half, HeldAt, back - apart),
        new(half, HeldAt, back + apart),
    ];

    /// <summary>The same the other way along the seam.</summary>
    public Knot[] HolderBack =>
    [
        new(half, HeldAt, back - apart),
        new(-half, HeldAt, back + apart),
    ];
}
