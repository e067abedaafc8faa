using System.Globalization;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Swatches;

namespace YieldingLoop.Store;

/// <summary>Takes what was sewn from the cones of the drawer. What is sewn is what somebody says was sewn.</summary>
public sealed class Cones(WorkroomContext context, TimeProvider clock)
{
    /// <summary>Takes a swatch's metres, once.</summary>
    /// <param name="swatchId">The swatch.</param>
    /// <param name="version">Version it was opened in.</param>
    public Task<SaveResult> TakeForSwatchAsync(int swatchId, int version) => context.InTurnAsync<SaveResult>(async () =>
    {
        if (await context.Swatches.Include(s => s.Setup).FirstOrDefaultAsync(s => s.Id == swatchId) is not { } row)
        {
            return new SaveResult.Missing();
        }

        if (row.RunDownAt is not null)
        {
            return new SaveResult.Saved(row.Id, Again: true);
        }

        if (row.Version != version)
        {
            return new SaveResult.Stale(row.Version);
        }

        await TakeAsync(OfSwatch(row.Setup!.Snapshot, row.Entry));
        (row.RunDownAt, row.Version) = (clock.GetUtcNow(), row.Version + 1);
        await context.SaveChangesAsync();
        return new SaveResult.Saved(row.Id, Again: false);
    });

    /// <summary>Takes the metres of a seam that was sewn with a kept set-up.</summary>
    /// <param name="setupId">The set-up.</param>
    /// <param name="version">Version it was opened in: a second tap on the same button takes nothing more.</param>
    /// <param name="seamMm">How long the seam was, mm.</param>
    public Task<SaveResult> TakeForSeamAsync(int setupId, int version, double seamMm) => context.InTurnAsync<SaveResult>(async () =>
    {
        if (await context.Setups.FirstOrDefaultAsync(s => s.Id == setupId) is not { } row)
        {
            return new SaveResult.Missing();
        }

        if (row.Version != version)
        {
            return new SaveResult.Stale(row.Version);
        }

        await TakeAsync(OfSeam(row.Snapshot, seamMm));
        row.Version += 1;
        await context.SaveChangesAsync();
        return new SaveResult.Saved(row.Id, Again: false);
    });

    /// <summary>What a swatch took from each cone.</summary>
    public static IReadOnlyList<ThreadTaken> OfSwatch(SetupSnapshot snapshot, SwatchEntry entry) =>
        Swatches.CaseOf(snapshot, entry) is { } seam ? ThreadTaken.Of(seam, entry.Setup.Over(snapshot.Plan.Setup), ThreadTaken.SwatchMm(entry, seam.Geometry.StitchLengthMm)) : [];

    /// <summary>What a seam sewn as its card says takes from each cone.</summary>
    public static IReadOnlyList<ThreadTaken> OfSeam(SetupSnapshot snapshot, double seamMm) =>
        Swatches.CaseOf(snapshot, new() { Setup = snapshot.Plan.Setup }) is { } seam ? ThreadTaken.Of(seam, snapshot.Plan.Setup, seamMm) : [];

    private async Task TakeAsync(IReadOnlyList<ThreadTaken> taken)
    {
        foreach (var part in taken)
        {
            // A cone whose metres nobody wrote down has none to take; one that was put away is still the one it was sewn from.
            if (int.TryParse(part.ConeId, NumberStyles.None, CultureInfo.InvariantCulture, out var id) && await context.Threads.FirstOrDefaultAsync(t => t.Id == id) is { Entry.MetresLeft: { } left } cone)
            {
                cone.Entry = cone.Entry with { MetresLeft = Math.Round(Math.Max(0, left - part.Metres), 1) };
                (cone.Version, cone.ChangedAt) = (cone.Version + 1, clock.GetUtcNow());
            }
        }
    }
}
