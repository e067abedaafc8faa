using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Swatches;

/// <summary>
/// What a measured strip says: longer, shorter, dragged, curling, as surely as the ruler tells; and what is to blame, the likeliest
/// first, with the number to set. Common practice D5 and D6, no published source; figures by the seam model.
/// </summary>
/// <param name="Says">What it does, as codes with figures.</param>
/// <param name="Blame">What is to blame, as codes with figures; empty where it lies as it should.</param>
public sealed record StripAdvice(IReadOnlyList<Finding> Says, IReadOnlyList<Finding> Blame)
{
    /// <summary>By how many numbers the upper looper is loosened first where an edge is dragged (practice D5).</summary>
    private const double UpperLooser = 2;

    /// <summary>By how many numbers needles are loosened where a seam without feed puckers.</summary>
    private const double NeedleLooser = 1;

    /// <summary>By how much a stitch is lengthened first where nothing else helps, mm.</summary>
    private const double LongerMm = 0.5;

    /// <summary>Reads a strip.</summary>
    /// <param name="strip">Its lengths.</param>
    /// <param name="read">What else was read, of which the curl counts here.</param>
    /// <param name="targets">The set-up's own targets.</param>
    /// <param name="sewn">The set-up as sewn.</param>
    public static StripAdvice Of(StripMeasure strip, SwatchReadings read, Targets targets, SewnStrip sewn)
    {
        var (says, blame) = (new List<Finding>(), new List<Finding>());
        var growth = Side(strip.GrowthPercent, targets.GrowthPercent, "strip-longer", "strip-shorter", says);
        var beside = Side(strip.BesideUnsewnPercent, targets.BesideUnsewnPercent, "strip-dragged", "strip-drawn-in", says);
        if (read.CurlsTo is Curl.Left or Curl.Right)
        {
            says.Add(new Finding("strip-curls").With("side", read.CurlsTo == Curl.Left ? "left" : "right"));
        }

        // A loop stitch on cloth it drags lies longer beside an unsewn one whatever the feed does: threads and loopers come first there.
        var dragged = beside > 0 && sewn.Drag is { High: > SeamLimits.DragMost };
        if (dragged)
        {
            Dragged(sewn, blame);
        }

        if (growth != 0)
        {
            Fed(growth, strip.GrowthPercent!.Value.Middle - Wanted(targets.GrowthPercent!.Value), sewn, blame);
        }
        else if (beside != 0 && !dragged)
        {
            Fed(beside, strip.BesideUnsewnPercent!.Value.Middle, sewn, blame);
        }
        else if (read.CurlsTo is Curl.Left or Curl.Right && blame.Count == 0)
        {
            blame.Add(new("blame-feed-unknown"));
        }

        if (says.Count == 0 && (strip.GrowthPercent ?? strip.BesideUnsewnPercent) is not null)
        {
            says.Add(new("strip-flat"));
        }

        return new(says, blame);
    }

    private static double Wanted(Target target) => target.Wanted ?? target.Least ?? target.Most ?? 0;

    /// <summary>On which side of its target a figure lies: 1 above, −1 below, 0 within, or where the ruler leaves it open.</summary>
    private static int Side(Interval? figure, Target? target, string above, string below, List<Finding> says)
    {
        if (figure is not { } read || target is not { } wanted || (wanted.Met(read.Low) && wanted.Met(read.High)))
        {
            return 0;
        }

        bool over = wanted.Most is { } most && read.Low > most, under = wanted.Least is { } least && read.High < least;
        var high = wanted.Most is { } top && read.High > top;
        says.Add(new Finding((over || (high && !under) ? above : below) + (over || under ? "" : "-perhaps"))
            .With("percent", read.Middle).With("lowPercent", read.Low).With("highPercent", read.High).With("limitPercent", over || (high && !under) ? wanted.Most!.Value : wanted.Least!.Value));
        return over ? 1 : under ? -1 : 0;
    }

    private static void Dragged(SewnStrip sewn, List<Finding> blame)
    {
        var drag = sewn.Drag!.Value;
        Finding WithDrag(string code) => new Finding(code).With("drag", drag.Middle).With("lowDrag", drag.Low).With("highDrag", drag.High);
        if (sewn.Setup.Stitch is { Needles: > 1 })
        {
            blame.Add(WithDrag("blame-thread-count"));
        }

        if (sewn.Head.DialPlaceOf(ThreadPosition.UpperLooper) is { } place && sewn.Setup.Dials[place].TryGet(out var from))
        {
            var dial = sewn.Head.DialOf(place);
            var to = dial.NumberFor(dial.StepsTighter(from) - UpperLooser);
            if (Math.Abs(to - from) > 1e-9)
            {
                blame.Add(WithDrag("blame-looper").With("from", from).With("to", to));
            }
        }
    }

    /// <summary>What to change where a strip comes out longer (side 1) or shorter (−1) than it should, by so many points.</summary>
    private static void Fed(int side, double points, SewnStrip sewn, List<Finding> blame)
    {
        var (setup, head) = (sewn.Setup, sewn.Head);
        if (head.Feed is { } feed && setup.Differential.TryGet(out var ratio))
        {
            var slope = ClothEffects.GrowthPerRatio + sewn.Learnt.Growth.Slope;
            var to = slope < 0 ? feed.Settable(ratio - points / slope) : ratio;
            // A step is a step, even where half a one would do.
            to = Math.Abs(to - ratio) < 1e-9 ? feed.Settable(ratio + side * feed.Step) : to;
            if (Math.Sign(Math.Round(to - ratio, 9)) == side)
            {
                blame.Add(new Finding(side > 0 ? "blame-feed-raise" : "blame-feed-lower").With("from", ratio).With("to", to));
                return;
            }

            blame.Add(new Finding("blame-feed-end").With("ratio", ratio));
        }

        if (side < 0)
        {
            foreach (var place in setup.Threads.Where(t => t.Key.IsNeedle()).Select(t => head.DialPlaceOf(t.Key)).OfType<ThreadPosition>().Distinct())
            {
                if (head.Feed is null && setup.Dials[place].TryGet(out var number) && head.DialOf(place) is var dial && dial.NumberFor(dial.StepsTighter(number) - NeedleLooser) is var looser && Math.Abs(looser - number) > 1e-9)
                {
                    blame.Add(new Finding("blame-needle").With("position", place.Id()).With("from", number).With("to", looser));
                }
            }

            return;
        }

        if (head.FootPressure is { } foot && setup.FootPressure.Or(1) is var pressure && sewn.GrowthStretchPercent > 0
            && Math.Min(foot.Settable(pressure - points / (0.10 * sewn.GrowthStretchPercent)), foot.Settable(pressure - foot.Step)) is var lighter && lighter < pressure - 1e-9)
        {
            blame.Add(new Finding("blame-foot").With("from", pressure).With("to", lighter));
        }

        if (setup.StitchLengthMm.TryGet(out var length) && head.StitchLengthMm.Settable(length + LongerMm) is var longer && longer > length + 1e-9)
        {
            blame.Add(new Finding("blame-length").With("fromMm", length).With("toMm", longer));
        }
    }
}

/// <summary>A set-up as a strip was sewn with it.</summary>
/// <param name="Setup">The set-up.</param>
/// <param name="Head">The machine, or the half of a convertible one.</param>
/// <param name="Drag">Drag by the model, between the cloth's weights that its scale leaves open; null where the stitch has none.</param>
/// <param name="GrowthStretchPercent">The cloth's stretch that growth goes with, %.</param>
/// <param name="Learnt">What swatches have taught.</param>
public sealed record SewnStrip(Setup Setup, Machine Head, Interval? Drag, double GrowthStretchPercent, Learnt Learnt)
{
    /// <summary>What is known of a set-up as sewn.</summary>
    /// <param name="setup">The set-up.</param>
    /// <param name="machine">The machine.</param>
    /// <param name="figures">Its figures.</param>
    /// <param name="layers">The layers it goes through.</param>
    /// <param name="learnt">What swatches have taught.</param>
    public static SewnStrip Of(Setup setup, Machine machine, SeamAssessment figures, SeamLayers layers, Learnt learnt)
    {
        // Drag goes with the weight to the power −1.5, and the scale's step leaves the weight open.
        static double Lighter(Figure weight, double gsm) => Math.Pow(weight.Value / gsm, 1.5);
        var weight = layers.Cloth.AreaDensityGsm;
        return new(setup, setup.HeadOf(machine), figures.Drag is { } drag ? new(drag * Lighter(weight, weight.High), drag, drag * Lighter(weight, weight.Low)) : null, layers.GrowthStretchPercent, learnt);
    }
}
