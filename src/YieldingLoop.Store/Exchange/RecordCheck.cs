using System.Text.Json;
using YieldingLoop.Core;
using YieldingLoop.Core.Care;
using YieldingLoop.Core.Colour;
using YieldingLoop.Core.Garments;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Practice;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Core.Threads;
using YieldingLoop.Store.Formats;

namespace YieldingLoop.Store.Exchange;

/// <summary>
/// What is wrong with the records of an exchange file: what a form would refuse, and, of what no form takes, whatever no page
/// could show. Fields are paths inside the record.
/// </summary>
internal static class RecordCheck
{
    /// <summary>Longest remark, name of a thread-up and the like, characters.</summary>
    private const int LongestText = 400;

    /// <summary>Most steps, moves, pieces of anything in one record.</summary>
    private const int MostParts = 2000;

    private static readonly HashSet<string> Choices = [.. SchoolCatalogue.Questions.SelectMany(q => q.Choices).Select(c => c.Id)];

    /// <summary>Problems of a part of the record.</summary>
    public static IEnumerable<Problem> At(string at, IEnumerable<Problem> problems) => problems.Select(p => p with { Field = p.Field.Length == 0 ? at : $"{at}.{p.Field}" });

    public static IEnumerable<Problem> Cloth(ClothDocument cloth) => At("cloth", Documents.Read(cloth).Resolve().Problems);

    public static IEnumerable<Problem> Machine(string at, MachineDocument document)
    {
        var machine = Documents.Read(document);
        return At(at, MachineCheck.Problems(machine).Select(p => MachinePaths.Of(machine, p)));
    }

    public static IEnumerable<Problem> Seam(string at, SeamDocument seam) =>
        seam.Other is { Cloth: null } ? [new(at + ".other.cloth", "The layers of another cloth have no figures.")] : At(at, Documents.Read(seam).Resolve().Problems);

    public static IEnumerable<Problem> Thread(ThreadRecord thread) =>
        At("thread", Documents.Read(thread.Thread).Resolve().Problems)
            .Concat(thread.Uses.Count > ThreadUse.MostKept ? [new("uses", $"At most {ThreadUse.MostKept} are kept.")] : [])
            .Concat(thread.SewnSinceWeighedMetres < 0 ? [new("sewnSinceWeighedMetres", "This is 0 or more.")] : []);

    public static IEnumerable<Problem> Setup(SetupRecord setup)
    {
        foreach (var problem in Cloth(setup.Kept.Cloth).Concat(Machine("machine", setup.Kept.Machine)).Concat(Seam("seam", setup.Kept.Seam)))
        {
            yield return problem with { Field = "kept." + problem.Field };
        }

        if (setup.Edition is < 1 or > 10_000 || (setup.Edition == 1 && setup.EarlierId is not null))
        {
            yield return new("edition", "The first version is 1, and each amended from it one more.");
        }

        if (setup.Remark.Length > LongestText)
        {
            yield return new("remark", $"At most {LongestText} characters fit.");
        }

        if (setup.PassedBySwatchId is not null && setup.SwatchPassedAt is null)
        {
            yield return new("swatchPassedAt", "A swatch passed it, and it does not say when.");
        }

        foreach (var problem in At("kept.plan", Plan(setup.Kept)))
        {
            yield return problem;
        }
    }

    private static IEnumerable<Problem> Plan(SnapshotDocument kept)
    {
        if (kept.Plan.Figures.Verdict is null)
        {
            return [new("figures.verdict", "This member is missing.")];
        }

        if (kept.Plan.Setup.Stitch.TryGet(out var named) is false || StitchCatalogue.Find(named!) is null)
        {
            return [new("setup.stitch", "No stitch of this name is known.")];
        }

        if (Schools(kept.Plan.Schools) is { Count: > 0 } schools)
        {
            return At("schools", schools);
        }

        // The members the model needs are asked for by the model itself.
        var read = Documents.Read(kept);
        var (machine, plan) = (read.Machine, read.Plan);
        var wrong = SetupCheck.Problems(machine, plan.Setup).ToList();
        if (wrong.Count == 0)
        {
            wrong.AddRange(plan.Setup.Case(plan.Tuned(machine), read.ClothFigures, read.Seam, plan.Need, plan.Schools).Problems);
        }

        var threads = plan.Setup.Threads.Filled.ToHashSet();
        if (!threads.SetEquals(plan.ThreadFigures.Select(t => t.Position)) || plan.ThreadFigures.Count != threads.Count || plan.Figures.Threads.Any(t => !threads.Contains(t.Position)))
        {
            wrong.Add(new("threadFigures", "Each thread of the set-up has its figures, once."));
        }

        return wrong.Count > 0 ? At("setup", wrong) : [];
    }

    public static IEnumerable<Problem> ThreadUp(ThreadUpRecord record)
    {
        if (record.Name.Trim().Length is 0 or > LongestText)
        {
            yield return new("name", $"It has a name of 1 to {LongestText} characters.");
        }

        if (record.Way.Steps.Count > MostParts || record.Done < 0 || record.Done > record.Way.Steps.Count)
        {
            yield return new("done", "As many steps are done as there are, or fewer.");
            yield break;
        }

        foreach (var problem in Machine("way.machine", record.Way.Machine))
        {
            yield return problem;
        }

        if (record.Way.Schools is { } schools)
        {
            foreach (var problem in At("way.schools", Schools(schools)))
            {
                yield return problem;
            }
        }

        foreach (var problem in Way(record))
        {
            yield return problem;
        }
    }

    private static List<Problem> Way(ThreadUpRecord record)
    {
        var plan = Documents.Read(record.Way);
        var problems = new List<Problem>();
        if (MachineCheck.Problems(plan.Machine).Count > 0)
        {
            return problems;
        }

        problems.AddRange(At("way.from", SetupCheck.OfState(plan.Machine, plan.From)));
        problems.AddRange(At("way.wanted", SetupCheck.OfState(plan.Machine, plan.Wanted)));
        var seats = plan.Machine.Heads().SelectMany(h => h.Seats).Select(s => s.Position).ToHashSet();
        foreach (var (i, step) in plan.Steps.Index())
        {
            var places = step.Positions.Concat(step.Seats).ToList();
            if (step.Lacks() is { } member)
            {
                problems.Add(new($"way.steps[{i}].{member}", "This step cannot be said without it."));
            }
            else if (step.Minutes < 0 || step.Seats.Any(s => !seats.Contains(s)) || places.Count > 20)
            {
                problems.Add(new($"way.steps[{i}]", "There is no such step on this machine."));
            }
        }

        if (problems.Count == 0)
        {
            try
            {
                for (var done = 0; done <= plan.Steps.Count; done++)
                {
                    _ = plan.StateAfter(done);
                }
            }
            catch (Exception e) when (e is ArgumentException or InvalidOperationException)
            {
                problems.Add(new("way.steps", "These steps cannot be done one after the other."));
            }
        }

        return problems;
    }

    public static IEnumerable<Problem> Swatch(SwatchRecord record)
    {
        var swatch = Documents.Read(record.Swatch);
        if (record.Number is < 1)
        {
            yield return new("number", "A swatch has a number from 1.");
        }

        foreach (var problem in At("swatch", At("strip", swatch.Strip?.Problems() ?? []).Concat(At("photo.ruler", swatch.Photo?.Ruler?.Problems() ?? []))))
        {
            yield return problem;
        }

        if (swatch.Note.Length > SwatchEntry.LongestNote)
        {
            yield return new("swatch.note", $"At most {SwatchEntry.LongestNote} characters fit.");
        }
    }

    /// <summary>What is wrong with a swatch of a set-up.</summary>
    public static IEnumerable<Problem> SwatchOf(SwatchRecord record, SetupSnapshot snapshot)
    {
        var swatch = Documents.Read(record.Swatch);
        var sewn = swatch.Setup.Over(snapshot.Plan.Setup);
        return At("swatch", SetupCheck.Problems(snapshot.Machine, sewn) is { Count: > 0 } wrong ? At("setup", wrong)
            : Swatches.CaseOf(snapshot, swatch) is { } seam ? swatch.Problems(seam) : []);
    }

    public static IEnumerable<Problem> CoachStep(CoachDoneDocument step) =>
        step.Deed switch
        {
            Core.Coach.CoachDeed.Look or Core.Coach.CoachDeed.Repair when step.Look is null => [new("step.look", "This member is missing.")],
            Core.Coach.CoachDeed.Change when step.Change is null => [new("step.change", "This member is missing.")],
            _ => step.Silenced.Count > MostParts ? [new("step.silenced", $"At most {MostParts}.")] : [],
        };

    public static IEnumerable<Problem> Practice(PracticeRecord record)
    {
        if (PracticeSkill.Find(record.SkillId) is null)
        {
            yield return new("skillId", "No skill of this name is practised.");
        }

        if (PracticeCase.Find(record.Attempt.CaseName) is not { } found || found.Name != record.Attempt.CaseName)
        {
            yield return new("attempt.caseName", "There is no case of this name.");
            yield break;
        }

        if (record.Attempt.Moves.Count > MostParts)
        {
            yield return new("attempt.moves", $"At most {MostParts} are kept.");
            yield break;
        }

        var possible = true;
        try
        {
            found.Begin(Documents.Read(record.Attempt).Moves);
        }
        catch (Exception e) when (e is ArgumentException or InvalidOperationException)
        {
            possible = false;
        }

        if (!possible)
        {
            yield return new("attempt.moves", "What was done cannot be done in this case.");
        }
    }

    public static IEnumerable<Problem> Garment(GarmentRecord record) =>
        At("garment", Documents.Read(record.Garment with { Sizes = [.. record.Garment.Sizes.Where(s => s.WearerId > 0)] }).Problems(s => s.Id))
            .Concat(record.Garment.Seams.Index().Where(s => s.Item.Id.Length is 0 or > 60 || s.Item.Id.Contains('/', StringComparison.Ordinal)).Select(s => new Problem($"garment.seams[{s.Index}].id", "A seam is called something of 1 to 60 characters without a stroke.")));

    public static IEnumerable<Problem> Run(RunRecord record)
    {
        var run = record.Run;
        if (run.Name.Trim().Length is 0 or > SewingRun.LongestName)
        {
            yield return new("run.name", $"A run has a name of 1 to {SewingRun.LongestName} characters.");
        }

        if (run.Parts.Count > SewingRun.MostGarments || run.Parts.Select(p => p.GarmentId).Distinct().Count() != run.Parts.Count)
        {
            yield return new("run.parts", $"A run has up to {SewingRun.MostGarments} garments, each once.");
        }

        foreach (var (i, part) in run.Parts.Index().Where(p => p.Item.Wearers.Count is < 1 or > RunGarment.MostCopies * Core.Garments.Garment.MostSizes))
        {
            yield return new($"run.parts[{i}].wearers", "A garment is made at least once.");
        }

        if (run.Done.Count > MostParts || run.Order.Count > MostParts || run.Held.Count > MostParts || run.Closed.Count > MostParts || run.Popped.Count > MostParts)
        {
            yield return new("run.done", $"At most {MostParts} of anything.");
        }

        foreach (var (i, tick) in run.Done.Index().Where(t => t.Item.Copy < 1 || t.Item.Stitches < 0 || t.Item.SewnMm < 0 || t.Item.Taken.Any(c => c.Metres < 0)))
        {
            yield return new($"run.done[{i}]", "What was sewn is 0 or more, of a copy from 1.");
        }

        foreach (var (i, name) in run.Order.Concat(run.Held).Index().Where(n => RunPieceName.Find(n.Item) is null))
        {
            yield return new("run.order", "An identifier, a stroke and the name of a seam are expected here.");
        }
    }

    public static IEnumerable<Problem> Care(CareRecord record)
    {
        var care = record.Care;
        if (new object?[] { care.Sat, care.Done, care.Broke }.Count(c => c is not null) != 1)
        {
            return [new("care", "It is exactly one of sat, done and broke.")];
        }

        if (care.Sat is { } sat)
        {
            return sat.End < sat.Start || sat.Start != record.At || (sat.End is null) != record.Open ? [new("care.sat", "A time begins where the entry does and does not end before; one without an end goes on.")] : [];
        }

        if (care.Done is { } done)
        {
            return CareTask.Find(done.TaskId) is null ? [new("care.done.taskId", "No task of this name is known.")]
                : done.Note.Length > TaskDone.LongestNote ? [new("care.done.note", $"At most {TaskDone.LongestNote} characters fit.")]
                : record.Open ? [new("open", "What is done does not go on.")] : [];
        }

        var broke = care.Broke!;
        return broke.Found.Any(f => !BrokenNeedle.Pieces.Contains(f)) || broke.Found.Distinct().Count() != broke.Found.Count ? [new("care.broke.found", $"The pieces are {string.Join(", ", BrokenNeedle.Pieces)}.")]
            : Documents.Read(care).Broke!.Open != record.Open ? [new("open", "A needle is open until it is whole or the garment out of use.")] : [];
    }

    public static IEnumerable<Problem> Palette(PaletteDocument palette)
    {
        if (palette.Name.Trim().Length is 0 or > Core.Colour.Palette.LongestName)
        {
            yield return new("palette.name", $"A palette has a name of 1 to {Core.Colour.Palette.LongestName} characters.");
        }

        if (palette.Colours.Count is 0 or > Core.Colour.Palette.MostColours)
        {
            yield return new("palette.colours", $"A palette has 1 to {Core.Colour.Palette.MostColours} colours.");
        }

        foreach (var (i, colour) in palette.Colours.Index().Where(c => !CieLab.TryFromHex(c.Item.Hex, out _) || c.Item.Name.Length > Core.Colour.Palette.LongestName))
        {
            yield return new($"palette.colours[{i}]", "A colour is written # and six digits 0–9, a–f, and has a short name.");
        }
    }

    public static IEnumerable<Problem> Settings(SettingsDocument settings)
    {
        if (settings.Currency.Trim().Length is 0 or > Core.Settings.WorkroomSettings.LongestCurrency)
        {
            yield return new("settings.currency", $"The sign of the money has 1 to {Core.Settings.WorkroomSettings.LongestCurrency} characters.");
        }

        var read = Documents.Read(settings);
        foreach (var problem in At("settings.thread", read.Thread.Problems()).Concat(At("settings.weights", read.Weights.Problems())).Concat(At("settings.schools", Schools(settings.Schools))))
        {
            yield return problem;
        }

    }

    private static List<Problem> Schools(SchoolsDocument schools) =>
        [.. JsonSerializer.SerializeToElement(schools, ExchangeJson.Plain).EnumerateObject().Where(s => !Choices.Contains(s.Value.GetString()!)).Select(s => new Problem(s.Name, "No school of this name is known."))];
}
