using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.ThreadUp;

namespace YieldingLoop.Core.Garments;

/// <summary>
/// The set-ups of a run that come onto one machine, and the minutes from each to each other: those of the thread-up between
/// them, the swatch included where anything is changed. Set-ups that no thread-up can tell apart are one.
/// </summary>
internal sealed class RunChangeovers
{
    private readonly Machine machine;
    private readonly Dictionary<Setup, int> known = [];
    private readonly List<Setup> setups = [];

    public RunChangeovers(Machine machine) => this.machine = machine;

    /// <summary>Adds a set-up and says its number; problems where it cannot come onto the machine at all.</summary>
    public (int Number, IReadOnlyList<Problem> Problems) Add(Setup setup)
    {
        var wanted = setup.OnMachine(machine);
        if (known.TryGetValue(wanted, out var there))
        {
            return (there, []);
        }

        var onto = Between(Setup.Unknown, wanted);
        if (!onto.Succeeded)
        {
            return (-1, [.. onto.Problems.Where(p => p.Field.StartsWith("wanted.", StringComparison.Ordinal)).Select(p => p with { Field = p.Field["wanted.".Length..] })]);
        }

        known[wanted] = setups.Count;
        setups.Add(wanted);
        return (setups.Count - 1, []);
    }

    /// <summary>Minutes from what is on the machine, and from each set-up, to each set-up; infinite where one cannot come after the other.</summary>
    /// <param name="state">What is on it now.</param>
    public double[,] Minutes(Setup state)
    {
        var minutes = new double[setups.Count + 1, setups.Count];
        Parallel.For(0, setups.Count + 1, row =>
        {
            var from = row == 0 ? state : Left(machine, setups[row - 1]);
            for (var column = 0; column < setups.Count; column++)
            {
                minutes[row, column] = Between(from, setups[column]).Value?.MinutesWithSwatch ?? double.PositiveInfinity;
            }
        });
        return minutes;
    }

    /// <summary>
    /// What a set-up leaves on its machine. A dial through which no thread runs counts as unknown, and so does whatever the
    /// set-up does not speak of: what comes next costs the same whatever came before.
    /// </summary>
    public static Setup Left(Machine machine, Setup setup)
    {
        var wanted = setup.OnMachine(machine);
        wanted = wanted.InFull(wanted.HeadOf(machine));
        return wanted with
        {
            Dials = wanted.Dials.Known.Where(dial => !(wanted.Threads[dial].IsThere || wanted.NeedleOf(dial) is not null || wanted.Needles[dial].IsThere))
                .Aggregate(wanted.Dials, (dials, dial) => dials.With(dial, Place<double>.Unknown)),
        };
    }

    private Outcome<ThreadUpPlan> Between(Setup from, Setup wanted) =>
        ThreadUpPlanner.Plan(new(machine, from, wanted, ChosenSchools.Default) { LiftedRuleIds = WantedCheck.ThreadAndPointRules });
}
