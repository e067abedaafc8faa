using System.Net;
using AngleSharp.Html.Dom;

namespace YieldingLoop.Web.Tests;

/// <summary>Garments and those they are for, as a visitor meets them.</summary>
public sealed class GarmentPageTests : IDisposable
{
    private readonly App app = new();
    private readonly Visitor visitor;

    public GarmentPageTests() => visitor = app.Visit();

    public void Dispose() => app.Dispose();

    private static string Text(IHtmlDocument page) => page.QuerySelector("main")!.TextContent;

    private static IEnumerable<string> Faults(IHtmlDocument page) => page.QuerySelectorAll("#faults a").Select(a => a.GetAttribute("href")!);

    [Fact]
    public async Task The_club_s_garments_say_who_asks_most_and_which_ends_are_left()
    {
        var list = await visitor.OpenAsync("/garments");
        Assert.Equal(["/garments/3", "/garments/2", "/garments/1"], list.QuerySelectorAll(".garment-tiles a").Select(a => a.GetAttribute("href")));
        Assert.Contains("to be made 4 times", Text(list), StringComparison.Ordinal);
        var suits = Text(await visitor.OpenAsync("/garments/1"));
        // 590 ÷ 340 − 1 = 73.5 %.
        Assert.Contains("Three asks most: 73.5 %", suits, StringComparison.Ordinal);
        Assert.Contains("Unisuit side seam, 2 ends: no seam runs over it. Thread the chain back under the loops with a blunt needle, or seal it.", suits, StringComparison.Ordinal);
        Assert.Contains("Unisuit leg opening join, 2 ends: it meets its own beginning.", suits, StringComparison.Ordinal);
        // A base layer's sides run into its hem, which has no set-up yet.
        var layers = Text(await visitor.OpenAsync("/garments/2"));
        Assert.Contains("Before “Base layer hem”: clip the allowance of “Base layer side seam” at the fold and lay its two halves opposite ways.", layers, StringComparison.Ordinal);
        Assert.Contains("Plan the seam, then it says how.", layers, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_garment_is_made_of_a_kind_changed_and_made_again_under_another_name()
    {
        Assert.Equal(7, (await visitor.OpenAsync("/garments/start")).QuerySelectorAll(".garment-tiles a").Length);
        var start = await visitor.OpenAsync("/garments/start?kind=t-shirt");
        var refused = await visitor.SendAsync(start, "/garments/start?kind=t-shirt", new() { ["Input.Name"] = " ", ["Input.Counts[1]"] = "-2" }, "start");
        Assert.Contains("Give the garment a name", Text(refused.Page), StringComparison.Ordinal);
        Assert.Contains("Choose the cloth of its seams.", Text(refused.Page), StringComparison.Ordinal);
        Assert.Contains("0 to 99 are made", Text(refused.Page), StringComparison.Ordinal);
        var made = await visitor.SendAsync(start, "/garments/start?kind=t-shirt", new() { ["Input.Name"] = "Summer shirts", ["Input.ClothId"] = "1", ["Input.SecondClothId"] = "4", ["Input.Counts[1]"] = "2", ["Input.Counts[5]"] = "1" }, "start");
        Assert.Equal("/garments/4", made.Location);
        var page = await visitor.OpenAsync("/garments/4");
        Assert.Equal(6, page.QuerySelectorAll(".garment-seam-sheet").Length);
        Assert.Contains("It runs over the ends of these, which secures them", Text(page), StringComparison.Ordinal);
        Assert.Equal(("1", "2"), (page.Value("Input_Sizes_0__WearerId"), page.Value("Input_Sizes_0__Count")));
        // Bow's head is 568 mm; through 400 mm that is 42 %.
        var neck = Enumerable.Range(0, 6).First(i => page.Value($"Input_Seams_{i}__Id") == "neck");
        var saved = await visitor.SendAsync(page, "/garments/4", new() { [$"Input.Seams[{neck}].Lengths[0]"] = "400", [$"Input.Seams[{neck}].Lengths[1]"] = "480", ["Input.Seams[2].Remove"] = "true", ["Input.AddWorkId"] = "8" });
        Assert.Equal("/garments/4", saved.Location);
        page = await visitor.OpenAsync("/garments/4");
        Assert.Contains("Bow asks most: 42 %", Text(page), StringComparison.Ordinal);
        Assert.Equal("Mesh panel edge", page.QuerySelectorAll(".garment-seam-sheet strong")[^1].TextContent);
        Assert.Equal(6, page.QuerySelectorAll(".garment-seam-sheet").Length);
        // Shoulder seams ran into the sleeves, which are gone: that end is loose now.
        Assert.Equal("loose", page.Value("Input_Seams_0__End"));
        var seam = page.Value($"Input_Seams_{neck}__WorkId");
        Assert.Contains("568 mm to pass ÷ 400 mm opening", Text(await visitor.OpenAsync($"/seams/{seam}")), StringComparison.Ordinal);
        var copied = await visitor.SendAsync(await visitor.OpenAsync("/garments/start?like=4"), "/garments/start?like=4", new() { ["Input.Name"] = "Autumn shirts" }, "start");
        var copy = await visitor.OpenAsync(copied.Location!);
        Assert.Equal(seam, copy.Value($"Input_Seams_{neck}__WorkId"));
    }

    [Fact]
    public async Task A_seam_that_nobody_is_measured_for_says_what_it_is_reckoned_with()
    {
        var start = await visitor.OpenAsync("/garments/start?kind=t-shirt");
        var made = await visitor.SendAsync(start, "/garments/start?kind=t-shirt", new() { ["Input.Name"] = "Shirts", ["Input.ClothId"] = "1" }, "start");
        // The opening of the kind, and a fifth more to pass it.
        Assert.Contains("nobody is measured for it yet, so it is reckoned with 20 %", Text(await visitor.OpenAsync(made.Location!)), StringComparison.Ordinal);
        Assert.DoesNotContain("nobody is measured", Text(await visitor.OpenAsync("/garments/1")), StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_cannot_be_is_said_at_its_field_and_nothing_is_lost()
    {
        var page = await visitor.OpenAsync("/garments/1");
        var refused = await visitor.SendAsync(page, "/garments/1", new()
        {
            ["Input.Name"] = "", ["Input.Sizes[1].WearerId"] = "1", ["Input.Sizes[2].Count"] = "1000", ["Input.Seams[0].Times"] = "many", ["Input.Seams[0].Lengths[3]"] = "-4", ["Input.Seams[1].Lengths[0]"] = "30000",
            ["Input.Seams[1].Start"] = "loose", ["Input.Seams[2].MeasureId"] = "ear", ["Input.Seams[0].After"] = "leg-hem",
        });
        Assert.Equal(HttpStatusCode.OK, refused.Status);
        var faults = Faults(refused.Page).ToList();
        foreach (var field in new[] { "#Input_Name", "#Input_Sizes_1__WearerId", "#Input_Sizes_2__Count", "#Input_Seams_0__Times", "#Input_Seams_0__Lengths_3_", "#Input_Seams_1__Lengths_0_", "#Input_Seams_1__End", "#Input_Seams_2__MeasureId" })
        {
            Assert.Contains(field, faults);
        }

        Assert.Contains("goes round in a circle: “Unisuit leg opening join” before “Unisuit side seam” before “Unisuit leg opening join”", Text(refused.Page), StringComparison.Ordinal);
        Assert.Equal(("many", "-4", "1000"), (refused.Page.Value("Input_Seams_0__Times"), refused.Page.Value("Input_Seams_0__Lengths_3_"), refused.Page.Value("Input_Sizes_2__Count")));
        Assert.Equal("Unisuits, spring squad", (await visitor.OpenAsync("/garments/1")).Value("Input_Name"));
        foreach (var path in new[] { "/garments/99", "/garments/new", "/garments/start?kind=cape", "/garments/start?like=99", "/wearers/99" })
        {
            await visitor.OpenAsync(path, HttpStatusCode.NotFound);
        }
    }

    [Fact]
    public async Task Somebody_is_measured_and_what_cannot_be_is_said_in_the_measure_s_name()
    {
        var form = await visitor.OpenAsync("/wearers/new");
        var refused = await visitor.SendAsync(form, "/wearers/new", new() { ["Input.Name"] = "Size 4", ["Input.Kind"] = "Size", ["Input.Measures[4]"] = "98" });
        Assert.Contains("The hip is between 400 and 2000 mm.", Text(refused.Page), StringComparison.Ordinal);
        Assert.Contains("Hip", refused.Page.QuerySelector("#faults a")!.TextContent, StringComparison.Ordinal);
        var saved = await visitor.SendAsync(form, "/wearers/new", new() { ["Input.Name"] = "Size 4", ["Input.Kind"] = "Size", ["Input.Measures[4]"] = "98 cm" });
        Assert.Equal("/wearers", saved.Location);
        Assert.Contains("a size · 1 of 12 measures", Text(await visitor.OpenAsync("/wearers")), StringComparison.Ordinal);
        Assert.Equal("980", (await visitor.OpenAsync("/wearers/6")).Value("Input_Measures_4_"));
    }

    [Fact]
    public async Task Two_who_change_a_garment_at_once_see_it_and_a_measure_changed_meanwhile_loses_nothing()
    {
        var (mine, theirs) = (await visitor.OpenAsync("/garments/2"), await visitor.OpenAsync("/garments/2"));
        Assert.NotNull((await visitor.SendAsync(theirs, "/garments/2", new() { ["Input.Seams[0].Lengths[0]"] = "410" })).Location);
        var late = await visitor.SendAsync(mine, "/garments/2", new() { ["Input.Seams[0].Lengths[1]"] = "415" });
        Assert.Equal(HttpStatusCode.Conflict, late.Status);
        Assert.Contains("410", Text(late.Page), StringComparison.Ordinal);
        // The wearer's page changes the seam's need, and the seam page that was open before says so when it is saved.
        var seam = await visitor.OpenAsync("/seams/3");
        Assert.NotNull((await visitor.SendAsync(await visitor.OpenAsync("/wearers/4"), "/wearers/4", new() { ["Input.Measures[0]"] = "600" })).Location);
        Assert.Equal(HttpStatusCode.Conflict, (await visitor.SendAsync(seam, "/seams/3", new() { ["Input.Name"] = "Neckband" })).Status);
    }
}
