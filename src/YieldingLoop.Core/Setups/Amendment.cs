using System.Globalization;
using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Colour;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Setups;

/// <summary>Numbers a user has set otherwise than a kept set-up says. What is null stays.</summary>
/// <param name="Dials">Dial numbers by position.</param>
/// <param name="LengthMm">Stitch length, mm.</param>
/// <param name="Differential">Differential ratio.</param>
/// <param name="CuttingWidthMm">Cutting width from the right needle, mm.</param>
/// <param name="WidthMm">Zigzag width, mm.</param>
public sealed record Amendment(IReadOnlyDictionary<ThreadPosition, double> Dials, double? LengthMm = null, double? Differential = null, double? CuttingWidthMm = null, double? WidthMm = null)
{
    /// <summary>Works the figures of an amended set-up out anew; the choices it does not touch stay as they were kept.</summary>
    /// <param name="plan">The set-up as kept.</param>
    /// <param name="machine">The machine it was kept with.</param>
    /// <param name="cloth">The cloth it was kept with.</param>
    /// <param name="seam">The seam it was kept for.</param>
    public Outcome<SetupPlan> Apply(SetupPlan plan, Machine machine, ClothFigures cloth, SeamEntry seam)
    {
        var head = plan.Baseline is { } row ? machine.TunedTo(row) : machine;
        var problems = Problems(plan, head);
        if (problems.Count > 0)
        {
            return Outcome.Failed<SetupPlan>(problems);
        }

        var threads = plan.Threads.Select(t => Set(t, head)).ToList();
        var length = LengthMm ?? plan.StitchLengthMm;
        var width = WidthMm ?? plan.ZigzagWidthMm;
        var ratio = Differential ?? plan.Differential;
        var cut = CuttingWidthMm ?? plan.CuttingWidthFromRightMm;
        var bite = CuttingWidthMm is { } now && plan.CuttingWidthFromRightMm is { } before ? plan.BiteMm + now - before : plan.BiteMm;
        var figures = SeamAssessment.Of(new SeamCase
        {
            Geometry = new SeamGeometry(plan.Stitch, length, plan.SewnThicknessMm) { ZigzagWidthMm = width ?? 0, GaugeMm = plan.GaugeMm, LoopWidthMm = plan.LoopWidthMm, BiteMm = bite },
            Threads = [.. threads.Select(t => new SetThread(t.Laid, t.StepsTighter))],
            Cloth = new SeamCloth
            {
                StretchAlongPercent = cloth.StretchAlong(seam.Direction).Value, HighestStretchPercent = cloth.HighestStretch, AreaDensityGsm = cloth.AreaDensity.Value,
                Elastane = cloth.Elastane, Colour = CieLab.TryFromHex(cloth.Colour, out var colour) ? colour : null,
            },
            Plies = seam.Plies,
            Needle = new(plan.Point, plan.NeedleSize),
            Differential = ratio,
            NeedPercent = plan.Need.Percent,
        });
        var amended = plan with
        {
            Threads = threads,
            StitchLengthMm = length,
            ZigzagWidthMm = width,
            Differential = ratio,
            CuttingWidthFromRightMm = cut,
            BiteMm = bite,
            KnifeNumber = cut is { } from && machine is Overlocker overlocker ? overlocker.KnifeNumber(from) : plan.KnifeNumber,
            Figures = figures,
            Targets = plan.Targets with { MeetingLineMm = figures.Seam.MeetingLineMm, OverhangMm = plan.Targets.OverhangMm is null ? null : figures.Seam.OverhangMm, GrowthPercent = figures.Growth?.Middle ?? 0, GapAboutMm = plan.Flatlock ? figures.Seam.GapMm : null },
            Cost = null,
            Missed = PlanLimits.None,
            WouldChange = [],
            Remedies = [],
        };
        var changes = SetupDifferences.Between(plan, amended);
        if (changes.Count == 0)
        {
            return Outcome.Failed<SetupPlan>([new("dials", "Nothing was changed: every number is as it was kept.")]);
        }

        return Outcome.Of(amended with
        {
            // Reasons speak of the numbers they were written for; those no longer stand.
            Reasons = [.. changes.Select(c => new Reason(PlanTopic.NeedleDials, $"Changed by hand: {c}.", "your own change"))],
            Notes = [.. Warnings(amended, head)],
        });
    }

    private List<Problem> Problems(SetupPlan plan, Machine head)
    {
        var problems = new List<Problem>();
        foreach (var (position, number) in Dials)
        {
            var dial = head is PlainMachine plain ? plain.TopTension : head.Has(position) ? head.DialOf(position) : null;
            if (dial is null || plan.Threads.All(t => Place(t.Position, head) != Place(position, head) || t.DialNumber is null))
            {
                problems.Add(new($"dials.{position.Id()}", "This set-up has no such dial."));
            }
            else if (!(number >= dial.Lowest && number <= dial.Highest))
            {
                problems.Add(new($"dials.{position.Id()}", string.Create(CultureInfo.InvariantCulture, $"The {position.Name()} dial runs from {dial.Lowest:0.##} to {dial.Highest:0.##}.")));
            }
        }

        Within("lengthMm", "stitch length", LengthMm, head.StitchLength);
        Within("differential", "differential", Differential, plan.Differential is null ? null : head.Feed);
        Within("cuttingWidthMm", "cutting width", CuttingWidthMm, (head as Overlocker)?.CuttingWidth);
        Within("widthMm", "zigzag width", WidthMm, head is PlainMachine { } zigzag && plan.ZigzagWidthMm is not null ? new SettingRange(0, zigzag.WidestZigzagMm, 0.1) : null);
        return problems;

        void Within(string field, string what, double? value, SettingRange? range)
        {
            if (value is { } number && !(range is not null && number >= range.Least - 1e-9 && number <= range.Most + 1e-9))
            {
                problems.Add(new(field, range is null ? $"This set-up has no {what}." : string.Create(CultureInfo.InvariantCulture, $"The {what} of this machine is between {range.Least:0.##} and {range.Most:0.##}.")));
            }
        }
    }

    private PlannedThread Set(PlannedThread thread, Machine head)
    {
        foreach (var (position, number) in Dials)
        {
            if (Place(position, head) == Place(thread.Position, head) && thread.DialNumber is not null)
            {
                var dial = head is PlainMachine plain ? plain.TopTension : head.DialOf(thread.Position);
                var steps = Math.Round(dial.StepsTighter(number), 6);
                return thread with { DialNumber = number, StepsTighter = steps, TensionCentinewtons = DialTension.TensionAt(thread.Position, thread.Kind, steps, head.CalibrationThread) };
            }
        }

        return thread;
    }

    /// <summary>Every needle of a plain machine hangs from its one dial.</summary>
    private static ThreadPosition Place(ThreadPosition position, Machine head) => head is PlainMachine && position.IsNeedle() ? ThreadPosition.Needle : position;

    private static IEnumerable<string> Warnings(SetupPlan plan, Machine head)
    {
        foreach (var tight in plan.Threads.Where(t => t.Kind.Textured && t.StepsTighter > DialTension.ThreadNeutralSteps(t.Kind, head.CalibrationThread) + 1e-6))
        {
            yield return $"The {tight.Position.Name()} holds {tight.Kind.Name} tighter than its neutral: tight pulls the fluff flat, and the fill is lost.";
        }

        if (plan.Figures.Seam.GapMm > SeamLimits.GapAcceptableMm && !plan.Flatlock && plan.Stitch.Family != StitchFamily.TwoThreadOveredge)
        {
            yield return FormattableString.Invariant($"The seam opens {plan.Figures.Seam.GapMm:0.00} mm when pulled apart, over the acceptable {SeamLimits.GapAcceptableMm}.");
        }
    }
}

/// <summary>What two set-ups for one seam differ in, in words.</summary>
public static class SetupDifferences
{
    /// <summary>Every difference, the numbers to set first; empty where they are set alike.</summary>
    public static IReadOnlyList<string> Between(SetupPlan before, SetupPlan after)
    {
        var changes = new List<string>();
        if ((before.StitchId, before.Flatlock) != (after.StitchId, after.Flatlock))
        {
            changes.Add($"stitch {before.Stitch.Name} → {after.Stitch.Name}");
        }

        foreach (var position in before.Threads.Concat(after.Threads).Select(t => t.Position).Distinct())
        {
            var (was, now) = (before.Threads.FirstOrDefault(t => t.Position == position), after.Threads.FirstOrDefault(t => t.Position == position));
            if (was?.DialNumber != now?.DialNumber)
            {
                changes.Add(FormattableString.Invariant($"{position.Name()} dial {Number(was?.DialNumber)} → {Number(now?.DialNumber)}"));
            }

            if (was?.KindId != now?.KindId)
            {
                changes.Add($"{position.Name()} thread {was?.Kind.Name ?? "none"} → {now?.Kind.Name ?? "none"}");
            }
        }

        Figure("stitch length", before.StitchLengthMm, after.StitchLengthMm, " mm");
        Figure("zigzag width", before.ZigzagWidthMm, after.ZigzagWidthMm, " mm");
        Figure("differential", before.Differential, after.Differential, "");
        Figure("cutting width", before.CuttingWidthFromRightMm, after.CuttingWidthFromRightMm, " mm");
        if (before.NeedleName != after.NeedleName)
        {
            changes.Add($"needle {before.NeedleName} → {after.NeedleName}");
        }

        if (before.FingerName != after.FingerName)
        {
            changes.Add($"finger {before.FingerName ?? "none"} → {after.FingerName ?? "none"}");
        }

        return changes;

        void Figure(string what, double? was, double? now, string unit)
        {
            if (was != now)
            {
                changes.Add(FormattableString.Invariant($"{what} {Number(was)} → {Number(now)}{unit}"));
            }
        }
    }

    private static string Number(double? value) => value is { } number ? number.ToString("0.##", CultureInfo.InvariantCulture) : "–";
}
