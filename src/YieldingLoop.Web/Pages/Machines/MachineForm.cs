using System.Text.Json;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Units;
using YieldingLoop.Web.Forms;
using static YieldingLoop.Core.Threads.ThreadPosition;

namespace YieldingLoop.Web.Pages.Machines;

/// <summary>A machine as it is typed. It starts from the generic template of its kind.</summary>
public sealed class MachineForm : RecordForm
{
    /// <summary>How many finger positions the form has room for.</summary>
    public const int FingerRows = 4;

    /// <summary>Empty rows behind the ones that are filled.</summary>
    private const int SpareRows = 2;

    /// <summary>The seats and loopers of a cover stitch, in the order they are shown.</summary>
    public static IReadOnlyList<ThreadPosition> CoverPositions { get; } = [NeedleLeft, NeedleCentre, NeedleRight, ChainLooper, TopCover];

    /// <summary>Which of them is the centre needle's.</summary>
    public const int CentreDial = 1;

    public MachineKind MachineKind { get; set; }

    /// <summary>Dials of an overlocker or a plain machine.</summary>
    public List<DialForm> Dials { get; set; } = [];

    /// <summary>Dials of a cover stitch.</summary>
    public List<DialForm> CoverDials { get; set; } = [];

    public List<FingerForm> Fingers { get; set; } = [];

    public string? GaugeMm { get; set; }

    public string? LeftTipHigherMm { get; set; }

    public RangeForm CuttingWidth { get; set; } = new();

    public string? KnifeAtLeast { get; set; }

    public string? KnifeAtMost { get; set; }

    public RangeForm Differential { get; set; } = new();

    public RangeForm StitchLength { get; set; } = new();

    public string? NeedleSystem { get; set; }

    public List<string> NeedlePointIds { get; set; } = [];

    public List<int> NeedleSizes { get; set; } = [];

    public string? FourThreadStitchId { get; set; }

    /// <summary>Null until it was looked up in the manual.</summary>
    public LooperOrder? LooperOrder { get; set; }

    public string? CalibrationThreadId { get; set; }

    public string? LeftToRightMm { get; set; }

    public string? LeftToCentreMm { get; set; }

    public string? CoverLeftTipHigherMm { get; set; }

    public string? CentreTipHigherMm { get; set; }

    public List<string> ChainSeatIds { get; set; } = [];

    public RangeForm CoverDifferential { get; set; } = new();

    public LooperTravel LooperTravel { get; set; } = LooperTravel.RightToLeft;

    public string? WidestZigzagMm { get; set; }

    public List<PartForm> Plates { get; set; } = [];

    public List<PartForm> Feet { get; set; } = [];

    public string? NeedlePositionsMm { get; set; }

    public string? BobbinSlidesAtGrams { get; set; }

    public List<string> StretchStitchIds { get; set; } = [];

    public List<TableRowForm> Table { get; set; } = [];

    public List<ChartRowForm> Chart { get; set; } = [];

    public bool RoundShank { get; set; }

    public bool FootPressureSet { get; set; }

    public RangeForm FootPressure { get; set; } = new();

    public bool FootDownToThread { get; set; }

    public string? StitchesPerMinute { get; set; } = FieldText.Of(Machine.UsualStitchesPerMinute);

    public string? OilHours { get; set; }

    public string? LintHours { get; set; }

    public string? KnivesHours { get; set; }

    public string? ServiceMonths { get; set; }

    public NeedleOrder NeedleOrder { get; set; }

    /// <summary>Number of the simulated machine that stands in for it; empty for a real one.</summary>
    public string? SimulatedNumber { get; set; }

    public bool AirThreaded { get; set; }

    public string? ConverterName { get; set; }

    /// <summary>Special feet while it overlocks.</summary>
    public List<PartForm> SpecialFeet { get; set; } = [];

    /// <summary>Special feet while it sews cover stitches.</summary>
    public List<PartForm> CoverFeet { get; set; } = [];

    public bool Electronic { get; set; }

    public bool TwinSetting { get; set; }

    public bool Overlocks => MachineKind is MachineKind.Overlocker or MachineKind.Convertible;

    public bool Covers => MachineKind is MachineKind.Coverstitch or MachineKind.Convertible;

    /// <summary>Whose dials <see cref="Dials"/> are.</summary>
    public IReadOnlyList<ThreadPosition> Positions => Overlocks ? Overlocker.Positions : MachineKind == MachineKind.Plain ? [Needle] : [];

    /// <summary>The dials a row of the manual's table has fields for.</summary>
    public IReadOnlyList<ThreadPosition> TablePositions => [.. Positions.Concat(Covers ? CoverPositions : []).Distinct()];

    public static MachineForm From(Machine machine, int version)
    {
        var form = new MachineForm
        {
            Version = version,
            Name = machine.Name,
            MachineKind = machine.Kind,
            StitchLength = RangeForm.From(machine.StitchLengthMm),
            NeedleSystem = machine.NeedleSystem,
            NeedlePointIds = [.. machine.NeedlePointIds],
            NeedleSizes = [.. machine.NeedleSizes],
            CalibrationThreadId = machine.CalibrationThreadId,
            RoundShank = machine.RoundShank,
            FootPressureSet = machine.FootPressure is not null,
            FootPressure = RangeForm.From(machine.FootPressure ?? new SettingRange(0.5, 1.5, 0.1)),
            FootDownToThread = machine.FootDownToThread,
            StitchesPerMinute = FieldText.Of(machine.StitchesPerMinute), OilHours = FieldText.Of(machine.Care.OilHours), LintHours = FieldText.Of(machine.Care.LintHours), KnivesHours = FieldText.Of(machine.Care.KnivesHours),
            ServiceMonths = FieldText.Of(machine.Care.ServiceMonths),
            NeedleOrder = machine.NeedleOrder,
            SimulatedNumber = FieldText.Of(machine.SimulatedNumber),
            Chart = [.. machine.NeedleChart.Select(ChartRowForm.From), .. Enumerable.Range(0, SpareRows).Select(_ => new ChartRowForm())],
        };
        if (machine.AsOverlocker() is { } overlocker)
        {
            form.Fill(overlocker);
        }

        if (machine.AsCoverstitch() is { } cover)
        {
            form.Fill(cover);
        }

        if (machine is PlainMachine plain)
        {
            form.Fill(plain);
        }

        form.Table = [.. machine.ManualTable.Select(r => TableRowForm.From(r, form.TablePositions)), .. Enumerable.Range(0, SpareRows).Select(_ => new TableRowForm { Dials = [.. form.TablePositions.Select(_ => "")] })];
        return form;
    }

    /// <summary>A fresh form of another kind of machine with all in it that was typed into this one and that such a machine has too.</summary>
    /// <param name="fresh">The form of the other kind, as its template fills it.</param>
    /// <param name="untouched">This kind's form, as its template fills it: what still stands so was not typed.</param>
    internal MachineForm Onto(MachineForm fresh, MachineForm untouched)
    {
        foreach (var field in typeof(MachineForm).GetProperties().Where(f => f.CanWrite && f.Name is not (nameof(MachineKind) or nameof(Dials) or nameof(CoverDials) or nameof(Table))))
        {
            // What no field of the other kind asks for stands empty in its fresh form, and has no place there.
            if (Written(field.GetValue(this)) != Written(field.GetValue(untouched)) && (field.PropertyType != typeof(List<PartForm>) || field.GetValue(fresh) is List<PartForm> { Count: > 0 }))
            {
                field.SetValue(fresh, field.GetValue(this));
            }
        }

        foreach (var (position, dial) in Positions.Zip(Dials).Concat(CoverPositions.Zip(CoverDials)))
        {
            var before = untouched.Positions.Zip(untouched.Dials).Concat(CoverPositions.Zip(untouched.CoverDials)).First(d => d.First == position).Second;
            if (Written(dial) != Written(before))
            {
                Put(position, dial, fresh);
            }
        }

        if (Table.Exists(row => row.StitchId is { Length: > 0 }))
        {
            fresh.Table = [.. Table.Select(row => row.On(TablePositions, fresh.TablePositions))];
        }

        return fresh;
    }

    private static void Put(ThreadPosition position, DialForm dial, MachineForm fresh)
    {
        foreach (var (positions, dials) in new[] { (fresh.Positions, fresh.Dials), (CoverPositions, fresh.CoverDials) })
        {
            if (positions.ToList().IndexOf(position) is >= 0 and var at && at < dials.Count)
            {
                dials[at] = dial;
            }
        }
    }

    private static string Written(object? field) => JsonSerializer.Serialize(field);

    private void Fill(Overlocker machine)
    {
        Dials = [.. machine.Dials.Select(d => DialForm.From(d.Position, d.Dial, machine.ThreadMarks))];
        Fingers = [.. machine.Fingers.Select(FingerForm.From).Concat(Enumerable.Repeat(0, FingerRows).Select(_ => new FingerForm())).Take(FingerRows)];
        GaugeMm = FieldText.Of(machine.GaugeMm);
        LeftTipHigherMm = FieldText.Of(machine.LeftTipHigherMm);
        CuttingWidth = RangeForm.From(machine.CuttingWidthMm);
        KnifeAtLeast = FieldText.Of(machine.KnifeDial?.AtLeast);
        KnifeAtMost = FieldText.Of(machine.KnifeDial?.AtMost);
        Differential = RangeForm.From(machine.Differential);
        FourThreadStitchId = machine.FourThreadStitchId;
        LooperOrder = machine.LooperOrder;
        AirThreaded = machine.AirThreaded;
        ConverterName = machine.ConverterName;
        SpecialFeet = [.. machine.SpecialFeet.Select(PartForm.From), new PartForm(), new PartForm()];
    }

    private void Fill(Coverstitch machine)
    {
        CoverDials = [.. CoverPositions.Select(p => DialForm.From(p, machine.Has(p) ? machine.DialOf(p) : machine.ChainLooper with { Label = "" }, machine.ThreadMarks, machine.Has(p)))];
        LeftToRightMm = FieldText.Of(machine.LeftToRightMm);
        LeftToCentreMm = FieldText.Of(machine.LeftToCentreMm);
        CoverLeftTipHigherMm = FieldText.Of(machine.LeftTipHigherMm);
        CentreTipHigherMm = FieldText.Of(machine.CentreTipHigherMm);
        ChainSeatIds = [.. machine.ChainSeatIds];
        CoverDifferential = RangeForm.From(machine.Differential);
        LooperTravel = machine.LooperTravel;
        CoverFeet = [.. machine.SpecialFeet.Select(PartForm.From), new PartForm(), new PartForm()];
    }

    private void Fill(PlainMachine machine)
    {
        Dials = [DialForm.From(Needle, machine.TopTension, machine.ThreadMarks)];
        WidestZigzagMm = FieldText.Of(machine.WidestZigzagMm);
        Plates = [.. machine.Plates.Select(PartForm.From), new PartForm()];
        Feet = [.. machine.Feet.Select(PartForm.From), new PartForm(), new PartForm()];
        NeedlePositionsMm = string.Join("; ", machine.NeedlePositionsMm.Select(p => FieldText.Of(p)));
        BobbinSlidesAtGrams = FieldText.Of(machine.BobbinSlidesAtGrams);
        StretchStitchIds = [.. machine.StretchStitchIds];
        Electronic = machine.Electronic;
        TwinSetting = machine.TwinSetting;
    }

    /// <summary>Reads what was typed; faults go to the reader.</summary>
    internal Machine Read(FormReader reader)
    {
        // A form cut short by whatever sent it still has its dials: the missing ones are faulty, not absent.
        Dials = [.. Dials.Concat(Enumerable.Range(0, Positions.Count).Select(_ => new DialForm())).Take(Positions.Count)];
        CoverDials = [.. CoverDials.Concat(Enumerable.Range(0, CoverPositions.Count).Select(_ => new DialForm())).Take(Covers ? CoverPositions.Count : 0)];
        return MachineKind switch
        {
            MachineKind.Coverstitch => ReadCover(reader),
            MachineKind.Convertible => Convertible.Of(ReadOverlocker(reader), ReadCover(reader)),
            MachineKind.Plain => ReadPlain(reader),
            _ => ReadOverlocker(reader),
        };
    }

    private Overlocker ReadOverlocker(FormReader reader)
    {
        var dials = Dials.Select((d, i) => d.Read(reader, $"Dials[{i}]")).ToList();
        return new Overlocker
        {
            Name = Name ?? "",
            NeedleLeft = dials[0], NeedleRight = dials[1], UpperLooper = dials[2], LowerLooper = dials[3],
            GaugeMm = reader.Required(nameof(GaugeMm), GaugeMm),
            LeftTipHigherMm = reader.Required(nameof(LeftTipHigherMm), LeftTipHigherMm),
            Fingers = [.. Fingers.Take(FingerRows).Select((f, i) => f.Read(reader, $"Fingers[{i}]")).OfType<FingerPosition>()],
            CuttingWidthMm = CuttingWidth.Read(reader, nameof(CuttingWidth)),
            KnifeDial = ReadKnife(reader),
            Differential = Differential.Read(reader, nameof(Differential)),
            StitchLengthMm = StitchLength.Read(reader, nameof(StitchLength)),
            NeedleSystem = NeedleSystem ?? "",
            NeedlePointIds = [.. NeedlePointIds.Distinct()],
            NeedleSizes = [.. NeedleSizes.Distinct().Order()],
            FourThreadStitchId = FourThreadStitchId ?? "",
            LooperOrder = ReadLooperOrder(reader),
            AirThreaded = AirThreaded,
            ConverterName = string.IsNullOrWhiteSpace(ConverterName) ? null : ConverterName.Trim(),
            SpecialFeet = [.. SpecialFeet.Take(MachineCheck.MostParts).Select((p, i) => p.Read(reader, $"SpecialFeet[{i}]")).OfType<SlottedPart>()],
            CalibrationThreadId = CalibrationThreadId ?? "",
            ThreadMarks = Marks(),
            ManualTable = ReadTable(reader),
            RoundShank = RoundShank,
            FootPressure = FootPressureSet ? FootPressure.Read(reader, nameof(FootPressure)) : null,
            FootDownToThread = FootDownToThread,
            StitchesPerMinute = Speed(reader),
            Care = ReadCare(reader),
            NeedleOrder = NeedleOrder,
            SimulatedNumber = string.IsNullOrWhiteSpace(SimulatedNumber) ? null : reader.Count(nameof(SimulatedNumber), SimulatedNumber),
            NeedleChart = ReadChart(reader),
        };
    }

    private Coverstitch ReadCover(FormReader reader)
    {
        DialScale? At(int i) => CoverDials[i].Fitted || CoverPositions[i] is not (NeedleCentre or TopCover) ? CoverDials[i].Read(reader, $"CoverDials[{i}]") : null;
        var centre = At(1);
        return new Coverstitch
        {
            Name = Name ?? "",
            NeedleLeft = At(0)!, NeedleCentre = centre, NeedleRight = At(2)!, ChainLooper = At(3)!, TopCover = At(4),
            LeftToRightMm = reader.Required(nameof(LeftToRightMm), LeftToRightMm),
            LeftToCentreMm = centre is null ? null : reader.Number(nameof(LeftToCentreMm), LeftToCentreMm),
            LeftTipHigherMm = reader.Number(nameof(CoverLeftTipHigherMm), CoverLeftTipHigherMm),
            CentreTipHigherMm = centre is null ? null : reader.Number(nameof(CentreTipHigherMm), CentreTipHigherMm),
            ChainSeatIds = ReadChainSeats(centre is not null),
            Differential = CoverDifferential.Read(reader, nameof(CoverDifferential)),
            LooperTravel = LooperTravel,
            SpecialFeet = [.. CoverFeet.Take(MachineCheck.MostParts).Select((p, i) => p.Read(reader, $"CoverFeet[{i}]")).OfType<SlottedPart>()],
            StitchLengthMm = StitchLength.Read(reader, nameof(StitchLength)),
            NeedleSystem = NeedleSystem ?? "",
            NeedlePointIds = [.. NeedlePointIds.Distinct()],
            NeedleSizes = [.. NeedleSizes.Distinct().Order()],
            CalibrationThreadId = CalibrationThreadId ?? "",
            ThreadMarks = Marks(),
            ManualTable = ReadTable(reader),
            RoundShank = RoundShank,
            FootPressure = FootPressureSet ? FootPressure.Read(reader, nameof(FootPressure)) : null,
            FootDownToThread = FootDownToThread,
            StitchesPerMinute = Speed(reader),
            Care = ReadCare(reader),
            NeedleOrder = NeedleOrder,
            SimulatedNumber = string.IsNullOrWhiteSpace(SimulatedNumber) ? null : reader.Count(nameof(SimulatedNumber), SimulatedNumber),
            NeedleChart = ReadChart(reader),
        };
    }

    /// <summary>A seat that was said not to be there sews no chain; the left one does then, where no other was named.</summary>
    private List<string> ReadChainSeats(bool centreSeat)
    {
        var named = ChainSeatIds.Distinct().ToList();
        return !centreSeat && named.Remove(NeedleCentre.Id()) && named.Count == 0 ? [NeedleLeft.Id()] : named;
    }

    private PlainMachine ReadPlain(FormReader reader) => new()
    {
        Name = Name ?? "",
        TopTension = Dials[0].Read(reader, "Dials[0]"),
        WidestZigzagMm = reader.Required(nameof(WidestZigzagMm), WidestZigzagMm),
        Plates = [.. Plates.Take(MachineCheck.MostParts).Select((p, i) => p.Read(reader, $"Plates[{i}]")).OfType<SlottedPart>()],
        Feet = [.. Feet.Take(MachineCheck.MostParts).Select((p, i) => p.Read(reader, $"Feet[{i}]")).OfType<SlottedPart>()],
        NeedlePositionsMm = ReadPositions(reader),
        BobbinSlidesAtGrams = reader.Number(nameof(BobbinSlidesAtGrams), BobbinSlidesAtGrams),
        StretchStitchIds = [.. StretchStitchIds.Distinct()],
        StitchLengthMm = StitchLength.Read(reader, nameof(StitchLength)),
        NeedleSystem = NeedleSystem ?? "",
        NeedlePointIds = [.. NeedlePointIds.Distinct()],
        NeedleSizes = [.. NeedleSizes.Distinct().Order()],
        CalibrationThreadId = CalibrationThreadId ?? "",
        ThreadMarks = Marks(),
        ManualTable = ReadTable(reader),
        RoundShank = RoundShank,
        FootPressure = FootPressureSet ? FootPressure.Read(reader, nameof(FootPressure)) : null,
        FootDownToThread = FootDownToThread,
        StitchesPerMinute = Speed(reader),
        Care = ReadCare(reader),
        NeedleOrder = NeedleOrder,
        SimulatedNumber = string.IsNullOrWhiteSpace(SimulatedNumber) ? null : reader.Count(nameof(SimulatedNumber), SimulatedNumber),
        NeedleChart = ReadChart(reader),
        Electronic = Electronic,
        TwinSetting = TwinSetting,
    };

    private double Speed(FormReader reader) => string.IsNullOrWhiteSpace(StitchesPerMinute) ? Machine.UsualStitchesPerMinute : reader.Number(nameof(StitchesPerMinute), StitchesPerMinute) ?? Machine.UsualStitchesPerMinute;

    private MachineCare ReadCare(FormReader reader) => new()
    {
        OilHours = reader.Number(nameof(OilHours), OilHours), LintHours = reader.Number(nameof(LintHours), LintHours), KnivesHours = reader.Number(nameof(KnivesHours), KnivesHours),
        ServiceMonths = string.IsNullOrWhiteSpace(ServiceMonths) ? null : reader.Count(nameof(ServiceMonths), ServiceMonths),
    };

    private Dictionary<string, string> Marks() =>
        Positions.Zip(Dials).Concat(CoverPositions.Zip(CoverDials).Where(d => !Positions.Contains(d.First)))
            .Where(d => d.Second is { HasMark: true, Mark: not null }).ToDictionary(d => d.First.Id(), d => d.Second.Mark!);

    private List<ManualSetting> ReadTable(FormReader reader) =>
        [.. Table.Take(ManualTable.MostRows + SpareRows).Select((r, i) => r.Read(reader, $"Table[{i}]", TablePositions)).OfType<ManualSetting>()];

    private List<ManualNeedle> ReadChart(FormReader reader) =>
        [.. Chart.Take(Core.Needles.NeedleSize.All.Count + SpareRows).Select((r, i) => r.Read(reader, $"Chart[{i}]")).OfType<ManualNeedle>()];

    private List<double> ReadPositions(FormReader reader)
    {
        var positions = new List<double>();
        foreach (var part in (NeedlePositionsMm ?? "").Split(';', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries).Take(40))
        {
            if (DecimalText.Read(part.Replace('−', '-'), out var position) == DecimalTextFault.None)
            {
                positions.Add(position);
            }
            else
            {
                reader.Fault(nameof(NeedlePositionsMm), "Write the positions in millimetres from the centre with a semicolon between them: -3.5; 0; 3.5.");
            }
        }

        return [.. positions.Distinct().Order()];
    }

    private LooperOrder ReadLooperOrder(FormReader reader)
    {
        if (LooperOrder is null)
        {
            reader.Fault(nameof(LooperOrder), "Look up in the machine's manual which looper is threaded first, and choose it.");
        }

        return LooperOrder ?? default;
    }

    private KnifeDial? ReadKnife(FormReader reader)
    {
        if (string.IsNullOrWhiteSpace(KnifeAtLeast) && string.IsNullOrWhiteSpace(KnifeAtMost))
        {
            return null;
        }

        return new KnifeDial(reader.Required(nameof(KnifeAtLeast), KnifeAtLeast), reader.Required(nameof(KnifeAtMost), KnifeAtMost));
    }

    /// <summary>Field of the form that a problem of the core belongs to.</summary>
    internal string FieldOf(string problem)
    {
        var cover = MachineKind == MachineKind.Coverstitch || problem.StartsWith("cover.", StringComparison.Ordinal);
        problem = problem.StartsWith("cover.", StringComparison.Ordinal) ? problem["cover.".Length..] : problem;
        var parts = problem.Split('.', 2);
        if (ThreadPositions.TryFromId(parts[0], out var position))
        {
            var (list, positions) = cover ? (nameof(CoverDials), CoverPositions) : (nameof(Dials), Positions);
            return $"{list}[{positions.ToList().IndexOf(position)}].{(parts.Length > 1 ? FormReader.FieldName(parts[1]) : "Label")}";
        }

        if (problem.StartsWith("manualTable[", StringComparison.Ordinal))
        {
            return TableField(problem);
        }

        if (problem.StartsWith("needleChart[", StringComparison.Ordinal))
        {
            var line = int.Parse(problem["needleChart[".Length..problem.IndexOf(']', StringComparison.Ordinal)], System.Globalization.CultureInfo.InvariantCulture);
            var filled = Chart.Select((row, i) => (row, i)).Where(r => r.row.Filled).Select(r => r.i).ToList();
            return $"Chart[{filled[line]}].{FormReader.FieldName(problem[(problem.IndexOf(']', StringComparison.Ordinal) + 2)..])}";
        }

        return problem switch
        {
            "knifeDial" => nameof(KnifeAtLeast),
            _ when problem.StartsWith("care.", StringComparison.Ordinal) => FormReader.FieldName(problem["care.".Length..]),
            "manualTable" => "Table[0].StitchId",
            "fingers" => "Fingers[0].LoopWidthMm",
            "plates" => "Plates[0].Name",
            "feet" => "Feet[0].Name",
            _ when cover && problem.StartsWith("specialFeet", StringComparison.Ordinal) => "CoverFeet" + (problem.Length > "specialFeet".Length ? FormReader.FieldName(problem)["SpecialFeet".Length..] : "[0].Name"),
            "specialFeet" => "SpecialFeet[0].Name",
            "leftTipHigherMm" when cover => nameof(CoverLeftTipHigherMm),
            _ when cover && problem.StartsWith("differential", StringComparison.Ordinal) => "Cover" + FormReader.FieldName(problem),
            _ => FormReader.FieldName(problem).Replace("LoopWidthFromRightMm", nameof(FingerForm.LoopWidthMm), StringComparison.Ordinal),
        };
    }

    /// <summary>"manualTable[1].upper-looper" is the field of that dial in the second row that is filled.</summary>
    private string TableField(string problem)
    {
        var close = problem.IndexOf(']', StringComparison.Ordinal);
        var filled = Table.Select((row, i) => (row, i)).Where(r => !string.IsNullOrWhiteSpace(r.row.StitchId)).Select(r => r.i).ToList();
        var row = filled[int.Parse(problem["manualTable[".Length..close], System.Globalization.CultureInfo.InvariantCulture)];
        var field = problem[(close + 2)..];
        return ThreadPositions.TryFromId(field, out var position)
            ? $"Table[{row}].Dials[{TablePositions.ToList().IndexOf(position)}]"
            : $"Table[{row}].{FormReader.FieldName(field.Replace("Range", "", StringComparison.Ordinal))}";
    }
}
