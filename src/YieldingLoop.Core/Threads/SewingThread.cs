namespace YieldingLoop.Core.Threads;

/// <summary>A particular thread: of a kind, and with what else is known of it.</summary>
/// <param name="KindId">Its kind.</param>
public sealed record SewingThread(string KindId)
{
    /// <summary>Thinnest thread that is believed, tex.</summary>
    public const double LeastTex = 5;

    /// <summary>Thickest, tex.</summary>
    public const double MostTex = 400;

    /// <summary>Its own linear density, tex; null for the kind's.</summary>
    public double? Tex { get; init; }

    /// <summary>Its own break extension, a fraction; null for the kind's.</summary>
    public double? BreakExtension { get; init; }

    /// <summary>Its colour, #rrggbb; null where not noted.</summary>
    public string? Colour { get; init; }

    /// <summary>Which cone of the drawer it comes from, whatever that is called now; null where it is not known.</summary>
    public string? ConeId { get; init; }

    /// <summary>What the user called it when it was written down; empty where it has no name.</summary>
    public string Name { get; init; } = "";

    /// <summary>What it comes from; null where it does not matter.</summary>
    public ThreadHolder? Supply { get; init; }

    /// <summary>How it runs from there to its needle; null where nobody has said, and where it does not matter.</summary>
    public ThreadRun? Run { get; init; }

    /// <summary>The kind, with this thread's own figures in the place of the working values.</summary>
    /// <exception cref="InvalidOperationException">There is no kind of this name.</exception>
    public ThreadKind Resolve() => ThreadCatalogue.Find(KindId) is { } kind
        ? Tex is null && BreakExtension is null ? kind : kind with { Tex = Tex ?? kind.Tex, BreakExtension = BreakExtension ?? kind.BreakExtension }
        : throw new InvalidOperationException($"Unknown thread kind {KindId}.");

    /// <summary>
    /// Whether this thread is what is wanted in its place: of its kind, and of its cone, name and colour as far as they are
    /// asked for, and running as it is wanted to. A cone is known by itself and not by its name, which may change. One that
    /// is not named is taken for the one of its colour.
    /// </summary>
    public bool Serves(SewingThread wanted)
    {
        if (KindId != wanted.KindId || (Run is { } run && wanted.Run is { } wantedRun && !run.Agrees(wantedRun)))
        {
            return false;
        }

        return wanted.ConeId is not null && ConeId is not null
            ? ConeId == wanted.ConeId
            : (wanted.Colour is null || string.Equals(Colour, wanted.Colour, StringComparison.OrdinalIgnoreCase))
                && (wanted.Name.Length == 0 || Name == wanted.Name || (Name.Length == 0 && wanted.Colour is not null));
    }
}
