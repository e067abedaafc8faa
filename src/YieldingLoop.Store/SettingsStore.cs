using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Settings;

namespace YieldingLoop.Store;

/// <summary>Settings as stored, with the version an edit has to start from; version 0 where none were stored yet.</summary>
public sealed record StoredSettings(WorkroomSettings Settings, int Version)
{
    /// <summary>Those of a workroom where nothing was chosen yet.</summary>
    public static StoredSettings Default { get; } = new(new WorkroomSettings(), 0);
}

/// <summary>Reads and writes the workroom's settings.</summary>
public sealed class SettingsStore(WorkroomContext context, TimeProvider clock)
{
    public async Task<StoredSettings> ReadAsync(CancellationToken stop = default) =>
        await context.Settings.AsNoTracking().SingleOrDefaultAsync(stop) is { } row ? new StoredSettings(row.Settings, row.Version) : StoredSettings.Default;

    /// <summary>Saves them, unless they were changed since <paramref name="version"/>.</summary>
    public Task<SaveResult> SaveAsync(WorkroomSettings settings, int version) => context.InTurnAsync<SaveResult>(async () =>
    {
        var row = await context.Settings.SingleOrDefaultAsync();
        if ((row?.Version ?? 0) != version)
        {
            return new SaveResult.Stale(row?.Version ?? 0);
        }

        if (row is null)
        {
            row = new SettingsRow { Settings = settings };
            context.Add(row);
        }

        (row.Settings, row.Version, row.ChangedAt) = (settings, version + 1, clock.GetUtcNow());
        await context.SaveChangesAsync();
        return new SaveResult.Saved(row.Id, Again: false);
    });
}
