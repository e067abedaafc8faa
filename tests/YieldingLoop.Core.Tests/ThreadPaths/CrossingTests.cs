using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.ThreadPaths;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Tests.ThreadPaths;

/// <summary>
/// Which thread lies over which, against a table of the interlacings of each stitch class: ISO 4915, its diagrams quoted from
/// memory. Where a class interloops two threads, each goes over the other once and under it once; where one thread lies over the
/// other's loop, it crosses both legs of it. (The diagrams draw looper loops as bights; here a looper thread takes the model's
/// path, to and fro, and is held where it turns.)
/// </summary>
public class CrossingTests
{
    /// <summary>How two threads of a stitch go with each other.</summary>
    public enum Goes
    {
        /// <summary>The first lies on the face over both legs of the second's loop.</summary>
        LiesOver,

        /// <summary>On the back each goes through the other's loop.</summary>
        LoopsOnBack,

        /// <summary>On the back the first's loop holds the second against the cloth.</summary>
        HoldsOnBack,

        /// <summary>At the cut edge each goes through the other's loop.</summary>
        LoopsAtEdge,

        /// <summary>Inside the cloth the first goes round under the second at every penetration.</summary>
        LocksInside,

        /// <summary>They have nothing to do with each other on the face.</summary>
        Apart,
    }

    private static readonly ThreadPosition N = ThreadPosition.Needle, B = ThreadPosition.Bobbin, L = ThreadPosition.NeedleLeft, C = ThreadPosition.NeedleCentre, R = ThreadPosition.NeedleRight,
        U = ThreadPosition.UpperLooper, W = ThreadPosition.LowerLooper, K = ThreadPosition.ChainLooper, T = ThreadPosition.TopCover;

    /// <summary>ISO 4915 from memory; the household stitches after their class, 301 and 304.</summary>
    private static readonly (string[] Uses, ThreadPosition One, ThreadPosition Other, Goes How)[] Table =
    [
        (["301", "304", "three-step", "honeycomb", "slant", "triple"], N, B, Goes.LocksInside),
        (["twin"], L, B, Goes.LoopsOnBack), (["twin"], R, B, Goes.LoopsOnBack),
        (["401"], L, K, Goes.LoopsOnBack),
        (["406", "407", "602", "605"], L, K, Goes.LoopsOnBack), (["406", "407", "602", "605"], R, K, Goes.LoopsOnBack), (["407", "605"], C, K, Goes.HoldsOnBack),
        (["602", "605"], L, T, Goes.LiesOver), (["602", "605"], R, T, Goes.LiesOver), (["605"], C, T, Goes.LiesOver),
        (["503"], L, W, Goes.LiesOver), (["503"], L, W, Goes.LoopsAtEdge),
        (["narrow three-thread", "wide three-thread", "514"], L, U, Goes.LiesOver), (["514", "512"], R, U, Goes.LiesOver), (["512"], L, U, Goes.Apart),
        (["narrow three-thread", "wide three-thread", "512", "514"], L, W, Goes.LoopsOnBack), (["512", "514"], R, W, Goes.HoldsOnBack),
        (["narrow three-thread", "wide three-thread", "512", "514"], U, W, Goes.LoopsAtEdge),
    ];

    public static TheoryData<string, ThreadPosition, ThreadPosition, Goes> Rows
    {
        get
        {
            var rows = new TheoryData<string, ThreadPosition, ThreadPosition, Goes>();
            foreach (var (uses, one, other, how) in Table)
            {
                foreach (var use in uses)
                {
                    rows.Add(use, one, other, how);
                }
            }

            return rows;
        }
    }

    [Fact]
    public void The_table_has_every_stitch_of_the_model() =>
        Assert.Equal(
            StitchCatalogue.All.Select(s => s.Id).Order(StringComparer.Ordinal),
            Table.SelectMany(r => r.Uses).Select(u => NamedUses.All.Single(n => n.Name == u).Geometry.Stitch.Id).Distinct().Order(StringComparer.Ordinal));

    [Theory]
    [MemberData(nameof(Rows))]
    public void Threads_cross_as_their_stitch_class_has_them(string use, ThreadPosition first, ThreadPosition second, Goes how)
    {
        var (_, geometry, threads) = NamedUses.All.Single(u => u.Name == use);
        int one = Array.FindIndex(threads, t => t.Position == first), other = Array.FindIndex(threads, t => t.Position == second);
        foreach (var drawn in new[] { DrawnStitch.Rest(geometry, threads), DrawnStitch.Pulled(geometry, threads, 1.1), DrawnStitch.Pulled(geometry, threads, 1.5), DrawnStitch.Pulled(geometry, threads, 2) })
        {
            var seen = how == Goes.LoopsAtEdge ? FromTheEdge(drawn) : drawn;
            // Nearer than a hundredth they only touch.
            var between = Crossing.In(seen).Where(c => c.ApartMm > 0.01).Where(c => (c.Over == one && c.Under == other) || (c.Over == other && c.Under == one)).ToList();
            var face = drawn.Measures.ThicknessMm / 2;
            // Seen from the face, what crosses on the face lies above half the cloth, what crosses on the back below it.
            List<Crossing> At(Func<PathPoint, bool> where) => [.. between.Where(c => where(Of(c, seen, one)) && where(Of(c, seen, other)))];
            switch (how)
            {
                case Goes.LiesOver:
                    List<Crossing> onFace = [.. between.Where(c => c.At.Through - c.ApartMm / 2 > 0.6 * face)];
                    Assert.True(onFace.Count >= 2, $"{use} at {drawn.Stretch}: {onFace.Count} crossings on the face");
                    Assert.All(onFace, c => Assert.Equal(one, c.Over));
                    break;
                case Goes.LoopsOnBack:
                    var onBack = At(p => p.Through < -0.3 * face);
                    Assert.True(onBack.Any(c => c.Over == one) && onBack.Any(c => c.Over == other), $"{use} at {drawn.Stretch}: not interlooped, {string.Join(", ", onBack)}");
                    break;
                case Goes.HoldsOnBack:
                    var held = At(p => p.Through < -0.3 * face);
                    // Its other leg passes by outside.
                    Assert.Contains(held, c => c.Over == other && c.ApartMm > 0.03);
                    break;
                case Goes.LoopsAtEdge:
                    var reach = drawn.Measures.ReachMm;
                    var atEdge = At(p => p.Through > 0.8 * reach);
                    Assert.True(atEdge.Any(c => c.Over == one) && atEdge.Any(c => c.Over == other), $"{use} at {drawn.Stretch}: not interlooped at the edge, {string.Join(", ", between)}");
                    break;
                case Goes.LocksInside:
                    var inside = At(p => Math.Abs(p.Through) < 0.95 * face);
                    var penetrations = (drawn.Threads[one].Length - 1) / 18;
                    Assert.True(penetrations == Apart(inside.Where(c => c.Over == other)), $"{use} at {drawn.Stretch}:\n{string.Join('\n', between)}");
                    Assert.All(between.Except(inside), c => Assert.Equal(one, c.Over));
                    break;
                default:
                    Assert.Empty(At(p => p.Through > 0.3 * face));
                    break;
            }
        }
    }

    /// <summary>Whatever lies over another thread is drawn after it: in every frame, for every named use and for random seams.</summary>
    [Fact]
    public void Every_crossing_is_drawn_as_it_lies()
    {
        var random = new Random(26);
        var seams = NamedUses.All.Select(u => (u.Name, u.Geometry, u.Threads))
            .Concat(StitchCatalogue.All.SelectMany(s => Enumerable.Range(0, 4).Select(_ => PulledSeams.Random(s, random)).Select(r => (Name: s.Id, r.Geometry, r.Threads))));
        var wrong = new List<string>();
        var crossings = 0;
        foreach (var (name, geometry, threads) in seams)
        {
            var frames = PullFrames.Of(PulledSeams.Case(geometry, threads));
            foreach (var frame in frames.Frames)
            {
                // Less than half the finest thread apart they touch, and which is drawn first is not seen.
                foreach (var crossing in Crossing.In(frame.Stitch).Where(c => c.ApartMm >= 0.1 && c.Over != c.Under))
                {
                    crossings++;
                    Strand over = Piece(frames, crossing.Over, crossing.OverPoint), under = Piece(frames, crossing.Under, crossing.UnderPoint);
                    if ((over.Side, over.Layer).CompareTo((under.Side, under.Layer)) <= 0)
                    {
                        wrong.Add($"{name} at {frame.StretchPercent:0} %: {threads[crossing.Over].Position} {crossing.OverPoint} over {threads[crossing.Under].Position} {crossing.UnderPoint}, {crossing.ApartMm:0.000} mm");
                    }
                }
            }
        }

        Assert.True(crossings > 10_000);
        // Where a thread turns while it is pulled, a piece may cross another this way at one stretch and that way at the next.
        Assert.True(wrong.Count < 0.002 * crossings, $"{wrong.Count} of {crossings}:\n{string.Join('\n', wrong.Take(40))}");
    }

    [Fact]
    public void Pieces_make_up_every_thread_whole()
    {
        foreach (var (name, geometry, threads) in NamedUses.All)
        {
            var frames = PullFrames.Sketch(PulledSeams.Case(geometry, threads));
            for (var i = 0; i < threads.Length; i++)
            {
                var pieces = frames.Strands.Where(s => s.Thread == i).OrderBy(s => s.From).ToList();
                Assert.Equal(0, pieces[0].From);
                Assert.Equal(frames.Frames[0].Stitch.Threads[i].Length - 1, pieces[^1].To);
                Assert.All(pieces.Zip(pieces.Skip(1)), p => Assert.Equal(p.First.To, p.Second.From));
                Assert.True(name.Length > 0);
            }
        }
    }

    private static Strand Piece(PullFrames frames, int thread, int point) => frames.Strands.Single(s => s.Thread == thread && point >= s.From && point < s.To);

    private static PathPoint Of(Crossing crossing, DrawnStitch drawn, int thread) =>
        crossing.Over == thread ? drawn.Threads[thread][crossing.OverPoint] : drawn.Threads[thread][crossing.UnderPoint];

    /// <summary>How many there are; one that falls on a point of a line is found with both its neighbours.</summary>
    private static int Apart(IEnumerable<Crossing> crossings) => crossings.Select(c => (Math.Round(c.At.Along, 4), Math.Round(c.At.Across, 4))).Distinct().Count();

    /// <summary>The same stitch looked at along the cloth: what was across is depth now.</summary>
    private static DrawnStitch FromTheEdge(DrawnStitch drawn) => drawn with { Threads = [.. drawn.Threads.Select(t => t.Select(p => new PathPoint(p.Along, p.Through, p.Across)).ToArray())] };
}
