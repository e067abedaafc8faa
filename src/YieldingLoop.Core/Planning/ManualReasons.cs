using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Planning;

/// <summary>
/// The reasons of a set-up that starts from a row of the manual's own table. What the row gives is set; where the model by
/// itself would choose otherwise, its choice and its reason stand beside it (common practice A2).
/// </summary>
internal static class ManualReasons
{
    public static IReadOnlyList<Reason> For(SetupPlan plan, FoundSetup found, PlanQuestion question, Need need)
    {
        var row = found.Layout.Baseline!;
        var own = PlanReasons.For(plan, found, question, need);
        var model = Model(found, question, need);
        var reasons = new List<Reason>(own);
        Replace(PlanTopic.Length, ManualStart.LengthMm(found.Layout, question) is null ? null : Within(new Finding("manual-length").With("lengthMm", plan.StitchLengthMm), "Mm", row.LengthRangeMm), model?.StitchLengthMm == plan.StitchLengthMm);
        Replace(PlanTopic.Differential, row.Differential is null || question.Seam.Job == SeamJob.LettuceEdge || plan.Differential is not { } ratio ? null
            : Within(new Finding("manual-differential").With("differential", ratio).With("growthPercent", plan.Figures.GrowthPercent!.Value.Middle), "", row.DifferentialRange), model?.Differential == plan.Differential);
        Replace(PlanTopic.CuttingWidth, row.WidthMm is null || plan.CuttingWidthFromRightMm is not { } cut ? null
            : Within(new Finding("manual-cutting-width").With("cuttingWidthMm", cut).With("overhangMm", plan.Figures.Seam.OverhangMm!.Value), "Mm", row.WidthRangeMm), model?.CuttingWidthFromRightMm == plan.CuttingWidthFromRightMm);
        Replace(PlanTopic.Width, row.WidthMm != plan.ZigzagWidthMm || plan.ZigzagWidthMm is not { } width ? null
            : Within(new Finding("manual-width").With("widthMm", width).With("yieldPercent", plan.Figures.YieldPercent.Middle).With("gapMm", plan.Figures.Seam.GapMm), "Mm", row.WidthRangeMm), model?.ZigzagWidthMm == plan.ZigzagWidthMm);
        Replace(PlanTopic.Finger, row.FingerName is null || row.FingerName != plan.FingerName ? null : new Finding("manual-finger").With("finger", plan.FingerName!), model?.FingerName == plan.FingerName);
        Dials(PlanTopic.NeedleDials, needles: true);
        Dials(PlanTopic.LooperDials, needles: false);
        // What is set first, then where to guide the edge.
        return [.. reasons.OrderBy(r => r.Topic).ThenBy(Guides)];

        // What the row gives in the place of the reasons of a topic; what the model has instead behind it, where that differs.
        void Replace(PlanTopic topic, Finding? manual, bool same)
        {
            if (manual is null)
            {
                return;
            }

            // Where the edge is guided holds whatever the width is by.
            reasons.RemoveAll(r => r.Topic == topic && !Guides(r));
            List<Finding> instead = same || model is null ? [] : [new("model-instead"), .. model.ReasonsFor(topic).Where(r => !Guides(r)).SelectMany(r => r.Findings)];
            reasons.Add(new(topic, [manual, .. instead], instead.Count > 0 ? [Basis.MachineRecord, Basis.SeamModel] : [Basis.MachineRecord]));
        }

        void Dials(PlanTopic topic, bool needles)
        {
            var printed = row.Dials.Where(d => d.Position.IsNeedle() == needles && plan.Setup.Dials[d.Position].IsThere).ToList();
            if (printed.Count == 0)
            {
                return;
            }

            var before = reasons.FindAll(r => r.Topic == topic);
            reasons.RemoveAll(r => r.Topic == topic);
            var moved = printed.Exists(d => Math.Abs(plan.Setup.Dials[d.Position].Value - d.Ideal) > 1e-9);
            // What they come to is said of these numbers; why the model would turn them is not why they stand here.
            var stays = before.SelectMany(r => r.Findings).Where(f => f.Code is "gap" or "loopers-meet" or "loopers-meet-manual" or "loopers-wrapped" or "loopers-wrap-short" or "chain-looper-ridge" or "chain-looper-flat"
                or "textured-one-looser" or "textured-unchanged" or "textured-tightest" or "bobbin-measured" or "bobbin-not-measured").ToList();
            List<Finding> findings = [new(moved ? "manual-dials" : "manual-dials-printed"), .. stays];
            if (model is not null && Others(needles).ToList() is { Count: > 0 } others)
            {
                findings.Add(others.Aggregate(new Finding("model-dials"), (f, d) => f.With(Key(d.Position), d.Number)));
                findings.AddRange(model.ReasonsFor(topic).SelectMany(r => r.Findings).Where(f => !stays.Contains(f) && f.Code != "gap"));
            }

            reasons.Add(new(topic, findings, [Basis.MachineRecord, Basis.SeamModel], before.FirstOrDefault()?.SchoolQuestionId));
        }

        IEnumerable<(ThreadPosition Position, double Number)> Others(bool needles) =>
            model!.Setup.Dials.Where(d => d.Key.IsNeedle() == needles && plan.Setup.Dials[d.Key].Number() is { } here && Math.Abs(here - d.Value) > 1e-9).Select(d => (d.Key, d.Value));
    }

    private static bool Guides(Reason reason) => reason.Findings[0].Code is "allowance-taken" or "allowance-trimmed" or "allowance-short" or "guide-the-edge";

    /// <summary>"needleLeft": how the figure of a dial is named.</summary>
    private static string Key(ThreadPosition position) =>
        string.Concat(position.Id().Split('-').Select((part, i) => i == 0 ? part : char.ToUpperInvariant(part[0]) + part[1..]));

    private static Finding Within(Finding finding, string unit, ManualRange? range) =>
        range is { Low: { } low, High: { } high } ? finding.With("low" + unit, low).With("high" + unit, high) : finding;

    /// <summary>What the model alone would set, with the same stitch, seats and threads on the same machine; null where it finds nothing.</summary>
    private static SetupPlan? Model(FoundSetup found, PlanQuestion question, Need need)
    {
        var layout = found.Layout;
        var alone = question with
        {
            WithoutManual = true,
            Pins = question.Pins with
            {
                MachineId = layout.Hand.Id,
                StitchId = layout.Stitch.Id,
                Flatlock = layout.Flatlock,
                Seats = SeatSet.Of(layout.Seats),
                TwinGapMm = layout.TwinGapMm,
                NeedleThreadId = found.NeedleThread.Kind.Id,
                UpperThreadId = found.Upper?.Kind.Id,
                LowerThreadId = found.Lower.Kind.Id,
                PointId = found.Needle.Point.Id,
            },
        };
        return LatticeSearch.Of(alone, need).Best is [var best, ..] ? PlanWriter.Write(best, alone, need) : null;
    }
}
