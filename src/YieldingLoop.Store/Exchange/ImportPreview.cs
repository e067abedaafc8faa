using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Store.Exchange;

/// <summary>How a record of a file stands to the workroom.</summary>
public enum ImportStatus
{
    /// <summary>It is not here.</summary>
    New,

    /// <summary>It is here and says the same.</summary>
    Same,

    /// <summary>It is here and says something else.</summary>
    Differs,

    /// <summary>It is here, put away, and in use in the file.</summary>
    PutAway,

    /// <summary>It cannot come in.</summary>
    Stays,
}

/// <summary>A record of a file, as it stands to the workroom.</summary>
public sealed record ImportItem
{
    /// <summary>The list it stands in.</summary>
    public required string List { get; init; }

    /// <summary>Its identifier.</summary>
    public required Guid Id { get; init; }

    /// <summary>What it is called.</summary>
    public required string Name { get; init; }

    /// <summary>How it stands.</summary>
    public required ImportStatus Status { get; init; }

    /// <summary>Why it stays out; null where it does not.</summary>
    public Finding? Why { get; init; }

    /// <summary>Where it differs from what is here: what is here, and what the file says.</summary>
    public IReadOnlyList<EntryDifference> Differences { get; init; } = [];

    /// <summary>Its number here; null where it is not here.</summary>
    public int? Number { get; init; }

    /// <summary>The same for as long as the record here says the same; empty where there is none, or where it says what the file says.</summary>
    public string Mark { get; init; } = "";

    /// <summary>What it refers to.</summary>
    internal IReadOnlyList<Reference> References { get; init; } = [];

    /// <summary>Where it stands in the file.</summary>
    internal FileItem Item { get; init; }

    /// <summary>What forms call it.</summary>
    public string Key => $"{List}/{Id}";
}

/// <summary>What a file would do to the workroom.</summary>
public sealed record ImportPreview
{
    /// <summary>What the file holds.</summary>
    public required ExchangeHolds Holds { get; init; }

    /// <summary>Its records.</summary>
    public required IReadOnlyList<ImportItem> Items { get; init; }

    /// <summary>Where the settings in it differ; null where it has none, or they are the same.</summary>
    public IReadOnlyList<EntryDifference>? Settings { get; init; }

    /// <summary>References that lead nowhere and are left out.</summary>
    public int Loose { get; init; }

    /// <summary>Photos that came along.</summary>
    public int Photos { get; init; }

    /// <summary>What does not fit this workroom.</summary>
    public IReadOnlyList<Finding> Unfit { get; init; } = [];

    /// <summary>Whether anything in it is not here yet, or not as it says.</summary>
    public bool ChangesAnything => Settings is not null || Items.Any(i => i.Status is ImportStatus.New or ImportStatus.Differs or ImportStatus.PutAway);

    /// <summary>The same for previews that say the same of the same workroom.</summary>
    public string Digest => Convert.ToHexString(SHA256.HashData(Encoding.UTF8.GetBytes(string.Join(
        '\n', Items.Select(i => string.Create(CultureInfo.InvariantCulture, $"{i.Key} {i.Status} {i.Mark}")).Append(Settings is null ? "" : "settings " + string.Join('|', Settings))))));

    /// <summary>How many of a list stand so.</summary>
    public int Count(string list, ImportStatus status) => Items.Count(i => i.List == list && i.Status == status);
}

/// <summary>What of a file is to be taken in.</summary>
/// <param name="Keys">Records, as <see cref="ImportItem.Key"/>.</param>
/// <param name="Settings">Whether the settings are taken over.</param>
public sealed record ImportChoice(IReadOnlySet<string> Keys, bool Settings)
{
    /// <summary>What is new, and what comes back from being put away; nothing that is here is changed.</summary>
    public static ImportChoice OfNew(ImportPreview preview) => new(preview.Items.Where(i => i.Status is ImportStatus.New or ImportStatus.PutAway).Select(i => i.Key).ToHashSet(), false);

    /// <summary>Everything, as the file has it.</summary>
    public static ImportChoice OfAll(ImportPreview preview) => new(preview.Items.Where(i => i.Status is ImportStatus.New or ImportStatus.PutAway or ImportStatus.Differs).Select(i => i.Key).ToHashSet(), preview.Settings is not null);
}

/// <summary>What came of taking a file in.</summary>
public abstract record ImportResult
{
    /// <summary>It was taken in.</summary>
    /// <param name="Id">Number of the import.</param>
    /// <param name="Added">How many records were made.</param>
    /// <param name="Changed">How many were changed.</param>
    /// <param name="Needed">Names of what came along because something chosen needs it.</param>
    /// <param name="Renumbered">Swatches whose number was taken: the number in the file, and the one here.</param>
    /// <param name="Again">Whether the same had been taken in already.</param>
    public sealed record Taken(int Id, int Added, int Changed, IReadOnlyList<string> Needed, IReadOnlyList<(int Was, int Now)> Renumbered, bool Again = false) : ImportResult;

    /// <summary>The workroom was changed since it was looked at; nothing was done.</summary>
    public sealed record Stale : ImportResult;

    /// <summary>Nothing that was chosen would change anything.</summary>
    public sealed record Nothing : ImportResult;

    /// <summary>It cannot be taken in; nothing was done.</summary>
    public sealed record Refused(string Why) : ImportResult;
}

/// <summary>What came of undoing an import.</summary>
/// <param name="Undone">Whether it was undone; false where there is no such import, or it was undone before.</param>
/// <param name="Count">How many records were put away or set back.</param>
/// <param name="Left">Names of records that somebody changed since, and that stay as they are.</param>
public sealed record ImportUndone(bool Undone, int Count, IReadOnlyList<string> Left);
