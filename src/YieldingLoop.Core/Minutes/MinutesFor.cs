namespace YieldingLoop.Core.Minutes;

/// <summary>How long things at a machine take, minutes: one catalogue for planner, thread-up and run order. Working values.</summary>
public static class MinutesFor
{
    /// <summary>A swatch sewn and measured.</summary>
    public const double Swatch = 3;

    /// <summary>A dial, the stitch length, the zigzag width or the feed set.</summary>
    public const double Dial = 0.2;

    /// <summary>The finger or the knife set, or a plate or foot changed.</summary>
    public const double Part = 1;

    /// <summary>A needle put in, taken out or exchanged.</summary>
    public const double Needle = 2;

    /// <summary>A needle threaded.</summary>
    public const double NeedleThread = 1;

    /// <summary>A looper threaded from its cone, or a bobbin wound and laid in.</summary>
    public const double Looper = 2;

    /// <summary>A thread tied to the one that is on and pulled through.</summary>
    public const double TieOn = 0.5;

    /// <summary>A convertible machine changed over between overlock and cover stitches.</summary>
    public const double ChangeOver = 5;

    /// <summary>Going over to another machine that stands ready.</summary>
    public const double OtherMachine = 0.5;
}
