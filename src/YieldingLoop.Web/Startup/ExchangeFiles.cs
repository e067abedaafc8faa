using YieldingLoop.Store;
using YieldingLoop.Store.Exchange;
using YieldingLoop.Web.Pages.Runs;

namespace YieldingLoop.Web.Startup;

/// <summary>Gives records out as files: whole, or a part of them, and the schemas they are made by.</summary>
internal static class ExchangeFiles
{
    /// <summary>Where schemas and files are asked for.</summary>
    public const string Schemas = "/formats", Files = "/files/out";

    private const string Csv = "text/csv; charset=utf-8; header=present";

    public static void MapExchangeFiles(this IEndpointRouteBuilder routes)
    {
        routes.MapGet(Schemas + "/{name}", (string name) => ExchangeSchema.Find(name) is { } schema ? Results.Stream(schema, "application/schema+json") : Results.NotFound()).ExcludeFromDescription();
        routes.MapGet(Files + "/workroom.{kind}", (string kind, bool? people, HttpContext context, Exporting exporting) => kind switch
        {
            "json" => Task.FromResult(Json(context, exporting, new(ExchangeHolds.Workroom, People: people == true), "workroom")),
            "zip" => ZipAsync(context, exporting, new(ExchangeHolds.Workroom, People: people == true), "workroom"),
            _ => Task.FromResult(Results.NotFound()),
        }).ExcludeFromDescription();
        routes.MapGet(Files + "/swatches.{kind}", (string kind, HttpContext context, Exporting exporting) => kind switch
        {
            "json" => Task.FromResult(Json(context, exporting, new(ExchangeHolds.Swatches), "swatches")),
            "zip" => ZipAsync(context, exporting, new(ExchangeHolds.Swatches), "swatches"),
            _ => Task.FromResult(Results.NotFound()),
        }).ExcludeFromDescription();
        routes.MapGet(Files + "/lists/{name}.csv", (string name, HttpContext context, WorkroomContext workroom) =>
            CsvReport.All.FirstOrDefault(r => r.Name == name) is { } report
                ? Results.Stream(output => report.WriteAsync(workroom, output, context.RequestAborted), Csv, Named(context, name, "csv")) : Results.NotFound()).ExcludeFromDescription();
        routes.MapGet(Files + "/runs/{id:int}.csv", async (int id, HttpContext context, RunDesk desk) => await desk.LoadAsync(id, wait: true) is { } board
            ? Results.Stream(output => RunList.WriteAsync(board, output, context.RequestAborted), Csv, Named(context, $"run-{id}", "csv")) : Results.NotFound()).ExcludeFromDescription();
        foreach (var (path, holds) in new[] { ("garments", ExchangeHolds.Garment), ("set-ups", ExchangeHolds.Setup), ("cloths", ExchangeHolds.Cloth), ("machines", ExchangeHolds.Machine) })
        {
            routes.MapGet($"{Files}/{path}/{{id:int}}.json", async (int id, bool? people, HttpContext context, Exporting exporting) =>
                await exporting.HasAsync(holds, id) ? Json(context, exporting, new(holds, [id], people == true), $"{ExchangeFormat.NameOf(holds)}-{id}") : Results.NotFound()).ExcludeFromDescription();
        }
    }

    private static IResult Json(HttpContext context, Exporting exporting, ExportQuestion question, string name) =>
        Results.Stream(output => exporting.WriteJsonAsync(question, output, context.RequestAborted), "application/json", Named(context, name, "json"));

    /// <summary>A zip is written beside first: how long its entries are is known at their end, and a disk that is full is told before anything is sent.</summary>
    private static async Task<IResult> ZipAsync(HttpContext context, Exporting exporting, ExportQuestion question, string name)
    {
        var whole = context.RequestServices.GetRequiredService<ImportShelf>().Aside();
        try
        {
            await exporting.WriteZipAsync(question, whole, context.RequestAborted);
            whole.Position = 0;
            return Results.Stream(whole, "application/zip", Named(context, name, "zip"));
        }
        catch
        {
            await whole.DisposeAsync();
            throw;
        }
    }

    private static string Named(HttpContext context, string name, string ending)
    {
        var clock = context.RequestServices.GetRequiredService<TimeProvider>();
        return $"yielding-loop-{name}-{TimeZoneInfo.ConvertTime(clock.GetUtcNow(), clock.LocalTimeZone).ToString("yyyy-MM-dd", System.Globalization.CultureInfo.InvariantCulture)}.{ending}";
    }
}
