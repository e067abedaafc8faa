using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Store.Records;

namespace YieldingLoop.Store.Exchange;

/// <summary>What of a workroom has to be known to write its records into a file, or to read those of a file into it.</summary>
internal sealed class ExchangeMap
{
    private ExchangeMap(RecordKeys keys) => (Keys, Json) = (keys, ExchangeJson.With(keys));

    /// <summary>Which number is which record.</summary>
    public RecordKeys Keys { get; }

    /// <summary>Writes and reads references by it.</summary>
    public JsonSerializerOptions Json { get; }

    /// <summary>Version of what is on each machine.</summary>
    public Dictionary<int, int> StateVersions { get; } = [];

    /// <summary>Number of each photo that is here.</summary>
    public Dictionary<Guid, int> Photos { get; } = [];

    /// <summary>The largest number there ever was in each table.</summary>
    public Dictionary<Type, int> Largest { get; } = [];

    /// <summary>Looks a workroom over.</summary>
    public static async Task<ExchangeMap> OfAsync(WorkroomContext context)
    {
        var map = new ExchangeMap(new RecordKeys());
        foreach (var type in RecordKinds.All)
        {
            foreach (var row in await type.Rows(context).Select(r => new { r.Id, r.SubmissionKey }).ToListAsync())
            {
                map.Keys.Add(type.RowType, row.Id, row.SubmissionKey);
            }
        }

        // What is on a machine goes by the machine's own identifier.
        foreach (var state in await context.States.Select(s => new { s.Id, s.Version, Key = s.Machine!.SubmissionKey }).ToListAsync())
        {
            map.Keys.Add(typeof(StateRow), state.Id, state.Key);
            map.StateVersions[state.Id] = state.Version;
        }

        foreach (var row in await context.SeatedNeedles.Select(n => new { n.Id, n.Key }).ToListAsync())
        {
            map.Keys.Add(typeof(SeatedNeedleRow), row.Id, row.Key);
        }

        foreach (var row in await context.Sewn.Select(s => new { s.Id, s.Key }).ToListAsync())
        {
            map.Keys.Add(typeof(SewnRow), row.Id, row.Key);
        }

        foreach (var row in await context.Photos.Select(p => new { p.Id, p.Key }).ToListAsync())
        {
            map.Photos[row.Key] = row.Id;
        }

        var largest = await context.Database.SqlQueryRaw<TableNumber>("SELECT name AS Name, seq AS Number FROM sqlite_sequence").ToDictionaryAsync(t => t.Name, t => t.Number);
        foreach (var entity in context.Model.GetEntityTypes())
        {
            map.Largest[entity.ClrType] = (int)largest.GetValueOrDefault(entity.GetTableName()!);
        }

        return map;
    }

    private sealed record TableNumber(string Name, long Number);
}
