using YieldingLoop.Core.Threads;

namespace YieldingLoop.Store.Formats;

/// <inheritdoc cref="ThreadStock"/>
public sealed record ThreadStockDocument
{
    /// <inheritdoc cref="ThreadStock.Name"/>
    public string Name { get; init; } = "";

    /// <inheritdoc cref="ThreadStock.KindId"/>
    public string KindId { get; init; } = "";

    /// <inheritdoc cref="ThreadStock.LabelSystem"/>
    public LabelSystem LabelSystem { get; init; }

    /// <inheritdoc cref="ThreadStock.LabelFigure"/>
    public double? LabelFigure { get; init; }

    /// <inheritdoc cref="ThreadStock.LabelText"/>
    public string LabelText { get; init; } = "";

    /// <inheritdoc cref="ThreadStock.Colour"/>
    public string? Colour { get; init; }

    /// <inheritdoc cref="ThreadStock.MetresLeft"/>
    public double? MetresLeft { get; init; }

    /// <inheritdoc cref="ThreadStock.Holder"/>
    public ThreadHolder Holder { get; init; }

    /// <inheritdoc cref="ThreadStock.Count"/>
    public int Count { get; init; } = 1;

    /// <inheritdoc cref="ThreadStock.FullMetres"/>
    public double? FullMetres { get; init; }

    /// <inheritdoc cref="ThreadStock.Weighed"/>
    public ThreadWeighingDocument? Weighed { get; init; }

    /// <inheritdoc cref="ThreadStock.PricePerKm"/>
    public double? PricePerKm { get; init; }

    /// <inheritdoc cref="ThreadStock.Test"/>
    public ThreadTestDocument Test { get; init; } = new();
}

/// <inheritdoc cref="ThreadWeighing"/>
public sealed record ThreadWeighingDocument(double GrossGrams, double EmptyGrams, double StepGrams);

/// <inheritdoc cref="ThreadUse"/>
public sealed record ThreadUseDocument(double WeighedMetres, double ErrorMetres, double ReckonedMetres);

/// <inheritdoc cref="ThreadTest"/>
public sealed record ThreadTestDocument
{
    /// <inheritdoc cref="ThreadTest.BrokeAtMm"/>
    public double? BrokeAtMm { get; init; }

    /// <inheritdoc cref="ThreadTest.FluffsOut"/>
    public Observed FluffsOut { get; init; }

    /// <inheritdoc cref="ThreadTest.SpringsBack"/>
    public Observed SpringsBack { get; init; }

    /// <inheritdoc cref="ThreadTest.SuffersHeat"/>
    public Observed SuffersHeat { get; init; }

    /// <inheritdoc cref="ThreadTest.CurlsUnderNail"/>
    public Observed CurlsUnderNail { get; init; }

    /// <inheritdoc cref="ThreadTest.RunsEven"/>
    public Observed RunsEven { get; init; }

    /// <inheritdoc cref="ThreadTest.ThickAndGlossy"/>
    public Observed ThickAndGlossy { get; init; }
}
