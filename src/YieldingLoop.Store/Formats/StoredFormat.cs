using System.Text.Json;
using System.Text.Json.Nodes;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.ThreadUp;

namespace YieldingLoop.Store.Formats;

/// <summary>
/// How records are written into a column and read again. Kinds of record whose form was changed carry its number; a text
/// without one is of the first form. An older form is turned into the newest as it is read, and nothing is written back
/// unless somebody changes the record.
/// </summary>
public static class StoredFormat
{
    /// <summary>
    /// Number of the form in which set-ups, states of machines and thread-ups are written: 2 since a set-up is one value, 3
    /// since what was found out is kept as codes.
    /// </summary>
    public const int Newest = 3;

    private const string Mark = "{\"format\":3";

    /// <summary>What turns a record of each form into the next, the first form first.</summary>
    private static readonly Dictionary<Type, Action<JsonObject>[]> Upgrades = new()
    {
        [typeof(Setup)] = [FirstForm.State, _ => { }],
        [typeof(SetupSnapshot)] = [FirstForm.Snapshot, SecondForm.Snapshot],
        [typeof(ThreadUpPlan)] = [FirstForm.ThreadUp, SecondForm.ThreadUp],
    };

    /// <summary>Writes a record.</summary>
    public static string Write<T>(T value)
    {
        var text = JsonSerializer.Serialize(value, WorkroomContext.Json);
        return !Upgrades.ContainsKey(typeof(T)) ? text : text == "{}" ? Mark + "}" : $"{Mark},{text.AsSpan(1)}";
    }

    /// <summary>Reads a record of any form there ever was.</summary>
    /// <exception cref="JsonException">The text is no record of this kind.</exception>
    public static T Read<T>(string text) => (T)Read(text, typeof(T))!;

    /// <summary>Reads a record of any form there ever was.</summary>
    /// <exception cref="JsonException">The text is no record of this kind.</exception>
    public static object? Read(string text, Type type)
    {
        if (!Upgrades.TryGetValue(type, out var upgrades) || text.StartsWith(Mark, StringComparison.Ordinal))
        {
            return JsonSerializer.Deserialize(text, type, WorkroomContext.Json);
        }

        if (JsonNode.Parse(text) is not JsonObject record || FormOf(record) is var form && form is < 1 or >= Newest)
        {
            throw new JsonException("This is a record of a form that is not known.");
        }

        try
        {
            foreach (var upgrade in upgrades.Skip(form - 1))
            {
                upgrade(record);
            }

            return record.Deserialize(type, WorkroomContext.Json);
        }
        catch (Exception e) when (e is InvalidOperationException or FormatException or ArgumentException or NullReferenceException)
        {
            // Whatever a damaged text lacks, it is one that cannot be read.
            throw new JsonException("This is no record of the form it says it is of.", e);
        }
    }

    private static int FormOf(JsonObject record) => record["format"] is not { } number ? 1 : number is JsonValue value && value.TryGetValue(out int form) ? form : 0;
}
