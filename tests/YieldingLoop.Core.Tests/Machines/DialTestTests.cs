using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;
using static YieldingLoop.Core.Threads.ThreadPosition;

namespace YieldingLoop.Core.Tests.Machines;

/// <summary>Two swatches teach a dial's sense and neutral number (common practice A1, D1, D2; no published source).</summary>
public class DialTestTests
{
    private static readonly DialScale Scale = new(0, 9, 0.5, 5, DialSense.HigherIsTighter);

    private static DialLesson Learn(ThreadPosition position, double n1, double r1, double n2, double r2) => DialTest.Learn(position, Scale, new(n1, r1), new(n2, r2)).Value!;

    [Theory]
    // The upper looper's thread wins when it is tighter: the line moves onto the face.
    [InlineData(UpperLooper, 1.0, DialSense.HigherIsTighter)]
    [InlineData(UpperLooper, -1.0, DialSense.HigherIsLooser)]
    [InlineData(LowerLooper, -1.0, DialSense.HigherIsTighter)]
    [InlineData(LowerLooper, 1.0, DialSense.HigherIsLooser)]
    public void The_way_the_meeting_line_goes_is_the_sense(ThreadPosition looper, double change, DialSense sense) =>
        Assert.Equal(sense, Learn(looper, 4, 0.1, 6, 0.1 + change).Sense);

    [Fact]
    public void Neutral_is_where_the_line_meets_the_edge()
    {
        Assert.Equal(3, Learn(UpperLooper, 4, 0.5, 6, 1.5).Neutral);
        Assert.Equal(5, Learn(UpperLooper, 4, -0.5, 6, 0.5).Neutral);
        Assert.Equal(4.5, Learn(NeedleLeft, 4, 0.3, 6, 0).Neutral);
        Assert.Equal(0.5, Learn(UpperLooper, 4, 0.5, 6, 1.5).ReadingPerNumberMm);
    }

    [Fact]
    public void A_neutral_that_two_swatches_do_not_reach_is_not_made_up()
    {
        var far = Learn(UpperLooper, 1, -4, 3, -3.6);
        Assert.Null(far.Neutral);
        Assert.Equal("no-number-balances", far.Findings[1].Code);
        var reachable = Learn(UpperLooper, 0, -2, 1, -1.6);
        Assert.Null(reachable.Neutral);
        Assert.Equal(new Finding("neutral-too-far").With("next", 5), reachable.Findings[1]);
        Assert.All(far.Findings.Concat(reachable.Findings), f => Assert.Empty(Measures.Lacks(f)));
    }

    [Theory]
    [InlineData(UpperLooper, 4, 0, 4, 1, "second.number")]
    [InlineData(UpperLooper, 4, 0, 6, 0.1, "second.readingMm")]
    [InlineData(UpperLooper, 14, 0, 6, 1, "first.number")]
    [InlineData(UpperLooper, 4, 30, 6, 1, "first.readingMm")]
    [InlineData(NeedleLeft, 4, -1, 6, 1, "first.readingMm")]
    [InlineData(Bobbin, 4, 0, 6, 1, "position")]
    public void A_test_that_teaches_nothing_says_so(ThreadPosition position, double n1, double r1, double n2, double r2, string field) =>
        Assert.Equal(field, Assert.Single(DialTest.Learn(position, Scale, new(n1, r1), new(n2, r2)).Problems).Field);

    [Theory]
    [InlineData(4, 6)]
    [InlineData(8, 6)]
    public void The_second_swatch_stays_on_the_dial(double first, double second) => Assert.Equal(second, DialTest.SecondNumber(Scale, first));

    [Fact]
    public void A_machine_that_sews_as_the_seam_model_says_teaches_its_own_dials()
    {
        // Any neutral and either sense: two swatches sewn by the model give them back.
        foreach (var (looper, sense, neutral) in from l in new[] { UpperLooper, LowerLooper } from s in Enum.GetValues<DialSense>() from n in new[] { 3.5, 4.0, 5.5 } select (l, s, n))
        {
            double Sew(double number)
            {
                LaidThread At(ThreadPosition p) => new(p, ThreadCatalogue.SpunPolyester, p == looper
                    ? DialTension.Tension(p, ThreadCatalogue.SpunPolyester, number, neutral, sense, ThreadCatalogue.SpunPolyester)
                    : p.NeutralTensionCentinewtons());
                var geometry = new SeamGeometry(StitchCatalogue.FourThreadOveredge, 2.5, 0.8) { GaugeMm = 2.2, LoopWidthMm = 6.5, BiteMm = 6.5 };
                return SeamModel.Evaluate(geometry, [At(NeedleLeft), At(NeedleRight), At(UpperLooper), At(LowerLooper)], new ThreadReading[4]).MeetingLineMm!.Value;
            }

            var lesson = Learn(looper, 4, Sew(4), 6, Sew(6));
            Assert.Equal((sense, neutral), (lesson.Sense, lesson.Neutral));
        }
    }

    /// <summary>A chain looper is seen by how far the seam opens, the top thread of a plain machine by where its knot lies; a thread over the face by nothing.</summary>
    [Fact]
    public void Each_kind_of_machine_has_the_test_that_shows_its_dials_or_says_there_is_none()
    {
        Assert.Equal(SwatchReading.Opening, DialTest.ReadingOf(ChainLooper));
        var chain = Learn(ChainLooper, 4, 0.3, 6, 0.7);
        Assert.Equal((DialSense.HigherIsTighter, 3.5), (chain.Sense, chain.Neutral));
        Assert.Equal(DialSense.HigherIsLooser, Learn(ChainLooper, 4, 0.7, 6, 0.3).Sense);

        Assert.Equal(SwatchReading.Knot, DialTest.ReadingOf(Needle));
        var top = Learn(Needle, 3, -0.5, 5, 0.5);
        Assert.Equal((DialSense.HigherIsTighter, 4.0), (top.Sense, top.Neutral));
        Assert.Equal("knot-dial-moves", top.Findings[0].Code);
        Assert.All(top.Findings, f => Assert.Empty(Measures.Lacks(f)));

        Assert.Null(DialTest.ReadingOf(TopCover));
        Assert.Contains("holds nothing", Assert.Single(DialTest.Learn(TopCover, Scale, new(4, 0), new(6, 1)).Problems).Message, StringComparison.Ordinal);
    }
}
