using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.ThreadUp;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Pages.ThreadUps;

/// <summary>Where a thread-up leads, as an address asks for it: onto a kept set-up, or back to what is on a machine after a thread broke.</summary>
/// <param name="Setup">The set-up it leads to.</param>
/// <param name="Machine">The machine, where no set-up is named.</param>
/// <param name="Broke">Identifier of the position whose thread broke.</param>
/// <param name="Lost">Whether every thread is cut and all begins again.</param>
/// <param name="Bad">Whether it sews badly and nothing helps, so that every thread goes out and in again.</param>
public sealed record ThreadUpAddress(int? Setup, int? Machine, string? Broke, bool Lost, bool Bad)
{
    /// <summary>The query it is asked by.</summary>
    public string Query
    {
        get
        {
            var parts = new[] { Setup is null ? null : $"setup={Setup}", Setup is null && Machine is not null ? $"machine={Machine}" : null, string.IsNullOrEmpty(Broke) ? null : $"broke={Uri.EscapeDataString(Broke)}", Lost ? "lost=true" : null, Bad ? "bad=true" : null };
            return "?" + string.Join('&', parts.OfType<string>());
        }
    }
}

/// <summary>A page at such an address.</summary>
public abstract class ThreadUpAskPage : PageModel
{
    [BindProperty(SupportsGet = true)]
    public int? Setup { get; set; }

    [BindProperty(SupportsGet = true)]
    public int? Machine { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Broke { get; set; }

    [BindProperty(SupportsGet = true)]
    public bool Lost { get; set; }

    [BindProperty(SupportsGet = true)]
    public bool Bad { get; set; }

    public ThreadUpAddress Address => new(Setup, Machine, Broke, Lost, Bad);
}

/// <summary>A thread-up worked out from what is on the machine now.</summary>
public sealed record ThreadUpAsk(MachineRow Machine, StateRow State, SetupRow? Setup, ThreadUpQuestion Question, Outcome<ThreadUpPlan> Outcome)
{
    /// <summary>What it leads to.</summary>
    public string Name => Setup?.Name ?? (Question.WentBad ? "Everything out, and in again" : Question.Broke is null ? "Threaded again" : "After a thread broke");

    /// <summary>The positions whose thread may break: those that are threaded and stay so.</summary>
    public IReadOnlyList<ThreadPosition> Threads => [.. Question.Wanted.Threads.Filled.Where(p => Question.From.Threads[p].IsThere)];

    /// <summary>Works it out; null where the address names nothing there is.</summary>
    public static async Task<ThreadUpAsk?> OfAsync(Workroom workroom, ChosenSchools schools, ThreadUpAddress address)
    {
        var setup = address.Setup is { } id ? await workroom.Setups.Include(s => s.Cloth).FirstOrDefaultAsync(s => s.Id == id) : null;
        var machineId = setup?.MachineId ?? address.Machine;
        ThreadPosition? broke = null;
        if (!string.IsNullOrEmpty(address.Broke))
        {
            if (!ThreadPositions.TryFromId(address.Broke, out var position))
            {
                return null;
            }

            broke = position;
        }

        if ((address.Setup is not null && setup is null) || machineId is null
            || await workroom.Machines.FirstOrDefaultAsync(m => m.Id == machineId) is not { } machine
            || await workroom.StateOfAsync(machine.Id) is not { } state)
        {
            return null;
        }

        // Without a set-up it leads back to what is on it.
        var onto = setup is null ? new ThreadUpQuestion(machine.Entry, state.Entry, state.Entry, schools) { LiftedRuleIds = WantedCheck.ThreadAndPointRules }
            : ThreadUpQuestion.Onto(setup.Snapshot.Plan.Setup, setup.Snapshot.Plan.Baseline, machine.Entry, state.Entry, schools);
        var question = onto with { Broke = broke, StartAgain = address.Lost, WentBad = address.Bad };
        return new ThreadUpAsk(machine, state, setup, question, ThreadUpPlanner.Plan(question));
    }
}
