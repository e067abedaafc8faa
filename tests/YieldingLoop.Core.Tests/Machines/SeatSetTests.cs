using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Tests.Machines;

/// <summary>Seats that are filled, as a set.</summary>
public sealed class SeatSetTests
{
    [Fact]
    public void Order_and_repetition_make_no_difference()
    {
        var set = SeatSet.Of([ThreadPosition.NeedleRight, ThreadPosition.NeedleLeft, ThreadPosition.NeedleRight]);
        Assert.Equal(SeatSet.Of([ThreadPosition.NeedleLeft, ThreadPosition.NeedleRight]), set);
        Assert.NotEqual(SeatSet.Of([ThreadPosition.NeedleLeft, ThreadPosition.NeedleCentre]), set);
        Assert.Equal([ThreadPosition.NeedleLeft, ThreadPosition.NeedleRight], set.Seats);
        Assert.Equal((2, "needle-left.needle-right"), (set.Count, set.Id));
    }

    [Theory]
    [InlineData("needle-left", true)]
    [InlineData("needle-right.needle-left", true)]
    [InlineData("needle-left.attic", false)]
    [InlineData("", false)]
    [InlineData(null, false)]
    public void An_address_names_seats_or_nothing(string? id, bool named)
    {
        var found = SeatSet.Find(id);
        Assert.Equal(named, found is not null);
        Assert.Equal(found, SeatSet.Find(found?.Id));
    }
}
