using YieldingLoop.Core.Colour;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Machines;

/// <summary>Whether a machine's record makes sense: a clear answer, never a guess dressed as one.</summary>
public static class MachineCheck
{
    /// <summary>Most slotted parts of one sort on record.</summary>
    public const int MostParts = 8;

    /// <summary>What is wrong; nothing where the record can be worked with.</summary>
    public static IReadOnlyList<Problem> Problems(Machine machine)
    {
        List<Problem> problems = machine switch
        {
            Overlocker overlocker => [.. Shared(machine), .. OverlockerCheck.Own(overlocker)],
            Coverstitch cover => [.. Shared(machine), .. Own(cover)],
            Convertible both => [.. Shared(machine), .. OverlockerCheck.Own(both.Overlock), .. Dials(both.Cover).Concat(Own(both.Cover)).Select(p => p with { Field = "cover." + p.Field })],
            PlainMachine plain => [.. Shared(machine), .. Own(plain)],
            _ => throw new ArgumentOutOfRangeException(nameof(machine), machine.Kind, "There is no check for this kind of machine."),
        };
        // The table is read against the scales, so it is checked once they make sense.
        return problems.Count > 0 ? problems : [.. ManualTable.Problems(machine)];
    }

    private static IEnumerable<Problem> Shared(Machine machine)
    {
        if (string.IsNullOrWhiteSpace(machine.Name))
        {
            yield return new("name", "Give the machine a name you will know it by.");
        }
        else if (machine.Name.Trim().Length > Machine.LongestName)
        {
            yield return new("name", $"The name is {machine.Name.Trim().Length:N0} characters long; at most {Machine.LongestName} fit on a card.");
        }

        foreach (var problem in Dials(machine is Convertible both ? both.Overlock : machine).Concat(machine.StitchLengthMm.Check("stitchLength", "stitch length (mm)", 0.3, 8)))
        {
            yield return problem;
        }

        if (string.IsNullOrWhiteSpace(machine.NeedleSystem) || machine.NeedleSystem.Length > 40)
        {
            yield return new("needleSystem", "Write the needle system as the manual or the machine prints it, in at most 40 characters. Two systems are never assumed to interchange.");
        }

        if (machine.NeedlePointIds.Distinct().Count() < machine.NeedlePointIds.Count || machine.NeedleSizes.Distinct().Count() < machine.NeedleSizes.Count)
        {
            yield return new(machine.NeedlePointIds.Distinct().Count() < machine.NeedlePointIds.Count ? "needlePointIds" : "needleSizes", "Each of them once.");
        }

        if (machine.NeedlePointIds.Count == 0 || machine.NeedlePointIds.Any(id => NeedleCatalogue.Find(id) is null))
        {
            yield return new("needlePointIds", "Choose the points that are made in this machine's needle system.");
        }

        if (machine.NeedleSizes.Count == 0 || machine.NeedleSizes.Any(size => !NeedleSize.TryFromMetric(size, out _)))
        {
            yield return new("needleSizes", "Choose the needle sizes this machine takes.");
        }

        if (ThreadCatalogue.Find(machine.CalibrationThreadId) is null)
        {
            yield return new("calibrationThreadId", "No thread of this kind is known.");
        }

        foreach (var problem in machine.FootPressure?.Check("footPressure", "foot pressure (1 is normal)", 0.2, 5) ?? [])
        {
            yield return problem;
        }

        if (machine.FootPressure is { } pressure && !(pressure.Least <= 1 && pressure.Most >= 1))
        {
            yield return new("footPressure.least", "1 is the normal pressure of this machine, so that the range has it in.");
        }

        if (machine.StitchesPerMinute is not (>= Machine.LeastStitchesPerMinute and <= Machine.MostStitchesPerMinute))
        {
            yield return new("stitchesPerMinute", $"A machine sews between {Machine.LeastStitchesPerMinute:0} and {Machine.MostStitchesPerMinute:0} stitches a minute.");
        }

        foreach (var problem in machine.Care.Problems())
        {
            yield return problem with { Field = "care." + problem.Field };
        }

        if (machine.SimulatedNumber is < 1 or > Machine.MostSimulated)
        {
            yield return new("simulatedNumber", $"Simulated machines are numbered from 1 to {Machine.MostSimulated}.");
        }

        if (!Enum.IsDefined(machine.NeedleOrder))
        {
            yield return new("needleOrder", "The right needle is threaded first, or the left one.");
        }

        foreach (var (position, colour) in machine.ThreadMarks)
        {
            if (!ThreadPositions.TryFromId(position, out _) || !CieLab.TryFromHex(colour, out _))
            {
                yield return new(position + ".mark", "A colour is written # and six digits 0–9, a–f.");
            }
        }
    }

    private static IEnumerable<Problem> Dials(Machine machine)
    {
        foreach (var (position, dial) in machine.Dials)
        {
            foreach (var problem in dial.Check(position.Id()))
            {
                yield return problem;
            }

            if (dial.Label.Length > DialScale.LongestLabel)
            {
                yield return new(position.Id() + ".label", $"A dial's label is at most {DialScale.LongestLabel} characters long: what is printed beside it.");
            }
        }
    }

    /// <summary>What is wrong with plates or feet.</summary>
    internal static IEnumerable<Problem> Parts(string field, IReadOnlyList<SlottedPart> parts, string what, int least)
    {
        if (parts.Count < least || parts.Count > MostParts)
        {
            yield return new(field, least == 0 ? $"There is room for {MostParts} of them." : $"Name at least one {what}, and at most {MostParts}.");
        }

        for (var i = 0; i < parts.Count; i++)
        {
            if (string.IsNullOrWhiteSpace(parts[i].Name) || parts[i].Name.Length > 40 || parts.Take(i).Any(p => p.Name == parts[i].Name))
            {
                yield return new($"{field}[{i}].name", $"Give each {what} a name of its own, at most 40 characters long.");
            }

            if (parts[i].Use.Length > 80)
            {
                yield return new($"{field}[{i}].use", "What it is for has room for 80 characters.");
            }

            if (parts[i].SlotMm is not null and not (>= 0.8 and <= 15))
            {
                yield return new($"{field}[{i}].slotMm", "A slot is 0.8 (a pinhole) to 15 mm wide. Leave it empty until it is measured.");
            }
        }
    }

    private static IEnumerable<Problem> Own(Coverstitch machine)
    {
        foreach (var problem in Parts("specialFeet", machine.SpecialFeet, "special foot", 0))
        {
            yield return problem;
        }

        if (!(machine.LeftToRightMm is >= 1.5 and <= 12))
        {
            yield return new("leftToRightMm", "The outer needles of a coverstitch machine stand 1.5 to 12 mm apart.");
        }
        else if (machine.HasCentre && !(machine.LeftToCentreMm is { } centre && centre >= 0.8 && centre <= machine.LeftToRightMm - 0.8))
        {
            yield return new("leftToCentreMm", "The centre needle stands between the outer two: give its distance from the left one.");
        }

        foreach (var (field, tip) in new[] { ("leftTipHigherMm", machine.LeftTipHigherMm), ("centreTipHigherMm", machine.CentreTipHigherMm) })
        {
            if (tip is not null and not (>= -4 and <= 4))
            {
                yield return new(field, "The tips stand at most 4 mm apart in height.");
            }
        }

        if (machine.ChainSeatIds.Any(id => !ThreadPositions.TryFromId(id, out var seat) || machine.Seats.All(s => s.Position != seat)))
        {
            yield return new("chainSeatIds", "A chain stitch is sewn from one of the seats this clamp has.");
        }

        if (!Enum.IsDefined(machine.LooperTravel))
        {
            yield return new("looperTravel", "The looper travels from left to right or from right to left.");
        }

        foreach (var problem in machine.Differential.Check("differential", "differential ratio", 0.3, 3))
        {
            yield return problem;
        }
    }

    private static IEnumerable<Problem> Own(PlainMachine machine)
    {
        if (!(machine.WidestZigzagMm is >= 0 and <= 12))
        {
            yield return new("widestZigzagMm", "The widest zigzag is 0 (straight stitch only) to 12 mm.");
        }

        foreach (var problem in Parts("plates", machine.Plates, "needle plate", 1).Concat(Parts("feet", machine.Feet, "presser foot", 1)))
        {
            yield return problem;
        }

        if (machine.NeedlePositionsMm.Count > 30 || !machine.NeedlePositionsMm.Contains(0) || machine.NeedlePositionsMm.Any(p => !(Math.Abs(p) <= machine.WidestZigzagMm / 2 + 1e-9)))
        {
            yield return new("needlePositionsMm", "Needle positions are millimetres from the centre, with 0 among them, and no further out than half the widest zigzag.");
        }

        if (machine.BobbinSlidesAtGrams is not null and not (>= 2 and <= 120))
        {
            yield return new("bobbinSlidesAtGrams", "A bobbin slides down its own thread with 2 to 120 grams hanging from it. Leave it empty where it was not weighed.");
        }

        if (machine.StretchStitchIds.Any(id => PlainMachine.StretchStitches.All(s => s.Id != id)))
        {
            yield return new("stretchStitchIds", "Choose among the stretch stitches offered.");
        }
    }
}
