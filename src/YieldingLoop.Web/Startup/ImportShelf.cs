using YieldingLoop.Store;

namespace YieldingLoop.Web.Startup;

/// <summary>
/// Keeps files that somebody wants to take in, from when they came until they are taken in or a day has passed. They lie in the data
/// folder under names of this program's own making; what a file was called is only ever shown.
/// </summary>
public sealed class ImportShelf(DataFolder data, TimeProvider clock)
{
    /// <summary>How long a file waits.</summary>
    public static readonly TimeSpan Waits = TimeSpan.FromDays(1);

    /// <summary>Most bytes of all files that wait; whoever sends more lets the oldest go.</summary>
    private const long MostBytes = 512L * 1024 * 1024;

    private const string Ending = ".upload", NameEnding = ".name";

    private string Folder => Path.Combine(data.Path, "imports");

    /// <summary>Keeps a file.</summary>
    /// <returns>What it is asked for by.</returns>
    public async Task<Guid> KeepAsync(Stream file, string name, CancellationToken stop)
    {
        PrivateFiles.Folder(Folder);
        Sweep();
        var key = Guid.NewGuid();
        var path = PathOf(key);
        try
        {
            PrivateFiles.Create(path);
            await using (var kept = new FileStream(path, FileMode.Truncate, FileAccess.Write))
            {
                await file.CopyToAsync(kept, stop);
            }

            await File.WriteAllTextAsync(path + NameEnding, name, stop);
        }
        catch
        {
            Drop(key);
            throw;
        }

        return key;
    }

    /// <summary>A file that goes as soon as it is closed.</summary>
    public FileStream Aside()
    {
        PrivateFiles.Folder(Folder);
        var path = Path.Combine(Folder, $"{Guid.NewGuid():N}.out");
        PrivateFiles.Create(path);
        return new FileStream(path, FileMode.Truncate, FileAccess.ReadWrite, FileShare.None, 81920, FileOptions.DeleteOnClose | FileOptions.Asynchronous);
    }

    /// <summary>Where a file lies and what it was called; null where it is not here any more.</summary>
    public (string Path, string Name)? Find(Guid key) => PathOf(key) is var path && File.Exists(path) && File.Exists(path + NameEnding) ? (path, File.ReadAllText(path + NameEnding)) : null;

    /// <summary>Lets go of a file.</summary>
    public void Drop(Guid key)
    {
        File.Delete(PathOf(key));
        File.Delete(PathOf(key) + NameEnding);
    }

    private void Sweep()
    {
        var room = MostBytes;
        foreach (var left in new DirectoryInfo(Folder).GetFiles("*.out").Where(f => clock.GetUtcNow() - f.LastWriteTimeUtc > Waits))
        {
            // What a kill left lying.
            left.Delete();
        }

        foreach (var file in new DirectoryInfo(Folder).GetFiles("*" + Ending).OrderByDescending(f => f.LastWriteTimeUtc))
        {
            room -= file.Length;
            if ((room < 0 || clock.GetUtcNow() - file.LastWriteTimeUtc > Waits) && Guid.TryParse(Path.GetFileNameWithoutExtension(file.Name), out var key))
            {
                Drop(key);
            }
        }
    }

    private string PathOf(Guid key) => Path.Combine(Folder, key.ToString("N") + Ending);
}
