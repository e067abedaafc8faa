using Microsoft.AspNetCore.Mvc;
using Microsoft.Extensions.Primitives;
using YieldingLoop.Store.Exchange;
using YieldingLoop.Web.Pages.Exchange;

namespace YieldingLoop.Web.Api;

/// <summary>A record that can be asked for.</summary>
/// <param name="Id">Its identifier, the same wherever it goes.</param>
/// <param name="Name">What it is called.</param>
/// <param name="ChangedAt">When it was last changed.</param>
/// <param name="PutAway">Whether it is put away.</param>
public sealed record RecordListed(Guid Id, string Name, DateTimeOffset ChangedAt, bool PutAway);

/// <summary>Records that can be asked for, the last changed first.</summary>
/// <param name="Total">How many there are.</param>
/// <param name="Page">Which page this is, from 1.</param>
/// <param name="Records">Those of the page.</param>
public sealed record RecordsListed(int Total, int Page, IReadOnlyList<RecordListed> Records);

/// <summary>A member that differs.</summary>
/// <param name="Name">Which.</param>
/// <param name="Here">What the workroom says.</param>
/// <param name="Sent">What was sent.</param>
public sealed record MemberDiffers(string Name, string Here, string Sent);

/// <summary>How a record that was sent stands to the workroom.</summary>
/// <param name="List">The list it was sent in.</param>
/// <param name="Id">Its identifier.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Stands">How it stood before: "new", "same", "differs", "put-away" or "stays".</param>
/// <param name="Differs">Where it differs.</param>
/// <param name="Why">Why it cannot come in; left out where it can.</param>
public sealed record RecordSent(string List, Guid Id, string Name, ImportStatus Stands, IReadOnlyList<MemberDiffers> Differs, string? Why);

/// <summary>What came of records that were sent.</summary>
/// <param name="Added">How many were made.</param>
/// <param name="Changed">How many were changed.</param>
/// <param name="ImportId">Number of the import, by which it can be undone among the files; left out where nothing had to be done.</param>
/// <param name="Records">How each stood before.</param>
/// <param name="Renumbered">Swatches whose number was taken already, with the number they have here.</param>
public sealed record RecordsTaken(int Added, int Changed, int? ImportId, IReadOnlyList<RecordSent> Records, IReadOnlyList<NumberGiven> Renumbered);

/// <summary>A swatch's number in what was sent, and the one it has here.</summary>
/// <param name="Was">In what was sent.</param>
/// <param name="Now">Here.</param>
public sealed record NumberGiven(int Was, int Now);

/// <summary>An exchange file, as the schemas at /formats/… tell of it in full.</summary>
/// <param name="Format">"yielding-loop".</param>
/// <param name="Version">Version of the form.</param>
/// <param name="Holds">What it holds: "cloth", "machine", "garment", "set-up" or "swatches".</param>
public sealed record RecordFile(string Format, int Version, string Holds);

/// <summary>Records one by one over the API, in the form of exchange files.</summary>
internal static class RecordApi
{
    /// <summary>Where records are asked for and sent.</summary>
    public const string Path = "/api/v1/records";

    /// <summary>Largest body, bytes.</summary>
    public const int LargestBody = ExchangeFormat.MostRecordBytes;

    /// <summary>Records of one page.</summary>
    private const int PageSize = 100;

    private static readonly Dictionary<string, ExchangeHolds> Kinds = new(StringComparer.Ordinal)
    {
        ["cloths"] = ExchangeHolds.Cloth, ["machines"] = ExchangeHolds.Machine, ["garments"] = ExchangeHolds.Garment, ["set-ups"] = ExchangeHolds.Setup, ["swatches"] = ExchangeHolds.Swatches,
    };

    public static void MapRecordApi(this IEndpointRouteBuilder routes)
    {
        foreach (var (name, holds) in Kinds)
        {
            var schema = $"/formats/{ExchangeFormat.NameOf(holds)}-{ExchangeFormat.Version}.schema.json";
            routes.MapGet($"{Path}/{name}", (int? page, Exporting exporting) => ListAsync(exporting, holds, page))
                .Produces<RecordsListed>().ProducesValidationProblem().WithSummary($"The {name} there are, the last changed first, {PageSize} to a page.");
            var one = holds == ExchangeHolds.Garment
                ? routes.MapGet($"{Path}/{name}/{{id:guid}}", (Guid id, bool? people, HttpContext context, Exporting exporting) => OneAsync(context, exporting, holds, id, people == true))
                : routes.MapGet($"{Path}/{name}/{{id:guid}}", (Guid id, HttpContext context, Exporting exporting) => OneAsync(context, exporting, holds, id, people: false));
            one.Produces<RecordFile>().ProducesValidationProblem().ProducesProblem(StatusCodes.Status404NotFound)
                .WithSummary($"One of the {name} with what it was made from, as a file that can be sent back.")
                .WithDescription($"The form of the answer is that of {schema}.{(holds == ExchangeHolds.Garment ? " With people=true the measures of those it is for go along." : "")}");
        }

        routes.MapPost(Path, PostAsync)
            .Accepts<RecordFile>("application/json")
            .Produces<RecordsTaken>()
            .ProducesValidationProblem()
            .ProducesProblem(StatusCodes.Status409Conflict)
            .ProducesProblem(StatusCodes.Status413PayloadTooLarge)
            .ProducesProblem(StatusCodes.Status415UnsupportedMediaType)
            .WithSummary("Takes records in: all that was sent, or nothing.")
            .WithDescription($"The body is what GET {Path}/… answers, by the schemas at /formats/…. What is here already and says the same stays as it is; what differs is only changed with change=true, and is otherwise a conflict that names it. It can be undone as one among the files.")
            .WithMetadata(new RequestSizeLimitAttribute(2L * LargestBody))
            .DisableAntiforgery();
    }

    private static async Task<IResult> ListAsync(Exporting exporting, ExchangeHolds holds, int? page)
    {
        if (page is < 1)
        {
            return Results.ValidationProblem(new Dictionary<string, string[]> { ["page"] = ["Pages are counted from 1."] });
        }

        var list = await exporting.ListAsync(holds, page ?? 1, PageSize);
        return Results.Ok(new RecordsListed(list.Total, list.Number, [.. list.Items.Select(r => new RecordListed(r.SubmissionKey, r.Name, r.ChangedAt, r.PutAwayAt is not null))]));
    }

    private static async Task<IResult> OneAsync(HttpContext context, Exporting exporting, ExchangeHolds holds, Guid id, bool people) => await exporting.FindAsync(holds, id) is { } number
        ? Results.Stream(output => exporting.WriteJsonAsync(new(holds, [number], people), output, context.RequestAborted), "application/json")
        : Results.Problem("There is no such record here.", statusCode: StatusCodes.Status404NotFound);

    private static async Task<IResult> PostAsync(bool? change, HttpRequest request, Importing importing, CancellationToken stop)
    {
        if (!request.HasJsonContentType() || (!StringValues.IsNullOrEmpty(request.Headers.ContentEncoding) && request.Headers.ContentEncoding != "identity"))
        {
            return Results.Problem("The body is JSON as it is: Content-Type application/json, without Content-Encoding.", statusCode: StatusCodes.Status415UnsupportedMediaType);
        }

        var body = new byte[LargestBody + 1];
        var length = await request.Body.ReadAtLeastAsync(body, body.Length, throwOnEndOfStream: false, stop);
        if (length > LargestBody)
        {
            return Results.Problem(FormattableString.Invariant($"The body is at most {LargestBody} bytes. A whole workroom is taken in at /files, or by ./start --import."), statusCode: StatusCodes.Status413PayloadTooLarge);
        }

        var opened = ExchangeFile.Read(body.AsSpan(0, length).ToArray(), ExchangePhotos.None);
        if (opened.Value is not { } file)
        {
            return Wrong(opened.Problems);
        }

        if (file.Holds == ExchangeHolds.Workroom)
        {
            return Wrong([new("holds", "A whole workroom is taken in at /files, or by ./start --import. Here single records are.")]);
        }

        var looked = await importing.LookAsync(file);
        if (looked.Problems.Count > 0)
        {
            return Wrong(looked.Problems);
        }

        ImportPreview? seen = null;
        var blocked = false;
        var result = await importing.TakeAsync(
            file,
            preview =>
            {
                seen = preview;
                blocked = preview.Items.Any(i => i.Status == ImportStatus.Stays || (i.Status == ImportStatus.Differs && change != true));
                return blocked ? new(new HashSet<string>(), false) : ImportChoice.OfAll(preview) with { Settings = false };
            },
            null, "Records over the API", Guid.NewGuid());
        var records = (seen?.Items ?? []).Select(i => new RecordSent(i.List, i.Id, i.Name, i.Status, [.. i.Differences.Select(d => new MemberDiffers(d.Field, d.Theirs, d.Mine))], i.Why is null ? null : ExchangeWords.Why(i.Why))).ToList();
        return result switch
        {
            _ when blocked => Results.Problem(
                "Nothing was taken in: some of the records are here and say something else, or cannot come in. Send with change=true to change those that differ.",
                statusCode: StatusCodes.Status409Conflict, extensions: new Dictionary<string, object?> { ["records"] = records.Where(r => r.Stands is ImportStatus.Stays or ImportStatus.Differs) }),
            ImportResult.Taken taken => Results.Ok(new RecordsTaken(taken.Added, taken.Changed, taken.Id, records, [.. taken.Renumbered.Select(n => new NumberGiven(n.Was, n.Now))])),
            ImportResult.Refused refused => Results.Problem(refused.Why, statusCode: StatusCodes.Status409Conflict),
            _ => Results.Ok(new RecordsTaken(0, 0, null, records, [])),
        };
    }

    private static IResult Wrong(IEnumerable<Core.Problem> problems) =>
        Results.ValidationProblem(problems.GroupBy(p => p.Field).ToDictionary(g => g.Key, g => g.Select(p => p.Message).ToArray()), "Nothing was taken in; see errors.");
}
