using System.Text.Encodings.Web;
using System.Text.Json;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Store;
using YieldingLoop.Web.Drawings.Pull;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.Swatches;

/// <summary>A reading that can be taken by dragging a drawing.</summary>
/// <param name="Aspect">What is read.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Field">Name of its field in the form.</param>
public sealed record MatchReading(SwatchAspect Aspect, string Name, string Field)
{
    private static readonly Dictionary<SwatchAspect, (string Name, string Field)> Known = new()
    {
        [SwatchAspect.MeetingLine] = ("Where the loopers meet", nameof(ReadingsForm.MeetingLineMm)),
        [SwatchAspect.Overhang] = ("Loops past the edge", nameof(ReadingsForm.OverhangMm)),
        [SwatchAspect.Gap] = ("Gap, pulled apart", nameof(ReadingsForm.GapMm)),
        [SwatchAspect.CoverFace] = ("Cover of the face", nameof(ReadingsForm.CoverFace)),
        [SwatchAspect.CoverBack] = ("Cover of the back", nameof(ReadingsForm.CoverBack)),
        [SwatchAspect.Growth] = ("Wave of the strip", nameof(ReadingsForm.GrowthPercent)),
    };

    /// <summary>The unit it is typed in.</summary>
    public string Unit => Aspect switch
    {
        SwatchAspect.MeetingLine or SwatchAspect.Overhang or SwatchAspect.Gap => "mm",
        SwatchAspect.CoverFace or SwatchAspect.CoverBack or SwatchAspect.Growth => "%",
        SwatchAspect.Skips => "skipped",
        _ => "",
    };

    /// <summary>The readings of a set-up as sewn that are taken so.</summary>
    public static IReadOnlyList<MatchReading> Of(SeamCase seam, Targets targets) =>
        [.. MatchScale.Of(seam, targets).Select(s => new MatchReading(s.Aspect, Two(seam, Known[s.Aspect].Name), $"Input.Readings.{Known[s.Aspect].Field}"))];

    /// <summary>Of two threads it is a looper and a needle that meet.</summary>
    internal static string Two(SeamCase seam, string said) => seam.Geometry.Stitch.OtherPositions.Count > 1 ? said : said.Replace("loopers", "threads", StringComparison.Ordinal);
}

/// <summary>One reading with its drawings, its figures as they are typed and shown, and its words. Figures of cover stand in per cent.</summary>
public sealed class MatchSheet
{
    // It is sent as JSON and stands in no page, so that nothing of its drawings need be escaped.
    private static readonly JsonSerializerOptions Plain = new(JsonSerializerDefaults.Web) { Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping };

    private readonly MatchScale scale;
    private readonly SeamCase seam;
    private readonly Wording wording;

    private MatchSheet(MatchScale scale, SeamCase seam, MatchReading reading, MatchDrawing drawing, Wording wording) => (this.scale, this.seam, Reading, Drawing, this.wording) = (scale, seam, reading, drawing, wording);

    /// <summary>What is read.</summary>
    private MatchReading Reading { get; }

    /// <summary>Its drawings.</summary>
    private MatchDrawing Drawing { get; }

    /// <summary>What stands at the low end of its track.</summary>
    private string Low => scale.Aspect switch { SwatchAspect.MeetingLine => "on the back", SwatchAspect.Overhang => "edge rolled in", SwatchAspect.Gap => "closed", SwatchAspect.Growth => "gathered", _ => "bare" };

    /// <summary>What stands at its high end.</summary>
    private string High => scale.Aspect switch { SwatchAspect.MeetingLine => "on the face", SwatchAspect.Overhang => "loops hang off", SwatchAspect.Gap => "wide open", SwatchAspect.Growth => "in waves", _ => "covered over" };

    /// <summary>From mark to mark of the track.</summary>
    private double Unit => scale.Aspect switch { SwatchAspect.Growth => 5, SwatchAspect.CoverFace or SwatchAspect.CoverBack => 0.25, _ => 1 };

    private bool Share => scale.Aspect is SwatchAspect.CoverFace or SwatchAspect.CoverBack;

    /// <summary>The drawings of one reading of a swatch; null where the stitch has none of the kind.</summary>
    /// <param name="snapshot">The set-up it is of.</param>
    /// <param name="entry">The swatch as it is typed.</param>
    /// <param name="aspect">What is read.</param>
    /// <param name="wording">How things are called.</param>
    public static MatchSheet? Of(SetupSnapshot snapshot, SwatchEntry entry, SwatchAspect aspect, Wording wording)
    {
        if (Store.Swatches.CaseOf(snapshot, entry) is not { } seam || MatchScale.Of(seam, snapshot.Plan.Targets).FirstOrDefault(s => s.Aspect == aspect) is not { } scale)
        {
            return null;
        }

        var reading = MatchReading.Of(seam, snapshot.Plan.Targets).First(r => r.Aspect == aspect);
        return new(scale, seam, reading, new(scale, seam, entry.Setup.Over(snapshot.Plan.Setup), ClothOf(snapshot, seam), wording), wording);
    }

    /// <summary>What script needs: the figures, how each is typed, shown and said, its drawings, what the leader points to, and the track.</summary>
    /// <param name="photo">The photo that lies beside it, and how wide it is by the ruler in it, mm; null where there is none or it has no scale.</param>
    public string Document((Guid Key, double WidthMm)? photo) => Json(
        new
        {
            photo = photo is { } shown && Drawing.PerMm is { } perMm ? new { key = shown.Key, share = Math.Round(shown.WidthMm * perMm / Drawing.Width, 4) } : null,
            track = Drawing.Track(wording.Say(Reading.Name), Low, High, Unit).ToString(),
            values = scale.Values.Select(Figure),
            at = scale.Values.Select(v => Math.Round(Drawing.At(v), 2)),
            typed = scale.Values.Select(v => FieldText.Of(Figure(v))),
            shown = scale.Values.Select(Shown),
            said = scale.Values.Select(Said),
            start = scale.BeginsAtMost ? scale.Values.Count - 1 : 0,
            drawings = Drawing.Views.Select(v => v.Main),
            beside = Drawing.Views.Select(v => v.Beside),
            spots = Drawing.Views.Select(v => new[] { Math.Round(v.X, 1), Math.Round(v.Y - Drawing.Height, 1) }),
        });

    /// <summary>A document as script reads it.</summary>
    internal static string Json(object document) => JsonSerializer.Serialize(document, Plain);

    /// <summary>How the cloth of a set-up looks.</summary>
    internal static PullCloth ClothOf(SetupSnapshot snapshot, SeamCase seam) => new(snapshot.ClothFigures.Colour, snapshot.Seam.Direction, Math.Max(1, seam.Plies ?? 1));

    private double Figure(double value) => Share ? Math.Round(100 * value, 4) : value;

    private string Shown(double value) => Share ? $"{FieldText.Round(100 * value, 0)} %" : scale.Aspect switch
    {
        SwatchAspect.Growth => $"{FieldText.WithSign(value)} %",
        SwatchAspect.Gap => $"{FieldText.Round(value, 2)} mm",
        _ => $"{FieldText.WithSign(value)} mm",
    };

    private string Said(double value)
    {
        var mm = $"{FieldText.Round(Math.Abs(value), 2)} mm";
        return wording.Say(MatchReading.Two(seam, (scale.Aspect, Math.Sign(value)) switch
        {
            (SwatchAspect.MeetingLine, 0) => "The loopers meet on the edge.",
            (SwatchAspect.MeetingLine, > 0) => $"The loopers meet {mm} onto the face.",
            (SwatchAspect.MeetingLine, _) => $"The loopers meet {mm} onto the back.",
            (SwatchAspect.Overhang, 0) => "The loops end on the cut edge.",
            (SwatchAspect.Overhang, > 0) => $"The loops hang {mm} past the edge.",
            (SwatchAspect.Overhang, _) => $"The edge lies {mm} past the loops, rolled in.",
            (SwatchAspect.Gap, 0) => "The seam stays closed.",
            (SwatchAspect.Gap, _) => $"The seam opens {mm}.",
            (SwatchAspect.Growth, 0) => "The strip is as long as it was.",
            (SwatchAspect.Growth, var sign) => $"The strip is {FieldText.Round(Math.Abs(value), 1)} % {(sign > 0 ? "longer" : "shorter")} than it was.",
            _ => $"Thread covers {FieldText.Round(100 * value, 0)} % of {(scale.Aspect == SwatchAspect.CoverFace ? "the face" : "the back")}.",
        }));
    }
}
