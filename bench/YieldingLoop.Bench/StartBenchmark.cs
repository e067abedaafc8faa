using System.Diagnostics;

namespace YieldingLoop.Bench;

/// <summary>First starts with the demo, of one version or of several in turn, each in a new folder.</summary>
internal static class StartBenchmark
{
    private const int Starts = 7;

    public static async Task<int> RunAsync(IReadOnlyList<string> apps)
    {
        var seconds = apps.ToDictionary(a => a, _ => new List<double>());
        var megabytes = apps.ToDictionary(a => a, _ => new List<double>());
        for (var i = 0; i < Starts; i++)
        {
            foreach (var app in apps)
            {
                var folder = Directory.CreateTempSubdirectory("yielding-loop-bench-").FullName;
                var port = PageBenchmark.FreePort();
                var watch = Stopwatch.StartNew();
                using var process = PageBenchmark.Start(app, $"--port {port} --data {folder}");
                try
                {
                    using var client = new HttpClient { BaseAddress = new Uri($"http://127.0.0.1:{port}") };
                    await PageBenchmark.UntilUpAsync(client);
                    seconds[app].Add(watch.Elapsed.TotalSeconds);
                    process.Refresh();
                    megabytes[app].Add(process.WorkingSet64 / 1048576.0);
                }
                finally
                {
                    process.Kill();
                    await process.WaitForExitAsync();
                    Directory.Delete(folder, recursive: true);
                }
            }
        }

        Console.WriteLine("| first page after a first start, with the demo | median s | fastest s | slowest s | working set MB |");
        Console.WriteLine("|---|---|---|---|---|");
        foreach (var app in apps)
        {
            var (sorted, size) = (seconds[app].Order().ToList(), megabytes[app].Order().ToList());
            Console.WriteLine(FormattableString.Invariant($"| {app} | {sorted[Starts / 2]:0.00} | {sorted[0]:0.00} | {sorted[^1]:0.00} | {size[Starts / 2]:0} |"));
        }

        return 0;
    }
}
