using System.Globalization;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Threads;
using YieldingLoop.Store;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.States;

/// <summary>What is on a machine, as it is typed.</summary>
public sealed class StateForm : RecordForm
{
    /// <summary>What a convertible machine is changed over to.</summary>
    public MachineKind? ChangedOverTo { get; set; }

    public string? NeedleSystem { get; set; }

    public List<PlaceForm> Places { get; set; } = [];

    public string? FingerName { get; set; }

    public string? LengthMm { get; set; }

    public string? Differential { get; set; }

    public string? CuttingWidthMm { get; set; }

    public bool KnifeAway { get; set; }

    public string? StitchId { get; set; }

    public string? ZigzagWidthMm { get; set; }

    public string? PlateName { get; set; }

    public string? FootName { get; set; }

    public string? NeedlePositionMm { get; set; }

    /// <summary>The places of a machine in the order of the form.</summary>
    public static IReadOnlyList<ThreadPosition> PlacesOf(Machine head) =>
        [.. head.Dials.Select(d => d.Position), .. head is PlainMachine ? [ThreadPosition.Bobbin] : Array.Empty<ThreadPosition>()];

    public static StateForm From(Machine machine, MachineState state, IReadOnlyList<ThreadRow> drawer)
    {
        var head = state.HeadOf(machine);
        return new StateForm
        {
            ChangedOverTo = machine is Convertible ? head.Kind : null,
            NeedleSystem = state.Needles.Count > 0 ? state.Needles[0].System : machine.NeedleSystem,
            Places = [.. PlacesOf(head).Select(p => PlaceForm.From(p, state, drawer))],
            FingerName = state.FingerName,
            LengthMm = FieldText.Of(state.LengthMm),
            Differential = FieldText.Of(state.Differential),
            CuttingWidthMm = FieldText.Of(state.CuttingWidthMm),
            KnifeAway = state.KnifeAway,
            StitchId = state.StitchId,
            ZigzagWidthMm = FieldText.Of(state.ZigzagWidthMm),
            PlateName = state.PlateName,
            FootName = state.FootName,
            NeedlePositionMm = FieldText.Of(state.NeedlePositionMm),
        };
    }

    /// <summary>Reads what was typed; faults go to the reader.</summary>
    internal MachineState Read(FormReader reader, Machine machine, IReadOnlyList<ThreadRow> drawer)
    {
        var head = new MachineState { ChangedOverTo = ChangedOverTo }.HeadOf(machine);
        var places = PlacesOf(head).Zip(Places, (position, place) => (position, place)).ToList();
        return new MachineState
        {
            ChangedOverTo = ChangedOverTo,
            Needles = [.. places.Select((p, i) => p.place.ReadNeedle(reader, $"Places[{i}]", p.position, NeedleSystem)).OfType<NeedleInSeat>()],
            Threads = [.. places.Select(p => p.place.ReadThread(p.position, drawer)).OfType<ThreadInPlace>()],
            Dials = [.. places.Select((p, i) => reader.Number($"Places[{i}].Number", p.place.Number) is { } number ? new DialAt(p.position, number) : null).OfType<DialAt>()],
            FingerName = Chosen(FingerName),
            LengthMm = reader.Number(nameof(LengthMm), LengthMm),
            Differential = reader.Number(nameof(Differential), Differential),
            CuttingWidthMm = reader.Number(nameof(CuttingWidthMm), CuttingWidthMm),
            KnifeAway = KnifeAway,
            StitchId = Chosen(StitchId),
            ZigzagWidthMm = reader.Number(nameof(ZigzagWidthMm), ZigzagWidthMm),
            PlateName = Chosen(PlateName),
            FootName = Chosen(FootName),
            NeedlePositionMm = reader.Number(nameof(NeedlePositionMm), NeedlePositionMm),
        };
    }

    /// <summary>Field of the form that a problem of the core belongs to.</summary>
    internal string FieldOf(string problem, Machine machine)
    {
        var parts = problem.Split('.', 2);
        if (!ThreadPositions.TryFromId(parts[0], out var position))
        {
            return FormReader.FieldName(problem);
        }

        if (parts is [_, "system"])
        {
            return nameof(NeedleSystem);
        }

        var index = PlacesOf(new MachineState { ChangedOverTo = ChangedOverTo }.HeadOf(machine)).ToList().IndexOf(position);
        return $"Places[{index}].{(parts.Length == 1 ? "Thread" : parts[1] is "kindId" or "colour" or "label" ? "Thread" : FormReader.FieldName(parts[1]))}";
    }

    private static string? Chosen(string? text) => string.IsNullOrEmpty(text) ? null : text;
}

/// <summary>One place of a machine as it is typed: needle, thread and dial.</summary>
public sealed class PlaceForm
{
    private const string FromDrawer = "drawer:";

    /// <summary>Needle point; empty where the seat is empty or the place has none.</summary>
    public string? PointId { get; set; }

    public int SizeMetric { get; set; }

    public string? TwinGapMm { get; set; }

    /// <summary>Identifier of a kind, or "drawer:" and the number of a thread in the drawer; empty where there is none.</summary>
    public string? Thread { get; set; }

    public string? Number { get; set; }

    public static string OfDrawer(int id) => FromDrawer + id.ToString(CultureInfo.InvariantCulture);

    public static PlaceForm From(ThreadPosition position, MachineState state, IReadOnlyList<ThreadRow> drawer)
    {
        var needle = state.NeedleAt(position);
        var thread = state.ThreadAt(position);
        return new PlaceForm
        {
            PointId = needle?.PointId,
            SizeMetric = needle?.SizeMetric ?? 0,
            TwinGapMm = FieldText.Of(needle?.TwinGapMm),
            Thread = thread is null ? null
                : drawer.FirstOrDefault(r => thread.Label.Length > 0 && r.Name == thread.Label && r.Entry.KindId == thread.KindId) is { } row ? OfDrawer(row.Id)
                : thread.KindId,
            Number = FieldText.Of(state.DialNumber(position)),
        };
    }

    internal NeedleInSeat? ReadNeedle(FormReader reader, string prefix, ThreadPosition position, string? system) =>
        position.IsNeedle() && !string.IsNullOrEmpty(PointId)
            ? new NeedleInSeat(position, system ?? "", PointId, SizeMetric, reader.Number($"{prefix}.{nameof(TwinGapMm)}", TwinGapMm))
            : null;

    internal ThreadInPlace? ReadThread(ThreadPosition position, IReadOnlyList<ThreadRow> drawer) =>
        string.IsNullOrEmpty(Thread) ? null
        : drawer.FirstOrDefault(r => Thread == OfDrawer(r.Id)) is { } row ? new ThreadInPlace(position, row.Entry.KindId, row.Entry.Colour, row.Name)
        : new ThreadInPlace(position, Thread);
}
