namespace YieldingLoop.Core.ThreadPaths;

/// <summary>Where a piece of thread lies.</summary>
public enum StrandSide
{
    /// <summary>On the back of the cloth.</summary>
    Back,

    /// <summary>Inside it.</summary>
    Inside,

    /// <summary>On the face.</summary>
    Face,
}

/// <summary>A piece of one thread that can be drawn at one go: what lies over it is drawn after it, what lies under it before.</summary>
/// <param name="Thread">Which thread.</param>
/// <param name="From">Its first point.</param>
/// <param name="To">Its last point, after the first.</param>
/// <param name="Side">Where it lies.</param>
/// <param name="Layer">Its turn among those of its side, seen from the face: higher ones lie over lower ones.</param>
public readonly record struct Strand(int Thread, int From, int To, StrandSide Side, int Layer)
{
    /// <summary>Share of the cloth's half thickness up to which a piece of thread counts as inside it.</summary>
    private const double InsideShare = 0.55;

    /// <summary>Takes a stitch apart so that every crossing at any of some stretches is drawn as it lies.</summary>
    /// <param name="stitches">The same stitch at several stretches; they have the same points.</param>
    public static IReadOnlyList<Strand> Of(IReadOnlyList<DrawnStitch> stitches)
    {
        var rest = stitches[0];
        var arcs = new List<(int Thread, int Point)>();
        var first = new int[rest.Threads.Count];
        for (var t = 0; t < rest.Threads.Count; t++)
        {
            first[t] = arcs.Count;
            arcs.AddRange(Enumerable.Range(0, rest.Threads[t].Length - 1).Select(p => (t, p)));
        }

        int Arc(int thread, int point) => first[thread] + point;
        var side = arcs.ConvertAll(a => SideOf(stitches, a.Thread, a.Point / LaidPath.PointsPerKnot));
        // Two pieces may cross this way at one stretch and that way at another: the way they lie further apart is drawn.
        var apart = new Dictionary<(int Over, int Below), double>();
        foreach (var crossing in stitches.SelectMany(Crossing.In))
        {
            int over = Arc(crossing.Over, crossing.OverPoint), below = Arc(crossing.Under, crossing.UnderPoint);
            if (over != below && side[over] == side[below])
            {
                apart[(over, below)] = apart.GetValueOrDefault((over, below)) + crossing.ApartMm;
            }
        }

        var under = arcs.ConvertAll(_ => new HashSet<int>());
        foreach (var ((over, below), sum) in apart)
        {
            if (sum > apart.GetValueOrDefault((below, over)))
            {
                under[over].Add(below);
            }
        }

        var layer = Layers(under);
        var touched = new bool[arcs.Count];
        for (var i = 0; i < arcs.Count; i++)
        {
            touched[i] |= under[i].Count > 0;
            foreach (var j in under[i])
            {
                touched[j] = true;
            }
        }

        return Join(arcs, side, layer, touched);
    }

    /// <summary>On which side a piece lies at most of the stretches: near the edge it may come round while the seam is pulled.</summary>
    private static StrandSide SideOf(IReadOnlyList<DrawnStitch> stitches, int thread, int knot)
    {
        double sum = 0;
        foreach (var stitch in stitches)
        {
            for (var i = 0; i <= LaidPath.PointsPerKnot; i++)
            {
                sum += stitch.Threads[thread][knot * LaidPath.PointsPerKnot + i].Through / (stitch.Measures.ThicknessMm / 2);
            }
        }

        var mean = sum / ((LaidPath.PointsPerKnot + 1) * stitches.Count);
        return mean > InsideShare ? StrandSide.Face : mean < -InsideShare ? StrandSide.Back : StrandSide.Inside;
    }

    /// <summary>Puts each piece above all it lies over; where pieces lie over each other in a ring, the ring is broken at its first.</summary>
    private static int[] Layers(List<HashSet<int>> under)
    {
        var layer = new int[under.Count];
        var state = new byte[under.Count];
        int Of(int i)
        {
            if (state[i] != 0)
            {
                return state[i] == 2 ? layer[i] : -1;
            }

            state[i] = 1;
            layer[i] = under[i].Count == 0 ? 0 : under[i].Order().Max(Of) + 1;
            state[i] = 2;
            return layer[i];
        }

        for (var i = 0; i < layer.Length; i++)
        {
            Of(i);
        }

        return layer;
    }

    private static List<Strand> Join(List<(int Thread, int Point)> arcs, List<StrandSide> side, int[] layer, bool[] touched)
    {
        var strands = new List<Strand>();
        for (var i = 0; i < arcs.Count; i++)
        {
            var (thread, from) = arcs[i];
            var to = from + 1;
            if (strands is [.., var last] && last.Thread == thread && last.Side == side[i] && (last.Layer == layer[i] || !touched[i]))
            {
                strands[^1] = last with { To = to };
            }
            else
            {
                strands.Add(new(thread, from, to, side[i], layer[i]));
            }
        }

        return strands;
    }
}
