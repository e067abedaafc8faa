using static System.FormattableString;

namespace YieldingLoop.Core.Words;

/// <summary>Says how far a dial stands from neutral, the way it is said beside every dial number.</summary>
public static class DialWords
{
    /// <summary>"at neutral", "1 number tighter", "1.5 numbers looser".</summary>
    public static string FromNeutral(double stepsTighter)
    {
        var steps = Math.Round(Math.Abs(stepsTighter), 2);
        var noun = steps == 1 ? "number" : "numbers";
        return steps == 0 ? "at neutral" : steps == 0.5 ? $"half a number {(stepsTighter > 0 ? "tighter" : "looser")}" : Invariant($"{steps:0.##} {noun} {(stepsTighter > 0 ? "tighter" : "looser")}");
    }

    /// <summary>How far a dial is turned: "1.5 numbers looser".</summary>
    public static string Turn(double stepsTighter) => Math.Round(stepsTighter, 2) == 0 ? "it stays" : FromNeutral(stepsTighter);
}
