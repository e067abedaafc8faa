using Microsoft.EntityFrameworkCore;
using YieldingLoop.Store;
using YieldingLoop.Store.Backup;

namespace YieldingLoop.Web.Startup;

/// <summary>The database is damaged and no good copy lies beside it.</summary>
public sealed class DamagedDatabaseException(string message) : Exception(message);

/// <summary>
/// Holds the workroom closed while its database is damaged or missing, and opens it with what the user chooses: the
/// newest good copy, or an empty workroom. The damaged file is never written to and never thrown away.
/// </summary>
public sealed class Rescue(DataFolder data, Backups backups, TimeProvider clock)
{
    /// <summary>What was found in the database's place; good once the workroom is open.</summary>
    public DatabaseState Found { get; private set; } = DatabaseState.Good;

    /// <summary>The newest good copy.</summary>
    public BackupFile? Copy { get; private set; }

    public bool Needed => Found != DatabaseState.Good;

    /// <summary>Where the damaged file was put.</summary>
    public string? Aside { get; private set; }

    /// <summary>Looks the database over before anything opens it.</summary>
    /// <returns>Whether there is one at all.</returns>
    /// <exception cref="DamagedDatabaseException">It is damaged, and there is no copy to offer.</exception>
    public bool LookOver()
    {
        var state = DatabaseCheck.Of(data.DatabasePath);
        if (state != DatabaseState.Good)
        {
            Copy = backups.NewestGood();
        }

        if (state == DatabaseState.Damaged && Copy is null)
        {
            throw new DamagedDatabaseException($"The database file in {data.Path} is damaged or not a database, and there is no good copy in {backups.Folder}. Move it aside, or choose another folder with --data.");
        }

        Found = state == DatabaseState.Absent && Copy is null ? DatabaseState.Good : state;
        return state != DatabaseState.Absent;
    }

    /// <summary>Sets the damaged file aside and opens the workroom with a copy, or empty.</summary>
    public async Task OpenAsync(bool withCopy, WorkroomContext context)
    {
        Aside = Restoring.ReplaceDamaged(backups, withCopy ? Copy : null, clock);
        WorkroomDatabase.Open(context, data.DatabasePath, clock);
        await context.Cloths.AnyAsync();
        Found = DatabaseState.Good;
    }
}

/// <summary>Keeps every page but the rescue page closed while the database is damaged.</summary>
internal static class RescueGate
{
    private static readonly string[] Open = ["/rescue", "/css/", "/js/", "/lib/", "/icon.", "/threads.css", "/enter"];

    public static void UseRescue(this IApplicationBuilder app) => app.Use((context, next) =>
    {
        if (!context.RequestServices.GetRequiredService<Rescue>().Needed || Open.Any(path => context.Request.Path.Value?.StartsWith(path, StringComparison.Ordinal) == true))
        {
            return next(context);
        }

        context.Response.Headers.CacheControl = "no-store";
        if (HttpMethods.IsGet(context.Request.Method) && context.Request.Path != "/health" && context.Request.Headers.Accept.ToString().Contains("text/html", StringComparison.OrdinalIgnoreCase))
        {
            context.Response.Redirect("/rescue");
            return Task.CompletedTask;
        }

        return Results.Text("the database is damaged", statusCode: StatusCodes.Status503ServiceUnavailable).ExecuteAsync(context);
    });
}
