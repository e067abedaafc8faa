using YieldingLoop.Store;

namespace YieldingLoop.Web.Forms;

/// <summary>Drafts of a form that makes no record of its own.</summary>
/// <param name="Path">Where the form is.</param>
/// <param name="TakenUp">The one the form was filled from; null where it starts afresh.</param>
/// <param name="Offered">The others.</param>
public sealed record DraftOffer(string Path, DraftRow? TakenUp, IReadOnlyList<DraftListing> Offered)
{
    /// <summary>Nothing was left.</summary>
    public static DraftOffer None { get; } = new("/", null, []);

    /// <summary>What was left at an address.</summary>
    /// <param name="drafts">The drafts.</param>
    /// <param name="path">The address, without a query.</param>
    /// <param name="taken">The one that is being taken up.</param>
    public static async Task<DraftOffer> OfAsync(Drafts drafts, string path, int? taken)
    {
        var row = taken is { } id ? await drafts.FindAsync(id) : null;
        row = row?.Path.Split('?')[0] == path ? row : null;
        return new(path, row, [.. (await drafts.ListAtAsync(path)).Where(d => d.Id != row?.Id)]);
    }
}
