using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Minutes;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.ThreadUp;

/// <summary>
/// How many minutes lie between what is on a machine and what is wanted there. What nobody has said counts as wrong:
/// it has to be set. The parts are apart, so that a search can add up only those that differ.
/// </summary>
public sealed class Changeover
{
    private readonly Setup from;
    private readonly Machine head;

    /// <param name="machine">The machine.</param>
    /// <param name="state">What is on it now.</param>
    /// <param name="kind">What a convertible machine is to be; any other machine is what it is.</param>
    public Changeover(Machine machine, Setup state, MachineKind kind)
    {
        head = machine.Heads().FirstOrDefault(h => h.Kind == kind) ?? machine.Heads()[0];
        Converts = machine is Convertible && !(state.ChangedOverTo.TryGet(out var now) && now == kind);
        // Changed over, nothing of the other half's threading is left.
        from = Converts ? Setup.Unknown.NamingAll(head) : state;
    }

    /// <summary>Whether the machine has to be changed over first.</summary>
    public bool Converts { get; }

    /// <summary>Minutes from a state to another on one machine.</summary>
    /// <param name="machine">The machine.</param>
    /// <param name="state">What is on it now.</param>
    /// <param name="wanted">What is wanted: its needles and threads are all of them; of the rest, what nobody has said or what is empty is not asked for.</param>
    public static double Between(Machine machine, Setup state, Setup wanted)
    {
        var head = wanted.HeadOf(machine);
        var change = new Changeover(machine, state, head.Kind);
        wanted = wanted.InFull(head);
        var minutes = change.Fixed() + change.Needles(wanted.Needles) + change.Threads(wanted) + wanted.Dials.Sum(d => change.Dial(d.Key, d.Value));
        minutes += wanted.StitchLengthMm.TryGet(out var length) ? change.Length(length) : 0;
        minutes += wanted.Differential.TryGet(out var feed) ? change.Feed(feed) : 0;
        minutes += wanted.FootPressure.TryGet(out var pressure) ? change.FootPressure(pressure) : 0;
        minutes += wanted.CuttingWidthMm.TryGet(out var cut) ? change.Knife(cut) : 0;
        minutes += wanted.Knife.TryGet(out var stand) ? change.KnifeStand(stand) : 0;
        minutes += wanted.Stitch is { } stitch ? change.Stitch(stitch.SwitchedTo) : 0;
        minutes += wanted.ZigzagWidthMm.TryGet(out var width) ? change.Width(width) : 0;
        minutes += wanted.NeedlePositionMm.TryGet(out var at) ? change.NeedlePosition(at) : 0;
        minutes += wanted.FingerName.TryGet(out var finger) ? change.Finger(finger) : 0;
        minutes += wanted.PlateName.TryGet(out var plate) ? change.Plate(plate) : 0;
        minutes += wanted.FootName.TryGet(out var foot) ? change.Foot(foot) : 0;
        return minutes + change.Converter(wanted.ConverterName);
    }

    /// <summary>What is needed whatever is chosen: changing over.</summary>
    public double Fixed() => Converts ? MinutesFor.ChangeOver : 0;

    /// <summary>A dial set.</summary>
    public double Dial(ThreadPosition position, double number) => Same(from.Dials[position], number) ? 0 : MinutesFor.Dial;

    /// <summary>The stitch length set.</summary>
    public double Length(double millimetres) => Same(from.StitchLengthMm, millimetres) ? 0 : MinutesFor.Dial;

    /// <summary>The differential set.</summary>
    public double Feed(double ratio) => Same(from.Differential, ratio) ? 0 : MinutesFor.Dial;

    /// <summary>The pressure of the foot set.</summary>
    public double FootPressure(double pressure) => Same(from.FootPressure, pressure) ? 0 : MinutesFor.Dial;

    /// <summary>The zigzag width set.</summary>
    public double Width(double millimetres) => Same(from.ZigzagWidthMm, millimetres) ? 0 : MinutesFor.Dial;

    /// <summary>The zigzag width set to none for a straight stitch, on a machine that keeps one.</summary>
    public double Straight() => head is PlainMachine { WidestZigzagMm: > 0 } ? Width(0) : 0;

    /// <summary>Another stitch chosen on a plain machine; on any other it follows from needles and threads.</summary>
    public double Stitch(string id) => head is not PlainMachine || from.Stitch?.SwitchedTo == id ? 0 : MinutesFor.Dial;

    /// <summary>The needle position set.</summary>
    public double NeedlePosition(double millimetres) => Same(from.NeedlePositionMm, millimetres) ? 0 : MinutesFor.Dial;

    /// <summary>The cutting width set.</summary>
    public double Knife(double millimetres) => Same(from.CuttingWidthMm, millimetres) ? 0 : MinutesFor.Part;

    /// <summary>The knife swung away, or brought back; one of which nobody has said anything cuts.</summary>
    public double KnifeStand(KnifeStand stand) => from.Knife.Or(Setups.KnifeStand.Cutting) == stand ? 0 : MinutesFor.Part;

    /// <summary>The finger set.</summary>
    public double Finger(string name) => from.FingerName.Thing() == name ? 0 : MinutesFor.Part;

    /// <summary>The needle plate changed.</summary>
    public double Plate(string name) => from.PlateName.Thing() == name ? 0 : MinutesFor.Part;

    /// <summary>The presser foot changed.</summary>
    public double Foot(string name) => from.FootName.Thing() == name ? 0 : MinutesFor.Part;

    /// <summary>The converter over the upper looper fitted or taken off.</summary>
    public double Converter(Place<string> wanted) => wanted.IsUnknown || from.ConverterName == wanted || (wanted.IsEmpty && from.ConverterName.IsUnknown) ? 0 : MinutesFor.Part;

    /// <summary>Whether the needle a seat is to hold is in it.</summary>
    public bool HasNeedle(ThreadPosition seat, Needle wanted) => from.Needles[seat].TryGet(out var here) && here.Serves(wanted);

    /// <summary>Needles exchanged, put in and taken out.</summary>
    public double Needles(Places<Needle> wanted) =>
        MinutesFor.Needle * (wanted.Count(n => !HasNeedle(n.Key, n.Value)) + from.Needles.Count(n => !wanted[n.Key].IsThere));

    /// <summary>Threads tied on, threaded, and threaded again because a looper before them was.</summary>
    /// <param name="wanted">Needles and threads wanted.</param>
    public double Threads(Setup wanted)
    {
        var minutes = Loopers(p => wanted.Threads[p].Thing(), out var afresh);
        foreach (var (seat, needle) in wanted.Needles)
        {
            minutes += needle.ThreadPlaces(seat).Sum(p => wanted.Threads[p].TryGet(out var thread) ? NeedleThread(seat, needle, p, thread, afresh) : 0);
        }

        return minutes;
    }

    /// <summary>One needle threaded, or one blade of a twin one: another thread, another needle, or a looper threaded afresh before it.</summary>
    public double NeedleThread(ThreadPosition seat, Needle needle, ThreadPosition position, SewingThread thread, bool afterLooper) =>
        afterLooper || !HasNeedle(seat, needle) || !Has(position, thread) ? MinutesFor.NeedleThread : 0;

    /// <summary>Whether the thread wanted in a position is in it.</summary>
    public bool Has(ThreadPosition position, SewingThread wanted) => from.Threads[position].TryGet(out var here) && here.Serves(wanted);

    /// <summary>Whether a looper has to be threaded from its cone for these threads, so that every position after it is cleared first.</summary>
    public bool Afresh(IEnumerable<ThreadPosition> wanted) => wanted.Any(p => p is not (ThreadPosition.Bobbin or ThreadPosition.TopCover) && !p.IsNeedle() && !from.Threads[p].IsThere);

    /// <summary>The loopers, or the bobbin, tied on or threaded from the cone.</summary>
    /// <param name="threadAt">Thread wanted in a position; null where none is.</param>
    /// <param name="afresh">Whether a looper was threaded from its cone, so that the needles are cleared and threaded last.</param>
    public double Loopers(Func<ThreadPosition, SewingThread?> threadAt, out bool afresh)
    {
        double minutes = 0;
        afresh = false;
        // What is laid over the face lies in nobody's way.
        minutes += threadAt(ThreadPosition.TopCover) is { } laid && !Has(ThreadPosition.TopCover, laid) ? from.Threads[ThreadPosition.TopCover].IsThere ? MinutesFor.TieOn : MinutesFor.Looper : 0;
        foreach (var position in LooperOrder(head))
        {
            if (threadAt(position) is not { } thread)
            {
                continue;
            }

            // Threading a looper afresh takes out the thread of every later position first; tying on does not.
            var fresh = afresh || !from.Threads[position].IsThere;
            var there = !fresh && Has(position, thread);
            // Nothing can be tied to what is wound on a bobbin: another one is laid in.
            minutes += there ? 0 : fresh || position == ThreadPosition.Bobbin ? MinutesFor.Looper : MinutesFor.TieOn;
            afresh |= fresh && position != ThreadPosition.Bobbin;
        }

        return minutes;
    }

    /// <summary>The loopers of a machine in the order they are threaded; the needles come after all of them, and what is laid over the face whenever.</summary>
    public static IReadOnlyList<ThreadPosition> LooperOrder(Machine head) => head switch
    {
        Overlocker { LooperOrder: Machines.LooperOrder.LowerFirst } => LowerFirst,
        Overlocker => UpperFirst,
        Coverstitch => ChainFirst,
        _ => BobbinOnly,
    };

    private static readonly ThreadPosition[] UpperFirst = [ThreadPosition.UpperLooper, ThreadPosition.LowerLooper];
    private static readonly ThreadPosition[] LowerFirst = [ThreadPosition.LowerLooper, ThreadPosition.UpperLooper];
    private static readonly ThreadPosition[] ChainFirst = [ThreadPosition.ChainLooper];
    private static readonly ThreadPosition[] BobbinOnly = [ThreadPosition.Bobbin];

    /// <summary>The needles in the order this machine threads them (common practice B13).</summary>
    /// <param name="head">The machine, or the half of a convertible one.</param>
    /// <param name="needles">The needles.</param>
    public static IEnumerable<(ThreadPosition Seat, Needle Needle)> NeedleOrder(Machine head, Places<Needle> needles)
    {
        var ordered = needles.Select(n => (Seat: n.Key, Needle: n.Value)).OrderBy(n => head.SeatOf(n.Seat).OffsetMm);
        return head.NeedleOrder == Machines.NeedleOrder.RightFirst ? ordered.Reverse() : ordered;
    }

    private static bool Same(Place<double> here, double wanted) => here.TryGet(out var number) && Math.Abs(number - wanted) < 1e-6;
}
