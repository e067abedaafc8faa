using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Setups;

/// <summary>Which seats are filled and which finger goes with them: common practice B9, B10, D5.</summary>
internal static class SeatRules
{
    public delegate SetupDraft Maker(Stitch stitch, ThreadPosition[] seats, FingerPosition finger);

    /// <summary>One needle and the finger the machine's table gives it; null where the table has none.</summary>
    public static SetupDraft? ThreeThreads(PlanRequest request, Maker make)
    {
        var machine = request.Machine;
        if (request.Seam.Job.Rolls())
        {
            return machine.FingerFor(FingerUse.Rolled) is { } rolled ? make(StitchCatalogue.ThreeThreadOveredge, [ThreadPosition.NeedleRight], rolled) : null;
        }

        var wide = request.Seam.Job == SeamJob.EdgeFinish
            && (request.Cloth.Sheds || request.Cloth.AreaDensity.Value >= OverlockPlanner.HeavyFromGsm);
        var left = machine.FingerFor(FingerUse.LeftNeedle);
        var right = machine.FingerFor(FingerUse.RightNeedle);
        return (wide && left is not null) || right is null
            ? left is not null ? make(StitchCatalogue.ThreeThreadOveredge, [ThreadPosition.NeedleLeft], left) : null
            : make(StitchCatalogue.ThreeThreadOveredge, [ThreadPosition.NeedleRight], right);
    }

    /// <summary>Both needles; null where the machine's table has no finger for them.</summary>
    public static SetupDraft? FourThreads(PlanRequest request, Maker make) =>
        request.Machine.FingerFor(FingerUse.BothNeedles) is { } finger
            ? make(request.Machine.FourThreadStitch, [ThreadPosition.NeedleLeft, ThreadPosition.NeedleRight], finger)
            : null;

    /// <summary>Four threads to join, or three where three are strong enough or four would drag thin cloth.</summary>
    public static SetupDraft FourOrThree(SetupDraft? four, SetupDraft? three, PlanRequest request, Need need, List<Reason> reasons)
    {
        if (four is null || three is null)
        {
            var only = (four ?? three)!;
            reasons.Add(new(PlanTopic.Stitch, $"{(four is null ? "Three" : "Four")} threads, the only way this machine's table has a finger for.", "machine record"));
            return only;
        }

        var school = Schools.Join.Find(request.Schools.JoinId);
        var basis = $"common practice; school: {school.Name}";
        var wanted = request.Cloth.AreaDensity.Value * (request.Schools.StrengthFirst ? SeamLimits.StrengthFirstPerGram : SeamLimits.LightnessFirstPerGram);
        var threeFigures = SetupSolver.Solve(three, request, need).Figures;
        var fourFigures = SetupSolver.Solve(four, request, need).Figures;
        var strength = threeFigures.Seam.StrengthNewtonsPerCm;
        if (strength >= wanted)
        {
            reasons.Add(new(PlanTopic.Stitch, $"Three threads: at {three.LengthMm:0.##} mm they hold {strength:0} N/cm across the seam, enough where {wanted:0} are wanted, and three lie flatter.", basis));
            return three;
        }

        if (fourFigures.Drag > SeamLimits.DragMost && request.Cloth.AreaDensity.Value < OverlockPlanner.ThinBelowGsm)
        {
            reasons.Add(new(PlanTopic.Stitch, $"Three threads, because four would drag this thin stretchy cloth out of shape (drag {fourFigures.Drag:0.00}, limit {SeamLimits.DragMost:0}); strength gives way to that here ({strength:0} N/cm at {three.LengthMm:0.##} mm where {wanted:0} were wanted).", "common practice; seam model"));
            return three;
        }

        reasons.Add(new(PlanTopic.Stitch, $"Four threads join: at {four.LengthMm:0.##} mm three would hold {strength:0} N/cm across the seam where {wanted:0} are wanted, four hold {fourFigures.Seam.StrengthNewtonsPerCm:0}.", basis));
        return four;
    }
}
