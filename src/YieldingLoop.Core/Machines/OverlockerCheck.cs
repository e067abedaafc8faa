using YieldingLoop.Core.Stitches;

namespace YieldingLoop.Core.Machines;

/// <summary>What only an overlocker's record can have wrong.</summary>
internal static class OverlockerCheck
{
    /// <summary>What is wrong with gauge, tips, fingers, knife, feed and threading order.</summary>
    public static IReadOnlyList<Problem> Own(Overlocker machine)
    {
        var problems = new List<Problem>();
        if (!(machine.GaugeMm is >= 1 and <= 5))
        {
            problems.Add(new("gaugeMm", "The needles of an overlocker stand 1 to 5 mm apart."));
        }

        if (!(machine.LeftTipHigherMm is >= -3 and <= 3))
        {
            problems.Add(new("leftTipHigherMm", "The tips stand at most 3 mm apart in height."));
        }

        problems.AddRange(machine.CuttingWidthMm.Check("cuttingWidth", "cutting width (mm, from the right needle)", 0.5, 10));
        problems.AddRange(machine.Differential.Check("differential", "differential ratio", 0.3, 3));
        if (machine.KnifeDial is { } knife && !(double.IsFinite(knife.AtLeast) && double.IsFinite(knife.AtMost) && knife.AtLeast != knife.AtMost))
        {
            problems.Add(new("knifeDial", "The knife dial shows two different numbers at its two ends."));
        }

        CheckFingers(machine, problems);
        problems.AddRange(MachineCheck.Parts("specialFeet", machine.SpecialFeet, "special foot", 0));
        if (machine.ConverterName is { } converter && (string.IsNullOrWhiteSpace(converter) || converter.Length > 40))
        {
            problems.Add(new("converterName", "Name the converter as the manual does, in at most 40 characters, or leave it empty where there is none."));
        }

        if (machine.FourThreadStitchId != StitchCatalogue.FourThreadOveredge.Id && machine.FourThreadStitchId != StitchCatalogue.FourThreadMockSafety.Id)
        {
            problems.Add(new("fourThreadStitchId", "The four-thread stitch is 514 or 512."));
        }

        if (!Enum.IsDefined(machine.LooperOrder))
        {
            problems.Add(new("looperOrder", "The loopers are threaded upper first or lower first."));
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

            else if (machine.Fingers.Take(i).Any(f => f.Name.Trim() == finger.Name.Trim()))
            {
                problems.Add(new($"fingers[{i}].name", "Two finger positions of one name cannot be told apart."));
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
}
