using System.Globalization;
using YieldingLoop.Core.OwnRules;
using YieldingLoop.Store;
using YieldingLoop.Web.Startup;

namespace YieldingLoop.Web.Pages.Shared;

/// <summary>A set-up as it stands on paper, on one side of A5.</summary>
/// <param name="Name">The seam.</param>
/// <param name="Cloth">The cloth.</param>
/// <param name="Edition">Which version it is.</param>
/// <param name="Day">The day it was kept, or worked out.</param>
/// <param name="Stands">How far it is: kept, passed.</param>
/// <param name="Card">Everything that is set.</param>
/// <param name="Notes">The user's own notes where they apply.</param>
/// <param name="Drawing">Address of the seam drawn from its end, as a file; null where there is no drawing of it.</param>
public sealed record PaperCard(string Name, string Cloth, int Edition, string Day, string Stands, SetupCard Card, IReadOnlyList<string> Notes, string? Drawing)
{
    /// <summary>Most notes that have room on paper, and most of each, characters.</summary>
    private const int MostNotes = 2, LongestNote = 120;

    /// <summary>A kept set-up.</summary>
    /// <param name="row">The set-up.</param>
    /// <param name="card">Everything that is set.</param>
    /// <param name="rules">The user's own notes.</param>
    /// <param name="drawn">Whether its page draws the seam.</param>
    public static PaperCard Of(SetupRow row, SetupCard card, IReadOnlyList<OwnRule> rules, bool drawn) => new(
        row.Name, row.Snapshot.Cloth.Name, row.Edition, Written(row.CreatedAt),
        row.SwatchPassedAt is { } passed ? $"swatch passed {Written(passed)}" : "swatch not yet", card, Short(rules), drawn ? $"/setups/{row.Id}?{DrawingFiles.Name}={DrawingFiles.Edge}" : null);

    /// <summary>A set-up that is on screen and not kept.</summary>
    public static PaperCard NotKept(string name, string cloth, DateTimeOffset now, SetupCard card, IReadOnlyList<OwnRule> rules, string? drawing) =>
        new(name, cloth, 1, Written(now), "not kept yet, no swatch", card, Short(rules), drawing);

    private static string Written(DateTimeOffset moment) => moment.ToString("d MMM yyyy", CultureInfo.InvariantCulture);

    private static List<string> Short(IReadOnlyList<OwnRule> rules)
    {
        var notes = rules.Take(MostNotes).Select(r => $"{(r.Text.Length > LongestNote ? r.Text[..LongestNote].TrimEnd() + "…" : r.Text)}{(string.IsNullOrWhiteSpace(r.Source) ? "" : $" ({r.Source.Trim()})")}").ToList();
        if (rules.Count > MostNotes)
        {
            notes.Add($"And {rules.Count - MostNotes} more in the workroom.");
        }

        return notes;
    }
}
