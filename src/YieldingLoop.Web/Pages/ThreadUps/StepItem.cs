using YieldingLoop.Core.ThreadUp;

namespace YieldingLoop.Web.Pages.ThreadUps;

/// <summary>A step in the whole list.</summary>
/// <param name="Number">Which, from 1.</param>
/// <param name="Step">The step.</param>
/// <param name="Words">It in words.</param>
/// <param name="Done">Whether it is ticked.</param>
/// <param name="Next">Whether it is the next to do.</param>
/// <param name="Tick">Where ticking it goes; null where it cannot be ticked.</param>
public sealed record StepItem(int Number, ThreadUpStep Step, StepWords Words, bool Done = false, bool Next = false, string? Tick = null);
