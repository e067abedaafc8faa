using System.Security.Cryptography;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization;
using YieldingLoop.Core.Care;
using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Coach;
using YieldingLoop.Core.Colour;
using YieldingLoop.Core.Garments;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.OwnRules;
using YieldingLoop.Core.Practice;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.ThreadUp;

namespace YieldingLoop.Store.Formats;

/// <summary>
/// How records are written into a column and read again. Each is written as the document that stands for it, never as the
/// core computes with it. Kinds of record whose form was changed carry its number; a text without one is of the first form.
/// An older form is turned into the newest as it is read, and nothing is written back unless somebody changes the record.
/// </summary>
public static class StoredFormat
{
    /// <summary>
    /// Number of the form in which set-ups, states of machines and thread-ups are written: 2 since a set-up is one value, 3
    /// since what was found out is kept as codes.
    /// </summary>
    public const int Newest = 3;

    private const string Mark = "{\"format\":3";

    /// <summary>How documents are written.</summary>
    public static JsonSerializerOptions Json { get; } = Stored();

    /// <summary>Documents as they are kept, but nothing may be missing that has to be there.</summary>
    private static readonly JsonSerializerOptions Strict = new(Json) { RespectNullableAnnotations = true };

    /// <summary>The document of every type that is kept in a column.</summary>
    private static readonly Dictionary<Type, Contract> Contracts = new()
    {
        [typeof(ClothEntry)] = Contract.For<ClothEntry, ClothDocument>(Documents.Of, Documents.Read),
        [typeof(Machine)] = Contract.For<Machine, MachineDocument>(Documents.Of, Documents.Read),
        [typeof(Setup)] = Contract.For<Setup, SetupDocument>(Documents.Of, Documents.Read),
        [typeof(NeedleStock)] = Contract.For<NeedleStock, NeedleStockDocument>(Documents.Of, Documents.Read),
        [typeof(ThreadStock)] = Contract.For<ThreadStock, ThreadStockDocument>(Documents.Of, Documents.Read),
        [typeof(OwnRule)] = Contract.For<OwnRule, OwnRuleDocument>(Documents.Of, Documents.Read),
        [typeof(Wearer)] = Contract.For<Wearer, WearerDocument>(Documents.Of, Documents.Read),
        [typeof(Garment)] = Contract.For<Garment, GarmentDocument>(Documents.Of, Documents.Read),
        [typeof(SewingRun)] = Contract.For<SewingRun, RunDocument>(Documents.Of, Documents.Read),
        [typeof(CareEntry)] = Contract.For<CareEntry, CareDocument>(Documents.Of, Documents.Read),
        [typeof(Palette)] = Contract.For<Palette, PaletteDocument>(Documents.Of, Documents.Read),
        [typeof(IReadOnlyList<ThreadTaken>)] = Contract.For<IReadOnlyList<ThreadTaken>, IReadOnlyList<ThreadTakenDocument>>(Documents.Of, Documents.Read),
        [typeof(IReadOnlyList<int>)] = Contract.For<IReadOnlyList<int>, IReadOnlyList<int>>(n => n, n => n),
        [typeof(SeamEntry)] = Contract.For<SeamEntry, SeamDocument>(Documents.Of, Documents.Read),
        [typeof(SetupSnapshot)] = Contract.For<SetupSnapshot, SnapshotDocument>(Documents.Of, Documents.Read),
        [typeof(SetupSummary)] = Contract.For<SetupSummary, SummaryDocument>(Documents.Of, Documents.Read),
        [typeof(ThreadUpPlan)] = Contract.For<ThreadUpPlan, ThreadUpDocument>(Documents.Of, Documents.Read),
        [typeof(SwatchEntry)] = Contract.For<SwatchEntry, SwatchDocument>(Documents.Of, Documents.Read),
        [typeof(CoachDone)] = Contract.For<CoachDone, CoachDoneDocument>(Documents.Of, Documents.Read),
        [typeof(PracticeAttempt)] = Contract.For<PracticeAttempt, PracticeDocument>(Documents.Of, Documents.Read),
        [typeof(Lesson)] = Contract.For<Lesson, LessonDocument>(Documents.Of, Documents.Read),
        [typeof(WorkroomSettings)] = Contract.For<WorkroomSettings, SettingsDocument>(Documents.Of, Documents.Read),
        [typeof(Needle)] = Contract.For<Needle, NeedleDocument>(Documents.Of, Documents.Read),
        [typeof(IReadOnlyList<ThreadUse>)] = Contract.For<IReadOnlyList<ThreadUse>, IReadOnlyList<ThreadUseDocument>>(Documents.Of, Documents.Read),
        [typeof(ImportLog)] = Contract.For<ImportLog, ImportLog>(l => l, l => l),
        [typeof(IReadOnlyList<FittedNeedle>)] = Contract.For<IReadOnlyList<FittedNeedle>, IReadOnlyList<FittedNeedle>>(f => f, f => f),
        [typeof(IReadOnlyList<DraftField>)] = Contract.For<IReadOnlyList<DraftField>, IReadOnlyList<DraftField>>(f => f, f => f),
    };

    /// <summary>What turns a record of each form into the next, the first form first.</summary>
    private static readonly Dictionary<Type, Action<JsonObject>[]> Upgrades = new()
    {
        [typeof(Setup)] = [FirstForm.State, _ => { }],
        [typeof(SetupSnapshot)] = [FirstForm.Snapshot, SecondForm.Snapshot],
        [typeof(ThreadUpPlan)] = [FirstForm.ThreadUp, SecondForm.ThreadUp],
    };

    /// <summary>Adds what documents need to be written anywhere: places that are left out or null, and findings.</summary>
    public static void AddTo(JsonSerializerOptions options)
    {
        options.Converters.Add(new PlaceConverter());
        options.Converters.Add(new FindingConverter());
    }

    /// <summary>The type of document that stands for a kept type.</summary>
    /// <exception cref="ArgumentException">Nothing of this type is kept.</exception>
    public static Type DocumentOf(Type type) => ContractOf(type).Document;

    /// <summary>A record as the document it is written as, without the number of its form.</summary>
    /// <exception cref="ArgumentException">Nothing of this type is kept.</exception>
    public static JsonElement Element(object value)
    {
        var contract = ContractOf(value.GetType());
        return JsonSerializer.SerializeToElement(contract.Of(value), contract.Document, Json);
    }

    /// <summary>A text that is the same for documents that say the same, and for no others.</summary>
    public static string Digest<TDocument>(TDocument document) => Convert.ToHexString(SHA256.HashData(JsonSerializer.SerializeToUtf8Bytes(document, Json)));

    /// <summary>Writes a record.</summary>
    /// <exception cref="ArgumentException">Nothing of this type is kept.</exception>
    public static string Write<T>(T value)
        where T : class
    {
        var contract = ContractOf(typeof(T));
        var text = JsonSerializer.Serialize(contract.Of(value), contract.Document, Json);
        return !Upgrades.ContainsKey(typeof(T)) ? text : text == "{}" ? Mark + "}" : $"{Mark},{text.AsSpan(1)}";
    }

    /// <summary>Reads a record of any form there ever was.</summary>
    /// <exception cref="JsonException">The text is no record of this kind.</exception>
    public static T Read<T>(string text)
        where T : class
    {
        try
        {
            return (T)ContractOf(typeof(T)).Read(Document(text, typeof(T)));
        }
        catch (Exception e) when (IsDamage(e))
        {
            // Whatever a damaged text lacks, it is one that cannot be read.
            throw new JsonException("This is no record of the form it says it is of.", e);
        }
    }

    /// <summary>Whether a text is a record of a kind, with all in it that has to be there.</summary>
    public static bool IsLegible(string text, Type type)
    {
        try
        {
            // Written back strictly, so that a value that was left out and has to be there is found as well as one that is wrong.
            var document = Document(text, type);
            return JsonSerializer.SerializeToUtf8Bytes(document, DocumentOf(type), Strict).Length > 0 && ContractOf(type).Read(document) is not null;
        }
        catch (Exception e) when (e is JsonException or NotSupportedException || IsDamage(e))
        {
            return false;
        }
    }

    /// <summary>The document a text of any form says.</summary>
    private static object Document(string text, Type type)
    {
        var document = DocumentOf(type);
        if (!Upgrades.TryGetValue(type, out var upgrades) || text.StartsWith(Mark, StringComparison.Ordinal))
        {
            return JsonSerializer.Deserialize(text, document, Json) ?? throw new JsonException("Nothing is written here.");
        }

        if (JsonNode.Parse(text) is not JsonObject record || FormOf(record) is var form && form is < 1 or >= Newest)
        {
            throw new JsonException("This is a record of a form that is not known.");
        }

        foreach (var upgrade in upgrades.Skip(form - 1))
        {
            upgrade(record);
        }

        return record.Deserialize(document, Json)!;
    }

    private static bool IsDamage(Exception e) => e is InvalidOperationException or FormatException or ArgumentException or NullReferenceException;

    /// <summary>The contract of a type, or of the more general one it is a kind of.</summary>
    private static Contract ContractOf(Type type)
    {
        for (var general = type; general is not null; general = general.BaseType)
        {
            if (Contracts.TryGetValue(general, out var contract))
            {
                return contract;
            }
        }

        throw new ArgumentException($"No document stands for a {type.Name}.", nameof(type));
    }

    private static int FormOf(JsonObject record) => record["format"] is not { } number ? 1 : number is JsonValue value && value.TryGetValue(out int form) ? form : 0;

    private static JsonSerializerOptions Stored()
    {
        var options = new JsonSerializerOptions(JsonSerializerDefaults.Web)
        {
            Converters = { new JsonStringEnumConverter(JsonNamingPolicy.KebabCaseLower) },
            // What kind of machine a record is of was added to older ones at their end.
            AllowOutOfOrderMetadataProperties = true,
        };
        AddTo(options);
        return options;
    }
}
