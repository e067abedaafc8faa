using System.Reflection.Metadata;
using System.Reflection.Metadata.Ecma335;
using System.Reflection.PortableExecutable;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Procedures;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.ThreadUp;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Tests.Words;

/// <summary>Codes become sentences in one place, whole and true to their figures.</summary>
public class SentenceTests
{
    [Fact]
    public void A_figure_is_said_in_the_format_of_its_template()
    {
        Assert.Equal("The seam opens 0.63 mm when pulled apart, over the acceptable 0.45.", Sentences.Of(new Finding("gap-over").With("gapMm", 0.6251).With("limitMm", 0.45)));
        Assert.Equal("The seam grows −3.2 % in sewing, more than the 2 points that lie flat: the feed goes no further.", Sentences.Of(new Finding("growth-over").With("growthPercent", -3.24).With("limitPercent", 2).With("end", "feed-most")));
        Assert.Equal("Textured nylon in both loopers.", Sentences.Of(new Finding("looper-thread").With("thread", "textured-nylon").With("positions", "upper-looper,lower-looper")));
        Assert.Equal("Set 1 number tighter than that, so that the opened seam shows less thread.", Sentences.Of(new Finding("needle-tightened").With("stepsTighter", 1)));
        Assert.Equal("A flatlock of two threads is not what a hem is sewn with.", Sentences.Of(new Finding("does-the-job").With("stitch", "flatlock-2").With("job", "hem")));
        Assert.Equal("Set so that both looper threads meet on the edge (the model expects 0.3 mm to the back).", Sentences.Of(new Finding("loopers-meet").With("meetingLineMm", -0.31)));
    }

    [Fact]
    public void What_stands_in_brackets_is_said_only_where_it_is_known()
    {
        var gives = new Finding("cloth-gives-out").With("needPercent", 60).With("reachPercent", 40);
        Assert.Equal("The wearer asks 60 %, the cloth reaches 40 % along this seam: the answer is the pattern or the cloth, not the thread.", Sentences.Of(gives));
        Assert.Equal(Sentences.Of(gives) + " Cut the other way it would reach 95 %.", Sentences.Of(gives.With("otherWayPercent", 95)));
    }

    [Fact]
    public void What_cannot_be_said_in_full_is_still_said_and_told_apart()
    {
        Assert.Equal("The seam opens 0.63 mm when pulled apart, over the acceptable ?.", Sentences.Of(new Finding("gap-over").With("gapMm", 0.63)));
        Assert.Equal(["gap-over: limitMm"], Sentences.Lacks(new Finding("gap-over").With("gapMm", 0.63)));
        Assert.Equal("of another version gapMm 0.6", Sentences.Of(new Finding("of-another-version").With("gapMm", 0.6)));
        Assert.Equal(["of-another-version"], Sentences.Lacks(new("of-another-version")));
        // A name that is no identifier any more is said as it stands.
        Assert.Equal("To buy: rope; the drawer has none.", Sentences.Of(new Finding("to-buy").With("thread", "rope")));
        Assert.Equal("As it was written.", Sentences.Of(Finding.OfText("As it was written.")));
    }

    [Fact]
    public void Findings_with_the_same_code_and_figures_are_the_same()
    {
        var one = new Finding("gap-over").With("gapMm", 0.6).With("limitMm", 0.45).With("thread", "cotton");
        var other = new Finding("gap-over").With("thread", "cotton").With("limitMm", 0.45).With("gapMm", 0.6);
        Assert.Equal(one, other);
        Assert.Equal(one.GetHashCode(), other.GetHashCode());
        Assert.NotEqual(one, other.With("gapMm", 0.61));
        Assert.NotEqual(one, other.With("thread", "rope"));
        Assert.NotEqual(one, other with { Code = "gap" });
    }

    [Fact]
    public void Why_one_comes_after_another_lists_its_parts()
    {
        var drag = new Finding("drag-over").With("drag", 1.2).With("limit", 1);
        var gap = new Finding("gap-over").With("gapMm", 0.6).With("limitMm", 0.45);
        Assert.Equal("It opens 0.60 mm, over 0.45; it drags the edge, 120 % as hard as it bears.", Sentences.Of(new PlanBehind(new("misses"), [gap, drag])));
        var minutes = new Finding("cost-minutes").With("minutes", 4).With("bestMinutes", 0.5);
        var buy = new Finding("cost-purchases").With("purchases", 2);
        Assert.Equal("It does as well and takes more: 4 minutes of changing over instead of 0.5, two things to buy. All in all that weighs as much as 6.5 minutes of changing over.", Sentences.Of(new PlanBehind(new Finding("costs-for").With("more", 6.5), [minutes, buy])));
    }

    [Fact]
    public void What_a_reason_rests_on_names_the_school_that_was_followed()
    {
        var reason = new Reason(PlanTopic.Stitch, [new("stitch-rolled")], [Basis.CommonPractice, Basis.SeamModel], "join");
        Assert.Equal("common practice; seam model; school: strength first", Sentences.Basis(reason, ChosenSchools.Default));
        Assert.Equal("common practice; seam model; school: lightness first", Sentences.Basis(reason, ChosenSchools.Default with { JoinId = "lightness-first" }));
    }

    /// <summary>A template nobody asks for is a sentence that was forgotten; the program's own texts are read off the compiled core.</summary>
    [Fact]
    public void Every_template_belongs_to_a_code_the_core_decides()
    {
        var texts = TextsOf(typeof(Finding).Assembly.Location);
        string[] codes = [.. Sentences.Codes, .. Sentences.FragmentCodes, .. ThreadUpWords.Codes, .. Measures.Codes, .. ProcedureWords.Codes];
        Assert.True(codes.Length > 150);
        Assert.All(codes, code => Assert.Contains(code, texts));
        Assert.All(codes, code => Assert.Matches("^[a-z]+(-[a-z]+)*$", code));
        // Each missed limit is said both ways where a card says it at all.
        Assert.Equal(["growth-lettuce", "meets-off-edge"], Sentences.FragmentCodes.Except(Sentences.Codes).Order());
    }

    [Fact]
    public void Every_hard_rule_can_be_said()
    {
        string[] others = ["universal-skips", "universal-skips-elastane", "universal-never"];
        Assert.All(HardRules.All.Where(r => r.Id != "universal-by-school").Select(r => r.Id).Concat(others), code => Assert.Contains(code, Sentences.Codes));
    }

    private static HashSet<string> TextsOf(string path)
    {
        using var file = new PEReader(File.OpenRead(path));
        var metadata = file.GetMetadataReader();
        var texts = new HashSet<string>(StringComparer.Ordinal);
        for (var handle = MetadataTokens.UserStringHandle(0); !handle.IsNil || texts.Count == 0; handle = metadata.GetNextHandle(handle))
        {
            texts.Add(metadata.GetUserString(handle));
            if (metadata.GetNextHandle(handle).IsNil)
            {
                break;
            }
        }

        return texts;
    }
}
