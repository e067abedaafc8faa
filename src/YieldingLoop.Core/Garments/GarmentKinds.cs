using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Serialization;
using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Seams;

namespace YieldingLoop.Core.Garments;

/// <summary>A seam as a kind of garment usually has it. Common practice, no published source; lengths are working values of a middle size.</summary>
/// <param name="Id">What it is called within the garment.</param>
/// <param name="Name">Its name.</param>
/// <param name="Times">How many of it.</param>
/// <param name="Job">What it does.</param>
/// <param name="Direction">Which way it runs on the cloth.</param>
/// <param name="Plies">Layers of the main cloth.</param>
/// <param name="SecondPlies">Layers of the second cloth; 0 for none.</param>
/// <param name="ZoneId">Where on the body.</param>
/// <param name="OnSkin">Whether it lies against the skin.</param>
/// <param name="Seen">Whether it is seen.</param>
/// <param name="NeedKind">How its need is found.</param>
/// <param name="MeasureId">The measure that decides; null for none.</param>
/// <param name="MovementId">The movement that is added; null for none.</param>
/// <param name="OnBodyMm">What 100 mm of it become, where that is how it is found.</param>
/// <param name="AllowanceMm">Seam allowance, mm.</param>
/// <param name="LengthMm">Length of one of it, mm.</param>
/// <param name="After">What comes before it, and why.</param>
/// <param name="Start">Where it begins.</param>
/// <param name="End">Where it ends.</param>
/// <param name="Lines">Where it runs in the kind's drawing, SVG path data.</param>
public sealed record KindSeam(
    string Id, string Name, SeamJob Job, ClothDirection Direction, string ZoneId, double LengthMm, string Lines, int Times = 1, int Plies = 2, int SecondPlies = 0, bool OnSkin = true, bool Seen = false,
    NeedKind NeedKind = NeedKind.OnBody, string? MeasureId = null, string? MovementId = null, double? OnBodyMm = null, double AllowanceMm = 7,
    IReadOnlyList<SewnBefore>? After = null, SeamEnd? Start = null, SeamEnd? End = null)
{
    /// <summary>What comes before it, and why.</summary>
    public IReadOnlyList<SewnBefore> After { get; init; } = After ?? [];

    /// <summary>Where it begins.</summary>
    public SeamEnd Start { get; init; } = Start ?? SeamEnd.Round;

    /// <summary>Where it ends.</summary>
    public SeamEnd End { get; init; } = End ?? SeamEnd.Round;

    /// <summary>The piece of work it becomes. A need that comes from measures is guessed until they are there: the opening goes on with a fifth to spare.</summary>
    /// <param name="second">Figures of the second cloth; null where its layers are of the first.</param>
    /// <param name="secondId">Number of its record.</param>
    public SeamEntry Work(ClothFigures? second, int? secondId)
    {
        var two = second is not null && SecondPlies > 0;
        // The length there is at rest; what passes it is not known yet, so that it is asked for a fifth more.
        var measured = MeasureId is not null;
        return new()
        {
            Name = Name, Job = Job, Direction = Direction, Plies = two ? Plies : Plies + SecondPlies, ZoneId = ZoneId, OnSkin = OnSkin, Seen = Seen, NeedKind = NeedKind, MovementId = MovementId, OnBodyMm = OnBodyMm,
            AllowanceMm = AllowanceMm, LengthMm = LengthMm, GarmentMm = measured ? LengthMm : null, GirthMm = measured ? GuessedShare * LengthMm : null,
            Other = two ? new() { Cloth = second!, ClothId = secondId, Plies = SecondPlies, Direction = ClothDirection.Across } : null,
        };
    }

    /// <summary>How much more than the garment has is asked of it until somebody was measured. Working value.</summary>
    public const double GuessedShare = 1.2;

    /// <summary>The seam as it stands in a garment.</summary>
    /// <param name="workId">Number of its piece of work.</param>
    /// <param name="sizes">For whom the garment is.</param>
    public GarmentSeam In(int workId, IReadOnlyList<GarmentSize> sizes) => new()
    {
        Id = Id, WorkId = workId, Times = Times, After = After, Start = Start, End = End, MeasureId = MeasureId,
        LengthsMm = sizes.ToImmutableSortedDictionary(s => s.WearerId, _ => LengthMm),
    };
}

/// <summary>A kind of garment.</summary>
/// <param name="Id">Identifier in records.</param>
/// <param name="Name">Name on screen.</param>
/// <param name="SecondCloth">What its second cloth is for; null where it has none.</param>
/// <param name="Outline">Its drawing, SVG path data in a field of 200 × 240.</param>
/// <param name="Seams">The seams it usually has.</param>
public sealed record GarmentKind(string Id, string Name, string? SecondCloth, string Outline, IReadOnlyList<KindSeam> Seams)
{
    /// <summary>The usual seam of this name; null where there is none.</summary>
    public KindSeam? Find(string id) => Seams.FirstOrDefault(s => s.Id == id);
}

/// <summary>Every kind of garment.</summary>
public static class GarmentKinds
{
    /// <summary>The kind that has nothing to start from.</summary>
    public const string Blank = "blank";

    private static readonly JsonSerializerOptions Options = new(JsonSerializerDefaults.Web)
    {
        UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
        Converters = { new JsonStringEnumConverter(JsonNamingPolicy.KebabCaseLower), new EndConverter() },
    };

    /// <summary>All of them, in the order they are offered.</summary>
    public static IReadOnlyList<GarmentKind> All { get; } = Read();

    /// <summary>Finds a kind; null where there is none.</summary>
    public static GarmentKind? Find(string? id) => All.FirstOrDefault(k => k.Id == id);

    private static GarmentKind[] Read()
    {
        using var stream = typeof(GarmentKinds).Assembly.GetManifestResourceStream("garments.json")!;
        return JsonSerializer.Deserialize<GarmentKind[]>(stream, Options)!;
    }

    /// <summary>An end is the word "loose" or "round", or the seam that runs over it.</summary>
    private sealed class EndConverter : JsonConverter<SeamEnd>
    {
        public override SeamEnd Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
            reader.GetString() switch { "loose" => SeamEnd.Loose, "round" => SeamEnd.Round, var seam => new SeamEnd(EndKind.Into, seam) };

        public override void Write(Utf8JsonWriter writer, SeamEnd value, JsonSerializerOptions options) => throw new NotSupportedException();
    }
}
