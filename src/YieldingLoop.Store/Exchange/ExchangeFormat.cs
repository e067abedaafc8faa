namespace YieldingLoop.Store.Exchange;

/// <summary>What an exchange file holds.</summary>
public enum ExchangeHolds
{
    /// <summary>A whole workroom.</summary>
    Workroom,

    /// <summary>A garment with its seams, and what they were last sewn with.</summary>
    Garment,

    /// <summary>A set-up with all it was made from.</summary>
    Setup,

    /// <summary>A cloth.</summary>
    Cloth,

    /// <summary>A machine with its manual's table.</summary>
    Machine,

    /// <summary>Swatches with the set-ups they were sewn with.</summary>
    Swatches,
}

/// <summary>The form of exchange files, which docs/formats.md tells of.</summary>
public static class ExchangeFormat
{
    /// <summary>What the file says it is.</summary>
    public const string Name = "yielding-loop";

    /// <summary>The version that is written. Whatever of the documents changes, this counts up, and the earlier versions stay readable.</summary>
    public const int Version = 1;

    /// <summary>Name of the JSON in a zip, without its ending.</summary>
    public const string InZip = "records.json";

    /// <summary>Folder of the photos in a zip.</summary>
    public const string Photos = "photos/";

    /// <summary>Most bytes of JSON that the pages take.</summary>
    public const int MostJsonBytes = 32 * 1024 * 1024;

    /// <summary>Most bytes of a file that the pages take, photos and all.</summary>
    public const int MostFileBytes = 128 * 1024 * 1024;

    /// <summary>Most bytes of JSON for whoever sits at the machine the data lies on.</summary>
    public const int MostLocalBytes = 512 * 1024 * 1024;

    /// <summary>Most records of one file.</summary>
    public const int MostRecords = 250_000;

    /// <summary>Largest record, bytes.</summary>
    public const int MostRecordBytes = 4 * 1024 * 1024;

    /// <summary>Largest photo in a zip, bytes.</summary>
    public const int MostPhotoBytes = 8 * 1024 * 1024;

    /// <summary>Most photos in a zip.</summary>
    public const int MostPhotos = 20_000;

    /// <summary>The name of what a file holds, as the file says it.</summary>
    public static string NameOf(ExchangeHolds holds) => holds == ExchangeHolds.Setup ? "set-up" : holds.ToString().ToLowerInvariant();

    /// <summary>What a file says it holds; null where there is no such thing.</summary>
    public static ExchangeHolds? Find(string? name) => Enum.GetValues<ExchangeHolds>().Cast<ExchangeHolds?>().FirstOrDefault(h => NameOf(h!.Value) == name);

    /// <summary>The lists a file may have, in their order.</summary>
    internal static IReadOnlyList<ExchangePart> PartsOf(ExchangeHolds holds) => holds switch
    {
        ExchangeHolds.Workroom => ExchangeParts.All,
        ExchangeHolds.Garment => Of(ExchangeParts.Garments, ExchangeParts.Wearers, ExchangeParts.Seams, ExchangeParts.Setups, ExchangeParts.Cloths, ExchangeParts.Machines, ExchangeParts.Threads),
        ExchangeHolds.Setup => Of(ExchangeParts.Setups, ExchangeParts.Seams, ExchangeParts.Cloths, ExchangeParts.Machines, ExchangeParts.Threads),
        ExchangeHolds.Cloth => Of(ExchangeParts.Cloths),
        ExchangeHolds.Machine => Of(ExchangeParts.Machines),
        _ => Of(ExchangeParts.Swatches, ExchangeParts.Setups, ExchangeParts.Seams, ExchangeParts.Cloths, ExchangeParts.Machines, ExchangeParts.Threads),
    };

    private static List<ExchangePart> Of(params ExchangePart[] parts) => [.. ExchangeParts.All.Where(parts.Contains)];
}
