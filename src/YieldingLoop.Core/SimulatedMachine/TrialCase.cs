using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.SimulatedMachine;

/// <summary>A machine, a cloth and a planned set-up, with what is hidden in the machine: drawn from a number, and the same for that number ever after.</summary>
/// <param name="Number">The number.</param>
/// <param name="Machine">The machine's record.</param>
/// <param name="Cloth">The cloth.</param>
/// <param name="Seam">The seam.</param>
/// <param name="Plan">The set-up that was planned, which holds by the model.</param>
/// <param name="Truth">What is hidden.</param>
public sealed record TrialCase(int Number, Machine Machine, ClothFigures Cloth, SeamEntry Seam, SetupPlan Plan, HiddenTruth Truth)
{
    /// <summary>Most draws until a set-up holds.</summary>
    private const int MostDraws = 60;

    /// <summary>Widest zigzag join, as width times length, mm²: beyond it its gap is over its target by itself.</summary>
    private const double WidestJoin = 2.5;

    private static readonly SeamJob[] Overlocked = [SeamJob.Join, SeamJob.Join, SeamJob.Band, SeamJob.EdgeFinish, SeamJob.StayedSeam, SeamJob.Flatlock, SeamJob.RolledHem, SeamJob.Picot, SeamJob.LettuceEdge];

    /// <summary>The simulated machine of this case, as it stands before anything is done.</summary>
    public StandIn Begin() => new(Machine, Cloth, Seam, ChosenSchools.Default, Truth, new Dice(Number * 7919L + 17));

    /// <summary>Draws a case: half overlock with every named use, the rest cover, twin, zigzag and chain.</summary>
    /// <param name="number">Its number.</param>
    /// <param name="wider">How much wider than usual the hidden ranges are, 1 usual.</param>
    /// <param name="wholeNumbers">Whether its dials take whole numbers only.</param>
    public static TrialCase Draw(int number, double wider = 1, bool wholeNumbers = false)
    {
        var random = new Dice(number);
        var kind = KindFrom(random);
        for (var i = 0; i < MostDraws; i++)
        {
            var (machine, seam, pins) = Asked(kind, random, wholeNumbers);
            var cloth = AnyCloth(random);
            var question = PlanQuestion.OnOne(cloth, seam, machine, ChosenSchools.Default) with { Pins = pins };
            if (Planner.Best(question).Value?.Plan is not { Missed: PlanLimits.None } plan || plan.Figures.Verdict?.Verdict != Verdict.Holds
                || plan.Setup.Case(machine, cloth, seam, null, ChosenSchools.Default).Value is not { } sewn || sewn.Geometry.Stitch.Extra > 0)
            {
                continue;
            }

            var truth = new TruthDraw(random, wider).Draw(plan.Setup, machine, sewn);
            if (!(plan.Flatlock || seam.Job.Rolls()) || Reaches(new(number, machine, cloth, seam, plan, truth)))
            {
                return new(number, machine, cloth, seam, plan, truth);
            }
        }

        // Chance was against this number: the next one stands in for it.
        return Draw(unchecked(number + 1_000_003), wider, wholeNumbers) with { Number = number };
    }

    /// <summary>Kinds from 0: up to this one an overlocker, then cover, twin, zigzag and chain.</summary>
    internal const int LastOverlock = 3, CoverKind = 4, TwinKind = 5, ZigzagKind = 6, Kinds = 8;

    private static int KindFrom(Dice random) => random.Next(Kinds);

    /// <summary>What kind of seam a number draws, without drawing it.</summary>
    internal static int KindOf(int number) => KindFrom(new Dice(number));

    private static (Machine Machine, SeamEntry Seam, PlanPins Pins) Asked(int kind, Dice random, bool whole)
    {
        var seam = new SeamEntry { Name = "Trial", NeedKind = NeedKind.OnBody, OnBodyMm = random.Next(105, 140), Direction = random.Next(2) == 0 ? ClothDirection.Across : ClothDirection.Lengthwise };
        switch (kind)
        {
            case <= LastOverlock:
                var job = Overlocked[random.Next(Overlocked.Length)];
                return (Overlock(random, whole), seam with { Job = job, NeedKind = job is SeamJob.RolledHem or SeamJob.Picot or SeamJob.LettuceEdge ? NeedKind.None : NeedKind.OnBody }, PlanPins.None);
            case CoverKind:
                return (Cover(random, whole), seam with { Job = SeamJob.Hem, Direction = ClothDirection.Across }, PlanPins.None with { StitchId = random.Next(3) switch { 0 => "407", 1 => "602", _ => "406" } });
            case TwinKind:
                return (Plain(random, whole), seam with { Job = SeamJob.Hem, Direction = ClothDirection.Across }, PlanPins.None with { StitchId = StitchCatalogue.TwinNeedle.Id });
            case ZigzagKind:
                var (length, width) = random.Next(3) switch { 0 => (1.0, 2.5), 1 => (1.5, 1.5), _ => (2.0, 1.0) };
                return (Plain(random, whole), seam, PlanPins.None with { StitchId = StitchCatalogue.Zigzag.Id, LengthMm = length, WidthMm = Math.Min(width, WidestJoin / length) });
            default:
                return (Cover(random, whole), seam with { Job = SeamJob.DecorativeLine, Plies = random.Next(1, 3) }, PlanPins.None with { StitchId = "401" });
        }
    }

    private static DialScale AnyDial(Dice random, bool whole) =>
        new(0, 9, whole ? 1 : random.Next(2) == 0 ? 0.5 : 0.25, random.Next(3, 6), random.Next(3) == 0 ? DialSense.HigherIsLooser : DialSense.HigherIsTighter);

    private static Overlocker Overlock(Dice random, bool whole)
    {
        var dial = AnyDial(random, whole);
        return OverlockerTemplate.Create("Simulated overlocker") with
        {
            NeedleLeft = dial,
            NeedleRight = dial,
            UpperLooper = dial with { Neutral = random.Next(3, 6) },
            LowerLooper = dial,
            Differential = new(0.6, 2, random.Next(2) == 0 ? 0.1 : 0.05),
        };
    }

    private static Coverstitch Cover(Dice random, bool whole)
    {
        var dial = AnyDial(random, whole);
        var made = MachineTemplates.Coverstitch("Simulated coverstitch machine");
        return made with { NeedleLeft = dial, NeedleCentre = dial, NeedleRight = dial, ChainLooper = dial, TopCover = dial, LeftToRightMm = random.Next(2) == 0 ? 5 : 5.6, LeftToCentreMm = 2.5, ChainSeatIds = [ThreadPosition.NeedleLeft.Id()] };
    }

    private static PlainMachine Plain(Dice random, bool whole) => MachineTemplates.Plain("Simulated plain machine") with
    {
        TopTension = AnyDial(random, whole),
        WidestZigzagMm = 7,
        Plates = [new("zigzag plate", 9.0)],
        Feet = [new("zigzag foot", 8.5)],
    };

    private static ClothFigures AnyCloth(Dice random)
    {
        var typical = TypicalCloths.All[random.Next(TypicalCloths.All.Count)];
        return new ClothEntry { Name = typical.Name, TypicalId = typical.Id, Elastane = typical.Elastane, Sheds = typical.Sheds }.Resolve().Value!;
    }

    /// <summary>Whether the machine, without a fault, reaches what is wanted with some number on every dial.</summary>
    private static bool Reaches(TrialCase drawn)
    {
        var (plan, truth) = (drawn.Plan, drawn.Truth with { Faults = [] });
        var setup = plan.Setup;
        foreach (var (position, number) in plan.Setup.Dials)
        {
            // The number at which this dial does what the set-up wanted of it.
            var dial = drawn.Machine.DialOf(position);
            var hidden = truth.Dials[position];
            var wanted = DialTension.LogTensionPerStep * dial.StepsTighter(number) / hidden.Gain + dial.Sense.Sign() * hidden.OffsetNumbers;
            var exact = dial.Neutral + dial.Sense.Sign() * wanted;
            if (exact < dial.Lowest - dial.Step / 2 || exact > dial.Highest + dial.Step / 2)
            {
                return false;
            }

            setup = setup with { Dials = setup.Dials.With(position, dial.Settable(exact)) };
        }

        var sewn = new StandIn(drawn.Machine, drawn.Cloth, drawn.Seam, ChosenSchools.Default, truth, new Dice(1)).Figures(setup);
        return !plan.Targets.Wrapped ? plan.Targets.GapMm is not { } gap || gap.Met(sewn.Seam.GapMm) : sewn.Wrapped == true;
    }
}
