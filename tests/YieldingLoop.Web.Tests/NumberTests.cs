using System.Net;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;

namespace YieldingLoop.Web.Tests;

/// <summary>Numbers that no figure can be, in the place of every number of every request there is an example of.</summary>
public sealed class NumberTests(NumberTests.Server server) : IClassFixture<NumberTests.Server>
{
    private static readonly string Folder = Path.Combine(AppContext.BaseDirectory, "examples");

    /// <summary>What JSON allows and no double or no figure of the trade does.</summary>
    private static readonly string[] Meaningless = ["1e999", "-1e999", "1e-308", "-1e-308", "1e-999", "5e-324", "1e300"];

    public static TheoryData<string> Requests() => [.. Directory.GetFiles(Folder, "*.request.json").Select(f => Path.GetFileName(f)!)];

    [Theory]
    [MemberData(nameof(Requests))]
    public async Task Every_number_that_means_nothing_is_named_by_its_path_and_refused(string name)
    {
        var path = "/api/v1/" + name.Replace(".request.json", "", StringComparison.Ordinal).Replace("seams-", "seams/", StringComparison.Ordinal).Replace("swatches-", "swatches/", StringComparison.Ordinal).Replace("coach-", "coach/", StringComparison.Ordinal);
        var example = await File.ReadAllTextAsync(Path.Combine(Folder, name));
        using var client = server.App.CreateClient();
        var numbers = Numbers(JsonNode.Parse(example)!, "").ToList();
        Assert.True(numbers.Count >= 3, $"{name} has {numbers.Count} numbers");
        foreach (var at in numbers)
        {
            foreach (var meaningless in Meaningless)
            {
                var body = JsonNode.Parse(example)!;
                Put(body, at, JsonValue.Create("HERE"));
                using var content = new StringContent(body.ToJsonString().Replace("\"HERE\"", meaningless, StringComparison.Ordinal), Encoding.UTF8, "application/json");
                using var answer = await client.PostAsync(new Uri(path, UriKind.Relative), content);
                Assert.True(answer.StatusCode == HttpStatusCode.BadRequest, $"{path}: {meaningless} at {at} is {answer.StatusCode}");
                var errors = JsonDocument.Parse(await answer.Content.ReadAsStringAsync()).RootElement.GetProperty("errors");
                Assert.True(errors.TryGetProperty(at, out _), $"{path}: {meaningless} at {at} is {errors}");
            }
        }
    }

    private static IEnumerable<string> Numbers(JsonNode node, string at) => node switch
    {
        JsonObject members => members.Where(m => m.Value is not null).SelectMany(m => Numbers(m.Value!, at.Length == 0 ? m.Key : $"{at}.{m.Key}")),
        JsonArray items => items.Where(i => i is not null).SelectMany((item, i) => Numbers(item!, $"{at}[{i}]")),
        JsonValue value when value.GetValueKind() == JsonValueKind.Number => [at],
        _ => [],
    };

    private static void Put(JsonNode body, string at, JsonNode value)
    {
        var steps = at.Replace("[", ".[", StringComparison.Ordinal).Split('.', StringSplitOptions.RemoveEmptyEntries);
        var node = body;
        foreach (var step in steps[..^1])
        {
            node = step[0] == '[' ? node[int.Parse(step[1..^1], System.Globalization.CultureInfo.InvariantCulture)]! : node[step]!;
        }

        if (steps[^1][0] == '[')
        {
            node[int.Parse(steps[^1][1..^1], System.Globalization.CultureInfo.InvariantCulture)] = value;
        }
        else
        {
            node[steps[^1]] = value;
        }
    }

    public sealed class Server : IDisposable
    {
        public App App { get; } = new();

        public void Dispose() => App.Dispose();
    }
}
