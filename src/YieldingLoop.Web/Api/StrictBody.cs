using System.Text.Json;
using System.Text.Json.Serialization;
using YieldingLoop.Core.Setups;

namespace YieldingLoop.Web.Api;

/// <summary>Reads bodies that hold the workroom's own records, strictly: no member nobody knows, none missing, none twice.</summary>
internal static class StrictBody
{
    /// <summary>How the words of a fixed list are written in bodies and answers: in small letters with hyphens, never as a number.</summary>
    public static JsonConverter Choices { get; } = new JsonStringEnumConverter(JsonNamingPolicy.KebabCaseLower, allowIntegerValues: false);

    private static readonly JsonSerializerOptions Options = new(JsonSerializerDefaults.Web)
    {
        Converters = { Choices },
        AllowOutOfOrderMetadataProperties = true,
        UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
        NumberHandling = JsonNumberHandling.Strict,
        PropertyNameCaseInsensitive = false,
        RespectNullableAnnotations = true,
        RespectRequiredConstructorParameters = true,
        AllowDuplicateProperties = false,
    };

    /// <summary>Reads a body as a record of the contract.</summary>
    /// <param name="root">The body.</param>
    /// <param name="errors">Faults go here.</param>
    /// <param name="machines">Path of the machine or machines in it, which have to say of what kind they are.</param>
    /// <returns>The record; null where there are faults.</returns>
    public static T? Read<T>(JsonElement root, JsonErrors errors, string machines)
        where T : class
    {
        NoNullsInLists(root, "", errors);
        if (root.ValueKind != JsonValueKind.Object)
        {
            errors.Add("$", "An object is expected here.");
        }

        if (errors.Any)
        {
            return null;
        }

        try
        {
            return root.Deserialize<T>(Options);
        }
        catch (JsonException e)
        {
            var path = e.Path is { Length: > 2 } found ? found[2..] : "$";
            errors.Add(path, Sentence(e.Message));
        }
        catch (NotSupportedException)
        {
            errors.Add(machines, "Every machine has a kind: “overlocker”, “coverstitch”, “convertible” or “plain”.");
        }

        return null;
    }

    /// <summary>The serializer's first sentence, without the type names of this program.</summary>
    private static string Sentence(string message) =>
        message.Contains("could not be mapped", StringComparison.Ordinal) ? "This member is not known."
        : message.Contains("was missing required properties", StringComparison.Ordinal) ? $"Missing: {message[(message.IndexOf(':', StringComparison.Ordinal) + 1)..].Trim(' ', '.')}."
        : message.Contains("Duplicate property", StringComparison.Ordinal) ? "This member stands here more than once."
        : message.Contains("type discriminator", StringComparison.Ordinal) ? "The kind is “overlocker”, “coverstitch”, “convertible” or “plain”."
        : "What stands here is not of the kind that belongs here.";

    private static void NoNullsInLists(JsonElement element, string path, JsonErrors errors)
    {
        if (element.ValueKind == JsonValueKind.Object)
        {
            foreach (var member in element.EnumerateObject())
            {
                NoNullsInLists(member.Value, path.Length == 0 ? member.Name : $"{path}.{member.Name}", errors);
            }
        }
        else if (element.ValueKind == JsonValueKind.Array)
        {
            var i = 0;
            foreach (var item in element.EnumerateArray())
            {
                var at = $"{path}[{i++}]";
                if (item.ValueKind == JsonValueKind.Null)
                {
                    errors.Add(at, "A null has no place in a list.");
                }
                else
                {
                    NoNullsInLists(item, at, errors);
                }
            }
        }
    }

    /// <summary>Checks the schools a body names, by question.</summary>
    public static void CheckSchools(IReadOnlyDictionary<string, string>? named, JsonErrors errors)
    {
        foreach (var (question, choice) in named ?? new Dictionary<string, string>())
        {
            if (Core.Setups.Schools.Questions.FirstOrDefault(q => q.Id == question) is not { } known)
            {
                errors.Add($"schools.{question}", $"The questions are {string.Join(", ", Core.Setups.Schools.Questions.Select(q => q.Id))}.");
            }
            else if (known.Choices.All(c => c.Id != choice))
            {
                errors.Add($"schools.{question}", $"The schools are {string.Join(", ", known.Choices.Select(c => c.Id))}.");
            }
        }
    }

    /// <summary>The schools a checked body names; the default in every other question.</summary>
    public static Schools Schools(IReadOnlyDictionary<string, string>? named) =>
        (named ?? new Dictionary<string, string>()).Aggregate(Core.Setups.Schools.Default, (all, chosen) => all.With(Core.Setups.Schools.Questions.First(q => q.Id == chosen.Key), chosen.Value));
}
