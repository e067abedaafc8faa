using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;
using YieldingLoop.Store.Formats;

namespace YieldingLoop.Web.Api;

/// <summary>Reads a body as a record of the contract, strictly; only a body without faults is made into a record.</summary>
internal static class ContractReader
{
    /// <summary>How the words of a fixed list are written in bodies and answers: in small letters with hyphens, never as a number.</summary>
    public static JsonConverter Choices { get; } = new JsonStringEnumConverter(JsonNamingPolicy.KebabCaseLower, allowIntegerValues: false);

    /// <summary>How the contracts are written.</summary>
    public static JsonSerializerOptions Options { get; } = Contract();

    private static readonly StrictReader Reader = new(Options, new Dictionary<Type, JsonLeaf>
    {
        [typeof(NumberOrName)] = new(e => e.ValueKind is JsonValueKind.Number or JsonValueKind.String or JsonValueKind.True or JsonValueKind.False, "A number or a name is expected here."),
    });

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
        Reader.Check(root, typeof(T), "", errors);
        return errors.Any ? null : root.Deserialize<T>(Options);
    }

    /// <summary>Every record that stands in these, at any depth.</summary>
    internal static HashSet<Type> Parts(IEnumerable<Type> bodies)
    {
        var parts = new HashSet<Type>();
        var open = new Stack<Type>(bodies);
        while (open.TryPop(out var type))
        {
            if (StrictReader.Held(type) is { } held)
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
