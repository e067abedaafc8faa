using YieldingLoop.Store;

namespace YieldingLoop.Web.Startup;

/// <summary>What is the matter with the disk, in words a person can act on.</summary>
public static class StorageWords
{
    /// <summary>What is the matter.</summary>
    public static string What(StorageTrouble trouble) => trouble switch
    {
        StorageTrouble.Full => "The disk is full.",
        StorageTrouble.ReadOnly => "The workroom’s file cannot be written to.",
        StorageTrouble.Locked => "Another program is holding the workroom’s file.",
        StorageTrouble.Failing => "The disk does not do what it is asked.",
        _ => "The workroom’s file is damaged.",
    };

    /// <summary>What to do about it.</summary>
    /// <param name="trouble">What is the matter.</param>
    /// <param name="then">What is to be done again afterwards.</param>
    public static string Remedy(StorageTrouble trouble, string then = "send it") => trouble switch
    {
        StorageTrouble.Full => $"Make room on the disk the workroom lies on, then {then} again.",
        StorageTrouble.ReadOnly => $"The disk or the folder is set to read only, or belongs to another user. Put that right, then {then} again.",
        StorageTrouble.Locked => $"A copying or database program may be at work on it. Close that, or wait until it is done, then {then} again.",
        StorageTrouble.Failing => $"It may be pulled out, or worn out. Look to the disk first, copy the workroom’s folder to another, then {then} again.",
        _ => "Stop and start the workroom: it then offers the newest good copy.",
    };

    /// <summary>How it is answered over HTTP.</summary>
    public static int Status(StorageTrouble trouble) => trouble == StorageTrouble.Full ? StatusCodes.Status507InsufficientStorage : StatusCodes.Status503ServiceUnavailable;
}

/// <summary>Says in the server's window what is the matter with the disk, not more often than somebody would read it.</summary>
public sealed class StorageWindow(DataFolder data, TimeProvider clock)
{
    private static readonly TimeSpan Between = TimeSpan.FromMinutes(1);

    private readonly Lock saying = new();
    private readonly Dictionary<string, DateTimeOffset> said = [];

    /// <summary>Where it is said.</summary>
    public TextWriter Out { get; set; } = Console.Error;

    public void Say(StorageTrouble trouble) => Say($"{StorageWords.What(trouble)} Nothing was saved just now. It lies in {data.Path}.");

    public void Say(string line)
    {
        lock (saying)
        {
            var now = clock.GetUtcNow();
            if (!said.TryGetValue(line, out var last) || now - last >= Between)
            {
                said[line] = now;
                Out.WriteLine(line);
            }
        }
    }
}
