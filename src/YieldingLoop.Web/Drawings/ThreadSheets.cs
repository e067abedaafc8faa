using Microsoft.EntityFrameworkCore;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Drawings;

/// <summary>Serves the thread colours: the policy allows no inline style, so a user's own colours come as a stylesheet.</summary>
internal static class ThreadSheets
{
    /// <summary>Address of a machine's sheet; its version is part of it, so that browsers may keep it.</summary>
    public static string OfMachine(MachineRow row) => $"/machines/{row.Id}/threads.css?v={row.Version}";

    /// <summary>Address of the sheet a kept set-up froze.</summary>
    public static string OfSetup(SetupRow row) => $"/setups/{row.Id}/threads.css";

    public static void MapThreadSheets(this IEndpointRouteBuilder routes)
    {
        routes.MapGet("/threads.css", (HttpContext context) => Sheet(context, new Dictionary<string, string>())).ExcludeFromDescription();
        routes.MapGet("/machines/{id:int}/threads.css", async (int id, HttpContext context, Workroom workroom) =>
            await workroom.Machines.Where(m => m.Id == id).FirstOrDefaultAsync() is { } row ? Sheet(context, row.Entry.ThreadMarks) : Results.NotFound()).ExcludeFromDescription();
        routes.MapGet("/setups/{id:int}/threads.css", async (int id, HttpContext context, Workroom workroom) =>
            await workroom.Setups.Where(s => s.Id == id).FirstOrDefaultAsync() is { } row ? Sheet(context, row.Snapshot.Machine.ThreadMarks) : Results.NotFound()).ExcludeFromDescription();
    }

    private static IResult Sheet(HttpContext context, IReadOnlyDictionary<string, string> marks)
    {
        context.Response.Headers.CacheControl = "private, max-age=3600";
        return Results.Text(ThreadLook.Stylesheet(marks), "text/css");
    }
}
