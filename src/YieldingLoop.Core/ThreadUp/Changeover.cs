using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.ThreadUp;

/// <summary>
/// How many minutes lie between what is on a machine and what is wanted there. What nobody has said counts as wrong:
/// it has to be set. The parts are apart, so that a search can add up only those that differ.
/// </summary>
public sealed class Changeover
{
    private readonly MachineState from;
    private readonly Machine head;

    /// <param name="machine">The machine.</param>
    /// <param name="state">What is on it now.</param>
    /// <param name="kind">What a convertible machine is to be; any other machine is what it is.</param>
    public Changeover(Machine machine, MachineState state, MachineKind kind)
    {
        head = machine.Heads().FirstOrDefault(h => h.Kind == kind) ?? machine.Heads()[0];
        Converts = machine is Convertible && state.ChangedOverTo != kind;
        // Changed over, nothing of the other half's threading is left.
        from = Converts ? MachineState.Unknown : state;
    }

    /// <summary>Whether the machine has to be changed over first.</summary>
    public bool Converts { get; }

    /// <summary>Minutes from a state to another on one machine.</summary>
    /// <param name="machine">The machine.</param>
    /// <param name="state">What is on it now.</param>
    /// <param name="wanted">What is wanted; its null members are not asked for.</param>
    public static double Between(Machine machine, MachineState state, MachineState wanted)
    {
        var change = new Changeover(machine, state, wanted.HeadOf(machine).Kind);
        return change.Fixed()
            + change.Needles(wanted.Needles)
            + change.Threads(wanted)
            + wanted.Dials.Sum(d => change.Dial(d.Position, d.Number))
            + (wanted.LengthMm is { } length ? change.Length(length) : 0)
            + (wanted.Differential is { } feed ? change.Feed(feed) : 0)
            + (wanted.CuttingWidthMm is { } cut ? change.Knife(cut, wanted.KnifeAway) : 0)
            + (wanted.StitchId is { } stitch ? change.Stitch(stitch) : 0)
            + (wanted.ZigzagWidthMm is { } width ? change.Width(width) : 0)
            + (wanted.NeedlePositionMm is { } at ? change.NeedlePosition(at) : 0)
            + (wanted.FingerName is { } finger ? change.Finger(finger) : 0)
            + (wanted.PlateName is { } plate ? change.Plate(plate) : 0)
            + (wanted.FootName is { } foot ? change.Foot(foot) : 0);
    }

    /// <summary>What is needed whatever is chosen: changing over.</summary>
    public double Fixed() => Converts ? Minutes.ChangeOver : 0;

    /// <summary>A dial set.</summary>
    public double Dial(ThreadPosition position, double number) => Same(from.DialNumber(position), number) ? 0 : Minutes.Dial;

    /// <summary>The stitch length set.</summary>
    public double Length(double millimetres) => Same(from.LengthMm, millimetres) ? 0 : Minutes.Dial;

    /// <summary>The differential set.</summary>
    public double Feed(double ratio) => Same(from.Differential, ratio) ? 0 : Minutes.Dial;

    /// <summary>The zigzag width set.</summary>
    public double Width(double millimetres) => Same(from.ZigzagWidthMm, millimetres) ? 0 : Minutes.Dial;

    /// <summary>Another stitch chosen on a plain machine.</summary>
    public double Stitch(string id) => from.StitchId == id ? 0 : Minutes.Dial;

    /// <summary>The needle position set.</summary>
    public double NeedlePosition(double millimetres) => Same(from.NeedlePositionMm, millimetres) ? 0 : Minutes.Dial;

    /// <summary>The cutting width set, and the knife swung in or away.</summary>
    public double Knife(double millimetres, bool away = false) => Same(from.CuttingWidthMm, millimetres) && from.KnifeAway == away ? 0 : Minutes.Part;

    /// <summary>The finger set.</summary>
    public double Finger(string name) => from.FingerName == name ? 0 : Minutes.Part;

    /// <summary>The needle plate changed.</summary>
    public double Plate(string name) => from.PlateName == name ? 0 : Minutes.Part;

    /// <summary>The presser foot changed.</summary>
    public double Foot(string name) => from.FootName == name ? 0 : Minutes.Part;

    /// <summary>Whether the needle a seat is to hold is in it.</summary>
    public bool HasNeedle(NeedleInSeat wanted) =>
        from.NeedleAt(wanted.Seat) is { } here && here.PointId == wanted.PointId && here.SizeMetric == wanted.SizeMetric && here.System == wanted.System && Same(here.TwinGapMm ?? 0, wanted.TwinGapMm ?? 0);

    /// <summary>Needles exchanged, put in and taken out.</summary>
    public double Needles(IReadOnlyList<NeedleInSeat> wanted) =>
        Minutes.Needle * (wanted.Count(n => !HasNeedle(n)) + from.Needles.Count(n => wanted.All(w => w.Seat != n.Seat)));

    /// <summary>Threads tied on, threaded, and threaded again because a looper before them was.</summary>
    /// <param name="wanted">Needles and threads wanted.</param>
    public double Threads(MachineState wanted)
    {
        var minutes = Loopers(wanted.ThreadAt, out var afresh);
        return minutes + wanted.Needles.Sum(needle => wanted.ThreadAt(needle.Seat) is { } thread ? NeedleThread(needle, thread, afresh) : 0);
    }

    /// <summary>One needle threaded: another thread, another needle, or a looper threaded afresh before it.</summary>
    public double NeedleThread(NeedleInSeat needle, ThreadInPlace thread, bool afterLooper) =>
        afterLooper || !HasNeedle(needle) || !Has(thread) ? ThreadNeedle(needle) : 0;

    /// <summary>Minutes a needle takes to thread: twice for the two blades of a twin one.</summary>
    public static double ThreadNeedle(NeedleInSeat needle) => Minutes.NeedleThread * (needle.TwinGapMm is null ? 1 : 2);

    /// <summary>Whether the thread wanted in a position is in it.</summary>
    public bool Has(ThreadInPlace wanted) => from.ThreadAt(wanted.Position)?.Serves(wanted) == true;

    /// <summary>Whether a looper has to be threaded from its cone for these threads, so that every position after it is cleared first.</summary>
    public bool Afresh(IEnumerable<ThreadPosition> wanted) => wanted.Any(p => p != ThreadPosition.Bobbin && !p.IsNeedle() && from.ThreadAt(p) is null);

    /// <summary>The loopers, or the bobbin, tied on or threaded from the cone.</summary>
    /// <param name="threadAt">Thread wanted in a position; null where none is.</param>
    /// <param name="afresh">Whether a looper was threaded from its cone, so that the needles are cleared and threaded last.</param>
    public double Loopers(Func<ThreadPosition, ThreadInPlace?> threadAt, out bool afresh)
    {
        double minutes = 0;
        afresh = false;
        foreach (var position in LooperOrder(head))
        {
            if (threadAt(position) is not { } thread)
            {
                continue;
            }

            // Threading a looper afresh takes out the thread of every later position first; tying on does not.
            var fresh = afresh || from.ThreadAt(position) is null;
            var there = !fresh && Has(thread);
            // Nothing can be tied to what is wound on a bobbin: another one is laid in.
            minutes += there ? 0 : fresh || position == ThreadPosition.Bobbin ? Minutes.Looper : Minutes.TieOn;
            afresh |= fresh && position != ThreadPosition.Bobbin;
        }

        return minutes;
    }

    /// <summary>The loopers of a machine in the order they are threaded; the needles come after all of them.</summary>
    public static IReadOnlyList<ThreadPosition> LooperOrder(Machine head) => head switch
    {
        Overlocker { LooperOrder: Machines.LooperOrder.LowerFirst } => LowerFirst,
        Overlocker => UpperFirst,
        Coverstitch => ChainFirst,
        _ => BobbinOnly,
    };

    private static readonly ThreadPosition[] UpperFirst = [ThreadPosition.UpperLooper, ThreadPosition.LowerLooper];
    private static readonly ThreadPosition[] LowerFirst = [ThreadPosition.LowerLooper, ThreadPosition.UpperLooper];
    private static readonly ThreadPosition[] ChainFirst = [ThreadPosition.ChainLooper, ThreadPosition.TopCover];
    private static readonly ThreadPosition[] BobbinOnly = [ThreadPosition.Bobbin];

    private static bool Same(double? here, double wanted) => here is { } number && Math.Abs(number - wanted) < 1e-6;
}
