using Microsoft.AspNetCore.Mvc.ModelBinding;
using YieldingLoop.Core;
using YieldingLoop.Core.Units;

namespace YieldingLoop.Web.Forms;

/// <summary>
/// Reads what was typed into a form. Every fault is kept beside its field and what was typed stays as it was.
/// </summary>
/// <param name="state">Where faults go.</param>
/// <param name="prefix">What field names start with, "Input".</param>
internal sealed class FormReader(ModelStateDictionary state, string prefix)
{
    /// <summary>A number, or null where nothing was typed or it is faulty.</summary>
    public double? Number(string field, string? text)
    {
        switch (DecimalText.Read(text, out var value))
        {
            case DecimalTextFault.None:
                return value;
            case DecimalTextFault.NotANumber:
                Fault(field, $"“{Shown(text)}” is not a number. Write it like 12.5 or 12,5.");
                return null;
            case DecimalTextFault.Grouped:
                Fault(field, $"“{Shown(text)}” holds a sign that groups thousands. Write it without, like 1234.5 or 1234,5.");
                return null;
            default:
                return null;
        }
    }

    /// <summary>A number that has to be there; not a number where it is not, which every check refuses.</summary>
    public double Required(string field, string? text)
    {
        if (string.IsNullOrWhiteSpace(text))
        {
            Fault(field, "This figure is needed.");
        }

        return Number(field, text) ?? double.NaN;
    }

    public void Fault(string field, string message)
    {
        var key = $"{prefix}.{field}";
        if (!state.TryGetValue(key, out var entry) || entry.Errors.Count == 0)
        {
            // One message a field: the first says what to mend first.
            state.AddModelError(key, message);
        }
    }

    /// <summary>Puts the core's problems beside their fields.</summary>
    public void Add(IEnumerable<Problem> problems)
    {
        foreach (var problem in problems)
        {
            Fault(FieldName(problem.Field), problem.Message);
        }
    }

    /// <summary>As much of what was typed as a message has room for.</summary>
    private static string Shown(string? text)
    {
        var shown = text!.Trim();
        return shown.Length <= 20 ? shown : shown[..(char.IsHighSurrogate(shown[14]) ? 14 : 15)] + "…";
    }

    /// <summary>"acrossLoadedMm" is the form's "AcrossLoadedMm", "fingers[0].name" its "Fingers[0].Name".</summary>
    internal static string FieldName(string field) => string.Join('.', field.Split('.').Select(part => char.ToUpperInvariant(part[0]) + part[1..]));
}
