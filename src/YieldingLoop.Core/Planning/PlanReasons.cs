using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Planning;

/// <summary>
/// Why each choice of a finished set-up is what it is. Every finding is taken from the set-up it stands beside, so that
/// none of them can speak of another.
/// </summary>
internal static class PlanReasons
{
    private static readonly Basis[] Practice = [Basis.CommonPractice], PracticeAndModel = [Basis.CommonPractice, Basis.SeamModel];

    public static IReadOnlyList<Reason> For(SetupPlan plan, FoundSetup found, PlanQuestion question, Need need)
    {
        var layout = found.Layout;
        List<Reason> reasons =
        [
            StitchReasons.Of(plan, layout, question, need),
            Point(plan, layout, question),
            Size(plan, layout, question),
            Seats(layout, plan, question),
            .. NeedleThread(plan, layout, question),
            .. LooperThreads(plan, layout, question),
            Length(plan, layout, question, need),
            SettingReasons.NeedleDials(plan, layout, found, question),
            .. SettingReasons.LooperDials(plan, layout, found, question),
        ];
        if (layout.Finger is { } finger)
        {
            var code = question.Seam.Job.Rolls() ? "finger-rolled" : layout.Seats.Count == 2 ? "finger-both" : "finger-seat";
            reasons.Add(new(PlanTopic.Finger, new Finding(code).With("finger", finger.Name).With("seat", layout.Seats[0].Id()), Basis.MachineRecord));
        }

        if (plan.Differential is not null)
        {
            reasons.Add(SettingReasons.Differential(plan, layout, question));
        }

        if (plan.CuttingWidthFromRightMm is { } cut)
        {
            reasons.Add(SettingReasons.CuttingWidth(cut, plan, (Overlocker)layout.Head, question.Seam.Job.Rolls()));
        }

        reasons.AddRange(SettingReasons.Guide(plan, layout, question));
        if (plan is { Stitch.NeedsZigzagWidth: true, ZigzagWidthMm: { } width })
        {
            reasons.Add(new(PlanTopic.Width, new Finding("width").With("widthMm", width).With("yieldPercent", plan.Figures.YieldPercent.Middle).With("gapMm", plan.Figures.Seam.GapMm), Basis.SeamModel));
        }

        if (plan.PlateName is not null)
        {
            reasons.Add(SettingReasons.Parts(plan));
        }

        if (plan.Setup.FootPressure.TryGet(out var pressure))
        {
            reasons.Add(SettingReasons.FootPressure(plan, layout, pressure, question));
        }

        return [.. reasons.OrderBy(r => r.Topic)];
    }

    private static Reason Point(SetupPlan plan, Layout layout, PlanQuestion question)
    {
        var cloth = question.Through;
        // Twin needles for knits are made with a point of their own.
        var wanted = plan.TwinGapMm is null ? NeedleRules.PointOrder(cloth)[0] : NeedleRules.TwinPointOrder[0];
        var stable = cloth.HighestStretchPercent < ClothLimits.StableKnitBelowPercent;
        var two = question.Seam.Other is not null;
        var why = cloth.Elastane ? new(two ? "layers-elastane" : "cloth-elastane")
            : NeedleRules.Stretchy(cloth) ? new Finding(two ? "layers-stretchy" : "cloth-stretchy").With("stretchPercent", cloth.HighestStretchPercent).With("limitPercent", ClothLimits.HighStretchAbovePercent)
            : new Finding(two ? "layers-moderate" : stable ? "cloth-stable" : "cloth-moderate").With("stretchPercent", cloth.HighestStretchPercent);
        var point = plan.Point == wanted
            ? new Finding((plan.Missed & PlanLimits.Skip) != 0 ? "point-as-asked" : "point-suits").With("point", plan.Point.Id)
            : new Finding(layout.Head.NeedlePoints.Contains(wanted) ? "point-to-get" : "point-not-made").With("point", plan.Point.Id).With("wanted", wanted.Id)
                .With("skipPercent", 100 * plan.Figures.SkipInFifty!.Value).With("stitches", SeamLimits.SkipStitches);
        return new(PlanTopic.Point, [point, why], Practice, stable ? SchoolCatalogue.StableKnitPoint.Id : null);
    }

    private static Reason Size(SetupPlan plan, Layout layout, PlanQuestion question)
    {
        var density = question.Through.AreaDensityGsm.Value;
        var wanted = NeedleCatalogue.SizeForCloth(density);
        var nearest = NeedleCatalogue.Nearest(wanted, [.. layout.Head.NeedleSizes.Select(NeedleSize.FromMetric)]);
        var code = layout.Baseline is { NeedleSizes.Count: > 0 } ? "size-by-manual" : plan.NeedleSize == wanted ? "size-asked" : plan.TwinGapMm is not null ? "size-sold" : plan.NeedleSize == nearest ? "size-nearest" : "size-at-hand";
        List<Finding> findings = [new Finding(code).With("sizeMetric", plan.NeedleSize.Metric).With("wantedMetric", wanted.Metric).With("areaDensityGsm", density)];
        if (code == "size-at-hand" && plan.NeedleSize > wanted)
        {
            findings.Add(new("size-eye"));
        }

        return new(PlanTopic.Size, findings, [Basis.SeamModel, Basis.MachineRecord]);
    }

    private static Reason Seats(Layout layout, SetupPlan plan, PlanQuestion question)
    {
        if (layout.Head is PlainMachine)
        {
            return new(PlanTopic.Seats, new(plan.TwinGapMm is null ? "seats-one-needle" : question.Schools.Follows(SchoolCatalogue.LastGuide, "past") ? "seats-twin" : "seats-twin-through"), Basis.CommonPractice);
        }

        var seats = layout.Seats;
        var filled = seats.Count switch
        {
            3 => new Finding("seats-all"),
            2 when layout.Head is Overlocker => new("seats-both"),
            2 => new Finding("seats-pair").With("seats", PlanWords.Ids(seats)).With("gaugeMm", layout.GaugeMm),
            _ when layout is { Stitch.ThreadCount: 2, Head: Overlocker } => new Finding("seats-alone").With("seat", seats[0].Id()),
            _ when layout.Head is Coverstitch => new Finding("seats-chain").With("seat", seats[0].Id()),
            _ when question.Seam.Job.Rolls() => new("seats-rolled"),
            _ => new(seats[0] == ThreadPosition.NeedleLeft ? "seats-left" : "seats-right"),
        };
        var empty = layout.Head.Seats.Select(s => s.Position).Where(p => !seats.Contains(p)).ToList();
        return new(
            PlanTopic.Seats,
            empty.Count == 0 ? [filled] : [filled, empty.Count == 1 ? new Finding("seat-emptied").With("seat", empty[0].Id()) : new Finding("seats-emptied").With("seats", PlanWords.Ids(empty))],
            Practice);
    }

    private static IEnumerable<Reason> NeedleThread(SetupPlan plan, Layout layout, PlanQuestion question)
    {
        var thread = plan.Threads[0];
        yield return new(PlanTopic.NeedleThread, [NeedleThreadFinding(thread, plan, layout, question, out var bases)], bases);
        if (thread.StockName is { } stock)
        {
            var nearest = thread.Thread.Colour is not null && question.Cloth.Colour is not null;
            yield return new(PlanTopic.NeedleThread, new Finding(nearest ? "from-drawer-nearest" : "from-drawer").With("stock", stock), Basis.Drawer);
        }

        if (thread.Figures.Even == true)
        {
            yield return new(PlanTopic.NeedleThread, new("thread-even"), Basis.Drawer);
        }

        if (question.Seam.Seen)
        {
            // Common practice C9, D3: matching colour and a tighter needle both hide thread, and they add up.
            yield return new(PlanTopic.NeedleThread, new("match-colour"), Basis.CommonPractice);
        }
    }

    private static Finding NeedleThreadFinding(PlannedThread thread, SetupPlan plan, Layout layout, PlanQuestion question, out Basis[] bases)
    {
        var calibration = layout.Head.CalibrationThread.Id == thread.KindId;
        bases = PracticeAndModel;
        if (thread.KindId == ThreadCatalogue.StretchPolyester.Id)
        {
            return new(plan.Figures.Verdict!.Verdict is Verdict.Pops or Verdict.Tight && plan.Figures.Seam.FirstToPop?.IsNeedle() == true ? "needle-thread-stretch-short" : "needle-thread-stretch");
        }

        var strength = plan.Figures.Seam.StrengthNewtonsPerCm;
        if (thread.KindId == ThreadCatalogue.CorespunPolyester.Id && question.Seam.Job.Joins() && !calibration)
        {
            return new Finding("needle-thread-corespun").With("strengthNewtonsPerCm", strength)
                .With("ofSpunNewtonsPerCm", strength * Carries(ThreadCatalogue.SpunPolyester) / Carries(thread.Kind));
        }

        bases = [Basis.CommonPractice, Basis.MachineRecord];
        var code = thread.Kind.Textured && !calibration ? "needle-thread-own-rule" : calibration ? "needle-thread-calibration" : "needle-thread-smooth";
        return new Finding(code).With("thread", thread.KindId);
    }

    /// <summary>What a thread breaks at, cN.</summary>
    private static double Carries(ThreadKind kind) => kind.TenacityCentinewtonsPerTex * kind.Tex;

    private static IEnumerable<Reason> LooperThreads(SetupPlan plan, Layout layout, PlanQuestion question)
    {
        foreach (var same in plan.Threads.Where(t => !t.Position.IsNeedle()).GroupBy(t => t.KindId))
        {
            var kind = same.First().Kind;
            yield return new(
                PlanTopic.LooperThread,
                [new Finding("looper-thread").With("thread", kind.Id).With("positions", PlanWords.Ids(same.Select(t => t.Position))), new(LooperWhy(kind, same, plan, layout, question))],
                PracticeAndModel);
        }

        foreach (var bought in plan.Threads.Where(t => t.ToBuy).Select(t => t.KindId).Distinct())
        {
            yield return new(PlanTopic.LooperThread, new Finding("to-buy").With("thread", bought), Basis.Drawer);
        }
    }

    private static string LooperWhy(ThreadKind kind, IEnumerable<PlannedThread> where, SetupPlan plan, Layout layout, PlanQuestion question)
    {
        bool Missed(PlanLimits limits) => (plan.Missed & limits) != 0;
        var stretch = kind.Id == ThreadCatalogue.StretchPolyester.Id;
        if (kind.Tex >= HardRules.ThickFromTex)
        {
            return "looper-thick";
        }

        if (question.Seam.Job.Rolls())
        {
            return where.Any(t => t.Position == ThreadPosition.UpperLooper) ? Missed(PlanLimits.Cover | PlanLimits.Meeting) ? "looper-rolled-edge" : kind.Textured ? "looper-fills-rolled" : "looper-wraps-rolled"
                : stretch ? "looper-rolled-stretches" : "looper-draws-round";
        }

        if (kind.Textured)
        {
            return layout.Head is PlainMachine ? "bobbin-slack"
                : question.Through.Sheds && layout.Stitch.NeedsLoopWidth ? Missed(PlanLimits.Cover) ? "looper-textured-shedding" : "looper-locks-shedding"
                : question.Seam.OnSkin ? "looper-soft"
                : "looper-gives-way";
        }

        return stretch ? "looper-gives-with-cloth"
            : Missed(PlanLimits.Cover | PlanLimits.Textured) || plan.Figures.Verdict!.Verdict is Verdict.Pops or Verdict.Tight ? "looper-plain" : "looper-nothing-dearer";
    }

    private static Reason Length(SetupPlan plan, Layout layout, PlanQuestion question, Need need)
    {
        var usual = new PlanSteps(question, need).UsualLength(layout);
        var length = plan.StitchLengthMm;
        if (Math.Abs(length - usual) < 1e-6)
        {
            return new(PlanTopic.Length, new Finding(layout.Head is Overlocker ? LengthWhy(plan, question) : "length-trade").With("lengthMm", length), Basis.CommonPractice);
        }

        if (length < usual)
        {
            return new(
                PlanTopic.Length,
                new Finding("length-shorter").With("lengthMm", length).With("usualMm", usual)
                    .With("yieldPercent", plan.Figures.YieldPercent.Middle).With("strengthNewtonsPerCm", plan.Figures.Seam.StrengthNewtonsPerCm),
                Basis.SeamModel);
        }

        var longer = new Finding("length-longer").With("lengthMm", length).With("usualMm", usual).With("threadMetresPerMetre", plan.Figures.Seam.Consumption);
        return new(PlanTopic.Length, plan.Figures.MassRatio is { } ratio ? longer.With("massRatio", ratio) : longer, Basis.SeamModel);
    }

    /// <summary>Why the trade starts with this length; what it did not come to here is not promised.</summary>
    private static string LengthWhy(SetupPlan plan, PlanQuestion question) =>
        LengthRules.Start(question).Why is var why && (plan.Missed & PlanLimits.Cover) == 0 ? why
        : why switch { "length-shedding" => "length-shedding-short", "length-rolled" => "length-rolled-short", _ => why };
}
