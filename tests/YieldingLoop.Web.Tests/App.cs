using System.Net;
using AngleSharp.Html.Dom;
using AngleSharp.Html.Parser;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;

namespace YieldingLoop.Web.Tests;

/// <summary>The whole server in process, on a database of its own.</summary>
public sealed class App : WebApplicationFactory<Program>
{
    private readonly string folder = Directory.CreateTempSubdirectory("yielding-loop-web-").FullName;

    /// <summary>Without the demo.</summary>
    public bool Empty { get; init; }

    /// <summary>One person at one browser.</summary>
    public Visitor Visit() => new(CreateClient(new WebApplicationFactoryClientOptions { AllowAutoRedirect = false, HandleCookies = true }));

    protected override void ConfigureWebHost(IWebHostBuilder builder) => builder.UseSetting("data", folder).UseSetting("empty", Empty ? "true" : "false");

    protected override void Dispose(bool disposing)
    {
        base.Dispose(disposing);
        if (disposing && Directory.Exists(folder))
        {
            Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
            Directory.Delete(folder, recursive: true);
        }
    }
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
    public async Task<Answer> SendAsync(IHtmlDocument page, string path, Dictionary<string, string?> changed, string id = "entry")
    {
        var form = (IHtmlFormElement)page.GetElementById(id)!;
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
        using var response = await client.PostAsync(new Uri(path, UriKind.Relative), content);
        return new Answer(response.StatusCode, response.Headers.Location?.OriginalString, await ReadAsync(response));
    }

    private static List<KeyValuePair<string, string>> Fields(IHtmlFormElement form)
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
                case IHtmlSelectElement { Name.Length: > 0 } select:
                    fields.Add(new(select.Name!, select.Value ?? ""));
                    break;
            }
        }

        return fields;
    }

    private static async Task<IHtmlDocument> ReadAsync(HttpResponseMessage response) => Parser.ParseDocument(await response.Content.ReadAsStringAsync());
}

/// <summary>What came back from a form.</summary>
public sealed record Answer(HttpStatusCode Status, string? Location, IHtmlDocument Page)
{
    /// <summary>The message at a field.</summary>
    public string? FaultAt(string field) => Page.GetElementById($"{field}-fault")?.TextContent;

    /// <summary>What stands in a field.</summary>
    public string? Typed(string field) => (Page.GetElementById(field) as IHtmlInputElement)?.Value;
}
