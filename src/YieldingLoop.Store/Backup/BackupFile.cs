using System.Globalization;
using System.Text.RegularExpressions;

namespace YieldingLoop.Store.Backup;

/// <summary>Why a copy was made.</summary>
public enum BackupReason
{
    /// <summary>The user asked for it. Kept until the user removes it.</summary>
    ByHand,

    /// <summary>The copy of the day. Kept for <see cref="Backups.DailyDays"/> days.</summary>
    Daily,

    /// <summary>What a restore replaced. Kept.</summary>
    BeforeRestore,

    /// <summary>As it was before a newer version of the program brought it up to date. Kept.</summary>
    BeforeMigration,

    /// <summary>Saved while the database's own file was taken away. Kept.</summary>
    Rescued,
}

/// <summary>A copy of the workroom.</summary>
/// <param name="Path">Where it lies.</param>
/// <param name="MadeAt">When it was made, by its name.</param>
/// <param name="Reason">Why.</param>
/// <param name="Bytes">Its size.</param>
public sealed partial record BackupFile(string Path, DateTimeOffset MadeAt, BackupReason Reason, long Bytes)
{
    private const string Stamp = "yyyyMMdd'T'HHmmssfff'Z'";

    private static readonly Dictionary<string, BackupReason> Reasons = new(StringComparer.Ordinal)
    {
        ["by-hand"] = BackupReason.ByHand, ["daily"] = BackupReason.Daily, ["before-restore"] = BackupReason.BeforeRestore, ["before-migration"] = BackupReason.BeforeMigration,
        ["rescued"] = BackupReason.Rescued,
    };

    /// <summary>Its file name, which is also what it is called by.</summary>
    public string Name => System.IO.Path.GetFileName(Path);

    /// <summary>The copy a file holds; null where its name is not that of a copy.</summary>
    public static BackupFile? Of(FileInfo file) =>
        NameOfACopy().Match(file.Name) is { Success: true } match
        && Reasons.TryGetValue(match.Groups[2].Value, out var reason)
        && DateTimeOffset.TryParseExact(match.Groups[1].Value, Stamp, CultureInfo.InvariantCulture, DateTimeStyles.AssumeUniversal, out var made)
            ? new BackupFile(file.FullName, made, reason, file.Length)
            : null;

    internal static string NameFor(DateTimeOffset moment, BackupReason reason) =>
        $"workroom-{moment.UtcDateTime.ToString(Stamp, CultureInfo.InvariantCulture)}-{Reasons.First(r => r.Value == reason).Key}.db";

    [GeneratedRegex(@"^workroom-(\d{8}T\d{9}Z)-([a-z-]+)\.db$")]
    private static partial Regex NameOfACopy();
}
