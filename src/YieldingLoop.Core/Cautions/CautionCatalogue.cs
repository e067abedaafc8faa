using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Cautions;

/// <summary>Where a caution belongs.</summary>
public enum CautionPlace
{
    /// <summary>Before hands go near needles, loopers or knife.</summary>
    HandsIn,

    /// <summary>The same at a plain machine.</summary>
    HandsInPlain,

    /// <summary>The same at a coverstitch machine.</summary>
    HandsInCover,

    /// <summary>At the knife.</summary>
    Knife,

    /// <summary>When a needle is taken out.</summary>
    NeedleOut,

    /// <summary>Before sewing.</summary>
    Sewing,

    /// <summary>At the iron.</summary>
    Iron,

    /// <summary>Where two blades could strike plate or foot.</summary>
    TwinNeedle,

    /// <summary>At the iron, with tape.</summary>
    Tape,

    /// <summary>After oiling.</summary>
    Oiled,

    /// <summary>In the machine's record: work that is not for the user.</summary>
    Machine,
}

/// <summary>A caution, shown where the hand is about to go.</summary>
/// <param name="Place">Where.</param>
/// <param name="Text">What.</param>
public sealed record Caution(CautionPlace Place, string Text);

/// <summary>The cautions. Common practice; the machine's manual, local rules and qualified technicians come first.</summary>
public static class CautionCatalogue
{
    /// <summary>All of them.</summary>
    public static IReadOnlyList<Caution> All { get; } =
    [
        new(CautionPlace.HandsIn, "Switch off at the wall before hands go near needles, loopers or knife. Turn the wheel toward you."),
        new(CautionPlace.HandsInPlain, "Switch off at the wall before hands go near the needle. Turn the wheel toward you."),
        new(CautionPlace.HandsInCover, "Switch off at the wall before hands go near needles or looper. Turn the wheel toward you."),
        new(CautionPlace.NeedleOut, "Used needles go into a closed container. Account for every piece of a broken one before the garment leaves the table."),
        new(CautionPlace.Knife, "The knife is sharp even at rest. After moving it, turn one full stitch by hand."),
        new(CautionPlace.Sewing, "Close the covers, tie back hair and sleeves, and wear eye protection where a needle could strike."),
        new(CautionPlace.Iron, "Cool iron, one dot (110 °C): textured nylon does not bear more."),
        new(CautionPlace.Tape, "The iron is hot: fuse as the tape’s maker says, through a cloth, and on a scrap first; a knit that melts bears less than the tape asks."),
        new(CautionPlace.TwinNeedle, "A needle that strikes breaks, flies, and can ruin the timing: eye protection on, and turn the wheel by hand toward you first. The built-in needle threader does not work on a twin needle."),
        new(CautionPlace.Oiled, "After oiling sew on a scrap until it stays clean. Oil spoils cloth, and runs down needles for a while."),
        new(CautionPlace.Machine, "The machine's manual comes before anything said here. Electrical and timing work is for a qualified technician."),
    ];

    /// <summary>The place before hands go in, by machine: a plain one has neither loopers nor a knife, a coverstitch no knife.</summary>
    public static CautionPlace HandsIn(Machine head) => head switch { PlainMachine => CautionPlace.HandsInPlain, Coverstitch => CautionPlace.HandsInCover, _ => CautionPlace.HandsIn };

    /// <summary>The caution of a place.</summary>
    public static Caution At(CautionPlace place) => All.First(c => c.Place == place);

    /// <summary>The cautions that belong on the card of this set-up.</summary>
    public static IEnumerable<Caution> For(Setup setup)
    {
        yield return At(setup.CuttingWidthMm.IsThere || setup.FingerName.IsThere ? CautionPlace.HandsIn : setup.Threads[ThreadPosition.Bobbin].IsThere ? CautionPlace.HandsInPlain : CautionPlace.HandsInCover);
        if (setup.Twin is not null)
        {
            yield return At(CautionPlace.TwinNeedle);
        }
        else if (!setup.Needles[ThreadPosition.NeedleLeft].IsThere || !setup.Needles[ThreadPosition.NeedleRight].IsThere)
        {
            yield return At(CautionPlace.NeedleOut);
        }

        if (setup.CuttingWidthMm.IsThere)
        {
            yield return At(CautionPlace.Knife);
        }

        yield return At(CautionPlace.Sewing);
        if (setup.Threads.Any(t => t.Value.Resolve().HeatSensitive))
        {
            yield return At(CautionPlace.Iron);
        }

        if (setup.Tape.Or(false))
        {
            yield return At(CautionPlace.Tape);
        }
    }
}
