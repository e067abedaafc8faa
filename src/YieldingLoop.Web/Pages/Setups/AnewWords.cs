using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Seams;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.Setups;

/// <summary>Says what the seam model of today reads otherwise in a set-up that was kept with an earlier one.</summary>
public static class AnewWords
{
    /// <summary>One sentence with every figure before and now.</summary>
    public static string Sentence(SetupPlan kept, ReadAnew anew)
    {
        if (anew.Changes.Count == 0)
        {
            return $"Version {SeamModel.Version} reads the same set-up as version {kept.ModelVersion} did.";
        }

        var (was, now) = (kept.Figures.Verdict!, anew.Figures.Verdict!);
        var verdict = was.Verdict == now.Verdict ? $"the verdict stays: {now.Verdict.Word()}" : $"the verdict is {now.Verdict.Word()} instead of {was.Verdict.Word()}";
        return $"The same set-up, read by version {SeamModel.Version}: {string.Join("; ", anew.Changes.Select(Change))}; {verdict}.";
    }

    private static string Change(FigureChange change) => change.What switch
    {
        FigureKind.Yield => $"it pops at {FieldText.Round(change.Is)} % instead of {FieldText.Round(change.Was)}",
        FigureKind.Gap => $"it opens {FieldText.Round(change.Is, 2)} mm instead of {FieldText.Round(change.Was, 2)}",
        FigureKind.Consumption => $"it takes {FieldText.Round(change.Is, 2)} m of thread per metre instead of {FieldText.Round(change.Was, 2)}",
        FigureKind.MeetingLine => $"the loopers meet at {FieldText.WithSign(change.Is, 2)} mm instead of {FieldText.WithSign(change.Was, 2)}",
        FigureKind.Overhang => $"the loops reach {FieldText.WithSign(change.Is, 2)} mm past the edge instead of {FieldText.WithSign(change.Was, 2)}",
        FigureKind.Growth => $"it grows {FieldText.WithSign(change.Is)} % instead of {FieldText.WithSign(change.Was)}",
        FigureKind.CoverFace => $"the face is covered {FieldText.Round(change.Is, 2)} instead of {FieldText.Round(change.Was, 2)}",
        _ => $"a skip in {SeamLimits.SkipStitches} stitches has a chance of {FieldText.Round(100 * change.Is)} % instead of {FieldText.Round(100 * change.Was)}",
    };
}
