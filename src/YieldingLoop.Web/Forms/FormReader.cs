using Microsoft.AspNetCore.Mvc.ModelBinding;
using YieldingLoop.Core;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Units;

namespace YieldingLoop.Web.Forms;

/// <summary>
/// Reads what was typed into a form. Every fault is kept beside its field and what was typed stays as it was.
/// </summary>
/// <param name="state">Where faults go.</param>
/// <param name="prefix">What field names start with, "Input".</param>
/// <param name="wording">How messages are said.</param>
/// <param name="unit">Unit of lengths that name none.</param>
public sealed class FormReader(ModelStateDictionary state, string prefix, Wording wording, LengthUnit unit)
{
    /// <summary>Lengths as they were typed, by their field.</summary>
    private readonly Dictionary<string, string?> lengths = [];

    /// <summary>A number, or null where nothing was typed or it is faulty.</summary>
    public double? Number(string field, string? text) => Checked(field, text, DecimalText.Read(text, out var value), value, "");

    /// <summary>A length measured with a tape, mm, typed in the unit of the form; null where nothing was typed or it is faulty.</summary>
    public double? Length(string field, string? text)
    {
        lengths[field] = text;
        return Checked(field, text, LengthText.Read(text, unit, out var millimetres), millimetres, unit == LengthUnit.Inch ? " Inches can be written 3 7/8 too." : "");
    }

    /// <summary>A cloth's weight, g/m², ounces per square yard understood; null where nothing was typed or it is faulty.</summary>
    public double? AreaDensity(string field, string? text) => Checked(field, text, QuantityText.ReadAreaDensity(text, out var gsm), gsm, " Ounces can be written 6.8 oz.");

    /// <summary>A length of thread, m, yards understood; null where nothing was typed or it is faulty.</summary>
    public double? ThreadLength(string field, string? text) => Checked(field, text, QuantityText.ReadThreadLength(text, out var metres), metres, " Yards can be written 550 yd.");

    private double? Checked(string field, string? text, DecimalTextFault fault, double value, string also)
    {
        switch (fault)
        {
            case DecimalTextFault.None:
                return value;
            case DecimalTextFault.NotANumber:
                Fault(field, $"“{Shown(text)}” is not a number. Write it like 12.5 or 12,5.{also}");
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

    /// <summary>A whole number, 0 where nothing was typed; −1, which every check refuses, where it is none.</summary>
    public int Count(string field, string? text)
    {
        var number = Number(field, text);
        if (number is { } typed && (typed != Math.Floor(typed) || Math.Abs(typed) > 1_000_000))
        {
            Fault(field, "This is counted in whole numbers.");
            return -1;
        }

        return (int)(number ?? 0);
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
            var field = FieldName(problem.Field);
            Fault(field, wording.Say(problem.Message) + OtherUnit(field));
        }
    }

    /// <summary>
    /// Where a length that named no unit is not believed, the other unit may have been meant: a tape has both sides.
    /// </summary>
    private string OtherUnit(string field)
    {
        if (!lengths.TryGetValue(field, out var text) || text is null || LengthText.NamesUnit(text))
        {
            return "";
        }

        var (inches, other) = (unit == LengthUnit.Inch, unit == LengthUnit.Inch ? "millimetres" : "inches");
        return LengthText.Read(text, unit, out _) == DecimalTextFault.None ? $" If {other} were meant, write “{Shown(text)} {(inches ? "mm" : "in")}”." : "";
    }

    /// <summary>As much of what was typed as a message has room for.</summary>
    private static string Shown(string? text)
    {
        var shown = text!.Trim();
        return shown.Length <= 20 ? shown : shown[..(char.IsHighSurrogate(shown[14]) ? 14 : 15)] + "…";
    }

    /// <summary>"acrossLoadedMm" is the form's "AcrossLoadedMm", "fingers[0].name" its "Fingers[0].Name".</summary>
    public static string FieldName(string field) => string.Join('.', field.Split('.').Select(part => char.ToUpperInvariant(part[0]) + part[1..]));
}
