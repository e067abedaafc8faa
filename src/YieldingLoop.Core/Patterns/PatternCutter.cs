namespace YieldingLoop.Core.Patterns;

/// <summary>Cuts the strokes of a pattern into pieces with edges.</summary>
public static class PatternCutter
{
    /// <summary>A stroke shorter than this is a mark and no piece, mm; working value.</summary>
    public const double LeastPieceMm = 20;

    /// <summary>Longest side of a notch in an outline, and widest gap of it, mm; working value.</summary>
    private const double MostNotchMm = 12;

    /// <summary>Longest way round a notch, mm; working value.</summary>
    private const double MostNotchWayMm = 30;

    /// <summary>Most sides of a notch: a box has three, with a foot on either side five.</summary>
    private const int MostNotchSides = 5;

    /// <summary>How near a mark comes to the edge it belongs to, mm; working value.</summary>
    private const double MarkNearMm = 1.5;

    /// <summary>Edges on both sides of a notch go on in the same direction within this; working value.</summary>
    private const double NotchStraight = 20 * Math.PI / 180;

    /// <summary>An outline with more corners than this is texture, not a piece; it is one edge as a whole.</summary>
    private const int MostCorners = 400;

    /// <summary>Where an edge is cut at a notch the parts are at least so long, mm.</summary>
    private const double LeastPartMm = 0.5;

    /// <summary>The pieces of a pattern in the order of the file.</summary>
    public static IReadOnlyList<PatternPiece> Pieces(PatternDrawing pattern, PatternCut cut)
    {
        var lengths = pattern.Strokes.Select(s => s.Outline.Length).ToList();
        var marks = cut.SplitAtNotches
            ? pattern.Strokes.Where((_, i) => lengths[i] < LeastPieceMm).ToLookup(s => s.Layer, s => s.Outline)
            : null;
        return [.. pattern.Strokes.Where((_, i) => lengths[i] >= LeastPieceMm).Select(s => Piece(s, cut, marks?[s.Layer] ?? []))];
    }

    private static PatternPiece Piece(PatternStroke stroke, PatternCut cut, IEnumerable<Outline> marks)
    {
        var runs = Corners(stroke.Outline, cut.CornerDegrees * Math.PI / 180);
        var loop = stroke.Outline.Closed;
        if (cut.WithoutNotches)
        {
            Bridge(runs, loop);
        }

        var notches = runs.Sum(r => r.Notches.Count);
        if (!cut.SplitAtNotches)
        {
            return new(stroke.Layer, stroke.Name, loop, [.. runs.Select(r => new PatternEdge(r.Curves))], notches);
        }

        foreach (var mark in marks)
        {
            notches += Mark(runs, mark) ? 1 : 0;
        }

        return new(stroke.Layer, stroke.Name, loop, [.. runs.SelectMany(r => Split(r, loop && runs.Count == 1))], notches);
    }

    /// <summary>Cuts an outline where it turns.</summary>
    private static List<Run> Corners(Outline outline, double turn)
    {
        var curves = outline.Curves;
        bool Corner(int at) => Math.Abs(PlanePoint.TurnBetween(curves[(at + curves.Count - 1) % curves.Count].Direction(1), curves[at].Direction(0))) > turn;
        if (Enumerable.Range(0, curves.Count).Count(Corner) > MostCorners)
        {
            turn = Math.PI;
        }

        var first = outline.Closed ? Enumerable.Range(0, curves.Count).FirstOrDefault(Corner, 0) : 0;
        var runs = new List<Run>();
        for (var i = 0; i < curves.Count; i++)
        {
            var at = (first + i) % curves.Count;
            if (i == 0 || Corner(at))
            {
                runs.Add(new());
            }

            runs[^1].Add(curves[at]);
        }

        return runs;
    }

    /// <summary>Takes notches out of an outline and joins what lies on both sides of them.</summary>
    private static void Bridge(List<Run> runs, bool loop)
    {
        for (var i = 0; i < runs.Count; i++)
        {
            for (var sides = 2; sides <= MostNotchSides && sides < runs.Count; sides++)
            {
                var last = i + sides + 1;
                if (last >= runs.Count && !loop)
                {
                    break;
                }

                if (!IsNotch(runs, i, sides))
                {
                    continue;
                }

                var (before, after) = (runs[i], runs[last % runs.Count]);
                before.Notch(before == after ? before.Curves[0].Start : after.Curves[0].Start);
                if (before != after)
                {
                    before.Add(after);
                }

                var gone = Enumerable.Range(1, sides + (before == after ? 0 : 1)).Select(k => runs[(i + k) % runs.Count]).ToHashSet();
                runs.RemoveAll(gone.Contains);
                // From the same edge on there may be the next.
                i = Math.Max(-1, runs.IndexOf(before) - 1);
                break;
            }
        }
    }

    private static bool IsNotch(List<Run> runs, int before, int sides)
    {
        var cut = Enumerable.Range(1, sides).Select(k => runs[(before + k) % runs.Count]).ToList();
        var (from, to) = (runs[before].Curves[^1], runs[(before + sides + 1) % runs.Count].Curves[0]);
        var chord = to.Start - from.End;
        var (into, on) = (from.Direction(1), to.Direction(0));
        return cut.All(c => c.Length <= MostNotchMm) && cut.Sum(c => c.Length) <= MostNotchWayMm && chord.Length <= MostNotchMm
            && cut.Sum(c => c.Length) > 1.05 * chord.Length
            && !cut.Contains(runs[(before + sides + 1) % runs.Count]) && runs[before].Length > 0.5 && runs[(before + sides + 1) % runs.Count].Length > 0.5
            && Math.Abs(PlanePoint.TurnBetween(into, on)) <= NotchStraight && (chord.Length < 0.5 || Math.Abs(PlanePoint.TurnBetween(into, chord)) <= NotchStraight);
    }

    /// <summary>Puts a mark where it belongs.</summary>
    private static bool Mark(List<Run> runs, Outline mark)
    {
        var ends = new[] { mark.Curves[0].Start, mark.Curves[^1].End, mark.Curves[0].At(0.5) };
        Run? own = null;
        var (nearest, at) = (MarkNearMm, 0.0);
        foreach (var run in runs)
        {
            foreach (var end in ends.Where(e => run.MayBeNear(e, nearest)))
            {
                var (along, away) = run.Trace.Nearest(end);
                (own, nearest, at) = away <= nearest ? (run, away, along) : (own, nearest, at);
            }
        }

        own?.Notches.Add(at);
        return own is not null;
    }

    private static IEnumerable<PatternEdge> Split(Run run, bool round)
    {
        var cuts = run.Notches.Order().Where(n => n > LeastPartMm && n < run.Length - LeastPartMm).Aggregate(new List<double>(), (kept, n) =>
        {
            if (kept.Count == 0 || n - kept[^1] > LeastPartMm)
            {
                kept.Add(n);
            }

            return kept;
        });
        if (cuts.Count == 0)
        {
            return [new(run.Curves)];
        }

        List<double> all = [0, .. cuts, run.Length];
        var parts = all.Zip(all.Skip(1), (from, to) => run.Part(from, to)).ToList();
        // One that goes round without a corner begins at its first notch.
        return round && parts.Count > 2 ? [.. parts[1..^1].Select(p => new PatternEdge(p)), new([.. parts[^1], .. parts[0]])] : parts.Select(p => new PatternEdge(p));
    }

    /// <summary>What lies between two corners, as it is put together.</summary>
    private sealed class Run
    {
        private EdgeTrace? trace;
        private (double Left, double Top, double Right, double Bottom)? box;

        public List<Curve> Curves { get; } = [];

        /// <summary>How far along it the notches are.</summary>
        public List<double> Notches { get; } = [];

        public double Length { get; private set; }

        public EdgeTrace Trace => trace ??= new(Curves);

        /// <summary>Whether a point lies in the box round it, or so near to that.</summary>
        public bool MayBeNear(PlanePoint point, double near)
        {
            box ??= (Trace.Points.Min(p => p.At.X), Trace.Points.Min(p => p.At.Y), Trace.Points.Max(p => p.At.X), Trace.Points.Max(p => p.At.Y));
            var (left, top, right, bottom) = box.Value;
            return point.X >= left - near && point.X <= right + near && point.Y >= top - near && point.Y <= bottom + near;
        }

        public void Add(Curve curve)
        {
            Curves.Add(curve);
            Length += curve.Length();
            trace = null;
        }

        /// <summary>Goes straight on over a notch.</summary>
        public void Notch(PlanePoint to)
        {
            var gap = (to - Curves[^1].End).Length;
            Notches.Add(Length + (gap / 2));
            if (gap > 1e-7)
            {
                Add(new LineCurve(Curves[^1].End, to));
            }
        }

        public void Add(Run other)
        {
            Notches.AddRange(other.Notches.Select(n => n + Length));
            foreach (var curve in other.Curves)
            {
                Add(curve);
            }
        }

        /// <summary>The curves between two places.</summary>
        public List<Curve> Part(double from, double to)
        {
            var parts = new List<Curve>();
            var begin = 0.0;
            foreach (var curve in Curves)
            {
                var length = curve.Length();
                var (a, b) = (Parameter(curve, from - begin, length), Parameter(curve, to - begin, length));
                if (b > a)
                {
                    parts.Add((a, b) == (0, 1) ? curve : curve.Part(a, b));
                }

                begin += length;
            }

            return parts;
        }

        /// <summary>The parameter so far along a curve, by halving.</summary>
        private static double Parameter(Curve curve, double along, double length)
        {
            if (along <= 0 || along >= length)
            {
                return along <= 0 ? 0 : 1;
            }

            var (low, high) = (0.0, 1.0);
            for (var i = 0; i < 50; i++)
            {
                var middle = (low + high) / 2;
                (low, high) = curve.Length(0, middle) < along ? (middle, high) : (low, middle);
            }

            return (low + high) / 2;
        }
    }
}
