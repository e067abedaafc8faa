using System.Globalization;
using YieldingLoop.Store.Backup;

namespace YieldingLoop.Web.Pages.Copies;

/// <summary>A copy in words.</summary>
public static class CopyText
{
    public static string Why(BackupReason reason) => reason switch
    {
        BackupReason.ByHand => "made by hand",
        BackupReason.Daily => "copy of the day",
        BackupReason.BeforeRestore => "replaced by a restore",
        _ => "before a new version",
    };

    public static string Size(long bytes) => bytes < 1_000_000
        ? $"{Math.Max(1, bytes / 1000).ToString(CultureInfo.InvariantCulture)} kB"
        : $"{(bytes / 1e6).ToString("0.0", CultureInfo.InvariantCulture)} MB";
}
