using System.Text.RegularExpressions;
using YieldingLoop.Core.Cautions;
using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Units;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Tests.Words;

/// <summary>The one vocabulary, and how a workroom's choices change what is said.</summary>
public class WordTests
{
    private static readonly Wording American = new(new WorkroomSettings { Words = WordRegion.American });
    private static readonly Wording Inches = new(new WorkroomSettings { Lengths = LengthUnit.Inch });
    private static readonly Wording UsFirst = new(new WorkroomSettings { NeedleSizes = NeedleSizeOrder.UsFirst });

    [Fact]
    public void Every_word_is_there_once_is_explained_and_belongs_to_a_group()
    {
        Assert.True(Vocabulary.All.Count > 90);
        Assert.Equal(Vocabulary.All.Count, Vocabulary.All.Select(w => w.Id).Distinct().Count());
        Assert.Equal(Vocabulary.All.Count, Vocabulary.Groups.Sum(g => g.Words.Count));
        Assert.All(Vocabulary.Groups, g => Assert.NotEmpty(g.Words));
        Assert.All(Vocabulary.All, w => Assert.EndsWith(".", w.Means, StringComparison.Ordinal));
        Assert.All(Vocabulary.All, w => Assert.Matches("^[a-z]+\\.[a-z0-9-]+$", w.Id));
    }

    [Fact]
    public void Every_catalogue_takes_its_names_from_the_vocabulary()
    {
        Assert.All(StitchCatalogue.All, s => Assert.Equal(Vocabulary.Name("stitch." + s.Id), s.Name));
        Assert.All(ThreadCatalogue.Kinds, t => Assert.Equal((Vocabulary.Name("thread." + t.Id), Vocabulary.Means("thread." + t.Id)), (t.Name, t.Use)));
        Assert.All(NeedleCatalogue.Points, p => Assert.Equal(Vocabulary.Name("needle." + p.Id), p.Name));
        Assert.All(ThreadPositions.All, p => Assert.Equal(Vocabulary.Name("position." + p.Id()), p.Name()));
        Assert.All(TypicalCloths.All, c => Assert.Equal(Vocabulary.Name("typical." + c.Id), c.Name));
        Assert.All(Enum.GetValues<Verdict>(), v => Assert.Equal(Vocabulary.Name("verdict." + v.Id()), v.Word()));
        Assert.Throws<ArgumentException>(() => Vocabulary.Name("stitch.999"));
    }

    [Theory]
    [InlineData("Differential", "setting.differential")]
    [InlineData(" upper looper ", "position.upper-looper")]
    [InlineData("swatches", null)]
    [InlineData("seams", "work.seam")]
    [InlineData("bicycle", null)]
    public void A_word_is_found_as_a_text_uses_it(string text, string? id) => Assert.Equal(id, Vocabulary.Find(text)?.Id);

    [Theory]
    [InlineData("Overlockers cut cloth with elastane along the selvedge.", "Sergers cut cloth with spandex along the selvage.")]
    [InlineData("The centre needle's colour", "The center needle's color")]
    [InlineData("four-thread overlock", "four-thread overlock")]
    [InlineData("Finger \"colour centre\" of “my overlocker”, grey", "Finger \"colour centre\" of “my overlocker”, gray")]
    [InlineData("a stray \" overlocker", "a stray \" serger")]
    public void American_words_replace_british_ones_but_not_names_in_quotation_marks(string ours, string said) => Assert.Equal(said, American.Say(ours));

    [Theory]
    [InlineData("2.5 mm, shorter than usual", "2.5 mm (0.098 in), shorter than usual")]
    [InlineData("between 30 and 3000 mm.", "between 30 and 3000 mm (1.18 and 118.1 in).")]
    [InlineData("590 mm to pass ÷ 420 mm opening", "590 mm (23.2 in) to pass ÷ 420 mm (16.5 in) opening")]
    [InlineData("200 g/m² and 40 %", "200 g/m² (5.9 oz/yd²) and 40 %")]
    [InlineData("9.3 m wanted, 5 m left, 1,200 metres in all", "9.3 m (10.2 yd) wanted, 5 m (5.5 yd) left, 1,200 metres (1312 yd) in all")]
    [InlineData("16.1 m per m", "16.1 m per m")]
    public void Customary_figures_stand_beside_metric_ones_once(string ours, string said)
    {
        Assert.Equal(said, Inches.Say(ours));
        // Said twice over, as a label inside a sentence is, it has them once.
        Assert.Equal(said, Inches.Say(said));
    }

    [Theory]
    [InlineData("stretch 80/12, or 75/11 at most", "stretch 12/80, or 11/75 at most")]
    [InlineData("on 12/80 and 3 7/8 and 90/15", "on 12/80 and 3 7/8 and 90/15")]
    public void The_american_needle_number_comes_first_where_it_is_one(string ours, string said) => Assert.Equal(said, UsFirst.Say(ours));

    [Fact]
    public void Lengths_are_read_out_in_the_chosen_unit()
    {
        var metric = new Wording(new WorkroomSettings());
        Assert.Equal("4.3 mm", metric.Length(4.34));
        Assert.Equal("+0.5 mm", metric.Length(0.5, withSign: true));
        Assert.Equal("−0.5 mm", metric.Length(-0.5, withSign: true));
        Assert.Equal("0.171 in", Inches.Length(4.34));
        Assert.Equal("8.82 in", Inches.Length(224, 0));
        Assert.Equal("12/80", UsFirst.Say(NeedleSize.FromMetric(80)));
        Assert.Equal("80/12", metric.Say(NeedleSize.FromMetric(80)));
    }

    [Fact]
    public void Nothing_the_core_says_keeps_a_british_word_in_an_american_workroom()
    {
        var british = new Regex($@"\b({string.Join('|', Vocabulary.RegionalPairs.Select(p => p.British))})\b", RegexOptions.IgnoreCase);
        string[] all =
        [
            .. CautionCatalogue.All.Select(c => c.Text), .. SchoolCatalogue.Questions.SelectMany(q => q.Choices.Select(c => c.Sentence).Append(q.Question)), .. Vocabulary.All.Select(w => w.Means),
            .. new ClothEntry { Name = "", Colour = "red" }.Resolve().Problems.Select(p => p.Message),
        ];
        Assert.All(all, sentence => Assert.DoesNotMatch(british, American.Say(sentence)));
        Assert.Contains(all, sentence => british.IsMatch(sentence));
    }

    [Fact]
    public void A_school_is_followed_only_where_there_is_such_a_school()
    {
        foreach (var question in SchoolCatalogue.Questions)
        {
            Assert.Equal(question.Default, ChosenSchools.Default.Chosen(question));
            foreach (var choice in question.Choices)
            {
                var chosen = ChosenSchools.Default.With(question, choice.Id);
                Assert.Equal(choice, chosen.Chosen(question));
                Assert.All(SchoolCatalogue.Questions.Where(q => q != question), other => Assert.Equal(other.Default, chosen.Chosen(other)));
            }

            Assert.Equal(ChosenSchools.Default, ChosenSchools.Default.With(question, "no such school"));
            Assert.Equal(ChosenSchools.Default, ChosenSchools.Default.With(question, null));
        }
    }
}
