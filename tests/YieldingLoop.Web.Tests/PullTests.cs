using System.Globalization;
using System.IO.Compression;
using System.Net;
using System.Text;
using System.Text.Json;
using AngleSharp.Dom;
using AngleSharp.Html.Dom;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Tests;

/// <summary>The seam that can be pulled: what stands on the page, what is sent, and what is said of it.</summary>
public sealed class PullTests(App app) : IClassFixture<App>
{
    private const string Kept = "/setups/1";

    /// <summary>Set-ups of every kind of stitch the demo can be set up for.</summary>
    public static TheoryData<string> Pages() =>
    [
        "/setups/1", "/setups/3", "/setups/6", "/setups/7", "/seams/9/set-up", "/seams/9/set-up?stitch=twin-needle", "/seams/9/set-up?stitch=407", "/seams/9/set-up?stitch=honeycomb",
        "/seams/1/set-up?stitch=304", "/seams/1/set-up?stitch=triple-straight", "/seams/1/set-up?stitch=flatlock",
    ];

    [Theory]
    [MemberData(nameof(Pages))]
    public async Task The_page_has_the_seam_at_rest_and_a_handle(string path)
    {
        var page = await app.Visit().OpenAsync(path);
        var pull = page.GetElementById("pull")!;
        Assert.Equal(3, pull.QuerySelectorAll(".pull-views svg").Length);
        var handle = pull.QuerySelector("[data-pull-handle]")!;
        Assert.Equal(("slider", "0", "0"), (handle.GetAttribute("role"), handle.GetAttribute("aria-valuemin"), handle.GetAttribute("aria-valuenow")));
        Assert.NotEmpty(handle.GetAttribute("aria-label")!);
        // Every thread has its letter somewhere, and every piece is drawn from a path that is there.
        var ids = pull.QuerySelectorAll("[id]").Select(e => e.Id).ToHashSet();
        Assert.All(pull.QuerySelectorAll("use"), u => Assert.Contains(u.GetAttribute("href")![1..], ids));
        var threads = pull.QuerySelectorAll("[data-t]").Select(t => t.GetAttribute("data-t")).Distinct().Count();
        Assert.Equal(threads, pull.QuerySelectorAll("[data-letter]").Select(l => l.TextContent).Distinct().Count());
        Assert.Contains("pops first", pull.QuerySelector(".pull-first")!.TextContent, StringComparison.Ordinal);
    }

    [Theory]
    [MemberData(nameof(Pages))]
    public async Task What_is_sent_is_small_whole_and_stays_in_its_windows_and_every_sentence_says_what_its_frame_shows(string path)
    {
        var (text, sent) = await AskAsync(path);
        AssertSaid(sent);
        Assert.True(Compressed(text) <= 60_000, $"{path}: {Compressed(text)} bytes compressed");
        var stretches = Numbers(sent, "stretchPercent");
        Assert.InRange(stretches.Count, 10, 60);
        Assert.Equal(0, stretches[0]);
        Assert.Equal(stretches.Order(), stretches);
        var frames = Frames(sent);
        var counts = Numbers(sent, "counts").Select(c => (int)c).ToList();
        Assert.All(frames, f => Assert.Equal(3 * counts.Sum(), f.Length));
        var windows = sent.GetProperty("windows").EnumerateArray().Select(w => (Scale: w.GetProperty("scale").GetDouble(), Left: w.GetProperty("left").GetDouble(), Middle: w.GetProperty("middle").GetDouble())).ToList();
        Assert.Equal(3, windows.Count);
        var sizes = Fragment(text).QuerySelectorAll(".pull-views svg").Select(s => s.GetAttribute("viewBox")!.Split(' ')).Select(b => (Width: double.Parse(b[2], CultureInfo.InvariantCulture), Height: double.Parse(b[3], CultureInfo.InvariantCulture))).ToList();
        foreach (var frame in frames)
        {
            for (var i = 0; i < frame.Length; i += 3)
            {
                double across = frame[i + 1] / 1000.0, through = frame[i + 2] / 1000.0;
                Assert.InRange(windows[0].Middle + windows[0].Scale * across, 70, sizes[0].Height);
                Assert.InRange(windows[1].Middle - windows[1].Scale * across, 0, sizes[1].Height);
                Assert.InRange(windows[2].Left + windows[2].Scale * across, 0, sizes[2].Width);
                Assert.InRange(windows[2].Middle - windows[2].Scale * through, 0, sizes[2].Height);
            }
        }

        // The cut end goes as far as the handle does, with room for the handle beside it.
        var advance = sent.GetProperty("advanceMm").GetDouble();
        Assert.True(windows[0].Left + windows[0].Scale * sent.GetProperty("repeats").GetInt32() * advance * (1 + sent.GetProperty("endPercent").GetDouble() / 100) + 56 <= sizes[0].Width + 1);
    }

    private static void AssertSaid(JsonElement sent)
    {
        var stretches = Numbers(sent, "stretchPercent");
        var said = sent.GetProperty("said").EnumerateArray().Select(s => s.GetString()!).ToList();
        var pops = sent.GetProperty("pops").EnumerateArray().Select(p => (Position: p.GetProperty("position").GetString()!, Percent: p.GetProperty("stretchPercent").GetDouble())).ToList();
        var cloth = sent.GetProperty("clothPercent").GetDouble();
        Assert.Equal(stretches.Count, said.Count);
        Assert.All(pops, p => Assert.Contains(p.Percent, stretches));
        for (var i = 0; i < said.Count; i++)
        {
            var popped = i == 0 ? [] : pops.Where(p => p.Percent <= stretches[i]).ToList();
            Assert.Equal(popped.Count == 0, said[i].StartsWith("Nothing popped", StringComparison.Ordinal));
            foreach (var (position, percent) in popped)
            {
                var name = ThreadPositions.All.Single(p => p.Id() == position).Name();
                Assert.Contains(name, said[i], StringComparison.OrdinalIgnoreCase);
                Assert.Contains($"{Math.Round(percent, 1).ToString(CultureInfo.InvariantCulture)}\u00a0%", said[i], StringComparison.Ordinal);
            }

            Assert.Equal(popped.Count > 0 && stretches[i] > popped[0].Percent, said[i].Contains("as if that had held", StringComparison.Ordinal));
            Assert.Equal(stretches[i] > cloth, said[i].Contains("The cloth itself goes to", StringComparison.Ordinal));
        }
    }

    [Fact]
    public async Task A_kept_set_up_pops_where_its_figures_say_and_its_threads_are_as_long_as_they_are_laid()
    {
        using var scope = app.Services.CreateScope();
        var taught = 0;
        foreach (var row in await scope.ServiceProvider.GetRequiredService<Workroom>().Setups.Where(s => s.PutAwayAt == null).ToListAsync())
        {
            var kept = row.Snapshot;
            var seam = TriedOut.Of(kept.Plan, Setup.Unknown, kept.Machine, kept.ClothFigures, kept.Seam, await scope.ServiceProvider.GetRequiredService<Swatches>().LearntAsync(row.MachineId, row.ClothId)).Value!.Case;
            var figures = SeamAssessment.Of(seam);
            var (_, sent) = await AskAsync($"/setups/{row.Id}");
            var first = sent.GetProperty("pops").EnumerateArray().First();
            // Where the machine's swatches taught otherwise since it was kept, it pops there, and the page says so.
            Assert.Equal(figures.YieldPercent.Middle, first.GetProperty("stretchPercent").GetDouble(), 6);
            var pops = figures.Threads.Select((t, i) => (t.Position, Percent: figures.LearntPopsPercent?[i].Middle ?? t.PopStretchPercent)).ToList();
            Assert.Equal(pops.MinBy(p => (Math.Round(p.Percent, 5), p.Position)).Position.Id(), first.GetProperty("position").GetString());
            var differs = kept.Plan.Figures.YieldPercent != figures.YieldPercent;
            taught += differs ? 1 : 0;
            Assert.Equal(differs, (await app.Visit().OpenAsync($"/setups/{row.Id}")).QuerySelector("#pull .form-text")!.TextContent.Contains("have taught since", StringComparison.Ordinal));

            LaidThread[] threads = [.. seam.Threads.Select(t => t.Laid)];
            var stretches = Numbers(sent, "stretchPercent");
            var counts = Numbers(sent, "counts").Select(c => (int)c).ToList();
            var repeat = sent.GetProperty("advanceMm").GetDouble() / seam.Geometry.StitchLengthMm;
            var frames = Frames(sent);
            for (var f = 0; f < frames.Count; f++)
            {
                for (int t = 0, start = 0; t < threads.Length; start += 3 * counts[t], t++)
                {
                    var points = frames[f].AsSpan(start, 3 * counts[t]);
                    double length = 0;
                    for (var i = 3; i < points.Length; i += 3)
                    {
                        length += Math.Sqrt(Math.Pow(points[i] - points[i - 3], 2) + Math.Pow(points[i + 1] - points[i - 2], 2) + Math.Pow(points[i + 2] - points[i - 1], 2)) / 1000;
                    }

                    var path = f == 0 ? SeamModel.PathLengthAtRest(seam.Geometry, threads, t) : SeamModel.PathLength(seam.Geometry, threads, t, 1 + stretches[f] / 100);
                    var wanted = repeat * Math.Max(path, figures.Threads[t].LengthPerStitchMm);
                    Assert.True(Math.Abs(length / wanted - 1) < 0.01, $"set-up {row.Id}, {threads[t].Position} at {stretches[f]} %: {length} drawn, {wanted} laid");
                }
            }
        }
    }

    /// <summary>An amended set-up is worked out with what the machine has taught until now, and its chart shows it.</summary>
    [Fact]
    public async Task An_amended_set_up_is_worked_out_with_what_its_machine_taught()
    {
        using var scope = app.Services.CreateScope();
        var (workroom, swatches) = (scope.ServiceProvider.GetRequiredService<Workroom>(), scope.ServiceProvider.GetRequiredService<Swatches>());
        var row = await workroom.Setups.FirstAsync(s => s.Id == 1);
        var learnt = await swatches.LearntAsync(row.MachineId, row.ClothId);
        Assert.True(learnt.Any);
        var visitor = app.Visit();
        var form = await visitor.OpenAsync("/setups/1/amend");
        var kept = await visitor.PostAsync((IHtmlFormElement)form.QuerySelector("form.entry")!, "/setups/1/amend", new() { ["length"] = "2.2" });
        Assert.Equal(HttpStatusCode.Redirect, kept.Status);
        var id = int.Parse(kept.Location!.Split('/')[^1], CultureInfo.InvariantCulture);
        var plan = (await workroom.Setups.FirstAsync(s => s.Id == id)).Snapshot.Plan;
        var seam = plan.Setup.Case(plan.Tuned(row.Snapshot.Machine), row.Snapshot.ClothFigures, row.Snapshot.Seam, plan.Need, plan.Schools).Value!;
        var (with, without) = (SeamAssessment.Of(seam with { Learnt = learnt.For(seam) }), SeamAssessment.Of(seam));
        Assert.NotEqual(without.YieldPercent, with.YieldPercent);
        Assert.Equal((with.YieldPercent, with.MeetingLineMm, with.GrowthPercent), (plan.Figures.YieldPercent, plan.Figures.MeetingLineMm, plan.Figures.GrowthPercent));
        Assert.Equal(with.Verdict, plan.Figures.Verdict);
    }

    [Theory]
    [InlineData("pull-dial-upper-looper=6", "Loopers meet", "to the face")]
    [InlineData("pull-dial-lower-looper=0.5", "Loopers meet", "to the face")]
    [InlineData("pull-cut=3", "Loops lie", "past the edge")]
    [InlineData("pull-differential=0.7", "Growth in sewing", "+")]
    [InlineData("pull-dial-needle-left=0&pull-dial-needle-right=0", "Gap", "mm")]
    public async Task What_is_tried_is_drawn_at_once_and_said_where_it_leaves_its_target(string tried, string name, string reads)
    {
        var usual = Fragment((await AskAsync(Kept)).Text);
        var otherwise = Fragment((await AskAsync(Kept, tried)).Text);
        var figure = Figure(otherwise, name);
        Assert.NotEqual(Figure(usual, name).QuerySelector("strong")!.TextContent, figure.QuerySelector("strong")!.TextContent);
        Assert.Contains(reads, figure.QuerySelector("strong")!.TextContent, StringComparison.Ordinal);
        Assert.True(figure.ClassList.Contains("is-off"));
        Assert.StartsWith("wanted", figure.QuerySelector("em")!.TextContent, StringComparison.Ordinal);
        Assert.False(Figure(usual, name).ClassList.Contains("is-off"));
    }

    [Theory]
    [InlineData("pull-length=1.5")]
    [InlineData("pull-finger=narrow")]
    [InlineData("pull-thread-upper-looper=spun-polyester")]
    [InlineData("pull-thread-lower-looper=stretch-polyester")]
    [InlineData("pull-dial-needle-left=5")]
    public async Task Every_choice_beside_it_draws_another_seam(string tried) =>
        Assert.NotEqual((await AskAsync(Kept)).Sent.GetProperty("points").GetRawText(), (await AskAsync(Kept, tried)).Sent.GetProperty("points").GetRawText());

    [Fact]
    public async Task A_dial_says_how_far_it_is_from_neutral_and_which_way_is_tighter()
    {
        var page = await app.Visit().OpenAsync(Kept);
        // On this overlocker higher is tighter; on the second one lower is.
        var upper = page.GetElementById("pull-dial-upper-looper")!.ParentElement!;
        Assert.Equal(["looser", "tighter"], upper.QuerySelectorAll("small").Select(s => s.TextContent));
        var other = await app.Visit().OpenAsync("/seams/1/set-up?machine=2");
        Assert.Equal(["tighter", "looser"], other.GetElementById("pull-dial-upper-looper")!.ParentElement!.QuerySelectorAll("small").Select(s => s.TextContent));
        var words = Fragment((await AskAsync(Kept, "pull-dial-upper-looper=6")).Text).QuerySelector("template[data-words='pull-dial-upper-looper']")!;
        Assert.Equal("2 numbers tighter", ((IHtmlTemplateElement)words).Content.TextContent);
    }

    [Fact]
    public async Task Thread_that_is_textured_is_drawn_as_wide_as_it_bulks()
    {
        double Width(IHtmlDocument part, string position) => double.Parse(part.QuerySelector($".pull-face .t-{position} .th-body")!.GetAttribute("stroke-width")!, CultureInfo.InvariantCulture);
        double Scale(JsonElement sent) => sent.GetProperty("windows")[0].GetProperty("scale").GetDouble();
        var (text, sent) = await AskAsync(Kept);
        var nylon = ThreadCatalogue.Find("textured-nylon")!;
        using var scope = app.Services.CreateScope();
        var kept = (await scope.ServiceProvider.GetRequiredService<Workroom>().Setups.FirstAsync(s => s.Id == 1)).Snapshot.Plan;
        var upper = kept.Threads.Single(t => t.Position == ThreadPosition.UpperLooper);
        Assert.Equal(nylon.Id, upper.KindId);
        Assert.Equal(nylon.BulkedDiameter(upper.TensionCentinewtons) * Scale(sent), Width(Fragment(text), "upper-looper"), 0.02);
        // Tightened, its fluff is pressed flat; the finest thread is six wide at least where a stitch finds room so.
        var (tight, other) = await AskAsync(Kept, "pull-dial-upper-looper=9");
        Assert.True(Width(Fragment(tight), "upper-looper") / Scale(other) < 0.8 * Width(Fragment(text), "upper-looper") / Scale(sent));
        Assert.True(Width(Fragment(text), "needle-left") >= 6);
    }

    [Theory]
    [InlineData("pull-length=x", "not a number")]
    [InlineData("pull-length=99", "between")]
    [InlineData("pull-dial-upper-looper=99", "runs from")]
    [InlineData("pull-dial-bobbin=3", "no such dial")]
    [InlineData("pull-thread-upper-looper=wool", "kind of thread")]
    [InlineData("pull-thread-bobbin=cotton", "place for a bobbin thread")]
    [InlineData("pull-finger=thumb", "fingers are")]
    [InlineData("pull-width=3", "zigzag width")]
    [InlineData("pull-pressure=2", "pressure")]
    public async Task What_cannot_be_tried_is_said(string tried, string message)
    {
        using var answer = await app.Visit().Client.GetAsync(new Uri($"{Kept}?handler=Pull&{tried}", UriKind.Relative));
        Assert.Equal(HttpStatusCode.BadRequest, answer.StatusCode);
        var problems = JsonDocument.Parse(await answer.Content.ReadAsStringAsync()).RootElement.GetProperty("problems");
        Assert.Contains(message, problems[0].GetProperty("message").GetString(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Meddled_addresses_never_break_it()
    {
        var random = new Random(15);
        string[] names = ["length", "width", "cut", "differential", "pressure", "finger", "narrow", "dial-needle-left", "dial-upper-looper", "dial-chain-looper", "thread-needle-left", "thread-lower-looper", "thread-bobbin", "nothing"];
        string[] values = ["", "0", "-1", "1e9", "NaN", "∞", "2,5", "2.5", "textured-nylon", "cotton", "wide", "none", "%00", "a", new string('9', 400), "1.5&pull-length=2", "4", "3", "7"];
        var visitor = app.Visit();
        for (var i = 0; i < 120; i++)
        {
            var query = string.Join('&', Enumerable.Range(0, random.Next(1, 5)).Select(_ => $"pull-{names[random.Next(names.Length)]}={(random.Next(2) == 0 ? values[random.Next(values.Length)] : Uri.EscapeDataString(values[random.Next(values.Length)]))}"));
            var page = random.Next(3) switch { 0 => "/setups/1?", 1 => "/seams/9/set-up?", _ => "/seams/1/set-up?stitch=304&" };
            using var answer = await visitor.Client.GetAsync(new Uri($"{page}handler=Pull&{query}", UriKind.Relative));
            Assert.True(answer.StatusCode is HttpStatusCode.OK or HttpStatusCode.BadRequest, $"{page}{query}: {answer.StatusCode}");
        }
    }

    [Fact]
    public async Task A_phone_gets_fewer_stitches_of_the_same_seam()
    {
        var (wide, narrow) = ((await AskAsync(Kept)).Sent, (await AskAsync(Kept, "pull-narrow=yes")).Sent);
        Assert.Equal(wide.GetProperty("points").GetRawText(), narrow.GetProperty("points").GetRawText());
        Assert.True(narrow.GetProperty("repeats").GetInt32() < wide.GetProperty("repeats").GetInt32());
    }

    [Theory]
    [InlineData("/setups/999?handler=Pull")]
    [InlineData("/seams/999/set-up?handler=Pull")]
    [InlineData("/seams/1/set-up?handler=Pull&machine=99")]
    public async Task What_is_not_there_cannot_be_pulled(string path)
    {
        using var answer = await app.Visit().Client.GetAsync(new Uri(path, UriKind.Relative));
        Assert.Equal(HttpStatusCode.NotFound, answer.StatusCode);
    }

    private async Task<(string Text, JsonElement Sent)> AskAsync(string path, string tried = "")
    {
        using var answer = await app.Visit().Client.GetAsync(new Uri($"{path}{(path.Contains('?', StringComparison.Ordinal) ? '&' : '?')}handler=Pull&{tried}", UriKind.Relative));
        var text = await answer.Content.ReadAsStringAsync();
        Assert.True(answer.StatusCode == HttpStatusCode.OK, $"{path} {tried}: {answer.StatusCode} {text}");
        return (text, JsonDocument.Parse(Fragment(text).QuerySelector("[data-pull-frames]")!.TextContent).RootElement);
    }

    private static IHtmlDocument Fragment(string text) => new AngleSharp.Html.Parser.HtmlParser().ParseDocument($"<body>{text}</body>");

    private static IElement Figure(IHtmlDocument part, string name) => part.QuerySelectorAll(".pull-figures li").Single(l => l.QuerySelector("span")!.TextContent == name);

    private static List<double> Numbers(JsonElement sent, string name) => [.. sent.GetProperty(name).EnumerateArray().Select(n => n.GetDouble())];

    private static List<int[]> Frames(JsonElement sent)
    {
        var frames = new List<int[]>();
        foreach (var frame in sent.GetProperty("points").EnumerateArray())
        {
            int[] numbers = [.. frame.EnumerateArray().Select(n => n.GetInt32())];
            frames.Add(frames.Count switch
            {
                0 => numbers,
                1 => [.. numbers.Zip(frames[0], (difference, before) => before + difference)],
                _ => [.. numbers.Select((difference, i) => difference + 2 * frames[^1][i] - frames[^2][i])],
            });
        }

        return frames;
    }

    private static long Compressed(string text)
    {
        using var packed = new MemoryStream();
        using (var brotli = new BrotliStream(packed, CompressionLevel.Fastest, leaveOpen: true))
        {
            brotli.Write(Encoding.UTF8.GetBytes(text));
        }

        return packed.Length;
    }
}
