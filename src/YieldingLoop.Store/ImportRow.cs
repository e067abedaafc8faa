namespace YieldingLoop.Store;

/// <summary>A file that was taken in, with all that is needed to undo it.</summary>
public sealed class ImportRow
{
    public int Id { get; set; }

    /// <summary>Nobody edits it.</summary>
    public int Version { get; set; } = 1;

    /// <summary>Made when the file was looked at, so that taking it in twice takes it in once. What it brought and was undone is put away with this.</summary>
    public Guid Key { get; set; }

    /// <summary>What the file was called.</summary>
    public required string Name { get; set; }

    public DateTimeOffset At { get; set; }

    /// <summary>When it was undone; null while it stands.</summary>
    public DateTimeOffset? UndoneAt { get; set; }

    /// <summary>What it did.</summary>
    public required ImportLog Log { get; set; }
}

/// <summary>What an import did.</summary>
/// <param name="Added">Records it made, by the list of the file they stood in.</param>
/// <param name="Changed">Records it changed, as they were before.</param>
/// <param name="SettingsBefore">The settings as they were, in the form of an exchange file; null where they were not changed.</param>
/// <param name="SettingsVersion">The version it left the settings in.</param>
public sealed record ImportLog(IReadOnlyList<ImportAdded> Added, IReadOnlyList<ImportChanged> Changed, string? SettingsBefore = null, int SettingsVersion = 0)
{
    /// <summary>How many records it made or changed.</summary>
    public int Records() => Added.Sum(a => a.Ids.Count) + Changed.Count + (SettingsBefore is null ? 0 : 1);
}

/// <summary>Records an import made.</summary>
/// <param name="List">The list of the file they stood in.</param>
/// <param name="Ids">Their numbers.</param>
public sealed record ImportAdded(string List, IReadOnlyList<int> Ids);

/// <summary>A record an import changed.</summary>
/// <param name="List">The list of the file it stood in.</param>
/// <param name="Id">Its number.</param>
/// <param name="Version">The version the import left it in.</param>
/// <param name="Before">As it was, in the form of an exchange file.</param>
public sealed record ImportChanged(string List, int Id, int Version, string Before);
