using System.Text.RegularExpressions;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Forms;

/// <summary>
/// A form that makes no record of its own and is kept as a draft all the same: every field it has, under a key of its
/// own, but for what guards it.
/// </summary>
/// <param name="Path">Where it stands.</param>
/// <param name="Unnamed">What it is called where it does not say.</param>
public sealed partial record OtherForm(Regex Path, string Unnamed)
{
    /// <summary>The field its key is in.</summary>
    public const string Key = "Key";

    /// <summary>The field that says what it is called.</summary>
    public const string Title = "DraftTitle";

    private static readonly IReadOnlyList<OtherForm> All = [new(Amend(), "an amendment"), new(Settings(), "the settings"), new(Test(), "a dial test")];

    /// <summary>The form at an address; null where a record is typed there, or nothing.</summary>
    public static OtherForm? At(string path) => All.FirstOrDefault(f => f.Path.IsMatch(path));

    /// <summary>Whether a field is one that was typed into.</summary>
    public static bool IsTyped(string field) => !field.StartsWith("__", StringComparison.Ordinal) && field is not (Key or Title or "Version");

    /// <summary>What stood in a field when the form was left; null where it had none of the name.</summary>
    public static string? Text(DraftRow draft, string field) => draft.Fields.FirstOrDefault(f => f.Name.Equals(field, StringComparison.OrdinalIgnoreCase))?.Value;

    [GeneratedRegex(@"^/setups/\d+/amend$")]
    private static partial Regex Amend();

    [GeneratedRegex("^/settings$")]
    private static partial Regex Settings();

    [GeneratedRegex(@"^/machines/\d+/test(\?|$)")]
    private static partial Regex Test();
}
