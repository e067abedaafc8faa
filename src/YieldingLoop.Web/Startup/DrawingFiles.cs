using System.Globalization;
using System.Net.Mime;
using System.Text;
using System.Xml;
using AngleSharp.Dom;
using AngleSharp.Html.Parser;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Primitives;
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

    /// <summary>The seam from its end, by its name in place of a number, without words and without a ground.</summary>
    public const string Edge = "edge";

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
            if (Find(drawings, context.Request.Query[Name]) is not { } drawing)
            {
                response.Clear();
                response.StatusCode = StatusCodes.Status404NotFound;
                return;
            }

            var named = context.Request.Query[Name] is [Edge];
            if (named)
            {
                // Where it is asked for by name, words stand beside it, and it lies on paper.
                drawing.QuerySelectorAll("text").ToList().ForEach(t => t.Remove());
            }

            var threads = await ThreadsAsync(context, page.QuerySelector("link[href*='threads.css']")?.GetAttribute("href"));
            var rules = context.RequestServices.GetRequiredService<DrawingStyles>().With(threads);
            var title = (page.Title ?? "").Split(" · ")[0];
            var file = new MemoryStream();
            await using (var writer = XmlWriter.Create(file, new() { Async = true, Encoding = new UTF8Encoding(false) }))
            {
                await DrawingFile.Of(drawing, title, rules, ground: !named).WriteToAsync(writer, context.RequestAborted);
            }

            response.ContentType = "image/svg+xml";
            response.ContentLength = null;
            response.Headers.ContentDisposition = $"inline; filename=\"yielding-loop-{context.Request.Query[Name]}.svg\"";
            await sent.WriteAsync(file.ToArray(), context.RequestAborted);
        }));
    }

    /// <summary>The drawing of that number, or the first seam from its end.</summary>
    private static IElement? Find(IReadOnlyList<IElement> drawings, StringValues asked) => asked is not [{ } text] ? null
        : text == Edge ? drawings.FirstOrDefault(d => d.Matches(".pull-edge .pull-edge-drawing"))
        : text == Pages.Setups.PrintModel.Picture ? drawings.FirstOrDefault(d => d.Matches(".card-picture"))
        : int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out var number) && number >= 1 && number <= drawings.Count ? drawings[number - 1] : null;

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
