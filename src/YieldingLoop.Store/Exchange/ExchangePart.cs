using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core;

namespace YieldingLoop.Store.Exchange;

/// <summary>One list of an exchange file: all that has to be known to write it and to read it.</summary>
internal abstract class ExchangePart
{
    /// <summary>Name of the list in the file.</summary>
    public required string List { get; init; }

    /// <summary>What one is called.</summary>
    public required string One { get; init; }

    /// <summary>What several are called.</summary>
    public required string Many { get; init; }

    /// <summary>Whether it is about people.</summary>
    public bool Personal { get; init; }

    /// <summary>The kind of record, as fields are named; empty where it is not typed into a form.</summary>
    public string Noun { get; init; } = "";

    /// <summary>The type of its rows.</summary>
    public abstract Type Row { get; }

    /// <summary>The type of its documents.</summary>
    public abstract Type Document { get; }

    /// <summary>The records, in the order of the file.</summary>
    /// <param name="context">The workroom.</param>
    /// <param name="map">What is known of it.</param>
    /// <param name="only">Numbers of those wanted; null for all.</param>
    public abstract IAsyncEnumerable<ExchangeDocument> ReadAsync(WorkroomContext context, ExchangeMap map, IReadOnlyCollection<int>? only = null);

    /// <summary>What is wrong with a document, whatever workroom it comes into.</summary>
    public abstract IEnumerable<Problem> Problems(ExchangeDocument document);

    /// <summary>What it is called.</summary>
    public abstract string NameOf(ExchangeDocument document);

    /// <summary>The member whose fields a person knows; empty for all of it.</summary>
    public abstract JsonElement Told(ExchangeDocument document, JsonSerializerOptions json);

    /// <summary>Makes a row of a document.</summary>
    public abstract Task AddAsync(ExchangeDocument document, int id, ImportTurn turn);

    /// <summary>Writes a document over the row it is of.</summary>
    /// <returns>The version it then has.</returns>
    public abstract Task<int> ChangeAsync(ExchangeDocument document, int id, ImportTurn turn);

    /// <summary>Version of a row; 0 where there is none.</summary>
    public abstract Task<int> VersionAsync(WorkroomContext context, int id);

    /// <summary>Takes what an import made out of sight, or brings it back.</summary>
    public abstract Task HideAsync(ImportTurn turn, IReadOnlyList<int> ids, Guid with);

    /// <summary>The document without when it was made and changed: two that are the same say the same.</summary>
    public virtual ExchangeDocument Bare(ExchangeDocument document) => document;

    /// <summary>A document of a text, by what references mean here.</summary>
    public ExchangeDocument Parse(JsonElement element, ExchangeMap map) => (ExchangeDocument)element.Deserialize(Document, map.Json)!;

    /// <summary>The text of a document.</summary>
    public string Text(ExchangeDocument document, ExchangeMap map) => JsonSerializer.Serialize(document, Document, map.Json);
}

/// <summary>A list of rows that are records.</summary>
/// <typeparam name="TRow">The rows.</typeparam>
/// <typeparam name="TDocument">Their documents.</typeparam>
internal sealed class RowPart<TRow, TDocument> : ExchangePart
    where TRow : Row
    where TDocument : RecordDocument
{
    /// <summary>The document of a row, without what all records carry.</summary>
    public required Func<TRow, ExchangeMap, TDocument> Of { get; init; }

    /// <summary>A new row with what it cannot be without.</summary>
    public required Func<TDocument, TRow> Make { get; init; }

    /// <summary>Writes a document into a row.</summary>
    public required Func<TDocument, TRow, ImportTurn, Task> Fill { get; init; }

    /// <summary>What is wrong with a document.</summary>
    public required Func<TDocument, IEnumerable<Problem>> Check { get; init; }

    /// <summary>What it is called.</summary>
    public required Func<TDocument, string> Name { get; init; }

    /// <summary>What a person typed of it.</summary>
    public required Func<TDocument, object> Typed { get; init; }

    /// <inheritdoc/>
    public override Type Row => typeof(TRow);

    /// <inheritdoc/>
    public override Type Document => typeof(TDocument);

    /// <inheritdoc/>
    public override async IAsyncEnumerable<ExchangeDocument> ReadAsync(WorkroomContext context, ExchangeMap map, IReadOnlyCollection<int>? only = null)
    {
        IQueryable<TRow> rows = context.Set<TRow>().AsNoTracking();
        rows = only is null ? rows : rows.Where(r => only.Contains(r.Id));
        await foreach (var row in rows.OrderBy(r => r.CreatedAt).ThenBy(r => r.SubmissionKey).AsAsyncEnumerable())
        {
            yield return Of(row, map) with { Id = row.SubmissionKey, CreatedAt = row.CreatedAt, ChangedAt = row.ChangedAt, PutAwayAt = row.PutAwayAt, PutAwayWith = row.PutAwayWith, Demo = row.Demo };
        }
    }

    /// <inheritdoc/>
    public override IEnumerable<Problem> Problems(ExchangeDocument document)
    {
        var record = (TDocument)document;
        return Check(record).Concat(record.PutAwayAt is null && record.PutAwayWith is not null ? [new("putAwayWith", "What is in use was not put away with anything.")] : []);
    }

    /// <inheritdoc/>
    public override string NameOf(ExchangeDocument document) => Name((TDocument)document);

    /// <inheritdoc/>
    public override JsonElement Told(ExchangeDocument document, JsonSerializerOptions json)
    {
        var typed = Typed((TDocument)document);
        return JsonSerializer.SerializeToElement(typed, typed.GetType(), json);
    }

    /// <inheritdoc/>
    public override async Task AddAsync(ExchangeDocument document, int id, ImportTurn turn)
    {
        var record = (TDocument)document;
        var row = Make(record);
        (row.Id, row.SubmissionKey, row.CreatedAt) = (id, record.Id, record.CreatedAt);
        await WriteAsync(record, row, turn);
        turn.Context.Add(row);
    }

    /// <inheritdoc/>
    public override async Task<int> ChangeAsync(ExchangeDocument document, int id, ImportTurn turn)
    {
        var row = await turn.Context.Set<TRow>().FirstAsync(r => r.Id == id);
        await WriteAsync((TDocument)document, row, turn);
        row.Version += 1;
        return row.Version;
    }

    /// <inheritdoc/>
    public override Task<int> VersionAsync(WorkroomContext context, int id) => context.Set<TRow>().Where(r => r.Id == id).Select(r => r.Version).FirstOrDefaultAsync();

    /// <inheritdoc/>
    public override async Task HideAsync(ImportTurn turn, IReadOnlyList<int> ids, Guid with)
    {
        foreach (var some in ids.Chunk(500))
        {
            await turn.Context.Set<TRow>().Where(r => some.Contains(r.Id) && r.PutAwayAt == null).ExecuteUpdateAsync(change => change
                .SetProperty(r => r.PutAwayAt, turn.Now).SetProperty(r => r.PutAwayWith, with).SetProperty(r => r.Version, r => r.Version + 1));
        }
    }

    /// <inheritdoc/>
    public override ExchangeDocument Bare(ExchangeDocument document) => (TDocument)document with { CreatedAt = default, ChangedAt = default };

    private async Task WriteAsync(TDocument record, TRow row, ImportTurn turn)
    {
        (row.ChangedAt, row.PutAwayAt, row.PutAwayWith, row.Demo) = (record.ChangedAt, record.PutAwayAt, record.PutAwayWith, record.Demo);
        row.Name = Name(record).Trim();
        await Fill(record, row, turn);
    }
}
