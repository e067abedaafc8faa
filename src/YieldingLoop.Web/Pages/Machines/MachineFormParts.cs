using System.Globalization;
using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Units;
using YieldingLoop.Core.Words;
using YieldingLoop.Web.Drawings;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.Machines;

/// <summary>One dial as it is typed.</summary>
public sealed class DialForm
{
    public string? Label { get; set; }

    public string? Lowest { get; set; }

    public string? Highest { get; set; }

    public string? Step { get; set; }

    public string? Neutral { get; set; }

    public int Sense { get; set; } = 1;

    /// <summary>Whether the machine has it at all; asked only of a centre seat and a top cover.</summary>
    public bool Fitted { get; set; } = true;

    /// <summary>Whether the colour of the machine's own mark is used.</summary>
    public bool HasMark { get; set; }

    public string? Mark { get; set; }

    public static DialForm From(ThreadPosition position, DialScale dial, IReadOnlyDictionary<string, string> marks, bool fitted = true) => new()
    {
        Label = dial.Label,
        Lowest = FieldText.Of(dial.Lowest),
        Highest = FieldText.Of(dial.Highest),
        Step = FieldText.Of(dial.Step),
        Neutral = FieldText.Of(dial.Neutral),
        Sense = dial.Sense.Sign(),
        Fitted = fitted,
        HasMark = marks.ContainsKey(position.Id()),
        Mark = marks.TryGetValue(position.Id(), out var mark) ? mark : ThreadLook.Own[position],
    };

    internal DialScale Read(FormReader reader, string prefix) => new(
        reader.Required($"{prefix}.{nameof(Lowest)}", Lowest),
        reader.Required($"{prefix}.{nameof(Highest)}", Highest),
        reader.Required($"{prefix}.{nameof(Step)}", Step),
        reader.Required($"{prefix}.{nameof(Neutral)}", Neutral),
        Sense < 0 ? DialSense.HigherIsLooser : DialSense.HigherIsTighter)
    {
        Label = (Label ?? "").Trim(),
    };
}

/// <summary>One finger position as it is typed; a row without name and width is not there.</summary>
public sealed class FingerForm
{
    public string? Name { get; set; }

    public string? LoopWidthMm { get; set; }

    public bool Left { get; set; }

    public bool Right { get; set; }

    public bool Both { get; set; }

    public bool Rolled { get; set; }

    public static FingerForm From(FingerPosition finger) => new()
    {
        Name = finger.Name,
        LoopWidthMm = FieldText.Of(finger.LoopWidthFromRightMm),
        Left = finger.Use.HasFlag(FingerUse.LeftNeedle),
        Right = finger.Use.HasFlag(FingerUse.RightNeedle),
        Both = finger.Use.HasFlag(FingerUse.BothNeedles),
        Rolled = finger.Use.HasFlag(FingerUse.Rolled),
    };

    internal FingerPosition? Read(FormReader reader, string prefix)
    {
        if (string.IsNullOrWhiteSpace(Name) && string.IsNullOrWhiteSpace(LoopWidthMm))
        {
            return null;
        }

        var use = (Left ? FingerUse.LeftNeedle : 0) | (Right ? FingerUse.RightNeedle : 0) | (Both ? FingerUse.BothNeedles : 0) | (Rolled ? FingerUse.Rolled : 0);
        return new FingerPosition((Name ?? "").Trim(), reader.Required($"{prefix}.{nameof(LoopWidthMm)}", LoopWidthMm), use);
    }
}

/// <summary>A plate or foot as it is typed; a row without a name and a slot is not there.</summary>
public sealed class PartForm
{
    public string? Name { get; set; }

    public string? SlotMm { get; set; }

    public string? Use { get; set; }

    public static PartForm From(SlottedPart part) => new() { Name = part.Name, SlotMm = FieldText.Of(part.SlotMm), Use = part.Use };

    internal SlottedPart? Read(FormReader reader, string prefix) =>
        string.IsNullOrWhiteSpace(Name) && string.IsNullOrWhiteSpace(SlotMm) && string.IsNullOrWhiteSpace(Use)
            ? null
            : new SlottedPart((Name ?? "").Trim(), reader.Number($"{prefix}.{nameof(SlotMm)}", SlotMm), (Use ?? "").Trim());
}

/// <summary>A range as it is typed.</summary>
public sealed class RangeForm
{
    public string? Least { get; set; }

    public string? Most { get; set; }

    public string? Step { get; set; }

    public static RangeForm From(SettingRange range) => new()
    {
        Least = FieldText.Of(range.Least), Most = FieldText.Of(range.Most), Step = FieldText.Of(range.Step),
    };

    internal SettingRange Read(FormReader reader, string prefix) => new(
        reader.Required($"{prefix}.{nameof(Least)}", Least),
        reader.Required($"{prefix}.{nameof(Most)}", Most),
        reader.Required($"{prefix}.{nameof(Step)}", Step));
}

/// <summary>One line of the manual's needle and thread chart as it is typed; a line without figures is not there.</summary>
public sealed class ChartRowForm
{
    public int SizeMetric { get; set; }

    public string? LowTex { get; set; }

    public string? HighTex { get; set; }

    public string? IdealTex { get; set; }

    internal bool Filled => SizeMetric != 0 || !string.IsNullOrWhiteSpace(LowTex) || !string.IsNullOrWhiteSpace(HighTex) || !string.IsNullOrWhiteSpace(IdealTex);

    public static ChartRowForm From(ManualNeedle line) => new() { SizeMetric = line.SizeMetric, LowTex = FieldText.Of(line.LowTex), HighTex = FieldText.Of(line.HighTex), IdealTex = FieldText.Of(line.IdealTex) };

    internal ManualNeedle? Read(FormReader reader, string prefix) => !Filled ? null : new ManualNeedle(
        SizeMetric, reader.Required($"{prefix}.{nameof(LowTex)}", LowTex), reader.Required($"{prefix}.{nameof(HighTex)}", HighTex), reader.Number($"{prefix}.{nameof(IdealTex)}", IdealTex));
}

/// <summary>One row of the manual's table as it is typed; a row without a stitch is not there.</summary>
public sealed class TableRowForm
{
    public string? StitchId { get; set; }

    public ManualCloth Cloth { get; set; }

    /// <summary>The seats it is for, as <see cref="SeatSet.Id"/> names them; empty where it names none.</summary>
    public string? Seats { get; set; }

    /// <summary>One field per dial of the machine: "4", or "4 (3–5)" with the permitted range.</summary>
    public List<string?> Dials { get; set; } = [];

    /// <summary>Stitch length, mm, with its range.</summary>
    public string? LengthMm { get; set; }

    /// <summary>Cutting or zigzag width, mm, with its range.</summary>
    public string? WidthMm { get; set; }

    public string? Differential { get; set; }

    public string? FingerName { get; set; }

    /// <summary>"80, 90".</summary>
    public string? NeedleSizes { get; set; }

    public string? Note { get; set; }

    public static TableRowForm From(ManualSetting row, IReadOnlyList<ThreadPosition> positions) => new()
    {
        StitchId = row.StitchId, Cloth = row.Cloth, Seats = row.Seats.Count == 0 ? null : SeatSet.Of(row.Seats).Id,
        LengthMm = Text(row.LengthMm, row.LengthRangeMm), WidthMm = Text(row.WidthMm, row.WidthRangeMm), Differential = Text(row.Differential, row.DifferentialRange),
        FingerName = row.FingerName, NeedleSizes = string.Join(", ", row.NeedleSizes), Note = row.Note,
        Dials = [.. positions.Select(p => row.DialOf(p) is { } dial ? Text(dial) : "")],
    };

    /// <summary>The same row for a machine with other dials: those it has too keep what stands in them.</summary>
    internal TableRowForm On(IReadOnlyList<ThreadPosition> before, IReadOnlyList<ThreadPosition> now)
    {
        var numbers = before.Zip(Dials).ToDictionary(d => d.First, d => d.Second);
        var row = (TableRowForm)MemberwiseClone();
        row.Dials = [.. now.Select(p => numbers.GetValueOrDefault(p) ?? "")];
        return row;
    }

    public static string Text(ManualDial dial) => Text(dial.Ideal, dial.Low is null && dial.High is null ? null : new ManualRange(dial.Low, dial.High))!;

    /// <summary>"4", or "4 (3–5)" where a range is permitted; null where there is nothing.</summary>
    public static string? Text(double? ideal, ManualRange? range) => range is null ? FieldText.Of(ideal)
        : $"{FieldText.Of(ideal)} ({FieldText.Of(range.Low ?? ideal)}–{FieldText.Of(range.High ?? ideal)})";

    /// <summary>What a row says beside the dials, each as it is read out.</summary>
    public static IEnumerable<string> Settings(ManualSetting row)
    {
        if (row.Seats.Count > 0)
        {
            yield return $"needles: {Phrase.List([.. row.Seats.Select(s => s.Name())])}";
        }

        if (row.NeedleSizes.Count > 0)
        {
            yield return $"size {string.Join(" or ", row.NeedleSizes)}";
        }

        foreach (var (what, figure, unit) in new[] { ("stitch length", Text(row.LengthMm, row.LengthRangeMm), " mm"), ("cutting width", Text(row.WidthMm, row.WidthRangeMm), " mm"), ("differential", Text(row.Differential, row.DifferentialRange), "") })
        {
            if (!string.IsNullOrEmpty(figure))
            {
                yield return $"{what} {figure}{unit}";
            }
        }

        if (row.FingerName is { } finger)
        {
            yield return $"finger “{finger}”";
        }
    }

    internal ManualSetting? Read(FormReader reader, string prefix, IReadOnlyList<ThreadPosition> positions)
    {
        if (string.IsNullOrWhiteSpace(StitchId))
        {
            if (Dials.Concat([LengthMm, WidthMm, Differential, FingerName, NeedleSizes, Seats, Note]).Any(f => !string.IsNullOrWhiteSpace(f)))
            {
                reader.Fault($"{prefix}.{nameof(StitchId)}", "Choose the stitch this row is for, or empty the row.");
            }

            return null;
        }

        var (length, width, ratio) = (ReadRange(reader, $"{prefix}.{nameof(LengthMm)}", LengthMm), ReadRange(reader, $"{prefix}.{nameof(WidthMm)}", WidthMm), ReadRange(reader, $"{prefix}.{nameof(Differential)}", Differential));
        return new ManualSetting
        {
            StitchId = StitchId, Cloth = Cloth, Note = (Note ?? "").Trim(), Seats = SeatSet.Find(Seats)?.Seats ?? [],
            LengthMm = length?.Ideal, LengthRangeMm = length?.Range, WidthMm = width?.Ideal, WidthRangeMm = width?.Range, Differential = ratio?.Ideal, DifferentialRange = ratio?.Range,
            FingerName = string.IsNullOrWhiteSpace(FingerName) ? null : FingerName,
            NeedleSizes = ReadSizes(reader, $"{prefix}.{nameof(NeedleSizes)}"),
            Dials = [.. positions.Zip(Dials).Select((d, i) => ReadDial(reader, $"{prefix}.{nameof(Dials)}[{i}]", d.First, d.Second)).OfType<ManualDial>()],
        };
    }

    private List<int> ReadSizes(FormReader reader, string field)
    {
        var sizes = new List<int>();
        foreach (var part in (NeedleSizes ?? "").Split([',', ';', ' '], StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries).Take(9))
        {
            if (NeedleSize.TryFromMetric(int.TryParse(part.Split('/')[0], NumberStyles.None, CultureInfo.InvariantCulture, out var metric) ? metric : 0, out _))
            {
                sizes.Add(metric);
            }
            else
            {
                reader.Fault(field, "Write the metric sizes with a comma between them: 80, 90.");
            }
        }

        return [.. sizes.Distinct()];
    }

    private static ManualDial? ReadDial(FormReader reader, string field, ThreadPosition position, string? text) =>
        ReadRange(reader, field, text) is var (ideal, range) ? new ManualDial(position, ideal, range?.Low, range?.High) : null;

    private static (double Ideal, ManualRange? Range)? ReadRange(FormReader reader, string field, string? text)
    {
        if (string.IsNullOrWhiteSpace(text))
        {
            return null;
        }

        var parts = text.Split(['(', ')', '–', '−'], StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)
            .SelectMany((part, i) => i == 0 ? [part] : part.Split('-', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)).ToList();
        var numbers = new List<double>();
        foreach (var part in parts)
        {
            if (DecimalText.Read(part, out var number) == DecimalTextFault.None)
            {
                numbers.Add(number);
            }
        }

        if (numbers.Count != parts.Count || numbers.Count is not (1 or 3))
        {
            reader.Fault(field, "Write the ideal number, with the permitted range behind it where the manual prints one: 4 (3–5).");
            return null;
        }

        return (numbers[0], numbers.Count == 1 ? null : new ManualRange(numbers[1], numbers[2]));
    }

    /// <summary>What a row says of its cloth.</summary>
    public static string ClothName(ManualCloth cloth) => cloth switch
    {
        ManualCloth.Light => string.Create(CultureInfo.InvariantCulture, $"light, below {ClothLimits.LightBelowGsm:0} g/m²"),
        ManualCloth.Medium => "medium",
        ManualCloth.Heavy => string.Create(CultureInfo.InvariantCulture, $"heavy, from {ClothLimits.HeavyFromGsm:0} g/m²"),
        ManualCloth.VeryStretchy => "very stretchy",
        _ => "any cloth",
    };
}
