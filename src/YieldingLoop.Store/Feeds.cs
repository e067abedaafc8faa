using System.Buffers.Text;
using System.Security.Cryptography;
using System.Text;
using Microsoft.EntityFrameworkCore;

namespace YieldingLoop.Store;

/// <summary>Keeps the secret addresses at which calendar programs read what is due. A secret is shown once and kept as its hash.</summary>
public sealed class Feeds(WorkroomContext context, TimeProvider clock)
{
    /// <summary>Length of a secret, bytes: 128 bits.</summary>
    public const int SecretBytes = 16;

    /// <summary>Longest name, characters.</summary>
    public const int LongestName = 40;

    /// <summary>Most feeds that are good at once.</summary>
    public const int MostFeeds = 20;

    /// <summary>How often it is written down that a feed was read.</summary>
    private static readonly TimeSpan Noted = TimeSpan.FromHours(1);

    /// <summary>Feeds that are good, the newest first.</summary>
    public Task<List<FeedRow>> ListAsync() => context.Feeds.AsNoTracking().Where(f => f.RevokedAt == null).OrderByDescending(f => f.Id).ToListAsync();

    /// <summary>Makes a feed.</summary>
    /// <returns>Its secret; null where there are as many as there can be.</returns>
    public Task<string?> MakeAsync(string name) => context.InTurnAsync(async () =>
    {
        if (await context.Feeds.CountAsync(f => f.RevokedAt == null) >= MostFeeds)
        {
            return null;
        }

        var secret = Base64Url.EncodeToString(RandomNumberGenerator.GetBytes(SecretBytes));
        context.Add(new FeedRow { Name = name.Trim(), Hash = HashOf(secret), MadeAt = clock.GetUtcNow() });
        await context.SaveChangesAsync();
        return secret;
    });

    /// <summary>Revokes a feed: its address opens nothing any more.</summary>
    public Task<bool> RevokeAsync(int id) => context.InTurnAsync(async () =>
        await context.Feeds.Where(f => f.Id == id && f.RevokedAt == null).ExecuteUpdateAsync(f => f.SetProperty(p => p.RevokedAt, clock.GetUtcNow())) == 1);

    /// <summary>Whether a secret opens a feed.</summary>
    public async Task<bool> OpensAsync(string secret)
    {
        if (secret.Length != Base64Url.GetEncodedLength(SecretBytes))
        {
            return false;
        }

        // The hash is looked for, never the secret: how long that takes tells nothing of it.
        var hash = HashOf(secret);
        if (await context.Feeds.AsNoTracking().FirstOrDefaultAsync(f => f.Hash == hash && f.RevokedAt == null) is not { } feed)
        {
            return false;
        }

        var now = clock.GetUtcNow();
        if (feed.ReadAt is not { } read || now - read > Noted || now < read)
        {
            await context.InTurnAsync(() => context.Feeds.Where(f => f.Id == feed.Id).ExecuteUpdateAsync(f => f.SetProperty(p => p.ReadAt, now)));
        }

        return true;
    }

    private static string HashOf(string secret) => Convert.ToHexString(SHA256.HashData(Encoding.ASCII.GetBytes(secret)));
}
