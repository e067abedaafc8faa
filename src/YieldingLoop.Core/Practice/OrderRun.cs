using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Practice;

/// <summary>Somebody threading in order: the step that comes next is picked, until it is sewn.</summary>
public sealed class OrderRun : IPracticeRun
{
    private readonly List<int> done = [];
    private int moves;

    /// <param name="order">The case.</param>
    /// <param name="picked">What was done, the oldest first.</param>
    /// <exception cref="ArgumentException">A move cannot be made here.</exception>
    public OrderRun(OrderCase order, IEnumerable<PracticeMove> picked)
    {
        Case = order;
        foreach (var move in picked)
        {
            if (Problem(move) is { } problem)
            {
                throw new ArgumentException(problem, nameof(picked));
            }

            moves++;
            Do(move);
        }
    }

    /// <summary>The case.</summary>
    public OrderCase Case { get; }

    /// <summary>The steps that are done, in the order they were.</summary>
    public IReadOnlyList<int> Done => done;

    /// <summary>The steps to choose from; none once it ended.</summary>
    public IReadOnlyList<int> Offered => Ended ? [] : Case.Offered(done);

    /// <summary>The step that was picked last though something else comes before it; null where it was not.</summary>
    public int? TooEarly { get; private set; }

    /// <summary>Whether it was explained.</summary>
    public bool Explained { get; private set; }

    /// <inheritdoc/>
    public string CaseName => new PracticeCase(PracticeKind.Order, Case.Number).Name;

    /// <inheritdoc/>
    public PracticeSkill Skill => Case.Plan.Head.Kind switch { MachineKind.Coverstitch => PracticeSkill.OrderCover, MachineKind.Plain => PracticeSkill.OrderTwin, _ => PracticeSkill.OrderOverlocker };

    /// <inheritdoc/>
    public bool Ended => Explained || done.Count == Case.Plan.Steps.Count;

    /// <inheritdoc/>
    public int Slips { get; private set; }

    /// <inheritdoc/>
    public bool Clean => Ended && !Explained && Slips == 0;

    /// <inheritdoc/>
    public Finding? Last { get; private set; }

    /// <inheritdoc/>
    public string? Problem(PracticeMove move) =>
        Ended ? "ended" : moves >= IPracticeRun.MostMoves ? "too-many-moves"
        : move.Deed == PracticeDeed.Explain ? null
        // What is not offered cannot be picked, done or not.
        : move.Deed == PracticeDeed.Next && move.Step is { } step && Offered.Contains(step) ? null : "not-here";

    private void Do(PracticeMove move)
    {
        (Last, TooEarly) = (null, null);
        if (move.Deed == PracticeDeed.Explain)
        {
            Explained = true;
            return;
        }

        Last = OrderRules.Why(Case.Plan, done, move.Step!.Value);
        if (Last is not null)
        {
            (TooEarly, Slips) = (move.Step, Slips + 1);
        }
        else
        {
            done.Add(move.Step.Value);
        }
    }
}
