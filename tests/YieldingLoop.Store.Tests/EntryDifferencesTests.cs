using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Words;
using YieldingLoop.Store.Demo;
using YieldingLoop.Store.Records;

namespace YieldingLoop.Store.Tests;

public class EntryDifferencesTests
{
    [Fact]
    public void What_says_the_same_does_not_differ()
    {
        Assert.All(DemoWorkroom.Overlockers, m => Assert.Empty(EntryDifferences.Between("machine", m, m with { NeedleSizes = [.. m.NeedleSizes], Fingers = [.. m.Fingers] })));
        Assert.Empty(EntryDifferences.Between("cloth", DemoWorkroom.Cloths[0], DemoWorkroom.Cloths[0] with { }));
    }

    [Fact]
    public void Fields_that_differ_are_named_and_said_in_words()
    {
        var jersey = new ClothEntry { Name = "Jersey", TypicalId = "elastane-jersey", TenLayersMm = 6.5, Colour = "#112233" };
        Assert.Equal(
        [
            new("It is most like", "jersey with elastane", "power knit"),
            new("Ten layers", "6.5 mm", ""),
            new("It melts under a hot iron", "no", "yes"),
        ], EntryDifferences.Between("cloth", jersey, jersey with { TypicalId = "power-knit", TenLayersMm = null, Melts = true }));

        var machine = DemoWorkroom.Overlockers[0];
        Assert.Equal([new("Finger 3, name", "none", "")], EntryDifferences.Between("machine", machine, machine with { Fingers = [.. machine.Fingers.Take(2), machine.Fingers[2] with { Name = "" }] }));
        Assert.Contains(new EntryDifference("Knife dial, at the largest", "", "9"), EntryDifferences.Between("machine", machine, machine with { KnifeDial = new KnifeDial(1, 9) }));
    }

    [Fact]
    public void Every_field_of_every_record_has_a_name()
    {
        using var file = new WorkroomFile();
        file.Open(context => DemoLoader.Load(context, file.Clock.Now));
        using var context = file.Context();
        // Against a record that says nothing, everything differs.
        var named = new List<string>();
        named.AddRange(DemoWorkroom.Cloths.SelectMany(c => EntryDifferences.Between("cloth", new ClothEntry(), c)).Select(d => d.Field));
        named.AddRange(DemoWorkroom.Seams.SelectMany(s => EntryDifferences.Between("seam", new SeamEntry { Plies = 0, Job = SeamJob.RolledHem }, s.Seam)).Select(d => d.Field));
        named.AddRange(EntryDifferences.Between("seam", new SeamEntry(), new SeamEntry { ZoneId = "knee", Reinforced = true }).Select(d => d.Field));
        foreach (var type in RecordKinds.Typed)
        {
            var entries = type.Rows(context).AsNoTracking().ToList().Select(row => row.GetType().GetProperty("Entry")!.GetValue(row)!).ToList();
            Assert.NotEmpty(entries);
            named.AddRange(entries.SelectMany(entry => EntryDifferences.Between<object>(type.Noun!, null, entry)).Select(d => d.Field));
        }

        named.AddRange(EntryDifferences.Between<object>("machine", null, Convertible.Of(DemoWorkroom.Overlockers[0], (Coverstitch)DemoWorkroom.Machines[2])).Select(d => d.Field));
        named.AddRange(EntryDifferences.Between<object>("settings", null, new WorkroomSettings { FirstHelpRead = true }).Select(d => d.Field));
        // A field without a name of its own would show its identifier, which is written in one word with capitals inside.
        Assert.True(named.Count > 60);
        Assert.All(named.Distinct(), name => Assert.DoesNotMatch("[a-z][A-Z]", name));
        Assert.Null(Vocabulary.Field("cloth.noSuchField"));
    }
}
