using System.Text.Json;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.OwnRules;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;
using YieldingLoop.Store.Formats;

namespace YieldingLoop.Web.Api;

/// <summary>Reads the body of <c>POST /api/v1/plans</c>, strictly, and answers it.</summary>
internal static class PlanRequestReader
{
    private const int MostStock = 500;

    public static PlanResponse? Read(JsonElement root, JsonErrors errors)
    {
        if (ContractReader.Read<PlanBody>(root, errors) is not { } body)
        {
            return null;
        }

        Check(body, errors);
        var schools = SchoolNames.Read(body.Schools, errors);
        if (errors.Any)
        {
            return null;
        }

        var question = Question(body, schools);

        var plan = Planner.Plan(question);
        errors.Add("", plan.Problems.Select(p => p with { Field = PathOf(p.Field) }));
        if (plan.Value is not { } answer)
        {
            return null;
        }

        var whyNot = body.WhyNot is null ? null : Planner.WhyNot(question, Documents.Read(body.WhyNot));
        errors.Add("", (whyNot?.Problems ?? []).Select(p => p with { Field = p.Field.StartsWith("pins", StringComparison.Ordinal) ? "whyNot" + p.Field["pins".Length..] : PathOf(p.Field) }));
        return errors.Any ? null : PlanResponse.Of(answer, whyNot?.Value);
    }

    /// <summary>Where in the body the planner's own fields stand.</summary>
    private static string PathOf(string field) => field switch
    {
        _ when field.StartsWith("pins", StringComparison.Ordinal) || field == "machines" => field,
        "needlePointIds" or "fingers" => "machines",
        _ => "seam." + field,
    };

    private static void Check(PlanBody body, JsonErrors errors)
    {
        if (!ClothAndSeam.Check(body.Cloth, body.OtherCloth, body.Seam, errors))
        {
            return;
        }

        if (body.Machines.Count is < 1 or > PlanQuestion.MostMachines)
        {
            errors.Add("machines", $"There are 1 to {PlanQuestion.MostMachines} machines.");
        }

        for (var i = 0; i < body.Machines.Count; i++)
        {
            var (machine, at) = (body.Machines[i], $"machines[{i}]");
            if (machine.Id.Length is 0 or > 60 || body.Machines.Count(m => m.Id == machine.Id) > 1)
            {
                errors.Add($"{at}.id", "Every machine has a name of its own, of 1 to 60 characters.");
            }

            var record = Documents.Read(machine.Machine);
            var problems = MachineCheck.Problems(record);
            errors.Add($"{at}.machine", problems.Select(p => MachinePaths.Of(record, p)));
            if (machine.State is { } state && problems.Count == 0)
            {
                errors.Add($"{at}.state", SetupCheck.Problems(record, state.ToSetup()));
            }

            foreach (var (lifted, j) in (machine.LiftedRules ?? []).Select((rule, j) => (rule, j)))
            {
                if (lifted.ThreadKindId is { } kind && ThreadCatalogue.Find(kind) is null)
                {
                    errors.Add($"{at}.liftedRules[{j}].threadKindId", $"The kinds of thread are {string.Join(", ", ThreadCatalogue.Kinds.Select(k => k.Id))}.");
                }

                if (OwnRule.Liftable.All(r => r.Id != lifted.RuleId))
                {
                    errors.Add($"{at}.liftedRules[{j}].ruleId", $"Rules that can be lifted: {string.Join(", ", OwnRule.Liftable.Select(r => r.Id))}.");
                }
            }
        }

        var (needles, threads) = (body.Drawer?.Needles ?? [], body.Drawer?.Threads ?? []);
        if (needles.Count > MostStock || threads.Count > MostStock)
        {
            errors.Add("drawer", $"At most {MostStock} sorts of needles and of threads.");
        }

        for (var i = 0; i < needles.Count; i++)
        {
            errors.Add($"drawer.needles[{i}]", Documents.Read(needles[i]).Problems());
        }

        for (var i = 0; i < threads.Count; i++)
        {
            errors.Add($"drawer.threads[{i}]", Documents.Read(threads[i]).Resolve().Problems);
        }

        errors.Add("weights", [.. Weights(body).Problems()]);
        if (errors.Any)
        {
            return;
        }

        // What is pinned is held against machines that make sense.
        var hands = body.Machines.Select(m => new MachineAtHand(m.Id, Documents.Read(m.Machine), Setup.Unknown)).ToList();
        foreach (var (at, pins) in new[] { ("pins", body.Pins), ("whyNot", body.WhyNot) })
        {
            if (pins?.Seats is { } seats && (seats.Count == 0 || seats.Distinct().Count() < seats.Count))
            {
                errors.Add($"{at}.seats", "One seat or more, each of them once.");
            }
            else if (pins is not null)
            {
                errors.Add(at, PinCheck.Problems(Documents.Read(pins), hands));
            }
        }

        if (body.WhyNot is { } asked && !PinCheck.Each(Documents.Read(asked)).Any())
        {
            errors.Add("whyNot", "Say what was not chosen: a machine, a stitch, a thread, a length.");
        }
    }

    private static PlanQuestion Question(PlanBody body, ChosenSchools schools) => new(
            ClothAndSeam.Figures(body.Cloth), ClothAndSeam.Seam(body.OtherCloth, body.Seam),
            [.. body.Machines.Select(m => new MachineAtHand(m.Id, Documents.Read(m.Machine), m.State?.ToSetup() ?? Setup.Unknown) { Lifted = [.. (m.LiftedRules ?? []).Select(Documents.Read)] })],
            body.Drawer is { } drawer ? new Core.Planning.Drawer(drawer.Needles?.Select(Documents.Read).ToList(), drawer.Threads?.Select(Documents.Read).Select(t => new Cone(t.Name.Trim(), t)).ToList()) : null,
            schools, Weights(body), body.Pins is { } pins ? Documents.Read(pins) : PlanPins.None);

    private static PlannerWeights Weights(PlanBody body) => body.Weights is { } weights ? Documents.Read(weights) : PlannerWeights.Default;
}
