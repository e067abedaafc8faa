using System.Buffers.Text;
using System.Security.Cryptography;
using System.Text;
using Microsoft.EntityFrameworkCore;

namespace YieldingLoop.Store;

/// <summary>Keeps secrets of one kind. A secret is shown once and kept as its hash.</summary>
/// <typeparam name="TRow">The kind.</typeparam>
public abstract class Secrets<TRow>(WorkroomContext context, TimeProvider clock)
    where TRow : SecretRow
{
    /// <summary>Length of a secret, bytes: 128 bits.</summary>
    public const int SecretBytes = 16;

    /// <summary>Longest name, characters.</summary>
    public const int LongestName = 40;

    /// <summary>Most that are good at once.</summary>
    public const int MostGood = 20;

    /// <summary>How often it is written down that one was used.</summary>
    private static readonly TimeSpan Noted = TimeSpan.FromHours(1);

    /// <summary>Those that are good, the newest first.</summary>
    public Task<List<TRow>> ListAsync() => context.Set<TRow>().AsNoTracking().Where(f => f.RevokedAt == null).OrderByDescending(f => f.Id).ToListAsync();

    /// <summary>Makes one.</summary>
    /// <returns>Its secret; null where there are as many as there can be.</returns>
    public Task<string?> MakeAsync(string name) => context.InTurnAsync(async () =>
    {
        if (await context.Set<TRow>().CountAsync(f => f.RevokedAt == null) >= MostGood)
        {
            return null;
        }

        var secret = Base64Url.EncodeToString(RandomNumberGenerator.GetBytes(SecretBytes));
        context.Add(Row(name.Trim(), HashOf(secret), clock.GetUtcNow()));
        await context.SaveChangesAsync();
        return secret;
    });

    /// <summary>Revokes one: it opens nothing any more.</summary>
    public Task<bool> RevokeAsync(int id) => context.InTurnAsync(async () =>
        await context.Set<TRow>().Where(f => f.Id == id && f.RevokedAt == null).ExecuteUpdateAsync(f => f.SetProperty(p => p.RevokedAt, clock.GetUtcNow())) == 1);

    /// <summary>Whether a secret opens anything.</summary>
    public async Task<bool> OpensAsync(string secret)
    {
        if (secret.Length != Base64Url.GetEncodedLength(SecretBytes))
        {
            return false;
        }

        // The hash is looked for, never the secret: how long that takes tells nothing of it.
        var hash = HashOf(secret);
        if (await context.Set<TRow>().AsNoTracking().FirstOrDefaultAsync(f => f.Hash == hash && f.RevokedAt == null) is not { } found)
        {
            return false;
        }

        var now = clock.GetUtcNow();
        if (found.UsedAt is not { } read || now - read > Noted || now < read)
        {
            await context.InTurnAsync(() => context.Set<TRow>().Where(f => f.Id == found.Id).ExecuteUpdateAsync(f => f.SetProperty(p => p.UsedAt, now)));
        }

        return true;
    }

    /// <summary>A row of the kind.</summary>
    protected abstract TRow Row(string name, string hash, DateTimeOffset madeAt);

    private static string HashOf(string secret) => Convert.ToHexString(SHA256.HashData(Encoding.ASCII.GetBytes(secret)));
}

/// <summary>The secret addresses at which calendar programs read what is due.</summary>
public sealed class Feeds(WorkroomContext context, TimeProvider clock) : Secrets<FeedRow>(context, clock)
{
    protected override FeedRow Row(string name, string hash, DateTimeOffset madeAt) => new() { Name = name, Hash = hash, MadeAt = madeAt };
}

/// <summary>The keys by which programs ask for records over the network.</summary>
public sealed class AccessKeys(WorkroomContext context, TimeProvider clock) : Secrets<AccessKeyRow>(context, clock)
{
    protected override AccessKeyRow Row(string name, string hash, DateTimeOffset madeAt) => new() { Name = name, Hash = hash, MadeAt = madeAt };
}
