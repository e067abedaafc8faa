using System.Globalization;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;
using YieldingLoop.Store;
using YieldingLoop.Web.Drawings;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.States;

/// <summary>What is on a machine, as it is typed. What is left empty is not known; that nothing is there is said.</summary>
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

    public string? FootPressure { get; set; }

    /// <summary>The converter, or <see cref="PlaceForm.Nothing"/> where none is fitted.</summary>
    public string? ConverterName { get; set; }

    /// <summary>The places of a machine in the order of the form: one for each dial, and a bobbin.</summary>
    public static IReadOnlyList<ThreadPosition> PlacesOf(Machine head) =>
        [.. head.Dials.Select(d => d.Position), .. head.ThreadPlaces.Where(p => head.DialPlaceOf(p) is null)];

    public static StateForm From(Machine machine, Setup state, IReadOnlyList<ThreadRow> drawer)
    {
        var head = state.HeadOf(machine);
        return new StateForm
        {
            ChangedOverTo = machine is Convertible ? head.Kind : null,
            NeedleSystem = state.Needles.Select(n => n.Value.System).FirstOrDefault(machine.NeedleSystem),
            Places = [.. PlacesOf(head).Select(p => PlaceForm.From(p, state, drawer))],
            FingerName = state.FingerName.Thing(),
            LengthMm = FieldText.Of(state.StitchLengthMm.Number()),
            Differential = FieldText.Of(state.Differential.Number()),
            CuttingWidthMm = FieldText.Of(state.CuttingWidthMm.Number()),
            KnifeAway = state.Knife.Or(KnifeStand.Cutting) == KnifeStand.Away,
            StitchId = state.Stitch?.SwitchedTo,
            ZigzagWidthMm = FieldText.Of(state.ZigzagWidthMm.Number()),
            PlateName = state.PlateName.Thing(),
            FootName = state.FootName.Thing(),
            NeedlePositionMm = FieldText.Of(state.NeedlePositionMm.Number()),
            FootPressure = FieldText.Of(state.FootPressure.Number()),
            ConverterName = state.ConverterName.IsEmpty ? PlaceForm.Nothing : state.ConverterName.Thing(),
        };
    }

    /// <summary>The half of a machine the form is about.</summary>
    public Machine HeadOf(Machine machine) => OnHalf(ChangedOverTo).HeadOf(machine);

    /// <summary>A machine of which only is known what it is changed over to.</summary>
    public static Setup OnHalf(MachineKind? kind) => Setup.Unknown with { ChangedOverTo = kind is { } half ? half : Place<MachineKind>.Unknown };

    /// <summary>Reads what was typed; faults go to the reader.</summary>
    internal Setup Read(FormReader reader, Machine machine, IReadOnlyList<ThreadRow> drawer)
    {
        var head = HeadOf(machine);
        var state = OnHalf(ChangedOverTo) with
        {
            FingerName = Chosen(FingerName),
            StitchLengthMm = reader.Number(nameof(LengthMm), LengthMm).OrUnknown(),
            Differential = reader.Number(nameof(Differential), Differential).OrUnknown(),
            CuttingWidthMm = reader.Number(nameof(CuttingWidthMm), CuttingWidthMm).OrUnknown(),
            StitchId = Chosen(StitchId),
            ZigzagWidthMm = reader.Number(nameof(ZigzagWidthMm), ZigzagWidthMm).OrUnknown(),
            PlateName = Chosen(PlateName),
            FootName = Chosen(FootName),
            NeedlePositionMm = reader.Number(nameof(NeedlePositionMm), NeedlePositionMm).OrUnknown(),
            FootPressure = reader.Number(nameof(FootPressure), FootPressure).OrUnknown(),
            ConverterName = ConverterName == PlaceForm.Nothing ? Place<string>.Empty : Chosen(ConverterName),
        };
        // A knife that is not swung away is known to stand where it cuts once somebody has said how.
        state = state with { Knife = KnifeAway ? KnifeStand.Away : state.CuttingWidthMm.IsThere ? KnifeStand.Cutting : Place<KnifeStand>.Unknown };
        return PlacesOf(head).Zip(Places).Index().Aggregate(state, (all, p) => p.Item.Second.Put(all, p.Item.First, head, reader, $"Places[{p.Index}]", NeedleSystem, drawer));
    }

    /// <summary>Field of the form that a problem of the core belongs to.</summary>
    internal string FieldOf(string problem, Machine machine)
    {
        var parts = problem.Split('.');
        var head = HeadOf(machine);
        if (parts is not ["needles" or "threads" or "dials", var id, ..] || !ThreadPositions.TryFromId(id, out var position))
        {
            return problem switch
            {
                "finger" => nameof(FingerName),
                "stitchLengthMm" => nameof(LengthMm),
                "stitch" => nameof(StitchId),
                "plate" => nameof(PlateName),
                "foot" => nameof(FootName),
                "converter" => nameof(ConverterName),
                "knife" => nameof(KnifeAway),
                _ => FormReader.FieldName(problem),
            };
        }

        if (parts is [_, _, "system"])
        {
            return nameof(NeedleSystem);
        }

        var places = PlacesOf(head).ToList();
        var index = places.IndexOf(places.Contains(position) ? position : head.SeatPlaceOf(position));
        return $"Places[{index}]." + (parts[0], parts.ElementAtOrDefault(2)) switch
        {
            ("dials", _) => nameof(PlaceForm.Number),
            ("needles", "sizeMetric") => nameof(PlaceForm.SizeMetric),
            ("needles", "twinGapMm") => nameof(PlaceForm.TwinGapMm),
            ("needles", _) => nameof(PlaceForm.PointId),
            _ => position == ThreadPosition.NeedleRight && !places.Contains(position) ? nameof(PlaceForm.SecondThread) : nameof(PlaceForm.Thread),
        };
    }

    private static Place<string> Chosen(string? text) => string.IsNullOrEmpty(text) ? Place<string>.Unknown : text;
}

/// <summary>One place of a machine as it is typed: needle, thread and dial. What is left empty is not known.</summary>
public sealed class PlaceForm
{
    private const string FromDrawer = "drawer:";

    /// <summary>What is chosen where nothing is there.</summary>
    public const string Nothing = "none";

    /// <summary>Needle point, or <see cref="Nothing"/>.</summary>
    public string? PointId { get; set; }

    public int SizeMetric { get; set; }

    public string? TwinGapMm { get; set; }

    /// <summary>Identifier of a kind, "drawer:" and the number of a thread in the drawer, or <see cref="Nothing"/>.</summary>
    public string? Thread { get; set; }

    /// <summary>The same for the right blade of a twin needle; empty where it is the same thread as in the left one.</summary>
    public string? SecondThread { get; set; }

    /// <summary>How the thread of a plain machine's needle runs.</summary>
    public RunForm Run { get; set; } = new();

    /// <summary>The same for the second thread of a twin needle.</summary>
    public RunForm SecondRun { get; set; } = new();

    public string? Number { get; set; }

    /// <summary>Whether another needle of the same kind was put in, whose stitches are counted from none.</summary>
    public bool Fresh { get; set; }

    /// <summary>What the form says of the place: something is there once a needle or a thread is.</summary>
    /// <param name="position">The place.</param>
    public PlaceStand Stand(ThreadPosition position)
    {
        string?[] said = position.IsNeedle() ? [PointId, Thread] : [Thread];
        return Array.Exists(said, s => !string.IsNullOrEmpty(s) && s != Nothing) ? PlaceStand.There
            : Array.TrueForAll(said, string.IsNullOrEmpty) ? PlaceStand.Unknown : PlaceStand.Empty;
    }

    /// <summary>What is there, in words; empty where nothing is.</summary>
    /// <param name="position">The place.</param>
    /// <param name="drawer">Threads that may be named.</param>
    public string Says(ThreadPosition position, IReadOnlyList<ThreadRow> drawer)
    {
        var needle = position.IsNeedle() && NeedleCatalogue.Find(PointId) is { } point ? $"{point.Name}{(NeedleSize.TryFromMetric(SizeMetric, out var size) ? $" {size}" : "")}{(string.IsNullOrEmpty(TwinGapMm) ? "" : ", twin")}" : null;
        var thread = drawer.FirstOrDefault(r => Thread == OfDrawer(r.Id)) is { } row ? $"“{row.Name}”" : ThreadCatalogue.Find(Thread)?.Name;
        return string.Join(", ", new[] { needle, thread, string.IsNullOrWhiteSpace(Number) ? null : $"dial {Number.Trim()}" }.OfType<string>());
    }

    public static string OfDrawer(int id) => FromDrawer + id.ToString(CultureInfo.InvariantCulture);

    public static PlaceForm From(ThreadPosition position, Setup state, IReadOnlyList<ThreadRow> drawer)
    {
        var needle = state.Needles[position];
        var blades = needle.TryGet(out var there) ? there.ThreadPlaces(position) : [position];
        var first = Written(state.Threads[blades[0]], drawer);
        var second = blades.Count > 1 ? Written(state.Threads[blades[1]], drawer) : null;
        return new PlaceForm
        {
            PointId = needle.IsEmpty ? Nothing : there?.PointId,
            SizeMetric = there?.SizeMetric ?? 0,
            TwinGapMm = FieldText.Of(there?.TwinGapMm),
            Thread = first,
            SecondThread = second == first ? null : second,
            Run = RunForm.From(state.Threads[blades[0]]),
            SecondRun = blades.Count > 1 ? RunForm.From(state.Threads[blades[1]]) : new(),
            Number = FieldText.Of(state.Dials[position].Number()),
        };
    }

    /// <summary>Puts what was typed into the state of a machine.</summary>
    internal Setup Put(Setup state, ThreadPosition position, Machine head, FormReader reader, string prefix, string? system, IReadOnlyList<ThreadRow> drawer)
    {
        var needle = head.Seats.All(s => s.Position != position) || string.IsNullOrEmpty(PointId) ? Place<Needle>.Unknown
            : PointId == Nothing ? Place<Needle>.Empty
            : new Needle(system ?? "", PointId, SizeMetric, reader.Number($"{prefix}.{nameof(TwinGapMm)}", TwinGapMm));
        var runs = head is PlainMachine && position.IsNeedle();
        Place<SewingThread> Running(RunForm run, string? chosen) => runs ? run.Put(Read(chosen, drawer)) : Read(chosen, drawer);
        var threads = state.Threads.With(needle.TryGet(out var there) ? there.ThreadPlaces(position)[0] : position, Running(Run, Thread));
        if (there?.IsTwin == true)
        {
            threads = threads.With(there.ThreadPlaces(position)[1], Running(SecondRun, string.IsNullOrEmpty(SecondThread) ? Thread : SecondThread));
        }

        return state with
        {
            Needles = state.Needles.With(position, needle),
            Threads = threads,
            Dials = head.Has(position) ? state.Dials.With(position, reader.Number($"{prefix}.{nameof(Number)}", Number).OrUnknown()) : state.Dials,
        };
    }

    private static string? Written(Place<SewingThread> place, IReadOnlyList<ThreadRow> drawer)
    {
        if (!place.TryGet(out var thread))
        {
            return place.IsEmpty ? Nothing : null;
        }

        // By itself, whatever it is called now; by its name where it was written down before cones were told apart.
        var row = drawer.FirstOrDefault(r => thread.ConeId is { } cone ? cone == FieldText.Of(r.Id) : thread.Name.Length > 0 && r.Name == thread.Name && r.Entry.KindId == thread.KindId);
        return row is null ? thread.KindId : OfDrawer(row.Id);
    }

    private static Place<SewingThread> Read(string? chosen, IReadOnlyList<ThreadRow> drawer) =>
        string.IsNullOrEmpty(chosen) ? Place<SewingThread>.Unknown
        : chosen == Nothing ? Place<SewingThread>.Empty
        : drawer.FirstOrDefault(r => chosen == OfDrawer(r.Id)) is { } row ? new Cone(FieldText.Of(row.Id), row.Entry).Thread()
        : new SewingThread(chosen);
}
