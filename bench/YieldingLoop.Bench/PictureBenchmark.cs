using System.Diagnostics;

namespace YieldingLoop.Bench;

/// <summary>What pictures cost: the first and the second time each is asked for, and a drawing taken out of its page beside the page itself.</summary>
internal static class PictureBenchmark
{
    private const int Samples = 60;

    private static readonly string[] Pictures =
    [
        "jobs/join", "jobs/band", "jobs/elastic", "jobs/flatlock", "jobs/edge-finish", "jobs/hem", "jobs/rolled-hem", "jobs/lettuce-edge", "jobs/repair",
        "stitches/514", "stitches/602", "stitches/304", "stitches/honeycomb", "words/reading.meeting-line", "words/reading.gap", "words/reading.skip", "fingers/rolled",
    ];

    private static readonly (string Page, string File)[] Files =
        [("/setups/1", "/setups/1?svg=edge"), ("/setups/1", "/setups/1?svg=1"), ("/scrap", "/scrap?svg=2"), ("/machines/1", "/machines/1?svg=1"), ("/machines/1/test?dial=upper-looper", "/machines/1/test?dial=upper-looper&svg=1")];

    public static async Task<int> RunAsync(string appPath)
    {
        var folder = Directory.CreateTempSubdirectory("yielding-loop-bench-").FullName;
        var port = PageBenchmark.FreePort();
        using var app = PageBenchmark.Start(appPath, $"--port {port} --data {folder}");
        try
        {
            using var client = new HttpClient { BaseAddress = new Uri($"http://127.0.0.1:{port}") };
            await PageBenchmark.UntilUpAsync(client);
            Console.WriteLine("| picture | first ms | second ms | bytes |");
            Console.WriteLine("|---|---|---|---|");
            foreach (var picture in Pictures)
            {
                var (first, bytes) = await OnceAsync(client, $"/pictures/{picture}.svg");
                Console.WriteLine(FormattableString.Invariant($"| {picture} | {first:0.0} | {(await OnceAsync(client, $"/pictures/{picture}.svg")).Ms:0.0} | {bytes} |"));
            }

            Console.WriteLine("| drawing as a file | page, median ms | file, median ms | times the page |");
            Console.WriteLine("|---|---|---|---|");
            foreach (var (page, file) in Files)
            {
                var (of, taken) = (await MedianAsync(client, page), await MedianAsync(client, file));
                Console.WriteLine(FormattableString.Invariant($"| {file} | {of:0.0} | {taken:0.0} | {taken / of:0.0} |"));
            }

            return 0;
        }
        finally
        {
            app.Kill(entireProcessTree: true);
            await app.WaitForExitAsync();
            Directory.Delete(folder, recursive: true);
        }
    }

    private static async Task<double> MedianAsync(HttpClient client, string path)
    {
        var times = new double[Samples];
        for (var i = -Samples; i < Samples; i++)
        {
            times[Math.Max(0, i)] = (await OnceAsync(client, path)).Ms;
        }

        Array.Sort(times);
        return times[Samples / 2];
    }

    private static async Task<(double Ms, int Bytes)> OnceAsync(HttpClient client, string path)
    {
        var watch = Stopwatch.StartNew();
        var bytes = await client.GetByteArrayAsync(new Uri(path, UriKind.Relative));
        return (watch.Elapsed.TotalMilliseconds, bytes.Length);
    }
}
