using Microsoft.Data.Sqlite;
using YieldingLoop.Store.Backup;

namespace YieldingLoop.Store;

/// <summary>
/// Looks after the database while a server has it open. It keeps one connection, so that the log beside the file lasts
/// as long as the server; moves the log into the file whenever nobody writes, so that the file alone is never more than
/// a minute old; and tells whether the files are still those it opened.
/// </summary>
/// <param name="path">The database.</param>
/// <param name="backups">Where a database that lost its name is saved to.</param>
public sealed class DatabaseKeeper(string path, Backups backups) : IDisposable
{
    /// <summary>Name of the file that says the folder is open, and at which address. It outlives a kill, and so tells the next start of one.</summary>
    public const string OpenMark = "workroom.open";

    /// <summary>How long nobody has to have written before the log is moved, and after how long it is moved in any case.</summary>
    public static readonly TimeSpan Quiet = TimeSpan.FromSeconds(3), AtLatest = TimeSpan.FromSeconds(45);

    private readonly Lock keeping = new();
    private readonly string log = path + "-wal";
    private SqliteConnection? connection;

    /// <summary>How both files stood when they were last looked at; null while nothing is open. Replaced, never changed.</summary>
    private Seen? seen;

    private string Mark => Path.Combine(Path.GetDirectoryName(path)!, OpenMark);

    /// <summary>Whether a server had the folder open and did not close it.</summary>
    public static bool WasLeftOpen(string folder) => File.Exists(Path.Combine(folder, OpenMark));

    /// <summary>The address of the server that has the folder open; null where it left none.</summary>
    public static string? AddressIn(string folder)
    {
        try
        {
            return File.ReadAllText(Path.Combine(folder, OpenMark)) is { Length: > 0 } address ? address : null;
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            return null;
        }
    }

    /// <summary>Forgets that the folder was left open, once it is known that nothing was lost.</summary>
    public static void ForgetLeftOpen(string folder) => File.Delete(Path.Combine(folder, OpenMark));

    /// <summary>Begins to look after a database that is whole and up to date.</summary>
    /// <param name="address">Where its server answers.</param>
    public void Open(string address)
    {
        lock (keeping)
        {
            Close();
            connection = new SqliteConnection(new SqliteConnectionStringBuilder { DataSource = path, Pooling = false, DefaultTimeout = 1 }.ToString());
            connection.Open();
            // The first look makes log and index; only then can the mark say that they have to be there.
            DatabaseCheck.Ask(connection, "SELECT count(*) FROM sqlite_master");
            Checkpoint();
            ForgetLeftOpen(Path.GetDirectoryName(path)!);
            PrivateFiles.Create(Mark);
            File.WriteAllText(Mark, address);
        }
    }

    /// <summary>Moves the log into the file where nobody has written for a while, or where it is time.</summary>
    /// <param name="sinceLast">How long ago it was last done.</param>
    /// <returns>Whether the file now holds everything.</returns>
    public bool CheckpointWhereQuiet(TimeSpan sinceLast)
    {
        lock (keeping)
        {
            if (connection is null || FileIdentity.Of(log) is not { Length: > 0 })
            {
                return connection is not null;
            }

            var queue = WriteTurn.Of(path);
            var whole = false;
            return (queue.Quiet >= Quiet || sinceLast >= AtLatest) && queue.TryBetween(() => whole = Checkpoint()) && whole;
        }
    }

    /// <summary>Whether log and file are still those that were opened, and no shorter. Costs two looks at a folder, and waits for nobody unless something is wrong.</summary>
    public bool StillThere()
    {
        if (Volatile.Read(ref seen) is not { } known)
        {
            return true;
        }

        if (Look() is { } now && now.Follows(known))
        {
            // Where the log was moved just now, how it stood before is of no interest.
            Interlocked.CompareExchange(ref seen, now, known);
            return true;
        }

        // The log may just be moved and begin anew: looked at again, once that is done.
        lock (keeping)
        {
            return seen is not { } still || (Look() is { } then && then.Follows(still));
        }
    }

    private Seen? Look() => FileIdentity.Of(path) is { } file && FileIdentity.Of(log) is { } written ? new Seen(file, written) : null;

    /// <summary>Saves what was taken away through the connection that still has it open.</summary>
    /// <returns>The copy; null where what is left is not whole.</returns>
    public BackupFile? SaveTakenAway()
    {
        lock (keeping)
        {
            try
            {
                return connection is null ? null : backups.Make(BackupReason.Rescued, connection);
            }
            catch (Exception e) when (e is SqliteException or IOException or UnauthorizedAccessException)
            {
                return null;
            }
        }
    }

    /// <summary>Lets go of the database without a word to the next start.</summary>
    public void LetGo()
    {
        lock (keeping)
        {
            Close();
            WorkroomDatabase.ClosePooled(path);
        }
    }

    /// <summary>Closes the database: everything in the one file, and no mark.</summary>
    public void Dispose()
    {
        lock (keeping)
        {
            if (connection is null)
            {
                return;
            }

            var whole = StillThere() && Checkpoint();
            LetGo();
            // Where somebody still reads, the log stays; so does the mark then, unless the log is empty.
            if (whole && FileIdentity.Of(log) is null or { Length: 0 })
            {
                File.Delete(Mark);
            }
        }
    }

    private void Close()
    {
        Volatile.Write(ref seen, null);
        connection?.Dispose();
        connection = null;
    }

    /// <summary>Moves the log into the file, and notes how both stand afterwards.</summary>
    private bool Checkpoint()
    {
        try
        {
            // Most of it without holding anybody up; then the little that came meanwhile, and the log begins anew.
            DatabaseCheck.Ask(connection!, "PRAGMA wal_checkpoint(PASSIVE)");
            var whole = DatabaseCheck.Ask(connection!, "PRAGMA wal_checkpoint(TRUNCATE)") == "0";
            Volatile.Write(ref seen, Look() ?? seen);
            return whole;
        }
        catch (SqliteException e) when (StorageFault.Of(e) is not null)
        {
            // A full or failing disk: the log stays, which is what it is for.
            return false;
        }
    }

    /// <summary>Both files at one moment.</summary>
    private sealed record Seen(FileIdentity File, FileIdentity Written)
    {
        /// <summary>Whether these are the same files, and no shorter.</summary>
        public bool Follows(Seen before) =>
            File.Number == before.File.Number && Written.Number == before.Written.Number
            && File.Length >= before.File.Length && Written.Length >= before.Written.Length;
    }
}
