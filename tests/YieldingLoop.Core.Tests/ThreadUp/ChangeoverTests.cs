using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Tests.Planning;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.ThreadUp;

namespace YieldingLoop.Core.Tests.ThreadUp;

/// <summary>Minutes of changing over: common practice A4, B6, C8; the minutes themselves are working values.</summary>
public class ChangeoverTests
{
    private static readonly Overlocker Machine = PlanSearchTests.Overlocker();

    private static Needle Needle(int size = 80) => new(Machine.NeedleSystem, "stretch", size);

    private static readonly Setup Threaded = new()
    {
        Needles = Places.Of((ThreadPosition.NeedleLeft, Needle()), (ThreadPosition.NeedleRight, Needle())),
        Threads = Places.Of(Overlocker.Positions.Select(p => (p, new SewingThread("spun-polyester")))),
        Dials = Places.Of(Overlocker.Positions.Select(p => (p, 4.0))),
        FingerName = "wide", StitchLengthMm = 2.5, Differential = 1, CuttingWidthMm = 4, Knife = KnifeStand.Cutting,
    };

    private static Setup Without(Setup setup, params ThreadPosition[] positions) => setup with { Threads = setup.Threads.With(positions, Place<SewingThread>.Empty) };

    /// <summary>The left needle out, and its thread and dial no matter.</summary>
    private static Setup RightAlone => Without(Threaded, ThreadPosition.NeedleLeft) with
    {
        Needles = Threaded.Needles.With(ThreadPosition.NeedleLeft, Place<Needle>.Empty),
        Dials = Threaded.Dials.With(ThreadPosition.NeedleLeft, Place<double>.Unknown),
    };

    private static double Minutes(Setup from, Setup to) => Changeover.Between(Machine, from, to);

    [Fact]
    public void From_a_state_to_itself_takes_no_time() => Assert.Equal(0, Minutes(Threaded, Threaded));

    [Fact]
    public void What_nobody_has_said_has_to_be_set() =>
        // Two needles, two loopers from the cone, two needles threaded, four dials, length, feed, knife and finger.
        Assert.Equal(2 * 2 + 2 * 2 + 2 + 4 * 0.2 + 0.2 + 0.2 + 1 + 1, Minutes(Setup.Unknown, Threaded), 9);

    [Fact]
    public void Another_thread_is_tied_on_at_a_looper_and_threaded_at_a_needle()
    {
        static Setup With(ThreadPosition at) => Threaded with { Threads = Threaded.Threads.With(at, new SewingThread("textured-nylon")) };
        Assert.Equal(0.5, Minutes(Threaded, With(ThreadPosition.UpperLooper)));
        Assert.Equal(1, Minutes(Threaded, With(ThreadPosition.NeedleLeft)));
    }

    [Fact]
    public void Another_needle_is_threaded_again_and_a_spare_one_taken_out()
    {
        Assert.Equal(2 + 1, Minutes(Threaded, Threaded with { Needles = Threaded.Needles.With(ThreadPosition.NeedleLeft, Needle(90)) }));
        Assert.Equal(2, Minutes(Threaded, RightAlone));
    }

    [Theory]
    [InlineData(LooperOrder.UpperFirst, ThreadPosition.LowerLooper, 2 + 2)]
    [InlineData(LooperOrder.UpperFirst, ThreadPosition.UpperLooper, 2 + 2 + 2)]
    [InlineData(LooperOrder.LowerFirst, ThreadPosition.LowerLooper, 2 + 2 + 2)]
    [InlineData(LooperOrder.LowerFirst, ThreadPosition.UpperLooper, 2 + 2)]
    public void A_looper_from_its_cone_takes_out_every_later_position_by_this_machine_s_order(LooperOrder order, ThreadPosition missing, double minutes) =>
        Assert.Equal(minutes, Changeover.Between(Machine with { LooperOrder = order }, Without(Threaded, missing), Threaded));

    [Fact]
    public void A_convertible_machine_is_changed_over_and_starts_from_nothing()
    {
        var both = Convertible.Of(Machine, PlanSearchTests.Cover());
        var cover = new Setup { ChangedOverTo = MachineKind.Coverstitch };
        Assert.Equal(5 + Minutes(Setup.Unknown, Threaded), Changeover.Between(both, cover, Threaded with { ChangedOverTo = MachineKind.Overlocker }), 9);
        Assert.Equal(0, Changeover.Between(both, Threaded with { ChangedOverTo = MachineKind.Overlocker }, Threaded with { ChangedOverTo = MachineKind.Overlocker }));
    }

    [Fact]
    public void A_twin_needle_has_two_threads_to_thread_and_a_bobbin_never_unthreads_a_needle()
    {
        var plain = PlanSearchTests.Plain();
        Setup With(double? gap)
        {
            var needle = new Needle(plain.NeedleSystem, "stretch", 75, gap);
            return new Setup { Needles = Places.Of((ThreadPosition.Needle, needle)), Threads = Places.Of(needle.ThreadPlaces(ThreadPosition.Needle).Append(ThreadPosition.Bobbin).Select(p => (p, new SewingThread("spun-polyester")))), NeedlePositionMm = 0 }.NamingAll(plain);
        }

        Assert.Equal(2 + 2, Changeover.Between(plain, With(null), With(4)));
        // It sits in the centre, said or not.
        Assert.Equal(2 + 2 + 0.2, Changeover.Between(plain, With(null) with { NeedlePositionMm = 3.5 }, With(4) with { NeedlePositionMm = Place<double>.Unknown }), 9);
        Assert.Equal(2, Changeover.Between(plain, Without(With(4), ThreadPosition.Bobbin), With(4)));
        // Two colours are two threads: one of them changed is one eye to thread.
        Assert.Equal(1, Changeover.Between(plain, With(4), With(4) with { Threads = With(4).Threads.With(ThreadPosition.NeedleRight, new SewingThread("stretch-polyester")) }));
    }

    [Fact]
    public void A_cone_is_known_by_itself_and_not_by_its_name()
    {
        var cone = new SewingThread("spun-polyester") { ConeId = "7", Name = "Blue", Colour = "#1d4e74" };
        Assert.True((cone with { Name = "Old blue", Colour = "#1d4e75" }).Serves(cone));
        Assert.False((cone with { ConeId = "8" }).Serves(cone));
        // One that was written down before cones were told apart goes by its name.
        Assert.True((cone with { ConeId = null }).Serves(cone));
        Assert.False((cone with { ConeId = null, Name = "Red" }).Serves(cone));
    }
}
