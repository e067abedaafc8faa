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

    /// <summary>The same with the right needle alone.</summary>
    private static Setup OneNeedle => (Threaded with
    {
        Needles = Places.Of((ThreadPosition.NeedleRight, Needle())),
        Threads = Threaded.Threads.With(ThreadPosition.NeedleLeft, Place<SewingThread>.Empty),
        Dials = Threaded.Dials.With(ThreadPosition.NeedleLeft, Place<double>.Unknown),
        FingerName = "narrow",
    }).NamingAll(Machine);

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
        Assert.Equal("It stands at 4: 1.5 numbers looser.", words.Lines[0]);
        Assert.Equal(0.2, plan.Minutes, 9);
    }

    [Fact]
    public void A_dial_whose_numbers_run_the_other_way_is_turned_tighter_by_a_lower_number()
    {
        var other = Machine with { UpperLooper = Machine.UpperLooper with { Sense = DialSense.HigherIsLooser } };
        var plan = Plan(Threaded, WithDial(Threaded, ThreadPosition.UpperLooper, 3), other);
        Assert.Equal("It stands at 4: 1 number tighter.", ThreadUpWords.Of(plan, 1).Lines[0]);
    }

    [Fact]
    public void Another_cone_of_the_same_kind_is_tied_on_at_a_looper_and_threaded_at_a_needle()
    {
        var red = new SewingThread("spun-polyester") { Colour = "#a01c2c", Name = "Red cone" };
        Assert.Equal(["SwitchOff", "OpenCovers", "FootUp", "TieOn UL", "IntoDiscs UL", "TurnByHand", .. Sewing], Told(Plan(Threaded, With(Threaded, ThreadPosition.UpperLooper, red))));
        var plan = Plan(Threaded, With(Threaded, ThreadPosition.NeedleLeft, red));
        Assert.Equal(["SwitchOff", "OpenCovers", "FootUp", "ThreadNeedle NL", "IntoDiscs NL", "TurnByHand", .. Sewing], Told(plan));
        Assert.Equal("Pull the left needle’s thread into its disc", ThreadUpWords.Of(plan, 4).Title);
        // The knot stops before the eye; half a minute is what that costs.
        Assert.Contains("knot", ThreadUpWords.Of(plan, 3).Lines[0], StringComparison.Ordinal);
        Assert.Equal(0.5, Assert.Single(plan.Shorter).MinutesLess);
    }

    [Fact]
    public void The_lower_looper_from_its_cone_clears_the_needles_first_and_leaves_the_upper_looper_be()
    {
        var plan = Plan(With(Threaded, ThreadPosition.LowerLooper, null), Threaded);
        Assert.Equal(["SwitchOff", "OpenCovers", "FootUp", "TakeOut NL+NR", "ThreadLooper LL", "ThreadNeedle NR", "ThreadNeedle NL", "IntoDiscs NL+NR+LL", "TurnByHand", .. Sewing], Told(plan));
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
        Assert.Equal(["SwitchOff", "OpenCovers", "FootUp", "SetNeedle NL", "SetNeedle NR", "ThreadNeedle NR", "ThreadNeedle NL", "IntoDiscs NL+NR", "TurnByHand", .. Sewing], Told(plan));
        Assert.Contains(ThreadUpWords.Of(plan, 3).Lines, l => l.Contains("right needle stays in", StringComparison.Ordinal) && l.Contains("higher", StringComparison.Ordinal));
    }

    [Fact]
    public void A_spare_needle_goes_last_of_the_needles_and_its_spool_with_it()
    {
        var one = With(Threaded, ThreadPosition.NeedleLeft, null) with { FingerName = "narrow", Needles = Places.Of((ThreadPosition.NeedleRight, Needle(90))), Dials = Threaded.Dials.With(ThreadPosition.NeedleLeft, Place<double>.Unknown) };
        var plan = Plan(Threaded, one);
        Assert.Equal(["SetNeedle NR", "TakeOutNeedle NL"], Told(plan).Skip(3).Take(2));
        Assert.Contains("is sewn in again by itself", ThreadUpWords.Of(plan, 4).Lines[2], StringComparison.Ordinal);
        Assert.Contains(plan.Shorter, s => s.MinutesLess == 2);
    }

    [Fact]
    public void On_a_machine_nobody_has_said_anything_about_whatever_is_on_it_comes_off_first() =>
        Assert.Equal(["SwitchOff", "OpenCovers", "FootUp", "ClearAway NL+NR+UL+LL", "SetNeedle NL", "SetNeedle NR", "Finger", "ThreadLooper UL", "ThreadLooper LL", "ThreadNeedle NR", "ThreadNeedle NL", "IntoDiscs NL+NR+UL+LL"], Told(Plan(Setup.Unknown, Threaded)).Take(12));

    [Theory]
    [InlineData("by-place", ThreadPosition.UpperLooper, "TakeOut NL+NR+UL+LL ThreadLooper UL ThreadLooper LL ThreadNeedle NR ThreadNeedle NL", 6)]
    [InlineData("by-place", ThreadPosition.LowerLooper, "TakeOut NL+NR+UL+LL ThreadLooper UL ThreadLooper LL ThreadNeedle NR ThreadNeedle NL", 6)]
    [InlineData("by-place", ThreadPosition.NeedleLeft, "TakeOut NL ThreadNeedle NL", 1)]
    [InlineData("everything", ThreadPosition.NeedleLeft, "TakeOut NL+NR+UL+LL ThreadLooper UL ThreadLooper LL ThreadNeedle NR ThreadNeedle NL", 6)]
    [InlineData("tie-on", ThreadPosition.LowerLooper, "TieOn LL", 0.5)]
    [InlineData("tie-on", ThreadPosition.NeedleRight, "TakeOut NR ThreadNeedle NR", 1)]
    [InlineData("failed-only", ThreadPosition.LowerLooper, "TakeOut LL TakeOut NL+NR ThreadLooper LL ThreadNeedle NR ThreadNeedle NL", 4)]
    [InlineData("failed-only", ThreadPosition.NeedleRight, "TakeOut NR ThreadNeedle NR", 1)]
    public void After_a_thread_broke_the_school_says_what_is_threaded_again(string school, ThreadPosition broke, string steps, double minutes)
    {
        var plan = Plan(Threaded, Threaded, broke: broke, school: school);
        Assert.Equal("SwitchOff OpenCovers FootUp " + steps, string.Join(' ', Told(plan).TakeWhile(s => !s.StartsWith("IntoDiscs", StringComparison.Ordinal))));
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
        Assert.Equal(["WindBobbin B", "SwitchOff", "FootUp", "Width", "Plate", "NeedlePosition", "SetNeedle N", "ThreadNeedle NL", "ThreadNeedle NR", "LayInBobbin B", "IntoDiscs NL+NR", "TurnByHand", .. Sewing], Told(plan));
        Assert.Contains("left eye", ThreadUpWords.Of(plan, 7).Title, StringComparison.Ordinal);
        var thread = ThreadUpWords.Of(plan, 8);
        Assert.Contains(thread.Lines, l => l.Contains("last guide", StringComparison.Ordinal));
        Assert.Contains(thread.Lines, l => l.Contains("By hand", StringComparison.Ordinal));
        Assert.Equal(CautionPlace.TwinNeedle, ThreadUpWords.Of(plan, 11).Caution);
        // Two needle threads, a bobbin, a needle, a plate, width and position.
        Assert.Equal(2 + 2 + 2 + 1 + 0.2 + 0.2, plan.Minutes, 9);
    }

    /// <summary>Each thread of a twin is a thread of its own, with spool, pin, cap and side of the disc (common practice F10).</summary>
    [Fact]
    public void The_threads_of_a_twin_run_by_school_and_one_that_runs_otherwise_is_threaded_again()
    {
        var plain = PlanSearchTests.Plain();
        var schools = ChosenSchools.Default;
        Setup Twin(ChosenSchools by) => PlainState(4) is var twin ? twin with
        {
            Threads = twin.Threads.With(ThreadPosition.NeedleLeft, twin.Threads[ThreadPosition.NeedleLeft].Value with { Run = ThreadRuns.For(by, ThreadPosition.NeedleLeft) })
                .With(ThreadPosition.NeedleRight, twin.Threads[ThreadPosition.NeedleRight].Value with { Run = ThreadRuns.For(by, ThreadPosition.NeedleRight) }),
        } : null!;
        var wanted = Twin(schools);
        var (left, right) = (wanted.Threads[ThreadPosition.NeedleLeft].Value.Run!, wanted.Threads[ThreadPosition.NeedleRight].Value.Run!);
        Assert.Equal((SpoolPin.First, DrawnOff.AsManual, DiscSide.Left, true), (left.Pin, left.DrawnOff, left.DiscSide, left.ThroughLastGuide));
        Assert.Equal((SpoolPin.Second, DrawnOff.Opposite, DiscSide.Right, false), (right.Pin, right.DrawnOff, right.DiscSide, right.ThroughLastGuide));
        Assert.Equal((SpoolPin.Shared, SpoolPin.Shared), (ThreadRuns.For(schools.With(SchoolCatalogue.TwinSpools, "one-pin"), ThreadPosition.NeedleLeft).Pin, ThreadRuns.For(schools.With(SchoolCatalogue.TwinSpools, "one-pin"), ThreadPosition.NeedleRight).Pin));
        Assert.Null(ThreadRuns.For(schools.With(SchoolCatalogue.TwinSpools, "mixed"), ThreadPosition.NeedleRight).DrawnOff);

        // As wanted, or nobody has said: nothing is done.
        Assert.Empty(Plan(wanted, wanted, plain).Steps);
        Assert.Empty(Plan(PlainState(4), wanted, plain).Steps);
        // By the other school the second thread goes through the last guide: that one is threaded again, and no other.
        var plan = Plan(wanted, Twin(schools.With(SchoolCatalogue.LastGuide, "through")), plain);
        Assert.Equal(["SwitchOff", "FootUp", "ThreadNeedle NR", "IntoDiscs NR", "TurnByHand", .. Sewing], Told(plan));
        Assert.Contains("right of the tension disc and through the last guide, into the right eye", ThreadUpWords.Of(plan, 2).Lines[0], StringComparison.Ordinal);
        Assert.Contains("on the second pin, drawn off the opposite way and under a cap larger than its end", ThreadUpWords.Of(plan, 2).Lines[1], StringComparison.Ordinal);
        Assert.Equal(1, plan.Minutes);
        Assert.True(plan.Steps.Aggregate(plan.From, (at, step) => step.Apply(at)).Threads[ThreadPosition.NeedleRight].Value.Run!.ThroughLastGuide);
    }

    [Fact]
    public void A_cap_that_does_not_fit_is_a_reason_to_thread_again_and_no_new_thread_is_tied_to_it()
    {
        var plain = PlanSearchTests.Plain();
        var state = PlainState(null);
        var drags = state with { Threads = state.Threads.With(ThreadPosition.Needle, state.Threads[ThreadPosition.Needle].Value with { Run = new() { CapFits = false } }) };
        var wanted = state with { Threads = state.Threads.With(ThreadPosition.Needle, state.Threads[ThreadPosition.Needle].Value with { Run = ThreadRuns.For(ChosenSchools.Default, ThreadPosition.Needle) }) };
        var plan = Plan(drags, wanted, plain);
        var thread = plan.Steps.Index().Single(s => s.Item.Act == ThreadUpAct.ThreadNeedle).Index;
        Assert.Contains("runs otherwise than it should: take it out", ThreadUpWords.Of(plan, thread).Lines[0], StringComparison.Ordinal);
        Assert.DoesNotContain(ThreadUpWords.Of(plan, thread).Lines, l => l.Contains("tie the new one on", StringComparison.Ordinal));
    }

    [Fact]
    public void Two_threads_of_one_spool_want_a_bobbin_wound_for_the_second()
    {
        var plain = PlanSearchTests.Plain();
        var cone = new SewingThread("spun-polyester") { ConeId = "7", Name = "Tern blue" };
        var (left, right) = (cone.Running(plain, ThreadPosition.NeedleLeft, ChosenSchools.Default), cone.Running(plain, ThreadPosition.NeedleRight, ChosenSchools.Default));
        Assert.Equal((null, ThreadHolder.Bobbin), (left.Supply, right.Supply));
        var wanted = PlainState(4) is var twin ? twin with { Threads = twin.Threads.With(ThreadPosition.NeedleLeft, left).With(ThreadPosition.NeedleRight, right) } : null!;
        var plan = Plan(PlainState(null), wanted, plain);
        Assert.Equal(["WindBobbin NR", "SwitchOff"], Told(plan).Take(2));
        Assert.Contains("second spool", ThreadUpWords.Of(plan, 0).Title, StringComparison.Ordinal);
        var second = plan.Steps.Index().Single(s => s.Item is { Act: ThreadUpAct.ThreadNeedle, Positions: [ThreadPosition.NeedleRight] }).Index;
        Assert.Contains("The bobbin wound for it on the second pin", ThreadUpWords.Of(plan, second).Lines[1], StringComparison.Ordinal);
        // On other machines the thread is as it was.
        Assert.Same(cone, cone.Running(PlanSearchTests.Cover(), ThreadPosition.NeedleRight, ChosenSchools.Default));
        Assert.Same(cone, cone.Running(plain, ThreadPosition.Bobbin, ChosenSchools.Default));
    }

    [Fact]
    public void A_run_is_noted_where_there_is_one()
    {
        var plain = PlanSearchTests.Plain();
        Setup With(Setup setup, ThreadPosition position, ThreadRun run) => setup with { Threads = setup.Threads.With(position, setup.Threads[position].Value with { Run = run }) };
        Assert.Empty(SetupCheck.Problems(plain, With(PlainState(4), ThreadPosition.NeedleRight, new() { Pin = SpoolPin.Shared, DiscSide = DiscSide.Together })));
        Assert.Equal(["threads.needle.run"], SetupCheck.Problems(plain, With(PlainState(null), ThreadPosition.Needle, new() { Pin = SpoolPin.Shared })).Select(p => p.Field));
        Assert.Equal(["threads.bobbin.run"], SetupCheck.Problems(plain, With(PlainState(null), ThreadPosition.Bobbin, new() { Pin = SpoolPin.First })).Select(p => p.Field));
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
        Assert.Equal(["SwitchOff", "OpenCovers", "FootUp", "SetNeedle NR", "TakeOutNeedle NL", "ThreadNeedle NR", "IntoDiscs NR", "TurnByHand", .. Sewing], Told(plan));
        Assert.Equal(2 + 2 + 1, plan.Minutes, 9);
    }

    [Fact]
    public void A_looper_this_set_up_does_not_sew_with_comes_off_with_its_cone() =>
        Assert.Equal(["SwitchOff", "OpenCovers", "FootUp", "TakeOff UL", "TurnByHand", .. Sewing], Told(Plan(OneNeedle, With(OneNeedle, ThreadPosition.UpperLooper, null))));

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
        Assert.Equal([3, 3, 3, 3, 1, 2, 3, 4, 4, 4, 4, 4, 4], threads);
        Assert.Throws<ArgumentOutOfRangeException>(() => plan.StateAfter(plan.Steps.Count + 1));
    }

    [Fact]
    public void A_partly_known_machine_is_not_a_bare_one()
    {
        // Somebody has noted the stitch length and nothing else: what is on the machine still has to come off.
        var length = Setup.Unknown with { StitchLengthMm = 2.5 };
        var plan = Plan(length, Threaded);
        Assert.Equal("ClearAway NL+NR+UL+LL", Told(plan).ElementAt(3));
        Assert.Equal("Take off whatever is on it", ThreadUpWords.Of(plan, 3).Title);
        // And where only some places are known, only the others.
        var loopers = Setup.Unknown with { Threads = Places.Of((ThreadPosition.UpperLooper, Blue), (ThreadPosition.LowerLooper, Blue)) };
        plan = Plan(loopers, Threaded);
        Assert.Equal("ClearAway NL+NR", Told(plan).ElementAt(3));
        Assert.Equal([ThreadPosition.NeedleLeft, ThreadPosition.NeedleRight], plan.Steps[3].Seats);
        Assert.DoesNotContain("looper", ThreadUpWords.Of(plan, 3).Title, StringComparison.Ordinal);
        Assert.DoesNotContain(plan.Steps, s => s.Act == ThreadUpAct.ThreadLooper);
        var both = Convertible.Of(Machine, PlanSearchTests.Cover());
        Assert.Equal("ClearAway NL+NR+UL+LL", Told(Plan(length with { ChangedOverTo = MachineKind.Overlocker }, Threaded with { ChangedOverTo = MachineKind.Overlocker }, both)).ElementAt(3));
    }

    [Fact]
    public void A_converter_is_fitted_where_it_is_wanted_and_comes_off_where_it_is_not()
    {
        var fitted = Threaded with { ConverterName = "two-thread converter" };
        Assert.Equal(["SwitchOff", "OpenCovers", "Converter", "TurnByHand", .. Sewing], Told(Plan(Threaded, fitted)));
        var off = Plan(fitted, Threaded with { ConverterName = Place<string>.Empty });
        Assert.Equal(["SwitchOff", "OpenCovers", "Converter", "TurnByHand", .. Sewing], Told(off));
        Assert.True(off.StateAfter(3).ConverterName.IsEmpty);
        Assert.Empty(Plan(fitted, Threaded).Steps);
        Assert.Equal(["SwitchOff", "FootPressure", .. Sewing], Told(Plan(Threaded, Threaded with { FootPressure = 0.5 })));
    }

    [Fact]
    public void The_knife_is_taken_away_brought_back_and_set_as_three_things_and_left_be_where_nobody_asks()
    {
        var away = Threaded with { Knife = KnifeStand.Away };
        // Without a width, and the width stays.
        var gone = Plan(Threaded, away with { CuttingWidthMm = Place<double>.Unknown });
        Assert.Equal(["SwitchOff", "OpenCovers", "KnifeAway", "TurnByHand", .. Sewing], Told(gone));
        Assert.Equal((KnifeStand.Away, 4.0), (gone.StateAfter(gone.Steps.Count).Knife.Value, gone.StateAfter(gone.Steps.Count).CuttingWidthMm.Value));
        Assert.Contains("4 mm", ThreadUpWords.Of(gone, 2).Lines[0], StringComparison.Ordinal);
        Assert.Equal(["SwitchOff", "OpenCovers", "KnifeBack", "TurnByHand", .. Sewing], Told(Plan(away, Threaded)));
        Assert.Equal(["SwitchOff", "OpenCovers", "Knife", "TurnByHand", .. Sewing], Told(Plan(Threaded, Threaded with { CuttingWidthMm = 3 })));
        Assert.Equal(["SwitchOff", "OpenCovers", "KnifeBack", "Knife", "TurnByHand", .. Sewing], Told(Plan(away, Threaded with { CuttingWidthMm = 3 })));
        // A width alone leaves a knife that is away where it is.
        Assert.Equal(["SwitchOff", "OpenCovers", "Knife", "TurnByHand", .. Sewing], Told(Plan(away, Threaded with { CuttingWidthMm = 3, Knife = Place<KnifeStand>.Unknown })));
        Assert.Empty(Plan(away, Threaded with { Knife = Place<KnifeStand>.Unknown }).Steps);
    }

    [Fact]
    public void A_thread_over_the_face_is_laid_without_unthreading_anything()
    {
        var cover = PlanSearchTests.Cover() with { TopCover = PlanSearchTests.Cover().ChainLooper };
        var two = new Setup
        {
            Needles = Places.Of(new[] { ThreadPosition.NeedleLeft, ThreadPosition.NeedleRight }.Select(s => (s, new Needle(cover.NeedleSystem, "stretch", 80)))),
            Threads = Places.Of(new[] { ThreadPosition.NeedleLeft, ThreadPosition.NeedleRight, ThreadPosition.ChainLooper }.Select(p => (p, Blue))),
        }.NamingAll(cover);
        var plan = Plan(two, With(two, ThreadPosition.TopCover, Blue), cover);
        Assert.Equal(["SwitchOff", "OpenCovers", "FootUp", "ThreadLooper TC", "IntoDiscs TC", "TurnByHand", .. Sewing], Told(plan));
        Assert.Equal(2, plan.Minutes);
        var words = string.Join(' ', ThreadUpWords.All(plan).SelectMany(w => w.Lines.Prepend(CautionCatalogue.At(w.Caution ?? CautionPlace.Machine).Text)));
        Assert.DoesNotMatch("(?i)knife", words);
    }

    [Fact]
    public void When_it_went_bad_everything_comes_out_and_goes_in_again_and_what_nobody_needs_leaves()
    {
        var asked = new ThreadUpQuestion(Machine, Threaded, Threaded, ChosenSchools.Default) { WentBad = true };
        var plan = ThreadUpPlanner.Plan(asked).Value!;
        Assert.Equal("SwitchOff OpenCovers FootUp TakeOut NL+NR+UL+LL ThreadLooper UL ThreadLooper LL ThreadNeedle NR ThreadNeedle NL", string.Join(' ', Told(plan).TakeWhile(s => !s.StartsWith("IntoDiscs", StringComparison.Ordinal))));
        Assert.Equal("again-went-bad", plan.Again!.Code);
        Assert.Empty(ThreadUpWords.Lacks(plan.Again));
        var less = ThreadUpPlanner.Plan(asked with { Wanted = With(OneNeedle, ThreadPosition.UpperLooper, null), From = OneNeedle }).Value!;
        Assert.Equal(["TakeOff UL", "TakeOut NR+LL"], Told(less).Skip(3).Take(2));
        Assert.Equal("wentBad", Assert.Single(ThreadUpPlanner.Plan(asked with { Broke = ThreadPosition.UpperLooper }).Problems).Field);
    }

    [Fact]
    public void Tying_on_after_a_break_names_both_ends_and_is_not_offered_where_nothing_is_on_record()
    {
        var plan = Plan(Threaded, Threaded, broke: ThreadPosition.LowerLooper, school: "tie-on");
        var tie = ThreadUpWords.All(plan).Single(w => w.Title.StartsWith("Tie on", StringComparison.Ordinal));
        Assert.Matches("looper’s side of the break.*comes from the cone", tie.Lines[0]);
        var unknown = Plan(With(Threaded, ThreadPosition.LowerLooper, null), Threaded, broke: ThreadPosition.LowerLooper, school: "tie-on");
        Assert.DoesNotContain(unknown.Steps, s => s.Act == ThreadUpAct.TieOn);
        Assert.Equal("again-nothing-to-tie-to", unknown.Again!.Code);
        // A bobbin is taken out; nothing of it is drawn out at a looper or a needle.
        var plain = Plan(PlainState(null), PlainState(null), PlanSearchTests.Plain(), ThreadPosition.Bobbin);
        var words = ThreadUpWords.All(plain).Single(w => w.Title.StartsWith("Take out", StringComparison.Ordinal));
        Assert.Equal("Take out the bobbin", words.Title);
        Assert.DoesNotMatch("looper|needle|cone", words.Lines[0]);
    }

    [Fact]
    public void What_makes_no_stitch_or_what_the_rules_forbid_is_refused_with_its_place()
    {
        string Field(Machine machine, Setup wanted, params string[] lifted) => Assert.Single(ThreadUpPlanner.Plan(new ThreadUpQuestion(machine, Setup.Unknown, wanted, ChosenSchools.Default) { LiftedRuleIds = lifted }).Problems).Field;
        var none = With(With(Threaded, ThreadPosition.UpperLooper, null), ThreadPosition.LowerLooper, null);
        Assert.Equal("wanted.threads.lower-looper", Field(Machine, none));
        Assert.Equal("wanted.threads.lower-looper", Field(Machine, With(Threaded, ThreadPosition.LowerLooper, null)));
        Assert.Equal("wanted.threads.upper-looper", Field(Machine, With(Threaded, ThreadPosition.UpperLooper, null)));
        Assert.Equal("wanted.finger", Field(Machine, Threaded with { FingerName = "none" }));
        Assert.Equal("wanted.finger", Field(Machine, OneNeedle with { FingerName = "wide" }));
        Assert.Empty(ThreadUpPlanner.Plan(new ThreadUpQuestion(Machine, Setup.Unknown, OneNeedle with { FingerName = "none" }, ChosenSchools.Default)).Problems);
        var textured = With(Threaded, ThreadPosition.NeedleLeft, new SewingThread("textured-nylon"));
        Assert.Equal("wanted.threads.needle-left.kind", Field(Machine, textured));
        Assert.Empty(ThreadUpPlanner.Plan(new ThreadUpQuestion(Machine, Setup.Unknown, textured, ChosenSchools.Default) { LiftedRuleIds = ["textured-in-needle"] }).Problems);
        Assert.Equal("wanted.threads.needle-left.kind", Field(Machine, With(Threaded, ThreadPosition.NeedleLeft, new SewingThread("heavy-rayon"))));
        var plain = PlanSearchTests.Plain();
        Assert.Equal("wanted.threads.bobbin", Field(plain, With(PlainState(null), ThreadPosition.Bobbin, null)));
        Assert.Equal("wanted.needles.needle.point", Field(plain, PlainState(null) with { Needles = Places.Of((ThreadPosition.Needle, new Needle(plain.NeedleSystem, "jeans", 90))) }));
        var cover = PlanSearchTests.Cover() with { TopCover = PlanSearchTests.Cover().ChainLooper };
        Setup On(params ThreadPosition[] places) => new() { Needles = Places.Of(places.Where(p => p.IsNeedle()).Select(p => (p, new Needle(cover.NeedleSystem, "stretch", 80)))), Threads = Places.Of(places.Select(p => (p, Blue))) };
        Assert.Equal("wanted.threads.chain-looper", Field(cover, On(ThreadPosition.NeedleLeft, ThreadPosition.NeedleRight)));
        Assert.Equal("wanted.threads.chain-looper", Field(cover, On(ThreadPosition.NeedleLeft, ThreadPosition.NeedleRight, ThreadPosition.TopCover)));
        Assert.Equal("wanted.threads.top-cover", Field(cover, On(ThreadPosition.NeedleLeft, ThreadPosition.ChainLooper, ThreadPosition.TopCover)));
        Assert.Equal("wanted.needles.needle-right", Field(cover, On(ThreadPosition.NeedleRight, ThreadPosition.ChainLooper)));
    }

    [Fact]
    public void Air_threaded_loopers_the_needles_order_and_a_foot_that_stays_down_are_the_machine_s_own()
    {
        var own = Machine with { AirThreaded = true, NeedleOrder = NeedleOrder.LeftFirst, FootDownToThread = true, RoundShank = true };
        var plan = Plan(Setup.Unknown, Threaded, own);
        Assert.Equal("SwitchOff OpenCovers FootUp ClearAway NL+NR+UL+LL SetNeedle NL SetNeedle NR Finger FootDown ThreadLooper UL ThreadLooper LL ThreadNeedle NL ThreadNeedle NR IntoDiscs NL+NR+UL+LL", string.Join(' ', Told(plan).Take(13)));
        var words = ThreadUpWords.All(plan);
        Assert.All(plan.Steps.Zip(words).Where(s => s.First.Act == ThreadUpAct.ThreadLooper), s => Assert.Contains("air", s.Second.Lines[0], StringComparison.Ordinal));
        Assert.All(plan.Steps.Zip(words).Where(s => s.First.Act == ThreadUpAct.SetNeedle), s => Assert.Contains(s.Second.Lines, l => l.Contains("long groove to the front", StringComparison.Ordinal)));
        Assert.DoesNotContain(ThreadUpWords.All(Plan(Setup.Unknown, Threaded)), w => w.Lines.Any(l => l.Contains("by air", StringComparison.OrdinalIgnoreCase) || l.Contains("groove", StringComparison.Ordinal)));
    }

    /// <summary>Practice A8: a machine that chooses on a screen does so with the power on and may have forgotten it all once it is switched on.</summary>
    [Fact]
    public void On_a_screen_everything_is_chosen_with_the_power_on_and_turned_by_hand_after_that()
    {
        var plain = PlanSearchTests.Plain() with { Electronic = true, TwinSetting = true };
        var zigzag = PlainState(null) with { StitchId = "304", ZigzagWidthMm = 3 };
        var plan = Plan(zigzag, PlainState(4), plain);
        Assert.Equal(["Width", "Stitch", "SwitchOff", "FootUp", "SetNeedle N", "ThreadNeedle NL", "ThreadNeedle NR", "IntoDiscs NL+NR", "CloseCovers", "SwitchOn", "ChooseAgain", "TurnByHand", "Swatch"], Told(plan));
        var again = ThreadUpWords.Of(plan, 10);
        Assert.Contains("straight", again.Title, StringComparison.Ordinal);
        Assert.Contains("width 0 mm", again.Title, StringComparison.Ordinal);
        Assert.Contains(again.Lines, l => l.Contains("twin-needle setting", StringComparison.Ordinal));
        Assert.Contains(ThreadUpWords.Of(plan, 11).Lines, l => l.Contains("pedal out of reach", StringComparison.Ordinal));
        // Back again: the twin comes out before anything swings, and what it swings by is chosen last.
        Assert.Equal(["SwitchOff", "FootUp", "SetNeedle N", "ThreadNeedle N", "IntoDiscs N", "CloseCovers", "SwitchOn", "Stitch", "Width", "ChooseAgain", "TurnByHand", "Swatch"], Told(Plan(PlainState(4), zigzag, plain)));
        // A dial alone asks for none of it.
        Assert.Equal(["SwitchOff", "Dial N", "CloseCovers", "SwitchOn", "Swatch"], Told(Plan(zigzag, WithDial(zigzag, ThreadPosition.Needle, 3), plain)));
    }

    /// <summary>The same over random pairs, by a simulator that forgets every choice at switching on and knows what strikes.</summary>
    [Fact]
    public void Over_random_pairs_a_machine_that_forgets_is_never_turned_before_it_was_told_again()
    {
        var plain = PlanSearchTests.Plain() with { Electronic = true, FootPressure = new(0.5, 1.5, 0.1) };
        var turned = 0;
        foreach (var (from, wanted) in StatePairs.Of(plain))
        {
            var plan = Plan(from, wanted, plain);
            var (power, told, state) = (true, true, from);
            foreach (var step in plan.Steps)
            {
                state = step.Apply(state);
                switch (step.Act)
                {
                    case ThreadUpAct.SwitchOff:
                        Assert.True(power, string.Join(' ', plan.Steps.Select(s => s.Act)));
                        (power, told) = (false, false);
                        break;
                    case ThreadUpAct.SwitchOn:
                        Assert.False(power);
                        power = true;
                        break;
                    case ThreadUpAct.Stitch or ThreadUpAct.Width or ThreadUpAct.NeedlePosition or ThreadUpAct.WindBobbin:
                        Assert.True(power, string.Join(' ', plan.Steps.Select(s => s.Act)));
                        break;
                    case ThreadUpAct.ChooseAgain:
                        Assert.True(power);
                        Assert.Equal((state.StitchId.Thing(), state.ZigzagWidthMm.Number(), state.NeedlePositionMm.Number()), (step.Name, step.Number, step.Before));
                        told = true;
                        break;
                    case ThreadUpAct.TurnByHand:
                        Assert.True(power && (told || !(state.StitchId.IsThere || state.ZigzagWidthMm.IsThere || state.NeedlePositionMm.IsThere)));
                        Assert.False(StatePairs.Strikes(plain, state));
                        turned++;
                        break;
                    case ThreadUpAct.Swatch or ThreadUpAct.CloseCovers:
                        break;
                    default:
                        Assert.False(power, $"{step.Act} with the power on: {string.Join(' ', plan.Steps.Select(s => s.Act))}");
                        break;
                }

                // A needle goes in only where it clears what the machine is set to at that moment.
                Assert.True(step.Act != ThreadUpAct.SetNeedle || !StatePairs.Strikes(plain, state));
            }

            Assert.Equal(Changeover.Between(plain, from, wanted), plan.Minutes, 6);
        }

        Assert.True(turned > 400);
    }
}
