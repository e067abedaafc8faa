using System.Text.Json;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Words;
using YieldingLoop.Store.Formats;

namespace YieldingLoop.Store;

/// <summary>A field in which two versions of a record differ, in words.</summary>
/// <param name="Field">What the field is called.</param>
/// <param name="Theirs">What the stored record says; empty where it says nothing.</param>
/// <param name="Mine">What the other version says.</param>
public sealed record EntryDifference(string Field, string Theirs, string Mine);

/// <summary>Compares two versions of one record field by field.</summary>
public static class EntryDifferences
{
    private static readonly Dictionary<string, string> VocabularyOf = new(StringComparer.Ordinal)
    {
        ["typicalId"] = "typical.", ["calibrationThreadId"] = "thread.", ["fourThreadStitchId"] = "stitch.", ["stitchId"] = "stitch.", ["stitch"] = "stitch.", ["kind"] = "thread.", ["point"] = "needle.", ["needlePointIds"] = "needle.", ["direction"] = "cloth.",
    };

    private static readonly (string Ending, string Unit)[] Units = [("Mm", " mm"), ("Grams", " g"), ("Gsm", " g/m²"), ("Percent", " %")];

    /// <summary>Where two entries differ, in the order of their fields; empty where they say the same.</summary>
    /// <param name="noun">"cloth", "machine" or "seam": whose field names.</param>
    /// <param name="theirs">As stored; null for a record that says nothing yet.</param>
    /// <param name="mine">As typed.</param>
    public static IReadOnlyList<EntryDifference> Between<T>(string noun, T? theirs, T mine)
        where T : class => Between(noun, theirs is null ? null : StoredFormat.Element(theirs), StoredFormat.Element(mine), mine is Setup);

    /// <summary>Where two documents differ, in the order of their members; empty where they say the same.</summary>
    /// <param name="noun">Whose field names.</param>
    /// <param name="theirs">As stored; null for a record that says nothing yet.</param>
    /// <param name="mine">The other one.</param>
    /// <param name="nullSays">Whether null is said on purpose, as in a set-up: nothing is there.</param>
    public static IReadOnlyList<EntryDifference> Between(string noun, JsonElement? theirs, JsonElement mine, bool nullSays = false)
    {
        var (stored, typed) = (Flatten(theirs, nullSays), Flatten(mine, nullSays));
        return
        [
            .. stored.Keys.Union(typed.Keys)
                .Where(path => stored.GetValueOrDefault(path, "") != typed.GetValueOrDefault(path, ""))
                .Select(path => new EntryDifference(NameOf(noun, path), ValueOf(path, stored), ValueOf(path, typed))),
        ];
    }

    /// <summary>What a field is called: "machine" and "needleLeft.neutral" are "Left needle's dial, neutral".</summary>
    public static string NameOf(string noun, string path)
    {
        var parts = path.Split('.').Select(part =>
        {
            var bracket = part.IndexOf('[', StringComparison.Ordinal);
            var known = Vocabulary.Field($"{noun}.{(bracket < 0 ? part : part[..bracket])}");
            // A name somebody gave keeps its capitals.
            var name = known ?? part.Replace('-', ' ');
            return (Name: bracket < 0 ? name : $"{name} {int.Parse(part[(bracket + 1)..^1], System.Globalization.CultureInfo.InvariantCulture) + 1}", Known: known is not null);
        }).ToList();
        return string.Join(", ", parts.Select((part, i) => i == 0 || !part.Known ? part.Name : Phrase.Small(part.Name)));
    }

    private static string ValueOf(string path, Dictionary<string, string> values)
    {
        var value = values.GetValueOrDefault(path, "");
        var field = path[(path.LastIndexOf('.') + 1)..];
        if (value.Length == 0)
        {
            return "";
        }

        if (VocabularyOf.TryGetValue(field, out var prefix))
        {
            return string.Join(", ", value.Split(", ").Select(id => Vocabulary.All.FirstOrDefault(w => w.Id == prefix + id)?.Default ?? id));
        }

        return value + Units.FirstOrDefault(u => field.EndsWith(u.Ending, StringComparison.Ordinal)).Unit;
    }

    private static Dictionary<string, string> Flatten(JsonElement? entry, bool nullSays)
    {
        var values = new Dictionary<string, string>(StringComparer.Ordinal);
        if (entry is { } there)
        {
            Add("", there);
        }

        return values;

        void Add(string path, JsonElement element)
        {
            switch (element.ValueKind)
            {
                case JsonValueKind.Object:
                    foreach (var member in element.EnumerateObject())
                    {
                        Add(path.Length == 0 ? member.Name : $"{path}.{member.Name}", member.Value);
                    }

                    break;
                case JsonValueKind.Array when element.EnumerateArray().Any(e => e.ValueKind == JsonValueKind.Object):
                    foreach (var (index, item) in element.EnumerateArray().Index())
                    {
                        Add($"{path}[{index}]", item);
                    }

                    break;
                case JsonValueKind.Array:
                    values[path] = string.Join(", ", element.EnumerateArray().Select(Text));
                    break;
                case JsonValueKind.Null:
                    if (nullSays)
                    {
                        // In a set-up null is said on purpose: nothing is there.
                        values[path] = "none";
                    }

                    break;
                default:
                    values[path] = Text(element);
                    break;
            }
        }
    }

    private static string Text(JsonElement element) => element.ValueKind switch
    {
        JsonValueKind.True => "yes",
        JsonValueKind.False => "no",
        JsonValueKind.String => element.GetString()!,
        _ => element.ToString(),
    };
}
