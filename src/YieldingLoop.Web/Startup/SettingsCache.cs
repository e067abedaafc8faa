using YieldingLoop.Core.Settings;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Startup;

/// <summary>
/// The settings every page speaks by, read once and again after each change. This server is the only writer of its
/// database, so nothing can change them behind its back.
/// </summary>
public sealed class SettingsCache
{
    private (StoredSettings Stored, Wording Wording) current = (StoredSettings.Default, new Wording(StoredSettings.Default.Settings));

    public StoredSettings Stored => current.Stored;

    public Wording Wording => current.Wording;

    public async Task RefreshAsync(SettingsStore store)
    {
        var stored = await store.ReadAsync();
        current = (stored, new Wording(stored.Settings));
    }
}
