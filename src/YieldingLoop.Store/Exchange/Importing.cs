using System.Text.Json;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core;
using YieldingLoop.Store.Formats;

namespace YieldingLoop.Store.Exchange;

/// <summary>
/// Takes exchange files into the workroom: looked at first, then all of what was chosen or nothing, and undone as one. A record is
/// known by its own identifier, so that what comes a second time is not made a second time.
/// </summary>
public sealed class Importing(WorkroomContext context, TimeProvider clock)
{
    private const int SqliteConstraint = 19;

    /// <summary>So many rows are written at once.</summary>
    private const int Batch = 200;

    /// <summary>Imports, the newest first.</summary>
    public Task<ListPage<ImportRow>> ListAsync(int page = 1) => context.Imports.AsNoTracking().OrderByDescending(i => i.Id).PageAsync(page);

    /// <summary>An import; null where there is none of this number.</summary>
    public Task<ImportRow?> FindAsync(int id) => context.Imports.AsNoTracking().FirstOrDefaultAsync(i => i.Id == id);

    /// <summary>What a file would do.</summary>
    /// <returns>The preview, or what is wrong with records of the file.</returns>
    public Task<Outcome<ImportPreview>> LookAsync(ExchangeFile file) => new ImportLook(context, file).Async();

    /// <summary>Takes in what was chosen: all of it, or nothing.</summary>
    /// <param name="file">The file.</param>
    /// <param name="choose">What is chosen of the file as it now stands to the workroom.</param>
    /// <param name="seen">Digest of the preview it was chosen from; null where nobody looked.</param>
    /// <param name="name">What the file is called.</param>
    /// <param name="key">The preview's key: the same one is taken in once.</param>
    public async Task<ImportResult> TakeAsync(ExchangeFile file, Func<ImportPreview, ImportChoice> choose, string? seen, string name, Guid key)
    {
        try
        {
            return await context.InTurnAsync(async () =>
            {
                if (await context.Imports.AsNoTracking().FirstOrDefaultAsync(i => i.Key == key) is { } made)
                {
                    return new ImportResult.Taken(made.Id, made.Log.Added.Sum(a => a.Ids.Count), made.Log.Changed.Count, [], [], Again: true);
                }

                var looked = await LookAsync(file);
                if (looked.Value is not { } preview)
                {
                    return new ImportResult.Refused(string.Join(" ", looked.Problems.Select(p => $"{p.Field}: {p.Message}")));
                }

                return seen is not null && preview.Digest != seen ? new ImportResult.Stale() : await WriteAsync(file, preview, choose(preview), name, key);
            });
        }
        catch (Exception e) when (e is SqliteException { SqliteErrorCode: SqliteConstraint } or DbUpdateException { InnerException: SqliteException { SqliteErrorCode: SqliteConstraint } })
        {
            context.ChangeTracker.Clear();
            return new ImportResult.Refused("Two of its records cannot both be in one workroom: each is fine alone, together they break a rule.");
        }
    }

    /// <summary>Undoes an import: what it made is put away, what it changed is set back, unless somebody changed it since.</summary>
    public Task<ImportUndone> UndoAsync(int id) => context.InTurnAsync(async () =>
    {
        if (await context.Imports.FirstOrDefaultAsync(i => i.Id == id) is not { UndoneAt: null } row)
        {
            return new ImportUndone(false, 0, []);
        }

        var (turn, left, count) = (new ImportTurn(context, await ExchangeMap.OfAsync(context), clock.GetUtcNow()), new List<string>(), 0);
        foreach (var added in row.Log.Added.Reverse())
        {
            await ExchangeParts.Find(added.List)!.HideAsync(turn, added.Ids, row.Key);
            count += added.Ids.Count;
        }

        foreach (var changed in row.Log.Changed)
        {
            var part = ExchangeParts.Find(changed.List)!;
            using var before = JsonDocument.Parse(changed.Before);
            var document = part.Parse(before.RootElement, turn.Map);
            if (await part.VersionAsync(context, changed.Id) != changed.Version)
            {
                left.Add(part.NameOf(document) is { Length: > 0 } name ? name : await turn.MachineNameAsync(changed.Id));
                continue;
            }

            await part.ChangeAsync(document, changed.Id, turn);
            count++;
        }

        count += await SettingsBackAsync(row.Log, left);
        row.UndoneAt = turn.Now;
        await context.SaveChangesAsync();
        await CareBook.TellAsync(context, row.Key, null);
        await context.SaveChangesAsync();
        return new ImportUndone(true, count, left);
    });

    private async Task<int> SettingsBackAsync(ImportLog log, List<string> left)
    {
        if (log.SettingsBefore is not { } text || await context.Settings.SingleOrDefaultAsync() is not { } settings)
        {
            return 0;
        }

        if (settings.Version != log.SettingsVersion)
        {
            left.Add("settings");
            return 0;
        }

        (settings.Settings, settings.Version, settings.ChangedAt) = (Documents.Read(JsonSerializer.Deserialize<SettingsDocument>(text, ExchangeJson.Plain)!), settings.Version + 1, clock.GetUtcNow());
        return 1;
    }

    private async Task<ImportResult> WriteAsync(ExchangeFile file, ImportPreview preview, ImportChoice choice, string name, Guid key)
    {
        var (chosen, needed) = Needed(preview, choice);
        var settings = choice.Settings && preview.Settings is not null;
        if (chosen.Count == 0 && !settings)
        {
            return new ImportResult.Nothing();
        }

        var turn = new ImportTurn(context, await ExchangeMap.OfAsync(context), clock.GetUtcNow());
        // References go both ways; what they lead to is there at the end.
        await context.Database.ExecuteSqlRawAsync("PRAGMA defer_foreign_keys = ON");
        var renumbered = new ImportNumbers(file, turn.Map).Give(chosen);
        await PhotosAsync(file, chosen, turn);
        var added = new Dictionary<string, List<int>>();
        var changed = new List<ImportChanged>();
        foreach (var (part, items) in ExchangeParts.All.Select(p => (p, chosen.Where(i => i.List == p.List))))
        {
            foreach (var some in InOrder(part, items, turn.Map, file).Chunk(Batch))
            {
                foreach (var (item, document) in some)
                {
                    if (item.Number is { } id)
                    {
                        changed.Add(await ChangeAsync(part, document, id, turn));
                    }
                    else
                    {
                        var number = turn.Map.Keys.Find(part.Row, item.Id)!.Value;
                        await part.AddAsync(document, number, turn);
                        (added.TryGetValue(part.List, out var ids) ? ids : added[part.List] = []).Add(number);
                    }
                }

                await context.SaveChangesAsync();
                context.ChangeTracker.Clear();
            }
        }

        var log = new ImportLog([.. added.Select(a => new ImportAdded(a.Key, a.Value))], changed);
        log = settings ? await SettingsAsync(file, log) : log;
        var row = new ImportRow { Key = key, Name = name, At = turn.Now, Log = log };
        context.Add(row);
        await context.SaveChangesAsync();
        return new ImportResult.Taken(row.Id, added.Sum(a => a.Value.Count), changed.Count + (settings ? 1 : 0), needed, renumbered);
    }

    /// <summary>What was chosen that can come in, and what it cannot be without.</summary>
    private static (List<ImportItem> Chosen, List<string> Needed) Needed(ImportPreview preview, ImportChoice choice)
    {
        var byReference = preview.Items.ToDictionary(i => (i.Item.Part.Row, i.Id));
        var (chosen, needed, open) = (new HashSet<ImportItem>(ReferenceEqualityComparer.Instance), new List<string>(), new Queue<ImportItem>());
        void Choose(ImportItem item)
        {
            if (item.Status is not (ImportStatus.Same or ImportStatus.Stays) && chosen.Add(item))
            {
                open.Enqueue(item);
            }
        }

        foreach (var item in preview.Items.Where(i => choice.Keys.Contains(i.Key)))
        {
            Choose(item);
        }

        while (open.TryDequeue(out var item))
        {
            foreach (var reference in item.References.Where(r => !r.Loose))
            {
                if (byReference.TryGetValue((reference.Row, reference.Key), out var wanted) && wanted.Status == ImportStatus.New && !chosen.Contains(wanted))
                {
                    needed.Add(wanted.Name);
                    Choose(wanted);
                }
            }

            // A machine comes with what is on it; one without is one nothing is known of.
            if (item is { List: "machines", Status: ImportStatus.New } && byReference.TryGetValue((typeof(StateRow), item.Id), out var state))
            {
                Choose(state);
            }
        }

        return ([.. preview.Items.Where(chosen.Contains)], needed);
    }

    /// <summary>The documents of a list in an order the database can follow: a version after the one it was amended from, swatches by set-up.</summary>
    private static IEnumerable<(ImportItem Item, ExchangeDocument Document)> InOrder(ExchangePart part, IEnumerable<ImportItem> items, ExchangeMap map, ExchangeFile file)
    {
        IEnumerable<(ImportItem Item, ExchangeDocument Document)> read = items.Select(i =>
        {
            using var text = file.Open(i.Item);
            return (i, part.Parse(text.RootElement, map));
        });
        return part == ExchangeParts.Setups ? read.ToList().OrderBy(s => ((SetupRecord)s.Document).Edition)
            : part == ExchangeParts.Swatches ? read.ToList().OrderBy(s => ((SwatchRecord)s.Document).SetupId)
            : read;
    }

    private async Task<ImportChanged> ChangeAsync(ExchangePart part, ExchangeDocument document, int id, ImportTurn turn)
    {
        var before = "";
        await foreach (var here in part.ReadAsync(context, turn.Map, [id]))
        {
            before = part.Text(here, turn.Map);
        }

        return new ImportChanged(part.List, id, await part.ChangeAsync(document, id, turn), before);
    }

    private async Task<ImportLog> SettingsAsync(ExchangeFile file, ImportLog log)
    {
        var row = await context.Settings.SingleOrDefaultAsync();
        var before = JsonSerializer.Serialize(Documents.Of(row?.Settings ?? StoredSettings.Default.Settings), ExchangeJson.Plain);
        if (row is null)
        {
            row = new SettingsRow { Settings = StoredSettings.Default.Settings };
            context.Add(row);
        }

        (row.Settings, row.Version, row.ChangedAt) = (Documents.Read(file.Settings!), row.Version + 1, clock.GetUtcNow());
        return log with { SettingsBefore = before, SettingsVersion = row.Version };
    }

    /// <summary>Keeps the photos of swatches that come in; one that is no photo is left out, like one that is not there.</summary>
    private async Task PhotosAsync(ExchangeFile file, List<ImportItem> chosen, ImportTurn turn)
    {
        foreach (var item in chosen.Where(i => i.List == ExchangeParts.Swatches.List && file.Photos.Count > 0))
        {
            using var text = file.Open(item.Item);
            if (((SwatchRecord)ExchangeParts.Swatches.Parse(text.RootElement, turn.Map)).Swatch.Photo is { } told && !turn.Map.Photos.ContainsKey(told.Key) && await file.Photos.ReadAsync(told.Key) is { } photo)
            {
                var row = new PhotoRow { Key = told.Key, Picture = photo.Picture, Thumbnail = photo.Thumbnail, Width = photo.WidthPixels, Height = photo.HeightPixels, AddedAt = turn.Now };
                context.Add(row);
                await context.SaveChangesAsync();
                turn.Map.Photos[row.Key] = row.Id;
                context.ChangeTracker.Clear();
            }
        }
    }
}
