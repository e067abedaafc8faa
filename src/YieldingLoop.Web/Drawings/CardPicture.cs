using System.Text;
using Microsoft.AspNetCore.Html;
using YieldingLoop.Core.Settings;
using YieldingLoop.Web.Pages.Shared;

namespace YieldingLoop.Web.Drawings;

/// <summary>The card of a set-up as one picture of the form of A5, four units to a millimetre: what the printed card says, in the same order.</summary>
internal static class CardPicture
{
    private const double Width = 592, Height = 840, Margin = 34, Room = Width - (2 * Margin), Point = 4 * 25.4 / 72;

    /// <summary>Mean width of a letter, in parts of its size, in the widest typeface a file may be shown with.</summary>
    private const double LetterWidth = 0.58, BoldWidth = 0.66;

    /// <summary>Draws a card.</summary>
    /// <param name="card">The card.</param>
    /// <param name="clamp">Its needles, as drawn elsewhere.</param>
    /// <param name="reach">Its reach chart, as drawn elsewhere.</param>
    /// <param name="wording">The workroom's words.</param>
    public static IHtmlContent Draw(PaperCard card, IHtmlContent clamp, IHtmlContent reach, Wording wording)
    {
        var svg = new Svg(Width, Height, $"Card of the set-up for {card.Name}", "drawing card-picture");
        var y = Text(svg, card.Name, Margin, Margin, Room, card.Name.Length > 40 ? 13 : 17, "card-title");
        y = Text(svg, card.Cloth + (card.Edition > 1 ? $" · version {card.Edition}" : ""), Margin, y + 4, Room, 9.5, "card-text");
        y = Text(svg, card.Standing, Margin, y, Room, 9.5, "card-strong") + 10;
        y = Columns(svg, y, [.. card.Dials(wording).Select(d => new Action<double, double, double, List<double>>((x, top, room, ends) =>
        {
            svg.Tag(x + 15, top + 18, d.Position);
            var under = Math.Max(top + 36, Text(svg, wording.Say(Core.Threads.ThreadPositions.Name(d.Position)), x + 34, top + 4, room - 34, 9, "card-strong"));
            under = d.Mark is { } mark ? Text(svg, $"marked “{mark}”", x, under, room, 8.5, "card-text") : under;
            under = Text(svg, d.Number, x, under, room, d.Number.Length > 3 ? 31 : 42, "card-number");
            under = Text(svg, d.Words, x, under, room, 11, "card-strong");
            ends.Add(Text(svg, d.Thread, x, under, room, 9, "card-text"));
        }))], framed: true) + 12;
        y = Columns(svg, y, [.. card.Settings().Select(s => new Action<double, double, double, List<double>>((x, top, room, ends) =>
        {
            var under = Text(svg, s.Label, x, top, room, 9, "card-text");
            under = Text(svg, s.Value, x, under, room, s.Word ? 14 : 20, "card-strong");
            ends.Add(s.Unit is { } unit ? Text(svg, unit, x, under, room, 9, "card-text") : under);
        }))], framed: false) + 10;

        // What stands at the foot takes its room first; the drawings have what is left.
        var (foot, targets) = (card.Foot(wording), card.Targets(wording));
        var footTop = Height - Margin - foot.Sum(l => Tall(l, Room, 7.6));
        var notesTop = footTop - 8 - card.Notes.Sum(n => Tall(n, Room, 8)) - (card.Notes.Count > 0 ? Tall("x", Room, 10.5) : 0);
        var targetsTop = notesTop - 6 - Tall("x", Room, 10.5) - Tall(targets, Room, 9.5);
        var half = Room * 0.38;
        var heads = Math.Max(Text(svg, $"Needles: {card.Card.NeedleIn(wording)}", Margin, y, half - 12, 10.5, "card-strong"), Text(svg, card.Verdict, Margin + half, y, Room - half, 10.5, "card-strong"));
        var left = targetsTop - heads - 8;
        if (left > 30)
        {
            svg.Inside(clamp, Margin, heads + 2, half - 12, left).Inside(reach, Margin + half, heads + 2, Room - half, left);
        }

        svg.Line(Margin, targetsTop - 3, Width - Margin, targetsTop - 3, "card-rule");
        y = Text(svg, "The swatch should show", Margin, targetsTop, Room, 10.5, "card-strong");
        Text(svg, targets, Margin, y, Room, 9.5, "card-text");
        y = notesTop;
        if (card.Notes.Count > 0)
        {
            y = Text(svg, "Own notes", Margin, y, Room, 10.5, "card-strong");
            foreach (var note in card.Notes)
            {
                y = Text(svg, note, Margin, y, Room, 8, "card-text");
            }
        }

        svg.Line(Margin, footTop - 3, Width - Margin, footTop - 3, "card-rule");
        y = footTop;
        foreach (var line in foot)
        {
            y = Text(svg, line, Margin, y, Room, 7.6, "card-text");
        }

        return svg.Done();
    }

    /// <summary>Four beside one another, and the rest below.</summary>
    private static double Columns(Svg svg, double top, IReadOnlyList<Action<double, double, double, List<double>>> cells, bool framed)
    {
        foreach (var row in cells.Chunk(4))
        {
            var (room, ends) = (Room / 4, new List<double>());
            foreach (var (i, cell) in row.Index())
            {
                cell(Margin + (i * room) + (framed ? 8 : 0), top + 4, room - 14, ends);
            }

            var bottom = ends.Max() + 6;
            for (var i = 1; framed && i < row.Length; i++)
            {
                svg.Line(Margin + (i * room), top, Margin + (i * room), bottom, "card-rule");
            }

            if (framed)
            {
                svg.Rect(Margin, top, Room, bottom - top, "card-frame", 8);
            }

            top = bottom;
        }

        return top;
    }

    /// <summary>Writes a text into its room, line by line.</summary>
    /// <returns>Where the next begins.</returns>
    private static double Text(Svg svg, string text, double x, double top, double room, double points, string css)
    {
        var size = points * Point;
        foreach (var line in Lines(text, room, size * (css == "card-strong" ? BoldWidth : LetterWidth)))
        {
            svg.Sized(x, top + size, line, css, size);
            top += size * 1.22;
        }

        return top;
    }

    private static double Tall(string text, double room, double points) => Lines(text, room, points * Point * LetterWidth).Count * points * Point * 1.22;

    private static List<string> Lines(string text, double room, double letter)
    {
        var (most, lines, line) = (Math.Max(4, (int)(room / letter)), new List<string>(), new StringBuilder());
        foreach (var word in text.Split(' ', StringSplitOptions.RemoveEmptyEntries).SelectMany(w => w.Chunk(most).Select(c => new string(c))))
        {
            if (line.Length > 0 && line.Length + 1 + word.Length > most)
            {
                lines.Add(line.ToString());
                line.Clear();
            }

            line.Append(line.Length > 0 ? " " : "").Append(word);
        }

        return line.Length > 0 ? [.. lines, line.ToString()] : lines;
    }
}
