using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Threads;

/// <summary>
/// Where a thread runs. The members stand in the ordinal order of their identifiers, so that comparing two
/// positions breaks a tie between threads exactly as the seam model asks (section 5).
/// </summary>
public enum ThreadPosition
{
    /// <summary>Bobbin of a plain machine: "bobbin".</summary>
    Bobbin,

    /// <summary>Looper of a chain or cover stitch: "chain-looper".</summary>
    ChainLooper,

    /// <summary>Lower looper of an overlocker, and the looper of 503: "lower-looper".</summary>
    LowerLooper,

    /// <summary>The needle of a plain machine: "needle".</summary>
    Needle,

    /// <summary>Centre seat: "needle-centre".</summary>
    NeedleCentre,

    /// <summary>Left seat: "needle-left".</summary>
    NeedleLeft,

    /// <summary>Right seat: "needle-right".</summary>
    NeedleRight,

    /// <summary>Spreader thread of 602 and 605: "top-cover".</summary>
    TopCover,

    /// <summary>Upper looper of an overlocker: "upper-looper".</summary>
    UpperLooper,
}

/// <summary>Facts about the thread positions.</summary>
public static class ThreadPositions
{
    private static readonly string[] Ids =
        ["bobbin", "chain-looper", "lower-looper", "needle", "needle-centre", "needle-left", "needle-right", "top-cover", "upper-looper"];

    private static readonly string[] Tags = ["B", "CL", "LL", "N", "NC", "NL", "NR", "TC", "UL"];

    /// <summary>Tension T₀ at neutral with the calibration thread, cN: needles 30, loopers and chain looper 12, top cover 8, bobbin 15. Working values from memory.</summary>
    private static readonly double[] NeutralTensions = [15, 12, 12, 30, 30, 30, 30, 8, 12];

    /// <summary>How strongly slack answers the logarithm of tension: needles and bobbin 0.10, loopers and top cover 0.12. Working values.</summary>
    private static readonly double[] SlackFactors = [0.10, 0.12, 0.12, 0.10, 0.10, 0.10, 0.10, 0.12, 0.12];

    /// <summary>All positions in the order of their identifiers.</summary>
    public static IReadOnlyList<ThreadPosition> All { get; } = Enum.GetValues<ThreadPosition>();

    /// <summary>All positions as they are written down: needles left to right, then loopers, the bobbin last.</summary>
    public static IReadOnlyList<ThreadPosition> AsWritten { get; } =
    [
        ThreadPosition.NeedleLeft, ThreadPosition.NeedleCentre, ThreadPosition.NeedleRight, ThreadPosition.Needle,
        ThreadPosition.UpperLooper, ThreadPosition.LowerLooper, ThreadPosition.ChainLooper, ThreadPosition.TopCover, ThreadPosition.Bobbin,
    ];

    /// <summary>The identifier used in records and the API.</summary>
    public static string Id(this ThreadPosition position) => Ids[(int)position];

    /// <summary>The name on screen.</summary>
    public static string Name(this ThreadPosition position) => Vocabulary.Name("position." + Ids[(int)position]);

    /// <summary>The letter tag that stands beside the position's colour wherever a thread is drawn.</summary>
    public static string Tag(this ThreadPosition position) => Tags[(int)position];

    /// <summary>T₀, cN: a property of the position, never of the thread.</summary>
    public static double NeutralTensionCentinewtons(this ThreadPosition position) => NeutralTensions[(int)position];

    /// <summary>The factor c of the slack formula (model section 4).</summary>
    public static double SlackFactor(this ThreadPosition position) => SlackFactors[(int)position];

    /// <summary>Whether this is a needle thread.</summary>
    public static bool IsNeedle(this ThreadPosition position) =>
        position is ThreadPosition.Needle or ThreadPosition.NeedleCentre or ThreadPosition.NeedleLeft or ThreadPosition.NeedleRight;

    /// <summary>The position of an identifier; null where there is none.</summary>
    public static ThreadPosition? Find(string? id) => TryFromId(id, out var position) ? position : null;

    /// <summary>The name of the position with this identifier, for sentences; the identifier itself where there is none.</summary>
    public static string NameOf(string id) => Find(id)?.Name() ?? id;

    /// <summary>Finds a position by identifier.</summary>
    public static bool TryFromId(string? id, out ThreadPosition position)
    {
        var index = Array.IndexOf(Ids, id);
        position = (ThreadPosition)Math.Max(index, 0);
        return index >= 0;
    }
}
