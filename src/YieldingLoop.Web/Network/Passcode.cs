using System.Security.Cryptography;
using System.Text.Json;
using Microsoft.AspNetCore.Identity;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Network;

/// <summary>
/// The one passcode of the workroom. Only its hash is kept, in a file of its own that only this user can read, so
/// that restoring an older database does not bring an older passcode back.
/// </summary>
/// <param name="path">The file.</param>
/// <param name="iterations">How much work one guess costs.</param>
public sealed class Passcode(string path, int iterations = 210_000)
{
    /// <summary>Letters and digits that are not taken for one another, read aloud or on a bad screen.</summary>
    private const string Alphabet = "abcdefghjkmnpqrstuvwxyz23456789";

    private const int Length = 10;

    private readonly PasswordHasher<string> hasher = new(Microsoft.Extensions.Options.Options.Create(new PasswordHasherOptions { IterationCount = iterations }));

    private readonly Lock writing = new();
    private Kept? kept = Read(path);

    /// <summary>Changes when sessions are to end; a session that carries another is over.</summary>
    public Guid Stamp => kept?.Stamp ?? Guid.Empty;

    /// <summary>Makes a passcode where there is none yet, or another where one is asked for, which ends every session.</summary>
    /// <returns>The passcode, to be shown this once; null where it was made before.</returns>
    public string? Make(bool another)
    {
        lock (writing)
        {
            if (kept is not null && !another)
            {
                return null;
            }

            var plain = RandomNumberGenerator.GetString(Alphabet, Length);
            Write(new Kept(hasher.HashPassword("", plain), Guid.NewGuid(), []));
            return $"{plain[..(Length / 2)]}-{plain[(Length / 2)..]}";
        }
    }

    /// <summary>Ends every session; the passcode stays.</summary>
    public void EndSessions()
    {
        lock (writing)
        {
            if (kept is not null)
            {
                Write(kept with { Stamp = Guid.NewGuid(), Ended = [] });
            }
        }
    }

    /// <summary>Ends one session.</summary>
    /// <param name="session">Which.</param>
    /// <param name="until">When it would have ended anyway, and need no longer be remembered.</param>
    public void End(string session, DateTimeOffset until)
    {
        lock (writing)
        {
            if (kept is not null)
            {
                var now = until - Gate.Longest;
                Write(kept with { Ended = [.. (kept.Ended ?? []).Where(e => e.Until > now), new(session, until)] });
            }
        }
    }

    /// <summary>Whether a session was ended.</summary>
    public bool HasEnded(string? session) => kept?.Ended?.Any(e => e.Session == session) == true;

    /// <summary>Whether this is the passcode, whatever case and dashes it is typed with.</summary>
    public bool Accepts(string? typed)
    {
        var plain = new string([.. (typed ?? "").Where(char.IsAsciiLetterOrDigit).Select(char.ToLowerInvariant).Take(4 * Length)]);
        return kept is not null && hasher.VerifyHashedPassword("", kept.Hash, plain) != PasswordVerificationResult.Failed;
    }

    private void Write(Kept next)
    {
        var part = path + ".part";
        File.Delete(part);
        using (var stream = PrivateFiles.Open(part, FileMode.CreateNew, FileShare.Read))
        {
            JsonSerializer.Serialize(stream, next);
            stream.Flush(flushToDisk: true);
        }

        File.Move(part, path, overwrite: true);
        kept = next;
    }

    private static Kept? Read(string path)
    {
        try
        {
            return File.Exists(path) ? JsonSerializer.Deserialize<Kept>(File.ReadAllText(path)) : null;
        }
        catch (JsonException)
        {
            // Unreadable is as good as none: nobody gets in with it, and the next start with --lan makes another.
            return null;
        }
    }

    /// <param name="Hash">Of the passcode.</param>
    /// <param name="Stamp">Of the sessions that are good.</param>
    /// <param name="Ended">Sessions that were ended one by one; missing in files of earlier versions.</param>
    private sealed record Kept(string Hash, Guid Stamp, IReadOnlyList<EndedSession>? Ended);

    private sealed record EndedSession(string Session, DateTimeOffset Until);
}
