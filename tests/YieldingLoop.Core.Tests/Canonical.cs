using System.Text.Json;
using System.Text.Json.Serialization;
using YieldingLoop.Core.Setups;

namespace YieldingLoop.Core.Tests;

/// <summary>Everything a value holds as one text, so that two of them can be compared whole.</summary>
internal static class Canonical
{
    private static readonly JsonSerializerOptions Options = new() { Converters = { new AsText() }, NumberHandling = JsonNumberHandling.AllowNamedFloatingPointLiterals };

    public static string Text<T>(T value) => JsonSerializer.Serialize(value, Options);

    /// <summary>Places say what they hold by themselves.</summary>
    private sealed class AsText : JsonConverterFactory
    {
        public override bool CanConvert(Type typeToConvert) => typeToConvert.IsGenericType && typeToConvert.GetGenericTypeDefinition() is var type && (type == typeof(Place<>) || type == typeof(Places<>));

        public override JsonConverter CreateConverter(Type typeToConvert, JsonSerializerOptions options) => (JsonConverter)Activator.CreateInstance(typeof(Of<>).MakeGenericType(typeToConvert))!;

        private sealed class Of<T> : JsonConverter<T>
        {
            public override T? Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) => throw new NotSupportedException();

            public override void Write(Utf8JsonWriter writer, T value, JsonSerializerOptions options) => writer.WriteStringValue(value!.ToString());
        }
    }
}
