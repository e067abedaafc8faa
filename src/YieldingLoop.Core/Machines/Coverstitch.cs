using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Machines;

/// <summary>A coverstitch machine: two or three seats over a chain looper, with or without a thread laid over the face.</summary>
public sealed record Coverstitch : Machine
{
    /// <summary>Left needle's dial.</summary>
    public required DialScale NeedleLeft { get; init; }

    /// <summary>Centre needle's dial; null where the clamp has no centre seat.</summary>
    public DialScale? NeedleCentre { get; init; }

    /// <summary>Right needle's dial.</summary>
    public required DialScale NeedleRight { get; init; }

    /// <summary>Chain looper's dial.</summary>
    public required DialScale ChainLooper { get; init; }

    /// <summary>Dial of the thread laid over the face; null where none is fitted.</summary>
    public DialScale? TopCover { get; init; }

    /// <summary>Between the left and the right needle, mm: the widest row pair.</summary>
    public required double LeftToRightMm { get; init; }

    /// <summary>Between the left and the centre needle, mm; null where there is no centre seat.</summary>
    public double? LeftToCentreMm { get; init; }

    /// <summary>How much higher the left tip stands than the right, mm (usually below 0); null until the manual's picture was looked at.</summary>
    public double? LeftTipHigherMm { get; init; }

    /// <summary>The same for the centre tip.</summary>
    public double? CentreTipHigherMm { get; init; }

    /// <summary>Seats that may sew a chain stitch with one needle, by the manual.</summary>
    public IReadOnlyList<string> ChainSeatIds { get; init; } = [];

    /// <summary>Differential ratio.</summary>
    public required SettingRange Differential { get; init; }

    /// <summary>Which way the chain looper travels.</summary>
    public LooperTravel LooperTravel { get; init; } = LooperTravel.RightToLeft;

    /// <summary>Special feet: for elastic, belt loops, a guide.</summary>
    public IReadOnlyList<SlottedPart> SpecialFeet { get; init; } = [];

    /// <inheritdoc/>
    public override IReadOnlyList<SlottedPart> PresserFeet => SpecialFeet;

    /// <inheritdoc/>
    public override MachineKind Kind => MachineKind.Coverstitch;

    /// <inheritdoc/>
    public override LooperTravel? Travel => LooperTravel;

    /// <inheritdoc/>
    public override SettingRange? Feed => Differential;

    /// <summary>Whether the clamp has a centre seat.</summary>
    public bool HasCentre => NeedleCentre is not null;

    /// <inheritdoc/>
    public override IReadOnlyList<(ThreadPosition Position, DialScale Dial)> Dials =>
    [
        .. new (ThreadPosition Position, DialScale? Dial)[]
        {
            (ThreadPosition.NeedleLeft, NeedleLeft), (ThreadPosition.NeedleCentre, NeedleCentre), (ThreadPosition.NeedleRight, NeedleRight),
            (ThreadPosition.ChainLooper, ChainLooper), (ThreadPosition.TopCover, TopCover),
        }.Where(d => d.Dial is not null).Select(d => (d.Position, d.Dial!)),
    ];

    /// <summary>The seats, left to right; without the centre one's distance, which the check refuses, it is drawn midway.</summary>
    public override IReadOnlyList<Seat> Seats => HasCentre
        ?
        [
            new(ThreadPosition.NeedleLeft, -LeftToRightMm, LeftTipHigherMm),
            new(ThreadPosition.NeedleCentre, (LeftToCentreMm ?? LeftToRightMm / 2) - LeftToRightMm, CentreTipHigherMm),
            new(ThreadPosition.NeedleRight, 0, 0),
        ]
        : [new(ThreadPosition.NeedleLeft, -LeftToRightMm, LeftTipHigherMm), new(ThreadPosition.NeedleRight, 0, 0)];

    /// <inheritdoc/>
    public override IReadOnlyList<Stitch> Stitches =>
    [
        .. new (bool Has, Stitch Stitch)[]
        {
            (ChainSeatIds.Count > 0, StitchCatalogue.Chain),
            (true, StitchCatalogue.TwoNeedleCover),
            (HasCentre, StitchCatalogue.ThreeNeedleCover),
            (TopCover is not null, StitchCatalogue.TwoNeedleTopCover),
            (HasCentre && TopCover is not null, StitchCatalogue.ThreeNeedleTopCover),
        }.Where(s => s.Has).Select(s => s.Stitch),
    ];

    /// <inheritdoc/>
    public override Coverstitch TunedTo(ManualSetting row) => this with
    {
        NeedleLeft = Tuned(NeedleLeft, row, ThreadPosition.NeedleLeft)!,
        NeedleCentre = Tuned(NeedleCentre, row, ThreadPosition.NeedleCentre),
        NeedleRight = Tuned(NeedleRight, row, ThreadPosition.NeedleRight)!,
        ChainLooper = Tuned(ChainLooper, row, ThreadPosition.ChainLooper)!,
        TopCover = Tuned(TopCover, row, ThreadPosition.TopCover),
    };

    /// <summary>Every pair of needles with the distance between them, the widest first.</summary>
    public IReadOnlyList<(ThreadPosition Left, ThreadPosition Right, double WidthMm)> Pairs =>
    [
        .. from left in Seats
           from right in Seats
           where left.OffsetMm < right.OffsetMm
           orderby right.OffsetMm - left.OffsetMm descending, left.OffsetMm
           select (left.Position, right.Position, Math.Round(right.OffsetMm - left.OffsetMm, 4)),
    ];
}
