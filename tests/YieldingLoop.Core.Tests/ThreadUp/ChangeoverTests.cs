using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Tests.Setups;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.ThreadUp;

namespace YieldingLoop.Core.Tests.ThreadUp;

/// <summary>Minutes of changing over: common practice A4, B6, C8; the minutes themselves are working values.</summary>
public class ChangeoverTests
{
    private static readonly Overlocker Machine = PlanSearchTests.Overlocker();

    private static NeedleInSeat Needle(ThreadPosition seat, int size = 80) => new(seat, Machine.NeedleSystem, "stretch", size);

    private static readonly MachineState Threaded = new()
    {
        Needles = [Needle(ThreadPosition.NeedleLeft), Needle(ThreadPosition.NeedleRight)],
        Threads = [.. Overlocker.Positions.Select(p => new ThreadInPlace(p, "spun-polyester"))],
        Dials = [.. Overlocker.Positions.Select(p => new DialAt(p, 4))],
        FingerName = "wide", LengthMm = 2.5, Differential = 1, CuttingWidthMm = 4,
    };

    private static double Minutes(MachineState from, MachineState to) => Changeover.Between(Machine, from, to);

    [Fact]
    public void From_a_state_to_itself_takes_no_time() => Assert.Equal(0, Minutes(Threaded, Threaded));

    [Fact]
    public void What_nobody_has_said_has_to_be_set() =>
        // Two needles, two loopers from the cone, two needles threaded, four dials, length, feed, knife and finger.
        Assert.Equal(2 * 2 + 2 * 2 + 2 + 4 * 0.2 + 0.2 + 0.2 + 1 + 1, Minutes(MachineState.Unknown, Threaded), 9);

    [Fact]
    public void Another_thread_is_tied_on_at_a_looper_and_threaded_at_a_needle()
    {
        MachineState With(ThreadPosition at) => Threaded with { Threads = [.. Threaded.Threads.Select(t => t.Position == at ? t with { KindId = "textured-nylon" } : t)] };
        Assert.Equal(0.5, Minutes(Threaded, With(ThreadPosition.UpperLooper)));
        Assert.Equal(1, Minutes(Threaded, With(ThreadPosition.NeedleLeft)));
    }

    [Fact]
    public void Another_needle_is_threaded_again_and_a_spare_one_taken_out()
    {
        Assert.Equal(2 + 1, Minutes(Threaded, Threaded with { Needles = [Needle(ThreadPosition.NeedleLeft, 90), Needle(ThreadPosition.NeedleRight)] }));
        var right = Threaded with { Needles = [Needle(ThreadPosition.NeedleRight)], Threads = [.. Threaded.Threads.Skip(1)], Dials = [.. Threaded.Dials.Skip(1)] };
        Assert.Equal(2, Minutes(Threaded, right));
    }

    [Theory]
    [InlineData(LooperOrder.UpperFirst, ThreadPosition.LowerLooper, 2 + 2)]
    [InlineData(LooperOrder.UpperFirst, ThreadPosition.UpperLooper, 2 + 2 + 2)]
    [InlineData(LooperOrder.LowerFirst, ThreadPosition.LowerLooper, 2 + 2 + 2)]
    [InlineData(LooperOrder.LowerFirst, ThreadPosition.UpperLooper, 2 + 2)]
    public void A_looper_from_its_cone_takes_out_every_later_position_by_this_machine_s_order(LooperOrder order, ThreadPosition missing, double minutes) =>
        Assert.Equal(minutes, Changeover.Between(Machine with { LooperOrder = order }, Threaded with { Threads = [.. Threaded.Threads.Where(t => t.Position != missing)] }, Threaded));

    [Fact]
    public void A_convertible_machine_is_changed_over_and_starts_from_nothing()
    {
        var both = Convertible.Of(Machine, PlanSearchTests.Cover());
        var cover = new MachineState { ChangedOverTo = MachineKind.Coverstitch };
        Assert.Equal(5 + Minutes(MachineState.Unknown, Threaded), Changeover.Between(both, cover, Threaded with { ChangedOverTo = MachineKind.Overlocker }), 9);
        Assert.Equal(0, Changeover.Between(both, Threaded with { ChangedOverTo = MachineKind.Overlocker }, Threaded with { ChangedOverTo = MachineKind.Overlocker }));
    }

    [Fact]
    public void A_twin_needle_has_two_threads_to_thread_and_a_bobbin_never_unthreads_a_needle()
    {
        var plain = PlanSearchTests.Plain();
        NeedleInSeat Twin(double? gap) => new(ThreadPosition.Needle, plain.NeedleSystem, "stretch", 75, gap);
        MachineState With(double? gap) => new() { Needles = [Twin(gap)], Threads = [new(ThreadPosition.Needle, "spun-polyester"), new(ThreadPosition.Bobbin, "spun-polyester")] };
        Assert.Equal(2 + 2, Changeover.Between(plain, With(null), With(4)));
        Assert.Equal(2, Changeover.Between(plain, With(4) with { Threads = [new(ThreadPosition.Needle, "spun-polyester")] }, With(4)));
    }
}
