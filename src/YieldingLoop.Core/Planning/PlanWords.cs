using System.Globalization;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Planning;

/// <summary>How parts of a set-up are named in findings and in sentences.</summary>
internal static class PlanWords
{
    /// <summary>A flatlock is named by its threads, "flatlock-2".</summary>
    public const string FlatlockOf = "flatlock-";

    /// <summary>What a layout's stitch is called in a finding: its identifier, or how many threads a flatlock has.</summary>
    public static string StitchId(Layout layout) => layout.Flatlock ? FlatlockOf + layout.Stitch.ThreadCount.ToString(CultureInfo.InvariantCulture) : layout.Stitch.Id;

    /// <summary>Positions in a finding.</summary>
    public static string Ids(IEnumerable<ThreadPosition> positions) => string.Join(',', positions.Select(p => p.Id()));

    public static string Seats(IReadOnlyList<ThreadPosition> seats) => seats.Count switch
    {
        1 => $"the {seats[0].Name()} alone",
        2 => seats is [ThreadPosition.NeedleLeft, ThreadPosition.NeedleRight] ? "both needles" : $"{seats[0].Name()} and {seats[1].Name()}",
        _ => "all three needles",
    };

    public static string Count(int count) => count switch { 1 => "one", 2 => "two", 3 => "three", 4 => "four", 5 => "five", _ => count.ToString(CultureInfo.InvariantCulture) };
}
