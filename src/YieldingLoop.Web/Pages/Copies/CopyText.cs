using System.Globalization;
using YieldingLoop.Store;
using YieldingLoop.Store.Backup;
using YieldingLoop.Web.Startup;

namespace YieldingLoop.Web.Pages.Copies;

/// <summary>A copy in words.</summary>
public static class CopyText
{
    public static string Why(BackupReason reason) => reason switch
    {
        BackupReason.ByHand => "made by hand",
        BackupReason.Daily => "copy of the day",
        BackupReason.BeforeRestore => "replaced by a restore",
        BackupReason.Rescued => "saved when its file was taken away",
        _ => "before a new version",
    };

    /// <summary>What kept a copy from being made or restored; nothing of where in the program, and no path.</summary>
    public static string Fault(Exception e) => StorageFault.Of(e) is { } trouble ? StorageWords.What(trouble) : "The disk refused it.";

    public static string Size(long bytes) => bytes < 1_000_000
        ? $"{Math.Max(1, bytes / 1000).ToString(CultureInfo.InvariantCulture)} kB"
        : $"{(bytes / 1e6).ToString("0.0", CultureInfo.InvariantCulture)} MB";
}
