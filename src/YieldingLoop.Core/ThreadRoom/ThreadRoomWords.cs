using System.Globalization;
using YieldingLoop.Core.Colour;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.ThreadRoom;

/// <summary>What is said of thread and whether it lasts: one place, by code.</summary>
public static class ThreadRoomWords
{
    private static readonly SentenceFile File = new(typeof(ThreadRoomWords).Assembly, "thread-room-words.json", new Dictionary<string, Func<double, string>>
    {
        ["metres"] = Metres,
        ["mm"] = mm => mm < 1000 ? string.Create(CultureInfo.InvariantCulture, $"{mm:0} mm") : string.Create(CultureInfo.InvariantCulture, $"{mm / 1000:0.0} m"),
        ["colour"] = ColourWords.Closeness,
        ["cones"] = n => n == 1 ? "1 full one" : string.Create(CultureInfo.InvariantCulture, $"{n:0} full ones"),
        ["of-them"] = n => n == 1 ? "is one of it" : string.Create(CultureInfo.InvariantCulture, $"are {n:0} of it"),
        ["fillings"] = n => n == 2 ? "fill it once more" : string.Create(CultureInfo.InvariantCulture, $"fill it {n - 1:0} times more"),
        ["bobbins"] = n => n == 1 ? "1 bobbin" : string.Create(CultureInfo.InvariantCulture, $"{n:0} bobbins"),
    }, new Dictionary<string, Func<string, string>> { ["position"] = id => Vocabulary.Name("position." + id) });

    /// <summary>Every code that has words.</summary>
    public static IReadOnlyCollection<string> Codes => File.Codes;

    /// <summary>What a code lacks to be said in full.</summary>
    public static IReadOnlyList<string> Lacks(Finding finding) => File.Lacks(finding);

    /// <summary>What was found, in words.</summary>
    /// <param name="finding">The code with its figures.</param>
    /// <param name="seamName">What a seam is called on screen.</param>
    public static string Of(Finding finding, Func<string, string>? seamName = null) =>
        File.Say(seamName is not null && finding.Names.TryGetValue("seam", out var seam) ? finding.With("seam", seamName(seam)) : finding);

    /// <summary>Metres of thread: to a tenth below ten, whole above.</summary>
    public static string Metres(double metres) => metres < 9.95 ? string.Create(CultureInfo.InvariantCulture, $"{metres:0.#} m") : string.Create(CultureInfo.InvariantCulture, $"{metres:#,0} m");
}
