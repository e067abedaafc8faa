using System.Globalization;
using Microsoft.Data.Sqlite;
using YieldingLoop.Store.Records;

namespace YieldingLoop.Store.Backup;

/// <summary>What a restore would do to one kind of record.</summary>
/// <param name="Kind">Which.</param>
/// <param name="Goes">Names of records that came after the copy.</param>
/// <param name="Changes">Names of records that go back to how they were.</param>
/// <param name="ComesBack">Names of records only the copy holds.</param>
public sealed record RestoreEffect(RecordKind Kind, IReadOnlyList<string> Goes, IReadOnlyList<string> Changes, IReadOnlyList<string> ComesBack);

/// <summary>What a restore would do.</summary>
/// <param name="Effects">By kind of record; kinds nothing happens to are left out.</param>
/// <param name="Settings">Whether the settings go back to how they were.</param>
public sealed record RestorePreview(IReadOnlyList<RestoreEffect> Effects, bool Settings)
{
    public bool ChangesNothing => Effects.Count == 0 && !Settings;
}

/// <summary>A copy cannot be restored, and its message says why.</summary>
public sealed class UnfitCopyException(string reason) : Exception(reason);

/// <summary>
/// Puts a copy in the place of the workroom. The records change over in one transaction on the running database:
/// whoever reads meanwhile sees the old or the new, and a power cut leaves the one or the other.
/// </summary>
public static class Restoring
{
    /// <summary>In the order of who refers to whom. Unfinished forms stay with the person who is typing them; everything else is the copy's.</summary>
    private static readonly string[] Tables = ["Photos", .. RecordKinds.All.Select(t => t.Table), "SeatedNeedles", "Settings"];

    /// <summary>A copy on its way into the database's place, and what could still be read of a database whose log was lost.</summary>
    internal const string PartEnding = ".part", ReadableEnding = ".readable";

    /// <summary>A database with what may lie in its log.</summary>
    private static readonly string[] WithLog = ["", "-wal"];

    /// <summary>Why a copy cannot be restored, or null where it can: it is whole, this version can bring it up to date, and every record in it can be read.</summary>
    public static string? WhyNot(Backups backups, BackupFile copy)
    {
        try
        {
            return WithCopy(backups, copy, _ => (string?)null);
        }
        catch (UnfitCopyException e)
        {
            return e.Message;
        }
    }

    /// <summary>What restoring a copy would change, against the workroom as it stands.</summary>
    /// <exception cref="UnfitCopyException">The copy cannot be restored; see <see cref="WhyNot"/>.</exception>
    public static RestorePreview Preview(Backups backups, BackupFile copy) => WithCopyAttached(backups, copy, connection =>
    {
        var effects = new List<RestoreEffect>();
        foreach (var type in RecordKinds.All)
        {
            var (table, differs) = (type.Table, Differs(connection, type.Table));
            // What comes and goes with another record is named with that one.
            var byItself = type.ComesWith is null;
            var effect = new RestoreEffect(
                type.Kind,
                byItself ? Names(connection, $"SELECT Name FROM main.{table} WHERE Id NOT IN (SELECT Id FROM copy.{table}) ORDER BY Name") : [],
                Names(connection, $"SELECT l.Name FROM main.{table} l JOIN copy.{table} c ON c.Id = l.Id WHERE {differs} ORDER BY l.Name"),
                byItself ? Names(connection, $"SELECT Name FROM copy.{table} WHERE Id NOT IN (SELECT Id FROM main.{table}) ORDER BY Name") : []);
            if (effect.Goes.Count + effect.Changes.Count + effect.ComesBack.Count > 0)
            {
                effects.Add(effect);
            }
        }

        var settings = DatabaseCheck.Ask(connection, "SELECT coalesce((SELECT Settings FROM main.Settings), '') <> coalesce((SELECT Settings FROM copy.Settings), '')") == "1";
        return new RestorePreview(effects, settings);
    });

    /// <summary>Restores a copy, as one write among the others.</summary>
    /// <inheritdoc cref="Restore"/>
    public static Task<BackupFile> RestoreAsync(Backups backups, BackupFile copy) => WriteTurn.Of(backups.DatabasePath).TakeAsync(() => Task.FromResult(Restore(backups, copy)));

    /// <summary>Restores a copy.</summary>
    /// <returns>A copy of what was replaced.</returns>
    /// <exception cref="UnfitCopyException">The copy cannot be restored; see <see cref="WhyNot"/>.</exception>
    public static BackupFile Restore(Backups backups, BackupFile copy) => WithCopyAttached(backups, copy, connection =>
    {
        // Nobody else writes from here on, so that the copy set aside is exactly what is replaced.
        Do(connection, "BEGIN IMMEDIATE");
        // Versions of a set-up refer to one another in their own table: what refers to what is looked at once all is in place.
        Do(connection, "PRAGMA defer_foreign_keys = ON");
        try
        {
            var replaced = backups.Make(BackupReason.BeforeRestore);
            // A form opened before the restore must not pass for one opened after it: what differs moves on to a version nobody has seen.
            foreach (var table in Tables)
            {
                Do(connection, $"CREATE TEMP TABLE Lifted{table} AS SELECT l.Id AS Id, max(l.Version, c.Version) + 1 AS Version FROM main.{table} l JOIN copy.{table} c ON c.Id = l.Id WHERE {Differs(connection, table)}");
            }

            foreach (var table in Tables.Reverse())
            {
                Do(connection, $"DELETE FROM main.{table}");
            }

            foreach (var table in Tables)
            {
                var columns = string.Join(", ", Columns(connection, table));
                Do(connection, $"INSERT INTO main.{table} ({columns}) SELECT {columns} FROM copy.{table}");
                Do(connection, $"UPDATE main.{table} SET Version = (SELECT Version FROM temp.Lifted{table} l WHERE l.Id = {table}.Id) WHERE Id IN (SELECT Id FROM temp.Lifted{table})");
                Do(connection, $"DROP TABLE temp.Lifted{table}");
            }

            Do(connection, "COMMIT");
            return replaced;
        }
        catch
        {
            Do(connection, "ROLLBACK");
            throw;
        }
    });

    /// <summary>Sets a damaged database aside under a name of its own and puts a copy in its place. Nothing may have it open.</summary>
    /// <param name="backups">Where the database and its copies lie.</param>
    /// <param name="source">The copy, or null to start with an empty workroom.</param>
    /// <param name="clock">Names the file set aside.</param>
    /// <returns>Where the damaged file lies now.</returns>
    public static string ReplaceDamaged(Backups backups, string? source, TimeProvider clock)
    {
        SqliteConnection.ClearAllPools();
        var database = backups.DatabasePath;
        var part = database + PartEnding;
        if (source is not null)
        {
            WorkroomDatabase.DeleteWhole(part);
            Backups.CopyWhole(source, part);
        }

        var aside = database[..^".db".Length] + clock.GetUtcNow().UtcDateTime.ToString("'-damaged-'yyyyMMdd'T'HHmmss'Z.db'", CultureInfo.InvariantCulture);
        // The log belongs to the file it lies beside; left where it is, it would be played into the copy.
        foreach (var end in WriteAheadLog.Beside.Prepend("").Reverse().Where(end => File.Exists(database + end)))
        {
            File.Move(database + end, aside + end, overwrite: true);
        }

        if (source is not null)
        {
            File.Move(part, database);
        }

        return aside;
    }

    /// <summary>Saves what can still be read of a database whose log was lost; the files themselves are left as they are. Nobody may have it open.</summary>
    /// <returns>Where it lies, and how it is without what was lost; only what is good lies anywhere.</returns>
    public static (string? Path, DatabaseState State) SaveReadable(Backups backups)
    {
        var readable = backups.DatabasePath + ReadableEnding;
        WorkroomDatabase.DeleteWhole(readable);
        foreach (var end in WithLog.Where(end => File.Exists(backups.DatabasePath + end)))
        {
            PrivateFiles.Create(readable + end);
            File.Copy(backups.DatabasePath + end, readable + end, overwrite: true);
        }

        // Opening it lets SQLite play in what the log still holds.
        var state = DatabaseCheck.Of(readable);
        if (state == DatabaseState.Good)
        {
            return (readable, state);
        }

        WorkroomDatabase.DeleteWhole(readable);
        return (null, state);
    }

    /// <summary>Runs work on the live database with a copy beside it that has been brought up to date.</summary>
    private static T WithCopyAttached<T>(Backups backups, BackupFile copy, Func<SqliteConnection, T> work) => WithCopy(backups, copy, scratch =>
    {
        using var connection = new SqliteConnection(new SqliteConnectionStringBuilder { DataSource = backups.DatabasePath, ForeignKeys = true, Pooling = false, DefaultTimeout = 10 }.ToString());
        connection.Open();
        Do(connection, "ATTACH DATABASE $path AS copy", ("$path", scratch));
        return work(connection);
    });

    /// <summary>Runs work on a copy of a copy that has been brought up to date and looked through, and is thrown away afterwards.</summary>
    private static T WithCopy<T>(Backups backups, BackupFile copy, Func<string, T> work)
    {
        switch (DatabaseCheck.Of(copy.Path))
        {
            case DatabaseState.Good:
                break;
            case DatabaseState.NoWorkroom:
                throw new UnfitCopyException("This file does not hold a workroom.");
            default:
                throw new UnfitCopyException("This copy is damaged.");
        }

        if (WorkroomDatabase.IsNewer(WorkroomDatabase.Applied(copy.Path)))
        {
            throw new UnfitCopyException("This copy was made by a newer version of Yielding Loop.");
        }

        var scratch = backups.Scratch();
        try
        {
            Backups.CopyWhole(copy.Path, scratch);
            WorkroomDatabase.BringUpToDate(scratch);
            using (var context = WorkroomDatabase.ContextOn(scratch))
            {
                if (Legibility.FirstIllegible(context) is { } record)
                {
                    throw new UnfitCopyException($"This copy holds a record that cannot be read: {record}.");
                }
            }

            return work(scratch);
        }
        finally
        {
            WorkroomDatabase.DeleteWhole(scratch);
        }
    }

    /// <summary>Condition under which a row of the live table says something else than the copy's row of the same number.</summary>
    private static string Differs(SqliteConnection connection, string table) =>
        string.Join(" OR ", Columns(connection, table).Where(c => c is not "\"Version\"" and not "\"Id\"" and not "\"ChangedAt\"").Select(c => $"l.{c} IS NOT c.{c}"));

    private static List<string> Columns(SqliteConnection connection, string table) =>
        [.. Names(connection, $"SELECT name FROM pragma_table_info('{table}') ORDER BY cid").Select(c => $"\"{c}\"")];

    private static List<string> Names(SqliteConnection connection, string question)
    {
        using var command = connection.CreateCommand();
        command.CommandText = question;
        using var reader = command.ExecuteReader();
        var names = new List<string>();
        while (reader.Read())
        {
            names.Add(reader.GetString(0));
        }

        return names;
    }

    private static void Do(SqliteConnection connection, string statement, params (string Name, string Value)[] values)
    {
        using var command = connection.CreateCommand();
        command.CommandText = statement;
        foreach (var (name, value) in values)
        {
            command.Parameters.AddWithValue(name, value);
        }

        command.ExecuteNonQuery();
    }
}
