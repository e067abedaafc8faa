using Microsoft.EntityFrameworkCore;
using YieldingLoop.Store;
using YieldingLoop.Store.Backup;

namespace YieldingLoop.Web.Startup;

/// <summary>The database is damaged and no good copy lies beside it.</summary>
public sealed class DamagedDatabaseException(string message) : Exception(message);

/// <summary>What a workroom that cannot be opened is opened with instead.</summary>
public enum RescueChoice
{
    /// <summary>With nothing in it.</summary>
    Empty,

    /// <summary>With the newest good copy.</summary>
    Copy,

    /// <summary>With what can still be read of it.</summary>
    Readable,
}

/// <summary>
/// Holds the workroom closed while its database is damaged or missing, and opens it with what the user chooses: what can
/// still be read, the newest good copy, or an empty workroom. The damaged file is never written to and never thrown away.
/// </summary>
public sealed class Rescue(DataFolder data, Backups backups, DatabaseKeeper keeper, NetworkAddress address, StorageWindow window, TimeProvider clock)
{
    private readonly Lock looking = new();

    /// <summary>What was found in the database's place; good once the workroom is open.</summary>
    public DatabaseState Found { get; private set; } = DatabaseState.Good;

    /// <summary>The newest good copy.</summary>
    public BackupFile? Copy { get; private set; }

    /// <summary>Where what can still be read of it lies.</summary>
    public string? Readable { get; private set; }

    public bool Needed => Found != DatabaseState.Good;

    /// <summary>Whether a new workroom was made.</summary>
    public bool Created { get; private set; }

    /// <summary>Where the damaged file was put.</summary>
    public string? Aside { get; private set; }

    /// <summary>Looks the database over before anything opens it.</summary>
    /// <exception cref="DamagedDatabaseException">It is damaged, and there is no copy to offer.</exception>
    public void LookOver()
    {
        var wasOpen = DatabaseKeeper.WasLeftOpen(data.Path);
        var lost = File.Exists(data.DatabasePath) && new FileInfo(data.DatabasePath).Length > 0 && WriteAheadLog.LostSomething(data.DatabasePath, wasOpen);
        if (!lost && File.Exists(data.DatabasePath))
        {
            // From here on the log may be played in and go; a kill on the way must not look like a loss.
            DatabaseKeeper.ForgetLeftOpen(data.Path);
        }

        // Where the file does not stand without its log either, that is the matter with it.
        var (readable, left) = lost ? Restoring.SaveReadable(backups) : (null, DatabaseState.Good);
        var state = !lost ? DatabaseCheck.Of(data.DatabasePath) : readable is null ? left : DatabaseState.LogLost;
        if (state == DatabaseState.Good)
        {
            Found = state;
            return;
        }

        (Copy, Readable) = (backups.NewestGood(), readable);
        if (state == DatabaseState.Absent && Copy is null && !wasOpen && !File.Exists(data.DatabasePath + "-wal"))
        {
            Found = DatabaseState.Good;
            return;
        }

        if (state != DatabaseState.Absent && Copy is null && Readable is null)
        {
            throw new DamagedDatabaseException($"The database file in {data.Path} {(state == DatabaseState.NoWorkroom ? "does not hold a workroom" : "is damaged or not a database")}, and there is no good copy in {backups.Folder}. Move it aside, or choose another folder with --data.");
        }

        Found = state;
    }

    /// <summary>Opens a workroom that is whole, or makes one where there is none.</summary>
    /// <param name="fill">What a new one holds from the first.</param>
    public void Open(Action<WorkroomContext>? fill)
    {
        Created = WorkroomDatabase.Open(data.DatabasePath, clock, fill);
        keeper.Open(address.Url);
    }

    /// <summary>Sees whether the files are still there, and closes the workroom where they are not.</summary>
    public void SeeAfter()
    {
        if (Needed || keeper.StillThere())
        {
            return;
        }

        lock (looking)
        {
            if (!Needed)
            {
                // Closed first, so that nothing is answered as saved while the copy is made.
                Found = DatabaseState.TakenAway;
                Close(Found, keeper.SaveTakenAway());
            }
        }
    }

    /// <summary>Closes a workroom whose file turned out damaged while it was open.</summary>
    public void FoundDamaged()
    {
        lock (looking)
        {
            if (!Needed)
            {
                Close(DatabaseState.Damaged, null);
            }
        }
    }

    private void Close(DatabaseState found, BackupFile? saved)
    {
        Found = found;
        (Copy, Readable) = (saved, null);
        try
        {
            Copy ??= backups.NewestGood();
        }
        catch (Exception e) when (StorageFault.Of(e) is { } trouble)
        {
            // A disk that is full or fails holds no copy that could be looked over now; the workroom is closed all the same.
            window.Say(trouble);
        }

        keeper.LetGo();
        window.Say($"{RescueWords.Of(found)} No more is saved. Open {address.Url} to go on{(Copy is { } copy ? $" with the copy of {When(copy)}" : "")}.");
    }

    internal static string When(BackupFile copy) => copy.MadeAt.ToLocalTime().ToString("d MMMM yyyy, H:mm", System.Globalization.CultureInfo.InvariantCulture);

    /// <summary>Sets the damaged file aside and opens the workroom with what was chosen.</summary>
    public async Task OpenAsync(RescueChoice choice, WorkroomContext context)
    {
        keeper.LetGo();
        Aside = Restoring.ReplaceDamaged(backups, choice switch { RescueChoice.Copy => Copy!.Path, RescueChoice.Readable => Readable, _ => null }, clock);
        Open(null);
        await context.Cloths.AnyAsync();
        (Found, Readable) = (DatabaseState.Good, null);
        WorkroomDatabase.TidyUp(data.DatabasePath);
    }
}

/// <summary>What was found in the database's place, in a sentence.</summary>
public static class RescueWords
{
    public static string Of(DatabaseState found) => found switch
    {
        DatabaseState.Absent => "The workroom’s database file is missing.",
        DatabaseState.NoWorkroom => "The workroom’s database file does not hold a workroom.",
        DatabaseState.LogLost => "What was saved last, and lay in the log beside the workroom’s database file, may not be all there.",
        DatabaseState.TakenAway => "The workroom’s database file was taken away, replaced or cut short while it was open.",
        _ => "The workroom’s database file is damaged.",
    };
}

/// <summary>Where this server answers on its own machine.</summary>
public sealed record NetworkAddress(string Url);

/// <summary>Keeps every page but the rescue page closed while the database is damaged.</summary>
internal static class RescueGate
{
    private static readonly string[] Open = ["/rescue", "/css/", "/js/", "/lib/", "/icon.", "/threads.css", "/enter", "/fault"];

    public static void UseRescue(this IApplicationBuilder app) => app.Use((context, next) =>
    {
        var rescue = context.RequestServices.GetRequiredService<Rescue>();
        rescue.SeeAfter();
        if (!rescue.Needed || Open.Any(path => context.Request.Path.Value?.StartsWith(path, StringComparison.Ordinal) == true))
        {
            return next(context);
        }

        context.Response.Headers.CacheControl = "no-store";
        var page = StorageFaults.WantsAPage(context.Request) && context.Request.Path != "/health";
        if (page && HttpMethods.IsGet(context.Request.Method))
        {
            context.Response.Redirect("/rescue");
            return Task.CompletedTask;
        }

        if (page && HttpMethods.IsPost(context.Request.Method))
        {
            // What was sent is not saved, and not lost: the page that says so holds it.
            context.Features.Set(new SentInVain(context.Request.Path + context.Request.QueryString));
            context.Request.Path = "/fault";
            context.Response.StatusCode = StatusCodes.Status503ServiceUnavailable;
            return next(context);
        }

        return Results.Text(RescueWords.Of(rescue.Found), statusCode: StatusCodes.Status503ServiceUnavailable).ExecuteAsync(context);
    });
}

/// <summary>A form that arrived while nothing could be saved.</summary>
/// <param name="Address">Where it was sent to.</param>
public sealed record SentInVain(string Address);
