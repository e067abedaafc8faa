using System.Collections.Concurrent;
using System.Xml.Linq;
using AngleSharp.Html.Parser;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.ThreadPaths;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;
using YieldingLoop.Web.Drawings.Pull;
using YieldingLoop.Web.Startup;

namespace YieldingLoop.Web.Drawings.Files;

/// <summary>
/// The picture of every job, every stitch, and every word that a seam explains, as a file that a browser may keep: what it shows
/// changes with the program alone.
/// </summary>
internal static class SeamPictures
{
    /// <summary>Address of a job's picture; the model's version is part of it, so that browsers may keep it.</summary>
    public static string Address(SeamJob job) => $"/pictures/jobs/{job.Id()}.svg?v={SeamModel.Version}";

    /// <summary>Address of a stitch's picture.</summary>
    public static string Address(Stitch stitch) => $"/pictures/stitches/{stitch.Id}.svg?v={SeamModel.Version}";

    /// <summary>Address of the picture of a seam by which needles a finger goes with.</summary>
    public static string Address(FingerUse use) => $"/pictures/fingers/{use.ToString().ToLowerInvariant()}.svg?v={SeamModel.Version}";

    /// <summary>Address of the picture of a word of the vocabulary; null where no seam explains it.</summary>
    /// <param name="word">The word's identifier.</param>
    public static string? AddressOf(string word) => word switch
    {
        _ when StitchOf(word) is { } stitch => Address(stitch),
        _ when JobOf(word) is { } job => Address(job),
        _ when OfWord(word) is not null => $"/pictures/words/{word}.svg?v={SeamModel.Version}",
        _ => null,
    };

    public static void MapSeamPictures(this IEndpointRouteBuilder routes)
    {
        var drawn = new ConcurrentDictionary<(string Kind, string Id), string>();
        Map("jobs", id => Jobs.All.FirstOrDefault(j => j.Job.Id() == id) is { } job ? (SeamExamples.Jobs[job.Job], job.Verb) : null);
        Map("stitches", id => StitchCatalogue.Find(id) is { } stitch ? (SeamExamples.Of(stitch), stitch.Name) : null);
        Map("words", id => OfWord(id) is { } example ? (example, Vocabulary.Name(id)) : null);

        Map("fingers", id => Enum.GetValues<FingerUse>().FirstOrDefault(u => u.ToString().Equals(id, StringComparison.OrdinalIgnoreCase)) is var use and not FingerUse.None ? (SeamExamples.Of(use), "as wide as its needles") : null);

        void Map(string kind, Func<string, (SeamExample Example, string Name)?> find) => routes.MapGet($"/pictures/{kind}/{{id}}.svg", (string id, HttpContext context, DrawingStyles styles) =>
        {
            if (find(id) is not { } found)
            {
                return Results.NotFound();
            }

            context.Response.Headers.CacheControl = Caching.ForGood;
            return Results.Text(drawn.GetOrAdd((kind, id), _ => Draw(found.Example, found.Name, styles.Own)), "image/svg+xml");
        }).ExcludeFromDescription();
    }

    private static Stitch? StitchOf(string word) => word.StartsWith("stitch.", StringComparison.Ordinal) ? StitchCatalogue.Find(word["stitch.".Length..]) : null;

    private static SeamJob? JobOf(string word) => word.StartsWith("stitch.", StringComparison.Ordinal) ? Jobs.All.FirstOrDefault(j => j.Job.Id() == word["stitch.".Length..])?.Job : null;

    private static SeamExample? OfWord(string word) => SeamExamples.Words.GetValueOrDefault(word) ?? Positions.GetValueOrDefault(word);

    private static readonly Dictionary<string, SeamExample> Positions = ThreadPositions.All.ToDictionary(p => "position." + p.Id(), SeamExamples.Of);

    private static string Draw(SeamExample example, string name, StyleRules rules)
    {
        var page = new HtmlParser().ParseDocument(ExampleDrawing.Draw(example, $"A seam as it is usually sewn: {name}.", bare: true));
        // The words of a strip and of an opened seam stand beside it.
        foreach (var text in page.QuerySelectorAll("svg text"))
        {
            text.Remove();
        }

        return DrawingFile.Of(DrawingFile.In(page).Single(), name, rules).ToString(SaveOptions.DisableFormatting);
    }
}
