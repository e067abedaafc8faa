using System.Globalization;
using System.Security.Claims;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authentication.Cookies;

namespace YieldingLoop.Web.Network;

/// <summary>
/// Lets nothing but the entry page, /health and calendar feeds, which have secrets of their own, answer without a session; programs
/// have a key for the API. This machine's own browsers and programs need none.
/// </summary>
public static class Gate
{
    public const string EntryPath = "/enter";

    /// <summary>How long a device may lie idle before it is asked again.</summary>
    public static readonly TimeSpan Idle = TimeSpan.FromHours(12);

    /// <summary>How long a device stays in at most.</summary>
    public static readonly TimeSpan Longest = TimeSpan.FromDays(7);

    private const string StampClaim = "stamp", SinceClaim = "since", SessionClaim = "session";

    /// <summary>What the entry page is made of; nothing else is served to strangers.</summary>
    private static readonly Dictionary<string, (string File, string Type)> EntryAssets = new(StringComparer.Ordinal)
    {
        ["look.css"] = ("css/entry.css", "text/css"),
        ["text.woff2"] = ("lib/fonts/atkinson-hyperlegible-next-latin-wght-normal.woff2", "font/woff2"),
        ["display.woff2"] = ("lib/fonts/young-serif-latin-400-normal.woff2", "font/woff2"),
        ["icon.svg"] = ("icon.svg", "image/svg+xml"),
    };

    public static IServiceCollection AddGate(this IServiceCollection services)
    {
        services.AddAuthentication(CookieAuthenticationDefaults.AuthenticationScheme).AddCookie(cookie =>
        {
            cookie.Cookie.Name = "yielding-loop-entry";
            cookie.Cookie.HttpOnly = true;
            cookie.Cookie.SameSite = SameSiteMode.Strict;
            cookie.ExpireTimeSpan = Idle;
            cookie.SlidingExpiration = true;
            cookie.Events.OnValidatePrincipal = context =>
            {
                var services = context.HttpContext.RequestServices;
                var now = services.GetRequiredService<TimeProvider>().GetUtcNow();
                var principal = context.Principal;
                if (principal?.FindFirstValue(StampClaim) != services.GetRequiredService<Passcode>().Stamp.ToString()
                    || !long.TryParse(principal.FindFirstValue(SinceClaim), NumberStyles.None, CultureInfo.InvariantCulture, out var since)
                    || now - DateTimeOffset.FromUnixTimeSeconds(since) > Longest
                    || services.GetRequiredService<Passcode>().HasEnded(principal.FindFirstValue(SessionClaim)))
                {
                    context.RejectPrincipal();
                }

                return Task.CompletedTask;
            };
        });
        return services.AddSingleton<EntryAttempts>();
    }

    public static void UseGate(this IApplicationBuilder app)
    {
        app.UseAuthentication();
        app.Use(async (context, next) =>
        {
            var path = context.Request.Path;
            if (!context.RequestServices.GetRequiredService<NetworkOptions>().AsksForPasscode(context.Connection)
                || context.User.Identity?.IsAuthenticated == true
                || path == "/health" || Startup.CareCalendar.IsFeed(path) || path.StartsWithSegments(EntryPath, StringComparison.Ordinal))
            {
                await next(context);
                return;
            }

            context.Response.Headers.CacheControl = "no-store";
            if (path.StartsWithSegments("/api", StringComparison.Ordinal))
            {
                if (await HasKeyAsync(context))
                {
                    await next(context);
                    return;
                }

                context.Response.Headers.WWWAuthenticate = "Bearer";
                await Results.Problem(
                    "Without the passcode or a key nothing is answered here. Enter the passcode at /enter, or send a key made at /devices as “Authorization: Bearer …”.", statusCode: StatusCodes.Status401Unauthorized).ExecuteAsync(context);
                return;
            }

            if (!context.Request.Headers.Accept.ToString().Contains("text/html", StringComparison.OrdinalIgnoreCase))
            {
                context.Response.StatusCode = StatusCodes.Status401Unauthorized;
                return;
            }

            // A form whose session ran out comes back to the page it stood on, where its draft is offered; the page may need its query.
            var back = context.Request.PathBase + path + QueryString.Create(context.Request.Query.Where(q => HttpMethods.IsGet(context.Request.Method) || !q.Key.Equals("handler", StringComparison.OrdinalIgnoreCase)));
            context.Response.StatusCode = StatusCodes.Status303SeeOther;
            context.Response.Headers.Location = $"{EntryPath}?next={Uri.EscapeDataString(back)}";
        });
    }

    /// <summary>Whether a call brings a key that is good. While the workroom cannot be opened no key is.</summary>
    private static async Task<bool> HasKeyAsync(HttpContext context)
    {
        const string Scheme = "Bearer ";
        var sent = context.Request.Headers.Authorization.ToString();
        return sent.StartsWith(Scheme, StringComparison.OrdinalIgnoreCase) && !context.RequestServices.GetRequiredService<Startup.Rescue>().Needed
            && await context.RequestServices.GetRequiredService<Store.AccessKeys>().OpensAsync(sent[Scheme.Length..].Trim());
    }

    public static void MapEntryAssets(this IEndpointRouteBuilder routes) => routes.MapGet(EntryPath + "/{asset}", (string asset, IWebHostEnvironment host, HttpContext context) =>
    {
        if (!EntryAssets.TryGetValue(asset, out var found))
        {
            // With a text of its own, or the error page would be asked for, which strangers do not get.
            return Results.Text("not here", statusCode: StatusCodes.Status404NotFound);
        }

        context.Response.Headers.CacheControl = "private, max-age=3600";
        return Results.Stream(host.WebRootFileProvider.GetFileInfo(found.File).CreateReadStream(), found.Type);
    }).ExcludeFromDescription();

    /// <summary>Ends the session of this device, also for whoever has kept its cookie.</summary>
    public static Task LetOutAsync(HttpContext context)
    {
        if (context.User.FindFirstValue(SessionClaim) is { } session)
        {
            var services = context.RequestServices;
            services.GetRequiredService<Passcode>().End(session, services.GetRequiredService<TimeProvider>().GetUtcNow() + Longest);
        }

        return context.SignOutAsync();
    }

    /// <summary>Lets this device in.</summary>
    public static Task LetInAsync(HttpContext context)
    {
        var services = context.RequestServices;
        var identity = new ClaimsIdentity(
        [
            // Forms are signed for whom they are made; every session is the same somebody, so that entering again leaves open forms good.
            new(ClaimTypes.NameIdentifier, "device"),
            new(SessionClaim, Guid.NewGuid().ToString()),
            new(StampClaim, services.GetRequiredService<Passcode>().Stamp.ToString()),
            new(SinceClaim, services.GetRequiredService<TimeProvider>().GetUtcNow().ToUnixTimeSeconds().ToString(CultureInfo.InvariantCulture)),
        ], CookieAuthenticationDefaults.AuthenticationScheme);
        return context.SignInAsync(new ClaimsPrincipal(identity), new AuthenticationProperties { IsPersistent = true });
    }
}
