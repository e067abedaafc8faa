using System.Text.Json.Nodes;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.SimulatedMachine;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Web.Tests;

/// <summary>
/// A machine with hidden truths, written a second time from the description alone: it shares the seam model with the program and the draw of
/// machine, cloth and planned set-up with the bench; truths, faults, readings and looks are its own, by another source of chance.
/// </summary>
internal sealed class ToldMachine
{
    private readonly Random random;
    private readonly TrialCase trial;
    private readonly Dictionary<ThreadPosition, (double Gain, double Offset)> dials = [];
    private readonly Dictionary<string, double> pops = [];
    private readonly double meetingScale, feedSlope, growthOffset;
    private readonly List<Wrong> wrong = [];
    private readonly Dictionary<(string, string?), bool> lied = [];
    private readonly bool lookErrorsRepeat;

    private sealed record Wrong(string Look, string? At, string Kind, double Off = 0, string? Point = null)
    {
        public bool Sticky { get; init; }

        public bool Righted { get; set; }
    }

    public ToldMachine(TrialCase trial, int seed, double wider = 1, bool lookErrorsRepeat = false)
    {
        (this.trial, random, this.lookErrorsRepeat) = (trial, new Random(seed), lookErrorsRepeat);
        foreach (var thread in Sewn(trial.Plan.Setup).Threads)
        {
            dials.TryAdd(Place(thread.Laid.Position), (Between(0.12, 0.35, wider), Between(-1.5, 1.5, wider)));
            pops.TryAdd(thread.Laid.Kind.Id, Math.Exp(0.25 * wider * Normal()));
        }

        (meetingScale, feedSlope, growthOffset) = (Between(1.5, 3.0, wider), Between(-28, -16, wider), Between(-1.5, 1.5, wider));
        var draw = random.NextDouble();
        if (One(draw) is { } first)
        {
            wrong.Add(first);
            if (random.NextDouble() < 0.1 && One(random.NextDouble()) is { } second && (second.Look, second.At) != (first.Look, first.At))
            {
                wrong.Add(second);
            }
        }
    }

    /// <summary>Whether anything is still in effect.</summary>
    public bool AnyWrong => wrong.Count > 0;

    /// <summary>What is still in effect, for whoever looks into a machine that was not solved.</summary>
    public string Hidden => string.Join(", ", wrong);

    private SeamCase Sewn(Setup setup) => setup.Case(trial.Machine, trial.Cloth, trial.Seam, null, ChosenSchools.Default).Value!;

    private ThreadPosition Place(ThreadPosition thread) => trial.Machine.DialPlaceOf(thread) ?? thread;

    private double Between(double least, double most, double wider) => (least + most) / 2 + wider * (most - least) * (random.NextDouble() - 0.5);

    private double Normal() => Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());

    private string Seat(ThreadPosition thread) => Told(trial.Machine.SeatPlaceOf(thread));

    /// <summary>A twin needle is one part: the seat that is told is the left needle's.</summary>
    private string Told(ThreadPosition place) => trial.Plan.Setup.Twin is not null && place == ThreadPosition.Needle ? "needle-left" : place.Id();

    private Wrong? One(double share)
    {
        var threads = Sewn(trial.Plan.Setup).Threads.Select(t => t.Laid.Position).ToList();
        var needles = threads.Where(t => t.IsNeedle()).ToList();
        if (share < 0.6)
        {
            string[] kinds = threads.Contains(ThreadPosition.UpperLooper) && threads.Contains(ThreadPosition.LowerLooper)
                ? ["guide-missed", "out-of-disc", "doubled", "dragging", "looper-order"] : ["guide-missed", "out-of-disc", "doubled", "dragging"];
            var kind = kinds[random.Next(kinds.Length)];
            var at = kind == "looper-order" ? null : threads[random.Next(threads.Count)].Id();
            return new(kind switch { "guide-missed" => "guides", "out-of-disc" => "in-disc", "dragging" => "runs-free", _ => kind }, at, kind) { Sticky = random.NextDouble() < 0.1 };
        }

        if (share < 0.75)
        {
            var at = Seat(needles[random.Next(needles.Count)]);
            var bad = NeedleCatalogue.Points.Where(p => Worse(p)).ToList();
            return random.Next(bad.Count > 0 ? 3 : 2) switch
            {
                0 => new("needle-up", at, "not-up"),
                1 => new("needle-condition", at, "worn", Between(1, 12, 1)),
                _ => new("needle-point", at, "point", Point: bad[random.Next(bad.Count)].Id),
            };
        }

        if (share < 0.85 && trial.Machine is Overlocker machine && Sewn(trial.Plan.Setup).Geometry.Stitch.NeedsLoopWidth)
        {
            var now = machine.FingerNamed(trial.Plan.Setup.FingerName.Thing())!;
            var others = machine.Fingers.Where(f => Math.Abs(f.LoopWidthFromRightMm - now.LoopWidthFromRightMm) > 0.01).ToList();
            return others.Count > 0 && random.Next(2) == 0 ? new("finger", null, "finger", others[random.Next(others.Count)].LoopWidthFromRightMm - now.LoopWidthFromRightMm)
                : new("knife-distance", null, "knife", (random.Next(2) == 0 ? -1 : 1) * Between(0.8, 1.6, 1));
        }

        return null;
    }

    private bool Worse(NeedlePoint point) => Sewn(trial.Plan.Setup) is { Needle: { } needle } sewn
        && SkipModel.ChancePerStitch(needle with { Point = point }, sewn.Threads[0].Laid.Kind, sewn.Cloth!.ForNeedle) > 10 * SkipModel.ChancePerStitch(needle, sewn.Threads[0].Laid.Kind, sewn.Cloth!.ForNeedle);

    /// <summary>Sews a swatch of 230 stitches, pulls it to what is asked, and reads it.</summary>
    public JsonObject Sew(Setup setup, double holdPercent)
    {
        if (wrong.Exists(w => w.Kind == "looper-order"))
        {
            return new() { ["brokeAt"] = "lower-looper", ["brokeAfterStitches"] = random.Next(1, 31) };
        }

        var sewn = Sewn(setup);
        var threads = sewn.Threads.Select(t => t.Laid with { TensionCentinewtons = t.Laid.TensionCentinewtons * Math.Exp(Shift(t, setup)) * Factor(t.Laid.Position) }).ToArray();
        var geometry = sewn.Geometry;
        foreach (var off in wrong)
        {
            geometry = off.Kind == "finger" ? geometry with { LoopWidthMm = geometry.LoopWidthMm + off.Off } : off.Kind == "knife" ? geometry with { BiteMm = geometry.BiteMm + off.Off } : geometry;
        }

        var figures = new ThreadReading[threads.Length];
        var seam = SeamModel.Evaluate(geometry, threads, figures);
        var read = new JsonObject { ["gapMm"] = Math.Max(0, seam.GapMm + 0.1 * Normal()), ["stitches"] = 230, ["besideUnsewnPercent"] = 0.3 * Normal(), ["curlsTo"] = "flat" };
        var rolls = trial.Seam.Job.Rolls();
        if (geometry.Stitch.NeedsLoopWidth)
        {
            var meets = Math.Clamp(meetingScale * Pulls(geometry, threads), -geometry.RoundTheBackMm, geometry.RoundTheFaceMm);
            read["overhangMm"] = seam.OverhangMm + 0.2 * Normal();
            if (rolls)
            {
                read["wrapped"] = meets <= -SeamLimits.WrappedShare * geometry.RoundTheBackMm;
            }
            else
            {
                read["meetingLineMm"] = meets + 0.2 * Normal();
            }
        }

        if (trial.Machine.Feed is not null)
        {
            var (stretch, ratio, pressure) = (sewn.Cloth!.GrowingStretchPercent, setup.Differential.Or(1), setup.FootPressure.Or(1));
            var fed = feedSlope * (ratio - 1);
            read["growthPercent"] = 0.1 * stretch * pressure + (ratio < 1 ? Math.Min(fed, 0.25 * stretch) : fed) + growthOffset + Normal();
        }

        if (seam.TunnellingIndex is { } ridge)
        {
            read["tunnellingIndex"] = ridge * (setup.Tape.Or(false) ? 0.5 : 1) * Math.Exp(0.1 * Normal());
        }

        (read["coverFace"], read["coverBack"]) = (seam.CoverFace, seam.CoverBack);
        foreach (var absent in read.Where(r => r.Value is null).Select(r => r.Key).ToList())
        {
            read.Remove(absent);
        }

        var rows = new JsonObject();
        var drags = wrong.Exists(w => w.Kind == "dragging");
        foreach (var thread in sewn.Threads.Where(t => t.Laid.Position.IsNeedle()))
        {
            var logit = Logit(sewn, thread) + (drags ? 6 : 0);
            rows[thread.Laid.Position.Id()] = Enumerable.Range(0, 230).Count(_ => random.NextDouble() < 1 / (1 + Math.Exp(-logit)));
        }

        (read["skipsByPosition"], read["skips"]) = (rows, rows.Sum(r => r.Value!.GetValue<int>()));
        var first = threads.Select((t, i) => (t, At: figures[i].PopStretchPercent >= 700 ? double.PositiveInfinity : figures[i].PopStretchPercent * pops[t.Kind.Id])).MinBy(t => t.At);
        if (first.At < holdPercent)
        {
            (read["poppedAt"], read["poppedAtPercent"]) = (first.t.Position.Id(), Math.Clamp(first.At * Math.Exp(0.1 * Normal()), 0.1, holdPercent));
        }
        else
        {
            read["heldToPercent"] = holdPercent;
        }

        return read;
    }

    /// <summary>ln of how much tighter than neutral the one of the two threads that meet is held than the other.</summary>
    private static double Pulls(SeamGeometry geometry, LaidThread[] threads)
    {
        double Log(Func<ThreadPosition, bool> which) => threads.Where(t => which(t.Position)).Average(t => Math.Log(t.TensionCentinewtons / t.Position.NeutralTensionCentinewtons()));
        return geometry.Stitch.Id == "503" ? Log(p => p == ThreadPosition.LowerLooper) - Log(p => p.IsNeedle()) : Log(p => p == ThreadPosition.UpperLooper) - Log(p => p == ThreadPosition.LowerLooper);
    }

    private double Shift(SetThread thread, Setup setup)
    {
        var (gain, offset) = dials[Place(thread.Laid.Position)];
        if (trial.Machine.DialPlaceOf(thread.Laid.Position) is not { } place || !setup.Dials[place].TryGet(out var number))
        {
            return -gain * offset;
        }

        var dial = trial.Machine.DialOf(place);
        var sense = dial.Sense == DialSense.HigherIsTighter ? 1 : -1;
        return gain * sense * (number - dial.Neutral - offset) - DialTension.LogTensionPerStep * sense * (number - dial.Neutral);
    }

    private double Factor(ThreadPosition thread) => wrong.Where(w => w.At == thread.Id()).Aggregate(1.0, (f, w) => f * w.Kind switch { "guide-missed" => 0.45, "out-of-disc" => 0.05, "doubled" => 2.2, "dragging" => 1.6, _ => 1 });

    private double Logit(SeamCase sewn, SetThread thread)
    {
        var needle = thread.Needle ?? sewn.Needle!.Value;
        double more = 0;
        foreach (var w in wrong.Where(w => w.At == Seat(thread.Laid.Position)))
        {
            more += w.Kind == "not-up" ? 7 : w.Kind == "worn" ? 0.6 * w.Off : 0;
            needle = w.Point is { } point ? needle with { Point = NeedleCatalogue.Find(point)! } : needle;
        }

        var chance = SkipModel.ChancePerStitch(needle, thread.Laid.Kind, sewn.Cloth!.ForNeedle);
        return Math.Log(chance / (1 - chance)) + more;
    }

    /// <summary>Whether something looks bad: true nine times in ten, either each time anew or, where errors repeat, once and for all.</summary>
    public bool LooksBad(string look, string? at)
    {
        var bad = wrong.Exists(w => w.Look == look && w.At == at && !w.Righted);
        if (look is "supply" or "disc-side" or "slot" or "cap" or "bobbin-in" or "knife-sharp" or "thread-evenness" or "contact")
        {
            return false;
        }

        var lies = random.NextDouble() >= 0.9;
        if (lookErrorsRepeat)
        {
            lies = lied.TryGetValue((look, at), out var before) ? before : lied[(look, at)] = lies;
        }

        return bad != lies;
    }

    public void Repair(string look, string? at)
    {
        foreach (var w in wrong.Where(w => w.Look == look && w.At == at).ToList())
        {
            if (w.Sticky)
            {
                w.Righted = true;
            }
            else
            {
                wrong.Remove(w);
            }
        }

        if (look is "needle-point" or "needle-condition")
        {
            // A new needle goes in the place of the old one.
            wrong.RemoveAll(w => w.At == at && w.Kind is "worn" or "point");
        }
    }

    public void Change(string change, string? at)
    {
        switch (change)
        {
            case "rethread-all":
                wrong.RemoveAll(w => w.Kind is "guide-missed" or "out-of-disc" or "doubled" or "dragging" or "looper-order");
                break;
            case "needle":
                wrong.RemoveAll(w => w.At == at && w.Look.StartsWith("needle-", StringComparison.Ordinal));
                break;
            case "finger":
                wrong.RemoveAll(w => w.Kind == "finger");
                break;
        }
    }
}
