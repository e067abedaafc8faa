using Microsoft.Data.Sqlite;
using YieldingLoop.Store;
using YieldingLoop.Store.Backup;

namespace YieldingLoop.Web.Startup;

/// <summary>Makes the copy of the day: soon after the start, because sessions are short, and every hour it looks whether a new day has begun.</summary>
internal sealed partial class DailyCopies(Backups backups, Rescue rescue, StorageWindow window, TimeProvider clock, ILogger<DailyCopies> log) : BackgroundService
{
    private static readonly TimeSpan FirstAfter = TimeSpan.FromSeconds(3), Between = TimeSpan.FromHours(1);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        for (var wait = FirstAfter; !stoppingToken.IsCancellationRequested; wait = Between)
        {
            try
            {
                await Task.Delay(wait, clock, stoppingToken);
            }
            catch (OperationCanceledException)
            {
                return;
            }

            if (rescue.Needed)
            {
                continue;
            }

            try
            {
                if (backups.MakeDaily() is { } copy)
                {
                    CopyMade(copy.Bytes);
                }
            }
            catch (Exception e) when (e is IOException or UnauthorizedAccessException or SqliteException)
            {
                CopyFailed(e);
                window.Say($"The copy of the day could not be made. {(StorageFault.Of(e) is { } trouble ? StorageWords.What(trouble) : "")}".TrimEnd());
            }
        }
    }

    [LoggerMessage(Level = LogLevel.Information, Message = "Copy of the day made, {Bytes} bytes")]
    private partial void CopyMade(long bytes);

    [LoggerMessage(Level = LogLevel.Error, Message = "The copy of the day could not be made")]
    private partial void CopyFailed(Exception e);
}
