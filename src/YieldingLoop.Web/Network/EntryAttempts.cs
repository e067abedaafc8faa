using System.Threading.RateLimiting;

namespace YieldingLoop.Web.Network;

/// <summary>
/// How often the passcode may be tried. Each address has its own few attempts, and those of all strangers together are
/// limited too; but the first attempt of an address, an address that has been in, and this machine itself are never
/// refused, so that nobody is locked out by somebody else.
/// </summary>
public sealed class EntryAttempts : IDisposable
{
    /// <summary>Attempts from one address, and from all strangers together beyond the first of each, in <see cref="Window"/>.</summary>
    public const int FromOne = 5, FromStrangers = 50;

    /// <summary>Time over which attempts are counted.</summary>
    public static readonly TimeSpan Window = TimeSpan.FromMinutes(5);

    private readonly HashSet<string> known = [];
    private readonly PartitionedRateLimiter<string> first = PartitionedRateLimiter.Create<string, string>(from => Limit(from, 1));
    private readonly PartitionedRateLimiter<string> further = PartitionedRateLimiter.Create<string, string>(from => Limit(from, FromOne - 1));
    private readonly PartitionedRateLimiter<string> strangers = PartitionedRateLimiter.Create<string, string>(_ => Limit("", FromStrangers));

    // A guess costs a tenth of a second of work: from wherever they come, only one is worked on at a time.
    private readonly SemaphoreSlim working = new(1, 1);

    /// <summary>Takes an attempt.</summary>
    /// <param name="connection">Where it comes from.</param>
    /// <returns>How long to wait; null where it may be made.</returns>
    public TimeSpan? Take(ConnectionInfo connection)
    {
        if (NetworkOptions.IsFromHere(connection))
        {
            return null;
        }

        var from = Name(connection);
        using var begun = first.AttemptAcquire(from);
        if (begun.IsAcquired)
        {
            return null;
        }

        using var again = further.AttemptAcquire(from);
        if (!again.IsAcquired || IsKnown(from))
        {
            return again.IsAcquired ? null : Wait(again);
        }

        using var pooled = strangers.AttemptAcquire(from);
        return pooled.IsAcquired ? null : Wait(pooled);
    }

    /// <summary>Tries a passcode.</summary>
    public async Task<bool> TryAsync(Passcode code, string? typed, CancellationToken stop)
    {
        await working.WaitAsync(stop);
        try
        {
            return code.Accepts(typed);
        }
        finally
        {
            working.Release();
        }
    }

    /// <summary>Remembers an address that got in.</summary>
    public void Remember(ConnectionInfo connection)
    {
        lock (known)
        {
            known.Add(Name(connection));
        }
    }

    public void Dispose()
    {
        first.Dispose();
        further.Dispose();
        strangers.Dispose();
        working.Dispose();
    }

    private static string Name(ConnectionInfo connection) => $"{connection.RemoteIpAddress}";

    private static TimeSpan Wait(RateLimitLease refused) => refused.TryGetMetadata(MetadataName.RetryAfter, out var after) ? after : Window;

    private static RateLimitPartition<string> Limit(string who, int attempts) =>
        RateLimitPartition.GetFixedWindowLimiter(who, _ => new FixedWindowRateLimiterOptions { PermitLimit = attempts, Window = Window });

    private bool IsKnown(string from)
    {
        lock (known)
        {
            return known.Contains(from);
        }
    }
}
