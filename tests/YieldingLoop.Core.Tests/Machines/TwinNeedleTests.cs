using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;

namespace YieldingLoop.Core.Tests.Machines;

/// <summary>Twin needles: pack and width. Common practice F6 and F7, no published source.</summary>
public class TwinNeedleTests
{
    private static PlainMachine Wide(double zigzag) => MachineTemplates.Plain("Bench") with { WidestZigzagMm = zigzag, NeedlePositionsMm = [0] };

    private static TwinNeedle Twin(string pack) => TwinNeedle.ReadPack(pack).Value!;

    private static SlottedPart Slot(double? millimetres) => new("part", millimetres);

    [Theory]
    [InlineData("4.0/75", 4.0, 75)]
    [InlineData("2,0 / 80", 2.0, 80)]
    [InlineData("Stretch twin 2.5/75, one", 2.5, 75)]
    [InlineData("1.6/70", 1.6, 70)]
    [InlineData("6/100", 6, 100)]
    public void A_pack_names_gap_and_size(string text, double gap, int size)
    {
        var twin = Twin(text);
        Assert.Equal((gap, size), (twin.GapMm, twin.Size.Metric));
        Assert.Equal(twin, Twin(twin.Pack));
    }

    [Theory]
    [InlineData("", "gap and size")]
    [InlineData("twin", "gap and size")]
    [InlineData("75/4.0", "did you mean 4.0/75")]
    [InlineData("80/12", "single needle")]
    [InlineData("1.0/75", "from 1.6 to 6.0")]
    [InlineData("8.0/90", "from 1.6 to 6.0")]
    [InlineData("4.0/77", "No needle of size 77")]
    public void A_pack_that_is_none_is_explained(string text, string says)
    {
        var read = TwinNeedle.ReadPack(text);
        Assert.Contains(says, Assert.Single(read.Problems).Message, StringComparison.Ordinal);
    }

    [Fact]
    public void On_a_machine_six_wide_a_two_millimetre_twin_is_advised_three_and_a_half_and_never_above_four()
    {
        var width = TwinNeedleWidth.Widest(Wide(6), Twin("2.0/75"), Slot(8), Slot(8)).Value!;
        Assert.Equal(3.5, width.AdvisedMm);
        Assert.Equal(4.0, width.NeverAboveMm);
        Assert.False(width.StraightOnly);
        Assert.Equal("the machine", width.Bounds[0].What);
        Assert.Equal("widest 6.0 − gap 2.0 = 4.0 mm", width.Bounds[0].Arithmetic);
    }

    [Theory]
    [InlineData(7.75, 7.75, true)]
    [InlineData(7.7, 9, false)]
    [InlineData(9, 7.7, false)]
    [InlineData(12, 12, true)]
    public void A_six_millimetre_twin_there_wants_slots_of_gap_blade_and_a_millimetre_and_is_then_straight_only(double plate, double foot, bool passes)
    {
        var width = TwinNeedleWidth.Widest(Wide(6), Twin("6.0/75"), Slot(plate), Slot(foot));
        Assert.Equal(passes, width.Succeeded);
        if (passes)
        {
            Assert.True(width.Value!.StraightOnly);
            Assert.Equal((0, 0), (width.Value.NeverAboveMm, width.Value.AdvisedMm));
        }
        else
        {
            Assert.Contains("7.75 mm", width.Problems[0].Message, StringComparison.Ordinal);
        }
    }

    [Fact]
    public void A_slot_nobody_measured_is_never_assumed()
    {
        var width = TwinNeedleWidth.Widest(Wide(7), Twin("2.0/75"), Slot(null), Slot(9));
        Assert.Equal("plate", Assert.Single(width.Problems).Field);
        Assert.Equal(["plate", "foot"], TwinNeedleWidth.Widest(Wide(7), Twin("2.0/75"), Slot(null), Slot(null)).Problems.Select(p => p.Field));
    }

    [Fact]
    public void The_slot_counts_where_it_is_tighter_than_the_machine()
    {
        // 6.5 − 2.5 − 0.80 − 1.0 = 2.2, where the machine would swing 4.5.
        var width = TwinNeedleWidth.Widest(Wide(7), Twin("2.5/80"), Slot(9), Slot(6.5)).Value!;
        Assert.Equal((2.2, 2.2), (width.NeverAboveMm, width.AdvisedMm));
        Assert.Equal("the foot’s slot", width.Bounds[0].What);
    }

    [Fact]
    public void A_gap_wider_than_the_machine_swings_and_a_size_it_does_not_take_are_refused()
    {
        Assert.Contains("5.0", Assert.Single(TwinNeedleWidth.Widest(Wide(5), Twin("6.0/75"), Slot(12), Slot(12)).Problems).Message, StringComparison.Ordinal);
        Assert.Equal("twin", Assert.Single(TwinNeedleWidth.Widest(Wide(7) with { NeedleSizes = [80] }, Twin("2.0/75"), Slot(9), Slot(9)).Problems).Field);
    }

    [Fact]
    public void No_width_ever_lets_a_blade_reach_the_edge_of_a_slot()
    {
        foreach (var gap in new[] { "1.6/70", "2.0/80", "2.5/75", "3.0/90", "4.0/75", "4.0/100", "6.0/100" })
        {
            for (var slot = 2.0; slot <= 12; slot += 0.35)
            {
                if (TwinNeedleWidth.Widest(Wide(7), Twin(gap), Slot(slot), Slot(slot + 0.4)).Value is not { } width)
                {
                    continue;
                }

                var twin = Twin(gap);
                Assert.True(width.AdvisedMm <= width.NeverAboveMm);
                Assert.True(width.NeverAboveMm + twin.GapMm <= 7 + 1e-9);
                Assert.True(width.NeverAboveMm + twin.GapMm + twin.Size.BladeMillimetres + 1 <= slot + 1e-9);
            }
        }
    }
}
