using System.Net;
using AngleSharp.Html.Dom;
using AngleSharp.Html.Parser;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.AspNetCore.TestHost;
using Microsoft.Data.Sqlite;
using Microsoft.Extensions.DependencyInjection;
using YieldingLoop.Store;
using YieldingLoop.Store.Backup;
using YieldingLoop.Store.Demo;
using YieldingLoop.Web.Network;

namespace YieldingLoop.Web.Tests;

/// <summary>The whole server in process, on a database of its own.</summary>
public sealed class App : WebApplicationFactory<Program>
{
    /// <summary>Where it keeps its data; a test may put something there before the first visit.</summary>
    public string Folder { get; } = Directory.CreateTempSubdirectory("yielding-loop-web-").FullName;

    public string DatabasePath => Path.Combine(Folder, "workroom.db");

    /// <summary>Without the demo.</summary>
    public bool Empty { get; init; }

    /// <summary>Starts on what is in its folder, and makes the demo itself where that is nothing.</summary>
    public bool AsFound { get; init; }

    /// <summary>Settings beside those.</summary>
    public IReadOnlyDictionary<string, string> More { get; init; } = new Dictionary<string, string>();

    /// <summary>Services in the place of the server's own.</summary>
    public Action<IServiceCollection>? Instead { get; init; }

    /// <summary>Served to the local network too.</summary>
    public bool Lan { get; init; }

    /// <summary>The demo as a start loads it, made once for all tests: most of a start is working its set-ups out.</summary>
    private static readonly Lazy<byte[]> DemoFile = new(() => FirstFile(demo: true));

    /// <summary>A workroom with nothing in it, made once too.</summary>
    private static readonly Lazy<byte[]> EmptyFile = new(() => FirstFile(demo: false));

    private static byte[] FirstFile(bool demo)
    {
        var folder = Directory.CreateTempSubdirectory("yielding-loop-first-");
        var path = Path.Combine(folder.FullName, "workroom.db");
        WorkroomDatabase.Open(path, TimeProvider.System, demo ? context => DemoLoader.Load(context, DateTimeOffset.UtcNow) : null);
        // All of it into the one file, with nothing left in the log beside it.
        SqliteConnection.ClearAllPools();
        var bytes = File.ReadAllBytes(path);
        folder.Delete(recursive: true);
        return bytes;
    }

    /// <summary>The time in there; tests move it.</summary>
    public MovableClock Clock { get; } = new();

    public Backups Backups => Services.GetRequiredService<Backups>();

    /// <summary>One person at one browser.</summary>
    /// <param name="from">Where the browser is; on this machine where none is given.</param>
    /// <param name="to">The address it speaks to.</param>
    public Visitor Visit(string? from = null, string? to = null)
    {
        var client = CreateClient(new WebApplicationFactoryClientOptions { AllowAutoRedirect = false, HandleCookies = true });
        client.DefaultRequestHeaders.Accept.ParseAdd("text/html");
        if (from is not null)
        {
            client.DefaultRequestHeaders.Add(RemoteAddress.Header, from);
        }

        if (to is not null)
        {
            client.DefaultRequestHeaders.Add(RemoteAddress.To, to);
        }

        return new(client);
    }

    /// <summary>Every row of every table, as text.</summary>
    public IReadOnlyList<string> Dump()
    {
        using var connection = new SqliteConnection($"Data Source={DatabasePath};Pooling=False");
        connection.Open();
        return [.. Rows("SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite%' ORDER BY name").SelectMany(table => Rows($"SELECT * FROM \"{table}\" ORDER BY 1").Select(row => $"{table}: {row}"))];

        List<string> Rows(string question)
        {
            using var command = connection.CreateCommand();
            command.CommandText = question;
            using var reader = command.ExecuteReader();
            var rows = new List<string>();
            while (reader.Read())
            {
                rows.Add(string.Join(" | ", Enumerable.Range(0, reader.FieldCount).Select(reader.GetValue)));
            }

            return rows;
        }
    }

    protected override void ConfigureWebHost(IWebHostBuilder builder)
    {
        if (!AsFound && !File.Exists(DatabasePath))
        {
            File.WriteAllBytes(DatabasePath, (Empty ? EmptyFile : DemoFile).Value);
        }

        Configure(builder);
    }

    private void Configure(IWebHostBuilder builder) => More.Aggregate(builder, (b, more) => b.UseSetting(more.Key, more.Value))
        .UseSetting("data", Folder).UseSetting("empty", Empty ? "true" : "false").UseSetting("lan", Lan ? "true" : "false").UseSetting("port", "0")
        .ConfigureTestServices(services => Instead?.Invoke(services)).ConfigureTestServices(services => services.AddSingleton<TimeProvider>(Clock).AddSingleton<IStartupFilter, RemoteAddress>()
            // Cheap guesses: what is tested is how many are let through.
            .AddSingleton(_ => new Passcode(Path.Combine(Folder, "passcode.json"), iterations: 1_000)));

    protected override void Dispose(bool disposing)
    {
        base.Dispose(disposing);
        if (disposing && Directory.Exists(Folder))
        {
            SqliteConnection.ClearAllPools();
            Directory.Delete(Folder, recursive: true);
        }
    }

    /// <summary>The in-process server has no network; a header of the tests says where a request comes from.</summary>
    internal sealed class RemoteAddress : IStartupFilter
    {
        public const string Header = "X-Test-From", To = "X-Test-To";

        public Action<IApplicationBuilder> Configure(Action<IApplicationBuilder> next) => app =>
        {
            app.Use((context, go) =>
            {
                // Where something else has said it already, that stands.
                context.Connection.RemoteIpAddress ??= IPAddress.Parse(context.Request.Headers.TryGetValue(Header, out var from) ? from.ToString() : "127.0.0.1");
                context.Connection.LocalIpAddress ??= IPAddress.Parse(context.Request.Headers.TryGetValue(To, out var to) ? to.ToString() : "127.0.0.1");
                return go(context);
            });
            next(app);
        };
    }
}

/// <summary>Real time until it is moved on.</summary>
public sealed class MovableClock : TimeProvider
{
    private TimeSpan ahead;

    public void MoveOn(TimeSpan by) => ahead += by;

    public override DateTimeOffset GetUtcNow() => DateTimeOffset.UtcNow + ahead;
}

/// <summary>Opens pages, fills their forms in and sends them, as a browser does.</summary>
public sealed class Visitor(HttpClient client)
{
    private static readonly HtmlParser Parser = new();

    public HttpClient Client => client;

    public async Task<IHtmlDocument> OpenAsync(string path, HttpStatusCode expected = HttpStatusCode.OK)
    {
        using var response = await client.GetAsync(new Uri(path, UriKind.Relative));
        Assert.Equal(expected, response.StatusCode);
        return await ReadAsync(response);
    }

    /// <summary>Sends the form <paramref name="id"/> of a page with some fields changed.</summary>
    public Task<Answer> SendAsync(IHtmlDocument page, string path, Dictionary<string, string?> changed, string id = "entry") =>
        PostAsync((IHtmlFormElement)page.GetElementById(id)!, path, changed);

    /// <summary>Sends the form a button belongs to, to where it is sent.</summary>
    public Task<Answer> PressAsync(IHtmlDocument page, string button)
    {
        var pressed = page.QuerySelectorAll("button").OfType<IHtmlButtonElement>().Single(b => b.TextContent.Trim() == button);
        var form = pressed.Form ?? (IHtmlFormElement)page.GetElementById(pressed.GetAttribute("form")!)!;
        var path = pressed.GetAttribute("formaction") ?? form.GetAttribute("action") ?? page.Location.Href;
        return PostAsync(form, path, pressed.Name is { Length: > 0 } name ? new() { [name] = pressed.Value } : []);
    }

    public async Task<Answer> PostAsync(IHtmlFormElement form, string path, Dictionary<string, string?> changed)
    {
        var fields = Fields(form);
        foreach (var (name, value) in changed)
        {
            fields.RemoveAll(f => f.Key == name);
            if (value is not null)
            {
                fields.Add(new(name, value));
            }
        }

        using var content = new FormUrlEncodedContent(fields);
        using var response = await client.PostAsync(new Uri(path, UriKind.RelativeOrAbsolute), content);
        return new Answer(response.StatusCode, response.Headers.Location?.OriginalString, await ReadAsync(response));
    }

    /// <summary>What a browser would send of a form.</summary>
    public static List<KeyValuePair<string, string>> Fields(IHtmlFormElement form)
    {
        var fields = new List<KeyValuePair<string, string>>();
        foreach (var element in form.Elements)
        {
            switch (element)
            {
                case IHtmlInputElement { Type: "checkbox" or "radio" } box:
                    if (box.IsChecked)
                    {
                        fields.Add(new(box.Name!, box.Value));
                    }

                    break;
                case IHtmlInputElement { Name.Length: > 0 } input:
                    fields.Add(new(input.Name!, input.Value));
                    break;
                case IHtmlTextAreaElement { Name.Length: > 0 } area:
                    fields.Add(new(area.Name!, area.Value));
                    break;
                case IHtmlSelectElement { Name.Length: > 0 } select:
                    fields.Add(new(select.Name!, select.Value ?? ""));
                    break;
            }
        }

        return fields;
    }

    private static async Task<IHtmlDocument> ReadAsync(HttpResponseMessage response)
    {
        var page = Parser.ParseDocument(await response.Content.ReadAsStringAsync());
        page.Location.Href = response.RequestMessage!.RequestUri!.ToString();
        return page;
    }
}

/// <summary>What came back from a form.</summary>
public sealed record Answer(HttpStatusCode Status, string? Location, IHtmlDocument Page)
{
    /// <summary>The message at a field.</summary>
    public string? FaultAt(string field) => Page.GetElementById($"{field}-fault")?.TextContent;

    /// <summary>What stands in a field.</summary>
    public string? Typed(string field) => (Page.GetElementById(field) as IHtmlInputElement)?.Value;
}
