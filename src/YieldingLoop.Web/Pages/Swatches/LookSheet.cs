using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Core.Threads;
using YieldingLoop.Store;
using YieldingLoop.Web.Drawings.Pull;

namespace YieldingLoop.Web.Pages.Swatches;

/// <summary>One reading with the pictures it is chosen among, what each writes into the form, and its words.</summary>
public static class LookSheet
{
    private static readonly Dictionary<SwatchAspect, (string Name, string Field)> Known = new()
    {
        [SwatchAspect.Wrapped] = ("Round the edge", nameof(ReadingsForm.Wrapped)),
        [SwatchAspect.ThreadsShow] = ("Threads show, opened", nameof(ReadingsForm.ThreadsShow)),
        [SwatchAspect.Tunnelling] = ("Between the rows", nameof(ReadingsForm.Ridge)),
        [SwatchAspect.RowsParallel] = ("Rows", nameof(ReadingsForm.RowsParallel)),
        [SwatchAspect.RawEdgeCaught] = ("Raw edge", nameof(ReadingsForm.RawEdgeCaught)),
        [SwatchAspect.Curl] = ("How it leaves the machine", nameof(ReadingsForm.CurlsTo)),
        [SwatchAspect.Skips] = ("Skipped stitches", nameof(ReadingsForm.Skips)),
    };

    /// <summary>The readings of a set-up as sewn that are taken so.</summary>
    public static IReadOnlyList<MatchReading> Of(SeamCase seam, Targets targets) =>
        [.. MatchLook.Of(seam, targets).Select(l => new MatchReading(l.Aspect, Known[l.Aspect].Name, $"Input.Readings.{Known[l.Aspect].Field}"))];

    /// <summary>The pictures of one reading of a swatch, as JSON; null where the stitch has none of the kind.</summary>
    /// <param name="snapshot">The set-up it is of.</param>
    /// <param name="entry">The swatch as it is typed.</param>
    /// <param name="aspect">What is read.</param>
    /// <param name="wording">How things are called.</param>
    public static string? Document(SetupSnapshot snapshot, SwatchEntry entry, SwatchAspect aspect, Wording wording)
    {
        if (Store.Swatches.CaseOf(snapshot, entry) is not { } seam || MatchLook.Of(seam, snapshot.Plan.Targets).FirstOrDefault(l => l.Aspect == aspect) is not { } look)
        {
            return null;
        }

        var drawing = new LookDrawing(look, seam, entry.Setup.Over(snapshot.Plan.Setup), MatchSheet.ClothOf(snapshot, seam), wording);
        var rows = SwatchForm.RowsOf(snapshot.Plan);
        return MatchSheet.Json(new
        {
            choices = look.Pictures.Select((picture, i) => new
            {
                typed = RowOf(picture) is null ? picture.Id : null,
                // Which stitch was skipped is counted, row by row where there are several.
                counts = RowOf(picture) is { } row ? rows.ToList().IndexOf(row) is >= 0 and var index ? $"Input.Rows[{index}].Skips" : "Input.Readings.Skips" : null,
                name = wording.Say(Name(aspect, picture)),
                drawings = drawing.Of(picture, i),
            }),
        });
    }

    private static ThreadPosition? RowOf(LookPicture picture) => ThreadPositions.Find(picture.Id);

    private static string Name(SwatchAspect aspect, LookPicture picture) => (aspect, picture.Id) switch
    {
        (SwatchAspect.Wrapped, MatchLook.Yes) => "The upper thread comes right round, on both sides",
        (SwatchAspect.Wrapped, _) => "It comes round in part",
        (SwatchAspect.ThreadsShow, MatchLook.Yes) => "Threads show",
        (SwatchAspect.ThreadsShow, _) => "No threads show",
        (SwatchAspect.Tunnelling, nameof(Ridge.Flat)) => "Flat",
        (SwatchAspect.Tunnelling, nameof(Ridge.Slight)) => "A slight ridge",
        (SwatchAspect.Tunnelling, _) => "A ridge",
        (SwatchAspect.RowsParallel, MatchLook.Yes) => "Even and parallel",
        (SwatchAspect.RowsParallel, _) => "Uneven, or not parallel",
        (SwatchAspect.RawEdgeCaught, MatchLook.Yes) => "Caught all along",
        (SwatchAspect.RawEdgeCaught, _) => "It slips out somewhere",
        (SwatchAspect.Curl, nameof(Curl.Left)) => "Curving to the left",
        (SwatchAspect.Curl, nameof(Curl.Right)) => "Curving to the right",
        (SwatchAspect.Curl, _) => "Straight",
        (_, MatchLook.NothingSkipped) => "No stitch was skipped",
        _ => $"The {RowOf(picture)!.Value.Name()} skipped: count them",
    };
}
