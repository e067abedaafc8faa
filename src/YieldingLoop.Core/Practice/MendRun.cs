using YieldingLoop.Core.Coach;
using YieldingLoop.Core.Minutes;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.SimulatedMachine;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Practice;

/// <summary>What came of a move.</summary>
/// <param name="Move">The move.</param>
/// <param name="Minutes">How long it took.</param>
public sealed record MendResult(PracticeMove Move, double Minutes)
{
    /// <summary>What a swatch showed.</summary>
    public SwatchReadings? Read { get; init; }

    /// <summary>How it stands.</summary>
    public SwatchVerdict? Verdict { get; init; }

    /// <summary>Whether what was looked at looked bad.</summary>
    public bool? Bad { get; init; }
}

/// <summary>
/// Somebody at a simulated machine with something hidden in it. All that was done is gone through from the beginning, so that the same moves
/// have the same results ever after, and nothing but the moves has to be kept.
/// </summary>
public sealed class MendRun : IPracticeRun
{
    private readonly StandIn machine;
    private readonly List<MendResult> results = [];

    /// <param name="mend">The case.</param>
    /// <param name="moves">What was done, the oldest first.</param>
    /// <exception cref="ArgumentException">A move cannot be done here.</exception>
    public MendRun(MendCase mend, IEnumerable<PracticeMove> moves)
    {
        Case = mend;
        machine = mend.Trial.Begin();
        Now = mend.Trial.Plan.Setup;
        foreach (var move in moves)
        {
            results.Add(Do(move));
        }
    }

    /// <summary>The case.</summary>
    public MendCase Case { get; }

    /// <summary>What the machine is set to.</summary>
    public Setup Now { get; private set; }

    /// <summary>What was done, with what came of it.</summary>
    public IReadOnlyList<MendResult> Results => results;

    /// <summary>Swatches sewn.</summary>
    public int Swatches => results.Count(r => r.Move.Deed == PracticeDeed.Sew);

    /// <summary>Minutes it took.</summary>
    public double Minutes => Math.Round(results.Sum(r => r.Minutes), 6);

    /// <summary>How the last swatch stands, where nothing was done since; null where something was, or none was sewn.</summary>
    public SwatchVerdict? Stands => results.FindLastIndex(r => r.Move.Deed is not (PracticeDeed.Look or PracticeDeed.Keep or PracticeDeed.Explain)) is >= 0 and var last ? results[last].Verdict : null;

    /// <summary>Whether it was kept, or explained, and nothing more is to be done.</summary>
    public bool Ended => Kept || Explained;

    /// <summary>Whether it was kept.</summary>
    public bool Kept => results is [.., { Move.Deed: PracticeDeed.Keep }];

    /// <summary>Whether it was explained before it was kept.</summary>
    public bool Explained => results is [.., { Move.Deed: PracticeDeed.Explain }];

    /// <inheritdoc/>
    public string CaseName => Case.Name;

    /// <inheritdoc/>
    public PracticeSkill Skill => PracticeSkill.Of(Case.Level);

    /// <summary>Times something was kept with a fault still in it; nothing else that is done at a machine is a slip.</summary>
    public int Slips => Kept && StillWrong.Count > 0 ? 1 : 0;

    /// <inheritdoc/>
    public bool Clean => Kept && Mended;

    /// <inheritdoc/>
    public Finding? Last => null;

    /// <summary>What is still wrong with it. For whoever explains the case, not for whoever works on it.</summary>
    public IReadOnlyList<HiddenFault> StillWrong => machine.InEffect;

    /// <summary>Whether it is mended: the last swatch passes as things stand, and nothing hidden is left.</summary>
    public bool Mended => Stands is { Passed: true } && StillWrong.Count == 0;

    /// <summary>Why a move cannot be done; null where it can.</summary>
    /// <param name="move">The move.</param>
    public string? Problem(PracticeMove move)
    {
        var trial = Case.Trial;
        SeamCase? Sewn(Setup setup) => setup.Case(trial.Machine, trial.Cloth, trial.Seam, null, Schools.ChosenSchools.Default).Value;
        if (Ended || results.Count >= IPracticeRun.MostMoves)
        {
            return Ended ? "ended" : "too-many-moves";
        }

        return move.Deed switch
        {
            PracticeDeed.Look or PracticeDeed.Repair => move.Look is { } look && look.Fault() is not null && look.Places(trial.Machine, Sewn(Now)!).Contains(move.Position) ? null : "not-here",
            PracticeDeed.Change => Changed(move) is { } to && Sewn(to) is not null ? null : "not-settable",
            PracticeDeed.Keep => Stands is { Passed: true } ? null : "not-passed",
            PracticeDeed.Sew or PracticeDeed.Explain => null,
            _ => "not-here",
        };
    }

    /// <summary>The set-up after a change; null where it cannot be set so.</summary>
    private Setup? Changed(PracticeMove move)
    {
        var head = Case.Trial.Machine;
        bool On(Machines.SettingRange? range) => move.To is { } to && range?.Takes(to) == true;
        switch (move.Change)
        {
            case CoachChange.Dial when move.Position is { } place && Now.Dials[place].IsThere && move.To is { } to && Math.Abs(head.DialOf(place).Settable(to) - to) < 1e-6:
            case CoachChange.Differential when On(head.Feed):
            case CoachChange.CuttingWidth when Now.CuttingWidthMm.IsThere && On((head as Machines.Overlocker)?.CuttingWidthMm):
            case CoachChange.Length when On(head.StitchLengthMm):
                return CoachSession.WithNumber(Now, move.Change.Value, move.Position, move.To);
            case CoachChange.RethreadAll:
            case CoachChange.Needle when move.Position is { } seat && Now.Needles[seat].IsThere:
                return Now;
            default:
                return null;
        }
    }

    private MendResult Do(PracticeMove move)
    {
        if (Problem(move) is { } problem)
        {
            throw new ArgumentException(problem, nameof(move));
        }

        var threads = Now.Threads.Select(t => t.Key);
        switch (move.Deed)
        {
            case PracticeDeed.Sew:
                var targets = Case.Trial.Plan.Targets;
                var read = machine.Sew(Now, targets.HoldPercent).Value!;
                return new(move, MinutesFor.Swatch) { Read = read, Verdict = SwatchVerdict.Of(targets, read) };
            case PracticeDeed.Look:
                return new(move, CoachMinutes.Look) { Bad = machine.LooksBad(move.Look!.Value.Fault()!.Value, move.Position) };
            case PracticeDeed.Repair:
                CoachWalk.Do(machine, new(CoachDeed.Repair) { Look = move.Look, Position = move.Position });
                return new(move, move.Look!.Value.RepairMinutes(move.Position));
            case PracticeDeed.Change:
                Now = Changed(move)!;
                CoachWalk.Do(machine, new(CoachDeed.Change) { Change = move.Change, Position = move.Position });
                return new(move, CoachMinutes.Change(move.Change!.Value, threads));
            default:
                return new(move, 0);
        }
    }
}
