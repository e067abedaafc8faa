using YieldingLoop.Core.Coach;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Practice;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.SimulatedMachine;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;
using YieldingLoop.Web.Drawings.Pull;
using YieldingLoop.Web.Forms;
using YieldingLoop.Web.Pages.Setups;
using YieldingLoop.Web.Pages.Shared;

namespace YieldingLoop.Web.Pages.Practice;

/// <summary>A look that can be taken, and where.</summary>
/// <param name="Look">The look.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Places">Where; a null where it is about the whole machine.</param>
public sealed record LookLine(CoachLook Look, string Name, IReadOnlyList<ThreadPosition?> Places);

/// <summary>A number that can be set.</summary>
/// <param name="Name">What it is called.</param>
/// <param name="Move">The change, its number left out.</param>
/// <param name="Now">Where it stands.</param>
/// <param name="Settable">What it can be set to.</param>
/// <param name="Says">Which way is which.</param>
public sealed record NumberLine(string Name, PracticeMove Move, double Now, IReadOnlyList<double> Settable, string Says);

/// <summary>Something that was hidden.</summary>
/// <param name="Name">What.</param>
/// <param name="Sticky">Whether its effect outlasted its cause.</param>
/// <param name="StillThere">Whether it still is.</param>
/// <param name="Why">What it does, and where it shows.</param>
public sealed record HiddenLine(string Name, bool Sticky, bool StillThere, string Why);

/// <summary>A machine to mend in words and pictures.</summary>
public sealed class MendSheet(MendRun run, Wording wording)
{
    private static readonly (CoachLook Look, string Name)[] Looks =
    [
        (CoachLook.InDisc, "In its disc"), (CoachLook.Guides, "Through every guide"), (CoachLook.Doubled, "Once round each"), (CoachLook.RunsFree, "Runs free"), (CoachLook.LooperOrder, "Loopers in order"),
        (CoachLook.NeedleUp, "Needle fully up"), (CoachLook.NeedlePoint, "Right point"), (CoachLook.NeedleCondition, "Straight and fresh"), (CoachLook.Finger, "Finger"), (CoachLook.KnifeDistance, "Knife’s distance"),
        (CoachLook.ThreadEvenness, "Even thread"), (CoachLook.Contact, "Touches nothing"),
    ];

    private readonly TrialCase trial = run.Case.Trial;

    /// <summary>The machine as it sews.</summary>
    public Machine Machine => trial.Machine;

    /// <summary>What came of the last swatch; null before the first.</summary>
    public MendResult? LastSwatch => run.Results.LastOrDefault(r => r.Verdict is not null);

    /// <summary>The last look, where nothing was done since; null otherwise.</summary>
    public MendResult? LastLook => run.Results is [.., { Bad: not null } last] ? last : null;

    /// <summary>Whether something was done since the last swatch that may have changed it.</summary>
    public bool Touched => LastSwatch is not null && run.Stands is null;

    /// <summary>The last swatch and what is wanted.</summary>
    public CoachPictures? Pictures()
    {
        if (LastSwatch is not { } last)
        {
            return null;
        }

        var seam = Sewn(trial.Plan.Setup);
        return CoachPictures.Of(seam, trial.Plan.Targets, new PullCloth(trial.Cloth.Colour, trial.Seam.Direction, Math.Max(1, seam.Plies ?? 1)), trial.Plan.Setup, last.Verdict, null, wording);
    }

    private SeamCase Sewn(Core.Setups.Setup setup) => setup.Case(trial.Machine, trial.Cloth, trial.Seam, null, ChosenSchools.Default).Value!;

    /// <summary>Every reading of the last swatch beside what passes.</summary>
    public IReadOnlyList<BecomesLine> Lines() =>
    [
        .. (LastSwatch?.Verdict?.Findings ?? []).Select(f => new BecomesLine(f.Aspect, wording.Say(ReadingWords.Name(f.Aspect)), ReadingWords.Read(f, wording), "", ReadingWords.Passes(f.Aspect, f.Target, wording), f.Within)),
    ];

    /// <summary>What pops or breaks said of the last swatch, and in which row it skips; empty where it said nothing.</summary>
    public IReadOnlyList<string> Besides()
    {
        if (LastSwatch?.Read is not { } read)
        {
            return [];
        }

        List<string> said = [];
        if (read.BrokeAt is { } broke)
        {
            said.Add($"The {broke.Name()}’s thread broke after {read.BrokeAfterStitches} stitches: nothing else could be read.");
        }

        if (read.PoppedAt is { } popped)
        {
            said.Add($"Pulled, the {popped.Name()}’s thread popped at {FieldText.Round(read.PoppedAtPercent!.Value)} %.");
        }

        if (read.SkipsByPosition is { Count: > 1 } rows && rows.Any(r => r.Value > 0))
        {
            said.Add($"Skipped: {Phrase.List([.. rows.Where(r => r.Value > 0).Select(r => $"{r.Value} in the row of the {r.Key.Name()}")])}.");
        }

        return [.. said.Select(wording.Say)];
    }

    /// <summary>Every look there is on this machine.</summary>
    public IReadOnlyList<LookLine> Glances()
    {
        var sewn = Sewn(run.Now);
        return [.. Looks.Select(l => new LookLine(l.Look, l.Name, l.Look.Places(trial.Machine, sewn))).Where(l => l.Places.Count > 0)];
    }

    /// <summary>Every number that can be set.</summary>
    public IReadOnlyList<NumberLine> Numbers()
    {
        var lines = new List<NumberLine>();
        foreach (var (position, number) in run.Now.Dials)
        {
            var dial = trial.Machine.DialOf(position);
            lines.Add(new(wording.Say(Phrase.Capital(position.Name())), new(PracticeDeed.Change) { Change = CoachChange.Dial, Position = position }, number, [.. dial.Numbers()], $"neutral {FieldText.Of(dial.Neutral)}, higher is {(dial.Sense == DialSense.HigherIsTighter ? "tighter" : "looser")}"));
        }

        void Add(string name, CoachChange change, SettingRange? range, Core.Setups.Place<double> at, string says)
        {
            if (range is not null && at.TryGet(out var now))
            {
                lines.Add(new(name, new(PracticeDeed.Change) { Change = change }, now, [.. range.Values()], says));
            }
        }

        Add("Differential", CoachChange.Differential, trial.Machine.Feed, run.Now.Differential, "higher gathers");
        Add("Cutting width, mm", CoachChange.CuttingWidth, (trial.Machine as Overlocker)?.CuttingWidthMm, run.Now.CuttingWidthMm, "from the right needle");
        Add("Stitch length, mm", CoachChange.Length, trial.Machine.StitchLengthMm, run.Now.StitchLengthMm, "");
        return lines;
    }

    /// <summary>What was done, in a few words.</summary>
    public IReadOnlyList<DoneLine> Done()
    {
        var swatches = 0;
        return
        [
            .. run.Results.Select(r => r.Move switch
            {
                { Deed: PracticeDeed.Sew } => new DoneLine($"Swatch {++swatches}", r.Verdict!.Passed ? "passed" : "not passed", swatches),
                { Deed: PracticeDeed.Look, Look: { } look } => new(wording.Say(Phrase.Capital("looked " + CoachWords.Whether(look, r.Move.Position))), run.Ended ? r.Bad!.Value ? "no" : "yes" : "", null),
                { Deed: PracticeDeed.Repair, Look: { } look } => new(wording.Say(CoachWords.Repair(look, r.Move.Position)), "", null),
                { Change: { } change } => new(wording.Say(CoachWords.Change(change, r.Move.Position)) + (r.Move.To is { } to ? $" {FieldText.Of(to)}" : ""), "", null),
                { Deed: PracticeDeed.Keep } => new("Kept", "", null),
                _ => new("Had it shown", "", null),
            }),
        ];
    }

    /// <summary>What was hidden in it.</summary>
    public IReadOnlyList<HiddenLine> Hidden() =>
    [
        .. trial.Truth.Faults.Select(f => new HiddenLine(wording.Say(CoachWords.Cause(new(f.Fault.Kind, f.Fault.Position, 1))), f.Sticky, run.StillWrong.Any(s => s.Fault == f.Fault), wording.Say(PracticeWords.Does(f.Fault)))),
    ];

    /// <summary>Where each dial is really balanced, where that is not at its neutral number.</summary>
    public IReadOnlyList<string> Balanced() =>
    [
        .. trial.Truth.Dials.Where(d => run.Now.Dials[d.Key].IsThere && Math.Abs(d.Value.OffsetNumbers) >= 0.05).Select(d => trial.Machine.DialOf(d.Key) is var dial
            ? wording.Say($"{Phrase.Capital(d.Key.Name())}: really balanced at {FieldText.Round(dial.Neutral + d.Value.OffsetNumbers)}, not at {FieldText.Of(dial.Neutral)}; one number is {FieldText.Round(100 * (Math.Exp(d.Value.Gain) - 1), 0)} % of tension.") : ""),
    ];

    /// <summary>A step of the coach's in a few words.</summary>
    public string Said(CoachStep step) => wording.Say(CoachWords.Step(step)) + (step is { Act: CoachAct.Change, To: { } to } ? $" {FieldText.Of(to)}" : "");
}
