using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Machines;

/// <summary>Which needles a finger goes with, by the machine's own table.</summary>
[Flags]
public enum FingerUse
{
    /// <summary>None.</summary>
    None = 0,

    /// <summary>Left needle alone: the wider three-thread seam.</summary>
    LeftNeedle = 1,

    /// <summary>Right needle alone: the narrower three-thread seam.</summary>
    RightNeedle = 2,

    /// <summary>Both needles.</summary>
    BothNeedles = 4,

    /// <summary>Rolled hem.</summary>
    Rolled = 8,
}

/// <summary>One position of the stitch finger.</summary>
/// <param name="Name">As the machine's manual calls it.</param>
/// <param name="LoopWidthFromRightMm">From the right needle to where it lays the loops, mm.</param>
/// <param name="Use">Which needles it goes with.</param>
public sealed record FingerPosition(string Name, double LoopWidthFromRightMm, FingerUse Use);

/// <summary>Numbers printed on a knife dial: the reading at each end of the cutting-width range.</summary>
/// <param name="AtLeast">Number at the smallest cutting width.</param>
/// <param name="AtMost">Number at the largest.</param>
public sealed record KnifeDial(double AtLeast, double AtMost);

/// <summary>What the looper threading of this machine starts with. The machine's manual wins.</summary>
public enum LooperOrder
{
    /// <summary>Upper looper, then lower (common practice; the default).</summary>
    UpperFirst,

    /// <summary>Lower looper, then upper (some manuals).</summary>
    LowerFirst,
}

/// <summary>An overlocker. Widths are stored from the right needle, mm; a set-up with the left needle threaded adds the gauge.</summary>
public sealed record Overlocker : Machine
{
    /// <summary>Left needle's dial.</summary>
    public required DialScale NeedleLeft { get; init; }

    /// <summary>Right needle's dial.</summary>
    public required DialScale NeedleRight { get; init; }

    /// <summary>Upper looper's dial.</summary>
    public required DialScale UpperLooper { get; init; }

    /// <summary>Lower looper's dial.</summary>
    public required DialScale LowerLooper { get; init; }

    /// <summary>Between the needles, mm.</summary>
    public required double GaugeMm { get; init; }

    /// <summary>How much higher the left tip stands than the right, mm; below 0 where this machine's manual shows it lower.</summary>
    public required double LeftTipHigherMm { get; init; }

    /// <summary>Finger positions.</summary>
    public required IReadOnlyList<FingerPosition> Fingers { get; init; }

    /// <summary>Cutting width from the right needle, mm.</summary>
    public required SettingRange CuttingWidthMm { get; init; }

    /// <summary>Numbers of the knife dial; null where it is marked in mm or not at all.</summary>
    public KnifeDial? KnifeDial { get; init; }

    /// <summary>Differential ratio.</summary>
    public required SettingRange Differential { get; init; }

    /// <summary>Which four-thread stitch it sews: "514" or "512".</summary>
    public string FourThreadStitchId { get; init; } = StitchCatalogue.FourThreadOveredge.Id;

    /// <summary>Threading order of the loopers.</summary>
    public LooperOrder LooperOrder { get; init; }

    /// <summary>Whether its loopers are threaded by air (common practice A9).</summary>
    public bool AirThreaded { get; init; }

    /// <summary>What goes over the upper looper for two threads, as it is called; null where the machine has nothing of the kind.</summary>
    public string? ConverterName { get; init; }

    /// <summary>Special feet: for elastic, beads, piping.</summary>
    public IReadOnlyList<SlottedPart> SpecialFeet { get; init; } = [];

    /// <inheritdoc/>
    public override IReadOnlyList<SlottedPart> PresserFeet => SpecialFeet;

    /// <summary>The four-thread stitch.</summary>
    public Stitch FourThreadStitch => StitchCatalogue.Find(FourThreadStitchId) ?? StitchCatalogue.FourThreadOveredge;

    /// <inheritdoc/>
    public override MachineKind Kind => MachineKind.Overlocker;

    /// <inheritdoc/>
    public override IReadOnlyList<(ThreadPosition Position, DialScale Dial)> Dials => [.. Positions.Select(p => (p, DialOf(p)))];

    /// <inheritdoc/>
    public override IReadOnlyList<Seat> Seats => [new(ThreadPosition.NeedleLeft, -GaugeMm, LeftTipHigherMm), new(ThreadPosition.NeedleRight, 0, 0)];

    /// <inheritdoc/>
    public override LooperTravel? Travel => LooperTravel.LeftToRight;

    /// <inheritdoc/>
    public override IReadOnlyList<Stitch> Stitches => [StitchCatalogue.ThreeThreadOveredge, FourThreadStitch, StitchCatalogue.TwoThreadOveredge];

    /// <inheritdoc/>
    public override SettingRange? Feed => Differential;

    /// <summary>An overlocker's threads, in the order they are shown.</summary>
    public static IReadOnlyList<ThreadPosition> Positions { get; } =
        [ThreadPosition.NeedleLeft, ThreadPosition.NeedleRight, ThreadPosition.UpperLooper, ThreadPosition.LowerLooper];

    /// <inheritdoc/>
    public override DialScale DialOf(ThreadPosition position) => position switch
    {
        ThreadPosition.NeedleLeft => NeedleLeft,
        ThreadPosition.NeedleRight => NeedleRight,
        ThreadPosition.UpperLooper => UpperLooper,
        ThreadPosition.LowerLooper => LowerLooper,
        _ => throw new ArgumentOutOfRangeException(nameof(position), position, "An overlocker has no such thread."),
    };

    /// <inheritdoc/>
    public override Overlocker TunedTo(ManualSetting row) => this with
    {
        NeedleLeft = Tuned(NeedleLeft, row, ThreadPosition.NeedleLeft)!,
        NeedleRight = Tuned(NeedleRight, row, ThreadPosition.NeedleRight)!,
        UpperLooper = Tuned(UpperLooper, row, ThreadPosition.UpperLooper)!,
        LowerLooper = Tuned(LowerLooper, row, ThreadPosition.LowerLooper)!,
    };

    /// <summary>The number to set on the knife dial for a cutting width from the right needle, mm; null where the dial has none.</summary>
    public double? KnifeNumber(double fromRightMm)
    {
        if (KnifeDial is not { } dial)
        {
            return null;
        }

        var span = CuttingWidthMm.Most - CuttingWidthMm.Least;
        var share = span > 0 ? (fromRightMm - CuttingWidthMm.Least) / span : 0;
        return Math.Round(dial.AtLeast + share * (dial.AtMost - dial.AtLeast), 2);
    }

    /// <summary>The fingers that lay the loops elsewhere than one does.</summary>
    public IReadOnlyList<FingerPosition> FingersOtherThan(FingerPosition finger) => [.. Fingers.Where(f => f.LoopWidthFromRightMm != finger.LoopWidthFromRightMm)];

    /// <summary>The finger of that name; null where there is none.</summary>
    public FingerPosition? FingerNamed(string? name) => Fingers.FirstOrDefault(f => f.Name == name);

    /// <summary>The finger that goes with these needles; null where the machine's table has none.</summary>
    public FingerPosition? FingerFor(FingerUse use) => Fingers.FirstOrDefault(f => (f.Use & use) != 0);
}
