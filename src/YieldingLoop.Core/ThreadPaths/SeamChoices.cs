using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.ThreadPaths;

/// <summary>What is chosen otherwise than it should be.</summary>
public enum WrongChoice
{
    /// <summary>Nothing.</summary>
    None,

    /// <summary>Another finger.</summary>
    Finger,

    /// <summary>The needle in the other seat.</summary>
    Seat,
}

/// <summary>A seam of an overlocker as it comes out with one choice.</summary>
/// <param name="Wrong">What is chosen otherwise than it should be.</param>
/// <param name="Finger">The finger it is sewn over.</param>
/// <param name="Needles">The needles that are in.</param>
/// <param name="OverhangMm">How far its loops reach past the cut edge, mm; below 0 the edge is rolled in.</param>
/// <param name="WiderMm">How much wider it is than it should be, mm.</param>
/// <param name="Example">The seam.</param>
public sealed record SeamChoice(WrongChoice Wrong, FingerPosition Finger, IReadOnlyList<ThreadPosition> Needles, double OverhangMm, double WiderMm, SeamExample Example);

/// <summary>
/// The seam with the finger and seats it should have, and with those it should not: what a wrong choice looks like (common practice
/// B9). Every dial is at neutral, or where a rolled edge wants it; the knife stays where it stood for the right choice.
/// </summary>
public static class SeamChoices
{
    /// <summary>The same of a set-up; empty where it does not say what it takes: a finger of this machine, and needles.</summary>
    /// <param name="setup">The set-up.</param>
    /// <param name="machine">The machine.</param>
    public static IReadOnlyList<SeamChoice> Of(Setup setup, Overlocker machine)
    {
        var needles = machine.Seats.Select(s => s.Position).Where(p => setup.Needles[p].IsThere).ToList();
        return needles.Count > 0 && machine.FingerNamed(setup.FingerName.Thing()) is { } finger ? Of(machine, needles, finger, setup.CuttingWidthMm.Number()) : [];
    }

    /// <summary>The seam as it should be, and with every other finger and seat.</summary>
    /// <param name="machine">The machine.</param>
    /// <param name="needles">The needles that should be in, one or both.</param>
    /// <param name="finger">The finger that should be there.</param>
    /// <param name="cuttingWidthMm">From the right needle to the knife, mm; null for as wide as the finger lays the loops, within the machine's range.</param>
    public static IReadOnlyList<SeamChoice> Of(Overlocker machine, IReadOnlyList<ThreadPosition> needles, FingerPosition finger, double? cuttingWidthMm = null)
    {
        // A rolled edge leaves some of itself to be rolled: the knife stands wide.
        var rolls = finger.Use == FingerUse.Rolled;
        var cut = cuttingWidthMm ?? Math.Clamp(rolls ? 2 * finger.LoopWidthFromRightMm : finger.LoopWidthFromRightMm, machine.CuttingWidthMm.Least, machine.CuttingWidthMm.Most);
        SeamChoice Sewn(WrongChoice wrong, FingerPosition over, IReadOnlyList<ThreadPosition> with)
        {
            var example = SeamExamples.OnOverlocker(machine, with, over.LoopWidthFromRightMm, cut, rolls);
            return new(wrong, over, with, SeamModel.Evaluate(example.Geometry, [.. example.Threads], new ThreadReading[SeamModel.MostThreads]).OverhangMm!.Value,
                example.Geometry.LoopWidthMm - SeamExamples.LoopWidth(machine, needles, finger.LoopWidthFromRightMm), example);
        }

        return
        [
            Sewn(WrongChoice.None, finger, needles),
            .. machine.FingersOtherThan(finger).Select(f => Sewn(WrongChoice.Finger, f, needles)),
            .. needles.Count == 1 ? [Sewn(WrongChoice.Seat, finger, [.. machine.Seats.Select(s => s.Position).Where(s => s != needles[0])])] : Array.Empty<SeamChoice>(),
        ];
    }
}
