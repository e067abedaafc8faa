using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;
using static System.FormattableString;

namespace YieldingLoop.Core.Planning;

/// <summary>
/// Why each choice of a finished set-up is what it is. Every sentence is written from the set-up it stands beside, so
/// that none of them can speak of another.
/// </summary>
internal static class PlanReasons
{
    private const string Practice = "common practice", Model = "seam model";

    public static IReadOnlyList<Reason> For(SetupPlan plan, FoundSetup found, PlanQuestion question, Need need)
    {
        var layout = found.Layout;
        List<Reason> reasons =
        [
            StitchReason(plan, layout, question, need),
            Point(plan, layout, question),
            Size(plan, layout, question),
            Seats(plan, layout, question),
            .. NeedleThread(plan, layout, question),
            .. LooperThreads(plan, layout, question),
            Length(plan, layout, question, need),
            SettingReasons.NeedleDials(plan, layout, found, question),
            .. SettingReasons.LooperDials(plan, layout, found, question),
        ];
        if (layout.Finger is { } finger)
        {
            reasons.Add(new(PlanTopic.Finger, $"Finger \"{finger.Name}\", which this machine's table pairs with {(question.Seam.Job.Rolls() ? "a rolled hem" : layout.Seats.Count == 2 ? "both needles" : $"the {layout.Seats[0].Name()}")}.", "machine record"));
        }

        if (plan.Differential is not null)
        {
            reasons.Add(SettingReasons.Differential(plan, layout, question));
        }

        if (plan.CuttingWidthFromRightMm is { } cut)
        {
            reasons.Add(SettingReasons.CuttingWidth(cut, plan, (Overlocker)layout.Head));
        }

        if (plan.ZigzagWidthMm is { } width)
        {
            reasons.Add(new(PlanTopic.Width, Invariant($"{width:0.##} mm wide: the seam goes {plan.Figures.Yield.Middle:0} % before it pops, and shows {plan.Figures.Seam.GapMm:0.00} mm of thread when it is pulled open."), Model));
        }

        if (plan.PlateName is not null)
        {
            reasons.Add(SettingReasons.Parts(plan));
        }

        if (layout.Baseline is not null)
        {
            reasons.Add(new(PlanTopic.LooperDials, "All dials start from the manual's own table for this stitch and cloth.", "machine record"));
        }

        return [.. reasons.OrderBy(r => r.Topic)];
    }

    private static Reason StitchReason(SetupPlan plan, Layout layout, PlanQuestion question, Need need)
    {
        var judge = new PlanJudge(question, need);
        double strength = plan.Figures.Seam.StrengthNewtonsPerCm, wanted = judge.StrengthWanted, length = plan.StitchLengthMm;
        var school = $"common practice; school: {SchoolCatalogue.Join.Find(question.Schools.JoinId).Name}";
        if (layout.Flatlock)
        {
            return new(PlanTopic.Stitch, Invariant($"{Phrase.Capital(PlanWords.Stitch(layout))}: pulled open it lies flat, with no ridge on the skin, and opens {plan.Figures.Seam.GapMm:0.0} mm of its {layout.LoopWidthMm:0.0} mm width.{(layout.Stitch.ThreadCount == 2 ? " Two threads want a converter over the upper looper; the machine's manual says whether it has one." : "")}"), Practice + "; " + Model);
        }

        switch (layout.Stitch.Family)
        {
            case StitchFamily.Cover:
                return new(PlanTopic.Stitch, question.Seam.Job is SeamJob.Hem or SeamJob.DecorativeLine
                    ? Invariant($"{Phrase.Capital(layout.Stitch.Name)}: rows {layout.GaugeMm:0.0} mm apart on the face and thread over the raw edge on the back, which stretches with the cloth.")
                    : Invariant($"{Phrase.Capital(layout.Stitch.Name)} over lapped edges: a join that lies flat against the skin."), Practice);
            case StitchFamily.Chain:
                return new(PlanTopic.Stitch, "A chainstitch draws a line anywhere in the cloth, its looper side the pretty one.", Practice);
            case StitchFamily.TwoThreadOveredge:
                return new(PlanTopic.Stitch, "Two threads, as asked for: the lightest edge, with a converter over the upper looper where the machine has one.", Practice);
            case StitchFamily.Lockstitch or StitchFamily.Zigzag or StitchFamily.TwinNeedle:
                return new(PlanTopic.Stitch, PlainSentence(layout.Stitch, question, need), Practice);
        }

        var four = layout.Seats.Count == 2;
        if (question.Seam.Job.Rolls())
        {
            return new(PlanTopic.Stitch, "Three threads over no finger: the edge rolls into the stitch.", Practice);
        }

        if (!question.Seam.Job.Joins())
        {
            return new(PlanTopic.Stitch, question.Seam.Job == SeamJob.EdgeFinish
                ? four ? "Four threads, more than a single edge needs." : "Three threads finish a single edge; a fourth would only add weight."
                : $"{(four ? "Four" : "Three")} threads hold the elastic along its edge.", Practice);
        }

        if (four)
        {
            return new(PlanTopic.Stitch, strength / 2 >= wanted
                ? Invariant($"Four threads join: at {length:0.##} mm they hold {strength:0} N/cm across the seam where {wanted:0} are wanted.")
                : Invariant($"Four threads join: at {length:0.##} mm three would hold {strength / 2:0} N/cm across the seam where {wanted:0} are wanted, four hold {strength:0}."), school);
        }

        if (strength >= wanted)
        {
            return new(PlanTopic.Stitch, Invariant($"Three threads: at {length:0.##} mm they hold {strength:0} N/cm across the seam, enough where {wanted:0} are wanted, and three lie flatter."), school);
        }

        var dragFour = plan.Figures.Drag!.Value * 4 / 3;
        return dragFour > SeamLimits.DragMost
            ? new(PlanTopic.Stitch, Invariant($"Three threads, because four at these dials would drag this stretchy cloth out of shape (drag {dragFour:0.00}, limit {SeamLimits.DragMost:0}); strength gives way to that here ({strength:0} N/cm at {length:0.##} mm where {wanted:0} were wanted)."), "common practice; seam model")
            : new(PlanTopic.Stitch, Invariant($"Three threads: they hold {strength:0} N/cm across the seam at {length:0.##} mm, short of the {wanted:0} that are wanted."), "seam model");
    }

    private static string PlainSentence(Stitch stitch, PlanQuestion question, Need need)
    {
        if (stitch == StitchCatalogue.TwinNeedle)
        {
            return "Two parallel rows on the face, sewn from the face: press, and guide by the fold.";
        }

        if (stitch == StitchCatalogue.Honeycomb)
        {
            return "Honeycomb from the wrong side, with the edge in sight; it looks the same on both sides, and forgives.";
        }

        if (stitch == StitchCatalogue.ThreeStepZigzag)
        {
            return "Three small stitches each way: flat on elastic and on a single edge.";
        }

        if (stitch == StitchCatalogue.TripleStraight)
        {
            return "Strong, with some give, for a seam under load. It is a horror to unpick, so baste and try on first.";
        }

        if (stitch == StitchCatalogue.NarrowSlant)
        {
            return "A narrow slant presses open almost like a straight seam and still gives.";
        }

        return stitch == StitchCatalogue.Zigzag
            ? PlainStitchAdvice.IsCloseFitting(question.Seam, need) ? "A zigzag's slant stretches with the cloth, as close-fitting wear needs." : "A zigzag's slant stretches with the cloth."
            : "A straight stitch does for casual wear that is stretched little.";
    }

    private static Reason Point(SetupPlan plan, Layout layout, PlanQuestion question)
    {
        var cloth = question.Cloth;
        var order = NeedleRules.PointOrder(cloth);
        var stretchy = NeedleRules.Stretchy(cloth);
        var stable = cloth.HighestStretch < ClothLimits.StableKnitBelowPercent;
        var why = cloth.Elastane ? "the cloth holds elastane"
            : stretchy ? Invariant($"it stretches {cloth.HighestStretch:0} %, over {ClothLimits.HighStretchAbovePercent:0}")
            : stable ? Invariant($"a knit that stretches only {cloth.HighestStretch:0} % is stable")
            : Invariant($"it stretches a moderate {cloth.HighestStretch:0} %");
        var missing = layout.Head.NeedlePoints.Contains(order[0]) ? "which would have to be bought or put in" : "but this machine's system is not made with that point";
        return new(
            PlanTopic.Point,
            plan.Point == order[0]
                ? $"The {plan.Point.Name} point, because {why}: it parts the yarns and neither holes nor skips."
                : $"The {plan.Point.Name} point: {why}, which asks for {order[0].Name}, {missing}; the model expects {100 * plan.Figures.SkipInFifty!.Value:0.#} % chance of a skip in {SeamLimits.SkipStitches} stitches.",
            stable ? $"common practice; school: universal needles {SchoolCatalogue.StableKnitPoint.Find(question.Schools.StableKnitPointId).Name}" : Practice);
    }

    private static Reason Size(SetupPlan plan, Layout layout, PlanQuestion question)
    {
        var wanted = NeedleCatalogue.SizeForCloth(question.Cloth.AreaDensity.Value);
        var density = question.Cloth.AreaDensity.Value;
        var nearest = NeedleCatalogue.Nearest(wanted, [.. layout.Head.NeedleSizes.Select(NeedleSize.FromMetric)]);
        return new(
            PlanTopic.Size,
            plan.NeedleSize == wanted ? Invariant($"Size {plan.NeedleSize}, which cloth of {density:0} g/m² asks for.")
            : plan.NeedleSize == nearest ? Invariant($"Size {plan.NeedleSize}, the nearest this machine takes to the {wanted} that {density:0} g/m² asks for.")
            : Invariant($"Size {plan.NeedleSize}, near the {wanted} that {density:0} g/m² asks for, because it is at hand{(plan.NeedleSize > wanted ? " and its eye has room for the thread" : "")}."),
            "seam model; machine record");
    }

    private static Reason Seats(SetupPlan plan, Layout layout, PlanQuestion question)
    {
        if (layout.Head is PlainMachine)
        {
            return new(PlanTopic.Seats, plan.TwinGapMm is null ? "One needle, its flat to the back, pushed fully up." : "A twin needle sits in the centre position; its second thread skips the last guide.", Practice);
        }

        var seats = layout.Seats.Count switch
        {
            3 => "All three needles",
            2 => layout.Head is Overlocker ? "Both needles" : Invariant($"{Phrase.Capital(layout.Seats[0].Name())} and {layout.Seats[1].Name()}, {layout.GaugeMm:0.0} mm apart"),
            _ when layout.Head is Coverstitch => $"The {layout.Seats[0].Name()} alone, from which the manual has a chain stitch",
            _ when question.Seam.Job.Rolls() => "The right needle alone, as a rolled hem wants it",
            _ => layout.Seats[0] == ThreadPosition.NeedleLeft ? "The left needle alone: the wider three-thread seam" : "The right needle alone: the narrower, lighter three-thread seam",
        };
        seats = layout is { Stitch.ThreadCount: 2, Head: Overlocker } ? $"The {layout.Seats[0].Name()} alone" : seats;
        var empty = layout.Head.Seats.Select(s => s.Position).Where(p => !layout.Seats.Contains(p)).ToList();
        var spare = empty.Count == 0 ? "" : $" Take the {string.Join(" and the ", empty.Select(p => p.Name()))} out and {(empty.Count == 1 ? "its thread" : "their threads")} right off the machine, or {(empty.Count == 1 ? "it creeps" : "they creep")} back into the seam.";
        return new(PlanTopic.Seats, seats + "." + spare, Practice);
    }

    private static IEnumerable<Reason> NeedleThread(SetupPlan plan, Layout layout, PlanQuestion question)
    {
        var thread = plan.Threads[0];
        var calibration = layout.Head.CalibrationThread.Id == thread.KindId ? ", which this machine's neutral numbers were found with" : thread.Kind.Textured ? ", by a rule of your own" : "";
        yield return thread.KindId == ThreadCatalogue.StretchPolyester.Id
            ? new(PlanTopic.NeedleThread, "Stretch polyester: smooth enough for the needle, and it stretches where plain thread would pop.", "common practice; seam model")
            : thread.KindId == ThreadCatalogue.CorespunPolyester.Id && question.Seam.Job.Joins() && layout.Head.CalibrationThread.Id != thread.KindId
            ? new(PlanTopic.NeedleThread, Invariant($"Core-spun polyester, the stronger of the smooth ones: the seam holds {plan.Figures.Seam.StrengthNewtonsPerCm:0} N/cm with it, {plan.Figures.Seam.StrengthNewtonsPerCm * Carries(ThreadCatalogue.SpunPolyester) / Carries(thread.Kind):0} with spun polyester."), "common practice; seam model")
            : new(PlanTopic.NeedleThread, $"{Phrase.Capital(thread.Kind.Name)}{(thread.Kind.Textured ? "" : ", smooth and even")}{calibration}.", "common practice; machine record");
        if (thread.StockName is { } stock)
        {
            yield return new(PlanTopic.NeedleThread, $"From the drawer: “{stock}”{(thread.Thread.Colour is not null && question.Cloth.Colour is not null ? ", nearest to the cloth's colour of those there" : "")}.", "drawer");
        }

        if (question.Seam.Seen)
        {
            // Common practice: matching colour and a tighter needle both hide thread, and they add up.
            yield return new(PlanTopic.NeedleThread, "Match its colour to the cloth first: that all but removes what shows when the seam is pulled open; the loopers come after.", Practice);
        }
    }

    /// <summary>What a thread breaks at, cN.</summary>
    private static double Carries(ThreadKind kind) => kind.Tenacity * kind.Tex;

    private static IEnumerable<Reason> LooperThreads(SetupPlan plan, Layout layout, PlanQuestion question)
    {
        var loopers = plan.Threads.Where(t => !t.Position.IsNeedle()).ToList();
        var where = layout.Head switch { PlainMachine => "in the bobbin", Coverstitch => loopers.Count > 1 ? "in chain looper and top cover" : "in the chain looper", _ => loopers.Count > 1 ? "in both loopers" : "in the looper" };
        foreach (var same in loopers.GroupBy(t => t.KindId))
        {
            var kind = same.First().Kind;
            var place = same.Count() == loopers.Count ? where : $"in the {same.First().Position.Name()}";
            yield return new(PlanTopic.LooperThread, $"{Phrase.Capital(kind.Name)} {place}{LooperWhy(kind, same, plan, layout, question)}.", "common practice; seam model");
        }

        foreach (var bought in plan.Threads.Where(t => t.ToBuy).Select(t => t.Kind.Name).Distinct())
        {
            yield return new(PlanTopic.LooperThread, $"To buy: {bought}; the drawer has none.", "drawer");
        }
    }

    private static string LooperWhy(ThreadKind kind, IEnumerable<PlannedThread> where, SetupPlan plan, Layout layout, PlanQuestion question)
    {
        if (kind.Tex >= HardRules.ThickFromTex)
        {
            return ": too thick for a needle; sew with the wrong side up, since the looper side is the pretty side";
        }

        if (question.Seam.Job.Rolls())
        {
            return where.Any(t => t.Position == ThreadPosition.UpperLooper) ? kind.Textured ? " fills the rolled edge" : " wraps the rolled edge"
                : kind.Id == ThreadCatalogue.StretchPolyester.Id ? ", so that the edge itself can stretch" : " only draws the upper thread round";
        }

        if (kind.Textured)
        {
            return layout.Head is PlainMachine ? ", wound by hand and slackly: it gives way when the seam is pulled"
                : question.Cloth.Sheds ? " fills the stitch and locks a shedding edge in"
                : question.Seam.OnSkin ? ": soft where the seam lies against the skin"
                : " gives way when the seam is pulled, and lets the needle thread go further";
        }

        return kind.Id == ThreadCatalogue.StretchPolyester.Id ? ": it gives with the cloth" : ": nothing dearer is needed here";
    }

    private static Reason Length(SetupPlan plan, Layout layout, PlanQuestion question, Need need)
    {
        var usual = new PlanSteps(question, need).UsualLength(layout);
        if (Math.Abs(plan.StitchLengthMm - usual) < 1e-6)
        {
            var why = layout.Head is Overlocker ? LengthRules.Start(question).Why : "what the trade starts with for this stitch";
            return new(PlanTopic.Length, Invariant($"{plan.StitchLengthMm:0.##} mm: {why}."), Practice);
        }

        return new(PlanTopic.Length, plan.StitchLengthMm < usual
            ? Invariant($"{plan.StitchLengthMm:0.##} mm, shorter than the usual {usual:0.##}: more thread and more stitches in every centimetre, so the seam goes {plan.Figures.Yield.Middle:0} % and holds {plan.Figures.Seam.StrengthNewtonsPerCm:0} N/cm.")
            : Invariant($"{plan.StitchLengthMm:0.##} mm, longer than the usual {usual:0.##}: {plan.Figures.Seam.Consumption:0.0} m of thread per metre of seam and {plan.Figures.MassRatio:0.00} of the cloth's weight."), Model);
    }
}
