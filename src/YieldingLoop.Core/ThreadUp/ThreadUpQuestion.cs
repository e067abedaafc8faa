using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.ThreadUp;

/// <summary>What is asked: a machine, what is on it, what is wanted on it, and perhaps that a thread broke.</summary>
/// <param name="Machine">The machine; a convertible one with both its halves.</param>
/// <param name="From">What is on it now.</param>
/// <param name="Wanted">What is wanted: its needles and threads are all of them; of the rest, what nobody has said or what is empty is not asked for.</param>
/// <param name="Schools">The schools: which of them decides what is threaded again after a thread broke.</param>
public sealed record ThreadUpQuestion(Machine Machine, Setup From, Setup Wanted, ChosenSchools Schools)
{
    /// <summary>Where a thread broke; null where none did.</summary>
    public ThreadPosition? Broke { get; init; }

    /// <summary>Whether the user has lost the thread of it: every thread is cut, and all begins again.</summary>
    public bool StartAgain { get; init; }

    /// <summary>Whether it sews badly and nothing helps, though everything was put right: every thread comes out and goes in again in order (common practice E5).</summary>
    public bool WentBad { get; init; }

    /// <summary>Rules of <see cref="WantedCheck"/> that are lifted: by a rule of the user's own, or because a set-up was planned with it.</summary>
    public IReadOnlyList<string> LiftedRuleIds { get; init; } = [];

    /// <summary>The question how a set-up comes onto its machine.</summary>
    /// <param name="setup">The set-up.</param>
    /// <param name="baseline">The row of the manual's table its dials start from; null for none.</param>
    /// <param name="machine">The machine as it is now.</param>
    /// <param name="from">What is on it now.</param>
    /// <param name="schools">The schools.</param>
    public static ThreadUpQuestion Onto(Setup setup, ManualSetting? baseline, Machine machine, Setup from, ChosenSchools schools) =>
        // Dials are told against the neutral the set-up counts from: the manual's number where its table has one.
        new(baseline is { } row ? machine.TunedTo(row) : machine, from, setup.OnMachine(machine), schools) { LiftedRuleIds = WantedCheck.ThreadAndPointRules };

    /// <summary>What will be on a plain machine in the end: what is wanted, and of the rest what is on it now.</summary>
    private Setup End(PlainMachine head)
    {
        var wanted = Wanted.InFull(head).NamingAll(head);
        return new Setup
        {
            StitchId = wanted.StitchId.IsThere ? wanted.StitchId : From.StitchId,
            Needles = wanted.Needles,
            ZigzagWidthMm = wanted.ZigzagWidthMm.IsThere ? wanted.ZigzagWidthMm : From.ZigzagWidthMm,
            PlateName = wanted.PlateName.IsThere ? wanted.PlateName : From.PlateName,
            FootName = wanted.FootName.IsThere ? wanted.FootName : From.FootName,
            NeedlePositionMm = wanted.NeedlePositionMm.IsThere ? wanted.NeedlePositionMm : From.NeedlePositionMm,
        };
    }

    /// <summary>What cannot be; nothing where the question can be answered.</summary>
    public IReadOnlyList<Problem> Problems()
    {
        List<Problem> problems =
        [
            .. SetupCheck.OfState(Machine, From).Select(p => p with { Field = "state." + p.Field }),
            .. SetupCheck.Problems(Machine, Wanted).Select(p => p with { Field = "wanted." + p.Field }),
        ];
        if (Wanted.Needles.Count == 0)
        {
            problems.Add(new("wanted.needles", "Say which needles the seam is sewn with."));
        }

        foreach (var position in Wanted.Needles.SelectMany(n => n.Value.ThreadPlaces(n.Key)).Where(p => !Wanted.Threads[p].IsThere))
        {
            problems.Add(new($"wanted.threads.{position.Id()}", $"Say which thread the {position.Name()} sews with: an unused needle comes out of the machine."));
        }

        if (problems.Count == 0)
        {
            problems.AddRange(WantedCheck.Problems(Wanted.HeadOf(Machine), Wanted, LiftedRuleIds).Select(p => p with { Field = "wanted." + p.Field }));
        }

        if (problems.Count == 0 && Wanted.HeadOf(Machine) is PlainMachine plain)
        {
            problems.AddRange(NeedleClearance.Problems(plain, End(plain)).Select(p => p with { Field = "wanted." + p.Field }));
        }

        if (Broke is { } broke && !Wanted.Threads[broke].IsThere)
        {
            problems.Add(new("broke", "The thread that broke is one of those the seam is sewn with."));
        }

        if (new[] { Broke is not null, StartAgain, WentBad }.Count(asked => asked) > 1 && WentBad)
        {
            problems.Add(new("wentBad", "A thread broke, or it went bad: one beginning at a time."));
        }

        return problems;
    }
}
