using System.Text;
using System.Text.Json.Nodes;

namespace YieldingLoop.Store.Tests;

/// <summary>Damages a file in ways that chance, programs and people damage files. The same number damages the same file alike.</summary>
internal static class Mutations
{
    private static readonly string[] Texts = ["", "x", "none", "needle-left", "514", "-1", "2026-01-01T00:00:00+00:00", "../../etc", new('a', 500), "\u202Eabc", "00000000-0000-0000-0000-000000000000"];
    private static readonly double[] Numbers = [0, -1, 1, 0.5, 99, 1e6, -1e6, 1e9, 3.7, 1e-9];

    /// <summary>One damaged copy.</summary>
    public static byte[] Of(byte[] file, int seed)
    {
        var random = new Random(seed);
        return seed % 4 == 0 ? Bytes(file, random) : Members(file, random);
    }

    /// <summary>Bytes that were lost, doubled or changed on the way.</summary>
    public static byte[] Bytes(byte[] file, Random random)
    {
        var bytes = file.ToList();
        for (var i = random.Next(1, 4); i > 0; i--)
        {
            var at = random.Next(bytes.Count);
            switch (random.Next(4))
            {
                case 0:
                    bytes[at] = (byte)random.Next(256);
                    break;
                case 1:
                    bytes.RemoveRange(at, Math.Min(random.Next(1, 200), bytes.Count - at));
                    break;
                case 2:
                    bytes.InsertRange(at, bytes.GetRange(Math.Max(0, at - 100), Math.Min(60, at)));
                    break;
                default:
                    bytes.RemoveRange(at, bytes.Count - at);
                    break;
            }

            if (bytes.Count == 0)
            {
                break;
            }
        }

        return [.. bytes];
    }

    /// <summary>Members that were left out, doubled, exchanged or given another value, so that it is still JSON.</summary>
    private static byte[] Members(byte[] file, Random random)
    {
        var root = JsonNode.Parse(file)!;
        for (var i = random.Next(1, 4); i > 0; i--)
        {
            var places = new List<JsonNode>();
            Collect(root, places);
            Damage(places[random.Next(places.Count)], random, places);
        }

        return Encoding.UTF8.GetBytes(root.ToJsonString());
    }

    private static void Collect(JsonNode? node, List<JsonNode> places)
    {
        switch (node)
        {
            case JsonObject members:
                places.Add(members);
                foreach (var (_, value) in members)
                {
                    Collect(value, places);
                }

                break;
            case JsonArray list:
                places.Add(list);
                foreach (var value in list)
                {
                    Collect(value, places);
                }

                break;
        }
    }

    private static void Damage(JsonNode place, Random random, List<JsonNode> places)
    {
        JsonNode? Other() => random.Next(6) switch
        {
            0 => null,
            1 => Texts[random.Next(Texts.Length)],
            2 => Numbers[random.Next(Numbers.Length)],
            3 => random.Next(2) == 0,
            4 => places[random.Next(places.Count)] is var other && other.ToJsonString() is { Length: < 20_000 } text ? JsonNode.Parse(text) : null,
            _ => random.Next(2) == 0 ? new JsonArray() : new JsonObject(),
        };

        if (place is JsonObject members && members.Count > 0)
        {
            var name = members.ElementAt(random.Next(members.Count)).Key;
            switch (random.Next(5))
            {
                case 0:
                    members.Remove(name);
                    break;
                case 1:
                    members[name] = Other();
                    break;
                case 2 when members[name] is JsonValue number && number.TryGetValue(out double figure):
                    members[name] = random.Next(3) switch { 0 => -figure, 1 => figure * 1000, _ => figure + 1 };
                    break;
                case 3:
                    members[name + "x"] = Other();
                    break;
                default:
                    // Another value of the same name elsewhere: it fits, and may contradict.
                    var donors = places.OfType<JsonObject>().Where(o => o != members && o.ContainsKey(name)).ToList();
                    members[name] = donors.Count > 0 ? donors[random.Next(donors.Count)][name]?.DeepClone() : Other();
                    break;
            }
        }
        else if (place is JsonArray list)
        {
            if (list.Count > 0 && random.Next(2) == 0)
            {
                list.RemoveAt(random.Next(list.Count));
            }
            else
            {
                list.Add(list.Count > 0 && random.Next(2) == 0 ? list[random.Next(list.Count)]?.DeepClone() : Other());
            }
        }
    }
}
