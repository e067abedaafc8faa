using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.OwnRules;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Store;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.Seams;

/// <summary>What of the workroom every question to the planner needs beside its seam and its cloth.</summary>
/// <param name="Drawer">Needles and threads; null where nothing was ever written down, which says nothing of what there is.</param>
/// <param name="Rules">The user's own rules.</param>
/// <param name="Taught">What the swatches of each machine teach, by its number.</param>
public sealed record PlanRecords(Core.Planning.Drawer? Drawer, IReadOnlyList<OwnRule> Rules, IReadOnlyDictionary<int, IReadOnlyList<TaughtSwatch>> Taught)
{
    private readonly Dictionary<(int Machine, int Cloth), MachineLearnt> learnt = [];

    /// <summary>Most needles and threads of the drawer that a plan looks at.</summary>
    private const int MostInDrawer = 500;

    /// <summary>Reads them.</summary>
    /// <param name="workroom">The workroom.</param>
    /// <param name="swatches">Its swatches.</param>
    /// <param name="machineIds">The machines that will be asked.</param>
    public static async Task<PlanRecords> LoadAsync(Workroom workroom, Store.Swatches swatches, IReadOnlyList<int> machineIds)
    {
        var (needles, threads) = ((await workroom.ListNeedlesAsync(size: MostInDrawer)).Items, await ConesAsync(workroom));
        var drawer = new Core.Planning.Drawer(needles.Count == 0 ? null : [.. needles.Select(n => n.Entry)], threads.Count == 0 ? null : threads);
        var rules = (await workroom.ListRulesAsync(size: Workroom.MostRules)).Items.Select(r => r.Entry).ToList();
        var taught = new Dictionary<int, IReadOnlyList<TaughtSwatch>>();
        foreach (var id in machineIds)
        {
            taught[id] = await swatches.OfMachineAsync(id);
        }

        return new PlanRecords(drawer.Known ? drawer : null, rules, taught);
    }

    /// <summary>The threads of the drawer.</summary>
    public static async Task<IReadOnlyList<Cone>> ConesAsync(Workroom workroom) => [.. (await workroom.ListThreadsAsync(size: MostInDrawer)).Items.Select(t => new Cone(FieldText.Of(t.Id), t.Entry))];

    /// <summary>What a machine has taught of a cloth.</summary>
    public MachineLearnt LearntOf(int machineId, int clothId)
    {
        // Asked once for every seam on the cloth.
        if (!learnt.TryGetValue((machineId, clothId), out var known))
        {
            learnt[(machineId, clothId)] = known = Teaching.OfMachine(Taught[machineId], Store.Swatches.ClothKey(clothId));
        }

        return known;
    }

    /// <summary>The question of a seam, by the workroom's schools and weights and without pins.</summary>
    /// <param name="cloth">Figures of its cloth.</param>
    /// <param name="seam">The seam.</param>
    /// <param name="clothId">Number of the cloth's record.</param>
    /// <param name="machines">The machines it is asked of.</param>
    /// <param name="stateOf">What is on each.</param>
    /// <param name="settings">The workroom's settings.</param>
    public PlanQuestion Question(ClothFigures cloth, SeamEntry seam, int clothId, IEnumerable<MachineRow> machines, Func<int, Setup> stateOf, WorkroomSettings settings) => new(
        cloth, seam,
        [
            .. machines.Select(m => new MachineAtHand(FieldText.Of(m.Id), m.Entry, stateOf(m.Id))
            {
                Learnt = LearntOf(m.Id, clothId),
                Lifted = [.. Rules.Where(r => r.LiftsRuleId is not null && r.About(m.Id, clothId, seam)).Select(r => new LiftedRule(r.LiftsRuleId!, r.ThreadKindId))],
            }),
        ],
        Drawer, settings.Schools, settings.Weights, PlanPins.None);
}
