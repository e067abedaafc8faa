namespace YieldingLoop.Core.Practice;

/// <summary>What a swatch shows at a look (common practice D1 to D7, E2; no published source).</summary>
public enum ShownThing
{
    /// <summary>It is as it should be.</summary>
    Right,

    /// <summary>The loopers meet on the face.</summary>
    LoopersOnFace,

    /// <summary>They meet on the back.</summary>
    LoopersOnBack,

    /// <summary>Opened, the needle's thread gapes.</summary>
    NeedleLoose,

    /// <summary>Loops hang past the edge.</summary>
    EdgeHangs,

    /// <summary>The edge is rolled inside the stitch.</summary>
    EdgeRolled,

    /// <summary>The strip lies in waves.</summary>
    Waves,

    /// <summary>The strip is gathered.</summary>
    Gathered,

    /// <summary>A ridge stands up between the rows.</summary>
    Ridge,

    /// <summary>Stitches are skipped in a row.</summary>
    Skips,
}

/// <summary>What would bring it back, once every thread runs free and lies in its disc.</summary>
public enum ReadCure
{
    /// <summary>Upper looper tighter.</summary>
    UpperTighter,

    /// <summary>Upper looper looser.</summary>
    UpperLooser,

    /// <summary>Lower looper tighter.</summary>
    LowerTighter,

    /// <summary>Lower looper looser.</summary>
    LowerLooser,

    /// <summary>Needle tighter.</summary>
    NeedleTighter,

    /// <summary>Needle looser.</summary>
    NeedleLooser,

    /// <summary>Differential higher.</summary>
    FeedUp,

    /// <summary>Differential lower, toward 1.</summary>
    FeedDown,

    /// <summary>Cutting width wider.</summary>
    CutWider,

    /// <summary>Cutting width narrower.</summary>
    CutNarrower,

    /// <summary>A new needle of the right point, pushed up.</summary>
    NewNeedle,
}
