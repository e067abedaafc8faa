using System.Globalization;
using System.Text;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace YieldingLoop.Store.Tests;

/// <summary>A new workroom is made by one script; an older one goes through the migrations. Both end at the same.</summary>
public sealed class SchemaTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("yielding-loop-schema-").FullName;

    public void Dispose() => Directory.Delete(folder, recursive: true);

    [Fact]
    public void A_new_workroom_is_what_all_migrations_make()
    {
        string made = Path.Combine(folder, WorkroomDatabase.FileName), migrated = Path.Combine(folder, "migrated.db");
        Assert.True(WorkroomDatabase.Open(made, TimeProvider.System));
        using (var context = new WorkroomContext(new DbContextOptionsBuilder<WorkroomContext>().UseSqlite(Unpooled(migrated)).Options))
        {
            context.Database.Migrate();
        }

        var expected = Script(migrated);
        var actual = Script(made);
        if (expected != actual)
        {
            var path = Path.Combine(Path.GetTempPath(), "schema.sql");
            File.WriteAllText(path, expected);
            Assert.Fail($"The migrations make something else than schema.sql; what they make was written to {path}.");
        }

        Assert.Equal("0", Ask(made, "SELECT count(*) FROM sqlite_sequence"));
        Assert.Equal(Ask(migrated, "PRAGMA user_version") + Ask(migrated, "PRAGMA page_size") + Ask(migrated, "PRAGMA auto_vacuum"), Ask(made, "PRAGMA user_version") + Ask(made, "PRAGMA page_size") + Ask(made, "PRAGMA auto_vacuum"));
        Assert.Equal("wal", Ask(made, "PRAGMA journal_mode"));
    }

    private static string? Ask(string path, string question)
    {
        using var connection = new SqliteConnection(Unpooled(path));
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = question;
        return Convert.ToString(command.ExecuteScalar(), CultureInfo.InvariantCulture);
    }

    private static string Unpooled(string path) => $"Data Source={path};Pooling=False";

    /// <summary>Everything in a database as one script: tables, indexes, triggers in the order they were made, then rows.</summary>
    private static string Script(string path)
    {
        var script = new StringBuilder("-- A new workroom, as all migrations in their order make it: SchemaTests compares the two, and writes this file anew where they differ.\n");
        using var connection = new SqliteConnection(Unpooled(path));
        connection.Open();
        foreach (var type in new[] { "table", "index", "trigger" })
        {
            Read($"SELECT sql FROM sqlite_master WHERE type = '{type}' AND name NOT LIKE 'sqlite_%' AND sql IS NOT NULL ORDER BY rowid", r => script.Append(CultureInfo.InvariantCulture, $"{r.GetString(0).Trim()};\n"));
        }

        var tables = new List<string>();
        Read("SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%' ORDER BY rowid", r => tables.Add(r.GetString(0)));
        foreach (var table in tables)
        {
            Read($"SELECT * FROM \"{table}\"", r => script.Append(CultureInfo.InvariantCulture, $"INSERT INTO \"{table}\" VALUES ({string.Join(", ", Enumerable.Range(0, r.FieldCount).Select(i => Literal(r.GetValue(i))))});\n"));
        }

        // A table of the migrations' own is written with another line ending.
        return script.Replace("\r\n", "\n").ToString();

        void Read(string question, Action<SqliteDataReader> row)
        {
            using var command = connection.CreateCommand();
            command.CommandText = question;
            using var reader = command.ExecuteReader();
            while (reader.Read())
            {
                row(reader);
            }
        }
    }

    private static string Literal(object value) => value is string text ? $"'{text.Replace("'", "''", StringComparison.Ordinal)}'" : string.Create(CultureInfo.InvariantCulture, $"{value}");
}
