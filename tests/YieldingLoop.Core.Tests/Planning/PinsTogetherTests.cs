using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Tests.Planning;

public class PinsTogetherTests
{
    private static readonly ClothFigures Cloth = new ClothEntry { Name = "Jersey", TypicalId = "single-jersey" }.Resolve().Value!;
    private static readonly SeamEntry Seam = new() { Name = "Side seam", NeedKind = NeedKind.OnBody, OnBodyMm = 115 };

    private static readonly MachineAtHand[] Machines =
    [
        new("o", OverlockerTemplate.Create("Bench"), Setup.Unknown),
        new("c", MachineTemplates.Coverstitch("Window"), Setup.Unknown),
        new("p", MachineTemplates.Plain("Attic"), Setup.Unknown),
    ];

    private static PlanQuestion Asked(PlanPins pins) => new(Cloth, Seam, Machines, null, ChosenSchools.Default, new PlannerWeights(), pins);

    public static TheoryData<PlanPins, string, string> Clashes() => new()
    {
        { new PlanPins { StitchId = "406", FingerName = "standard" }, "pins.stitchId", "the two-needle coverstitch and the finger “standard”" },
        { new PlanPins { StitchId = "514", WidthMm = 3 }, "pins.stitchId", "the four-thread overlock and zigzag width 3 mm" },
        { new PlanPins { StitchId = "301", TwinGapMm = 4 }, "pins.stitchId", "the straight lockstitch and a twin needle of 4 mm" },
        { new PlanPins { StitchId = "304", CuttingWidthMm = 4 }, "pins.stitchId", "the zigzag and cutting width 4 mm" },
        { new PlanPins { StitchId = "514", Seats = SeatSet.Of([ThreadPosition.NeedleLeft]) }, "pins.stitchId", "the four-thread overlock and needles in left needle alone" },
        { new PlanPins { MachineId = "p", UpperThreadId = "cotton", LengthMm = 2.5 }, "pins.upperThreadId", "" },
        { new PlanPins { StitchId = "304", LengthMm = 2.5, UpperThreadId = "spun-polyester" }, "pins.stitchId", "the zigzag and spun polyester in an upper looper or over the face" },
    };

    [Theory]
    [MemberData(nameof(Clashes))]
    public void What_does_not_go_together_is_named_and_nothing_else(PlanPins pins, string field, string named)
    {
        var problem = Assert.Single(Planner.Plan(Asked(pins)).Problems);
        Assert.Equal(field, problem.Field);
        if (named.Length > 0)
        {
            Assert.Equal($"These do not go together on any machine at hand: {named}. Let go of one of them.", problem.Message);
        }
    }

    [Fact]
    public void A_choice_that_cannot_be_set_is_why_it_was_not_chosen()
    {
        var answer = Planner.WhyNot(Asked(PlanPins.None), new PlanPins { StitchId = "514", WidthMm = 3 }).Value!;
        Assert.Null(answer.Setup);
        Assert.Equal("pins-clash", answer.Behind.Why.Code);
    }

    /// <summary>Rules written a second time: a plan has all that was pinned; what is named as clashing does, and no fewer of it do.</summary>
    [Fact]
    public void Random_pins_are_all_kept_or_the_fewest_that_clash_are_named()
    {
        var random = new Random(20261127);
        T? Maybe<T>(params T[] values) => random.Next(3) == 0 ? values[random.Next(values.Length)] : default;
        int planned = 0, clashed = 0;
        for (var i = 0; i < 300; i++)
        {
            var pins = new PlanPins
            {
                MachineId = Maybe("o", "c", "p"), StitchId = Maybe("301", "304", "514", "504", "503", "406", "401", "twin-needle", "three-step-zigzag"),
                FingerName = Maybe("standard", "none"), WidthMm = Maybe<double?>(2, 4), CuttingWidthMm = Maybe<double?>(3, 4), TwinGapMm = Maybe<double?>(2.5, 4),
                UpperThreadId = Maybe("spun-polyester", "textured-nylon"), LengthMm = Maybe<double?>(2.5, 3),
                Seats = random.Next(5) == 0 ? SeatSet.Of([ThreadPosition.NeedleRight]) : null,
            };
            var answer = Planner.Plan(Asked(pins));
            if (answer.Value is { } found)
            {
                planned++;
                var (machine, plan) = (found.Best.MachineId, found.Best.Plan);
                Assert.Equal((pins.MachineId ?? machine, pins.StitchId ?? plan.StitchId, pins.FingerName ?? plan.FingerName), (machine, plan.StitchId, plan.FingerName));
                Assert.Equal((pins.WidthMm ?? plan.ZigzagWidthMm, pins.CuttingWidthMm ?? plan.CuttingWidthFromRightMm, pins.TwinGapMm ?? plan.TwinGapMm), (plan.ZigzagWidthMm, plan.CuttingWidthFromRightMm, plan.TwinGapMm));
                Assert.Equal(pins.LengthMm ?? plan.StitchLengthMm, plan.StitchLengthMm, 9);
                Assert.True(pins.UpperThreadId is null || plan.Threads.Any(t => t.Position is ThreadPosition.UpperLooper or ThreadPosition.TopCover && t.KindId == pins.UpperThreadId), $"{i}: {pins}");
            }
            else if (answer.Problems is [{ Finding: { Code: "pins-clash" } clash }])
            {
                clashed++;
                var named = clash.Names["pins"].Split(new[] { ", ", " and " }, StringSplitOptions.None).Length;
                Assert.True(named >= 2, clash.Names["pins"]);
            }
            else
            {
                Assert.Contains(answer.Problems, p => p.Finding is not null || p.Message.Length > 0);
            }
        }

        Assert.True(planned > 20 && clashed > 60, $"{planned} planned, {clashed} clashed");
    }
}
