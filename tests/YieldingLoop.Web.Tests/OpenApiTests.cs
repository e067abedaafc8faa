using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization.Metadata;
using System.Text.RegularExpressions;
using Microsoft.AspNetCore.Http.Metadata;
using Microsoft.AspNetCore.Routing;
using Microsoft.Extensions.DependencyInjection;
using YieldingLoop.Web.Api;

namespace YieldingLoop.Web.Tests;

/// <summary>What the OpenAPI document says is what the API takes and gives, held both ways.</summary>
public sealed class OpenApiTests(App app) : IClassFixture<App>
{
    private static readonly (string Path, string Example)[] Calls =
        [("/api/v1/seams/evaluate", "seams-evaluate"), ("/api/v1/needs", "needs"), ("/api/v1/plans", "plans"), ("/api/v1/thread-ups", "thread-ups"), ("/api/v1/swatches/learn", "swatches-learn"), ("/api/v1/swatches/read", "swatches-read"), ("/api/v1/coach/next", "coach-next"), ("/api/v1/run-orders", "run-orders")];

    private static JsonNode Read(string name) => JsonNode.Parse(File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "examples", name)))!;

    private async Task<SchemaCheck> DocumentAsync() => new(JsonNode.Parse(await app.CreateClient().GetStringAsync(new Uri("/openapi/v1.json", UriKind.Relative)))!);

    private static JsonNode Request(JsonNode document, string path) => document["paths"]![path]!["post"]!["requestBody"]!["content"]!["application/json"]!["schema"]!;

    private static JsonNode Answer(JsonNode document, string path, string method = "post") => document["paths"]![path]![method]!["responses"]!["200"]!["content"]!["application/json"]!["schema"]!;

    [Fact]
    public async Task Every_example_is_as_the_document_says()
    {
        var check = await DocumentAsync();
        foreach (var (path, example) in Calls)
        {
            Assert.Empty(check.Faults(Read(example + ".request.json"), Request(check.Document, path)));
            Assert.Empty(check.Faults(Read(example + ".response.json"), Answer(check.Document, path)));
        }

        Assert.Empty(check.Faults(Read("setup.json"), check.Named("SetupDocument")));
        foreach (var path in new[] { "/api/v1/skin-strains", "/api/v1/stitches", "/api/v1/threads", "/api/v1/needles" })
        {
            var given = JsonNode.Parse(await app.CreateClient().GetStringAsync(new Uri(path, UriKind.Relative)))!;
            Assert.Empty(check.Faults(given, Answer(check.Document, path, "get")));
        }
    }

    [Fact]
    public async Task The_document_asks_for_the_members_the_reader_takes_and_no_others()
    {
        var check = await DocumentAsync();
        var seen = new HashSet<Type>();
        foreach (var (path, body) in Calls.Select(c => c.Path).Zip(ContractReader.Bodies))
        {
            Same(check, Request(check.Document, path), body, body.Name, seen);
        }

        Assert.True(seen.Count > 20);
    }

    [Fact]
    public void No_record_of_the_core_is_asked_or_answered_as_it_is()
    {
        var answered = app.Services.GetRequiredService<EndpointDataSource>().Endpoints.SelectMany(e => e.Metadata.OfType<IProducesResponseTypeMetadata>())
            .Select(m => m.Type).OfType<Type>().Where(t => t != typeof(void)).ToList();
        Assert.Contains(typeof(PlanResponse), answered);
        var parts = ContractReader.Parts([.. ContractReader.Bodies, .. answered]);
        Assert.Contains(parts, t => t.Name == "SkinStrainListed");
        // Findings, and the words of the fixed lists, are what both sides share.
        Assert.DoesNotContain(parts, t => t.Assembly == typeof(Core.Words.Finding).Assembly && t != typeof(Core.Words.Finding));
    }

    private static void Same(SchemaCheck check, JsonNode schema, Type type, string at, HashSet<Type> seen)
    {
        type = Nullable.GetUnderlyingType(type) ?? (type.IsGenericType && type.GetGenericTypeDefinition() == typeof(Core.Setups.Place<>) ? type.GetGenericArguments()[0] : type);
        schema = check.Resolve(schema);
        var info = ContractReader.Options.GetTypeInfo(type);
        if (type.IsEnum && schema["enum"] is JsonArray choices)
        {
            Assert.Equal(Enum.GetNames(type).Select(System.Text.Json.JsonNamingPolicy.KebabCaseLower.ConvertName).Order(), choices.Where(c => c is not null).Select(c => c!.GetValue<string>()).Order());
        }
        else if (info.ElementType is { } element)
        {
            Same(check, schema["items"] ?? schema["additionalProperties"] as JsonObject ?? schema["properties"]!.AsObject().First().Value!, element, at + "[]", seen);
        }
        else if (info.PolymorphismOptions is { } kinds)
        {
            Assert.Equal(kinds.DerivedTypes.Select(d => (string)d.TypeDiscriminator!).Order(), schema["discriminator"]!["mapping"]!.AsObject().Select(m => m.Key).Order());
            foreach (var kind in kinds.DerivedTypes)
            {
                var named = schema["discriminator"]!["mapping"]![(string)kind.TypeDiscriminator!]!.GetValue<string>();
                Members(check, check.Resolve(new JsonObject { ["$ref"] = named }), kind.DerivedType, $"{at}({kind.TypeDiscriminator})", seen, kinds.TypeDiscriminatorPropertyName);
            }
        }
        else if (info.Kind == JsonTypeInfoKind.Object)
        {
            Members(check, schema, type, at, seen, null);
        }
    }

    private static void Members(SchemaCheck check, JsonNode schema, Type type, string at, HashSet<Type> seen, string? discriminator)
    {
        if (!seen.Add(type))
        {
            return;
        }

        var members = ContractReader.Options.GetTypeInfo(type).Properties.Where(p => p.Set is not null || p.AssociatedParameter is not null).ToList();
        var said = schema["properties"]!.AsObject();
        Assert.Equal((at, string.Join(' ', members.Select(m => m.Name).Order(StringComparer.Ordinal))), (at, string.Join(' ', said.Select(m => m.Key).Where(k => k != discriminator).Order(StringComparer.Ordinal))));
        var required = (schema["required"] as JsonArray ?? []).Select(r => r!.GetValue<string>()).Where(r => r != discriminator);
        Assert.Equal((at, string.Join(' ', members.Where(m => m.IsRequired).Select(m => m.Name).Order(StringComparer.Ordinal))), (at, string.Join(' ', required.Order(StringComparer.Ordinal))));
        Assert.False(schema["additionalProperties"]!.GetValue<bool>(), at);
        foreach (var member in members)
        {
            Same(check, said[member.Name]!, member.PropertyType, $"{at}.{member.Name}", seen);
        }
    }

    /// <summary>Each example body with one thing wrong in it, at every place: the document and the server refuse the same.</summary>
    [Fact]
    public async Task What_the_document_refuses_the_server_refuses_under_its_path()
    {
        var check = await DocumentAsync();
        using var client = app.CreateClient();
        var tried = 0;
        foreach (var (path, example) in Calls)
        {
            foreach (var (body, at) in Spoilt(Read(example + ".request.json")))
            {
                Assert.True(check.Faults(body, Request(check.Document, path)).Any(), $"{example} {at}");
                using var content = new StringContent(body.ToJsonString(), Encoding.UTF8, "application/json");
                using var answer = await client.PostAsync(new Uri(path, UriKind.Relative), content);
                var said = await answer.Content.ReadAsStringAsync();
                Assert.True(answer.StatusCode == HttpStatusCode.BadRequest, $"{example} {at}: {(int)answer.StatusCode} {said}");
                Assert.True(JsonNode.Parse(said)!["errors"]!.AsObject().ContainsKey(at), $"{example} {at}: {said}");
                Assert.Empty(check.Faults(JsonNode.Parse(said)!, check.Named("HttpValidationProblemDetails")));
                tried++;
            }
        }

        Assert.True(tried > 150, $"{tried}");
    }

    private static IEnumerable<(JsonNode Body, string At)> Spoilt(JsonNode body)
    {
        var places = new List<(string At, Func<JsonNode, JsonNode?> Find)>();
        Walk(body, "", root => root);
        foreach (var (at, find) in places)
        {
            var unknown = body.DeepClone();
            if (find(unknown) is JsonObject members)
            {
                members["noSuchMember"] = 1;
                yield return (unknown, at.Length == 0 ? "noSuchMember" : $"{at}.noSuchMember");
            }
            else
            {
                // Of no kind that stands anywhere: an object with nothing known in it, in place of a value or a list.
                var wrong = body.DeepClone();
                var node = find(wrong)!;
                node.ReplaceWith(new JsonObject { ["noSuchMember"] = 1 });
                yield return (wrong, at);
            }
        }

        void Walk(JsonNode? node, string at, Func<JsonNode, JsonNode?> find)
        {
            if (node is null)
            {
                return;
            }

            // Schools and places by position are named by whoever asks.
            if (at.Length == 0 || !Named().IsMatch(at))
            {
                places.Add((at, find));
            }

            if (node is JsonObject members)
            {
                foreach (var (name, value) in members)
                {
                    Walk(value, at.Length == 0 ? name : $"{at}.{name}", root => find(root)![name]);
                }
            }
            else if (node is JsonArray items)
            {
                for (var i = 0; i < items.Count; i++)
                {
                    var index = i;
                    Walk(items[i], $"{at}[{i}]", root => find(root)![index]);
                }
            }
        }
    }

    private static Regex Named() => new("schools$|(needles|threads|dials)$|\\.kind$", RegexOptions.CultureInvariant);

    /// <summary>As much of JSON Schema as the document uses.</summary>
    private sealed class SchemaCheck(JsonNode document)
    {
        public JsonNode Document => document;

        public JsonNode Named(string name) => document["components"]!["schemas"]![name]!;

        public JsonNode Resolve(JsonNode schema)
        {
            if (schema["$ref"] is { } reference)
            {
                return Resolve(Named(reference.GetValue<string>().Split('/')[^1]));
            }

            return schema["oneOf"] is JsonArray choices && choices.Count == 2 && choices[0]!["type"]?.ToString() == "null" ? Resolve(choices[1]!) : schema;
        }

        public IEnumerable<string> Faults(JsonNode? value, JsonNode schema, string at = "$")
        {
            if (schema["$ref"] is not null)
            {
                return Faults(value, Resolve(schema), at);
            }

            if (schema["discriminator"] is { } discriminator)
            {
                var kind = value?[discriminator["propertyName"]!.GetValue<string>()]?.ToString();
                return kind is not null && discriminator["mapping"]![kind] is { } named
                    ? Faults(value, new JsonObject { ["$ref"] = named.DeepClone() }, at)
                    : [$"{at}: no such kind"];
            }

            if ((schema["oneOf"] ?? schema["anyOf"]) is JsonArray choices)
            {
                return choices.Any(c => !Faults(value, c!, at).Any()) ? [] : choices.SelectMany(c => Faults(value, c!, at));
            }

            return Own(value, schema, at).Concat(value switch
            {
                JsonObject members => members.SelectMany(m => Member(m, schema, at)).Concat(
                    (schema["required"] as JsonArray ?? []).Select(r => r!.GetValue<string>()).Where(r => !members.ContainsKey(r)).Select(r => $"{at}.{r} is missing")),
                JsonArray items when schema["items"] is { } item => items.SelectMany((v, i) => Faults(v, item, $"{at}[{i}]")),
                _ => [],
            });
        }

        private IEnumerable<string> Member(KeyValuePair<string, JsonNode?> member, JsonNode schema, string at) =>
            schema["properties"]?[member.Key] is { } known ? Faults(member.Value, known, $"{at}.{member.Key}")
            : schema["additionalProperties"] switch
            {
                JsonValue allowed when !allowed.GetValue<bool>() => [$"{at}.{member.Key} is not known"],
                JsonObject other => Faults(member.Value, other, $"{at}.{member.Key}"),
                _ => [],
            };

        private static IEnumerable<string> Own(JsonNode? value, JsonNode schema, string at)
        {
            var found = value switch
            {
                null => "null",
                JsonObject => "object",
                JsonArray => "array",
                _ => value.GetValueKind() switch { System.Text.Json.JsonValueKind.Number => "number", System.Text.Json.JsonValueKind.String => "string", _ => "boolean" },
            };
            var types = schema["type"] is JsonArray several ? [.. several.Select(t => t!.GetValue<string>())] : schema["type"] is { } one ? new[] { one.GetValue<string>() } : [];
            if (types.Length > 0 && !types.Contains(found) && !(found == "number" && types.Contains("integer") && value!.GetValue<double>() % 1 == 0))
            {
                yield return $"{at} is a {found}, not {string.Join(" or ", types)}";
            }

            if (schema["enum"] is JsonArray choices && !choices.Any(c => JsonNode.DeepEquals(c, value)))
            {
                yield return $"{at} is none of {choices.ToJsonString()}";
            }

            if (found == "string" && schema["pattern"] is { } pattern && !Regex.IsMatch(value!.GetValue<string>(), pattern.GetValue<string>()))
            {
                yield return $"{at} does not match {pattern}";
            }
        }
    }
}
