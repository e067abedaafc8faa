using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.Shared;

/// <summary>How readings of a swatch are called, and how their figures are said.</summary>
public static class ReadingWords
{
    /// <summary>What a reading is called.</summary>
    public static string Name(SwatchAspect aspect) => aspect switch
    {
        SwatchAspect.MeetingLine => "Loopers meet",
        SwatchAspect.Wrapped => "Upper thread right round the edge",
        SwatchAspect.Gap => "Gap, pulled open",
        SwatchAspect.ThreadsShow => "Threads show, pulled open",
        SwatchAspect.Overhang => "Loops past the edge",
        SwatchAspect.Growth => "Growth in sewing",
        SwatchAspect.BesideUnsewn => "Beside an unsewn strip",
        SwatchAspect.Curl => "Leaves the machine",
        SwatchAspect.Tunnelling => "Ridge between the rows",
        SwatchAspect.RowsParallel => "Rows even and parallel",
        SwatchAspect.RawEdgeCaught => "Raw edge caught all along",
        SwatchAspect.CoverFace => "Cover of the face",
        SwatchAspect.CoverBack => "Cover of the back",
        SwatchAspect.Hold => "Pulled along, nothing popped",
        SwatchAspect.Skips => "Skipped stitches",
        _ => "Threads that broke in sewing",
    };

    private static string Unit(SwatchAspect aspect) => aspect switch
    {
        SwatchAspect.MeetingLine or SwatchAspect.Gap or SwatchAspect.Overhang => "mm",
        SwatchAspect.Growth or SwatchAspect.BesideUnsewn or SwatchAspect.Hold => "%",
        SwatchAspect.CoverFace or SwatchAspect.CoverBack => "share",
        SwatchAspect.Tunnelling or SwatchAspect.Skips => "count",
        _ => "",
    };

    private static bool Signed(SwatchAspect aspect) => aspect is SwatchAspect.MeetingLine or SwatchAspect.Overhang or SwatchAspect.Growth or SwatchAspect.BesideUnsewn;

    /// <summary>A figure of a reading, with its unit, and its sign where it has two sides.</summary>
    public static string Figure(SwatchAspect aspect, double value, Wording wording) => Unit(aspect) switch
    {
        "mm" => wording.Length(value, 2, withSign: Signed(aspect)),
        "%" => $"{(Signed(aspect) ? FieldText.WithSign(value) : FieldText.Round(value))} %",
        "share" => $"{FieldText.Round(100 * value, 0)} %",
        _ => FieldText.Round(value, 2),
    };

    /// <summary>From one figure of a reading to another, the unit said once.</summary>
    public static string Range(SwatchAspect aspect, double low, double high, Wording wording)
    {
        var (from, to) = (Figure(aspect, low, wording), Figure(aspect, high, wording));
        var unit = to.LastIndexOf(' ') is >= 0 and var at ? to[at..] : "";
        return $"{(unit.Length > 0 && from.EndsWith(unit, StringComparison.Ordinal) ? from[..^unit.Length] : from)} to {to}";
    }

    /// <summary>What was read.</summary>
    public static string Read(SwatchFinding finding, Wording wording) => finding.Aspect switch
    {
        SwatchAspect.Wrapped or SwatchAspect.RowsParallel or SwatchAspect.RawEdgeCaught or SwatchAspect.ThreadsShow => finding.Read > 0 ? "yes" : "no",
        SwatchAspect.Curl => finding.Read < 0 ? "to the left" : finding.Read > 0 ? "to the right" : "straight",
        SwatchAspect.Broke => "it broke",
        SwatchAspect.Skips when finding.Read == 0 => "none",
        _ => Figure(finding.Aspect, finding.Read, wording),
    };

    /// <summary>What passes.</summary>
    public static string Passes(SwatchAspect aspect, Target target, Wording wording) => aspect switch
    {
        SwatchAspect.Wrapped or SwatchAspect.RowsParallel or SwatchAspect.RawEdgeCaught => "yes",
        SwatchAspect.ThreadsShow => "no",
        SwatchAspect.Curl => "straight",
        SwatchAspect.Broke => "none breaks",
        SwatchAspect.Skips => "none",
        SwatchAspect.Hold => $"{Figure(aspect, target.Least!.Value, wording)} or further",
        _ => (target.Least, target.Most) switch
        {
            ({ } least, { } most) => Range(aspect, least, most, wording),
            ({ } least, null) => $"{Figure(aspect, least, wording)} or more",
            (null, { } most) => $"{Figure(aspect, most, wording)} at most",
            _ => "",
        },
    };

    /// <summary>How far a reading lies outside.</summary>
    public static string Off(SwatchFinding finding, Wording wording) => Unit(finding.Aspect) switch
    {
        "" => "not so",
        "%" or "share" => $"{FieldText.Round((Unit(finding.Aspect) == "%" ? 1 : 100) * finding.OffBy)} points outside",
        "mm" => $"{wording.Length(finding.OffBy, 2)} outside",
        _ => $"{FieldText.Round(finding.OffBy, 2)} outside",
    };
}
