using System.Collections.Concurrent;
using System.Reflection;
using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;
using YieldingLoop.Core.Setups;
using YieldingLoop.Store.Formats;

namespace YieldingLoop.Web.Api;

/// <summary>
/// Reads a body as a record of the contract, strictly: no member nobody knows, none missing, none twice, and everything of
/// the kind that belongs there. It walks the body beside the serializer's own description of the contract, so that every
/// fault is told at once, under its path, and in this program's words; only a body without faults is made into a record.
/// </summary>
internal static class ContractReader
{
    /// <summary>How the words of a fixed list are written in bodies and answers: in small letters with hyphens, never as a number.</summary>
    public static JsonConverter Choices { get; } = new JsonStringEnumConverter(JsonNamingPolicy.KebabCaseLower, allowIntegerValues: false);

    /// <summary>How the contracts are written.</summary>
    public static JsonSerializerOptions Options { get; } = Contract();

    private static readonly ConcurrentDictionary<PropertyInfo, NullabilityInfo> Annotations = new();

    private static JsonSerializerOptions Contract()
    {
        var options = new JsonSerializerOptions(JsonSerializerDefaults.Web)
        {
            AllowOutOfOrderMetadataProperties = true,
            NumberHandling = JsonNumberHandling.Strict,
            PropertyNameCaseInsensitive = false,
            RespectNullableAnnotations = true,
            RespectRequiredConstructorParameters = true,
            TypeInfoResolver = new DefaultJsonTypeInfoResolver(),
        };
        options.Converters.Add(Choices);
        StoredFormat.AddTo(options);
        return options;
    }

    /// <summary>The bodies of all requests.</summary>
    public static IReadOnlyList<Type> Bodies { get; } = [typeof(EvaluateRequest), typeof(NeedRequest), typeof(PlanBody), typeof(ThreadUpBody), typeof(LearnBody), typeof(SwatchBody), typeof(CoachBody), typeof(RunOrderBody)];

    /// <summary>Every record that stands in some request.</summary>
    public static IReadOnlySet<Type> Requested { get; } = Parts(Bodies);

    /// <summary>Reads a body.</summary>
    /// <param name="root">The body.</param>
    /// <param name="errors">Faults go here.</param>
    /// <returns>The record; null where there are faults.</returns>
    public static T? Read<T>(JsonElement root, JsonErrors errors)
        where T : class
    {
        Check(root, typeof(T), null, "", errors);
        return errors.Any ? null : root.Deserialize<T>(Options);
    }

    private static string At(string path) => path.Length == 0 ? "$" : path;

    /// <summary>Names what is wrong with an element that is to be of a type.</summary>
    /// <param name="element">The element.</param>
    /// <param name="type">What it is to be.</param>
    /// <param name="annotation">Whether nulls may stand in it; null where nobody has said.</param>
    /// <param name="path">Where it stands.</param>
    /// <param name="errors">Faults go here.</param>
    private static void Check(JsonElement element, Type type, NullabilityInfo? annotation, string path, JsonErrors errors)
    {
        if (Held(type) is { } held)
        {
            // A place that is empty is written as null.
            if (element.ValueKind != JsonValueKind.Null)
            {
                Check(element, held, annotation?.GenericTypeArguments.FirstOrDefault(), path, errors);
            }

            return;
        }

        var info = Options.GetTypeInfo(type);
        switch (info.Kind)
        {
            case JsonTypeInfoKind.Object when element.ValueKind == JsonValueKind.Object:
                Members(element, info, path, errors);
                break;
            case JsonTypeInfoKind.Dictionary when element.ValueKind == JsonValueKind.Object:
                Entries(element, info, annotation, path, errors);
                break;
            case JsonTypeInfoKind.Enumerable when element.ValueKind == JsonValueKind.Array:
                foreach (var (i, item) in element.EnumerateArray().Index())
                {
                    Value(item, info.ElementType!, annotation?.ElementType ?? annotation?.GenericTypeArguments.FirstOrDefault(), $"{path}[{i}]", errors);
                }

                break;
            case JsonTypeInfoKind.None:
                Leaf(element, type, path, errors);
                break;
            default:
                errors.Add(At(path), info.Kind == JsonTypeInfoKind.Enumerable ? "A list is expected here." : "An object is expected here.");
                break;
        }
    }

    /// <summary>A value that may be null only where its place says so.</summary>
    private static void Value(JsonElement element, Type type, NullabilityInfo? annotation, string path, JsonErrors errors)
    {
        if (element.ValueKind != JsonValueKind.Null)
        {
            Check(element, type, annotation, path, errors);
        }
        else if (annotation?.ReadState != NullabilityState.Nullable && Nullable.GetUnderlyingType(type) is null && Held(type) is null)
        {
            errors.Add(path, "A null has no place here.");
        }
    }

    private static void Members(JsonElement element, JsonTypeInfo info, string path, JsonErrors errors)
    {
        string PathOf(string member) => path.Length == 0 ? member : $"{path}.{member}";
        string? discriminator = null;
        if (info.PolymorphismOptions is { } kinds)
        {
            discriminator = kinds.TypeDiscriminatorPropertyName;
            var named = element.TryGetProperty(discriminator, out var kind) && kind.ValueKind == JsonValueKind.String ? kind.GetString() : null;
            if (kinds.DerivedTypes.FirstOrDefault(d => d.TypeDiscriminator as string == named).DerivedType is not { } derived)
            {
                errors.Add(PathOf(discriminator), $"The kind is one of {string.Join(", ", kinds.DerivedTypes.Select(d => $"“{d.TypeDiscriminator}”"))}.");
                return;
            }

            info = Options.GetTypeInfo(derived);
        }

        // A member that is only worked out is none that is asked for.
        var members = info.Properties.Where(p => p.Set is not null || p.AssociatedParameter is not null).ToDictionary(p => p.Name);
        var seen = new HashSet<string>();
        foreach (var member in element.EnumerateObject())
        {
            if (!seen.Add(member.Name))
            {
                errors.Add(PathOf(member.Name), "This member stands here more than once.");
            }
            else if (members.TryGetValue(member.Name, out var known))
            {
                var annotation = known.AttributeProvider is PropertyInfo property ? Annotations.GetOrAdd(property, p => new NullabilityInfoContext().Create(p)) : null;
                Value(member.Value, known.PropertyType, annotation, PathOf(member.Name), errors);
            }
            else if (member.Name != discriminator)
            {
                errors.Add(PathOf(member.Name), "This member is not known.");
            }
        }

        foreach (var missing in members.Values.Where(m => m.IsRequired && !seen.Contains(m.Name)))
        {
            errors.Add(PathOf(missing.Name), "This member is missing.");
        }
    }

    private static void Entries(JsonElement element, JsonTypeInfo info, NullabilityInfo? annotation, string path, JsonErrors errors)
    {
        var key = info.KeyType!;
        var seen = new HashSet<string>();
        foreach (var entry in element.EnumerateObject())
        {
            var at = path.Length == 0 ? entry.Name : $"{path}.{entry.Name}";
            if (!seen.Add(entry.Name))
            {
                errors.Add(at, "This member stands here more than once.");
            }
            else if (key.IsEnum && !Names(key).Contains(entry.Name))
            {
                errors.Add(at, $"What can stand here: {string.Join(", ", Names(key))}.");
            }
            else
            {
                Value(entry.Value, info.ElementType!, annotation?.GenericTypeArguments.LastOrDefault(), at, errors);
            }
        }
    }

    private static void Leaf(JsonElement element, Type type, string path, JsonErrors errors)
    {
        var (right, wanted) = type switch
        {
            _ when type == typeof(string) => (element.ValueKind == JsonValueKind.String, "A text is expected here."),
            _ when type == typeof(bool) => (element.ValueKind is JsonValueKind.True or JsonValueKind.False, "true or false is expected here."),
            _ when type == typeof(double) => (element.ValueKind == JsonValueKind.Number && element.TryGetDouble(out _), "A number is expected here."),
            _ when type == typeof(int) => (element.ValueKind == JsonValueKind.Number && element.TryGetInt32(out _), "A whole number is expected here."),
            _ when type == typeof(NumberOrName) => (element.ValueKind is JsonValueKind.Number or JsonValueKind.String or JsonValueKind.True or JsonValueKind.False, "A number or a name is expected here."),
            { IsEnum: true } => (element.ValueKind == JsonValueKind.String && Readable(element, type), $"What can stand here: {string.Join(", ", Names(type))}."),
            _ => throw new InvalidOperationException($"No contract holds a {type.Name}."),
        };
        if (!right)
        {
            errors.Add(At(path), wanted);
        }
    }

    /// <summary>Whether a text is one of a fixed list, or of one whose members add up several of them.</summary>
    private static bool Readable(JsonElement element, Type type) =>
        element.GetString()!.Split(", ") is var parts && (parts.Length == 1 || type.IsDefined(typeof(FlagsAttribute))) && parts.All(Names(type).Contains);

    private static IEnumerable<string> Names(Type list) => Enum.GetNames(list).Select(JsonNamingPolicy.KebabCaseLower.ConvertName);

    /// <summary>What a nullable value or a place holds; null for every other type.</summary>
    private static Type? Held(Type type) =>
        Nullable.GetUnderlyingType(type) ?? (type.IsGenericType && type.GetGenericTypeDefinition() == typeof(Place<>) ? type.GetGenericArguments()[0] : null);

    /// <summary>Every record that stands in these, at any depth.</summary>
    internal static HashSet<Type> Parts(IEnumerable<Type> bodies)
    {
        var parts = new HashSet<Type>();
        var open = new Stack<Type>(bodies);
        while (open.TryPop(out var type))
        {
            if (Held(type) is { } held)
            {
                open.Push(held);
                continue;
            }

            var info = Options.GetTypeInfo(type);
            if (info.ElementType is { } element)
            {
                open.Push(element);
            }

            if (info.Kind != JsonTypeInfoKind.Object || !parts.Add(type))
            {
                continue;
            }

            foreach (var next in info.Properties.Where(p => p.Set is not null || p.AssociatedParameter is not null).Select(p => p.PropertyType)
                .Concat(info.PolymorphismOptions?.DerivedTypes.Select(d => d.DerivedType) ?? []))
            {
                open.Push(next);
            }
        }

        return parts;
    }
}
