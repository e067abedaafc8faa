using System.Net;
using System.Net.Sockets;
using System.Text;
using System.Text.Json.Nodes;
using AngleSharp.Html.Dom;
using AngleSharp.Html.Parser;

namespace YieldingLoop.Web.Tests;

/// <summary>
/// Ten thousand malformed requests against the real server on a real socket. Every one has at least one thing wrong
/// with it, so none may change anything and none may be a fault of the server.
/// </summary>
public sealed class FuzzTests : IDisposable
{
    private const int Requests = 10_000;

    private static readonly string[] NotNumbers = ["NaN", "1e999", "--", "1.2.3", "1 000", "0xZZ", "٣", "½", "\0", "1;DROP TABLE Cloths", "<script>", "', '", new('9', 400), "∞", "1\r\n2", "\uFFFD"];
    private static readonly string[] OddSegments = ["new%00", "%2e%2e", "1%2f2", "-1", "0x1", "2147483648", "99999999999999999999", "%F0%9F%A7%B5", "%ff", "1'--", "{id}", "null", "1;v=2", "a b", new('a', 3000), "%25", "NEW", "+1", "1.0", "%E2%80%8E1"];
    private static readonly string[] OddMethods = ["PUT", "DELETE", "PATCH", "TRACE", "SEW", "HEAD", "OPTIONS"];

    private readonly App app = new();

    public void Dispose() => app.Dispose();

    [Fact]
    public async Task No_malformed_request_changes_anything_or_is_a_fault_of_the_server()
    {
        app.UseKestrel(0);
        app.StartServer();
        var address = app.ClientOptions.BaseAddress;
        using var handler = new SocketsHttpHandler { AllowAutoRedirect = false, UseCookies = true };
        using var client = new HttpClient(handler) { BaseAddress = address, Timeout = TimeSpan.FromSeconds(30) };
        client.DefaultRequestHeaders.Accept.ParseAdd("text/html");
        var forms = await FormsAsync(client);
        var examples = ApiExamples();
        var before = app.Dump();
        var random = new Random(20261125);
        var counts = new SortedDictionary<int, int>();
        for (var i = 0; i < Requests; i++)
        {
            var (name, status) = random.Next(10) switch
            {
                < 5 => await SendFormAsync(client, forms[random.Next(forms.Count)], random),
                < 8 => await SendApiAsync(client, examples[random.Next(examples.Count)], random),
                8 => await SendPathAsync(client, random),
                _ => await SendBytesAsync(address, random),
            };
            // 505 is the answer HTTP itself gives to a version nobody knows.
            Assert.True(status is < 500 or 505, $"request {i}, {name}: {status}");
            counts[status] = counts.GetValueOrDefault(status) + 1;
        }

        Assert.Equal(before, app.Dump());
        Assert.Equal("ok", await client.GetStringAsync(new Uri("/health", UriKind.Relative)));
        // The requests really were of many kinds, and really were answered.
        Assert.Equal(Requests, counts.Values.Sum());
        Assert.All(new[] { 200, 400, 404, 413, 415 }, status => Assert.True(counts.GetValueOrDefault(status) > 20, $"{status}: {counts.GetValueOrDefault(status)}"));
        TestContext.Current.TestOutputHelper?.WriteLine(string.Join(", ", counts.Select(c => $"{c.Key}: {c.Value}")));
    }

    /// <summary>A form of a page, and the fields whose fault is certain to be one.</summary>
    private sealed record Form(string Path, IReadOnlyList<KeyValuePair<string, string>> Fields, IReadOnlyList<string> Numbers);

    private static async Task<List<Form>> FormsAsync(HttpClient client)
    {
        var forms = new List<Form>();
        foreach (var (page, id, path, numbers) in new (string Page, string Id, string Path, string[] Numbers)[]
        {
            ("/cloths/new", "entry", "/cloths/new", ["AcrossLoadedMm", "SquareSideMm", "ToldAreaDensityGsm", "TenLayersMm", "Version", "Key", "Unit"]),
            ("/cloths/1", "entry", "/cloths/1", ["AcrossLoadedMm", "LengthwiseRecoveredMm", "SquareMassGrams", "Version"]),
            ("/cloths/1", "entry", "/cloths/1?handler=Both", ["AcrossLoadedMm", "Version"]),
            ("/machines/new", "entry", "/machines/new", ["Dials[0].Lowest", "Dials[3].Step", "GaugeMm", "CuttingWidth.Least", "StitchLength.Most", "LooperOrder", "Dials[1].Sense"]),
            ("/machines/1", "entry", "/machines/1", ["Dials[2].Neutral", "Fingers[0].LoopWidthMm", "Differential.Step", "Version"]),
            ("/machines/new?is=Convertible", "entry", "/machines/new?is=Convertible", ["MachineKind", "CoverDials[1].Lowest", "CoverDials[4].Fitted", "LeftToCentreMm", "CoverDifferential.Step", "LooperTravel", "Table[0].Cloth"]),
            ("/machines/4", "entry", "/machines/4", ["WidestZigzagMm", "Plates[0].SlotMm", "NeedlePositionsMm", "BobbinSlidesAtGrams", "Table[1].LengthMm"]),
            ("/states/1", "entry", "/states/1", ["Places[0].SizeMetric", "Places[2].Number", "LengthMm", "Differential", "CuttingWidthMm", "KnifeAway", "Version"]),
            ("/needles/new", "entry", "/needles/new", ["SizeMetric", "TwinGapMm", "Unused", "UsedOnce"]),
            ("/threads/2", "entry", "/threads/2", ["LabelSystem", "LabelFigure", "MetresLeft", "Holder", "Count", "BrokeAtMm", "FluffsOut", "Version"]),
            ("/wearers/new", "entry", "/wearers/new", ["Measures[0]", "Measures[5]", "Version", "Key", "Kind"]),
            ("/garments/1", "entry", "/garments/1", ["Sizes[0].Count", "Seams[0].Times", "Seams[1].Lengths[0]", "Seams[2].Girths[1]", "Version"]),
            ("/seams/1", "entry", "/seams/1", ["Plies", "Job", "Direction", "NeedKind", "Version"]),
            ("/seams/new?cloth=1", "entry", "/seams/new?cloth=1", ["Plies", "NeedKind", "Key"]),
            ("/settings", "settings", "/settings", ["!Lengths", "!NeedleSizes", "!Words", "!Version", "!School.join", "!PerStep"]),
            ("/seams/8/set-up?machine=1", "keep", "/seams/8/set-up", ["!Machine", "!Key"]),
            ("/rules/new", "entry", "/rules/new", ["MachineId", "ClothId", "Job", "Key", "Version"]),
            ("/rules/1", "entry", "/rules/1", ["MachineId", "Job", "Version"]),
            ("/swatches/new?setup=2", "entry", "/swatches/new?setup=2", ["Strip.BeforeMm", "Strip.PulledMm", "Readings.GapMm", "Readings.Skips", "Readings.CurlsTo", "Readings.BrokeAfterStitches", "Dials[0].Number", "StitchLengthMm", "LeftOut", "Key", "Photo.Key", "Photo.FirstX", "Photo.ApartMm", "StripOf", "InWear"]),
            ("/swatches/1", "entry", "/swatches/1", ["Strip.RulerStepMm", "Readings.MeetingLineMm", "Readings.PoppedAtPercent", "Differential", "CrackledAtPercent", "Version", "Rows[0].Skips", "Rows[1].LoopMm"]),
            ("/thread-ups/new?setup=3", "begin", "/thread-ups/new?setup=3", ["!Key", "!StateVersion"]),
            ("/setups/7/amend", "amend", "/setups/7/amend", ["!needle-left", "!length", "!differential", "!cut", "!Key"]),
        })
        {
            var form = (IHtmlFormElement)new HtmlParser().ParseDocument(await client.GetStringAsync(new Uri(page, UriKind.Relative))).GetElementById(id)!;
            forms.Add(new Form(path, Visitor.Fields(form), [.. numbers.Select(n => n.StartsWith('!') ? n[1..] : "Input." + n)]));
        }

        var token = forms[0].Fields.Single(f => f.Key == "__RequestVerificationToken");
        forms.Add(new Form("/setups/4?handler=Swatch", [token, new("version", "1"), new("passed", "true")], ["version", "passed"]));
        forms.Add(new Form("/put-away", [token, new("kind", "Cloth"), new("id", "1"), new("version", "1")], ["kind", "id", "version"]));
        forms.Add(new Form("/put-away?handler=BringBack", [token, new("with", Guid.NewGuid().ToString())], ["with"]));
        forms.Add(new Form("/drafts?handler=ThrowAway", [token, new("id", "1")], ["id"]));
        forms.Add(new Form("/drafts?path=%2Fcloths%2Fnew&sitting=a&turn=1", [token, new("Input.Key", Guid.NewGuid().ToString()), new("Input.Name", "x")], ["Input.Key"]));
        forms.Add(new Form("/thread-ups/1?handler=Tick", [token, new("done", "2")], ["done"]));
        forms.Add(new Form("/thread-ups/1?handler=TakeBack", [token, new("done", "0")], ["done"]));
        forms.Add(new Form("/setups/1?handler=Sewn", [token, new("version", "1"), new("metres", "2.5")], ["version", "metres"]));
        forms.Add(new Form("/swatches/2?handler=Take", [token, new("version", "1")], ["version"]));
        forms.Add(new Form("/swatches/new?setup=2&handler=Match&reading=Gap", forms.Single(f => f.Path == "/swatches/new?setup=2").Fields, ["Input.Dials[0].Number", "Input.StitchLengthMm", "Input.Differential", "Input.Photo.ApartMm", "Input.Photo.SecondX"]));
        forms.Add(new Form("/photos", [token, new("photo", "no file")], ["photo"]));
        forms.Add(new Form("/setups/1", [token], ["version"]));
        forms.Add(new Form("/setups/1?handler=Nothing", [token], ["version"]));
        forms.Add(new Form("/seams/1/set-up?handler=Keep", [token], ["Machine"]));
        forms.Add(new Form("/rescue", [token, new("withCopy", "true")], ["withCopy"]));
        return forms;
    }

    private static List<string> ApiExamples()
    {
        var folder = AppContext.BaseDirectory;
        while (!Directory.Exists(Path.Combine(folder, "docs", "api", "examples")))
        {
            folder = Path.GetDirectoryName(folder)!;
        }

        return [.. Directory.GetFiles(Path.Combine(folder, "docs", "api", "examples"), "*request*.json").Select(File.ReadAllText)];
    }

    private static async Task<(string, int)> SendFormAsync(HttpClient client, Form form, Random random)
    {
        var fields = form.Fields.ToList();
        var how = random.Next(9);
        HttpContent? content = null;
        switch (how)
        {
            case 0:
                fields.RemoveAll(f => f.Key == "__RequestVerificationToken");
                break;
            case 1:
                fields = [.. fields.Select(f => f.Key == "__RequestVerificationToken" ? new(f.Key, Scramble(f.Value, random)) : f)];
                break;
            case 2:
                content = new StringContent("{\"Input\":{}}", Encoding.UTF8, random.Next(2) == 0 ? "application/json" : "text/plain");
                break;
            case 3:
                content = new ByteArrayContent(Encoding.UTF8.GetBytes("--x\r\nContent-Disposition: form-data; name=\"Input.Name\"\r\n\r\n" + new string('y', random.Next(2000))));
                content.Headers.TryAddWithoutValidation("Content-Type", random.Next(2) == 0 ? "multipart/form-data; boundary=x" : "multipart/form-data");
                break;
            case 4:
                // Larger than anything a form holds; the server stops reading.
                fields.Add(new("Input.Name", new string('z', random.Next(270_000, 400_000))));
                break;
            case 5:
                // More fields, longer names, indexes out of any range: the number among them is still none.
                fields.AddRange(Enumerable.Range(0, random.Next(1, 1500)).Select(n => new KeyValuePair<string, string>($"Input.Dials[{random.Next(-5, 2_000_000)}].Lowest", $"{n}")));
                fields = Poisoned(fields, form, random);
                break;
            case 6:
                var bytes = new byte[random.Next(1, 600)];
                random.NextBytes(bytes);
                content = new ByteArrayContent([.. Encoding.ASCII.GetBytes("Input.Name=%ZZ%&=&=&Input.Key="), .. bytes]);
                content.Headers.TryAddWithoutValidation("Content-Type", "application/x-www-form-urlencoded");
                break;
            default:
                fields = Poisoned(fields, form, random);
                break;
        }

        content ??= new FormUrlEncodedContent(fields);
        try
        {
            using var answer = await client.PostAsync(new Uri(form.Path, UriKind.Relative), content);
            // A poisoned form must never get the answer of one that was saved.
            var saved = answer.StatusCode is HttpStatusCode.Redirect && how != 4 && !(answer.Headers.Location?.OriginalString is "/" or "/drafts" or "/put-away");
            Assert.False(saved && how is >= 5, $"{form.Path} {how}: saved, to {answer.Headers.Location}: {string.Join(", ", fields.TakeLast(2))}");
            return ($"{form.Path} {how}", (int)answer.StatusCode);
        }
        catch (HttpRequestException) when (how == 4)
        {
            // The server answered and closed while the body was still on its way.
            return ($"{form.Path} too large", 413);
        }
        finally
        {
            content.Dispose();
        }
    }

    private static List<KeyValuePair<string, string>> Poisoned(List<KeyValuePair<string, string>> fields, Form form, Random random)
    {
        var poisoned = form.Numbers[random.Next(form.Numbers.Count)];
        return [.. fields.Where(f => f.Key != poisoned), new(poisoned, NotNumbers[random.Next(NotNumbers.Length)])];
    }

    private static async Task<(string, int)> SendApiAsync(HttpClient client, string example, Random random)
    {
        var how = random.Next(8);
        var type = "application/json";
        byte[] body;
        switch (how)
        {
            case 0:
                body = [.. Encoding.UTF8.GetBytes(example).Take(random.Next(1, Encoding.UTF8.GetByteCount(example) - 2))];
                break;
            case 1:
                var depth = random.Next(1, 400);
                body = Encoding.UTF8.GetBytes(string.Concat(Enumerable.Repeat("{\"threads\":[", depth)) + string.Concat(Enumerable.Repeat("]}", depth)));
                break;
            case 2:
                body = [.. Encoding.UTF8.GetBytes("{\"stitch\":\""), 0xC3, 0x28, 0xFF, .. Encoding.UTF8.GetBytes("\"}")];
                break;
            case 3:
                body = Encoding.UTF8.GetBytes("{\"stitch\":\"" + new string('x', random.Next(66_000, 200_000)) + "\"}");
                break;
            case 4:
                body = Encoding.UTF8.GetBytes(example);
                type = random.Next(2) == 0 ? "text/plain" : "application/xml";
                break;
            case 5:
                body = Encoding.Unicode.GetBytes(example);
                break;
            default:
                body = Encoding.UTF8.GetBytes(Broken(example, random));
                break;
        }

        using var content = new ByteArrayContent(body);
        content.Headers.TryAddWithoutValidation("Content-Type", type);
        var plan = Lenient(example);
        var swatch = example.Contains("\"readings\"", StringComparison.Ordinal);
        var path = example.Contains("\"history\"", StringComparison.Ordinal) ? "/api/v1/coach/next" : swatch ? "/api/v1/swatches/read" : example.Contains("\"machines\"", StringComparison.Ordinal) ? "/api/v1/plans" : plan ? "/api/v1/thread-ups" : example.Contains("\"way\"", StringComparison.Ordinal) ? "/api/v1/needs" : example.Contains("\"input\"", StringComparison.Ordinal) ? "/api/v1/swatches/learn" : "/api/v1/seams/evaluate";
        using var answer = await client.PostAsync(new Uri(path, UriKind.Relative), content);
        Assert.True(plan || (int)answer.StatusCode is >= 400, $"API {how}: {answer.StatusCode} for {Encoding.UTF8.GetString(body)[..Math.Min(body.Length, 300)]}");
        return ($"API {how}", (int)answer.StatusCode);
    }

    /// <summary>Whether a body holds whole records, in which some odd values can stand after all: a name, a note.</summary>
    private static bool Lenient(string example) => example.Contains("\"machines\"", StringComparison.Ordinal) || example.Contains("\"wanted\"", StringComparison.Ordinal) || example.Contains("\"readings\"", StringComparison.Ordinal);

    /// <summary>The example with one value replaced by one that cannot stand there.</summary>
    private static string Broken(string example, Random random)
    {
        var root = JsonNode.Parse(example)!.AsObject();
        var members = new List<(JsonObject Owner, string Name)>();
        Collect(root);
        var (owner, name) = members[random.Next(members.Count)];
        owner[name] = random.Next(7) switch
        {
            0 => JsonValue.Create("no such thing"),
            1 => new JsonArray(1, 2, 3),
            2 => new JsonObject { ["unknown"] = true },
            3 => JsonValue.Create(false),
            4 => JsonValue.Create(-1e300),
            5 => JsonValue.Create(1e300),
            _ => JsonValue.Create(new string('n', 500)),
        };
        // Some values can stand there after all; a member nobody knows makes certain that the whole is refused. A plan reads all
        // before it refuses anything, so that there the odd value has to get as far as it can.
        if (!Lenient(example))
        {
            root["noSuchMember"] = 1;
        }

        return root.ToJsonString();

        void Collect(JsonObject node)
        {
            foreach (var (key, value) in node)
            {
                members.Add((node, key));
                switch (value)
                {
                    case JsonObject inner:
                        Collect(inner);
                        break;
                    case JsonArray array:
                        foreach (var item in array.OfType<JsonObject>())
                        {
                            Collect(item);
                        }

                        break;
                }
            }
        }
    }

    private static async Task<(string, int)> SendPathAsync(HttpClient client, Random random)
    {
        var odd = OddSegments[random.Next(OddSegments.Length)];
        var path = random.Next(10) switch
        {
            0 => $"/cloths/{odd}",
            1 => $"/machines/{odd}/threads.css",
            2 => $"/setups/{odd}/print?paper={odd}",
            3 => $"/seams/1/set-up?machine={odd}&join={odd}",
            4 => $"/copies/{odd}?handler=File",
            5 => $"/setups?q={odd}",
            6 => $"/cloths/new?draft={odd}&seam={odd}",
            7 => $"/put-away?away={odd}",
            8 => $"/seams/new?cloth={odd}",
            _ => $"/{odd}/{odd}",
        };
        using var request = new HttpRequestMessage(random.Next(3) == 0 ? new HttpMethod(OddMethods[random.Next(OddMethods.Length)]) : HttpMethod.Get, new Uri(path, UriKind.Relative));
        if (random.Next(3) == 0)
        {
            request.Headers.TryAddWithoutValidation("Cookie", $"yielding-loop-form={Scramble("CfDJ8AAAA", random)}; yielding-loop-entry={odd}");
        }

        using var answer = await client.SendAsync(request);
        return ($"{request.Method} {path}", (int)answer.StatusCode);
    }

    /// <summary>What no HTTP client would send.</summary>
    private static async Task<(string, int)> SendBytesAsync(Uri address, Random random)
    {
        var lines = random.Next(8) switch
        {
            0 => "GET / HTTP/9.9\r\n\r\n",
            1 => "GET /cloths/\u0001 HTTP/1.1\r\nHost: localhost\r\n\r\n",
            2 => "POST /cloths/new HTTP/1.1\r\nHost: localhost\r\nContent-Length: -5\r\n\r\n",
            3 => "POST /cloths/new HTTP/1.1\r\nHost: localhost\r\nTransfer-Encoding: chunked\r\nConnection: close\r\n\r\nzz\r\n",
            4 => $"GET /{new string('a', 9000)} HTTP/1.1\r\nHost: localhost\r\n\r\n",
            5 => "GET / HTTP/1.1\r\nHost: one\r\nHost: two\r\n\r\n",
            6 => $"GET / HTTP/1.1\r\nHost: elsewhere.example\r\nConnection: close\r\n\r\n",
            _ => $"POST /api/v1/seams/evaluate HTTP/1.1\r\nHost: localhost\r\nContent-Type: application/json\r\nContent-Length: 999999999\r\nConnection: close\r\n\r\n{{",
        };
        using var socket = new TcpClient();
        await socket.ConnectAsync(address.Host, address.Port);
        await using var stream = socket.GetStream();
        await stream.WriteAsync(Encoding.Latin1.GetBytes(lines));
        using var reader = new StreamReader(stream, Encoding.ASCII);
        var first = await reader.ReadLineAsync();
        return (lines[..Math.Min(lines.Length, 60)], first is { Length: > 12 } ? int.Parse(first[9..12], System.Globalization.CultureInfo.InvariantCulture) : 400);
    }

    private static string Scramble(string text, Random random) => new([.. text.Select(c => random.Next(4) == 0 ? (char)random.Next('A', 'z') : c)]);
}
