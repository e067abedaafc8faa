using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Stitches;

namespace YieldingLoop.Core.Planning;

/// <summary>One question to the planner: everything it goes by.</summary>
/// <param name="Cloth">The cloth.</param>
/// <param name="Seam">The seam.</param>
/// <param name="Machines">Machines at hand.</param>
/// <param name="Drawer">The drawer; null where nobody has filled it in, and then nothing is marked as to buy.</param>
/// <param name="Schools">The schools to follow.</param>
/// <param name="Weights">What the parts of the cost weigh.</param>
/// <param name="Pins">Choices already made.</param>
public sealed record PlanQuestion(
    ClothFigures Cloth, SeamEntry Seam, IReadOnlyList<MachineAtHand> Machines, Drawer? Drawer, ChosenSchools Schools, PlannerWeights Weights, PlanPins Pins)
{
    /// <summary>Most machines in one question.</summary>
    public const int MostMachines = 12;

    /// <summary>Whether the machines' manuals are left aside, to see what the model alone would choose.</summary>
    internal bool WithoutManual { get; init; }

    /// <summary>A question about one machine, with nothing known of its state and of the drawer.</summary>
    public static PlanQuestion OnOne(ClothFigures cloth, SeamEntry seam, Machine machine, ChosenSchools schools) =>
        new(cloth, seam, [new("machine", machine, Setup.Unknown)], null, schools, PlannerWeights.Default, PlanPins.None);

    /// <summary>What is asked of a set-up with one stitch. A search that asks often keeps <see cref="RidgeAccepted"/> by.</summary>
    /// <param name="stitch">The stitch.</param>
    /// <param name="flatlock">Whether it is pulled open flat.</param>
    /// <param name="upperLoosened">Whether the upper looper is loosened on purpose.</param>
    /// <param name="ridgeAccepted">Whether the schools change neither tension nor tape against a ridge; null asks them.</param>
    public Asked AskedOf(Stitch stitch, bool flatlock, bool upperLoosened = false, bool? ridgeAccepted = null) =>
        new(Seam.Job, stitch, flatlock, Layers.Plies, Layers.Through.Sheds, upperLoosened, ridgeAccepted ?? RidgeAccepted);

    /// <summary>Whether the schools change neither tension nor tape against a ridge.</summary>
    public bool RidgeAccepted => Schools.Follows(SchoolCatalogue.HemTension, "unchanged") && Schools.Follows(SchoolCatalogue.HemTape, "never");

    /// <summary>What the seam goes through, of one cloth or of two.</summary>
    public SeamLayers Layers => layers is { } known && ReferenceEquals(known.Cloth, Cloth) && ReferenceEquals(known.Seam, Seam) ? known : layers = new SeamLayers(Cloth, Seam);

    /// <summary>What needle and thread have to cope with.</summary>
    public ClothFigures Through => Layers.Through;

    // Worked out once: a search asks for it at every candidate.
    private SeamLayers? layers;
}
