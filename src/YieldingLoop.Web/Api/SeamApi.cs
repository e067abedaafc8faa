using System.Text.Json;
using System.Text.Json.Serialization;
using Microsoft.AspNetCore.Mvc;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;
using YieldingLoop.Store.Formats;

namespace YieldingLoop.Web.Api;

/// <summary>The JSON API: the whole problem inline, answered by the core, no stored record needed.</summary>
internal static class SeamApi
{
    /// <summary>Largest body, bytes.</summary>
    private const int LargestBody = 64 * 1024;

    /// <summary>Largest body that tells a whole history, bytes.</summary>
    private const int LargestHistory = 1024 * 1024;

    /// <summary>Largest body that tells every set-up of a run, bytes.</summary>
    private const int LargestRun = 2 * 1024 * 1024;

    private static readonly JsonDocumentOptions Strict = new() { MaxDepth = 16 };

    public static IServiceCollection AddSeamApi(this IServiceCollection services)
    {
        services.ConfigureHttpJsonOptions(json =>
        {
            json.SerializerOptions.DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull;
            json.SerializerOptions.NumberHandling = JsonNumberHandling.Strict;
            // Positions and kinds are written as they are read.
            json.SerializerOptions.Converters.Add(ContractReader.Choices);
            StoredFormat.AddTo(json.SerializerOptions);
        });
        return services.AddOpenApi("v1", openApi => openApi.AddSchemaTransformer(ContractSchemas.Describe).AddDocumentTransformer((document, _, _) =>
        {
            document.Info.Title = "Yielding Loop";
            document.Info.Description = "The seam model and its catalogues. Lengths mm, tensions cN, stretch %.";
            ContractSchemas.DescribePlaces(document);
            return Task.CompletedTask;
        }));
    }

    public static void MapSeamApi(this IEndpointRouteBuilder routes)
    {
        routes.MapOpenApi("/openapi/{documentName}.json");
        var api = routes.MapGroup("/api/v1");
        Question<EvaluateRequest, EvaluateResponse>(
            api, "/seams/evaluate", (body, errors) => EvaluateRequestReader.Read(body, errors) is { } seam ? EvaluateResponse.Of(SeamAssessment.Of(seam)) : null, "Reads one seam by the seam model.");
        Question<NeedRequest, NeedResponse>(api, "/needs", NeedRequestReader.Read, "How far the wearer stretches a seam along itself.");
        Question<PlanBody, PlanResponse>(api, "/plans", PlanRequestReader.Read, "The best set-up for a seam on the machines at hand, with alternatives and reasons.");
        Question<ThreadUpBody, ThreadUpResponse>(api, "/thread-ups", ThreadUpRequestReader.Read, "The shortest safe way from what is on a machine to what is wanted on it.");
        Question<SwatchBody, SwatchResponse>(api, "/swatches/read", SwatchRequestReader.Read, "A swatch held against the targets of its set-up, its strip worked out, and what it teaches.");
        Question<LearnBody, LearnResponse>(api, "/swatches/learn", LearnRequestReader.Read, "What is known of a machine's meeting line, growth or pops after some swatches.");
        Question<CoachBody, CoachResponse>(api, "/coach/next", CoachRequestReader.Read, "The one next step of a set-up that is sewn in: what to look at, put right or turn, and why.", LargestHistory);
        Question<RunOrderBody, RunOrderResponse>(api, "/run-orders", RunOrderRequestReader.Read, "The order in which the seams of garments waste least time changing over.", LargestRun);
        api.MapGet("/skin-strains", () => SkinStrainCatalogue.All.Select(s => new SkinStrainListed(s.Id, s.Name, s.LowPercent, s.HighPercent))).WithSummary("Published skin strains in movement, %.");
        api.MapGet("/stitches", () => StitchCatalogue.All.Select(s => new StitchListed(
            s.Id, s.Name, s.Needles, [.. s.NeedlePositions.Select(p => p.Id())], [.. s.OtherPositions.Select(p => p.Id())],
            s.NeedsZigzagWidth, s.NeedsGauge, s.NeedsLoopWidth))).WithSummary("Every stitch, with the threads and geometry it needs.");
        api.MapGet("/threads", () => ThreadCatalogue.Kinds.Select(k => new ThreadListed(
            k.Id, k.Name, k.Use, k.Tex, k.DensityGramsPerCubicCentimetre, k.PackingRelaxed, k.PackingInDisc, k.BreakExtension, k.ModulusCentinewtonsPerTex, k.TenacityCentinewtonsPerTex, k.FrictionRatio, k.Give,
            k.DiscDiameterMm, k.RelaxedDiameterMm, k.HeatSensitive))).WithSummary("Every kind of thread; all figures are working values.");
        api.MapGet("/needles", () => new NeedlesListed(
            [.. NeedleCatalogue.Points.Select(p => new PointListed(p.Id, p.Name, p.Code, p.Use))],
            [.. NeedleSize.All.Select(s => new SizeListed(s.Metric, s.Us, s.BladeMillimetres, s.EyeMillimetres))])).WithSummary("Needle points and sizes.");
    }

    /// <summary>One question whose whole problem stands in its body.</summary>
    private static void Question<TBody, TAnswer>(IEndpointRouteBuilder api, string path, Func<JsonElement, JsonErrors, TAnswer?> answer, string summary, int largest = LargestBody)
        where TBody : class
        where TAnswer : class =>
        Question<TBody, TAnswer>(api, path, (root, errors, _) => answer(root, errors), summary, largest);

    /// <summary>The same where whoever asks may go away before it is answered.</summary>
    private static void Question<TBody, TAnswer>(IEndpointRouteBuilder api, string path, Func<JsonElement, JsonErrors, CancellationToken, TAnswer?> answer, string summary, int largest)
        where TBody : class
        where TAnswer : class =>
        api.MapPost(path, (HttpRequest request, CancellationToken stop) => AnswerAsync(request, answer, largest, stop))
            .Accepts<TBody>("application/json")
            .Produces<TAnswer>()
            .ProducesValidationProblem()
            .ProducesProblem(StatusCodes.Status413PayloadTooLarge)
            .ProducesProblem(StatusCodes.Status415UnsupportedMediaType)
            .WithSummary(summary)
            // One byte over is refused in words, much more by the server.
            .WithMetadata(new RequestSizeLimitAttribute(4L * largest))
            .DisableAntiforgery();

    /// <summary>Answers a request whose whole problem stands in its body, or says what is wrong with it by JSON path.</summary>
    private static async Task<IResult> AnswerAsync<T>(HttpRequest request, Func<JsonElement, JsonErrors, CancellationToken, T?> answer, int largest, CancellationToken stop)
        where T : class
    {
        if (!request.HasJsonContentType())
        {
            return Results.Problem("The body is JSON: Content-Type application/json.", statusCode: StatusCodes.Status415UnsupportedMediaType);
        }

        if (request.Headers.ContentEncoding.Count > 0 && request.Headers.ContentEncoding != "identity")
        {
            return Results.Problem("The body is sent as it is, without Content-Encoding.", statusCode: StatusCodes.Status415UnsupportedMediaType);
        }

        var errors = new JsonErrors();
        try
        {
            // One byte more than allowed is enough to know that the body is too large, with or without a stated length.
            var body = new byte[largest + 1];
            var length = await request.Body.ReadAtLeastAsync(body, body.Length, throwOnEndOfStream: false, stop);
            if (length > largest)
            {
                return Results.Problem($"The body is at most {largest} bytes.", statusCode: StatusCodes.Status413PayloadTooLarge);
            }

            using var document = JsonDocument.Parse(body.AsMemory(0, length), Strict);
            MeaningfulNumbers.Check(document.RootElement, errors);
            if (!errors.Any && answer(document.RootElement, errors, stop) is { } worked)
            {
                return Results.Ok(worked);
            }
        }
        catch (JsonException e)
        {
            errors.Add("$", $"This is not well-formed JSON (line {e.LineNumber + 1}, byte {e.BytePositionInLine + 1}).");
        }
        catch (InvalidOperationException)
        {
            // A text that is not valid Unicode surfaces only when it is read.
            errors.Add("$", "The body holds text that is not valid UTF-8.");
        }

        return Results.ValidationProblem(
            errors.ToDictionary(), "Nothing was worked out; see errors.",
            extensions: errors.Findings.Count > 0 ? new Dictionary<string, object?> { ["findings"] = errors.Findings } : null);
    }
}

public sealed record SkinStrainListed(string Id, string Name, double LowPercent, double HighPercent);

public sealed record StitchListed(
    string Id, string Name, int Needles, IReadOnlyList<string> NeedlePositions, IReadOnlyList<string> OtherPositions,
    bool NeedsZigzagWidthMm, bool NeedsGaugeMm, bool NeedsLoopWidthMm);

public sealed record ThreadListed(
    string Id, string Name, string Use, double LinearDensityTex, double DensityGramsPerCubicCentimetre, double PackingRelaxed, double PackingInDisc,
    double BreakExtension, double ModulusCentinewtonsPerTex, double TenacityCentinewtonsPerTex, double FrictionRatio, double Give,
    double DiscDiameterMm, double RelaxedDiameterMm, bool HeatSensitive);

public sealed record NeedlesListed(IReadOnlyList<PointListed> Points, IReadOnlyList<SizeListed> Sizes);

public sealed record PointListed(string Id, string Name, string? Code, string Use);

public sealed record SizeListed(int SizeMetric, int SizeUs, double BladeMm, double EyeMm);
