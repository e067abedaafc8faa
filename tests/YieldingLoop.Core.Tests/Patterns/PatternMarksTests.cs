using System.Collections.Immutable;
using YieldingLoop.Core.Patterns;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Tests.Patterns;

/// <summary>Which edge is which seam, what it comes to, and whether the scale is right.</summary>
public class PatternMarksTests
{
    /// <summary>Half a front cut on the fold in two sizes, drawn clockwise from the neck: shoulder 100, armhole 150, side 300, hem 200, fold 450.</summary>
    private const string TwoSizes = """
        <g id="S"><path d="M0 0H100V150l0.0001 0h100V450H0z"/></g>
        <g id="L"><path d="M0 0H110V160h110V480H0z"/></g>
        """;

    private static readonly PatternMark Fold = new(MarkKind.Fold);

    private static ImmutableDictionary<EdgeAt, PatternMark> Marks(params (int Piece, int Edge, PatternMark Mark)[] marks) => marks.ToImmutableDictionary(m => new EdgeAt(m.Piece, m.Edge), m => m.Mark);

    private static PatternMark Seam(string id) => new(MarkKind.Seam, id);

    [Fact]
    public void A_seam_is_as_long_as_its_edges_and_those_that_go_on_over_the_fold_count_twice()
    {
        var pieces = Drawn.Pieces(TwoSizes);
        Assert.Equal([100, 150, 100, 300, 200, 450], pieces[0].Edges.Select(e => Math.Round(e.LengthMm)));
        var marks = Marks((0, 1, Seam("armhole")), (0, 2, Seam("armhole")), (0, 3, Seam("side")), (0, 4, Seam("hem")), (0, 5, Fold));
        var lengths = PatternLengths.Of(pieces, marks, 0, 0, ["hem", "side", "armhole", "neck"]);
        Assert.Equal([("hem", 400.0, 1), ("side", 300, 0), ("armhole", 250, 0)], lengths.Select(l => (l.SeamId, Math.Round(l.LengthMm!.Value, 3), l.Twice)));
        Assert.Empty(PatternLengths.Of(pieces, marks, 1, 0, ["hem", "side"]));

        // With 10 mm of allowance the hem loses it at the side only, for the fold has none.
        Assert.Equal([380.0, 280], PatternLengths.Of(pieces, marks, 0, 10, ["hem", "side"]).Select(l => Math.Round(l.LengthMm!.Value, 3)));
        // An edge beside one of the same seam goes on over the fold with it.
        Assert.All(PatternLengths.Of(pieces, Marks((0, 3, Seam("hem")), (0, 4, Seam("hem")), (0, 5, Fold)), 0, 0, ["hem"]), l => Assert.Equal((1000.0, 2), (Math.Round(l.LengthMm!.Value, 3), l.Twice)));
    }

    [Theory]
    [InlineData(300, "sides-even")]
    [InlineData(310, "sides-other-longer")]
    [InlineData(280, "sides-other-shorter")]
    public void What_a_seam_is_sewn_to_is_held_against_it(double back, string code)
    {
        var pieces = Drawn.Pieces(FormattableString.Invariant($"<path d='M0 0v300'/><path d='M50 0v{back}'/>"));
        var length = Assert.Single(PatternLengths.Of(pieces, Marks((0, 0, Seam("side")), (1, 0, new(MarkKind.Other, "side"))), 0, 0, ["side"]));
        Assert.Equal((300, back), (Math.Round(length.LengthMm!.Value, 9), Math.Round(length.OtherMm!.Value, 9)));
        Assert.Equal((code, Math.Abs(back - 300), Math.Round(Math.Abs(back - 300) / 3, 6)), (length.Sides!.Code, Math.Round(length.Sides.Figures["differenceMm"], 6), Math.Round(length.Sides.Figures["percent"], 6)));
        var only = Assert.Single(PatternLengths.Of(pieces, Marks((1, 0, new(MarkKind.Other, "side"))), 0, 0, ["side"]));
        Assert.Equal((null, "seam-only-other"), (only.LengthMm, only.Why?.Code));
    }

    [Fact]
    public void An_edge_without_a_seam_line_leaves_its_seam_without_a_length()
    {
        var pieces = Drawn.Pieces("<path d='M0 0v300'/><rect width='100' height='50'/>");
        var length = Assert.Single(PatternLengths.Of(pieces, Marks((0, 0, Seam("side")), (1, 0, Seam("side"))), 0, 8, ["side"]));
        Assert.Equal((null, PatternAllowance.Open), (length.LengthMm, length.Why?.Code));
    }

    [Fact]
    public void Marks_are_carried_to_sizes_that_are_drawn_alike_and_to_no_others()
    {
        var pieces = Drawn.Pieces(TwoSizes + "<g id='other'><path d='M0 0H100V450H0z'/></g>");
        var marks = Marks((0, 3, Seam("side")), (0, 5, Fold), (1, 0, Seam("side")), (2, 1, Seam("side")));
        var (carried, unlike) = PatternMarks.Carried(marks, pieces, 0, [0, 1, 2]);
        Assert.Equal([2], unlike);
        Assert.Equal([(0, 3), (0, 5), (1, 3), (1, 5), (2, 1)], carried.Keys.Select(k => (k.Piece, k.Edge)).Order());
        Assert.Equal(320, PatternLengths.Of(pieces, carried, 1, 0, ["side"])[0].LengthMm!.Value, 6);
        // The same number of edges, begun elsewhere: lengths that cannot be the same edge's tell.
        Assert.Equal([1], PatternMarks.Carried(Marks((0, 1, Seam("side"))), Drawn.Pieces("<g><path d='M0 0H100V450H0z'/></g><g><path d='M100 0V460H0V0z'/></g>"), 0, [1]).Unlike);
    }

    [Fact]
    public void Marks_stay_where_they_are_when_outlines_are_cut_in_another_way_or_scaled()
    {
        const string Shape = "<rect width='100' height='60'/><path d='M30 -3v6'/>";
        var (whole, split) = (Drawn.Pieces(Shape), Drawn.Pieces(Shape, new(SplitAtNotches: true)));
        var marks = Marks((0, 0, Seam("neck")), (0, 2, Seam("hem")));
        var moved = PatternMarks.Moved(marks, whole, split, 1);
        Assert.Equal([(0, "neck"), (1, "neck"), (3, "hem")], moved.Select(m => (m.Key.Edge, m.Value.SeamId!)).Order());
        Assert.Equal(marks.OrderBy(m => m.Key.Edge), PatternMarks.Moved(moved, split, whole, 1).OrderBy(m => m.Key.Edge));
        var twice = Drawn.Pieces("<g transform='scale(2)'>" + Shape + "</g>");
        Assert.Equal(marks.OrderBy(m => m.Key.Edge), PatternMarks.Moved(marks, whole, twice, 2).OrderBy(m => m.Key.Edge));
    }

    [Theory]
    [InlineData(50, 50, false, "scale-agrees", true, 1)]
    [InlineData(50.2, 50, false, "scale-agrees", true, 1)]
    [InlineData(37.5, 50, false, "scale-off scale-72", false, 1)]
    [InlineData(37.5, 50, true, "scale-taken scale-72", true, 50 / 37.5)]
    [InlineData(46.875, 50, false, "scale-off scale-90", false, 1)]
    [InlineData(13.2291667, 50, true, "scale-taken scale-mm", true, 3.7795275)]
    [InlineData(12.7, 480, false, "scale-off scale-cm", false, 1)]
    [InlineData(48, 50, false, "scale-off", false, 1)]
    public void The_scale_is_checked_against_the_test_square(double drawn, double said, bool take, string codes, bool settled, double factor)
    {
        var pattern = Drawn.Millimetres(FormattableString.Invariant($"<rect width='200' height='90'/><path transform='rotate(20)' d='M0 0h{drawn}v{drawn}h-{drawn}z'/>"));
        var square = Assert.Single(PatternSquare.Of(pattern));
        Assert.Equal(1, square.Stroke);
        var scale = new PatternScale(square, said, take);
        Assert.Equal(codes, string.Join(' ', scale.Findings(true).Select(f => f.Code)));
        Assert.Equal((settled, factor), (scale.Settled, Math.Round(scale.Factor, 7)), (a, b) => a.Item1 == b.Item1 && Math.Abs(a.Item2 - b.Item2) < 1e-6);
        Assert.All(scale.Findings(true), f => Assert.Empty(PatternWords.Lacks(f)));
    }

    [Fact]
    public void A_square_that_is_none_settles_nothing()
    {
        var square = Assert.Single(PatternSquare.Of(Drawn.Millimetres("<rect width='50' height='48'/>")));
        var scale = new PatternScale(square, 50, true);
        Assert.Equal((false, 1.0, PatternScale.Uneven), (scale.Settled, scale.Factor, Assert.Single(scale.Findings(true)).Code));
        Assert.Equal(PatternScale.NoSize, Assert.Single(new PatternScale(null, null, false).Findings(false)).Code);
        Assert.Equal(PatternScale.Unchecked, Assert.Single(new PatternScale(square, null, false).Findings(true)).Code);
        Assert.True(new PatternScale(null, null, false).Settled);
    }

    [Fact]
    public void Every_code_of_patterns_has_words()
    {
        string[] codes =
        [
            PatternDrawing.Empty, PatternDrawing.TooMany, PatternScale.Unchecked, PatternScale.NoSize, PatternScale.Agrees, PatternScale.Off, PatternScale.Uneven, PatternScale.Taken,
            PatternAllowance.Open, PatternAllowance.TooWide, PatternAllowance.Meets, "sides-even", "sides-other-longer", "sides-other-shorter", "seam-only-other",
        ];
        Assert.Subset(PatternWords.Codes.ToHashSet(), codes.ToHashSet());
        Assert.Contains("3 × text", PatternWords.Of(new Finding("gap-text").With("count", 3)), StringComparison.Ordinal);
    }
}
