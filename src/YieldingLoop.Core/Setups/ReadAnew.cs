using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;

namespace YieldingLoop.Core.Setups;

/// <summary>A figure that a set-up has twice: as it was kept, and as the model reads the same set-up now.</summary>
/// <param name="What">Which.</param>
/// <param name="Was">As it was kept.</param>
/// <param name="Is">As it is read now.</param>
public sealed record FigureChange(FigureKind What, double Was, double Is);

/// <summary>The figures that are compared.</summary>
public enum FigureKind
{
    /// <summary>Yield, %.</summary>
    Yield,

    /// <summary>Gap, mm.</summary>
    Gap,

    /// <summary>Thread used, metres per metre.</summary>
    Consumption,

    /// <summary>Meeting line, mm.</summary>
    MeetingLine,

    /// <summary>Overhang, mm.</summary>
    Overhang,

    /// <summary>Growth, %.</summary>
    Growth,

    /// <summary>Cover of the face.</summary>
    CoverFace,

    /// <summary>Chance of a skip in fifty stitches, 0 … 1.</summary>
    SkipInFifty,
}

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
        var head = kept.Baseline is { } row ? machine.TunedTo(row) : machine;
        if (kept.Setup.Case(head, cloth, seam, kept.Need, kept.Schools).Value is not { } sewn)
        {
            return null;
        }

        var (then, now) = (kept.Figures, SeamAssessment.Of(sewn));
        (FigureKind What, double? Was, double? Is)[] all =
        [
            (FigureKind.Yield, then.Yield.Middle, now.Yield.Middle),
            (FigureKind.Gap, then.Seam.GapMm, now.Seam.GapMm),
            (FigureKind.Consumption, then.Seam.Consumption, now.Seam.Consumption),
            (FigureKind.MeetingLine, then.Seam.MeetingLineMm, now.Seam.MeetingLineMm),
            (FigureKind.Overhang, then.Seam.OverhangMm, now.Seam.OverhangMm),
            (FigureKind.Growth, then.Growth?.Middle, now.Growth?.Middle),
            (FigureKind.CoverFace, then.Seam.CoverFace, now.Seam.CoverFace),
            (FigureKind.SkipInFifty, then.SkipInFifty, now.SkipInFifty),
        ];
        return new(now, [.. all.Where(f => f is { Was: { } was, Is: { } changed } && Math.Abs(changed - was) > Same * Math.Max(Math.Abs(was), Math.Abs(changed)) + 1e-9).Select(f => new FigureChange(f.What, f.Was!.Value, f.Is!.Value))]);
    }
}
