using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;
using YieldingLoop.Store;
using YieldingLoop.Web.Forms;

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
    public static string Meeting(double meetingMm) =>
        Math.Abs(meetingMm) < 0.05 ? "on the edge" : $"{FieldText.Round(Math.Abs(meetingMm))} mm to the {(meetingMm > 0 ? "face" : "back")}";

    /// <summary>"stretch 80/12".</summary>
    public string Needle => $"{Plan.Point.Name} {Plan.NeedleSize}";

    public bool Left => Plan.Fills(ThreadPosition.NeedleLeft);

    public bool Right => Plan.Fills(ThreadPosition.NeedleRight);

    public double ClothStretch => Cloth.StretchAlong(Seam.Direction).Value;
}
