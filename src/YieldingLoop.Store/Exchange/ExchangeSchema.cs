using System.Reflection;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization.Metadata;
using YieldingLoop.Core.Words;
using YieldingLoop.Store.Formats;

namespace YieldingLoop.Store.Exchange;

/// <summary>Says what an exchange file looks like as JSON Schema, draft 2020-12, from the same contracts that write it and read it.</summary>
/// <param name="describe">What a member or a type means; null where nobody says.</param>
public sealed class ExchangeSchema(Func<MemberInfo, string?> describe)
{
    private const string Defs = "#/$defs/";

    private readonly SortedDictionary<string, JsonNode> defs = new(StringComparer.Ordinal);
    private readonly Queue<Type> open = [];
    private readonly HashSet<Type> seen = [];

    /// <summary>Name of the file that holds a schema of this version.</summary>
    public static string FileName(ExchangeHolds holds) => $"{ExchangeFormat.NameOf(holds)}-{ExchangeFormat.Version}.schema.json";

    /// <summary>A published schema; null where there is none of this name.</summary>
    public static Stream? Find(string name) => typeof(ExchangeSchema).Assembly.GetManifestResourceStream($"formats/{name}");

    /// <summary>The schema of files that hold something.</summary>
    public JsonObject Of(ExchangeHolds holds)
    {
        var lists = new JsonObject
        {
            ["format"] = new JsonObject { ["const"] = ExchangeFormat.Name },
            ["version"] = new JsonObject { ["const"] = ExchangeFormat.Version },
            ["holds"] = new JsonObject { ["const"] = ExchangeFormat.NameOf(holds) },
        };
        if (holds == ExchangeHolds.Workroom)
        {
            lists["settings"] = Reference(typeof(SettingsDocument), false);
        }

        foreach (var part in ExchangeFormat.PartsOf(holds))
        {
            lists[part.List] = new JsonObject { ["type"] = "array", ["description"] = Phrase.Capital(part.Many) + ".", ["items"] = Reference(part.Document, false) };
        }

        while (open.TryDequeue(out var type))
        {
            defs[NameOf(type)] = Definition(type);
        }

        return new JsonObject
        {
            ["$schema"] = "https://json-schema.org/draft/2020-12/schema",
            ["$id"] = $"urn:{ExchangeFormat.Name}:format:{ExchangeFormat.NameOf(holds)}:{ExchangeFormat.Version}",
            ["title"] = $"Yielding Loop, {ExchangeFormat.NameOf(holds)}, version {ExchangeFormat.Version}",
            ["description"] = "References are the identifiers of the records they lead to. One that leads nowhere, in the file or in the workroom that takes it in, is left out there.",
            ["type"] = "object",
            ["properties"] = lists,
            ["required"] = new JsonArray("format", "version", "holds"),
            ["additionalProperties"] = false,
            ["$defs"] = new JsonObject(defs.Select(d => KeyValuePair.Create(d.Key, (JsonNode?)d.Value.DeepClone()))),
        };
    }

    private static string NameOf(Type type) =>
        JsonNamingPolicy.CamelCase.ConvertName(type.Name.EndsWith("Document", StringComparison.Ordinal) ? type.Name[..^"Document".Length] : type.Name);

    private JsonObject Reference(Type type, bool nullable)
    {
        if (seen.Add(type))
        {
            open.Enqueue(type);
        }

        var reference = new JsonObject { ["$ref"] = Defs + NameOf(type) };
        return nullable ? new JsonObject { ["anyOf"] = new JsonArray(reference, new JsonObject { ["type"] = "null" }) } : reference;
    }

    private JsonObject Definition(Type type)
    {
        if (type == typeof(Finding))
        {
            return Described(new JsonObject
            {
                ["type"] = "object", ["properties"] = new JsonObject { ["code"] = new JsonObject { ["type"] = "string" } }, ["required"] = new JsonArray("code"),
                ["additionalProperties"] = new JsonObject { ["type"] = new JsonArray("number", "string") },
            }, "What was decided, as a code beside its figures and names.");
        }

        var info = ExchangeJson.Plain.GetTypeInfo(type);
        if (info.PolymorphismOptions is { } kinds)
        {
            return Described(new JsonObject { ["oneOf"] = new JsonArray([.. kinds.DerivedTypes.Select(d => (JsonNode)OfKind(d.DerivedType, kinds.TypeDiscriminatorPropertyName, (string)d.TypeDiscriminator!))]) }, describe(type));
        }

        return Described(Members(info), describe(type));
    }

    /// <summary>A record that is told apart from others by its kind.</summary>
    private JsonObject OfKind(Type type, string member, string kind)
    {
        var definition = Members(ExchangeJson.Plain.GetTypeInfo(type));
        definition["properties"]!.AsObject().Insert(0, member, new JsonObject { ["const"] = kind });
        (definition["required"] ??= new JsonArray()).AsArray().Insert(0, member);
        return definition;
    }

    private JsonObject Members(JsonTypeInfo info)
    {
        var (properties, required) = (new JsonObject(), new JsonArray());
        foreach (var member in info.Properties.Where(p => p.Set is not null || p.AssociatedParameter is not null))
        {
            var property = (PropertyInfo)member.AttributeProvider!;
            var nullability = new NullabilityInfoContext().Create(property);
            var schema = ReferenceConverters.Of(member) is { } refers ? Leading(refers, member.PropertyType, nullability) : Value(member.PropertyType, nullability, true);
            properties[member.Name] = Described(schema, describe(property));
            if (member.IsRequired)
            {
                required.Add(member.Name);
            }
        }

        var definition = new JsonObject { ["type"] = "object", ["properties"] = properties };
        if (required.Count > 0)
        {
            definition["required"] = required;
        }

        definition["additionalProperties"] = false;
        return definition;
    }

    /// <summary>A record, or several, by their identifiers.</summary>
    private static JsonObject Leading(RefersAttribute refers, Type type, NullabilityInfo nullability)
    {
        var one = new JsonObject { ["type"] = "string", ["format"] = "uuid" };
        if (type == typeof(IReadOnlyList<int>))
        {
            return new JsonObject { ["type"] = "array", ["items"] = new JsonObject { ["type"] = refers.Loose ? new JsonArray("string", "null") : "string", ["format"] = "uuid" } };
        }

        if (type == typeof(IReadOnlyDictionary<int, double>))
        {
            return new JsonObject { ["type"] = "object", ["propertyNames"] = new JsonObject { ["format"] = "uuid" }, ["additionalProperties"] = new JsonObject { ["type"] = "number" } };
        }

        if (refers.BeforeStroke)
        {
            return new JsonObject { ["type"] = "array", ["items"] = new JsonObject { ["type"] = "string", ["pattern"] = "^[0-9a-fA-F-]{36}/.+$" } };
        }

        if (refers.Loose || nullability.ReadState == NullabilityState.Nullable)
        {
            one["type"] = new JsonArray("string", "null");
        }

        return one;
    }

    private JsonObject Value(Type type, NullabilityInfo? nullability, bool mayBeNull)
    {
        var held = StrictReader.Held(type);
        var nullable = mayBeNull && (held is not null || nullability?.ReadState == NullabilityState.Nullable);
        var inner = held ?? type;
        var info = ExchangeJson.Plain.GetTypeInfo(inner);
        switch (info.Kind)
        {
            case JsonTypeInfoKind.Object:
                return Reference(inner, nullable);
            case JsonTypeInfoKind.Enumerable:
                return WithNull(new JsonObject { ["type"] = "array", ["items"] = Value(info.ElementType!, nullability?.ElementType ?? nullability?.GenericTypeArguments.FirstOrDefault(), true) }, nullable);
            case JsonTypeInfoKind.Dictionary:
                var values = Value(info.ElementType!, nullability?.GenericTypeArguments.LastOrDefault(), true);
                return WithNull(
                    info.KeyType!.IsEnum
                        ? new JsonObject { ["type"] = "object", ["properties"] = new JsonObject(Names(info.KeyType).Select(n => KeyValuePair.Create(n, (JsonNode?)values.DeepClone()))), ["additionalProperties"] = false }
                        : new JsonObject { ["type"] = "object", ["additionalProperties"] = values },
                    nullable);
            default:
                return inner == typeof(Finding) ? Reference(inner, nullable) : WithNull(Leaf(inner), nullable);
        }
    }

    private static JsonObject Leaf(Type type) =>
        type == typeof(string) ? new() { ["type"] = "string" }
        : type == typeof(bool) ? new() { ["type"] = "boolean" }
        : type == typeof(double) ? new() { ["type"] = "number" }
        : type == typeof(int) || type == typeof(long) ? new() { ["type"] = "integer" }
        : type == typeof(Guid) ? new() { ["type"] = "string", ["format"] = "uuid" }
        : type == typeof(DateTimeOffset) ? new() { ["type"] = "string", ["format"] = "date-time" }
        : type == typeof(DateOnly) ? new() { ["type"] = "string", ["format"] = "date" }
        : type.IsDefined(typeof(FlagsAttribute)) ? new() { ["type"] = "string", ["pattern"] = $"^({string.Join('|', Names(type))})(, ({string.Join('|', Names(type))}))*$" }
        : type.IsEnum ? new() { ["enum"] = new JsonArray([.. Names(type).Select(n => (JsonNode)n)]) }
        : throw new InvalidOperationException($"No contract holds a {type.Name}.");

    private static JsonObject WithNull(JsonObject schema, bool nullable)
    {
        if (!nullable)
        {
            return schema;
        }

        if (schema["enum"] is JsonArray choices)
        {
            choices.Add((JsonNode?)null);
        }
        else
        {
            schema["type"] = new JsonArray(schema["type"]!.DeepClone(), "null");
        }

        return schema;
    }

    private static IEnumerable<string> Names(Type list) => Enum.GetNames(list).Select(JsonNamingPolicy.KebabCaseLower.ConvertName);

    private static JsonObject Described(JsonObject schema, string? description)
    {
        if (description is not null)
        {
            schema["description"] = description;
        }

        return schema;
    }
}
