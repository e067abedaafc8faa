using System.Globalization;
using System.Text;
using YieldingLoop.Core.Colour;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Web.Drawings;

/// <summary>
/// The colour of each thread. Those of one machine are chosen to differ in lightness as well as hue, so that they stay apart for
/// colour-blind eyes and in grey; the letter tag and its shape stand beside the colour everywhere.
/// </summary>
public static class ThreadLook
{
    /// <summary>The product's own colours; a machine's record may replace them by the colours of its thread marks.</summary>
    public static IReadOnlyDictionary<ThreadPosition, string> Own { get; } = new Dictionary<ThreadPosition, string>
    {
        [ThreadPosition.NeedleLeft] = "#22418f",
        [ThreadPosition.NeedleRight] = "#b83b78",
        [ThreadPosition.UpperLooper] = "#dd9a1f",
        [ThreadPosition.LowerLooper] = "#0c6b62",
        // Seats and loopers of other machines; none of these runs beside the one it resembles.
        [ThreadPosition.Needle] = "#22418f",
        [ThreadPosition.NeedleCentre] = "#7b5fb8",
        [ThreadPosition.ChainLooper] = "#7a4a12",
        [ThreadPosition.TopCover] = "#e3b04b",
        [ThreadPosition.Bobbin] = "#4c5a2a",
    };

    /// <summary>CSS class that carries a position's colour.</summary>
    public static string Class(ThreadPosition position) => "t-" + position.Id();

    /// <summary>A stylesheet with the colours to use; letters on a tag are dark or light, whichever reads better.</summary>
    /// <param name="marks">Colours of a machine's marks, by position identifier; others keep their own.</param>
    public static string Stylesheet(IReadOnlyDictionary<string, string> marks)
    {
        var css = new StringBuilder();
        foreach (var (position, own) in Own)
        {
            var colour = marks.TryGetValue(position.Id(), out var mark) && CieLab.TryFromHex(mark, out _) ? mark : own;
            css.Append(CultureInfo.InvariantCulture, $".{Class(position)}{{--thread:{colour};--on-thread:{(DarkTextReads(colour) ? "#1b1c21" : "#ffffff")}}}\n");
        }

        return css.ToString();
    }

    /// <summary>Whether dark letters have more contrast on this colour than white ones: from a lightness of about 50.</summary>
    public static bool DarkTextReads(string hex) => CieLab.TryFromHex(hex, out var lab) && lab.L > 52;
}
