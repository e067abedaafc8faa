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
}
