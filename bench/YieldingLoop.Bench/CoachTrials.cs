using System.Diagnostics;
using System.Globalization;
using System.Text.Json;
using YieldingLoop.Core.Coach;
using YieldingLoop.Core.Faults;
using YieldingLoop.Core.Practice;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.SimulatedMachine;

namespace YieldingLoop.Bench;

/// <summary>The coach against simulated machines, beside two people who go by rules: one looks in the trade's order first, one turns first.</summary>
internal static class CoachTrials
{
    /// <summary>More swatches than this are unsolved, and cost so many minutes; a pass with a fault in effect costs these on top.</summary>
    private const int MostSwatches = 12;

    private const double UnsolvedMinutes = 60, HiddenMinutes = 10, SwatchMinutes = 3;

    private static readonly JsonSerializerOptions Line = new(JsonSerializerDefaults.Web), Lines = new(JsonSerializerDefaults.Web) { WriteIndented = true };

    private static readonly List<(int Swatch, double Said, bool Passed)> Passes = [];

    private sealed record Ended(int Swatches, double Minutes, bool Solved, bool Hidden, IReadOnlyList<CoachCause>? First, IReadOnlyList<HiddenFault>? True, TrialCase Case);

    public static int Run(string[] args)
    {
        int machines = Number(args, "--machines", 100), seed = Number(args, "--seed", 1);
        if (args.Contains("--answers"))
        {
            return CoachAnswers.Run(machines);
        }

        var wider = args.Contains("--wider") ? 1.3 : 1;
        var whole = args.Contains("--whole");
        var schools = args.Contains("--dial-first") ? ChosenSchools.Default.With(SchoolCatalogue.FaultOrder, "dial-first") : ChosenSchools.Default;
        if (Number(args, "--trace", -1) is >= 0 and var traced)
        {
            var one = TrialCase.Draw(unchecked(seed * 1_000_000 + traced), wider, whole);
            Console.WriteLine($"{one.Plan.StitchId} {one.Seam.Job} {one.Cloth.Name}: {string.Join(", ", one.Truth.Faults.Select(f => $"{f.Fault.Kind} {f.Fault.Position} {f.Sticky}"))}");
            Coached(one, schools, trace: true);
            return 0;
        }

        var cases = new TrialCase[machines];
        var watch = Stopwatch.StartNew();
        Parallel.For(0, machines, i => cases[i] = TrialCase.Draw(unchecked(seed * 1_000_000 + i), wider, whole));
        var drawn = watch.Elapsed.TotalSeconds;
        watch.Restart();
        var coached = new Ended[machines];
        Parallel.For(0, machines, i => coached[i] = Coached(cases[i], schools));
        var took = watch.Elapsed.TotalSeconds;
        Ended[] fixedOrder = new Ended[machines], dialsFirst = new Ended[machines];
        Parallel.For(0, machines, i => (fixedOrder[i], dialsFirst[i]) = (Ruled(cases[i], false), Ruled(cases[i], true)));
        var output = new { seed, machines, coach = Sum(coached), fixedOrder = Sum(fixedOrder), dialsFirst = Sum(dialsFirst) };
        if (args.Contains("--json"))
        {
            Console.WriteLine(JsonSerializer.Serialize(output, Line));
        }
        else
        {
            Console.WriteLine(JsonSerializer.Serialize(output, Lines));
            var better = Math.Min(fixedOrder.Average(e => e.Minutes), dialsFirst.Average(e => e.Minutes));
            Console.WriteLine(FormattableString.Invariant($"of the better baseline: {coached.Average(e => e.Minutes) / better:0.000}; beyond the first swatch {coached.Average(e => e.Minutes - SwatchMinutes) / (better - SwatchMinutes):0.000}"));
            Console.WriteLine(FormattableString.Invariant($"drawn in {drawn:0.0} s, coached in {took:0.0} s"));
            Drawn(coached, fixedOrder, dialsFirst);
            Calibration(coached);
            foreach (var fifth in Passes.GroupBy(p => (First: p.Swatch == 1, Fifth: (int)Math.Min(4, 5 * p.Said))).OrderBy(g => g.Key))
            {
                Console.WriteLine(FormattableString.Invariant($"{(fifth.Key.First ? "first" : "later")} pass said {fifth.Average(p => p.Said):0.00}, true {fifth.Average(p => p.Passed ? 1.0 : 0):0.00} of {fifth.Count()}"));
            }

            Console.WriteLine("longest: " + string.Join(' ', coached.Index().OrderByDescending(e => e.Item.Swatches).Take(30).Select(e => FormattableString.Invariant($"{e.Index}:{string.Join('+', e.Item.Case.Truth.Faults.Select(f => f.Fault.Kind.Id()))}"))));
            foreach (var group in coached.GroupBy(e => e.Case.Plan.StitchId + (e.Case.Plan.Flatlock ? " flatlock" : "") + " " + e.Case.Seam.Job).OrderBy(g => g.Key))
            {
                Console.WriteLine(FormattableString.Invariant($"{group.Key}: {group.Count()}, swatches {group.Average(e => e.Swatches):0.00}, minutes {group.Average(e => e.Minutes):0.0}, unsolved {group.Count(e => !e.Solved)}, hidden {group.Count(e => e.Hidden)}"));
            }

            foreach (var group in coached.GroupBy(e => string.Join('+', e.Case.Truth.Faults.Select(f => f.Fault.Kind.Id() + (f.Sticky ? "*" : "")))).OrderByDescending(g => g.Count()).Take(16))
            {
                Console.WriteLine(FormattableString.Invariant($"{group.Key}: {group.Count()}, swatches {group.Average(e => e.Swatches):0.00}, minutes {group.Average(e => e.Minutes):0.0}, unsolved {group.Count(e => !e.Solved)}, hidden {group.Count(e => e.Hidden)}"));
            }
        }

        return 0;
    }

    private static int Number(string[] args, string name, int otherwise) =>
        Array.IndexOf(args, name) is >= 0 and var at && at + 1 < args.Length ? int.Parse(args[at + 1], CultureInfo.InvariantCulture) : otherwise;

    private static object Sum(Ended[] ended)
    {
        double[] swatches = [.. ended.Select(e => e.Solved ? e.Swatches : MostSwatches + 1.0).Order()], minutes = [.. ended.Select(e => e.Minutes).Order()];
        return new
        {
            medianSwatches = swatches[swatches.Length / 2],
            p95Swatches = swatches[Math.Min(swatches.Length - 1, (int)Math.Ceiling(0.95 * swatches.Length) - 1)],
            meanMinutes = minutes.Average(),
            medianMinutes = minutes[minutes.Length / 2],
            meanMinutesAfterFirstSwatch = ended.Average(e => Math.Max(0, e.Minutes - SwatchMinutes)),
            unsolvedShare = ended.Count(e => !e.Solved) / (double)ended.Length,
            hiddenShare = ended.Count(e => e.Hidden) / (double)ended.Length,
        };
    }

    private static Ended Ruled(TrialCase trial, bool dialsFirst)
    {
        var (solved, swatches, minutes, hidden) = new ByRule(trial, dialsFirst).Run(MostSwatches);
        return new(swatches, !solved ? UnsolvedMinutes : minutes + (hidden ? HiddenMinutes : 0), solved, hidden, null, null, trial);
    }

    private static Ended Coached(TrialCase trial, ChosenSchools schools, bool trace = false)
    {
        IReadOnlyList<CoachCause>? first = null;
        IReadOnlyList<HiddenFault>? truth = null;
        var ended = CoachWalk.Through(
            trial, schools,
            (coach, step) =>
            {
                if (trace)
                {
                    Console.WriteLine(FormattableString.Invariant($"{step.Act} {step.Look} {step.Change} {step.Position} {step.From} → {step.To} pass {step.PassChance:0.00}; {string.Join(", ", coach.Causes().Take(9).Select(c => FormattableString.Invariant($"{c.Fault}{(c.Several ? "several" : "")}{(c.Sticky ? "*" : "")} {c.Position} {c.Share:0.00}")))}; off {string.Join(' ', coach.Verdict?.Deviations.Select(d => FormattableString.Invariant($"{d.Aspect} {d.Read:0.00}")) ?? [])}"));
                    Console.WriteLine("    " + string.Join(' ', step.Why.Select(CoachWhy.Of)));
                }
            },
            (coach, step, machine) =>
            {
                lock (Passes)
                {
                    Passes.Add((coach.Swatches, step.PassChance, coach.Verdict!.Passed));
                }

                first ??= coach.Causes();
                truth ??= [.. machine.InEffect];
            });
        return new(ended.Swatches, !ended.Solved ? UnsolvedMinutes : ended.Minutes + (ended.Hidden ? HiddenMinutes : 0), ended.Solved, ended.Hidden, first, truth, trial);
    }

    /// <summary>How many machines took so many swatches and so many minutes, a bar for each.</summary>
    private static void Drawn(Ended[] coached, Ended[] fixedOrder, Ended[] dialsFirst)
    {
        const int PerSign = 12, MinutesApart = 5, LastMinutes = 40;
        foreach (var (name, ended) in new[] { ("coach", coached), ("fixed order", fixedOrder), ("dials first", dialsFirst) })
        {
            Console.WriteLine($"{name}, swatches");
            foreach (var group in ended.GroupBy(e => e.Solved ? Math.Min(e.Swatches, 13) : 13).OrderBy(g => g.Key))
            {
                Console.WriteLine(FormattableString.Invariant($"{(group.Key == 13 ? "none" : group.Key),6} {new string('█', (group.Count() + PerSign / 2) / PerSign)} {group.Count()}"));
            }

            Console.WriteLine($"{name}, minutes");
            foreach (var group in ended.GroupBy(e => (int)Math.Min(LastMinutes, Math.Floor(e.Minutes / MinutesApart) * MinutesApart)).OrderBy(g => g.Key))
            {
                Console.WriteLine(FormattableString.Invariant($"{group.Key,4}{(group.Key == LastMinutes ? "+" : "–"),2} {new string('█', (group.Count() + PerSign / 2) / PerSign)} {group.Count()}"));
            }
        }
    }

    /// <summary>Of the answers after the first swatch: in every fifth of probability, how many there were and how many were true.</summary>
    private static void Calibration(Ended[] ended)
    {
        var (said, count, right) = (new double[5], new int[5], new int[5]);
        foreach (var one in ended.Where(e => e.First is not null))
        {
            var truth = one.True!;
            foreach (var cause in one.First!)
            {
                var fifth = Math.Min(4, (int)(5 * cause.Share));
                said[fifth] += cause.Share;
                count[fifth]++;
                var single = truth.Count == 1 && cause.Fault == truth[0].Fault.Kind && cause.Position == truth[0].Fault.Position && cause.Sticky == truth[0].PutRight;
                if (fifth == 4 && !(cause.Several ? truth.Count > 1 : cause.Fault is null ? truth.Count == 0 : single))
                {
                    Console.WriteLine(FormattableString.Invariant($"  said {cause.Fault} {cause.Position}{(cause.Several ? "several" : "")} {cause.Share:0.00}, true {string.Join('+', truth.Select(f => f.Fault.Kind.Id() + " " + f.Fault.Position + (f.Sticky ? "*" : "") + FormattableString.Invariant($" {f.Fault.HoursOver + f.Fault.OffMm:0.0}")))} {one.Case.Number} {one.Case.Plan.StitchId} {one.Case.Seam.Job}"));
                }

                right[fifth] += cause.Several ? truth.Count > 1 ? 1 : 0 : cause.Fault is null ? truth.Count == 0 ? 1 : 0 : single ? 1 : 0;
            }
        }

        for (var i = 0; i < 5; i++)
        {
            Console.WriteLine(FormattableString.Invariant($"said {said[i] / Math.Max(1, count[i]):0.000}, true {right[i] / (double)Math.Max(1, count[i]):0.000} of {count[i]}"));
        }
    }
}
