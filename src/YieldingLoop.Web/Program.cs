using System.Net;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.ModelBinding;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Store;
using YieldingLoop.Store.Backup;
using YieldingLoop.Store.Demo;
using YieldingLoop.Store.Exchange;
using YieldingLoop.Web.Api;
using YieldingLoop.Web.Drawings;
using YieldingLoop.Web.Drawings.Files;
using YieldingLoop.Web.Forms;
using YieldingLoop.Web.Network;
using YieldingLoop.Web.Startup;

var builder = WebApplication.CreateBuilder(new WebApplicationOptions
{
    Args = args,
    // A published server is started from anywhere; its files lie beside it.
    ContentRootPath = Directory.Exists(Path.Combine(AppContext.BaseDirectory, "wwwroot")) ? AppContext.BaseDirectory : null,
});

var data = DataFolder.From(builder.Configuration);
if (NetworkOptions.From(builder.Configuration) is not { } network)
{
    await Console.Error.WriteLineAsync("--port wants a number between 0 and 65535; --lan and passcodeEverywhere want true or false.");
    return 2;
}

if (ExchangeCommand.From(builder.Configuration) is { } command)
{
    return await command.RunAsync(data, TimeProvider.System, Console.Out, Console.Error);
}

// What a new workroom is to hold is worked out while the server gets going.
var demo = !builder.Configuration.GetValue("empty", false);
var plans = demo && !File.Exists(data.DatabasePath) ? Task.Run(DemoLoader.Plans) : null;
builder.AddRequestLog(data);
builder.WebHost.ConfigureKestrel(kestrel =>
{
    if (network.Lan)
    {
        kestrel.ListenAnyIP(network.Port);
    }
    else
    {
        kestrel.Listen(IPAddress.Loopback, network.Port);
    }

    kestrel.Limits.MaxRequestBodySize = 256 * 1024;
    kestrel.AddServerHeader = false;
});
builder.HearNobodyForAnother();
builder.Services.AddSingleton(data).AddSingleton(network).AddSingleton(new NetworkAddress($"http://127.0.0.1:{network.Port}")).AddSingleton(TimeProvider.System);
builder.Services.AddSingleton<SettingsCache>().AddSingleton<PlanMemory>().AddSingleton<RunWorkshop>().AddSingleton<DayMemory>().AddSingleton<CoachMemory>().AddSingleton<PracticeMemory>().AddSingleton<DrawingStyles>().AddSingleton<Rescue>().AddSingleton<StorageWindow>().AddSingleton<ImportShelf>().AddSingleton<PatternShelf>();
builder.Services.AddSingleton(services => new Backups(data.DatabasePath, services.GetRequiredService<TimeProvider>()));
builder.Services.AddSingleton(_ => new Passcode(data.PasscodePath));
builder.Services.AddSingleton(services => new DatabaseKeeper(data.DatabasePath, services.GetRequiredService<Backups>()));
builder.Services.AddSingleton<WorkroomLife>().AddHostedService(services => services.GetRequiredService<WorkroomLife>()).AddHostedService<DailyCopies>();
// Whatever is still being asked when the stop signal comes has this long; then the server goes.
builder.Services.Configure<HostOptions>(host => host.ShutdownTimeout = TimeSpan.FromSeconds(3));
builder.Services.AddDbContextPool<WorkroomContext>(options => options.UseSqlite(WorkroomDatabase.ConnectionString(data.DatabasePath)));
builder.Services.AddScoped<Workroom>().AddScoped<Drafts>().AddScoped<PutAwayShelf>().AddScoped<ThreadUps>().AddScoped<Coaching>().AddScoped<Practising>().AddScoped<Swatches>().AddScoped<Photos>().AddScoped<Cones>().AddScoped<Garments>().AddScoped<Runs>().AddScoped<CareBook>().AddScoped<Feeds>().AddScoped<AccessKeys>().AddScoped<Palettes>().AddScoped<Exporting>().AddScoped<Importing>().AddScoped<ImportFiles>().AddScoped<YieldingLoop.Web.Pages.Runs.RunDesk>().AddScoped<SettingsStore>();
builder.Services.AddScoped(services => services.GetRequiredService<SettingsCache>().Wording);
builder.Services.AddGate();
// Pages check their forms' tokens by default; a second check of our own would also refuse the page that says what went wrong.
builder.Services.AddRazorPages(pages => pages.Conventions.ConfigureFilter(new HandlerRequired()));
// Field names in another library's bracket syntax are nobody's here, and a bracket left open in one is a fault of the framework's.
builder.Services.Configure<MvcOptions>(mvc =>
{
    mvc.ValueProviderFactories.RemoveType<JQueryFormValueProviderFactory>();
    mvc.ValueProviderFactories.RemoveType<JQueryQueryStringValueProviderFactory>();
    mvc.ModelBinderProviders.Insert(0, new TickBinderProvider());
});
// Faults are found and worded on the server; attributes for client-side validation would only be weight.
builder.Services.Configure<MvcViewOptions>(views => views.HtmlHelperOptions.ClientValidationEnabled = false);
builder.Services.AddAntiforgery(antiforgery => antiforgery.Cookie.Name = "yielding-loop-form");
builder.Services.Configure<CookieTempDataProviderOptions>(said => (said.Cookie.Name, said.Cookie.SameSite) = ("yielding-loop-said", SameSiteMode.Strict));
// Forms opened before a restart must still be good after it.
builder.Services.AddDataProtection().PersistKeysToFileSystem(new DirectoryInfo(data.KeysPath)).SetApplicationName("yielding-loop");
builder.Services.AddResponseCompression();
builder.Services.AddProblemDetails().AddExceptionHandler<StorageFaults>();
builder.Services.AddSeamApi();

var app = builder.Build();
try
{
    data.Prepare();
    // The workroom is opened while pages and calls are mapped; neither needs the other before the first request.
    var opening = Task.Run(OpenAsync);
    Map(app);
    var rescue = await opening;
    var passcode = network.Lan || network.PasscodeEverywhere ? app.Services.GetRequiredService<Passcode>().Make(builder.Configuration.GetValue("new-passcode", false)) : null;
    await app.StartAsync();
    await Console.Out.WriteLineAsync(string.Join(Environment.NewLine, Greeting.Lines(network, data, passcode, rescue)));
    await app.WaitForShutdownAsync();
    return 0;
}
catch (Exception fault) when (fault is not HostAbortedException)
{
    app.Logger.StartFailed(fault);
    await Console.Error.WriteLineAsync(StartFault.Describe(fault, data.Path, network.Port));
    return 1;
}

async Task<Rescue> OpenAsync()
{
    app.Services.GetRequiredService<WorkroomLife>().TakeFolder();
    WorkroomDatabase.TidyUp(data.DatabasePath);
    var rescue = app.Services.GetRequiredService<Rescue>();
    rescue.LookOver();
    if (!rescue.Needed)
    {
        rescue.Open(demo ? context => DemoLoader.Load(context, app.Services.GetRequiredService<TimeProvider>().GetUtcNow(), plans) : null);
        await using var scope = app.Services.CreateAsyncScope();
        await app.Services.GetRequiredService<SettingsCache>().RefreshAsync(scope.ServiceProvider.GetRequiredService<SettingsStore>());
        await scope.ServiceProvider.GetRequiredService<Photos>().SweepAsync();
    }

    return rescue;
}

static void Map(WebApplication app)
{
    app.UseRequestLog();
    app.UseSecurityHeaders();
    app.UseOwnNames();
    // People get a page that says what happened, programs a problem document.
    app.UseWhen(IsApi, api => api.UseExceptionHandler(Faults()).UseStatusCodePages());
    app.UseWhen(context => !IsApi(context), pages => pages.UseExceptionHandler(Faults("/fault")).UseStatusCodePagesWithReExecute("/fault", "?code={0}"));
    app.UseGate();
    app.UseRescue();
    app.UseResponseCompression();
    app.UseDrawingFiles();
    app.UseRouting();
    app.UseAntiforgery();
    app.MapStaticAssets();
    app.MapRazorPages().WithStaticAssets();
    app.MapSeamApi();
    app.MapRecordApi();
    app.MapThreadSheets();
    app.MapSeamPictures();
    app.MapGet("/palettes/{name}.gpl", (string name, Palettes palettes, Workroom workroom) => YieldingLoop.Web.Pages.Palettes.ShowModel.FileAsync(name, palettes, workroom)).ExcludeFromDescription();
    app.MapEntryAssets();
    app.MapExchangeFiles();
    app.MapCareCalendar();
    app.MapHealth();
}

// What the server refuses to read is the request's fault and keeps its own status.
static ExceptionHandlerOptions Faults(string? page = null) => new()
{
    ExceptionHandlingPath = page is null ? PathString.Empty : new PathString(page),
    StatusCodeSelector = fault => fault switch
    {
        BadHttpRequestException unreadable => unreadable.StatusCode,
        // What the framework throws at a form it cannot take apart, or that is larger in some way than forms are.
        InvalidDataException => StatusCodes.Status400BadRequest,
        _ when StorageFault.Of(fault) is { } trouble => StorageWords.Status(trouble),
        _ => StatusCodes.Status500InternalServerError,
    },
};

static bool IsApi(HttpContext context) => context.Request.Path.StartsWithSegments("/api", StringComparison.Ordinal);

/// <summary>The server's entry point, public so that tests can start it in process.</summary>
public partial class Program;
