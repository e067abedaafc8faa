using YieldingLoop.Store;

namespace YieldingLoop.Web.Startup;

/// <summary>
/// Keeps files that somebody sent, for as long as they are of use. They lie in the data folder under names of this program's own
/// making; what a file was called is only ever shown.
/// </summary>
/// <param name="folder">Where they lie.</param>
/// <param name="waits">How long a file waits since it was last touched.</param>
/// <param name="mostBytes">Most bytes of all files that wait; whoever sends more lets the oldest go.</param>
/// <param name="clock">The time.</param>
public abstract class UploadShelf(string folder, TimeSpan waits, long mostBytes, TimeProvider clock)
{
    private const string Ending = ".upload", NameEnding = ".name", BesideEnding = ".beside";

    protected string Folder => folder;

    /// <summary>What a file was called, as it is shown.</summary>
    public static string Shown(string name) => new([.. Path.GetFileName(name.Replace('\\', '/')).Where(c => !char.IsControl(c)).Take(80)]);

    /// <summary>Keeps a file.</summary>
    /// <param name="file">The file.</param>
    /// <param name="name">What it was called.</param>
    /// <param name="stop">Breaks off.</param>
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

    /// <summary>Where a file lies and what it was called; null where it is not here any more.</summary>
    public (string Path, string Name)? Find(Guid key) => PathOf(key) is var path && File.Exists(path) && File.Exists(path + NameEnding) ? (path, File.ReadAllText(path + NameEnding)) : null;

    /// <summary>Lets go of a file.</summary>
    public void Drop(Guid key)
    {
        File.Delete(PathOf(key));
        File.Delete(PathOf(key) + NameEnding);
        File.Delete(PathOf(key) + BesideEnding);
    }

    /// <summary>Lays a file in the place of another; what was noted beside that one goes.</summary>
    protected void Rename(Guid from, Guid to)
    {
        File.Delete(PathOf(to) + BesideEnding);
        File.Move(PathOf(from) + NameEnding, PathOf(to) + NameEnding, overwrite: true);
        File.Move(PathOf(from), PathOf(to), overwrite: true);
    }

    /// <summary>What was noted beside a file; null where nothing was.</summary>
    protected string? Beside(Guid key) => File.Exists(PathOf(key) + BesideEnding) ? File.ReadAllText(PathOf(key) + BesideEnding) : null;

    /// <summary>Notes something beside a file, whole or not at all; the file waits from now on.</summary>
    protected void Note(Guid key, string text)
    {
        var path = PathOf(key) + BesideEnding;
        var fresh = $"{path}.{Guid.NewGuid():N}.out";
        PrivateFiles.Create(fresh);
        File.WriteAllText(fresh, text);
        File.Move(fresh, path, overwrite: true);
        File.SetLastWriteTimeUtc(PathOf(key), clock.GetUtcNow().UtcDateTime);
    }

    private void Sweep()
    {
        var room = mostBytes;
        foreach (var left in new DirectoryInfo(Folder).GetFiles("*.out").Where(f => clock.GetUtcNow() - f.LastWriteTimeUtc > waits))
        {
            // What a kill left lying.
            left.Delete();
        }

        foreach (var file in new DirectoryInfo(Folder).GetFiles("*" + Ending).OrderByDescending(f => f.LastWriteTimeUtc))
        {
            room -= file.Length;
            if ((room < 0 || clock.GetUtcNow() - file.LastWriteTimeUtc > waits) && Guid.TryParse(Path.GetFileNameWithoutExtension(file.Name), out var key))
            {
                Drop(key);
            }
        }
    }

    private string PathOf(Guid key) => Path.Combine(Folder, key.ToString("N") + Ending);
}

/// <summary>Files that somebody wants to take in, from when they came until they are taken in or a day has passed.</summary>
public sealed class ImportShelf(DataFolder data, TimeProvider clock) : UploadShelf(Path.Combine(data.Path, "imports"), TimeSpan.FromDays(1), 512L * 1024 * 1024, clock)
{
    /// <summary>A file that goes as soon as it is closed.</summary>
    public FileStream Aside()
    {
        PrivateFiles.Folder(Folder);
        var path = Path.Combine(Folder, $"{Guid.NewGuid():N}.out");
        PrivateFiles.Create(path);
        return new FileStream(path, FileMode.Truncate, FileAccess.ReadWrite, FileShare.None, 81920, FileOptions.DeleteOnClose | FileOptions.Asynchronous);
    }
}
