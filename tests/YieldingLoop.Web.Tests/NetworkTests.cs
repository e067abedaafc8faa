using System.Net;
using System.Text.RegularExpressions;
using Microsoft.Extensions.DependencyInjection;
using YieldingLoop.Web.Network;

namespace YieldingLoop.Web.Tests;

/// <summary>The tablet beside the machine: what answers with and without the passcode.</summary>
public sealed partial class NetworkTests : IDisposable
{
    private const string Tablet = "192.168.17.40", Phone = "192.168.17.41";

    private readonly App app = new() { Lan = true };

    public void Dispose() => app.Dispose();

    private string NewPasscode() => app.Services.GetRequiredService<Passcode>().Make(another: true)!;

    private static async Task<Answer> EnterAsync(Visitor visitor, string passcode, string next = "/")
    {
        var page = await visitor.OpenAsync($"/enter?next={Uri.EscapeDataString(next)}");
        return await visitor.PostAsync((AngleSharp.Html.Dom.IHtmlFormElement)page.QuerySelector("form")!, "/enter", new() { ["passcode"] = passcode });
    }

    [Fact]
    public async Task The_entry_page_and_health_answer_and_the_entry_page_needs_nothing_else()
    {
        var visitor = app.Visit(Tablet);
        Assert.Equal("ok", await visitor.Client.GetStringAsync(new Uri("/health", UriKind.Relative)));
        var page = await visitor.OpenAsync("/enter");
        foreach (var asset in page.QuerySelectorAll("link").Select(l => l.GetAttribute("href")!))
        {
            var content = await visitor.Client.GetStringAsync(new Uri(asset, UriKind.Relative));
            foreach (Match font in Url().Matches(content))
            {
                Assert.NotEmpty(await visitor.Client.GetByteArrayAsync(new Uri(font.Groups[1].Value, UriKind.Relative)));
            }
        }

        await visitor.OpenAsync("/enter/site.css", HttpStatusCode.NotFound);
        Assert.Empty(page.QuerySelectorAll("script"));
        Assert.DoesNotContain("Unisuit", page.Body!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task This_machine_needs_no_passcode()
    {
        foreach (var from in new[] { "127.0.0.1", "::1", "::ffff:127.0.0.1" })
        {
            await app.Visit(from).OpenAsync("/cloths");
        }

        await app.Visit("::ffff:192.168.17.40").OpenAsync("/cloths", HttpStatusCode.SeeOther);
    }

    [Fact]
    public async Task With_the_passcode_a_device_comes_in_where_it_wanted_to_go_and_stays_in()
    {
        var visitor = app.Visit(Tablet);
        var passcode = NewPasscode();
        var answer = await EnterAsync(visitor, $" {passcode.ToUpperInvariant().Replace('-', ' ')} ", "/setups?q=neckband");
        Assert.Equal("/setups?q=neckband", answer.Location);
        Assert.Single((await visitor.OpenAsync("/setups?q=neckband")).QuerySelectorAll(".setup-list li"));
        var saved = await visitor.SendAsync(await visitor.OpenAsync("/cloths/1"), "/cloths/1", new() { ["Input.Name"] = "From the tablet" });
        Assert.Equal("/cloths/1", saved.Location);
        // The phone is still outside.
        await app.Visit(Phone).OpenAsync("/cloths", HttpStatusCode.SeeOther);
    }

    [Fact]
    public async Task The_session_s_cookie_is_out_of_reach_of_scripts_and_other_sites()
    {
        var visitor = app.Visit(Tablet);
        var passcode = NewPasscode();
        var page = await visitor.OpenAsync("/enter");
        var fields = Visitor.Fields((AngleSharp.Html.Dom.IHtmlFormElement)page.QuerySelector("form")!).Where(f => f.Key != "passcode").Append(new("passcode", passcode));
        using var answer = await visitor.Client.PostAsync(new Uri("/enter", UriKind.Relative), new FormUrlEncodedContent(fields));
        var cookie = Assert.Single(answer.Headers.GetValues("Set-Cookie"), c => c.StartsWith("yielding-loop-entry=", StringComparison.Ordinal)).ToLowerInvariant();
        Assert.Contains("httponly", cookie, StringComparison.Ordinal);
        Assert.Contains("samesite=strict", cookie, StringComparison.Ordinal);
        Assert.Contains("expires=", cookie, StringComparison.Ordinal);
        Assert.DoesNotContain(passcode.Replace("-", "", StringComparison.Ordinal), cookie, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("https://elsewhere.example/")]
    [InlineData("//elsewhere.example/")]
    [InlineData("/\\elsewhere.example")]
    [InlineData("/enter?next=/enter")]
    public async Task Entering_leads_nowhere_else(string next) => Assert.Equal("/", (await EnterAsync(app.Visit(Tablet), NewPasscode(), next)).Location);

    [Fact]
    public async Task Attempts_are_limited_by_address_and_a_wrong_one_lets_nobody_in()
    {
        var (visitor, passcode) = (app.Visit(Tablet), NewPasscode());
        for (var i = 0; i < EntryAttempts.FromOne; i++)
        {
            Assert.Equal(HttpStatusCode.Unauthorized, (await EnterAsync(visitor, i == 0 ? "" : $"wrong{i}")).Status);
        }

        var refused = await EnterAsync(visitor, passcode);
        Assert.Equal(HttpStatusCode.TooManyRequests, refused.Status);
        Assert.Contains("Too many attempts", refused.Page.QuerySelector(".fault")!.TextContent, StringComparison.Ordinal);
        await visitor.OpenAsync("/", HttpStatusCode.SeeOther);
        Assert.Equal("/", (await EnterAsync(app.Visit(Phone), passcode)).Location);
    }

    [Fact]
    public async Task Strangers_are_limited_together_and_lock_nobody_out()
    {
        var passcode = NewPasscode();
        var known = app.Visit(Tablet);
        await EnterAsync(known, passcode);
        await known.PressAsync(await known.OpenAsync("/devices"), "Leave on this device");
        var strangers = Enumerable.Range(1, EntryAttempts.FromStrangers / (EntryAttempts.FromOne - 1) + 1).Select(i => app.Visit($"10.0.0.{i}")).ToList();
        var refused = 0;
        foreach (var stranger in strangers)
        {
            for (var i = 0; i < EntryAttempts.FromOne; i++)
            {
                refused += (await EnterAsync(stranger, "wrong")).Status == HttpStatusCode.TooManyRequests ? 1 : 0;
            }
        }

        Assert.Equal(strangers.Count * (EntryAttempts.FromOne - 1) - EntryAttempts.FromStrangers, refused);
        // One who was in before has all attempts of its own, one who comes for the first time has its first.
        Assert.Equal(HttpStatusCode.Unauthorized, (await EnterAsync(known, "mistyped")).Status);
        Assert.Equal("/", (await EnterAsync(known, passcode)).Location);
        Assert.Equal("/", (await EnterAsync(app.Visit(Phone), passcode)).Location);
        await app.Visit().OpenAsync("/cloths");
    }

    [Fact]
    public async Task Whoever_sits_at_this_machine_is_never_locked_out()
    {
        using var behindAProxy = new App { More = new Dictionary<string, string> { ["passcodeEverywhere"] = "true" } };
        var passcode = behindAProxy.Services.GetRequiredService<Passcode>().Make(another: true)!;
        var owner = behindAProxy.Visit();
        await owner.OpenAsync("/cloths", HttpStatusCode.SeeOther);
        for (var i = 0; i < 2 * EntryAttempts.FromOne; i++)
        {
            Assert.Equal(HttpStatusCode.Unauthorized, (await EnterAsync(owner, "wrong")).Status);
        }

        Assert.Equal("/", (await EnterAsync(owner, passcode)).Location);
    }

    [Fact]
    public async Task A_browser_on_this_machine_is_not_asked_whichever_of_its_addresses_it_uses()
    {
        var here = app.Visit(Tablet, to: Tablet);
        await here.OpenAsync("/cloths");
        await app.Visit(Phone, to: Tablet).OpenAsync("/cloths", HttpStatusCode.SeeOther);
    }

    [Fact]
    public async Task A_header_makes_nobody_local_whatever_the_environment_says()
    {
        using var told = new App { Lan = true, More = new Dictionary<string, string> { ["ForwardedHeaders_Enabled"] = "true" } };
        var visitor = told.Visit(Tablet);
        foreach (var header in new[] { "X-Forwarded-For", "Forwarded", "X-Original-For", "X-Real-IP" })
        {
            visitor.Client.DefaultRequestHeaders.TryAddWithoutValidation(header, header == "Forwarded" ? "for=127.0.0.1" : "127.0.0.1");
        }

        await visitor.OpenAsync("/cloths", HttpStatusCode.SeeOther);
    }

    [Fact]
    public async Task Entering_again_in_one_tab_leaves_the_forms_of_others_good()
    {
        var (visitor, passcode) = (app.Visit(Tablet), NewPasscode());
        await EnterAsync(visitor, passcode);
        var form = await visitor.OpenAsync("/cloths/1");
        app.Clock.MoveOn(Gate.Idle + TimeSpan.FromMinutes(1));
        await visitor.OpenAsync("/", HttpStatusCode.SeeOther);
        // Too late: led to the entry, which leads back to the page; and the form in the other tab is as good as ever.
        var late = await visitor.SendAsync(form, "/cloths/1", new() { ["Input.Name"] = "Typed before" });
        Assert.Equal("/enter?next=%2Fcloths%2F1", late.Location);
        Assert.Equal("/cloths/1", (await EnterAsync(visitor, passcode, "/cloths/1")).Location);
        Assert.Equal("/cloths/1", (await visitor.SendAsync(form, "/cloths/1", new() { ["Input.Name"] = "Typed before" })).Location);
        Assert.Equal("Typed before", new Answer(HttpStatusCode.OK, null, await visitor.OpenAsync("/cloths/1")).Typed("Input_Name"));
    }

    [Theory]
    [InlineData("/thread-ups/new?setup=3", "/thread-ups/new?setup=3")]
    [InlineData("/put-away?handler=Demo", "/put-away")]
    [InlineData("/settings?handler=HelpRead", "/settings")]
    [InlineData("/setups/2?handler=OnMachine", "/setups/2")]
    [InlineData("/setups/2/amend", "/setups/2/amend")]
    public async Task After_entering_a_form_that_came_too_late_its_own_page_is_there(string sent, string page)
    {
        var (visitor, passcode) = (app.Visit(Tablet), NewPasscode());
        using var late = await visitor.Client.PostAsync(new Uri(sent, UriKind.Relative), new FormUrlEncodedContent([new("x", "y")]));
        var next = Uri.UnescapeDataString(late.Headers.Location!.OriginalString["/enter?next=".Length..]);
        Assert.Equal(page, next);
        Assert.Equal(page, (await EnterAsync(visitor, passcode, next)).Location);
        await visitor.OpenAsync(page);
    }

    [Fact]
    public async Task The_entry_form_is_good_however_old_it_is()
    {
        var (visitor, passcode) = (app.Visit(Tablet), NewPasscode());
        using var answer = await visitor.Client.PostAsync(new Uri("/enter", UriKind.Relative), new FormUrlEncodedContent([new("passcode", passcode), new("__RequestVerificationToken", "of another day")]));
        Assert.Equal(HttpStatusCode.Redirect, answer.StatusCode);
        await visitor.OpenAsync("/cloths");
    }

    [Fact]
    public async Task Leaving_ends_the_session_for_whoever_kept_its_cookie_also_after_a_restart()
    {
        var (visitor, passcode) = (app.Visit(Tablet), NewPasscode());
        using var entered = await visitor.Client.PostAsync(new Uri("/enter", UriKind.Relative), new FormUrlEncodedContent([new("passcode", passcode)]));
        var cookie = entered.Headers.GetValues("Set-Cookie").First(c => c.StartsWith("yielding-loop-entry=", StringComparison.Ordinal)).Split(';')[0];
        async Task<HttpStatusCode> With()
        {
            using var client = app.CreateClient(new() { AllowAutoRedirect = false, HandleCookies = false });
            using var request = new HttpRequestMessage(HttpMethod.Get, new Uri("/cloths", UriKind.Relative));
            request.Headers.TryAddWithoutValidation("Cookie", cookie);
            request.Headers.TryAddWithoutValidation("Accept", "text/html");
            request.Headers.TryAddWithoutValidation(App.RemoteAddress.Header, Tablet);
            using var answer = await client.SendAsync(request);
            return answer.StatusCode;
        }

        Assert.Equal(HttpStatusCode.OK, await With());
        var other = app.Visit(Phone);
        await EnterAsync(other, passcode);
        await visitor.PressAsync(await visitor.OpenAsync("/devices"), "Leave on this device");
        Assert.Equal(HttpStatusCode.SeeOther, await With());
        // Only that one; and the file remembers.
        await other.OpenAsync("/cloths");
        Assert.Contains("\"Session\":", File.ReadAllText(Path.Combine(app.Folder, "passcode.json")), StringComparison.Ordinal);
        var again = new Passcode(Path.Combine(app.Folder, "passcode.json"));
        Assert.True(again.Accepts(passcode));
    }

    [Fact]
    public async Task An_ended_session_is_remembered_until_it_would_have_ended()
    {
        NewPasscode();
        var path = Path.Combine(app.Folder, "passcode.json");
        var now = DateTimeOffset.UtcNow;
        new Passcode(path).End("one", now + Gate.Longest);
        Assert.True(new Passcode(path).HasEnded("one"));
        Assert.False(new Passcode(path).HasEnded("two"));
        var later = new Passcode(path);
        later.End("two", now + Gate.Longest + Gate.Longest + TimeSpan.FromMinutes(1));
        Assert.False(later.HasEnded("one"));
        await Task.CompletedTask;
    }

    [Fact]
    public async Task What_lies_in_the_data_folder_is_its_owner_s_alone()
    {
        NewPasscode();
        await app.Visit().SendAsync(await app.Visit().OpenAsync("/cloths/1"), "/cloths/1", []);
        app.Backups.Make(Store.Backup.BackupReason.ByHand);
        if (OperatingSystem.IsWindows())
        {
            return;
        }

        Assert.NotEmpty(Directory.GetFiles(Path.Combine(app.Folder, "keys")));
        foreach (var path in Directory.GetFileSystemEntries(app.Folder, "*", SearchOption.AllDirectories))
        {
            Assert.True((File.GetUnixFileMode(path) & (UnixFileMode)0b000_111_111) == 0, $"{path}: {File.GetUnixFileMode(path)}");
        }
    }

    [Fact]
    public async Task Nothing_private_is_kept_by_a_browser()
    {
        var visitor = app.Visit();
        foreach (var path in new[] { "/", "/cloths", "/cloths/1", "/setups/2", "/setups/2/print", "/thread-ups/1", "/thread-ups/print?list=1", "/machines/1/sheet", "/glossary", "/nowhere", "/api/v1/threads", "/health", "/enter" })
        {
            using var answer = await visitor.Client.GetAsync(new Uri(path, UriKind.Relative));
            Assert.True(answer.Headers.CacheControl?.NoStore, $"{path} may be kept: {answer.Headers.CacheControl}");
        }
    }

    [Fact]
    public async Task Sessions_expire_when_idle_and_after_a_week_whatever_happens()
    {
        var visitor = app.Visit(Tablet);
        await EnterAsync(visitor, NewPasscode());
        app.Clock.MoveOn(Gate.Idle - TimeSpan.FromMinutes(10));
        await visitor.OpenAsync("/");
        for (var gone = Gate.Idle; gone < Gate.Longest; gone += Gate.Idle - TimeSpan.FromMinutes(10))
        {
            app.Clock.MoveOn(Gate.Idle - TimeSpan.FromMinutes(10));
            if (gone + Gate.Idle < Gate.Longest)
            {
                await visitor.OpenAsync("/");
            }
        }

        await visitor.OpenAsync("/", HttpStatusCode.SeeOther);
        var idle = app.Visit(Phone);
        await EnterAsync(idle, NewPasscode());
        app.Clock.MoveOn(Gate.Idle + TimeSpan.FromMinutes(1));
        await idle.OpenAsync("/", HttpStatusCode.SeeOther);
    }

    [Fact]
    public async Task A_new_passcode_or_asking_again_ends_every_session()
    {
        var (tablet, phone) = (app.Visit(Tablet), app.Visit(Phone));
        var passcode = NewPasscode();
        await EnterAsync(tablet, passcode);
        await EnterAsync(phone, passcode);
        await phone.PressAsync(await phone.OpenAsync("/devices"), "Leave on this device");
        await phone.OpenAsync("/", HttpStatusCode.SeeOther);
        await tablet.PressAsync(await tablet.OpenAsync("/devices"), "Ask every device again");
        await tablet.OpenAsync("/", HttpStatusCode.SeeOther);
        await EnterAsync(tablet, passcode);
        NewPasscode();
        await tablet.OpenAsync("/", HttpStatusCode.SeeOther);
        Assert.Equal(HttpStatusCode.Unauthorized, (await EnterAsync(tablet, passcode)).Status);
    }

    [Fact]
    public void The_passcode_is_kept_as_a_hash_in_a_file_only_its_owner_reads()
    {
        var passcode = NewPasscode();
        var path = Path.Combine(app.Folder, "passcode.json");
        Assert.DoesNotContain(passcode.Replace("-", "", StringComparison.Ordinal), File.ReadAllText(path), StringComparison.Ordinal);
        Assert.Equal(UnixFileMode.UserRead | UnixFileMode.UserWrite, OperatingSystem.IsWindows() ? UnixFileMode.UserRead | UnixFileMode.UserWrite : File.GetUnixFileMode(path));
        var again = new Passcode(path);
        Assert.Null(again.Make(another: false));
        Assert.True(again.Accepts(passcode));
        File.WriteAllText(path, "{ broken");
        var broken = new Passcode(path);
        Assert.False(broken.Accepts(passcode));
        Assert.False(broken.Accepts(""));
        Assert.NotNull(broken.Make(another: false));
    }

    [Theory]
    [InlineData("elsewhere.example", HttpStatusCode.BadRequest)]
    [InlineData("192.168.17.99", HttpStatusCode.BadRequest)]
    [InlineData("localhost", HttpStatusCode.OK)]
    [InlineData("LOCALHOST", HttpStatusCode.OK)]
    // The address it is spoken to at, also one it got after the start.
    [InlineData("192.168.17.1", HttpStatusCode.OK)]
    [InlineData("192.168.17.1.elsewhere.example", HttpStatusCode.BadRequest)]
    public async Task Only_this_machine_s_names_and_the_address_spoken_to_are_answered_to(string host, HttpStatusCode expected)
    {
        foreach (var to in new[] { "192.168.17.1", "::ffff:192.168.17.1" })
        {
            using var request = new HttpRequestMessage(HttpMethod.Get, new Uri("/health", UriKind.Relative));
            request.Headers.Host = host;
            request.Headers.Add(App.RemoteAddress.To, to);
            using var answer = await app.CreateClient().SendAsync(request);
            Assert.Equal(expected, answer.StatusCode);
        }
    }

    [Fact]
    public async Task A_workroom_that_is_not_on_the_network_answers_to_no_address_but_the_inner_one()
    {
        using var alone = new App();
        using var request = new HttpRequestMessage(HttpMethod.Get, new Uri("/health", UriKind.Relative));
        request.Headers.Host = "192.168.17.1";
        request.Headers.Add(App.RemoteAddress.To, "192.168.17.1");
        using var answer = await alone.CreateClient().SendAsync(request);
        Assert.Equal(HttpStatusCode.BadRequest, answer.StatusCode);
    }

    [Fact]
    public async Task A_workroom_that_is_not_on_the_network_needs_no_session_at_all()
    {
        using var alone = new App();
        Assert.Equal(["localhost", "127.0.0.1", "[::1]"], alone.Services.GetRequiredService<NetworkOptions>().HostNames);
        await alone.Visit().OpenAsync("/cloths");
    }

    [GeneratedRegex("url\\(\"([^\"]+)\"\\)")]
    private static partial Regex Url();
}

/// <summary>What a stranger on the network gets: one server for all of it, since nothing changes.</summary>
public sealed class StrangerTests(StrangerTests.OnTheNetwork server) : IClassFixture<StrangerTests.OnTheNetwork>
{
    public static TheoryData<string> Closed() =>
    [
        "/", "/cloths/1", "/machines/1/threads.css", "/threads.css", "/css/site.css", "/js/site.js", "/lib/bootstrap/bootstrap.min.css", "/icon.svg", "/openapi/v1.json",
        "/api/v1/threads", "/fault", "/rescue", "/copies", "/glossary", "/nowhere", "/enterprise", "/Health/x", "/cloths/1?next=/enter",
    ];

    [Theory]
    [MemberData(nameof(Closed))]
    public async Task Without_the_passcode_nothing_else_answers(string path)
    {
        var visitor = server.App.Visit("192.168.17.40");
        using var answer = await visitor.Client.GetAsync(new Uri(path, UriKind.Relative));
        Assert.True(answer.StatusCode is HttpStatusCode.Unauthorized || (answer.StatusCode == HttpStatusCode.SeeOther && answer.Headers.Location!.OriginalString.StartsWith("/enter?next=", StringComparison.Ordinal)), $"{answer.StatusCode}");
        using var post = await visitor.Client.PostAsync(new Uri(path, UriKind.Relative), new FormUrlEncodedContent([]));
        Assert.True(post.StatusCode is HttpStatusCode.Unauthorized or HttpStatusCode.SeeOther, $"{post.StatusCode}");
    }

    public sealed class OnTheNetwork : IDisposable
    {
        public App App { get; } = new() { Lan = true };

        public void Dispose() => App.Dispose();
    }
}
