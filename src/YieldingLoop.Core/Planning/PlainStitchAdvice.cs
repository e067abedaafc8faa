using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Planning;

/// <summary>
/// When straight, triple, zigzag, narrow slant, three-step, honeycomb or twin, and from which side: common practice C5
/// and F1 to F9, no published source, with the seam model judging what holds.
/// </summary>
public static class PlainStitchAdvice
{
    /// <summary>Worn tighter than this, %, a seam is close-fitting: leggings, underwear, swim and dance wear. Working value.</summary>
    public const double CloseFittingFromPercent = 10;

    /// <summary>Gap of a hem's twin needle, mm.</summary>
    public const double HemGapMm = 4;

    /// <summary>Gap of the twin needle for pin tucks, mm: close rows draw a fine ridge up. Working value.</summary>
    public const double TuckGapMm = 2.5;

    /// <summary>Gap of the twin needle a job is sewn with, mm.</summary>
    internal static double GapMm(SeamJob job) => job == SeamJob.PinTuck ? TuckGapMm : HemGapMm;

    /// <summary>From this thickness of one ply, mm, a hem's stitch is lengthened to 4. Working value.</summary>
    private const double ThickPlyMm = 1.2;

    /// <summary>Judges every stitch the machine has.</summary>
    /// <param name="cloth">The cloth.</param>
    /// <param name="seam">The seam, with its need resolved.</param>
    /// <param name="need">What the wearer asks.</param>
    /// <param name="machine">The machine.</param>
    /// <param name="schools">The schools.</param>
    public static Outcome<PlainAdvice> For(ClothFigures cloth, SeamEntry seam, Need need, PlainMachine machine, ChosenSchools schools)
    {
        var layers = new SeamLayers(cloth, seam);
        cloth = layers.Through;
        var point = NeedleRules.ChoosePoint(cloth, machine, schools);
        if (point is null)
        {
            return Outcome.Failed<PlainAdvice>([new("needlePointIds", $"None of the points on the machine’s record suits a knit like this. Add the {(cloth.Elastane ? NeedleCatalogue.Stretch.Name : NeedleCatalogue.Jersey.Name)} point to the machine, if its system is made with it.")]);
        }

        var size = NeedleRules.ChooseSize(cloth, machine);
        var (needle, bobbin, why) = Threads(seam, need, cloth);
        var plain = new PlainSeam(needle, bobbin, machine.BobbinCentinewtons, layers.SewnThicknessMm, need.Percent, layers.StretchAlongPercent.Value);
        var map = ZigzagMap.Of(machine, plain);
        var close = IsCloseFitting(seam, need);
        var order = Order(seam, close, machine, schools);
        List<PlainChoice> choices =
        [
            .. All.Select(stitch => Judge(stitch, machine, seam, plain, map, close, cloth, schools))
                .OrderBy(c => c.Suits == Suits.Not).ThenBy(c => order.IndexOf(c.Stitch) is var at and >= 0 ? at : int.MaxValue),
        ];
        // The first in the order that suits; where the model says it does not hold, the first that does.
        var suited = choices.Where(c => c.Suits != Suits.Not && order.Contains(c.Stitch)).ToList();
        var best = suited.FirstOrDefault(c => c.Point.Holds) ?? suited.FirstOrDefault();
        choices = best is null ? choices : [best with { Suits = Suits.Best }, .. choices.Where(c => c != best)];
        return Outcome.Of(new PlainAdvice(choices, needle, bobbin, why, best?.Stitch == StitchCatalogue.TripleStraight, point, size, map));
    }

    /// <summary>Every stitch of the question, in the order of the question.</summary>
    public static IReadOnlyList<Stitch> All { get; } =
    [
        StitchCatalogue.Lockstitch, StitchCatalogue.TripleStraight, StitchCatalogue.Zigzag, StitchCatalogue.NarrowSlant,
        StitchCatalogue.ThreeStepZigzag, StitchCatalogue.Honeycomb, StitchCatalogue.TwinNeedle,
    ];

    /// <summary>Worn tighter than the body by more than a little: then a straight stitch alone is never enough, whatever the thread.</summary>
    internal static bool IsCloseFitting(SeamEntry seam, Need need) =>
        seam.NeedKind == NeedKind.NegativeEase && seam is { GirthMm: { } girth, GarmentMm: { } garment }
            ? (girth / garment - 1) * 100 >= CloseFittingFromPercent || need.Percent > 2 * CloseFittingFromPercent
            : need.Percent > 3 * CloseFittingFromPercent;

    /// <summary>What the trade threads a plain machine with for a job.</summary>
    internal static (ThreadKind Needle, ThreadKind Bobbin, Finding Why) Threads(SeamEntry seam, Need need, ClothFigures cloth) =>
        seam.Job is not (SeamJob.Hem or SeamJob.Topstitch)
            ? need.Percent > 0
                ? (ThreadCatalogue.StretchPolyester, ThreadCatalogue.StretchPolyester, new("threads-stretch"))
                : (ThreadCatalogue.SpunPolyester, ThreadCatalogue.SpunPolyester, new("threads-everyday"))
        : cloth.HighestStretchPercent > ClothLimits.StableKnitBelowPercent ? (ThreadCatalogue.SpunPolyester, ThreadCatalogue.TexturedNylon, new("threads-twin-textured"))
        : (ThreadCatalogue.SpunPolyester, ThreadCatalogue.SpunPolyester, new("threads-twin-spun"));

    private static List<Stitch> Order(SeamEntry seam, bool close, PlainMachine machine, ChosenSchools schools) => [.. OrderFor(seam, close, schools).Where(machine.Sews)];

    /// <summary>The stitches of a plain machine that do a job, the one to try first at the front.</summary>
    internal static IReadOnlyList<Stitch> OrderFor(SeamEntry seam, bool close, ChosenSchools schools) => seam.Job switch
    {
        SeamJob.Hem => !schools.Follows(SchoolCatalogue.HemStitch, "forgiving")
            ? [StitchCatalogue.TwinNeedle, StitchCatalogue.Honeycomb, StitchCatalogue.ThreeStepZigzag, StitchCatalogue.Zigzag]
            : [StitchCatalogue.Honeycomb, StitchCatalogue.TwinNeedle, StitchCatalogue.ThreeStepZigzag, StitchCatalogue.Zigzag],
        SeamJob.Elastic => [StitchCatalogue.ThreeStepZigzag, StitchCatalogue.Zigzag, StitchCatalogue.Honeycomb],
        SeamJob.Binding => [StitchCatalogue.Zigzag, StitchCatalogue.ThreeStepZigzag, StitchCatalogue.TwinNeedle, StitchCatalogue.Honeycomb],
        SeamJob.Topstitch => [StitchCatalogue.TwinNeedle, StitchCatalogue.TripleStraight, StitchCatalogue.NarrowSlant, StitchCatalogue.Zigzag, StitchCatalogue.Lockstitch],
        SeamJob.PinTuck => [StitchCatalogue.TwinNeedle],
        SeamJob.EdgeFinish => [StitchCatalogue.ThreeStepZigzag, StitchCatalogue.Zigzag],
        SeamJob.DecorativeLine => [StitchCatalogue.Honeycomb, StitchCatalogue.TwinNeedle, StitchCatalogue.TripleStraight, StitchCatalogue.ThreeStepZigzag, StitchCatalogue.Zigzag],
        SeamJob.Repair when seam.UnderLoad => [StitchCatalogue.TripleStraight, StitchCatalogue.ThreeStepZigzag, StitchCatalogue.Zigzag, StitchCatalogue.NarrowSlant],
        SeamJob.Repair => [StitchCatalogue.ThreeStepZigzag, StitchCatalogue.Zigzag, StitchCatalogue.NarrowSlant],
        SeamJob.Join or SeamJob.Band or SeamJob.StayedSeam when seam.UnderLoad => [StitchCatalogue.TripleStraight, StitchCatalogue.Zigzag, StitchCatalogue.NarrowSlant],
        SeamJob.Join or SeamJob.Band or SeamJob.StayedSeam when close => [StitchCatalogue.Zigzag, StitchCatalogue.NarrowSlant, StitchCatalogue.TripleStraight],
        SeamJob.Join or SeamJob.Band or SeamJob.StayedSeam => [StitchCatalogue.NarrowSlant, StitchCatalogue.Zigzag, StitchCatalogue.Lockstitch, StitchCatalogue.TripleStraight],
        _ => [],
    };

    private static PlainChoice Judge(Stitch stitch, PlainMachine machine, SeamEntry seam, PlainSeam plain, ZigzagMap map, bool close, ClothFigures cloth, ChosenSchools schools)
    {
        var length = LengthFor(stitch, machine, cloth, schools);
        var width = stitch.NeedsZigzagWidth ? WidthFor(stitch, machine, plain, length) : 0;
        var twin = stitch == StitchCatalogue.TwinNeedle;
        var gap = twin ? Math.Min(GapMm(seam.Job), Math.Max(2, machine.WidestZigzagMm)) : 0;
        var zigzag = stitch == StitchCatalogue.Zigzag ? map.Advised : null;
        var point = zigzag ?? (twin ? plain.ReadTwin(length, gap) : plain.Read(stitch, length, width));
        var from = twin || seam.Job is SeamJob.Topstitch or SeamJob.Binding ? SewnFrom.Face : SewnFrom.WrongSide;
        var (suits, why, held) = Say(stitch, machine, seam, close, point.Holds);
        Finding[] findings = held && !point.Holds ? [new(why), point.Verdict == Verdict.ClothGivesOut ? new("plain-cloth-gives-out") : new Finding("plain-pops").With("yieldPercent", point.YieldPercent)] : [new(why)];
        return new PlainChoice(stitch, suits, from, point, gap, findings);
    }

    private static double LengthFor(Stitch stitch, PlainMachine machine, ClothFigures cloth, ChosenSchools schools) =>
        machine.StitchLengthMm.Settable(
            stitch == StitchCatalogue.TwinNeedle ? TwinLength(cloth, schools)
            : stitch == StitchCatalogue.ThreeStepZigzag || stitch == StitchCatalogue.Honeycomb ? 1.5
            : stitch == StitchCatalogue.Zigzag ? 1.5
            : 2.5);

    /// <summary>Stitch length of a hem of two rows, mm: common practice F9, by school.</summary>
    internal static double TwinLength(ClothFigures cloth, ChosenSchools schools) => cloth.ThicknessMm.Value >= ThickPlyMm ? 4 : schools.Follows(SchoolCatalogue.HemLength, "three") ? 3 : 2.5;

    private static double WidthFor(Stitch stitch, PlainMachine machine, PlainSeam plain, double length)
    {
        // Three-step and honeycomb are wide by nature; the widest whose threads do not show, up to 5 mm.
        double[] widths = stitch == StitchCatalogue.NarrowSlant ? [1.0] : stitch == StitchCatalogue.Zigzag ? [1.5] : [5, 4.5, 4, 3.5, 3, 2.5, 2];
        var reach = widths.Where(w => w <= machine.WidestZigzagMm).DefaultIfEmpty(machine.WidestZigzagMm).ToList();
        return reach.FirstOrDefault(w => !plain.Read(stitch, length, w).Shows, reach[^1]);
    }

    /// <summary>How a stitch suits the job, the code of why, and whether it matters how far it goes.</summary>
    private static (Suits Suits, string Why, bool Judged) Say(Stitch stitch, PlainMachine machine, SeamEntry seam, bool close, bool holds)
    {
        if (!machine.Sews(stitch))
        {
            return (Suits.Not, "not-on-machine", false);
        }

        if (seam.Job.Rolls() || seam.Job is SeamJob.Flatlock or SeamJob.SuperStretch)
        {
            return (Suits.Not, seam.Job == SeamJob.SuperStretch ? "super-needs-overlocker" : seam.Job == SeamJob.Flatlock ? "flat-needs-overlocker" : "rolled-needs-overlocker", false);
        }

        var twin = stitch == StitchCatalogue.TwinNeedle;
        if (seam.Job == SeamJob.PinTuck)
        {
            return twin ? (Suits.Also, "twin-tuck", true) : (Suits.Not, "tuck-needs-twin", false);
        }

        var edge = seam.Job is SeamJob.Hem or SeamJob.Elastic or SeamJob.EdgeFinish or SeamJob.Binding;
        var whereItHolds = holds ? Suits.Also : Suits.Not;
        if (stitch == StitchCatalogue.Lockstitch)
        {
            return edge ? (Suits.Not, "straight-cracks", false)
                : close || seam.UnderLoad ? (Suits.Not, "straight-alone", true)
                : (whereItHolds, "straight-casual", true);
        }

        if (stitch == StitchCatalogue.TripleStraight)
        {
            return seam.UnderLoad && (seam.Job.Joins() || seam.Job == SeamJob.Repair) ? (Suits.Also, "triple-for-load", true)
                : edge ? (Suits.Not, "triple-stiff", false)
                : seam.Job == SeamJob.Topstitch ? (whereItHolds, "triple-topstitch", true)
                : (whereItHolds, "triple-stronger", true);
        }

        if (stitch == StitchCatalogue.Zigzag)
        {
            return (Suits.Also, seam.Job switch { SeamJob.EdgeFinish => "zigzag-over-edge", SeamJob.Elastic => "zigzag-elastic", _ => "zigzag-close" }, true);
        }

        if (stitch == StitchCatalogue.NarrowSlant)
        {
            return edge ? (Suits.Not, "slant-narrow", false) : (whereItHolds, "slant-opens", true);
        }

        if (stitch == StitchCatalogue.ThreeStepZigzag)
        {
            return seam.Job.Joins() && seam.Job != SeamJob.Repair ? (Suits.Not, "three-step-gapes", false) : (Suits.Also, "three-step-flat", true);
        }

        if (stitch == StitchCatalogue.Honeycomb)
        {
            return seam.Job is SeamJob.Hem or SeamJob.DecorativeLine or SeamJob.Elastic ? (Suits.Also, "honeycomb-hem", true)
                : seam.Job is SeamJob.Binding or SeamJob.Topstitch ? (Suits.Also, "honeycomb-ornament", true)
                : (Suits.Not, "honeycomb-gapes", false);
        }

        return seam.Job is SeamJob.Hem or SeamJob.DecorativeLine ? (Suits.Also, "twin-hem", true)
            : seam.Job is SeamJob.Topstitch or SeamJob.Binding ? (Suits.Also, "twin-rows", true)
            : (Suits.Not, "twin-no-join", false);
    }
}
