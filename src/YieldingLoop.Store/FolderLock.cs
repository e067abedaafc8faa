namespace YieldingLoop.Store;

/// <summary>The data folder is open in another server.</summary>
public sealed class FolderInUseException(string folder, string? by)
    : Exception($"The data folder {folder} is open in another Yielding Loop{(by is null ? "" : $" at {by}")}. Stop that one, or choose another folder with --data.");

/// <summary>
/// Keeps a data folder to one server. The system lets go of it when the process ends, however it ends, so that nothing
/// is left to clear away after a kill.
/// </summary>
public sealed class FolderLock : IDisposable
{
    /// <summary>Name of the file that is locked; what stands in it is nothing.</summary>
    public const string FileName = "workroom.lock";

    private const int Between = 100;

    private readonly FileStream held;

    private FolderLock(FileStream held) => this.held = held;

    /// <summary>Takes the folder; waits while another server has it, which may be just ending.</summary>
    /// <param name="folder">The data folder.</param>
    /// <param name="patience">How long to wait.</param>
    /// <param name="waiting">Called once, when the waiting begins.</param>
    /// <param name="by">Address of the server that has it, where it is known.</param>
    /// <exception cref="FolderInUseException">It was not let go in time.</exception>
    public static FolderLock Take(string folder, TimeSpan patience, Action waiting, Func<string?> by)
    {
        for (var waited = TimeSpan.Zero; ; waited += TimeSpan.FromMilliseconds(Between))
        {
            if (TryTake(folder) is { } taken)
            {
                return taken;
            }

            if (waited >= patience)
            {
                throw new FolderInUseException(folder, by());
            }

            if (waited == TimeSpan.Zero)
            {
                waiting();
            }

            Thread.Sleep(Between);
        }
    }

    /// <summary>Takes the folder; null where another server has it.</summary>
    public static FolderLock? TryTake(string folder)
    {
        var path = Path.Combine(folder, FileName);
        try
        {
            return new FolderLock(PrivateFiles.Open(path, FileMode.OpenOrCreate, FileShare.None));
        }
        catch (IOException e) when (e.GetType() == typeof(IOException) && File.Exists(path) && !IsFull(e))
        {
            return null;
        }
    }

    public void Dispose() => held.Dispose();

    private static bool IsFull(IOException e) => StorageFault.Of(e) == StorageTrouble.Full;
}
