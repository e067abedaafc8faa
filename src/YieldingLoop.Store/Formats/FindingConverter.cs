using System.Text.Json;
using System.Text.Json.Serialization;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Store.Formats;

/// <summary>
/// Writes a finding as one flat object, its code first: {"code":"gap-over","gapMm":0.6,"limitMm":0.45}. Numbers are its
/// figures, texts its names.
/// </summary>
internal sealed class FindingConverter : JsonConverter<Finding>
{
    /// <inheritdoc/>
    public override Finding Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options)
    {
        if (reader.TokenType != JsonTokenType.StartObject)
        {
            throw new JsonException("A finding is an object with a code.");
        }

        var finding = new Finding("");
        while (reader.Read() && reader.TokenType == JsonTokenType.PropertyName)
        {
            var name = reader.GetString()!;
            reader.Read();
            finding = reader.TokenType switch
            {
                JsonTokenType.String when name == "code" => finding with { Code = reader.GetString()! },
                JsonTokenType.String => finding.With(name, reader.GetString()!),
                JsonTokenType.Number => finding.With(name, reader.GetDouble()),
                _ => throw new JsonException("A finding holds numbers and texts."),
            };
        }

        return finding.Code.Length > 0 ? finding : throw new JsonException("A finding has a code.");
    }

    /// <inheritdoc/>
    public override void Write(Utf8JsonWriter writer, Finding value, JsonSerializerOptions options)
    {
        writer.WriteStartObject();
        writer.WriteString("code", value.Code);
        foreach (var (name, figure) in value.Figures)
        {
            // Nothing is nothing, whichever side it was come to from.
            writer.WriteNumber(name, figure == 0 ? 0 : figure);
        }

        foreach (var (name, text) in value.Names)
        {
            writer.WriteString(name, text);
        }

        writer.WriteEndObject();
    }
}
