using System.Text.Json.Serialization;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.ThreadUp;

/// <summary>What is asked: a machine, what is on it, what is wanted on it, and perhaps that a thread broke.</summary>
/// <param name="Machine">The machine; a convertible one with both its halves.</param>
/// <param name="From">What is on it now.</param>
/// <param name="Wanted">What is wanted: its needles and threads are all of them; of the rest, what nobody has said or what is empty is not asked for.</param>
/// <param name="Schools">The schools: which of them decides what is threaded again after a thread broke.</param>
public sealed record ThreadUpQuestion(Machine Machine, Setup From, Setup Wanted, Schools Schools)
{
    /// <summary>Where a thread broke; null where none did.</summary>
    public ThreadPosition? Broke { get; init; }

    /// <summary>Whether the user has lost the thread of it: every thread is cut, and all begins again.</summary>
    public bool StartAgain { get; init; }

    /// <summary>The question how a set-up comes onto its machine.</summary>
    /// <param name="setup">The set-up.</param>
    /// <param name="machine">The machine as it is now.</param>
    /// <param name="from">What is on it now.</param>
    /// <param name="schools">The schools.</param>
    public static ThreadUpQuestion Onto(SetupPlan setup, Machine machine, Setup from, Schools schools) =>
        // Dials are told against the neutral the set-up counts from: the manual's number where its table has one.
        new(setup.Baseline is { } row ? machine.TunedTo(row) : machine, from, setup.Setup.OnMachine(machine), schools);

    /// <summary>What cannot be; nothing where the question can be answered.</summary>
    public IReadOnlyList<Problem> Problems()
    {
        List<Problem> problems =
        [
            .. SetupCheck.Problems(Machine, From).Select(p => p with { Field = "state." + p.Field }),
            .. SetupCheck.Problems(Machine, Wanted).Select(p => p with { Field = "wanted." + p.Field }),
        ];
        // A convertible machine nobody has said anything about is one to be changed over.
        problems.RemoveAll(p => p.Field == "state.changedOverTo" && !From.ChangedOverTo.IsThere);
        if (Wanted.Needles.Count == 0)
        {
            problems.Add(new("wanted.needles", "Say which needles the seam is sewn with."));
        }

        foreach (var position in Wanted.Needles.SelectMany(n => n.Value.ThreadPlaces(n.Key)).Where(p => !Wanted.Threads[p].IsThere))
        {
            problems.Add(new($"wanted.threads.{position.Id()}", $"Say which thread the {position.Name()} sews with: an unused needle comes out of the machine."));
        }

        if (Broke is { } broke && !Wanted.Threads[broke].IsThere)
        {
            problems.Add(new("broke", "The thread that broke is one of those the seam is sewn with."));
        }

        return problems;
    }
}

/// <summary>Something that looks shorter, and why it is not done.</summary>
/// <param name="MinutesLess">Minutes it would seem to save.</param>
/// <param name="Sentence">What it is, and why it is not safe.</param>
public sealed record ShorterLooking(double MinutesLess, string Sentence);

/// <summary>The way from what is on a machine to what is wanted on it. It holds all it was worked out from.</summary>
/// <param name="Machine">The machine.</param>
/// <param name="From">What was on it.</param>
/// <param name="Wanted">What is wanted on it.</param>
/// <param name="Steps">The steps in their order; none where everything is on already.</param>
/// <param name="Shorter">What looks shorter, and why it is not done.</param>
public sealed record ThreadUpPlan(Machine Machine, Setup From, Setup Wanted, IReadOnlyList<ThreadUpStep> Steps, IReadOnlyList<ShorterLooking> Shorter)
{
    /// <summary>Where a thread broke; null where none did.</summary>
    public ThreadPosition? Broke { get; init; }

    /// <summary>What is threaded again because a thread broke, and by which school; empty where none did.</summary>
    public string Again { get; init; } = "";

    /// <summary>Whether something of what is threaded again because of a break is still to be done.</summary>
    /// <param name="done">How many steps are done.</param>
    public bool BreakIsOpen(int done) =>
        Again.Length > 0 && Steps.Skip(done).Any(s => s.Act is ThreadUpAct.TieOn or ThreadUpAct.ThreadLooper or ThreadUpAct.ThreadNeedle or ThreadUpAct.LayInBobbin);

    /// <summary>Minutes until it can be sewn.</summary>
    [JsonIgnore]
    public double Minutes => Math.Round(Steps.Where(s => s.Act != ThreadUpAct.Swatch).Sum(s => s.Minutes), 6);

    /// <summary>Minutes with the swatch at the end.</summary>
    [JsonIgnore]
    public double MinutesWithSwatch => Math.Round(Steps.Sum(s => s.Minutes), 6);

    /// <summary>The machine as it is while it sews what is wanted.</summary>
    [JsonIgnore]
    public Machine Head => Wanted.HeadOf(Machine);

    /// <summary>What is on the machine once the first steps are done.</summary>
    /// <param name="done">How many.</param>
    /// <exception cref="ArgumentOutOfRangeException">There are not so many steps.</exception>
    public Setup StateAfter(int done)
    {
        ArgumentOutOfRangeException.ThrowIfNegative(done);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(done, Steps.Count);
        return Steps.Take(done).Aggregate(From, (state, step) => step.Apply(state));
    }
}
