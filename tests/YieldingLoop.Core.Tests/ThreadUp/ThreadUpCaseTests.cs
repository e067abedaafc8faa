using YieldingLoop.Core.Cautions;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Tests.Planning;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.ThreadUp;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Tests.ThreadUp;

/// <summary>Single cases of practice: A4, B5 to B7, C8, E5, F7, F10 and F16. Common practice, no published source.</summary>
public class ThreadUpCaseTests
{
    private static readonly Overlocker Machine = PlanSearchTests.Overlocker() with { LooperOrder = LooperOrder.UpperFirst, ConverterName = "two-thread converter", FootPressure = new(0.5, 1.5, 0.1) };

    private static Needle Needle(int size = 80) => new(Machine.NeedleSystem, "stretch", size);

    private static readonly SewingThread Blue = new("spun-polyester") { Colour = "#1d4e74", Name = "Blue cone" };

    private static readonly Setup Threaded = new()
    {
        Needles = Places.Of((ThreadPosition.NeedleLeft, Needle()), (ThreadPosition.NeedleRight, Needle())),
        Threads = Places.Of(Overlocker.Positions.Select(p => (p, Blue))),
        Dials = Places.Of(Overlocker.Positions.Select(p => (p, 4.0))),
        FingerName = Machine.Fingers[0].Name, StitchLengthMm = 2.5, Differential = 1, CuttingWidthMm = 4, Knife = KnifeStand.Cutting,
    };

    private static ThreadUpPlan Plan(Setup from, Setup wanted, Machine? machine = null, ThreadPosition? broke = null, string school = "by-place", bool again = false)
    {
        var answer = ThreadUpPlanner.Plan(new ThreadUpQuestion(machine ?? Machine, from, wanted, ChosenSchools.Default with { BrokenThreadId = school }) { Broke = broke, StartAgain = again });
        Assert.Empty(answer.Problems);
        return answer.Value!;
    }

    private static IEnumerable<string> Told(ThreadUpPlan plan) => plan.Steps.Select(s => $"{s.Act}{(s.Positions.Count > 0 ? " " : "")}{string.Join('+', s.Positions.Select(p => p.Tag()))}");

    private static Setup With(Setup state, ThreadPosition position, SewingThread? thread) => state with { Threads = state.Threads.With(position, thread.OrEmpty()) };

    private static Setup WithDial(Setup state, ThreadPosition position, double number) => state with { Dials = state.Dials.With(position, number) };

    private static readonly string[] Sewing = ["CloseCovers", "SwitchOn", "Swatch"];

    [Fact]
    public void Where_everything_is_on_already_there_is_nothing_to_do() => Assert.Empty(Plan(Threaded, Threaded).Steps);

    [Fact]
    public void A_dial_alone_is_turned_with_the_power_off_and_says_which_way_and_how_far()
    {
        var plan = Plan(Threaded, WithDial(Threaded, ThreadPosition.UpperLooper, 2.5));
        Assert.Equal(["SwitchOff", "Dial UL", .. Sewing], Told(plan));
        var words = ThreadUpWords.Of(plan, 1);
        Assert.Equal("Upper looper: dial to 2.5", words.Title);
        Assert.Equal("It stands at 4: 1.5 steps looser.", words.Lines[0]);
        Assert.Equal(0.2, plan.Minutes, 9);
    }

    [Fact]
    public void A_dial_whose_numbers_run_the_other_way_is_turned_tighter_by_a_lower_number()
    {
        var other = Machine with { UpperLooper = Machine.UpperLooper with { Sense = DialSense.HigherIsLooser } };
        var plan = Plan(Threaded, WithDial(Threaded, ThreadPosition.UpperLooper, 3), other);
        Assert.Equal("It stands at 4: 1 step tighter.", ThreadUpWords.Of(plan, 1).Lines[0]);
    }

    [Fact]
    public void Another_cone_of_the_same_kind_is_tied_on_at_a_looper_and_threaded_at_a_needle()
    {
        var red = new SewingThread("spun-polyester") { Colour = "#a01c2c", Name = "Red cone" };
        Assert.Equal(["SwitchOff", "FootUp", "TieOn UL", "IntoDiscs UL", "TurnByHand", .. Sewing], Told(Plan(Threaded, With(Threaded, ThreadPosition.UpperLooper, red))));
        var plan = Plan(Threaded, With(Threaded, ThreadPosition.NeedleLeft, red));
        Assert.Equal(["SwitchOff", "FootUp", "ThreadNeedle NL", "IntoDiscs NL", "TurnByHand", .. Sewing], Told(plan));
        Assert.Equal("Pull the left needle’s thread into its disc", ThreadUpWords.Of(plan, 3).Title);
        // The knot stops before the eye; half a minute is what that costs.
        Assert.Contains("knot", ThreadUpWords.Of(plan, 2).Lines[0], StringComparison.Ordinal);
        Assert.Equal(0.5, Assert.Single(plan.Shorter).MinutesLess);
    }

    [Fact]
    public void The_lower_looper_from_its_cone_clears_the_needles_first_and_leaves_the_upper_looper_be()
    {
        var plan = Plan(With(Threaded, ThreadPosition.LowerLooper, null), Threaded);
        Assert.Equal(["SwitchOff", "FootUp", "TakeOut NL+NR", "ThreadLooper LL", "ThreadNeedle NL", "ThreadNeedle NR", "IntoDiscs NL+NR+LL", "TurnByHand", .. Sewing], Told(plan));
        Assert.Equal(4, plan.Minutes);
        var shorter = Assert.Single(plan.Shorter);
        Assert.Equal(2, shorter.MinutesLess);
        Assert.Equal(new Finding("leaving-threaded").With("positions", "needle-left,needle-right").With("looper", "lower-looper"), shorter.Finding);
        // On a machine whose manual threads the lower looper first, the upper one has to come out too.
        Assert.Equal(6, Plan(With(Threaded, ThreadPosition.LowerLooper, null), Threaded, Machine with { LooperOrder = LooperOrder.LowerFirst }).Minutes);
    }

    [Fact]
    public void Two_needles_are_changed_one_after_the_other_and_the_one_that_stays_shows_the_height()
    {
        var plan = Plan(Threaded, Threaded with { Needles = Places.Of((ThreadPosition.NeedleLeft, Needle(90)), (ThreadPosition.NeedleRight, Needle(90))) });
        Assert.Equal(["SwitchOff", "SetNeedle NL", "SetNeedle NR", "FootUp", "ThreadNeedle NL", "ThreadNeedle NR", "IntoDiscs NL+NR", "TurnByHand", .. Sewing], Told(plan));
        Assert.Contains(ThreadUpWords.Of(plan, 1).Lines, l => l.Contains("right needle stays in", StringComparison.Ordinal) && l.Contains("higher", StringComparison.Ordinal));
    }

    [Fact]
    public void A_spare_needle_goes_last_of_the_needles_and_its_spool_with_it()
    {
        var one = With(Threaded, ThreadPosition.NeedleLeft, null) with { Needles = Places.Of((ThreadPosition.NeedleRight, Needle(90))), Dials = Threaded.Dials.With(ThreadPosition.NeedleLeft, Place<double>.Unknown) };
        var plan = Plan(Threaded, one);
        Assert.Equal(["SetNeedle NR", "TakeOutNeedle NL"], Told(plan).Skip(1).Take(2));
        Assert.Contains("creeps back", ThreadUpWords.Of(plan, 2).Lines[1], StringComparison.Ordinal);
        Assert.Contains(plan.Shorter, s => s.MinutesLess == 2);
    }

    [Fact]
    public void On_a_machine_nobody_has_said_anything_about_whatever_is_on_it_comes_off_first() =>
        Assert.Equal(["SwitchOff", "ClearAway NL+NR+UL+LL", "SetNeedle NL", "SetNeedle NR", "Finger", "FootUp", "ThreadLooper UL", "ThreadLooper LL", "ThreadNeedle NL", "ThreadNeedle NR", "IntoDiscs NL+NR+UL+LL"], Told(Plan(Setup.Unknown, Threaded)).Take(11));

    [Theory]
    [InlineData("by-place", ThreadPosition.UpperLooper, "TakeOut NL+NR+UL+LL ThreadLooper UL ThreadLooper LL ThreadNeedle NL ThreadNeedle NR", 6)]
    [InlineData("by-place", ThreadPosition.LowerLooper, "TakeOut NL+NR+UL+LL ThreadLooper UL ThreadLooper LL ThreadNeedle NL ThreadNeedle NR", 6)]
    [InlineData("by-place", ThreadPosition.NeedleLeft, "TakeOut NL ThreadNeedle NL", 1)]
    [InlineData("everything", ThreadPosition.NeedleLeft, "TakeOut NL+NR+UL+LL ThreadLooper UL ThreadLooper LL ThreadNeedle NL ThreadNeedle NR", 6)]
    [InlineData("tie-on", ThreadPosition.LowerLooper, "TieOn LL", 0.5)]
    [InlineData("tie-on", ThreadPosition.NeedleRight, "TakeOut NR ThreadNeedle NR", 1)]
    [InlineData("failed-only", ThreadPosition.LowerLooper, "TakeOut LL TakeOut NL+NR ThreadLooper LL ThreadNeedle NL ThreadNeedle NR", 4)]
    [InlineData("failed-only", ThreadPosition.NeedleRight, "TakeOut NR ThreadNeedle NR", 1)]
    public void After_a_thread_broke_the_school_says_what_is_threaded_again(string school, ThreadPosition broke, string steps, double minutes)
    {
        var plan = Plan(Threaded, Threaded, broke: broke, school: school);
        Assert.Equal("SwitchOff FootUp " + steps, string.Join(' ', Told(plan).TakeWhile(s => !s.StartsWith("IntoDiscs", StringComparison.Ordinal))));
        Assert.Equal(minutes, plan.Minutes, 9);
        Assert.Equal("broken-thread." + school, plan.Again!.Names["school"]);
        Assert.Empty(ThreadUpWords.Lacks(plan.Again));
        // The school is the reason of the first that comes out; of what comes out after it, the order is.
        string[] reasons = [.. ThreadUpWords.All(plan).Where(w => w.Title.StartsWith("Take out", StringComparison.Ordinal)).Select(w => w.Lines[1])];
        Assert.All(reasons.Skip(1), r => Assert.Contains("order would catch it", r, StringComparison.Ordinal));
        Assert.Equal(reasons.Take(1), reasons.Where(r => r == ThreadUpWords.Of(plan.Again)));
        Assert.True(plan.StateAfter(plan.Steps.Count).Threads.Count == 4);
    }

    [Fact]
    public void Who_has_lost_the_thread_of_it_cuts_every_thread_and_starts_again()
    {
        var plan = Plan(Threaded, Threaded, broke: ThreadPosition.NeedleLeft, again: true);
        Assert.Contains("TakeOut NL+NR+UL+LL", Told(plan));
        Assert.Equal(6, plan.Minutes);
    }

    [Fact]
    public void A_bobbin_that_ran_out_is_laid_in_again_and_its_thread_drawn_up()
    {
        var plain = PlanSearchTests.Plain();
        var state = PlainState(null);
        var plan = Plan(state, state, plain, ThreadPosition.Bobbin);
        Assert.Equal(["WindBobbin B", "SwitchOff", "FootUp", "TakeOut B", "LayInBobbin B", "TurnByHand", .. Sewing], Told(plan));
        Assert.Contains(ThreadUpWords.Of(plan, 4).Lines, l => l.Contains("toward you", StringComparison.Ordinal));
    }

    private static Setup PlainState(double? gap)
    {
        var plain = PlanSearchTests.Plain();
        var needle = new Needle(plain.NeedleSystem, "stretch", 75, gap);
        return new Setup
        {
            Needles = Places.Of((ThreadPosition.Needle, needle)),
            Threads = Places.Of(needle.ThreadPlaces(ThreadPosition.Needle).Append(ThreadPosition.Bobbin).Select(p => (p, new SewingThread("spun-polyester")))),
            Dials = Places.Of((ThreadPosition.Needle, 4.0)), StitchLengthMm = 2.5, PlateName = "zigzag plate", FootName = plain.Feet[0].Name, StitchId = "301", ZigzagWidthMm = 0, NeedlePositionMm = 0,
        }.NamingAll(plain);
    }

    [Fact]
    public void A_twin_needle_is_threaded_by_hand_on_two_paths_before_the_bobbin_is_drawn_up()
    {
        var plain = PlanSearchTests.Plain();
        var bare = PlainState(null) is var single ? single with { PlateName = "straight plate", ZigzagWidthMm = 3, NeedlePositionMm = Place<double>.Unknown, Threads = single.Threads.With(single.Threads.Known, Place<SewingThread>.Empty) } : null!;
        var plan = Plan(bare, PlainState(4), plain);
        Assert.Equal(["WindBobbin B", "SwitchOff", "Width", "Plate", "NeedlePosition", "SetNeedle N", "FootUp", "ThreadNeedle NL", "ThreadNeedle NR", "LayInBobbin B", "IntoDiscs NL+NR", "TurnByHand", .. Sewing], Told(plan));
        Assert.Contains("left eye", ThreadUpWords.Of(plan, 7).Title, StringComparison.Ordinal);
        var thread = ThreadUpWords.Of(plan, 8);
        Assert.Contains(thread.Lines, l => l.Contains("last guide", StringComparison.Ordinal));
        Assert.Contains(thread.Lines, l => l.Contains("By hand", StringComparison.Ordinal));
        Assert.Equal(CautionPlace.TwinNeedle, ThreadUpWords.Of(plan, 11).Caution);
        // Two needle threads, a bobbin, a needle, a plate, width and position.
        Assert.Equal(2 + 2 + 2 + 1 + 0.2 + 0.2, plan.Minutes, 9);
    }

    [Fact]
    public void A_cover_stitch_on_other_seats_keeps_a_needle_in_as_reference_throughout()
    {
        var cover = PlanSearchTests.Cover();
        Setup Pair(params ThreadPosition[] seats) => new Setup
        {
            Needles = Places.Of(seats.Select(s => (s, new Needle(cover.NeedleSystem, "stretch", 80)))),
            Threads = Places.Of(seats.Append(ThreadPosition.ChainLooper).Select(p => (p, new SewingThread("spun-polyester")))),
        }.NamingAll(cover);
        var plan = Plan(Pair(ThreadPosition.NeedleLeft, ThreadPosition.NeedleCentre), Pair(ThreadPosition.NeedleCentre, ThreadPosition.NeedleRight), cover);
        Assert.Equal(["SwitchOff", "SetNeedle NR", "TakeOutNeedle NL", "FootUp", "ThreadNeedle NR", "IntoDiscs NR", "TurnByHand", .. Sewing], Told(plan));
        Assert.Equal(2 + 2 + 1, plan.Minutes, 9);
    }

    [Fact]
    public void A_looper_this_set_up_does_not_sew_with_comes_off_with_its_cone() =>
        Assert.Equal(["SwitchOff", "FootUp", "TakeOff UL", "TurnByHand", .. Sewing], Told(Plan(Threaded, With(Threaded, ThreadPosition.UpperLooper, null))));

    [Fact]
    public void What_cannot_be_asked_is_answered_with_what_is_wrong()
    {
        IReadOnlyList<Problem> Problems(Setup from, Setup wanted, ThreadPosition? broke = null) =>
            ThreadUpPlanner.Plan(new ThreadUpQuestion(Machine, from, wanted, ChosenSchools.Default) { Broke = broke }).Problems;
        Assert.Equal("wanted.dials.upper-looper", Assert.Single(Problems(Threaded, WithDial(Threaded, ThreadPosition.UpperLooper, 40))).Field);
        Assert.Equal("state.stitchLengthMm", Assert.Single(Problems(Threaded with { StitchLengthMm = 40 }, Threaded)).Field);
        Assert.Equal("wanted.threads.needle-left", Assert.Single(Problems(Threaded, With(Threaded, ThreadPosition.NeedleLeft, null))).Field);
        Assert.Equal("broke", Assert.Single(Problems(Threaded, Threaded, ThreadPosition.Bobbin)).Field);
    }

    [Fact]
    public void The_state_is_true_at_every_tick()
    {
        var plan = Plan(With(Threaded, ThreadPosition.LowerLooper, null), Threaded);
        int[] threads = [.. Enumerable.Range(0, plan.Steps.Count + 1).Select(done => plan.StateAfter(done).Threads.Count)];
        Assert.Equal([3, 3, 3, 1, 2, 3, 4, 4, 4, 4, 4, 4], threads);
        Assert.Throws<ArgumentOutOfRangeException>(() => plan.StateAfter(plan.Steps.Count + 1));
    }

    [Fact]
    public void A_partly_known_machine_is_not_a_bare_one()
    {
        // Somebody has noted the stitch length and nothing else: what is on the machine still has to come off.
        var length = Setup.Unknown with { StitchLengthMm = 2.5 };
        var plan = Plan(length, Threaded);
        Assert.Equal("ClearAway NL+NR+UL+LL", Told(plan).ElementAt(1));
        Assert.Equal("Take off whatever is on it", ThreadUpWords.Of(plan, 1).Title);
        // And where only some places are known, only the others.
        var loopers = Setup.Unknown with { Threads = Places.Of((ThreadPosition.UpperLooper, Blue), (ThreadPosition.LowerLooper, Blue)) };
        plan = Plan(loopers, Threaded);
        Assert.Equal("ClearAway NL+NR", Told(plan).ElementAt(1));
        Assert.Equal([ThreadPosition.NeedleLeft, ThreadPosition.NeedleRight], plan.Steps[1].Seats);
        Assert.DoesNotContain("looper", ThreadUpWords.Of(plan, 1).Title, StringComparison.Ordinal);
        Assert.DoesNotContain(plan.Steps, s => s.Act == ThreadUpAct.ThreadLooper);
        var both = Convertible.Of(Machine, PlanSearchTests.Cover());
        Assert.Equal("ClearAway NL+NR+UL+LL", Told(Plan(length with { ChangedOverTo = MachineKind.Overlocker }, Threaded with { ChangedOverTo = MachineKind.Overlocker }, both)).ElementAt(1));
    }

    [Fact]
    public void A_converter_is_fitted_where_it_is_wanted_and_comes_off_where_it_is_not()
    {
        var fitted = Threaded with { ConverterName = "two-thread converter" };
        Assert.Equal(["SwitchOff", "Converter", "TurnByHand", .. Sewing], Told(Plan(Threaded, fitted)));
        var off = Plan(fitted, Threaded with { ConverterName = Place<string>.Empty });
        Assert.Equal(["SwitchOff", "Converter", "TurnByHand", .. Sewing], Told(off));
        Assert.True(off.StateAfter(2).ConverterName.IsEmpty);
        Assert.Empty(Plan(fitted, Threaded).Steps);
        Assert.Equal(["SwitchOff", "FootPressure", .. Sewing], Told(Plan(Threaded, Threaded with { FootPressure = 0.5 })));
    }
}
