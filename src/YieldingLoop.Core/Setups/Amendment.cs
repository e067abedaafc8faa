using System.Globalization;
using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Setups;

/// <summary>A kept set-up with other numbers, set by the user.</summary>
public static class Amendment
{
    /// <summary>Works the figures of an amended set-up out anew; the choices it does not touch stay as they were kept.</summary>
    /// <param name="plan">The set-up as kept.</param>
    /// <param name="changes">The numbers that are set otherwise: dials, lengths, widths and the differential. What is unknown stays.</param>
    /// <param name="machine">The machine it was kept with.</param>
    /// <param name="cloth">The cloth it was kept with.</param>
    /// <param name="seam">The seam it was kept for.</param>
    public static Outcome<SetupPlan> Amend(SetupPlan plan, Setup changes, Machine machine, ClothFigures cloth, SeamEntry seam)
    {
        var head = plan.Baseline is { } row ? machine.TunedTo(row) : machine;
        if (Problems(plan.Setup, changes, head) is { Count: > 0 } problems)
        {
            return Outcome.Failed<SetupPlan>(problems);
        }

        var setup = changes.Over(plan.Setup);
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

        var question = PlanQuestion.OnOne(cloth, seam, machine, plan.Schools);
        var figures = SeamAssessment.Of(now);
        var amended = plan with
        {
            ModelVersion = SeamModel.Version,
            Setup = setup,
            ThreadFigures = [.. now.Threads.Select(t => new ThreadFigures(t.Laid.Position, t.StepsTighter, t.Laid.TensionCentinewtons, plan.ThreadFigures.First(f => f.Position == t.Laid.Position).ToBuy))],
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
            Reasons = [.. differences.Select(d => new Reason(d.Topic, $"Changed by hand: {d.What}.", "your own change"))],
            Notes = [.. TooTight(amended, head), .. PlanNotes.For(amended, question, plan.Need)],
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

    private static IEnumerable<string> TooTight(SetupPlan plan, Machine head) =>
        from thread in plan.Threads
        where thread.Kind.Textured && thread.StepsTighter > DialTension.ThreadNeutralSteps(thread.Kind, head.CalibrationThread) + 1e-6
        select $"The {thread.Position.Name()} holds {thread.Kind.Name} tighter than its neutral: tight pulls the fluff flat, and the fill is lost.";
}

/// <summary>One thing two set-ups differ in.</summary>
/// <param name="Topic">Which part of a set-up it is.</param>
/// <param name="What">"left needle dial 4 → 4.5".</param>
public sealed record SetupDifference(PlanTopic Topic, string What);

/// <summary>What two set-ups for one seam differ in.</summary>
public static class SetupDifferences
{
    /// <summary>Every difference, the stitch and the numbers to set first; empty where they are set alike.</summary>
    public static IReadOnlyList<SetupDifference> Between(Setup before, Setup after)
    {
        var changes = new List<SetupDifference>();
        if ((before.StitchId, before.Flatlock) != (after.StitchId, after.Flatlock))
        {
            changes.Add(new(PlanTopic.Stitch, $"stitch {before.Stitch?.Name} → {after.Stitch?.Name}"));
        }

        foreach (var position in ThreadPositions.AsWritten)
        {
            if (before.Dials[position].Number() is var was && after.Dials[position].Number() is var now && was != now)
            {
                changes.Add(new(position.IsNeedle() ? PlanTopic.NeedleDials : PlanTopic.LooperDials, FormattableString.Invariant($"{position.Name()} dial {Number(was)} → {Number(now)}")));
            }

            if (before.Threads[position].Thing()?.KindId is var kind && after.Threads[position].Thing()?.KindId is var other && kind != other)
            {
                changes.Add(new(position.IsNeedle() ? PlanTopic.NeedleThread : PlanTopic.LooperThread, $"{position.Name()} thread {KindName(kind)} → {KindName(other)}"));
            }
        }

        Figure(PlanTopic.Length, "stitch length", before.StitchLengthMm, after.StitchLengthMm, " mm");
        Figure(PlanTopic.Width, "zigzag width", before.ZigzagWidthMm, after.ZigzagWidthMm, " mm");
        Figure(PlanTopic.Differential, "differential", before.Differential, after.Differential, "");
        Figure(PlanTopic.CuttingWidth, "cutting width", before.CuttingWidthMm, after.CuttingWidthMm, " mm");
        if (!before.Needles.Select(n => n.Value).SequenceEqual(after.Needles.Select(n => n.Value)))
        {
            changes.Add(new(PlanTopic.Point, $"needle {Names(before)} → {Names(after)}"));
        }

        if (before.FingerName.Thing() != after.FingerName.Thing())
        {
            changes.Add(new(PlanTopic.Finger, $"finger {before.FingerName.Or("none")} → {after.FingerName.Or("none")}"));
        }

        return changes;

        void Figure(PlanTopic topic, string what, Place<double> was, Place<double> now, string unit)
        {
            if (was.Number() != now.Number())
            {
                changes.Add(new(topic, FormattableString.Invariant($"{what} {Number(was.Number())} → {Number(now.Number())}{unit}")));
            }
        }
    }

    private static string KindName(string? id) => ThreadCatalogue.Find(id)?.Name ?? "none";

    private static string Names(Setup setup) => string.Join(" and ", setup.Needles.Select(n => n.Value.Name).Distinct());

    private static string Number(double? value) => value is { } number ? number.ToString("0.##", CultureInfo.InvariantCulture) : "–";
}
