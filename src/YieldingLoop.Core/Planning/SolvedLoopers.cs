namespace YieldingLoop.Core.Planning;

/// <summary>The dials of the threads that are not in needles.</summary>
/// <param name="Upper">Upper looper or the thread over the face; null where the stitch has none.</param>
/// <param name="Lower">Lower looper, chain looper or bobbin.</param>
/// <param name="UpperLooser">Steps the upper looper was loosened beyond balance on cloth that drags.</param>
internal readonly record struct SolvedLoopers(SolvedDial? Upper, SolvedDial Lower, double UpperLooser);
