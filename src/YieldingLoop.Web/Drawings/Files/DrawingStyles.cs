namespace YieldingLoop.Web.Drawings.Files;

/// <summary>The shipped stylesheets as rules, once for each set of thread colours that goes with them.</summary>
public sealed class DrawingStyles(IWebHostEnvironment environment)
{
    private static readonly string[] Sheets = ["tokens", "site", "drawings", "pull", "swatch", "scrap"];

    /// <summary>There are a few machines, each with colours of its own.</summary>
    private const int Most = 32;

    private readonly Lock turn = new();
    private readonly Dictionary<string, StyleRules> known = new(StringComparer.Ordinal);
    private readonly Lazy<string[]> shipped = new(() => [.. Sheets.Select(s => Read(environment, s))]);

    /// <summary>The rules with the product's own thread colours.</summary>
    public StyleRules Own => With(ThreadLook.Stylesheet(new Dictionary<string, string>()));

    /// <summary>The rules with a stylesheet of thread colours.</summary>
    public StyleRules With(string threads)
    {
        lock (turn)
        {
            if (known.Count >= Most)
            {
                known.Clear();
            }

            return known.TryGetValue(threads, out var before) ? before : known[threads] = new([.. shipped.Value, threads]);
        }
    }

    private static string Read(IWebHostEnvironment environment, string sheet)
    {
        using var reader = new StreamReader(environment.WebRootFileProvider.GetFileInfo($"css/{sheet}.css").CreateReadStream());
        return reader.ReadToEnd();
    }
}
