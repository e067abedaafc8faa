using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Machines;

/// <summary>Writes what a test taught into a machine's record.</summary>
public static class DialLearning
{
    /// <summary>The machine with the sense, and the neutral number where one was found, of one dial replaced.</summary>
    /// <param name="machine">The machine.</param>
    /// <param name="position">Whose dial was tested.</param>
    /// <param name="lesson">What was learnt.</param>
    /// <param name="half">The half of a convertible machine the swatches were sewn with; null for every other machine.</param>
    /// <exception cref="ArgumentOutOfRangeException">The machine has no such dial.</exception>
    public static Machine Apply(Machine machine, ThreadPosition position, DialLesson lesson, MachineKind? half = null)
    {
        DialScale Learn(DialScale dial) => dial with { Sense = lesson.Sense, Neutral = lesson.Neutral ?? dial.Neutral };
        return machine switch
        {
            Overlocker overlocker => position switch
            {
                ThreadPosition.NeedleLeft => overlocker with { NeedleLeft = Learn(overlocker.NeedleLeft) },
                ThreadPosition.NeedleRight => overlocker with { NeedleRight = Learn(overlocker.NeedleRight) },
                ThreadPosition.UpperLooper => overlocker with { UpperLooper = Learn(overlocker.UpperLooper) },
                ThreadPosition.LowerLooper => overlocker with { LowerLooper = Learn(overlocker.LowerLooper) },
                _ => throw NoDial(position),
            },
            Coverstitch cover => position switch
            {
                ThreadPosition.NeedleLeft => cover with { NeedleLeft = Learn(cover.NeedleLeft) },
                ThreadPosition.NeedleCentre when cover.NeedleCentre is { } centre => cover with { NeedleCentre = Learn(centre) },
                ThreadPosition.NeedleRight => cover with { NeedleRight = Learn(cover.NeedleRight) },
                ThreadPosition.ChainLooper => cover with { ChainLooper = Learn(cover.ChainLooper) },
                ThreadPosition.TopCover when cover.TopCover is { } top => cover with { TopCover = Learn(top) },
                _ => throw NoDial(position),
            },
            Convertible both when half == MachineKind.Overlocker || (half is null && both.Overlock.Has(position)) => both with { Overlock = (Overlocker)Apply(both.Overlock, position, lesson) },
            Convertible both => both with { Cover = (Coverstitch)Apply(both.Cover, position, lesson) },
            PlainMachine plain when position == ThreadPosition.Needle => plain with { TopTension = Learn(plain.TopTension) },
            _ => throw NoDial(position),
        };
    }

    private static ArgumentOutOfRangeException NoDial(ThreadPosition position) => new(nameof(position), position, "The machine has no such dial.");
}
