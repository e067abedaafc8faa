using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Planning;

/// <summary>What to know before sewing: limits that could not be met, and what would change the answer.</summary>
internal static class PlanNotes
{
    public static IReadOnlyList<Finding> For(SetupPlan plan, Machine head, PlanQuestion question, Need need)
    {
        var notes = new List<Finding>();
        var figures = plan.Figures;
        var verdict = figures.Verdict!.Verdict;
        var along = question.Layers.StretchAlongPercent;
        var layers = question.Layers;
        if (verdict == Verdict.ClothGivesOut && !ReferenceEquals(layers.GivesOutFirst, layers.Cloth))
        {
            notes.Add(new Finding("layer-gives-out").With("needPercent", need.Percent).With("layer", layers.GivesOutFirst.Name).With("reachPercent", along.Value));
        }
        else if (verdict == Verdict.ClothGivesOut)
        {
            var other = question.Seam.Direction == ClothDirection.Across ? ClothDirection.Lengthwise : ClothDirection.Across;
            var turned = question.Cloth.StretchAlongPercent(other).Value;
            var givesOut = new Finding("cloth-gives-out").With("needPercent", need.Percent).With("reachPercent", along.Value);
            notes.Add(turned >= need.Percent ? givesOut.With("otherWayPercent", turned) : givesOut);
        }

        if (verdict is Verdict.ClothGivesOut or Verdict.Pops or Verdict.Tight && question.Seam is { NeedKind: NeedKind.Opening or NeedKind.NegativeEase, GarmentMm: { } garment })
        {
            // The largest need that would hold: the yield less its margin, and no more than the cloth gives.
            var bearable = figures.YieldPercent.Middle >= along.Value ? along.Value : figures.YieldPercent.Middle / Need.Margin;
            var wider = garment * (1 + need.Percent / 100) / (1 + bearable / 100);
            if (bearable > 0 && wider > garment)
            {
                notes.Add(new Finding("draft-wider").With("widerMm", wider).With("garmentMm", garment).With("needPercent", bearable));
            }
        }

        notes.AddRange(LayerNotes(layers, verdict, need));
        if (along.Source == FigureSource.Typical)
        {
            notes.Add(new Finding("stretch-is-a-guess").With("lowPercent", along.Low).With("highPercent", along.High));
        }

        if (question.Seam.Job == SeamJob.LettuceEdge && figures.GrowthPercent is { Middle: < SeamLimits.LettuceGrowthFrom } growth)
        {
            notes.Add(new Finding("lettuce-held-back").With("growthPercent", growth.Middle).With("wantedPercent", SeamLimits.LettuceGrowthFrom));
        }

        if (head is PlainMachine plain && NeedleClearance.Unmeasured(plain, plan.Setup) is { Count: > 0 } unmeasured)
        {
            notes.Add(new Finding("slots-unmeasured").With("parts", Phrase.List([.. unmeasured.Select(p => $"“{p.Name}”")])));
        }

        // What is stretched on draws the seam together again.
        if (head.Feed is null && question.Seam.Job != SeamJob.LettuceEdge && question.Seam.Other is not { StretchedOn: true } && figures.GrowthPercent is { Middle: > SeamLimits.GrowthTolerancePoints } grows)
        {
            notes.Add(plan.Setup.FootPressure.TryGet(out var pressure)
                ? new Finding("growth-lightest-foot").With("growthPercent", grows.Middle).With("footPressure", pressure)
                : new Finding("growth-without-feed").With("growthPercent", grows.Middle));
        }

        notes.AddRange(ThreadNotes(plan, question));
        notes.AddRange(StockNotes.For(plan, question));
        var wanted = NeedleCatalogue.SizeForCloth(question.Through.AreaDensityGsm.Value);
        if (NeedleSize.StepsBetween(plan.NeedleSize, wanted) > 1)
        {
            notes.Add(new Finding("size-far").With("sizeMetric", plan.NeedleSize.Metric).With("wantedMetric", wanted.Metric).With("risk", plan.NeedleSize < wanted ? "fine" : "thick"));
        }

        notes.AddRange(MissedLimits.Of(plan, head, question, need).Where(m => m.OnCard).Select(m => m.Finding));
        if (question.Through.Melts)
        {
            notes.Add(new("cloth-melts"));
        }

        if (question.Through.Runs)
        {
            notes.Add(new("cloth-runs"));
        }

        return notes;
    }

    /// <summary>What two cloths in one seam ask for.</summary>
    private static IEnumerable<Finding> LayerNotes(SeamLayers layers, Verdict verdict, Need need)
    {
        if (layers.Seam.Other is not { } other)
        {
            yield break;
        }

        if (verdict != Verdict.ClothGivesOut && need.Percent > 0)
        {
            yield return new Finding("layers-reach").With("layer", layers.GivesOutFirst.Name).With("reachPercent", layers.StretchAlongPercent.Value);
        }

        if (other.StretchedOn)
        {
            yield return new Finding("stretched-on").With("layer", other.Cloth.Name).With("cutPercent", other.CutPercent).With("stretchedByPercent", other.StretchedByPercent).With("leftPercent", other.StretchLeftPercent);
        }

        if (layers.GrowthApartPercent / 2 > SeamLimits.GrowthTolerancePoints)
        {
            yield return new Finding("layers-grow-apart").With("apartPercent", layers.GrowthApartPercent);
        }
    }

    /// <summary>What would change the answer.</summary>
    public static IReadOnlyList<Finding> WouldChange(SetupPlan plan, PlanQuestion question, Need need)
    {
        var verdict = plan.Figures.Verdict!.Verdict;
        if (verdict == Verdict.ClothGivesOut || need.Percent <= 0)
        {
            return [];
        }

        var bearable = Math.Floor(plan.Figures.YieldPercent.Middle / Need.Margin);
        var along = question.Layers.StretchAlongPercent.Value;
        return verdict == Verdict.Holds && plan.Figures.YieldPercent.Middle >= along
            ? [new Finding("holds-to-the-cloths-end").With("reachPercent", along)]
            : [new Finding(verdict == Verdict.Holds ? "holds-up-to" : "would-hold-below").With("bearablePercent", bearable).With("needPercent", need.Percent)];
    }

    /// <summary>What is known of the threads of the drawer that are not as their kind.</summary>
    private static IEnumerable<Finding> ThreadNotes(SetupPlan plan, PlanQuestion question)
    {
        foreach (var thread in plan.Threads.Where(t => t.StockName is not null).DistinctBy(t => t.Thread))
        {
            var kind = ThreadCatalogue.Find(thread.KindId)!;
            if (thread.Kind.BreakExtension < WeakerShare * kind.BreakExtension)
            {
                yield return new Finding("thread-weaker").With("stock", thread.StockName!).With("thread", kind.Id)
                    .With("extensionPercent", 100 * thread.Kind.BreakExtension).With("kindPercent", 100 * kind.BreakExtension);
            }

            if (thread.Figures.Even == false)
            {
                yield return new Finding("thread-uneven").With("stock", thread.StockName!);
            }
        }
    }

    /// <summary>Below this share of what its kind gives a thread is called weaker. Working value.</summary>
    private const double WeakerShare = 0.9;
}
