using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization.Metadata;
using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Web.Api;

/// <summary>Makes the OpenAPI document say of every contract what <see cref="ContractReader"/> takes and what is answered.</summary>
internal static class ContractSchemas
{
    public static Task Describe(OpenApiSchema schema, OpenApiSchemaTransformerContext context, CancellationToken stop)
    {
        var type = context.JsonTypeInfo.Type;
        if (context.JsonTypeInfo.PolymorphismOptions?.DerivedTypes.All(d => d.TypeDiscriminator is null) == true)
        {
            // Answers that are told apart by what they hold.
            schema.Discriminator = null;
        }

        if (type == typeof(Finding))
        {
            Flat(schema);
        }
        else if (type == typeof(NumberOrName) || Nullable.GetUnderlyingType(type) == typeof(NumberOrName))
        {
            schema.Type = JsonSchemaType.Number | JsonSchemaType.String | JsonSchemaType.Boolean | (type == typeof(NumberOrName) ? 0 : JsonSchemaType.Null);
        }
        else if (Held(type) is { } held)
        {
            Place(schema, held);
        }
        else if (type.IsEnum)
        {
            schema.Type = JsonSchemaType.String;
            Choices(schema, type);
        }
        else if (context.JsonTypeInfo.Kind == JsonTypeInfoKind.Object && schema.Properties is { Count: > 0 })
        {
            Members(schema, context.JsonTypeInfo);
        }

        if (type == typeof(RecordFile))
        {
            // The lists in it are told by schemas of their own.
            schema.Description = "An exchange file; /formats/ has a schema for everything one can hold.";
            schema.AdditionalPropertiesAllowed = true;
        }

        return Task.CompletedTask;
    }

    /// <summary>A finding is its code beside its figures and names.</summary>
    private static void Flat(OpenApiSchema schema)
    {
        schema.Type = JsonSchemaType.Object;
        schema.Properties = new Dictionary<string, IOpenApiSchema> { ["code"] = new OpenApiSchema { Type = JsonSchemaType.String } };
        schema.Required = new HashSet<string> { "code" };
        schema.AdditionalProperties = new OpenApiSchema { Type = JsonSchemaType.Number | JsonSchemaType.String };
    }

    /// <summary>What is in a place, or null where it is empty; a place that is not known is left out.</summary>
    private static void Place(OpenApiSchema schema, Type held)
    {
        schema.Type = JsonSchemaType.Null | (held == typeof(double) ? JsonSchemaType.Number : held == typeof(bool) ? JsonSchemaType.Boolean : JsonSchemaType.String);
        schema.Description = "What is there, null where the place is empty; left out where nothing is known of it.";
        if (held.IsEnum)
        {
            Choices(schema, held);
            schema.Enum!.Add(JsonNullSentinel.JsonNull);
        }
    }

    private static void Choices(OpenApiSchema schema, Type list)
    {
        var names = Enum.GetNames(list).Select(JsonNamingPolicy.KebabCaseLower.ConvertName).ToList();
        if (list.IsDefined(typeof(FlagsAttribute), inherit: false))
        {
            // Several of a list add up to one text.
            schema.Pattern = $"^({string.Join('|', names)})(, ({string.Join('|', names)}))*$";
            return;
        }

        schema.Enum = [.. names.Select(n => (JsonNode)n)];
    }

    /// <summary>Writes out, once every record has its schema, which positions there are and that each may be said to be empty.</summary>
    public static void DescribePlaces(OpenApiDocument document)
    {
        foreach (var type in ContractReader.Requested)
        {
            foreach (var (member, info) in ContractReader.Options.GetTypeInfo(type).Properties.Select(p => (p.Name, ContractReader.Options.GetTypeInfo(p.PropertyType))))
            {
                if (info is { Kind: JsonTypeInfoKind.Dictionary, KeyType: { IsEnum: true } key }
                    && document.Components!.Schemas![type.Name].Properties![member] is OpenApiSchema { AdditionalProperties: { } value } places)
                {
                    IOpenApiSchema place = value.Type?.HasFlag(JsonSchemaType.Null) == true ? value : new OpenApiSchema { OneOf = [new OpenApiSchema { Type = JsonSchemaType.Null }, value] };
                    places.Properties = Enum.GetNames(key).Select(JsonNamingPolicy.KebabCaseLower.ConvertName).ToDictionary(n => n, _ => place);
                    places.AdditionalProperties = null;
                    places.AdditionalPropertiesAllowed = false;
                }
            }
        }
    }

    private static void Members(OpenApiSchema schema, JsonTypeInfo info)
    {
        schema.Type = JsonSchemaType.Object;
        if (info.Properties.Any(p => p.IsExtensionData))
        {
            // Beside the messages, the code and figures of what the core decided.
            var finding = new OpenApiSchema();
            Flat(finding);
            schema.Properties!.Add("findings", new OpenApiSchema { Type = JsonSchemaType.Object, AdditionalProperties = finding, Description = "By path, the code and figures of what was decided." });
            return;
        }

        schema.AdditionalPropertiesAllowed = false;
        var kind = info.Type.BaseType is { } general && general != typeof(object) ? info.Options.GetTypeInfo(general).PolymorphismOptions?.TypeDiscriminatorPropertyName : null;
        var answered = info.Type.Namespace == typeof(ContractSchemas).Namespace && !ContractReader.Requested.Contains(info.Type);
        foreach (var member in info.Properties.Where(p => p.Name != kind))
        {
            if (member.Set is null && member.AssociatedParameter is null && !answered)
            {
                // A member that is only worked out is none that is asked for.
                schema.Properties!.Remove(member.Name);
            }
            else if (answered && member.IsGetNullable)
            {
                // Answers leave out what is null.
                schema.Required?.Remove(member.Name);
            }
        }
    }

    private static Type? Held(Type type) => type.IsGenericType && type.GetGenericTypeDefinition() == typeof(Place<>) ? type.GetGenericArguments()[0] : null;
}
