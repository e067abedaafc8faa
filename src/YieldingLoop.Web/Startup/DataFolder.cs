using YieldingLoop.Store;

namespace YieldingLoop.Web.Startup;

/// <summary>Where this server keeps its data.</summary>
public sealed record DataFolder(string Path)
{
    private const string ProbeName = ".write-";

    public string DatabasePath => System.IO.Path.Combine(Path, WorkroomDatabase.FileName);

    public string PasscodePath => System.IO.Path.Combine(Path, "passcode.json");

    public string LogsPath => System.IO.Path.Combine(Path, "logs");

    public string KeysPath => System.IO.Path.Combine(Path, "keys");

    /// <summary>The folder of the configuration, or the usual one of this user.</summary>
    public static DataFolder From(IConfiguration configuration)
    {
        if (configuration["data"] is { Length: > 0 } given)
        {
            return new DataFolder(System.IO.Path.GetFullPath(given));
        }

        var home = Environment.GetEnvironmentVariable("XDG_DATA_HOME") is { Length: > 0 } xdg
            ? xdg
            : System.IO.Path.Combine(Environment.GetFolderPath(Environment.SpecialFolder.UserProfile), ".local", "share");
        return new DataFolder(System.IO.Path.Combine(home, "yielding-loop"));
    }

    /// <summary>Makes the folder and proves that it can be written.</summary>
    public void Prepare()
    {
        try
        {
            PrivateFiles.OnlyForOwner();
            if (!Directory.Exists(Path))
            {
                PrivateFiles.Folder(Path);
            }

            foreach (var left in Directory.GetFiles(Path, $"{ProbeName}*"))
            {
                File.Delete(left);
            }

            PrivateFiles.Folder(KeysPath);
            PrivateFiles.Folder(LogsPath);
            PrivateFiles.Tighten(Directory.GetFiles(KeysPath));
            var probe = System.IO.Path.Combine(Path, $"{ProbeName}{Environment.ProcessId}");
            // A byte, since an empty file fits on a full disk.
            File.WriteAllText(probe, "?");
            File.Delete(probe);
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            throw new DataFolderException(e.Message, e);
        }
    }
}
