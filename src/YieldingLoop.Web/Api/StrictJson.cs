using System.Globalization;
using System.Text.Json;
using YieldingLoop.Core;

namespace YieldingLoop.Web.Api;

/// <summary>Errors of one request, keyed by JSON path.</summary>
internal sealed class JsonErrors
{
    private readonly Dictionary<string, List<string>> errors = [];

    public bool Any => errors.Count > 0;

    public void Add(string path, string message)
    {
        if (!errors.TryGetValue(path, out var list))
        {
            errors[path] = list = [];
        }

        list.Add(message);
    }

    /// <summary>Adds what the core finds wrong with a part of the body.</summary>
    /// <param name="at">Path of the part; empty for the whole.</param>
    /// <param name="problems">What is wrong.</param>
    public void Add(string at, IEnumerable<Problem> problems)
    {
        foreach (var problem in problems)
        {
            Add(at.Length == 0 ? problem.Field : $"{at}.{problem.Field}", problem.Message);
        }
    }

    public Dictionary<string, string[]> ToDictionary() => errors.ToDictionary(e => e.Key, e => e.Value.ToArray());
}

/// <summary>
/// Reads one JSON object member by member, and at the end names every member nobody asked for. Each fault is kept
/// under its path, so that one answer tells them all.
/// </summary>
internal sealed class StrictObject
{
    private readonly JsonElement element;
    private readonly string path;
    private readonly JsonErrors errors;
    private readonly HashSet<string> asked = [];

    private StrictObject(JsonElement element, string path, JsonErrors errors) => (this.element, this.path, this.errors) = (element, path, errors);

    public static StrictObject? Read(JsonElement element, string path, JsonErrors errors)
    {
        if (element.ValueKind == JsonValueKind.Object)
        {
            return new StrictObject(element, path, errors);
        }

        errors.Add(path.Length == 0 ? "$" : path, "An object is expected here.");
        return null;
    }

    public string PathOf(string member) => path.Length == 0 ? member : $"{path}.{member}";

    public void Fault(string member, string message) => errors.Add(PathOf(member), message);

    public bool Has(string member) => TryGet(member, out _);

    public double? Number(string member, double least, double most, bool required = true, bool aboveLeast = false)
    {
        if (!Present(member, required, out var value))
        {
            return null;
        }

        if (value.ValueKind != JsonValueKind.Number || !value.TryGetDouble(out var number))
        {
            Fault(member, "A number is expected here.");
            return null;
        }

        if (!(number >= least && number <= most) || (aboveLeast && number == least))
        {
            var range = string.Create(CultureInfo.InvariantCulture, $"{(aboveLeast ? "above" : "from")} {least:0.####} {(aboveLeast ? "and at most" : "to")} {most:0.####}");
            Fault(member, $"This is a number {range}.");
            return null;
        }

        return number;
    }

    public int? Whole(string member, int least, int most, bool required = true)
    {
        var number = Number(member, least, most, required);
        if (number is { } value && value != Math.Floor(value))
        {
            Fault(member, "A whole number is expected here.");
            return null;
        }

        return (int?)number;
    }

    public string? Text(string member, bool required = true)
    {
        if (!Present(member, required, out var value))
        {
            return null;
        }

        if (value.ValueKind == JsonValueKind.String)
        {
            return value.GetString();
        }

        Fault(member, "A text is expected here.");
        return null;
    }

    public bool? Flag(string member)
    {
        if (!Present(member, required: false, out var value))
        {
            return null;
        }

        if (value.ValueKind is JsonValueKind.True or JsonValueKind.False)
        {
            return value.GetBoolean();
        }

        Fault(member, "true or false is expected here.");
        return null;
    }

    /// <summary>One of a catalogue, by identifier.</summary>
    public T? OneOf<T>(string member, Func<string, T?> find, string what, bool required = true)
        where T : class
    {
        if (Text(member, required) is not { } id)
        {
            return null;
        }

        var found = find(id);
        if (found is null)
        {
            Fault(member, $"No {what} of this name is known.");
        }

        return found;
    }

    public StrictObject? Object(string member) => Present(member, required: false, out var value) ? Read(value, PathOf(member), errors) : null;

    public IReadOnlyList<StrictObject> Objects(string member, int most)
    {
        if (!Present(member, required: true, out var value))
        {
            return [];
        }

        if (value.ValueKind != JsonValueKind.Array)
        {
            Fault(member, "A list is expected here.");
            return [];
        }

        if (value.GetArrayLength() > most)
        {
            Fault(member, $"At most {most} are possible.");
            return [];
        }

        return [.. value.EnumerateArray().Select((item, i) => Read(item, $"{PathOf(member)}[{i}]", errors)).OfType<StrictObject>()];
    }

    /// <summary>Names what was not asked for, and what stands there twice.</summary>
    public void Done()
    {
        var seen = new HashSet<string>();
        foreach (var member in element.EnumerateObject())
        {
            if (!seen.Add(member.Name))
            {
                Fault(member.Name, "This member stands here more than once.");
            }
            else if (!asked.Contains(member.Name))
            {
                Fault(member.Name, "This member is not known.");
            }
        }
    }

    private bool TryGet(string member, out JsonElement value)
    {
        asked.Add(member);
        return element.TryGetProperty(member, out value) && value.ValueKind != JsonValueKind.Null;
    }

    private bool Present(string member, bool required, out JsonElement value)
    {
        if (TryGet(member, out value))
        {
            return true;
        }

        if (required)
        {
            Fault(member, "This member is missing.");
        }

        return false;
    }
}
