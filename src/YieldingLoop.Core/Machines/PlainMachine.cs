using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Machines;

/// <summary>A part with a slot the needle passes through.</summary>
/// <param name="Name">As the user calls it: "zigzag plate", "standard foot".</param>
/// <param name="SlotMm">Width of the slot across the feed, mm; null where nobody has measured it.</param>
/// <param name="Use">What it is for, where it is a special one.</param>
public sealed record SlottedPart(string Name, double? SlotMm, string Use = "");

/// <summary>A plain sewing machine: one needle position swings, a bobbin below.</summary>
public sealed record PlainMachine : Machine
{
    /// <summary>Centinewtons in the weight of a gram.</summary>
    public const double CentinewtonsPerGram = 0.980665;

    /// <summary>The top tension scale.</summary>
    public required DialScale TopTension { get; init; }

    /// <summary>Widest zigzag with a single needle, mm.</summary>
    public required double WidestZigzagMm { get; init; }

    /// <summary>Needle plates with their slots, the one mostly on the machine first.</summary>
    public required IReadOnlyList<SlottedPart> Plates { get; init; }

    /// <summary>Presser feet with their slots, the one mostly on the machine first.</summary>
    public required IReadOnlyList<SlottedPart> Feet { get; init; }

    /// <summary>Needle positions for a straight stitch, mm from the centre, negative to the left; always with 0.</summary>
    public required IReadOnlyList<double> NeedlePositionsMm { get; init; }

    /// <summary>
    /// What hangs from the bobbin thread, bobbin and case included, when it just slides down, grams; null where it was
    /// not measured and the machine's own adjustment is taken for neutral.
    /// </summary>
    public double? BobbinSlidesAtGrams { get; init; }

    /// <summary>Which of the stretch stitches it has, besides straight and zigzag.</summary>
    public required IReadOnlyList<string> StretchStitchIds { get; init; }

    /// <summary>Whether stitch, width and needle position are chosen on a screen, with the power on, and may go back to where they start when it is switched on (common practice A8).</summary>
    public bool Electronic { get; init; }

    /// <summary>Whether it has a twin-needle setting of its own that limits the swing. It is used, and never instead of the test by hand.</summary>
    public bool TwinSetting { get; init; }

    /// <inheritdoc/>
    public override IReadOnlyList<SlottedPart> PresserFeet => Feet;

    /// <summary>The stretch stitches a machine of this kind may have.</summary>
    public static IReadOnlyList<Stitch> StretchStitches { get; } =
        [StitchCatalogue.TripleStraight, StitchCatalogue.NarrowSlant, StitchCatalogue.ThreeStepZigzag, StitchCatalogue.Honeycomb];

    /// <inheritdoc/>
    public override MachineKind Kind => MachineKind.Plain;

    /// <inheritdoc/>
    public override IReadOnlyList<(ThreadPosition Position, DialScale Dial)> Dials => [(ThreadPosition.Needle, TopTension)];

    /// <summary>The needle's thread, or those of the two blades of a twin needle; then the bobbin's.</summary>
    public override IReadOnlyList<ThreadPosition> ThreadPlaces { get; } = [ThreadPosition.Needle, ThreadPosition.NeedleLeft, ThreadPosition.NeedleRight, ThreadPosition.Bobbin];

    /// <summary>Every needle thread hangs from the one dial; the bobbin has none.</summary>
    public override ThreadPosition? DialPlaceOf(ThreadPosition thread) => thread == ThreadPosition.Bobbin ? null : ThreadPosition.Needle;

    /// <summary>There is one seat.</summary>
    public override ThreadPosition SeatPlaceOf(ThreadPosition thread) => thread == ThreadPosition.Bobbin ? thread : ThreadPosition.Needle;

    /// <inheritdoc/>
    public override bool TakesTwin => true;

    /// <inheritdoc/>
    public override IReadOnlyList<Seat> Seats => [new(ThreadPosition.Needle, 0, 0)];

    /// <inheritdoc/>
    public override LooperTravel? Travel => null;

    /// <inheritdoc/>
    public override SettingRange? Feed => null;

    /// <inheritdoc/>
    public override IReadOnlyList<Stitch> Stitches =>
    [
        StitchCatalogue.Lockstitch, .. WidestZigzagMm > 0 ? [StitchCatalogue.Zigzag] : Array.Empty<Stitch>(),
        .. StretchStitches.Where(s => StretchStitchIds.Contains(s.Id)), StitchCatalogue.TwinNeedle,
    ];

    /// <inheritdoc/>
    public override PlainMachine TunedTo(ManualSetting row) => this with { TopTension = Tuned(TopTension, row, ThreadPosition.Needle)! };

    /// <summary>Whether it has a stitch.</summary>
    public bool Sews(Stitch stitch) => Stitches.Contains(stitch);

    /// <summary>Tension of the bobbin thread, cN: as measured, otherwise T₀.</summary>
    public double BobbinCentinewtons => BobbinSlidesAtGrams * CentinewtonsPerGram ?? ThreadPosition.Bobbin.NeutralTensionCentinewtons();
}
