using System.Text.Json;
using System.Text.Json.Serialization;

namespace YieldingLoop.Web.Api;

/// <summary>What something is set to: a number, the name of what goes in, or whether it is there.</summary>
[JsonConverter(typeof(Converter))]
public readonly record struct NumberOrName(double? Number, string? Name, bool? There = null)
{
    private sealed class Converter : JsonConverter<NumberOrName>
    {
        public override NumberOrName Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) => reader.TokenType switch
        {
            JsonTokenType.Number => new(reader.GetDouble(), null),
            JsonTokenType.String => new(null, reader.GetString()),
            JsonTokenType.True or JsonTokenType.False => new(null, null, reader.GetBoolean()),
            _ => throw new JsonException(),
        };

        public override void Write(Utf8JsonWriter writer, NumberOrName value, JsonSerializerOptions options)
        {
            if (value.Number is { } number)
            {
                writer.WriteNumberValue(number);
            }
            else if (value.There is { } there)
            {
                writer.WriteBooleanValue(there);
            }
            else
            {
                writer.WriteStringValue(value.Name);
            }
        }
    }
}
