using System.Text.Json;
using System.Text.Json.Serialization;
using YieldingLoop.Core.Setups;

namespace YieldingLoop.Store.Formats;

/// <summary>Writes a place that is there as what is there, an empty one as null, and leaves out what nobody has said.</summary>
public sealed class PlaceConverter : JsonConverterFactory
{
    /// <inheritdoc/>
    public override bool CanConvert(Type typeToConvert) => typeToConvert.IsGenericType && typeToConvert.GetGenericTypeDefinition() == typeof(Place<>);

    /// <inheritdoc/>
    public override JsonConverter CreateConverter(Type typeToConvert, JsonSerializerOptions options) =>
        (JsonConverter)Activator.CreateInstance(typeof(Of<>).MakeGenericType(typeToConvert.GetGenericArguments()))!;

    private sealed class Of<T> : JsonConverter<Place<T>>
        where T : notnull
    {
        public override bool HandleNull => true;

        public override Place<T> Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
            reader.TokenType == JsonTokenType.Null ? Place<T>.Empty : JsonSerializer.Deserialize<T>(ref reader, options) is { } there ? there : Place<T>.Empty;

        public override void Write(Utf8JsonWriter writer, Place<T> value, JsonSerializerOptions options)
        {
            if (value.TryGet(out var there))
            {
                JsonSerializer.Serialize(writer, there, options);
            }
            else
            {
                writer.WriteNullValue();
            }
        }
    }
}
