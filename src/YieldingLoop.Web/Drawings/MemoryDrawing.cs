using System.Globalization;
using Microsoft.AspNetCore.Html;
using YieldingLoop.Core.Seams;
using static YieldingLoop.Web.Drawings.Svg;

namespace YieldingLoop.Web.Drawings;

/// <summary>A swatch on the ruler of a machine.</summary>
/// <param name="At">The number it was sewn at.</param>
/// <param name="Read">What was read.</param>
/// <param name="Swatch">Which swatch.</param>
public sealed record MemoryPoint(double At, double Read, int Swatch);

/// <summary>
/// What a machine's swatches showed at the numbers they were sewn at: the machine's own ruler below, the cloth's edge across, a point for
/// each swatch, and the band of what the next one would show as a crease pressed into it.
/// </summary>
/// <param name="Least">Lowest number of the ruler.</param>
/// <param name="Most">Highest.</param>
/// <param name="Step">Its step.</param>
public sealed record MemoryDrawing(double Least, double Most, double Step)
{
    private const double Width = 640, Height = 336, Left = 64, Right = 604, Top = 20, Bottom = 236, Axis = 262;

    /// <summary>Swatches.</summary>
    public required IReadOnlyList<MemoryPoint> Points { get; init; }

    /// <summary>Band of the figure at a number; null where no line is learnt.</summary>
    public Func<double, Interval?>? Band { get; init; }

    /// <summary>What is wanted.</summary>
    public required Target Wanted { get; init; }

    /// <summary>Where it stands.</summary>
    public required double Now { get; init; }

    /// <summary>Where it is to go; null where it stays.</summary>
    public double? To { get; init; }

    /// <summary>What lies above the cloth's edge, and below.</summary>
    public required (string Above, string Below) Sides { get; init; }

    /// <summary>What stands at the ends of the ruler.</summary>
    public required (string Left, string Right) Ends { get; init; }

    /// <summary>How thick the cloth's edge is drawn, in the unit of what is read.</summary>
    public double Edge { get; init; } = 0.8;

    /// <summary>Least that is shown to either side, in the unit of what is read.</summary>
    public double Beyond { get; init; } = 2.5;

    /// <summary>Draws it.</summary>
    /// <param name="title">What it shows, in words.</param>
    public IHtmlContent Draw(string title)
    {
        var numbers = Enumerable.Range(0, 25).Select(i => Least + (Most - Least) * i / 24).ToList();
        var bands = Band is null ? [] : numbers.Select(n => (Number: n, Band: Band(n))).Where(b => b.Band is not null).Select(b => (b.Number, Band: b.Band!.Value)).ToList();
        var most = Points.Select(p => Math.Abs(p.Read)).Concat(bands.Where(b => Points.Count > 0 || Math.Abs(b.Number - Now) <= Step).Select(b => Math.Abs(b.Band.Middle))).Append(Beyond).Max() * 1.15;
        double X(double number) => Most > Least ? Left + (Right - Left) * (Math.Clamp(number, Least, Most) - Least) / (Most - Least) : (Left + Right) / 2;
        double Y(double read) => (Top + Bottom) / 2 - (Bottom - Top) / 2 * Math.Clamp(read / most, -1, 1);
        var svg = new Svg(Width, Height, title, "drawing memory");
        svg.Rect(Left - 24, Y(Edge / 2), Right - Left + 48, Y(-Edge / 2) - Y(Edge / 2), "memory-cloth");
        svg.Text(8, Top + 12, Sides.Above, "d-label").Text(8, Bottom, Sides.Below, "d-label");
        if (bands.Count > 0)
        {
            string Along(Func<Interval, double> which, bool back) => string.Join('L', (back ? bands.AsEnumerable().Reverse() : bands).Select(b => $"{N(X(b.Number))} {N(Y(which(b.Band)))}"));
            svg.Path($"M{Along(b => b.High, false)}L{Along(b => b.Low, true)}Z", "memory-crease").Path($"M{Along(b => b.Middle, false)}", "memory-fold");
        }

        var wanted = Wanted.Aim ?? 0;
        svg.Line(Left - 24, Y(wanted), Right + 24, Y(wanted), "memory-wanted").Text(Right + 30, Y(wanted) - 6, "wanted", "d-label", "end");
        svg.Line(Left, Axis, Right, Axis, "sr-axis");
        foreach (var number in Ticks())
        {
            svg.Line(X(number), Axis, X(number), Axis + 10, "sr-axis").Text(X(number), Axis + 32, number.ToString("0.##", CultureInfo.InvariantCulture), "sr-number", "middle");
        }

        if (To is { } to)
        {
            svg.Line(X(to), Y(wanted), X(to), Axis - 26, "memory-lead").Path($"M{N(X(to) - 14)} {N(Axis - 28)}h28l-14 24z", "ruler-pointer");
        }

        svg.Path($"M{N(X(Now) - 11)} {N(Axis - 22)}h22l-11 18z", "sr-stood");
        foreach (var point in Points.Reverse())
        {
            svg.Circle(X(point.At), Y(point.Read), 8, "memory-point").Text(X(point.At) + 13, Y(point.Read) + 5, point.Swatch.ToString(CultureInfo.InvariantCulture), "d-label");
        }

        return svg.Text(Left - 24, Height - 8, Ends.Left.Length > 0 ? $"← {Ends.Left}" : "", "sr-word").Text(Right + 24, Height - 8, Ends.Right.Length > 0 ? $"{Ends.Right} →" : "", "sr-word", "end").Done();
    }

    /// <summary>Numbers with a mark, so that no ruler gets more than about ten.</summary>
    private IEnumerable<double> Ticks()
    {
        var tick = SettingRuler.TickStep(Most - Least, Step);
        for (var n = Least; n <= Most + 1e-9; n += tick)
        {
            yield return Math.Round(n, 4);
        }
    }
}
