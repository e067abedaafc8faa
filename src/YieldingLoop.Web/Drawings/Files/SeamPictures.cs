using System.Collections.Concurrent;
using System.Xml.Linq;
using AngleSharp.Html.Parser;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.ThreadPaths;
using YieldingLoop.Web.Drawings.Pull;

namespace YieldingLoop.Web.Drawings.Files;

/// <summary>The picture of every job and every stitch as a file that a browser may keep: what it shows changes with the program alone.</summary>
internal static class SeamPictures
{
    private const string Immutable = "private, max-age=31536000, immutable";

    /// <summary>Address of a job's picture; the model's version is part of it, so that browsers may keep it.</summary>
    public static string Address(SeamJob job) => $"/pictures/jobs/{job.Id()}.svg?v={SeamModel.Version}";

    /// <summary>Address of a stitch's picture.</summary>
    public static string Address(Stitch stitch) => $"/pictures/stitches/{stitch.Id}.svg?v={SeamModel.Version}";

    public static void MapSeamPictures(this IEndpointRouteBuilder routes)
    {
        var drawn = new ConcurrentDictionary<string, string>();
        routes.MapGet("/pictures/jobs/{id}.svg", (string id, HttpContext context, DrawingStyles styles) =>
            Send(id, JobExample.All.FirstOrDefault(e => e.Job.Id() == id), e => Jobs.Of(e.Job)!.Verb, context, styles)).ExcludeFromDescription();
        routes.MapGet("/pictures/stitches/{id}.svg", (string id, HttpContext context, DrawingStyles styles) =>
            Send("stitch " + id, StitchCatalogue.Find(id) is { } stitch ? JobExample.Of(stitch) : null, e => e.Geometry.Stitch.Name, context, styles)).ExcludeFromDescription();

        IResult Send(string key, JobExample? example, Func<JobExample, string> name, HttpContext context, DrawingStyles styles)
        {
            if (example is null)
            {
                return Results.NotFound();
            }

            context.Response.Headers.CacheControl = Immutable;
            return Results.Text(drawn.GetOrAdd(key, _ => Draw(example, name(example), styles.Own)), "image/svg+xml");
        }
    }

    private static string Draw(JobExample example, string name, StyleRules rules)
    {
        var page = new HtmlParser().ParseDocument($"<div class=\"pull\">{JobDrawing.Draw(example, $"A seam as it is usually sewn: {name}.")}</div>");
        // So small, letters and words would only be specks.
        foreach (var letter in page.QuerySelectorAll("svg text, svg .tag-shape"))
        {
            letter.Remove();
        }

        return DrawingFile.Of(DrawingFile.In(page).Single(), name, rules).ToString(SaveOptions.DisableFormatting);
    }
}
