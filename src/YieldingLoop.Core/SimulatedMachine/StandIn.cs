using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Faults;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.SimulatedMachine;

/// <summary>
/// A machine that is not there: it takes a set-up, sews, and gives readings with the errors a person makes; it answers looks, and what
/// is put right is right. It shares the seam model and the machine's record with whoever stands at it, and nothing else.
/// </summary>
/// <param name="machine">Its record, or that of the half of a convertible one.</param>
/// <param name="cloth">The cloth it sews.</param>
/// <param name="seam">The seam.</param>
/// <param name="schools">The schools, for how long a needle lasts.</param>
/// <param name="truth">What is hidden in it.</param>
/// <param name="random">Where chance comes from.</param>
public sealed class StandIn(Machine machine, ClothFigures cloth, SeamEntry seam, ChosenSchools schools, HiddenTruth truth, Dice random)
{
    /// <summary>Stitches of a swatch: a skip of one in a hundred shows in nine of ten.</summary>
    public const int Stitches = 230;

    /// <summary>How often a look is right.</summary>
    public const double LookIsRight = 0.9;

    /// <summary>Errors of reading, one standard deviation: meeting line and overhang, gap and needle loops, mm; growth, %; of the index and of a pop on the logarithm; how a strip lies beside an unsewn one, %.</summary>
    private const double MeetingError = 0.2, GapError = 0.1, GrowthError = 1, ShareError = 0.1, BesideError = 0.3;

    private List<HiddenFault> faults = [.. truth.Faults];

    /// <summary>What is still in effect.</summary>
    public IReadOnlyList<HiddenFault> InEffect => faults;

    /// <summary>Sews a swatch, pulls it along to what is required, and reads it.</summary>
    /// <param name="setup">What the machine is set to.</param>
    /// <param name="requiredPercent">How far it is pulled, %.</param>
    /// <returns>The readings, or what of the set-up is not said.</returns>
    public Outcome<SwatchReadings> Sew(Setup setup, double requiredPercent)
    {
        var told = setup.Case(machine, cloth, seam, null, schools);
        return told.Value is { } written ? Outcome.Of(Read(Real(written, setup), setup, requiredPercent)) : Outcome.Failed<SwatchReadings>(told.Problems);
    }

    /// <summary>What a set-up shows on this machine, without any error of reading.</summary>
    /// <param name="setup">What the machine is set to.</param>
    /// <exception cref="ArgumentException">The set-up does not say what its seam needs.</exception>
    public SewnFigures Figures(Setup setup) => setup.Case(machine, cloth, seam, null, schools).Value is { } written
        ? Shown(Real(written, setup)) : throw new ArgumentException("The set-up does not say what its seam needs.", nameof(setup));

    /// <summary>The set-up with the tensions its threads really have, faults apart.</summary>
    private SeamCase Real(SeamCase written, Setup setup) => written with
    {
        Threads =
        [
            .. written.Threads.Select(t =>
            {
                var place = machine.DialPlaceOf(t.Laid.Position);
                var hidden = truth.Dials[place ?? t.Laid.Position];
                // What the record says of a number is taken out again; a bobbin's offset works without a dial.
                var shift = place is { } dial && setup.Dials[dial].TryGet(out var number)
                    ? hidden.Gain * machine.DialOf(dial).Sense.Sign() * (number - machine.DialOf(dial).Neutral - hidden.OffsetNumbers) - DialTension.LogTensionPerStep * t.StepsTighter
                    : -hidden.Gain * hidden.OffsetNumbers;
                return t with { Laid = t.Laid with { TensionCentinewtons = t.Laid.TensionCentinewtons * Math.Exp(shift) } };
            }),
        ],
    };

    private SewnFigures Shown(SeamCase sewn) => SewnFigures.Of(sewn, [.. faults.Select(f => f.Fault)], truth.MeetingPerLogMm);

    private SwatchReadings Read(SeamCase sewn, Setup setup, double requiredPercent)
    {
        var shown = Shown(sewn);
        if (shown.Breaks is { } broke)
        {
            return new() { BrokeAt = broke, BrokeAfterStitches = random.Next(1, SewnFigures.BreaksWithinStitches + 1) };
        }

        var stitch = sewn.Geometry.Stitch;
        var skips = shown.Skips.ToDictionary(s => s.Needle, s => Enumerable.Range(0, Stitches).Count(_ => random.NextDouble() < s.Chance));
        var popped = Pulled(sewn, shown, requiredPercent, out var at);
        var wraps = stitch.NeedsLoopWidth && seam.Job.Rolls();
        return new()
        {
            MeetingLineMm = wraps || shown.MeetingLineMm is not { } meeting ? null : meeting + MeetingError * random.NextNormal(),
            Wrapped = wraps ? shown.Wrapped : null,
            GapMm = Math.Max(0, shown.Seam.GapMm + GapError * random.NextNormal()),
            NeedleLoopMm = shown.NeedleLoopsMm.Count == 0 ? null : shown.NeedleLoopsMm.ToDictionary(n => n.Needle, n => Math.Max(0, n.Mm + GapError * random.NextNormal())),
            OverhangMm = shown.Seam.OverhangMm + MeetingError * random.NextNormal(),
            GrowthPercent = machine.Feed is null ? null : Growth(sewn, setup) + GrowthError * random.NextNormal(),
            BesideUnsewnPercent = BesideError * random.NextNormal(),
            CurlsTo = Curl.Flat,
            TunnellingIndex = shown.Seam.TunnellingIndex is { } index ? index * (setup.Tape.Or(false) ? 0.5 : 1) * Math.Exp(ShareError * random.NextNormal()) : null,
            CoverFace = shown.Seam.CoverFace,
            CoverBack = shown.Seam.CoverBack,
            Stitches = Stitches,
            Skips = skips.Values.Sum(),
            SkipsByPosition = skips,
            PoppedAt = popped,
            PoppedAtPercent = popped is null ? null : at,
            HeldToPercent = popped is null ? requiredPercent : null,
        };
    }

    /// <summary>Growth of model section 6 with this machine's own slope, its limit below 1 kept.</summary>
    private double Growth(SeamCase sewn, Setup setup) =>
        ClothEffects.GrowthPercent(sewn.Cloth!.GrowingStretchPercent, setup.Differential.Or(1), setup.FootPressure.Or(1), truth.FeedSlope) + truth.GrowthOffsetPercent;

    private ThreadPosition? Pulled(SeamCase sewn, SewnFigures shown, double requiredPercent, out double atPercent)
    {
        var (thread, pop) = shown.Threads.Select((t, i) => (t.Position, t.PopStretchPercent >= SeamModel.BeyondReachPercent ? double.PositiveInfinity : t.PopStretchPercent * truth.PopRatios[sewn.Threads[i].Laid.Kind.Id])).MinBy(t => t.Item2);
        atPercent = pop >= requiredPercent ? requiredPercent : Math.Clamp(pop * Math.Exp(ShareError * random.NextNormal()), 0.1, requiredPercent);
        return pop >= requiredPercent ? null : thread;
    }

    /// <summary>Whether a look at something finds it bad. Looks are right nine times in ten, each time anew.</summary>
    /// <param name="kind">What is looked for.</param>
    /// <param name="position">Where.</param>
    public bool LooksBad(FaultKind kind, ThreadPosition? position)
    {
        // A cause that is gone looks good, whatever it left behind.
        var bad = faults.Exists(f => !f.PutRight && f.Fault.Kind == kind && f.Fault.Position == position);
        return random.NextDouble() < LookIsRight ? bad : !bad;
    }

    /// <summary>Puts something right; what sticks stays in effect until everything is threaded again.</summary>
    public void PutRight(FaultKind kind, ThreadPosition? position) =>
        faults = [.. faults.Select(f => f.Fault.Kind == kind && f.Fault.Position == position ? f.Sticky ? f with { PutRight = true } : null : f).OfType<HiddenFault>()];

    /// <summary>Everything is threaded again, from the first in the order.</summary>
    public void RethreadAll() => faults.RemoveAll(f => FaultEffects.Threading.Contains(f.Fault.Kind));

    /// <summary>A new needle of the right point, pushed up, in a seat.</summary>
    public void NewNeedle(ThreadPosition seat) => faults.RemoveAll(f => FaultEffects.OfNeedles.Contains(f.Fault.Kind) && f.Fault.Position == seat);

    /// <summary>The finger the set-up wants.</summary>
    public void SetFinger() => faults.RemoveAll(f => f.Fault.Kind == FaultKind.Finger);
}
