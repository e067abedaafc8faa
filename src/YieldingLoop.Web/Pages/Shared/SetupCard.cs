using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Pages.Shared;

/// <summary>Everything a set-up card shows.</summary>
public sealed record SetupCard(SetupPlan Plan, Overlocker Machine, ClothFigures Cloth, SeamEntry Seam)
{
    /// <summary>The card of a kept set-up, as it was kept.</summary>
    public static SetupCard Of(SetupSnapshot kept) => new(kept.Plan, kept.Machine, kept.ClothFigures, kept.Seam);

    /// <summary>What is printed beside a dial on the machine; null where that only repeats the thread's name.</summary>
    public static string? MarkOf(ThreadPosition position, DialScale dial) =>
        dial.Label.Length > 0 && !position.Name().StartsWith(dial.Label, StringComparison.OrdinalIgnoreCase) ? dial.Label : null;

    /// <summary>Where the loopers meet, in words.</summary>
    public static string Meeting(double meetingMm, Wording wording) =>
        Math.Abs(meetingMm) < 0.05 ? "on the edge" : $"{wording.Length(Math.Abs(meetingMm))} to the {(meetingMm > 0 ? "face" : "back")}";

    /// <summary>"stretch 80/12", the chosen number first.</summary>
    public string NeedleIn(Wording wording) => $"{wording.Say(Plan.Point.Name)} {wording.Say(Plan.NeedleSize)}";

    /// <summary>The dials as this set-up counts from them: neutral is the manual's number where its table has one.</summary>
    public IReadOnlyList<(ThreadPosition Position, DialScale Dial)> Dials => (Plan.Baseline is { } row ? Machine.TunedTo(row) : Machine).Dials;

    /// <summary>The seats that hold a needle.</summary>
    public IReadOnlyCollection<ThreadPosition> FilledSeats => [.. Plan.Threads.Select(t => t.Position).Where(p => p.IsNeedle())];

    public bool Left => Plan.Fills(ThreadPosition.NeedleLeft);

    public bool Right => Plan.Fills(ThreadPosition.NeedleRight);

    public double ClothStretch => Cloth.StretchAlong(Seam.Direction).Value;
}
