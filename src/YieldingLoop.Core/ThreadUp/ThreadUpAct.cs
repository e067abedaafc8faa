namespace YieldingLoop.Core.ThreadUp;

/// <summary>What is done in a step at the machine.</summary>
public enum ThreadUpAct
{
    /// <summary>The machine is switched off at the wall.</summary>
    SwitchOff,

    /// <summary>A convertible machine is changed over to its other half.</summary>
    ChangeOver,

    /// <summary>Whatever is in the places nobody has said anything about comes off.</summary>
    ClearAway,

    /// <summary>A needle is put into its seat, in the place of another or of none.</summary>
    SetNeedle,

    /// <summary>A spare needle is taken out, and its thread and spool off the machine.</summary>
    TakeOutNeedle,

    /// <summary>The stitch finger is set.</summary>
    Finger,

    /// <summary>The converter over the upper looper is fitted or taken off.</summary>
    Converter,

    /// <summary>The needle plate is changed.</summary>
    Plate,

    /// <summary>The presser foot is changed.</summary>
    Foot,

    /// <summary>A stitch is chosen on a plain machine.</summary>
    Stitch,

    /// <summary>The zigzag width is set.</summary>
    Width,

    /// <summary>The needle position is set.</summary>
    NeedlePosition,

    /// <summary>The presser foot is lifted, so that the tension discs open.</summary>
    FootUp,

    /// <summary>A thread that is not wanted comes off with its cone.</summary>
    TakeOff,

    /// <summary>Threads of later positions come out, so that one before them can be threaded.</summary>
    TakeOut,

    /// <summary>A thread is tied to the one that is on, and pulled through.</summary>
    TieOn,

    /// <summary>A looper is threaded from its cone.</summary>
    ThreadLooper,

    /// <summary>A needle is threaded.</summary>
    ThreadNeedle,

    /// <summary>A bobbin is wound and laid in, and its thread drawn up.</summary>
    LayInBobbin,

    /// <summary>Every thread that was moved is pulled into its disc.</summary>
    IntoDiscs,

    /// <summary>A tension dial is turned.</summary>
    Dial,

    /// <summary>The stitch length is set.</summary>
    Length,

    /// <summary>The differential feed is set.</summary>
    Feed,

    /// <summary>The pressure of the foot is set.</summary>
    FootPressure,

    /// <summary>The cutting width is set.</summary>
    Knife,

    /// <summary>The wheel is turned by hand, toward you.</summary>
    TurnByHand,

    /// <summary>The covers are closed.</summary>
    CloseCovers,

    /// <summary>The machine is switched on.</summary>
    SwitchOn,

    /// <summary>A swatch is sewn and measured.</summary>
    Swatch,

    /// <summary>A bobbin is wound, by the motor, before the power goes off (F16).</summary>
    WindBobbin,

    /// <summary>The covers are opened, before hands go in.</summary>
    OpenCovers,

    /// <summary>The presser foot is let down for threading, because this machine's manual says so.</summary>
    FootDown,

    /// <summary>The knife is swung out of the way.</summary>
    KnifeAway,

    /// <summary>The knife is brought back to where it cuts.</summary>
    KnifeBack,

    /// <summary>What a machine that chooses on a screen may have forgotten is chosen again once it is on (A8).</summary>
    ChooseAgain,
}
