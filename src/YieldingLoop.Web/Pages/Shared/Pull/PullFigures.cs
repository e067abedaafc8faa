using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Settings;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.Shared;

/// <summary>Which drawing a figure stands beside.</summary>
public enum PullPlace
{
    /// <summary>The face.</summary>
    Face,

    /// <summary>The back.</summary>
    Back,

    /// <summary>The edge.</summary>
    Edge,

    /// <summary>The seam opened crosswise.</summary>
    Opened,

    /// <summary>The strip.</summary>
    Strip,
}

/// <summary>A figure beside the drawing it describes.</summary>
/// <param name="Place">Which drawing.</param>
/// <param name="Name">What it is.</param>
/// <param name="Reads">What the model gives.</param>
/// <param name="Off">What it should be, where it is not; empty where it is, or where nothing is asked.</param>
public sealed record PullFigure(PullPlace Place, string Name, string Reads, string Off);

/// <summary>The figures of a set-up that is tried out, against the targets of the one that is wanted.</summary>
public static class PullFigures
{
    /// <summary>Every figure the stitch has.</summary>
    /// <param name="tried">The set-up as it is tried.</param>
    /// <param name="wanted">The targets it is held against.</param>
    /// <param name="wording">How things are called.</param>
    public static IEnumerable<PullFigure> Of(SetupPlan tried, Targets wanted, Wording wording)
    {
        var (figures, seam) = (tried.Figures, tried.Figures.Seam);
        if (seam.CoverFace is { } face)
        {
            yield return new(PullPlace.Face, "Cover", Percent(face), Off(wanted.CoverFace, face, f => Percent(f)));
        }

        if (seam.CoverBack is { } back)
        {
            yield return new(PullPlace.Back, "Cover", Percent(back), Off(wanted.CoverBack, back, f => Percent(f)));
        }

        if (seam.MeetingLineMm is { } meeting)
        {
            yield return new(PullPlace.Edge, tried.Stitch.OtherPositions.Count > 1 ? "Loopers meet" : "Threads meet", SetupCard.Meeting(meeting, wording), Off(wanted.MeetingLineMm, meeting, f => SetupCard.Meeting(f, wording)));
        }

        if (seam.OverhangMm is { } overhang)
        {
            yield return new(PullPlace.Edge, "Loops lie", Lies(overhang, wording), Off(wanted.OverhangMm, overhang, f => Lies(f, wording)));
        }

        if (seam.TunnellingIndex is { } tunnel)
        {
            var index = tried.Tape ? tunnel / 2 : tunnel;
            yield return new(PullPlace.Edge, "Rows drawn together", $"{Percent(index)} as hard as still lies flat", Off(wanted.TunnellingIndex, index, f => Percent(f)));
        }

        if (figures.Drag is { } drag)
        {
            yield return new(PullPlace.Face, "Loops pull", $"{Percent(drag)} as hard as the edge bears", Off(wanted.Drag, drag, f => Percent(f)));
        }

        yield return new(PullPlace.Opened, "Gap", wording.Length(seam.GapMm, 2, inFull: true), Off(wanted.GapMm, seam.GapMm, f => wording.Length(f, 2)));
        if (figures.GrowthPercent is { } growth)
        {
            yield return new(PullPlace.Strip, "Growth in sewing", $"{FieldText.WithSign(growth.Middle)} %", Off(wanted.GrowthPercent, growth.Middle, f => $"{FieldText.WithSign(f)} %"));
        }
    }

    private static string Off(Target? target, double reading, Func<double, string> say) => target is not { } asked || asked.Met(reading) ? ""
        : (asked.Least, asked.Most) switch
        {
            ({ } least, { } most) => $"wanted between {say(least)} and {say(most)}",
            ({ } least, null) => $"wanted at least {say(least)}",
            (null, { } most) => $"wanted at most {say(most)}",
            _ => "",
        };

    private static string Lies(double overhang, Wording wording) => Math.Abs(overhang) < 0.05 ? "on the edge" : $"{wording.Length(Math.Abs(overhang))} {(overhang < 0 ? "short of" : "past")} the edge";

    private static string Percent(double share) => $"{FieldText.Round(100 * share, 0)} %";
}
