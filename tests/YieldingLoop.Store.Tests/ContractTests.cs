using System.Text.Json;
using System.Text.Json.Serialization.Metadata;
using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.OwnRules;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;
using YieldingLoop.Store.Demo;
using YieldingLoop.Store.Formats;

namespace YieldingLoop.Store.Tests;

/// <summary>What is stored is written as documents of its own, whatever the core is made of.</summary>
public sealed class ContractTests : IDisposable
{
    private readonly WorkroomFile file = new();

    public ContractTests() => file.Open(context => DemoLoader.Load(context, file.Clock.Now));

    public void Dispose() => file.Dispose();

    /// <summary>The types of all columns that hold a record.</summary>
    private List<Type> Kept()
    {
        using var context = file.Context();
        return
        [
            .. context.Model.GetEntityTypes().SelectMany(e => e.GetProperties())
                .Where(p => p.GetTypeMapping().Converter?.GetType() is { IsGenericType: true } converter && converter.GetGenericTypeDefinition() == typeof(JsonColumn<>))
                .Select(p => p.ClrType),
        ];
    }

    [Fact]
    public void No_record_of_the_core_is_written_as_it_is()
    {
        var parts = Parts(Kept().Select(StoredFormat.DocumentOf)).ToList();
        Assert.Contains(typeof(OverlockerDocument), parts);
        // Fixed lists and findings are the words both sides share; their spelling is held by the literal list below.
        Assert.DoesNotContain(parts, t => t.Assembly == typeof(ClothEntry).Assembly && !t.IsEnum && t != typeof(Finding) && t.Name != typeof(Place<>).Name);
    }

    [Fact]
    public void Every_member_that_is_stored_is_written_down_once_by_hand()
    {
        var expected = File.ReadAllLines(Path.Combine(AppContext.BaseDirectory, "reference", "stored-members.txt")).Where(l => l.Length > 0 && l[0] != '#').ToList();
        var actual = Parts(Kept().Select(StoredFormat.DocumentOf)).Where(t => t.Assembly != typeof(object).Assembly && t != typeof(Finding) && !t.IsGenericType)
            .OrderBy(t => t.Name, StringComparer.Ordinal)
            .SelectMany(t => t.IsEnum ? Enum.GetNames(t).Select(n => $"{t.Name} \"{JsonNamingPolicy.KebabCaseLower.ConvertName(n)}\"") : Info(t).Properties.Select(p => $"{t.Name}.{p.Name}")).ToList();
        // Whoever changes what is stored changes the list with it, and thinks of the records that are already there.
        Assert.Equal(expected, actual);
    }

    [Fact]
    public void What_a_document_leaves_out_is_what_the_core_takes_as_given()
    {
        Same(new ClothDocument(), Documents.Of(new ClothEntry()));
        Same(new SeamDocument(), Documents.Of(new SeamEntry()));
        Same(new NeedleStockDocument(), Documents.Of(new NeedleStock()));
        Same(new ThreadStockDocument(), Documents.Of(new ThreadStock()));
        Same(new OwnRuleDocument(), Documents.Of(new OwnRule()));
        Same(new SettingsDocument(), Documents.Of(new WorkroomSettings()));
        Same(new WeightsDocument(), Documents.Of(PlannerWeights.Default));
        Assert.Equal(PlanPins.None, Documents.Read(new PinsDocument()));
        foreach (var machine in DemoWorkroom.Machines)
        {
            // A machine as the first records of it were: only what has to be there.
            var node = System.Text.Json.Nodes.JsonNode.Parse(StoredFormat.Write(machine))!.AsObject();
            foreach (var name in new[] { "calibrationThreadId", "threadMarks", "manualTable", "looperOrder", "fourThreadStitchId", "chainSeatIds", "looperTravel" })
            {
                node.Remove(name);
            }

            var bare = StoredFormat.Read<Core.Machines.Machine>(node.ToJsonString());
            Assert.Equal((ThreadCatalogue.SpunPolyester.Id, 0, 0), (bare.CalibrationThreadId, bare.ThreadMarks.Count, bare.ManualTable.Count));
            Assert.Equal("514", (bare as Core.Machines.Overlocker)?.FourThreadStitchId ?? "514");
            Assert.Equal(Core.Machines.LooperTravel.RightToLeft, (bare as Core.Machines.Coverstitch)?.LooperTravel ?? Core.Machines.LooperTravel.RightToLeft);
        }
    }

    [Fact]
    public void A_question_that_differs_anywhere_has_another_key()
    {
        var question = DemoQuestion();
        var keys = new List<string> { Key(question), Key(question with { Seam = question.Seam with { Plies = question.Seam.Plies + 1 } }) };
        var hand = question.Machines[0];
        keys.Add(Key(question with { Machines = [hand with { State = hand.State with { StitchLengthMm = 2.25 } }] }));
        keys.Add(Key(question with { Machines = [hand with { State = hand.State with { StitchLengthMm = Place<double>.Empty } }] }));
        keys.Add(Key(question with { Machines = [hand with { Lifted = [new LiftedRule("light-needle")] }] }));
        keys.Add(Key(question with { Machines = [hand with { Machine = hand.Machine with { Name = "Another" } }] }));
        keys.Add(Key(question with { Pins = PlanPins.None with { Seats = Core.Machines.SeatSet.Of([ThreadPosition.NeedleLeft]) } }));
        keys.Add(Key(question with { Pins = PlanPins.None with { Seats = Core.Machines.SeatSet.Of([ThreadPosition.NeedleRight]) } }));
        keys.Add(Key(question with { Weights = question.Weights with { PerStep = 3 } }));
        keys.Add(Key(question with { Drawer = new Drawer([], [new Cone("1", new ThreadStock { Name = "Cone", KindId = "cotton" })]) }));
        keys.Add(Key(question with { Drawer = new Drawer([], [new Cone("2", new ThreadStock { Name = "Cone", KindId = "cotton" })]) }));
        Assert.Equal(keys.Count, keys.Distinct().Count());
        Assert.Equal(keys[0], Key(DemoQuestion()));
    }

    private static string Key(PlanQuestion question) => StoredFormat.Digest(Documents.Of(question));

    private static PlanQuestion DemoQuestion() =>
        PlanQuestion.OnOne(DemoWorkroom.Cloths[0].Resolve().Value!, new SeamEntry { Name = "A seam" }, DemoWorkroom.Machines[0], Core.Schools.ChosenSchools.Default);

    private static void Same<T>(T one, T other) => Assert.Equal(JsonSerializer.Serialize(one, StoredFormat.Json), JsonSerializer.Serialize(other, StoredFormat.Json));

    private static JsonTypeInfo Info(Type type) => new JsonSerializerOptions(StoredFormat.Json) { TypeInfoResolver = new DefaultJsonTypeInfoResolver() }.GetTypeInfo(type);

    /// <summary>Every type that stands in these, at any depth.</summary>
    private static HashSet<Type> Parts(IEnumerable<Type> documents)
    {
        var parts = new HashSet<Type>();
        var open = new Stack<Type>(documents);
        while (open.TryPop(out var type))
        {
            if (Nullable.GetUnderlyingType(type) is { } held)
            {
                open.Push(held);
                continue;
            }

            if (!parts.Add(type))
            {
                continue;
            }

            var info = Info(type);
            foreach (var next in info.Properties.Select(p => p.PropertyType).Concat(info.PolymorphismOptions?.DerivedTypes.Select(d => d.DerivedType) ?? [])
                .Concat(type.GetGenericArguments()).Concat(info.ElementType is { } element ? [element] : []))
            {
                open.Push(next);
            }
        }

        return parts;
    }
}
