using YieldingLoop.Core.Cautions;
using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Procedures;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Tests.Planning;

/// <summary>Which stitch of a plain machine, and how a seam job is carried out. Common practice C5, F1 to F9, F14, G3; no published source.</summary>
public class PlainAdviceTests
{
    private static readonly PlainMachine Machine = MachineTemplates.Plain("Bench");

    private static ClothFigures Jersey(double stretch = 80, double gsm = 220, double ply = 0.6) => new()
    {
        Name = "jersey", AreaDensityGsm = Figure.Of(gsm, 0, FigureSource.Measured), ThicknessMm = Figure.Of(ply, 0, FigureSource.Measured),
        StretchAcrossPercent = Figure.Of(stretch, 0, FigureSource.Measured), StretchLengthwisePercent = Figure.Of(stretch * 0.7, 0, FigureSource.Measured), Elastane = stretch > 60,
    };

    private static readonly SeamEntry Leggings = new() { Name = "leggings, inside leg", Direction = ClothDirection.Lengthwise, NeedKind = NeedKind.NegativeEase, GirthMm = 560, GarmentMm = 470, MovementId = "knee-round" };
    private static readonly SeamEntry Tee = new() { Name = "T-shirt side", Direction = ClothDirection.Lengthwise, NeedKind = NeedKind.OnBody, OnBodyMm = 112 };

    /// <summary>With the layers its job goes through, and a tape where it must not grow.</summary>
    private static SeamEntry Layered(SeamEntry seam) => seam.Job == SeamJob.StayedSeam ? seam with { Other = new OtherLayers { Cloth = Jersey(120, 180, 0.4) } } : seam with { Plies = Math.Max(seam.Plies, Jobs.Of(seam.Job)!.LeastPlies) };

    private static PlainAdvice Advice(SeamEntry seam, ClothFigures? cloth = null, ChosenSchools? schools = null, PlainMachine? machine = null) =>
        PlainStitchAdvice.For(cloth ?? Jersey(), seam, seam.Resolve().Value!, machine ?? Machine, schools ?? ChosenSchools.Default).Value!;

    [Fact]
    public void Leggings_take_a_zigzag_with_stretch_thread_and_never_a_straight_stitch()
    {
        var advice = Advice(Leggings);
        Assert.Equal(StitchCatalogue.Zigzag, advice.Best!.Stitch);
        Assert.True(advice.Best.Point.Holds);
        Assert.Equal((ThreadCatalogue.StretchPolyester, ThreadCatalogue.StretchPolyester), (advice.NeedleThread, advice.BobbinThread));
        Assert.Equal(Suits.Not, advice.Choices.Single(c => c.Stitch == StitchCatalogue.Lockstitch).Suits);
        Assert.False(advice.BasteFirst);
    }

    [Fact]
    public void A_straight_stitch_is_never_advised_for_close_fitting_wear_or_under_load()
    {
        foreach (var seam in from garment in new[] { 300.0, 400, 470, 500 } from job in Enum.GetValues<SeamJob>() from load in new[] { true, false } select Layered(Leggings with { GarmentMm = garment, Job = job, Reinforced = load }))
        {
            Assert.Equal(Suits.Not, Advice(seam).Choices.Single(c => c.Stitch == StitchCatalogue.Lockstitch).Suits);
        }

        Assert.Equal(Suits.Not, Advice(Tee with { ZoneId = "crotch" }).Choices.Single(c => c.Stitch == StitchCatalogue.Lockstitch).Suits);
    }

    [Theory]
    [InlineData("underarm", false)]
    [InlineData("crotch", false)]
    [InlineData(null, true)]
    public void A_seam_under_load_takes_a_triple_straight_stitch_basted_first(string? zone, bool reinforced)
    {
        var seam = Tee with { ZoneId = zone, Reinforced = reinforced };
        var advice = Advice(seam);
        Assert.Equal(StitchCatalogue.TripleStraight, advice.Best!.Stitch);
        Assert.True(advice.BasteFirst);
        var steps = ProcedureCatalogue.For(seam, ChosenSchools.Default, new Setup { StitchId = "triple-straight" });
        Assert.Equal("baste", steps[0].Code);
        Assert.True(steps.ToList().FindIndex(s => s.Code == "triple-beside-basting") > 0);
    }

    [Fact]
    public void Casual_wear_may_be_sewn_straight_with_stretch_thread()
    {
        var advice = Advice(Tee);
        Assert.Equal(StitchCatalogue.NarrowSlant, advice.Best!.Stitch);
        Assert.Equal(Suits.Also, advice.Choices.Single(c => c.Stitch == StitchCatalogue.Lockstitch).Suits);
    }

    [Fact]
    public void A_hem_is_two_rows_from_the_face_or_a_honeycomb_from_the_wrong_side()
    {
        var hem = Tee with { Job = SeamJob.Hem, NeedKind = NeedKind.Opening, GirthMm = 1000, GarmentMm = 900 };
        var twin = Advice(hem).Best!;
        Assert.Equal((StitchCatalogue.TwinNeedle, SewnFrom.Face, 4.0, 2.5), (twin.Stitch, twin.From, twin.GapMm, twin.Point.LengthMm));
        Assert.Equal(ThreadCatalogue.TexturedNylon, Advice(hem).BobbinThread);
        var honeycomb = Advice(hem, schools: ChosenSchools.Default.With(SchoolCatalogue.HemStitch, "forgiving")).Best!;
        Assert.Equal((StitchCatalogue.Honeycomb, SewnFrom.WrongSide), (honeycomb.Stitch, honeycomb.From));
        Assert.Equal(3, Advice(hem, schools: ChosenSchools.Default.With(SchoolCatalogue.HemLength, "three")).Choices.Single(c => c.Stitch == StitchCatalogue.TwinNeedle).Point.LengthMm);
        Assert.Equal(4, Advice(hem, Jersey(30, 330, 1.6)).Choices.Single(c => c.Stitch == StitchCatalogue.TwinNeedle).Point.LengthMm);
    }

    [Fact]
    public void Elastic_takes_three_steps_and_a_machine_without_them_a_zigzag()
    {
        var elastic = Leggings with { Job = SeamJob.Elastic };
        Assert.Equal(StitchCatalogue.ThreeStepZigzag, Advice(elastic).Best!.Stitch);
        var simple = Machine with { StretchStitchIds = [] };
        Assert.Equal(StitchCatalogue.Zigzag, Advice(elastic, machine: simple).Best!.Stitch);
        Assert.Equal("not-on-machine", Assert.Single(Advice(elastic, machine: simple).Choices.Single(c => c.Stitch == StitchCatalogue.ThreeStepZigzag).Why).Code);
    }

    [Theory]
    [InlineData(SeamJob.RolledHem)]
    [InlineData(SeamJob.LettuceEdge)]
    [InlineData(SeamJob.Flatlock)]
    [InlineData(SeamJob.SuperStretch)]
    public void What_a_plain_machine_cannot_do_has_no_best(SeamJob job)
    {
        var advice = Advice(Tee with { Job = job });
        Assert.Null(advice.Best);
        Assert.All(advice.Choices.Where(c => Machine.Sews(c.Stitch)), c => Assert.EndsWith("-needs-overlocker", Assert.Single(c.Why).Code, StringComparison.Ordinal));
    }

    [Fact]
    public void Every_stitch_is_judged_once_with_the_figures_of_the_model_and_no_textured_thread_in_the_needle()
    {
        foreach (var seam in Enum.GetValues<SeamJob>().SelectMany(job => new[] { Layered(Leggings with { Job = job }), Layered(Tee with { Job = job }) }))
        {
            var advice = Advice(seam);
            Assert.Equal(PlainStitchAdvice.All.Count, advice.Choices.Select(c => c.Stitch).Distinct().Count());
            Assert.True(advice.Choices.Count(c => c.Suits == Suits.Best) <= 1);
            Assert.False(advice.NeedleThread.Textured);
            Assert.All(advice.Choices, c => Assert.InRange(c.Point.LengthMm, Machine.StitchLengthMm.Least, Machine.StitchLengthMm.Most));
            Assert.All(advice.Choices, c => Assert.InRange(c.Point.WidthMm, 0, Machine.WidestZigzagMm));
            Assert.All(advice.Choices.SelectMany(c => c.Why).Append(advice.ThreadsWhy), f => Assert.Empty(Sentences.Lacks(f)));
        }
    }

    [Fact]
    public void A_point_the_machine_lacks_is_said_and_not_replaced() =>
        Assert.Equal("needlePointIds", Assert.Single(PlainStitchAdvice.For(Jersey(), Tee, Need.Given(20), Machine with { NeedlePointIds = ["sharp", "jeans"] }, ChosenSchools.Default).Problems).Field);

    [Fact]
    public void Every_job_has_its_own_procedure_and_follows_the_schools()
    {
        var all = Enum.GetValues<SeamJob>().ToDictionary(job => job, job => ProcedureCatalogue.For(Tee with { Job = job }, ChosenSchools.Default));
        Assert.All(all.Values, steps => Assert.True(steps.Count >= 3));
        Assert.Equal(Enum.GetValues<SeamJob>().Order(), Jobs.All.Select(j => j.Job).Order());
        Assert.True(all.Values.Select(steps => string.Join('|', steps.Select(s => s.Code))).Distinct().Count() == all.Count);

        var hem = Tee with { Job = SeamJob.Hem };
        var twin = new Setup { StitchId = "twin-needle" };
        var codes = (ChosenSchools schools, Setup setup) => ProcedureCatalogue.For(hem, schools, setup).Select(s => s.Code).ToList();
        Assert.DoesNotContain("fuse-tape", codes(ChosenSchools.Default, twin));
        Assert.Contains("fuse-tape", codes(ChosenSchools.Default, twin with { Tape = true }));
        Assert.Contains("cut-what-is-left-over", codes(ChosenSchools.Default, twin with { Tape = true }));
        Assert.Equal(CautionPlace.Tape, ProcedureCatalogue.For(hem, ChosenSchools.Default, twin with { Tape = true }).Single(s => s.Code == "fuse-tape").Caution);
        Assert.Contains("tails-to-the-back", codes(ChosenSchools.Default, twin));
        Assert.Contains("back-tack", codes(ChosenSchools.Default.With(SchoolCatalogue.TwinEnds, "back-tack"), twin));
        Assert.Contains("trim-raw-edge", codes(ChosenSchools.Default, twin));
        Assert.DoesNotContain("trim-raw-edge", codes(ChosenSchools.Default.With(SchoolCatalogue.RawEdge, "overlock"), twin));
        Assert.DoesNotContain("trim-raw-edge", codes(ChosenSchools.Default.With(SchoolCatalogue.RawEdge, "left"), twin));
        Assert.Contains(ProcedureCatalogue.For(hem, ChosenSchools.Default, twin), s => s.Caution == CautionPlace.TwinNeedle);
        // Whatever school is followed and whatever it is sewn with, every step is said in full and names the school it follows.
        foreach (var schools in SchoolCatalogue.Questions.SelectMany(q => q.Choices.Select(c => ChosenSchools.Default.With(q, c.Id))))
        {
            foreach (var setup in StitchCatalogue.All.Select(s => (Setup?)new Setup { StitchId = s.Id, Tape = true }).Append(null))
            {
                Assert.Empty(Enum.GetValues<SeamJob>().SelectMany(job => ProcedureCatalogue.For(Tee with { Job = job }, schools, setup)).SelectMany(ProcedureWords.Lacks));
            }
        }

        var back = ProcedureCatalogue.For(hem, ChosenSchools.Default.With(SchoolCatalogue.TwinEnds, "back-tack"), twin).Single(s => s.Code == "back-tack");
        Assert.Equal(("Back-tack a few stitches at both ends.", $"School: {SchoolCatalogue.TwinEnds.Find("back-tack").Name}."), (ProcedureWords.Of(back), ProcedureWords.Why(back)));
    }

    /// <summary>What a stitch does not have is not spoken of: the words of other machines, read off the finished sentences.</summary>
    [Fact]
    public void A_procedure_speaks_of_the_stitch_it_is_sewn_with()
    {
        string Said(SeamJob job, string stitch, Setup? setup = null) => string.Join(' ', ProcedureCatalogue.For(Tee with { Job = job }, ChosenSchools.Default, (setup ?? new()) with { StitchId = stitch }).Select(ProcedureWords.Of));
        foreach (var cover in new[] { "406", "407", "602", "605" })
        {
            var hem = Said(SeamJob.Hem, cover);
            Assert.DoesNotMatch("(?i)bobbin|twin|back-tack|tails to the back|zigzag|knife|chain back under", hem);
            Assert.Contains("draw every needle thread into a loop in front", hem, StringComparison.Ordinal);
            Assert.Contains("loops cover it", hem, StringComparison.Ordinal);
        }

        Assert.DoesNotMatch("(?i)twin|far row|from the face|looper|knife", Said(SeamJob.Hem, "honeycomb"));
        Assert.Contains("from the wrong side", Said(SeamJob.Hem, "honeycomb"), StringComparison.Ordinal);
        Assert.Contains("clear the chain off the finger", Said(SeamJob.Join, "514"), StringComparison.Ordinal);
        Assert.DoesNotContain("foot up, turn", Said(SeamJob.Join, "514"), StringComparison.Ordinal);
        Assert.DoesNotMatch("(?i)knife|chain|looper", Said(SeamJob.Elastic, "three-step-zigzag"));
        Assert.DoesNotMatch("(?i)thick|looser", Said(SeamJob.DecorativeLine, "406"));
        Assert.Contains("looser", Said(SeamJob.DecorativeLine, "401", new() { Threads = Places.Of((ThreadPosition.ChainLooper, new SewingThread("heavy-rayon"))) }), StringComparison.Ordinal);
        Assert.Contains("beside the basting, not on it", Said(SeamJob.Join, "triple-straight"), StringComparison.Ordinal);
        Assert.Contains("converter", Said(SeamJob.Flatlock, "503", new() { ConverterName = "converter" }), StringComparison.Ordinal);
        Assert.DoesNotContain("converter", Said(SeamJob.Flatlock, "504"), StringComparison.Ordinal);
    }
}
