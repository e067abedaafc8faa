using System.Net;
using System.Net.Http.Headers;
using System.Text;
using System.Text.Json.Nodes;

namespace YieldingLoop.Web.Tests;

/// <summary>Single records over the API: what is asked for can be sent back, and nothing is changed unasked.</summary>
public sealed partial class RecordApiTests : IDisposable
{
    private readonly App home = new(), other = new() { Empty = true };

    public void Dispose()
    {
        home.Dispose();
        other.Dispose();
    }

    [Theory]
    [InlineData("cloths", "cloth")]
    [InlineData("machines", "machine")]
    [InlineData("garments", "garment")]
    [InlineData("set-ups", "set-up")]
    [InlineData("swatches", "swatches")]
    public async Task A_record_goes_out_comes_into_another_workroom_and_is_known_there(string kind, string holds)
    {
        using var client = home.CreateClient();
        using var guest = other.CreateClient();
        var listed = await ReadAsync(await client.GetAsync(At(kind)));
        var record = listed["records"]![0]!;
        Assert.True((int)listed["total"]! >= ((JsonArray)listed["records"]!).Count);

        // A garment in another workroom is for those who go along with it.
        var address = At($"{kind}/{record["id"]}{(kind == "garments" ? "?people=true" : "")}");
        var text = await client.GetStringAsync(address);
        Assert.Equal(holds, (string?)JsonNode.Parse(text)!["holds"]);
        var taken = await ReadAsync(await PostAsync(guest, text));
        Assert.Equal(((JsonArray)taken["records"]!).Count, (int)taken["added"]!);
        Assert.All((JsonArray)taken["records"]!, r => Assert.Equal("new", (string?)r!["stands"]));
        // The swatch that passed a set-up is in no file but that of the swatches; where it is not, nothing is said of it.
        var there = await guest.GetStringAsync(address);
        Assert.Equal(kind == "swatches" ? text : PassedBy().Replace(text, ""), there);

        // Twice makes nothing twice.
        var again = await ReadAsync(await PostAsync(guest, text));
        Assert.Equal((0, 0, null), ((int)again["added"]!, (int)again["changed"]!, again["importId"]));
        Assert.All((JsonArray)again["records"]!, r => Assert.Equal("same", (string?)r!["stands"]));
    }

    [Fact]
    public async Task What_differs_is_a_conflict_that_names_it_until_it_is_to_be_changed()
    {
        using var client = home.CreateClient();
        var id = (string)((JsonArray)(await ReadAsync(await client.GetAsync(At("cloths"))))["records"]!).Single(r => ((string)r!["name"]!).Contains("nisuit", StringComparison.Ordinal))!["id"]!;
        var before = await client.GetStringAsync(At($"cloths/{id}"));
        var cloth = JsonNode.Parse(before)!;
        var now = (double)cloth["cloths"]![0]!["cloth"]!["acrossLoadedMm"]! - 1;
        cloth["cloths"]![0]!["cloth"]!["acrossLoadedMm"] = now;

        using var refused = await PostAsync(client, cloth.ToJsonString());
        Assert.Equal(HttpStatusCode.Conflict, refused.StatusCode);
        var differs = Assert.Single((JsonArray)JsonNode.Parse(await refused.Content.ReadAsStringAsync())!["records"]!)!;
        Assert.Equal((id, "differs", FormattableString.Invariant($"{now} mm")), ((string?)differs["id"], (string?)differs["stands"], (string?)differs["differs"]![0]!["sent"]));
        Assert.Equal(before, await client.GetStringAsync(At($"cloths/{id}")));

        var changed = await ReadAsync(await PostAsync(client, cloth.ToJsonString(), "?change=true"));
        Assert.Equal((0, 1), ((int)changed["added"]!, (int)changed["changed"]!));
        Assert.Equal(now, (double)JsonNode.Parse(await client.GetStringAsync(At($"cloths/{id}")))!["cloths"]![0]!["cloth"]!["acrossLoadedMm"]!);
        // It stands among the files, and is undone there as any other.
        var visitor = home.Visit();
        var files = await visitor.OpenAsync("/files");
        Assert.Contains("Records over the API", files.QuerySelector(".copies")!.TextContent, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("", "file")]
    [InlineData("[]", "file")]
    [InlineData("{}", "format")]
    [InlineData("""{"format":"yielding-loop","version":1,"holds":"workroom"}""", "holds")]
    [InlineData("""{"format":"yielding-loop","version":3,"holds":"cloth","cloths":[]}""", "version")]
    [InlineData("""{"format":"yielding-loop","version":1,"holds":"cloth","cloths":[{}]}""", "cloths[0].cloth")]
    [InlineData("""{"format":"yielding-loop","version":1,"holds":"cloth","ships":[]}""", "ships")]
    public async Task What_is_no_record_is_refused_by_its_path(string body, string path)
    {
        using var client = home.CreateClient();
        using var answer = await PostAsync(client, body);
        Assert.Equal(HttpStatusCode.BadRequest, answer.StatusCode);
        Assert.True(JsonNode.Parse(await answer.Content.ReadAsStringAsync())!["errors"]!.AsObject().ContainsKey(path));
    }

    [Fact]
    public async Task Other_forms_sizes_and_addresses_have_their_own_answers()
    {
        using var client = home.CreateClient();
        using var form = new StringContent("{}", Encoding.UTF8, "text/plain");
        Assert.Equal(HttpStatusCode.UnsupportedMediaType, (await client.PostAsync(At(""), form)).StatusCode);
        Assert.Equal(HttpStatusCode.RequestEntityTooLarge, (await PostAsync(client, new string(' ', (4 * 1024 * 1024) + 1))).StatusCode);
        foreach (var (address, status) in new[]
        {
            ("cloths/99", HttpStatusCode.NotFound), ("cloths/00000000-0000-0000-0000-000000000001", HttpStatusCode.NotFound), ("wearers", HttpStatusCode.NotFound), ("cloths?page=0", HttpStatusCode.BadRequest), ("cloths?page=x", HttpStatusCode.BadRequest),
        })
        {
            Assert.Equal(status, (await client.GetAsync(At(address))).StatusCode);
        }

        // A page past the last is the last one, as on the pages.
        Assert.Equal(1, (int)(await ReadAsync(await client.GetAsync(At("cloths?page=99"))))["page"]!);
        // Nobody's measures go along unasked.
        var garment = (string)(await ReadAsync(await client.GetAsync(At("garments"))))["records"]![0]!["id"]!;
        Assert.Null(JsonNode.Parse(await client.GetStringAsync(At($"garments/{garment}")))!["wearers"]);
        Assert.NotEmpty((JsonArray)JsonNode.Parse(await client.GetStringAsync(At($"garments/{garment}?people=true")))!["wearers"]!);
    }

    [Fact]
    public async Task The_documented_example_is_answered_as_documented()
    {
        using var guest = other.CreateClient();
        string Example(string name) => File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "examples", name));
        var answer = await ReadAsync(await PostAsync(guest, Example("records.request.json")));
        Assert.True(JsonNode.DeepEquals(JsonNode.Parse(Example("records.response.json")), answer), answer.ToJsonString());
    }

    [Fact]
    public async Task Two_at_once_with_the_same_record_make_it_once()
    {
        using var client = home.CreateClient();
        using var guest = other.CreateClient();
        var id = (string)(await ReadAsync(await client.GetAsync(At("set-ups"))))["records"]![0]!["id"]!;
        var text = await client.GetStringAsync(At($"set-ups/{id}"));
        var answers = await Task.WhenAll(Enumerable.Range(0, 6).Select(async _ => await ReadAsync(await PostAsync(guest, text))));
        Assert.Single(answers, a => (int)a["added"]! > 0);
        Assert.Equal(text, await guest.GetStringAsync(At($"set-ups/{id}")));
    }

    [Fact]
    public async Task On_the_network_a_program_has_a_key_that_is_shown_once_and_can_be_revoked()
    {
        using var app = new App { Lan = true };
        var client = app.Visit("192.168.17.40").Client;
        Assert.Equal(HttpStatusCode.Unauthorized, (await client.GetAsync(At("cloths"))).StatusCode);
        var visitor = app.Visit("127.0.0.1");
        var devices = await visitor.OpenAsync("/devices");
        var nameless = await visitor.SendAsync(devices, "/devices?handler=Key", new() { ["name"] = " " }, "key");
        Assert.Contains("1 to 40 characters", nameless.Page.Body!.TextContent, StringComparison.Ordinal);
        var made = await visitor.SendAsync(devices, "/devices?handler=Key", new() { ["name"] = "tablet" }, "key");
        var key = made.Page.QuerySelector(".feed-secret code")!.TextContent;
        Assert.DoesNotContain(key, (await visitor.OpenAsync("/devices")).Body!.TextContent, StringComparison.Ordinal);

        client.DefaultRequestHeaders.Authorization = new AuthenticationHeaderValue("Bearer", key);
        Assert.Equal(HttpStatusCode.OK, (await client.GetAsync(At("cloths"))).StatusCode);
        // The key opens the API and nothing else.
        Assert.NotEqual(HttpStatusCode.OK, (await client.GetAsync(new Uri("/files/out/workroom.json", UriKind.Relative))).StatusCode);
        Assert.NotEqual(HttpStatusCode.OK, (await client.GetAsync(new Uri("/cloths", UriKind.Relative))).StatusCode);
        foreach (var wrong in new[] { key[..^1] + (key[^1] == 'A' ? 'Q' : 'A'), key + "x", "x", new string('a', 5000) })
        {
            client.DefaultRequestHeaders.Authorization = new AuthenticationHeaderValue("Bearer", wrong);
            Assert.Equal(HttpStatusCode.Unauthorized, (await client.GetAsync(At("cloths"))).StatusCode);
        }

        devices = await visitor.OpenAsync("/devices");
        Assert.Contains("last used", devices.QuerySelector(".feeds")!.TextContent, StringComparison.Ordinal);
        await visitor.SendAsync(devices, "/devices?handler=Revoke", [], "revoke-1");
        client.DefaultRequestHeaders.Authorization = new AuthenticationHeaderValue("Bearer", key);
        Assert.Equal(HttpStatusCode.Unauthorized, (await client.GetAsync(At("cloths"))).StatusCode);
        // Only its hash was ever kept.
        Assert.DoesNotContain(key, Encoding.Latin1.GetString(await File.ReadAllBytesAsync(Path.Combine(app.Folder, "workroom.db"))), StringComparison.Ordinal);
    }

    [System.Text.RegularExpressions.GeneratedRegex(",\"passedBySwatchId\":\"[^\"]*\"")]
    private static partial System.Text.RegularExpressions.Regex PassedBy();

    private static Uri At(string path) => new("/api/v1/records" + (path.Length == 0 ? "" : "/" + path), UriKind.Relative);

    private static async Task<HttpResponseMessage> PostAsync(HttpClient client, string body, string query = "")
    {
        using var content = new StringContent(body, Encoding.UTF8, "application/json");
        return await client.PostAsync(new Uri("/api/v1/records" + query, UriKind.Relative), content);
    }

    private static async Task<JsonNode> ReadAsync(HttpResponseMessage answer)
    {
        var text = await answer.Content.ReadAsStringAsync();
        Assert.True(answer.StatusCode == HttpStatusCode.OK, text);
        return JsonNode.Parse(text)!;
    }
}
