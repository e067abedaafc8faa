using System.Text.Json;
using YieldingLoop.Core.Seams;

namespace YieldingLoop.Core.Swatches;

/// <summary>What readings are called.</summary>
public static class SwatchAspects
{
    /// <summary>Its identifier: "meeting-line".</summary>
    public static string Id(this SwatchAspect aspect) => JsonNamingPolicy.KebabCaseLower.ConvertName(aspect.ToString());

    /// <summary>As it stands in the middle of a sentence; the identifier itself where it is none.</summary>
    public static string InSentence(string id) => Enum.GetValues<SwatchAspect>().Where(a => a.Id() == id).Select(InSentence).FirstOrDefault(id);

    /// <summary>As it stands in the middle of a sentence.</summary>
    public static string InSentence(this SwatchAspect aspect) => aspect switch
    {
        SwatchAspect.MeetingLine => "the line where the loopers meet",
        SwatchAspect.Wrapped => "the thread round the edge",
        SwatchAspect.Gap => "the gap",
        SwatchAspect.ThreadsShow => "what shows when it is opened",
        SwatchAspect.Overhang => "the loops past the edge",
        SwatchAspect.Growth => "the growth in sewing",
        SwatchAspect.BesideUnsewn => "the length beside an unsewn strip",
        SwatchAspect.Curl => "the curve of the strip",
        SwatchAspect.Tunnelling => "the ridge between the rows",
        SwatchAspect.RowsParallel => "the rows",
        SwatchAspect.RawEdgeCaught => "the raw edge",
        SwatchAspect.CoverFace => "the cover of the face",
        SwatchAspect.CoverBack => "the cover of the back",
        SwatchAspect.Hold => "the stretch it holds to",
        SwatchAspect.Skips => "the skipped stitches",
        _ => "the broken thread",
    };

    /// <summary>What a swatch's targets ask of a reading; null where they do not ask for it.</summary>
    /// <param name="aspect">Which reading.</param>
    /// <param name="targets">The targets.</param>
    public static Target? Asked(this SwatchAspect aspect, Targets targets) => aspect switch
    {
        SwatchAspect.MeetingLine => targets.Wrapped ? null : targets.MeetingLineMm,
        SwatchAspect.Wrapped => targets.Wrapped ? Target.From(1) : null,
        SwatchAspect.Gap => targets.GapMm,
        SwatchAspect.Overhang => targets.OverhangMm,
        SwatchAspect.Growth => targets.GrowthPercent,
        SwatchAspect.BesideUnsewn => targets.BesideUnsewnPercent,
        SwatchAspect.Tunnelling => targets.TunnellingIndex,
        SwatchAspect.CoverFace => targets.CoverFace,
        SwatchAspect.CoverBack => targets.CoverBack,
        SwatchAspect.Hold => Target.From(targets.HoldPercent),
        SwatchAspect.Skips => Target.UpTo(0),
        _ => null,
    };
}
