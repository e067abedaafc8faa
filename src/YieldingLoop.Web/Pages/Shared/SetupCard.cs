using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Web.Pages.Shared;

/// <summary>Everything a set-up card shows.</summary>
public sealed record SetupCard(SetupPlan Plan, Overlocker Machine, ClothFigures Cloth, SeamEntry Seam)
{
    /// <summary>"stretch 80/12".</summary>
    public string Needle => $"{Plan.Point.Name} {Plan.NeedleSize}";

    public bool Left => Plan.Fills(ThreadPosition.NeedleLeft);

    public bool Right => Plan.Fills(ThreadPosition.NeedleRight);

    public double ClothStretch => Cloth.StretchAlong(Seam.Direction).Value;
}
