using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core;
using YieldingLoop.Core.Setups;
using YieldingLoop.Store.Formats;

namespace YieldingLoop.Store.Exchange;

/// <summary>What is on the machines, and which needles stood in their seats. It goes by the machine's identifier, and comes with the machine.</summary>
internal sealed class StatePart : ExchangePart
{
    private const int MostNeedles = 20_000;

    /// <inheritdoc/>
    public override Type Row => typeof(StateRow);

    /// <inheritdoc/>
    public override Type Document => typeof(StateRecord);

    /// <inheritdoc/>
    public override async IAsyncEnumerable<ExchangeDocument> ReadAsync(WorkroomContext context, ExchangeMap map, IReadOnlyCollection<int>? only = null)
    {
        var states = context.States.AsNoTracking();
        states = only is null ? states : states.Where(s => only.Contains(s.Id));
        var seated = context.SeatedNeedles.AsNoTracking();
        seated = only is null ? seated : seated.Where(n => only.Contains(n.MachineId));
        var needles = (await seated.OrderBy(n => n.FittedAt).ThenBy(n => n.Key).ToListAsync()).ToLookup(n => n.MachineId);
        foreach (var row in await states.Include(s => s.Machine).OrderBy(s => s.Machine!.CreatedAt).ThenBy(s => s.Machine!.SubmissionKey).ToListAsync())
        {
            yield return new StateRecord
            {
                Id = row.Machine!.SubmissionKey, ChangedAt = row.ChangedAt, OnMachine = Documents.Of(row.Entry), Needles = [.. needles[row.Id].Select(Of)],
            };
        }
    }

    /// <inheritdoc/>
    public override IEnumerable<Problem> Problems(ExchangeDocument document)
    {
        var state = (StateRecord)document;
        if (state.Needles.Count > MostNeedles || state.Needles.Select(n => n.Id).Distinct().Count() != state.Needles.Count)
        {
            yield return new("needles", "Each needle stands here once.");
        }

        foreach (var (i, needle) in state.Needles.Index().Where(n => n.Item is { Stitches: < 0 } or { TimedStitches: < 0 } or { Hems: < 0 }))
        {
            yield return new($"needles[{i}].stitches", "What it has sewn is 0 or more.");
        }

        foreach (var needle in state.Needles.GroupBy(n => n.Seat).Where(n => n.Count(s => s.TakenOutAt is null) > 1))
        {
            yield return new("needles", "There is one needle in a seat.");
        }
    }

    /// <inheritdoc/>
    public override string NameOf(ExchangeDocument document) => "";

    /// <inheritdoc/>
    public override JsonElement Told(ExchangeDocument document, JsonSerializerOptions json) => JsonSerializer.SerializeToElement(((StateRecord)document).OnMachine, json);

    /// <inheritdoc/>
    public override async Task AddAsync(ExchangeDocument document, int id, ImportTurn turn)
    {
        var state = (StateRecord)document;
        turn.Context.Add(new StateRow { Id = id, Name = await turn.MachineNameAsync(id), Entry = Entry(state), SubmissionKey = Guid.NewGuid(), CreatedAt = state.ChangedAt, ChangedAt = state.ChangedAt });
        turn.Map.StateVersions[id] = 1;
        AddNeedles(state.Needles, id, turn);
    }

    /// <inheritdoc/>
    public override async Task<int> ChangeAsync(ExchangeDocument document, int id, ImportTurn turn)
    {
        var state = (StateRecord)document;
        var row = await turn.Context.States.FirstAsync(s => s.Id == id);
        (row.Entry, row.ChangedAt, row.Version) = (Entry(state), state.ChangedAt, row.Version + 1);
        turn.Map.StateVersions[id] = row.Version;
        var here = await turn.Context.SeatedNeedles.Where(n => n.MachineId == id).ToListAsync();
        var coming = state.Needles.ToDictionary(n => n.Id);
        foreach (var needle in here)
        {
            if (coming.Remove(needle.Key, out var told))
            {
                Write(told, needle);
            }
            else
            {
                // The file knows nothing of it, so it is not in any more; what it has sewn it has sewn.
                needle.TakenOutAt ??= turn.Now;
            }
        }

        AddNeedles([.. coming.Values], id, turn);
        return row.Version;
    }

    /// <inheritdoc/>
    public override Task<int> VersionAsync(WorkroomContext context, int id) => context.States.Where(s => s.Id == id).Select(s => s.Version).FirstOrDefaultAsync();

    /// <summary>It goes with its machine.</summary>
    public override Task HideAsync(ImportTurn turn, IReadOnlyList<int> ids, Guid with) => Task.CompletedTask;

    /// <inheritdoc/>
    public override ExchangeDocument Bare(ExchangeDocument document) => (StateRecord)document with { ChangedAt = default };

    private static Setup Entry(StateRecord state) => Documents.Read(state.OnMachine);

    private static void AddNeedles(IReadOnlyList<SeatedNeedleDocument> needles, int machineId, ImportTurn turn)
    {
        foreach (var needle in needles)
        {
            // One that stands at another machine here is that one's.
            if (turn.Map.Keys.Find(typeof(SeatedNeedleRow), needle.Id) is { } id)
            {
                var row = new SeatedNeedleRow { Id = id, Key = needle.Id, MachineId = machineId, Seat = needle.Seat, Needle = Documents.Read(needle.Needle) };
                Write(needle, row);
                turn.Context.Add(row);
            }
        }
    }

    private static void Write(SeatedNeedleDocument told, SeatedNeedleRow row)
    {
        (row.Seat, row.Needle, row.UsedBefore, row.FittedAt, row.TakenOutAt) = (told.Seat, Documents.Read(told.Needle), told.UsedBefore, told.FittedAt, told.TakenOutAt);
        (row.Stitches, row.TimedStitches, row.Hems, row.ThreadUpId, row.Step, row.PackId, row.EarlierKept) = (told.Stitches, told.TimedStitches, told.Hems, told.ThreadUpId, told.Step, told.PackId, told.EarlierKept);
    }

    private static SeatedNeedleDocument Of(SeatedNeedleRow row) => new()
    {
        Id = row.Key, Seat = row.Seat, Needle = Documents.Of(row.Needle), UsedBefore = row.UsedBefore, FittedAt = row.FittedAt, TakenOutAt = row.TakenOutAt,
        Stitches = row.Stitches, TimedStitches = row.TimedStitches, Hems = row.Hems, ThreadUpId = row.ThreadUpId, Step = row.Step, PackId = row.PackId, EarlierKept = row.EarlierKept,
    };
}
