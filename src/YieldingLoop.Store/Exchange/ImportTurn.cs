using Microsoft.EntityFrameworkCore;

namespace YieldingLoop.Store.Exchange;

/// <summary>One file being taken in, or one import being undone: a write of its own, whole or not at all.</summary>
/// <param name="context">The workroom.</param>
/// <param name="map">What is known of it, and of what comes.</param>
/// <param name="now">The moment of the write.</param>
internal sealed class ImportTurn(WorkroomContext context, ExchangeMap map, DateTimeOffset now)
{
    private SetupRow? setup;

    public WorkroomContext Context => context;

    public ExchangeMap Map => map;

    public DateTimeOffset Now => now;

    /// <summary>A set-up that is here, those that just came too. The last one asked for is kept at hand.</summary>
    /// <exception cref="InvalidOperationException">There is none.</exception>
    public async Task<SetupRow> SetupAsync(int id) => setup?.Id == id ? setup
        : setup = context.ChangeTracker.Entries<SetupRow>().FirstOrDefault(e => e.Entity.Id == id)?.Entity ?? await context.Setups.AsNoTracking().FirstAsync(s => s.Id == id);

    /// <summary>What a machine is called.</summary>
    public async Task<string> MachineNameAsync(int id) =>
        context.ChangeTracker.Entries<MachineRow>().FirstOrDefault(e => e.Entity.Id == id)?.Entity.Name ?? await context.Machines.Where(m => m.Id == id).Select(m => m.Name).FirstOrDefaultAsync() ?? "";
}
