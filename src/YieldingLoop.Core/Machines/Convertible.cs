using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Machines;

/// <summary>
/// One machine that is changed over between overlock and cover stitches. Needle system, sizes, stitch length, thread
/// marks and calibration thread are those of the whole machine; <see cref="Of"/> keeps both halves in step with it.
/// </summary>
public sealed record Convertible : Machine
{
    /// <summary>What it is while it overlocks.</summary>
    public required Overlocker Overlock { get; init; }

    /// <summary>What it is while it sews cover stitches.</summary>
    public required Coverstitch Cover { get; init; }

    /// <inheritdoc/>
    public override MachineKind Kind => MachineKind.Convertible;

    /// <inheritdoc/>
    public override Overlocker? AsOverlocker() => Overlock;

    /// <inheritdoc/>
    public override Coverstitch? AsCoverstitch() => Cover;

    /// <inheritdoc/>
    public override IReadOnlyList<Machine> Heads() => [Overlock, Cover];

    /// <summary>The dials while it overlocks, then those of the cover stitch that are not among them.</summary>
    public override IReadOnlyList<(ThreadPosition Position, DialScale Dial)> Dials =>
        [.. Overlock.Dials, .. Cover.Dials.Where(d => !Overlock.Has(d.Position))];

    /// <summary>The seats while it overlocks; those of the cover stitch are <see cref="Cover"/>'s.</summary>
    public override IReadOnlyList<Seat> Seats => Overlock.Seats;

    /// <inheritdoc/>
    public override IReadOnlyList<SlottedPart> PresserFeet => Overlock.SpecialFeet;

    /// <inheritdoc/>
    public override LooperTravel? Travel => Overlock.Travel;

    /// <inheritdoc/>
    public override IReadOnlyList<Stitch> Stitches => [.. Overlock.Stitches, .. Cover.Stitches];

    /// <inheritdoc/>
    public override SettingRange? Feed => Overlock.Differential;

    /// <inheritdoc/>
    public override Convertible TunedTo(ManualSetting row) => this with { Overlock = Overlock.TunedTo(row), Cover = Cover.TunedTo(row) };

    /// <summary>Makes one machine of its two halves; what belongs to the whole machine is taken from the overlocking half.</summary>
    public static Convertible Of(Overlocker overlock, Coverstitch cover) => new()
    {
        Name = overlock.Name,
        StitchLengthMm = overlock.StitchLengthMm,
        NeedleSystem = overlock.NeedleSystem,
        NeedlePointIds = overlock.NeedlePointIds,
        NeedleSizes = overlock.NeedleSizes,
        CalibrationThreadId = overlock.CalibrationThreadId,
        ThreadMarks = overlock.ThreadMarks,
        ManualTable = overlock.ManualTable,
        NeedleChart = overlock.NeedleChart,
        FootPressure = overlock.FootPressure,
        FootDownToThread = overlock.FootDownToThread,
        StitchesPerMinute = overlock.StitchesPerMinute,
        Care = overlock.Care,
        NeedleOrder = overlock.NeedleOrder,
        SimulatedNumber = overlock.SimulatedNumber,
        RoundShank = overlock.RoundShank,
        Overlock = overlock,
        Cover = cover with
        {
            Name = overlock.Name,
            StitchLengthMm = overlock.StitchLengthMm,
            NeedleSystem = overlock.NeedleSystem,
            NeedlePointIds = overlock.NeedlePointIds,
            NeedleSizes = overlock.NeedleSizes,
            CalibrationThreadId = overlock.CalibrationThreadId,
            ThreadMarks = overlock.ThreadMarks,
            ManualTable = overlock.ManualTable,
            NeedleChart = overlock.NeedleChart,
            FootPressure = overlock.FootPressure,
            FootDownToThread = overlock.FootDownToThread,
            StitchesPerMinute = overlock.StitchesPerMinute,
            Care = overlock.Care,
            NeedleOrder = overlock.NeedleOrder,
            SimulatedNumber = overlock.SimulatedNumber,
            RoundShank = overlock.RoundShank,
        },
    };
}
