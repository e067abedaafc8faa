namespace YieldingLoop.Core.Practice;

/// <summary>One thing that somebody can do, and that can be practised.</summary>
/// <param name="Id">Its identifier: "seat-low".</param>
/// <param name="Kind">Where it is practised.</param>
public sealed record PracticeSkill(string Id, PracticeKind Kind)
{
    /// <summary>Needles.</summary>
    public static readonly PracticeSkill
        SeatLow = new("seat-low", PracticeKind.Seats),
        SeatReversed = new("seat-reversed", PracticeKind.Seats),
        SeatBackwards = new("seat-backwards", PracticeKind.Seats),
        SeatWrong = new("seat-wrong", PracticeKind.Seats),
        SeatFinger = new("seat-finger", PracticeKind.Seats),
        SeatRight = new("seat-right", PracticeKind.Seats);

    /// <summary>Threading.</summary>
    public static readonly PracticeSkill
        OrderOverlocker = new("order-overlocker", PracticeKind.Order),
        OrderCover = new("order-coverstitch", PracticeKind.Order),
        OrderTwin = new("order-twin", PracticeKind.Order);

    /// <summary>Reading.</summary>
    public static readonly PracticeSkill
        ReadMeeting = new("read-meeting", PracticeKind.Read),
        ReadGap = new("read-gap", PracticeKind.Read),
        ReadEdge = new("read-edge", PracticeKind.Read),
        ReadFeed = new("read-feed", PracticeKind.Read),
        ReadRidge = new("read-ridge", PracticeKind.Read),
        ReadSkips = new("read-skips", PracticeKind.Read),
        ReadRight = new("read-right", PracticeKind.Read);

    /// <summary>Mending.</summary>
    public static readonly PracticeSkill
        MendGross = new("mend-gross", PracticeKind.Mend),
        MendPlain = new("mend-plain", PracticeKind.Mend),
        MendSubtle = new("mend-subtle", PracticeKind.Mend),
        MendTwo = new("mend-two", PracticeKind.Mend);

    /// <summary>Every one, in the order they are pinned up.</summary>
    public static IReadOnlyList<PracticeSkill> All { get; } =
    [
        SeatLow, SeatReversed, SeatBackwards, SeatWrong, SeatFinger, SeatRight, OrderOverlocker, OrderCover, OrderTwin,
        ReadMeeting, ReadGap, ReadEdge, ReadFeed, ReadRidge, ReadSkips, ReadRight, MendGross, MendPlain, MendSubtle, MendTwo,
    ];

    /// <summary>The one of an identifier; null where there is none.</summary>
    public static PracticeSkill? Find(string? id) => All.FirstOrDefault(s => s.Id == id);

    /// <summary>What a level of mending teaches.</summary>
    public static PracticeSkill Of(MendLevel level) => level switch
    {
        MendLevel.Gross => MendGross,
        MendLevel.Plain => MendPlain,
        MendLevel.Subtle => MendSubtle,
        _ => MendTwo,
    };
}
