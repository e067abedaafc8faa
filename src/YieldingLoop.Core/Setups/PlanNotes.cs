using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Seams;

namespace YieldingLoop.Core.Setups;

/// <summary>What to know before sewing: limits that could not be met, and what would help where the seam does not hold.</summary>
internal static class PlanNotes
{
    public static void Add(SolvedSetup solved, PlanRequest request, Need need, List<string> notes)
    {
        var figures = solved.Figures;
        var verdict = figures.Verdict!;
        var along = request.Cloth.StretchAlong(request.Seam.Direction);
        if (verdict.Verdict == Verdict.ClothGivesOut)
        {
            var other = request.Seam.Direction == ClothDirection.Across ? ClothDirection.Lengthwise : ClothDirection.Across;
            var turned = request.Cloth.StretchAlong(other).Value;
            notes.Add($"The wearer asks {need.Percent:0} %, the cloth reaches {along.Value:0} % along this seam: the answer is the pattern or the cloth, not the thread."
                + (turned >= need.Percent ? $" Cut the other way it would reach {turned:0} %." : ""));
        }

        if (verdict.Verdict is Verdict.ClothGivesOut or Verdict.Pops or Verdict.Tight && request.Seam is { NeedKind: NeedKind.Opening or NeedKind.NegativeEase, GarmentMm: { } garment })
        {
            // The largest need that would hold: the yield less its margin, and no more than the cloth gives.
            var bearable = Math.Min(along.Value, figures.Yield.Middle / Need.Margin);
            var wider = garment * (1 + need.Percent / 100) / (1 + bearable / 100);
            if (bearable > 0 && wider > garment)
            {
                notes.Add($"Drafted {wider:0} mm round instead of {garment:0}, the same seam would hold: it would be asked {bearable:0} %.");
            }
        }

        if (along.Source == FigureSource.Typical)
        {
            notes.Add($"The cloth's stretch is a guess for a cloth of this name, {along.Low:0} to {along.High:0} %. Measuring it takes two minutes and settles the verdict.");
        }

        if (solved.Draft.Waves && figures.Growth is { Middle: < SeamLimits.LettuceGrowthFrom } growth)
        {
            notes.Add($"The feed alone makes the edge {growth.Middle:0} % longer, short of the {SeamLimits.LettuceGrowthFrom:0} % a lettuce edge wants: hold it back a little behind the foot.");
        }

        if (figures.SkipInFifty > SeamLimits.SkipMost)
        {
            notes.Add($"Expect skips: {figures.SkipInFifty * 100:0} % chance in {SeamLimits.SkipStitches} stitches with this needle.");
        }

        if (figures.Seam.GapMm > SeamLimits.GapAcceptableMm)
        {
            notes.Add($"The seam opens {figures.Seam.GapMm:0.00} mm when pulled apart, over the acceptable {SeamLimits.GapAcceptableMm}.");
        }

        if (request.Cloth.Sheds && Math.Min(figures.Seam.CoverFace ?? 1, figures.Seam.CoverBack ?? 1) is var cover && cover < SeamLimits.CoverForShedding)
        {
            notes.Add($"The loops cover {cover:0.00} of the edge where shedding cloth wants {SeamLimits.CoverForShedding}.");
        }

        if (!solved.Draft.Rolled && Math.Abs(figures.Seam.OverhangMm!.Value) > SeamLimits.OverhangToleranceMm)
        {
            notes.Add(figures.Seam.OverhangMm > 0
                ? $"The loops hang {figures.Seam.OverhangMm:0.0} mm off the edge: the knife does not reach further out on this finger."
                : $"The edge is rolled in by {-figures.Seam.OverhangMm:0.0} mm: the knife does not come closer on this finger.");
        }

        if (request.Cloth.Melts)
        {
            notes.Add("This cloth melts under a hot iron: press cool and through another cloth.");
        }

        if (request.Cloth.Runs)
        {
            notes.Add("This cloth runs from a cut stitch: skim the edge with the knife and do not unpick with a blade.");
        }
    }
}
