using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Stitches;

/// <summary>Stitches whose threads take the same kind of path.</summary>
public enum StitchFamily
{
    /// <summary>Straight lockstitches: 301 and triple straight.</summary>
    Lockstitch,

    /// <summary>Zigzag lockstitches: 304, three-step, honeycomb, narrow slant.</summary>
    Zigzag,

    /// <summary>Two needles over one bobbin.</summary>
    TwinNeedle,

    /// <summary>401.</summary>
    Chain,

    /// <summary>406, 407, 602, 605.</summary>
    Cover,

    /// <summary>503.</summary>
    TwoThreadOveredge,

    /// <summary>504, 512, 514.</summary>
    Overlock,
}

/// <summary>A stitch: which threads it takes, which figures its geometry needs, and the constants of its path (model section 4).</summary>
public sealed record Stitch
{
    /// <summary>Identifier: the ISO 4915 number where there is one.</summary>
    public required string Id { get; init; }

    /// <summary>Name on screen.</summary>
    public string Name => Vocabulary.Name("stitch." + Id);

    /// <summary>What kind of path its threads take.</summary>
    public required StitchFamily Family { get; init; }

    /// <summary>How many needles sew it.</summary>
    public required int Needles { get; init; }

    /// <summary>Needle positions it may use; exactly <see cref="Needles"/> of them are threaded.</summary>
    public required IReadOnlyList<ThreadPosition> NeedlePositions { get; init; }

    /// <summary>The other positions, all of which are threaded.</summary>
    public required IReadOnlyList<ThreadPosition> OtherPositions { get; init; }

    /// <summary>Repeats of the basic path in one stitch: 3 for triple straight, 2 for honeycomb.</summary>
    public int Repeats { get; init; } = 1;

    /// <summary>Extra length laid, a fraction: 0.15 for triple straight, 0.10 for narrow slant. Working values.</summary>
    public double Extra { get; init; }

    /// <summary>Part of the zigzag width crossed per penetration: 1, 1/2 (honeycomb), 1/3 (three-step).</summary>
    public double WidthShare { get; init; } = 1;

    /// <summary>The thread that holds the needle loop, null where needles and others simply interlock.</summary>
    public ThreadPosition? Holder { get; init; }

    /// <summary>Identifier of the stitch a plain machine is switched to: under a twin needle it sews straight.</summary>
    public string SwitchedTo => Family is StitchFamily.TwinNeedle ? StitchCatalogue.Lockstitch.Id : Id;

    /// <summary>Whether the geometry needs a zigzag width.</summary>
    public bool NeedsZigzagWidth => Family is StitchFamily.Zigzag;

    /// <summary>Whether the geometry needs the gauge between the needles.</summary>
    public bool NeedsGauge => Needles > 1;

    /// <summary>Whether the geometry needs loop width and bite.</summary>
    public bool NeedsLoopWidth => Family is StitchFamily.Overlock or StitchFamily.TwoThreadOveredge;

    /// <summary>How many threads it takes.</summary>
    public int ThreadCount => Needles + OtherPositions.Count;

    /// <summary>Whether the upper looper is held by the right needle only, so that it lays loops short of the left one (512).</summary>
    public bool UpperHeldByRightNeedle { get; init; }
}
