using System.Collections.Immutable;
using System.Text.Json;
using YieldingLoop.Core;
using YieldingLoop.Core.Patterns;
using YieldingLoop.Store.Exchange;

namespace YieldingLoop.Web.Startup;

/// <summary>
/// Patterns that lengths are being taken from, one for each garment, with what was pointed out on them. They wait three months after
/// they were last touched; the lengths themselves are in the garment by then.
/// </summary>
public sealed class PatternShelf(DataFolder data, TimeProvider clock) : UploadShelf(Path.Combine(data.Path, "patterns"), TimeSpan.FromDays(92), 256L * 1024 * 1024, clock), IDisposable
{
    /// <summary>So many patterns are held ready to be drawn again.</summary>
    private const int Held = 3;

    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web);

    private readonly SemaphoreSlim turn = new(1, 1);
    private readonly Dictionary<Guid, PatternDrawing> held = [];

    /// <summary>Lays a pattern in the place of the one before, or says what is wrong with it; then that stays.</summary>
    /// <param name="garment">The garment's identifier.</param>
    /// <param name="file">The file.</param>
    /// <param name="name">What it was called.</param>
    /// <param name="stop">Breaks off.</param>
    public async Task<IReadOnlyList<Problem>> PutAsync(Guid garment, Stream file, string name, CancellationToken stop)
    {
        var key = await KeepAsync(file, name, stop);
        try
        {
            var read = await PatternFile.OpenAsync(Find(key)!.Value.Path);
            if (read.Problems.Count > 0)
            {
                return read.Problems;
            }

            await turn.WaitAsync(stop);
            try
            {
                Rename(key, garment);
                Hold(garment, read.Value!);
            }
            finally
            {
                turn.Release();
            }

            return [];
        }
        finally
        {
            Drop(key);
        }
    }

    /// <summary>The pattern of a garment as it lies there.</summary>
    /// <param name="garment">The garment's identifier.</param>
    /// <returns>What the file is called, the work, and the revision of what was said; null where there is none.</returns>
    public async Task<(string Name, PatternWork Work, int Revision)?> FindAsync(Guid garment)
    {
        await turn.WaitAsync();
        try
        {
            return await OpenAsync(garment);
        }
        finally
        {
            turn.Release();
        }
    }

    /// <summary>Changes what was said of a pattern, one change after the other.</summary>
    /// <param name="garment">The garment's identifier.</param>
    /// <param name="change">Makes the new work of the one there is.</param>
    /// <returns>The work as it is now; null where there is no pattern.</returns>
    public async Task<PatternWork?> ChangeAsync(Guid garment, Func<PatternWork, PatternWork> change)
    {
        await turn.WaitAsync();
        try
        {
            if (await OpenAsync(garment) is not { } found)
            {
                return null;
            }

            var now = change(found.Work);
            Note(garment, JsonSerializer.Serialize(PatternNotes.Of(now.Choices, found.Revision + 1), Json));
            return now;
        }
        finally
        {
            turn.Release();
        }
    }

    public void Dispose() => turn.Dispose();

    private async Task<(string Name, PatternWork Work, int Revision)?> OpenAsync(Guid garment)
    {
        if (Find(garment) is not { } file)
        {
            return null;
        }

        if (!held.TryGetValue(garment, out var ready))
        {
            if ((await PatternFile.OpenAsync(file.Path)).Value is not { } read)
            {
                return null;
            }

            Hold(garment, ready = read);
        }

        var notes = Notes(garment);
        return (file.Name, new(ready, notes?.Choices() ?? new()), notes?.Revision ?? 0);
    }

    private void Hold(Guid garment, PatternDrawing drawing)
    {
        held.Remove(garment);
        if (held.Count >= Held)
        {
            held.Clear();
        }

        held[garment] = drawing;
    }

    private PatternNotes? Notes(Guid garment)
    {
        try
        {
            return Beside(garment) is { } text ? JsonSerializer.Deserialize<PatternNotes>(text, Json) : null;
        }
        catch (JsonException)
        {
            // Marks are soon made again; a page that cannot be opened is not.
            return null;
        }
    }

    /// <summary>What is noted beside a pattern.</summary>
    private sealed record PatternNotes(
        int Revision, double CornerDegrees, bool WithoutNotches, bool SplitAtNotches, int? Square, double? SquareMm, bool TakeSquare, double AllowanceMm, Dictionary<int, int> Layers, List<PatternNotes.Mark> Marks)
    {
        public static PatternNotes Of(PatternChoices said, int revision) => new(
            revision, said.Cut.CornerDegrees, said.Cut.WithoutNotches, said.Cut.SplitAtNotches, said.Square, said.SquareMm, said.TakeSquare, said.AllowanceMm,
            said.Layers.ToDictionary(), [.. said.Marks.OrderBy(m => m.Key.Piece).ThenBy(m => m.Key.Edge).Select(m => new Mark(m.Key.Piece, m.Key.Edge, m.Value.Kind, m.Value.SeamId))]);

        public PatternChoices Choices() => new()
        {
            Cut = new(CornerDegrees, WithoutNotches, SplitAtNotches), Square = Square, SquareMm = SquareMm, TakeSquare = TakeSquare, AllowanceMm = AllowanceMm,
            Layers = (Layers ?? []).ToImmutableSortedDictionary(),
            Marks = (Marks ?? []).DistinctBy(m => (m.Piece, m.Edge)).ToImmutableDictionary(m => new EdgeAt(m.Piece, m.Edge), m => new PatternMark(m.Kind, m.Seam)),
        };

        /// <summary>One edge that is marked.</summary>
        public sealed record Mark(int Piece, int Edge, MarkKind Kind, string? Seam);
    }
}
