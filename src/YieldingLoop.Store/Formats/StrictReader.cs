using System.Collections.Concurrent;
using System.Globalization;
using System.Reflection;
using System.Text.Json;
using System.Text.Json.Serialization.Metadata;
using YieldingLoop.Core.Setups;

namespace YieldingLoop.Store.Formats;

/// <summary>A kind of value that a serializer's own description does not tell the form of.</summary>
/// <param name="Fits">Whether an element is one.</param>
/// <param name="Wanted">What is said where it is none.</param>
public sealed record JsonLeaf(Func<JsonElement, bool> Fits, string Wanted);

/// <summary>
/// Looks at JSON as a record of a contract, strictly: no member nobody knows, none missing, none twice, and everything of
/// the kind that belongs there. It walks the text beside the serializer's own description of the contract, so that every
/// fault is told at once, under its path, and in this program's words.
/// </summary>
/// <param name="options">How the contract is written.</param>
/// <param name="leaves">Kinds of value beside the usual ones.</param>
/// <param name="references">Whether identifiers of records stand where the documents have their numbers.</param>
public sealed class StrictReader(JsonSerializerOptions options, IReadOnlyDictionary<Type, JsonLeaf>? leaves = null, bool references = false)
{
    private static readonly ConcurrentDictionary<PropertyInfo, (NullabilityInfo Annotation, RefersAttribute? Refers)> Annotations = new();

    private static readonly Dictionary<Type, JsonLeaf> Usual = new()
    {
        [typeof(string)] = new(e => e.ValueKind == JsonValueKind.String && IsText(e), "A text is expected here."),
        [typeof(bool)] = new(e => e.ValueKind is JsonValueKind.True or JsonValueKind.False, "true or false is expected here."),
        [typeof(double)] = new(e => e.ValueKind == JsonValueKind.Number && e.TryGetDouble(out _), "A number is expected here."),
        [typeof(int)] = new(e => e.ValueKind == JsonValueKind.Number && e.TryGetInt32(out _), "A whole number is expected here."),
        [typeof(long)] = new(e => e.ValueKind == JsonValueKind.Number && e.TryGetInt64(out _), "A whole number is expected here."),
        [typeof(Guid)] = new(e => e.ValueKind == JsonValueKind.String && e.TryGetGuid(out _), "An identifier is expected here: 32 digits 0–9, a–f in five groups."),
        [typeof(DateTimeOffset)] = new(e => e.ValueKind == JsonValueKind.String && e.TryGetDateTimeOffset(out _), "A moment is expected here, written 2026-03-01T09:30:00+00:00."),
        [typeof(DateOnly)] = new(e => e.ValueKind == JsonValueKind.String && DateOnly.TryParseExact(e.GetString(), "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out _), "A day is expected here, written 2026-03-01."),
    };

    /// <summary>Names what is wrong with an element that is to be of a type.</summary>
    /// <param name="root">The element.</param>
    /// <param name="type">What it is to be.</param>
    /// <param name="path">Where it stands; empty for the whole.</param>
    /// <param name="errors">Faults go here.</param>
    public void Check(JsonElement root, Type type, string path, JsonErrors errors) => Check(root, type, null, path, errors);

    /// <summary>What a nullable value or a place holds; null for every other type.</summary>
    public static Type? Held(Type type) =>
        Nullable.GetUnderlyingType(type) ?? (type.IsGenericType && type.GetGenericTypeDefinition() == typeof(Place<>) ? type.GetGenericArguments()[0] : null);

    private static string At(string path) => path.Length == 0 ? "$" : path;

    /// <summary>Names what is wrong with an element that is to be of a type.</summary>
    /// <param name="element">The element.</param>
    /// <param name="type">What it is to be.</param>
    /// <param name="annotation">Whether nulls may stand in it; null where nobody has said.</param>
    /// <param name="path">Where it stands.</param>
    /// <param name="errors">Faults go here.</param>
    private void Check(JsonElement element, Type type, NullabilityInfo? annotation, string path, JsonErrors errors)
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

        var info = options.GetTypeInfo(type);
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
    private void Value(JsonElement element, Type type, NullabilityInfo? annotation, string path, JsonErrors errors)
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

    private void Members(JsonElement element, JsonTypeInfo info, string path, JsonErrors errors)
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

            info = options.GetTypeInfo(derived);
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
                var property = known.AttributeProvider as PropertyInfo;
                var (annotation, refers) = property is not null ? Annotations.GetOrAdd(property, p => (new NullabilityInfoContext().Create(p), p.GetCustomAttribute<RefersAttribute>())) : default;
                if (references && refers is not null)
                {
                    Reference(member.Value, refers, known.PropertyType, annotation, PathOf(member.Name), errors);
                }
                else
                {
                    Value(member.Value, known.PropertyType, annotation, PathOf(member.Name), errors);
                }
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

    /// <summary>A record, or several, by their identifiers.</summary>
    private void Reference(JsonElement element, RefersAttribute refers, Type type, NullabilityInfo? annotation, string path, JsonErrors errors)
    {
        if (element.ValueKind == JsonValueKind.Null && (refers.Loose || annotation?.ReadState == NullabilityState.Nullable))
        {
            return;
        }

        switch (element.ValueKind)
        {
            case JsonValueKind.Array when typeof(IReadOnlyList<int>) == type:
                foreach (var (i, item) in element.EnumerateArray().Index().Where(e => !refers.Loose || e.Item.ValueKind != JsonValueKind.Null))
                {
                    Leaf(item, typeof(Guid), $"{path}[{i}]", errors);
                }

                break;
            case JsonValueKind.Array when refers.BeforeStroke:
                foreach (var (i, item) in element.EnumerateArray().Index())
                {
                    if (item.ValueKind != JsonValueKind.String || !IsText(item) || !Guid.TryParse(item.GetString()!.Split('/')[0], out _))
                    {
                        errors.Add($"{path}[{i}]", "An identifier, a stroke and a name are expected here.");
                    }
                }

                break;
            case JsonValueKind.Object when typeof(IReadOnlyDictionary<int, double>) == type:
                var seen = new HashSet<string>();
                foreach (var entry in element.EnumerateObject())
                {
                    var at = $"{path}.{entry.Name}";
                    if (!seen.Add(entry.Name) || !Guid.TryParse(entry.Name, out _))
                    {
                        errors.Add(at, "Each identifier stands here once.");
                    }

                    Leaf(entry.Value, typeof(double), at, errors);
                }

                break;
            case JsonValueKind.String when type == typeof(int) || type == typeof(int?) || type == typeof(string):
                Leaf(element, typeof(Guid), path, errors);
                break;
            default:
                errors.Add(path, "What it refers to is said by an identifier, or a list or table of them.");
                break;
        }
    }

    private void Entries(JsonElement element, JsonTypeInfo info, NullabilityInfo? annotation, string path, JsonErrors errors)
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

    private void Leaf(JsonElement element, Type type, string path, JsonErrors errors)
    {
        var leaf = leaves?.GetValueOrDefault(type) ?? Usual.GetValueOrDefault(type)
            ?? (type.IsEnum ? new(e => e.ValueKind == JsonValueKind.String && Readable(e, type), $"What can stand here: {string.Join(", ", Names(type))}.") : throw new InvalidOperationException($"No contract holds a {type.Name}."));
        if (!leaf.Fits(element))
        {
            errors.Add(At(path), leaf.Wanted);
        }
    }

    /// <summary>Whether a text is one that can be kept: an escape may name half a character.</summary>
    private static bool IsText(JsonElement element)
    {
        try
        {
            return element.GetString() is not null;
        }
        catch (InvalidOperationException)
        {
            return false;
        }
    }

    /// <summary>Whether a text is one of a fixed list, or of one whose members add up several of them.</summary>
    private static bool Readable(JsonElement element, Type type) =>
        element.GetString()!.Split(", ") is var parts && (parts.Length == 1 || type.IsDefined(typeof(FlagsAttribute))) && parts.All(Names(type).Contains);

    private static IEnumerable<string> Names(Type list) => Enum.GetNames(list).Select(JsonNamingPolicy.KebabCaseLower.ConvertName);
}
