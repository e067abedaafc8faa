using YieldingLoop.Core.Words;

namespace YieldingLoop.Core;

/// <summary>Something wrong with what was entered, said so that a person can mend it.</summary>
/// <param name="Field">Which field, by the name of the member it fills.</param>
/// <param name="Message">What is wrong and what is allowed.</param>
public sealed record Problem(string Field, string Message)
{
    /// <summary>The code and figures of it, where the core decided it; null where the entry itself is at fault.</summary>
    public Finding? Finding { get; init; }
}

/// <summary>Either a value, or what keeps it from being one. Expected failures are results, not exceptions.</summary>
/// <param name="Value">The value; null where there are problems.</param>
/// <param name="Problems">What is wrong; empty where there is a value.</param>
/// <typeparam name="T">What was wanted.</typeparam>
public sealed record Outcome<T>(T? Value, IReadOnlyList<Problem> Problems)
    where T : class
{
    /// <summary>Whether there is a value.</summary>
    public bool Succeeded => Problems.Count == 0;
}

/// <summary>Makes outcomes.</summary>
public static class Outcome
{
    /// <summary>A value.</summary>
    public static Outcome<T> Of<T>(T value)
        where T : class => new(value, []);

    /// <summary>Problems, at least one.</summary>
    public static Outcome<T> Failed<T>(IReadOnlyList<Problem> problems)
        where T : class => new(null, problems);
}
