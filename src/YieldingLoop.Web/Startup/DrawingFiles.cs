using System.Globalization;
using System.Net.Mime;
using System.Text;
using System.Xml;
using AngleSharp.Html.Parser;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Store;
using YieldingLoop.Web.Drawings;
using YieldingLoop.Web.Drawings.Files;

namespace YieldingLoop.Web.Startup;

/// <summary>
/// Any drawing of any page as a file: the page's own address with "svg" and the drawing's number among those of the page that say
/// what they show. The page is made as ever, and the drawing taken out of it.
/// </summary>
internal static class DrawingFiles
{
    /// <summary>Its name in an address.</summary>
    public const string Name = "svg";

    public static void UseDrawingFiles(this IApplicationBuilder app)
    {
        app.UseWhen(context => HttpMethods.IsGet(context.Request.Method) && context.Request.Query.ContainsKey(Name), files => files.Use(async (context, next) =>
        {
            var (response, sent) = (context.Response, context.Response.Body);
            using var made = new MemoryStream();
            response.Body = made;
            try
            {
                await next(context);
            }
            finally
            {
                response.Body = sent;
            }

            if (response.StatusCode != StatusCodes.Status200OK || response.ContentType?.StartsWith(MediaTypeNames.Text.Html, StringComparison.Ordinal) != true)
            {
                made.Position = 0;
                await made.CopyToAsync(sent);
                return;
            }

            var page = await new HtmlParser().ParseDocumentAsync(Encoding.UTF8.GetString(made.ToArray()));
            var drawings = DrawingFile.In(page);
            if (context.Request.Query[Name] is not [{ } text] || !int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out var number) || number < 1 || number > drawings.Count)
            {
                response.Clear();
                response.StatusCode = StatusCodes.Status404NotFound;
                return;
            }

            var threads = await ThreadsAsync(context, page.QuerySelector("link[href*='threads.css']")?.GetAttribute("href"));
            var rules = context.RequestServices.GetRequiredService<DrawingStyles>().With(threads);
            var title = (page.Title ?? "").Split(" · ")[0];
            var file = new MemoryStream();
            await using (var writer = XmlWriter.Create(file, new() { Async = true, Encoding = new UTF8Encoding(false) }))
            {
                await DrawingFile.Of(drawings[number - 1], title, rules).WriteToAsync(writer, context.RequestAborted);
            }

            response.ContentType = "image/svg+xml";
            response.ContentLength = null;
            response.Headers.ContentDisposition = $"inline; filename=\"yielding-loop-{number}.svg\"";
            await sent.WriteAsync(file.ToArray(), context.RequestAborted);
        }));
    }

    /// <summary>The thread colours of the page: those of a machine's marks, those a set-up froze, or the product's own.</summary>
    private static async Task<string> ThreadsAsync(HttpContext context, string? href)
    {
        var parts = (href ?? "").Split('?')[0].Split('/', StringSplitOptions.RemoveEmptyEntries);
        IReadOnlyDictionary<string, string>? marks = null;
        if (parts is [var kind, var id, _] && int.TryParse(id, NumberStyles.None, CultureInfo.InvariantCulture, out var number))
        {
            var workroom = context.RequestServices.GetRequiredService<Workroom>();
            marks = kind == "machines" ? (await workroom.Machines.FirstOrDefaultAsync(m => m.Id == number))?.Entry.ThreadMarks : (await workroom.Setups.FirstOrDefaultAsync(s => s.Id == number))?.Snapshot.Machine.ThreadMarks;
        }

        return ThreadLook.Stylesheet(marks ?? new Dictionary<string, string>());
    }
}
