using System.Globalization;
using System.Reflection;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization.Metadata;
using YieldingLoop.Core;
using YieldingLoop.Store.Formats;

namespace YieldingLoop.Store.Exchange;

/// <summary>A column of a list that comes back: a member of the record, by its path.</summary>
/// <param name="Path">The path inside the document, "test.brokeAtMm", which is the name of the column too.</param>
/// <param name="Type">What stands there.</param>
/// <param name="Nullable">Whether it may be empty.</param>
internal sealed record CsvColumn(string Path, Type Type, bool Nullable);

/// <summary>
/// A list of records that goes out to a spreadsheet and comes back: one column for every member of the record, its identifier first.
/// A row without an identifier is a record somebody wrote there; it gets one that follows from what it says, so that the same row
/// taken in twice is one record.
/// </summary>
internal sealed class CsvSheet
{
    private const string Id = "id", Created = "createdAt", Changed = "changedAt";

    private static readonly string[] Own = [Id, Created, Changed];

    private readonly ExchangePart part;
    private readonly string member;
    private readonly List<CsvColumn> columns = [];

    private CsvSheet(ExchangePart part)
    {
        this.part = part;
        var typed = ExchangeJson.Plain.GetTypeInfo(part.Document).Properties.First(p => p.PropertyType.Name.EndsWith("Document", StringComparison.Ordinal));
        member = typed.Name;
        Collect(typed.PropertyType, "");
    }

    /// <summary>Every list that comes back.</summary>
    public static IReadOnlyList<CsvSheet> All { get; } = [new(ExchangeParts.Cloths), new(ExchangeParts.Threads), new(ExchangeParts.Needles)];

    /// <summary>What the list is called in addresses and file names.</summary>
    public string Name => part.List;

    /// <summary>Names of the columns.</summary>
    public IReadOnlyList<string> Header => [.. Own, .. columns.Select(c => c.Path)];

    /// <summary>The rows of what is in use.</summary>
    public async IAsyncEnumerable<IReadOnlyList<string>> RowsAsync(WorkroomContext context)
    {
        var map = await ExchangeMap.OfAsync(context);
        await foreach (var document in part.ReadAsync(context, map))
        {
            if (document is RecordDocument { PutAwayAt: null })
            {
                using var json = JsonDocument.Parse(part.Text(document, map));
                var record = json.RootElement;
                yield return [.. Own.Select(name => record.GetProperty(name).GetString()!), .. columns.Select(c => Cell(Find(record.GetProperty(member), c.Path)))];
            }
        }
    }

    /// <summary>The list a header belongs to; null where it is none of ours that comes back.</summary>
    public static CsvSheet? Find(IReadOnlyList<string> header) => All.FirstOrDefault(s => s.columns.Count(c => header.Contains(c.Path)) * 2 > s.columns.Count);

    /// <summary>The list as the JSON of an exchange file, or which cell of it is wrong.</summary>
    /// <param name="list">The list as it was read.</param>
    /// <param name="context">The workroom: of records that are here, what the list does not speak of stays.</param>
    /// <param name="now">The moment rows without one are made.</param>
    public async Task<Outcome<string>> ToJsonAsync(CsvList list, WorkroomContext context, DateTimeOffset now)
    {
        var problems = new List<Problem>();
        foreach (var (name, i) in list.Header.Select((n, i) => (n, i)))
        {
            if (!Header.Contains(name))
            {
                problems.Add(new($"column {i + 1}", $"No column of this list is called “{(name.Length > 40 ? name[..40] + "…" : name)}”. Its columns: {string.Join(", ", Header)}."));
            }
            else if (list.Header.Take(i).Contains(name))
            {
                problems.Add(new($"column {i + 1}", $"“{name}” stands here a second time."));
            }
        }

        if (problems.Count > 0)
        {
            return Outcome.Failed<string>([.. problems.Take(ExchangeFile.MostFaults)]);
        }

        var records = new JsonArray();
        foreach (var row in list.Rows)
        {
            if (row.Cells.Count > list.Header.Count && row.Cells.Skip(list.Header.Count).Any(c => c.Length > 0))
            {
                problems.Add(new($"line {row.Line}", $"It has {row.Cells.Count} cells under {list.Header.Count} columns. Is a comma in it without quotation marks around the cell?"));
            }
            else
            {
                records.Add((JsonNode?)Record(list.Header, row, now, problems));
            }

            if (problems.Count >= ExchangeFile.MostFaults)
            {
                break;
            }
        }

        await CompleteAsync(records, context);
        return problems.Count > 0 ? Outcome.Failed<string>([.. problems.Take(ExchangeFile.MostFaults)]) : Outcome.Of(new JsonObject
        {
            ["format"] = ExchangeFormat.Name, ["version"] = ExchangeFormat.Version, ["holds"] = ExchangeFormat.NameOf(ExchangeHolds.Workroom), [part.List] = records,
        }.ToJsonString());
    }

    private async Task CompleteAsync(JsonArray records, WorkroomContext context)
    {
        var map = await ExchangeMap.OfAsync(context);
        var byKey = records.Select(r => r!.AsObject()).Where(r => Guid.TryParse(r[Id]!.GetValue<string>(), out _)).GroupBy(r => Guid.Parse(r[Id]!.GetValue<string>())).ToDictionary(r => r.Key, r => r.ToList());
        var here = byKey.Keys.Select(k => map.Keys.Find(part.Row, k)).OfType<int>().ToList();
        await foreach (var document in part.ReadAsync(context, map, here))
        {
            using var known = JsonDocument.Parse(part.Text(document, map));
            foreach (var (other, record) in known.RootElement.EnumerateObject().SelectMany(m => byKey[document.Id].Select(r => (m, r))))
            {
                if (!record.ContainsKey(other.Name))
                {
                    record[other.Name] = JsonNode.Parse(other.Value.GetRawText());
                }
            }
        }
    }

    private JsonObject Record(IReadOnlyList<string> header, CsvRow row, DateTimeOffset now, List<Problem> problems)
    {
        var (typed, record) = (new JsonObject(), new JsonObject());
        foreach (var (name, i) in header.Select((n, i) => (n, i)))
        {
            var cell = i < row.Cells.Count ? row.Cells[i] : "";
            JsonNode? value = null;
            if (Own.Contains(name))
            {
                record[name] = cell;
            }
            else if (columns.Find(c => c.Path == name) is { } column && Value(column, cell, out value) is { } wrong)
            {
                problems.Add(new($"line {row.Line}, {name}", wrong));
            }
            else
            {
                Set(typed, name, value);
            }
        }

        // A part of which nothing is said is not there.
        foreach (var (name, _) in typed.Where(t => t.Value is JsonObject { Count: 0 }).ToList())
        {
            typed.Remove(name);
        }

        var said = record[Id]?.GetValue<string>() is { Length: > 0 } id ? id : new Guid(SHA256.HashData(Encoding.UTF8.GetBytes(part.List + typed.ToJsonString())).AsSpan(0, 16)).ToString();
        var made = record[Created]?.GetValue<string>() is { Length: > 0 } created ? created : ExchangeJson.Moment(now);
        return new JsonObject { [Id] = said, [Created] = made, [Changed] = record[Changed]?.GetValue<string>() is { Length: > 0 } changed ? changed : made, [member] = typed };
    }

    private static string? Value(CsvColumn column, string cell, out JsonNode? value)
    {
        value = null;
        if (column.Type == typeof(string))
        {
            value = cell.Length == 0 && column.Nullable ? null : CsvText.Told(cell);
            return null;
        }

        var told = cell.Trim();
        if (told.Length == 0)
        {
            // What has to be there is asked for by the record.
            return null;
        }

        if (column.Type == typeof(bool))
        {
            value = told.ToUpperInvariant() switch { "TRUE" => true, "FALSE" => false, _ => null };
            return value is null ? "true or false is expected here." : null;
        }

        if (column.Type == typeof(int) || column.Type == typeof(double))
        {
            if (!double.TryParse(told, NumberStyles.AllowLeadingSign | NumberStyles.AllowDecimalPoint | NumberStyles.AllowExponent, CultureInfo.InvariantCulture, out var figure) || !double.IsFinite(figure))
            {
                return told.Contains(',', StringComparison.Ordinal) ? "A number is expected here, with a decimal point: 2.5." : "A number is expected here.";
            }

            value = column.Type == typeof(int) && figure == Math.Truncate(figure) && Math.Abs(figure) < int.MaxValue ? JsonValue.Create((int)figure) : JsonValue.Create(figure);
            return null;
        }

        value = told;
        return null;
    }

    private static void Set(JsonObject typed, string path, JsonNode? value)
    {
        var parts = path.Split('.');
        foreach (var name in parts.SkipLast(1))
        {
            typed = (typed[name] ??= new JsonObject()).AsObject();
        }

        if (value is not null)
        {
            typed[parts[^1]] = value;
        }
    }

    private static JsonElement? Find(JsonElement element, string path)
    {
        foreach (var name in path.Split('.'))
        {
            if (element.ValueKind != JsonValueKind.Object || !element.TryGetProperty(name, out element))
            {
                return null;
            }
        }

        return element;
    }

    private static string Cell(JsonElement? value) => value switch
    {
        null or { ValueKind: JsonValueKind.Null } => "",
        { ValueKind: JsonValueKind.String } text => CsvText.Harmless(text.GetString()!),
        { ValueKind: JsonValueKind.True } => "true",
        { ValueKind: JsonValueKind.False } => "false",
        { } other => other.GetRawText(),
    };

    private void Collect(Type type, string before)
    {
        foreach (var property in ExchangeJson.Plain.GetTypeInfo(type).Properties.Where(p => p.Set is not null || p.AssociatedParameter is not null))
        {
            var held = StrictReader.Held(property.PropertyType) ?? property.PropertyType;
            if (ExchangeJson.Plain.GetTypeInfo(held).Kind == JsonTypeInfoKind.Object)
            {
                Collect(held, $"{before}{property.Name}.");
            }
            else
            {
                columns.Add(new CsvColumn(before + property.Name, held, new NullabilityInfoContext().Create((PropertyInfo)property.AttributeProvider!).ReadState == NullabilityState.Nullable));
            }
        }
    }
}
