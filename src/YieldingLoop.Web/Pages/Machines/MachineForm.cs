using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Threads;
using YieldingLoop.Web.Drawings;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.Machines;

/// <summary>An overlocker as it is typed. It starts from the generic template.</summary>
public sealed class MachineForm : RecordForm
{
    /// <summary>How many finger positions the form has room for.</summary>
    public const int FingerRows = 4;

    public string? Name { get; set; }

    public List<DialForm> Dials { get; set; } = [];

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

    public LooperOrder LooperOrder { get; set; }

    public string? CalibrationThreadId { get; set; }

    public static MachineForm From(Overlocker machine, int version) => new()
    {
        Version = version,
        Name = machine.Name,
        Dials = [.. machine.Dials.Select(d => DialForm.From(d.Position, d.Dial, machine.ThreadMarks))],
        Fingers = [.. machine.Fingers.Select(FingerForm.From).Concat(Enumerable.Repeat(0, FingerRows).Select(_ => new FingerForm())).Take(FingerRows)],
        GaugeMm = FieldText.Of(machine.GaugeMm),
        LeftTipHigherMm = FieldText.Of(machine.LeftTipHigherMm),
        CuttingWidth = RangeForm.From(machine.CuttingWidth),
        KnifeAtLeast = FieldText.Of(machine.KnifeDial?.AtLeast),
        KnifeAtMost = FieldText.Of(machine.KnifeDial?.AtMost),
        Differential = RangeForm.From(machine.Differential),
        StitchLength = RangeForm.From(machine.StitchLength),
        NeedleSystem = machine.NeedleSystem,
        NeedlePointIds = [.. machine.NeedlePointIds],
        NeedleSizes = [.. machine.NeedleSizes],
        FourThreadStitchId = machine.FourThreadStitchId,
        LooperOrder = machine.LooperOrder,
        CalibrationThreadId = machine.CalibrationThreadId,
    };

    /// <summary>Reads what was typed; faults go to the reader.</summary>
    internal Overlocker Read(FormReader reader)
    {
        // A form cut short by whatever sent it still has four dials: the missing ones are faulty, not absent.
        while (Dials.Count < Overlocker.Positions.Count)
        {
            Dials.Add(new DialForm());
        }

        var dials = Dials.Take(Overlocker.Positions.Count).Select((d, i) => d.Read(reader, $"Dials[{i}]")).ToList();
        return new Overlocker
        {
            Name = Name ?? "",
            NeedleLeft = dials[0], NeedleRight = dials[1], UpperLooper = dials[2], LowerLooper = dials[3],
            GaugeMm = reader.Required(nameof(GaugeMm), GaugeMm),
            LeftTipHigherMm = reader.Required(nameof(LeftTipHigherMm), LeftTipHigherMm),
            Fingers = [.. Fingers.Take(FingerRows).Select((f, i) => f.Read(reader, $"Fingers[{i}]")).OfType<FingerPosition>()],
            CuttingWidth = CuttingWidth.Read(reader, nameof(CuttingWidth)),
            KnifeDial = ReadKnife(reader),
            Differential = Differential.Read(reader, nameof(Differential)),
            StitchLength = StitchLength.Read(reader, nameof(StitchLength)),
            NeedleSystem = NeedleSystem ?? "",
            NeedlePointIds = [.. NeedlePointIds.Distinct()],
            NeedleSizes = [.. NeedleSizes.Distinct().Order()],
            FourThreadStitchId = FourThreadStitchId ?? "",
            LooperOrder = LooperOrder,
            CalibrationThreadId = CalibrationThreadId ?? "",
            ThreadMarks = Overlocker.Positions.Zip(Dials).Where(d => d.Second is { HasMark: true, Mark: not null }).ToDictionary(d => d.First.Id(), d => d.Second.Mark!),
        };
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
    internal static string FieldOf(string problem)
    {
        var parts = problem.Split('.', 2);
        if (ThreadPositions.TryFromId(parts[0], out var position))
        {
            return $"Dials[{Overlocker.Positions.ToList().IndexOf(position)}].{(parts.Length > 1 ? FormReader.FieldName(parts[1]) : "Label")}";
        }

        return problem switch
        {
            "knifeDial" => nameof(KnifeAtLeast),
            "fingers" => "Fingers[0].LoopWidthMm",
            _ => FormReader.FieldName(problem).Replace("LoopWidthFromRightMm", nameof(FingerForm.LoopWidthMm), StringComparison.Ordinal),
        };
    }
}

/// <summary>One dial as it is typed.</summary>
public sealed class DialForm
{
    public string? Label { get; set; }

    public string? Lowest { get; set; }

    public string? Highest { get; set; }

    public string? Step { get; set; }

    public string? Neutral { get; set; }

    public int Sense { get; set; } = 1;

    /// <summary>Whether the colour of the machine's own mark is used.</summary>
    public bool HasMark { get; set; }

    public string? Mark { get; set; }

    public static DialForm From(ThreadPosition position, DialScale dial, IReadOnlyDictionary<string, string> marks) => new()
    {
        Label = dial.Label,
        Lowest = FieldText.Of(dial.Lowest),
        Highest = FieldText.Of(dial.Highest),
        Step = FieldText.Of(dial.Step),
        Neutral = FieldText.Of(dial.Neutral),
        Sense = dial.Sense.Sign(),
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
