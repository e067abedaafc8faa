using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Minutes;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.ThreadUp;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Planning;

/// <summary>
/// Walks the lattice of set-ups: machine, stitch, seats, finger, needle, thread in every position, length, width,
/// needle dial, cutting width. Looper dials and differential are solved. Needle and knife act on figures of their own,
/// so the best of each is found once and added: the rank is a sum of parts, and nothing is left out by that.
/// </summary>
internal sealed class LatticeSearch
{
    private readonly PlanQuestion question;
    private readonly Need need;
    private readonly PlanJudge judge;
    private readonly IReadOnlyList<ThreadOption> threads;
    private readonly Dictionary<(string, string, bool, string), FoundSetup> best = [];
    private readonly Dictionary<HardRule, Finding> broken = [];
    private readonly HashSet<RuleStage> passed = [];

    private LatticeSearch(PlanQuestion question, Need need, IReadOnlySet<string>? kinds)
    {
        this.question = question;
        this.need = need;
        judge = new PlanJudge(question, need);
        threads = [.. PlanOptions.Threads(question).Where(t => kinds is null || kinds.Contains(t.Kind.Id))];
    }

    /// <summary>How many set-ups the lattice holds.</summary>
    public long Candidates { get; private set; }

    /// <summary>How many the seam model was asked about; the others share its answer.</summary>
    public long Evaluated { get; private set; }

    /// <summary>The best of every kind, the best first.</summary>
    public IReadOnlyList<FoundSetup> Best { get; private set; } = [];

    /// <summary>What stood in the way where nothing got past: of the rules that were broken there, the one that came last, since what broke it had kept all before it.</summary>
    public (HardRule Rule, Finding Says)? Obstacle => HardRules.All
        .Select((rule, place) => (rule, place)).Where(r => broken.ContainsKey(r.rule))
        .OrderBy(r => passed.Contains(r.rule.Stage)).ThenBy(r => r.rule.Stage).ThenByDescending(r => r.place)
        .Select(r => ((HardRule, Finding)?)(r.rule, broken[r.rule])).FirstOrDefault();

    /// <summary>Walks the lattice of a question.</summary>
    /// <param name="question">The question.</param>
    /// <param name="need">What the wearer asks.</param>
    /// <param name="kinds">Kinds of thread that may be used; null for all.</param>
    public static LatticeSearch Of(PlanQuestion question, Need need, IReadOnlySet<string>? kinds = null)
    {
        var search = new LatticeSearch(question, need, kinds);
        search.Run();
        return search;
    }

    private void Run()
    {
        foreach (var hand in question.Machines.Where(h => question.Pins.MachineId is null || h.Id == question.Pins.MachineId))
        {
            foreach (var layout in Layouts.Of(hand, question))
            {
                var trial = new SetupTrial(question, need, layout);
                if (!Breaks(RuleStage.Layout, trial))
                {
                    Walk(layout, trial);
                }
            }
        }

        Best = [.. best.Values.OrderBy(f => f.Rank).ThenBy(f => f.Kind.Machine, StringComparer.Ordinal).ThenBy(f => f.Kind.Stitch, StringComparer.Ordinal).ThenBy(f => f.Kind.Flatlock).ThenBy(f => f.Kind.Threads, StringComparer.Ordinal)];
    }

    private bool Breaks(RuleStage stage, SetupTrial trial)
    {
        if (HardRules.Broken(stage, trial) is not { } rule)
        {
            passed.Add(stage);
            return false;
        }

        if (!broken.ContainsKey(rule))
        {
            broken[rule] = rule.Says(trial);
        }

        return true;
    }

    private void Walk(Layout layout, SetupTrial trial)
    {
        var pins = question.Pins;
        var head = layout.Head;
        var weights = question.Weights;
        var thickness = question.Layers.SewnThicknessMm;
        var solver = new DialSolver(question, layout, thickness);
        var change = new Changeover(layout.Hand.Machine, layout.Hand.State, head.Kind);
        var along = question.Layers.DragStretchPercent;
        var (differential, pressure) = FeedRules.For(layout, question);
        var lengths = LatticeAxes.HalfSteps(head.StitchLengthMm, pins.LengthMm, ManualStart.LengthMm(layout, question));
        var widths = layout.Stitch.NeedsZigzagWidth ? LatticeAxes.Widths(layout, pins.WidthMm) : [0];
        var cuts = head is Overlocker knife ? LatticeAxes.HalfSteps(knife.CuttingWidthMm, pins.CuttingWidthMm, layout.Baseline?.WidthMm) : [];
        var offsets = LatticeAxes.Offsets(layout, question);
        var needles = (layout.TwinGapMm is { } gap ? PlanOptions.TwinNeedles(question, head, layout.Hand.State).Where(n => n.TwinGapMm == gap) : PlanOptions.Needles(question, head, layout.Hand.State))
            .Where(n => (pins.PointId is null || n.Point.Id == pins.PointId) && (pins.SizeMetric is { } size ? n.Size.Metric == size : layout.Baseline is not { NeedleSizes.Count: > 0 } row || row.NeedleSizes.Contains(n.Size.Metric))).ToList();
        if (lengths.Count == 0 || widths.Count == 0 || (head is Overlocker && cuts.Count == 0) || needles.Count == 0)
        {
            return;
        }

        var tier = TradeOrder.Of(layout, question, need)!.Value;
        var common = (judge.Growth(layout, differential, pressure ?? 1) with { Tier = tier }).Pay(weights.PerChangeoverMinute * (change.Fixed()
            + (layout.Finger is { } finger ? change.Finger(finger.Name) : 0) + (differential is { } ratio ? change.Feed(ratio) : 0)
            + (pressure is { } foothold ? change.FootPressure(foothold) : 0) + (head is Overlocker ? change.Converter(layout.ConverterName.OrEmpty()) : 0)
            + (layout.Plate is { } plate ? change.Plate(plate.Name) : 0) + (layout.Foot is { } foot ? change.Foot(foot.Name) : 0)
            + (head is PlainMachine ? change.Stitch(layout.Stitch.SwitchedTo) + (layout.TwinGapMm is null ? 0 : change.NeedlePosition(0)) + (layout.Stitch.NeedsZigzagWidth ? 0 : change.Straight()) : 0)
            + (layout.Tape ? MinutesFor.Part : 0)));
        var preferred = PlanSteps.PreferredNeedle(question);
        var aside = layout.Flatlock && question.Seam.Job != SeamJob.Flatlock && pins.Flatlock != true;
        var oneDial = layout.NeedlePositions.Select(p => head.DialPlaceOf(p)).Distinct().Count() == 1;
        var laid = new LaidThread[layout.Stitch.ThreadCount];
        var readings = new ThreadReading[SeamModel.MostThreads];
        var uppers = layout.UpperPosition is null ? [(ThreadOption?)null]
            : threads.Where(t => pins.UpperThreadId is null || t.Kind.Id == pins.UpperThreadId).Select(t => (ThreadOption?)t).ToArray();
        var lowers = threads.Where(t => pins.LowerThreadId is null || t.Kind.Id == pins.LowerThreadId).ToArray();

        foreach (var needleThread in threads.Where(t => pins.NeedleThreadId is null || t.Kind.Id == pins.NeedleThreadId))
        {
            trial.NeedleThread = needleThread;
            var seated = BestNeedle(layout, trial, needles, change);
            foreach (var upper in uppers)
            {
                foreach (var lower in lowers)
                {
                    (trial.Upper, trial.Lower, trial.LengthMm) = (upper, lower, null);
                    if (Breaks(RuleStage.Threads, trial) || seated is null)
                    {
                        continue;
                    }

                    Candidates += (long)lengths.Count * widths.Count * Math.Max(1, cuts.Count) * offsets.Count * needles.Count;
                    var loopers = solver.Loopers(needleThread.Kind, upper?.Kind, lower.Kind);
                    var line = solver.LineOf(upper?.Kind, lower.Kind);
                    // Threads of one layout differ in these only; what stays the same is added once.
                    var here = common + judge.Loopers(layout, needleThread.Kind, upper?.Kind, lower.Kind) + seated.Value.Part;
                    here = here.Pay(weights.PerChangeoverMinute * LooperMinutes(layout, upper?.Thread, lower.Thread, loopers, change)
                        + weights.PerStep * ((loopers.Upper?.Distance() ?? 0) + loopers.Lower.Distance())
                        + weights.PerPurchase * Purchases(needleThread, upper, lower, seated.Value.Needle, layout.Seats.Count));
                    var (cut, cutPart) = BestCut(layout, loopers, cuts, change);
                    here += cutPart;

                    var drag = Lay(layout, laid, needleThread, upper, lower, loopers, along);
                    PlanRank? least = null;
                    var at = (Offset: 0.0, Length: 0.0, Width: 0.0);
                    foreach (var offset in offsets)
                    {
                        var dials = 0.0;
                        for (var i = 0; i < layout.NeedlePositions.Count; i++)
                        {
                            var position = layout.NeedlePositions[i];
                            var dial = solver.Needle(position, needleThread.Kind, offset);
                            laid[i] = new LaidThread(position, needleThread.Kind, dial.TensionCentinewtons);
                            // A dial is turned once, whatever hangs from it.
                            dials += i > 0 && oneDial ? 0 : weights.PerStep * dial.Distance(preferred) + weights.PerChangeoverMinute * change.Dial(head.DialPlaceOf(position)!.Value, dial.Number!.Value);
                        }

                        foreach (var length in lengths)
                        {
                            trial.LengthMm = length;
                            if (Breaks(RuleStage.Length, trial))
                            {
                                continue;
                            }

                            foreach (var width in widths)
                            {
                                var geometry = new SeamGeometry(layout.Stitch, length, thickness) { ZigzagWidthMm = width, GaugeMm = layout.GaugeMm, LoopWidthMm = layout.LoopWidthMm };
                                var reading = SeamModel.Evaluate(geometry, laid, readings);
                                Evaluated++;
                                reading = Expected(layout.Hand.Learnt, line, laid, readings, reading, loopers);
                                var part = here + judge.Seam(layout, reading, drag, loopers, length, width, thickness);
                                part = part.Pay(dials + weights.PerChangeoverMinute * (change.Length(length) + (layout.Stitch.NeedsZigzagWidth ? change.Width(width) : 0)));
                                var rank = new PlanRank(judge.VerdictClass(reading.YieldPercent), part) { Aside = aside };
                                if (least is null || rank.CompareTo(least.Value) < 0)
                                {
                                    (least, at) = (rank, (offset, length, width));
                                }
                            }
                        }
                    }

                    if (least is { } rankFound)
                    {
                        Offer(new FoundSetup
                        {
                            Layout = layout, NeedleThread = needleThread, Upper = upper, Lower = lower, Needle = seated.Value.Needle, Loopers = loopers,
                            NeedleOffset = at.Offset, LengthMm = at.Length, WidthMm = at.Width, CuttingFromRightMm = cut, Differential = differential, FootPressure = pressure, Rank = rankFound,
                        });
                    }
                }
            }
        }
    }

    /// <summary>A reading with what the machine's swatches taught in it: where its first thread pops, and where its loopers meet.</summary>
    private static SeamReading Expected(MachineLearnt learnt, LearntLine? line, LaidThread[] laid, ThreadReading[] readings, in SeamReading reading, in SolvedLoopers loopers)
    {
        if (!learnt.Any)
        {
            return reading;
        }

        var meeting = reading.MeetingLineMm is { } model && line is { } read
            ? DialSolver.Expected(read, model, loopers.Upper!.Value.StepsTighter - loopers.Lower.StepsTighter) : reading.MeetingLineMm;
        return reading with { YieldPercent = learnt.YieldPercent(laid, readings, reading.YieldPercent), MeetingLineMm = meeting };
    }

    private void Offer(FoundSetup found)
    {
        if (!best.TryGetValue(found.Kind, out var before) || found.Rank.CompareTo(before.Rank) < 0)
        {
            best[found.Kind] = found;
        }
    }

    /// <summary>The threads that are not in needles, into the places behind the needles; and the drag they make.</summary>
    private double? Lay(Layout layout, LaidThread[] laid, ThreadOption needle, ThreadOption? upper, ThreadOption lower, in SolvedLoopers loopers, double along)
    {
        for (var i = 0; i < layout.NeedlePositions.Count; i++)
        {
            laid[i] = new LaidThread(layout.NeedlePositions[i], needle.Kind, 1);
        }

        var next = layout.NeedlePositions.Count;
        if (upper is not null)
        {
            laid[next++] = new LaidThread(layout.UpperPosition!.Value, upper.Kind, loopers.Upper!.Value.TensionCentinewtons);
        }

        laid[next] = new LaidThread(layout.LowerPosition, lower.Kind, loopers.Lower.TensionCentinewtons);
        return ClothEffects.Drag(layout.Stitch, laid, along, question.Layers.DragGsm);
    }

    private static double LooperMinutes(Layout layout, SewingThread? upper, SewingThread lower, in SolvedLoopers loopers, Changeover change)
    {
        var minutes = change.Loopers(p => p == layout.UpperPosition ? upper : p == layout.LowerPosition ? lower : null, out _);
        minutes += loopers.Upper is { Number: { } up } ? change.Dial(layout.UpperPosition!.Value, up) : 0;
        return minutes + (loopers.Lower.Number is { } low ? change.Dial(layout.LowerPosition, low) : 0);
    }

    /// <summary>Distinct kinds and needles the drawer lacks.</summary>
    public static int Purchases(ThreadOption needle, ThreadOption? upper, ThreadOption lower, NeedleOption seated, int seats) =>
        new[] { needle, upper, lower }.OfType<ThreadOption>().Where(t => t.ToBuy).Select(t => t.Kind.Id).Distinct().Count() + (seated.ToBuy(seats) ? 1 : 0);

    /// <summary>The needle that suits best with a needle thread, its price included; null where none may be used.</summary>
    private (NeedleOption Needle, RankPart Part)? BestNeedle(Layout layout, SetupTrial trial, List<NeedleOption> needles, Changeover change)
    {
        (NeedleOption, RankPart)? least = null;
        // Whether a looper is threaded from its cone follows from what is on the machine, not from the kind of thread.
        var afresh = change.Afresh(layout.Stitch.OtherPositions);
        foreach (var needle in needles)
        {
            trial.Needle = needle;
            if (Breaks(RuleStage.Needle, trial))
            {
                continue;
            }

            var wanted = needle.Of(layout.Head.NeedleSystem);
            var minutes = change.Needles(Places.Of(layout.Seats.Select(s => (s, wanted))))
                + layout.NeedlePositions.Sum(p => change.NeedleThread(layout.Head.SeatPlaceOf(p), wanted, p, trial.NeedleThread!.Thread.Running(layout.Head, p, question.Schools), afresh));
            var part = judge.Needle(needle, trial.NeedleThread!.Kind, layout.Seats.Count).Pay(question.Weights.PerChangeoverMinute * minutes);
            // What it costs to buy is counted with the threads; here it decides between needles.
            var price = needle.ToBuy(layout.Seats.Count) ? part.Pay(question.Weights.PerPurchase) : part;
            if (least is null || price.CompareTo(least.Value.Item2) < 0)
            {
                least = (needle, price);
            }
        }

        return least is var (chosen, paid) && chosen.ToBuy(layout.Seats.Count) ? (chosen, paid.Pay(-question.Weights.PerPurchase)) : least;
    }

    private (double? FromRight, RankPart Part) BestCut(Layout layout, in SolvedLoopers loopers, IReadOnlyList<double> cuts, Changeover change)
    {
        if (layout.Head is not Overlocker)
        {
            return (null, RankPart.None);
        }

        Span<LaidThread> around = new LaidThread[2];
        var count = 0;
        if (loopers.Upper is { } upper)
        {
            around[count++] = new LaidThread(layout.UpperPosition!.Value, ThreadCatalogue.SpunPolyester, upper.TensionCentinewtons);
        }

        around[count++] = new LaidThread(layout.LowerPosition, ThreadCatalogue.SpunPolyester, loopers.Lower.TensionCentinewtons);
        var reach = SeamLayout.LoopReach(layout.LoopWidthMm, around[..count]);
        (double, RankPart)? least = null;
        foreach (var cut in cuts)
        {
            var part = judge.Knife(layout, reach, cut + layout.OutermostFromRightMm).Pay(question.Weights.PerChangeoverMinute * (change.Knife(cut) + change.KnifeStand(KnifeStand.Cutting)));
            if (least is null || part.CompareTo(least.Value.Item2) < 0)
            {
                least = (cut, part);
            }
        }

        return least!.Value;
    }
}
