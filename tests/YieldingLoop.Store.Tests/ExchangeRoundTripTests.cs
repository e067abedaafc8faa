using System.Globalization;
using System.Text;
using System.Text.Json.Nodes;
using Json.Schema;
using YieldingLoop.Store.Exchange;

namespace YieldingLoop.Store.Tests;

/// <summary>
/// Random workrooms go out, come into an empty one, and go out again: the same bytes. Every file is held against its published schema by
/// JsonSchema.Net, a validator that knows nothing of this program. ROUNDS=300 does three hundred.
/// </summary>
public class ExchangeRoundTripTests
{
    private static readonly int Rounds = int.Parse(Environment.GetEnvironmentVariable("ROUNDS") ?? "12", CultureInfo.InvariantCulture);

    private static readonly Dictionary<ExchangeHolds, JsonSchema> Schemas = Enum.GetValues<ExchangeHolds>().ToDictionary(h => h, h =>
    {
        using var schema = ExchangeSchema.Find(ExchangeSchema.FileName(h))!;
        return JsonSchema.FromText(new StreamReader(schema).ReadToEnd());
    });

    [Fact]
    public async Task Random_workrooms_come_back_byte_for_byte()
    {
        for (var seed = 1; seed <= Rounds; seed++)
        {
            using var from = RandomWorkroom.Of(seed);
            using var into = new WorkroomFile();
            into.Open();
            var everything = new ExportQuestion(ExchangeHolds.Workroom, People: true);
            var json = await ExchangeTests.ExportAsync(from, everything);
            var zip = await ExchangeTests.ExportAsync(from, everything, zip: true);
            Valid(ExchangeHolds.Workroom, json, seed);

            Assert.IsType<ImportResult.Taken>(await ExchangeTests.TakeAsync(into, zip, ImportChoice.OfAll));

            Assert.True(Encoding.UTF8.GetString(json) == Encoding.UTF8.GetString(await ExchangeTests.ExportAsync(into, everything)), $"Workroom {seed} came back otherwise.");
            var again = await ExchangeTests.ExportAsync(into, everything, zip: true);
            Assert.True(zip.SequenceEqual(again), $"The zip of workroom {seed} came back otherwise.");
            // And once more into the same: nothing is new, nothing differs, nothing is made.
            Assert.False((await ExchangeTests.LookAsync(into, zip)).ChangesAnything, $"Workroom {seed} does not know itself again.");
        }
    }

    [Fact]
    public async Task Every_part_of_a_random_workroom_is_of_its_schema_and_known_at_home()
    {
        for (var seed = 1; seed <= Math.Max(2, Rounds / 6); seed++)
        {
            using var from = RandomWorkroom.Of(1000 + seed);
            foreach (var (holds, id) in new[] { (ExchangeHolds.Garment, 1), (ExchangeHolds.Garment, 3), (ExchangeHolds.Setup, 1), (ExchangeHolds.Setup, 2), (ExchangeHolds.Cloth, 2), (ExchangeHolds.Machine, 1), (ExchangeHolds.Machine, 4) })
            {
                var file = await ExchangeTests.ExportAsync(from, new(holds, [id], People: seed % 2 == 0));
                Valid(holds, file, seed);
                Assert.False((await ExchangeTests.LookAsync(from, file)).ChangesAnything, $"{holds} {id} of workroom {seed}");
            }

            var swatches = await ExchangeTests.ExportAsync(from, new(ExchangeHolds.Swatches));
            Valid(ExchangeHolds.Swatches, swatches, seed);
            // Photos are where they were: without a zip the file names them, and here they are.
            Assert.False((await ExchangeTests.LookAsync(from, swatches)).ChangesAnything);
        }
    }

    private static void Valid(ExchangeHolds holds, byte[] file, int seed)
    {
        var result = Schemas[holds].Evaluate(JsonNode.Parse(file), new EvaluationOptions { OutputFormat = OutputFormat.List, RequireFormatValidation = true });
        Assert.True(result.IsValid, $"{holds} of workroom {seed}: {string.Join("; ", result.Details.Where(d => d.HasErrors).Take(5).Select(d => $"{d.InstanceLocation} {string.Join(", ", d.Errors!.Values)}"))}");
    }
}
