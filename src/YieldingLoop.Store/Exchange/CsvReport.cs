using System.Globalization;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Store.Exchange;

/// <summary>
/// Lists that go out to be read, sorted and reckoned with in a spreadsheet: set-ups, swatches, care. Each row is a record in one line
/// and cannot be more; the records themselves go out as JSON.
/// </summary>
public sealed class CsvReport
{
    private static readonly string[] SwatchColumns =
    [
        "id", "number", "sewnAt", "seam", "cloth", "machine", "setupId", "passed", "meetingLineMm", "gapMm", "overhangMm", "growthPercent", "besideUnsewnPercent", "heldToPercent", "skips", "stitches",
        "beforeMm", "sewnMm", "pulledMm", "recoveredMm", "unsewnMm", "leftOut", "note",
    ];

    private static readonly string[] NoThread = ["", ""];

    private readonly Func<WorkroomContext, IAsyncEnumerable<IReadOnlyList<string>>> rows;

    private CsvReport(string name, IReadOnlyList<string> header, Func<WorkroomContext, IAsyncEnumerable<IReadOnlyList<string>>> rows) => (Name, Header, this.rows) = (name, header, rows);

    /// <summary>What the list is called in addresses and file names.</summary>
    public string Name { get; }

    /// <summary>Names of the columns.</summary>
    public IReadOnlyList<string> Header { get; }

    /// <summary>Every list that goes out.</summary>
    public static IReadOnlyList<CsvReport> All { get; } =
    [
        .. CsvSheet.All.Select(s => new CsvReport(s.Name, s.Header, s.RowsAsync)),
        new("set-ups", SetupColumns(), SetupsAsync),
        new("swatches", SwatchColumns, SwatchesAsync),
        new("care", ["id", "at", "until", "machine", "kind", "hours", "needle", "note"], CareAsync),
    ];

    /// <summary>Writes the list.</summary>
    public Task WriteAsync(WorkroomContext context, Stream output, CancellationToken stop = default) => CsvText.WriteAsync(Header, rows(context), output, stop);

    /// <summary>A text as a cell.</summary>
    public static string Cell(string? text) => CsvText.Harmless(text ?? "");

    /// <summary>A figure as a cell.</summary>
    public static string Cell(double? figure) => figure is { } number ? (number == 0 ? 0 : number).ToString("R", CultureInfo.InvariantCulture) : "";

    /// <summary>A moment as a cell, UTC.</summary>
    public static string Cell(DateTimeOffset? moment) => moment?.UtcDateTime.ToString("yyyy-MM-dd'T'HH:mm:ss'Z'", CultureInfo.InvariantCulture) ?? "";

    private static string[] SetupColumns() =>
    [
        "id", "seam", "cloth", "machine", "edition", "remark", "keptAt", "swatchPassedAt", "verdict", "needPercent", "yieldPercent", "sparePoints", "stitch", "needle", "stitchLengthMm", "zigzagWidthMm", "cuttingWidthMm",
        "differential", "finger", "modelVersion", .. ThreadPositions.All.SelectMany(p => new[] { $"{p.Id()}.thread", $"{p.Id()}.dial" }),
    ];

    private static async IAsyncEnumerable<IReadOnlyList<string>> SetupsAsync(WorkroomContext context)
    {
        await foreach (var row in context.Setups.AsNoTracking().Where(s => s.PutAwayAt == null).OrderBy(s => s.CreatedAt).ThenBy(s => s.SubmissionKey).AsAsyncEnumerable())
        {
            var (plan, snapshot) = (row.Snapshot.Plan, row.Snapshot);
            yield return
            [
                row.SubmissionKey.ToString(), Cell(snapshot.Seam.Name), Cell(snapshot.Cloth.Name), Cell(snapshot.Machine.Name), Cell(row.Edition), Cell(row.Remark), Cell(row.CreatedAt), Cell(row.SwatchPassedAt),
                plan.Figures.Verdict!.Verdict.Id(), Cell(plan.Need.Percent), Cell(plan.Figures.YieldPercent.Middle), Cell(plan.Figures.Verdict.SparePoints), Cell(plan.StitchId), Cell(plan.NeedleName), Cell(plan.StitchLengthMm),
                Cell(plan.ZigzagWidthMm), Cell(plan.CuttingWidthFromRightMm), Cell(plan.Differential), Cell(plan.FingerName), Cell(plan.ModelVersion),
                .. ThreadPositions.All.SelectMany(p => plan.Threads.FirstOrDefault(t => t.Position == p) is { } thread ? [Cell(thread.StockName ?? thread.Kind.Name), Cell(thread.DialNumber)] : NoThread),
            ];
        }
    }

    private static async IAsyncEnumerable<IReadOnlyList<string>> SwatchesAsync(WorkroomContext context)
    {
        var rows = context.Swatches.AsNoTracking().Where(s => s.PutAwayAt == null).OrderBy(s => s.CreatedAt).ThenBy(s => s.SubmissionKey)
            .Select(s => new { s.SubmissionKey, s.Id, s.CreatedAt, Seam = s.Seam!.Name, Cloth = s.Cloth!.Name, Machine = s.Machine!.Name, Setup = s.Setup!.SubmissionKey, s.Passed, s.Entry });
        await foreach (var row in rows.AsAsyncEnumerable())
        {
            var (read, strip) = (row.Entry.Read, row.Entry.Strip);
            yield return
            [
                row.SubmissionKey.ToString(), Cell(row.Id), Cell(row.CreatedAt), Cell(row.Seam), Cell(row.Cloth), Cell(row.Machine), row.Setup.ToString(), row.Passed ? "true" : "false",
                Cell(read.MeetingLineMm), Cell(read.GapMm), Cell(read.OverhangMm), Cell(read.GrowthPercent), Cell(read.BesideUnsewnPercent), Cell(read.HeldToPercent), Cell(read.Skips), Cell(read.Stitches),
                Cell(strip?.BeforeMm), Cell(strip?.SewnMm), Cell(strip?.PulledMm), Cell(strip?.RecoveredMm), Cell(strip?.UnsewnMm), row.Entry.LeftOut is null ? "" : "true", Cell(row.Entry.Note),
            ];
        }
    }

    private static async IAsyncEnumerable<IReadOnlyList<string>> CareAsync(WorkroomContext context)
    {
        var rows = context.Care.AsNoTracking().Where(c => c.PutAwayAt == null).OrderBy(c => c.At).ThenBy(c => c.SubmissionKey).Select(c => new { c.SubmissionKey, c.At, c.EndedAt, Machine = c.Machine!.Name, c.KindId, c.Seconds, c.Entry });
        await foreach (var row in rows.AsAsyncEnumerable())
        {
            yield return
            [
                row.SubmissionKey.ToString(), Cell(row.At), Cell(row.EndedAt), Cell(row.Machine), Cell(row.KindId), row.Entry.Sat is { Running: false } ? Cell(row.Seconds / 3600.0) : "",
                row.Entry.Broke is { Needle: { } needle } ? Cell($"{needle.PointId} {needle.SizeMetric}") : "", Cell(row.Entry.Done?.Note),
            ];
        }
    }
}
