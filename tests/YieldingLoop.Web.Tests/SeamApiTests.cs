using System.Net;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;

namespace YieldingLoop.Web.Tests;

public sealed class SeamApiTests(App app) : IClassFixture<App>
{
    private const string Three = """
        {"stitch":"504","stitchLengthMm":2.5,"sewnThicknessMm":0.8,"loopWidthMm":5,"biteMm":5,"threads":[
          {"position":"needle-left","kind":"spun-polyester","dial":4,"neutral":4},
          {"position":"upper-looper","kind":"spun-polyester","dial":4,"neutral":4,"sense":1},
          {"position":"lower-looper","kind":"spun-polyester","tensionCentinewtons":12}]}
        """;

    /// <summary>Source: tests/reference/seam-cases.json, computed from the seam model outside this project.</summary>
    [Fact]
    public async Task Every_reference_case_is_answered_as_expected()
    {
        var cases = JsonNode.Parse(await File.ReadAllTextAsync(Path.Combine(AppContext.BaseDirectory, "reference", "seam-cases.json")))!["cases"]!.AsArray();
        Assert.Equal(26, cases.Count);
        foreach (var item in cases)
        {
            var (status, answer) = await EvaluateAsync(item!["input"]!.ToJsonString());
            Assert.Equal(HttpStatusCode.OK, status);
            AssertNear(item["expected"]!, answer, "");
        }
    }

    [Fact]
    public async Task The_example_of_the_documentation_is_what_the_server_answers()
    {
        var folder = Path.Combine(AppContext.BaseDirectory, "examples");
        var (status, answer) = await EvaluateAsync(await File.ReadAllTextAsync(Path.Combine(folder, "seams-evaluate.request.json")));
        Assert.Equal(HttpStatusCode.OK, status);
        var documented = JsonNode.Parse(await File.ReadAllTextAsync(Path.Combine(folder, "seams-evaluate.response.json")))!;
        AssertNear(documented, answer, "");
        Assert.Equal(Names(documented), Names(answer));
    }

    [Fact]
    public async Task The_sense_is_1_unless_told()
    {
        var told = JsonNode.Parse(Three)!;
        told["threads"]![0]!["dial"] = 5;
        var untold = told.DeepClone();
        told["threads"]![0]!["sense"] = 1;
        Assert.Equal((await EvaluateAsync(told.ToJsonString())).Answer.ToJsonString(), (await EvaluateAsync(untold.ToJsonString())).Answer.ToJsonString());
        told["threads"]![0]!["sense"] = -1;
        Assert.NotEqual((await EvaluateAsync(told.ToJsonString())).Answer["yieldPercent"]!.GetValue<double>(), (await EvaluateAsync(untold.ToJsonString())).Answer["yieldPercent"]!.GetValue<double>());
    }

    [Fact]
    public async Task First_to_pop_is_there_as_null_when_nothing_pops()
    {
        var (_, answer) = await EvaluateAsync("""
            {"stitch":"503","stitchLengthMm":0.5,"sewnThicknessMm":1,"loopWidthMm":6,"biteMm":6,"threads":[
              {"position":"needle-left","kind":"textured-nylon","tensionCentinewtons":5},
              {"position":"lower-looper","kind":"textured-nylon","tensionCentinewtons":2}]}
            """);
        Assert.True(answer.AsObject().ContainsKey("firstToPop"));
        Assert.Null(answer["firstToPop"]);
        Assert.Equal(700, answer["yieldPercent"]!.GetValue<double>());
    }

    [Fact]
    public async Task Geometry_a_stitch_does_not_use_is_accepted_and_ignored()
    {
        var with = JsonNode.Parse(Three)!;
        with["zigzagWidthMm"] = 3;
        with["gaugeMm"] = -7;
        Assert.Equal((await EvaluateAsync(Three)).Answer.ToJsonString(), (await EvaluateAsync(with.ToJsonString())).Answer.ToJsonString());
    }

    [Fact]
    public async Task Cloth_needle_feed_and_need_add_what_they_allow_to_judge()
    {
        var request = JsonNode.Parse(Three)!;
        request["cloth"] = JsonNode.Parse("""{"stretchAlongPercent":60,"highestStretchPercent":95,"areaDensityGsm":200,"elastane":true,"colour":"#1d4e74"}""");
        request["plies"] = 2;
        request["needle"] = JsonNode.Parse("""{"point":"stretch","sizeMetric":80}""");
        request["differential"] = 1.3;
        request["need"] = JsonNode.Parse("""{"percent":40}""");
        request["threads"]![0]!["colour"] = "#1d4e74";
        var (_, answer) = await EvaluateAsync(request.ToJsonString());
        // Worked by hand from docs/model.md, section 6.
        Assert.Equal(6 - 22 * 0.3, answer["growthPercent"]!.GetValue<double>(), 6);
        Assert.Equal(1 + 6 / 22.0, answer["flatDifferential"]!.GetValue<double>(), 6);
        Assert.Equal(answer["threadMassMgPerCm"]!.GetValue<double>() / 16, answer["massRatio"]!.GetValue<double>(), 9);
        Assert.Equal(Math.Pow(150 / 200.0, 1.5), answer["drag"]!.GetValue<double>(), 6);
        Assert.Equal(1 / (1 + Math.Exp(11)), answer["skipChancePerStitch"]!.GetValue<double>(), 9);
        Assert.Equal(0, answer["gapSeenMm"]!.GetValue<double>(), 9);
        Assert.Equal("holds", answer["verdict"]!["verdict"]!.GetValue<string>());
        Assert.Equal(50, answer["verdict"]!["requiredPercent"]!.GetValue<double>(), 9);
        Assert.True(answer["bands"]!["growthPercent"]!["low"]!.GetValue<double>() < answer["growthPercent"]!.GetValue<double>());
    }

    [Fact]
    public async Task Another_calibration_thread_shifts_what_a_dial_gives()
    {
        var request = JsonNode.Parse(Three)!;
        request["calibrationThread"] = "cotton";
        Assert.True((await EvaluateAsync(request.ToJsonString())).Answer["threads"]![0]!["tensionCentinewtons"]!.GetValue<double>() < 30);
    }

    public static TheoryData<string, string> Faulty() => new()
    {
        { "stitch", """{"stitch":"999"}""" },
        { "stitch", """{"stitch":504}""" },
        { "stitch", """{"stitch":null}""" },
        { "stitchLengthMm", """{"stitchLengthMm":0}""" },
        { "stitchLengthMm", """{"stitchLengthMm":-1}""" },
        { "stitchLengthMm", """{"stitchLengthMm":"2.5"}""" },
        { "stitchLengthMm", """{"stitchLengthMm":1e999}""" },
        { "sewnThicknessMm", """{"sewnThicknessMm":1000}""" },
        { "loopWidthMm", """{"loopWidthMm":0}""" },
        { "biteMm", """{"biteMm":null}""" },
        { "surprise", """{"surprise":1}""" },
        { "threads", """{"threads":[]}""" },
        { "threads", """{"threads":{}}""" },
        { "threads[0]", """{"threads":[1,2,3]}""" },
        { "plies", """{"plies":0}""" },
        { "plies", """{"plies":1.5}""" },
        { "differential", """{"differential":-1}""" },
        { "calibrationThread", """{"calibrationThread":"wool"}""" },
        { "cloth", """{"cloth":[]}""" },
        { "cloth.areaDensityGsm", """{"cloth":{"stretchAlongPercent":50}}""" },
        { "cloth.weight", """{"cloth":{"stretchAlongPercent":50,"areaDensityGsm":200,"weight":1}}""" },
        { "cloth.highestStretchPercent", """{"cloth":{"stretchAlongPercent":50,"areaDensityGsm":200,"highestStretchPercent":40}}""" },
        { "cloth.elastane", """{"cloth":{"stretchAlongPercent":50,"areaDensityGsm":200,"elastane":"yes"}}""" },
        { "cloth.colour", """{"cloth":{"stretchAlongPercent":50,"areaDensityGsm":200,"colour":"blue"}}""" },
        { "needle.sizeMetric", """{"needle":{"point":"stretch","sizeMetric":81}}""" },
        { "needle.point", """{"needle":{"point":"wedge","sizeMetric":80}}""" },
        { "needle.hoursSewn", """{"needle":{"point":"stretch","sizeMetric":80,"hoursSewn":-1}}""" },
        { "need.percent", """{"need":{}}""" },
        { "need.percent", """{"need":{"percent":-5}}""" },
    };

    [Theory]
    [MemberData(nameof(Faulty))]
    public async Task A_faulty_member_is_400_under_its_path(string path, string change)
    {
        var request = JsonNode.Parse(Three)!.AsObject();
        var text = change.Contains("1e999", StringComparison.Ordinal) ? Three.Replace("\"stitchLengthMm\":2.5", "\"stitchLengthMm\":1e999", StringComparison.Ordinal) : Merge(request, change);
        var (status, answer) = await EvaluateAsync(text);
        Assert.Equal(HttpStatusCode.BadRequest, status);
        Assert.Contains(path, answer["errors"]!.AsObject().Select(e => e.Key));
    }

    public static TheoryData<string, string> FaultyThreads() => new()
    {
        { "threads[1].dial", """{"position":"upper-looper","kind":"cotton","dial":4,"neutral":4,"tensionCentinewtons":12}""" },
        { "threads[1].tensionCentinewtons", """{"position":"upper-looper","kind":"cotton"}""" },
        { "threads[1].tensionCentinewtons", """{"position":"upper-looper","kind":"cotton","tensionCentinewtons":0}""" },
        { "threads[1].neutral", """{"position":"upper-looper","kind":"cotton","dial":4}""" },
        { "threads[1].sense", """{"position":"upper-looper","kind":"cotton","dial":4,"neutral":4,"sense":0}""" },
        { "threads[1].kind", """{"position":"upper-looper","kind":"wool","dial":4,"neutral":4}""" },
        { "threads[1].kind", """{"position":"upper-looper","dial":4,"neutral":4}""" },
        { "threads[1].position", """{"position":"needle-left","kind":"cotton","dial":4,"neutral":4}""" },
        { "threads[1].position", """{"position":"bobbin","kind":"cotton","dial":4,"neutral":4}""" },
        { "threads[1].position", """{"position":"pedal","kind":"cotton","dial":4,"neutral":4}""" },
        { "threads", """{"position":"needle-right","kind":"cotton","dial":4,"neutral":4}""" },
        { "threads[1].ticket", """{"position":"upper-looper","kind":"cotton","dial":4,"neutral":4,"ticket":120}""" },
        { "threads[1].colour", """{"position":"upper-looper","kind":"cotton","dial":4,"neutral":4,"colour":7}""" },
    };

    [Theory]
    [MemberData(nameof(FaultyThreads))]
    public async Task A_faulty_thread_is_400_under_its_path(string path, string thread)
    {
        var request = JsonNode.Parse(Three)!;
        request["threads"]![1] = JsonNode.Parse(thread);
        var (status, answer) = await EvaluateAsync(request.ToJsonString());
        Assert.Equal(HttpStatusCode.BadRequest, status);
        Assert.Contains(path, answer["errors"]!.AsObject().Select(e => e.Key));
    }

    [Fact]
    public async Task A_superfluous_thread_and_a_member_given_twice_are_400()
    {
        var request = JsonNode.Parse(Three)!;
        request["threads"]!.AsArray().Add(JsonNode.Parse("""{"position":"needle-right","kind":"cotton","dial":4,"neutral":4}"""));
        Assert.Equal(HttpStatusCode.BadRequest, (await EvaluateAsync(request.ToJsonString())).Status);
        var (status, answer) = await EvaluateAsync(Three.Replace("\"biteMm\":5", "\"biteMm\":5,\"biteMm\":6", StringComparison.Ordinal));
        Assert.Equal(HttpStatusCode.BadRequest, status);
        Assert.NotNull(answer["errors"]!["biteMm"]);
    }

    [Fact]
    public async Task A_four_thread_loop_width_lies_outside_both_needles()
    {
        var (status, answer) = await EvaluateAsync(Three.Replace("504", "514", StringComparison.Ordinal).Replace("\"biteMm\":5", "\"biteMm\":5,\"gaugeMm\":6", StringComparison.Ordinal));
        Assert.Equal(HttpStatusCode.BadRequest, status);
        Assert.NotNull(answer["errors"]!["loopWidthMm"]);
    }

    [Theory]
    [InlineData("")]
    [InlineData("{")]
    [InlineData("[]")]
    [InlineData("null")]
    [InlineData("\"504\"")]
    [InlineData("{\"stitch\":NaN}")]
    [InlineData("{\"stitch\":\"\\ud800\"}")]
    public async Task What_is_not_a_request_at_all_is_400(string body) => Assert.Equal(HttpStatusCode.BadRequest, (await EvaluateAsync(body)).Status);

    [Fact]
    public async Task Depth_size_encoding_and_content_type_are_bounded()
    {
        Assert.Equal(HttpStatusCode.BadRequest, (await EvaluateAsync(new string('[', 5000))).Status);
        Assert.Equal(HttpStatusCode.RequestEntityTooLarge, (await EvaluateAsync("{\"x\":\"" + new string('x', 100_000) + "\"}")).Status);
        using var binary = new ByteArrayContent([0xff, 0xfe, 0x00]);
        binary.Headers.ContentType = new("application/json");
        using var answer = await app.CreateClient().PostAsync(new Uri("/api/v1/seams/evaluate", UriKind.Relative), binary);
        Assert.Equal(HttpStatusCode.BadRequest, answer.StatusCode);
        using var form = new StringContent("stitch=504", Encoding.UTF8, "application/x-www-form-urlencoded");
        using var refused = await app.CreateClient().PostAsync(new Uri("/api/v1/seams/evaluate", UriKind.Relative), form);
        Assert.Equal(HttpStatusCode.UnsupportedMediaType, refused.StatusCode);
        foreach (var (encoding, status) in new[] { ("gzip", HttpStatusCode.UnsupportedMediaType), ("br", HttpStatusCode.UnsupportedMediaType), ("identity", HttpStatusCode.BadRequest) })
        {
            using var packed = new StringContent("{}", Encoding.UTF8, "application/json");
            packed.Headers.ContentEncoding.Add(encoding);
            using var said = await app.CreateClient().PostAsync(new Uri("/api/v1/seams/evaluate", UriKind.Relative), packed);
            Assert.Equal(status, said.StatusCode);
        }
    }

    [Fact]
    public async Task The_catalogues_are_listed()
    {
        var client = app.CreateClient();
        var stitches = JsonNode.Parse(await client.GetStringAsync(new Uri("/api/v1/stitches", UriKind.Relative)))!.AsArray();
        var threads = JsonNode.Parse(await client.GetStringAsync(new Uri("/api/v1/threads", UriKind.Relative)))!.AsArray();
        var needles = JsonNode.Parse(await client.GetStringAsync(new Uri("/api/v1/needles", UriKind.Relative)))!;
        Assert.Equal(16, stitches.Count);
        Assert.Equal(7, threads.Count);
        Assert.Equal(9, needles["sizes"]!.AsArray().Count);
        Assert.Equal(35, threads.Single(t => t!["id"]!.GetValue<string>() == "textured-nylon")!["linearDensityTex"]!.GetValue<double>());
    }

    [Fact]
    public async Task The_API_is_described_in_OpenAPI()
    {
        var description = JsonNode.Parse(await app.CreateClient().GetStringAsync(new Uri("/openapi/v1.json", UriKind.Relative)))!;
        var paths = description["paths"]!.AsObject().Select(p => p.Key).ToList();
        string[] records = ["/api/v1/records", .. new[] { "cloths", "machines", "garments", "set-ups", "swatches" }.SelectMany(k => new[] { $"/api/v1/records/{k}", $"/api/v1/records/{k}/{{id}}" })];
        Assert.Equal(new[] { "/api/v1/coach/next", "/api/v1/needles", "/api/v1/needs", "/api/v1/plans", "/api/v1/run-orders", "/api/v1/seams/evaluate", "/api/v1/skin-strains", "/api/v1/stitches", "/api/v1/swatches/learn", "/api/v1/swatches/read", "/api/v1/thread-ups", "/api/v1/threads" }.Concat(records).Order(), paths.Order());
        var request = description["components"]!["schemas"]!["EvaluateRequest"]!["properties"]!.AsObject().Select(p => p.Key).ToList();
        Assert.Contains("stitchLengthMm", request);
        Assert.Contains("calibrationThread", request);
    }

    private static string Merge(JsonObject request, string change)
    {
        foreach (var (name, value) in JsonNode.Parse(change)!.AsObject())
        {
            request[name] = value?.DeepClone();
        }

        return request.ToJsonString();
    }

    private async Task<(HttpStatusCode Status, JsonNode Answer)> EvaluateAsync(string body)
    {
        using var content = new StringContent(body, Encoding.UTF8, "application/json");
        using var response = await app.CreateClient().PostAsync(new Uri("/api/v1/seams/evaluate", UriKind.Relative), content);
        return (response.StatusCode, JsonNode.Parse(await response.Content.ReadAsStringAsync())!);
    }

    private static IEnumerable<string> Names(JsonNode node) => node.AsObject().Select(m => m.Key);

    /// <summary>Every expected member is there; numbers agree within 0.1 % or 5·10⁻⁵.</summary>
    private static void AssertNear(JsonNode? expected, JsonNode? actual, string path)
    {
        switch (expected)
        {
            case JsonObject members:
                foreach (var (name, value) in members)
                {
                    Assert.True(actual!.AsObject().ContainsKey(name), $"{path}.{name} is missing");
                    AssertNear(value, actual[name], $"{path}.{name}");
                }

                break;
            case JsonArray items:
                Assert.Equal(items.Count, actual!.AsArray().Count);
                for (var i = 0; i < items.Count; i++)
                {
                    AssertNear(items[i], actual[i], $"{path}[{i}]");
                }

                break;
            case JsonValue value when value.GetValueKind() == JsonValueKind.Number:
                var (want, got) = (value.GetValue<double>(), actual!.GetValue<double>());
                Assert.True(Math.Abs(want - got) <= Math.Max(Math.Abs(want) * 1e-3, 5e-5), $"{path}: expected {want}, got {got}");
                break;
            default:
                Assert.Equal(expected?.ToJsonString(), actual?.ToJsonString());
                break;
        }
    }
}
