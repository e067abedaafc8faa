using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;

namespace YieldingLoop.Core.Planning;

/// <summary>A set-up with some of its choices tried otherwise, to be looked at and not to be kept.</summary>
/// <param name="Plan">The set-up with its figures; its own targets are those of these choices.</param>
/// <param name="Case">What the seam model reads of it.</param>
/// <param name="Changed">Whether anything is otherwise than in the set-up it began with.</param>
public sealed record TriedOut(SetupPlan Plan, SeamCase Case, bool Changed)
{
    /// <summary>Tries choices out: dials, lengths and widths, finger, feed, pressure, kinds of thread. What is unknown stays.</summary>
    /// <param name="plan">The set-up it begins with.</param>
    /// <param name="changes">What is tried.</param>
    /// <param name="machine">The machine.</param>
    /// <param name="cloth">The cloth.</param>
    /// <param name="seam">The seam.</param>
    /// <param name="learnt">What the machine's swatches have taught of this cloth.</param>
    public static Outcome<TriedOut> Of(SetupPlan plan, Setup changes, Machine machine, ClothFigures cloth, SeamEntry seam, MachineLearnt learnt)
    {
        var tried = plan;
        if (SetupDifferences.Between(plan.Setup, changes.Over(plan.Setup)).Count > 0)
        {
            var amended = Amendment.Amend(plan, changes, machine, cloth, seam, learnt);
            if (amended.Value is not { } otherwise)
            {
                return Outcome.Failed<TriedOut>(amended.Problems);
            }

            tried = otherwise;
        }

        var sewn = tried.Setup.Case(plan.Tuned(machine), cloth, seam, tried.Need, tried.Schools);
        if (sewn.Value is not { } now)
        {
            return Outcome.Failed<TriedOut>(sewn.Problems);
        }

        now = now with { Learnt = learnt.For(now) };
        // What was kept before its machine taught anything is looked at with what it has taught since.
        var shown = tried == plan && learnt.Any ? plan with { Figures = SeamAssessment.Of(now) } : tried;
        return Outcome.Of(new TriedOut(shown, now, tried != plan));
    }
}
