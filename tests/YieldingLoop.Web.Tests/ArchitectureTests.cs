using System.Reflection;
using YieldingLoop.Core.Seams;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Tests;

public class ArchitectureTests
{
    private static string[] References(Type type) => [.. type.Assembly.GetReferencedAssemblies().Select(a => a.Name!)];

    [Fact]
    public void Dependencies_point_one_way_Web_to_Store_to_Core()
    {
        string[] core = References(typeof(SeamModel)), store = References(typeof(Workroom)), web = References(typeof(Program));
        Assert.DoesNotContain(core, name => name.StartsWith("YieldingLoop", StringComparison.Ordinal));
        Assert.DoesNotContain("YieldingLoop.Web", store);
        Assert.Contains("YieldingLoop.Core", store);
        Assert.Contains("YieldingLoop.Store", web);
    }

    [Fact]
    public void The_core_knows_nothing_outside_the_framework_and_the_store_no_interface()
    {
        Assert.All(References(typeof(SeamModel)), name => Assert.StartsWith("System.", name, StringComparison.Ordinal));
        Assert.DoesNotContain(References(typeof(Workroom)), name => name.StartsWith("Microsoft.AspNetCore", StringComparison.Ordinal));
    }

    [Fact]
    public void Nothing_in_the_core_says_how_it_is_written()
    {
        const string Serialization = "System.Text.Json.Serialization";
        var marked = typeof(SeamModel).Assembly.GetTypes()
            .SelectMany(t => t.GetMembers(BindingFlags.Public | BindingFlags.NonPublic | BindingFlags.Instance | BindingFlags.Static | BindingFlags.DeclaredOnly).Cast<MemberInfo>().Append(t))
            .Where(m => m.CustomAttributes.Any(a => a.AttributeType.Namespace == Serialization));
        Assert.Empty(marked);
    }
}
