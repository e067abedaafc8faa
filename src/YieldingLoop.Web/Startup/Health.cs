using Microsoft.EntityFrameworkCore;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Startup;

/// <summary>Whether the workroom answers.</summary>
internal static class Health
{
    public static void MapHealth(this IEndpointRouteBuilder routes) => routes.MapGet("/health", async (WorkroomContext context, CancellationToken stop) =>
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
}
