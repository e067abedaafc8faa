using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;

namespace YieldingLoop.Core.Planning;

/// <summary>A kept set-up, read by the seam model as it is now, with the cloth, the seam and the machine it was kept with.</summary>
/// <param name="Figures">The figures now.</param>
/// <param name="Changes">Those that are otherwise than they were kept.</param>
public sealed record ReadAnew(SeamAssessment Figures, IReadOnlyList<FigureChange> Changes)
{
    /// <summary>Two figures nearer than this share of themselves are the same.</summary>
    private const double Same = 0.005;

    /// <summary>Reads it; null where what was kept no longer makes a case.</summary>
    public static ReadAnew? Of(SetupPlan kept, Machine machine, ClothFigures cloth, SeamEntry seam)
    {
        if (kept.Setup.Case(kept.Tuned(machine), cloth, seam, kept.Need, kept.Schools).Value is not { } sewn)
        {
            return null;
        }

        var (then, now) = (kept.Figures, SeamAssessment.Of(sewn));
        (FigureKind What, double? Was, double? Is)[] all =
        [
            (FigureKind.Yield, then.YieldPercent.Middle, now.YieldPercent.Middle),
            (FigureKind.Gap, then.Seam.GapMm, now.Seam.GapMm),
            (FigureKind.Consumption, then.Seam.Consumption, now.Seam.Consumption),
            (FigureKind.MeetingLine, then.Seam.MeetingLineMm, now.Seam.MeetingLineMm),
            (FigureKind.Overhang, then.Seam.OverhangMm, now.Seam.OverhangMm),
            (FigureKind.Growth, then.GrowthPercent?.Middle, now.GrowthPercent?.Middle),
            (FigureKind.CoverFace, then.Seam.CoverFace, now.Seam.CoverFace),
            (FigureKind.SkipInFifty, then.SkipInFifty, now.SkipInFifty),
        ];
        return new(now, [.. all.Where(f => f is { Was: { } was, Is: { } changed } && Math.Abs(changed - was) > Same * Math.Max(Math.Abs(was), Math.Abs(changed)) + 1e-9).Select(f => new FigureChange(f.What, f.Was!.Value, f.Is!.Value))]);
    }
}
