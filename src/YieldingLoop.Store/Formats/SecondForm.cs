using System.Text.Json.Nodes;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Store.Formats;

/// <summary>Turns records of the second form into the third: what was kept as a sentence becomes a finding that holds it as it was written.</summary>
internal static class SecondForm
{
    private const string School = "school: ";

    private static readonly Dictionary<string, string> Bases = new(StringComparer.Ordinal)
    {
        ["common practice"] = "common-practice", ["seam model"] = "seam-model", ["machine record"] = "machine-record", ["drawer"] = "drawer", ["your own change"] = "own-change",
    };

    /// <summary>A kept set-up with all it was made from.</summary>
    public static void Snapshot(JsonObject snapshot)
    {
        var plan = snapshot["plan"]!.AsObject();
        plan["reasons"] = new JsonArray([.. plan["reasons"]!.AsArray().Select(r => (JsonNode?)Reason(r!.AsObject()))]);
        plan["notes"] = Written(plan["notes"]);
        plan["wouldChange"] = Written(plan["wouldChange"]);
    }

    /// <summary>A way onto a machine that was begun.</summary>
    public static void ThreadUp(JsonObject plan)
    {
        foreach (var way in (plan["shorter"] as JsonArray ?? []).Select(w => w!.AsObject()))
        {
            way["finding"] = Written(way["sentence"]!.GetValue<string>());
            way.Remove("sentence");
        }

        if (plan["again"] is JsonValue again)
        {
            plan["again"] = again.GetValue<string>() is { Length: > 0 } text ? Written(text) : null;
        }
    }

    private static JsonObject Reason(JsonObject reason)
    {
        var parts = reason["basis"]!.GetValue<string>().Split("; ");
        var question = parts.FirstOrDefault(p => p.StartsWith(School, StringComparison.Ordinal)) is { } school
            ? SchoolCatalogue.Questions.FirstOrDefault(q => q.Choices.Any(c => school.EndsWith(c.Name, StringComparison.Ordinal)))?.Id
            : null;
        return new JsonObject
        {
            ["topic"] = reason["topic"]!.DeepClone(),
            ["findings"] = new JsonArray(Written(reason["sentence"]!.GetValue<string>())),
            ["bases"] = new JsonArray([.. parts.Where(Bases.ContainsKey).Select(p => (JsonNode?)Bases[p])]),
            ["schoolQuestionId"] = question,
        };
    }

    private static JsonArray Written(JsonNode? sentences) => new([.. (sentences as JsonArray ?? []).Select(s => (JsonNode?)Written(s!.GetValue<string>()))]);

    private static JsonObject Written(string text) => new() { ["code"] = Finding.Written, ["text"] = text };
}
