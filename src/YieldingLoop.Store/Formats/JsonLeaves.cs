using System.Text.Json;

namespace YieldingLoop.Store.Formats;

/// <summary>One walk over a whole text, so that no member can be forgotten.</summary>
internal static class JsonLeaves
{
    /// <summary>Every value that is neither an object nor a list, with its path; "$" where it is the whole.</summary>
    /// <param name="element">What is walked over.</param>
    /// <param name="path">Where it stands; empty for the whole.</param>
    public static IEnumerable<(JsonElement Value, string Path)> Of(JsonElement element, string path) => element.ValueKind switch
    {
        JsonValueKind.Object => element.EnumerateObject().SelectMany(m => Of(m.Value, path.Length == 0 ? m.Name : $"{path}.{m.Name}")),
        JsonValueKind.Array => element.EnumerateArray().SelectMany((item, i) => Of(item, $"{path}[{i}]")),
        _ => [(element, path.Length == 0 ? "$" : path)],
    };
}
