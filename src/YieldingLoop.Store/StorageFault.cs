using Microsoft.Data.Sqlite;

namespace YieldingLoop.Store;

/// <summary>What can be the matter with the place the workroom is kept in.</summary>
public enum StorageTrouble
{
    /// <summary>The disk has no room left.</summary>
    Full,

    /// <summary>The disk or the file cannot be written to.</summary>
    ReadOnly,

    /// <summary>Another program holds the database.</summary>
    Locked,

    /// <summary>The disk did not do what it was asked.</summary>
    Failing,

    /// <summary>What stands in the file contradicts itself.</summary>
    Damaged,
}

/// <summary>The workroom was being written to for longer than anybody should wait.</summary>
public sealed class WorkroomBusyException() : Exception("The workroom was being written to all the time.");

/// <summary>Tells from a fault what is the matter with the place the workroom is kept in.</summary>
public static class StorageFault
{
    // SQLite's primary result codes, sqlite.org/rescode.html.
    private const int Busy = 5, Locked = 6, ReadOnly = 8, InputOutput = 10, Corrupt = 11, Full = 13, CannotOpen = 14, NotADatabase = 26;

    // errno of Linux, which .NET keeps in the low bits of HResult; of SQLite's ENOSPC it makes a code of its own.
    private const int NoSpace = 28, NoQuota = 122, ReadOnlyDisk = 30, DeviceError = 5;

    /// <summary>What is the matter; null where the fault is none of the disk's.</summary>
    public static StorageTrouble? Of(Exception? fault) => fault switch
    {
        null => null,
        WorkroomBusyException => StorageTrouble.Locked,
        SqliteException sqlite => sqlite.SqliteErrorCode switch
        {
            Busy or Locked => StorageTrouble.Locked,
            ReadOnly => StorageTrouble.ReadOnly,
            InputOutput => StorageTrouble.Failing,
            CannotOpen => StorageTrouble.Failing,
            Full => StorageTrouble.Full,
            Corrupt or NotADatabase => StorageTrouble.Damaged,
            _ => null,
        },
        IOException { HResult: NoSpace or NoQuota } => StorageTrouble.Full,
        IOException { HResult: ReadOnlyDisk } => StorageTrouble.ReadOnly,
        IOException { HResult: DeviceError } => StorageTrouble.Failing,
        AggregateException many => many.InnerExceptions.Select(Of).FirstOrDefault(t => t is not null),
        _ => Of(fault.InnerException),
    };
}
