namespace YieldingLoop.Store;

/// <summary>What came of saving an edit.</summary>
public abstract record SaveResult
{
    /// <summary>It was saved under this number; <paramref name="Again"/> when the same form had already been saved.</summary>
    public sealed record Saved(int Id, bool Again) : SaveResult;

    /// <summary>Somebody changed it since the form was opened; nothing was saved.</summary>
    public sealed record Stale(int CurrentVersion) : SaveResult;

    /// <summary>There is no such record.</summary>
    public sealed record Missing : SaveResult;
}
