using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.ThreadUp;

/// <summary>How a thread runs, in words (common practice C7, F10).</summary>
public static class ThreadRunWords
{
    /// <summary>"on the second pin", "drawn off the opposite way", "under a cap larger than its end".</summary>
    public static IEnumerable<string> Stands(ThreadRun run)
    {
        if (run.Pin is { } pin)
        {
            yield return pin switch { SpoolPin.First => "on the first pin", SpoolPin.Second => "on the second pin", _ => "on one pin with the other, turning against it" };
        }

        if (run.DrawnOff is { } drawn)
        {
            yield return drawn == DrawnOff.AsManual ? "drawn off as the manual shows" : "drawn off the opposite way";
        }

        if (run.CapFits is { } cap)
        {
            yield return cap ? "under a cap larger than its end" : "under a cap that does not fit";
        }
    }

    /// <summary>"left of the tension disc", "past the last guide without going through it".</summary>
    public static IEnumerable<string> Way(ThreadRun run)
    {
        if (run.DiscSide is { } side)
        {
            yield return side switch { DiscSide.Left => "left of the tension disc", DiscSide.Right => "right of the tension disc", _ => "into the disc together with the other" };
        }

        if (run.ThroughLastGuide is { } through)
        {
            yield return through ? "through the last guide" : "past the last guide without going through it";
        }
    }
}
