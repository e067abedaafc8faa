using System.Text.Json;
using YieldingLoop.Core.Colour;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Web.Api;

/// <summary>Reads the body of <c>POST /api/v1/seams/evaluate</c>, strictly.</summary>
internal static class EvaluateRequestReader
{
    private const double MostMm = 50;
    private const double MostDial = 100;

    public static SeamCase? Read(JsonElement body, JsonErrors errors)
    {
        if (StrictObject.Read(body, "", errors) is not { } root)
        {
            return null;
        }

        var stitch = root.OneOf("stitch", StitchCatalogue.Find, "stitch");
        var length = root.Number("stitchLengthMm", 0, MostMm, aboveLeast: true);
        var thickness = root.Number("sewnThicknessMm", 0, MostMm, aboveLeast: true);
        var width = Geometry(root, "zigzagWidthMm", stitch?.NeedsZigzagWidth, zeroAllowed: true);
        var gauge = Geometry(root, "gaugeMm", stitch?.NeedsGauge);
        var loopWidth = Geometry(root, "loopWidthMm", stitch?.NeedsLoopWidth);
        var bite = Geometry(root, "biteMm", stitch?.NeedsLoopWidth, zeroAllowed: true);
        if (stitch is { NeedsLoopWidth: true, NeedsGauge: true } && loopWidth <= gauge)
        {
            root.Fault("loopWidthMm", "The loops lie outside both needles: the loop width is above the gauge.");
        }

        var calibration = root.OneOf("calibrationThread", ThreadCatalogue.Find, "thread kind", required: false) ?? ThreadCatalogue.SpunPolyester;
        var threads = Threads(root, stitch, calibration, out var needleColour);
        var cloth = Cloth(root.Object("cloth"));
        var needle = Needle(root.Object("needle"));
        var need = Need(root.Object("need"));
        var seam = new
        {
            Plies = root.Whole("plies", 1, 12, required: false),
            Differential = root.Number("differential", 0.2, 5, required: false),
            FootPressure = root.Number("footPressure", 0, 10, required: false),
        };
        root.Done();
        if (errors.Any)
        {
            return null;
        }

        return new SeamCase
        {
            Geometry = new SeamGeometry(stitch!, length!.Value, thickness!.Value)
            {
                ZigzagWidthMm = width ?? 0, GaugeMm = gauge ?? 0, LoopWidthMm = loopWidth ?? 0, BiteMm = bite ?? 0,
            },
            Threads = threads,
            Cloth = cloth,
            Plies = seam.Plies,
            Needle = needle,
            Differential = seam.Differential,
            FootPressure = seam.FootPressure ?? 1,
            NeedPercent = need,
            NeedleThreadColour = needleColour,
        };
    }

    /// <summary>Geometry the stitch does not use is accepted and ignored.</summary>
    private static double? Geometry(StrictObject root, string member, bool? needed, bool zeroAllowed = false)
    {
        if (needed is true)
        {
            return root.Number(member, 0, MostMm, required: true, aboveLeast: !zeroAllowed);
        }

        root.Has(member);
        return null;
    }

    private static List<SetThread> Threads(StrictObject root, Stitch? stitch, ThreadKind calibration, out CieLab? needleColour)
    {
        var threads = new List<SetThread>();
        var taken = new HashSet<ThreadPosition>();
        needleColour = null;
        foreach (var item in root.Objects("threads", 20))
        {
            var id = item.Text("position");
            var known = ThreadPositions.TryFromId(id, out var position);
            if (!known && id is not null)
            {
                item.Fault("position", "No thread position of this name is known.");
            }

            var kind = item.OneOf("kind", ThreadCatalogue.Find, "thread kind");
            var set = Tension(item, position, kind, calibration);
            var colour = Colour(item);
            if (known && position.IsNeedle())
            {
                needleColour ??= colour;
            }

            if (known && !taken.Add(position))
            {
                item.Fault("position", "This position stands in the list more than once.");
            }
            else if (known && stitch is not null && !stitch.NeedlePositions.Contains(position) && !stitch.OtherPositions.Contains(position))
            {
                item.Fault("position", $"A {stitch.Name} has no thread here.");
            }

            item.Done();
            if (known && set is { } thread)
            {
                threads.Add(thread);
            }
        }

        if (stitch is not null)
        {
            CheckPositions(root, stitch, taken);
        }

        return threads;
    }

    private static void CheckPositions(StrictObject root, Stitch stitch, HashSet<ThreadPosition> taken)
    {
        foreach (var missing in stitch.OtherPositions.Where(p => !taken.Contains(p)))
        {
            root.Fault("threads", $"The thread in {missing.Id()} is missing.");
        }

        var needles = stitch.NeedlePositions.Count(taken.Contains);
        if (needles != stitch.Needles)
        {
            root.Fault("threads", $"A {stitch.Name} has {stitch.Needles} needle thread{(stitch.Needles == 1 ? "" : "s")} ({string.Join(", ", stitch.NeedlePositions.Select(p => p.Id()))}); there are {needles}.");
        }
    }

    private static SetThread? Tension(StrictObject item, ThreadPosition position, ThreadKind? kind, ThreadKind calibration)
    {
        var given = item.Number("tensionCentinewtons", 0, 10_000, required: false, aboveLeast: true);
        var hasDial = item.Has("dial");
        var hasTension = item.Has("tensionCentinewtons");
        var dial = item.Number("dial", -MostDial, MostDial, required: false);
        var neutral = item.Number("neutral", -MostDial, MostDial, required: hasDial);
        var sense = item.Number("sense", -1, 1, required: false) ?? 1;
        if (Math.Abs(sense) != 1)
        {
            item.Fault("sense", "The sense is 1 (a higher number is tighter) or −1 (a higher number is looser).");
        }

        if (hasDial && hasTension)
        {
            item.Fault("dial", "Give a dial or a tension, not both.");
        }
        else if (!hasDial && !hasTension)
        {
            item.Fault("tensionCentinewtons", "A tension, or a dial with its neutral number, is missing.");
        }

        if (kind is null)
        {
            return null;
        }

        if (given is { } tension)
        {
            return new SetThread(new LaidThread(position, kind, tension), 0);
        }

        if (dial is not { } number || neutral is not { } middle)
        {
            return null;
        }

        var steps = sense * (number - middle);
        return new SetThread(new LaidThread(position, kind, DialTension.Tension(position, kind, number, middle, (DialSense)(int)sense, calibration)), steps);
    }

    private static SeamCloth? Cloth(StrictObject? item)
    {
        if (item is null)
        {
            return null;
        }

        var along = item.Number("stretchAlongPercent", 0, 500);
        var highest = item.Number("highestStretchPercent", 0, 500, required: false);
        var density = item.Number("areaDensityGsm", 1, 5000);
        if (highest < along)
        {
            item.Fault("highestStretchPercent", "The highest stretch is not below the stretch along the seam.");
        }

        var cloth = new SeamCloth
        {
            StretchAlongPercent = along ?? 0,
            HighestStretchPercent = highest ?? along ?? 0,
            AreaDensityGsm = density ?? 1,
            Knit = item.Flag("knit") ?? true,
            Elastane = item.Flag("elastane") ?? false,
            Colour = Colour(item),
        };
        item.Done();
        return cloth;
    }

    private static SeatedNeedle? Needle(StrictObject? item)
    {
        if (item is null)
        {
            return null;
        }

        var point = item.OneOf("point", NeedleCatalogue.Find, "needle point");
        var size = default(NeedleSize);
        if (item.Whole("sizeMetric", 1, 1000) is { } metric && !NeedleSize.TryFromMetric(metric, out size))
        {
            item.Fault("sizeMetric", "No needle of this size is made; the sizes are listed at /api/v1/needles.");
        }

        var needle = new SeatedNeedle(point!, size)
        {
            HoursSewn = item.Number("hoursSewn", 0, 10_000, required: false) ?? 0,
            LifeHours = item.Number("lifeHours", 0, 10_000, required: false) ?? SeatedNeedle.DefaultLifeHours,
            FullyUp = item.Flag("fullyUp") ?? true,
            ThreadDrags = item.Flag("threadDrags") ?? false,
        };
        item.Done();
        return needle;
    }

    private static double? Need(StrictObject? item)
    {
        var percent = item?.Number("percent", 0, 700);
        item?.Done();
        return percent;
    }

    private static CieLab? Colour(StrictObject item)
    {
        if (item.Text("colour", required: false) is not { } hex)
        {
            return null;
        }

        if (CieLab.TryFromHex(hex, out var colour))
        {
            return colour;
        }

        item.Fault("colour", "A colour is written # and six digits 0–9, a–f.");
        return null;
    }
}
