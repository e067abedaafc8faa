using System.Diagnostics;
using System.Globalization;
using System.Net;
using System.Net.Sockets;

namespace YieldingLoop.Bench;

/// <summary>
/// Page times and throughput beside an empty Razor page on the same host in the same run. Requests go to this
/// machine only; the loops are bounded in number and time.
/// </summary>
internal static class PageBenchmark
{
    private const int Warmup = 1000, Samples = 300, Clients = 4;
    private static readonly TimeSpan Load = TimeSpan.FromSeconds(4);

    private static readonly string[] Pages =
        ["/", "/setups", "/setups?q=unisuit", "/cloths", "/cloths/1", "/machines", "/machines/2", "/seams/start", "/seams/2", "/seams/2/set-up", "/seams/7/set-up", "/seams/9/set-up", "/setups/2", "/setups/1?handler=Pull", "/setups/6?handler=Pull", "/seams/9/set-up?stitch=honeycomb&handler=Pull", "/setups/2/print", "/thread-ups/new?setup=3", "/thread-ups/1", "/thread-ups/1?list=true", "/garments/1", "/runs/1", "/runs/1/at", "/runs/1/thread", "/shopping", "/cloths/1/colours", "/palettes/1", "/care", "/care/1", "/care/1/oil", "/care/calendar.ics"];

    public static async Task<int> RunAsync(string appPath, string emptyPath, IReadOnlyList<string> only)
    {
        var folder = Directory.CreateTempSubdirectory("yielding-loop-bench-").FullName;
        int appPort = FreePort(), emptyPort = FreePort();
        using var app = Start(appPath, $"--port {appPort} --data {folder}");
        using var empty = Start(emptyPath, $"--port {emptyPort}");
        try
        {
            using var client = new HttpClient { BaseAddress = new Uri($"http://127.0.0.1:{appPort}") };
            using var yardstick = new HttpClient { BaseAddress = new Uri($"http://127.0.0.1:{emptyPort}") };
            await UntilUpAsync(client);
            await UntilUpAsync(yardstick);

            // The yardstick is warmed first and measured last, when both servers have settled.
            await MeasureAsync(yardstick, "/", "empty Razor page");
            var rows = new List<Row>();
            foreach (var page in only.Count > 0 ? only : Pages)
            {
                rows.Add(await MeasureAsync(client, page, page));
            }

            var blank = await MeasureAsync(yardstick, "/", "empty Razor page");
            Console.WriteLine("| page | median ms | 95 % ms | requests/s | against the empty page |");
            Console.WriteLine("|---|---|---|---|---|");
            foreach (var row in rows.Prepend(blank))
            {
                Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"| {row.Name} | {row.Median:0.00} | {row.High:0.00} | {row.Rate:0} | {row.Rate / blank.Rate:0.00} |"));
            }

            app.Refresh();
            Console.WriteLine(FormattableString.Invariant($"Working set of the server afterwards: {app.WorkingSet64 / 1048576.0:0} MB"));
            return 0;
        }
        finally
        {
            app.Kill(entireProcessTree: true);
            empty.Kill(entireProcessTree: true);
            await app.WaitForExitAsync();
            Directory.Delete(folder, recursive: true);
        }
    }

    private sealed record Row(string Name, double Median, double High, double Rate);

    private static async Task<Row> MeasureAsync(HttpClient client, string path, string name)
    {
        var uri = new Uri(path, UriKind.Relative);
        for (var i = 0; i < Warmup; i++)
        {
            await client.GetByteArrayAsync(uri);
        }

        var times = new double[Samples];
        for (var i = 0; i < Samples; i++)
        {
            var watch = Stopwatch.StartNew();
            await client.GetByteArrayAsync(uri);
            times[i] = watch.Elapsed.TotalMilliseconds;
        }

        Array.Sort(times);
        var count = 0;
        var load = Stopwatch.StartNew();
        await Task.WhenAll(Enumerable.Range(0, Clients).Select(async _ =>
        {
            while (load.Elapsed < Load)
            {
                await client.GetByteArrayAsync(uri);
                Interlocked.Increment(ref count);
            }
        }));
        return new Row(name, times[Samples / 2], times[Samples * 95 / 100], count / load.Elapsed.TotalSeconds);
    }

    internal static Process Start(string path, string arguments)
    {
        var process = Process.Start(new ProcessStartInfo("dotnet", $"{Path.GetFullPath(path)} {arguments}") { RedirectStandardOutput = true, WorkingDirectory = Path.GetDirectoryName(Path.GetFullPath(path)) })!;
        process.OutputDataReceived += (_, _) => { };
        process.BeginOutputReadLine();
        return process;
    }

    internal static async Task UntilUpAsync(HttpClient client)
    {
        for (var i = 0; i < 300; i++)
        {
            try
            {
                await client.GetByteArrayAsync(new Uri("/", UriKind.Relative));
                return;
            }
            catch (HttpRequestException)
            {
                await Task.Delay(20);
            }
        }

        throw new TimeoutException("The server did not come up.");
    }

    internal static int FreePort()
    {
        using var probe = new TcpListener(IPAddress.Loopback, 0);
        probe.Start();
        return ((IPEndPoint)probe.LocalEndpoint).Port;
    }
}
