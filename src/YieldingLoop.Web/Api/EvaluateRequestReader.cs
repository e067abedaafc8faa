using System.Text.Json;
using YieldingLoop.Core.Colour;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;
using YieldingLoop.Store.Formats;

namespace YieldingLoop.Web.Api;

/// <summary>Makes the case of the seam model from the body of <c>POST /api/v1/seams/evaluate</c>.</summary>
internal static class EvaluateRequestReader
{
    private const double MostMm = 50;
    private const double MostDial = 100;
    private const int MostThreads = 20;

    public static SeamCase? Read(JsonElement root, JsonErrors errors)
    {
        if (ContractReader.Read<EvaluateRequest>(root, errors) is not { } body)
        {
            return null;
        }

        var stitch = Find(body.Stitch, StitchCatalogue.Find, "stitch", "stitch", errors);
        errors.Within("stitchLengthMm", body.StitchLengthMm, 0, MostMm, above: true);
        errors.Within("sewnThicknessMm", body.SewnThicknessMm, 0, MostMm, above: true);
        var geometry = new SeamGeometry(stitch ?? StitchCatalogue.Lockstitch, body.StitchLengthMm, body.SewnThicknessMm)
        {
            ZigzagWidthMm = Geometry("zigzagWidthMm", body.ZigzagWidthMm, stitch?.NeedsZigzagWidth, zeroAllowed: true),
            GaugeMm = Geometry("gaugeMm", body.GaugeMm, stitch?.NeedsGauge),
            LoopWidthMm = Geometry("loopWidthMm", body.LoopWidthMm, stitch?.NeedsLoopWidth),
            BiteMm = Geometry("biteMm", body.BiteMm, stitch?.NeedsLoopWidth, zeroAllowed: true),
        };
        if (stitch is { NeedsLoopWidth: true, NeedsGauge: true } && body.LoopWidthMm <= body.GaugeMm)
        {
            errors.Add("loopWidthMm", "The loops lie outside both needles: the loop width is above the gauge.");
        }

        var calibration = Find(body.CalibrationThread ?? ThreadCatalogue.SpunPolyester.Id, ThreadCatalogue.Find, "thread kind", "calibrationThread", errors);
        var schools = SchoolNames.Read(body.Schools, errors);
        errors.Within("plies", body.Plies, 1, 12);
        errors.Within("differential", body.Differential, 0.2, 5);
        errors.Within("footPressure", body.FootPressure, 0, 10);
        errors.Within("need.percent", body.Need?.Percent, 0, 700);
        var threads = Threads(body.Threads, stitch, calibration ?? ThreadCatalogue.SpunPolyester, errors);
        var colours = body.Threads.Select((t, i) => (Colour: Colour(t.Colour, $"threads[{i}].colour", errors), OfNeedle: ThreadPositions.TryFromId(t.Position, out var p) && p.IsNeedle())).ToList();
        var cloth = Cloth(body.Cloth, errors);
        var needle = Needle(body.Needle, schools, errors);
        return errors.Any ? null : new SeamCase
        {
            Geometry = geometry,
            Threads = threads,
            Cloth = cloth,
            Plies = body.Plies,
            Needle = needle,
            Differential = body.Differential,
            FootPressure = body.FootPressure ?? 1,
            NeedPercent = body.Need?.Percent,
            NeedleThreadColour = colours.FirstOrDefault(c => c.OfNeedle && c.Colour is not null).Colour,
        };

        // Geometry the stitch does not use is accepted and ignored.
        double Geometry(string member, double? value, bool? needed, bool zeroAllowed = false)
        {
            if (needed is not true)
            {
                return 0;
            }

            if (value is null)
            {
                errors.Add(member, "This member is missing.");
            }

            errors.Within(member, value, 0, MostMm, above: !zeroAllowed);
            return value ?? 0;
        }
    }

    private static List<SetThread> Threads(IReadOnlyList<EvaluateThread> named, Stitch? stitch, ThreadKind calibration, JsonErrors errors)
    {
        var threads = new List<SetThread>();
        var taken = new HashSet<ThreadPosition>();
        if (named.Count > MostThreads)
        {
            errors.Add("threads", $"At most {MostThreads} are possible.");
            return threads;
        }

        foreach (var (i, item) in named.Index())
        {
            var at = $"threads[{i}]";
            var kind = Find(item.Kind, ThreadCatalogue.Find, "thread kind", at + ".kind", errors);
            if (!ThreadPositions.TryFromId(item.Position, out var position))
            {
                errors.Add(at + ".position", "No thread position of this name is known.");
            }
            else if (!taken.Add(position))
            {
                errors.Add(at + ".position", "This position stands in the list more than once.");
            }
            else if (stitch is not null && !stitch.NeedlePositions.Contains(position) && !stitch.OtherPositions.Contains(position))
            {
                errors.Add(at + ".position", $"A {stitch.Name} has no thread here.");
            }

            if (Tension(item, position, kind, calibration, at, errors) is { } thread)
            {
                threads.Add(thread);
            }
        }

        if (stitch is not null)
        {
            foreach (var missing in stitch.OtherPositions.Where(p => !taken.Contains(p)))
            {
                errors.Add("threads", $"The thread in {missing.Id()} is missing.");
            }

            var needles = stitch.NeedlePositions.Count(taken.Contains);
            if (needles != stitch.Needles)
            {
                errors.Add("threads", $"A {stitch.Name} has {stitch.Needles} needle thread{(stitch.Needles == 1 ? "" : "s")} ({string.Join(", ", stitch.NeedlePositions.Select(p => p.Id()))}); there are {needles}.");
            }
        }

        return threads;
    }

    private static SetThread? Tension(EvaluateThread item, ThreadPosition position, ThreadKind? kind, ThreadKind calibration, string at, JsonErrors errors)
    {
        errors.Within(at + ".tensionCentinewtons", item.TensionCentinewtons, 0, 10_000, above: true);
        errors.Within(at + ".dial", item.Dial, -MostDial, MostDial);
        errors.Within(at + ".neutral", item.Neutral, -MostDial, MostDial);
        if (item.Sense is not (null or 1 or -1))
        {
            errors.Add(at + ".sense", "The sense is 1 (a higher number is tighter) or −1 (a higher number is looser).");
        }

        switch (item)
        {
            case { Dial: not null, TensionCentinewtons: not null }:
                errors.Add(at + ".dial", "Give a dial or a tension, not both.");
                break;
            case { Dial: null, TensionCentinewtons: null }:
                errors.Add(at + ".tensionCentinewtons", "A tension, or a dial with its neutral number, is missing.");
                break;
            case { Dial: not null, Neutral: null }:
                errors.Add(at + ".neutral", "This member is missing.");
                break;
            default:
                break;
        }

        if (errors.Any || kind is null)
        {
            return null;
        }

        return item.TensionCentinewtons is { } tension
            ? new SetThread(new LaidThread(position, kind, tension), 0)
            : new SetThread(
                new LaidThread(position, kind, DialTension.Tension(position, kind, item.Dial!.Value, item.Neutral!.Value, (DialSense)(item.Sense ?? 1), calibration)),
                (item.Sense ?? 1) * (item.Dial.Value - item.Neutral.Value));
    }

    private static SeamCloth? Cloth(EvaluateCloth? cloth, JsonErrors errors)
    {
        if (cloth is null)
        {
            return null;
        }

        errors.Within("cloth.stretchAlongPercent", cloth.StretchAlongPercent, 0, 500);
        errors.Within("cloth.highestStretchPercent", cloth.HighestStretchPercent, 0, 500);
        errors.Within("cloth.areaDensityGsm", cloth.AreaDensityGsm, 1, 5000);
        if (cloth.HighestStretchPercent < cloth.StretchAlongPercent)
        {
            errors.Add("cloth.highestStretchPercent", "The highest stretch is not below the stretch along the seam.");
        }

        return new SeamCloth
        {
            StretchAlongPercent = cloth.StretchAlongPercent,
            HighestStretchPercent = cloth.HighestStretchPercent ?? cloth.StretchAlongPercent,
            AreaDensityGsm = cloth.AreaDensityGsm,
            Knit = cloth.Knit ?? true,
            Elastane = cloth.Elastane ?? false,
            Colour = Colour(cloth.Colour, "cloth.colour", errors),
        };
    }

    private static SeatedNeedle? Needle(EvaluateNeedle? needle, ChosenSchools schools, JsonErrors errors)
    {
        if (needle is null)
        {
            return null;
        }

        var point = Find(needle.Point, NeedleCatalogue.Find, "needle point", "needle.point", errors);
        if (!NeedleSize.TryFromMetric(needle.SizeMetric, out var size))
        {
            errors.Add("needle.sizeMetric", "No needle of this size is made; the sizes are listed at /api/v1/needles.");
        }

        errors.Within("needle.hoursSewn", needle.HoursSewn, 0, 10_000);
        errors.Within("needle.lifeHours", needle.LifeHours, 0, 10_000);
        return point is null ? null : new SeatedNeedle(point, size)
        {
            HoursSewn = needle.HoursSewn ?? 0,
            LifeHours = needle.LifeHours ?? schools.NeedleLifeHours,
            UniversalOnHeavyStretch = schools.UniversalOnHeavyStretch,
            FullyUp = needle.FullyUp ?? true,
            ThreadDrags = needle.ThreadDrags ?? false,
        };
    }

    /// <summary>One of a catalogue, by identifier.</summary>
    internal static T? Find<T>(string id, Func<string, T?> find, string what, string path, JsonErrors errors)
        where T : class
    {
        var found = find(id);
        if (found is null)
        {
            errors.Add(path, $"No {what} of this name is known.");
        }

        return found;
    }

    private static CieLab? Colour(string? hex, string path, JsonErrors errors)
    {
        if (hex is null)
        {
            return null;
        }

        if (CieLab.TryFromHex(hex, out var colour))
        {
            return colour;
        }

        errors.Add(path, "A colour is written # and six digits 0–9, a–f.");
        return null;
    }
}
