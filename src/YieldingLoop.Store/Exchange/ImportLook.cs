using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core;
using YieldingLoop.Core.Words;
using YieldingLoop.Store.Formats;
using YieldingLoop.Store.Records;

namespace YieldingLoop.Store.Exchange;

/// <summary>Looks at what a file would do to a workroom, and changes nothing.</summary>
/// <param name="context">The workroom.</param>
/// <param name="file">The file.</param>
internal sealed class ImportLook(WorkroomContext context, ExchangeFile file)
{
    /// <summary>So many records that are here are read at once.</summary>
    private const int Batch = 200;

    /// <summary>Of so many records it is told where they differ.</summary>
    private const int MostCompared = 400;

    private readonly JsonErrors errors = new();
    private readonly List<ImportItem> items = [];
    private readonly Dictionary<Guid, string> names = [];
    private readonly HashSet<(Type Row, Guid Key)> staying = [];
    private int loose, compared;
    private (int Id, SetupSnapshot? Snapshot) last;
    private Dictionary<int, FileItem>? setups;

    public async Task<Outcome<ImportPreview>> Async()
    {
        var map = await ExchangeMap.OfAsync(context);
        var here = file.Items.Where(i => map.Keys.Has(i.Part.Row, i.Id)).ToHashSet();
        var numbers = new ImportNumbers(file, map);
        foreach (var item in file.Items.Where(i => !here.Contains(i) && i.Part != ExchangeParts.States).Concat(file.Items.Where(i => i.Part == ExchangeParts.States)))
        {
            numbers.Give(item);
        }

        foreach (var part in ExchangeParts.All)
        {
            foreach (var some in file.Items.Where(i => i.Part == part).Chunk(Batch))
            {
                await LookAsync(part, some, here, map);
                if (errors.Count >= ExchangeFile.MostFaults)
                {
                    break;
                }
            }
        }

        if (errors.Any)
        {
            return Outcome.Failed<ImportPreview>(ExchangeFile.Told(errors));
        }

        await BesideOthersAsync(map);
        return Outcome.Of(new ImportPreview
        {
            Holds = file.Holds, Items = WithoutWhatStays(), Settings = await SettingsAsync(), Loose = loose, Photos = file.Photos.Count,
            Unfit = await new ImportFit(context, file, map).FindingsAsync([.. items.Where(i => i.Status == ImportStatus.New)]),
        });
    }

    private async Task LookAsync(ExchangePart part, FileItem[] some, HashSet<FileItem> here, ExchangeMap map)
    {
        var known = new Dictionary<Guid, ExchangeDocument>();
        var ids = some.Where(here.Contains).Select(i => map.Keys.Find(part.Row, i.Id)!.Value).ToList();
        await foreach (var document in part.ReadAsync(context, map, ids))
        {
            known[document.Id] = document;
        }

        foreach (var item in some)
        {
            Look(item, known.GetValueOrDefault(item.Id), map);
        }
    }

    /// <summary>What a set-up was made from, one of the file or one that is here. The last one asked for is kept at hand: swatches come in the order they were sewn.</summary>
    private SetupSnapshot SnapshotOf(int setupId, ExchangeMap map)
    {
        if (last.Id != setupId)
        {
            setups ??= file.Items.Where(i => i.Part == ExchangeParts.Setups).ToDictionary(i => map.Keys.Find(typeof(SetupRow), i.Id)!.Value);
            if (setups.TryGetValue(setupId, out var coming))
            {
                using var text = file.Open(coming);
                last = (setupId, Documents.Read(((SetupRecord)coming.Part.Parse(text.RootElement, map)).Kept));
            }
            else
            {
                last = (setupId, context.Setups.AsNoTracking().First(s => s.Id == setupId).Snapshot);
            }
        }

        return last.Snapshot!;
    }

    private void Look(FileItem item, ExchangeDocument? here, ExchangeMap map)
    {
        using var text = file.Open(item);
        (map.Keys.Met, var part) = ([], item.Part);
        map.Keys.Missing.Clear();
        ExchangeDocument document;
        try
        {
            document = WithoutLostPhoto(part.Parse(text.RootElement, map), map);
            var before = errors.Count;
            // What somebody's own records lead to is looked for with the record; without it there is nothing to find wrong.
            if (map.Keys.Missing.All(m => m.Loose))
            {
                ExchangeFile.Add(part.Problems(document), $"{part.List}[{item.Index}]", errors);
                if (document is SwatchRecord swatch && errors.Count == before)
                {
                    ExchangeFile.Add(RecordCheck.SwatchOf(swatch, SnapshotOf(swatch.SetupId, map)), $"{part.List}[{item.Index}]", errors);
                }
            }

            if (errors.Count > before)
            {
                return;
            }
        }
        catch (Exception e) when (e is JsonException or InvalidOperationException or ArgumentException or FormatException or NullReferenceException or OverflowException or KeyNotFoundException)
        {
            errors.Add($"{part.List}[{item.Index}]", "This record does not hold together: what one part of it says another part does not know.");
            return;
        }

        var (met, missing) = (map.Keys.Met, map.Keys.Missing.ToList());
        map.Keys.Met = null;
        loose += missing.Count(m => m.Loose);
        var name = part.NameOf(document);
        // What is on a machine goes by the machine's identifier, and the machine came first.
        names.TryAdd(item.Id, name);
        var why = missing.Where(m => !m.Loose).Select(m => new Finding("import-lacks").With("kind", ExchangeParts.Of(m.Row)?.One ?? "")).FirstOrDefault();
        var (status, differences) = why is not null ? (ImportStatus.Stays, []) : here is null ? (ImportStatus.New, []) : Compare(part, here, document, map);
        items.Add(new ImportItem
        {
            List = part.List, Id = item.Id, Name = name, Status = status, Why = why, Differences = differences, References = [.. met], Item = item,
            Number = here is null ? null : map.Keys.Find(part.Row, item.Id), Mark = here is null || status == ImportStatus.Same ? "" : Convert.ToHexString(SHA256.HashData(Encoding.UTF8.GetBytes(part.Text(here, map)))),
        });
    }

    /// <summary>A photo that is neither beside the file nor here is a link that leads nowhere.</summary>
    private ExchangeDocument WithoutLostPhoto(ExchangeDocument document, ExchangeMap map)
    {
        if (document is not SwatchRecord { Swatch.Photo: { } photo } swatch || map.Photos.ContainsKey(photo.Key) || file.Photos.Has(photo.Key))
        {
            return document;
        }

        loose++;
        return swatch with { Swatch = swatch.Swatch with { Photo = null } };
    }

    private (ImportStatus Status, IReadOnlyList<EntryDifference> Differences) Compare(ExchangePart part, ExchangeDocument here, ExchangeDocument there, ExchangeMap map)
    {
        if (part.Text(part.Bare(here), map) == part.Text(part.Bare(there), map))
        {
            return (ImportStatus.Same, []);
        }

        if (here is RecordDocument { PutAwayAt: not null } away && there is RecordDocument { PutAwayAt: null } used
            && part.Text(part.Bare(away with { PutAwayAt = null, PutAwayWith = null }), map) == part.Text(part.Bare(used), map))
        {
            return (ImportStatus.PutAway, []);
        }

        return (ImportStatus.Differs, compared++ < MostCompared ? Differences(part, here, there, map) : []);
    }

    /// <summary>Where they differ: of what a person typed by the names of the fields, of the rest by the members of the file.</summary>
    private List<EntryDifference> Differences(ExchangePart part, ExchangeDocument here, ExchangeDocument there, ExchangeMap map)
    {
        var told = EntryDifferences.Between(part.Noun, Named(part.Told(here, map.Json)), Named(part.Told(there, map.Json)));
        if (told.Count > 0)
        {
            return [.. told];
        }

        JsonElement Whole(ExchangeDocument document)
        {
            using var whole = JsonDocument.Parse(part.Text(part.Bare(document), map));
            return Named(whole.RootElement);
        }

        return [.. EntryDifferences.Between(part.Noun, Whole(here), Whole(there))];
    }

    /// <summary>With names in the place of identifiers.</summary>
    private JsonElement Named(JsonElement element)
    {
        var node = JsonSerializer.SerializeToNode(element);
        Rename(node);
        return JsonSerializer.SerializeToElement(node);
    }

    private void Rename(JsonNode? node)
    {
        switch (node)
        {
            case JsonObject members:
                foreach (var (name, value) in members.ToList())
                {
                    Rename(value);
                    members.Remove(name);
                    members[NameOf(name) ?? name] = value is JsonValue single && single.TryGetValue(out string? text) && NameOf(text) is { } said ? said : value;
                }

                break;
            case JsonArray list:
                for (var i = 0; i < list.Count; i++)
                {
                    Rename(list[i]);
                    if (list[i] is JsonValue single && single.TryGetValue(out string? text) && NameOf(text) is { } said)
                    {
                        list[i] = said;
                    }
                }

                break;
        }
    }

    private string? NameOf(string? text)
    {
        if (text is not { Length: >= 36 } || !Guid.TryParse(text[..36], out var key))
        {
            return null;
        }

        // Read once, and only where something differs at all.
        if (here is null)
        {
            here = [];
            foreach (var row in RecordKinds.All.SelectMany(type => type.Rows(context).Select(r => new { r.SubmissionKey, r.Name }).ToList()))
            {
                here.TryAdd(row.SubmissionKey, row.Name);
            }
        }

        return here.TryGetValue(key, out var name) || (names.TryGetValue(key, out name) && name.Length > 0) ? name + text[36..] : null;
    }

    private Dictionary<Guid, string>? here;

    /// <summary>What cannot stand beside what is here, or beside another of the file, although nothing is wrong with it.</summary>
    private async Task BesideOthersAsync(ExchangeMap map)
    {
        var amended = (await context.Setups.Where(s => s.EarlierId != null && s.PutAwayAt == null).Select(s => new { s.EarlierId, s.SubmissionKey }).ToListAsync()).ToDictionary(s => s.EarlierId!.Value, s => s.SubmissionKey);
        var timers = (await context.Care.Where(c => c.Open && c.KindId == Core.Care.CareEntry.SatId && c.PutAwayAt == null).Select(c => new { c.MachineId, c.SubmissionKey }).ToListAsync()).ToDictionary(c => c.MachineId, c => c.SubmissionKey);
        foreach (var (i, item) in items.Index().Where(n => n.Item.Status is not (ImportStatus.Same or ImportStatus.Stays)).ToList())
        {
            using var text = file.Open(item.Item);
            var why = item.Item.Part.Parse(text.RootElement, map) switch
            {
                SetupRecord { EarlierId: { } earlier, PutAwayAt: null } setup when !Free(amended, earlier, setup.Id) => new Finding("import-amended-otherwise"),
                CareRecord { Open: true, Care.Sat: not null, PutAwayAt: null } care when !Free(timers, care.MachineId, care.Id) => new Finding("import-timer-runs"),
                _ => null,
            };
            items[i] = why is null ? item : item with { Status = ImportStatus.Stays, Why = why };
        }
    }

    private static bool Free(Dictionary<int, Guid> taken, int place, Guid key) => taken.TryAdd(place, key) || taken[place] == key;

    /// <summary>What needs something that stays out stays out too.</summary>
    private List<ImportItem> WithoutWhatStays()
    {
        for (var again = true; again;)
        {
            again = false;
            foreach (var item in items.Where(i => i is { Status: ImportStatus.Stays, Number: null }))
            {
                again |= staying.Add((item.Item.Part.Row, item.Id));
            }

            for (var i = 0; i < items.Count; i++)
            {
                if (items[i].Status is not (ImportStatus.Stays or ImportStatus.Same) && items[i].References.FirstOrDefault(r => !r.Loose && staying.Contains((r.Row, r.Key))) is { Row: { } row })
                {
                    items[i] = items[i] with { Status = ImportStatus.Stays, Why = new Finding("import-lacks").With("kind", ExchangeParts.Of(row)?.One ?? "") };
                    again = true;
                }
            }
        }

        return items;
    }

    private async Task<IReadOnlyList<EntryDifference>?> SettingsAsync()
    {
        if (file.Settings is not { } told)
        {
            return null;
        }

        var here = Documents.Of((await context.Settings.AsNoTracking().SingleOrDefaultAsync())?.Settings ?? StoredSettings.Default.Settings);
        var differences = EntryDifferences.Between("settings", JsonSerializer.SerializeToElement(here, ExchangeJson.Plain), JsonSerializer.SerializeToElement(told, ExchangeJson.Plain));
        return differences.Count > 0 ? differences : null;
    }
}
