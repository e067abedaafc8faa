namespace YieldingLoop.Web.Startup;

/// <summary>How long a browser may keep what it was sent.</summary>
internal static class Caching
{
    /// <summary>What never changes under its address.</summary>
    public const string ForGood = "private, max-age=31536000, immutable";
}
