using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Setups;

/// <summary>A machine that may be used, with what is on it now.</summary>
/// <param name="Id">Whatever the asker knows it by.</param>
/// <param name="Machine">Its record.</param>
/// <param name="State">What is on it; <see cref="Setup.Unknown"/> where nobody has said.</param>
public sealed record MachineAtHand(string Id, Machine Machine, Setup State)
{
    /// <summary>Hard rules that own rules of the user lift on this machine for this seam.</summary>
    public IReadOnlyList<LiftedRule> Lifted { get; init; } = [];
}

/// <summary>A hard rule that is lifted.</summary>
/// <param name="RuleId">Which.</param>
/// <param name="ThreadKindId">For which kind of thread; null for all.</param>
public sealed record LiftedRule(string RuleId, string? ThreadKindId = null);

/// <summary>A thread in the drawer, known by itself and not by its name, which may change.</summary>
/// <param name="Id">Whatever the asker knows it by.</param>
/// <param name="Stock">Its record.</param>
public sealed record Cone(string Id, ThreadStock Stock)
{
    /// <summary>The thread on it, as a set-up names it; its own figures only where they differ from its kind's.</summary>
    /// <exception cref="InvalidOperationException">The record is not whole.</exception>
    public SewingThread Thread()
    {
        var own = Stock.Resolve().Value ?? throw new InvalidOperationException("The thread's record is not whole.");
        var kind = ThreadCatalogue.Find(own.Id)!;
        return new(own.Id)
        {
            Tex = own.Tex == kind.Tex ? null : own.Tex,
            BreakExtension = own.BreakExtension == kind.BreakExtension ? null : own.BreakExtension,
            Colour = Stock.Colour, ConeId = Id, Name = Stock.Name.Trim(), Supply = Stock.Holder,
        };
    }
}

/// <summary>What lies in the drawer.</summary>
/// <param name="Needles">Needles.</param>
/// <param name="Threads">Threads.</param>
public sealed record Drawer(IReadOnlyList<NeedleStock> Needles, IReadOnlyList<Cone> Threads)
{
    /// <summary>Whether there is anything to go by; an empty drawer is one nobody has filled in.</summary>
    public bool Known => Needles.Count + Threads.Count > 0;
}

/// <summary>Choices the asker has made; the rest is solved around them. What is null is free.</summary>
public sealed record PlanPins
{
    /// <summary>Machine, by <see cref="MachineAtHand.Id"/>.</summary>
    public string? MachineId { get; init; }

    /// <summary>Stitch.</summary>
    public string? StitchId { get; init; }

    /// <summary>Whether the seam is pulled open flat.</summary>
    public bool? Flatlock { get; init; }

    /// <summary>Seats that are filled, by position identifier in the order of the alphabet, joined by "+": "needle-left+needle-right".</summary>
    public string? Seats { get; init; }

    /// <summary>Needle point.</summary>
    public string? PointId { get; init; }

    /// <summary>Metric needle size.</summary>
    public int? SizeMetric { get; init; }

    /// <summary>Between the blades of a twin needle, mm.</summary>
    public double? TwinGapMm { get; init; }

    /// <summary>Kind of thread in the needles.</summary>
    public string? NeedleThreadId { get; init; }

    /// <summary>Kind of thread in the upper looper or over the face.</summary>
    public string? UpperThreadId { get; init; }

    /// <summary>Kind of thread in the lower looper, the chain looper or the bobbin.</summary>
    public string? LowerThreadId { get; init; }

    /// <summary>Finger.</summary>
    public string? FingerName { get; init; }

    /// <summary>Stitch length, mm.</summary>
    public double? LengthMm { get; init; }

    /// <summary>Cutting width from the right needle, mm.</summary>
    public double? CuttingWidthMm { get; init; }

    /// <summary>Needle dial, steps tighter than thread-neutral: −1, 0 or 1.</summary>
    public double? NeedleOffset { get; init; }

    /// <summary>Zigzag width, mm.</summary>
    public double? WidthMm { get; init; }

    /// <summary>These pins, and where they are free those of another.</summary>
    internal PlanPins Over(PlanPins other) => new()
    {
        MachineId = MachineId ?? other.MachineId,
        StitchId = StitchId ?? other.StitchId,
        Flatlock = Flatlock ?? other.Flatlock,
        Seats = Seats ?? other.Seats,
        PointId = PointId ?? other.PointId,
        SizeMetric = SizeMetric ?? other.SizeMetric,
        TwinGapMm = TwinGapMm ?? other.TwinGapMm,
        NeedleThreadId = NeedleThreadId ?? other.NeedleThreadId,
        UpperThreadId = UpperThreadId ?? other.UpperThreadId,
        LowerThreadId = LowerThreadId ?? other.LowerThreadId,
        FingerName = FingerName ?? other.FingerName,
        LengthMm = LengthMm ?? other.LengthMm,
        CuttingWidthMm = CuttingWidthMm ?? other.CuttingWidthMm,
        NeedleOffset = NeedleOffset ?? other.NeedleOffset,
        WidthMm = WidthMm ?? other.WidthMm,
    };

    /// <summary>Nothing pinned.</summary>
    public static PlanPins None { get; } = new();
}

/// <summary>One question to the planner: everything it goes by.</summary>
/// <param name="Cloth">The cloth.</param>
/// <param name="Seam">The seam.</param>
/// <param name="Machines">Machines at hand.</param>
/// <param name="Drawer">The drawer; null or empty where nobody has filled it in, and then nothing is marked as to buy.</param>
/// <param name="Schools">The schools to follow.</param>
/// <param name="Weights">What the parts of the cost weigh.</param>
/// <param name="Pins">Choices already made.</param>
public sealed record PlanQuestion(
    ClothFigures Cloth, SeamEntry Seam, IReadOnlyList<MachineAtHand> Machines, Drawer? Drawer, Schools Schools, PlannerWeights Weights, PlanPins Pins)
{
    /// <summary>Most machines in one question.</summary>
    public const int MostMachines = 12;

    /// <summary>A question about one machine, with nothing known of its state and of the drawer.</summary>
    public static PlanQuestion OnOne(ClothFigures cloth, SeamEntry seam, Machine machine, Schools schools) =>
        new(cloth, seam, [new("machine", machine, Setup.Unknown)], null, schools, PlannerWeights.Default, PlanPins.None);

    /// <summary>What is asked of a set-up with one stitch.</summary>
    /// <param name="stitch">The stitch.</param>
    /// <param name="flatlock">Whether it is pulled open flat.</param>
    /// <param name="upperLoosened">Whether the upper looper is loosened on purpose.</param>
    public Asked AskedOf(Stitch stitch, bool flatlock, bool upperLoosened = false) =>
        new(Seam.Job, stitch, flatlock, Seam.Plies, Cloth.Sheds, upperLoosened, Schools.Follows(Schools.HemTension, "unchanged") && Schools.Follows(Schools.HemTape, "never"));

    /// <summary>The cloth as this seam meets it.</summary>
    public SeamCloth SeamCloth => SeamCloth.Of(Cloth, Seam.Direction);
}
