using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Settings;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.Shared;

/// <summary>A target in words.</summary>
/// <param name="Name">What is read.</param>
/// <param name="Term">The glossary's term for it; null for none.</param>
/// <param name="Wanted">What is wanted.</param>
/// <param name="Tolerance">How far it may be off; empty where the bound is what is wanted.</param>
/// <param name="Predicted">What the model expects, and what else belongs to it.</param>
public sealed record TargetLine(string Name, string? Term, string Wanted, string Tolerance, string Predicted)
{
    /// <summary>Tolerance and prediction, as they stand beside what is wanted.</summary>
    public string Detail => string.Join("; ", new[] { Tolerance, Predicted }.Where(d => d.Length > 0));

    /// <summary>Whether anything is asked; a figure nobody asks anything of has no place on paper.</summary>
    public bool Asked { get; init; } = true;

    /// <summary>One sentence for paper.</summary>
    public string Sentence => $"{Name} {Wanted}{(Tolerance.Length > 0 ? $" ({Tolerance})" : "")}.";
}

/// <summary>What a swatch of a set-up should show, in words: the same on the card, on paper and wherever else it stands.</summary>
public static class TargetLines
{
    /// <summary>Every target of a set-up.</summary>
    public static IEnumerable<TargetLine> Of(SetupPlan plan, Wording wording)
    {
        var (targets, figures) = (plan.Targets, plan.Figures);
        if (targets.MeetingLineMm is { } meeting)
        {
            yield return Meeting(plan, meeting, wording);
        }

        if (targets.GapMm is { } gap)
        {
            yield return gap.Most is { } most
                ? new("Gap, pulled open", "reading.gap", $"at most {wording.Length(most, 2)}", "", $"predicted {wording.Length(figures.Seam.GapMm, 2, inFull: true)}, {SeamLimits.GapWord(figures.Seam.GapMm)}")
                : new("Opens when pulled flat", null, gap.Least is { } least ? $"at least {wording.Length(least)}" : $"about {wording.Length(gap.Wanted!.Value)}", "", $"of {wording.Length(plan.LoopWidthMm)}{(gap.Least is null ? "" : $", predicted {wording.Length(figures.Seam.GapMm)}")}");
        }

        if (targets.OverhangMm is { } overhang)
        {
            var wanted = overhang.Wanted!.Value;
            yield return new(
                "Loops lie", "reading.overhang",
                Math.Abs(wanted) < 0.05 ? "on the edge" : $"{wording.Length(Math.Abs(wanted))} {(wanted < 0 ? "short of" : "past")} the edge",
                $"± {wording.Length(overhang.Tolerance!.Value)}", figures.Seam.OverhangMm is { } over && Math.Abs(over - wanted) > 0.05 ? $"predicted {wording.Length(over, withSign: true)}" : "");
        }

        if (targets.TunnellingIndex is { } ridge && figures.Seam.TunnellingIndex is { } tunnel)
        {
            var index = plan.Tape ? tunnel / 2 : tunnel;
            yield return ridge.Least is { } least ? new("A ridge stands up", null, $"drawn together {Percent(least)} or more", "", $"predicted {Percent(index)} of what still lies flat") : new(
                "Rows lie flat", null, index <= SeamLimits.TunnellingFlat ? "no ridge" : index <= SeamLimits.TunnellingSlight ? "a slight ridge" : "a ridge", "",
                $"drawn together {Percent(index)} as hard as still lies flat{(plan.Tape ? ", with tape" : "")}{(ridge.Most > SeamLimits.TunnellingFlat ? $", accepted up to {Percent(ridge.Most.Value)}" : "")}");
        }

        if (targets.GrowthPercent is { } growth && figures.GrowthPercent is { } grown)
        {
            var band = $"predicted within {FieldText.WithSign(grown.Low)} to {FieldText.WithSign(grown.High)} %";
            yield return growth.Tolerance is { } tolerance
                ? new("Growth in sewing", "reading.growth", $"{FieldText.InFull(growth.Wanted!.Value)} %", $"± {FieldText.Of(tolerance)}", band)
                : new("Growth in sewing", "reading.growth", $"at least {FieldText.WithSign(growth.Least!.Value)} %", "", band);
        }

        if (targets.BesideUnsewnPercent is { } beside)
        {
            yield return new("Beside an unsewn strip", null, "as long", $"± {FieldText.Of(beside.Tolerance)} %", figures.Drag is { } drag ? $"its loops pull {Percent(drag)} as hard as the edge bears" : "");
        }

        if (figures.Seam is { CoverFace: { } face, CoverBack: { } back })
        {
            yield return new(
                "Cover, face and back", "reading.cover", $"{Percent(face)} and {Percent(back)}", "",
                (targets.CoverFace?.Least, targets.CoverBack?.Least) switch
                {
                    ({ } onFace, null) => $"at least {Percent(onFace)} on the face: nothing may show",
                    ({ } both, _) => $"at least {Percent(both)}: this cloth sheds",
                    _ => "no minimum asked",
                })
            {
                Asked = targets.CoverFace is not null,
            };
        }

        yield return new("Pulled along the seam", null, $"to {FieldText.Round(targets.HoldPercent, 0)} %", "", $"over {targets.HoldStitches} stitches nothing pops, breaks or skips");
    }

    private static string Percent(double share) => $"{FieldText.Round(100 * share, 0)} %";

    private static TargetLine Meeting(SetupPlan plan, Target meeting, Wording wording)
    {
        var band = plan.Figures.MeetingLineMm is { } predicted ? $"predicted within {wording.Length(predicted.Low, withSign: true)} to {wording.Length(predicted.High, withSign: true)}" : "";
        return plan.Targets.Wrapped && meeting.Most is { } wrapped && meeting.Least is null
                ? new("Upper thread", "reading.meeting-line", "right round the edge", $"at least {wording.Length(-wrapped)} to the back", band)
            : meeting.Wanted is { } wanted
                ? new("Loopers meet", "reading.meeting-line", SetupCard.Meeting(wanted, wording), $"± {wording.Length(SeamLimits.MeetingLineToleranceMm)}", band)
                : new("Threads meet", "reading.meeting-line", "on the face", $"up to {wording.Length(meeting.Most ?? 0)}", band);
    }
}
