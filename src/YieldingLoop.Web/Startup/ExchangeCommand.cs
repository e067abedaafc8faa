using System.Globalization;
using YieldingLoop.Store;
using YieldingLoop.Store.Exchange;

namespace YieldingLoop.Web.Startup;

/// <summary>Takes the whole workroom out into a file, or a file in, and ends: for scripts and backups.</summary>
/// <param name="Out">Whether it goes out.</param>
/// <param name="File">The file.</param>
internal sealed record ExchangeCommand(bool Out, string File)
{
    private const int Done = 0, Failed = 1, Misused = 2;

    /// <summary>What was asked on the command line; null where nothing of the kind was.</summary>
    public static ExchangeCommand? From(IConfiguration configuration) =>
        configuration["export"] is { Length: > 0 } export ? new(true, Path.GetFullPath(export)) : configuration["import"] is { Length: > 0 } import ? new(false, Path.GetFullPath(import)) : null;

    /// <summary>Does it.</summary>
    /// <returns>0 where it was done, 1 where it could not be, 2 where it was asked in a way that makes no sense.</returns>
    public async Task<int> RunAsync(DataFolder data, TimeProvider clock, TextWriter said, TextWriter faults)
    {
        try
        {
            return Out ? await ExportAsync(data, clock, said, faults) : await ImportAsync(data, clock, said, faults);
        }
        catch (Exception fault)
        {
            await faults.WriteLineAsync(fault switch
            {
                FileNotFoundException or DirectoryNotFoundException => Out && !System.IO.File.Exists(data.DatabasePath) ? $"There is no workroom in {data.Path}." : $"There is no {File}, or no folder to put it in.",
                UnauthorizedAccessException => $"{File} or the data folder {data.Path} may not be read or written by this user.",
                _ => StartFault.Describe(fault, Out && StorageFault.Of(fault) is StorageTrouble.Full ? Path.GetDirectoryName(File) ?? data.Path : data.Path, 0),
            });
            return Failed;
        }
    }

    private async Task<int> ExportAsync(DataFolder data, TimeProvider clock, TextWriter said, TextWriter faults)
    {
        if (AsideExchange.Kind(File) is not { } zip)
        {
            await faults.WriteLineAsync("--export wants a file that ends in .zip, with photos, or in .json, without.");
            return Misused;
        }

        await new AsideExchange(data.DatabasePath, clock).ExportAsync(File);
        await said.WriteLineAsync($"Written to {File}: the whole workroom, measures of people too{(zip ? ", and its photos" : "; photos are only in a .zip")}.");
        return Done;
    }

    private async Task<int> ImportAsync(DataFolder data, TimeProvider clock, TextWriter said, TextWriter faults)
    {
        if (!System.IO.File.Exists(File))
        {
            await faults.WriteLineAsync($"There is no {File}.");
            return Failed;
        }

        data.Prepare();
        using var held = FolderLock.TryTake(data.Path);
        if (held is null)
        {
            await faults.WriteLineAsync($"A server has {data.Path} open{(DatabaseKeeper.AddressIn(data.Path) is { } address ? $" at {address}" : "")}. Take the file in there, or stop the server first.");
            return Failed;
        }

        if (DatabaseKeeper.WasLeftOpen(data.Path))
        {
            await faults.WriteLineAsync($"The server of {data.Path} was cut off. Start it once, so that it looks its files over, stop it, and take the file in then.");
            return Failed;
        }

        WorkroomDatabase.TidyUp(data.DatabasePath);
        var taken = await new AsideExchange(data.DatabasePath, clock).ImportAsync(File);
        if (taken.Value is not { } import)
        {
            await faults.WriteLineAsync("Nothing was taken in.");
            foreach (var problem in taken.Problems)
            {
                await faults.WriteLineAsync($"  {problem.Field}: {problem.Message}");
            }

            return Failed;
        }

        switch (import.Result)
        {
            case ImportResult.Taken result:
                await said.WriteLineAsync($"Taken in: {(result.Added == 1 ? "1 record" : string.Create(CultureInfo.InvariantCulture, $"{result.Added:#,0} records"))}{(result.Changed > 0 ? $", and {result.Changed} more as the file has them" : "")}. It can be undone on the page “Files in and out”.");
                break;
            case ImportResult.Nothing:
                await said.WriteLineAsync("Everything in it is here already; nothing was changed.");
                break;
            case ImportResult.Refused refused:
                await faults.WriteLineAsync($"Nothing was taken in. {refused.Why}");
                return Failed;
            default:
                break;
        }

        foreach (var (status, what) in new[] { (ImportStatus.Differs, "differ from what is here and were left; look at the file on the page “Files in and out” to choose"), (ImportStatus.Stays, "cannot come in") })
        {
            if (import.Preview.Items.Count(i => i.Status == status) is var count and > 0)
            {
                await said.WriteLineAsync(string.Create(CultureInfo.InvariantCulture, $"{count} {what}."));
            }
        }

        return Done;
    }
}
