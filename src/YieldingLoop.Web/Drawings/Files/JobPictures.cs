using System.Collections.Concurrent;
using System.Xml.Linq;
using AngleSharp.Html.Parser;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.ThreadPaths;
using YieldingLoop.Web.Drawings.Pull;

namespace YieldingLoop.Web.Drawings.Files;

/// <summary>The picture of every job as a file that a browser may keep: what it shows changes with the program alone.</summary>
internal static class JobPictures
{
    private const string Immutable = "private, max-age=31536000, immutable";

    /// <summary>Address of a job's picture; the model's version is part of it, so that browsers may keep it.</summary>
    public static string Address(SeamJob job) => $"/pictures/jobs/{job.Id()}.svg?v={SeamModel.Version}";

    public static void MapJobPictures(this IEndpointRouteBuilder routes)
    {
        var drawn = new ConcurrentDictionary<SeamJob, string>();
        routes.MapGet("/pictures/jobs/{job}.svg", (string job, HttpContext context, DrawingStyles styles) =>
        {
            if (JobExample.All.FirstOrDefault(e => e.Job.Id() == job) is not { } example)
            {
                return Results.NotFound();
            }

            context.Response.Headers.CacheControl = Immutable;
            return Results.Text(drawn.GetOrAdd(example.Job, _ => Draw(example, styles.Own)), "image/svg+xml");
        }).ExcludeFromDescription();
    }

    private static string Draw(JobExample example, StyleRules rules)
    {
        var facts = Jobs.Of(example.Job)!;
        var page = new HtmlParser().ParseDocument($"<div class=\"pull\">{JobDrawing.Draw(example, facts.Sentence)}</div>");
        // So small, letters and words would only be specks.
        foreach (var letter in page.QuerySelectorAll("svg text, svg .tag-shape"))
        {
            letter.Remove();
        }

        return DrawingFile.Of(DrawingFile.In(page).Single(), facts.Verb, rules).ToString(SaveOptions.DisableFormatting);
    }
}
