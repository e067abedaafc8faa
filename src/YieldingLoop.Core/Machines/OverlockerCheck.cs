using YieldingLoop.Core.Colour;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Machines;

/// <summary>Whether an overlocker's record makes sense: a clear answer, never a guess dressed as one.</summary>
public static class OverlockerCheck
{
    /// <summary>What is wrong; nothing where the record can be planned with.</summary>
    public static IReadOnlyList<Problem> Problems(Overlocker machine)
    {
        var problems = new List<Problem>();
        if (string.IsNullOrWhiteSpace(machine.Name))
        {
            problems.Add(new("name", "Give the machine a name you will know it by."));
        }
        else if (machine.Name.Trim().Length > Overlocker.LongestName)
        {
            problems.Add(new("name", $"The name is {machine.Name.Trim().Length:N0} characters long; at most {Overlocker.LongestName} fit on a card."));
        }

        foreach (var (position, dial) in machine.Dials)
        {
            problems.AddRange(dial.Check(position.Id()));
            if (dial.Label.Length > DialScale.LongestLabel)
            {
                problems.Add(new(position.Id() + ".label", $"A dial's label is at most {DialScale.LongestLabel} characters long: what is printed beside it."));
            }
        }

        if (!(machine.GaugeMm is >= 1 and <= 5))
        {
            problems.Add(new("gaugeMm", "The needles of an overlocker stand 1 to 5 mm apart."));
        }

        if (!(machine.LeftTipHigherMm is >= -3 and <= 3))
        {
            problems.Add(new("leftTipHigherMm", "The tips stand at most 3 mm apart in height."));
        }

        problems.AddRange(machine.CuttingWidth.Check("cuttingWidth", "cutting width (mm, from the right needle)", 0.5, 10));
        problems.AddRange(machine.Differential.Check("differential", "differential ratio", 0.3, 3));
        problems.AddRange(machine.StitchLength.Check("stitchLength", "stitch length (mm)", 0.3, 8));
        if (machine.KnifeDial is { } knife && !(double.IsFinite(knife.AtLeast) && double.IsFinite(knife.AtMost) && knife.AtLeast != knife.AtMost))
        {
            problems.Add(new("knifeDial", "The knife dial shows two different numbers at its two ends."));
        }

        CheckFingers(machine, problems);
        CheckNeedles(machine, problems);

        if (machine.FourThreadStitchId != StitchCatalogue.FourThreadOveredge.Id && machine.FourThreadStitchId != StitchCatalogue.FourThreadMockSafety.Id)
        {
            problems.Add(new("fourThreadStitchId", "The four-thread stitch is 514 or 512."));
        }

        if (!Enum.IsDefined(machine.LooperOrder))
        {
            problems.Add(new("looperOrder", "The loopers are threaded upper first or lower first."));
        }

        if (ThreadCatalogue.Find(machine.CalibrationThreadId) is null)
        {
            problems.Add(new("calibrationThreadId", "No thread of this kind is known."));
        }

        foreach (var (position, colour) in machine.ThreadMarks)
        {
            if (!ThreadPositions.TryFromId(position, out _) || !CieLab.TryFromHex(colour, out _))
            {
                problems.Add(new(position + ".mark", "A colour is written # and six digits 0–9, a–f."));
            }
        }

        return problems;
    }

    private static void CheckFingers(Overlocker machine, List<Problem> problems)
    {
        if (machine.Fingers.Count == 0)
        {
            problems.Add(new("fingers", "At least one finger position is needed, with the width it lays the loops at."));
        }

        for (var i = 0; i < machine.Fingers.Count; i++)
        {
            var finger = machine.Fingers[i];
            if (string.IsNullOrWhiteSpace(finger.Name) || finger.Name.Length > 40)
            {
                problems.Add(new($"fingers[{i}].name", "Name the finger position as the manual does, in at most 40 characters."));
            }

            if (!(finger.LoopWidthFromRightMm is >= 0.5 and <= 10))
            {
                problems.Add(new($"fingers[{i}].loopWidthFromRightMm", "The loops lie 0.5 to 10 mm from the right needle."));
            }

            if (finger.Use == FingerUse.None)
            {
                problems.Add(new($"fingers[{i}].use", "Say which needles this finger position goes with."));
            }
        }
    }

    private static void CheckNeedles(Overlocker machine, List<Problem> problems)
    {
        if (string.IsNullOrWhiteSpace(machine.NeedleSystem) || machine.NeedleSystem.Length > 40)
        {
            problems.Add(new("needleSystem", "Write the needle system as the manual or the machine prints it, in at most 40 characters. Two systems are never assumed to interchange."));
        }

        if (machine.NeedlePointIds.Count == 0 || machine.NeedlePointIds.Any(id => NeedleCatalogue.Find(id) is null))
        {
            problems.Add(new("needlePointIds", "Choose the points that are made in this machine's needle system."));
        }

        if (machine.NeedleSizes.Count == 0 || machine.NeedleSizes.Any(size => !NeedleSize.TryFromMetric(size, out _)))
        {
            problems.Add(new("needleSizes", "Choose the needle sizes this machine takes."));
        }
    }
}
