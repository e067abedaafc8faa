using System.Text.Json;
using System.Text.Json.Serialization;
using YieldingLoop.Core;
using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Colour;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Setups;

namespace YieldingLoop.Web.Api;

/// <summary>Reads the body of <c>POST /api/v1/plans</c>, strictly, and answers it.</summary>
internal static class PlanRequestReader
{
    private const int MostStock = 500;

    private static readonly JsonSerializerOptions Strict = new(JsonSerializerDefaults.Web)
    {
        Converters = { new JsonStringEnumConverter(JsonNamingPolicy.KebabCaseLower, allowIntegerValues: false) },
        AllowOutOfOrderMetadataProperties = true,
        UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
        NumberHandling = JsonNumberHandling.Strict,
        PropertyNameCaseInsensitive = false,
        RespectNullableAnnotations = true,
        RespectRequiredConstructorParameters = true,
        AllowDuplicateProperties = false,
    };

    public static PlanResponse? Read(JsonElement root, JsonErrors errors)
    {
        NoNullsInLists(root, "", errors);
        if (root.ValueKind != JsonValueKind.Object)
        {
            errors.Add("$", "An object is expected here.");
        }

        if (errors.Any || Deserialize(root, errors) is not { } body)
        {
            return null;
        }

        Check(body, errors);
        if (errors.Any)
        {
            return null;
        }

        var question = Question(body);
        var plan = Planner.Plan(question);
        Add("", plan.Problems, errors);
        if (plan.Value is not { } answer)
        {
            return null;
        }

        var whyNot = body.WhyNot is null ? null : Planner.WhyNot(question, body.WhyNot);
        Add("whyNot", whyNot?.Problems ?? [], errors);
        return errors.Any ? null : PlanResponse.Of(answer, whyNot?.Value);
    }

    private static PlanBody? Deserialize(JsonElement root, JsonErrors errors)
    {
        try
        {
            return root.Deserialize<PlanBody>(Strict);
        }
        catch (JsonException e)
        {
            var path = e.Path is { Length: > 2 } found ? found[2..] : "$";
            errors.Add(path, Sentence(e.Message));
        }
        catch (NotSupportedException)
        {
            errors.Add("machines", "Every machine has a kind: “overlocker”, “coverstitch”, “convertible” or “plain”.");
        }

        return null;
    }

    /// <summary>The serializer's first sentence, without the type names of this program.</summary>
    private static string Sentence(string message) =>
        message.Contains("could not be mapped", StringComparison.Ordinal) ? "This member is not known."
        : message.Contains("was missing required properties", StringComparison.Ordinal) ? $"Missing: {message[(message.IndexOf(':', StringComparison.Ordinal) + 1)..].Trim(' ', '.')}."
        : message.Contains("Duplicate property", StringComparison.Ordinal) ? "This member stands here more than once."
        : message.Contains("type discriminator", StringComparison.Ordinal) ? "The kind is “overlocker”, “coverstitch”, “convertible” or “plain”."
        : "What stands here is not of the kind that belongs here.";

    private static void NoNullsInLists(JsonElement element, string path, JsonErrors errors)
    {
        if (element.ValueKind == JsonValueKind.Object)
        {
            foreach (var member in element.EnumerateObject())
            {
                NoNullsInLists(member.Value, path.Length == 0 ? member.Name : $"{path}.{member.Name}", errors);
            }
        }
        else if (element.ValueKind == JsonValueKind.Array)
        {
            var i = 0;
            foreach (var item in element.EnumerateArray())
            {
                var at = $"{path}[{i++}]";
                if (item.ValueKind == JsonValueKind.Null)
                {
                    errors.Add(at, "A null has no place in a list.");
                }
                else
                {
                    NoNullsInLists(item, at, errors);
                }
            }
        }
    }

    private static void Check(PlanBody body, JsonErrors errors)
    {
        Within("cloth.stretchAcrossPercent", body.Cloth.StretchAcrossPercent, 0, 400);
        Within("cloth.stretchLengthwisePercent", body.Cloth.StretchLengthwisePercent, 0, 400);
        Within("cloth.areaDensityGsm", body.Cloth.AreaDensityGsm, 20, 2000);
        Within("cloth.thicknessMm", body.Cloth.ThicknessMm, 0.05, 20);
        if (body.Cloth.Colour is { } colour && !CieLab.TryFromHex(colour, out _))
        {
            errors.Add("cloth.colour", "A colour is written # and six digits 0–9, a–f.");
        }

        Add("seam", body.Seam.Resolve().Problems, errors);
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

            var problems = MachineCheck.Problems(machine.Machine);
            Add($"{at}.machine", problems, errors);
            if (machine.State is { } state && problems.Count == 0)
            {
                Add($"{at}.state", MachineStateCheck.Problems(machine.Machine, state), errors);
            }

            foreach (var lifted in machine.LiftedRules ?? [])
            {
                if (OwnRule.Liftable.All(r => r.Id != lifted.RuleId))
                {
                    errors.Add($"{at}.liftedRules", $"Rules that can be lifted: {string.Join(", ", OwnRule.Liftable.Select(r => r.Id))}.");
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
            Add($"drawer.needles[{i}]", needles[i].Problems(), errors);
        }

        for (var i = 0; i < threads.Count; i++)
        {
            Add($"drawer.threads[{i}]", threads[i].Resolve().Problems, errors);
        }

        foreach (var (question, choice) in body.Schools ?? new Dictionary<string, string>())
        {
            if (Schools.Questions.FirstOrDefault(q => q.Id == question) is not { } known)
            {
                errors.Add($"schools.{question}", $"The questions are {string.Join(", ", Schools.Questions.Select(q => q.Id))}.");
            }
            else if (known.Choices.All(c => c.Id != choice))
            {
                errors.Add($"schools.{question}", $"The schools are {string.Join(", ", known.Choices.Select(c => c.Id))}.");
            }
        }

        Add("weights", [.. (body.Weights ?? PlannerWeights.Default).Problems()], errors);
        Pins("pins", body.Pins);
        Pins("whyNot", body.WhyNot);

        void Pins(string at, PlanPins? pins)
        {
            if (pins?.NeedleOffset is { } offset && !(offset is >= -2 and <= 2))
            {
                errors.Add($"{at}.needleOffset", "A needle dial is pinned −2 to 2 steps from neutral.");
            }

            if (pins?.TwinGapMm is { } gap && !(gap is >= TwinNeedle.LeastGapMm and <= TwinNeedle.MostGapMm))
            {
                errors.Add($"{at}.twinGapMm", TwinNeedle.GapRange);
            }

            if (pins?.MachineId is { } id && body.Machines.All(m => m.Id != id))
            {
                errors.Add($"{at}.machineId", "This machine is not among those at hand.");
            }
        }

        void Within(string path, double value, double least, double most)
        {
            if (!(value >= least && value <= most))
            {
                errors.Add(path, FormattableString.Invariant($"This is a number from {least:0.##} to {most:0.##}."));
            }
        }
    }

    private static PlanQuestion Question(PlanBody body)
    {
        var schools = (body.Schools ?? new Dictionary<string, string>()).Aggregate(Schools.Default, (all, chosen) => all.With(Schools.Questions.First(q => q.Id == chosen.Key), chosen.Value));
        static Figure Told(double value) => new(value, value, value, FigureSource.Told);
        var cloth = body.Cloth;
        var figures = new ClothFigures
        {
            Name = cloth.Name, StretchAcross = Told(cloth.StretchAcrossPercent), StretchLengthwise = Told(cloth.StretchLengthwisePercent), AreaDensity = Told(cloth.AreaDensityGsm), Thickness = Told(cloth.ThicknessMm),
            Elastane = cloth.Elastane, Sheds = cloth.Sheds, Runs = cloth.Runs, Melts = cloth.Melts, Colour = cloth.Colour,
        };
        return new PlanQuestion(
            figures, body.Seam, [.. body.Machines.Select(m => new MachineAtHand(m.Id, m.Machine, m.State ?? MachineState.Unknown) { Lifted = m.LiftedRules ?? [] })],
            body.Drawer is { } drawer ? new Core.Setups.Drawer(drawer.Needles ?? [], drawer.Threads ?? []) : null,
            schools, body.Weights ?? PlannerWeights.Default, body.Pins ?? PlanPins.None);
    }

    private static void Add(string at, IEnumerable<Problem> problems, JsonErrors errors)
    {
        foreach (var problem in problems)
        {
            errors.Add(at.Length == 0 ? problem.Field : $"{at}.{problem.Field}", problem.Message);
        }
    }
}
