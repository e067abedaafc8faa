using System.IO.Compression;
using System.Text;
using System.Text.Json;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Storage;
using YieldingLoop.Store.Formats;
using YieldingLoop.Store.Records;

namespace YieldingLoop.Store.Exchange;

/// <summary>What is to be in a file.</summary>
/// <param name="Holds">What the file holds.</param>
/// <param name="Ids">Numbers of the records it is about; null for all.</param>
/// <param name="People">Whether measures of people go with it.</param>
public sealed record ExportQuestion(ExchangeHolds Holds, IReadOnlyList<int>? Ids = null, bool People = false);

/// <summary>
/// Writes records into exchange files. The same records make the same file, byte for byte, whichever database they lie in:
/// references are the records' own identifiers, and the order is that in which they were made.
/// </summary>
public sealed class Exporting(WorkroomContext context)
{
    private static readonly byte[] Comma = ",\n"u8.ToArray();

    /// <summary>The moment every entry of a zip carries: the earliest a zip can say.</summary>
    private static readonly DateTimeOffset NoMoment = new(1980, 1, 1, 0, 0, 0, TimeSpan.Zero);

    /// <summary>Whether there is a record a file can be about.</summary>
    public Task<bool> HasAsync(ExchangeHolds holds, int id) => Rows(holds).AnyAsync(r => r.Id == id);

    /// <summary>Number of the record a file can be about; null where there is none.</summary>
    public Task<int?> FindAsync(ExchangeHolds holds, Guid id) => Rows(holds).Where(r => r.SubmissionKey == id).Select(r => (int?)r.Id).FirstOrDefaultAsync();

    /// <summary>The records files can be about, the last changed first.</summary>
    public Task<ListPage<Row>> ListAsync(ExchangeHolds holds, int page, int size) => Rows(holds).AsNoTracking().OrderByDescending(r => r.ChangedAt).ThenByDescending(r => r.Id).PageAsync(page, size);

    /// <summary>Writes the JSON of what is wanted.</summary>
    /// <param name="question">What is wanted.</param>
    /// <param name="output">Where it goes.</param>
    /// <param name="stop">Stops it.</param>
    /// <returns>The photos its swatches have.</returns>
    public async Task<IReadOnlyList<Guid>> WriteJsonAsync(ExportQuestion question, Stream output, CancellationToken stop = default)
    {
        await using var still = await StandStillAsync(stop);
        return await WriteAsync(question, output, stop);
    }

    /// <summary>Writes a zip: the JSON, and beside it the photos of its swatches.</summary>
    /// <inheritdoc cref="WriteJsonAsync"/>
    public async Task WriteZipAsync(ExportQuestion question, Stream output, CancellationToken stop = default)
    {
        await using var still = await StandStillAsync(stop);
        await using var zip = new ZipArchive(output, ZipArchiveMode.Create, leaveOpen: true, Encoding.UTF8);
        IReadOnlyList<Guid> photos;
        await using (var json = await EntryAsync(zip, ExchangeFormat.InZip, CompressionLevel.Optimal, stop))
        {
            photos = await WriteAsync(question, json, stop);
        }

        foreach (var key in photos.Order())
        {
            if (await context.Photos.AsNoTracking().Where(p => p.Key == key).Select(p => p.Picture).FirstOrDefaultAsync(stop) is { } picture)
            {
                await using var entry = await EntryAsync(zip, $"{ExchangeFormat.Photos}{key}.jpg", CompressionLevel.NoCompression, stop);
                await entry.WriteAsync(picture, stop);
            }
        }
    }

    private static Task<Stream> EntryAsync(ZipArchive zip, string name, CompressionLevel level, CancellationToken stop)
    {
        var entry = zip.CreateEntry(name, level);
        entry.LastWriteTime = NoMoment;
        return entry.OpenAsync(stop);
    }

    /// <summary>Reads as of one moment, whatever is written meanwhile.</summary>
    private async Task<IAsyncDisposable> StandStillAsync(CancellationToken stop)
    {
        if (context.Database.CurrentTransaction is not null)
        {
            return new MemoryStream();
        }

        await context.Database.OpenConnectionAsync(stop);
        var connection = (SqliteConnection)context.Database.GetDbConnection();
        var transaction = await context.Database.UseTransactionAsync(connection.BeginTransaction(deferred: true), stop);
        return new Still(context, transaction!);
    }

    private async Task<IReadOnlyList<Guid>> WriteAsync(ExportQuestion question, Stream output, CancellationToken stop)
    {
        var map = await ExchangeMap.OfAsync(context);
        var wanted = question.Holds == ExchangeHolds.Workroom ? null : await WantedAsync(question, map);
        var photos = new HashSet<Guid>();
        await output.WriteAsync(Encoding.UTF8.GetBytes($$"""{"format":"{{ExchangeFormat.Name}}","version":{{ExchangeFormat.Version}},"holds":"{{ExchangeFormat.NameOf(question.Holds)}}" """.TrimEnd()), stop);
        if (question.Holds == ExchangeHolds.Workroom)
        {
            var settings = await context.Settings.AsNoTracking().SingleOrDefaultAsync(stop);
            await output.WriteAsync(Comma, stop);
            await output.WriteAsync("\"settings\":"u8.ToArray(), stop);
            await JsonSerializer.SerializeAsync(output, Documents.Of(settings?.Settings ?? StoredSettings.Default.Settings), map.Json, stop);
        }

        foreach (var part in ExchangeFormat.PartsOf(question.Holds).Where(p => question.People || !p.Personal))
        {
            await output.WriteAsync(Comma, stop);
            await output.WriteAsync(Encoding.UTF8.GetBytes($"\"{part.List}\":["), stop);
            var first = true;
            foreach (var some in wanted is null ? [null] : wanted.GetValueOrDefault(part.Row, []).Chunk(500).Cast<int[]?>())
            {
                await foreach (var document in part.ReadAsync(context, map, some).WithCancellation(stop))
                {
                    await output.WriteAsync(first ? "\n"u8.ToArray() : Comma, stop);
                    await JsonSerializer.SerializeAsync(output, document, part.Document, map.Json, stop);
                    first = false;
                    if (document is SwatchRecord { Swatch.Photo: { } photo })
                    {
                        photos.Add(photo.Key);
                    }
                }
            }

            await output.WriteAsync("]"u8.ToArray(), stop);
        }

        await output.WriteAsync("}\n"u8.ToArray(), stop);
        return [.. photos];
    }

    /// <summary>What a file is about, and everything that was needed to make it.</summary>
    private async Task<Dictionary<Type, SortedSet<int>>> WantedAsync(ExportQuestion question, ExchangeMap map)
    {
        var parts = ExchangeFormat.PartsOf(question.Holds).Where(p => question.People || !p.Personal).ToList();
        var wanted = parts.ToDictionary(p => p.Row, _ => new SortedSet<int>());
        var open = new Queue<(ExchangePart Part, int Id)>();
        void Want(Type row, int id)
        {
            if (wanted.TryGetValue(row, out var ids) && ids.Add(id))
            {
                open.Enqueue((parts.First(p => p.Row == row), id));
            }
        }

        foreach (var id in question.Ids ?? await AllAsync(question.Holds))
        {
            Want(RowOf(question.Holds), id);
        }

        if (question is { Holds: ExchangeHolds.Garment, Ids: { } garments })
        {
            // What its seams were last kept with.
            foreach (var garment in await context.Garments.AsNoTracking().Where(g => garments.Contains(g.Id)).ToListAsync())
            {
                var works = garment.Entry.Seams.Select(s => s.WorkId).ToList();
                foreach (var id in await context.Setups.Where(s => works.Contains(s.SeamId) && s.PutAwayAt == null && !s.Superseded).GroupBy(s => s.SeamId).Select(s => s.Max(k => k.Id)).ToListAsync())
                {
                    Want(typeof(SetupRow), id);
                }
            }
        }

        while (open.TryDequeue(out var next))
        {
            await foreach (var document in next.Part.ReadAsync(context, map, [next.Id]))
            {
                map.Keys.Met = [];
                next.Part.Text(document, map);
                foreach (var reference in map.Keys.Met)
                {
                    Want(reference.Row, map.Keys.Find(reference.Row, reference.Key)!.Value);
                }

                map.Keys.Met = null;
            }
        }

        return wanted;
    }

    private IQueryable<Row> Rows(ExchangeHolds holds) => RecordKinds.All.First(k => k.RowType == RowOf(holds)).Rows(context);

    private static Type RowOf(ExchangeHolds holds) => holds switch
    {
        ExchangeHolds.Garment => typeof(GarmentRow),
        ExchangeHolds.Setup => typeof(SetupRow),
        ExchangeHolds.Cloth => typeof(ClothRow),
        ExchangeHolds.Machine => typeof(MachineRow),
        _ => typeof(SwatchRow),
    };

    private Task<List<int>> AllAsync(ExchangeHolds holds) => holds == ExchangeHolds.Swatches
        ? context.Swatches.Where(s => s.PutAwayAt == null).Select(s => s.Id).ToListAsync()
        : throw new ArgumentException("Which record is meant?", nameof(holds));

    /// <summary>Ends the reading and lets go of the connection.</summary>
    private sealed class Still(WorkroomContext context, IDbContextTransaction transaction) : IAsyncDisposable
    {
        public async ValueTask DisposeAsync()
        {
            await transaction.DisposeAsync();
            await context.Database.CloseConnectionAsync();
        }
    }
}
