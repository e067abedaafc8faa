using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Words;
using YieldingLoop.Store.Formats;

namespace YieldingLoop.Store.Exchange;

/// <summary>Finds what of a set-up or a machine from another workroom does not fit this one.</summary>
/// <param name="context">The workroom.</param>
/// <param name="file">The file.</param>
/// <param name="map">What is here and what comes.</param>
internal sealed class ImportFit(WorkroomContext context, ExchangeFile file, ExchangeMap map)
{
    /// <summary>So much is said at most.</summary>
    private const int Most = 12;

    /// <summary>What does not fit, as codes with names and figures.</summary>
    /// <param name="coming">What is new in the file.</param>
    public async Task<IReadOnlyList<Finding>> FindingsAsync(IReadOnlyList<ImportItem> coming)
    {
        // A workroom that is taken in whole brings everything along.
        if (file.Holds == ExchangeHolds.Workroom || !coming.Any(i => i.List is "setups" or "machines"))
        {
            return [];
        }

        var systems = (await context.Needles.Where(n => n.PutAwayAt == null).ToListAsync()).Select(n => n.Entry.System).ToHashSet(StringComparer.OrdinalIgnoreCase);
        var kinds = (await context.Threads.Where(t => t.PutAwayAt == null).ToListAsync()).Select(t => t.Entry.KindId).ToHashSet();
        var machines = await context.Machines.AsNoTracking().Where(m => m.PutAwayAt == null).ToListAsync();
        var settings = (await context.Settings.AsNoTracking().SingleOrDefaultAsync())?.Settings ?? StoredSettings.Default.Settings;
        var findings = new List<Finding>();
        foreach (var item in coming)
        {
            using var text = file.Open(item.Item);
            findings.AddRange(item.Item.Part.Parse(text.RootElement, map) switch
            {
                MachineRecord machine => OfMachine(machine, machines, systems),
                SetupRecord setup => OfSetup(setup, kinds, settings),
                _ => [],
            });
        }

        return [.. findings.DistinctBy(f => string.Join('|', f.Names.Select(n => n.Value).Prepend(f.Code))).Take(Most)];
    }

    private static IEnumerable<Finding> OfMachine(MachineRecord record, IReadOnlyList<MachineRow> machines, HashSet<string> systems)
    {
        var machine = Documents.Read(record.Machine);
        var alike = machines.Where(m => m.Entry.Kind == machine.Kind).ToList();
        if (alike.Count == 0)
        {
            yield return new Finding("fit-no-such-machine").With("machine", machine.Name);
        }
        else if (alike.All(m => m.Entry.Dials.Zip(machine.Dials).Any(d => d.First.Dial with { Label = "" } != d.Second.Dial with { Label = "" })))
        {
            yield return new Finding("fit-dials-differ").With("machine", machine.Name);
        }

        if (!systems.Contains(machine.NeedleSystem))
        {
            yield return new Finding("fit-needle-system").With("machine", machine.Name).With("system", machine.NeedleSystem);
        }
    }

    private static IEnumerable<Finding> OfSetup(SetupRecord record, HashSet<string> kinds, Core.Settings.WorkroomSettings settings)
    {
        var kept = Documents.Read(record.Kept);
        foreach (var kind in kept.Plan.Setup.Threads.Select(t => t.Value.KindId).Distinct().Where(k => !kinds.Contains(k)))
        {
            yield return new Finding("fit-thread-kind").With("setup", kept.Seam.Name).With("thread", kind);
        }

        if (kept.Plan.Schools != settings.Schools)
        {
            yield return new Finding("fit-schools").With("setup", kept.Seam.Name);
        }

        if (kept.Plan.ModelVersion != SeamModel.Version)
        {
            yield return new Finding("fit-model").With("setup", kept.Seam.Name).With("was", kept.Plan.ModelVersion).With("now", SeamModel.Version);
        }
    }
}
