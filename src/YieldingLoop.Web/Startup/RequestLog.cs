using Microsoft.AspNetCore.Diagnostics;
using Serilog;
using Serilog.Events;
using Serilog.Formatting;
using Serilog.Formatting.Compact;
using Serilog.Parsing;
using Serilog.Settings.Configuration;

namespace YieldingLoop.Web.Startup;

/// <summary>
/// Structured logs: one line of JSON per request in a file of the data folder, levels by configuration. A line names
/// the route, never the address as it was asked for, and nothing that anybody typed.
/// </summary>
internal static class RequestLog
{
    private const int FilesKept = 14, LargestFile = 10_000_000;

    public static void AddRequestLog(this WebApplicationBuilder builder, DataFolder data)
    {
        builder.Logging.ClearProviders();
        builder.Services.AddSerilog(log => log
            // The assembly is named so that nothing is searched for at every start.
            .ReadFrom.Configuration(builder.Configuration, new ConfigurationReaderOptions(typeof(Serilog.ILogger).Assembly))
            .WriteTo.File(new WithoutMessages(), Path.Combine(data.LogsPath, "workroom-.log"), rollingInterval: RollingInterval.Day, fileSizeLimitBytes: LargestFile, rollOnFileSizeLimit: true, retainedFileCountLimit: FilesKept), preserveStaticLogger: true);
    }

    public static void UseRequestLog(this IApplicationBuilder app) => app.UseSerilogRequestLogging(options =>
    {
        // Not the one logger of the process: tests run several servers in one.
        options.Logger = app.ApplicationServices.GetRequiredService<Serilog.ILogger>();
        options.MessageTemplate = "{Method} {Route} {Status} in {Elapsed:0.0} ms";
        options.GetMessageTemplateProperties = (context, _, elapsed, status) =>
        [
            new("Method", new ScalarValue(KnownMethod(context.Request.Method))),
            new("Route", new ScalarValue((AskedFor(context) as RouteEndpoint)?.RoutePattern.RawText ?? "none")),
            new("Status", new ScalarValue(status)),
            new("Elapsed", new ScalarValue(elapsed)),
        ];
        options.GetLevel = (_, _, fault) => fault is null ? LogEventLevel.Information : LogEventLevel.Error;
        options.IncludeQueryInRequestPath = false;
    });

    /// <summary>What was asked for first, where an error page answered in its place.</summary>
    private static Endpoint? AskedFor(HttpContext context) =>
        context.Features.Get<IStatusCodeReExecuteFeature>() is { } reExecuted ? reExecuted.Endpoint
        : context.Features.Get<IExceptionHandlerFeature>() is { } handled ? handled.Endpoint
        : context.GetEndpoint();

    /// <summary>A method is a word the client makes up; only those of HTTP are written down.</summary>
    private static string KnownMethod(string method) =>
        HttpMethods.IsGet(method) || HttpMethods.IsPost(method) || HttpMethods.IsHead(method) || HttpMethods.IsOptions(method) || HttpMethods.IsPut(method) || HttpMethods.IsDelete(method) ? method : "other";
}

/// <summary>
/// Writes what kind of fault it was and where, but not its message: messages quote what they could not read. What
/// libraries have to say is written by its name alone, since their sentences quote as well.
/// </summary>
public sealed class WithoutMessages : ITextFormatter
{
    /// <summary>What may stand in a line: nothing a person typed can be in any of these.</summary>
    private static readonly HashSet<string> Known = ["Method", "Route", "Status", "Elapsed", "Bytes", "SourceContext", "EventId"];

    private static readonly MessageTemplate ByName = new MessageTemplateParser().Parse("{SourceContext} {EventId}");

    private readonly CompactJsonFormatter inner = new();

    public void Format(LogEvent logEvent, TextWriter output) => inner.Format(
        new LogEvent(
            logEvent.Timestamp, logEvent.Level, logEvent.Exception is { } fault ? new Quiet(fault) : null, IsOurs(logEvent) ? logEvent.MessageTemplate : ByName,
            logEvent.Properties.Where(p => Known.Contains(p.Key)).Select(p => new LogEventProperty(p.Key, p.Value)), logEvent.TraceId ?? default, logEvent.SpanId ?? default),
        output);

    private static bool IsOurs(LogEvent logEvent) =>
        logEvent.Properties.GetValueOrDefault("SourceContext") is ScalarValue { Value: string source }
        && (source.StartsWith("YieldingLoop.", StringComparison.Ordinal) || source.StartsWith("Serilog.AspNetCore.", StringComparison.Ordinal));

    private sealed class Quiet(Exception fault) : Exception
    {
        public override string ToString() =>
            $"{fault.GetType().FullName}{Environment.NewLine}{fault.StackTrace}{(fault.InnerException is { } inner ? $"{Environment.NewLine}because of {new Quiet(inner)}" : "")}";
    }
}
