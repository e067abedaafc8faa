using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Machines;

/// <summary>What kind of machine.</summary>
public enum MachineKind
{
    /// <summary>One or two needles, two loopers and a knife.</summary>
    Overlocker,

    /// <summary>Up to three needles over a chain looper.</summary>
    Coverstitch,

    /// <summary>One machine that is changed over between the two.</summary>
    Convertible,

    /// <summary>Needle and bobbin.</summary>
    Plain,
}

/// <summary>Which way a looper travels past the needles, seen from the front.</summary>
public enum LooperTravel
{
    /// <summary>It meets the left needle first.</summary>
    LeftToRight,

    /// <summary>It meets the right needle first.</summary>
    RightToLeft,
}

/// <summary>Which of several needles is threaded first. The machine's manual says (common practice B13).</summary>
public enum NeedleOrder
{
    /// <summary>From the right to the left (the default).</summary>
    RightFirst,

    /// <summary>From the left to the right.</summary>
    LeftFirst,
}

/// <summary>One hole of the needle clamp.</summary>
/// <param name="Position">Which.</param>
/// <param name="OffsetMm">From the rightmost seat, mm; negative to its left.</param>
/// <param name="TipHigherMm">How much higher its needle's tip stands than the rightmost one's, mm; null where the record does not say.</param>
public sealed record Seat(ThreadPosition Position, double OffsetMm, double? TipHigherMm);

/// <summary>A machine as one workroom owns it.</summary>
public abstract record Machine
{
    /// <summary>Longest name, characters.</summary>
    public const int LongestName = 60;

    /// <summary>The user's name for it.</summary>
    public required string Name { get; init; }

    /// <summary>Stitch length, mm.</summary>
    public required SettingRange StitchLengthMm { get; init; }

    /// <summary>Needle system as printed on the machine or in its manual.</summary>
    public required string NeedleSystem { get; init; }

    /// <summary>Whether the shanks of that system are round: such a needle has no flat to turn it by (common practice B12).</summary>
    public bool RoundShank { get; init; }

    /// <summary>Points made in that system.</summary>
    public required IReadOnlyList<string> NeedlePointIds { get; init; }

    /// <summary>Metric sizes the machine takes.</summary>
    public required IReadOnlyList<int> NeedleSizes { get; init; }

    /// <summary>Kind of thread its neutral numbers were found with.</summary>
    public string CalibrationThreadId { get; init; } = ThreadCatalogue.SpunPolyester.Id;

    /// <summary>Colours of the thread marks on the machine, #rrggbb by position identifier; a position without one takes the product's own.</summary>
    public IReadOnlyDictionary<string, string> ThreadMarks { get; init; } = new Dictionary<string, string>();

    /// <summary>The manual's own table of settings, where it was typed in: the machine's baseline.</summary>
    public IReadOnlyList<ManualSetting> ManualTable { get; init; } = [];

    /// <summary>Which thread fits which needle, by the manual's chart, where it was typed in.</summary>
    public IReadOnlyList<ManualNeedle> NeedleChart { get; init; } = [];

    /// <summary>Pressure of the presser foot, 1 normal; null where it cannot be set.</summary>
    public SettingRange? FootPressure { get; init; }

    /// <summary>Whether its manual has the foot down while threading: only where it says so, since on most machines that leaves the thread outside the disc (common practice A5).</summary>
    public bool FootDownToThread { get; init; }

    /// <summary>Stitches a minute while it sews, by which stitches become hours. A working value from memory where its record says nothing.</summary>
    public double StitchesPerMinute { get; init; } = UsualStitchesPerMinute;

    /// <summary>Stitches a minute of a machine whose record says nothing.</summary>
    public const double UsualStitchesPerMinute = 500;

    /// <summary>Slowest and fastest that is believed, stitches a minute.</summary>
    public const double LeastStitchesPerMinute = 50, MostStitchesPerMinute = 5000;

    /// <summary>How often it is cared for, where that is not as usual.</summary>
    public MachineCare Care { get; init; } = MachineCare.Usual;

    /// <summary>Largest number of a simulated machine.</summary>
    public const int MostSimulated = 9999;

    /// <summary>Which simulated machine stands in for it, from 1: there is no such machine in the house. Null for a real one.</summary>
    public int? SimulatedNumber { get; init; }

    /// <summary>Which of its needles is threaded first.</summary>
    public NeedleOrder NeedleOrder { get; init; }

    /// <summary>The presser feet there are by name: on a plain machine all of them, on any other the special ones.</summary>
    public abstract IReadOnlyList<SlottedPart> PresserFeet { get; }

    /// <summary>What kind of machine it is.</summary>
    public abstract MachineKind Kind { get; }

    /// <summary>Every dial with the thread it holds, in the order they are shown.</summary>
    public abstract IReadOnlyList<(ThreadPosition Position, DialScale Dial)> Dials { get; }

    /// <summary>The seats of the clamp, left to right.</summary>
    public abstract IReadOnlyList<Seat> Seats { get; }

    /// <summary>Which way its looper passes the needles; null where none does.</summary>
    public abstract LooperTravel? Travel { get; }

    /// <summary>The stitches it sews.</summary>
    public abstract IReadOnlyList<Stitch> Stitches { get; }

    /// <summary>Differential ratio; null where its feed has none.</summary>
    public abstract SettingRange? Feed { get; }

    /// <summary>What it is while it overlocks; null where it cannot.</summary>
    public virtual Overlocker? AsOverlocker() => this as Overlocker;

    /// <summary>What it is while it sews cover stitches; null where it cannot.</summary>
    public virtual Coverstitch? AsCoverstitch() => this as Coverstitch;

    /// <summary>
    /// The machine with the numbers of a row of its manual's table as neutral: what the maker prints for a balanced stitch on such
    /// a cloth is where its dials start from there. A dial the row leaves out stays as it is, and so does the whole machine for a
    /// row that is no balance (<see cref="ManualSetting.IsBalance"/>).
    /// </summary>
    public abstract Machine TunedTo(ManualSetting row);

    /// <summary>A dial with a row's number as neutral, where the row has one.</summary>
    protected static DialScale? Tuned(DialScale? dial, ManualSetting row, ThreadPosition position) =>
        row.IsBalance && row.DialOf(position) is { } printed && dial is not null ? dial with { Neutral = printed.Ideal } : dial;

    /// <summary>The machines it can be: itself, or the two it is changed over between.</summary>
    public virtual IReadOnlyList<Machine> Heads() => [this];

    /// <summary>The calibration thread.</summary>
    public ThreadKind CalibrationThread => ThreadCatalogue.Find(CalibrationThreadId) ?? ThreadCatalogue.SpunPolyester;

    /// <summary>The points made in its system.</summary>
    public IReadOnlyList<NeedlePoint> NeedlePoints => [.. NeedlePointIds.Select(NeedleCatalogue.Find).OfType<NeedlePoint>()];

    /// <summary>The dial of a position.</summary>
    /// <exception cref="ArgumentOutOfRangeException">The machine has no such thread.</exception>
    public virtual DialScale DialOf(ThreadPosition position)
    {
        foreach (var (here, dial) in Dials)
        {
            if (here == position)
            {
                return dial;
            }
        }

        throw new ArgumentOutOfRangeException(nameof(position), position, "The machine has no such thread.");
    }

    /// <summary>Every position a thread can run in, in the order of the dials, a bobbin last.</summary>
    public virtual IReadOnlyList<ThreadPosition> ThreadPlaces => [.. Dials.Select(d => d.Position)];

    /// <summary>The position whose dial a thread hangs from; null where it has none (a bobbin).</summary>
    public virtual ThreadPosition? DialPlaceOf(ThreadPosition thread) => thread;

    /// <summary>The seat of the needle whose thread runs in a position.</summary>
    public virtual ThreadPosition SeatPlaceOf(ThreadPosition thread) => thread;

    /// <summary>Whether it takes twin needles.</summary>
    public virtual bool TakesTwin => false;

    /// <summary>Whether it has a seat or a thread of this name.</summary>
    public bool Has(ThreadPosition position) => Dials.Any(d => d.Position == position);

    /// <summary>The seat of a needle.</summary>
    /// <exception cref="ArgumentOutOfRangeException">The clamp has no such seat.</exception>
    public Seat SeatOf(ThreadPosition position) =>
        Seats.FirstOrDefault(s => s.Position == position)
            ?? throw new ArgumentOutOfRangeException(nameof(position), position, "The clamp has no such seat.");

    /// <summary>
    /// Whether the first of two needles should stand higher than the second, by the way the looper travels: the
    /// needle it meets later must be lower, because the bar is already rising. Null where no looper passes.
    /// Common practice; the machine's own picture wins.
    /// </summary>
    public bool? HigherByRule(Seat one, Seat other) => Travel switch
    {
        null => null,
        LooperTravel.LeftToRight => one.OffsetMm < other.OffsetMm,
        _ => one.OffsetMm > other.OffsetMm,
    };
}
