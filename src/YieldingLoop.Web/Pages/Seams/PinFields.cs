using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.Seams;

/// <summary>A choice that can be pinned.</summary>
/// <param name="Name">Name in the address.</param>
/// <param name="Label">What it is called.</param>
/// <param name="Options">What can be chosen, the empty value first.</param>
/// <param name="Value">What is pinned; null for nothing.</param>
public sealed record PinField(string Name, string Label, IReadOnlyList<(string Value, string Text)> Options, string? Value)
{
    /// <summary>What is pinned, in words.</summary>
    public string? Shown => Options.FirstOrDefault(o => o.Value == Value).Text;
}

/// <summary>Reads pins from an address and writes them into one. A value that is none of those offered is not a pin.</summary>
public static class PinFields
{
    /// <summary>The names of the pins in an address, the machine's apart.</summary>
    public static IReadOnlyList<string> Names { get; } =
        ["stitch", "seats", "needlePoint", "size", "gap", "needleThread", "upperThread", "lowerThread", "finger", "length", "width", "cut", "offset"];

    /// <summary>What a seam on these machines can be pinned to.</summary>
    /// <param name="machines">The machines at hand.</param>
    /// <param name="query">The address.</param>
    /// <param name="wording">How things are called.</param>
    public static IReadOnlyList<PinField> For(IReadOnlyList<Machine> machines, IQueryCollection query, Wording wording)
    {
        var heads = machines.SelectMany(m => m.Heads()).ToList();
        var plain = heads.OfType<PlainMachine>().ToList();
        var overlockers = heads.OfType<Overlocker>().ToList();
        List<(string, IEnumerable<(string, string)>)> all =
        [
            ("stitch", StitchCatalogue.All.Where(s => heads.Any(h => h.Stitches.Contains(s))).Select(s => (s.Id, wording.Say(s.Name)))
                .Concat(overlockers.Count > 0 ? [("flatlock", "flatlock, pulled flat")] : Array.Empty<(string, string)>())),
            ("seats", heads.SelectMany(SeatSets).DistinctBy(s => s.Id)),
            ("needlePoint", NeedleCatalogue.Points.Where(p => heads.Any(h => h.NeedlePoints.Contains(p))).Select(p => (p.Id, wording.Say(p.Name)))),
            ("size", NeedleSize.All.Where(s => heads.Any(h => h.NeedleSizes.Contains(s.Metric))).Select(s => (FieldText.Of(s.Metric), wording.Say(s)))),
            ("gap", plain.Count > 0 ? new[] { 1.6, 2, 2.5, 3, 4, 6 }.Select(g => (FieldText.Of(g), $"{FieldText.Of(g)} mm")) : []),
            ("needleThread", Kinds(wording)),
            ("upperThread", overlockers.Count > 0 || heads.OfType<Coverstitch>().Any(c => c.TopCover is not null) ? Kinds(wording) : []),
            ("lowerThread", Kinds(wording)),
            ("finger", overlockers.SelectMany(o => o.Fingers).Select(f => f.Name).Distinct().Select(f => (f, f))),
            ("length", Steps(heads.Min(h => h.StitchLengthMm.Least), heads.Max(h => h.StitchLengthMm.Most))),
            ("width", plain.Count > 0 ? Steps(1, plain.Max(p => p.WidestZigzagMm)) : []),
            ("cut", overlockers.Count > 0 ? Steps(overlockers.Min(o => o.CuttingWidthMm.Least), overlockers.Max(o => o.CuttingWidthMm.Most)) : []),
            ("offset", [("-1", "one number looser"), ("0", "at neutral"), ("1", "one number tighter")]),
        ];
        return
        [
            .. from field in all
               let given = query[field.Item1].ToString()
               let options = field.Item2.Concat(Between(field.Item1, given)).DistinctBy(o => o.Item1).ToList()
               where options.Count > 0
               select new PinField(field.Item1, Label(field.Item1), [("", "free"), .. options], options.Exists(o => o.Item1 == given) ? given : null),
        ];
    }

    /// <summary>What an address pins and no machine that is asked can be set to: nothing is let go of without a word.</summary>
    public static IReadOnlyList<(string Label, string Given)> NotOffered(IReadOnlyList<PinField> fields, IQueryCollection query) =>
    [
        .. from name in Names
           let given = query[name].ToString()
           where given.Length > 0 && fields.FirstOrDefault(f => f.Name == name)?.Value is null
           select (Label(name), given.Length > LongestGiven ? given[..LongestGiven] + "…" : given),
    ];

    private const int LongestGiven = 30;

    /// <summary>A figure between the steps that are offered, as a kept set-up or a manual may have it.</summary>
    private static IEnumerable<(string, string)> Between(string name, string given) =>
        name is "length" or "width" or "cut" && double.TryParse(given, System.Globalization.NumberStyles.AllowDecimalPoint, System.Globalization.CultureInfo.InvariantCulture, out var figure) && figure is > 0 and < 20
            ? [(given, $"{FieldText.Of(figure)} mm")] : [];

    /// <summary>The pins of an address.</summary>
    public static PlanPins Read(IReadOnlyList<PinField> fields, int? machine)
    {
        string? Text(string name) => fields.FirstOrDefault(f => f.Name == name)?.Value;
        double? Number(string name) => Text(name) is { } text ? double.Parse(text, System.Globalization.CultureInfo.InvariantCulture) : null;
        var stitch = Text("stitch");
        return new PlanPins
        {
            MachineId = machine is { } id ? FieldText.Of(id) : null,
            StitchId = stitch == "flatlock" ? null : stitch,
            Flatlock = stitch switch { null => null, "flatlock" => true, _ => false },
            Seats = Text("seats") is { } seats ? SeatSet.Find(seats) : null,
            PointId = Text("needlePoint"),
            SizeMetric = (int?)Number("size"),
            TwinGapMm = Number("gap"),
            NeedleThreadId = Text("needleThread"),
            UpperThreadId = Text("upperThread"),
            LowerThreadId = Text("lowerThread"),
            FingerName = Text("finger"),
            LengthMm = Number("length"),
            WidthMm = Number("width"),
            CuttingWidthMm = Number("cut"),
            NeedleOffset = Number("offset"),
        };
    }

    /// <summary>A set-up's choices as an address that pins them, for another seam or cloth.</summary>
    public static string QueryOf(SetupPlan plan)
    {
        var threading = PlanPins.ThreadingOf(plan);
        return QueryString.Create(new Dictionary<string, string?>
        {
            ["stitch"] = plan.Flatlock ? "flatlock" : plan.StitchId,
            ["needlePoint"] = threading.PointId,
            ["size"] = FieldText.Of(plan.Needle.SizeMetric),
            ["gap"] = threading.TwinGapMm is { } gap ? FieldText.Of(gap) : null,
            ["needleThread"] = threading.NeedleThreadId,
            ["upperThread"] = threading.UpperThreadId,
            ["lowerThread"] = threading.LowerThreadId,
            ["finger"] = threading.FingerName,
            ["length"] = FieldText.Of(plan.StitchLengthMm),
            ["width"] = plan.ZigzagWidthMm is { } width ? FieldText.Of(width) : null,
        }.Where(p => p.Value is not null)).Value ?? "";
    }

    private static string Label(string name) => name switch
    {
        "stitch" => "Stitch",
        "seats" => "Needles in",
        "needlePoint" => "Needle point",
        "size" => "Needle size",
        "gap" => "Twin needle, gap",
        "needleThread" => "Needle thread",
        "upperThread" => "Upper looper or top cover",
        "lowerThread" => "Lower looper, chain looper or bobbin",
        "finger" => "Finger",
        "length" => "Stitch length",
        "width" => "Zigzag width",
        "cut" => "Cutting width",
        _ => "Needle dial",
    };

    private static IEnumerable<(string, string)> Kinds(Wording wording) => ThreadCatalogue.Kinds.Select(k => (k.Id, wording.Say(k.Name)));

    private static IEnumerable<(string, string)> Steps(double from, double to) =>
        Enumerable.Range((int)Math.Ceiling(from * 2 - 1e-9), Math.Max(1, (int)Math.Floor(to * 2 + 1e-9) - (int)Math.Ceiling(from * 2 - 1e-9) + 1)).Select(i => (FieldText.Of(i / 2.0), $"{FieldText.Of(i / 2.0)} mm"));

    private static IEnumerable<(string Id, string Text)> SeatSets(Machine head)
    {
        var seats = head.Seats.Select(s => s.Position).ToList();
        if (head is PlainMachine)
        {
            yield break;
        }

        foreach (var seat in seats)
        {
            yield return (seat.Id(), $"the {seat.Name()} alone");
        }

        for (var i = 0; i < seats.Count; i++)
        {
            for (var j = i + 1; j < seats.Count; j++)
            {
                yield return (SeatSet.Of([seats[i], seats[j]]).Id, $"{seats[i].Name()} and {seats[j].Name()}");
            }
        }

        if (seats.Count == 3)
        {
            yield return (SeatSet.Of(seats).Id, "all three");
        }
    }
}
