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
        foreach (var (_, at) in JsonLeaves.Of(element, path).Where(l => l.Value.ValueKind == JsonValueKind.Number && !Meaningful(l.Value)))
        {
            errors.Add(at, "No figure here is as large or as close to nothing as this.");
        }
    }

    private static bool Meaningful(JsonElement number) =>
        number.TryGetDouble(out var value)
        && Math.Abs(value) is var size
        && (size is >= Smallest and <= Largest || (size == 0 && IsNothing(number.GetRawText())));

    /// <summary>Whether a number is nothing as it is written, and not only what is left of it.</summary>
    private static bool IsNothing(string text) => text.TakeWhile(c => c is not ('e' or 'E')).All(c => c is '-' or '.' or '0');
}
