using System.Collections.Concurrent;
using System.Diagnostics;
using System.Globalization;
using System.Net;
using System.Text.RegularExpressions;

namespace YieldingLoop.Bench;

/// <summary>
/// Eight tablets that read and write for a minute, and lists with tens of thousands of records. Requests go to this
/// machine only; the loops are bounded in number and time.
/// </summary>
internal static partial class LoadBenchmark
{
    private const int Tablets = 8;

    private static readonly TimeSpan Length = TimeSpan.FromSeconds(60);

    private static readonly string[] Read = ["/", "/setups", "/setups?q=neckband", "/cloths", "/cloths/1", "/machines", "/machines/2", "/seams/2", "/seams/2/set-up", "/setups/2", "/thread-ups/1", "/drawer"];

    private static readonly string[] Lists =
        ["/", "/setups", "/setups?p=500", "/setups?q=unisuit", "/setups?q=unisuit+49999", "/setups?cloth=1", "/setups?machine=2", "/cloths", "/cloths?p=900", "/cloths?name=49999", "/seams", "/seams?p=200", "/seams?state=Passed", "/seams?q=side", "/seams?q=cuff+49999", "/seams/start", "/machines", "/drawer", "/rules", "/drafts", "/put-away", "/cloths/1", "/setups/2", "/seams/2/set-up",
            "/swatches", "/swatches?p=1000", "/swatches?cloth=1", "/swatches?machine=1", "/swatches?machine=1&cloth=1&passed=no", "/swatches?thread=textured-nylon", "/swatches?thread=heavy-rayon", "/swatches?thread=heavy-rayon&cloth=1", "/swatches?passed=yes", "/swatches?from=2026-06-01&to=2026-06-30", "/swatches?setup=1", "/swatches/1", "/swatches/new?setup=1", "/setups/1", "/setups/1/memory"];

    public static Task<int> EightAsync(string appPath) => WithServerAsync(appPath, null, async (client, process, port) =>
    {
        var cloths = new ConcurrentDictionary<int, string>();
        var times = new ConcurrentBag<double>();
        var (reads, writes, faults) = (0, 0, 0);
        var clock = Stopwatch.StartNew();
        await Task.WhenAll(Enumerable.Range(1, Tablets).Select(async tablet =>
        {
            using var browser = new HttpClient(new HttpClientHandler { AllowAutoRedirect = false, UseCookies = true }) { BaseAddress = client.BaseAddress };
            browser.DefaultRequestHeaders.Accept.ParseAdd("text/html");
            var form = await FormAsync(browser);
            var random = new Random(tablet);
            for (var turn = 0; clock.Elapsed < Length; turn++)
            {
                // A person at a tablet looks at something every now and then; eight at once are far quicker than eight people.
                await Task.Delay(random.Next(20, 80));
                var asked = Stopwatch.GetTimestamp();
                if (turn % 3 == 2)
                {
                    var name = $"Tablet {tablet}, turn {turn}";
                    using var content = new FormUrlEncodedContent([.. form.Where(f => f.Key is not ("Input.Key" or "Input.Name")), new("Input.Key", $"{Guid.NewGuid()}"), new("Input.Name", name), new("Input.TypicalId", "interlock")]);
                    using var answer = await browser.PostAsync(new Uri("/cloths/new", UriKind.Relative), content);
                    times.Add(Stopwatch.GetElapsedTime(asked).TotalMilliseconds);
                    Interlocked.Increment(ref writes);
                    if (answer.StatusCode == HttpStatusCode.Redirect)
                    {
                        cloths[int.Parse(answer.Headers.Location!.OriginalString.Split('/')[^1], CultureInfo.InvariantCulture)] = name;
                    }
                    else
                    {
                        Interlocked.Increment(ref faults);
                    }
                }
                else
                {
                    using var answer = await browser.GetAsync(new Uri(Read[random.Next(Read.Length)], UriKind.Relative));
                    await answer.Content.ReadAsByteArrayAsync();
                    times.Add(Stopwatch.GetElapsedTime(asked).TotalMilliseconds);
                    Interlocked.Increment(ref reads);
                    Interlocked.Add(ref faults, answer.IsSuccessStatusCode ? 0 : 1);
                }
            }
        }));

        var lost = 0;
        foreach (var (id, name) in cloths)
        {
            lost += (await client.GetStringAsync(new Uri($"/cloths/{id}", UriKind.Relative))).Contains(name, StringComparison.Ordinal) ? 0 : 1;
        }

        process.Refresh();
        double[] sorted = [.. times.Order()];
        Console.WriteLine(FormattableString.Invariant($"{Tablets} tablets, {Length.TotalSeconds:0} s: {reads} reads, {writes} writes, {faults} faults, {lost} lost"));
        Console.WriteLine(FormattableString.Invariant($"median {sorted[sorted.Length / 2]:0.0} ms, 95 % within {sorted[(int)(sorted.Length * 0.95)]:0.0} ms, longest {sorted[^1]:0.0} ms; working set {process.WorkingSet64 / 1048576.0:0} MB"));
    });

    /// <summary>Times of every list on a workroom that somebody has filled; see docs/performance.md for how.</summary>
    public static Task<int> ListsAsync(string appPath, string folder) => WithServerAsync(appPath, folder, async (client, process, port) =>
    {
        Console.WriteLine("| page | median ms | 95 % ms |");
        Console.WriteLine("|---|---|---|");
        foreach (var page in Lists)
        {
            var times = new List<double>();
            for (var i = 0; i < 60; i++)
            {
                var asked = Stopwatch.GetTimestamp();
                await client.GetByteArrayAsync(new Uri(page, UriKind.Relative));
                times.Add(Stopwatch.GetElapsedTime(asked).TotalMilliseconds);
            }

            double[] sorted = [.. times.Skip(10).Order()];
            Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"| {page} | {sorted[sorted.Length / 2]:0.0} | {sorted[(int)(sorted.Length * 0.95)]:0.0} |"));
        }

        process.Refresh();
        Console.WriteLine(FormattableString.Invariant($"working set {process.WorkingSet64 / 1048576.0:0} MB"));
    });

    /// <summary>Twelve writers behind a lock that another program holds for ten seconds, and what reads take meanwhile.</summary>
    public static async Task<int> LockAsync(string appPath)
    {
        var folder = Directory.CreateTempSubdirectory("yielding-loop-bench-").FullName;
        try
        {
            return await WithServerAsync(appPath, folder, async (client, process, port) =>
            {
                using var browser = new HttpClient(new HttpClientHandler { AllowAutoRedirect = false, UseCookies = true, MaxConnectionsPerServer = 40 }) { BaseAddress = client.BaseAddress };
                browser.DefaultRequestHeaders.Accept.ParseAdd("text/html");
                var form = await FormAsync(browser);
                for (var i = 0; i < 10 * Read.Length; i++)
                {
                    await client.GetByteArrayAsync(new Uri(Read[i % Read.Length], UriKind.Relative));
                }

                using var holder = Process.Start(new ProcessStartInfo("sqlite3", Path.Combine(folder, "workroom.db")) { RedirectStandardInput = true })!;
                await holder.StandardInput.WriteLineAsync("BEGIN IMMEDIATE;");
                await holder.StandardInput.FlushAsync();
                await Task.Delay(300);
                var held = Stopwatch.StartNew();
                var writers = Enumerable.Range(0, 12).Select(async i =>
                {
                    using var content = new FormUrlEncodedContent([.. form.Where(f => f.Key is not ("Input.Key" or "Input.Name")), new("Input.Key", $"{Guid.NewGuid()}"), new("Input.Name", $"Writer {i}"), new("Input.TypicalId", "interlock")]);
                    using var answer = await browser.PostAsync(new Uri("/cloths/new", UriKind.Relative), content);
                    return answer.StatusCode == HttpStatusCode.Redirect;
                }).ToList();
                await Task.Delay(300);
                var times = new List<double>();
                while (held.Elapsed < TimeSpan.FromSeconds(10))
                {
                    var asked = Stopwatch.GetTimestamp();
                    await client.GetByteArrayAsync(new Uri(Read[times.Count % Read.Length], UriKind.Relative));
                    times.Add(Stopwatch.GetElapsedTime(asked).TotalMilliseconds);
                }

                var before = writers.Count(w => w.IsCompleted);
                await holder.StandardInput.WriteLineAsync("COMMIT;");
                holder.StandardInput.Close();
                var saved = (await Task.WhenAll(writers)).Count(s => s);
                double[] sorted = [.. times.Order()];
                Console.WriteLine(FormattableString.Invariant($"12 writers behind a lock of 10 s ({before} through before it was let go, {saved} saved after): {times.Count} reads, median {sorted[sorted.Length / 2]:0.0} ms, 95 % within {sorted[(int)(sorted.Length * 0.95)]:0.0} ms, longest {sorted[^1]:0.0} ms"));
            });
        }
        finally
        {
            Directory.Delete(folder, recursive: true);
        }
    }

    private static async Task<List<KeyValuePair<string, string>>> FormAsync(HttpClient browser)
    {
        var html = await browser.GetStringAsync(new Uri("/cloths/new", UriKind.Relative));
        var form = html[html.IndexOf("id=\"entry\"", StringComparison.Ordinal)..];
        form = form[..form.IndexOf("</form>", StringComparison.Ordinal)];
        return
        [
            .. Input().Matches(form).Select(m => m.Value)
                .Where(tag => tag.Contains("name=", StringComparison.Ordinal) && tag.Contains("value=", StringComparison.Ordinal) && !tag.Contains("type=\"checkbox\"", StringComparison.Ordinal))
                .Select(tag => KeyValuePair.Create(Attribute(tag, "name"), WebUtility.HtmlDecode(Attribute(tag, "value")))),
        ];

        static string Attribute(string tag, string name) => Regex.Match(tag, $"{name}=\"([^\"]*)\"").Groups[1].Value;
    }

    private static async Task<int> WithServerAsync(string appPath, string? folder, Func<HttpClient, Process, int, Task> work)
    {
        var own = folder ?? Directory.CreateTempSubdirectory("yielding-loop-bench-").FullName;
        var port = PageBenchmark.FreePort();
        using var server = PageBenchmark.Start(appPath, $"--port {port} --data {own}");
        try
        {
            using var client = new HttpClient { BaseAddress = new Uri($"http://127.0.0.1:{port}") };
            client.DefaultRequestHeaders.Accept.ParseAdd("text/html");
            await PageBenchmark.UntilUpAsync(client);
            await work(client, server, port);
            return 0;
        }
        finally
        {
            server.Kill(entireProcessTree: true);
            await server.WaitForExitAsync();
            if (folder is null)
            {
                Directory.Delete(own, recursive: true);
            }
        }
    }

    [GeneratedRegex("<input[^>]*>")]
    private static partial Regex Input();
}
