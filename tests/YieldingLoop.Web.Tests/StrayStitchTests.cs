using System.Text.Encodings.Web;
using AngleSharp.Dom;
using AngleSharp.Html.Parser;
using Microsoft.AspNetCore.Html;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.ThreadUp;
using YieldingLoop.Store;
using YieldingLoop.Web.Drawings;

namespace YieldingLoop.Web.Tests;

/// <summary>Every stitch on every page comes from the one engine that draws threads by their geometry.</summary>
public sealed class StrayStitchTests(App app) : IClassFixture<App>
{
    private readonly Visitor visitor = app.Visit();

    private static readonly string[] Threads = [.. ThreadPositions.All.Select(ThreadLook.Class)];

    /// <summary>What is drawn of a thread in its colour without being thread: its tag, its bar in a chart, its wound spool, its needle's blade.</summary>
    private static readonly string[] NoThread = ["tag-shape", "tag-letters", "reach-bar", "g-bar", "route-wound", "needle-blade", "memory-point"];

    /// <summary>A stitch is thread in cloth: a drawing that has both and is none of the engine's is a stray.</summary>
    private static IEnumerable<string> Strays(IParentNode page) =>
        from drawing in page.QuerySelectorAll("svg")
        where !drawing.ClassList.Contains("seam-drawn")
        let threads = drawing.QuerySelectorAll("path, line, polyline, use").Where(e => e.ClassList.Any(Threads.Contains) && !e.ClassList.Any(NoThread.Contains)).ToList()
        let cloth = drawing.QuerySelectorAll("rect, path, polygon").Where(e => e.ClassList.Any(c => c.Contains("cloth", StringComparison.Ordinal) || c.Contains("allowance", StringComparison.Ordinal) || c.Contains("strip", StringComparison.Ordinal))).ToList()
        where threads.Count > 0 && cloth.Count > 0
        select drawing.GetAttribute("aria-label") ?? drawing.OuterHtml[..Math.Min(160, drawing.OuterHtml.Length)];

    [Theory]
    [MemberData(nameof(PageTests.Pages), MemberType = typeof(PageTests))]
    public async Task No_page_draws_a_stitch_by_hand(string path) => Assert.Empty(Strays(await visitor.OpenAsync(path)));

    [Theory]
    [InlineData("/setups/1", "svg.seam-drawn")]
    [InlineData("/scrap", "svg.seam-drawn")]
    [InlineData("/setups/6/beside/8", "svg.seam-drawn")]
    [InlineData("/seams/1/set-up", "svg.seam-drawn")]
    [InlineData("/seams/new?cloth=1", "img[src^='/pictures/jobs/']")]
    [InlineData("/glossary", "img[src^='/pictures/stitches/']")]
    [InlineData("/machines/1", ".choice-seam svg.seam-drawn")]
    [InlineData("/machines/1/test?dial=upper-looper", ".two-swatches svg.seam-drawn")]
    [InlineData("/machines/1/test?dial=needle-left&firstNumber=4&firstReading=2", ".two-swatches svg.seam-drawn")]
    [InlineData("/machines/4/test?dial=needle&firstNumber=4&firstReading=-0.4", ".two-swatches svg.seam-drawn")]
    [InlineData("/reckoner?machine=4&pack=4.0/75&guide=25&rows=4&allowance=30", "svg.hem-drawing.seam-drawn")]
    [InlineData("/setups/1/print", "img.p-seam")]
    public async Task Every_page_with_a_stitch_in_it_draws_it_with_the_engine(string path, string where)
    {
        var page = await visitor.OpenAsync(path);
        Assert.NotNull(page.QuerySelector(where));
        Assert.Empty(Strays(page));
        // Two seams on one page keep their pieces apart.
        var ids = page.QuerySelectorAll("svg.seam-drawn [id]").Select(e => e.Id!).ToList();
        Assert.Equal(ids.Distinct(), ids);
    }

    [Fact]
    public void The_search_finds_a_stray()
    {
        var page = new HtmlParser().ParseDocument("<svg aria-label='by hand'><rect class='aid-cloth'/><path class='g-thread t-needle'/></svg><svg class='seam-drawn' aria-label='engine'><rect class='pull-cloth'/><path class='t-needle'/></svg><svg><path class='g-thread t-needle'/></svg>");
        Assert.Equal(["by hand"], Strays(page));
    }

    /// <summary>Every kind of step there is: what hands do is drawn, and what shows a stitch is the engine's.</summary>
    [Fact]
    public async Task Every_step_at_the_machine_is_drawn_and_no_stitch_by_hand()
    {
        var seen = new HashSet<ThreadUpAct>();
        foreach (var plan in await PlansAsync())
        {
            foreach (var (index, step) in plan.Steps.Index())
            {
                var drawn = new HtmlParser().ParseDocument(string.Concat(
                    Html(ThreadUpDrawing.Of(plan, index, Words)), string.Concat(HandDrawings.Of(plan, index).Concat(ThreadUpDrawing.ChoicesFor(plan, index)).Select(p => Html(p.Picture)))));
                Assert.Empty(Strays(drawn));
                Assert.NotEmpty(drawn.QuerySelectorAll("svg[aria-label]"));
                string[] said = [.. HandDrawings.Of(plan, index).Select(p => p.Name)];
                switch (step.Act)
                {
                    case ThreadUpAct.SetNeedle:
                        Assert.Contains("seen in the sight hole", said);
                        Assert.Equal(!step.Needle!.IsTwin, said.Contains("held in a tool"));
                        Assert.Contains(plan.Head.RoundShank ? "groove to the front" : "flat to the back", said);
                        break;
                    case ThreadUpAct.ThreadNeedle:
                        Assert.Contains("a threader in the hand", said);
                        Assert.Equal(plan.Head is PlainMachine, said.Contains("a cap that fits"));
                        // Two threads of a twin go on either side of the disc.
                        Assert.Equal(step.Needle!.IsTwin, said.Contains("at the disc"));
                        break;
                    case ThreadUpAct.IntoDiscs:
                        Assert.Equal(["between its discs", "beside them"], said);
                        break;
                    case ThreadUpAct.Finger or ThreadUpAct.Stitch or ThreadUpAct.Swatch:
                        Assert.NotNull(drawn.QuerySelector("svg.seam-drawn"));
                        break;
                }

                seen.Add(step.Act);
            }
        }

        Assert.Superset(new HashSet<ThreadUpAct> { ThreadUpAct.SetNeedle, ThreadUpAct.ThreadNeedle, ThreadUpAct.IntoDiscs, ThreadUpAct.Finger, ThreadUpAct.Swatch }, seen);
    }

    private static readonly Wording Words = new(new());

    private static string Html(IHtmlContent content)
    {
        using var text = new StringWriter();
        content.WriteTo(text, HtmlEncoder.Default);
        return text.ToString();
    }

    /// <summary>Every kept set-up onto a machine nobody has said anything about: a hem by twin needle and one by coverstitch among them.</summary>
    private async Task<IReadOnlyList<ThreadUpPlan>> PlansAsync()
    {
        foreach (var question in new[] { "machine=4&stitch=twin-needle", "machine=3" })
        {
            await visitor.PressAsync(await visitor.OpenAsync($"/seams/9/set-up?{question}"), "Keep this set-up");
        }

        await using var scope = app.Services.CreateAsyncScope();
        var kept = await scope.ServiceProvider.GetRequiredService<Workroom>().Setups.ToListAsync();
        Assert.Equal(3, kept.Select(k => k.Snapshot.Machine.Kind).Distinct().Count());
        return [.. kept.Select(k => ThreadUpPlanner.Plan(new ThreadUpQuestion(k.Snapshot.Machine, Setup.Unknown, k.Snapshot.Plan.Setup, ChosenSchools.Default)).Value!)];
    }
}
