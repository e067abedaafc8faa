using System.Text.Json;

namespace YieldingLoop.Core.Words;

/// <summary>A word of the craft.</summary>
/// <param name="Id">Its group and its own identifier, "thread.textured-nylon".</param>
/// <param name="Default">The word as the workroom says it.</param>
/// <param name="American">The American word, where it is another.</param>
/// <param name="Means">What it means, explained once.</param>
public sealed record CraftWord(string Id, string Default, string? American, string Means)
{
    /// <summary>Identifier of its group.</summary>
    public string Group => Id[..Id.IndexOf('.', StringComparison.Ordinal)];

    /// <summary>What a page may be led to it by: its identifier with a hyphen for the point.</summary>
    public string Anchor => Id.Replace('.', '-');
}

/// <summary>Words that belong together.</summary>
/// <param name="Id">Identifier.</param>
/// <param name="Name">Heading.</param>
/// <param name="Words">Its words, in the order of the file.</param>
public sealed record WordGroup(string Id, string Name, IReadOnlyList<CraftWord> Words);

/// <summary>
/// Every word of the craft that the product says, with its regional partner and what it means, from the one file
/// vocabulary.json. Catalogues take their names from here, and the glossary shows all of it.
/// </summary>
public static class Vocabulary
{
    private static readonly VocabularyFile File = VocabularyFile.Read();

    private static readonly Dictionary<string, CraftWord> ById = File.Words.ToDictionary(w => w.Id, StringComparer.Ordinal);

    private static readonly Dictionary<string, CraftWord> ByWord = File.Words.DistinctBy(w => w.Default).ToDictionary(w => w.Default, StringComparer.OrdinalIgnoreCase);

    /// <summary>All words by group.</summary>
    public static IReadOnlyList<WordGroup> Groups { get; } =
        [.. File.Groups.Select(g => new WordGroup(g.Id, g.Name, [.. File.Words.Where(w => w.Group == g.Id)]))];

    /// <summary>All words.</summary>
    public static IReadOnlyList<CraftWord> All => File.Words;

    /// <summary>Pairs of a British form and its American partner, words and spellings alike.</summary>
    public static IReadOnlyList<(string British, string American)> RegionalPairs { get; } =
        [.. File.Words.Where(w => w.American is not null).Select(w => (w.Default, w.American!)), .. File.Spellings.Select(s => (s[0], s[1]))];

    /// <summary>The word with this identifier.</summary>
    /// <exception cref="ArgumentException">The file holds no such word.</exception>
    public static CraftWord Word(string id) => ById.TryGetValue(id, out var word) ? word : throw new ArgumentException($"The vocabulary holds no word {id}.", nameof(id));

    /// <summary>What a word of a catalogue is called.</summary>
    /// <exception cref="ArgumentException">The file holds no such word.</exception>
    public static string Name(string id) => Word(id).Default;

    /// <summary>What a word means.</summary>
    /// <exception cref="ArgumentException">The file holds no such word.</exception>
    public static string Means(string id) => Word(id).Means;

    /// <summary>Finds a word as a text uses it, also in the plural; null where the vocabulary does not hold it.</summary>
    public static CraftWord? Find(string text)
    {
        var plain = text.Trim();
        return ByWord.GetValueOrDefault(plain) ?? (plain.EndsWith('s') ? ByWord.GetValueOrDefault(plain[..^1]) : null);
    }

    /// <summary>What a field of a record is called: "cloth.acrossLoadedMm"; null where it has no name.</summary>
    public static string? Field(string path) => File.Fields.GetValueOrDefault(path);

    /// <summary>Every field that has a name.</summary>
    public static IEnumerable<string> FieldPaths => File.Fields.Keys;

    private sealed record Group(string Id, string Name);

    private sealed record Entry(string Id, string Word, string? American, string Means);

    private sealed record Raw(IReadOnlyList<Group> Groups, IReadOnlyList<Entry> Words, IReadOnlyList<string[]> Spellings, Dictionary<string, string> Fields);

    private sealed record VocabularyFile(IReadOnlyList<Group> Groups, IReadOnlyList<CraftWord> Words, IReadOnlyList<string[]> Spellings, Dictionary<string, string> Fields)
    {
        private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web);

        public static VocabularyFile Read()
        {
            using var stream = typeof(Vocabulary).Assembly.GetManifestResourceStream("vocabulary.json")!;
            var raw = JsonSerializer.Deserialize<Raw>(stream, Json)!;
            return new VocabularyFile(raw.Groups, [.. raw.Words.Select(w => new CraftWord(w.Id, w.Word, w.American, w.Means))], raw.Spellings, raw.Fields);
        }
    }
}
