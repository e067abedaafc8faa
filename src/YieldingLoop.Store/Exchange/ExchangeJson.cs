using System.Globalization;
using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;
using YieldingLoop.Core.Words;
using YieldingLoop.Store.Formats;

namespace YieldingLoop.Store.Exchange;

/// <summary>How exchange files are written.</summary>
internal static class ExchangeJson
{
    /// <summary>How deep a file may be nested; its records are less than half as deep.</summary>
    public const int MostDeep = 32;

    /// <summary>For reading and writing where it is of no interest what the references lead to.</summary>
    public static JsonSerializerOptions Plain { get; } = With(new RecordKeys());

    /// <summary>Looks at records of a file.</summary>
    public static StrictReader Reader { get; } = new(
        Plain,
        new Dictionary<Type, JsonLeaf>
        {
            [typeof(DateTimeOffset)] = new(
                e => e.ValueKind == JsonValueKind.String && e.TryGetDateTimeOffset(out var moment) && moment.UtcDateTime.Year is >= EarliestYear and <= LatestYear && moment.Offset == TimeSpan.Zero,
                $"A moment of the years {EarliestYear} to {LatestYear} is expected here, in UTC: 2026-03-01T09:30:00+00:00."),
            [typeof(Finding)] = new(IsFinding, "A finding is expected here: an object with its code, and numbers and texts beside it."),
            [typeof(DateOnly)] = new(
                e => e.ValueKind == JsonValueKind.String && DateOnly.TryParseExact(e.GetString(), "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var day) && day.Year is >= EarliestYear and <= LatestYear,
                $"A day of the years {EarliestYear} to {LatestYear} is expected here, written 2026-03-01."),
        },
        references: true);

    /// <summary>A moment as a record that is made of another file's has it: to the second, UTC.</summary>
    public static string Moment(DateTimeOffset moment) => moment.UtcDateTime.ToString("yyyy-MM-dd'T'HH:mm:ss+00:00", CultureInfo.InvariantCulture);

    /// <summary>A finding is one flat object: its code beside its figures and names.</summary>
    private static bool IsFinding(JsonElement element) =>
        element.ValueKind == JsonValueKind.Object && element.TryGetProperty("code", out var code) && code.ValueKind == JsonValueKind.String
        && element.EnumerateObject().All(m => m.Value.ValueKind is JsonValueKind.Number or JsonValueKind.String)
        && element.EnumerateObject().Select(m => m.Name).Distinct().Count() == element.EnumerateObject().Count();

    private const int EarliestYear = 1970, LatestYear = 2200;

    /// <summary>Writes and reads references by what they are here.</summary>
    public static JsonSerializerOptions With(RecordKeys keys)
    {
        var options = new JsonSerializerOptions(JsonSerializerDefaults.Web)
        {
            AllowOutOfOrderMetadataProperties = true,
            DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
            // Names stand in the file as people write them; it is never part of a page.
            Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
            NumberHandling = JsonNumberHandling.Strict,
            PropertyNameCaseInsensitive = false,
            RespectNullableAnnotations = true,
            RespectRequiredConstructorParameters = true,
            MaxDepth = MostDeep,
            TypeInfoResolver = new DefaultJsonTypeInfoResolver { Modifiers = { type => ReferenceConverters.Apply(type, keys) } },
            Converters = { new JsonStringEnumConverter(JsonNamingPolicy.KebabCaseLower, allowIntegerValues: false) },
        };
        options.Converters.Add(new Figures());
        StoredFormat.AddTo(options);
        return options;
    }

    /// <summary>Writes no figure that other programs would write otherwise: minus nothing is nothing.</summary>
    private sealed class Figures : JsonConverter<double>
    {
        public override double Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) => reader.GetDouble();

        public override void Write(Utf8JsonWriter writer, double value, JsonSerializerOptions options) => writer.WriteNumberValue(value == 0 ? 0 : value);
    }
}
