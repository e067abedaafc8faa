using YieldingLoop.Core.Practice;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Core.Threads;
using YieldingLoop.Web.Drawings.Pull;

namespace YieldingLoop.Web.Pages.Practice;

/// <summary>One look at a swatch.</summary>
/// <param name="Sides">The drawings of it: one, or the same from two sides.</param>
/// <param name="Should">The same as it should be, at the same scale; none where it is.</param>
/// <param name="Strip">Whether it is a whole strip as it lies.</param>
public sealed record ReadView(IReadOnlyList<string> Sides, IReadOnlyList<string> Should, bool Strip = false);

/// <summary>A swatch that is to be read, looked at every way there is: the seam, the strip as it lies, opened, from its end. Which of them shows something is what there is to see.</summary>
/// <param name="read">The case.</param>
/// <param name="wording">How things are called.</param>
public sealed class ReadPictures(ReadCase read, Wording wording)
{
    /// <summary>How far a seam that is as it should be is drawn open, as a share of what passes.</summary>
    private const double OpenShare = 0.4;

    private readonly SeamCase seam = read.Sewn;
    private readonly Targets targets = read.Trial.Plan.Targets;
    private readonly PullCloth cloth = new(read.Trial.Cloth.Colour, read.Trial.Seam.Direction, Math.Max(1, read.Sewn.Plies ?? 1));

    /// <summary>Every look at it.</summary>
    public IReadOnlyList<ReadView> Views()
    {
        var scales = MatchScale.Of(seam, targets);
        var looks = MatchLook.Of(seam, targets);
        var views = new List<ReadView>();
        if (scales.FirstOrDefault(s => s.Aspect == read.Aspect && s.Aspect is SwatchAspect.MeetingLine or SwatchAspect.Overhang) is { } off)
        {
            views.Add(Scaled(off));
        }
        else if (read.Row is null && scales.FirstOrDefault(s => s.Aspect == SwatchAspect.MeetingLine) is { } meeting)
        {
            views.Add(Scaled(meeting));
        }
        else
        {
            var skips = looks.First(l => l.Aspect == SwatchAspect.Skips);
            views.Add(Chosen(skips, read.Row?.Id() ?? MatchLook.NothingSkipped, MatchLook.NothingSkipped, 0));
        }

        views.AddRange(scales.Where(s => s.Aspect == SwatchAspect.Growth || (s.Aspect == SwatchAspect.Gap && targets.GapMm is { Least: null })).Select(Scaled));
        if (looks.FirstOrDefault(l => l.Aspect == SwatchAspect.Tunnelling) is { } ridge)
        {
            views.Add(Chosen(ridge, (read.Shown == ShownThing.Ridge ? ridge.Pictures.MinBy(p => Math.Abs(p.Figure - read.Figure))!.Id : nameof(Ridge.Flat)), nameof(Ridge.Flat), 10));
        }

        return views;
    }

    private double Wanted(SwatchAspect aspect) => aspect == SwatchAspect.Gap ? OpenShare * (targets.GapMm!.Value.Most ?? 0) : aspect.Asked(targets)?.Aim ?? 0;

    private ReadView Scaled(MatchScale scale)
    {
        var aim = scale.Values.MinBy(v => Math.Abs(v - Wanted(scale.Aspect)));
        var here = read.Shown != ShownThing.Right && scale.Aspect == read.Aspect;
        var figure = here ? read.Figure : aim;
        var (least, most) = (Math.Min(aim, figure), Math.Max(aim, figure));
        var views = new MatchDrawing(scale with { Least = least, Most = most, Step = most > least ? most - least : scale.Step }, seam, read.Trial.Plan.Setup, cloth, wording, together: true).Views;
        var (first, last) = figure <= aim ? (views[0], views[^1]) : (views[^1], views[0]);
        return new([first.Main, .. first.Beside], here ? [last.Main, .. last.Beside] : [], scale.Aspect == SwatchAspect.Growth);
    }

    private ReadView Chosen(MatchLook look, string shown, string should, int number)
    {
        var drawing = new LookDrawing(look, seam, read.Trial.Plan.Setup, cloth, wording);
        LookPicture Find(string id) => look.Pictures.First(p => p.Id == id);
        return new(drawing.Of(Find(shown), number), shown == should ? [] : drawing.Of(Find(should), number + 1));
    }
}
