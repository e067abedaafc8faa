using YieldingLoop.Store;

namespace YieldingLoop.Web.Pages.Shared;

/// <summary>One step of a piece of work.</summary>
/// <param name="Name">Name on screen.</param>
/// <param name="Href">Where it is; null while it cannot be reached.</param>
/// <param name="Done">Whether it is done.</param>
/// <param name="Current">Whether it is on screen.</param>
public sealed record Step(string Name, string? Href, bool Done, bool Current);

/// <summary>The line of steps of a piece of work: Cloth, Seam, Set-up, Thread-up, Swatch, Kept.</summary>
public static class StepLine
{
    /// <summary>The steps of a seam, with the set-up that was kept last for it.</summary>
    public static IReadOnlyList<Step> For(string current, int? clothId, int? seamId, LastSetup? setup) =>
        For(current, clothId, seamId, setup?.Id, setup is { ThreadedUp: true }, setup is { Passed: true });

    /// <summary>The steps as they stand. A set-up is on the way until its swatch passed: that it was saved settles nothing yet.</summary>
    public static IReadOnlyList<Step> For(string current, int? clothId, int? seamId, int? setupId, bool threadedUp = false, bool passed = false)
    {
        Step Make(string name, string? href, bool done) => new(name, href, done, name == current);
        return
        [
            Make("Cloth", clothId is null ? "/seams/start" : $"/cloths/{clothId}{(seamId is null ? "?for=seam" : $"?seam={seamId}")}", clothId is not null),
            Make("Seam", seamId is not null ? $"/seams/{seamId}" : clothId is not null ? $"/seams/new?cloth={clothId}" : null, seamId is not null),
            Make("Set-up", seamId is null ? null : $"/seams/{seamId}/set-up", setupId is not null),
            Make("Thread-up", setupId is null ? null : $"/thread-ups/new?setup={setupId}", threadedUp),
            Make("Swatch", setupId is null ? null : $"/swatches/new?setup={setupId}", passed),
            Make("Kept", setupId is null ? null : $"/setups/{setupId}", passed),
        ];
    }
}
