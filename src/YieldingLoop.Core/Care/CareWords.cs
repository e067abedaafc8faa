using System.Globalization;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Care;

/// <summary>What is said of care: one place, by code.</summary>
public static class CareWords
{
    private static readonly SentenceFile File = new(typeof(CareWords).Assembly, "care-words.json", new Dictionary<string, Func<double, string>>
    {
        ["hours"] = Hours,
        ["metres"] = metres => string.Create(CultureInfo.InvariantCulture, $"{metres:#,0} m"),
        ["set-ups"] = n => n == 1 ? "1 set-up" : string.Create(CultureInfo.InvariantCulture, $"{n:0} set-ups"),
        ["swatches"] = n => n == 1 ? "1 swatch" : string.Create(CultureInfo.InvariantCulture, $"{n:0} swatches"),
    }, new Dictionary<string, Func<string, string>>
    {
        ["position"] = id => Vocabulary.Name("position." + id),
        ["task"] = Task,
        ["day"] = day => DateOnly.TryParseExact(day, "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var on) ? on.ToString("d MMM yyyy", CultureInfo.InvariantCulture) : day,
    });

    /// <summary>Every code that has words.</summary>
    public static IReadOnlyCollection<string> Codes => File.Codes;

    /// <summary>What a code lacks to be said in full.</summary>
    public static IReadOnlyList<string> Lacks(Finding finding) => File.Lacks(finding);

    /// <summary>What was found, in words.</summary>
    public static string Of(Finding finding) => File.Say(finding);

    /// <summary>What a task is called within a sentence.</summary>
    public static string Task(string id) => File.Say(new("task-" + id));

    /// <summary>Hours of sewing: minutes below one hour, to a tenth below ten.</summary>
    public static string Hours(double hours) => hours * 60 < 59.5 ? string.Create(CultureInfo.InvariantCulture, $"{hours * 60:0} min") : string.Create(CultureInfo.InvariantCulture, $"{hours:0.#} h");

    /// <summary>How a task is done on a machine, step by step, by the school that is followed for lint.</summary>
    public static IReadOnlyList<string> How(CareTask task, Machine machine, string lintSchoolId)
    {
        string[] codes = task.Id switch
        {
            "oil" => ["oil-1", machine.AsOverlocker() is not null ? "oil-2-overlocker" : "oil-2", "oil-3", "oil-4"],
            "lint" => machine is PlainMachine ? ["lint-2-plain", lintSchoolId == "air" ? "lint-2-air" : "lint-2-brush", "lint-3"] : ["lint-1", lintSchoolId == "air" ? "lint-2-air" : "lint-2-brush", "lint-3"],
            "knives" => ["knives-1", "knives-2", "knives-3"],
            _ => ["service-1"],
        };
        return [.. codes.Select(c => File.Say(new(c)))];
    }

    /// <summary>How a needle is changed on a machine, step by step.</summary>
    public static IReadOnlyList<string> NeedleHow(Machine machine) =>
        [.. new[] { machine.Seats.Count > 1 ? "needle-1" : null, "needle-2", machine.RoundShank ? "needle-3-round" : "needle-3", "needle-4" }.OfType<string>().Select(c => File.Say(new(c)))];
}
