using System.Text;
using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Store.Exchange;
using YieldingLoop.Store.Records;

namespace YieldingLoop.Store.Tests;

/// <summary>What taking a file in does and does not do.</summary>
public class ExchangeImportTests
{
    private static readonly ExportQuestion Everything = new(ExchangeHolds.Workroom, People: true);

    [Fact]
    public void Every_kind_of_record_has_its_list() =>
        Assert.Equal(RecordKinds.All.Select(k => k.RowType).Append(typeof(SewnRow)).OrderBy(t => t.Name), ExchangeParts.All.Select(p => p.Row).OrderBy(t => t.Name));

    [Fact]
    public void Every_number_in_a_document_that_is_a_records_says_which()
    {
        // Members named after a record, that are no reference: they number something inside their own document, or are names.
        string[] own = ["SimulatedNumber", "SizeMetric"];
        var silent = from type in typeof(Formats.ClothDocument).Assembly.GetTypes()
                     where type.Namespace == "YieldingLoop.Store.Formats" && type.Name.EndsWith("Document", StringComparison.Ordinal) && type.Name is not ("PlanQuestionDocument" or "PinsDocument")
                     from member in type.GetProperties()
                     where (member.PropertyType == typeof(int) || member.PropertyType == typeof(int?)) && (member.Name.EndsWith("Id", StringComparison.Ordinal) || member.Name is "StripOf") && !own.Contains(member.Name)
                     where member.GetCustomAttributes(typeof(Formats.RefersAttribute), true).Length == 0
                     select $"{type.Name}.{member.Name}";

        Assert.Empty(silent);
    }

    [Fact]
    public async Task The_same_file_twice_makes_everything_once_and_the_same_preview_is_taken_once()
    {
        using var from = RandomWorkroom.Of(3);
        using var into = new WorkroomFile();
        into.Open();
        var (file, key) = (await ExchangeTests.ExportAsync(from, Everything), Guid.NewGuid());

        var first = Assert.IsType<ImportResult.Taken>(await ExchangeTests.TakeAsync(into, file, ImportChoice.OfAll, key: key));
        var again = Assert.IsType<ImportResult.Taken>(await ExchangeTests.TakeAsync(into, file, ImportChoice.OfAll, key: key));
        Assert.IsType<ImportResult.Nothing>(await ExchangeTests.TakeAsync(into, file, ImportChoice.OfAll));

        Assert.True(again.Again && again.Id == first.Id);
        Assert.Equal(JsonNode.Parse(file)!.AsObject().Sum(l => l.Value is JsonArray list ? list.Count : 0), JsonNode.Parse(await ExchangeTests.ExportAsync(into, Everything))!.AsObject().Sum(l => l.Value is JsonArray list ? list.Count : 0));
    }

    [Fact]
    public async Task What_is_new_what_differs_and_what_is_the_same_is_told_field_by_field()
    {
        using var workroom = ExchangeTests.Demo();
        var file = Changed(await ExchangeTests.ExportAsync(workroom, Everything), root =>
        {
            root["cloths"]![0]!["cloth"]!["acrossLoadedMm"] = 188;
            root["cloths"]!.AsArray().Add(Copy(root["cloths"]![1]!, "Cuff rib from the regatta shop"));
            root["garments"]![0]!["garment"]!["seams"]![0]!["lengthsMm"]![root["wearers"]![0]!["id"]!.GetValue<string>()] = 701;
        });

        var preview = await ExchangeTests.LookAsync(workroom, file);

        Assert.Equal("Cuff rib from the regatta shop", Assert.Single(preview.Items, i => i.Status == ImportStatus.New).Name);
        Assert.Equal(2, preview.Items.Count(i => i.Status == ImportStatus.Differs));
        Assert.Equal(new EntryDifference("Across: B, pulled", "195 mm", "188 mm"), Assert.Single(preview.Items.Single(i => i is { List: "cloths", Status: ImportStatus.Differs }).Differences));
        // A wearer is told by name, never by an identifier.
        Assert.Equal("Seam 1, length, Bow", Assert.Single(preview.Items.Single(i => i.List == "garments" && i.Status == ImportStatus.Differs).Differences).Field);
    }

    [Fact]
    public async Task Only_what_is_chosen_comes_in_and_what_it_cannot_be_without()
    {
        using var from = ExchangeTests.Demo();
        using var into = new WorkroomFile();
        into.Open();
        var file = await ExchangeTests.ExportAsync(from, Everything);
        var setup = (await ExchangeTests.LookAsync(into, file)).Items.First(i => i.List == "setups");

        var taken = Assert.IsType<ImportResult.Taken>(await ExchangeTests.TakeAsync(into, file, _ => new(new HashSet<string> { setup.Key }, false)));

        await using var context = into.Context();
        Assert.Equal((1, 1, 1, 1), (await context.Setups.CountAsync(), await context.Seams.CountAsync(), await context.Cloths.CountAsync(), await context.Machines.CountAsync()));
        // The machine came with what is on it; the cones did not, and the set-up names none.
        Assert.Equal((1, 0), (await context.States.CountAsync(), await context.Threads.CountAsync()));
        Assert.Equal(3, taken.Needed.Count);
        Assert.All((await context.Setups.SingleAsync()).Snapshot.Plan.Setup.Threads, t => Assert.Null(t.Value.ConeId));
    }

    [Fact]
    public async Task An_import_is_undone_as_one_and_comes_back_as_one()
    {
        using var workroom = ExchangeTests.Demo();
        using var other = RandomWorkroom.Of(5);
        var before = await ExchangeTests.ExportAsync(workroom, Everything);
        var theirs = Changed(await ExchangeTests.ExportAsync(other, Everything), root =>
        {
            // Beside all that is theirs, two records of ours as they have them.
            var ours = JsonNode.Parse(before)!;
            foreach (var list in new[] { "cloths", "machines" })
            {
                var record = ours[list]![0]!.DeepClone();
                record[list[..^1]]!["name"] = "Renamed by them";
                root[list]!.AsArray().Add(record);
            }
        });
        var taken = Assert.IsType<ImportResult.Taken>(await ExchangeTests.TakeAsync(workroom, theirs, ImportChoice.OfAll));
        Assert.Contains("Renamed by them", Encoding.UTF8.GetString(await ExchangeTests.ExportAsync(workroom, Everything)), StringComparison.Ordinal);

        await using var context = workroom.Context();
        var importing = new Importing(context, workroom.Clock);
        var undone = await importing.UndoAsync(taken.Id);

        Assert.True(undone.Undone);
        Assert.Empty(undone.Left);
        Assert.Equal(InUse(before), InUse(await ExchangeTests.ExportAsync(workroom, Everything)));
        Assert.False((await importing.UndoAsync(taken.Id)).Undone);
        // What was put away with it comes back with it.
        var import = await importing.FindAsync(taken.Id);
        Assert.True((await workroom.OnShelf(s => s.BringBackAsync(import!.Key))).Count > 50);
    }

    [Fact]
    public async Task What_somebody_changed_since_stays_and_is_named()
    {
        using var workroom = ExchangeTests.Demo();
        var file = Changed(await ExchangeTests.ExportAsync(workroom, Everything), root => root["cloths"]![0]!["cloth"]!["acrossLoadedMm"] = 188);
        var taken = Assert.IsType<ImportResult.Taken>(await ExchangeTests.TakeAsync(workroom, file, ImportChoice.OfAll));
        var row = await workroom.Do(w => w.Cloths.FirstAsync(c => c.Id == 1));
        await workroom.Do(w => w.SaveAsync(row.Entry with { AcrossLoadedMm = 177 }, 1, row.Version, Guid.NewGuid()));

        await using var context = workroom.Context();
        var undone = await new Importing(context, workroom.Clock).UndoAsync(taken.Id);

        Assert.Equal([row.Name], undone.Left);
        Assert.Equal(177, (await workroom.Do(w => w.Cloths.FirstAsync(c => c.Id == 1))).Entry.AcrossLoadedMm);
    }

    [Fact]
    public async Task A_workroom_that_changed_while_somebody_looked_is_looked_at_again()
    {
        using var workroom = ExchangeTests.Demo();
        var file = Changed(await ExchangeTests.ExportAsync(workroom, Everything), root => root["cloths"]![0]!["cloth"]!["acrossLoadedMm"] = 188);
        var seen = (await ExchangeTests.LookAsync(workroom, file)).Digest;
        var row = await workroom.Do(w => w.Cloths.FirstAsync(c => c.Id == 1));
        await workroom.Do(w => w.SaveAsync(row.Entry with { AcrossLoadedMm = 170 }, 1, row.Version, Guid.NewGuid()));

        Assert.IsType<ImportResult.Stale>(await ExchangeTests.TakeAsync(workroom, file, ImportChoice.OfAll, seen));
        Assert.Equal(170, (await workroom.Do(w => w.Cloths.FirstAsync(c => c.Id == 1))).Entry.AcrossLoadedMm);
    }

    [Fact]
    public async Task A_swatch_keeps_the_number_on_the_cloth_unless_it_is_taken_here()
    {
        using var from = RandomWorkroom.Of(9);
        using var into = ExchangeTests.Demo();
        var numbers = (await from.Do(w => w.Setups.AnyAsync())) ? await Numbers(from) : [];
        var taken = Assert.IsType<ImportResult.Taken>(await ExchangeTests.TakeAsync(into, await ExchangeTests.ExportAsync(from, Everything), ImportChoice.OfNew));

        Assert.Equal(numbers.Order(), taken.Renumbered.Select(r => r.Was).Order());
        Assert.Equal(numbers.Count * 2, (await Numbers(into)).Distinct().Count());
    }

    [Fact]
    public async Task Measures_of_people_go_out_only_where_they_are_asked_for()
    {
        using var from = ExchangeTests.Demo();
        foreach (var question in new[] { new ExportQuestion(ExchangeHolds.Workroom), new ExportQuestion(ExchangeHolds.Garment, [1]) })
        {
            var file = Encoding.UTF8.GetString(await ExchangeTests.ExportAsync(from, question));
            Assert.DoesNotContain("measuresMm", file, StringComparison.Ordinal);
            Assert.DoesNotContain("Stroke", file, StringComparison.Ordinal);
            Assert.False((await ExchangeTests.LookAsync(from, Encoding.UTF8.GetBytes(file))).ChangesAnything);
        }

        // Elsewhere the garment comes in for nobody in particular, and it is said how many links were left out.
        using var into = new WorkroomFile();
        into.Open();
        var garment = await ExchangeTests.ExportAsync(from, new(ExchangeHolds.Garment, [1]));
        Assert.True((await ExchangeTests.LookAsync(into, garment)).Loose > 0);
        Assert.IsType<ImportResult.Taken>(await ExchangeTests.TakeAsync(into, garment, ImportChoice.OfAll));
        await using var context = into.Context();
        Assert.Empty((await context.Garments.SingleAsync()).Entry.Sizes);
    }

    [Fact]
    public async Task What_cannot_stand_beside_what_is_here_stays_out_with_the_reason()
    {
        using var workroom = ExchangeTests.Demo();
        await using (var context = workroom.Context())
        {
            Assert.IsType<SaveResult.Saved>(await new CareBook(context, workroom.Clock).StartAsync(1, Guid.NewGuid()));
        }

        var file = Changed(await ExchangeTests.ExportAsync(workroom, Everything), root =>
        {
            var timer = root["care"]!.AsArray().First(c => c!["open"] is not null)!.DeepClone();
            timer["id"] = Guid.NewGuid().ToString();
            root["care"]!.AsArray().Add(timer);
            var amended = root["setups"]!.AsArray().First(s => s!["earlierId"] is not null)!.DeepClone();
            amended["id"] = Guid.NewGuid().ToString();
            root["setups"]!.AsArray().Add(amended);
            var lost = root["seams"]![0]!.DeepClone();
            (lost["id"], lost["clothId"]) = (Guid.NewGuid().ToString(), Guid.NewGuid().ToString());
            root["seams"]!.AsArray().Add(lost);
        });

        var preview = await ExchangeTests.LookAsync(workroom, file);

        Assert.Equal(["import-amended-otherwise", "import-lacks", "import-timer-runs"], preview.Items.Where(i => i.Status == ImportStatus.Stays).Select(i => i.Why!.Code).Order());
        Assert.Equal("cloth", preview.Items.First(i => i.Why?.Code == "import-lacks").Why!.Names["kind"]);
        Assert.IsType<ImportResult.Nothing>(await ExchangeTests.TakeAsync(workroom, file, ImportChoice.OfAll));
    }

    [Fact]
    public async Task A_set_up_from_another_workroom_says_what_does_not_fit_this_one()
    {
        using var from = ExchangeTests.Demo();
        using var into = new WorkroomFile();
        into.Open();
        var preview = await ExchangeTests.LookAsync(into, await ExchangeTests.ExportAsync(from, new(ExchangeHolds.Setup, [1])));

        Assert.Contains(preview.Unfit, f => f.Code == "fit-no-such-machine" && f.Names["machine"] == "Boathouse overlocker");
        Assert.Contains(preview.Unfit, f => f.Code == "fit-needle-system");
        // At home it fits.
        Assert.Empty((await ExchangeTests.LookAsync(from, await ExchangeTests.ExportAsync(from, new(ExchangeHolds.Setup, [1])))).Unfit);
    }

    private static async Task<List<int>> Numbers(WorkroomFile workroom)
    {
        await using var context = workroom.Context();
        return await context.Swatches.Select(s => s.Id).ToListAsync();
    }

    private static byte[] Changed(byte[] file, Action<JsonNode> change)
    {
        var root = JsonNode.Parse(file)!;
        change(root);
        return Encoding.UTF8.GetBytes(root.ToJsonString());
    }

    private static JsonNode Copy(JsonNode record, string name)
    {
        var copy = record.DeepClone();
        (copy["id"], copy["cloth"]!["name"]) = (Guid.NewGuid().ToString(), name);
        return copy;
    }

    /// <summary>The records that are in use, without when they were changed: an undo is a change.</summary>
    private static string InUse(byte[] file)
    {
        var root = JsonNode.Parse(file)!.AsObject();
        foreach (var list in root.Select(m => m.Value).OfType<JsonArray>())
        {
            foreach (var record in list.OfType<JsonObject>().ToList())
            {
                record.Remove("changedAt");
                if (record["putAwayAt"] is not null || record["takenBackAt"] is not null)
                {
                    list.Remove(record);
                }
            }
        }

        // What is on a machine that came and went stays with it.
        var machines = root["machines"]!.AsArray().Select(m => m!["id"]!.GetValue<string>()).ToHashSet();
        foreach (var state in root["onMachines"]!.AsArray().Where(s => !machines.Contains(s!["id"]!.GetValue<string>())).ToList())
        {
            root["onMachines"]!.AsArray().Remove(state);
        }

        return root.ToJsonString();
    }
}
