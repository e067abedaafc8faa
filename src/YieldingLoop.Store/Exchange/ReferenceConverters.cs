using System.Globalization;
using System.Reflection;
using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;
using YieldingLoop.Store.Formats;

namespace YieldingLoop.Store.Exchange;

/// <summary>Writes identifiers of records in the place of their numbers, and reads them again.</summary>
internal static class ReferenceConverters
{
    /// <summary>What a member refers to; null where it refers to nothing.</summary>
    public static RefersAttribute? Of(JsonPropertyInfo member) => (member.AttributeProvider as PropertyInfo)?.GetCustomAttribute<RefersAttribute>();

    /// <summary>Gives every member that refers to a record its converter.</summary>
    public static void Apply(JsonTypeInfo type, RecordKeys keys)
    {
        foreach (var member in type.Kind == JsonTypeInfoKind.Object ? type.Properties : [])
        {
            if (member.AssociatedParameter is { HasDefaultValue: false })
            {
                // What a document cannot be made without is written even where it is null.
                member.ShouldSerialize = (_, _) => true;
            }

            if (Of(member) is { } refers)
            {
                member.CustomConverter = For(member.PropertyType, refers, keys);
            }
        }
    }

    private static JsonConverter For(Type type, RefersAttribute refers, RecordKeys keys) =>
        type == typeof(int) ? new Number(refers, keys)
        : type == typeof(int?) ? new PerhapsNumber(refers, keys)
        : type == typeof(string) ? new Text(refers, keys)
        : type == typeof(IReadOnlyList<int>) ? new Numbers(refers, keys)
        : type == typeof(IReadOnlyDictionary<int, double>) ? new Table(refers, keys)
        : type == typeof(IReadOnlyList<string>) && refers.BeforeStroke ? new Names(refers, keys)
        : throw new InvalidOperationException($"A {type.Name} refers to no record.");

    private static void Write(Utf8JsonWriter writer, Guid? key)
    {
        if (key is { } there)
        {
            writer.WriteStringValue(there);
        }
        else
        {
            writer.WriteNullValue();
        }
    }

    private sealed class Number(RefersAttribute refers, RecordKeys keys) : JsonConverter<int>
    {
        public override bool HandleNull => true;

        public override int Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
            reader.TokenType == JsonTokenType.Null ? 0 : keys.IdOf(refers, reader.GetGuid()) ?? 0;

        public override void Write(Utf8JsonWriter writer, int value, JsonSerializerOptions options) => ReferenceConverters.Write(writer, keys.KeyOf(refers, value));
    }

    private sealed class PerhapsNumber(RefersAttribute refers, RecordKeys keys) : JsonConverter<int?>
    {
        public override int? Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
            reader.TokenType == JsonTokenType.Null ? null : keys.IdOf(refers, reader.GetGuid());

        public override void Write(Utf8JsonWriter writer, int? value, JsonSerializerOptions options) => ReferenceConverters.Write(writer, value is { } id ? keys.KeyOf(refers, id) : null);
    }

    /// <summary>Numbers that are kept as text.</summary>
    private sealed class Text(RefersAttribute refers, RecordKeys keys) : JsonConverter<string?>
    {
        public override bool HandleNull => true;

        public override string? Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
            reader.TokenType == JsonTokenType.Null ? null : keys.IdOf(refers, reader.GetGuid())?.ToString(CultureInfo.InvariantCulture);

        public override void Write(Utf8JsonWriter writer, string? value, JsonSerializerOptions options) =>
            ReferenceConverters.Write(writer, int.TryParse(value, NumberStyles.None, CultureInfo.InvariantCulture, out var id) ? keys.KeyOf(refers, id) : null);
    }

    /// <summary>A list, in which null stands for none where the place counts.</summary>
    private sealed class Numbers(RefersAttribute refers, RecordKeys keys) : JsonConverter<IReadOnlyList<int>>
    {
        public override IReadOnlyList<int> Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options)
        {
            var ids = new List<int>();
            while (reader.Read() && reader.TokenType != JsonTokenType.EndArray)
            {
                ids.Add(reader.TokenType == JsonTokenType.Null ? 0 : keys.IdOf(refers, reader.GetGuid()) ?? 0);
            }

            return ids;
        }

        public override void Write(Utf8JsonWriter writer, IReadOnlyList<int> value, JsonSerializerOptions options)
        {
            writer.WriteStartArray();
            foreach (var id in value)
            {
                ReferenceConverters.Write(writer, keys.KeyOf(refers, id));
            }

            writer.WriteEndArray();
        }
    }

    /// <summary>A figure for each record, in the order of their identifiers.</summary>
    private sealed class Table(RefersAttribute refers, RecordKeys keys) : JsonConverter<IReadOnlyDictionary<int, double>>
    {
        public override IReadOnlyDictionary<int, double> Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options)
        {
            var figures = new Dictionary<int, double>();
            while (reader.Read() && reader.TokenType == JsonTokenType.PropertyName)
            {
                var id = Guid.TryParse(reader.GetString(), out var key) ? keys.IdOf(refers, key) : throw new JsonException();
                reader.Read();
                if (id is { } there)
                {
                    figures[there] = reader.GetDouble();
                }
            }

            return figures;
        }

        public override void Write(Utf8JsonWriter writer, IReadOnlyDictionary<int, double> value, JsonSerializerOptions options)
        {
            writer.WriteStartObject();
            foreach (var (key, figure) in value.Select(f => (Key: keys.KeyOf(refers, f.Key), f.Value)).Where(f => f.Key is not null).OrderBy(f => f.Key!.Value.ToString(), StringComparer.Ordinal))
            {
                writer.WriteNumber(key!.Value.ToString(), figure);
            }

            writer.WriteEndObject();
        }
    }

    /// <summary>Texts that begin with a record and a stroke; one whose record is not here is left out.</summary>
    private sealed class Names(RefersAttribute refers, RecordKeys keys) : JsonConverter<IReadOnlyList<string>>
    {
        public override IReadOnlyList<string> Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options)
        {
            var names = new List<string>();
            while (reader.Read() && reader.TokenType == JsonTokenType.String)
            {
                var (head, rest) = Parted(reader.GetString()!);
                if (Guid.TryParse(head, out var key) && keys.IdOf(refers, key) is { } id)
                {
                    names.Add(string.Create(CultureInfo.InvariantCulture, $"{id}{rest}"));
                }
            }

            return names;
        }

        public override void Write(Utf8JsonWriter writer, IReadOnlyList<string> value, JsonSerializerOptions options)
        {
            writer.WriteStartArray();
            foreach (var name in value)
            {
                var (head, rest) = Parted(name);
                if (int.TryParse(head, NumberStyles.None, CultureInfo.InvariantCulture, out var id) && keys.KeyOf(refers, id) is { } key)
                {
                    writer.WriteStringValue($"{key}{rest}");
                }
            }

            writer.WriteEndArray();
        }

        private static (string Head, string Tail) Parted(string name) => name.IndexOf('/', StringComparison.Ordinal) is var stroke and >= 0 ? (name[..stroke], name[stroke..]) : (name, "");
    }
}
