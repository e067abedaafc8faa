using YieldingLoop.Core.Settings;
using YieldingLoop.Core.ThreadPaths;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Web.Pages.Shared;

/// <summary>What script needs to pull a seam: every frame with its figures and its words, points in thousandths of a millimetre.</summary>
/// <param name="StretchPercent">Stretch of each frame, %.</param>
/// <param name="Narrowed">How much of every width is left.</param>
/// <param name="Thinned">How much of the thickness is left.</param>
/// <param name="Said">Each frame in words.</param>
/// <param name="Points">
/// Of each frame every point of every thread, three numbers each (along, across, through), one thread after the other; from the
/// third frame on how they differ from going on as before, and in the second from staying as they are: small numbers, which pack well.
/// </param>
public sealed record PullDocument(IReadOnlyList<double> StretchPercent, IReadOnlyList<double> Narrowed, IReadOnlyList<double> Thinned, IReadOnlyList<string> Said, IReadOnlyList<int[]> Points)
{
    /// <summary>How many points each thread has.</summary>
    public required IReadOnlyList<int> Counts { get; init; }

    /// <summary>First and last point of each piece of thread, and its thread.</summary>
    public required IReadOnlyList<int[]> Strands { get; init; }

    /// <summary>From one repeat to the next at rest, mm.</summary>
    public required double AdvanceMm { get; init; }

    /// <summary>How many repeats the face shows.</summary>
    public required int Repeats { get; init; }

    /// <summary>The repeat in which threads break.</summary>
    public required int Breaks { get; init; }

    /// <summary>How far the handle goes, %.</summary>
    public required double EndPercent { get; init; }

    /// <summary>The cloth's own stretch, %; null where it is not known.</summary>
    public required double? ClothPercent { get; init; }

    /// <summary>Where the handle rests when it is moved by keys: marks and pops, %.</summary>
    public required IReadOnlyList<double> StopsPercent { get; init; }

    /// <summary>The threads that pop.</summary>
    public required IReadOnlyList<PullPopDocument> Pops { get; init; }

    /// <summary>The windows: face, back, edge.</summary>
    public required IReadOnlyList<PullWindowDocument> Windows { get; init; }

    /// <summary>The seam opened crosswise; null where there is nothing to open.</summary>
    public required CrosswiseDocument? Crosswise { get; init; }

    /// <summary>The document of a sheet.</summary>
    public static PullDocument Of(PullSheet sheet, Wording wording)
    {
        var frames = sheet.Frames;
        var rest = frames.Frames[0].Stitch;
        return new(
            [.. frames.Frames.Select(f => f.StretchPercent)],
            [.. frames.Frames.Select(f => Math.Round(f.Stitch.Measures.Narrowed, 4))],
            [.. frames.Frames.Select(f => Math.Round(f.Stitch.Measures.ThicknessMm / rest.Measures.ThicknessMm, 4))],
            [.. frames.Frames.Select((_, i) => PullWords.Of(frames, i, wording))],
            Differences([.. frames.Frames.Select(f => f.Stitch.Threads.SelectMany(Whole).ToArray())]))
        {
            Counts = [.. rest.Threads.Select(t => t.Length)],
            Strands = [.. frames.Strands.Select(s => new[] { s.Thread, s.From, s.To })],
            AdvanceMm = rest.AdvanceMm,
            Repeats = sheet.Layout.Repeats,
            Breaks = sheet.Layout.Breaks,
            EndPercent = frames.EndPercent,
            ClothPercent = frames.ClothPercent,
            StopsPercent = [.. frames.Pops.Select(p => p.StretchPercent).Concat(new[] { frames.NeedPercent, frames.RequiredPercent, frames.ClothPercent }.OfType<double>()).Distinct().Order()],
            Pops = [.. frames.Pops.Select(p => new PullPopDocument(p.Thread, p.Position.Id(), p.StretchPercent, [.. p.Ends.Taut.Select(Flat)], [.. p.Ends.SprungBack.Select(Flat)]))],
            Windows = [.. new[] { sheet.Layout.Face, sheet.Layout.Back, sheet.Layout.Edge }.Select(w => new PullWindowDocument(w.Scale, w.Left, w.Middle))],
            Crosswise = sheet.Crosswise is not { } crosswise ? null : new(
                sheet.CrosswiseDrawing!.Scale, [.. crosswise.Frames.Select(f => f.GapMm)], [.. crosswise.Frames.Select(f => PullWords.Of(f, wording))],
                [.. crosswise.Frames.Select(f => Flat(f.Points))]),
        };
    }

    /// <summary>Thousandths of a millimetre.</summary>
    private static int Thousandths(double mm) => (int)Math.Round(1000 * mm);

    private static IEnumerable<int> Whole(PathPoint[] points) => points.SelectMany(p => new[] { Thousandths(p.Along), Thousandths(p.Across), Thousandths(p.Through) });

    private static int[] Flat(PathPoint[] points) => [.. Whole(points)];

    private static int[][] Differences(int[][] frames) =>
    [
        .. frames.Select((frame, i) => i switch
        {
            0 => frame,
            1 => [.. frame.Zip(frames[0], (now, before) => now - before)],
            _ => [.. frame.Select((now, n) => now - 2 * frames[i - 1][n] + frames[i - 2][n])],
        }),
    ];
}

/// <summary>A thread that pops.</summary>
/// <param name="Thread">Which.</param>
/// <param name="Position">Where it runs.</param>
/// <param name="StretchPercent">At what stretch.</param>
/// <param name="Taut">Its two ends before it sprang back.</param>
/// <param name="SprungBack">The same after.</param>
public sealed record PullPopDocument(int Thread, string Position, double StretchPercent, IReadOnlyList<int[]> Taut, IReadOnlyList<int[]> SprungBack);

/// <summary>A window on the seam.</summary>
/// <param name="Scale">Units per millimetre.</param>
/// <param name="Left">Where the seam begins.</param>
/// <param name="Middle">Where its outermost needle lies.</param>
public sealed record PullWindowDocument(double Scale, double Left, double Middle);

/// <summary>The seam opened crosswise.</summary>
/// <param name="Scale">Units per millimetre.</param>
/// <param name="GapMm">How far it is open in each frame, mm.</param>
/// <param name="Said">Each frame in words.</param>
/// <param name="Points">Points of each frame.</param>
public sealed record CrosswiseDocument(double Scale, IReadOnlyList<double> GapMm, IReadOnlyList<string> Said, IReadOnlyList<int[]> Points);
