using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Planning;

/// <summary>A kept set-up with other numbers, set by the user.</summary>
public static class Amendment
{
    /// <summary>Works the figures of an amended set-up out anew; the choices it does not touch stay as they were kept.</summary>
    /// <param name="plan">The set-up as kept.</param>
    /// <param name="changes">The numbers that are set otherwise: dials, lengths, widths, the differential and the foot's pressure. What is unknown stays.</param>
    /// <param name="machine">The machine it was kept with.</param>
    /// <param name="cloth">The cloth it was kept with.</param>
    /// <param name="seam">The seam it was kept for.</param>
    /// <param name="learnt">What the machine's swatches have taught of this cloth; null for nothing.</param>
    public static Outcome<SetupPlan> Amend(SetupPlan plan, Setup changes, Machine machine, ClothFigures cloth, SeamEntry seam, MachineLearnt? learnt = null)
    {
        var head = plan.Tuned(machine);
        if (Problems(plan.Setup, changes, head) is { Count: > 0 } problems)
        {
            return Outcome.Failed<SetupPlan>(problems);
        }

        var setup = changes.Over(plan.Setup);
        if (head is PlainMachine plain && NeedleClearance.Problems(plain, setup) is { Count: > 0 } strikes)
        {
            return Outcome.Failed<SetupPlan>(strikes);
        }

        var differences = SetupDifferences.Between(plan.Setup, setup);
        if (differences.Count == 0)
        {
            return Outcome.Failed<SetupPlan>([new("dials", "Nothing was changed: every number is as it was kept.")]);
        }

        var sewn = setup.Case(head, cloth, seam, plan.Need, plan.Schools);
        if (sewn.Value is not { } now)
        {
            return Outcome.Failed<SetupPlan>(sewn.Problems);
        }

        now = now with { Learnt = (learnt ?? MachineLearnt.Nothing).For(now) };

        ThreadFigures Kept(ThreadPosition position) => plan.ThreadFigures.First(f => f.Position == position);
        var question = PlanQuestion.OnOne(cloth, seam, machine, plan.Schools);
        var figures = SeamAssessment.Of(now);
        var amended = plan with
        {
            ModelVersion = SeamModel.Version,
            Setup = setup,
            ThreadFigures = [.. now.Threads.Select(t => new ThreadFigures(t.Laid.Position, t.StepsTighter, t.Laid.TensionCentinewtons, Kept(t.Laid.Position).ToBuy, Kept(t.Laid.Position).Even))],
            BiteMm = now.Geometry.BiteMm,
            KnifeNumber = setup.CuttingWidthMm.TryGet(out var from) && head is Overlocker overlocker ? overlocker.KnifeNumber(from) : null,
            Figures = figures,
            Targets = PlanWriter.TargetsOf(question, head, plan.Stitch, plan.Flatlock, plan.UpperLoosened, now.Geometry, figures),
            Cost = null,
            Remedies = [],
        };
        amended = amended with { Missed = SetupLimits.Missed(amended, head, question, plan.Need) };
        return Outcome.Of(amended with
        {
            // Reasons speak of the numbers they were written for; those no longer stand.
            Reasons = [.. differences.Select(d => new Reason(d.Topic, d.Finding, Basis.OwnChange))],
            Notes = [.. TooTight(amended, head), .. OutsideManual(amended), .. PlanNotes.For(amended, head, question, plan.Need)],
            WouldChange = PlanNotes.WouldChange(amended, question, plan.Need),
        });
    }

    private static List<Problem> Problems(Setup kept, Setup changes, Machine head)
    {
        List<Problem> problems = [.. changes.Dials.Known.Where(p => !kept.Dials[p].IsThere).Select(p => new Problem($"dials.{p.Id()}", "This set-up has no such dial."))];
        Has("stitchLengthMm", "stitch length", changes.StitchLengthMm, kept.StitchLengthMm);
        Has("differential", "differential", changes.Differential, kept.Differential);
        Has("cuttingWidthMm", "cutting width", changes.CuttingWidthMm, kept.CuttingWidthMm);
        Has("zigzagWidthMm", "zigzag width", changes.ZigzagWidthMm, kept.ZigzagWidthMm);
        Has("footPressure", "foot pressure", changes.FootPressure, kept.FootPressure);
        problems.AddRange(SetupCheck.Problems(head, changes with { ChangedOverTo = Place<MachineKind>.Unknown }).Where(p => problems.TrueForAll(known => known.Field != p.Field)));
        return problems;

        void Has(string field, string what, Place<double> changed, Place<double> was)
        {
            if (changed.IsThere && !was.IsThere)
            {
                problems.Add(new(field, $"This set-up has no {what}."));
            }
        }
    }

    private static IEnumerable<Finding> TooTight(SetupPlan plan, Machine head) =>
        from thread in plan.Threads
        where thread.Kind.Textured && !thread.Position.IsNeedle() && !head.CalibrationThread.Textured && thread.StepsTighter > 1e-6
        select new Finding("textured-too-tight").With("position", thread.Position.Id()).With("thread", thread.KindId);

    /// <summary>The numbers that lie outside what the manual's row permits: they are the user's to set, and said.</summary>
    private static IEnumerable<Finding> OutsideManual(SetupPlan plan)
    {
        if (plan.Baseline is not { } row)
        {
            yield break;
        }

        foreach (var dial in row.Dials.Where(d => d is { Low: not null, High: not null }))
        {
            if (plan.Setup.Dials[dial.Position].Number() is { } number && !new ManualRange(dial.Low, dial.High).Holds(number))
            {
                yield return new Finding("outside-manual-range").With("position", dial.Position.Id()).With("number", number).With("low", dial.Low!.Value).With("high", dial.High!.Value);
            }
        }

        if (row.LengthRangeMm?.Holds(plan.StitchLengthMm) == false)
        {
            yield return new Finding("length-outside-manual-range").With("lengthMm", plan.StitchLengthMm);
        }

        if (row.WidthRangeMm is { } widths && (plan.CuttingWidthFromRightMm ?? plan.ZigzagWidthMm) is { } width && !widths.Holds(width))
        {
            yield return new Finding("width-outside-manual-range").With("widthMm", width);
        }

        if (row.DifferentialRange is { } ratios && plan.Differential is { } ratio && !ratios.Holds(ratio))
        {
            yield return new Finding("differential-outside-manual-range").With("differential", ratio);
        }
    }
}
