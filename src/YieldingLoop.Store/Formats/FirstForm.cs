using System.Text.Json.Nodes;

namespace YieldingLoop.Store.Formats;

/// <summary>
/// Turns records of the first form into the second: needles, threads and dials were lists with their positions in them, what
/// was not on a list was either empty or not known, and both threads of a twin needle stood as one.
/// </summary>
internal static class FirstForm
{
    private static readonly string[] OverlockSeats = ["needle-left", "needle-right"], PlainSeats = ["needle"];
    private static readonly string[] OverlockThreads = [.. OverlockSeats, "upper-looper", "lower-looper"];
    private static readonly string[] CoverThreads = [.. OverlockSeats, "chain-looper"];
    private static readonly string[] PlainThreads = ["needle", .. OverlockSeats, "bobbin"];

    /// <summary>What stood on a machine.</summary>
    public static void State(JsonObject state)
    {
        var needles = List(state, "needles");
        var threads = List(state, "threads");
        var dials = List(state, "dials");
        var kind = KindOf(state, needles, threads, dials);
        var twin = needles.Any(n => n["twinGapMm"] is not null);
        // Whoever named one needle or thread had named all of them: what was missing was not there.
        var (seats, places) = needles.Count + threads.Count > 0 ? (Seats(kind), Threads(kind)) : ([], []);
        Replace(state, "needles", Map(seats, needles.Select(n => (Text(n, "seat"), (JsonNode?)Needle(n)))));
        Replace(state, "threads", Map(places, threads.SelectMany(t => Blades(Text(t, "position"), twin).Select(p => (p, (JsonNode?)Thread(t))))));
        Replace(state, "dials", Map([], dials.Select(d => (Text(d, "position"), d["number"]?.DeepClone()))));
        Rename(state, "fingerName", "finger");
        Rename(state, "lengthMm", "stitchLengthMm");
        Rename(state, "stitchId", "stitch");
        Rename(state, "plateName", "plate");
        Rename(state, "footName", "foot");
        var away = Take(state, "knifeAway")?.GetValue<bool>() == true;
        if (away || state["cuttingWidthMm"] is not null)
        {
            state["knife"] = away ? "away" : "cutting";
        }

        // Null was "not known", which is now left out.
        foreach (var name in new[] { "changedOverTo", "finger", "stitchLengthMm", "differential", "cuttingWidthMm", "stitch", "zigzagWidthMm", "plate", "foot", "needlePositionMm" })
        {
            if (state.ContainsKey(name) && state[name] is null)
            {
                state.Remove(name);
            }
        }
    }

    /// <summary>A kept set-up with all it was made from.</summary>
    public static void Snapshot(JsonObject snapshot)
    {
        var plan = snapshot["plan"]!.AsObject();
        var threads = List(plan, "threads");
        var gap = Take(plan, "twinGapMm");
        var needle = new JsonObject { ["system"] = snapshot["machine"]!["needleSystem"]!.DeepClone(), ["point"] = Take(plan, "pointId"), ["sizeMetric"] = Take(plan, "needleSizeMetric"), ["twinGapMm"] = gap?.DeepClone() };
        var filled = threads.Select(t => Text(t, "position")).Where(p => p.StartsWith("needle", StringComparison.Ordinal)).ToList();
        var kind = threads.Any(t => Text(t, "position") == "bobbin") ? "plain" : threads.Any(t => Text(t, "position") == "chain-looper") ? "coverstitch" : "overlocker";
        var cut = Take(plan, "cuttingWidthFromRightMm");
        plan["setup"] = new JsonObject
        {
            ["stitch"] = Take(plan, "stitchId"),
            ["flatlock"] = Take(plan, "flatlock") ?? false,
            ["needles"] = Map(Seats(kind), (gap is null ? filled : ["needle"]).Select(p => (p, (JsonNode?)needle.DeepClone()))),
            ["threads"] = Map(Threads(kind), threads.Select(t => (Text(t, "position"), (JsonNode?)PlannedThread(t)))),
            ["dials"] = Map([], threads.Where(t => t["dialNumber"] is not null).Select(t => (gap is not null ? "needle" : Text(t, "position"), t["dialNumber"]!.DeepClone()))!),
            ["finger"] = Take(plan, "fingerName"),
            ["stitchLengthMm"] = Take(plan, "stitchLengthMm"),
            ["zigzagWidthMm"] = Take(plan, "zigzagWidthMm"),
            ["cuttingWidthMm"] = cut,
            ["knife"] = cut is null ? null : "cutting",
            ["differential"] = Take(plan, "differential"),
            ["plate"] = Take(plan, "plateName"),
            ["foot"] = Take(plan, "footName"),
            ["tape"] = Take(plan, "tape") ?? false,
        };
        if (gap is not null)
        {
            plan["setup"]!["needlePositionMm"] = 0;
        }

        plan.Remove("threads");
        plan["threadFigures"] = new JsonArray([.. threads.Select(t => new JsonObject
        {
            ["position"] = t["position"]!.DeepClone(), ["stepsTighter"] = t["stepsTighter"]!.DeepClone(), ["tensionCentinewtons"] = t["tensionCentinewtons"]!.DeepClone(), ["toBuy"] = t["toBuy"]?.DeepClone() ?? false,
        })]);
        Targets(plan);
    }

    /// <summary>A way onto a machine that was begun.</summary>
    public static void ThreadUp(JsonObject plan)
    {
        State(plan["from"]!.AsObject());
        State(plan["wanted"]!.AsObject());
        var kind = plan["machine"]!["kind"]?.GetValue<string>() is { } own and not "convertible" ? own : plan["wanted"]!["changedOverTo"]?.GetValue<string>() ?? "overlocker";
        foreach (var step in List(plan, "steps"))
        {
            var twin = step["needle"]?["twinGapMm"] is not null;
            if (step["needle"] is JsonObject needle)
            {
                step["needle"] = Needle(needle);
            }

            if (step["thread"] is JsonObject thread)
            {
                step["thread"] = Thread(thread);
            }

            switch (Text(step, "act"))
            {
                case "thread-needle" when twin:
                    step["positions"] = Names(OverlockSeats);
                    break;
                case "clear-away" or "change-over":
                    (step["seats"], step["positions"]) = (Names(Seats(kind)), Names(Threads(kind)));
                    break;
                default:
                    break;
            }
        }
    }

    /// <summary>Targets were figures with their tolerances somewhere else.</summary>
    private static void Targets(JsonObject plan)
    {
        var old = plan["targets"]!.AsObject();
        double? Figure(string name) => old[name]?.GetValue<double>();
        static JsonObject? About(double? wanted, double tolerance) => wanted is { } figure ? new JsonObject { ["least"] = figure - tolerance, ["most"] = figure + tolerance, ["wanted"] = figure } : null;
        static JsonObject? Bound(string side, double? figure) => figure is { } bound ? new JsonObject { [side] = bound } : null;
        plan["targets"] = new JsonObject
        {
            ["meetingLineMm"] = About(Figure("meetingLineMm"), 0.5),
            ["gapMm"] = Figure("gapAboutMm") is { } about ? new JsonObject { ["wanted"] = about } : Bound("most", Figure("gapMostMm")),
            ["overhangMm"] = About(Figure("overhangMm"), 0.5),
            ["growthPercent"] = plan["setup"]!["differential"] is null ? null : About(Figure("growthPercent"), 2),
            ["coverFace"] = Bound("least", Figure("coverLeast")),
            ["coverBack"] = Bound("least", Figure("coverLeast")),
            ["tunnellingIndex"] = Bound("most", Figure("tunnellingMost")),
            ["holdPercent"] = plan["figures"]!["verdict"]!["requiredPercent"]!.DeepClone(),
        };
    }

    private static JsonObject Needle(JsonObject needle) => new()
    {
        ["system"] = needle["system"]?.DeepClone(), ["point"] = needle["pointId"]?.DeepClone(), ["sizeMetric"] = needle["sizeMetric"]?.DeepClone(), ["twinGapMm"] = needle["twinGapMm"]?.DeepClone(),
    };

    private static JsonObject Thread(JsonObject thread) => new()
    {
        ["kind"] = thread["kindId"]?.DeepClone(), ["colour"] = thread["colour"]?.DeepClone(), ["name"] = thread["label"]?.DeepClone(),
    };

    private static JsonObject PlannedThread(JsonObject thread) => new()
    {
        ["kind"] = thread["kindId"]!.DeepClone(), ["tex"] = thread["ownTex"]?.DeepClone(),
        ["breakExtensionPercent"] = thread["ownBreakExtension"] is { } extension ? extension.GetValue<double>() * 100 : null,
        ["colour"] = thread["colour"]?.DeepClone(), ["name"] = thread["stockName"]?.DeepClone(),
    };

    private static string KindOf(JsonObject state, List<JsonObject> needles, List<JsonObject> threads, List<JsonObject> dials)
    {
        var named = needles.Select(n => Text(n, "seat")).Concat(threads.Concat(dials).Select(t => Text(t, "position"))).ToHashSet();
        return state["changedOverTo"]?.GetValue<string>()
            ?? (named.Contains("needle") || named.Contains("bobbin") ? "plain" : named.Contains("chain-looper") || named.Contains("top-cover") || named.Contains("needle-centre") ? "coverstitch" : "overlocker");
    }

    private static string[] Seats(string kind) => kind == "plain" ? PlainSeats : OverlockSeats;

    private static string[] Threads(string kind) => kind switch { "plain" => PlainThreads, "coverstitch" => CoverThreads, _ => OverlockThreads };

    private static string[] Blades(string position, bool twin) => twin && position == "needle" ? OverlockSeats : [position];

    private static JsonArray Names(string[] names) => new([.. names.Select(n => (JsonNode?)n)]);

    /// <summary>What is there by position; the rest of these positions hold nothing.</summary>
    private static JsonObject? Map(string[] places, IEnumerable<(string Position, JsonNode? There)> filled)
    {
        var map = new JsonObject();
        foreach (var (position, there) in filled)
        {
            map[position] = there;
        }

        foreach (var place in places.Where(p => !map.ContainsKey(p)))
        {
            map[place] = null;
        }

        return map.Count > 0 ? map : null;
    }

    private static List<JsonObject> List(JsonObject record, string name) => [.. (record[name] as JsonArray ?? []).Select(n => n!.AsObject())];

    private static string Text(JsonObject record, string name) => record[name]!.GetValue<string>();

    private static JsonNode? Take(JsonObject record, string name)
    {
        var value = record[name];
        record.Remove(name);
        return value;
    }

    private static void Rename(JsonObject record, string from, string to)
    {
        if (Take(record, from) is { } value)
        {
            record[to] = value;
        }
    }

    private static void Replace(JsonObject record, string name, JsonNode? value)
    {
        record.Remove(name);
        if (value is not null)
        {
            record[name] = value;
        }
    }
}
