using System.Net;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Store;
using YieldingLoop.Store.Demo;
using YieldingLoop.Web.Api;
using YieldingLoop.Web.Drawings;
using YieldingLoop.Web.Startup;

var builder = WebApplication.CreateBuilder(new WebApplicationOptions
{
    Args = args,
    // A published server is started from anywhere; its files lie beside it.
    ContentRootPath = Directory.Exists(Path.Combine(AppContext.BaseDirectory, "wwwroot")) ? AppContext.BaseDirectory : null,
});

var data = DataFolder.From(builder.Configuration);
var port = builder.Configuration.GetValue("port", 5080);

builder.WebHost.ConfigureKestrel(kestrel =>
{
    kestrel.Listen(IPAddress.Loopback, port);
    kestrel.Limits.MaxRequestBodySize = 256 * 1024;
    kestrel.AddServerHeader = false;
});
builder.Services.AddSingleton(data);
builder.Services.AddSingleton(TimeProvider.System);
builder.Services.AddDbContextPool<WorkroomContext>(options => options.UseSqlite(WorkroomDatabase.ConnectionString(data.DatabasePath)));
builder.Services.AddScoped<Workroom>();
builder.Services.AddRazorPages(pages => pages.Conventions.ConfigureFilter(new AutoValidateAntiforgeryTokenAttribute()));
// Faults are found and worded on the server; attributes for client-side validation would only be weight.
builder.Services.Configure<MvcViewOptions>(views => views.HtmlHelperOptions.ClientValidationEnabled = false);
builder.Services.AddAntiforgery(antiforgery => antiforgery.Cookie.Name = "yielding-loop-form");
// Forms opened before a restart must still be good after it.
builder.Services.AddDataProtection().PersistKeysToFileSystem(new DirectoryInfo(data.KeysPath)).SetApplicationName("yielding-loop");
builder.Services.AddResponseCompression();
builder.Services.AddProblemDetails();
builder.Services.AddSeamApi();

var app = builder.Build();
app.UseSecurityHeaders();
// People get a page that says what happened, programs a problem document.
app.UseWhen(IsApi, api => api.UseExceptionHandler().UseStatusCodePages());
app.UseWhen(context => !IsApi(context), pages => pages.UseExceptionHandler("/fault").UseStatusCodePagesWithReExecute("/fault", "?code={0}"));
app.UseResponseCompression();
app.UseRouting();
app.UseAntiforgery();
app.MapStaticAssets();
app.MapRazorPages().WithStaticAssets();
app.MapSeamApi();
app.MapThreadSheets();
app.MapGet("/health", async (WorkroomContext context, CancellationToken stop) =>
{
    try
    {
        // A question to a real table, so that "ok" means the database answers and not only that its file is there.
        await context.Cloths.AnyAsync(stop);
        return Results.Text("ok");
    }
    catch (Exception e) when (e is Microsoft.Data.Sqlite.SqliteException or InvalidOperationException)
    {
        return Results.Text("the database does not answer", statusCode: StatusCodes.Status503ServiceUnavailable);
    }
}).ExcludeFromDescription();

try
{
    data.Prepare();
    await using (var scope = app.Services.CreateAsyncScope())
    {
        var context = scope.ServiceProvider.GetRequiredService<WorkroomContext>();
        var created = WorkroomDatabase.Open(context, data.DatabasePath);
        if (created && !builder.Configuration.GetValue("empty", false))
        {
            DemoLoader.Load(context, app.Services.GetRequiredService<TimeProvider>().GetUtcNow());
        }
    }

    await app.StartAsync();
    await Console.Out.WriteLineAsync($"Yielding Loop is at http://127.0.0.1:{port}");
    await app.WaitForShutdownAsync();
    return 0;
}
catch (Exception fault) when (StartFault.Describe(fault, data.Path, port) is { } line)
{
    await Console.Error.WriteLineAsync(line);
    return 1;
}

static bool IsApi(HttpContext context) => context.Request.Path.StartsWithSegments("/api", StringComparison.Ordinal);

/// <summary>The server's entry point, public so that tests can start it in process.</summary>
public partial class Program;
