using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core;
using YieldingLoop.Store.Backup;

namespace YieldingLoop.Store.Exchange;

/// <summary>Takes a workroom out and in without its server: for scripts, and beside a server that runs.</summary>
/// <param name="databasePath">The database.</param>
/// <param name="clock">The time.</param>
public sealed class AsideExchange(string databasePath, TimeProvider clock)
{
    /// <summary>Ending of a file that is not whole yet.</summary>
    private const string PartEnding = ".part";

    /// <summary>Writes the whole workroom into a file: a zip with the photos, or JSON alone. The file is there whole, or as it was before.</summary>
    /// <param name="file">Where it goes; its ending says which.</param>
    /// <param name="stop">Stops it.</param>
    /// <exception cref="FileNotFoundException">There is no workroom.</exception>
    /// <exception cref="NewerDatabaseException">It is of a newer version.</exception>
    public async Task ExportAsync(string file, CancellationToken stop = default)
    {
        if (!File.Exists(databasePath))
        {
            throw new FileNotFoundException("There is no workroom here.", databasePath);
        }

        var applied = WorkroomDatabase.Applied(databasePath);
        if (WorkroomDatabase.IsNewer(applied))
        {
            throw new NewerDatabaseException(databasePath);
        }

        // A workroom of an earlier version is brought up to date in a copy; the file itself is only ever read here.
        var copy = WorkroomDatabase.IsOlder(applied) ? Path.Combine(Path.GetTempPath(), $"yielding-loop-{Guid.NewGuid():N}.db") : null;
        var part = file + PartEnding;
        try
        {
            if (copy is not null)
            {
                Backups.CopyWhole(databasePath, copy);
                WorkroomDatabase.BringUpToDate(copy);
            }

            await using (var context = ReadOnly(copy ?? databasePath))
            {
                PrivateFiles.Create(part);
                await using var output = new FileStream(part, FileMode.Truncate, FileAccess.Write);
                var everything = new ExportQuestion(ExchangeHolds.Workroom, People: true);
                await (IsZip(file) ? new Exporting(context).WriteZipAsync(everything, output, stop) : new Exporting(context).WriteJsonAsync(everything, output, stop));
            }

            Backups.Flush(part);
            File.Move(part, file, overwrite: true);
        }
        finally
        {
            File.Delete(part);
            if (copy is not null)
            {
                WorkroomDatabase.DeleteWhole(copy);
            }
        }
    }

    /// <summary>Takes a file in: what is new comes in, what is here stays as it is; settings where none were chosen yet. The folder has to be held.</summary>
    /// <returns>The preview and what came of it, or what is wrong with the file.</returns>
    public async Task<Outcome<AsideImport>> ImportAsync(string file)
    {
        var opened = await ExchangeFile.OpenAsync(file, ExchangeFormat.MostLocalBytes);
        if (opened.Value is not { } whole)
        {
            return Outcome.Failed<AsideImport>(opened.Problems);
        }

        WorkroomDatabase.Open(databasePath, clock);
        await using var context = WorkroomDatabase.ContextOn(databasePath);
        var importing = new Importing(context, clock);
        var looked = await importing.LookAsync(whole);
        if (looked.Value is not { } preview)
        {
            return Outcome.Failed<AsideImport>(looked.Problems);
        }

        var first = !await context.Settings.AnyAsync();
        var result = await importing.TakeAsync(whole, p => ImportChoice.OfNew(p) with { Settings = first && p.Settings is not null }, null, Path.GetFileName(file), Guid.NewGuid());
        WorkroomDatabase.ClosePooled(databasePath);
        return Outcome.Of(new AsideImport(preview, result));
    }

    /// <summary>Whether a file is to be a zip; null where its name says neither.</summary>
    public static bool? Kind(string file) => IsZip(file) ? true : file.EndsWith(".json", StringComparison.OrdinalIgnoreCase) ? false : null;

    private static bool IsZip(string file) => file.EndsWith(".zip", StringComparison.OrdinalIgnoreCase);

    private static WorkroomContext ReadOnly(string path) =>
        new(new DbContextOptionsBuilder<WorkroomContext>().UseSqlite(new SqliteConnectionStringBuilder { DataSource = path, Mode = SqliteOpenMode.ReadOnly, Pooling = false }.ToString()).Options);
}

/// <summary>What came of taking a file in aside.</summary>
/// <param name="Preview">How the file stood to the workroom.</param>
/// <param name="Result">What was done.</param>
public sealed record AsideImport(ImportPreview Preview, ImportResult Result);
