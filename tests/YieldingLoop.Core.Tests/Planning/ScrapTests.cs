using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Tests.Planning;

/// <summary>A scrap is all in its address: said and read again it is the same, and whatever stands in one leads to the nearest there is.</summary>
public sealed class ScrapTests
{
    // The same question is asked many times here.
    private static readonly Dictionary<string, Outcome<PlanAnswer>> Planned = [];

    private static Outcome<PlanAnswer> Plan(PlanQuestion question)
    {
        var key = $"{question.Seam} {question.Cloth} {question.Pins} {string.Join(',', question.Machines.Select(m => m.Id))}";
        lock (Planned)
        {
            return Planned.TryGetValue(key, out var known) ? known : Planned[key] = Planner.Plan(question);
        }
    }

    private static ScrapSewn Read(IEnumerable<KeyValuePair<string, string>> address)
    {
        var said = address.GroupBy(a => a.Key).ToDictionary(a => a.Key, a => a.First().Value);
        return ScrapSewn.Read(said.GetValueOrDefault, said.Keys.Where(k => k.StartsWith("n-", StringComparison.Ordinal)).Select(k => k[2..]), name => said.GetValueOrDefault("n-" + name), ChosenSchools.Default, Plan);
    }

    private static ScrapSewn Read(params (string, string)[] address) => Read(address.Select(a => KeyValuePair.Create(a.Item1, a.Item2)));

    public static TheoryData<string, string, string> Sewn => new()
    {
        { "join", "514", "power-knit" }, { "join", "504", "power-knit" }, { "join", "301", "power-knit" }, { "join", "narrow-slant", "power-knit" }, { "flatlock", "flatlock", "power-knit" }, { "edge-finish", "503", "power-knit" }, { "rolled-hem", "504", "wicking-mesh" }, { "lettuce-edge", "504", "wicking-mesh" },
        { "hem", "406", "power-knit" }, { "hem", "407", "power-knit" }, { "hem", "twin-needle", "power-knit" }, { "hem", "honeycomb", "power-knit" }, { "elastic", "three-step-zigzag", "power-knit" }, { "pin-tuck", "twin-needle", "power-knit" }, { "decorative-line", "401", "power-knit" },
    };

    [Theory]
    [MemberData(nameof(Sewn))]
    public void Said_and_read_again_it_is_the_same_whatever_is_tried_on_it(string job, string stitch, string cloth)
    {
        var first = Read(("job", job), ("stitch", stitch), ("cloth", cloth));
        Assert.Empty(first.Notes);
        Assert.Equal(stitch, Scrap.StitchOf(first.Plan));
        var again = Read(first.Address("n-"));
        Assert.Empty(again.Notes);
        Assert.Equal(first.Address("n-"), again.Address("n-"));
        Assert.Equal(first.Tried.Plan.Setup, again.Tried.Plan.Setup);
        Assert.Equal(first.Tried.Plan.Figures.YieldPercent, again.Tried.Plan.Figures.YieldPercent);
        // Another length and another thread go along.
        var thread = first.Plan.Setup.Threads.First().Key;
        var otherwise = Read([.. first.Address("n-").Where(a => a.Key != "n-length" && a.Key != $"n-thread-{thread.Id()}"), new("n-length", "3"), new($"n-thread-{thread.Id()}", "cotton")]);
        Assert.Empty(otherwise.Notes);
        Assert.Equal((3, "cotton"), (otherwise.Tried.Plan.StitchLengthMm, otherwise.Tried.Plan.Setup.Threads[thread].Value.KindId));
        Assert.Equal(otherwise.Tried.Plan.Setup, Read(otherwise.Address("n-")).Tried.Plan.Setup);
    }

    [Fact]
    public void Nothing_asked_is_a_join_with_the_best_there_is() =>
        Assert.Equal((SeamJob.Join, "power-knit", 0, Verdict.Holds), (Read().Scrap.Job, Read().Scrap.ClothId, Read().Notes.Count, Read().Plan.Figures.Verdict!.Verdict));

    [Theory]
    [InlineData("n-length", "40", "scrap-nearest", 4.0)]
    [InlineData("n-length", "2.6", "scrap-nearest", 2.5)]
    [InlineData("n-length", "long", "scrap-no-such", null)]
    [InlineData("n-dial-upper-looper", "-3", "scrap-nearest", 0.0)]
    [InlineData("n-dial-upper-looper", "99", "scrap-nearest", 9.0)]
    [InlineData("n-dial-bobbin", "3", "scrap-has-none", null)]
    [InlineData("n-width", "3", "scrap-has-none", null)]
    [InlineData("n-thread-upper-looper", "wire", "scrap-no-such", null)]
    [InlineData("n-finger", "sixth", "scrap-no-such", null)]
    [InlineData("n-speed", "3", "scrap-left-aside", null)]
    [InlineData("job", "fly", "scrap-no-such", null)]
    [InlineData("stitch", "999", "scrap-no-such", null)]
    [InlineData("cloth", "steel", "scrap-no-such", null)]
    [InlineData("runs", "round", "scrap-no-such", null)]
    [InlineData("need", "5000", "scrap-nearest", 200.0)]
    [InlineData("need", "-5", "scrap-nearest", 0.0)]
    public void What_cannot_be_is_noted_and_the_nearest_stands_in_its_place(string name, string value, string code, double? stands)
    {
        var read = Read([.. Read().Address("n-").Where(a => a.Key != name), new(name, value)]);
        var note = Assert.Single(read.Notes);
        Assert.Equal(code, note.Code);
        Assert.Empty(Sentences.Lacks(note));
        Assert.Contains(code == "scrap-left-aside" ? name[2..] : value, Sentences.Of(note), StringComparison.Ordinal);
        if (stands is { } number)
        {
            Assert.Equal(number, note.Figures["figure"]);
            Assert.Contains(read.Address("n-"), a => a.Key == name && a.Value == Scrap.Written(number));
        }
    }

    [Fact]
    public void A_job_that_a_stitch_cannot_do_is_shown_with_one_that_can_and_says_so()
    {
        var read = Read(("job", "rolled-hem"), ("stitch", "406"), ("cloth", "wicking-mesh"));
        Assert.Equal("scrap-not-with-stitch", Assert.Single(read.Notes).Code);
        Assert.Equal("A rolled hem cannot be sewn with the two-needle coverstitch; the best that can is shown.", Sentences.Of(read.Notes[0]));
        Assert.NotEqual("406", read.Plan.StitchId);
        // A rolled hem is for thin cloth (common practice, no published source).
        read = Read(("job", "rolled-hem"), ("stitch", "504"), ("cloth", "sweatshirt"));
        Assert.Equal("scrap-not-with-cloth", Assert.Single(read.Notes).Code);
        Assert.Equal(("504", SeamJob.RolledHem), (read.Plan.StitchId, read.Scrap.Job));
        Assert.Contains(read.Scrap.ClothEntry.Name + " is shown", Sentences.Of(read.Notes[0]), StringComparison.Ordinal);
    }

    /// <summary>Numbers stay with the stitch they were set for.</summary>
    [Fact]
    public void Numbers_of_another_stitch_are_left_aside_without_a_word()
    {
        var zigzag = Read([.. Read(("stitch", "514")).Address("n-").Where(a => a.Key != "stitch"), new("stitch", "304")]);
        Assert.Empty(zigzag.Notes);
        Assert.Equal(Setup.Unknown, zigzag.Changes);
    }

    [Fact]
    public void Three_hundred_tampered_addresses_lead_to_a_scrap_that_stands_and_reads_the_same_again()
    {
        var random = new Random(17);
        var starts = Sewn.Select(row => Read(("job", (string)row.Data.Item1), ("stitch", (string)row.Data.Item2), ("cloth", (string)row.Data.Item3)).Address("n-")).ToList();
        string[] junk = ["", "0", "-1", "1e9", "NaN", "∞", "999999999999999999999999", "2,5", "2.55", "'; DROP", "<b>", "514", "flatlock", "lengthwise", "textured-nylon", "wide", "\0", new string('9', 300), "٣", "needle-left"];
        var (noted, clean) = (0, 0);
        for (var i = 0; i < 300; i++)
        {
            var address = starts[random.Next(starts.Count)].ToList();
            for (var n = random.Next(1, 4); n > 0; n--)
            {
                var at = random.Next(address.Count);
                switch (random.Next(5))
                {
                    case 0: address.RemoveAt(at); break;
                    case 1: address[at] = new(address[at].Key, junk[random.Next(junk.Length)]); break;
                    case 2: address[at] = new(address[at].Key, address[random.Next(address.Count)].Value); break;
                    case 3: address[at] = new(address[at].Key.Length > 2 ? address[at].Key[..^1] : "x", address[at].Value); break;
                    default: address.Add(new("n-" + junk[random.Next(junk.Length)], "1")); break;
                }
            }

            var read = Read(address);
            Assert.All(read.Notes, note => Assert.Empty(Sentences.Lacks(note)));
            Assert.NotNull(read.Tried.Plan.Figures.Verdict);
            var again = Read(read.Address("n-"));
            Assert.Empty(again.Notes);
            Assert.Equal(read.Tried.Plan.Setup, again.Tried.Plan.Setup);
            (noted, clean) = (noted + (read.Notes.Count > 0 ? 1 : 0), clean + (read.Notes.Count == 0 ? 1 : 0));
        }

        Assert.True(noted > 100 && clean > 20, $"{noted} noted, {clean} clean");
    }
}
