namespace YieldingLoop.Core.Colour;

/// <summary>How far two colours are from each other, in words. The steps are working values.</summary>
public static class ColourWords
{
    private static readonly (double Below, string Word)[] Steps =
    [
        (1, "the same to the eye"), (3, "hardly told apart"), (8, "close in colour"), (20, "another shade"), (double.PositiveInfinity, "far off in colour"),
    ];

    /// <summary>The words for a difference.</summary>
    /// <param name="difference">ΔE₀₀.</param>
    public static string Closeness(double difference) => Steps.First(s => difference < s.Below).Word;
}
