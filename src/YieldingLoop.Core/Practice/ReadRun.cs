using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Practice;

/// <summary>Somebody reading a swatch: what it shows, and what would bring it back.</summary>
public sealed class ReadRun : IPracticeRun
{
    private int moves;

    /// <param name="read">The case.</param>
    /// <param name="said">What was said, the oldest first.</param>
    /// <exception cref="ArgumentException">A move cannot be made here.</exception>
    public ReadRun(ReadCase read, IEnumerable<PracticeMove> said)
    {
        Case = read;
        foreach (var move in said)
        {
            if (Problem(move) is { } problem)
            {
                throw new ArgumentException(problem, nameof(said));
            }

            moves++;
            Last = Do(move);
        }
    }

    /// <summary>The case.</summary>
    public ReadCase Case { get; }

    /// <summary>Whether what it shows was named.</summary>
    public bool Named { get; private set; }

    /// <summary>Whether it was explained.</summary>
    public bool Explained { get; private set; }

    /// <summary>What was said of it and is not so.</summary>
    public IReadOnlyCollection<ShownThing> Ruled => ruled;

    /// <summary>What was said to bring it back and does not.</summary>
    public IReadOnlyCollection<ReadCure> RuledCures => ruledCures;

    private readonly HashSet<ShownThing> ruled = [];
    private readonly HashSet<ReadCure> ruledCures = [];

    /// <inheritdoc/>
    public string CaseName => new PracticeCase(PracticeKind.Read, Case.Number).Name;

    /// <inheritdoc/>
    public PracticeSkill Skill => SkillOf(Case.Shown);

    /// <summary>What reading it is about.</summary>
    public static PracticeSkill SkillOf(ShownThing shown) => shown switch
    {
        ShownThing.LoopersOnFace or ShownThing.LoopersOnBack => PracticeSkill.ReadMeeting,
        ShownThing.NeedleLoose => PracticeSkill.ReadGap,
        ShownThing.EdgeHangs or ShownThing.EdgeRolled => PracticeSkill.ReadEdge,
        ShownThing.Waves or ShownThing.Gathered => PracticeSkill.ReadFeed,
        ShownThing.Ridge => PracticeSkill.ReadRidge,
        ShownThing.Skips => PracticeSkill.ReadSkips,
        _ => PracticeSkill.ReadRight,
    };

    /// <inheritdoc/>
    public bool Ended { get; private set; }

    /// <inheritdoc/>
    public int Slips { get; private set; }

    /// <inheritdoc/>
    public bool Clean => Ended && !Explained && Slips == 0;

    /// <inheritdoc/>
    public Finding? Last { get; private set; }

    /// <inheritdoc/>
    public string? Problem(PracticeMove move) =>
        Ended ? "ended" : moves >= IPracticeRun.MostMoves ? "too-many-moves" : move.Deed switch
        {
            PracticeDeed.Explain => null,
            PracticeDeed.Say => Named ? "said-already" : move.Shown is { } shown && Case.Things().Contains(shown) ? null : "not-here",
            PracticeDeed.Cure => !Named ? "say-first" : move.Cure is { } cure && Case.Choices().Contains(cure) ? null : "not-here",
            _ => "not-here",
        };

    private Finding? Do(PracticeMove move)
    {
        switch (move.Deed)
        {
            case PracticeDeed.Explain:
                (Ended, Explained) = (true, true);
                return null;
            case PracticeDeed.Say when move.Shown == Case.Shown:
                Named = true;
                Ended = Case.Cures.Count == 0;
                return new("read-named");
            case PracticeDeed.Say:
                Slips++;
                ruled.Add(move.Shown!.Value);
                return new("read-not-" + PracticeIds.Of(move.Shown.Value));
            case PracticeDeed.Cure when Case.Cures.Contains(move.Cure!.Value):
                Ended = true;
                return new("read-cured");
            default:
                Slips++;
                ruledCures.Add(move.Cure!.Value);
                return new("cure-does-" + PracticeIds.Of(move.Cure.Value));
        }
    }
}
