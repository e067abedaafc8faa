using Microsoft.AspNetCore.Html;
using Microsoft.Extensions.Caching.Memory;
using YieldingLoop.Core.ThreadPaths;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;
using YieldingLoop.Web.Drawings.Pull;

namespace YieldingLoop.Web.Drawings;

/// <summary>The seam with the finger and seats it should have beside those it should not, from the same drawings as every other seam.</summary>
public static class ChoicePictures
{
    /// <summary>As far past the edge, or as much wider, as this is not said, mm.</summary>
    private const double HardlyMm = 0.25;

    /// <summary>So many drawings are remembered.</summary>
    private const int Remembered = 256;

    private static readonly MemoryCache Drawn = new(new MemoryCacheOptions { SizeLimit = Remembered });

    /// <summary>The pictures of some choices.</summary>
    /// <param name="choices">The choices, the right one first.</param>
    public static IReadOnlyList<SmallPicture> Of(IReadOnlyList<SeamChoice> choices) => [.. choices.Select((c, i) => Of(c, FormattableString.Invariant($"-choice{i}-")))];

    private static SmallPicture Of(SeamChoice choice, string suffix)
    {
        var name = choice.Wrong switch
        {
            WrongChoice.Finger => $"finger “{choice.Finger.Name}”",
            WrongChoice.Seat => $"the {Phrase.List([.. choice.Needles.Select(n => n.Name())])} instead",
            _ => $"finger “{choice.Finger.Name}”, {Phrase.List([.. choice.Needles.Select(n => n.Name())])}",
        };
        var meaning = Meaning(choice);
        var (example, title) = (choice.Example, $"The seam from its end: {name}, {meaning}.");
        // The same few are shown on every card of a machine.
        var drawing = Drawn.GetOrCreate((example.Geometry, string.Join(' ', example.Threads), title, suffix), entry =>
        {
            entry.Size = 1;
            return ExampleDrawing.Draw(example, title, suffix, bare: true);
        });
        return new(new HtmlString($"<span class=\"choice-seam{(choice.Wrong == WrongChoice.None ? " choice-right" : "")}\">{drawing}</span>"), name, meaning);
    }

    private static string Meaning(SeamChoice choice)
    {
        var lies = choice.OverhangMm > HardlyMm ? FormattableString.Invariant($"its loops hang {choice.OverhangMm:0.0} mm past the edge")
            : choice.OverhangMm < -HardlyMm ? FormattableString.Invariant($"{-choice.OverhangMm:0.0} mm of the edge roll into it")
            : "its loops end at the edge";
        var wide = Math.Abs(choice.WiderMm) > HardlyMm && choice.Wrong == WrongChoice.Seat ? FormattableString.Invariant($", and it is {Math.Abs(choice.WiderMm):0.0} mm {(choice.WiderMm > 0 ? "wider" : "narrower")}") : "";
        return (choice.Wrong == WrongChoice.None ? "as it should be: " : "") + lies + wide;
    }
}
