using Microsoft.Data.Sqlite;

namespace YieldingLoop.Store.Backup;

/// <summary>The state a database file is found in.</summary>
public enum DatabaseState
{
    /// <summary>There is none.</summary>
    Absent,

    /// <summary>Whole.</summary>
    Good,

    /// <summary>Not a database, or one whose pages contradict each other.</summary>
    Damaged,

    /// <summary>A database, but not one that holds a workroom: its tables or its history are not there.</summary>
    NoWorkroom,

    /// <summary>The file is whole, but what was written last and lay in the log beside it is not all there.</summary>
    LogLost,

    /// <summary>It was taken away, replaced or cut short while it was open.</summary>
    TakenAway,
}

/// <summary>Tells a whole database file from a damaged one.</summary>
public static class DatabaseCheck
{
    private const int Corrupt = 11, NotADatabase = 26;

    /// <summary>Reads every page once and checks that they agree, and that a workroom is in it; opens nothing for longer than that.</summary>
    /// <exception cref="SqliteException">The file cannot be read for a reason other than damage.</exception>
    public static DatabaseState Of(string path)
    {
        if (!File.Exists(path))
        {
            return DatabaseState.Absent;
        }

        // SQLite takes an empty file for a new database. Here it is what a power cut can leave of an old one.
        if (new FileInfo(path).Length == 0)
        {
            return DatabaseState.Damaged;
        }

        try
        {
            using var connection = new SqliteConnection(new SqliteConnectionStringBuilder { DataSource = path, Mode = SqliteOpenMode.ReadWrite, Pooling = false }.ToString());
            connection.Open();
            return Ask(connection, "PRAGMA quick_check(1)") != "ok" ? DatabaseState.Damaged
                : HoldsAWorkroom(connection) ? DatabaseState.Good
                : DatabaseState.NoWorkroom;
        }
        catch (SqliteException e) when (e.SqliteErrorCode is Corrupt or NotADatabase)
        {
            return DatabaseState.Damaged;
        }
    }

    internal static string? Ask(SqliteConnection connection, string question)
    {
        using var command = connection.CreateCommand();
        command.CommandText = question;
        return command.ExecuteScalar()?.ToString();
    }

    /// <summary>Whether it says what it has been through, and the tables that brought it are there.</summary>
    private static bool HoldsAWorkroom(SqliteConnection connection)
    {
        if (Ask(connection, "SELECT count(*) FROM sqlite_master WHERE type = 'table' AND name = '__EFMigrationsHistory'") == "0" || Ask(connection, "SELECT count(*) FROM __EFMigrationsHistory") == "0")
        {
            return false;
        }

        // A history without our first step is a later version's, which is for whoever opens it to say.
        return Ask(connection, "SELECT count(*) FROM __EFMigrationsHistory WHERE MigrationId LIKE '%_Initial'") == "0"
            || Ask(connection, "SELECT count(*) FROM sqlite_master WHERE type = 'table' AND name IN ('Cloths', 'Machines', 'Seams', 'Setups')") == "4";
    }
}
