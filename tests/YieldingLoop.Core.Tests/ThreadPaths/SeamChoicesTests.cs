using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Tests.Planning;
using YieldingLoop.Core.ThreadPaths;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Tests.ThreadPaths;

/// <summary>What a wrong finger and a wrong seat do to a seam (common practice B9, no published source).</summary>
public sealed class SeamChoicesTests
{
    private static readonly Overlocker Machine = PlanSearchTests.Overlocker() with
    {
        GaugeMm = 2.2,
        Fingers = [new("wide", 4.4, FingerUse.LeftNeedle | FingerUse.BothNeedles), new("narrow", 3, FingerUse.RightNeedle), new("none", 1.5, FingerUse.Rolled)],
        CuttingWidthMm = new(2.5, 6, 0.5),
    };

    [Fact]
    public void A_wider_finger_lets_the_loops_hang_and_a_narrower_one_rolls_the_edge_in()
    {
        var choices = SeamChoices.Of(Machine, [ThreadPosition.NeedleRight], Machine.Fingers[1]);
        Assert.Equal((WrongChoice.None, "narrow"), (choices[0].Wrong, choices[0].Finger.Name));
        Assert.Equal(0, choices[0].OverhangMm, 9);
        var wide = choices.Single(c => c.Wrong == WrongChoice.Finger && c.Finger.Name == "wide");
        var none = choices.Single(c => c.Wrong == WrongChoice.Finger && c.Finger.Name == "none");
        // Every thread at neutral: the loops lie where the finger lays them (model section 6), the knife at 3.
        Assert.Equal((1.4, -1.5), (Math.Round(wide.OverhangMm, 9), Math.Round(none.OverhangMm, 9)));
        Assert.All(choices, c => Assert.Equal(3, c.Example.Geometry.BiteMm - (c.Wrong == WrongChoice.Seat ? Machine.GaugeMm : 0), 9));
    }

    [Fact]
    public void The_left_seat_alone_makes_the_wider_seam()
    {
        var seat = SeamChoices.Of(Machine, [ThreadPosition.NeedleRight], Machine.Fingers[1]).Single(c => c.Wrong == WrongChoice.Seat);
        Assert.Equal([ThreadPosition.NeedleLeft], seat.Needles);
        Assert.Equal(Machine.GaugeMm, seat.WiderMm, 9);
        Assert.Equal(-Machine.GaugeMm, SeamChoices.Of(Machine, [ThreadPosition.NeedleLeft], Machine.Fingers[0]).Single(c => c.Wrong == WrongChoice.Seat).WiderMm, 9);
        // With both in there is no other seat.
        Assert.DoesNotContain(SeamChoices.Of(Machine, [ThreadPosition.NeedleLeft, ThreadPosition.NeedleRight], Machine.Fingers[0]), c => c.Wrong == WrongChoice.Seat);
    }

    [Fact]
    public void A_set_up_has_choices_only_where_it_says_finger_and_needles()
    {
        Assert.Empty(SeamChoices.Of(Setup.Unknown, Machine));
        Assert.Empty(SeamChoices.Of(Setup.Unknown with { FingerName = "wide" }, Machine));
        var needle = new Core.Needles.Needle("household", "stretch", 80);
        var both = Setup.Unknown with { FingerName = "wide", CuttingWidthMm = 5, Needles = Setup.Unknown.Needles.With(ThreadPosition.NeedleLeft, needle).With(ThreadPosition.NeedleRight, needle) };
        var choices = SeamChoices.Of(both, Machine);
        Assert.Equal(["wide", "narrow", "none"], choices.Select(c => c.Finger.Name));
        Assert.Equal(5 + Machine.GaugeMm, choices[0].Example.Geometry.BiteMm, 9);
        Assert.Equal(4.4 - 5, choices[0].OverhangMm, 9);
        Assert.Empty(SeamChoices.Of(both with { FingerName = "another" }, Machine));
    }
}
