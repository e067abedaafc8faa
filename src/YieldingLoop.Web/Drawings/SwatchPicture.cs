using Microsoft.AspNetCore.Html;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.ThreadPaths;
using YieldingLoop.Core.Threads;
using YieldingLoop.Web.Drawings.Pull;

namespace YieldingLoop.Web.Drawings;

/// <summary>What to look for on a test swatch: the edge with the meeting line, the opened seam with its gap, or the knot.</summary>
public static class SwatchPicture
{
    /// <summary>Draws one swatch.</summary>
    /// <param name="head">The machine.</param>
    /// <param name="position">Whose dial is tested.</param>
    /// <param name="readingMm">What was read; null shows what a balanced one looks like.</param>
    /// <param name="title">For the description.</param>
    /// <param name="number">Its number among those on the page.</param>
    public static IHtmlContent Draw(Machine head, ThreadPosition position, double? readingMm, string title, int number)
    {
        var shown = DialTest.ReadingOf(position) switch { SwatchReading.Opening => "the seam pulled open", SwatchReading.Knot => "the cloth from its end, face up, with the knots of a zigzag", _ => "the edge seen from its end, face up" };
        return new HtmlString(ExampleDrawing.Draw(SeamExamples.DialTested(position, readingMm, head is Coverstitch), $"{title}: {shown}", FormattableString.Invariant($"-{number}-")));
    }
}
