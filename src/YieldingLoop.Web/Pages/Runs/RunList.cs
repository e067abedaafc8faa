using YieldingLoop.Store.Exchange;

namespace YieldingLoop.Web.Pages.Runs;

/// <summary>The order of a run as a list for a spreadsheet: what is sewn already, then what comes, each seam a row.</summary>
internal static class RunList
{
    private static readonly string[] Header =
        ["run", "number", "state", "sewnAt", "garment", "seam", "copies", "machine", "changeoverMinutes", "stitch", "needle", "stitchLengthMm", "differential", "sewnMm"];

    public static Task WriteAsync(RunBoard board, Stream output, CancellationToken stop) => CsvText.WriteAsync(Header, Rows(board), output, stop);

    private static async IAsyncEnumerable<IReadOnlyList<string>> Rows(RunBoard board)
    {
        await Task.CompletedTask;
        var run = CsvReport.Cell(board.Row.Name);
        foreach (var tick in board.Run.Done)
        {
            var seam = board.Run.Parts.Any(p => p.GarmentId == tick.GarmentId) ? board.SeamName(tick.GarmentId, tick.SeamId) : tick.SeamId;
            yield return [run, "", "sewn", CsvReport.Cell(tick.At), CsvReport.Cell(board.GarmentName(tick.GarmentId)), CsvReport.Cell(seam), CsvReport.Cell(board.CopyName(tick.GarmentId, tick.Copy)), "", "", "", "", "", "", CsvReport.Cell(tick.SewnMm)];
        }

        foreach (var place in board.Places)
        {
            var plan = place.Choice.Plan;
            yield return
            [
                run, CsvReport.Cell(place.Number), "to sew", "", CsvReport.Cell(board.GarmentName(place.GarmentId)), CsvReport.Cell(board.SeamName(place.GarmentId, place.Seam.Id)),
                CsvReport.Cell(string.Join(", ", board.OpenCopies(place).Select(c => board.CopyName(place.GarmentId, c)))), CsvReport.Cell(board.MachineName(place.Entry.MachineId)), CsvReport.Cell(place.Entry.ChangeoverMinutes),
                CsvReport.Cell(plan.StitchId), CsvReport.Cell(plan.NeedleName), CsvReport.Cell(plan.StitchLengthMm), CsvReport.Cell(plan.Differential), "",
            ];
        }
    }
}
