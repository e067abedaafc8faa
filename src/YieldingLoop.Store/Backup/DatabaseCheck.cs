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
}

/// <summary>Tells a whole database file from a damaged one.</summary>
public static class DatabaseCheck
{
    /// <summary>Reads every page once and checks that they agree; opens nothing for longer than that.</summary>
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
            return Ask(connection, "PRAGMA quick_check(1)") == "ok" ? DatabaseState.Good : DatabaseState.Damaged;
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

    private const int Corrupt = 11, NotADatabase = 26;
}
