using System.Text.Json;
using YieldingLoop.Core.Cautions;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.ThreadUp;
using YieldingLoop.Core.Words;
using YieldingLoop.Store.Formats;

namespace YieldingLoop.Web.Api;

/// <summary>Request of <c>POST /api/v1/thread-ups</c>: the whole question inline.</summary>
/// <param name="Machine">The machine's record, with its kind: "overlocker", "coverstitch", "convertible" or "plain".</param>
/// <param name="Wanted">What is wanted on it: needles and threads are all of them; of the rest, what is left out or null is not asked for.</param>
/// <param name="State">What is on it; nothing is known where it is left out.</param>
/// <param name="Schools">School by question, both as identifiers; "broken-thread" is the one that matters here.</param>
/// <param name="Broke">Position whose thread broke.</param>
/// <param name="StartAgain">Whether every thread is cut and all begins again.</param>
/// <param name="WentBad">Whether it sews badly though everything was put right: everything out, and in again in order.</param>
/// <param name="LiftedRules">Rules about threads and points that are lifted: "textured-in-needle", "thick-in-needle", "point-for-knits".</param>
public sealed record ThreadUpBody(
    MachineDocument Machine, SetupDocument Wanted, SetupDocument? State = null, IReadOnlyDictionary<string, string>? Schools = null, string? Broke = null, bool StartAgain = false, bool WentBad = false, IReadOnlyList<string>? LiftedRules = null);

/// <summary>Answer of <c>POST /api/v1/thread-ups</c>.</summary>
/// <param name="Steps">The steps in their order.</param>
/// <param name="Minutes">Minutes until it can be sewn.</param>
/// <param name="MinutesWithSwatch">Minutes with the swatch at the end.</param>
/// <param name="Shorter">What looks shorter, and why it is not done.</param>
/// <param name="Again">What is threaded again because a thread broke, and by which school.</param>
/// <param name="End">What is on the machine once all is done.</param>
public sealed record ThreadUpResponse(IReadOnlyList<StepResponse> Steps, double Minutes, double MinutesWithSwatch, IReadOnlyList<ShorterResponse> Shorter, SaidFinding? Again, SetupDocument End)
{
    public static ThreadUpResponse Of(ThreadUpPlan plan) => new(
        [.. plan.Steps.Zip(ThreadUpWords.All(plan), StepResponse.Of)], plan.Minutes, plan.MinutesWithSwatch,
        [.. plan.Shorter.Select(s => new ShorterResponse(s.MinutesLess, s.Finding, ThreadUpWords.Of(s.Finding)))],
        plan.Again is { } again ? new SaidFinding(again, ThreadUpWords.Of(again)) : null, SetupDocument.Of(plan.StateAfter(plan.Steps.Count)));
}

/// <summary>A step.</summary>
/// <param name="Act">What is done.</param>
/// <param name="Title">The same in words.</param>
/// <param name="How">How, and why.</param>
/// <param name="Caution">The caution that belongs to it.</param>
/// <param name="Minutes">How long it takes; 0 for a moment.</param>
/// <param name="Positions">The positions it is about.</param>
/// <param name="Seats">The seats it empties beside them.</param>
/// <param name="Needle">The needle that goes in.</param>
/// <param name="Thread">The thread that goes in.</param>
/// <param name="Number">What is set: a dial's number, mm, or a ratio.</param>
/// <param name="Before">What stood there.</param>
/// <param name="Name">Name of a finger, plate or foot, or identifier of a stitch.</param>
public sealed record StepResponse(
    string Act, string Title, IReadOnlyList<string> How, string? Caution, double Minutes, IReadOnlyList<string> Positions, IReadOnlyList<string>? Seats, NeedleDocument? Needle, ThreadDocument? Thread, double? Number, double? Before, string? Name)
{
    public static StepResponse Of(ThreadUpStep step, StepWords words) => new(
        SetupResponse.Word(step.Act), words.With.Length > 0 ? $"{words.Title}: {words.With}" : words.Title, words.Lines,
        words.Caution is { } place ? CautionCatalogue.At(place).Text : null, step.Minutes, [.. step.Positions.Select(p => p.Id())], step.Seats.Count > 0 ? [.. step.Seats.Select(p => p.Id())] : null, step.Needle is { } needle ? NeedleDocument.Of(needle) : null, step.Thread is { } thread ? ThreadDocument.Of(thread) : null, step.Number, step.Before, step.Name);
}

/// <summary>Something that looks shorter, and why it is not done.</summary>
/// <param name="MinutesLess">Minutes it would seem to save.</param>
/// <param name="Finding">What it is.</param>
/// <param name="Text">The same in English, and why it is not safe.</param>
public sealed record ShorterResponse(double MinutesLess, Finding Finding, string Text);

/// <summary>Reads the body of <c>POST /api/v1/thread-ups</c>, strictly, and answers it.</summary>
internal static class ThreadUpRequestReader
{
    public static ThreadUpResponse? Read(JsonElement root, JsonErrors errors)
    {
        if (ContractReader.Read<ThreadUpBody>(root, errors) is not { } body)
        {
            return null;
        }

        var machine = Documents.Read(body.Machine);
        errors.Add("machine", MachineCheck.Problems(machine).Select(p => MachinePaths.Of(machine, p)));
        var schools = SchoolNames.Read(body.Schools, errors);
        var broke = body.Broke is { } named ? errors.Position("broke", named) : null;

        foreach (var (rule, i) in (body.LiftedRules ?? []).Select((rule, i) => (rule, i)).Where(r => !WantedCheck.ThreadAndPointRules.Contains(r.rule)))
        {
            errors.Add($"liftedRules[{i}]", $"Rules that can be lifted here: {string.Join(", ", WantedCheck.ThreadAndPointRules)}.");
        }

        if (errors.Any)
        {
            return null;
        }

        var plan = ThreadUpPlanner.Plan(new ThreadUpQuestion(machine, body.State?.ToSetup() ?? Setup.Unknown, body.Wanted.ToSetup(), schools) { Broke = broke, StartAgain = body.StartAgain, WentBad = body.WentBad, LiftedRuleIds = body.LiftedRules ?? [] });
        errors.Add("", plan.Problems);
        return plan.Value is { } answer ? ThreadUpResponse.Of(answer) : null;
    }
}
