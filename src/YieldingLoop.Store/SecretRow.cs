namespace YieldingLoop.Store;

/// <summary>A secret that opens something to whoever has it. Only its hash is kept.</summary>
public abstract class SecretRow
{
    public int Id { get; set; }

    /// <summary>Nobody edits it.</summary>
    public int Version { get; set; } = 1;

    /// <summary>Who has it, in the user's words.</summary>
    public required string Name { get; set; }

    /// <summary>SHA-256 of the secret, hexadecimal.</summary>
    public required string Hash { get; set; }

    public DateTimeOffset MadeAt { get; set; }

    /// <summary>When it was revoked; null while it is good.</summary>
    public DateTimeOffset? RevokedAt { get; set; }

    /// <summary>When it was last used; null where it never was.</summary>
    public DateTimeOffset? UsedAt { get; set; }
}

/// <summary>A secret address at which a calendar program reads what is due.</summary>
public sealed class FeedRow : SecretRow;

/// <summary>A key by which a program asks for records over the network.</summary>
public sealed class AccessKeyRow : SecretRow;
