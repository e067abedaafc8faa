using System.Globalization;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Planning;

/// <summary>How parts of a set-up are named in sentences.</summary>
internal static class PlanWords
{
    /// <summary>"four-thread overedge", "flatlock of two threads".</summary>
    public static string Stitch(Layout layout) => layout.Flatlock ? $"a flatlock of {Count(layout.Stitch.ThreadCount)} threads" : $"the {layout.Stitch.Name}";

    public static string JobArticle(SeamJob job) => Jobs.Of(job)!.Sentence.ToLowerInvariant();

    public static string Seats(IReadOnlyList<ThreadPosition> seats) => seats.Count switch
    {
        1 => $"the {seats[0].Name()} alone",
        2 => seats is [ThreadPosition.NeedleLeft, ThreadPosition.NeedleRight] ? "both needles" : $"{seats[0].Name()} and {seats[1].Name()}",
        _ => "all three needles",
    };

    public static string Count(int count) => count switch { 1 => "one", 2 => "two", 3 => "three", 4 => "four", 5 => "five", _ => count.ToString(CultureInfo.InvariantCulture) };
}
