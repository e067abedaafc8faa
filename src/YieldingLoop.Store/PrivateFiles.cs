using System.Runtime.InteropServices;

namespace YieldingLoop.Store;

/// <summary>Files and folders that only their owner reads: what stands in them is a person's, and this machine may have others on it.</summary>
public static class PrivateFiles
{
    private const UnixFileMode OwnersFile = UnixFileMode.UserRead | UnixFileMode.UserWrite, OwnersFolder = OwnersFile | UnixFileMode.UserExecute;

    private const uint OthersRights = 0x3F;

    /// <summary>Whatever this process makes from now on is its owner's alone, also what libraries make.</summary>
    public static void OnlyForOwner()
    {
        if (OperatingSystem.IsLinux())
        {
            _ = Umask(OthersRights);
        }
    }

    /// <summary>Makes a folder where it is missing, and takes everybody else's rights off one that is there.</summary>
    /// <exception cref="IOException">It could not be made.</exception>
    /// <exception cref="UnauthorizedAccessException">It could not be made.</exception>
    public static void Folder(string path)
    {
        if (OperatingSystem.IsWindows())
        {
            Directory.CreateDirectory(path);
            return;
        }

        Directory.CreateDirectory(path, OwnersFolder);
        SetMode(path, OwnersFolder);
    }

    /// <summary>Makes an empty file, before whoever writes it opens it; SQLite gives its logs the mode of their database.</summary>
    public static void Create(string path) => Open(path, FileMode.CreateNew, FileShare.Read).Dispose();

    /// <summary>Opens a file to write to, which is its owner's alone where this makes it.</summary>
    /// <param name="path">The file.</param>
    /// <param name="mode">Whether it has to be there.</param>
    /// <param name="share">What others may do with it meanwhile.</param>
    public static FileStream Open(string path, FileMode mode, FileShare share)
    {
        var options = new FileStreamOptions { Mode = mode, Access = FileAccess.ReadWrite, Share = share };
        if (!OperatingSystem.IsWindows())
        {
            options.UnixCreateMode = OwnersFile;
        }

        return new FileStream(path, options);
    }

    /// <summary>Takes everybody else's rights off files that an earlier version made.</summary>
    public static void Tighten(IEnumerable<string> files)
    {
        foreach (var file in files.Where(File.Exists))
        {
            SetMode(file, OwnersFile);
        }
    }

    [DllImport("libc", EntryPoint = "umask")]
    [DefaultDllImportSearchPaths(DllImportSearchPath.SafeDirectories)]
    private static extern uint Umask(uint mask);

    /// <summary>A file of another owner, or a disk without owners, stays as it is; whether it can be written is another question.</summary>
    private static void SetMode(string path, UnixFileMode mode)
    {
        try
        {
            if (!OperatingSystem.IsWindows() && File.GetUnixFileMode(path) != mode)
            {
                File.SetUnixFileMode(path, mode);
            }
        }
        catch (Exception e) when (e is UnauthorizedAccessException or IOException)
        {
            // Nothing that could be done about it here.
        }
    }
}
