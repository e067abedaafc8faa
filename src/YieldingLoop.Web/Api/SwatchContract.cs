using System.Text.Json;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Store.Formats;

namespace YieldingLoop.Web.Api;

/// <summary>Request of <c>POST /api/v1/swatches/read</c>: a swatch with all it was made from, inline.</summary>
/// <param name="Machine">The machine's record, with its kind.</param>
/// <param name="Cloth">The cloth.</param>
/// <param name="Seam">The seam, as the workroom records one.</param>
/// <param name="Setup">The set-up as sewn.</param>
/// <param name="Readings">What was read; what is left out was not read.</param>
/// <param name="Strip">The strip, measured: what follows from it counts where it was not read otherwise.</param>
/// <param name="OtherCloth">The cloth of the layers that <c>seam.other</c> speaks of.</param>
/// <param name="Targets">What is held against; those of the model at <c>setup</c>, with nothing learnt, where it is left out.</param>
/// <param name="Earlier">Earlier swatches of this machine, cloth and seam, which teach too.</param>
/// <param name="Schools">School by question, both as identifiers.</param>
public sealed record SwatchBody(
    MachineDocument Machine, PlanCloth Cloth, SeamDocument Seam, SetupDocument Setup, SwatchReadingsDocument Readings, StripDocument? Strip = null, PlanCloth? OtherCloth = null,
    TargetsDocument? Targets = null, IReadOnlyList<EarlierSwatch>? Earlier = null, IReadOnlyDictionary<string, string>? Schools = null);

/// <summary>An earlier swatch.</summary>
/// <param name="Setup">The set-up as sewn.</param>
/// <param name="Readings">What was read.</param>
/// <param name="Strip">Its strip, measured.</param>
/// <param name="LeftOut">Whether it teaches nothing: a fault was found in it afterwards, or somebody left it out.</param>
public sealed record EarlierSwatch(SetupDocument Setup, SwatchReadingsDocument Readings, StripDocument? Strip = null, bool LeftOut = false);

/// <summary>Answer of <c>POST /api/v1/swatches/read</c>.</summary>
/// <param name="Passed">Whether everything the targets ask was read and lies within.</param>
/// <param name="Stitches">How many stitches it rests on; left out where nobody counted.</param>
/// <param name="Findings">Everything that was read, beside what was wanted.</param>
/// <param name="Missing">What the targets ask and nobody read.</param>
/// <param name="Strip">What the strip's lengths come to; left out where it was not measured.</param>
/// <param name="Says">What the strip does.</param>
/// <param name="Blame">What is to blame, the likeliest first, with the number to set.</param>
/// <param name="Targets">What was held against.</param>
/// <param name="Predicted">What was predicted before this swatch, from the earlier ones.</param>
/// <param name="PredictedNow">What is predicted now that it has taught.</param>
public sealed record SwatchResponse(
    bool Passed, int? Stitches, IReadOnlyList<SwatchFindingResponse> Findings, IReadOnlyList<string> Missing, StripResponse? Strip, IReadOnlyList<SaidFinding> Says, IReadOnlyList<SaidFinding> Blame,
    TargetsDocument Targets, SwatchPrediction Predicted, SwatchPrediction PredictedNow);

/// <summary>One reading beside what was wanted.</summary>
/// <param name="Aspect">What it is: "meeting-line", "gap", "hold" and so on.</param>
/// <param name="Least">Smallest that passes.</param>
/// <param name="Most">Largest that passes.</param>
/// <param name="Wanted">What the model gives.</param>
/// <param name="Tolerance">How far it may be off to either side.</param>
/// <param name="Read">What was read; yes is 1, no 0, curling to the left −1, to the right 1.</param>
/// <param name="Within">Whether it passes.</param>
/// <param name="OffBy">How far it lies outside; 0 where it passes.</param>
public sealed record SwatchFindingResponse(string Aspect, double? Least, double? Most, double? Wanted, double? Tolerance, double Read, bool Within, double OffBy);

/// <summary>What a strip's lengths come to, %, with the bounds that the ruler's step leaves.</summary>
public sealed record StripResponse(IntervalDocument? GrowthPercent, IntervalDocument? PulledPercent, IntervalDocument? StayedPercent, IntervalDocument? BesideUnsewnPercent);

/// <summary>Predicted figures with their 90 % bands. A figure the stitch does not have is left out.</summary>
public sealed record SwatchPrediction(IntervalDocument YieldPercent, IntervalDocument? MeetingLineMm, IntervalDocument? GrowthPercent)
{
    public static SwatchPrediction Of(SeamAssessment figures) => new(Documents.Of(figures.YieldPercent), Documents.Of(figures.MeetingLineMm), Documents.Of(figures.GrowthPercent));
}

/// <summary>Reads the body of <c>POST /api/v1/swatches/read</c>, strictly, and answers it.</summary>
internal static class SwatchRequestReader
{
    private const int MostEarlier = 200;

    /// <summary>One cloth is asked about, and the earlier swatches are of it.</summary>
    private const string ThisCloth = "cloth";

    public static SwatchResponse? Read(JsonElement root, JsonErrors errors)
    {
        if (ContractReader.Read<SwatchBody>(root, errors) is not { } body)
        {
            return null;
        }

        var machine = Documents.Read(body.Machine);
        errors.Add("machine", MachineCheck.Problems(machine).Select(p => MachinePaths.Of(machine, p)));
        ClothAndSeam.Check(body.Cloth, body.OtherCloth, body.Seam, errors);
        var schools = SchoolNames.Read(body.Schools, errors);
        if (body.Earlier?.Count > MostEarlier)
        {
            errors.Add("earlier", $"At most {MostEarlier} earlier swatches.");
        }

        ToldTargets.Check(body.Targets, errors);
        if (errors.Any)
        {
            return null;
        }

        var (cloth, seam) = (ClothAndSeam.Figures(body.Cloth), ClothAndSeam.Seam(body.OtherCloth, body.Seam));
        var question = PlanQuestion.OnOne(cloth, seam, machine, schools);
        var now = Swatch(question, machine, body.Setup, body.Readings, body.Strip, "", 0, errors);
        List<TaughtSwatch?> earlier = [.. (body.Earlier ?? []).Select((e, i) => Swatch(question, machine, e.Setup, e.Readings, e.Strip, $"earlier[{i}].", i + 1, errors) is { } swatch ? swatch.Taught with { LeftOut = e.LeftOut } : null)];
        return errors.Any || now is null ? null : Answer(body, question, machine, now, [.. earlier.OfType<TaughtSwatch>()]);
    }

    private static ReadSwatch? Swatch(PlanQuestion question, Machine machine, SetupDocument document, SwatchReadingsDocument readings, StripDocument? strip, string at, int id, JsonErrors errors)
    {
        var setup = document.ToSetup();
        IReadOnlyList<Core.Problem> wrong = SetupCheck.Problems(machine, setup);
        errors.Add(at + "setup", wrong);
        var measured = strip is null ? null : Documents.Read(strip);
        var lengths = measured?.Problems() ?? [];
        errors.Add(at + "strip", lengths);
        if (wrong.Count > 0)
        {
            return null;
        }

        var sewn = setup.Case(machine, question.Cloth, question.Seam, question.Seam.Resolve().Value, question.Schools);
        errors.Add(at + "setup", sewn.Problems);
        if (sewn.Value is not { } seam)
        {
            return null;
        }

        var read = Documents.Read(readings);
        errors.Add(at + "readings", SwatchCheck.Problems(read, seam.Geometry.Stitch, [.. seam.Threads.Select(t => t.Laid.Position)]));
        if (read.BrokeAt is not null && measured is not null)
        {
            errors.Add(at + "strip", "A swatch whose thread broke while it was sewn has no other readings: its strip is not measured.");
        }

        return new(id, seam, lengths.Count == 0 && measured is not null ? measured.Over(read) : read);
    }

    private static SwatchResponse Answer(SwatchBody body, PlanQuestion question, Machine machine, ReadSwatch now, List<TaughtSwatch> earlier)
    {
        var setup = body.Setup.ToSetup();
        var strip = body.Strip is { } measured ? Documents.Read(measured) : null;
        var targets = body.Targets is { } told ? Documents.Read(told) : SetupTargets.Of(question, setup, machine, now.Case);
        var before = Teaching.For(earlier, now.Case, ThisCloth).Learnt;
        var after = Teaching.For([.. earlier, now.Taught], now.Case, ThisCloth).Learnt;
        var figures = SeamAssessment.Of(now.Case with { Learnt = before });
        var verdict = SwatchVerdict.Of(targets, now.Readings);
        var advice = strip is null ? new([], []) : StripAdvice.Of(strip, now.Readings, targets, SewnStrip.Of(setup, machine, figures, question.Layers, after));
        return new(
            verdict.Passed, verdict.Stitches, [.. verdict.Findings.Select(Finding)], [.. verdict.Missing.Select(SetupResponse.Word)],
            strip is null ? null : new(Documents.Of(strip.GrowthPercent), Documents.Of(strip.PulledPercent), Documents.Of(strip.StayedPercent), Documents.Of(strip.BesideUnsewnPercent)),
            [.. advice.Says.Select(f => new SaidFinding(f, SwatchWords.Of(f)))], [.. advice.Blame.Select(f => new SaidFinding(f, SwatchWords.Of(f)))],
            Documents.Of(targets), SwatchPrediction.Of(figures), SwatchPrediction.Of(SeamAssessment.Of(now.Case with { Learnt = after })));
    }

    private static SwatchFindingResponse Finding(SwatchFinding finding) => new(
        SetupResponse.Word(finding.Aspect), finding.Target.Least, finding.Target.Most, finding.Target.Wanted, finding.Target.Tolerance, finding.Read, finding.Within, finding.OffBy);

    /// <summary>A swatch that was read.</summary>
    private sealed record ReadSwatch(int Id, SeamCase Case, SwatchReadings Readings)
    {
        public TaughtSwatch Taught => new(Id, ThisCloth, Lesson.Of(Case, Readings));
    }
}
