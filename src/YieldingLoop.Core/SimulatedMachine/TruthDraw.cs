using YieldingLoop.Core.Faults;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.SimulatedMachine;

/// <summary>Draws what is hidden in a machine. Every share and range is a working value.</summary>
/// <param name="random">Where chance comes from; seeded, so that a machine can be drawn again.</param>
/// <param name="wider">How much wider than usual every range is: 1, or 1.3 for a machine outside what was reckoned with.</param>
public sealed class TruthDraw(Dice random, double wider = 1)
{
    private readonly Dice random = random;

    private const double LeastGain = 0.12, MostGain = 0.35, MostOffset = 1.5, LeastMeeting = 1.5, MostMeeting = 3.0, LeastSlope = -28, MostSlope = -16, MostGrowthOffset = 1.5;

    /// <summary>Standard deviation of ln θ.</summary>
    private const double PopSigma = 0.25;

    private const double Threaded = 0.60, Needled = 0.15, Parted = 0.10, Two = 0.10, Sticks = 0.10, MostHoursOver = 12, LeastHoursOver = 1, LeastKnife = 0.8, MostKnife = 1.6;

    /// <summary>The truth of a machine that stands ready for a set-up.</summary>
    /// <param name="setup">The set-up.</param>
    /// <param name="machine">The machine, or the half of a convertible one.</param>
    /// <param name="sewn">The set-up as the seam model reads it.</param>
    /// <param name="faulty">Whether anything may be wrong with it; else only its dials are its own.</param>
    public HiddenTruth Draw(Setup setup, Machine machine, SeamCase sewn, bool faulty = true) => new()
    {
        Dials = sewn.Threads.Select(t => machine.DialPlaceOf(t.Laid.Position) ?? t.Laid.Position).Distinct()
            .ToDictionary(p => p, _ => new HiddenDial(Between(LeastGain, MostGain), Between(-MostOffset, MostOffset))),
        MeetingPerLogMm = Between(LeastMeeting, MostMeeting),
        FeedSlope = Between(LeastSlope, MostSlope),
        GrowthOffsetPercent = Between(-MostGrowthOffset, MostGrowthOffset),
        PopRatios = sewn.Threads.Select(t => t.Laid.Kind.Id).Distinct().ToDictionary(k => k, _ => Math.Exp(wider * PopSigma * random.NextNormal())),
        Faults = faulty ? Faults(setup, machine, sewn) : [],
    };

    /// <summary>
    /// The truth of a machine that stands in a workroom: its dials, its feed and what its threads bear are its own for good; what is wrong
    /// with it is drawn anew each time it was threaded, as it is with any machine.
    /// </summary>
    /// <param name="number">Which simulated machine.</param>
    /// <param name="threading">When it was threaded: any number that is another one the next time.</param>
    /// <param name="setup">What it was threaded for.</param>
    /// <param name="machine">Its record, or that of the half of a convertible one.</param>
    /// <param name="sewn">The set-up as the seam model reads it.</param>
    public static HiddenTruth Standing(int number, long threading, Setup setup, Machine machine, SeamCase sewn)
    {
        TruthDraw Of(string what) => new(new Dice(Dice.SeedOf(number, what)));
        return new()
        {
            Dials = sewn.Threads.Select(t => machine.DialPlaceOf(t.Laid.Position) ?? t.Laid.Position).Distinct()
                .ToDictionary(p => p, p => new HiddenDial(Of($"gain {p.Id()}").Between(LeastGain, MostGain), Of($"offset {p.Id()}").Between(-MostOffset, MostOffset))),
            MeetingPerLogMm = Of("meeting").Between(LeastMeeting, MostMeeting),
            FeedSlope = Of("feed").Between(LeastSlope, MostSlope),
            GrowthOffsetPercent = Of("growth").Between(-MostGrowthOffset, MostGrowthOffset),
            PopRatios = sewn.Threads.Select(t => t.Laid.Kind.Id).Distinct().ToDictionary(k => k, k => Math.Exp(PopSigma * Of($"pop {k}").random.NextNormal())),
            Faults = Of(FormattableString.Invariant($"faults {threading}")).Faults(setup, machine, sewn),
        };
    }

    private double Between(double least, double most) => (least + most) / 2 + wider * (most - least) * (random.NextDouble() - 0.5);

    private List<HiddenFault> Faults(Setup setup, Machine machine, SeamCase sewn)
    {
        var faults = new List<HiddenFault>();
        if (One(setup, machine, sewn) is not { } first)
        {
            return faults;
        }

        faults.Add(first);
        if (random.NextDouble() < Two)
        {
            // The second is another one; where chance would have none, it is drawn again.
            for (var i = 0; i < 20 && faults.Count < 2; i++)
            {
                if (One(setup, machine, sewn) is { } second && (second.Fault.Kind, second.Fault.Position) != (first.Fault.Kind, first.Fault.Position))
                {
                    faults.Add(second);
                }
            }
        }

        return faults;
    }

    private HiddenFault? One(Setup setup, Machine machine, SeamCase sewn)
    {
        var share = random.NextDouble();
        if (share < Threaded)
        {
            var kinds = FaultEffects.Threading.Where(k => FaultPlaces.Of(k, machine, sewn).Count > 0).ToList();
            var kind = random.Any(kinds);
            return new(new(kind, random.Any(FaultPlaces.Of(kind, machine, sewn))), Sticky: random.NextDouble() < Sticks);
        }

        if (share < Threaded + Needled)
        {
            var kinds = FaultEffects.OfNeedles.Where(k => FaultPlaces.Of(k, machine, sewn).Count > 0).ToList();
            return kinds.Count == 0 ? null : OfNeedle(random.Any(kinds), machine, sewn);
        }

        if (share < Threaded + Needled + Parted && sewn.Geometry.Stitch.NeedsLoopWidth && machine is Overlocker overlocker)
        {
            return Part(setup, overlocker);
        }

        return null;
    }

    private HiddenFault? OfNeedle(FaultKind kind, Machine machine, SeamCase sewn)
    {
        var fault = new Fault(kind, random.Any(FaultPlaces.Of(kind, machine, sewn)));
        return new(kind switch
        {
            FaultKind.NeedleWorn => fault with { HoursOver = Between(LeastHoursOver, MostHoursOver) },
            FaultKind.NeedlePoint => fault with { PointId = random.Any(FaultPlaces.BadPoints(sewn)).Id },
            _ => fault,
        });
    }

    private HiddenFault? Part(Setup setup, Overlocker machine)
    {
        var others = OtherFingersMm(setup, machine);
        return others.Count > 0 && random.Next(2) == 0
            ? new(new(FaultKind.Finger) { OffMm = random.Any(others) })
            : new(new(FaultKind.Knife) { OffMm = (random.Next(2) == 0 ? -1 : 1) * Between(LeastKnife, MostKnife) });
    }

    /// <summary>How much wider or narrower than the set-up's the other fingers of its machine lay the loops, mm.</summary>
    internal static IReadOnlyList<double> OtherFingersMm(Setup setup, Machine machine) => machine is Overlocker overlocker && overlocker.FingerNamed(setup.FingerName.Thing()) is { } now
        ? [.. overlocker.FingersOtherThan(now).Select(f => f.LoopWidthFromRightMm - now.LoopWidthFromRightMm)] : [];
}
