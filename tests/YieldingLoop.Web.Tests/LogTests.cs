using System.Text.Json;
using AngleSharp.Html.Dom;

namespace YieldingLoop.Web.Tests;

/// <summary>The log: one line a request, and nothing that anybody typed.</summary>
public sealed class LogTests
{
    private const string Secret = "Zvezdana7431";

    [Fact]
    public async Task Every_request_is_one_line_of_json_that_names_its_route_and_nothing_that_was_typed()
    {
        using var app = new App();
        var visitor = app.Visit();
        var requests = 0;
        async Task<IHtmlDocument> OpenAsync(string path)
        {
            requests++;
            using var answer = await visitor.Client.GetAsync(new Uri(path, UriKind.Relative));
            return new AngleSharp.Html.Parser.HtmlParser().ParseDocument(await answer.Content.ReadAsStringAsync());
        }

        foreach (var path in new[] { $"/setups?q={Secret}", $"/{Secret}", $"/cloths/{Secret}", $"/copies/{Secret}", $"/cloths/1?for={Secret}", $"/enter?next=/{Secret}", $"/put-away?away={Secret}" })
        {
            await OpenAsync(path);
        }

        foreach (var (name, loaded) in new[] { (Secret, "170"), ($"{Secret} again", Secret), (new string('x', 200) + Secret, "170") })
        {
            var form = (IHtmlFormElement)(await OpenAsync("/cloths/new")).GetElementById("entry")!;
            requests += 2;
            var typed = new Dictionary<string, string?> { ["Input.Name"] = name, ["Input.TypicalId"] = "interlock", ["Input.AcrossLoadedMm"] = loaded };
            await visitor.PostAsync(form, "/drafts?path=/cloths/new", typed);
            await visitor.PostAsync(form, "/cloths/new", typed);
        }

        requests += 3;
        using (var api = new StringContent($"{{\"{Secret}\": \"{Secret}\"}}", System.Text.Encoding.UTF8, "application/json"))
        {
            (await visitor.Client.PostAsync(new Uri($"/api/v1/seams/evaluate?{Secret}", UriKind.Relative), api)).Dispose();
        }

        using (var odd = new HttpRequestMessage(new HttpMethod(Secret.ToUpperInvariant()), new Uri("/", UriKind.Relative)))
        {
            odd.Headers.Add("User-Agent", Secret);
            odd.Headers.Add("Cookie", $"yielding-loop-form={Secret}");
            (await visitor.Client.SendAsync(odd)).Dispose();
        }

        using (var unsigned = new FormUrlEncodedContent([new("Input.Name", Secret)]))
        {
            (await visitor.Client.PostAsync(new Uri("/cloths/new", UriKind.Relative), unsigned)).Dispose();
        }

        var lines = await LinesAsync(app.Folder, requests);
        Assert.True(requests == lines.Count(l => l.TryGetProperty("Route", out _)), $"{requests}: {string.Join("\n", lines)}");
        Assert.DoesNotContain(lines, l => l.GetRawText().Contains(Secret, StringComparison.OrdinalIgnoreCase));
        Assert.Contains(lines, l => l.TryGetProperty("Route", out var route) && route.GetString() == "cloths/{id}" && l.GetProperty("Method").GetString() == "POST" && l.GetProperty("Status").GetInt32() == 302);
        Assert.Contains(lines, l => l.TryGetProperty("Method", out var method) && method.GetString() == "other");
    }

    [Theory]
    [InlineData("Cloths", "Entry", "{\"name\": {\"Zvezdana7431\": 1}}", "/cloths")]
    [InlineData("Machines", "Entry", "{\"kind\": \"Zvezdana7431\"}", "/machines")]
    [InlineData("Setups", "Summary", "Zvezdana7431", "/setups")]
    public async Task A_record_nobody_can_read_is_a_fault_that_quotes_nothing_of_it(string table, string column, string text, string path)
    {
        using var app = new App();
        var visitor = app.Visit();
        await visitor.OpenAsync(path);
        using (var connection = new Microsoft.Data.Sqlite.SqliteConnection($"Data Source={app.DatabasePath};Pooling=False"))
        {
            connection.Open();
            using var command = connection.CreateCommand();
            command.CommandText = $"UPDATE {table} SET {column} = $text";
            command.Parameters.AddWithValue("$text", text);
            command.ExecuteNonQuery();
        }

        Assert.Equal(System.Net.HttpStatusCode.InternalServerError, (await visitor.Client.GetAsync(new Uri(path, UriKind.Relative))).StatusCode);
        var lines = await LinesAsync(app.Folder, 2);
        Assert.Contains(lines, l => l.GetRawText().Contains("JsonException", StringComparison.Ordinal) || l.GetRawText().Contains("NotSupportedException", StringComparison.Ordinal));
        Assert.DoesNotContain(lines, l => l.GetRawText().Contains(Secret, StringComparison.OrdinalIgnoreCase));
        // Nor where in the record it stood.
        Assert.DoesNotContain(lines, l => l.GetRawText().Contains("$.", StringComparison.Ordinal) || l.GetRawText().Contains("LineNumber", StringComparison.Ordinal));
    }

    [Fact]
    public void A_fault_is_written_with_its_kind_and_place_and_without_its_message()
    {
        Serilog.Events.LogEvent Event(Exception fault) => new(DateTimeOffset.UnixEpoch, Serilog.Events.LogEventLevel.Error, fault, Serilog.Events.MessageTemplate.Empty, []);
        Exception Thrown()
        {
            try
            {
                throw new InvalidOperationException($"cannot read {Secret}", new FormatException(Secret));
            }
            catch (InvalidOperationException e)
            {
                return e;
            }
        }

        using var output = new StringWriter();
        new Startup.WithoutMessages().Format(Event(Thrown()), output);
        Assert.DoesNotContain(Secret, output.ToString(), StringComparison.Ordinal);
        Assert.Contains("InvalidOperationException", output.ToString(), StringComparison.Ordinal);
        Assert.Contains("FormatException", output.ToString(), StringComparison.Ordinal);
        Assert.Contains("LogTests", output.ToString(), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("Information", 2)]
    [InlineData("Error", 0)]
    public async Task Levels_are_chosen_by_configuration(string level, int lines)
    {
        using var app = new App();
        using var told = app.WithWebHostBuilder(builder => builder.UseSetting("Serilog:MinimumLevel:Default", level));
        using var client = told.CreateClient();
        (await client.GetAsync(new Uri("/health", UriKind.Relative))).Dispose();
        (await client.GetAsync(new Uri("/nowhere", UriKind.Relative))).Dispose();
        var written = await LinesAsync(app.Folder, lines);
        Assert.True(lines == written.Count(l => l.TryGetProperty("Route", out _)), string.Join("\n", written));
    }

    /// <summary>What stands in the log, once it has caught up.</summary>
    private static async Task<IReadOnlyList<JsonElement>> LinesAsync(string folder, int expected)
    {
        for (var attempt = 0; ; attempt++)
        {
            var lines = new List<JsonElement>();
            // Where nothing is worth a line there is no file either.
            foreach (var file in Directory.Exists(Path.Combine(folder, "logs")) ? Directory.GetFiles(Path.Combine(folder, "logs")) : [])
            {
                using var reader = new StreamReader(new FileStream(file, FileMode.Open, FileAccess.Read, FileShare.ReadWrite));
                lines.AddRange((await reader.ReadToEndAsync()).Split('\n', StringSplitOptions.RemoveEmptyEntries).Select(l => JsonDocument.Parse(l).RootElement));
            }

            if (lines.Count(l => l.TryGetProperty("Route", out _)) >= expected || attempt == 50)
            {
                return lines;
            }

            await Task.Delay(100);
        }
    }
}
