using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Threads;
using static YieldingLoop.Core.Threads.ThreadPosition;

namespace YieldingLoop.Core.Tests.Machines;

/// <summary>Coverstitch, convertible and plain machines, the manual's table and the tips.</summary>
public class MachineKindTests
{
    private static readonly Coverstitch Cover = MachineTemplates.Coverstitch("Cover") with { LeftTipHigherMm = -1, CentreTipHigherMm = -0.5 };
    private static readonly PlainMachine Plain = MachineTemplates.Plain("Plain");
    private static readonly Convertible Both = Convertible.Of(OverlockerTemplate.Create("Both"), Cover);

    [Theory]
    [InlineData(MachineKind.Overlocker)]
    [InlineData(MachineKind.Coverstitch)]
    [InlineData(MachineKind.Convertible)]
    [InlineData(MachineKind.Plain)]
    public void Every_template_is_a_machine_to_start_from(MachineKind kind)
    {
        var machine = MachineTemplates.Create(kind, "Bench");
        Assert.Equal(kind, machine.Kind);
        Assert.Empty(MachineCheck.Problems(machine));
    }

    [Fact]
    public void What_must_never_be_assumed_starts_empty()
    {
        Assert.All(Plain.Plates.Concat(Plain.Feet), part => Assert.Null(part.SlotMm));
        Assert.Null(MachineTemplates.Coverstitch("x").LeftTipHigherMm);
        Assert.Empty(TipCheck.Pairs(MachineTemplates.Coverstitch("x")));
    }

    [Fact]
    public void The_pairs_of_a_coverstitch_clamp_have_their_widths()
    {
        Assert.Equal([(NeedleLeft, NeedleRight, 6.0), (NeedleLeft, NeedleCentre, 3.0), (NeedleCentre, NeedleRight, 3.0)], Cover.Pairs);
        Assert.Equal([(NeedleLeft, NeedleRight, 5.0)], (Cover with { NeedleCentre = null, LeftToRightMm = 5 }).Pairs);
        Assert.Equal([2.5, 3.1], (Cover with { LeftToRightMm = 5.6, LeftToCentreMm = 2.5 }).Pairs.Skip(1).Select(p => p.WidthMm).Order());
    }

    [Fact]
    public void A_machine_sews_what_is_fitted()
    {
        Assert.Equal(["401", "406", "407"], Cover.Stitches.Select(s => s.Id));
        Assert.Equal(["406", "407", "602", "605"], (Cover with { TopCover = Cover.ChainLooper, ChainSeatIds = [] }).Stitches.Select(s => s.Id));
        Assert.Equal(["406", "602"], (Cover with { TopCover = Cover.ChainLooper, ChainSeatIds = [], NeedleCentre = null }).Stitches.Select(s => s.Id));
        Assert.Equal(["301", "304", "three-step-zigzag", "twin-needle"], (Plain with { StretchStitchIds = ["three-step-zigzag"] }).Stitches.Select(s => s.Id));
        Assert.Contains("514", Both.Stitches.Select(s => s.Id));
        Assert.Contains("406", Both.Stitches.Select(s => s.Id));
        Assert.Same(Both.Overlock, Both.AsOverlocker());
        Assert.Null(Cover.AsOverlocker());
    }

    [Fact]
    public void The_test_of_a_dial_teaches_the_half_the_swatches_were_sewn_with()
    {
        var lesson = new DialLesson(DialSense.HigherIsLooser, 3, 1, []);
        var taught = (Convertible)DialLearning.Apply(Both, NeedleLeft, lesson, MachineKind.Coverstitch);
        Assert.Equal((DialSense.HigherIsLooser, 3.0), (taught.Cover.NeedleLeft.Sense, taught.Cover.NeedleLeft.Neutral));
        Assert.Equal(Both.Overlock, taught.Overlock);
        taught = (Convertible)DialLearning.Apply(Both, NeedleLeft, lesson, MachineKind.Overlocker);
        Assert.Equal(3, taught.Overlock.NeedleLeft.Neutral);
        Assert.Equal(Both.Cover, taught.Cover);
    }

    [Fact]
    public void A_row_of_the_manual_s_table_is_checked_against_the_half_that_sews_its_stitch()
    {
        // The needles' dials of the cover stitch run to 20 on this machine, those of the overlocking half to 9; so do the feeds.
        var both = Convertible.Of(Both.Overlock, Both.Cover with { NeedleLeft = new DialScale(10, 20, 1, 15, DialSense.HigherIsTighter), Differential = new SettingRange(1, 3, 0.1) });
        ManualSetting Row(string stitch, double number, double ratio) => new() { StitchId = stitch, Dials = [new ManualDial(NeedleLeft, number)], Differential = ratio };
        IEnumerable<string> Faults(ManualSetting row) => ManualTable.Problems(both with { ManualTable = [row] }).Select(p => p.Field);
        Assert.Empty(Faults(Row("406", 15, 2.5)));
        Assert.Empty(Faults(Row("514", 4, 1.5)));
        Assert.Equal(["manualTable[0].differential", "manualTable[0].needle-left"], Faults(Row("406", 4, 0.8)));
        Assert.Equal(["manualTable[0].differential", "manualTable[0].needle-left"], Faults(Row("514", 15, 2.5)));
        Assert.Equal(["manualTable[0].needle-left"], Faults(Row(ManualSetting.RolledHemId, 15, 1)));
    }

    [Fact]
    public void Both_halves_of_a_convertible_machine_share_what_belongs_to_the_whole()
    {
        Assert.Equal((Both.Name, Both.NeedleSystem, Both.StitchLengthMm), (Both.Cover.Name, Both.Cover.NeedleSystem, Both.Cover.StitchLengthMm));
        Assert.Equal([NeedleLeft, NeedleRight, UpperLooper, LowerLooper, NeedleCentre, ChainLooper], Both.Dials.Select(d => d.Position));
        Assert.Equal("cover.chain-looper.highest", Assert.Single(MachineCheck.Problems(Both with { Cover = Cover with { ChainLooper = new DialScale(9, 0, 1, 4, DialSense.HigherIsTighter) } })).Field);
    }

    [Fact]
    public void A_record_that_makes_no_sense_is_refused_at_its_field()
    {
        (string Field, Machine Machine)[] faulty =
        [
            ("needle-centre.highest", Cover with { NeedleCentre = new DialScale(9, 0, 0.5, 4, DialSense.HigherIsTighter) }),
            ("leftToRightMm", Cover with { LeftToRightMm = double.NaN }),
            ("leftToCentreMm", Cover with { LeftToCentreMm = null }),
            ("leftToCentreMm", Cover with { LeftToCentreMm = 6 }),
            ("leftTipHigherMm", Cover with { LeftTipHigherMm = 9 }),
            ("centreTipHigherMm", Cover with { CentreTipHigherMm = double.NaN }),
            ("chainSeatIds", Cover with { ChainSeatIds = ["upper-looper"] }),
            ("chainSeatIds", Cover with { NeedleCentre = null, LeftToCentreMm = null }),
            ("looperTravel", Cover with { LooperTravel = (LooperTravel)7 }),
            ("differential.most", Cover with { Differential = new SettingRange(1, 0.5, 0.1) }),
            ("needle.neutral", Plain with { TopTension = Plain.TopTension with { Neutral = 12 } }),
            ("widestZigzagMm", Plain with { WidestZigzagMm = double.NaN, NeedlePositionsMm = [0] }),
            ("plates", Plain with { Plates = [] }),
            ("plates[0].name", Plain with { Plates = [new("", 7)] }),
            ("feet[1].name", Plain with { Feet = [new("one", 7), new("one", 8)] }),
            ("feet[0].slotMm", Plain with { Feet = [new("one", 70)] }),
            ("needlePositionsMm", Plain with { NeedlePositionsMm = [-3.5, 3.5] }),
            ("needlePositionsMm", Plain with { NeedlePositionsMm = [0, 5] }),
            ("bobbinSlidesAtGrams", Plain with { BobbinSlidesAtGrams = 1000 }),
            ("stretchStitchIds", Plain with { StretchStitchIds = ["514"] }),
            ("name", Plain with { Name = " " }),
        ];
        Assert.All(faulty, f => Assert.Contains(f.Field, MachineCheck.Problems(f.Machine).Select(p => p.Field)));
    }

    [Fact]
    public void The_bobbin_is_as_tight_as_what_hangs_from_it()
    {
        Assert.Equal(15, Plain.BobbinCentinewtons);
        // 20 g weigh 0.196 N.
        Assert.Equal(19.6, (Plain with { BobbinSlidesAtGrams = 20 }).BobbinCentinewtons, 0.1);
    }

    private static ClothFigures Cloth(double gsm, double stretch) => new()
    {
        Name = "cloth", AreaDensityGsm = Figure.Of(gsm, 0, FigureSource.Measured), ThicknessMm = Figure.Of(0.6, 0, FigureSource.Measured),
        StretchAcrossPercent = Figure.Of(stretch, 0, FigureSource.Measured), StretchLengthwisePercent = Figure.Of(10, 0, FigureSource.Measured),
    };

    private static readonly IReadOnlyList<ThreadPosition> BothSeats = [NeedleLeft, NeedleRight];

    [Fact]
    public void A_row_holds_for_the_seats_it_names_and_one_that_names_them_comes_first()
    {
        static ManualSetting Row(double ideal, params ThreadPosition[] seats) => new() { StitchId = "504", Seats = seats, Dials = [new(UpperLooper, ideal)] };
        var machine = OverlockerTemplate.Create("Bench") with { ManualTable = [Row(1), Row(2, NeedleLeft)] };
        Assert.Empty(MachineCheck.Problems(machine));
        Assert.Equal(2, ManualTable.For(machine, "504", Cloth(150, 20), [NeedleLeft])!.Dials[0].Ideal);
        Assert.Equal(1, ManualTable.For(machine, "504", Cloth(150, 20), [NeedleRight])!.Dials[0].Ideal);
        Assert.Null(ManualTable.For(machine with { ManualTable = [Row(2, NeedleLeft)] }, "504", Cloth(150, 20), [NeedleRight]));
    }

    [Fact]
    public void The_manual_has_a_row_per_stitch_and_cloth_and_the_nearest_one_counts()
    {
        static ManualSetting Row(ManualCloth cloth, double ideal) => new() { StitchId = "514", Cloth = cloth, Dials = [new(UpperLooper, ideal)] };
        var machine = OverlockerTemplate.Create("Bench") with { ManualTable = [Row(ManualCloth.Any, 1), Row(ManualCloth.Heavy, 2), Row(ManualCloth.VeryStretchy, 3)] };
        Assert.Empty(MachineCheck.Problems(machine));
        Assert.Equal(1, ManualTable.For(machine, "514", Cloth(150, 20), BothSeats)!.Dials[0].Ideal);
        Assert.Equal(2, ManualTable.For(machine, "514", Cloth(300, 20), BothSeats)!.Dials[0].Ideal);
        Assert.Equal(3, ManualTable.For(machine, "514", Cloth(300, 90), BothSeats)!.Dials[0].Ideal);
        Assert.Null(ManualTable.For(machine, "504", Cloth(300, 90), BothSeats));
        Assert.Null(ManualTable.For(machine with { ManualTable = [Row(ManualCloth.Heavy, 2)] }, "514", Cloth(150, 20), BothSeats));
    }

    [Theory]
    [InlineData("manualTable[0].stitchId", "406", 4, null, null, null, null)]
    [InlineData("manualTable[0].upper-looper", "514", 40, null, null, null, null)]
    [InlineData("manualTable[0].upper-looper", "514", 4, 5.0, null, null, null)]
    [InlineData("manualTable[0].upper-looper", "514", 4, 3.0, 2.0, null, null)]
    [InlineData("manualTable[0].lengthMm", "514", 4, 3.0, 5.0, 9.0, null)]
    [InlineData("manualTable[0].differential", "514", 4, 3.0, 5.0, 3.0, 9.0)]
    [InlineData("", "rolled-hem", 4, 3.0, 5.0, 3.0, 1.0)]
    public void A_row_that_cannot_be_is_refused(string field, string stitch, double ideal, double? low, double? high, double? length, double? ratio)
    {
        var machine = OverlockerTemplate.Create("Bench") with { ManualTable = [new() { StitchId = stitch, Dials = [new(UpperLooper, ideal, low, high)], LengthMm = length, Differential = ratio }] };
        Assert.Equal(field.Length == 0 ? [] : new[] { field }, MachineCheck.Problems(machine).Select(p => p.Field));
    }

    [Fact]
    public void A_stitch_and_cloth_are_typed_once_and_a_dial_the_machine_lacks_is_refused()
    {
        var row = new ManualSetting { StitchId = "514", Dials = [new(UpperLooper, 4)] };
        Assert.Equal("manualTable[1].cloth", Assert.Single(MachineCheck.Problems(OverlockerTemplate.Create("B") with { ManualTable = [row, row] })).Field);
        Assert.Equal("manualTable[0].top-cover", Assert.Single(MachineCheck.Problems(OverlockerTemplate.Create("B") with { ManualTable = [row with { Dials = [new(TopCover, 4)] }] })).Field);
        Assert.Contains("cannot be set", Assert.Single(MachineCheck.Problems(Plain with { ManualTable = [new() { StitchId = "301", Dials = [], Differential = 1 }] })).Message, StringComparison.Ordinal);
    }

    // Common practice B5, no published source.
    [Theory]
    [InlineData(0.8, TipState.Right, null)]
    [InlineData(0.7, TipState.Right, null)]
    [InlineData(0.0, TipState.Level, NeedleLeft)]
    [InlineData(-0.8, TipState.Reversed, NeedleLeft)]
    [InlineData(1.6, TipState.TooLarge, NeedleRight)]
    [InlineData(0.4, TipState.TooSmall, NeedleLeft)]
    public void The_tip_that_hangs_too_low_belongs_to_the_needle_that_is_not_fully_up(double leftHigher, TipState state, ThreadPosition? notUp)
    {
        var (left, right) = Assert.Single(TipCheck.Pairs(OverlockerTemplate.Create("Bench")));
        Assert.Equal(new TipReading(state, notUp), TipCheck.Read(left, right, leftHigher));
    }

    [Fact]
    public void The_pictures_are_right_level_reversed_and_one_step_too_many_on_every_clamp()
    {
        foreach (var machine in new Machine[] { OverlockerTemplate.Create("Bench"), Cover, Both })
        {
            foreach (var (left, right) in TipCheck.Pairs(machine))
            {
                var pictures = TipCheck.Pictures(left, right);
                Assert.Equal([TipState.Right, TipState.Level, TipState.Reversed, TipState.TooLarge], pictures.Select(p => p.Reading.State));
                var higher = TipCheck.Expected(left, right) > 0 ? left : right;
                Assert.Equal([null, higher.Position, higher.Position, higher == left ? right.Position : left.Position], pictures.Select(p => p.Reading.NotFullyUp));
            }
        }

        var level = (new Seat(NeedleLeft, -3, 0), new Seat(NeedleRight, 0, 0));
        Assert.Equal([TipState.Right, TipState.TooLarge, TipState.TooLarge], TipCheck.Pictures(level.Item1, level.Item2).Select(p => p.Reading.State));
        Assert.Throws<ArgumentException>(() => TipCheck.Expected(new Seat(NeedleLeft, -3, null), new Seat(NeedleRight, 0, 0)));
    }

    [Fact]
    public void The_needle_the_looper_meets_later_is_the_lower_one()
    {
        var overlocker = OverlockerTemplate.Create("Bench");
        Assert.True(overlocker.HigherByRule(overlocker.SeatOf(NeedleLeft), overlocker.SeatOf(NeedleRight)));
        Assert.False(Cover.HigherByRule(Cover.SeatOf(NeedleLeft), Cover.SeatOf(NeedleRight)));
        Assert.Null(Plain.HigherByRule(Plain.Seats[0], Plain.Seats[0]));
        Assert.DoesNotContain(true, TipCheck.Pairs(Cover).Select(p => TipCheck.AgainstRule(Cover, p.Left, p.Right)));
        var odd = Cover with { LeftTipHigherMm = 1 };
        Assert.True(TipCheck.AgainstRule(odd, odd.Seats[0], odd.Seats[1]));
        Assert.Throws<ArgumentOutOfRangeException>(() => Plain.SeatOf(NeedleLeft));
    }
}
