using System.Globalization;
using System.Text.Json.Serialization;
using YieldingLoop.Core.Colour;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Machines;

/// <summary>A needle in a seat.</summary>
/// <param name="Seat">Which seat.</param>
/// <param name="System">Needle system, as its pack prints it.</param>
/// <param name="PointId">Point.</param>
/// <param name="SizeMetric">Metric size.</param>
/// <param name="TwinGapMm">Between the two blades of a twin needle, mm; null for a single one.</param>
public sealed record NeedleInSeat(ThreadPosition Seat, string System, string PointId, int SizeMetric, double? TwinGapMm = null);

/// <summary>A thread in a position.</summary>
/// <param name="Position">Where it runs.</param>
/// <param name="KindId">What it is.</param>
/// <param name="Colour">#rrggbb; null where not noted.</param>
/// <param name="Label">The user's name for it.</param>
public sealed record ThreadInPlace(ThreadPosition Position, string KindId, string? Colour = null, string Label = "")
{
    /// <summary>
    /// Whether this thread is what is wanted in its place: of its kind, and of its colour and name as far as they are
    /// asked for. One that is not named is taken for the one of its colour.
    /// </summary>
    public bool Serves(ThreadInPlace wanted) =>
        KindId == wanted.KindId
        && (wanted.Colour is null || string.Equals(Colour, wanted.Colour, StringComparison.OrdinalIgnoreCase))
        && (wanted.Label.Length == 0 || Label == wanted.Label || (Label.Length == 0 && wanted.Colour is not null));
}

/// <summary>Where a dial stands.</summary>
/// <param name="Position">Whose dial.</param>
/// <param name="Number">Number on it.</param>
public sealed record DialAt(ThreadPosition Position, double Number);

/// <summary>What is on a machine right now. What nobody has said is null.</summary>
public sealed record MachineState
{
    /// <summary>What a convertible machine is changed over to; null for every other machine.</summary>
    public MachineKind? ChangedOverTo { get; init; }

    /// <summary>The filled seats.</summary>
    public IReadOnlyList<NeedleInSeat> Needles { get; init; } = [];

    /// <summary>The threads that are on.</summary>
    public IReadOnlyList<ThreadInPlace> Threads { get; init; } = [];

    /// <summary>The dials whose number is known.</summary>
    public IReadOnlyList<DialAt> Dials { get; init; } = [];

    /// <summary>Finger, as the machine names it.</summary>
    public string? FingerName { get; init; }

    /// <summary>Stitch length, mm.</summary>
    public double? LengthMm { get; init; }

    /// <summary>Differential ratio.</summary>
    public double? Differential { get; init; }

    /// <summary>Cutting width from the right needle, mm.</summary>
    public double? CuttingWidthMm { get; init; }

    /// <summary>Whether the knife is swung out of the way.</summary>
    public bool KnifeAway { get; init; }

    /// <summary>Stitch chosen on a plain machine; a twin needle sews the straight one.</summary>
    public string? StitchId { get; init; }

    /// <summary>Zigzag width, mm.</summary>
    public double? ZigzagWidthMm { get; init; }

    /// <summary>Needle plate.</summary>
    public string? PlateName { get; init; }

    /// <summary>Presser foot.</summary>
    public string? FootName { get; init; }

    /// <summary>Needle position, mm from the centre.</summary>
    public double? NeedlePositionMm { get; init; }

    /// <summary>Whether anything at all is known.</summary>
    [JsonIgnore]
    public bool Known => Needles.Count > 0 || Threads.Count > 0 || Dials.Count > 0 || KnifeAway || ChangedOverTo is not null
        || FingerName is not null || StitchId is not null || PlateName is not null || FootName is not null
        || (LengthMm ?? Differential ?? CuttingWidthMm ?? ZigzagWidthMm ?? NeedlePositionMm) is not null;

    /// <summary>Nothing known.</summary>
    public static MachineState Unknown { get; } = new();

    /// <summary>The needle in a seat; null where it is empty.</summary>
    public NeedleInSeat? NeedleAt(ThreadPosition seat) => Needles.FirstOrDefault(n => n.Seat == seat);

    /// <summary>The thread in a position; null where there is none.</summary>
    public ThreadInPlace? ThreadAt(ThreadPosition position) => Threads.FirstOrDefault(t => t.Position == position);

    /// <summary>Where a dial stands; null where nobody has said.</summary>
    public double? DialNumber(ThreadPosition position) => Dials.FirstOrDefault(d => d.Position == position)?.Number;

    /// <summary>The machine as it stands: the half it is changed over to, where it is a convertible one.</summary>
    public Machine HeadOf(Machine machine) => machine.Heads().FirstOrDefault(h => h.Kind == ChangedOverTo) ?? machine.Heads()[0];
}

/// <summary>Whether a state can exist on a machine.</summary>
public static class MachineStateCheck
{
    /// <summary>What cannot be; nothing where the state can exist. Fields are named as the state's members are.</summary>
    public static IReadOnlyList<Problem> Problems(Machine machine, MachineState state)
    {
        var problems = new List<Problem>();
        if (machine is Convertible && machine.Heads().All(h => h.Kind != state.ChangedOverTo))
        {
            problems.Add(new("changedOverTo", "Say what this machine is changed over to just now: overlock or cover stitches."));
            return problems;
        }

        if (machine is not Convertible && state.ChangedOverTo is not null)
        {
            problems.Add(new("changedOverTo", "This machine is not one that is changed over."));
            return problems;
        }

        var head = state.HeadOf(machine);
        Needles(head, state, problems);
        Threads(head, state, problems);
        Dials(head, state, problems);
        Settings(head, state, problems);
        return problems;
    }

    private static void Needles(Machine head, MachineState state, List<Problem> problems)
    {
        foreach (var needle in state.Needles)
        {
            var field = needle.Seat.Id();
            if (head.Seats.All(s => s.Position != needle.Seat))
            {
                problems.Add(new(field, $"This machine has no {needle.Seat.Name()} seat."));
            }
            else if (state.Needles.Count(n => n.Seat == needle.Seat) > 1)
            {
                problems.Add(new(field, $"The {needle.Seat.Name()} seat holds one needle."));
            }
            else if (needle.System.Trim() != head.NeedleSystem.Trim())
            {
                problems.Add(new(field + ".system", $"This needle is of the system “{needle.System.Trim()}”; the machine takes “{head.NeedleSystem.Trim()}”. Two systems never stand in for each other: take it out, or correct the record that is wrong."));
            }
            else if (NeedleCatalogue.Find(needle.PointId) is null)
            {
                problems.Add(new(field + ".pointId", "Choose the point of the needle."));
            }
            else if (!NeedleSize.TryFromMetric(needle.SizeMetric, out _) || !head.NeedleSizes.Contains(needle.SizeMetric))
            {
                problems.Add(new(field + ".sizeMetric", $"This machine takes the sizes {string.Join(", ", head.NeedleSizes)}; a needle of another size does not belong in it."));
            }

            if (needle.TwinGapMm is { } gap)
            {
                if (head is not PlainMachine)
                {
                    problems.Add(new(field + ".twinGapMm", "A twin needle goes into a plain machine."));
                }
                else if (!(gap is >= TwinNeedle.LeastGapMm and <= TwinNeedle.MostGapMm))
                {
                    problems.Add(new(field + ".twinGapMm", TwinNeedle.GapRange));
                }
                else if (state.NeedlePositionMm is { } at && at != 0)
                {
                    problems.Add(new("needlePositionMm", "A twin needle sits in the centre position."));
                }
            }
        }
    }

    private static void Threads(Machine head, MachineState state, List<Problem> problems)
    {
        foreach (var thread in state.Threads)
        {
            var field = thread.Position.Id();
            var there = head.Has(thread.Position) || (head is PlainMachine && thread.Position == ThreadPosition.Bobbin);
            if (!there)
            {
                problems.Add(new(field, $"This machine has no place for a {thread.Position.Name()} thread."));
            }
            else if (state.Threads.Count(t => t.Position == thread.Position) > 1)
            {
                problems.Add(new(field, $"One thread runs in the {thread.Position.Name()}."));
            }
            else if (ThreadCatalogue.Find(thread.KindId) is null)
            {
                problems.Add(new(field + ".kindId", "Choose the kind of thread."));
            }
            else if (thread.Colour is not null && !CieLab.TryFromHex(thread.Colour, out _))
            {
                problems.Add(new(field + ".colour", "A colour is written # and six digits 0–9, a–f."));
            }
            else if (thread.Label.Length > 60)
            {
                problems.Add(new(field + ".label", "A thread's name is at most 60 characters long."));
            }
            else if (thread.Position.IsNeedle() && state.NeedleAt(thread.Position) is null)
            {
                problems.Add(new(field + ".kindId", $"A thread is noted for the {thread.Position.Name()}, but its seat is empty. The thread of an unused needle comes off the machine, or it creeps back into the seam."));
            }
        }
    }

    private static void Dials(Machine head, MachineState state, List<Problem> problems)
    {
        foreach (var at in state.Dials)
        {
            var field = at.Position.Id() + ".number";
            if (!head.Has(at.Position))
            {
                problems.Add(new(field, $"This machine has no {at.Position.Name()} dial."));
                continue;
            }

            if (state.Dials.Count(d => d.Position == at.Position) > 1)
            {
                problems.Add(new(field, $"The {at.Position.Name()} dial stands at one number."));
            }

            var dial = head.DialOf(at.Position);
            if (!(at.Number >= dial.Lowest && at.Number <= dial.Highest))
            {
                problems.Add(new(field, string.Create(CultureInfo.InvariantCulture, $"The {at.Position.Name()} dial runs from {dial.Lowest:0.##} to {dial.Highest:0.##}.")));
            }
        }
    }

    private static void Settings(Machine head, MachineState state, List<Problem> problems)
    {
        var overlocker = head as Overlocker;
        var plain = head as PlainMachine;
        if (state.FingerName is { } finger && (overlocker is null || overlocker.Fingers.All(f => f.Name != finger)))
        {
            problems.Add(new("fingerName", overlocker is null ? "This machine has no finger." : $"This machine's fingers are {string.Join(", ", overlocker.Fingers.Select(f => f.Name))}."));
        }

        Within("lengthMm", "stitch length", state.LengthMm, head.StitchLength);
        Within("differential", "differential", state.Differential, head.Feed);
        Within("cuttingWidthMm", "cutting width", state.CuttingWidthMm, overlocker?.CuttingWidth);
        Within("zigzagWidthMm", "zigzag width", state.ZigzagWidthMm, plain is null ? null : new SettingRange(0, plain.WidestZigzagMm, 0.1));
        if (state.KnifeAway && overlocker is null)
        {
            problems.Add(new("knifeAway", "This machine has no knife."));
        }

        if (state.StitchId is { } stitch && (plain is null || stitch == StitchCatalogue.TwinNeedle.Id || plain.Stitches.All(s => s.Id != stitch)))
        {
            problems.Add(new("stitchId", plain is null ? "This machine's stitch follows from its needles and threads." : "The machine's record has no such stitch to choose."));
        }

        Among("plateName", "needle plate", state.PlateName, plain?.Plates);
        Among("footName", "presser foot", state.FootName, plain?.Feet);
        if (state.NeedlePositionMm is { } at && (plain is null || !plain.NeedlePositionsMm.Contains(at)))
        {
            problems.Add(new("needlePositionMm", "The machine's record has no such needle position."));
        }

        void Within(string field, string what, double? value, SettingRange? range)
        {
            if (value is not { } number)
            {
                return;
            }

            if (range is null)
            {
                problems.Add(new(field, $"This machine has no {what} to set."));
            }
            else if (!(number >= range.Least - 1e-9 && number <= range.Most + 1e-9))
            {
                problems.Add(new(field, string.Create(CultureInfo.InvariantCulture, $"The {what} of this machine is between {range.Least:0.##} and {range.Most:0.##}.")));
            }
        }

        void Among(string field, string what, string? name, IReadOnlyList<SlottedPart>? parts)
        {
            if (name is not null && (parts is null || parts.All(p => p.Name != name)))
            {
                problems.Add(new(field, $"The machine's record has no {what} called “{name}”."));
            }
        }
    }
}
