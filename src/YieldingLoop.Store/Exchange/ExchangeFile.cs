using System.Text.Json;
using System.Text.Unicode;
using YieldingLoop.Core;
using YieldingLoop.Store.Formats;

namespace YieldingLoop.Store.Exchange;

/// <summary>One record of an opened file.</summary>
/// <param name="Part">The list it stands in.</param>
/// <param name="Index">Which of the list, from 0.</param>
/// <param name="Id">Its identifier.</param>
/// <param name="Start">Where it begins, bytes.</param>
/// <param name="Length">How long it is, bytes.</param>
internal readonly record struct FileItem(ExchangePart Part, int Index, Guid Id, int Start, int Length);

/// <summary>
/// An exchange file that was looked through from end to end: it is of a version that is known, and every record in it has the
/// form it should. What the records say is looked at one by one, so that a large file takes little more than its own room.
/// </summary>
public sealed class ExchangeFile
{
    /// <summary>Most faults that are told of one file.</summary>
    public const int MostFaults = 20;

    private readonly byte[] json;

    private ExchangeFile(byte[] json) => this.json = json;

    /// <summary>What it holds.</summary>
    public ExchangeHolds Holds { get; private set; }

    /// <summary>The version it was written in.</summary>
    public int Version { get; private set; }

    /// <summary>The settings in it; null where it has none.</summary>
    internal SettingsDocument? Settings { get; private set; }

    /// <summary>Its records.</summary>
    internal IReadOnlyList<FileItem> Items { get; private set; } = [];

    /// <summary>The photos beside it.</summary>
    public ExchangePhotos Photos { get; private set; } = ExchangePhotos.None;

    /// <summary>Opens a file.</summary>
    /// <param name="path">Where it lies.</param>
    /// <param name="mostJson">Most bytes its JSON may have.</param>
    /// <returns>The file, or what is wrong with it.</returns>
    public static async Task<Outcome<ExchangeFile>> OpenAsync(string path, int mostJson = ExchangeFormat.MostJsonBytes)
    {
        await using var stream = File.OpenRead(path);
        var head = new byte[4];
        var read = await stream.ReadAtLeastAsync(head, head.Length, throwOnEndOfStream: false);
        stream.Position = 0;
        if (ZipFile.IsZip(head.AsSpan(0, read)))
        {
            return await ZipFile.OpenAsync(path, mostJson);
        }

        if (stream.Length > mostJson)
        {
            return Refused(TooLarge(stream.Length, mostJson));
        }

        var bytes = new byte[stream.Length];
        await stream.ReadExactlyAsync(bytes);
        return Read(bytes, ExchangePhotos.None);
    }

    /// <summary>Looks the text of a file through.</summary>
    public static Outcome<ExchangeFile> Read(byte[] json, ExchangePhotos photos)
    {
        if (Encoding(json) is { } wrong)
        {
            return Refused(wrong);
        }

        var file = new ExchangeFile(json) { Photos = photos };
        var errors = new JsonErrors();
        try
        {
            file.Scan(errors);
        }
        catch (JsonException fault)
        {
            return Refused(fault.LineNumber is { } line
                ? $"This is no whole JSON: something is wrong in line {line + 1}, at byte {fault.BytePositionInLine + 1} of it. Was the file cut off, or changed by hand?"
                : "This is no whole JSON. Was the file cut off, or changed by hand?");
        }

        return errors.Any ? Outcome.Failed<ExchangeFile>(Told(errors)) : Outcome.Of(file);
    }

    /// <summary>The first faults, as many as anybody reads.</summary>
    internal static List<Problem> Told(JsonErrors errors) => [.. errors.ToDictionary().SelectMany(e => e.Value.Select(m => new Problem(e.Key, m))).Take(MostFaults)];

    /// <summary>The text of a record.</summary>
    internal JsonDocument Open(FileItem item) => JsonDocument.Parse(json.AsMemory(item.Start, item.Length), new JsonDocumentOptions { MaxDepth = ExchangeJson.MostDeep });

    /// <summary>What is said of a file that is too large.</summary>
    internal static string TooLarge(long bytes, int most) =>
        FormattableString.Invariant($"This file has {bytes / 1048576.0:#,0.#} MB; at most {most / 1048576:#,0} MB are taken here. Export a part of the workroom, or take it in with ./start --import.");

    internal static Outcome<ExchangeFile> Refused(string why) => Outcome.Failed<ExchangeFile>([new("file", why)]);

    private static string? Encoding(byte[] json) => json switch
    {
        [] => "This file is empty.",
        [0xFF, 0xFE, ..] or [0xFE, 0xFF, ..] => "This file is written in UTF-16. Save it as UTF-8.",
        _ when !Utf8.IsValid(json) => "This file is not written in UTF-8: some of its bytes are no characters. Save it as UTF-8, or export it again.",
        _ => null,
    };

    private void Scan(JsonErrors errors)
    {
        var from = json is [0xEF, 0xBB, 0xBF, ..] ? 3 : 0;
        var reader = new Utf8JsonReader(json.AsSpan(from), new JsonReaderOptions { MaxDepth = ExchangeJson.MostDeep + 4 });
        string? format = null, holds = null;
        int? version = null;
        var (items, seen, settings) = (new List<FileItem>(), new HashSet<string>(), default((int Start, int Length)?));
        if (!reader.Read() || reader.TokenType != JsonTokenType.StartObject)
        {
            errors.Add("file", "This is no file of Yielding Loop: it holds no object.");
            return;
        }

        while (reader.Read() && reader.TokenType == JsonTokenType.PropertyName)
        {
            var name = reader.GetString()!;
            reader.Read();
            if (!seen.Add(name))
            {
                errors.Add(Short(name), "This member stands here more than once.");
                reader.Skip();
            }
            else if (name is "format" or "holds" && reader.TokenType == JsonTokenType.String)
            {
                (format, holds) = name == "format" ? (reader.GetString(), holds) : (format, reader.GetString());
            }
            else if (name == "version" && reader.TokenType == JsonTokenType.Number && reader.TryGetInt32(out var number))
            {
                version = number;
            }
            else if (name == "settings" && reader.TokenType == JsonTokenType.StartObject)
            {
                settings = Span(ref reader, from);
            }
            else if (ExchangeParts.Find(name) is { } part && reader.TokenType == JsonTokenType.StartArray)
            {
                List(ref reader, part, from, items, errors);
            }
            else
            {
                errors.Add(Short(name), ExchangeParts.Find(name) is null ? "This member is not known." : "A list is expected here.");
                reader.Skip();
            }

            if (items.Count > ExchangeFormat.MostRecords)
            {
                errors.Add("file", FormattableString.Invariant($"A file holds at most {ExchangeFormat.MostRecords:#,0} records."));
                return;
            }

            if (errors.Count >= MostFaults)
            {
                break;
            }
        }

        if (errors.Count < MostFaults)
        {
            // What follows the object is refused by the reader.
            reader.Read();
        }

        if (format != ExchangeFormat.Name)
        {
            // Of somebody else's file nothing more is told.
            errors.Clear();
        }

        if (!Known(format, version, holds, seen, errors))
        {
            return;
        }

        Items = items;
        Look(settings, errors);
    }

    private bool Known(string? format, int? version, string? holds, HashSet<string> seen, JsonErrors errors)
    {
        if (format != ExchangeFormat.Name)
        {
            errors.Add("format", $"This is no file of Yielding Loop: its “format” does not say “{ExchangeFormat.Name}”.");
        }
        else if (version is not (>= 1 and <= ExchangeFormat.Version))
        {
            errors.Add("version", version > ExchangeFormat.Version
                ? $"This file is of version {version}; this program reads versions up to {ExchangeFormat.Version}. Take it in with a newer program, or export it from there as version {ExchangeFormat.Version}."
                : $"This file does not say which version it is of: a whole number from 1 to {ExchangeFormat.Version}.");
        }
        else if (ExchangeFormat.Find(holds) is not { } known)
        {
            errors.Add("holds", $"What a file holds: {string.Join(", ", Enum.GetValues<ExchangeHolds>().Select(ExchangeFormat.NameOf))}.");
        }
        else
        {
            (Holds, Version) = (known, version.Value);
            if (errors.Any)
            {
                return false;
            }

            var lists = ExchangeFormat.PartsOf(known).Select(p => p.List).ToHashSet();
            foreach (var name in seen.Where(n => n is not ("format" or "version" or "holds") && !(n == "settings" ? known == ExchangeHolds.Workroom : lists.Contains(n))))
            {
                errors.Add(Short(name), $"A file that holds a {holds} has no such list.");
            }

            return !errors.Any;
        }

        return false;
    }

    private static void List(ref Utf8JsonReader reader, ExchangePart part, int from, List<FileItem> items, JsonErrors errors)
    {
        var index = 0;
        while (reader.Read() && reader.TokenType != JsonTokenType.EndArray)
        {
            var (start, length) = Span(ref reader, from);
            if (length > ExchangeFormat.MostRecordBytes)
            {
                errors.Add($"{part.List}[{index}]", FormattableString.Invariant($"One record has at most {ExchangeFormat.MostRecordBytes / 1048576} MB."));
            }

            // Which it is becomes known when it is looked at.
            items.Add(new FileItem(part, index++, default, start, length));
            if (items.Count > ExchangeFormat.MostRecords)
            {
                return;
            }
        }
    }

    /// <summary>Looks at every record's form, until there are enough faults.</summary>
    private void Look((int Start, int Length)? settings, JsonErrors errors)
    {
        var (known, ids) = (new List<FileItem>(Items.Count), new HashSet<(ExchangePart, Guid)>());
        if (settings is { } there)
        {
            using var document = JsonDocument.Parse(json.AsMemory(there.Start, there.Length));
            Check(document.RootElement, typeof(SettingsDocument), "settings", errors);
            Settings = errors.Any ? null : document.RootElement.Deserialize<SettingsDocument>(ExchangeJson.Plain);
            Add(Settings is null ? [] : RecordCheck.Settings(Settings), "", errors);
        }

        foreach (var item in Items)
        {
            using var document = Open(item);
            var path = $"{item.Part.List}[{item.Index}]";
            var before = errors.Count;
            Check(document.RootElement, item.Part.Document, path, errors);
            if (errors.Count == before)
            {
                var id = document.RootElement.GetProperty("id").GetGuid();
                if (id == Guid.Empty || !ids.Add((item.Part, id)))
                {
                    errors.Add($"{path}.id", id == Guid.Empty ? "This is nobody’s identifier." : "Another record of this list has this identifier.");
                }

                known.Add(item with { Id = id });
            }

            if (errors.Count >= MostFaults)
            {
                return;
            }
        }

        Items = known;
    }

    private static void Check(JsonElement element, Type type, string path, JsonErrors errors)
    {
        ExchangeJson.Reader.Check(element, type, path, errors);
        MeaningfulNumbers.Check(element, errors, path);
        MeaningfulTexts.Check(element, errors, path);
    }

    internal static void Add(IEnumerable<Problem> problems, string path, JsonErrors errors)
    {
        foreach (var problem in problems)
        {
            errors.Add(path.Length == 0 ? problem.Field : $"{path}.{problem.Field}", problem.Message);
        }
    }

    private static (int Start, int Length) Span(ref Utf8JsonReader reader, int from)
    {
        var start = (int)reader.TokenStartIndex;
        reader.Skip();
        return (from + start, (int)reader.BytesConsumed - start);
    }

    private static string Short(string name) => name.Length > 40 ? name[..40] + "…" : name;
}
