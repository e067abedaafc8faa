using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Procedures;

/// <summary>The steps of seam jobs in English.</summary>
public static class ProcedureWords
{
    private static readonly SentenceFile File = new(
        typeof(SentenceFile).Assembly, "procedures.json", new Dictionary<string, Func<double, string>>(), new Dictionary<string, Func<string, string>> { ["school"] = SchoolCatalogue.NameOf });

    /// <summary>Every code that has a sentence.</summary>
    public static IReadOnlyCollection<string> Codes => File.Codes;

    /// <summary>What is done in a step.</summary>
    public static string Of(ProcedureStep step) => File.Say(new(step.Code));

    /// <summary>Why; null where it goes without saying.</summary>
    public static string? Why(ProcedureStep step) => step.Why is { } why ? File.Say(why) : null;

    /// <summary>What a step lacks to be said in full; empty where nothing.</summary>
    public static IReadOnlyList<string> Lacks(ProcedureStep step) => [.. File.Lacks(new(step.Code)), .. step.Why is { } why ? File.Lacks(why) : []];
}
