using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Tests.ThreadPaths;

/// <summary>Every stitch, and every named use of one, as it is sewn in common practice (no published source). Dials are numbers tighter than neutral.</summary>
internal static class NamedUses
{
    private static readonly ThreadKind Spun = ThreadCatalogue.Find("spun-polyester")!;
    private static readonly ThreadKind Nylon = ThreadCatalogue.Find("textured-nylon")!;
    private static readonly ThreadKind Stretch = ThreadCatalogue.Find("stretch-polyester")!;

    public static IReadOnlyList<(string Name, SeamGeometry Geometry, LaidThread[] Threads)> All { get; } =
    [
        Use("301", "301", 2.5),
        Use("304", "304", 2.5, w: 3),
        Use("three-step", "three-step-zigzag", 1.2, w: 6),
        Use("honeycomb", "honeycomb", 2, w: 4.5),
        Use("slant", "narrow-slant", 2.5, w: 1),
        Use("triple", "triple-straight", 2.8),
        Use("twin", "twin-needle", 2.6, g: 4, tighter: [(ThreadPosition.Bobbin, -2)]),
        Use("401", "401", 3),
        Use("406", "406", 2.8, g: 5.6),
        Use("407", "407", 2.8, g: 5.6),
        Use("602", "602", 2.8, g: 5.6),
        Use("605", "605", 2.8, g: 5.6),
        Use("503", "503", 2.5, a: 5, b: 5),
        Use("wide three-thread", "504", 2.5, a: 7, b: 7.2, loopers: Nylon),
        Use("narrow three-thread", "504", 2.5, a: 4.8, b: 4.8),
        Use("512", "512", 2.5, a: 7, b: 7, g: 2.2),
        Use("514", "514", 2.5, a: 7, b: 7, g: 2.2, loopers: Nylon, tighter: [(ThreadPosition.UpperLooper, -1), (ThreadPosition.LowerLooper, -1)]),
        Use("rolled", "504", 1.5, t: 0.4, a: 1.6, b: 3, loopers: Nylon, tighter: [(ThreadPosition.UpperLooper, -3.5), (ThreadPosition.LowerLooper, 3.5)]),
        Use("picot", "504", 3.2, t: 0.4, a: 1.6, b: 3, tighter: [(ThreadPosition.UpperLooper, -3.5), (ThreadPosition.LowerLooper, 3.5)]),
        Use("lettuce", "504", 1.2, t: 0.4, a: 1.6, b: 3, loopers: Stretch, tighter: [(ThreadPosition.UpperLooper, -3.5), (ThreadPosition.LowerLooper, 3.5)]),
        Use("flatlock", "504", 2.5, a: 5, b: 4, tighter: [(ThreadPosition.NeedleLeft, -8), (ThreadPosition.LowerLooper, 3), (ThreadPosition.UpperLooper, -3)]),
        Use("two-thread flatlock", "503", 2.5, a: 5, b: 4, tighter: [(ThreadPosition.NeedleLeft, -5)]),
        Use("upper loosened", "504", 2.5, a: 5, b: 5, tighter: [(ThreadPosition.UpperLooper, -2)]),
        Use("lower loose", "514", 2.5, a: 7, b: 7, g: 2.2, tighter: [(ThreadPosition.LowerLooper, -4)]),
        Use("all loose", "514", 2.5, a: 7, b: 7, g: 2.2, tighter: [(ThreadPosition.UpperLooper, -7), (ThreadPosition.LowerLooper, -7), (ThreadPosition.NeedleLeft, -4)]),
    ];

    private static (string, SeamGeometry, LaidThread[]) Use(
        string name, string stitchId, double s, double t = 0.8, double w = 0, double g = 0, double a = 0, double b = 0, ThreadKind? loopers = null, (ThreadPosition, double)[]? tighter = null)
    {
        var stitch = StitchCatalogue.Find(stitchId)!;
        var positions = stitch.NeedlePositions.Take(stitch.Needles).Concat(stitch.OtherPositions);
        if (stitch.Family == StitchFamily.Cover && stitch.Needles == 2)
        {
            positions = new[] { ThreadPosition.NeedleLeft, ThreadPosition.NeedleRight }.Concat(stitch.OtherPositions);
        }

        LaidThread[] threads = [.. positions.Select(p => new LaidThread(
            p, p.IsNeedle() ? Spun : loopers ?? Spun,
            p.NeutralTensionCentinewtons() * Math.Exp(0.22 * (tighter ?? []).Where(x => x.Item1 == p).Sum(x => x.Item2))))];
        return (name, new SeamGeometry(stitch, s, t) { ZigzagWidthMm = w, GaugeMm = g, LoopWidthMm = a, BiteMm = b }, threads);
    }
}
