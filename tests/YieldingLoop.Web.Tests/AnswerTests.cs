using System.Net;
using System.Text;
using System.Text.Json.Nodes;

namespace YieldingLoop.Web.Tests;

/// <summary>Forms that are refused, sums that are answered, and the needs API: nothing here changes the workroom.</summary>
public sealed class AnswerTests(App app) : IClassFixture<App>
{
    private readonly Visitor visitor = app.Visit();

    [Theory]
    [InlineData("Plain", "Input.WidestZigzagMm", "", "Input_WidestZigzagMm")]
    [InlineData("Plain", "Input.Plates[0].SlotMm", "90", "Input_Plates_0__SlotMm")]
    [InlineData("Plain", "Input.NeedlePositionsMm", "left; 0", "Input_NeedlePositionsMm")]
    [InlineData("Plain", "Input.Dials[0].Highest", "0", "Input_Dials_0__Highest")]
    [InlineData("Coverstitch", "Input.CoverDials[1].Highest", "-3", "Input_CoverDials_1__Highest")]
    [InlineData("Coverstitch", "Input.LeftToCentreMm", "", "Input_LeftToCentreMm")]
    [InlineData("Coverstitch", "Input.CoverDifferential.Most", "0.1", "Input_CoverDifferential_Most")]
    [InlineData("Convertible", "Input.CoverDials[3].Neutral", "44", "Input_CoverDials_3__Neutral")]
    [InlineData("Convertible", "Input.Dials[2].Neutral", "44", "Input_Dials_2__Neutral")]
    [InlineData("Convertible", "Input.CoverLeftTipHigherMm", "40", "Input_CoverLeftTipHigherMm")]
    public async Task A_figure_that_cannot_be_is_refused_beside_its_field_and_nothing_is_lost(string kind, string field, string value, string id)
    {
        var answer = await visitor.SendAsync(await visitor.OpenAsync($"/machines/new?is={kind}"), $"/machines/new?is={kind}", new() { ["Input.Name"] = "Bench", [field] = value });
        Assert.Equal(HttpStatusCode.OK, answer.Status);
        Assert.Contains(answer.Page.QuerySelectorAll("#faults a"), a => a.GetAttribute("href") == "#" + id);
        Assert.Equal("Bench", answer.Page.Value("Input_Name"));
        Assert.Equal(value, answer.Page.Value(id));
    }

    [Theory]
    [InlineData("Input.NeedleSystem", "another system", "Input_NeedleSystem")]
    [InlineData("Input.Places[2].Number", "44", "Input_Places_2__Number")]
    [InlineData("Input.Places[0].PointId", "none", "Input_Places_0__Thread")]
    [InlineData("Input.LengthMm", "12", "Input_LengthMm")]
    [InlineData("Input.FingerName", "sixth", "Input_FingerName")]
    public async Task A_state_that_cannot_exist_is_refused_where_it_was_typed(string field, string value, string id)
    {
        var answer = await visitor.SendAsync(await visitor.OpenAsync("/states/1"), "/states/1", new() { [field] = value });
        Assert.Equal(HttpStatusCode.OK, answer.Status);
        Assert.Contains(answer.Page.QuerySelectorAll("#faults a"), a => a.GetAttribute("href") == "#" + id);
    }

    [Theory]
    [InlineData("firstNumber=4&firstReading=0.5&secondNumber=6&secondReading=0.6", "teaches nothing")]
    [InlineData("firstNumber=4&firstReading=half&secondNumber=6&secondReading=0.6", "not a number")]
    [InlineData("firstNumber=40&firstReading=0&secondNumber=6&secondReading=2", "runs from 0 to 9")]
    [InlineData("firstReading=1", "This figure is needed")]
    public async Task A_test_that_teaches_nothing_says_why_and_offers_nothing_to_write(string readings, string says)
    {
        var page = await visitor.OpenAsync($"/machines/1/test?dial=upper-looper&{readings}");
        Assert.Contains(says, page.QuerySelector("aside")!.TextContent, StringComparison.Ordinal);
        Assert.Null(page.QuerySelector("#learn"));
    }

    [Theory]
    [InlineData("/threads/new", "Input.LabelFigure", "27", "Input_LabelSystem")]
    [InlineData("/threads/new", "Input.BrokeAtMm", "20", "Input_BrokeAtMm")]
    [InlineData("/threads/new", "Input.Count", "1.5", "Input_Count")]
    [InlineData("/threads/new", "Input.MetresLeft", "-3", "Input_MetresLeft")]
    [InlineData("/needles/new", "Input.Unused", "many", "Input_Unused")]
    [InlineData("/needles/new", "Input.TwinGapMm", "9", "Input_TwinGapMm")]
    [InlineData("/needles/new", "Input.System", "", "Input_System")]
    public async Task What_cannot_be_is_refused_beside_its_field(string path, string field, string value, string id)
    {
        var answer = await visitor.SendAsync(await visitor.OpenAsync(path), path, new() { ["Input.Name"] = "x", ["Input.KindId"] = "cotton", ["Input.PointId"] = "stretch", [field] = value });
        Assert.Equal([$"#{id}"], answer.Page.QuerySelectorAll("#faults a").Select(a => a.GetAttribute("href")));
    }

    [Theory]
    [InlineData("machine=4&pack=2.0/75", "Set at most", null)]
    [InlineData("machine=4&pack=4.0/75&plate=straight+plate", null, "never for a straight stitch|even for a straight stitch")]
    [InlineData("machine=4&pack=2.0/75&plate=attic", null, "no needle plate called “attic”")]
    [InlineData("machine=4&pack=2.0/75&foot=attic", null, "no presser foot called “attic”")]
    [InlineData("machine=4&pack=75/4.0", null, "did you mean 4.0/75")]
    [InlineData("machine=4&pack=6.0/75", "Set at most", null)]
    [InlineData("guide=25&rows=4&allowance=30", "Both rows are on the allowance", null)]
    [InlineData("guide=x&rows=4&allowance=30", null, "not a number")]
    [InlineData("guide=2&rows=4&allowance=30", null, "3 to 150 mm")]
    [InlineData("bandCloth=4&opening=430&girth=585&bandWidth=30&seamAllowance=7", "80 % of the opening", null)]
    [InlineData("opening=430", null, "Choose the cloth")]
    [InlineData("bandCloth=4&opening=4&bandWidth=30&seamAllowance=7", null, "60 to 3000 mm")]
    public async Task The_reckoner_answers_or_says_what_is_wrong(string question, string? says, string? refuses)
    {
        var page = await visitor.OpenAsync("/reckoner?" + question);
        if (says is not null)
        {
            Assert.Contains(says, page.QuerySelector("main")!.TextContent, StringComparison.Ordinal);
            Assert.Empty(page.QuerySelectorAll(".notice-fault"));
        }
        else
        {
            var notice = Assert.Single(page.QuerySelectorAll(".notice-fault")).TextContent;
            Assert.Contains(refuses!.Split('|'), part => notice.Contains(part, StringComparison.Ordinal));
        }
    }

    // Model section 7: girth / opening − 1; (1 + worn)·(1 + movement) − 1; skin strains of Kirk and Ibrahim (1966), from memory.
    [Theory]
    [InlineData("""{"way":"opening","girthToPassMm":590,"openingMm":400,"clothStretchPercent":60}""", 47.5, 59.375, false)]
    [InlineData("""{"way":"negative-ease","girthMm":550,"garmentMm":500,"clothStretchPercent":8}""", 10.0, 8.0, true)]
    [InlineData("""{"way":"movement","movement":"knee-length","clothStretchPercent":50}""", 45.0, 50.0, false)]
    [InlineData("""{"way":"on-body","onBodyMm":130,"clothStretchPercent":90}""", 30.0, 37.5, false)]
    [InlineData("""{"way":"none","clothStretchPercent":90}""", 0.0, 0.0, false)]
    public async Task A_need_is_worked_out_by_its_way(string body, double need, double required, bool givesOut)
    {
        var (status, answer) = await NeedAsync(body);
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.Equal(need, answer["needPercent"]!.GetValue<double>(), 1e-9);
        Assert.Equal(required, answer["requiredPercent"]!.GetValue<double>(), 1e-9);
        Assert.Equal(givesOut, answer["clothGivesOut"]!.GetValue<bool>());
    }

    [Theory]
    [InlineData("""{}""", "way")]
    [InlineData("""{"way":"somehow"}""", "way")]
    [InlineData("""{"way":"opening","girthToPassMm":590}""", "openingMm")]
    [InlineData("""{"way":"opening","girthToPassMm":590,"openingMm":400,"girthMm":5}""", "girthMm")]
    [InlineData("""{"way":"opening","girthToPassMm":2900,"openingMm":100}""", "way")]
    [InlineData("""{"way":"movement","movement":"wing"}""", "movement")]
    [InlineData("""{"way":"on-body","onBodyMm":13}""", "onBodyMm")]
    [InlineData("""[]""", "$")]
    public async Task A_need_that_cannot_be_is_refused_at_its_path(string body, string path)
    {
        var (status, answer) = await NeedAsync(body);
        Assert.Equal(HttpStatusCode.BadRequest, status);
        Assert.Contains(path, answer["errors"]!.AsObject().Select(e => e.Key));
    }

    private async Task<(HttpStatusCode Status, JsonNode Answer)> NeedAsync(string body)
    {
        using var content = new StringContent(body, Encoding.UTF8, "application/json");
        using var answer = await app.CreateClient().PostAsync(new Uri("/api/v1/needs", UriKind.Relative), content);
        return (answer.StatusCode, JsonNode.Parse(await answer.Content.ReadAsStringAsync())!);
    }

    [Fact]
    public async Task The_example_of_a_need_is_what_the_server_answers()
    {
        var folder = Path.Combine(AppContext.BaseDirectory, "examples");
        var (status, answer) = await NeedAsync(await File.ReadAllTextAsync(Path.Combine(folder, "needs.request.json")));
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.True(JsonNode.DeepEquals(JsonNode.Parse(await File.ReadAllTextAsync(Path.Combine(folder, "needs.response.json"))), answer), answer.ToJsonString());
    }
}
