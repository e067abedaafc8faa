using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Planning;

/// <summary>A thread that may be used.</summary>
/// <param name="Kind">Its kind, with its own figures where it was measured.</param>
/// <param name="Thread">The thread as a set-up names it.</param>
/// <param name="ToBuy">Whether the drawer has none of its kind.</param>
/// <param name="Even">Whether somebody found it even; null where nobody looked.</param>
internal sealed record ThreadOption(ThreadKind Kind, SewingThread Thread, bool ToBuy, bool? Even = null);
