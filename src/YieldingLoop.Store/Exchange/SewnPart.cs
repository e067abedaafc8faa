using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core;
using YieldingLoop.Store.Formats;

namespace YieldingLoop.Store.Exchange;

/// <summary>Lengths that were sewn, from which hours are reckoned.</summary>
internal sealed class SewnPart : ExchangePart
{
    private const int LongestName = 200;

    /// <inheritdoc/>
    public override Type Row => typeof(SewnRow);

    /// <inheritdoc/>
    public override Type Document => typeof(SewnRecord);

    /// <inheritdoc/>
    public override async IAsyncEnumerable<ExchangeDocument> ReadAsync(WorkroomContext context, ExchangeMap map, IReadOnlyCollection<int>? only = null)
    {
        var rows = context.Sewn.AsNoTracking();
        rows = only is null ? rows : rows.Where(s => only.Contains(s.Id));
        await foreach (var row in rows.OrderBy(s => s.At).ThenBy(s => s.Key).AsAsyncEnumerable())
        {
            yield return new SewnRecord
            {
                Id = row.Key, MachineId = row.MachineId, At = row.At, Name = row.Name, SeamMm = row.SeamMm, ThreadMetres = row.ThreadMetres, Stitches = row.Stitches, Hem = row.Hem, Timed = row.Timed,
                TakenBackAt = row.TakenBackAt, Taken = Documents.Of(row.Taken), NeedleIds = row.NeedleIds, SwatchId = row.SwatchId, RunId = row.RunId,
            };
        }
    }

    /// <inheritdoc/>
    public override IEnumerable<Problem> Problems(ExchangeDocument document)
    {
        var sewn = (SewnRecord)document;
        if (sewn.SeamMm < 0 || sewn.ThreadMetres < 0 || sewn.Stitches < 0 || sewn.Taken.Any(t => t.Metres < 0))
        {
            yield return new("seamMm", "What was sewn is 0 or more.");
        }

        if (sewn.Name.Length > LongestName)
        {
            yield return new("name", $"At most {LongestName} characters fit.");
        }
    }

    /// <inheritdoc/>
    public override string NameOf(ExchangeDocument document) => ((SewnRecord)document).Name;

    /// <inheritdoc/>
    public override JsonElement Told(ExchangeDocument document, JsonSerializerOptions json) => JsonSerializer.SerializeToElement((SewnRecord)document, json);

    /// <inheritdoc/>
    public override Task AddAsync(ExchangeDocument document, int id, ImportTurn turn)
    {
        var row = new SewnRow { Id = id, Key = document.Id, Name = "" };
        Write((SewnRecord)document, row);
        turn.Context.Add(row);
        return Task.CompletedTask;
    }

    /// <inheritdoc/>
    public override async Task<int> ChangeAsync(ExchangeDocument document, int id, ImportTurn turn)
    {
        var row = await turn.Context.Sewn.FirstAsync(s => s.Id == id);
        Write((SewnRecord)document, row);
        row.Version += 1;
        return row.Version;
    }

    /// <inheritdoc/>
    public override Task<int> VersionAsync(WorkroomContext context, int id) => context.Sewn.Where(s => s.Id == id).Select(s => s.Version).FirstOrDefaultAsync();

    /// <inheritdoc/>
    public override async Task HideAsync(ImportTurn turn, IReadOnlyList<int> ids, Guid with)
    {
        foreach (var some in ids.Chunk(500))
        {
            await turn.Context.Sewn.Where(s => some.Contains(s.Id) && s.TakenBackAt == null).ExecuteUpdateAsync(change => change.SetProperty(s => s.TakenBackAt, turn.Now).SetProperty(s => s.Version, s => s.Version + 1));
        }
    }

    private static void Write(SewnRecord sewn, SewnRow row)
    {
        (row.MachineId, row.At, row.Name, row.SeamMm, row.ThreadMetres, row.Stitches, row.Hem, row.Timed) = (sewn.MachineId, sewn.At, sewn.Name, sewn.SeamMm, sewn.ThreadMetres, sewn.Stitches, sewn.Hem, sewn.Timed);
        (row.TakenBackAt, row.Taken, row.NeedleIds, row.SwatchId, row.RunId) = (sewn.TakenBackAt, Documents.Read(sewn.Taken), [.. sewn.NeedleIds.Where(n => n > 0)], sewn.SwatchId, sewn.RunId);
    }
}
