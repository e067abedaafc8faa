using YieldingLoop.Core.Coach;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Store.Demo;

/// <summary>The demo's swatches, invented: one that failed first, with the upper looper too tight and the feed too low, and one that passed.</summary>
public static class DemoSwatches
{
    /// <summary>The seams whose swatches were measured; the other passed ones were ticked by eye.</summary>
    public static IReadOnlyList<string> Seams { get; } = ["Unisuit side seam", "Cox's top shoulder", "Base layer sleeve seam"];

    /// <summary>The swatches of a set-up, the oldest first.</summary>
    /// <param name="plan">The set-up.</param>
    /// <param name="machine">Its machine.</param>
    /// <param name="passes">Whether the last one passed.</param>
    public static IReadOnlyList<SwatchEntry> Of(SetupPlan plan, Machine machine, bool passes)
    {
        var targets = plan.Targets;
        var upper = plan.Setup.HeadOf(machine).DialPlaceOf(ThreadPosition.UpperLooper);
        var tighter = upper is { } place && plan.Setup.Dials[place].TryGet(out var number)
            ? plan.Setup with { Dials = plan.Setup.Dials.With(place, machine.DialOf(place).NumberFor(machine.DialOf(place).StepsTighter(number) + 2)) } : plan.Setup;
        // The growth that is read below is what a feed that much lower makes of the second one's.
        var first = new SwatchEntry
        {
            Setup = plan.Differential is { } ratio && plan.Setup.HeadOf(machine).Feed is { } feed ? tighter with { Differential = feed.Settable(ratio - 0.2) } : tighter, ContrastThreads = true,
            Strip = new() { BeforeMm = 150, SewnMm = 157, PulledMm = Math.Ceiling(157 * (1 + targets.HoldPercent / 100)), UnsewnMm = 150 },
            Readings = Good(plan) with { MeetingLineMm = plan.Stitch.Family == StitchFamily.Overlock ? (targets.MeetingLineMm?.Wanted ?? 0) + 1.2 : null, GrowthPercent = null, BesideUnsewnPercent = null, HeldToPercent = null },
            Note = "First one, contrast threads in every position.",
        };
        var second = new SwatchEntry
        {
            Setup = plan.Setup, Feel = SkinFeel.Unnoticed, Sheds = false,
            Strip = new() { BeforeMm = 150, SewnMm = 151, PulledMm = Math.Ceiling(151 * (1 + targets.HoldPercent / 100)), RecoveredMm = 151.5, UnsewnMm = 150, RulerStepMm = 0.5 },
            Readings = Good(plan) with { GrowthPercent = null, BesideUnsewnPercent = null, HeldToPercent = null, Stitches = passes ? 232 : 44, Skips = 0 },
            Note = passes ? "Garment threads. Lies like the unsewn strip." : "Ran out of strip: sew a longer one.",
        };
        return [first, second];
    }

    /// <summary>What was done between the first swatch and the second: a look, and the looper set as the card says.</summary>
    /// <param name="plan">The set-up.</param>
    /// <param name="machine">Its machine.</param>
    public static IReadOnlyList<CoachDone> Between(SetupPlan plan, Machine machine)
    {
        var look = new CoachDone(CoachDeed.Look) { Look = CoachLook.InDisc, Position = ThreadPosition.LowerLooper, Bad = false };
        return plan.Setup.HeadOf(machine).DialPlaceOf(ThreadPosition.UpperLooper) is { } place && Of(plan, machine, false)[0].Setup.Dials[place].TryGet(out var stood) && plan.Setup.Dials[place].TryGet(out var to)
            ? [look, new(CoachDeed.Change) { Change = CoachChange.Dial, Position = place, From = stood, To = to }] : [look];
    }

    /// <summary>Readings that lie where they should.</summary>
    private static SwatchReadings Good(SetupPlan plan)
    {
        var targets = plan.Targets;
        static double? At(Target? target) => target is { } asked ? Math.Round(asked.Wanted ?? (asked.Least is { } least ? least + 0.1 : asked.Most!.Value * 0.8), 2) : null;
        return new()
        {
            MeetingLineMm = targets.Wrapped ? null : At(targets.MeetingLineMm), GapMm = At(targets.GapMm), OverhangMm = At(targets.OverhangMm), CoverFace = At(targets.CoverFace), CoverBack = At(targets.CoverBack),
            Wrapped = targets.Wrapped ? true : null, CurlsTo = Curl.Flat, Skips = 0, Stitches = 64,
        };
    }
}
