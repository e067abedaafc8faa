using YieldingLoop.Store;

namespace YieldingLoop.Web.Startup;

/// <summary>
/// Holds the data folder for this server, moves the log into the database when nobody writes, and closes both when the
/// server stops: the last thing it does.
/// </summary>
internal sealed class WorkroomLife(DataFolder data, DatabaseKeeper keeper, Rescue rescue, StorageWindow window, TimeProvider clock) : BackgroundService
{
    private static readonly TimeSpan Between = TimeSpan.FromSeconds(2), Patience = TimeSpan.FromSeconds(10);

    private FolderLock? held;

    /// <summary>Takes the folder.</summary>
    /// <exception cref="FolderInUseException">Another server has it.</exception>
    public void TakeFolder() => held = FolderLock.Take(
        data.Path, Patience,
        () => Console.Out.WriteLine($"Another Yielding Loop has {data.Path} open; waiting for it to end …"),
        () => DatabaseKeeper.AddressIn(data.Path));

    public override async Task StopAsync(CancellationToken cancellationToken)
    {
        await base.StopAsync(cancellationToken);
        LetGo();
    }

    public override void Dispose()
    {
        LetGo();
        base.Dispose();
    }

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        var last = clock.GetUtcNow();
        while (!stoppingToken.IsCancellationRequested)
        {
            try
            {
                await Task.Delay(Between, clock, stoppingToken);
            }
            catch (OperationCanceledException)
            {
                return;
            }

            try
            {
                rescue.SeeAfter();
                if (!rescue.Needed && keeper.CheckpointWhereQuiet(clock.GetUtcNow() - last))
                {
                    last = clock.GetUtcNow();
                }
            }
            catch (Exception e) when (StorageFault.Of(e) is { } trouble)
            {
                // What the disk does now it may not do in two seconds; the server stays up for whoever reads.
                window.Say(trouble);
            }
        }
    }

    private void LetGo()
    {
        keeper.Dispose();
        held?.Dispose();
        held = null;
    }
}
