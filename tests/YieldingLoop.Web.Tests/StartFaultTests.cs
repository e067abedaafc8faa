using System.Diagnostics;
using Microsoft.Data.Sqlite;

namespace YieldingLoop.Web.Tests;

/// <summary>The server as a process of its own, on a data folder that makes it refuse.</summary>
public sealed class StartFaultTests : IDisposable
{
    /// <summary>The server where it was built, with everything it starts with: beside the tests lies only what they call.</summary>
    private static readonly string Server = Path.GetFullPath(Path.Combine(AppContext.BaseDirectory, "..", "..", "YieldingLoop.Web", new DirectoryInfo(AppContext.BaseDirectory).Name, "YieldingLoop.Web.dll"));

    private readonly string folder = Directory.CreateTempSubdirectory("yielding-loop-start-").FullName;

    public void Dispose() => Directory.Delete(folder, recursive: true);

    [Fact]
    public async Task A_database_from_a_newer_version_is_one_clear_line_and_a_non_zero_exit()
    {
        Execute("CREATE TABLE __EFMigrationsHistory (MigrationId TEXT PRIMARY KEY, ProductVersion TEXT NOT NULL); INSERT INTO __EFMigrationsHistory VALUES ('99990101000000_Later', '99.0.0')");
        var (code, error) = await StartAsync();
        Assert.NotEqual(0, code);
        Assert.Contains("newer version", Assert.Single(error.Trim().Split('\n')), StringComparison.Ordinal);
        Assert.Equal(1L, Execute("SELECT COUNT(*) FROM sqlite_master WHERE type = 'table'"));
    }

    private object? Execute(string sql)
    {
        using var connection = new SqliteConnection($"Data Source={Path.Combine(folder, "workroom.db")};Pooling=False");
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        return command.ExecuteScalar();
    }

    private async Task<(int Code, string Error)> StartAsync()
    {
        using var server = Process.Start(new ProcessStartInfo("dotnet", [Server, "--port", "0", "--data", folder]) { RedirectStandardError = true, RedirectStandardOutput = true })!;
        var error = await server.StandardError.ReadToEndAsync();
        await server.WaitForExitAsync();
        return (server.ExitCode, error);
    }
}
