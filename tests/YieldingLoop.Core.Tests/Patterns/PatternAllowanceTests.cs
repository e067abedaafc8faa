using YieldingLoop.Core.Patterns;

namespace YieldingLoop.Core.Tests.Patterns;

/// <summary>Seam lines inside a cutting line: closed forms of plane geometry, and half planes cut with one another.</summary>
public class PatternAllowanceTests
{
    private static double? Inset(string shape, int edge, double allowance, params int[] folds)
    {
        var piece = Assert.Single(Drawn.Pieces(shape));
        var (length, why) = PatternAllowance.Inset(piece, edge, e => folds.Contains(e) ? 0 : allowance);
        Assert.Equal(length is null, why is not null);
        Assert.Empty(why is null ? [] : PatternWords.Lacks(why));
        return length is { } mm ? Math.Round(mm, 6) : null;
    }

    [Fact]
    public void A_straight_edge_between_right_angles_loses_the_allowance_at_both_ends()
    {
        Assert.Equal(80, Inset("<rect width='100' height='60'/>", 0, 10));
        Assert.Equal(80, Inset("<path d='M0 0V60H100V0z'/>", 1, 10));
        Assert.Equal(100, Inset("<rect width='100' height='60'/>", 0, 0));
        // At the fold nothing is left out.
        Assert.Equal(90, Inset("<rect width='100' height='60'/>", 0, 10, 1));
        Assert.Equal(100, Inset("<rect width='100' height='60'/>", 0, 10, 1, 3));
    }

    [Fact]
    public void An_inner_corner_gives_back_what_the_other_end_loses() =>
        // An L of 100 by 90, its arms 40 and 50 wide: each edge loses 10 at an outer corner and gains 10 at the inner one.
        Assert.Equal([80, 20, 50, 50, 30, 70], Enumerable.Range(0, 6).Select(e => Inset("<path d='M0 0H100V40H50V90H0z'/>", e, 10)!.Value));

    [Fact]
    public void A_circle_s_seam_line_has_the_smaller_radius_from_inside_and_from_a_hole_alike()
    {
        Assert.Equal(Math.Round(Math.Tau * 20, 6), Inset("<circle cx='50' cy='50' r='30'/>", 0, 10));
        Assert.Null(Inset("<circle cx='50' cy='50' r='30'/>", 0, 31));
    }

    [Theory]
    [InlineData(60, 10)]
    [InlineData(200, 15)]
    [InlineData(40, 6)]
    public void A_half_disc_s_seam_lines_cross_where_geometry_says(double r, double a)
    {
        // Line y = a and circle of radius r − a about the origin.
        var shape = FormattableString.Invariant($"<path d='M0 0H{2 * r}A{r} {r} 0 0 1 0 0z'/>");
        Assert.Equal(2 * Math.Sqrt(((r - a) * (r - a)) - (a * a)), Inset(shape, 0, a)!.Value, 0.001 * r);
        Assert.Equal((r - a) * (Math.PI - (2 * Math.Asin(a / (r - a)))), Inset(shape, 1, a)!.Value, 0.001 * r);
    }

    [Fact]
    public void Random_convex_pieces_agree_with_half_planes_cut_with_one_another()
    {
        var (random, compared) = (new Random(7), 0);
        for (var n = 0; n < 200; n++)
        {
            // Points on an ellipse in order are convex.
            var angles = Enumerable.Range(0, random.Next(3, 9)).Select(_ => random.NextDouble() * Math.Tau).Order().ToList();
            var points = angles.Select(t => (X: 300 + (250 * Math.Cos(t)), Y: 300 + (150 * Math.Sin(t)))).ToList();
            var corners = points.Select((p, i) => Turn(points[(i + points.Count - 1) % points.Count], p, points[(i + 1) % points.Count])).ToList();
            if (corners.Any(c => c is < 0.6 or > 2.6))
            {
                continue;
            }

            var allowance = 1 + (random.NextDouble() * 12);
            var svg = $"<polygon points='{string.Join(' ', points.Select(p => $"{Drawn.N(p.X)},{Drawn.N(p.Y)}"))}'/>";
            var expected = points.Select((_, e) => Clipped(points, e, allowance)).ToList();
            // Where an edge's seam line is gone altogether the corners are others, and this rule does not hold.
            if (expected.All(e => e > 0))
            {
                compared++;
                Assert.All(expected, (e, i) => Assert.Equal(e, Inset(svg, i, allowance)!.Value, 1e-4));
            }
        }

        Assert.InRange(compared, 40, 200);
    }

    [Fact]
    public void What_has_no_inside_has_no_seam_line()
    {
        Assert.Null(Inset("<path d='M0 0H100V50'/>", 0, 10));
        Assert.Equal(100, Inset("<path d='M0 0H100V50'/>", 0, 0));
        Assert.Null(Inset("<path d='M0 0H100H0z'/>", 0, 10));
        Assert.Null(Inset("<rect width='100' height='15'/>", 1, 10));
    }

    private static double Turn((double X, double Y) a, (double X, double Y) b, (double X, double Y) c) =>
        Math.Abs(Math.Atan2(((b.X - a.X) * (c.Y - b.Y)) - ((b.Y - a.Y) * (c.X - b.X)), ((b.X - a.X) * (c.X - b.X)) + ((b.Y - a.Y) * (c.Y - b.Y))));

    /// <summary>What of an edge's parallel lies inside the parallels of its two neighbours.</summary>
    private static double Clipped(List<(double X, double Y)> points, int edge, double a)
    {
        var n = points.Count;
        ((double X, double Y) At, (double X, double Y) Way) Line(int e)
        {
            var (p, q) = (points[(e + n) % n], points[(e + 1 + n) % n]);
            var length = Math.Sqrt(((q.X - p.X) * (q.X - p.X)) + ((q.Y - p.Y) * (q.Y - p.Y)));
            var way = (X: (q.X - p.X) / length, Y: (q.Y - p.Y) / length);
            return ((p.X - (way.Y * a), p.Y + (way.X * a)), way);
        }

        double Along(((double X, double Y) At, (double X, double Y) Way) own, ((double X, double Y) At, (double X, double Y) Way) other)
        {
            var cross = (own.Way.X * other.Way.Y) - (own.Way.Y * other.Way.X);
            return (((other.At.X - own.At.X) * other.Way.Y) - ((other.At.Y - own.At.Y) * other.Way.X)) / cross;
        }

        return Along(Line(edge), Line(edge + 1)) - Along(Line(edge), Line(edge - 1));
    }
}
