using YieldingLoop.Core.Swatches;

namespace YieldingLoop.Store.Formats;

/// <inheritdoc cref="SwatchEntry"/>
public sealed record SwatchDocument
{
    /// <inheritdoc cref="SwatchEntry.Setup"/>
    public required SetupDocument Setup { get; init; }

    /// <inheritdoc cref="SwatchEntry.Strip"/>
    public StripDocument? Strip { get; init; }

    /// <inheritdoc cref="SwatchEntry.Readings"/>
    public required SwatchReadingsDocument Readings { get; init; }

    /// <inheritdoc cref="SwatchEntry.ContrastThreads"/>
    public bool ContrastThreads { get; init; }

    /// <inheritdoc cref="SwatchEntry.Curved"/>
    public bool Curved { get; init; }

    /// <inheritdoc cref="SwatchEntry.Feel"/>
    public SkinFeel? Feel { get; init; }

    /// <inheritdoc cref="SwatchEntry.SkipsSewn"/>
    public SkipsSewn? SkipsSewn { get; init; }

    /// <inheritdoc cref="SwatchEntry.Sheds"/>
    public bool? Sheds { get; init; }

    /// <inheritdoc cref="SwatchEntry.InWear"/>
    public bool InWear { get; init; }

    /// <inheritdoc cref="SwatchEntry.CrackledAtPercent"/>
    public double? CrackledAtPercent { get; init; }

    /// <inheritdoc cref="SwatchEntry.LeftOut"/>
    public LeftOut? LeftOut { get; init; }

    /// <inheritdoc cref="SwatchEntry.StripOf"/>
    [Refers(typeof(SwatchRow), Loose = true)]
    public int? StripOf { get; init; }

    /// <inheritdoc cref="SwatchEntry.Photo"/>
    public PhotoDocument? Photo { get; init; }

    /// <inheritdoc cref="SwatchEntry.Note"/>
    public string Note { get; init; } = "";
}
