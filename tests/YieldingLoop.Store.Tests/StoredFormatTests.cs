using System.Text.Json;
using System.Text.Json.Nodes;
using Microsoft.Data.Sqlite;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.ThreadUp;
using YieldingLoop.Core.Words;
using YieldingLoop.Store.Demo;
using YieldingLoop.Store.Formats;

namespace YieldingLoop.Store.Tests;

/// <summary>How set-ups, states and thread-ups are written, and that what earlier versions wrote is read as it was meant.</summary>
public class StoredFormatTests
{
    /// <summary>Every text of a column in the database that the version before set-ups became one value has left behind.</summary>
    private static List<(int Id, string Text)> First(string table, string column)
    {
        using var connection = new SqliteConnection($"Data Source={UpgradeTests.Reference("workroom-ends.db")};Mode=ReadOnly;Pooling=False");
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = $"SELECT Id, {column} FROM {table} ORDER BY Id";
        using var reader = command.ExecuteReader();
        var texts = new List<(int, string)>();
        while (reader.Read())
        {
            texts.Add((reader.GetInt32(0), reader.GetString(1)));
        }

        return texts;
    }

    [Fact]
    public void A_set_up_of_the_first_form_says_what_it_said()
    {
        var kept = First("Setups", "Snapshot");
        Assert.Equal(10, kept.Count);
        foreach (var (_, text) in kept)
        {
            var was = JsonNode.Parse(text)!["plan"]!;
            var snapshot = StoredFormat.Read<SetupSnapshot>(text);
            var plan = snapshot.Plan;
            Assert.Equal("1", plan.ModelVersion);
            Assert.Equal(was["stitchId"]!.GetValue<string>(), plan.StitchId);
            Assert.Equal(
                (was["pointId"]!.GetValue<string>(), was["needleSizeMetric"]!.GetValue<int>(), was["twinGapMm"]?.GetValue<double>()),
                (plan.Needle.PointId, plan.Needle.SizeMetric, plan.TwinGapMm));
            Assert.Equal(
                was["threads"]!.AsArray().Select(t => (t!["position"]!.GetValue<string>(), t["kindId"]!.GetValue<string>(), t["dialNumber"]?.GetValue<double>(), t["stepsTighter"]!.GetValue<double>(), t["stockName"]?.GetValue<string>(), t["ownTex"]?.GetValue<double>())),
                plan.Threads.Select(t => (t.Position.Id(), t.KindId, t.DialNumber, t.StepsTighter, t.StockName, t.Thread.Tex)));
            Assert.Equal(
                (was["stitchLengthMm"]?.GetValue<double>(), was["zigzagWidthMm"]?.GetValue<double>(), was["differential"]?.GetValue<double>(), was["cuttingWidthFromRightMm"]?.GetValue<double>()),
                (plan.StitchLengthMm, plan.ZigzagWidthMm, plan.Differential, plan.CuttingWidthFromRightMm));
            Assert.Equal((was["fingerName"]?.GetValue<string>(), was["plateName"]?.GetValue<string>(), was["footName"]?.GetValue<string>()), (plan.FingerName, plan.PlateName, plan.FootName));
            foreach (var name in new[] { "figures", "need", "schools", "cost", "missed", "baseline", "gaugeMm", "loopWidthMm", "biteMm" })
            {
                Unchanged(was[name], JsonSerializer.SerializeToNode(Documents.Of(plan), StoredFormat.Json)![name], name);
            }

            // What was written as sentences says the same, word for word.
            Assert.Equal(
                was["reasons"]!.AsArray().Select(r => (r!["topic"]!.GetValue<string>(), r["sentence"]!.GetValue<string>(), r["basis"]!.GetValue<string>())),
                plan.Reasons.Select(r => (JsonNamingPolicy.KebabCaseLower.ConvertName(r.Topic.ToString()), Sentences.Of(r), Sentences.Basis(r, plan.Schools))));
            Assert.Equal(Texts(was["notes"]), plan.Notes.Select(Sentences.Of));
            Assert.Equal(Texts(was["wouldChange"]), plan.WouldChange.Select(Sentences.Of));

            Assert.Equal(was["targets"]!["meetingLineMm"]?.GetValue<double>(), plan.Targets.MeetingLineMm?.Wanted);
            Assert.Equal(plan.Figures.Verdict!.RequiredPercent, plan.Targets.HoldPercent);
            // It can stand on its machine, and written down anew it is read back the same.
            Assert.Empty(SetupCheck.Problems(snapshot.Machine, plan.Setup.OnMachine(snapshot.Machine)));
            Assert.Equal(StoredFormat.Write(snapshot), StoredFormat.Write(StoredFormat.Read<SetupSnapshot>(StoredFormat.Write(snapshot))));
            Assert.StartsWith("{\"format\":3,", StoredFormat.Write(snapshot), StringComparison.Ordinal);
        }
    }

    [Fact]
    public void The_model_of_then_and_of_now_read_the_same_seam_from_it()
    {
        // What version 2 left alone is what it was: the set-up is the same, only the needle loop is drawn otherwise.
        foreach (var (_, text) in First("Setups", "Snapshot"))
        {
            var kept = StoredFormat.Read<SetupSnapshot>(text);
            var head = kept.Plan.Baseline is { } row ? kept.Machine.TunedTo(row) : kept.Machine;
            var now = SeamAssessment.Of(kept.Plan.Setup.Case(head, kept.ClothFigures, kept.Seam, kept.Plan.Need, kept.Plan.Schools).Value!);
            var (then, seam) = (kept.Plan.Figures.Seam, now.Seam);
            Assert.Equal(then.OverhangMm ?? 0, seam.OverhangMm ?? 0, 9);
            Assert.Equal(then.MeetingLineMm ?? 0, seam.MeetingLineMm ?? 0, 9);
            Assert.Equal(then.CoverFace ?? 0, seam.CoverFace ?? 0, 9);
            Assert.Equal(then.TunnellingIndex ?? 0, seam.TunnellingIndex ?? 0, 9);
            Assert.Equal(then.StrengthNewtonsPerCm, seam.StrengthNewtonsPerCm, 9);
            // A machine without a feed was not told what its seam grows.
            Assert.True(kept.Plan.Figures.GrowthPercent is not { Middle: var grew } ? kept.Machine.Feed is null : Math.Abs(grew - now.GrowthPercent!.Value.Middle) < 1e-9);
        }
    }

    [Fact]
    public void A_state_of_the_first_form_tells_what_is_empty_from_what_is_not_known()
    {
        var states = First("States", "Entry").ToDictionary(s => s.Id, s => StoredFormat.Read<Setup>(s.Text));
        // Somebody had noted a length and nothing else: nothing is known of needles and threads.
        Assert.Equal(3, states[2].StitchLengthMm.Value);
        Assert.False(states[2].Needles.AnyKnown || states[2].Threads.AnyKnown || states[2].Dials.AnyKnown);
        Assert.Equal((ThreadPosition.NeedleLeft, 4.0, "wide"), (states[1].Needles.Filled.First(), states[1].Dials[ThreadPosition.NeedleRight].Value, states[1].FingerName.Value));
        Assert.True(states[3].Threads[ThreadPosition.ChainLooper].IsThere && states[3].FingerName.IsUnknown);
        // Both threads of a twin needle stood as one; now each has its place.
        var twin = states[4];
        Assert.Equal(4, twin.Twin!.TwinGapMm);
        Assert.Equal([ThreadPosition.NeedleLeft, ThreadPosition.NeedleRight, ThreadPosition.Bobbin], twin.Threads.Filled);
        Assert.Equal(twin.Threads[ThreadPosition.NeedleLeft], twin.Threads[ThreadPosition.NeedleRight]);
        Assert.True(twin.Threads[ThreadPosition.Needle].IsEmpty);
        Assert.All(states.Values.Zip(DemoWorkroom.Machines), s => Assert.Empty(SetupCheck.Problems(s.Second, s.First)));
    }

    [Fact]
    public void A_thread_up_that_was_going_on_goes_on_to_the_same_end()
    {
        var states = First("States", "Entry").ToDictionary(s => s.Id, s => StoredFormat.Read<Setup>(s.Text));
        var begun = First("ThreadUps", "Entry").ToDictionary(t => t.Id, t => StoredFormat.Read<ThreadUpPlan>(t.Text));
        // Seven of its steps were ticked: what they make is what the machine stood at.
        var twin = begun[2];
        Assert.Equal(states[4].Threads.Filled, twin.StateAfter(7).Threads.Filled);
        Assert.Equal(states[4].Needles, twin.StateAfter(7).Needles);
        foreach (var plan in begun.Values)
        {
            var end = plan.StateAfter(plan.Steps.Count);
            Assert.Equal(plan.Wanted.Needles, end.Needles);
            Assert.Equal(plan.Wanted.Threads.Filled, end.Threads.Filled);
            Assert.Equal(plan.Wanted.Dials, end.Dials);
            Assert.Equal(plan.Steps.Count, ThreadUpWords.All(plan).Count);
            Assert.All(plan.Shorter, way => Assert.Equal(Finding.Written, way.Finding.Code));
            Assert.Equal(StoredFormat.Write(plan), StoredFormat.Write(StoredFormat.Read<ThreadUpPlan>(StoredFormat.Write(plan))));
        }
    }

    [Fact]
    public void What_is_unknown_empty_or_there_survives_being_written()
    {
        Setup[] all = [Setup.Unknown, .. DemoWorkroom.States, Setup.Unknown with { FingerName = Place<string>.Empty, Tape = false, FootPressure = 0.5, Knife = KnifeStand.Away, ConverterName = Place<string>.Empty }];
        foreach (var setup in all)
        {
            Assert.Equal(setup, StoredFormat.Read<Setup>(StoredFormat.Write(setup)));
        }

        Assert.Equal("""{"format":3}""", StoredFormat.Write(Setup.Unknown));
        Assert.Equal("""{"format":3,"finger":null,"tape":true}""", StoredFormat.Write(Setup.Unknown with { FingerName = Place<string>.Empty, Tape = true }));
    }

    [Theory]
    [InlineData("""{"format":4}""")]
    [InlineData("""{"format":0}""")]
    [InlineData("""{"format":"3"}""")]
    [InlineData("""{"format":3,"needles":{"needle-middle":null}}""")]
    [InlineData("""{"format":3,"stitchLengthMm":"long"}""")]
    [InlineData("""{"needles":[{}]}""")]
    [InlineData("""{"needles":7}x""")]
    [InlineData("null")]
    [InlineData("[]")]
    public void What_is_no_record_is_not_taken_for_one(string text) => Assert.ThrowsAny<JsonException>(() => StoredFormat.Read<Setup>(text));

    [Fact]
    public void A_thread_up_of_the_second_form_says_what_it_said()
    {
        var plan = StoredFormat.Read<ThreadUpPlan>(SecondThreadUp("\"A looper's thread broke.\""));
        Assert.Equal(("It does not pass.", 1.5), (ThreadUpWords.Of(Assert.Single(plan.Shorter).Finding), plan.Shorter[0].MinutesLess));
        Assert.Equal("A looper's thread broke.", ThreadUpWords.Of(plan.Again!));
        // Nothing had broken where nothing was said.
        Assert.Null(StoredFormat.Read<ThreadUpPlan>(SecondThreadUp("\"\"")).Again);
        Assert.Equal(StoredFormat.Write(plan), StoredFormat.Write(StoredFormat.Read<ThreadUpPlan>(StoredFormat.Write(plan))));
    }

    private static string SecondThreadUp(string again) =>
        $$"""{"format":2,"machine":{{StoredFormat.Write(DemoWorkroom.Machines[0])}},"from":{},"wanted":{},"steps":[],"shorter":[{"minutesLess":1.5,"sentence":"It does not pass."}],"again":{{again}}}""";

    [Fact]
    public void A_finding_is_one_flat_object_with_its_code_first()
    {
        var finding = new Finding("gap-over").With("limitMm", 0.45).With("gapMm", 0.625).With("thread", "cotton");
        var text = JsonSerializer.Serialize(finding, StoredFormat.Json);
        Assert.Equal("""{"code":"gap-over","gapMm":0.625,"limitMm":0.45,"thread":"cotton"}""", text);
        Assert.Equal(finding, JsonSerializer.Deserialize<Finding>(text, StoredFormat.Json));
        foreach (var bad in new[] { "{}", "7", "\"gap\"", """{"code":7}""", """{"code":"a","b":null}""", """{"code":"a","b":[1]}""" })
        {
            Assert.ThrowsAny<JsonException>(() => JsonSerializer.Deserialize<Finding>(bad, StoredFormat.Json));
        }
    }

    private static IEnumerable<string> Texts(JsonNode? sentences) => (sentences as JsonArray ?? []).Select(s => s!.GetValue<string>());

    private static void Unchanged(JsonNode? was, JsonNode? now, string at)
    {
        switch (was)
        {
            case JsonObject members:
                foreach (var (name, value) in members.Where(m => m.Value is not null))
                {
                    Unchanged(value, now?[name], $"{at}.{name}");
                }

                break;
            case JsonArray items:
                Assert.Equal(items.Count, now!.AsArray().Count);
                for (var i = 0; i < items.Count; i++)
                {
                    Unchanged(items[i], now[i], $"{at}[{i}]");
                }

                break;
            default:
                Assert.True(JsonNode.DeepEquals(was, now), $"{at}: {was} became {now}");
                break;
        }
    }
}
