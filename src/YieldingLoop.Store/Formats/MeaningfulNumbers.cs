using System.Text.Json;

namespace YieldingLoop.Store.Formats;

/// <summary>
/// Refuses numbers that no figure of this trade can be: beyond what a double holds, or so close to nothing that whatever
/// is divided by them is. One walk over the whole body, so that no member can be forgotten.
/// </summary>
public static class MeaningfulNumbers
{
    /// <summary>The largest and the smallest size a number may have; nothing at all is a number too.</summary>
    private const double Largest = 1e9, Smallest = 1e-9;

    /// <summary>Names every number that is out of all bounds by its path.</summary>
    /// <param name="element">What is looked through.</param>
    /// <param name="errors">Faults go here.</param>
    /// <param name="path">Where it stands.</param>
    public static void Check(JsonElement element, JsonErrors errors, string path = "")
    {
        switch (element.ValueKind)
        {
            case JsonValueKind.Object:
                foreach (var member in element.EnumerateObject())
                {
                    Check(member.Value, errors, path.Length == 0 ? member.Name : $"{path}.{member.Name}");
                }

                break;
            case JsonValueKind.Array:
                var i = 0;
                foreach (var item in element.EnumerateArray())
                {
                    Check(item, errors, $"{path}[{i++}]");
                }

                break;
            case JsonValueKind.Number when !Meaningful(element):
                errors.Add(path.Length == 0 ? "$" : path, "No figure here is as large or as close to nothing as this.");
                break;
        }
    }

    private static bool Meaningful(JsonElement number) =>
        number.TryGetDouble(out var value)
        && Math.Abs(value) is var size
        && (size is >= Smallest and <= Largest || (size == 0 && IsNothing(number.GetRawText())));

    /// <summary>Whether a number is nothing as it is written, and not only what is left of it.</summary>
    private static bool IsNothing(string text) => text.TakeWhile(c => c is not ('e' or 'E')).All(c => c is '-' or '.' or '0');
}
