using YieldingLoop.Core.Coach;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Store;
using YieldingLoop.Web.Drawings.Pull;
using YieldingLoop.Web.Pages.Swatches;

namespace YieldingLoop.Web.Pages.Setups;

/// <summary>The swatch as it is and as it should become, by the reading that lies furthest outside.</summary>
/// <param name="Aspect">Which reading.</param>
/// <param name="Is">The swatch as it is; null where nothing was sewn.</param>
/// <param name="Becomes">The swatch as it should become.</param>
public sealed record CoachPictures(SwatchAspect Aspect, string? Is, string Becomes)
{
    /// <summary>The two pictures; null where no drawing shows the difference.</summary>
    /// <param name="snapshot">The set-up.</param>
    /// <param name="setup">The set-up as sewn, or as it is to be sewn first.</param>
    /// <param name="verdict">How the last swatch stands; null before the first.</param>
    /// <param name="expect">What the next one should read; null where none is to be sewn, and the figure wanted is drawn.</param>
    /// <param name="wording">How things are called.</param>
    public static CoachPictures? Of(SetupSnapshot snapshot, Setup setup, SwatchVerdict? verdict, CoachExpectation? expect, Wording wording) =>
        Store.Swatches.CaseOf(snapshot, new SwatchEntry { Setup = setup }) is { } seam ? Of(seam, snapshot.Plan.Targets, MatchSheet.ClothOf(snapshot, seam), setup, verdict, expect, wording) : null;

    /// <summary>The two pictures of a swatch of any set-up; null where no drawing shows the difference.</summary>
    /// <param name="seam">The set-up as the seam model reads it.</param>
    /// <param name="targets">Its targets.</param>
    /// <param name="cloth">How the cloth looks.</param>
    /// <param name="setup">The set-up as sewn.</param>
    /// <param name="verdict">How the swatch stands; null before the first.</param>
    /// <param name="expect">What the next one should read; null where the figure wanted is drawn.</param>
    /// <param name="wording">How things are called.</param>
    public static CoachPictures? Of(SeamCase seam, Targets targets, PullCloth cloth, Setup setup, SwatchVerdict? verdict, CoachExpectation? expect, Wording wording)
    {
        var (scales, looks) = (MatchScale.Of(seam, targets), MatchLook.Of(seam, targets));
        var off = (verdict?.Deviations ?? []).OrderByDescending(d => d.OffBy / (d.Target.Tolerance is { } t and > 0 ? t : 1)).ToList();
        // Where nothing lies outside, or no drawing shows what does, the seam itself is drawn as it was read.
        foreach (var aspect in off.Select(d => d.Aspect).Concat(scales.Select(s => s.Aspect)))
        {
            var read = verdict?.Findings.FirstOrDefault(f => f.Aspect == aspect)?.Read;
            if (scales.FirstOrDefault(s => s.Aspect == aspect) is { } scale)
            {
                var becomes = ExpectedReading.Of(aspect, expect)?.Middle ?? aspect.Asked(targets)?.Aim;
                return becomes is { } to ? Scaled(scale, read, to, seam, setup, cloth, wording) : null;
            }

            if (looks.FirstOrDefault(l => l.Aspect == aspect) is { } look && read is { } seen && Chosen(look, seen) is var (isPicture, becomesPicture))
            {
                var drawing = new LookDrawing(look, seam, setup, cloth, wording);
                return new(aspect, drawing.Of(isPicture, 0)[0], drawing.Of(becomesPicture, 1)[0]);
            }
        }

        return null;
    }

    private static CoachPictures Scaled(MatchScale scale, double? read, double becomes, SeamCase seam, Setup setup, PullCloth cloth, Wording wording)
    {
        double In(double value) => Math.Round(Math.Clamp(value, scale.Least, scale.Most), 4);
        var (one, other) = (In(read ?? becomes), In(becomes));
        // The two at one scale, and nothing between them.
        var apart = Math.Abs(one - other) < scale.Step / 4 ? 0 : Math.Abs(other - one);
        var two = scale with { Least = Math.Min(one, other), Most = apart == 0 ? Math.Min(one, other) : Math.Max(one, other), Step = apart == 0 ? scale.Step : apart };
        var views = new MatchDrawing(two, seam, setup, cloth, wording, together: true).Views;
        var (first, last) = one <= other ? (views[0], views[^1]) : (views[^1], views[0]);
        return new(scale.Aspect, read is null ? null : first.Main, last.Main);
    }

    /// <summary>The picture that looks as was read, and the one it should become.</summary>
    private static (LookPicture Is, LookPicture Becomes)? Chosen(MatchLook look, double read)
    {
        LookPicture? Find(string id) => look.Pictures.FirstOrDefault(p => p.Id == id);
        var (isPicture, becomes) = look.Aspect switch
        {
            SwatchAspect.ThreadsShow => (Find(MatchLook.Yes), Find(MatchLook.No)),
            SwatchAspect.Tunnelling => (look.Pictures.MinBy(p => Math.Abs(p.Figure - read)), Find(nameof(Ridge.Flat))),
            SwatchAspect.Curl => (Find(read < 0 ? nameof(Curl.Left) : nameof(Curl.Right)), Find(nameof(Curl.Flat))),
            SwatchAspect.Skips => (look.Pictures.FirstOrDefault(p => p.Id != MatchLook.NothingSkipped), Find(MatchLook.NothingSkipped)),
            _ => (Find(MatchLook.No), Find(MatchLook.Yes)),
        };
        return isPicture is not null && becomes is not null ? (isPicture, becomes) : null;
    }
}

/// <summary>What the next swatch should read, by what is read.</summary>
internal static class ExpectedReading
{
    /// <summary>The band of nine in ten of one reading; null where it has none.</summary>
    public static Interval? Of(SwatchAspect aspect, CoachExpectation? expect) => aspect switch
    {
        _ when expect is null => null,
        SwatchAspect.MeetingLine => expect.MeetingLineMm,
        SwatchAspect.Gap => expect.GapMm,
        SwatchAspect.Overhang => expect.OverhangMm,
        SwatchAspect.Growth => expect.GrowthPercent,
        SwatchAspect.BesideUnsewn => expect.BesideUnsewnPercent,
        SwatchAspect.Tunnelling => expect.TunnellingIndex,
        SwatchAspect.CoverFace => expect.CoverFace,
        SwatchAspect.CoverBack => expect.CoverBack,
        SwatchAspect.Skips => expect.Skips,
        SwatchAspect.Hold => expect.PoppedAtPercent,
        _ => null,
    };
}
