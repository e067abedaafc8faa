using System.Text.Json;

namespace YieldingLoop.Store.Formats;

/// <summary>Refuses texts that nobody types: far too long, or with characters that no screen shows.</summary>
public static class MeaningfulTexts
{
    private const int Longest = 20_000;

    /// <summary>Names every such text by its path.</summary>
    /// <param name="element">What is looked through.</param>
    /// <param name="errors">Faults go here.</param>
    /// <param name="path">Where it stands.</param>
    public static void Check(JsonElement element, JsonErrors errors, string path = "")
    {
        foreach (var (value, at) in JsonLeaves.Of(element, path).Where(l => l.Value.ValueKind == JsonValueKind.String))
        {
            if (Fault(value) is { } fault)
            {
                errors.Add(at, fault);
            }
        }
    }

    private static string? Fault(JsonElement element)
    {
        try
        {
            var text = element.GetString()!;
            return text.Length > Longest ? FormattableString.Invariant($"This text has {text.Length:#,0} characters; at most {Longest:#,0} are taken.")
                : text.Any(c => char.IsControl(c) && c is not ('\n' or '\r' or '\t')) ? "This text has characters that no screen shows." : null;
        }
        catch (InvalidOperationException)
        {
            return "This text has half a character in it.";
        }
    }
}
