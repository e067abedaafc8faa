using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Tests.Swatches;

/// <summary>The strip: its lengths, what it says, and what is to blame (common practice D5 and D6, no published source).</summary>
public class StripTests
{
    [Fact]
    public void Stretch_and_growth_are_those_of_ASTM_D2594()
    {
        // ASTM D2594, from memory: stretch % = 100·(B − A)/A, growth % = 100·(C − A)/A.
        var strip = new StripMeasure { BeforeMm = 150, SewnMm = 153, PulledMm = 229.5, RecoveredMm = 156.06, UnsewnMm = 150, RulerStepMm = 0.5 };
        Assert.Empty(strip.Problems());
        Assert.Equal(2, strip.GrowthPercent!.Value.Middle, 9);
        Assert.Equal(50, strip.PulledPercent!.Value.Middle, 9);
        Assert.Equal(2, strip.StayedPercent!.Value.Middle, 9);
        Assert.Equal(2, strip.BesideUnsewnPercent!.Value.Middle, 9);
        // Half a step of the ruler at either end, written out.
        Assert.Equal(100 * (152.75 / 150.25 - 1), strip.GrowthPercent.Value.Low, 9);
        Assert.Equal(100 * (153.25 / 149.75 - 1), strip.GrowthPercent.Value.High, 9);
        var read = strip.Over(new() { GrowthPercent = 3, Skips = 0, Stitches = 60 });
        Assert.Equal((3.0, 2.0, 50.0), (read.GrowthPercent!.Value, Math.Round(read.BesideUnsewnPercent!.Value, 9), Math.Round(read.HeldToPercent!.Value, 9)));
        Assert.Null(strip.Over(new() { PoppedAt = ThreadPosition.Needle, PoppedAtPercent = 40 }).HeldToPercent);
    }

    public static TheoryData<string, StripMeasure> Wrong => new()
    {
        { "beforeMm", new() { BeforeMm = 0 } }, { "beforeMm", new() { BeforeMm = double.NaN } }, { "rulerStepMm", new() { BeforeMm = 150, RulerStepMm = 0 } }, { "sewnMm", new() { BeforeMm = 150, SewnMm = 40 } }, { "sewnMm", new() { BeforeMm = 150, SewnMm = 460 } },
        { "sewnMm", new() { BeforeMm = 150, PulledMm = 200 } }, { "pulledMm", new() { BeforeMm = 150, SewnMm = 150, PulledMm = 140 } }, { "recoveredMm", new() { BeforeMm = 150, SewnMm = 150, PulledMm = 200, RecoveredMm = 201 } },
        { "pulledMm", new() { BeforeMm = 150, SewnMm = 150, RecoveredMm = 151 } }, { "unsewnMm", new() { BeforeMm = 150, SewnMm = 150, UnsewnMm = 400 } },
    };

    [Theory]
    [MemberData(nameof(Wrong))]
    public void Lengths_that_cannot_be_are_named(string field, StripMeasure strip) => Assert.Contains(strip.Problems(), p => p.Field == field);

    [Fact]
    public void A_trial_has_fifty_stitches_and_a_proving_strip_shows_one_skip_in_a_hundred_nine_times_in_ten()
    {
        Assert.Equal((150.0, 200.0), (StripLength.TrialMm(2.5), StripLength.TrialMm(4)));
        Assert.Equal(230, StripLength.ProvingStitches);
        Assert.True(1 - Math.Pow(0.99, 230) >= 0.9 && 1 - Math.Pow(0.99, 229) < 0.9);
        Assert.Equal(230 * 2.5, StripLength.ProvingMm(2.5));
        Assert.Equal(216, StripLength.PullTo(150, 44), 9);
    }

    private static readonly Overlocker Overlocker = (Overlocker)MachineTemplates.Create(MachineKind.Overlocker, "Overlocker");

    private static readonly Targets Flat = new() { GrowthPercent = Target.About(0, 2), BesideUnsewnPercent = Target.About(0, 2), HoldPercent = 40 };

    private static SewnStrip Sewn(Machine? machine = null, double ratio = 1.3, Interval? drag = null, string stitch = "514", double pressure = 1) => new(
        new Setup
        {
            StitchId = stitch, Differential = machine is PlainMachine ? Place<double>.Empty : ratio, StitchLengthMm = 2.5, FootPressure = pressure,
            Dials = Places<double>.Unknown.With([ThreadPosition.UpperLooper, ThreadPosition.Needle], 4.0), Threads = Places<SewingThread>.Unknown.With([machine is PlainMachine ? ThreadPosition.Needle : ThreadPosition.NeedleLeft], new SewingThread("spun-polyester")),
        },
        machine ?? Overlocker, drag, 70, Learnt.Nothing);

    private static StripMeasure Strip(double sewn, double unsewn = 150, double step = 1) => new() { BeforeMm = 150, SewnMm = sewn, UnsewnMm = unsewn, RulerStepMm = step };

    [Fact]
    public void Longer_raises_the_feed_by_what_the_slope_says_and_shorter_lowers_it()
    {
        // 6 % too much over −22 a unit: 0.27, on the feed's own steps.
        var longer = StripAdvice.Of(Strip(159), SwatchReadings.Nothing, Flat, Sewn());
        Assert.Equal(["strip-longer", "strip-dragged"], longer.Says.Select(s => s.Code));
        var raise = Assert.Single(longer.Blame);
        Assert.Equal(("blame-feed-raise", 1.3, Overlocker.Differential.Settable(1.3 + 6 / 22.0)), (raise.Code, raise.Figures["from"], raise.Figures["to"]));
        var shorter = StripAdvice.Of(Strip(144), SwatchReadings.Nothing, Flat, Sewn());
        Assert.Equal("blame-feed-lower", Assert.Single(shorter.Blame).Code);
        Assert.True(shorter.Blame[0].Figures["to"] < 1.3);
    }

    [Fact]
    public void What_the_ruler_leaves_open_is_said_and_nothing_is_blamed()
    {
        var open = StripAdvice.Of(Strip(153.4), SwatchReadings.Nothing, Flat with { BesideUnsewnPercent = null }, Sewn());
        Assert.Equal(["strip-longer-perhaps"], open.Says.Select(s => s.Code));
        Assert.Empty(open.Blame);
        Assert.Equal(["strip-longer"], StripAdvice.Of(Strip(153.4, step: 0.1), SwatchReadings.Nothing, Flat with { BesideUnsewnPercent = null }, Sewn()).Says.Select(s => s.Code));
        Assert.Equal(["strip-flat"], StripAdvice.Of(Strip(150.5), SwatchReadings.Nothing, Flat, Sewn()).Says.Select(s => s.Code));
    }

    [Fact]
    public void On_cloth_that_drags_threads_come_first_then_the_upper_looper_and_where_it_cannot_drag_the_feed()
    {
        var dragged = StripAdvice.Of(Strip(150, unsewn: 145), SwatchReadings.Nothing, Flat, Sewn(drag: new(0.9, 1.1, 1.3)));
        Assert.Equal(["blame-thread-count", "blame-looper"], dragged.Blame.Select(b => b.Code));
        Assert.Equal((4.0, 2.0), (dragged.Blame[1].Figures["from"], dragged.Blame[1].Figures["to"]));
        Assert.Equal(["blame-looper"], StripAdvice.Of(Strip(150, unsewn: 145), SwatchReadings.Nothing, Flat, Sewn(drag: new(0.9, 1.1, 1.3), stitch: "504")).Blame.Select(b => b.Code));
        Assert.Equal(["blame-feed-raise"], StripAdvice.Of(Strip(150, unsewn: 145), SwatchReadings.Nothing, Flat, Sewn(drag: new(0.5, 0.6, 0.8))).Blame.Select(b => b.Code));
    }

    [Fact]
    public void Where_the_feed_is_at_its_end_or_there_is_none_foot_and_stitch_are_next()
    {
        var end = StripAdvice.Of(Strip(160), SwatchReadings.Nothing, Flat, Sewn(Overlocker with { FootPressure = new(0.5, 1.5, 0.1) }, Overlocker.Differential.Most));
        Assert.Equal(["blame-feed-end", "blame-foot", "blame-length"], end.Blame.Select(b => b.Code));
        Assert.True(end.Blame[1].Figures["to"] < 1);
        var plain = (PlainMachine)MachineTemplates.Create(MachineKind.Plain, "Plain");
        Assert.Equal(["blame-length"], StripAdvice.Of(Strip(160), SwatchReadings.Nothing, Flat with { BesideUnsewnPercent = null }, Sewn(plain, stitch: "304")).Blame.Select(b => b.Code));
        Assert.Equal(["blame-needle"], StripAdvice.Of(Strip(142), SwatchReadings.Nothing, Flat with { BesideUnsewnPercent = null }, Sewn(plain, stitch: "304")).Blame.Select(b => b.Code));
    }

    [Fact]
    public void A_curling_strip_blames_the_feed_and_every_code_has_its_sentence()
    {
        var curls = StripAdvice.Of(new() { BeforeMm = 150 }, new() { CurlsTo = Curl.Left }, Flat, Sewn());
        Assert.Equal(["strip-curls"], curls.Says.Select(s => s.Code));
        Assert.Equal(["blame-feed-unknown"], curls.Blame.Select(s => s.Code));
        var seen = new HashSet<string>();
        foreach (var sewn in new[] { 120.0, 144, 147.1, 150, 153.4, 159, 200 })
        {
            foreach (var unsewn in new[] { 144.0, 147.2, 150, 152.8, 160 })
            {
                foreach (var with in new[] { Sewn(), Sewn(drag: new(0.9, 1.1, 1.3)), Sewn(ratio: Overlocker.Differential.Most), Sewn((PlainMachine)MachineTemplates.Create(MachineKind.Plain, "Plain"), stitch: "304"), Sewn(Overlocker with { FootPressure = new(0.5, 1.5, 0.1) }, Overlocker.Differential.Most) })
                {
                    var advice = StripAdvice.Of(Strip(sewn, unsewn), new() { CurlsTo = Curl.Right }, Flat, with);
                    Assert.All(advice.Says.Concat(advice.Blame), f => Assert.True(SwatchWords.Lacks(f).Count == 0, string.Join(", ", SwatchWords.Lacks(f))));
                    seen.UnionWith(advice.Says.Concat(advice.Blame).Select(f => f.Code));
                }
            }
        }

        seen.Add("strip-flat");
        seen.Add("blame-feed-unknown");
        Assert.Equal(SwatchWords.Codes.Where(c => c != Finding.Written).Order(StringComparer.Ordinal), seen.Order(StringComparer.Ordinal));
    }
}
