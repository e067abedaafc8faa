using ArchUnitNET.Loader;
using YieldingLoop.Core.Seams;
using static ArchUnitNET.Fluent.Slices.SliceRuleDefinition;

namespace YieldingLoop.Core.Tests;

/// <summary>
/// The rooms of the core stand on floors, and none leans on one above it or leads back to itself: read off the compiled
/// types (docs/decisions.md has the graph).
/// </summary>
public class FloorTests
{
    private const string Root = "YieldingLoop.Core";

    private static readonly ArchUnitNET.Domain.Architecture Core = new ArchLoader().LoadAssemblies(typeof(SeamModel).Assembly).Build();

    /// <summary>From the ground up.</summary>
    private static readonly string[][] Floors =
    [
        ["Units", "Colour", "Minutes", "Words", "Threads", "Needles", "Stitches"],
        ["Cloth", "Machines", "Schools"],
        ["Setups", "Cautions", "Patterns"],
        ["Seams"],
        ["Learning", "ThreadPaths", "Faults"],
        ["Procedures", "OwnRules"],
        ["Planning", "Swatches", "ThreadUp"],
        ["SimulatedMachine", "Coach"],
        ["Practice", "Garments", "ThreadRoom", "Care"],
        ["Settings"],
    ];

    private static Dictionary<string, SortedSet<string>> Graph()
    {
        var graph = Floors.SelectMany(f => f).ToDictionary(r => r, _ => new SortedSet<string>());
        foreach (var type in Core.Types)
        {
            foreach (var dependency in type.Dependencies)
            {
                if (Room(type.Namespace?.FullName) is { } from && Room(dependency.Target.Namespace?.FullName) is { } to && from != to)
                {
                    Assert.True(graph.TryGetValue(from, out var rooms) && graph.ContainsKey(to), $"{from} or {to} stands on no floor.");
                    rooms!.Add(to);
                }
            }
        }

        return graph;
    }

    private static string? Room(string? space) => space?.StartsWith(Root + ".", StringComparison.Ordinal) == true ? space[(Root.Length + 1)..].Split('.')[0] : null;

    [Fact]
    public void No_room_leans_on_one_above_it()
    {
        var above = new List<string>();
        foreach (var (room, below) in Graph())
        {
            var floor = Array.FindIndex(Floors, f => f.Contains(room));
            above.AddRange(below.Where(b => Array.FindIndex(Floors, f => f.Contains(b)) > floor).Select(b => $"{room} leans on {b}"));
        }

        Assert.Empty(above);
    }

    [Fact]
    public void No_room_leads_back_to_itself() => Assert.True(Slices().Matching(Root + ".(*)").Should().BeFreeOfCycles().HasNoViolations(Core));

    [Fact]
    public void Every_file_s_room_is_on_a_floor_and_every_room_is_used() =>
        Assert.Equal(
            Floors.SelectMany(f => f).Order(StringComparer.Ordinal),
            Core.Types.Select(t => Room(t.Namespace?.FullName)).OfType<string>().Distinct().Order(StringComparer.Ordinal));
}
