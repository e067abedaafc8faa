using System.Text.Json.Serialization;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Store.Formats;

/// <summary>
/// The one JSON form of what a machine is set to, and of what stands on it: stored, answered and asked alike. A member that
/// is left out is not known; null says that nothing is there. docs/api/examples/setup.json is one.
/// </summary>
public sealed record SetupDocument
{
    /// <summary>What a convertible machine is changed over to: "overlocker" or "coverstitch".</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public Place<MachineKind> ChangedOverTo { get; init; }

    /// <summary>The stitch.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public Place<string> Stitch { get; init; }

    /// <summary>Whether the seam is pulled open flat after sewing.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public Place<bool> Flatlock { get; init; }

    /// <summary>Needles by seat.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public IReadOnlyDictionary<ThreadPosition, NeedleDocument?>? Needles { get; init; }

    /// <summary>Threads by position; those of a twin needle are "needle-left" and "needle-right".</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public IReadOnlyDictionary<ThreadPosition, ThreadDocument?>? Threads { get; init; }

    /// <summary>Dial numbers by position, on the machine's own scales.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public IReadOnlyDictionary<ThreadPosition, double?>? Dials { get; init; }

    /// <summary>Finger, as the machine names it.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public Place<string> Finger { get; init; }

    /// <summary>Stitch length, mm.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public Place<double> StitchLengthMm { get; init; }

    /// <summary>Zigzag width, mm.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public Place<double> ZigzagWidthMm { get; init; }

    /// <summary>Cutting width from the right needle, mm.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public Place<double> CuttingWidthMm { get; init; }

    /// <summary>"cutting" or "away".</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public Place<KnifeStand> Knife { get; init; }

    /// <summary>Differential ratio.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public Place<double> Differential { get; init; }

    /// <summary>Pressure of the foot, 1 normal.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public Place<double> FootPressure { get; init; }

    /// <summary>Needle plate.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public Place<string> Plate { get; init; }

    /// <summary>Presser foot.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public Place<string> Foot { get; init; }

    /// <summary>Converter over the upper looper.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public Place<string> Converter { get; init; }

    /// <summary>Needle position, mm from the centre.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public Place<double> NeedlePositionMm { get; init; }

    /// <summary>Whether tape goes on the hem allowance.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public Place<bool> Tape { get; init; }

    /// <summary>A set-up in this form.</summary>
    public static SetupDocument Of(Setup setup) => new()
    {
        ChangedOverTo = setup.ChangedOverTo,
        Stitch = setup.StitchId,
        Flatlock = setup.Flatlock,
        Needles = ByPosition(setup.Needles, NeedleDocument.Of),
        Threads = ByPosition(setup.Threads, ThreadDocument.Of),
        Dials = setup.Dials.AnyKnown ? setup.Dials.Known.ToDictionary(p => p, p => setup.Dials[p].Number()) : null,
        Finger = setup.FingerName,
        StitchLengthMm = setup.StitchLengthMm,
        ZigzagWidthMm = setup.ZigzagWidthMm,
        CuttingWidthMm = setup.CuttingWidthMm,
        Knife = setup.Knife,
        Differential = setup.Differential,
        FootPressure = setup.FootPressure,
        Plate = setup.PlateName,
        Foot = setup.FootName,
        Converter = setup.ConverterName,
        NeedlePositionMm = setup.NeedlePositionMm,
        Tape = setup.Tape,
    };

    /// <summary>The set-up it says.</summary>
    public Setup ToSetup() => new()
    {
        ChangedOverTo = ChangedOverTo,
        StitchId = Stitch,
        Flatlock = Flatlock,
        Needles = Placed(Needles, n => n?.ToNeedle().OrEmpty() ?? Place<Needle>.Empty),
        Threads = Placed(Threads, t => t?.ToThread().OrEmpty() ?? Place<SewingThread>.Empty),
        Dials = Placed(Dials, n => n.OrEmpty()),
        FingerName = Finger,
        StitchLengthMm = StitchLengthMm,
        ZigzagWidthMm = ZigzagWidthMm,
        CuttingWidthMm = CuttingWidthMm,
        Knife = Knife,
        Differential = Differential,
        FootPressure = FootPressure,
        PlateName = Plate,
        FootName = Foot,
        ConverterName = Converter,
        NeedlePositionMm = NeedlePositionMm,
        Tape = Tape,
    };

    private static Dictionary<ThreadPosition, TDocument?>? ByPosition<T, TDocument>(Places<T> places, Func<T, TDocument> document)
        where T : class
        where TDocument : class =>
        places.AnyKnown ? places.Known.ToDictionary(p => p, p => places[p].TryGet(out var there) ? document(there) : null) : null;

    private static Places<T> Placed<T, TDocument>(IReadOnlyDictionary<ThreadPosition, TDocument>? documents, Func<TDocument, Place<T>> place)
        where T : notnull =>
        (documents ?? new Dictionary<ThreadPosition, TDocument>()).Aggregate(Places<T>.Unknown, (places, d) => places.With(d.Key, place(d.Value)));
}

/// <summary>A needle.</summary>
/// <param name="System">Needle system.</param>
/// <param name="Point">Point.</param>
/// <param name="SizeMetric">Metric size.</param>
/// <param name="TwinGapMm">Between the blades of a twin needle, mm.</param>
public sealed record NeedleDocument(
    string System, string Point, int SizeMetric, [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] double? TwinGapMm = null)
{
    /// <summary>A needle in this form.</summary>
    public static NeedleDocument Of(Needle needle) => new(needle.System, needle.PointId, needle.SizeMetric, needle.TwinGapMm);

    /// <summary>The needle it says.</summary>
    public Needle ToNeedle() => new(System, Point, SizeMetric, TwinGapMm);
}

/// <summary>A thread.</summary>
/// <param name="Kind">Its kind.</param>
/// <param name="Tex">Its own linear density, tex.</param>
/// <param name="BreakExtensionPercent">Its own break extension, %.</param>
/// <param name="Colour">#rrggbb.</param>
/// <param name="Cone">Which cone it comes from.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Supply">"cone", "spool" or "bobbin".</param>
/// <param name="Run">How it runs to the needle of a plain machine.</param>
public sealed record ThreadDocument(
    string Kind,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] double? Tex = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] double? BreakExtensionPercent = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] string? Colour = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull), Refers(typeof(ThreadRow), Loose = true)] string? Cone = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] string? Name = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] ThreadHolder? Supply = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] ThreadRunDocument? Run = null)
{
    /// <summary>A thread in this form.</summary>
    public static ThreadDocument Of(SewingThread thread) => new(
        thread.KindId, thread.Tex, thread.BreakExtension is { } extension ? Math.Round(100 * extension, 9) : null, thread.Colour, thread.ConeId, thread.Name.Length > 0 ? thread.Name : null, thread.Supply, thread.Run is { } run ? ThreadRunDocument.Of(run) : null);

    /// <summary>The thread it says.</summary>
    public SewingThread ToThread() => new(Kind) { Tex = Tex, BreakExtension = BreakExtensionPercent / 100, Colour = Colour, ConeId = Cone, Name = Name ?? "", Supply = Supply, Run = Run?.ToRun() };
}

/// <summary>How a thread runs from its spool to the needle of a plain machine. What is left out is not known.</summary>
/// <param name="Pin">"first", "second" or "shared".</param>
/// <param name="DrawnOff">"as-manual" or "opposite".</param>
/// <param name="CapFits">Whether the cap is larger than the spool's end, and like that of a pair.</param>
/// <param name="DiscSide">"left", "right" or "together".</param>
/// <param name="ThroughLastGuide">Whether it goes through the last guide above the needle.</param>
public sealed record ThreadRunDocument(
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] SpoolPin? Pin = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] DrawnOff? DrawnOff = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] bool? CapFits = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] DiscSide? DiscSide = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] bool? ThroughLastGuide = null)
{
    /// <summary>A run in this form.</summary>
    public static ThreadRunDocument Of(ThreadRun run) => new(run.Pin, run.DrawnOff, run.CapFits, run.DiscSide, run.ThroughLastGuide);

    /// <summary>The run it says.</summary>
    public ThreadRun ToRun() => new() { Pin = Pin, DrawnOff = DrawnOff, CapFits = CapFits, DiscSide = DiscSide, ThroughLastGuide = ThroughLastGuide };
}
